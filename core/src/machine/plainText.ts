/** From here up a piece holds whole tables. */
const LARGE = 2;
/** Like `join`, but the engine only notes what comes after what: megabytes are then copied once, when the whole is read, not at each level. */
const chained = (fields: readonly string[]): string => {
  let text = fields[0] ?? '';
  for (let i = 1; i < fields.length; i++) text += `,${fields[i]!}`;
  return text;
};
/** How deep the pieces go: file, design, table, item. What lies deeper is written with its piece. */
const DEPTH = 3;
/** Pieces that were written before. The document is immutable, so a piece is what it was. */
const written = new WeakMap<object, string>();

function piece(value: object, depth: number): string {
  const known = written.get(value);
  if (known !== undefined) return known;
  let text: string;
  if (depth === 0) text = JSON.stringify(value);
  else if (Array.isArray(value)) text = `[${value.map((v: unknown) => inList(v, depth - 1)).join(',')}]`;
  else {
    const fields: string[] = [];
    for (const key of Object.keys(value)) {
      const v = (value as Record<string, unknown>)[key];
      // As in JSON, a field without a value is left out.
      if (v !== undefined) fields.push(`${JSON.stringify(key)}:${inList(v, depth - 1)}`);
    }
    text = depth < LARGE ? `{${fields.join(',')}}` : `{${chained(fields)}}`;
  }
  written.set(value, text);
  return text;
}
const inList = (value: unknown, depth: number): string =>
  typeof value === 'object' && value !== null ? piece(value, depth) : (JSON.stringify(value) ?? 'null');

/**
 * The JSON text of a document that nobody changes in place, the same as `JSON.stringify` gives. Only the pieces that an edit has touched are written
 * anew: a file of megabytes costs a save no more than a small one.
 */
export const plainText = (document: object): string => piece(document, DEPTH);
