import type { ParseArgsConfig } from 'node:util';
import { parseArgs } from 'node:util';

/** The options of a command. One that it does not know is answered by how it is used, not by a stack trace. */
export function options<T extends NonNullable<ParseArgsConfig['options']>>(known: T, usage: string) {
  try {
    return parseArgs({ options: known }).values;
  } catch (e) {
    console.error(`${(e as Error).message}\nUsage: ${usage}`);
    process.exit(2);
  }
}
