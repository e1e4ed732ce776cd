import type { Quantity } from './quantity';
import type { Fault, Result } from './result';
import { fail, ok } from './result';
import type { Dimension, Unit } from './units';
import { dimensionOf, findUnit, unitsOf } from './units';

const numberPattern = /^([+-]?)\s*(?:(\d+)\s+(\d+)\/(\d+)|(\d+)\/(\d+)|(\d*[.,]?\d+|\d+[.,])(e[+-]?\d+)?)/i;

/**
 * Reads what a person types into a field: `12.5`, `12,5 mm`, `1 1/2 in`, `3/8"`, `10 tpi`.
 * Without a unit, `assumed` is taken. A text with both a comma and a point is refused, since it can be read two ways.
 * Errors: nothing readable, an unknown unit, a unit of another dimension, two separators, a fraction over zero.
 */
export function parseQuantity(
  text: string,
  allowed: readonly Dimension[],
  assumed: Unit,
  where: string,
): Result<Quantity, Fault> {
  const trimmed = text
    .trim()
    .replace(/\u2212/g, '-')
    .replace(/[\u00a0\u202f]/g, ' ');
  const fault = (what: string, fix: string) => fail({ what, where, fix });
  if (/\d[.,]\d*[.,]/.test(trimmed))
    return fault(
      `"${trimmed}" has two separators and can be read two ways.`,
      'Write it without a thousands separator, such as 1234.5 or 1234,5.',
    );
  const match = numberPattern.exec(trimmed);
  if (!match) return fault(`"${trimmed}" is not a number.`, 'Type a figure such as 12.5, 12,5 mm or 1 1/2 in.');
  const [whole, sign, mixedWhole, mixedTop, mixedBottom, top, bottom, plain, exponent] = match;
  const rest = trimmed.slice(whole.length).trim();
  const unit = rest === '' ? assumed : findUnit(rest);
  const choices = allowed.flatMap((d) => unitsOf(d));
  if (!unit) return fault(`"${rest}" is not a unit known here.`, `Use one of ${choices.join(', ')}.`);
  if (!allowed.includes(dimensionOf(unit)))
    return fault(`${unit} does not measure this figure.`, `Use one of ${choices.join(', ')}.`);
  const negative = sign === '-' ? '-' : '';
  let entered: number | string;
  if (mixedTop !== undefined || top !== undefined) {
    const below = mixedBottom ?? bottom;
    if (!/^[1-9]\d*$/.test(below ?? '')) return fault('A fraction over zero has no value.', 'Check the lower figure.');
    entered = mixedTop !== undefined ? `${negative}${mixedWhole} ${mixedTop}/${below}` : `${negative}${top}/${below}`;
  } else {
    entered = Number(`${sign}${plain?.replace(',', '.')}${exponent ?? ''}`);
    if (!Number.isFinite(entered)) return fault(`"${trimmed}" is too large to compute with.`, 'Check the exponent.');
  }
  if (unit === 'tpi' && (entered === 0 || (/^-?0/.test(String(entered)) && !/[1-9]/.test(String(entered)))))
    return fault('Zero threads per inch is no thread.', 'Type how many threads there are in one inch, such as 10 tpi.');
  return ok({ entered, unit, source: 'entered' });
}
