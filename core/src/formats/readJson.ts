import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';

/** Text as JSON, with or without the mark that some editors put in front of it. */
export function readJson(text: string): Result<unknown, Fault[]> {
  try {
    return ok(JSON.parse(text.replace(/^\ufeff/, '')) as unknown);
  } catch (e) {
    return fail([
      {
        what: 'This file is damaged or is no JSON.',
        where: 'the whole file',
        fix: `Look for a complete copy (${(e as Error).message}).`,
      },
    ]);
  }
}
