import type { PartData } from '../parts';
import type { LibraryEntry } from './entry';
import { sheetFields, sheetValue } from './sheet';

const figureKeys = (data: PartData): string[] => (sheetFields[data.class] ?? []).map((f) => f.key);

/** A key for an own part that no other part has. */
export function ownKey(name: string, taken: (key: string) => boolean): string {
  const plain = `own-${
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-|-$/g, '') || 'part'
  }`;
  let key = plain;
  for (let n = 2; taken(key); n++) key = `${plain}-${n}`;
  return key;
}

/**
 * An own part that is built like another: its kind, its terminals and what is inside, and none of its figures, since those
 * come from its own data sheet. What a table of switches sets is a figure too.
 */
export function builtLike(entry: LibraryEntry, key: string, name: string): LibraryEntry {
  const figures = new Set([...figureKeys(entry.data), 'switches']);
  const data = Object.fromEntries(Object.entries(entry.data).filter(([k]) => !figures.has(k))) as PartData;
  return { ...entry, key, name, about: '', data };
}

/** The same part with the figures of another of its class, for what its own data sheet does not change. */
export function withFiguresOf(part: LibraryEntry, like: LibraryEntry): LibraryEntry {
  if (part.data.class !== like.data.class) return part;
  const figures = Object.fromEntries(
    figureKeys(like.data).flatMap((k) => {
      const q = sheetValue(like.data, k);
      return q ? [[k, q]] : [];
    }),
  );
  return { ...part, data: { ...part.data, ...figures } as PartData };
}

/** Whether anything of its data sheet is filled in. */
export const hasFigures = (part: LibraryEntry): boolean =>
  figureKeys(part.data).some((k) => sheetValue(part.data, k) !== undefined);
