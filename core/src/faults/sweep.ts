import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import type { Notice } from '../switches/polarity';
import type { Evaluation } from '../wiring/evaluate';
import type { Network } from '../wiring/network';
import type { Fault } from './faults';
import { singleFaults } from './faults';
import { Behaviour, FunctionCheck, union } from './behaviour';
import { reaches } from './reach';
import type { SafetyFunction } from './safetyFunctions';
import { everydayActs } from './safetyFunctions';

export interface SweepRow {
  fault: Fault;
  /** When it shows: as soon as it is there, at the next everyday use, or not before the day it matters. */
  notice: Notice;
  /** Ids of the functions that are gone with it. */
  lost: readonly string[];
  /** A protective function is gone, and nothing reports it. */
  danger: boolean;
}

export interface SweepPlan {
  functions: readonly SafetyFunction[];
  /** Functions that do not work on the whole machine either. */
  missing: readonly string[];
  faults: readonly Fault[];
}

/** What the planner decided of inputs and outputs, as far as the sweep needs it. */
export interface Ends {
  inputs: Readonly<Record<string, TerminalRef>>;
  outputs: Readonly<Record<string, TerminalRef>>;
}

/** One everyday state in which a fault may show itself. */
interface Everyday {
  of: (b: Behaviour) => Evaluation;
  /** Zones that it stirs: a fault elsewhere shows no more in it than it does at rest. */
  zones: ReadonlySet<number>;
  /** A limit that a reference run leans on: where it stays silent, the hard stop tells, and that is no way to learn it. */
  leansOn?: TerminalRef;
}

/**
 * Sweeps all single faults of a machine. For each: which functions are gone, and when it is noticed. It shows *at once*
 * where the machine at rest, switched on and started, reads or does anything else than the whole one; *at next use*
 * where an everyday state does (power on and not yet started, a reference run, a touch of the probe, an output switched
 * on, a switch that is tried by hand each day); else *never*.
 *
 * A fault that cannot reach the nets of a function or of an everyday state is not asked about it (`Zones`).
 * A generator, so that a worker can tell how far it is and stop.
 */
export function* sweep(
  design: Design,
  network: Network,
  ends: Ends,
  faults: readonly Fault[] = singleFaults(design),
): Generator<SweepRow, SweepPlan> {
  const check = new FunctionCheck(design, network, ends.inputs);
  const { living, zones, whole, functions, missing } = check;
  const inputs = Object.values(ends.inputs);
  const loads = Object.entries(design.parts).flatMap(([part, { elements }]) =>
    Object.entries(elements).flatMap(([id, e]) => (e.kind === 'load' ? [[part, id] as const] : [])),
  );
  /** All that a person or the controller can see of a situation, as text to be compared. */
  const shows = (e: Evaluation): string =>
    [
      inputs.map((i) => e.readingAt(i)).join(),
      [...e.energised].join(),
      [...living.torque(e)].join(),
      loads.map(([part, element]) => (living.loadFed(e, part, element) ? 1 : 0)).join(''),
      e.ringing,
      e.shorted,
    ].join('|');

  const torqueZones = check.torqueZones();
  const mainsZones = union(...living.mainsTerminals().map((t) => zones.ofTerminal(t)));
  const stirs = (parts: Iterable<string>) => union(...[...parts].map((p) => zones.ofPart(p)));
  const daily = design.dailyChecks ?? [];
  const everyday: Everyday[] = [
    { of: (b) => b.switchedOn(), zones: torqueZones },
    ...everydayActs(design, ends.inputs).map(({ device, leansOn }): Everyday => ({
      of: (b) => b.at([device]),
      zones: stirs([device]),
      ...(leansOn ? { leansOn } : {}),
    })),
    ...daily.map((d): Everyday => ({ of: (b) => b.at([d]), zones: stirs([d]) })),
    ...daily.map((d): Everyday => ({ of: (b) => b.after([d]), zones: union(stirs([d]), torqueZones) })),
    ...Object.values(ends.outputs).map((o): Everyday => {
      const driven = new Set([terminalKey(o)]);
      return { of: (b) => b.at([], { driven }), zones: zones.ofTerminal(o) };
    }),
  ];
  const shownAtRest = shows(whole.atRest());
  const shown = everyday.map((s) => shows(s.of(whole)));

  const showsIn = (b: Behaviour, s: Everyday, whole: string): boolean => {
    const e = s.of(b);
    if (shows(e) === whole) return false;
    return !s.leansOn || e.readingAt(s.leansOn) !== b.atRest().readingAt(s.leansOn);
  };

  const able = functions.filter((f) => !missing.includes(f.id));
  for (const fault of faults) {
    if (fault.kind === 'controller-hung') {
      const lost = able.filter((f) => f.input).map((f) => f.id);
      // It answers no command any more: that is seen as soon as something is asked of it.
      yield { fault, notice: 'at next use', lost, danger: false };
      continue;
    }
    const near = zones.reachedBy(fault.situation);
    const b = new Behaviour(living, fault.situation);
    // A short circuit takes the supply down, and with it everything: on the whole machine, or by this fault.
    const shorted = whole.atRest().shorted || b.atRest().shorted;
    const reached = shorted || reaches(near, mainsZones) ? 'all' : near;
    const lost = check.lost(b, reached);
    const notice: Notice =
      shows(b.atRest()) !== shownAtRest
        ? 'at once'
        : everyday.some((s, i) => reaches(reached, s.zones) && showsIn(b, s, shown[i]!))
          ? 'at next use'
          : 'never';
    const danger = notice === 'never' && lost.some((f) => f.protective);
    yield { fault, notice, lost: lost.map((f) => f.id), danger };
  }
  return { functions, missing, faults };
}

/** The whole sweep at once. */
export function sweepAll(...args: Parameters<typeof sweep>): SweepPlan & { rows: SweepRow[] } {
  const rows: SweepRow[] = [];
  const run = sweep(...args);
  for (;;) {
    const step = run.next();
    if (step.done) return { ...step.value, rows };
    rows.push(step.value);
  }
}
