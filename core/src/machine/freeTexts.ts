import { z } from 'zod';
import { Design } from './design';

/** What becomes of a text that a hand can type: another text, or nothing where the field may be empty. */
export type TextChange = (text: string, path: readonly string[]) => string | undefined;

const isFree = (s: z.ZodType): boolean =>
  s instanceof z.ZodString && !(s._zod.def.checks ?? []).some((c) => c._zod.def.check === 'string_format');

function walk(schema: z.ZodType, value: unknown, path: readonly string[], change: TextChange): unknown {
  if (value === undefined || value === null) return value;
  if (typeof value === 'string') {
    const options = schema instanceof z.ZodUnion ? (schema.options as z.ZodType[]) : [schema];
    // A text that has to be one of some words, or of a pattern such as an id, was not written freely.
    const fits = options.filter((o) => o.safeParse(value).success);
    return fits.length && fits.every(isFree) ? change(value, path) : value;
  }
  if (typeof value !== 'object') return value;
  if (schema instanceof z.ZodOptional) return walk(schema.unwrap() as z.ZodType, value, path, change);
  if (schema instanceof z.ZodUnion) {
    const fits = (schema.options as z.ZodType[]).find((o) => o.safeParse(value).success);
    return fits ? walk(fits, value, path, change) : value;
  }
  if (Array.isArray(value))
    return schema instanceof z.ZodArray
      ? value.map((v, i) => walk(schema.element as z.ZodType, v, [...path, String(i)], change))
      : value;
  const next: Record<string, unknown> = {};
  for (const [key, v] of Object.entries(value)) {
    const inner =
      schema instanceof z.ZodObject
        ? (schema.shape as Record<string, z.ZodType | undefined>)[key]
        : schema instanceof z.ZodRecord
          ? (schema.valueType as z.ZodType)
          : undefined;
    const changed = inner ? walk(unwrapped(inner), v, [...path, key], change) : v;
    if (changed !== undefined) next[key] = changed;
  }
  return next;
}
const unwrapped = (s: z.ZodType): z.ZodType => (s instanceof z.ZodOptional ? (s.unwrap() as z.ZodType) : s);

/**
 * A design with each text that a hand can type changed. Which texts those are is read off the schema: a field that is added later is
 * among them without a word here.
 */
export const withTexts = (design: Design, change: TextChange): Design => walk(Design, design, [], change) as Design;
