import { printNumber } from '../units/print';
import { dischargeS } from '../spindle/ramps';
import { contradictions } from '../spindle/plate';
import { rotatingOf } from '../spindle/rotating';
import type { Design } from '../machine/design';
import type { Setting } from './setting';

/** A line of the sheet by which a drive is put into service: something to do, or a setting to enter. */
export type CommissioningLine =
  { kind: 'act'; key: string; does: string; why: string } | { kind: 'setting'; setting: Setting; why: string };
/** The sheet of the spindle drive, in the order in which it is worked through. */
export interface CommissioningSheet {
  driveId: string;
  lines: CommissioningLine[];
  /** What of the motor plate contradicts the rest of it: to be put right first. */
  contradictions: string[];
}

/** The settings in the order of entry, and why each is entered: the plate, limits, sources of commands, ramps, the rest. */
const order: readonly (readonly [suffix: string, why: string])[] = [
  ['rated-voltage', 'Together with the base frequency it sets the flux of the motor.'],
  ['base-frequency', 'Left at that of the mains, a fast spindle gets many times its flux and burns.'],
  ['rated-current', 'It protects the winding: the drive counts with it how warm the motor gets.'],
  ['rated-speed', 'The drive works out the slip from it, and the speed on its display.'],
  ['poles', 'It turns hertz into revolutions on the display.'],
  ['max-frequency', 'Nothing turns faster than the plate allows.'],
  ['min-frequency', 'Below it the motor is too weak or too hot for long.'],
  ['overload', 'It lets a short peak pass and stops a stall.'],
  ['run-source', 'Until it is right, the control switches nothing.'],
  ['speed-source', 'Until it is right, every speed is that of the panel.'],
  ['speed-at-ten-volts', 'It makes the commanded speed the real one.'],
  ['acceleration-time', 'Shorter, and it trips for its current.'],
  ['deceleration-time', 'Shorter, and the bus rises until it trips.'],
  ['stop-mode', 'It decides for how long to keep hands away.'],
  ['restart', 'A tool must not start when the power comes back.'],
  ['reverse', 'A collet nut can come loose backwards.'],
  ['curve', 'A curve for fans leaves a cutter without torque at low speed.'],
  ['carrier', 'Too low, and the top frequency is ragged or is not reached; too high, and the drive gets hot.'],
];

/** Of a motor for direct current some are entered for another reason. */
const ofDirectCurrent: Readonly<Record<string, string>> = {
  'rated-voltage': 'It decides the highest speed.',
  'rated-current': 'It protects winding and brushes, and limits the torque.',
  'deceleration-time': 'Shorter, and the motor lifts the voltage of its supply.',
};

/** The sheet by which the drive of the spindle is put into service; undefined without a drive. */
export function commissioningSheet(
  design: Pick<Design, 'parts' | 'roles'>,
  settings: readonly Setting[],
): CommissioningSheet | undefined {
  const r = rotatingOf(design);
  if (!r?.driveId) return undefined;
  const { driveId, drive } = r;
  const byKey = new Map(settings.map((s) => [s.key, s]));
  const wait = dischargeS(r);
  const usual = drive!.data.dischargeTime === undefined;
  const act = (key: string, does: string, why: string): CommissioningLine => ({ kind: 'act', key, does, why });
  const minutes = (s: number) => (s >= 120 ? `${printNumber(s / 60, 2)} minutes` : `${printNumber(s, 3)} s`);
  return {
    driveId,
    contradictions: contradictions(r.motor, r.motorId),
    lines: [
      act('reset', 'Set the drive back to its factory settings.', 'Nobody knows what was tried before.'),
      ...order.flatMap(([suffix, why]): CommissioningLine[] => {
        const setting = byKey.get(`driver/${driveId}/${suffix}`);
        const reason = (r.kind === 'direct-current' && ofDirectCurrent[suffix]) || why;
        return setting ? [{ kind: 'setting', setting, why: reason }] : [];
      }),
      act(
        'power-off',
        `Switch off, wait ${minutes(wait)}, and switch on again.`,
        usual
          ? `Some settings count only then. Its cover tells how long its capacitors hold their charge; where it does not, wait ${minutes(wait)}.`
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
