import type { DataOf, Part } from '../machine/parts';
import { isDriver } from '../machine/parts';
import { mapKnown, positive, type Derived } from '../units/derived';

type Motor = DataOf<'motor'>;
type Drive = DataOf<'stepper-driver'> | DataOf<'servo-drive'>;
/** What is compared of a part: library entries and parts of a machine alike. */
type Of<D> = Pick<Part, 'terminals'> & { data: D };

export type EncoderKind = 'incremental' | 'absolute';

/** Bus voltage below this share of a servo's rated one: it is made for another class of drive. */
const VOLTAGE_CLASS = 1.5;

const phasesOf = (part: Pick<Part, 'terminals'>): 2 | 3 | undefined => {
  const roles = Object.values(part.terminals).map((t) => t.role);
  return roles.includes('phase-u') ? 3 : roles.includes('phase-a-plus') ? 2 : undefined;
};
/** Kinds of encoder that a drive has terminals for; undefined where its terminals do not tell. */
function encodersOf(part: Pick<Part, 'terminals'>): EncoderKind[] | undefined {
  const ids = Object.entries(part.terminals).flatMap(([id, t]) => (t.role === 'encoder' ? [id] : []));
  const kinds: EncoderKind[] = [
    ...(ids.includes('enc-a-plus') ? (['incremental'] as const) : []),
    ...(ids.includes('enc-data-plus') ? (['absolute'] as const) : []),
  ];
  return kinds.length ? kinds : undefined;
}

/** Why a drive does not suit a motor. `never`: it cannot run it at all. */
export interface Mismatch {
  about: 'phases' | 'kind' | 'loop' | 'encoder' | 'voltage';
  never: boolean;
}

/** What stands between a motor and a drive, the worst first; empty where they suit each other. */
export function mismatches(motor: Of<Motor>, drive: Of<Drive>): Mismatch[] {
  const found: Mismatch[] = [];
  const m = motor.data;
  const servo = m.type === 'servo';
  const servoDrive = drive.data.class === 'servo-drive';
  const [p, q] = [phasesOf(motor), phasesOf(drive)];
  if (p && q && p !== q) found.push({ about: 'phases', never: true });
  if (servo !== servoDrive) found.push({ about: 'kind', never: true });
  if (found.length) return found;
  if (drive.data.closedLoop && m.encoder === 'none') found.push({ about: 'loop', never: true });
  if (!drive.data.closedLoop && m.type === 'closed-loop-stepper') found.push({ about: 'loop', never: false });
  const reads = encodersOf(drive);
  if (drive.data.closedLoop && m.encoder !== 'none' && reads && !reads.includes(m.encoder))
    found.push({ about: 'encoder', never: true });
  const [rated, most] = [positive(m.ratedVoltage, ''), busMost(drive)];
  if (servo && rated.known && most.known && rated.value > VOLTAGE_CLASS * most.value)
    found.push({ about: 'voltage', never: true });
  return found;
}

/** The highest bus voltage that a drive works with, V: its own limit, or the peak of the highest mains that it rectifies. */
function busMost({ data }: Of<Drive>): Derived<number> {
  if (data.class === 'servo-drive' && data.mainsMax)
    return mapKnown(positive(data.mainsMax, ''), (v) => Math.SQRT2 * v);
  return positive(data.supplyMax, '');
}
const mostVolts = (data: Drive): number => {
  const most = busMost({ data, terminals: {} });
  return most.known ? most.value : 0;
};

/** The reason in words, for whoever chooses. */
export function mismatchWords(about: Mismatch['about'], motor: Motor, drive: Drive): string {
  const encoder = { none: 'no encoder', incremental: 'an incremental encoder', absolute: 'an absolute encoder' };
  switch (about) {
    case 'phases':
    case 'kind':
      return drive.class === 'servo-drive'
        ? 'A servo drive does not run a stepper.'
        : 'A stepper driver does not run a servo: it has two phases for coils, the servo needs three and an encoder.';
    case 'loop':
      return drive.closedLoop
        ? 'The drive closes its loop over an encoder, and the motor has none: it gives an alarm as soon as it is enabled.'
        : 'It runs the motor open loop; the encoder is of no use to it, and lost steps go unnoticed.';
    case 'encoder':
      return `The motor has ${encoder[motor.encoder]}, for which the drive has no terminals.`;
    case 'voltage':
      return `The motor is wound for ${positiveOr(motor.ratedVoltage)} V, the drive gives ${Math.round(mostVolts(drive))} V at the most: it would reach ${Math.round((100 * mostVolts(drive)) / positiveOr(motor.ratedVoltage))} % of its rated speed.`;
  }
}
const positiveOr = (q: Motor['ratedVoltage']): number => {
  const v = positive(q, '');
  return v.known ? v.value : 0;
};

/** Whether a drive runs a motor as it is meant to run: no mismatch at all. */
export const suitsDrive = (motor: Pick<Part, 'terminals' | 'data'>, drive: Pick<Part, 'terminals' | 'data'>): boolean =>
  motor.data.class === 'motor' &&
  isDriver(drive.data) &&
  mismatches(motor as Of<Motor>, drive as Of<Drive>).length === 0;
