import { isEndless } from '../machine/mechanics';
import { describeField } from '../machine/fields';
import { busForDrives } from '../distribution/supplies';
import { runsOnMains } from '../drivetrain/bus';
import { movedMassKg } from '../drivetrain/load';
import type { Station } from '../machine/fields';
import type { Design } from '../machine/design';
import type { Figures } from './figureTypes';

/** How much of a station is settled: what is done or known, of what there is to do or to know. */
export interface Settled {
  done: number;
  of: number;
}

const counted = new WeakMap<Design['conductors'], { made: number; all: number }>();
/** How many conductors there are, and how many are connected; counted once for each table. */
function conductorsOf({ conductors }: Design): { made: number; all: number } {
  let count = counted.get(conductors);
  if (!count) {
    const list = Object.values(conductors);
    const made = list.filter((c) => c.state === 'connected' || c.state === 'checked').length;
    counted.set(conductors, (count = { made, all: list.length }));
  }
  return count;
}

/** Per station: figures that settings need, conductors connected, settings known, whether a rehearsal can run. */
export function settledOf(figures: Figures): Partial<Record<Station, Settled>> {
  const { design, settings } = figures;
  const missing = new Set(settings.flatMap((s) => (s.value.known ? [] : s.value.missing)));
  const at: Record<'machine' | 'drives' | 'switches', Settled> = {
    machine: { done: 0, of: 0 },
    drives: { done: 0, of: 0 },
    switches: { done: 0, of: 0 },
  };
  const count = (station: keyof typeof at, done: boolean) => {
    at[station].of++;
    if (done) at[station].done++;
  };
  count('machine', design.roles.controller !== undefined);
  // Drives on the mains need no supply.
  const drivers = Object.values(design.axes).flatMap((a) => a.drives.flatMap((d) => d.driver ?? []));
  const allOnMains = drivers.length > 0 && drivers.every((id) => runsOnMains(design.parts[id]));
  count('machine', allOnMains || busForDrives(design) !== undefined);
  for (const { id, axis, drives, ruler, switches } of figures.axes) {
    if (!isEndless(axis)) count('machine', axis.travel !== undefined);
    count('machine', drives[0]!.scale.known || !drives[0]!.scale.missing.some((p) => p.includes('.transmission.')));
    count('drives', axis.maxSpeed !== undefined);
    count('drives', axis.acceleration !== undefined);
    if (axis.motion === 'linear') count('machine', movedMassKg(id, design.masses) !== undefined);
    for (const d of drives) count('drives', d.torque.known);
    for (const d of axis.drives) {
      count('drives', d.motor !== undefined);
      count('drives', d.driver !== undefined && design.parts[d.driver]?.setup.stepsPerRevolution !== undefined);
    }
    if (axis.reference.method !== 'none') count('switches', ruler.known);
    for (const s of switches) count('switches', s.fromStop.known);
  }
  for (const path of missing) {
    const station = describeField(design, path)?.station;
    if (station === 'switches' && !path.startsWith('parts.')) count('switches', false);
  }
  // Which level means tripped is an answer of Switches, and comes from the wired circuit.
  for (const id of Object.keys(design.circuits)) count('switches', figures.circuits[id]?.activeWhen !== undefined);
  const { made, all } = conductorsOf(figures.whole.design);
  return {
    ...at,
    // What is still only proposed counts as undone, and a machine without any conductor is not wired.
    wiring: { done: made, of: Math.max(all, figures.whole.plan.proposals.length, 1) },
    // A machine that gets no power cannot be rehearsed, whatever is known of it.
    practice: { done: figures.controller.known && !figures.stop.dead.length ? 1 : 0, of: 1 },
    settings: { done: settings.filter((s) => s.value.known).length, of: settings.length },
  };
}
