import { z } from 'zod';
import type { Fault } from '../../units/result';

// The page runs under a content security policy that forbids code made from text.
z.config({ jitless: true });

const pathText = (path: readonly PropertyKey[]): string => path.map(String).join('.') || '(the whole file)';

/** What belongs in a place, in the words of a person. */
const nouns: Readonly<Record<string, string>> = {
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
  array: 'a list',
  object: 'a table of fields',
  record: 'a table of items by their ids',
};

/** What is wrong, in the words of a person where Zod speaks of strings and arrays. */
function sentence(issue: z.core.$ZodIssue): string {
  if (issue.code === 'too_big' && issue.origin === 'string')
    return `The text is too long: it may have ${String(issue.maximum)} characters`;
  if (issue.code === 'too_big' && issue.origin === 'array')
    return `There are too many entries: at most ${String(issue.maximum)}`;
  if (issue.code === 'too_small' && issue.origin === 'string') return 'A text belongs here';
  if (issue.code === 'invalid_type') {
    const noun = nouns[issue.expected] ?? issue.expected;
    return `${noun.charAt(0).toUpperCase()}${noun.slice(1)} belongs here${issue.message.endsWith('undefined') ? ', and nothing is' : ''}`;
  }
  if (issue.code === 'invalid_value') return `Only these are allowed here: ${issue.values.map(String).join(', ')}`;
  if (issue.code === 'unrecognized_keys')
    return `There ${issue.keys.length > 1 ? 'are no fields' : 'is no field'} ${issue.keys.map((k) => `"${k.slice(0, 80)}"`).join(', ')} here`;
  return issue.message;
}

/** Every cause that Zod found, the branches of a union included, as faults with a path. */
export function schemaFaults(error: z.ZodError, prefix: readonly PropertyKey[] = []): Fault[] {
  return error.issues.map((issue) => ({
    what: `${sentence(issue)}.`,
    where: pathText([...prefix, ...issue.path]),
    fix: 'Correct this place in the file, or export the machine again.',
  }));
}
