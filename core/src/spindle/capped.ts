import { CARRIER_TIMES } from './rotating';

/** Why a spindle does not reach the frequency that it is asked for. */
export type CapCause =
  | 'max-frequency'
  | 'upper-limit'
  | 'speed-at-ten-volts'
  | 'control-limit'
  | 'carrier'
  | 'current-limit'
  | 'locked'
  | 'auto-tune'
  | 'poles'
  | 'transmission';

/** What a person sees at the drive; what was not looked at is absent. */
export interface CapObserved {
  /** Highest frequency on its display, Hz. */
  shownHz: number;
  /** Its own panel brings it higher. */
  panelReaches?: boolean | undefined;
  /** Current on its display at that frequency, A. */
  shownA?: number | undefined;
  /** The highest frequency was still as entered after power off and on. */
  held?: boolean | undefined;
  /** Measured at the spindle, rpm. */
  measuredRpm?: number | undefined;
}
/** What the machine file tells of it. */
export interface CapKnown {
  wantedHz: number;
  /** Current at which the drive holds its frequency back, A; 0 where none is known. */
  limitA: number;
  /** Switching frequency that it is set to, Hz; 0 where none is known. */
  carrierHz: number;
  /** Of the field at the rated frequency of the mains for which drives leave the factory, and of its sheet. */
  factoryHz: readonly number[];
  poles: number;
  /** Revolutions of the spindle for one of its motor. */
  ratio: number;
}
/** The setting of the drive to look at for a cause, by the last part of its key; of the others there is none here. */
export const capSetting: Readonly<Partial<Record<CapCause, string>>> = {
  'max-frequency': 'max-frequency',
  'speed-at-ten-volts': 'speed-at-ten-volts',
  carrier: 'carrier',
  'current-limit': 'rated-current',
  poles: 'poles',
};
export interface RankedCause {
  cause: CapCause;
  /** Of all causes that are left, how likely; together 1. */
  share: number;
  /** What speaks for it and what against, in sentences with numbers. */
  because: string[];
  check: string;
}

/** How often each is behind it before anything was looked at, and the next check. */
const usually: Readonly<Record<CapCause, readonly [weight: number, check: string]>> = {
  'max-frequency': [5, 'Read the highest frequency in the drive, and enter what the sheet says.'],
  'upper-limit': [4, 'Look for a second entry that limits the output or the reference, and raise it too.'],
  'speed-at-ten-volts': [
    4,
    'Measure the voltage at the speed input while full speed is commanded; enter the frequency that belongs to 10 V.',
  ],
  'control-limit': [2, 'Look for a highest spindle speed in the control.'],
  carrier: [1.5, 'Raise the switching frequency to ten times the highest output frequency.'],
  'current-limit': [
    1.5,
    'Read the current on the display. Check volts per hertz and the acceleration time before the limit is raised.',
  ],
  locked: [2, 'Stop the spindle, open the parameter lock, enter it again, switch off and on, and read it back.'],
  'auto-tune': [1, 'Enter the motor plate again after an automatic tuning, and read it back.'],
  poles: [1, 'Compare the number of poles in the drive with the plate.'],
  transmission: [1, 'Compare the pulleys in use with the stage that is entered here.'],
};
const NEAR = 0.03;
const near = (a: number, b: number, share = NEAR): boolean => Math.abs(a - b) <= share * Math.abs(b);
const hz = (v: number) => `${Number(v.toPrecision(4))} Hz`;

/** Causes for a top frequency that lies below the wanted one, the likeliest first; none is ever ruled out by one sign alone. */
export function capCauses(seen: CapObserved, k: CapKnown): RankedCause[] {
  const weight = Object.fromEntries(Object.entries(usually).map(([c, [w]]) => [c, w])) as Record<CapCause, number>;
  const because = Object.fromEntries(Object.keys(usually).map((c) => [c, [] as string[]])) as Record<
    CapCause,
    string[]
  >;
  const sign = (causes: readonly CapCause[], by: number, why: string) => {
    for (const c of causes) {
      weight[c] *= by;
      because[c].push(why);
    }
  };
  const inDrive: CapCause[] = ['max-frequency', 'upper-limit', 'carrier', 'current-limit'];
  const short = seen.shownHz < k.wantedHz * (1 - NEAR);
  if (short) sign(['poles', 'transmission'], 0.02, `The display itself stays at ${hz(seen.shownHz)}.`);
  else {
    sign(
      [...inDrive, 'speed-at-ten-volts', 'control-limit', 'locked', 'auto-tune'],
      0.05,
      `The display reaches ${hz(seen.shownHz)}.`,
    );
    if (seen.measuredRpm !== undefined) {
      const should = ((120 * seen.shownHz) / k.poles) * k.ratio;
      const share = seen.measuredRpm / should;
      const says = `${Math.round(seen.measuredRpm)} rpm at ${hz(seen.shownHz)}, where ${Math.round(should)} belong to it.`;
      if (share < 0.88) sign(['poles', 'transmission'], 6, says);
    }
  }
  if (seen.panelReaches === true) {
    sign(inDrive, 0.05, 'Its own panel brings it higher: the drive can.');
    sign(
      ['speed-at-ten-volts', 'control-limit'],
      6,
      'Its own panel brings it higher: what it is asked for is too little.',
    );
  } else if (seen.panelReaches === false) {
    sign(['speed-at-ten-volts', 'control-limit'], 0.05, 'Its own panel does not bring it higher either.');
    sign(inDrive, 1.5, 'Its own panel does not bring it higher either.');
  }
  const factory = k.factoryHz.find((f) => near(seen.shownHz, f));
  if (short && factory !== undefined) {
    const says = `${hz(factory)} is a value with which such a drive leaves the factory.`;
    sign(['max-frequency'], 3, says);
    sign(['upper-limit', 'auto-tune'], 2, says);
  }
  if (k.carrierHz > 0) {
    if (short && near(seen.shownHz, k.carrierHz / CARRIER_TIMES, 0.1))
      sign(['carrier'], 6, `It ends at a tenth of the switching frequency of ${hz(k.carrierHz)}.`);
    else if (k.carrierHz / CARRIER_TIMES >= k.wantedHz)
      sign(['carrier'], 0.05, `A tenth of the switching frequency is ${hz(k.carrierHz / CARRIER_TIMES)}.`);
  }
  if (seen.shownA !== undefined && k.limitA > 0) {
    const says = `The display shows ${Number(seen.shownA.toPrecision(3))} A of ${Number(k.limitA.toPrecision(3))} A.`;
    sign(['current-limit'], seen.shownA >= 0.95 * k.limitA ? 8 : 0.1, says);
  }
  if (seen.held === false) {
    sign(['locked'], 8, 'The entry was another one after power off and on.');
    sign(['auto-tune'], 2, 'The entry was another one after power off and on.');
  } else if (seen.held === true)
    sign(['locked', 'auto-tune'], 0.1, 'The entry was still there after power off and on.');
  if (short && near(seen.shownHz / k.wantedHz, 0.5, 0.06))
    sign(['speed-at-ten-volts'], 2, 'It is half of what is wanted: an output of 5 V on an input for 10 V does this.');
  const all = Object.values(weight).reduce((sum, w) => sum + w, 0);
  return (Object.keys(usually) as CapCause[])
    .map((cause) => ({ cause, share: weight[cause] / all, because: because[cause], check: usually[cause][1] }))
    .sort((a, b) => b.share - a.share);
}

/** When a drive trips. */
export type TripMoment = 'speeding-up' | 'slowing-down' | 'in-the-cut' | 'after-a-while' | 'at-power-on';
/** Causes of a trip by the moment, the commonest first, each with the setting to look at and the next check. */
export const tripCauses: Readonly<Record<TripMoment, readonly { setting?: string; cause: string; check: string }[]>> = {
  'speeding-up': [
    {
      setting: 'acceleration-time',
      cause: 'The ramp is too short for what turns.',
      check: 'Double the acceleration time and try again.',
    },
    {
      setting: 'base-frequency',
      cause: 'Too many volts per hertz: the iron saturates at low speed.',
      check: 'Compare base frequency and rated voltage with the plate.',
    },
    { cause: 'The spindle is stiff: bearing, belt or drawbar.', check: 'Turn it by hand, power off and discharged.' },
    {
      cause: 'A short between phases or to earth.',
      check: 'Power off and discharged: measure the cable and the winding with the drive disconnected.',
    },
  ],
  'slowing-down': [
    {
      setting: 'deceleration-time',
      cause: 'The energy of what turns lifts the bus above its limit.',
      check: 'Lengthen the deceleration time, or fit a braking resistor.',
    },
    {
      setting: 'stop-mode',
      cause: 'It brakes where it could coast.',
      check: 'Let it coast, if nothing asks for a fast stop.',
    },
  ],
  'in-the-cut': [
    {
      setting: 'rated-current',
      cause: 'The cut asks for more than the motor has at this speed.',
      check: 'Compare the power of the cut with the curve here; take less depth or another stage.',
    },
    {
      setting: 'overload',
      cause: 'The overload limit is that of a smaller motor.',
      check: 'Compare the rated current with the plate.',
    },
    {
      cause: 'A phase is missing: a loose terminal.',
      check: 'Compare the three currents, or tighten the terminals, power off and discharged.',
    },
  ],
  'after-a-while': [
    {
      setting: 'min-frequency',
      cause: 'It runs slowly and its own fan cools too little.',
      check: 'Feel the motor; use another stage, a higher speed or a fan of its own.',
    },
    {
      setting: 'rated-current',
      cause: 'The rated current in the drive is that of another motor.',
      check: 'Compare it with the plate.',
    },
    { cause: 'The drive is too warm.', check: 'Cabinet, Heat: the air around it against its limit.' },
  ],
  'at-power-on': [
    {
      cause: 'A short to earth in motor or cable.',
      check: 'Power off and discharged: disconnect the motor and try again.',
    },
    {
      cause: 'The mains is too high or too low.',
      check: 'Measure the mains at its terminals. A licensed person does this.',
    },
    {
      setting: 'restart',
      cause: 'A run command is on at power-up, and it refuses.',
      check: 'Take the run command away and reset.',
    },
  ],
};
