import { fail, ok, type Result } from '../units/result';
import { readExpression, type Expression } from './expression';

/** A name with places in braces: each holds a text of its surroundings, such as {letter}, or a figure to be worked out, {100 + axis}. */
export interface Template {
  fill(texts: Readonly<Record<string, string>>, figures: Readonly<Record<string, number>>): Result<string, string>;
}

/** Reads a template; a mistake says which place cannot be read. */
export function readTemplate(text: string): Result<Template, string> {
  const pieces: (string | { name: string; expression: Expression })[] = [];
  let end = 0;
  for (const found of text.matchAll(/\{([^{}]*)\}/g)) {
    pieces.push(text.slice(end, found.index));
    end = found.index + found[0].length;
    const name = found[1]!.trim();
    const read = readExpression(name);
    if (!read.ok) return fail(read.error);
    pieces.push({ name, expression: read.value });
  }
  const rest = text.slice(end);
  if (/[{}]/.test(rest) || pieces.some((p) => typeof p === 'string' && /[{}]/.test(p)))
    return fail(`“${text}” has a brace without its other half.`);
  pieces.push(rest);
  return ok({
    fill(texts, figures) {
      let filled = '';
      for (const piece of pieces) {
        if (typeof piece === 'string') {
          filled += piece;
          continue;
        }
        if (Object.hasOwn(texts, piece.name)) {
          filled += texts[piece.name]!;
          continue;
        }
        const value = piece.expression.value(figures);
        if (!value.ok) return value;
        filled += String(value.value);
      }
      return ok(filled);
    },
  });
}
