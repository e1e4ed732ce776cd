import { z } from 'zod';
import type { Fault } from '../../units/result';

// The page runs under a content security policy that forbids code made from text.
z.config({ jitless: true });

const pathText = (path: readonly PropertyKey[]): string => path.map(String).join('.') || '(the whole file)';

/** Every cause that Zod found, the branches of a union included, as faults with a path. */
export function schemaFaults(error: z.ZodError, prefix: readonly PropertyKey[] = []): Fault[] {
  return error.issues.map((issue) => ({
    what: `${issue.message}.`,
    where: pathText([...prefix, ...issue.path]),
    mend: 'Correct this place in the file, or export the machine again.',
  }));
}
