import type { Design } from '../../machine/design';
import { circuitName } from '../../machine/fields';
import { printNumber } from '../../units/print';

/** One way in which the true machine differs from what its file, and so the control, believes. */
export type HiddenFault =
  | { kind: 'motor-reversed'; axis: string; drive: number }
  | { kind: 'inputs-swapped'; a: string; b: string }
  | { kind: 'contact-other-type'; device: string }
  | { kind: 'other-pulses'; axis: string; factor: number }
  | { kind: 'split-coil'; axis: string; drive: number }
  | { kind: 'loose-coupling'; axis: string; drive: number; share: number }
  | { kind: 'weak-supply'; share: number }
  | { kind: 'noise'; circuit: string; perS: number }
  | { kind: 'loose-wire'; circuit: string; perS: number }
  | { kind: 'stuck-switch'; device: string; as: 'open' | 'closed' }
  | { kind: 'wire-off'; conductor: string }
  | { kind: 'pressed'; device: string }
  | { kind: 'not-enabled'; axis: string; drive: number }
  | { kind: 'brake-late'; axis: string; releaseS: number; closeS: number }
  | { kind: 'index-near-trip'; axis: string }
  | { kind: 'magnet-slipped'; axis: string }
  | { kind: 'switch-moved'; device: string; by: number }
  | { kind: 'skewed'; axis: string; by: number }
  | { kind: 'backlash'; axis: string; by: number }
  | { kind: 'earth-poor'; part: string; ohm: number }
  | { kind: 'supply-short'; part: string; ohm: number }
  | { kind: 'misprinted'; a: string; b: string }
  | { kind: 'link-drops'; perS: number }
  | { kind: 'encoder-ratio'; factor: number }
  | { kind: 'divider-other'; factor: number }
  | { kind: 'index-twice' };

export type HiddenFaultKind = HiddenFault['kind'];

/** What each kind is called in a list of things to hide. */
export const hiddenFaultTitle: Record<HiddenFaultKind, string> = {
  'motor-reversed': 'A motor turns the other way',
  'inputs-swapped': 'Two inputs are swapped',
  'contact-other-type': 'A switch of the other contact type',
  'other-pulses': 'Other pulses a revolution in the drive',
  'split-coil': 'A coil split over two phases',
  'loose-coupling': 'A loose coupling',
  'weak-supply': 'A supply that sags',
  noise: 'Noise on an input while the spindle runs',
  'loose-wire': 'A conductor that shakes loose while something moves',
  'stuck-switch': 'A switch that is stuck',
  'wire-off': 'A conductor that has come off',
  pressed: 'A button pressed out of sight',
  'not-enabled': 'A drive that is not enabled',
  'brake-late': 'A brake that is late',
  'index-near-trip': 'An index pulse on the wrong turn',
  'magnet-slipped': 'A magnet that has slipped on its shaft',
  'switch-moved': 'A switch that has moved',
  skewed: 'A gantry that is racked',
  backlash: 'Worn: backlash',
  'earth-poor': 'An earth lug that sits on paint',
  'supply-short': 'A short behind a supply',
  misprinted: 'A board with wrong labels',
  'link-drops': 'A link to the host that breaks off',
  'encoder-ratio': 'Other pulleys on the spindle’s encoder',
  'divider-other': 'A divider that is not in the settings',
  'index-twice': 'A second mark for the spindle’s index',
};

/** The fault in words, once it may be told. */
export function revealFault(f: HiddenFault, design: Design): string {
  const axis = (id: string) => design.axes[id]?.letter ?? id;
  const drive = (id: string, i: number) =>
    (design.axes[id]?.drives.length ?? 1) > 1 ? `${axis(id)} ${design.axes[id]?.drives[i]?.side}` : axis(id);
  const part = (id: string) => `${design.parts[id]?.designation ?? ''} ${design.parts[id]?.name ?? id}`.trim();
  switch (f.kind) {
    case 'motor-reversed':
      return `The motor of ${drive(f.axis, f.drive)} turns the other way: the leads of one coil are swapped.`;
    case 'inputs-swapped':
      return `“${circuitName(design, f.a)}” arrives at the input of “${circuitName(design, f.b)}”, and the other way round.`;
    case 'contact-other-type':
      return `${part(f.device)} has the other type of contact.`;
    case 'other-pulses':
      return `The drive of ${axis(f.axis)} is set to ${printNumber(1 / f.factor, 4)} times the pulses a revolution: every distance comes out ${printNumber(f.factor, 4)} times as long.`;
    case 'split-coil':
      return `A coil of the motor of ${drive(f.axis, f.drive)} is split over two phases: it hums and does not turn.`;
    case 'loose-coupling':
      return `The coupling of ${drive(f.axis, f.drive)} slips.`;
    case 'weak-supply':
      return `The motor supply gives only ${Math.round(f.share * 100)} % of what its plate says.`;
    case 'noise':
      return `“${circuitName(design, f.circuit)}” catches the spindle’s noise.`;
    case 'loose-wire':
      return `A conductor of “${circuitName(design, f.circuit)}” sits loose and opens when the machine shakes.`;
    case 'stuck-switch':
      return `${part(f.device)} is stuck ${f.as}.`;
    case 'wire-off': {
      const c = design.conductors[f.conductor];
      return `Conductor ${c?.number ?? f.conductor} has come off: ${c?.purpose ?? ''}`;
    }
    case 'pressed':
      return `${part(f.device)} is pressed.`;
    case 'not-enabled':
      return `The drive of ${drive(f.axis, f.drive)} is not enabled.`;
    case 'brake-late':
      return `The brake of ${axis(f.axis)} releases after ${printNumber(f.releaseS, 2)} s and closes after ${printNumber(f.closeS, 2)} s.`;
    case 'index-near-trip':
      return `The index pulse of ${axis(f.axis)} falls right on the trip point of its switch: now this turn counts, now the next.`;
    case 'magnet-slipped':
      return `The magnet of ${axis(f.axis)} has slipped: its pulse comes right at the mark, now in this turn, now in the next.`;
    case 'switch-moved':
      return `${part(f.device)} has moved by ${printNumber(f.by, 3)} mm along its axis.`;
    case 'skewed':
      return `The gantry of ${axis(f.axis)} is ${printNumber(Math.abs(f.by), 3)} mm out of square.`;
    case 'backlash':
      return `${axis(f.axis)} has ${printNumber(f.by, 3)} mm of backlash.`;
    case 'earth-poor':
      return `The earth lug of ${part(f.part)} sits on paint: ${printNumber(f.ohm, 2)} Ω.`;
    case 'supply-short':
      return `Plus and minus behind ${part(f.part)} touch: it shuts down as soon as it is switched on.`;
    case 'misprinted':
      return `The terminals of “${circuitName(design, f.a)}” and “${circuitName(design, f.b)}” are labelled the wrong way round on the board.`;
    case 'link-drops':
      return 'The link to the host computer breaks off now and then.';
    case 'encoder-ratio':
      return `The encoder of the spindle turns ${printNumber(f.factor, 4)} times as often as the file says: its pulleys are others.`;
    case 'divider-other':
      return `Of the encoder’s lines only ${printNumber(f.factor, 4)} times as many reach the control as it is set to: a divider is in between.`;
    case 'index-twice':
      return 'The index of the spindle comes twice in a turn: a screw beside the mark is seen as well.';
  }
}
