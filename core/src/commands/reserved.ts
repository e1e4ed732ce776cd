import type { Fault } from '../units/result';
import type { Command } from './command';

const reserved: ReadonlySet<string> = new Set(Object.getOwnPropertyNames(Object.prototype));
/** What a person wrote, and what a field is to hold: never looked up in a table. */
const texts: ReadonlySet<string> = new Set([
  'notes',
  'purpose',
  'name',
  'reason',
  'title',
  'printed',
  'cable',
  'core',
  'route',
  'waitsFor',
  'boardRevision',
  'value',
  'entry',
  'sheet',
]);

/**
 * Refuses names that every object has of its own, such as `constructor`: looked up in a table they would be found though nobody
 * put them there, and what is written to them would be written to every object of the page.
 */
export function reservedName(command: Command): Fault | undefined {
  const stack: unknown[] = [command.args];
  while (stack.length) {
    const at = stack.pop();
    if (typeof at === 'string') {
      const name = at.split('.').find((key) => reserved.has(key));
      if (name !== undefined)
        return { what: `The name "${name}" cannot be used here.`, where: at, fix: 'Take another name.' };
    } else if (typeof at === 'object' && at !== null)
      for (const [key, value] of Object.entries(at)) {
        if (!Array.isArray(at)) stack.push(...(texts.has(key) ? [] : [key, value]));
        else stack.push(value);
      }
  }
  return undefined;
}
