import { applyPatches, enablePatches, isDraft, type Patch, produce, produceWithPatches } from 'immer';
import isEqual from 'fast-deep-equal';
import type { Fault } from '../../units/result';
import type { Design } from '../design';
import type { MachineFile, Revision } from '../file';
import { become } from '../become';
import { danglingAfter, danglingReferences } from '../references';
import { touchedFaults } from '../touched';
import { reservedKeys } from './shape';

enablePatches();

type Snapshot = MachineFile['history']['snapshots'][number];

/** Revisions between two words of progress. */
const STRIDE = 20;

export interface Replayed {
  file: MachineFile;
  /** What was cut off or brought in line; empty for a history that leads where the file says. */
  told: Fault[];
}

/** Where a patch cannot be carried out on a draft, and why; undefined where it can. */
function misplaced(draft: object, { path, op, value }: Patch): string | undefined {
  if (!path.length) return 'it would replace the whole machine';
  let at: unknown = draft;
  for (const [i, key] of path.entries()) {
    if (typeof at !== 'object' || at === null) return `"${path.join('.')}" does not exist`;
    const last = i === path.length - 1;
    if (Array.isArray(at)) {
      const lengthCut = last && op === 'replace' && key === 'length';
      const n = Number(lengthCut ? value : key);
      const most = lengthCut || (last && op === 'add') ? at.length : at.length - 1;
      if (!Number.isInteger(n) || n < 0 || n > most) return `"${path.join('.')}" is beyond the end of a list`;
    } else if (reservedKeys.has(String(key))) return `the name "${String(key)}" cannot be used`;
    else if (!last && !Object.hasOwn(at, key)) return `"${path.join('.')}" does not exist`;
    at = (at as Record<string | number, unknown>)[key];
  }
  return undefined;
}

/** Carries out one revision; a string says why it cannot be. */
function carriedOut(before: Design, revision: Revision): Design | string {
  let wrong: string | undefined;
  // JSON leaves out a value that is not there: such a patch empties its field.
  const patches = revision.patches.map((p) => ('value' in p ? p : { ...p, op: 'remove' })) as Patch[];
  const after = produce(before, (draft) => {
    for (const p of patches) {
      wrong = misplaced(draft, p);
      if (wrong) return;
      const next = applyPatches(draft as object, [p]);
      if (!isDraft(next)) wrong = 'it would replace the whole machine';
    }
  });
  if (wrong) return wrong;
  const fault = touchedFaults(after, patches)[0] ?? danglingAfter(before, after)[0];
  return fault ? `${fault.where}: ${fault.what}` : after;
}

/** How far the revisions lead from one whole design: to the last one, or to where and why they break off. */
interface Walk {
  design: Design;
  number: number;
  why: string;
}
function* walk(file: MachineFile, base: Snapshot, wholeAt: ReadonlyMap<number, Design>): Generator<void, Walk> {
  let { design, number } = base;
  const stop = (why: string): Walk => ({ design, number, why });
  if (danglingReferences(design).length) return stop(`the machine kept as ${number} is not whole`);
  for (const [i, r] of file.history.revisions.entries()) {
    if (r.number <= base.number) continue;
    if (r.number !== number + 1) return stop(`revision ${r.number} does not follow ${number}`);
    const next = carriedOut(design, r);
    if (typeof next === 'string') return stop(`revision ${r.number}: ${next}`);
    const kept = wholeAt.get(r.number);
    if (kept && !isEqual(kept, next)) return stop(`they lead to another machine than the one kept as ${r.number}`);
    design = next;
    number = r.number;
    if (i % STRIDE === STRIDE - 1) yield;
  }
  return stop('');
}

/** One revision more that leads from what the change log says to what the file holds. */
function bridge(file: MachineFile, from: Design, number: number): Revision {
  const [, patches] = produceWithPatches(from, (draft) => {
    become(draft as unknown as Record<string, unknown>, file.design as unknown as Record<string, unknown>, 2);
  });
  return {
    number,
    at: file.history.revisions.at(-1)?.at ?? file.createdAt,
    command: 'in-file',
    title: 'Changed in the file, outside Nodaxis',
    patches: patches as Revision['patches'],
  };
}

/**
 * Carries out every revision of a file and checks each design on the way. What cannot be carried out is cut off, up to the
 * next whole design from which the rest can be, and told by number. Where the last revision leads to another design than
 * the file’s, one more says what differs: the file’s design is the machine. Yields between revisions.
 */
export function* replay(file: MachineFile): Generator<void, Replayed> {
  const snapshots = [...file.history.snapshots].sort((a, b) => a.number - b.number);
  const wholeAt = new Map(snapshots.map((s) => [s.number, s.design]));
  const first = snapshots[0]!.number + 1;
  const last = Math.max(file.history.revisions.at(-1)?.number ?? 0, snapshots.at(-1)!.number);
  const told: Fault[] = [];
  let why = '';
  let reached = -1;
  for (const base of snapshots) {
    // A whole design from before the break leads to the same break.
    if (base.number <= reached) continue;
    const end = yield* walk(file, base, wholeAt);
    if (end.why || end.number < last) {
      why ||= end.why || `they end at ${end.number}, and the machine is at ${last}`;
      reached = end.number;
      continue;
    }
    let { history } = file;
    if (why) {
      told.push(cutOff(first, base.number, why));
      history = {
        snapshots: snapshots.filter((s) => s.number >= base.number),
        revisions: history.revisions.filter((r) => r.number > base.number),
      };
    }
    if (!isEqual(end.design, file.design)) {
      const more = bridge(file, end.design, last + 1);
      told.push({
        what: `The machine in this file is not the one that its change log leads to: it differs in ${differing(more)}.`,
        where: 'history',
        fix: 'It was opened as the file has it; one more line in the change log says what differs.',
      });
      history = { ...history, revisions: [...history.revisions, more] };
    }
    return { file: history === file.history ? file : { ...file, history }, told };
  }
  told.push(cutOff(first, last, why));
  return { file: { ...file, history: { snapshots: [{ number: last, design: file.design }], revisions: [] } }, told };
}

const cutOff = (first: number, upTo: number, why: string): Fault => ({
  what: `Revisions ${first} to ${upTo} of the change log cannot be read (${why}). The machine as it is now is whole.`,
  where: 'history',
  fix: 'They were left out of the machine that opened. The file itself was not changed: keep it if you need them.',
});

const differing = (r: Revision): string =>
  [...new Set(r.patches.map((p) => p.path.slice(0, 2).join('.')))].slice(0, 5).join(', ');
