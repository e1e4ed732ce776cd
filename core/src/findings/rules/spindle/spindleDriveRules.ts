import type { Figures } from '../../../derivation/figureTypes';
import type { Design } from '../../../machine/design';
import { figureOr, positive } from '../../../units/derived';
import { printNumber, showValue } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { fluxStanding } from '../../../spindle/flux';
import { fieldHz, ratedHz, USUAL_SLIP } from '../../../spindle/plate';
import {
  makesPhases,
  rotatingOf,
  type Rotating,
  type SpindleDrive,
  type SpindleMotor,
} from '../../../spindle/rotating';
import { spindleDriveFor } from '../../chooseSpindleDrive';

interface Pair {
  driveId: string;
  drive: SpindleDrive;
  spindleId: string;
  spindle: SpindleMotor;
}
/** A three-phase spindle with its drive; undefined for any other. */
function pairOf({ design }: Figures, kinds: readonly Rotating['kind'][] = ['induction']): Pair | undefined {
  const r = rotatingOf(design);
  return r?.drive && r.driveId && kinds.includes(r.kind) && makesPhases(r)
    ? { driveId: r.driveId, drive: r.drive, spindleId: r.motorId, spindle: r.motor }
    : undefined;
}
const takeDrive = (design: Design, pair: Pair): Remedy[] => {
  const entry = spindleDriveFor(design, pair.spindle.data);
  return entry && entry.key !== pair.drive.libraryKey
    ? [
        replanned(design, `Take ${entry.name}`, {
          name: 'choose-part',
          args: { slot: { role: 'spindleDrive' }, library: entry.key },
        }),
      ]
    : [];
};
const place = (p: Pair) => ({ subject: p.driveId, station: 'wiring' as const });

/** A servo motor on a drive that does not read its encoder, or another motor on one that waits for an encoder. */
export const spindleServo: Rule = {
  code: 'spindle-servo',
  severity: 'wont-work',
  check: ({ design }): FindingDraft[] => {
    const r = rotatingOf(design);
    if (!r?.drive || !r.driveId) return [];
    const { drive, driveId, motor, motorId } = r;
    if ((drive.data.servo ?? false) === (motor.data.servo ?? false)) return [];
    const pair = { driveId, drive, spindleId: motorId, spindle: motor };
    return [
      {
        ...place(pair),
        title: `${drive.designation} cannot turn ${motor.designation}`,
        explain: () =>
          motor.data.servo
            ? 'A servo motor is turned by its encoder. A drive that only makes volts and hertz does not read it: the motor jerks, or stands and gets hot.'
            : 'The drive is for a servo motor and waits for its encoder: it trips at once.',
        field: `parts.${driveId}.data.outputCurrent`,
        remedies: takeDrive(design, pair),
      },
    ];
  },
};

/** A drive that cannot make the frequency of the spindle's speed, or the number of poles that would tell it. */
export const spindleFrequency: Rule = {
  code: 'spindle-frequency',
  severity: 'wont-work',
  check: (figures): FindingDraft[] => {
    const pair = pairOf(figures);
    if (!pair) return [];
    const { drive, spindle, spindleId } = pair;
    const [rpm, most] = [positive(spindle.data.maxSpeed, ''), positive(drive.data.maxFrequency, '')];
    if (!spindle.data.poles)
      return [
        {
          ...place(pair),
          severity: 'doubtful',
          title: `The number of poles of ${spindle.designation} is not entered`,
          explain: () =>
            'Speed = 120 · frequency / poles: without it, the frequency for its speed cannot be calculated, or whether the drive gives it. It is on the plate, or follows from rated speed and frequency.',
          field: `parts.${spindleId}.data.poles`,
        },
      ];
    if (!rpm.known || !most.known) return [];
    const hz = fieldHz(rpm.value, spindle.data.poles);
    if (hz <= most.value * (1 + USUAL_SLIP / 5)) return [];
    return [
      {
        ...place(pair),
        title: `${drive.designation} cannot bring ${spindle.designation} to its speed`,
        explain: (display) =>
          `${showValue(rpm.value, 'rotation', display, 5)} with ${spindle.data.poles} poles need ${showValue(hz, 'frequency', display, 3)}; ${drive.name} makes at most ${showValue(most.value, 'frequency', display, 3)}: it ends at ${showValue((most.value * 120) / spindle.data.poles!, 'rotation', display, 4)}.`,
        field: `parts.${pair.driveId}`,
        remedies: takeDrive(figures.design, pair),
      },
    ];
  },
};

/** A spindle that draws more than its drive gives. */
export const spindleCurrent: Rule = {
  code: 'spindle-current',
  severity: 'wont-work',
  check: (figures): FindingDraft[] => {
    const pair = pairOf(figures, ['induction', 'servo']);
    if (!pair) return [];
    const { drive, spindle } = pair;
    const [needs, gives] = [positive(spindle.data.ratedCurrent, ''), positive(drive.data.outputCurrent, '')];
    if (!needs.known || !gives.known || needs.value <= gives.value) return [];
    return [
      {
        ...place(pair),
        title: `${drive.designation} is too small for ${spindle.designation}`,
        explain: (display) =>
          `The plate says ${showValue(needs.value, 'current', display, 3)}; ${drive.name} gives ${showValue(gives.value, 'current', display, 3)}. It trips as soon as the spindle is loaded, or while it speeds up.`,
        field: `parts.${pair.driveId}`,
        remedies: takeDrive(figures.design, pair),
      },
    ];
  },
};

/** Volts per hertz of the drive against those of the spindle's plate: too many saturate its iron and burn the winding. */
export const spindleFlux: Rule = {
  code: 'spindle-flux',
  severity: 'danger',
  check: (figures): FindingDraft[] => {
    const pair = pairOf(figures);
    if (!pair) return [];
    const { drive, spindle, driveId, spindleId } = pair;
    const [driveV, base] = [positive(drive.data.ratedVoltage, ''), positive(drive.data.baseFrequency, '')];
    const plateV = positive(spindle.data.ratedVoltage, '');
    if (!driveV.known || !base.known || !plateV.known) return [];
    const rated = ratedHz(spindle, spindleId);
    if (!rated.known) return [];
    const plateHz = rated.value;
    const [gives, wants] = [driveV.value / base.value, plateV.value / plateHz];
    const ratio = gives / wants;
    const standing = fluxStanding(ratio);
    if (standing === 'right') return [];
    const over = standing === 'too-much';
    // The base at which the drive's own voltage makes the plate's volts per hertz.
    const right = Number(((driveV.value * plateHz) / plateV.value).toPrecision(3));
    const rightHz = Math.abs(right - plateHz) <= 0.1 * plateHz ? plateHz : right;
    const reaches = rightHz <= figureOr(drive.data.maxFrequency, Infinity) * 1.01;
    return [
      {
        ...place(pair),
        severity: over ? 'danger' : 'doubtful',
        title: over
          ? `${drive.designation} drives ${spindle.designation} with ${printNumber(ratio, 2)} times its flux`
          : `${drive.designation} gives ${spindle.designation} too little voltage for its frequency`,
        explain: (display) =>
          `The plate has ${showValue(plateV.value, 'voltage', display, 3)} at ${showValue(plateHz, 'frequency', display, 3)}: ${printNumber(wants, 2)} V/Hz. The drive is set to ${showValue(driveV.value, 'voltage', display, 3)} at a base frequency of ${showValue(base.value, 'frequency', display, 3)}: ${printNumber(gives, 2)} V/Hz. ${over ? 'The iron saturates, the current rises many times over, and the winding burns within minutes.' : 'The motor is weak and slips.'} Set the base frequency before the first run.`,
        field: `parts.${spindleId}`,
        remedies: [
          ...(reaches
            ? [
                {
                  label: () => `Set the base frequency to ${rightHz} Hz`,
                  command: {
                    name: 'set-field' as const,
                    args: { path: `parts.${driveId}.data.baseFrequency`, value: quantity(rightHz, 'Hz') },
                  },
                },
              ]
            : []),
        ],
      },
    ];
  },
};
