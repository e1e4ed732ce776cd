import { figureOr } from '../units/derived';
import { printNumber, showValue, type Display } from '../units/print';
import { dischargeS } from '../spindle/ramps';
import { plateContradictions } from '../spindle/contradictions';
import { rotatingOf } from '../spindle/rotating';
import type { Design } from '../machine/design';
import type { ServoDrive } from './servoDriveSettings';
import { settingFigure, type Setting } from './setting';

const waitText = (s: number) => (s >= 120 ? `${printNumber(s / 60, 2)} minutes` : `${printNumber(s, 3)} s`);

/** A line of the sheet by which a drive is put into service: something to do, or a setting to enter. */
export type CommissioningLine =
  { kind: 'act'; key: string; does: string; why: string } | { kind: 'setting'; setting: Setting; why: string };
/** The sheet of a drive, in the order in which it is worked through. */
export interface CommissioningSheet {
  driveId: string;
  lines: CommissioningLine[];
  /** What of the motor plate contradicts the rest of it: to be put right first. */
  contradictions: string[];
}

const act = (key: string, does: string, why: string): CommissioningLine => ({ kind: 'act', key, does, why });
const reset = act('reset', 'Set the drive back to its factory settings.', 'Nobody knows what was tried before.');
/** The settings of a drive in an order of entry, each with its reason; what this drive does not have is left out. */
function entered(
  driveId: string,
  settings: readonly Setting[],
  inOrder: readonly (readonly [suffix: string, why: string])[],
): CommissioningLine[] {
  const byKey = new Map(settings.map((s) => [s.key, s]));
  return inOrder.flatMap(([suffix, why]): CommissioningLine[] => {
    const setting = byKey.get(`driver/${driveId}/${suffix}`);
    return setting ? [{ kind: 'setting', setting, why }] : [];
  });
}

/** The settings in the order of entry, and why each is entered: the plate, limits, sources of commands, ramps, the rest. */
const order: readonly (readonly [suffix: string, why: string])[] = [
  ['control-mode', 'In another mode a commanded speed is taken for a place.'],
  ['encoder-counts', 'With another figure the motor runs off, or turns at another speed than its display says.'],
  ['rated-voltage', 'Together with the base frequency it sets the flux of the motor.'],
  ['base-frequency', 'Left at that of the mains, a fast spindle gets many times its flux and burns.'],
  ['rated-current', 'It protects the winding: the drive counts with it how warm the motor gets.'],
  ['rated-speed', 'The drive works out the slip from it, and the speed on its display.'],
  ['poles', 'It turns hertz into revolutions on the display.'],
  ['max-frequency', 'Nothing turns faster than the plate allows.'],
  ['min-frequency', 'Below it the motor is too weak or too hot for long.'],
  ['speed-limit', 'Nothing turns faster than the plate allows.'],
  ['torque-limit', 'It bounds what a tool that catches can do, and what the windings take.'],
  ['inertia-ratio', 'Automatic tuning begins with it.'],
  ['overload', 'It lets a short peak pass and stops a stall.'],
  ['run-source', 'Until it is right, the control switches nothing.'],
  ['speed-source', 'Until it is right, every speed is that of the panel.'],
  ['speed-at-ten-volts', 'It makes the commanded speed the real one.'],
  ['rpm-at-ten-volts', 'It makes the commanded speed the real one.'],
  ['acceleration-time', 'Shorter, and it trips for its current.'],
  ['deceleration-time', 'Shorter, and the bus rises until it trips.'],
  ['stop-mode', 'It decides for how long to keep hands away.'],
  ['restart', 'A tool must not start when the power comes back.'],
  ['reverse', 'A collet nut can come loose backwards.'],
  ['speed-window', 'The control waits for it before it feeds.'],
  ['curve', 'A curve for fans leaves a cutter without torque at low speed.'],
  ['carrier', 'Too low, and the top frequency is ragged or is not reached; too high, and the drive gets hot.'],
];

/** Of a motor for direct current some are entered for another reason. */
const ofDirectCurrent: Readonly<Record<string, string>> = {
  'rated-voltage': 'It decides the highest speed.',
  'rated-current': 'It protects winding and brushes, and limits the torque.',
  'deceleration-time': 'Shorter, and the motor lifts the voltage of its supply.',
};

/** The settings of a servo drive in the order of entry, and why each is entered: what it is, its gear, limits, tuning, the rest. */
const servoOrder: readonly (readonly [suffix: string, why: string])[] = [
  ['control-mode', 'In another mode a command of position is taken for a speed.'],
  ['command-source', 'Until it is right, the motor does not move, or moves by itself.'],
  ['pulse-level', 'On the wrong edge a direction that has just changed takes one step the wrong way, each time.'],
  ['pulse-limit', 'Too low, and fast moves come out short.'],
  ['encoder-type', 'Taken for the other kind, the drive trips or loses its turns.'],
  [
    'gear-numerator',
    'It decides how far a pulse moves: with the scale of the control it makes a millimetre a millimetre.',
  ],
  ['gear-denominator', 'The two are entered together.'],
  ['shaft-direction', 'Plus of the control has to be plus of the machine.'],
  ['speed-limit', 'A runaway ends here.'],
  ['torque-limit', 'It bounds what a crash can do, and what the windings take.'],
  ['inertia-ratio', 'Automatic tuning begins with it.'],
  ['position-gain', 'Too high, it hums; too low, it lags.'],
  ['following-window', 'It is how a drive notices a crash or a blocked axis.'],
  ['enable-level', 'Wrong, and it is free when it should hold, or holds when it should be free.'],
  ['when-disabled', 'It decides where a moving axis comes to rest.'],
  ['brake-release-delay', 'Shorter, and the motor fights its brake.'],
  ['brake-close-delay', 'Shorter, and a head drops before its brake holds it.'],
  ['alarm-level', 'The control has to take silence for an alarm.'],
];
/** How long to wait where a cover does not tell, s: on the mains, and on a bus of low voltage. */
const SERVO_WAIT_S = { mains: 300, low: 10 };

/** What of a servo’s plate contradicts the rest of it. */
function servoContradictions({ motor, driver }: ServoDrive): string[] {
  if (!motor) return [];
  const base = (key: 'ratedTorque' | 'peakTorque' | 'ratedSpeed' | 'maxSpeed') => figureOr(motor[key], NaN);
  const says: string[] = [];
  if (base('peakTorque') < base('ratedTorque')) says.push('The peak torque of the motor is below its rated torque.');
  if (base('maxSpeed') < base('ratedSpeed')) says.push('The highest speed of the motor is below its rated speed.');
  if (motor.type !== 'servo') says.push(`The motor is no servo: ${driver.designation} cannot commutate it.`);
  if (motor.encoder === 'none') says.push('The motor has no encoder: a servo drive needs one.');
  return says;
}

/** The sheet by which a servo drive is put into service. */
export function servoSheet(s: ServoDrive, settings: readonly Setting[], display: Display): CommissioningSheet {
  const { driverId, driver, axis } = s;
  const wait = driver.data.mainsMax ? SERVO_WAIT_S.mains : SERVO_WAIT_S.low;
  const top = settingFigure(settings, `axis/${s.axisId}/max-speed`);
  const acceleration = settingFigure(settings, `axis/${s.axisId}/acceleration`);
  const room =
    top !== undefined && acceleration
      ? `, with ${showValue((top * top) / acceleration, axis.motion === 'linear' ? 'length' : 'angle', display, 2)} free to either side`
      : '';
  return {
    driveId: driverId,
    contradictions: servoContradictions(s),
    lines: [
      reset,
      act(
        'motor',
        'Enter the type of the motor, or let the drive read it from the encoder.',
        'Its current loop is made for that winding.',
      ),
      ...entered(driverId, settings, servoOrder),
      act(
        'encoder-direction',
        `Jog ${axis.letter} slowly to plus: the position that its display shows has to grow as the commanded one does.`,
        'An encoder that counts the other way makes the motor run off at full torque: hand on the stop.',
      ),
      act(
        'tune',
        `Run its automatic tuning with the final mass on ${axis.letter}, near the middle of the travel${room}.`,
        'A tuning without the table, or with another one, is of another machine. It moves by itself.',
      ),
      act(
        'power-off',
        `Save, switch off, wait ${waitText(wait)}, and switch on again.`,
        'Gear and direction often count only then.',
      ),
      act(
        'read-back',
        'Read every setting back and enter it here.',
        'What tuning has altered, and what was refused, is seen now.',
      ),
    ],
  };
}

/** What the drive of a servo spindle needs before it is trusted. */
const servoActs = [
  act(
    'encoder-direction',
    'With a low speed and a low torque limit, let it turn: the speed on its display has the sign of the command.',
    'An encoder that counts the other way makes the motor run off at full torque: no tool in it, hand on the stop.',
  ),
  act(
    'tune',
    'Run its automatic tuning with the chuck or the heaviest tool on it, guard shut.',
    'A tuning of the bare shaft hums or surges with a chuck on it. It turns by itself.',
  ),
];

/** The sheet by which the drive of the spindle is put into service; undefined without a drive. */
export function commissioningSheet(
  design: Pick<Design, 'parts' | 'roles'>,
  settings: readonly Setting[],
): CommissioningSheet | undefined {
  const r = rotatingOf(design);
  if (!r?.driveId) return undefined;
  const { driveId, drive } = r;
  const reasons = order.map(
    ([suffix, why]) => [suffix, (r.kind === 'direct-current' && ofDirectCurrent[suffix]) || why] as const,
  );
  const wait = dischargeS(r);
  const usual = drive!.data.dischargeTime === undefined;
  return {
    driveId,
    contradictions: plateContradictions(r),
    lines: [
      reset,
      ...entered(driveId, settings, reasons),
      ...(r.kind === 'servo' ? servoActs : []),
      act(
        'power-off',
        `Switch off, wait ${waitText(wait)}, and switch on again.`,
        usual
          ? `Some settings count only then. Its cover tells how long its capacitors hold their charge; where it does not, wait ${waitText(wait)}.`
          : 'Some settings count only then. Its capacitors are dangerous until they are empty.',
      ),
      act(
        'read-back',
        'Read every setting back and enter it here.',
        'What is locked or refused is found now, not in a job.',
      ),
    ],
  };
}
