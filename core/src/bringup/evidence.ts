import type { Design } from '../machine/design';
import type { JournalEntry } from '../machine/file';
import { describeField, fieldTitle } from '../machine/fields';
import type { Difference, Fingerprint } from './fingerprint';
import { fingerprint, PrintMemo } from './fingerprint';
import type { Instance } from './graph';
import type { Item } from './testKind';
import type { Made } from './made';
import { isBehind, movedInControl, type MovedInControl } from './movedInControl';

export type TestRecord = Extract<JournalEntry, { kind: 'record' }>;
export type ReworkEntry = Extract<JournalEntry, { kind: 'rework' }>;

export type StaleReason =
  | { because: 'changed'; difference: Difference }
  | { because: 'rework'; text: string; at: string; subject: string }
  | { because: 'relied'; key: string; failed: boolean }
  | { because: 'judged-otherwise' }
  | { because: 'control'; moved: MovedInControl };

export type TestState = 'locked' | 'open' | 'passed' | 'failed' | 'stale' | 'not-judged';
export interface Standing {
  instance: Instance;
  state: TestState;
  /** Its newest result that no later one corrects. */
  record: TestRecord | undefined;
  /** Tests before it that have not passed, or whose results are stale. */
  waitsFor: readonly string[];
  stale: readonly StaleReason[];
  /** Of a test that looks at many: those that have to be looked at again. Absent: all of it. */
  again?: readonly Item[];
  /** How many it looks at in all. */
  of?: number;
  /** Opened in spite of what it waits for, with the reason given. */
  waived: string | undefined;
}

const inside = (path: string, root: string): boolean => path === root || path.startsWith(`${root}.`);
/** What a part or a circuit once was has nothing to be looked at. */
const isGone = (design: Design, path: string): boolean => {
  const [table, id = ''] = path.split('.');
  return (table === 'parts' && !design.parts[id]) || (table === 'circuits' && !design.circuits[id]);
};
/** The part, circuit or conductor that a path belongs to. */
const rootOf = (path: string): string => path.split('.').slice(0, 2).join('.');
const touches = (subject: string, print: Fingerprint): boolean =>
  Object.keys(print).some((path) => path === subject || path.startsWith(`${subject}.`));

interface JournalIndex {
  position: ReadonlyMap<string, number>;
  newest: ReadonlyMap<string, TestRecord>;
  byId: ReadonlyMap<string, TestRecord>;
  reworks: readonly { entry: ReworkEntry; at: number }[];
  waived: ReadonlyMap<string, string>;
}
/** A journal is only ever replaced by a longer one: what was found in it is found once. An edit of the design leaves it as it is. */
const indexes = new WeakMap<readonly JournalEntry[], Partial<Record<TestRecord['mode'], JournalIndex>>>();

function indexOf(journal: readonly JournalEntry[], mode: TestRecord['mode']): JournalIndex {
  const known = indexes.get(journal);
  if (known?.[mode]) return known[mode];
  const position = new Map<string, number>();
  const newest = new Map<string, TestRecord>();
  const byId = new Map<string, TestRecord>();
  const reworks: { entry: ReworkEntry; at: number }[] = [];
  const waived = new Map<string, string>();
  journal.forEach((e, i) => {
    if (e.kind === 'record' && e.mode === mode) {
      newest.set(e.test, e);
      byId.set(e.id, e);
      position.set(e.id, i);
      waived.delete(e.test);
    } else if (e.kind === 'rework') reworks.push({ entry: e, at: i });
    else if (e.kind === 'waiver') waived.set(e.test, e.reason);
  });
  const index = { position, newest, byId, reworks, waived };
  indexes.set(journal, { ...known, [mode]: index });
  return index;
}

/**
 * Where every test of a machine stands: what passed, what a change has made doubtful and why, what is locked and until
 * when. Compares what each result depended on with the design as it is now, so that going back freshens it; rework by
 * hand makes stale what it touched whatever the design says, and so does a setting that a reading of the control shows
 * moved. Only records of this `mode` count. `memo` keeps what an edit did not touch from one call to the next.
 */
export function standings(
  m: Made,
  instances: readonly Instance[],
  journal: readonly JournalEntry[],
  mode: TestRecord['mode'] = 'real',
  memo = new PrintMemo(),
): Standing[] {
  const { position, newest, byId, reworks, waived } = indexOf(journal, mode);
  const byKey = new Map(instances.map((i) => [i.key, i]));
  const prints = new Map<string, Fingerprint>();
  const printOf = (i: Instance) => {
    let print = prints.get(i.key);
    if (!print) prints.set(i.key, (print = memo.print(i.key, m.design, i.test.dependsOn(m, i.subject))));
    return print;
  };
  const itemsOf = new Map<string, readonly Item[]>();
  for (const i of instances) if (i.test.items) itemsOf.set(i.key, i.test.items(m, i.subject));
  /** The items that a reason concerns; nothing where it concerns the whole of its test. */
  function concerned(key: string, reason: StaleReason): readonly Item[] | undefined {
    const items = itemsOf.get(key);
    if (!items) return undefined;
    if (reason.because === 'changed') {
      const { path } = reason.difference;
      const own = items.filter((i) => i.paths.some((p) => inside(path, p)));
      return own.length ? own : undefined;
    }
    if (reason.because !== 'rework') return undefined;
    const own = items.filter((i) => i.paths.some((p) => inside(p, reason.subject)));
    return own.length ? own : undefined;
  }
  const movedSince = mode === 'real' ? movedInControl(m, journal) : () => [];
  const known = new Map<string, readonly StaleReason[]>();
  function staleness(r: TestRecord): readonly StaleReason[] {
    const found = known.get(r.id);
    if (found) return found;
    known.set(r.id, []);
    const instance = byKey.get(r.test);
    const reasons: StaleReason[] = [];
    if (instance) {
      if (instance.test.version !== r.testVersion) reasons.push({ because: 'judged-otherwise' });
      const was = r.dependedOn as Fingerprint;
      const many = itemsOf.has(instance.key);
      for (const difference of memo.differences(was, printOf(instance)))
        if (!many || !isGone(m.design, difference.path)) reasons.push({ because: 'changed', difference });
      for (const { entry, at } of reworks)
        if (at > position.get(r.id)! && touches(entry.subject, was))
          reasons.push({ because: 'rework', text: entry.text, at: entry.at, subject: entry.subject });
      const moved = movedSince(position.get(r.id)!);
      if (moved.length) {
        const paths = new Set(instance.test.dependsOn(m, instance.subject));
        for (const one of moved)
          if (one.keys.some((key) => isBehind(key, paths))) reasons.push({ because: 'control', moved: one });
      }
    }
    for (const id of r.reliedOn) {
      const under = byId.get(id);
      if (!under) continue;
      // A later result of the same test, or a correction, may say that it never held.
      const failed = newest.get(under.test)!.verdict !== 'passed';
      if (failed || staleness(under).length) reasons.push({ because: 'relied', key: under.test, failed });
    }
    known.set(r.id, reasons);
    return reasons;
  }
  /** Items to be looked at again, where only some of them are. */
  function againOf(key: string, stale: readonly StaleReason[]): readonly Item[] | undefined {
    if (!stale.length) return undefined;
    const own = stale.map((r) => concerned(key, r));
    return own.every((x) => x !== undefined) ? [...new Set(own.flat())] : undefined;
  }
  /** Whether a test that another waits for holds, as far as it concerns that other. */
  function holds(key: string, forOther: Instance): boolean {
    const r = newest.get(key);
    if (r?.verdict !== 'passed') return false;
    const stale = staleness(r);
    if (!stale.length) return true;
    const again = againOf(key, stale);
    if (!again) return false;
    const paths = [
      ...forOther.test.dependsOn(m, forOther.subject),
      ...(forOther.subject.part ? [`parts.${forOther.subject.part}`] : []),
    ];
    return !again.some((i) => i.paths.some((p) => paths.some((q) => inside(q, rootOf(p)) || inside(p, q))));
  }
  return instances.map((instance): Standing => {
    const record = newest.get(instance.key);
    const stale = record ? staleness(record) : [];
    const waitsFor = instance.after.filter((k) => !holds(k, instance));
    const reason = waived.get(instance.key);
    const state: TestState = record
      ? record.verdict === 'passed'
        ? stale.length
          ? 'stale'
          : 'passed'
        : record.verdict
      : waitsFor.length && reason === undefined
        ? 'locked'
        : 'open';
    const again = state === 'stale' ? againOf(instance.key, stale) : undefined;
    return {
      instance,
      state,
      record,
      waitsFor,
      stale,
      ...(again ? { again, of: itemsOf.get(instance.key)!.length } : {}),
      waived: reason,
    };
  });
}

/** Minutes that a test takes: only its share where some of the many are looked at again. */
export const minutesOf = ({ instance, again, of }: Standing): number =>
  again && of ? Math.max(1, Math.round((instance.test.minutes * again.length) / of)) : instance.test.minutes;

/** What is still to be done, or to be done again, in the right order, with the minutes that it takes. */
export function todo(all: readonly Standing[]): {
  list: Standing[];
  again: Standing[];
  minutes: number;
  next: Standing | undefined;
} {
  const list = all.filter((s) => s.state !== 'passed' && !s.instance.test.optional);
  const again = list.filter((s) => s.state === 'stale');
  const minutes = list.reduce((sum, s) => sum + minutesOf(s), 0);
  const next = list.find((s) => s.state !== 'locked' && (!s.waitsFor.length || s.waived !== undefined));
  return { list, again, minutes, next };
}

/** What a new result depends on and relies on, to be kept with it. */
export function groundsOf(
  m: Made,
  instance: Instance,
  all: readonly Standing[],
): Pick<TestRecord, 'test' | 'testVersion' | 'dependedOn' | 'reliedOn'> {
  const ids = instance.reliesOn.flatMap((key) => all.find((s) => s.instance.key === key)?.record?.id ?? []);
  return {
    test: instance.key,
    testVersion: instance.test.version,
    dependedOn: { ...fingerprint(m.design, instance.test.dependsOn(m, instance.subject)) },
    reliedOn: ids,
  };
}

/** A reason in words, with the name of the field that was changed. */
export function sayStale(reason: StaleReason, design: Design, titleOf: (key: string) => string): string {
  switch (reason.because) {
    case 'changed': {
      const { path, was, now } = reason.difference;
      return `${nameOf(design, path)}: was ${shown(was)}, is ${shown(now)}.`;
    }
    case 'rework':
      return `Since then: ${reason.text}`;
    case 'relied':
      return `It was built on “${titleOf(reason.key)}”, which ${reason.failed ? 'has not passed since' : 'is stale'}.`;
    case 'control':
      return `${reason.moved.of} was read again: ${reason.moved.name} (${reason.moved.what}) was ${reason.moved.was}, is ${reason.moved.is}.`;
    case 'judged-otherwise':
      return 'This test is judged differently now.';
  }
}
const shown = (v: unknown): string =>
  v === undefined
    ? 'absent'
    : typeof v === 'number'
      ? String(v).replace('-', '−')
      : v === true
        ? 'yes'
        : v === false
          ? 'no'
          : String(v);

/** The field that a path belongs to, as the stations call it; else what it hangs on. */
function nameOf(design: Design, path: string): string {
  const keys = path.split('.');
  for (let n = keys.length; n > 1; n--) {
    const field = describeField(design, keys.slice(0, n).join('.'));
    if (field) return fieldTitle(field);
  }
  const [table, id = ''] = keys;
  if (table === 'conductors') {
    const c = design.conductors[id];
    return c ? `Conductor ${c.number}` : 'A conductor that is gone';
  }
  if (table === 'parts') return `${design.parts[id]?.designation ?? id} ${keys.slice(2).join(' ')}`;
  if (table === 'overrides') return `Setting ${id}, set by hand`;
  return keys.join(' ');
}
