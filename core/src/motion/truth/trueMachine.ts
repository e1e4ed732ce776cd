import type { Design } from '../../machine/design';
import type { TerminalRef } from '../../machine/ids';
import type { Element } from '../../machine/parts';
import { pulseSensor } from '../../machine/pulseSensor';
import type { Derived } from '../../units/derived';
import { mapKnown } from '../../units/derived';
import { baseValue } from '../../units/quantity';
import type { PlantModel } from '../plant/model';
import { plantModel } from '../plant/model';
import type { HiddenFault } from './hiddenFault';

/** The machine as it truly is: its file with the hidden faults worked in. Plain data, so that a worker can have it. */
export interface TrueMachine {
  /** Its parts and conductors are those of the true nets. */
  design: Design;
  plant: PlantModel;
  stuck: ReadonlyMap<string, 'open' | 'closed'>;
  /** Buttons that are pressed from the start. */
  pressed: readonly string[];
  /** Drivers that get no enable. */
  unable: readonly string[];
  /** Circuits that catch noise while the spindle runs, or come loose while something moves: trips a second. */
  noise: Readonly<Record<string, { perS: number; while: 'spindle' | 'motion' }>>;
  /** How often the link to the host breaks off, a second; 0 where it stands. */
  linkDropsPerS: number;
  /** How far the second motor's side of each axis stands ahead, in the order of the axes. */
  skew: readonly number[];
  /** What was worked in, for whoever may look inside. */
  faults: readonly HiddenFault[];
}

const otherForm = (e: Element): Element =>
  e.kind === 'contact' || e.kind === 'sensor-output' ? { ...e, form: e.form === 'NO' ? 'NC' : 'NO' } : e;

/** Works hidden faults into a machine, or says what the plant still needs. A fault that does not fit changes nothing. */
export function trueMachine(
  believed: Design,
  inputs: Readonly<Record<string, TerminalRef>>,
  faults: readonly HiddenFault[],
): Derived<TrueMachine> {
  let design = believed;
  const stuck = new Map<string, 'open' | 'closed'>();
  const pressed: string[] = [];
  const unable: string[] = [];
  const noise: Record<string, { perS: number; while: 'spindle' | 'motion' }> = {};
  let linkDropsPerS = 0;
  const skew = design.axisOrder.map(() => 0);
  const plantChanges: ((p: PlantModel) => void)[] = [];
  const motor = (p: PlantModel, axis: string, drive: number) =>
    p.motors.find((m) => p.axes[m.axis]?.id === axis && m.index === drive);
  for (const f of faults)
    switch (f.kind) {
      case 'motor-reversed':
        plantChanges.push((p) => {
          const m = motor(p, f.axis, f.drive);
          if (m) m.travelPerPulse = -m.travelPerPulse;
        });
        break;
      case 'other-pulses':
        plantChanges.push((p) => {
          for (const m of p.motors) if (p.axes[m.axis]?.id === f.axis) m.travelPerPulse *= f.factor;
        });
        break;
      case 'split-coil':
        plantChanges.push((p) => {
          const m = motor(p, f.axis, f.drive);
          if (m) m.dead = true;
        });
        break;
      case 'loose-coupling':
        plantChanges.push((p) => {
          const m = motor(p, f.axis, f.drive);
          if (m) m.couplingNm = Math.max(1e-6, f.share * (m.frictionNm + Math.abs(m.weightPlusNm)) * 2);
        });
        break;
      case 'weak-supply':
        plantChanges.push((p) => {
          // The mains, which is the last, does not sag.
          p.busW = p.busW.map((w, i) => (i === p.busW.length - 1 ? w : (Number.isFinite(w) ? w : 200) * f.share));
        });
        break;
      case 'brake-late':
        plantChanges.push((p) => {
          for (const m of p.motors)
            if (p.axes[m.axis]?.id === f.axis) [m.brakeReleaseS, m.brakeCloseS] = [f.releaseS, f.closeS];
        });
        break;
      case 'index-near-trip':
        plantChanges.push((p) => {
          const axis = p.axes.findIndex((a) => a.id === f.axis);
          const end = design.axes[f.axis]?.reference.end;
          const s = p.switches.find(
            (w) => !w.turn && w.plusEnd === (end === 'plus') && w.motors.some((m) => p.motors[m]?.axis === axis),
          );
          for (const m of p.motors) if (m.axis === axis && s && !Number.isNaN(m.indexAt)) m.indexAt = s.at;
          const sensor = pulseSensor(design, f.axis);
          for (const w of p.switches) if (s && w.device === sensor) w.at = s.at;
          // A worn coarse mark scatters around it.
          if (s) s.repeatability = Math.max(s.repeatability, 0.1);
        });
        break;
      case 'magnet-slipped':
        plantChanges.push((p) => {
          const axis = design.axes[f.axis];
          const a = p.axes.find((x) => x.id === f.axis);
          const mark = axis?.reference.markFromStop && baseValue(axis.reference.markFromStop);
          const sensor = pulseSensor(design, f.axis);
          for (const s of p.switches)
            if (s.device === sensor && a && mark !== undefined) s.at = s.plusEnd ? a.length - mark : mark;
        });
        break;
      case 'switch-moved':
        plantChanges.push((p) => {
          for (const s of p.switches) if (s.device === f.device) s.at += f.by;
        });
        break;
      case 'backlash':
        plantChanges.push((p) => {
          for (const m of p.motors) if (p.axes[m.axis]?.id === f.axis) m.backlash += f.by;
        });
        break;
      case 'skewed':
        skew[design.axisOrder.indexOf(f.axis)] = f.by;
        break;
      case 'stuck-switch':
        for (const [id, e] of Object.entries(design.parts[f.device]?.elements ?? {}))
          if (e.kind === 'contact' || e.kind === 'sensor-output') stuck.set(`${f.device}/${id}`, f.as);
        break;
      case 'pressed':
        pressed.push(f.device);
        break;
      case 'not-enabled': {
        const driver = design.axes[f.axis]?.drives[f.drive]?.driver;
        if (driver) unable.push(driver);
        break;
      }
      case 'noise':
        noise[f.circuit] = { perS: f.perS, while: 'spindle' };
        break;
      case 'loose-wire':
        noise[f.circuit] = { perS: f.perS, while: 'motion' };
        break;
      case 'contact-other-type': {
        const part = design.parts[f.device];
        if (!part) break;
        const elements = Object.fromEntries(Object.entries(part.elements).map(([id, e]) => [id, otherForm(e)]));
        design = { ...design, parts: { ...design.parts, [f.device]: { ...part, elements } } };
        break;
      }
      case 'inputs-swapped':
      case 'misprinted': {
        const [a, b] = [inputs[f.a], inputs[f.b]];
        if (a && b) design = { ...design, conductors: swapEnds(design.conductors, a, b) };
        break;
      }
      case 'supply-short': {
        // It shuts down at once: nothing behind its plus gets anything.
        const part = design.parts[f.part];
        const behind = (t: TerminalRef) => t.part === f.part && part?.terminals[t.terminal]?.role === 'supply-out-plus';
        const rest = Object.entries(design.conductors).filter(([, c]) => !behind(c.from) && !behind(c.to));
        design = { ...design, conductors: Object.fromEntries(rest) };
        break;
      }
      case 'earth-poor':
        break;
      case 'encoder-ratio':
        plantChanges.push(({ spindle }) => {
          if (spindle?.encoder) spindle.encoder.ratio *= f.factor;
        });
        break;
      case 'divider-other':
        plantChanges.push(({ spindle }) => {
          if (spindle?.encoder) spindle.encoder.lines *= f.factor;
        });
        break;
      case 'index-twice':
        plantChanges.push(({ spindle }) => {
          if (spindle?.encoder) spindle.encoder.marks = 2;
        });
        break;
      case 'link-drops':
        linkDropsPerS = f.perS;
        break;
      case 'wire-off': {
        const { [f.conductor]: _gone, ...rest } = design.conductors;
        design = { ...design, conductors: rest };
        break;
      }
    }
  return mapKnown(plantModel(design), (plant) => {
    for (const change of plantChanges) change(plant);
    return { design, plant, stuck, pressed, unable, noise, linkDropsPerS, skew, faults };
  });
}

function swapEnds(conductors: Design['conductors'], a: TerminalRef, b: TerminalRef): Design['conductors'] {
  const same = (x: TerminalRef, y: TerminalRef) => x.part === y.part && x.terminal === y.terminal;
  const swapped = (x: TerminalRef) => (same(x, a) ? b : same(x, b) ? a : x);
  return Object.fromEntries(
    Object.entries(conductors).map(([id, c]) => [id, { ...c, from: swapped(c.from), to: swapped(c.to) }]),
  );
}
