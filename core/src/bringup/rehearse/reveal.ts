import type { HiddenFault } from '../../motion/truth/hiddenFault';
import { revealFault } from '../../motion/truth/hiddenFault';
import type { JournalEntry } from '../../machine/file';
import type { Instance } from '../graph';
import type { HiddenMachine } from './rehearsal';

/** Tests that show this fault, by their keys: what is asked of the part or the circuit that it sits on, the surest first. */
function keysFor(f: HiddenFault, instances: readonly Instance[], hidden: HiddenMachine): string[] {
  const design = hidden.built;
  const devices = (circuit: string): string[] => design.circuits[circuit]?.devices ?? [];
  const inputs = (circuit: string) => devices(circuit).map((d) => `input/${d}`);
  switch (f.kind) {
    case 'motor-reversed':
      return [`first-move/${f.axis}-${f.drive}`];
    case 'inputs-swapped':
      return [...inputs(f.a), ...inputs(f.b)];
    case 'misprinted':
      return ['labels/machine', ...inputs(f.a), ...inputs(f.b)];
    case 'contact-other-type':
      return [`switch-contact/${f.device}`, `input/${f.device}`];
    case 'stuck-switch':
    case 'pressed':
      return [`input/${f.device}`, `switch-contact/${f.device}`];
    case 'other-pulses':
      return [...(design.axes[f.axis]?.drives ?? []).map((_, i) => `drive-set/${f.axis}-${i}`), `scale/${f.axis}`];
    case 'split-coil':
      return [`coils/${f.axis}-${f.drive}`];
    case 'loose-coupling':
      return [`couplings/${f.axis}-${f.drive}`];
    case 'not-enabled':
      return [`enable/${f.axis}-${f.drive}`];
    case 'weak-supply':
      return design.rails.drives?.supply ? [`supply-load/${design.rails.drives.supply}`] : [];
    case 'noise':
      return ['noise-with-spindle/machine'];
    case 'loose-wire':
      return ['noise-in-motion/machine'];
    case 'wire-off': {
      const c = design.conductors[f.conductor];
      return c ? [c.from.part, c.to.part].map((p) => `input/${p}`) : [];
    }
    case 'brake-late':
      return (design.axes[f.axis]?.drives ?? []).map((_, i) => `brake/${f.axis}-${i}`);
    case 'index-near-trip':
      return [`index-pulse/${f.axis}`, `repeatability/${f.axis}`];
    case 'magnet-slipped':
      return [`marked-datum/${f.axis}`];
    case 'switch-moved': {
      const axis = design.parts[f.device]?.mount?.axis;
      return axis ? [`envelope/${axis}`, `squareness/${axis}`] : [];
    }
    case 'skewed':
      return [`squareness/${f.axis}`];
    case 'backlash':
      return [`backlash/${f.axis}`];
    case 'earth-poor':
      return [`earth/${f.part}`];
    case 'supply-short':
      return [`shorts/${f.part}`];
    case 'encoder-ratio':
    case 'divider-other':
    case 'index-twice':
      return ['spindle-count/machine'];
    case 'link-drops':
      return instances.flatMap((i) => (i.test.kind === 'link' ? [i.key] : []));
  }
}
/** The tests of this machine that show this fault. Empty: no test of it does. */
export function shownBy(f: HiddenFault, instances: readonly Instance[], hidden: HiddenMachine): Instance[] {
  const keys = keysFor(f, instances, hidden);
  return keys.flatMap((k) => instances.find((i) => i.key === k) ?? []);
}

/** A hidden mistake once it may be told. */
export interface Revealed {
  text: string;
  /** Put right: no longer in the machine. Found: a test that shows it failed, though it may still be in it. */
  came: 'corrected' | 'found, not corrected' | 'not found';
  shownBy: readonly Instance[];
}

/** Every mistake that was hidden when the rehearsal began, what became of it, and the tests that show it. */
export function revealAll(
  hidden: HiddenMachine,
  instances: readonly Instance[],
  journal: readonly JournalEntry[],
): Revealed[] {
  const failed = new Set(journal.flatMap((e) => (e.kind === 'record' && e.verdict === 'failed' ? [e.test] : [])));
  const same = (a: HiddenFault, b: HiddenFault) => JSON.stringify(a) === JSON.stringify(b);
  // A switch that was moved stands elsewhere now: it is put right when it is back where it was built.
  const left = (f: HiddenFault): boolean =>
    f.kind === 'switch-moved'
      ? hidden.faults.some((x) => x.kind === 'switch-moved' && x.device === f.device && Math.abs(x.by) > SET_BACK_MM)
      : hidden.faults.some((x) => same(x, f));
  return (hidden.all ?? hidden.faults).map((f) => {
    const by = shownBy(f, instances, hidden);
    return {
      text: revealFault(f, hidden.built),
      came: !left(f) ? 'corrected' : by.some((i) => failed.has(i.key)) ? 'found, not corrected' : 'not found',
      shownBy: by,
    };
  });
}
/** A hand sets a switch back to within this, mm. */
const SET_BACK_MM = 0.5;
