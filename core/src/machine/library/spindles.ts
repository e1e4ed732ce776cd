import type { Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { encoderTerminals, sheet, terminal } from './entry';

const threePhase: Record<string, Terminal> = {
  u: terminal('U', 'phase-u'),
  v: terminal('V', 'phase-v'),
  w: terminal('W', 'phase-w'),
  pe: terminal('PE', 'protective-earth'),
};

/** A board that feeds a direct-current spindle from a bus. */
const speedBoard: Record<string, Terminal> = {
  'supply-plus': terminal('V+', 'supply-plus'),
  'supply-minus': terminal('V−', 'supply-minus'),
  'motor-plus': terminal('M+', 'load-plus'),
  'motor-minus': terminal('M−', 'load-minus'),
  pulse: terminal('PW', 'pulse-width-in'),
  'pulse-common': terminal('PG', 'analogue-common'),
};

/** The encoder on one side (channel 0), the counter on the other one. */
const dividerTerminals: Record<string, Terminal> = Object.fromEntries(
  (['in', 'out'] as const).flatMap((side, channel) =>
    Object.entries(encoderTerminals('incremental')).map(([id, t]) => [
      id.replace('enc-', `${side}-`),
      { ...t, printed: `${side === 'in' ? 'E' : 'C'}/${t.printed}`, channel },
    ]),
  ),
);

/** Spindles, the drives that turn them, and the encoder that a threading lathe wants. */
export const spindles: LibraryEntry[] = [
  {
    key: 'spindle-tern-800',
    name: 'Tern 800, spindle motor for the mains',
    about: 'Universal motor with a speed dial of its own: it can only be switched on and off, by a relay.',
    data: {
      class: 'spindle',
      power: sheet(800, 'W'),
      maxSpeed: sheet(25000, 'rpm'),
      minSpeed: sheet(8000, 'rpm'),
      ratedVoltage: sheet(230, 'V'),
      ratedCurrent: sheet(3.6, 'A'),
    },
    terminals: {
      l: terminal('L', 'mains-l'),
      n: terminal('N', 'mains-n'),
    },
    elements: { motor: { kind: 'load', a: 'l', b: 'n' } },
    setup: {},
  },
  {
    key: 'spindle-plough-1500',
    name: 'Plough 1500, three-phase spindle',
    about: 'Induction spindle for a drive with up to 400 Hz.',
    data: {
      class: 'spindle',
      power: sheet(1.5, 'kW'),
      poles: 2,
      maxSpeed: sheet(24000, 'rpm'),
      minSpeed: sheet(6000, 'rpm'),
      ratedVoltage: sheet(220, 'V'),
      ratedFrequency: sheet(400, 'Hz'),
      ratedCurrent: sheet(5, 'A'),
      rotorInertia: sheet(3.2, 'kg·cm²'),
      cooling: 'water',
    },
    terminals: threePhase,
    elements: {},
    setup: {},
  },
  {
    key: 'spindle-plough-1100',
    name: 'Plough 1100, three-phase spindle',
    about: 'Induction spindle for a drive with up to 400 Hz, for a branch of 16 A.',
    data: {
      class: 'spindle',
      power: sheet(1.1, 'kW'),
      poles: 2,
      maxSpeed: sheet(24000, 'rpm'),
      minSpeed: sheet(6000, 'rpm'),
      ratedVoltage: sheet(220, 'V'),
      ratedFrequency: sheet(400, 'Hz'),
      ratedCurrent: sheet(4, 'A'),
      rotorInertia: sheet(2.4, 'kg·cm²'),
      cooling: 'own-fan',
    },
    terminals: threePhase,
    elements: {},
    setup: {},
  },
  {
    key: 'spindle-plough-2200-3',
    name: 'Plough 2200-3, three-phase spindle for 400 V',
    about: 'Induction spindle for a drive on three-phase mains with up to 400 Hz.',
    data: {
      class: 'spindle',
      power: sheet(2.2, 'kW'),
      poles: 2,
      maxSpeed: sheet(24000, 'rpm'),
      minSpeed: sheet(6000, 'rpm'),
      ratedVoltage: sheet(380, 'V'),
      ratedFrequency: sheet(400, 'Hz'),
      ratedCurrent: sheet(5, 'A'),
      rotorInertia: sheet(5.5, 'kg·cm²'),
      cooling: 'water',
    },
    terminals: threePhase,
    elements: {},
    setup: {},
  },
  ...(
    [
      [750, '', 230, 3.2, 1395, 18],
      [1500, '', 230, 6.1, 1420, 36],
      [2200, '-3', 400, 4.9, 1430, 58],
    ] as const
  ).map(([watts, mark, volts, amps, rpm, inertia]): LibraryEntry => ({
    key: `spindle-harrow-${watts}${mark}`,
    name: `Harrow ${watts}${mark}, lathe motor${mark ? ' for 400 V' : ''}`,
    about: 'Four-pole induction motor for a belt-driven headstock.',
    data: {
      class: 'spindle',
      power: sheet(watts, 'W'),
      poles: 4,
      maxSpeed: sheet(2800, 'rpm'),
      minSpeed: sheet(300, 'rpm'),
      ratedVoltage: sheet(volts, 'V'),
      ratedFrequency: sheet(50, 'Hz'),
      ratedCurrent: sheet(amps, 'A'),
      ratedSpeed: sheet(rpm, 'rpm'),
      rotorInertia: sheet(inertia, 'kg·cm²'),
      cooling: 'own-fan',
    },
    terminals: threePhase,
    elements: {},
    setup: {},
  })),
  {
    key: 'spindle-mattock-1900',
    name: 'Mattock 1900, servo spindle',
    about: 'Servo motor for a mill or lathe spindle: its full torque from standstill, an encoder, and blown cooling.',
    data: {
      class: 'spindle',
      servo: true,
      power: sheet(1900, 'W'),
      poles: 8,
      maxSpeed: sheet(6000, 'rpm'),
      ratedVoltage: sheet(230, 'V'),
      ratedCurrent: sheet(6.5, 'A'),
      ratedSpeed: sheet(3000, 'rpm'),
      ratedTorque: sheet(6, 'N·m'),
      peakTorque: sheet(18, 'N·m'),
      encoderCounts: 10_000,
      rotorInertia: sheet(12, 'kg·cm²'),
      cooling: 'blown',
    },
    terminals: { ...threePhase, ...encoderTerminals('incremental') },
    elements: {},
    setup: {},
  },
  {
    key: 'spindle-dibble-400',
    name: 'Dibble 400, direct-current spindle',
    about: 'Small brushed spindle for a speed board.',
    data: {
      class: 'spindle',
      power: sheet(400, 'W'),
      maxSpeed: sheet(12000, 'rpm'),
      minSpeed: sheet(1500, 'rpm'),
      ratedVoltage: sheet(48, 'V'),
      ratedCurrent: sheet(9, 'A'),
      rotorInertia: sheet(1.1, 'kg·cm²'),
      cooling: 'own-fan',
    },
    terminals: { plus: terminal('M+', 'load-plus'), minus: terminal('M−', 'load-minus') },
    elements: { motor: { kind: 'load', a: 'plus', b: 'minus' } },
    setup: {},
  },
  {
    key: 'spindle-dibble-200',
    name: 'Dibble 200, direct-current spindle',
    about: 'Brushed spindle for 36 V and light cuts.',
    data: {
      class: 'spindle',
      power: sheet(200, 'W'),
      maxSpeed: sheet(10000, 'rpm'),
      minSpeed: sheet(1500, 'rpm'),
      ratedVoltage: sheet(36, 'V'),
      ratedCurrent: sheet(6.2, 'A'),
      rotorInertia: sheet(0.6, 'kg·cm²'),
      cooling: 'own-fan',
    },
    terminals: { plus: terminal('M+', 'load-plus'), minus: terminal('M−', 'load-minus') },
    elements: { motor: { kind: 'load', a: 'plus', b: 'minus' } },
    setup: {},
  },
  ...(
    [
      ['drive-vole-1500', 'Vole 1500', 7, 400, 1, 820],
      ['drive-vole-750', 'Vole 750', 4.5, 120, 1, 470],
      ['drive-vole-3000', 'Vole 3000', 13, 120, 1, 1360],
      ['drive-vole-2200-3', 'Vole 2200-3', 5.8, 400, 3, 330],
      ['drive-vole-4000-3', 'Vole 4000-3', 9.5, 120, 3, 560],
      ['drive-polecat-7', 'Polecat 7', 7, 0, 1, 1100],
    ] as const
  ).map(([key, name, amps, hz, phases, microfarad]): LibraryEntry => ({
    key,
    name:
      phases === 3
        ? `${name}, spindle drive for three-phase mains`
        : hz === 0
          ? `${name}, drive for a servo spindle`
          : `${name}, spindle drive`,
    about:
      hz === 0
        ? 'Turns a servo motor by its encoder, from the mains; run, direction, speed by 0 to 10 V, and a fault contact. A resistor takes what the spindle gives back.'
        : phases === 3
          ? 'Takes three phases of 400 V and makes three for the motor; run, direction, speed by 0 to 10 V, and a fault contact.'
          : 'Makes three phases from the mains; run, direction, speed by 0 to 10 V, and a fault contact.',
    data: {
      class: 'spindle-drive',
      ...(phases === 3
        ? { ratedVoltage: sheet(400, 'V'), mainsMin: sheet(380, 'V'), mainsMax: sheet(440, 'V') }
        : { ratedVoltage: sheet(230, 'V') }),
      inrush: sheet(20, 'A'),
      leakage: sheet(phases === 3 ? 3.5 : 1, 'mA'),
      ambientMax: sheet(40, '°C'),
      ...(hz === 0
        ? { servo: true, brakingPower: sheet(600, 'W') }
        : {
            baseFrequency: sheet(hz === 400 ? 400 : 50, 'Hz'),
            maxFrequency: sheet(hz, 'Hz'),
            minFrequency: sheet(hz === 400 ? 100 : 10, 'Hz'),
          }),
      outputCurrent: sheet(amps, 'A'),
      commandVoltage: sheet(24, 'V'),
      isolated: true,
      overload: sheet(hz === 0 ? 250 : 150, '%'),
      carrierMax: sheet(12, 'kHz'),
      busCapacitance: sheet(microfarad, 'µF'),
      tripVoltage: sheet(phases === 3 ? 760 : 390, 'V'),
      dischargeTime: sheet(300, 's'),
    },
    terminals: {
      ...(phases === 3
        ? { r: terminal('R', 'mains-l'), s: terminal('S', 'mains-l2'), t: terminal('T', 'mains-l3') }
        : { l: terminal('R', 'mains-l'), n: terminal('S', 'mains-n') }),
      pe: terminal('PE', 'protective-earth'),
      u: terminal('U', 'phase-u'),
      v: terminal('V', 'phase-v'),
      w: terminal('W', 'phase-w'),
      'pe-out': terminal('PE2', 'protective-earth'),
      run: terminal('D1', 'run-in'),
      reverse: terminal('D2', 'reverse-in'),
      common: terminal('DC', 'command-common'),
      p24: terminal('P24', 'supply-out-plus'),
      m24: terminal('M24', 'supply-out-minus'),
      speed: terminal('AI', 'analogue-in'),
      'speed-common': terminal('AC', 'analogue-common'),
      'fault-a': terminal('FA', 'alarm-plus'),
      'fault-b': terminal('FB', 'alarm-minus'),
      ...(hz === 0 ? encoderTerminals('incremental') : {}),
    },
    elements: {
      run: { kind: 'isolated-input', terminal: 'run', common: 'common', current: 'either-way' },
      reverse: { kind: 'isolated-input', terminal: 'reverse', common: 'common', current: 'either-way' },
      own: { kind: 'source', plus: 'p24', minus: 'm24', voltage: sheet(24, 'V') },
      fault: { kind: 'contact', a: 'fault-a', b: 'fault-b', form: 'NC', actuator: 'hand' },
    },
    setup: {},
  })),
  {
    key: 'drive-shrew-500',
    name: 'Shrew 500, speed board',
    about: 'Feeds a direct-current spindle from the motor bus; its pulse-width input is isolated and takes 5 V.',
    data: {
      class: 'spindle-drive',
      ratedVoltage: sheet(48, 'V'),
      outputCurrent: sheet(12, 'A'),
      commandVoltage: sheet(5, 'V'),
      isolated: true,
    },
    terminals: speedBoard,
    elements: {},
    setup: {},
  },
  {
    key: 'drive-shrew-250',
    name: 'Shrew 250, speed board',
    about:
      'Feeds a direct-current spindle for 36 V from a bus of that voltage; its pulse-width input is isolated and takes 5 V.',
    data: {
      class: 'spindle-drive',
      ratedVoltage: sheet(36, 'V'),
      outputCurrent: sheet(8, 'A'),
      commandVoltage: sheet(5, 'V'),
      isolated: true,
    },
    terminals: speedBoard,
    elements: {},
    setup: {},
  },
  {
    key: 'drive-stoat-400',
    name: 'Stoat 400, speed controller on the mains',
    about: 'Feeds a direct-current spindle straight from the mains; its pulse-width input is isolated and takes 5 V.',
    data: {
      class: 'spindle-drive',
      ratedVoltage: sheet(48, 'V'),
      outputCurrent: sheet(9, 'A'),
      commandVoltage: sheet(5, 'V'),
      isolated: true,
      mainsMin: sheet(200, 'V'),
      mainsMax: sheet(240, 'V'),
    },
    terminals: {
      l: terminal('L', 'mains-l'),
      n: terminal('N', 'mains-n'),
      pe: terminal('PE', 'protective-earth'),
      'motor-plus': terminal('A+', 'load-plus'),
      'motor-minus': terminal('A−', 'load-minus'),
      pulse: terminal('PW', 'pulse-width-in'),
      'pulse-common': terminal('PG', 'analogue-common'),
    },
    elements: {},
    setup: {},
  },
  {
    key: 'divider-sluice-4',
    name: 'Sluice 4, encoder divider',
    about: 'Passes on one line of four, and the index as it is: for an input that cannot count them all.',
    data: { class: 'encoder-divider', divider: 4, encoderRate: sheet(2, 'MHz') },
    terminals: dividerTerminals,
    elements: {},
    setup: {},
  },
  {
    key: 'encoder-owl-1024',
    name: 'Owl 1024, spindle encoder',
    about: '1024 lines and an index mark, with complementary outputs.',
    data: { class: 'encoder', lines: 1024, maxSpeed: sheet(6000, 'rpm') },
    terminals: Object.fromEntries(
      [
        ['a-plus', 'A+'],
        ['a-minus', 'A−'],
        ['b-plus', 'B+'],
        ['b-minus', 'B−'],
        ['z-plus', 'Z+'],
        ['z-minus', 'Z−'],
        ['plus', '5V'],
        ['minus', '0V'],
      ].map(([id, label]) => [`enc-${id}`, terminal(label!, 'encoder')]),
    ),
    elements: {},
    setup: {},
  },
];
