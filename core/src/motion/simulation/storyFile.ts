import { z } from 'zod';
import type { Fault, Result } from '../../units/result';
import { fail, ok } from '../../units/result';
import type { HiddenFault } from '../truth/hiddenFault';
import type { Act } from './record';
import { ENGINE } from './record';

/** One thing that was done, at its step: an act, or a program that was run, as its text. */
export type Kept = { step: number } & ({ act: Act } | { text: string; from: number | undefined });

/** A rehearsal as a file: told again on the same machine by the same engine, it is the same to the last bit. */
export interface StoryFile {
  format: 'nodaxis-story';
  engine: number;
  machine: string;
  seed: number;
  drill: string | undefined;
  faults: readonly HiddenFault[];
  entries: readonly Kept[];
  steps: number;
}

const step = z.int().min(0).max(1e9);
const Story = z.object({
  format: z.literal('nodaxis-story'),
  engine: z.int(),
  machine: z.string().max(200),
  seed: z.int(),
  drill: z.string().max(60).optional(),
  faults: z.array(z.looseObject({ kind: z.string().max(40) })).max(40),
  entries: z
    .array(
      z.union([
        z.object({ step, act: z.looseObject({ type: z.string().max(40) }) }),
        z.object({ step, text: z.string(), from: step.optional() }),
      ]),
    )
    .max(1_000_000),
  steps: step,
});

export const writeStory = (s: Omit<StoryFile, 'format' | 'engine'>): string =>
  JSON.stringify({ format: 'nodaxis-story', engine: ENGINE, ...s });

/** Reads a story, or says what is wrong with it. */
export function readStory(text: string): Result<StoryFile, Fault[]> {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch {
    return fail([
      {
        what: 'This is no story of a rehearsal: it cannot be read as JSON.',
        where: 'the file',
        fix: 'Choose a file that Practice has saved.',
      },
    ]);
  }
  const read = Story.safeParse(raw);
  if (!read.success) {
    const first = read.error.issues[0];
    return fail([
      {
        what: 'This is no story of a rehearsal.',
        where: first?.path.join('.') || 'the file',
        fix: 'Choose a file that Practice has saved.',
      },
    ]);
  }
  if (read.data.engine !== ENGINE)
    return fail([
      {
        what: `This story was recorded by another version of the simulated machine (${read.data.engine} instead of ${ENGINE}): it would come out differently.`,
        where: 'engine',
        fix: 'Replay it with the version that saved it.',
      },
    ]);
  let last = 0;
  for (const [i, e] of read.data.entries.entries()) {
    if (e.step < last)
      return fail([
        {
          what: 'The steps of this story run backwards.',
          where: `entries.${i}.step`,
          fix: 'Choose a file that was not edited.',
        },
      ]);
    last = e.step;
  }
  return ok(read.data as unknown as StoryFile);
}
