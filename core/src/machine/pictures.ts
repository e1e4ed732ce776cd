import type { Design } from './design';
import type { MachineFile } from './file';

/** The pictures that a machine as it stands, or an entry of its journal, speaks of. */
export function usedPictures({ design, journal }: Pick<MachineFile, 'design' | 'journal'>): Set<string> {
  const used = new Set<string>();
  const add = (ids: readonly string[] | undefined) => ids?.forEach((id) => used.add(id));
  for (const id in design.parts) {
    const part = design.parts[id]!;
    add(part.photos);
    for (const t in part.terminals) add(part.terminals[t]!.photos);
  }
  for (const id in design.conductors) add(design.conductors[id]!.photos);
  for (const e of journal) if ('photos' in e) add(e.photos);
  return used;
}

/** A file without the pictures that were taken off everything; `held` are on a page and not filed yet. */
export function withoutUnusedPictures(file: MachineFile, held: ReadonlySet<string> = new Set()): MachineFile {
  const used = usedPictures(file);
  const kept = Object.entries(file.photos).filter(([id]) => used.has(id) || held.has(id));
  return kept.length === Object.keys(file.photos).length ? file : { ...file, photos: Object.fromEntries(kept) };
}

/** An older design may speak of pictures that are gone since: without those it can stand again. */
export function withKnownPictures(design: Design, photos: MachineFile['photos']): Design {
  const known = <T extends { photos?: string[] | undefined }>(x: T): T => {
    if (!x.photos || x.photos.every((id) => Object.hasOwn(photos, id))) return x;
    const left = x.photos.filter((id) => Object.hasOwn(photos, id));
    const { photos: _gone, ...rest } = x;
    return (left.length ? { ...rest, photos: left } : rest) as T;
  };
  const each = <T>(table: Record<string, T>, change: (x: T) => T): Record<string, T> =>
    Object.fromEntries(Object.entries(table).map(([id, x]) => [id, change(x)]));
  return {
    ...design,
    parts: each(design.parts, (p) => known({ ...p, terminals: each(p.terminals, known) })),
    conductors: each(design.conductors, known),
  };
}
