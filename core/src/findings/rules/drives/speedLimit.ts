import type { Command } from '../../../commands/command';
import type { SpeedLimit } from '../../../drivetrain/speed';
import { isDriver } from '../../../machine/parts';
import { showValue } from '../../../units/print';
import { baseValue, quantity } from '../../../units/quantity';
import { roundBase } from '../../../units/round';
import type { Finding, Remedy, Rule } from '../../finding';

/** A speed at or just under a limit, as it is set. */
const under = (speed: number): number => roundBase(speed, 'speed', 'down');

/** Torque has a rule of its own: there, what stands behind the limit needs more words. */
type PlainCause = Exclude<SpeedLimit['cause'], 'wanted' | 'motor torque'>;
const turning: readonly PlainCause[] = ['motor speed', 'screw whirl', 'ball nut'];

const reasons: Record<PlainCause, { code: string; say: (rate: string) => string }> = {
  'controller pulse rate': {
    code: 'pulse-rate',
    say: (rate) => `The controller outputs no more than ${rate} on one channel.`,
  },
  'driver pulse rate': { code: 'driver-pulse-rate', say: (rate) => `The driver accepts no more than ${rate}.` },
  'screw whirl': {
    code: 'screw-whirl',
    say: (rate) => `The screw whirls above ${rate}.`,
  },
  'ball nut': { code: 'ball-nut', say: (rate) => `The ball nut allows at most ${rate} at the motor.` },
  'motor speed': { code: 'motor-speed', say: (rate) => `The motor turns at most ${rate}.` },
};

/** One rule for each kind of limit: the wanted speed lies beyond it. */
const speedLimitRule = (cause: PlainCause): Rule => ({
  code: reasons[cause].code,
  severity: 'wont-work',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, drives }) =>
      drives.flatMap((d, i): Omit<Finding, 'id' | 'code' | 'severity'>[] => {
        const wanted = axis.maxSpeed && baseValue(axis.maxSpeed);
        const limit = d.speedLimits.known ? d.speedLimits.value.find((f) => f.cause === cause) : undefined;
        if (!limit || wanted === undefined || wanted <= limit.speed || !d.scale.known) return [];
        // A slave that is like its master says nothing new; one with limits of its own does.
        const first = drives[0]?.speedLimits;
        const master = i > 0 && first?.known ? first.value.find((f) => f.cause === cause) : undefined;
        if (master && wanted > master.speed) return [];
        const linear = axis.motion === 'linear';
        const dimension = linear ? 'speed' : 'angularSpeed';
        const { stepsPerUnit, travelPerRev, stepsPerRev } = d.scale.value;
        const remedies: Remedy[] = [
          {
            label: (display) => `Reduce the wanted speed to ${showValue(under(limit.speed), dimension, display)}`,
            command: {
              name: 'set-field',
              args: { path: `axes.${id}.maxSpeed`, value: quantity(under(limit.speed), linear ? 'mm/s' : '°/s') },
            },
          },
        ];
        const driverId = axis.drives[i]?.driver;
        const side = axis.drives.length > 1 ? ` (${axis.drives[i]!.side} motor)` : '';
        const driver = driverId ? design.parts[driverId] : undefined;
        const coarser =
          driver && isDriver(driver.data) && !turning.includes(cause)
            ? driver.data.stepsPerRevolutionChoices
                .filter((s) => (s / travelPerRev) * wanted <= limit.speed * stepsPerUnit && s < stepsPerRev)
                .at(-1)
            : undefined;
        if (coarser !== undefined && axis.drives.length === 1) {
          const command: Command = {
            name: 'set-field',
            args: { path: `parts.${driverId}.setup.stepsPerRevolution`, value: coarser },
          };
          remedies.unshift({ label: () => `Set the driver to ${coarser} steps per revolution`, command });
        }
        return [
          {
            subject: i === 0 ? id : `${id}-${i}`,
            title: `${axis.letter} cannot reach its wanted speed${i === 0 ? '' : side}`,
            explain: (display) => {
              const is = (v: number) =>
                turning.includes(cause)
                  ? showValue((v / travelPerRev) * 60, 'rotation', display, 4)
                  : showValue(v * stepsPerUnit, 'frequency', display, 4);
              return `${showValue(wanted, dimension, display)} needs ${is(wanted)}. ${reasons[cause].say(is(limit.speed))} So ${axis.letter} ends at ${showValue(limit.speed, dimension, display, 4)}.`;
            },
            station: 'drives',
            field: `axes.${id}.maxSpeed`,
            remedies,
          },
        ];
      }),
    ),
});

export const pulseRate = speedLimitRule('controller pulse rate');
export const driverPulseRate = speedLimitRule('driver pulse rate');
export const screwWhirl = speedLimitRule('screw whirl');
export const ballNut = speedLimitRule('ball nut');
export const motorSpeed = speedLimitRule('motor speed');
