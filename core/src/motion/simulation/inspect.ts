import type { Design } from '../../machine/design';
import { spindleEncoderOf } from '../../machine/spindleEncoder';
import { circuitName } from '../../machine/fields';
import type { Display } from '../../units/print';
import { printNumber, showValue } from '../../units/print';
import { turnedByHand } from './spindleCounter';
import type { Simulation } from './simulation';

/** Turns of the spindle by hand. */
const BY_HAND = 10;

/** Something that a person walks up to and looks at, with the means of a workshop. */
export type Inspection =
  /** A rule or a dial gauge on the axis: where it truly stands. */
  | { kind: 'measure'; axis: string }
  /** Both sides of a gantry measured from their stops. */
  | { kind: 'skew'; axis: string }
  | { kind: 'button'; device: string }
  /** Conductors of an input circuit, tugged one by one. */
  | { kind: 'wires'; circuit: string }
  /** The paint mark across a coupling. */
  | { kind: 'coupling'; axis: string }
  /** The switches and lamps on the drives of an axis. */
  | { kind: 'drive'; axis: string }
  /** The lowest voltage of the motor supply since it was last looked at. */
  | { kind: 'supply' }
  /** Ten turns of the spindle by hand, with an eye on what the control counts. */
  | { kind: 'spindle-turns' };

export const inspectionKey = (i: Inspection): string =>
  `${i.kind}${'axis' in i ? `/${i.axis}` : 'device' in i ? `/${i.device}` : 'circuit' in i ? `/${i.circuit}` : ''}`;

/** Everything on a machine that can be looked at. */
export function inspectionsOf(design: Design): Inspection[] {
  const axes = design.axisOrder.flatMap((id): Inspection[] => {
    const pair = (design.axes[id]?.drives.length ?? 0) > 1;
    return [
      { kind: 'measure', axis: id },
      ...(pair ? [{ kind: 'skew', axis: id } as const] : []),
      { kind: 'coupling', axis: id },
      { kind: 'drive', axis: id },
    ];
  });
  const circuits = Object.entries(design.circuits).flatMap(([circuit, c]): Inspection[] => [
    ...c.devices.flatMap((device): Inspection[] =>
      design.parts[device]?.data.class === 'button' ? [{ kind: 'button', device }] : [],
    ),
    { kind: 'wires', circuit },
  ]);
  return [
    ...axes,
    ...circuits,
    { kind: 'supply' },
    ...(spindleEncoderOf(design) ? [{ kind: 'spindle-turns' } as const] : []),
  ];
}

/** What it is called on a list. */
export function inspectionTitle(i: Inspection, design: Design): string {
  const letter = 'axis' in i ? design.axes[i.axis]?.letter : '';
  switch (i.kind) {
    case 'measure':
      return `Measure where ${letter} is`;
    case 'skew':
      return `Measure ${letter} on both sides`;
    case 'button':
      return `Look at ${design.parts[i.device]?.name ?? i.device}`;
    case 'wires':
      return `Tug the conductors of ${circuitName(design, i.circuit)}`;
    case 'coupling':
      return `Look at the coupling of ${letter}`;
    case 'drive':
      return `Look at the drive of ${letter}`;
    case 'supply':
      return 'Measure the motor supply';
    case 'spindle-turns':
      return 'Turn the spindle by hand';
  }
}

/** Looks at the true machine. `before`: the place at the last look at this axis, for how far it went since. */
export function inspect(
  sim: Simulation,
  i: Inspection,
  display: Display,
  before: number | undefined,
): { text: string; place?: number } {
  const { plant, input } = sim;
  const { truth } = input;
  const { motors, axes } = plant.model;
  const at = 'axis' in i ? axes.findIndex((a) => a.id === i.axis) : -1;
  const own = motors.flatMap((m, k) => (m.axis === at ? [k] : []));
  const letter = axes[at]?.letter ?? '';
  const length = (v: number, digits = 5) =>
    showValue(v, axes[at]?.linear === false ? 'angle' : 'length', display, digits);
  switch (i.kind) {
    case 'measure': {
      // A dial gauge is read to a hundredth.
      const place = Math.round(plant.motors.carriage[own[0]!]! * 100) / 100;
      const since =
        before === undefined
          ? ''
          : `; ${length(Math.round((place - before) * 100) / 100)} from where you measured last`;
      return { text: `${letter} is ${length(place)} from its minus stop${since}.`, place };
    }
    case 'skew': {
      const [a, b] = own.map((k) => plant.motors.carriage[k]!) as [number, number];
      const gap = Math.round((a - b) * 100) / 100;
      return {
        text:
          Math.abs(gap) < 0.03
            ? `Both sides of ${letter} are level.`
            : `The ${motors[gap > 0 ? own[0]! : own[1]!]!.name} side is ${length(Math.abs(gap), 3)} ahead.`,
      };
    }
    case 'button': {
      const down = sim.pressedNow(i.device);
      return {
        text: `${truth.design.parts[i.device]?.name ?? i.device} is ${down ? 'pressed in' : 'out, as it should be'}.`,
      };
    }
    case 'wires': {
      const name = circuitName(input.truth.design, i.circuit);
      const devices = input.truth.design.circuits[i.circuit]?.devices ?? [];
      const bad = truth.faults.some(
        (f) =>
          (f.kind === 'loose-wire' && f.circuit === i.circuit) ||
          (f.kind === 'wire-off' && devices.some((d) => f.conductor.includes(d))),
      );
      return { text: bad ? `A conductor of ${name} comes off in your hand.` : `All conductors of ${name} sit firmly.` };
    }
    case 'coupling': {
      const slip = own.map((k) => plant.motors.slipOf(k)).find((s) => Math.abs(s) > 0.02);
      return {
        text:
          slip === undefined
            ? `The paint marks on the coupling of ${letter} meet.`
            : `The paint marks on the coupling of ${letter} no longer line up: it has slipped.`,
      };
    }
    case 'drive': {
      const texts = own.map((k) => {
        const m = motors[k]!;
        const steps = Math.round(Math.abs(m.travelPerRev / m.travelPerPulse));
        const dark = m.driver !== undefined && truth.unable.includes(m.driver);
        const state = plant.motors.alarm[k]
          ? 'its alarm lamp is lit'
          : dark
            ? 'its enable lamp is dark'
            : plant.motors.fed[k]
              ? 'its lamps are as they should be'
              : 'it has no power';
        return `${m.name}: set to ${printNumber(steps, 6)} pulses a revolution, ${state}${m.dead && plant.motors.fed[k] ? '; the motor hums, and its shaft can be turned by hand' : ''}`;
      });
      return { text: `${texts.join('. ')}.` };
    }
    case 'supply':
      return {
        text: `The motor supply fell to ${Math.round(sim.lowestBusShare() * 100)} % of its voltage at the lowest.`,
      };
    case 'spindle-turns': {
      const encoder = plant.spindle?.model.encoder;
      if (!encoder || !plant.spindle) return { text: 'Nothing counts this spindle.' };
      if (plant.spindle.rpm !== 0) return { text: 'The spindle turns: no hand goes near it.' };
      const seen = turnedByHand(encoder, input.settings.spindle?.lines ?? 0, BY_HAND);
      return {
        text: `${BY_HAND} turns by hand, from a mark to the same mark: the control counts ${printNumber(seen.turns, 4)}, and its index comes ${seen.indexes} times.`,
      };
    }
  }
}
