import type { DriveFigures } from '../drivetrain/speed';
import { electronicGear, followingError, INERTIA_AT_EASE, INERTIA_MOST, inertiaRatioOf } from '../drivetrain/loop';
import type { Design } from '../machine/design';
import type { Axis } from '../machine/mechanics';
import type { DataOf, Part } from '../machine/parts';
import type { Derived } from '../units/derived';
import { figure, figureOr, gather, known, mapKnown, missing } from '../units/derived';
import { printNumber, showValue, type Display } from '../units/print';
import { driveDraw } from './driveDraw';
import { settingFigure, type Setting, type SettingDraft } from './setting';

/** Gain of the position loop to begin with, 1/s: what an untuned axis with a screw or a belt bears. */
const FIRST_GAIN = 30;
/** The window is so many times the lag at the highest speed: a blow shows, a brisk start does not. */
const WINDOW_TIMES = 1.5;
/** The drive stops what turns so much faster than it is ever asked to. */
const OVERSPEED = 1.1;
/** Pulses are let through up to so many times their highest rate. */
const PULSE_RESERVE = 1.25;
/** Brake times where its sheet is silent, s: most brakes of this size are quicker. */
const USUAL_BRAKE_S = 0.1;
/** A delay is so many times the time of the brake, which is that of a new and cold one. */
const BRAKE_RESERVE = 1.5;

/** A servo drive with the axis that it moves and all that is worked out of both. */
export interface ServoDrive {
  driverId: string;
  driver: Part & { data: DataOf<'servo-drive'> };
  motorId: string | undefined;
  motor: DataOf<'motor'> | undefined;
  axisId: string;
  axis: Axis;
  index: number;
  figures: DriveFigures;
}

/** The servo drives of a machine, axis by axis; each once, also where it moves two motors. */
export function servoDrivesOf(
  design: Pick<Design, 'parts'>,
  axes: readonly { id: string; axis: Axis; drives: readonly DriveFigures[] }[],
): ServoDrive[] {
  const seen = new Set<string>();
  return axes.flatMap(({ id, axis, drives }) =>
    axis.drives.flatMap((d, index): ServoDrive[] => {
      const driver = d.driver ? design.parts[d.driver] : undefined;
      const motor = d.motor ? design.parts[d.motor]?.data : undefined;
      if (driver?.data.class !== 'servo-drive' || seen.has(d.driver!)) return [];
      seen.add(d.driver!);
      return [
        {
          driverId: d.driver!,
          driver: driver as ServoDrive['driver'],
          motorId: d.motor,
          motor: motor?.class === 'motor' ? motor : undefined,
          axisId: id,
          axis,
          index,
          figures: drives[index]!,
        },
      ];
    }),
  );
}

/** What the drive is asked for over: pulses or a fieldbus. */
export const byFieldbus = ({ driver }: Pick<ServoDrive, 'driver'>): boolean =>
  (driver.setup.commandFormat ?? driver.data.commandFormats[0]) === 'fieldbus';

const turning = [
  { value: 'normal', label: 'normal' },
  { value: 'reversed', label: 'reversed' },
];
const pulseForm: Record<string, string> = {
  'pulse-and-direction': 'pulse and direction',
  'two-pulse-trains': 'two pulse trains',
  quadrature: 'two tracks, 90° apart',
  fieldbus: 'over the fieldbus',
};
const whole = (v: number) => printNumber(v, 9);

/** Everything that is entered in the servo drives of the axes; `settled`: the settings of axes and drivers that they follow from. */
export function servoDriveSettings(drives: readonly ServoDrive[], settled: readonly Setting[]): SettingDraft[] {
  return drives.flatMap((s) => settingsOf(s, settled));
}

function settingsOf(s: ServoDrive, settled: readonly Setting[]): SettingDraft[] {
  const { driverId, driver, motor, motorId, axis, axisId, figures } = s;
  const { quantity, choice } = driveDraw(driverId, `Servo drive ${driver.designation}`);
  const bus = byFieldbus(s);
  const form = driver.setup.commandFormat ?? driver.data.commandFormats[0] ?? 'pulse-and-direction';
  const linear = axis.motion === 'linear';
  const way = linear ? 'length' : 'angle';
  const at = (key: string): Derived<number> => {
    const v = settingFigure(settled, key);
    return v === undefined ? missing(key) : known(v);
  };
  const top = at(`axis/${axisId}/max-speed`);
  const peakA = at(`driver/${driverId}/peak-current`);
  const sheet = (key: 'encoderCounts' | 'ratedCurrent' | 'maxSpeed') =>
    motor && motorId
      ? figure(motor[key], `parts.${motorId}.data.${key}`)
      : missing(`axes.${axisId}.drives.${s.index}.motor`);
  const counts = sheet('encoderCounts');
  const gearOf = gather({ counts, scale: figures.scale });
  const gear = mapKnown(gearOf, ({ counts: c, scale }) => electronicGear(c, scale.stepsPerRev));
  const topRpm = mapKnown(gather({ top, scale: figures.scale }), (f) => (60 * f.top) / f.scale.travelPerRev);
  const rate = mapKnown(gather({ top, scale: figures.scale }), (f) => f.top * f.scale.stepsPerUnit);
  const most = sheet('maxSpeed');
  const rated = sheet('ratedCurrent');
  const peakShare = figureOr(motor?.peakTorque, Infinity) / figureOr(motor?.ratedTorque, 1);
  const lag = mapKnown(top, (v) => followingError(v, FIRST_GAIN));
  const load = mapKnown(figures.torque, (t) => inertiaRatioOf(t.load.load));
  const speed = (v: number, display: Display) => showValue(v, linear ? 'speed' : 'angularSpeed', display, 4);
  const time = (v: number, display: Display) => showValue(v, 'time', display, 3);
  const reversed = axis.drives[s.index]!.invertedInDrive;
  const gearNumbers = () =>
    gearOf.known
      ? `${whole(gearOf.value.counts)} counts / ${whole(gearOf.value.scale.stepsPerRev)} ${bus ? 'units' : 'pulses'}${gear.known ? ` = ${whole(gear.value.numerator)} / ${whole(gear.value.denominator)}` : ''}`
      : '';
  const brake = (key: 'brakeReleaseTime' | 'brakeCloseTime') => {
    const own = figureOr(motor?.[key], USUAL_BRAKE_S);
    return {
      value: known(own * BRAKE_RESERVE),
      numbers: (display: Display) =>
        `${printNumber(BRAKE_RESERVE, 2)} · ${time(own, display)}${motor?.[key] ? '' : ', a usual one: the sheet is silent'}`,
    };
  };
  const [frees, holds] = [brake('brakeReleaseTime'), brake('brakeCloseTime')];
  return [
    choice(
      'control-mode',
      'Control mode',
      [
        { value: 'position', label: 'position' },
        { value: 'other', label: 'speed or torque' },
      ],
      'position',
      'the control plans positions, and the drive follows them',
    ),
    choice(
      'command-source',
      'Position comes as',
      [
        { value: 'as-sent', label: pulseForm[form]! },
        { value: 'other', label: 'something else' },
      ],
      'as-sent',
      'as the control sends it',
    ),
    ...(bus
      ? []
      : [
          choice(
            'pulse-level',
            'A pulse counts as its input is',
            [
              { value: 'on', label: 'switched on' },
              { value: 'off', label: 'switched off' },
            ],
            'on',
            'a current through its optocoupler is a pulse; the control rests without one',
          ),
          quantity(
            'pulse-limit',
            'Pulses let through up to',
            'frequency',
            mapKnown(rate, (v) => v * PULSE_RESERVE),
            'a quarter above the rate at the maximum speed: less cuts pulses, much more lets noise in',
            (display) =>
              rate.known && top.known
                ? `${printNumber(PULSE_RESERVE, 3)} · ${showValue(rate.value, 'frequency', display, 4)} at ${speed(top.value, display)}`
                : '',
            'up',
          ),
        ]),
    quantity(
      'gear-numerator',
      'Electronic gear, numerator',
      'ratio',
      mapKnown(gear, (g) => g.numerator),
      `counts of the encoder in one revolution over ${bus ? 'units' : 'pulses'} for one, with what both share divided out`,
      gearNumbers,
    ),
    quantity(
      'gear-denominator',
      'Electronic gear, denominator',
      'ratio',
      mapKnown(gear, (g) => g.denominator),
      'goes with the numerator',
      gearNumbers,
    ),
    choice(
      'shaft-direction',
      'Direction of the shaft',
      turning,
      reversed ? 'reversed' : 'normal',
      'as entered on Drives: reversed here, in the wiring or in the control, but in one place only',
    ),
    choice(
      'encoder-type',
      'Encoder',
      [
        { value: 'absolute', label: 'absolute' },
        { value: 'incremental', label: 'incremental' },
      ],
      motor?.encoder === 'absolute' ? 'absolute' : 'incremental',
      'as on the sheet of the motor',
      motor?.encoder === 'absolute' && motor.batteryBacked ? 'it keeps its turns by a battery' : '',
    ),
    quantity(
      'speed-limit',
      'Speed limit',
      'rotation',
      mapKnown(gather({ topRpm, most }), (f) => Math.min(f.most, f.topRpm * OVERSPEED)),
      'a tenth above what the maximum speed of the axis asks for, at most the motor’s highest',
      (display) =>
        topRpm.known
          ? `${printNumber(OVERSPEED, 2)} · ${showValue(topRpm.value, 'rotation', display, 4)}; the motor is rated for ${most.known ? showValue(most.value, 'rotation', display, 4) : '?'}`
          : '',
      'up',
    ),
    quantity(
      'torque-limit',
      'Torque limit, of the rated torque',
      'ratio',
      mapKnown(gather({ peakA, rated }), (f) => Math.min(f.peakA / Math.SQRT2 / f.rated, peakShare)),
      'peak current of the drive as RMS over the rated current of the motor, at most its peak torque over its rated one',
      (display) =>
        peakA.known && rated.known
          ? `${showValue(peakA.value, 'current', display, 3)} / √2 / ${showValue(rated.value, 'current', display, 3)}${Number.isFinite(peakShare) ? `; at most ${printNumber(peakShare, 3)}` : ''}`
          : '',
      'down',
    ),
    quantity(
      'inertia-ratio',
      'Load inertia over rotor inertia',
      'ratio',
      load,
      'what screw, belt, masses and coupling add, seen from the shaft',
      () =>
        !load.known
          ? ''
          : load.value > INERTIA_MOST
            ? 'hard to tune stiff'
            : load.value > INERTIA_AT_EASE
              ? 'tunable with care'
              : 'at ease',
    ),
    quantity(
      'position-gain',
      'Position gain Kv, 1/s',
      'ratio',
      known(FIRST_GAIN),
      'to begin with; automatic tuning raises it',
      () => '',
    ),
    quantity(
      'following-window',
      'Alarm for a following error of',
      way,
      mapKnown(lag, (v) => v * WINDOW_TIMES),
      'one and a half times the lag at the maximum speed, v / Kv',
      (display) =>
        top.known && lag.known
          ? `${printNumber(WINDOW_TIMES, 2)} · ${speed(top.value, display)} / ${FIRST_GAIN} 1/s${counts.known && figures.scale.known ? `; ${whole(Math.round((WINDOW_TIMES * lag.value * counts.value) / figures.scale.value.travelPerRev))} counts` : ''}`
          : '',
      'up',
    ),
    choice(
      'enable-level',
      'Enabled while its input is',
      [
        { value: 'on', label: 'switched on' },
        { value: 'off', label: 'open' },
      ],
      driver.data.enableOpen === 'enabled' ? 'off' : 'on',
      driver.data.enableOpen === 'enabled'
        ? 'as on its sheet: an open input enables it, so that a wire that comes off does not stop it'
        : 'a wire that comes off then takes the torque away',
    ),
    choice(
      'when-disabled',
      'When it is disabled it',
      [
        { value: 'stops', label: 'stops by its ramp, then lets go' },
        { value: 'lets-go', label: 'lets go at once' },
      ],
      'stops',
      motor?.brake
        ? 'it holds until the brake has closed'
        : 'a moving axis then stops where it should; its torque-off input lets go at once in any case',
    ),
    ...(motor?.brake
      ? [
          quantity(
            'brake-release-delay',
            'First motion after the brake is released',
            'time',
            frees.value,
            'the time that the brake takes to free the shaft, and half as much again',
            frees.numbers,
            'up',
          ),
          quantity(
            'brake-close-delay',
            'Torque held after the brake is closed',
            'time',
            holds.value,
            'the time that the brake takes to hold, and half as much again',
            holds.numbers,
            'up',
          ),
        ]
      : []),
    ...(alarmForm(driver) === undefined
      ? []
      : [
          choice(
            'alarm-level',
            'On an alarm its output',
            [
              { value: 'opens', label: 'opens' },
              { value: 'closes', label: 'closes' },
            ],
            alarmForm(driver) === 'NO' ? 'closes' : 'opens',
            'as on its sheet; one that opens also tells of a wire that has come off',
          ),
        ]),
  ];
}

/** The form of the contact by which a drive tells of an alarm; undefined where it has none. */
function alarmForm(driver: Part): 'NO' | 'NC' | undefined {
  const contact = Object.values(driver.elements).find(
    (e) => e.kind === 'contact' && driver.terminals[e.a]?.role === 'alarm-plus',
  );
  return contact?.kind === 'contact' ? contact.form : undefined;
}
