import type { Command } from '../../commands/command';
import type { SpeedFence } from '../../drivetrain/speed';
import { isDriver } from '../../machine/parts';
import { showValue } from '../../units/print';
import { baseValue, quantity } from '../../units/quantity';
import { roundBase } from '../../units/round';
import type { Finding, Remedy, Rule } from '../finding';

/** A speed at or just under a fence, as it is set. */
const under = (speed: number): number => roundBase(speed, 'speed', 'down');

/** Torque has a rule of its own: there, what stands behind the fence needs more words. */
type PlainCause = Exclude<SpeedFence['cause'], 'wanted' | 'motor torque'>;
const turning: readonly PlainCause[] = ['motor speed', 'screw whirl', 'ball nut'];

const reasons: Record<PlainCause, { code: string; say: (rate: string) => string }> = {
  'controller pulse rate': {
    code: 'pulse-rate',
    say: (rate) => `The controller makes at most ${rate} on one channel.`,
  },
  'driver pulse rate': { code: 'driver-pulse-rate', say: (rate) => `The driver reads at most ${rate}.` },
  'screw whirl': {
    code: 'screw-whirl',
    say: (rate) => `The motor may turn the screw at most ${rate} before it whirls.`,
  },
  'ball nut': { code: 'ball-nut', say: (rate) => `The ball nut allows at most ${rate} at the motor.` },
  'motor speed': { code: 'motor-speed', say: (rate) => `The motor turns at most ${rate}.` },
};

/** One rule for each kind of fence: the wanted speed lies beyond it. */
const fenceRule = (cause: PlainCause): Rule => ({
  code: reasons[cause].code,
  severity: 'wont-work',
  check: ({ design, axes }) =>
    axes.flatMap(({ id, axis, drives }) =>
      drives.flatMap((d, i): Omit<Finding, 'id' | 'code' | 'severity'>[] => {
        const wanted = axis.maxSpeed && baseValue(axis.maxSpeed);
        const fence = d.fences.known ? d.fences.value.find((f) => f.cause === cause) : undefined;
        if (!fence || wanted === undefined || wanted <= fence.speed || !d.scale.known) return [];
        // A slave that is like its master says nothing new; one with limits of its own does.
        const first = drives[0]?.fences;
        const master = i > 0 && first?.known ? first.value.find((f) => f.cause === cause) : undefined;
        if (master && wanted > master.speed) return [];
        const linear = axis.motion === 'linear';
        const dimension = linear ? 'speed' : 'angularSpeed';
        const { stepsPerUnit, travelPerRev, stepsPerRev } = d.scale.value;
        const remedies: Remedy[] = [
          {
            label: (display) => `Reduce the wanted speed to ${showValue(under(fence.speed), dimension, display)}`,
            command: {
              name: 'set-field',
              args: { path: `axes.${id}.maxSpeed`, value: quantity(under(fence.speed), linear ? 'mm/s' : '°/s') },
            },
          },
        ];
        const driverId = axis.drives[i]?.driver;
        const side = axis.drives.length > 1 ? ` (${axis.drives[i]!.side} motor)` : '';
        const driver = driverId ? design.parts[driverId] : undefined;
        const coarser =
          driver && isDriver(driver.data) && !turning.includes(cause)
            ? driver.data.stepsPerRevolutionChoices
                .filter((s) => (s / travelPerRev) * wanted <= fence.speed * stepsPerUnit && s < stepsPerRev)
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
              return `${showValue(wanted, dimension, display)} needs ${is(wanted)}. ${reasons[cause].say(is(fence.speed))} So ${axis.letter} ends at ${showValue(fence.speed, dimension, display, 4)}.`;
            },
            station: 'drives',
            field: `axes.${id}.maxSpeed`,
            remedies,
          },
        ];
      }),
    ),
});

export const pulseRate = fenceRule('controller pulse rate');
export const driverPulseRate = fenceRule('driver pulse rate');
export const screwWhirl = fenceRule('screw whirl');
export const ballNut = fenceRule('ball nut');
export const motorSpeed = fenceRule('motor speed');
