import { Behaviour, union } from '../faults/behaviour';
import { singleFaults, type Fault } from '../faults/faults';
import { LivingMachine } from '../faults/livingMachine';
import { reaches, Zones } from '../faults/reach';
import type { Ends } from '../faults/sweep';
import type { Design } from '../machine/design';
import { terminalKey } from '../machine/ids';
import type { Evaluation } from '../wiring/evaluate';
import type { Network } from '../wiring/network';

/** When a person looks: switched on and not started, started and at rest, a device pressed or met, or an output switched on. */
export type When =
  | { kind: 'switched-on' }
  | { kind: 'at-rest' }
  | { kind: 'actuated'; device: string }
  | { kind: 'driven'; output: string };
/** What is looked at: the lamp of an input, whether a drive holds its motor, whether a load works, whether the control lives, whether a fuse or breaker goes. */
export type What =
  | { kind: 'lamp'; circuit: string }
  | { kind: 'torque'; driver: string }
  | { kind: 'load'; part: string; element: string }
  | { kind: 'control' }
  | { kind: 'short' };
/** One thing that can be seen on a machine at one time, and is so or not. */
export interface Sight {
  id: string;
  when: When;
  what: What;
}

/** How a sight shows: as it should be or the other way, or so that nobody can rely on it. */
export type Shown = 0 | 1 | 2;
const UNSURE = 2;

/** All sights of a machine, and what a whole one and one with each single fault shows: a row for each fault, a place for each sight. */
export interface Signatures {
  sights: readonly Sight[];
  faults: readonly Fault[];
  whole: Uint8Array;
  rows: readonly Uint8Array[];
}

const keyOf = (when: When): string =>
  when.kind === 'actuated' ? `actuated/${when.device}` : when.kind === 'driven' ? `driven/${when.output}` : when.kind;

/** One moment in which the nets are evaluated, with the sights that it offers and the zones that it stirs. */
interface Moment {
  of: (b: Behaviour) => Evaluation;
  zones: ReadonlySet<number>;
  from: number;
  what: readonly What[];
}

/** Moments of a machine and what can be seen in each; a sight has the place of its moment’s `from` and its own in it. */
function momentsOf(
  design: Design,
  ends: Ends,
  living: LivingMachine,
  zones: Zones,
): { moments: Moment[]; sights: Sight[] } {
  const moments: Moment[] = [];
  const sights: Sight[] = [];
  const lamps = Object.keys(ends.inputs).map((circuit): What => ({ kind: 'lamp', circuit }));
  const torques = living.drivenParts().map((driver): What => ({ kind: 'torque', driver }));
  const general: What[] = [{ kind: 'control' }, { kind: 'short' }];
  const add = (when: When, of: Moment['of'], stirs: ReadonlySet<number>, what: readonly What[]) => {
    moments.push({ of, zones: stirs, from: sights.length, what });
    for (const w of what) sights.push({ id: `${keyOf(when)}:${whatKey(w)}`, when, what: w });
  };
  const everywhere = union(
    ...Object.values(ends.inputs).map((t) => zones.ofTerminal(t)),
    ...living.torqueTerminals().map((t) => zones.ofTerminal(t)),
  );
  add({ kind: 'switched-on' }, (b) => b.switchedOn(), everywhere, [...lamps, ...torques, ...general]);
  add({ kind: 'at-rest' }, (b) => b.atRest(), everywhere, [...lamps, ...torques, ...general]);
  for (const [circuit, c] of Object.entries(design.circuits)) {
    if (!ends.inputs[circuit]) continue;
    for (const device of c.devices)
      add({ kind: 'actuated', device }, (b) => b.at([device]), zones.ofPart(device), [
        { kind: 'lamp', circuit },
        ...(c.function === 'stop' ? torques : []),
      ]);
  }
  for (const [output, terminal] of Object.entries(ends.outputs)) {
    const loads = (design.outputs[output]?.devices ?? []).flatMap((part): What[] =>
      Object.entries(design.parts[part]?.elements ?? {}).flatMap(([element, e]) =>
        e.kind === 'load' || e.kind === 'coil' ? [{ kind: 'load' as const, part, element }] : [],
      ),
    );
    const driven = new Set([terminalKey(terminal)]);
    if (loads.length) add({ kind: 'driven', output }, (b) => b.at([], { driven }), zones.ofTerminal(terminal), loads);
  }
  return { moments, sights };
}
const whatKey = (w: What): string =>
  w.kind === 'lamp'
    ? `lamp/${w.circuit}`
    : w.kind === 'torque'
      ? `torque/${w.driver}`
      : w.kind === 'load'
        ? `load/${w.part}/${w.element}`
        : w.kind;

function shownBy(e: Evaluation, what: What, living: LivingMachine, ends: Ends): Shown {
  switch (what.kind) {
    case 'lamp': {
      const reading = e.readingAt(ends.inputs[what.circuit]!);
      return reading === 'high' ? 1 : reading === 'low' ? 0 : UNSURE;
    }
    case 'torque':
      return living.torque(e).has(what.driver) ? 1 : 0;
    case 'load':
      return living.loadFed(e, what.part, what.element) || e.energised.has(`${what.part}/${what.element}`) ? 1 : 0;
    case 'control':
      return living.controllerOn(e) ? 1 : 0;
    case 'short':
      return e.shorted ? 1 : 0;
  }
}

/**
 * What each single fault of a machine shows, at every moment in which a person can look. A generator, so that a worker can tell how far
 * it is and stop. A moment whose nets the fault does not reach shows what the whole machine does.
 */
export function* signatures(
  design: Design,
  network: Network,
  ends: Ends,
  faults: readonly Fault[] = singleFaults(design),
): Generator<number, Signatures> {
  const living = new LivingMachine(design, network);
  const zones = new Zones(network);
  const { moments, sights } = momentsOf(design, ends, living, zones);
  const mains = union(...living.mainsTerminals().map((t) => zones.ofTerminal(t)));
  const whole = new Uint8Array(sights.length);
  const see = (b: Behaviour, m: Moment, row: Uint8Array) => {
    const e = m.of(b);
    m.what.forEach((w, i) => (row[m.from + i] = shownBy(e, w, living, ends)));
  };
  const healthy = new Behaviour(living, {});
  for (const m of moments) see(healthy, m, whole);
  const rows: Uint8Array[] = [];
  for (const fault of faults) {
    const row = whole.slice();
    rows.push(row);
    if (fault.kind === 'controller-hung') {
      sights.forEach((s, i) => s.what.kind === 'control' && (row[i] = 0));
    } else {
      const b = new Behaviour(living, fault.situation);
      const near = zones.reachedBy(fault.situation);
      const reached = b.atRest().shorted || reaches(near, mains) ? 'all' : near;
      for (const m of moments) if (reaches(reached, m.zones)) see(b, m, row);
    }
    yield rows.length / faults.length;
  }
  return { sights, faults, whole, rows };
}
