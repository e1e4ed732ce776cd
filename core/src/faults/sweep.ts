import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import type { Notice } from '../switches/polarity';
import type { Evaluation, Situation } from '../wiring/evaluate';
import type { Network } from '../wiring/network';
import type { Fault } from './faults';
import { singleFaults } from './faults';
import { LivingMachine } from './livingMachine';
import type { SafetyFunction } from './safetyFunctions';
import { everydayDevices, readAt, safetyFunctions, tells } from './safetyFunctions';

export interface SweepRow {
  fault: Fault;
  /** When it shows: as soon as it is there, at the next everyday use, or not before the day it matters. */
  notice: Notice;
  /** Ids of the functions that are gone with it. */
  lost: readonly string[];
  /** A protective function is gone, and nobody is told. */
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

/** What a machine does in the named situations, with or without a fault. */
class Behaviour {
  private readonly living: LivingMachine;
  private readonly fault: Situation;
  private readonly ends: Ends;
  private readonly loads: readonly (readonly [part: string, element: string])[];
  readonly held: ReadonlySet<string>;

  constructor(living: LivingMachine, ends: Ends, loads: Behaviour['loads'], fault: Situation) {
    this.living = living;
    this.ends = ends;
    this.loads = loads;
    this.fault = fault;
    this.held = living.started(fault);
  }
  at(actuated: Iterable<string>, more: Situation = {}): Evaluation {
    return this.living.at({ ...this.fault, held: this.held, ...more, actuated: new Set(actuated) });
  }
  torque = (e: Evaluation) => this.living.torque(e);
  /** All that a person or the controller can see of a situation, as text to be compared. */
  shows(e: Evaluation): string {
    return [
      ...Object.values(this.ends.inputs).map((i) => e.readingAt(i)),
      [...e.energised].sort().join(),
      [...this.torque(e)].sort().join(),
      this.loads.map(([part, element]) => (e.fed(part, element) ? 1 : 0)).join(''),
      e.ringing,
    ].join('|');
  }
}

/**
 * Sweeps all single faults of a machine. For each: which functions are gone, and when it is noticed. It shows *at once*
 * where the machine at rest, switched on and started, reads or does anything else than the whole one; *at next use*
 * where an everyday act does (a reference run, a touch of the probe, an output switched on); else *never*.
 * A generator, so that a worker can tell how far it is and stop.
 */
export function* sweep(
  design: Design,
  network: Network,
  ends: Ends,
  faults: readonly Fault[] = singleFaults(design),
): Generator<SweepRow, SweepPlan> {
  const living = new LivingMachine(design, network);
  const loads = Object.entries(design.parts).flatMap(([part, { elements }]) =>
    Object.entries(elements).flatMap(([id, e]) => (e.kind === 'load' ? [[part, id] as const] : [])),
  );
  const whole = new Behaviour(living, ends, loads, {});
  const everyday: { actuated: string[]; driven?: ReadonlySet<string> }[] = [
    ...everydayDevices(design).map((d) => ({ actuated: [d] })),
    ...Object.values(ends.outputs).map((o) => ({ actuated: [], driven: new Set([terminalKey(o)]) })),
  ];
  const shownAtRest = whole.shows(whole.at([]));
  const shown = everyday.map((s) => whole.shows(whole.at(s.actuated, s.driven ? { driven: s.driven } : {})));

  const functions = safetyFunctions(design, ends.inputs);
  const healthy = new Map(
    functions.map((f) => [f.id, { rest: readAt(whole.at([]), f), called: readAt(whole.at(f.call), f) }]),
  );
  const works = (b: Behaviour, f: SafetyFunction): boolean => {
    const called = b.at(f.call);
    switch (f.kind) {
      case 'trip':
      case 'stop-told':
        return tells(healthy.get(f.id)!) && readAt(called, f) === healthy.get(f.id)!.called;
      case 'stop-power':
        return b.torque(called).size === 0;
      case 'stop-latch':
        return b.torque(b.at([], { held: called.energised })).size === 0;
      case 'brake':
        return !called.energised.has(f.coil!);
    }
  };
  const missing = functions.filter((f) => !works(whole, f)).map((f) => f.id);
  const able = functions.filter((f) => !missing.includes(f.id));

  for (const fault of faults) {
    if (fault.kind === 'controller-hung') {
      const lost = able.filter((f) => f.input).map((f) => f.id);
      // It answers no command any more: that is seen as soon as something is asked of it.
      yield { fault, notice: 'at next use', lost, danger: false };
      continue;
    }
    const b = new Behaviour(living, ends, loads, fault.situation);
    const lost = able.filter((f) => !works(b, f)).map((f) => f.id);
    const notice: Notice =
      b.shows(b.at([])) !== shownAtRest
        ? 'at once'
        : everyday.some((s, i) => b.shows(b.at(s.actuated, s.driven ? { driven: s.driven } : {})) !== shown[i])
          ? 'at next use'
          : 'never';
    const danger = notice === 'never' && able.some((f) => f.protective && lost.includes(f.id));
    yield { fault, notice, lost, danger };
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
