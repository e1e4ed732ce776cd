/** What never counts when two designs are compared: names and notes, pictures, where a figure came from, how far a thing has got. */
export const idle: ReadonlySet<string> = new Set([
  'name',
  'notes',
  'photos',
  'designation',
  'libraryKey',
  'printed',
  'reason',
  'title',
  'label',
  'tolerance',
  'source',
]);

/** What is told apart as a whole, in one line: an inner table or a list says nothing by its single values. */
export const toldAsWhole = (value: unknown, path: string): boolean =>
  Array.isArray(value) || /(^|\.)(elements|switches)$/.test(path);

const MOST_TEXT = 60;

/**
 * A list or a table in one line: as it is where that is short, else its digest (FNV-1a, 32 bits). Keys count in their
 * alphabetical order, since a file that is read again has them in another one; up to version 3 they counted as written.
 */
export function oneLine(value: unknown, keys: 'sorted' | 'as-written' = 'sorted'): string {
  const text = JSON.stringify(value, (key, v: unknown) => {
    if (idle.has(key)) return undefined;
    if (keys === 'as-written' || typeof v !== 'object' || v === null || Array.isArray(v)) return v;
    return Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)));
  });
  if (text.length <= MOST_TEXT) return text;
  let hash = 0x811c9dc5;
  for (let i = 0; i < text.length; i++) hash = Math.imul(hash ^ text.charCodeAt(i), 0x01000193);
  return `${text.length} characters, ${(hash >>> 0).toString(16)}`;
}
