import type { PartData } from '../parts';
import type { Quantity } from '../../units/quantity';
import { withCoreSection } from './cores';
import type { LibraryEntry } from './entry';
import { followingSheet } from './inside';
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
  // The section of a cable is on each of its cores.
  return withCoreSection({ ...entry, key, name, about: '', data }, undefined);
}

/** The same part with another figure under a key, or with none; what is inside it follows its sheet. */
export function withFigure(part: LibraryEntry, key: string, value: Quantity | undefined): LibraryEntry {
  if (part.data.class === 'cable' && key === 'section') return withCoreSection(part, value);
  const { [key as keyof PartData]: _old, ...rest } = part.data;
  const data = { ...rest, ...(value ? { [key]: value } : {}) } as PartData;
  return { ...part, data, elements: followingSheet({ data, elements: part.elements }) };
}

/** The same part with the figures of another of its class, for what its own data sheet does not change. */
export function withFiguresOf(part: LibraryEntry, like: LibraryEntry): LibraryEntry {
  if (part.data.class !== like.data.class) return part;
  return figureKeys(like.data).reduce((taken, key) => {
    const q = sheetValue(like.data, key);
    return q ? withFigure(taken, key, q) : taken;
  }, part);
}

/** Whether anything of its data sheet is filled in. */
export const hasFigures = (part: LibraryEntry): boolean =>
  figureKeys(part.data).some((k) => sheetValue(part.data, k) !== undefined);
