import { axesOf, type Design } from '../machine/design';
import { circuitName } from '../machine/fields';
import type { Scope } from '../machine/nameSheet';
import type { Setting } from '../settings/setting';

/** A figure that an entry may ask for, and the setting that it is of. A choice counts as 1 where it is `flag.on`, else as 0. */
export interface Ask {
  readonly setting: Setting;
  readonly flag?: { readonly on: string; readonly off: string };
}
/** What an entry of a name sheet stands in: the control, an axis, a motor or an input, with all that is known of it by name. */
export interface Context {
  /** Of an input: the circuit that it is of. */
  readonly circuit?: string;
  /** What it is, in words: `axis X`, `motor Y left`. */
  readonly title: string;
  /** Texts for names and places: the letter of an axis, the terminal of an input. */
  readonly texts: Readonly<Record<string, string>>;
  /** Figures that no setting holds: its place in the row, and how the machine counts. */
  readonly facts: Readonly<Record<string, number>>;
  readonly asks: Readonly<Record<string, Ask>>;
}
export type Contexts = Readonly<Record<Scope, readonly Context[]>>;

interface Word {
  /** Last part of the setting’s key; all of it behind a stroke. */
  readonly setting: string;
  readonly says: string;
  readonly flag?: Ask['flag'];
}
const turned = { on: 'inverted', off: 'normal' };
/** The words of each scope for expressions, with what they say. Lengths in mm, angles in °, times in s. */
export const words: Readonly<Record<Exclude<Scope, 'machine'>, Readonly<Record<string, Word>>>> = {
  axis: {
    scale: { setting: 'scale', says: 'steps a mm or °, of its first motor' },
    inverted: {
      setting: 'direction-0',
      says: '1 where the direction signal of its first motor is inverted',
      flag: turned,
    },
    maxSpeed: { setting: 'max-speed', says: 'maximum speed, mm/s' },
    acceleration: { setting: 'acceleration', says: 'acceleration, mm/s²' },
    envelopeMin: { setting: 'envelope-min', says: 'minus end of the envelope, mm' },
    envelopeMax: { setting: 'envelope-max', says: 'plus end of the envelope, mm' },
    towardsPlus: {
      setting: 'reference-towards',
      says: '1 where the reference run goes towards plus',
      flag: { on: 'plus', off: 'minus' },
    },
    fastApproach: { setting: 'reference-fast', says: 'fast approach of the reference run, mm/s' },
    slowApproach: { setting: 'reference-slow', says: 'slow approach, mm/s' },
    backOff: { setting: 'back-off', says: 'back-off, mm' },
    datumPosition: { setting: 'datum-position', says: 'position at the datum, mm' },
  },
  motor: {
    scale: { setting: 'scale', says: 'steps a mm or °' },
    inverted: { setting: 'direction', says: '1 where its direction signal is inverted', flag: turned },
    peakCurrent: { setting: 'peak-current', says: 'peak current of its driver, A' },
    stepsPerRevolution: { setting: 'steps-per-revolution', says: 'steps a revolution that its driver is set to' },
    positionMode: {
      setting: 'control-mode',
      says: '1 where its servo drive follows positions',
      flag: { on: 'position', off: 'other' },
    },
    commandAsSent: {
      setting: 'command-source',
      says: '1 where its servo drive takes commands as the control sends them',
      flag: { on: 'as-sent', off: 'other' },
    },
    pulseOnCurrent: {
      setting: 'pulse-level',
      says: '1 where a pulse counts as its input is switched on',
      flag: { on: 'on', off: 'off' },
    },
    pulseLimit: { setting: 'pulse-limit', says: 'pulse rate that its servo drive lets through, Hz' },
    gearNumerator: { setting: 'gear-numerator', says: 'numerator of the electronic gear' },
    gearDenominator: { setting: 'gear-denominator', says: 'denominator of the electronic gear' },
    shaftReversed: {
      setting: 'shaft-direction',
      says: '1 where the servo drive reverses the shaft',
      flag: { on: 'reversed', off: 'normal' },
    },
    absoluteEncoder: {
      setting: 'encoder-type',
      says: '1 where the encoder is absolute',
      flag: { on: 'absolute', off: 'incremental' },
    },
    speedLimit: { setting: 'speed-limit', says: 'speed limit of the servo drive, rpm' },
    torqueLimit: { setting: 'torque-limit', says: 'torque limit, 1 for the rated torque' },
    inertiaRatio: { setting: 'inertia-ratio', says: 'load inertia over rotor inertia' },
    positionGain: { setting: 'position-gain', says: 'position gain Kv, 1/s' },
    followingWindow: { setting: 'following-window', says: 'following error that raises the alarm, mm or °' },
    enabledByCurrent: {
      setting: 'enable-level',
      says: '1 where its enable input enables while it is switched on',
      flag: { on: 'on', off: 'off' },
    },
    stopsWhenDisabled: {
      setting: 'when-disabled',
      says: '1 where it stops by its ramp before it lets go',
      flag: { on: 'stops', off: 'lets-go' },
    },
    brakeReleaseDelay: { setting: 'brake-release-delay', says: 'first motion after the brake is released, s' },
    brakeCloseDelay: { setting: 'brake-close-delay', says: 'torque held after the brake is closed, s' },
    alarmOpens: {
      setting: 'alarm-level',
      says: '1 where its alarm output opens on an alarm',
      flag: { on: 'opens', off: 'closes' },
    },
  },
  input: {
    activeHigh: {
      setting: 'active-when',
      says: '1 where it is tripped when it reads high',
      flag: { on: 'high', off: 'low' },
    },
    filter: { setting: 'filter', says: 'filter, s' },
  },
  spindle: {
    maxSpeed: { setting: '/spindle/max-speed', says: 'highest speed of the spindle, rpm' },
    minSpeed: { setting: '/spindle/min-speed', says: 'lowest speed of the spindle, rpm' },
    encoderLines: { setting: '/spindle/encoder-lines', says: 'lines of its encoder in one revolution of the spindle' },
    ratedVoltage: { setting: 'rated-voltage', says: 'rated voltage of its motor, V' },
    baseFrequency: { setting: 'base-frequency', says: 'base frequency, Hz' },
    ratedCurrent: { setting: 'rated-current', says: 'rated current of its motor, A' },
    ratedSpeed: { setting: 'rated-speed', says: 'rated speed of its motor, rpm' },
    poles: { setting: 'poles', says: 'poles of its motor' },
    maxFrequency: { setting: 'max-frequency', says: 'highest frequency, Hz' },
    minFrequency: { setting: 'min-frequency', says: 'lowest frequency, Hz' },
    overload: { setting: 'overload', says: 'overload limit, 1 for the rated current' },
    accelerationTime: { setting: 'acceleration-time', says: 'acceleration time, s' },
    decelerationTime: { setting: 'deceleration-time', says: 'deceleration time, s' },
    squareCurve: {
      setting: 'curve',
      says: '1 where volts over frequency are a square curve',
      flag: { on: 'square', off: 'straight' },
    },
    carrier: { setting: 'carrier', says: 'switching frequency, Hz' },
    runByTerminals: {
      setting: 'run-source',
      says: '1 where its terminals start it, 0 where its own panel does',
      flag: { on: 'terminals', off: 'panel' },
    },
    speedByPanel: {
      setting: 'speed-source',
      says: '1 where its own panel sets the speed, 0 where its input does',
      flag: { on: 'panel', off: 'voltage' },
    },
    speedAtTenVolts: { setting: 'speed-at-ten-volts', says: 'frequency at 10 V, Hz' },
    encoderCounts: { setting: 'encoder-counts', says: 'of a servo motor: counts of its encoder in a turn' },
    speedLimit: { setting: 'speed-limit', says: 'of a servo motor: highest speed, rpm' },
    torqueLimit: { setting: 'torque-limit', says: 'of a servo motor: torque limit, 1 for the rated torque' },
    inertiaRatio: { setting: 'inertia-ratio', says: 'of a servo motor: inertia of the load over that of its rotor' },
    rpmAtTenVolts: { setting: 'rpm-at-ten-volts', says: 'of a servo motor: speed at 10 V, rpm' },
    speedWindow: { setting: 'speed-window', says: 'of a servo motor: speed reached within, 1 for all of it' },
    byPosition: {
      setting: 'control-mode',
      says: 'of a servo motor: 1 in position mode, 0 in speed mode',
      flag: { on: 'position', off: 'speed' },
    },
    coasts: {
      setting: 'stop-mode',
      says: '1 where it stops by coasting, 0 by its ramp',
      flag: { on: 'coast', off: 'ramp' },
    },
    restarts: {
      setting: 'restart',
      says: '1 where it starts by itself after a power failure',
      flag: { on: 'yes', off: 'no' },
    },
    reverseAllowed: {
      setting: 'reverse',
      says: '1 where it may turn backwards',
      flag: { on: 'yes', off: 'no' },
    },
  },
};
/** Figures that are there besides: no setting holds them. */
export const facts: Readonly<Record<Scope, Readonly<Record<string, string>>>> = {
  machine: {
    axes: 'how many axes there are',
    inputs: 'how many inputs are used',
    afterBackOff: '1 where the datum is set after the back-off',
  },
  axis: {
    axis: 'its place among the axes, from 0',
    linear: '1 for a linear axis, 0 for a rotary one',
    motors: 'how many motors it has',
    afterBackOff: '1 where the datum is set after the back-off',
  },
  motor: { motor: 'its place among the motors, from 0', axis: 'the place of its axis', linear: '1 on a linear axis' },
  input: { input: 'its place among the inputs, from 0' },
  spindle: {},
};

/** Everything that the entries of a name sheet can stand in on this machine. `driver`: that part alone, with its motors. */
export function contextsOf(
  design: Pick<Design, 'axes' | 'axisOrder' | 'circuits' | 'parts' | 'datumStrategy'>,
  settings: readonly Setting[],
  driver?: string,
): Contexts {
  const byKey = new Map(settings.map((s) => [s.key, s]));
  const ask = (table: Readonly<Record<string, Word>>, keyOf: (setting: string) => string): Context['asks'] =>
    Object.fromEntries(
      Object.entries(table).flatMap(([name, word]) => {
        const setting = byKey.get(keyOf(word.setting));
        return setting ? [[name, { setting, ...(word.flag ? { flag: word.flag } : {}) }]] : [];
      }),
    );
  const drives = Object.keys(design.parts).filter(
    (id) => design.parts[id]!.data.class === 'spindle-drive' && (driver === undefined || driver === id),
  );
  // The control is told its own figures of the spindle, whether a drive has settings or not.
  const spindle = (drives.length || driver !== undefined ? drives : ['']).flatMap((id) =>
    spindleContext(ask(words.spindle, (s) => (s.startsWith('/') ? s.slice(1) : `driver/${id}/${s}`))),
  );
  const afterBackOff = Number(design.datumStrategy === 'after-back-off');
  const axes = axesOf(design).map(([id, a], axis): Context => ({
    title: `axis ${a.letter}`,
    texts: { letter: a.letter, lower: a.letter.toLowerCase() },
    facts: { axis, linear: Number(a.motion === 'linear'), motors: a.drives.length, afterBackOff },
    asks: ask(words.axis, (s) => `axis/${id}/${s}`),
  }));
  const motors = axesOf(design).flatMap(([id, a], axis) =>
    a.drives.flatMap((drive, i) => {
      // A motor on the channel of another one has nothing of its own to set.
      if (!byKey.has(`axis/${id}/direction-${i}`)) return [];
      if (driver !== undefined && drive.driver !== driver) return [];
      const side = a.drives.length > 1 ? ` ${drive.side}` : '';
      const keys: Record<string, string> = {
        scale: `axis/${id}/scale${i ? `-${i}` : ''}`,
        direction: `axis/${id}/direction-${i}`,
        'peak-current': `driver/${drive.driver}/peak-current`,
        'steps-per-revolution': `driver/${drive.driver}/steps-per-revolution`,
      };
      return [
        {
          title: `motor ${a.letter}${side}`,
          texts: { letter: a.letter, lower: a.letter.toLowerCase(), side: side.trim() || a.letter },
          facts: { axis, linear: Number(a.motion === 'linear') },
          asks: ask(words.motor, (s) => keys[s] ?? `driver/${drive.driver}/${s}`),
        },
      ];
    }),
  );
  const inputs = Object.keys(design.circuits).flatMap((id, input): Context[] => {
    const terminal = byKey.get(`input/${id}/terminal`)?.value;
    if (!terminal?.known) return [];
    return [
      {
        circuit: id,
        title: circuitName(design, id),
        texts: { terminal: String(terminal.value), function: design.circuits[id]!.function },
        facts: { input },
        asks: ask(words.input, (s) => `input/${id}/${s}`),
      },
    ];
  });
  if (driver !== undefined)
    return {
      machine: [
        {
          title: design.parts[driver]?.designation ?? 'drive',
          texts: {},
          facts: { axes: 0, inputs: 0, afterBackOff },
          asks: {},
        },
      ],
      axis: [],
      motor: motors.map((m, motor): Context => ({ ...m, facts: { ...m.facts, motor } })),
      input: [],
      spindle,
    };
  return {
    machine: [
      { title: 'control', texts: {}, facts: { axes: axes.length, inputs: inputs.length, afterBackOff }, asks: {} },
    ],
    axis: axes,
    motor: motors.map((m, motor): Context => ({ ...m, facts: { ...m.facts, motor } })),
    input: inputs.map((c, input) => ({ ...c, facts: { input } })),
    spindle,
  };
}
/** A drive that turns no spindle of this machine has nothing to be asked. */
const spindleContext = (asks: Context['asks']): Context[] =>
  Object.keys(asks).length ? [{ title: 'spindle', texts: {}, facts: {}, asks }] : [];
