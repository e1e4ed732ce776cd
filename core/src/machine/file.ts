import { z } from 'zod';
import { Quantity } from '../units/quantity';
import { Design } from './design';
import { Id, Instant, Name, PictureIds, Text } from './ids';
import { withDigest } from './reading/digest';

export const FORMAT = 'nodaxis-machine';
export const VERSION = 4;

const Reading = z.union([Quantity, z.string().max(2000), z.boolean()]);

const entry = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.strictObject({
    kind: z.literal(kind),
    id: Id,
    at: Instant,
    revision: z.int().min(0).optional().describe('the revision that was current when it was written'),
    ...shape,
  });

/** Append-only: nothing here is ever edited in place; a correction is a new entry that names the old one. */
export const JournalEntry = z.discriminatedUnion('kind', [
  entry('record', {
    test: Id,
    testVersion: z.int().min(1),
    mode: z.enum(['rehearsal', 'real']),
    dependedOn: z.record(z.string(), z.json()).describe('the values of the declared design inputs at that time'),
    reliedOn: z.array(Id).max(1000).describe('ids of the records that it relied on'),
    readings: z.record(z.string(), Reading),
    verdict: z.enum(['passed', 'failed', 'not-judged']),
    note: Text.optional(),
    photos: PictureIds.optional(),
    corrects: Id.optional(),
    outcome: z.string().max(1000).optional().describe('the judgement in a sentence, as it was shown then'),
    despite: z.array(Id).max(1000).optional().describe('tests that had not passed when this one was done'),
  }),
  entry('waiver', { test: Id, reason: Text.min(1) }),
  entry('tick', {
    subject: z.string().max(200).describe('the path of what was done, such as conductors.drive-x-0/step'),
    state: z.string().max(40).describe('what it is now: connected, checked …'),
  }),
  entry('rework', { subject: z.string().max(200), text: Text }),
  entry('control', {
    sheet: Name.describe('the name sheet by which it was read'),
    part: Id.optional().describe('the drive that was read; absent for the control'),
    held: z
      .array(z.tuple([z.string().max(120), z.string().max(120)]))
      .max(5000)
      .describe('what the control held then: name and value, as it printed them'),
    text: Text.optional(),
  }),
  entry('open-item', {
    of: z.enum(['limit-off', 'override-held', 'temporary-value', 'bridge', 'guard-off', 'other']),
    what: z.string().min(1).max(200).describe('what stands on the machine for now'),
    reason: z.string().max(500),
    waitsFor: z.string().max(200).describe('what has to come before it is put right'),
  }),
  entry('closed-item', { closes: Id.describe('the entry that opened it'), text: Text.optional() }),
  entry('warmth', {
    enclosure: Id,
    minutes: z.number().min(0).max(100_000).describe('since power-on'),
    room: Quantity,
    inside: Quantity.describe('of the air in the enclosure, near its top'),
    mains: Quantity.optional().describe('power that the machine takes from the mains at that moment'),
    current: Quantity.optional().describe('that the supply of the drives gives at that moment'),
  }),
  entry('trial', {
    part: Id.describe('the drive on which something was tried'),
    setting: z.string().max(200).describe('which setting was tried, as it is called there or here'),
    value: z.string().max(120).describe('the value that it was given'),
    happened: Text.describe('what happened then'),
  }),
  entry('speed-check', {
    part: Id.describe('the spindle whose speed was measured'),
    commanded: Quantity,
    measured: Quantity,
  }),
  entry('run-in', {
    part: Id.describe('the spindle whose bearings were run in'),
    speed: Quantity,
    minutes: z.number().min(0).max(100_000),
    nose: Quantity.optional().describe('how warm its nose was at the end'),
  }),
  entry('withdrawn-reading', { withdraws: Id.describe('a reading that was wrong') }),
  entry('note', { subject: z.string().max(200).optional(), text: Text, photos: PictureIds.optional() }),
]);
export type JournalEntry = z.infer<typeof JournalEntry>;

/** A picture is kept beside the file, by reference. */
export const PhotoRef = z.strictObject({
  name: Name,
  mime: z.enum(['image/jpeg', 'image/png', 'image/webp']),
  widthPx: z.int().min(1),
  heightPx: z.int().min(1),
  sha256: z.string().regex(/^[0-9a-f]{64}$/),
  takenAt: Instant.optional(),
});

export type PhotoRef = z.infer<typeof PhotoRef>;

/** Positions and view choices: no revision, and never a reason for evidence to go stale. */
export const Layout = z.strictObject({
  positions: z.record(Id, z.strictObject({ x: z.number(), y: z.number() })),
  view: z.record(z.string().max(60), z.string().max(200)),
});

const Patch = z.strictObject({
  op: z.enum(['replace', 'remove', 'add']),
  path: z.array(z.union([z.string(), z.number()])).max(64),
  value: z.json().optional(),
});

/** Characters that a line of the change log may have. */
export const MOST_TITLE = 300;

/** One edit. Numbers only grow and always mean the same design: an undo is a revision too. */
export const Revision = z.strictObject({
  number: z.int().min(1),
  at: Instant,
  command: z.string().max(60),
  title: z.string().max(MOST_TITLE),
  patches: z.array(Patch),
});
export type Revision = z.infer<typeof Revision>;

export const MachineFile = z.strictObject({
  format: z.literal(FORMAT),
  version: z.literal(VERSION),
  id: Id,
  createdAt: Instant,
  design: Design,
  journal: z.array(JournalEntry),
  layout: Layout,
  photos: z.record(Id, PhotoRef),
  history: z.strictObject({
    snapshots: z.array(z.strictObject({ number: z.int().min(0), design: Design })).min(1),
    revisions: z.array(Revision),
  }),
});
export type MachineFile = z.infer<typeof MachineFile>;

/** The number of the newest revision; 0 for a machine that was never edited. */
export const revisionOf = (file: MachineFile): number => file.history.revisions.at(-1)?.number ?? 0;
export const changedAt = (file: MachineFile): string => file.history.revisions.at(-1)?.at ?? file.createdAt;

/** A new file around a design: no history, no journal. `id` and `now` come from outside, since core reads no clock. */
export const newMachineFile = (design: Design, id: string, now: string): MachineFile => ({
  format: FORMAT,
  version: VERSION,
  id,
  createdAt: now,
  design,
  journal: [],
  layout: { positions: {}, view: {} },
  photos: {},
  history: { snapshots: [{ number: 0, design }], revisions: [] },
});

/** The text of a machine file as it is handed out, with its checksum. */
export const writeMachineFile = (file: MachineFile): string => withDigest(JSON.stringify(file));
