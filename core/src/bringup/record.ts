import type { JournalEntry } from '../machine/file';
import type { NewEntry } from '../machine/journal';
import type { Display } from '../units/print';
import { groundsOf, type Standing, type TestRecord } from './evidence';
import type { Instance } from './graph';
import { unfilled } from './reading';
import type { Judgement, Readings } from './testKind';
import type { Made } from './made';

/** Judges readings of an instance as the machine stands; what is not complete is not judged. */
export function judge(instance: Instance, readings: Readings, m: Made, display: Display): Judgement {
  const { test, subject } = instance;
  const open = unfilled(test.fields(m, subject, readings, display), readings);
  if (open.length) return { verdict: 'not-judged', says: [`Still to enter: ${open.map((f) => f.title).join('; ')}.`] };
  return test.judge(readings, { m, s: subject, display });
}

/** A result as the journal keeps it: readings, outcome, what it depended on and relied on, and what it went ahead in spite of. */
export function recordOf(
  m: Made,
  instance: Instance,
  all: readonly Standing[],
  given: {
    readings: Readings;
    judgement: Judgement;
    mode: TestRecord['mode'];
    note?: string;
    photos?: readonly string[];
    corrects?: string;
  },
): NewEntry {
  const standing = all.find((s) => s.instance.key === instance.key);
  const { readings, judgement, mode, note, photos, corrects } = given;
  return {
    kind: 'record',
    ...groundsOf(m, instance, all),
    mode,
    readings: { ...readings },
    verdict: judgement.verdict,
    outcome: judgement.says.join(' ').slice(0, 1000),
    ...(note ? { note } : {}),
    ...(photos?.length ? { photos: [...photos] } : {}),
    ...(corrects ? { corrects } : {}),
    ...(standing?.waitsFor.length ? { despite: [...standing.waitsFor] } : {}),
  } satisfies Omit<Extract<JournalEntry, { kind: 'record' }>, 'id' | 'at'>;
}
