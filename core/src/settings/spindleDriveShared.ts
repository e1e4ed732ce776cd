import type { Design } from '../machine/design';
import { brakingOf } from '../spindle/ramps';
import { hasThreePhaseMains, type Rotating } from '../spindle/rotating';
import type { Derived } from '../units/derived';
import { known, mapKnown } from '../units/derived';
import { printNumber, showValue, type Display } from '../units/print';
import type { DriveDraw } from './driveDraw';
import type { SettingDraft } from './setting';

/** No ramp is shorter than this, s: a belt or a collet nut takes no jerk. */
const LEAST_RAMP = 1;
/** A ramp is entered in tenths of a second. */
const rampS = (seconds: number): number => Math.max(LEAST_RAMP, Math.ceil(seconds * 10 - 1e-9) / 10);
/** A ramp to begin with where nothing tells what turns, s. */
const CAREFUL_RAMP = 15;

export const yesNo = [
  { value: 'no', label: 'no' },
  { value: 'yes', label: 'yes' },
] as const;
const sources = {
  panel: 'its own panel',
  terminals: 'its terminals',
  voltage: '0 to 10 V at its input',
  'pulse-width': 'pulse width at its input',
} as const;
export const from = (...keys: (keyof typeof sources)[]) => keys.map((value) => ({ value, label: sources[value] }));

/** Where the drive takes run and speed from, as it is wired. */
export const commandSources = (run: boolean, speed: boolean, choice: DriveDraw['choice']): SettingDraft[] => [
  choice(
    'run-source',
    'Run command from',
    from('panel', 'terminals'),
    run ? 'terminals' : 'panel',
    run ? 'an output of the control switches it' : 'no output of the control switches it',
  ),
  choice(
    'speed-source',
    'Speed from',
    from('panel', 'voltage'),
    speed ? 'voltage' : 'panel',
    speed ? 'an output of the control sets it' : 'no output of the control sets it',
  ),
];

const CAREFUL = 'the inertia of what turns is not known: begin long, and shorten it in steps';

/** The acceleration time that was worked out, or a careful one. */
export const rampOrCareful = (
  quantity: DriveDraw['quantity'],
  worked: Derived<number>,
  formula: string,
  numbers: (display: Display) => string,
): SettingDraft =>
  quantity(
    'acceleration-time',
    'Acceleration time',
    'time',
    worked.known ? mapKnown(worked, rampS) : known(CAREFUL_RAMP),
    worked.known ? formula : CAREFUL,
    numbers,
    'up',
  );

export function decelerationTime(
  design: Pick<Design, 'mainsVoltage'>,
  r: Rotating,
  quantity: DriveDraw['quantity'],
): SettingDraft {
  const braking = brakingOf(design, r, hasThreePhaseMains(r));
  const joule = (v: number) => `${printNumber(v, 3)} J`;
  return quantity(
    'deceleration-time',
    'Deceleration time',
    'time',
    braking.known ? known(rampS(braking.value.seconds)) : known(CAREFUL_RAMP),
    !braking.known ? CAREFUL : 'until what turns has given its energy to the losses, the bus and the resistor',
    (display) => {
      if (!braking.known) return '';
      const { storedJ, busJ, lossW, resistorW } = braking.value;
      const watts = (v: number) => showValue(v, 'power', display, 3);
      return resistorW > 0
        ? `2 · ${joule(storedJ)} / (${watts(resistorW)} + ${watts(lossW)})`
        : `(${joule(storedJ)} − ${joule(Math.min(busJ, storedJ))}) / ${watts(lossW)}`;
    },
    'up',
  );
}

export function ways(reverses: boolean, choice: DriveDraw['choice']): SettingDraft[] {
  return [
    choice(
      'stop-mode',
      'Stops by',
      [
        { value: 'ramp', label: 'its ramp' },
        { value: 'coast', label: 'coasting' },
      ],
      'ramp',
      'a spindle that coasts for a minute is waited for by nobody',
    ),
    choice(
      'restart',
      'Starts by itself after a power failure',
      yesNo,
      'no',
      'nobody expects a tool that starts by itself',
    ),
    choice(
      'reverse',
      'Turning backwards allowed',
      yesNo,
      reverses ? 'yes' : 'no',
      reverses
        ? 'an output of the control reverses it'
        : 'no output reverses it; backwards a collet nut can come loose',
    ),
  ];
}
