import type { DataOf, Element, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { encoderTerminals, sheet, terminal } from './entry';

const signalTerminals: Record<string, Terminal> = {
  'step-plus': terminal('ST+', 'step-plus'),
  'step-minus': terminal('ST−', 'step-minus'),
  'direction-plus': terminal('DR+', 'direction-plus'),
  'direction-minus': terminal('DR−', 'direction-minus'),
  'enable-plus': terminal('EN+', 'enable-plus'),
  'enable-minus': terminal('EN−', 'enable-minus'),
};
const powerTerminals: Record<string, Terminal> = {
  'supply-plus': terminal('V+', 'supply-plus'),
  'supply-minus': terminal('V−', 'supply-minus'),
};
const twoPhases: Record<string, Terminal> = {
  'a-plus': terminal('A', 'phase-a-plus'),
  'a-minus': terminal('A′', 'phase-a-minus'),
  'b-plus': terminal('B', 'phase-b-plus'),
  'b-minus': terminal('B′', 'phase-b-minus'),
};
const threePhases: Record<string, Terminal> = {
  u: terminal('U', 'phase-u'),
  v: terminal('V', 'phase-v'),
  w: terminal('W', 'phase-w'),
  pe: terminal('PE', 'protective-earth'),
};
const alarm: Record<string, Terminal> = {
  'alarm-plus': terminal('AL+', 'alarm-plus'),
  'alarm-minus': terminal('AL−', 'alarm-minus'),
};
const torqueOff: Record<string, Terminal> = {
  'torque-off-plus': terminal('TO+', 'torque-off-plus'),
  'torque-off-minus': terminal('TO−', 'torque-off-minus'),
};
/** Torque only while this input is fed. */
const torqueOffInput: Record<string, Element> = {
  'torque-off': {
    kind: 'isolated-input',
    terminal: 'torque-off-plus',
    common: 'torque-off-minus',
    current: 'into-terminal',
  },
};
const optocouplers: Record<string, Element> = {
  step: { kind: 'isolated-input', terminal: 'step-plus', common: 'step-minus', current: 'into-terminal' },
  direction: {
    kind: 'isolated-input',
    terminal: 'direction-plus',
    common: 'direction-minus',
    current: 'into-terminal',
  },
  enable: { kind: 'isolated-input', terminal: 'enable-plus', common: 'enable-minus', current: 'into-terminal' },
};
/** A potential-free alarm contact: closed while all is well, so that a broken lead is noticed. */
const alarmContact: Record<string, Element> = {
  alarm: { kind: 'contact', a: 'alarm-plus', b: 'alarm-minus', form: 'NC', actuator: 'hand' },
};

const binarySteps = [400, 800, 1600, 3200, 6400, 12800];
const decimalSteps = [1000, 2000, 4000, 5000, 8000, 10000, 20000];

/** Figures of a signal input with an optocoupler: on from 3.5 V, good for 5 V without a resistor. */
const opto = {
  signalVoltageMin: sheet(3.5, 'V'),
  signalVoltageMax: sheet(5.5, 'V'),
  signalCurrent: sheet(10, 'mA'),
  forwardVoltage: sheet(1.2, 'V'),
  signalResistance: sheet(270, 'Ω'),
  signalRate: sheet(200, 'kHz'),
  enableOpen: 'enabled',
} satisfies Partial<DataOf<'stepper-driver'>>;

const openLoop = (figures: Partial<DataOf<'stepper-driver'>>): DataOf<'stepper-driver'> => ({
  class: 'stepper-driver',
  ambientMax: sheet(45, '°C'),
  stepsPerRevolutionChoices: [200, ...binarySteps, ...decimalSteps].sort((a, b) => a - b),
  pulseHighMin: sheet(2.5, 'µs'),
  pulseLowMin: sheet(2.5, 'µs'),
  directionSetupMin: sheet(5, 'µs'),
  commandFormats: ['pulse-and-direction'],
  closedLoop: false,
  ...opto,
  ...figures,
});

/** The numbers of the switches that are on when a setting counts up in binary from switch `first`. */
const onSwitches = (index: number, first: number, count: number): number[] =>
  Array.from({ length: count }, (_, k) => first + k).filter((_, k) => ((index >> k) & 1) === 1);

/** Switches 1 to 3 for the current, 5 to 8 for the steps: the table that the maker prints on the lid. */
const switchTable = (amps: readonly number[], steps: readonly number[]): DataOf<'stepper-driver'>['switches'] => ({
  count: 8,
  currents: amps.map((a, i) => ({ current: sheet(a, 'A'), on: onSwitches(i, 1, 3) })),
  steps: steps.map((stepsPerRevolution, i) => ({ stepsPerRevolution, on: onSwitches(i, 5, 4) })),
});
const lidSteps = [...binarySteps, ...decimalSteps].sort((a, b) => a - b);

const driver = (key: string, name: string, about: string, data: DataOf<'stepper-driver'>): LibraryEntry => ({
  key,
  name,
  about,
  data,
  terminals: {
    ...signalTerminals,
    ...(data.closedLoop ? alarm : {}),
    ...powerTerminals,
    ...twoPhases,
    ...(data.closedLoop ? encoderTerminals('incremental') : {}),
  },
  elements: { ...optocouplers, ...(data.closedLoop ? alarmContact : {}) },
  setup: { commandFormat: 'pulse-and-direction' },
});

/** One that rectifies the mains: its motor power has no terminals of its own but L, N and PE. */
const mainsDrive = (key: string, name: string, about: string, amps: number): LibraryEntry => {
  const { data, terminals, ...rest } = servoDrive(key, name, about, { currentMax: sheet(amps, 'A') });
  const { 'supply-plus': _plus, 'supply-minus': _minus, ...others } = terminals;
  return {
    ...rest,
    data: {
      ...data,
      mainsMin: sheet(200, 'V'),
      mainsMax: sheet(240, 'V'),
      inrush: sheet(15, 'A'),
      leakage: sheet(1, 'mA'),
    } as DataOf<'servo-drive'>,
    terminals: { l: terminal('L1', 'mains-l'), n: terminal('L2', 'mains-n'), ...others },
  };
};

/** One that takes its commands, and gives its alarm, over a bus lead from drive to drive. */
const busDrive = (key: string, name: string, about: string, amps: number): LibraryEntry => {
  const { data, terminals, ...rest } = mainsDrive(key, name, about, amps);
  const pulses: readonly string[] = [...Object.keys(signalTerminals), ...Object.keys(alarm)];
  const {
    pulseHighMin: _high,
    pulseLowMin: _low,
    directionSetupMin: _setup,
    enableOpen: _enable,
    ...own
  } = data as DataOf<'servo-drive'>;
  const figures = Object.fromEntries(Object.entries(own).filter(([k]) => !(k in opto)));
  return {
    ...rest,
    data: { ...figures, commandFormats: ['fieldbus'] } as DataOf<'servo-drive'>,
    terminals: {
      ...Object.fromEntries(Object.entries(terminals).filter(([id]) => !pulses.includes(id))),
      'bus-in': terminal('BI', 'fieldbus', 0),
      'bus-out': terminal('BO', 'fieldbus', 1),
    },
    elements: { ...torqueOffInput },
    setup: { commandFormat: 'fieldbus' },
  };
};

const servoDrive = (
  key: string,
  name: string,
  about: string,
  limits: Partial<Pick<DataOf<'servo-drive'>, 'supplyMin' | 'supplyMax' | 'currentMax'>>,
): LibraryEntry => ({
  key,
  name,
  about,
  data: {
    class: 'servo-drive',
    ambientMax: sheet(40, '°C'),
    ...limits,
    stepsPerRevolutionChoices: [1000, 2000, 4000, 5000, 8000, 10000, 16000],
    pulseHighMin: sheet(1, 'µs'),
    pulseLowMin: sheet(1, 'µs'),
    directionSetupMin: sheet(2, 'µs'),
    commandFormats: ['pulse-and-direction', 'two-pulse-trains', 'quadrature'],
    closedLoop: true,
    ...opto,
    signalRate: sheet(500, 'kHz'),
    enableOpen: 'disabled',
  },
  terminals: {
    ...signalTerminals,
    ...alarm,
    ...powerTerminals,
    ...threePhases,
    ...torqueOff,
    ...encoderTerminals('incremental'),
    ...encoderTerminals('absolute'),
  },
  elements: { ...optocouplers, ...alarmContact, ...torqueOffInput },
  setup: { commandFormat: 'pulse-and-direction' },
});

/** The pins of a driver on a carrier; its signals are read against one common pin. */
const pins: Record<string, Terminal> = {
  'step-plus': terminal('ST', 'step-plus'),
  'direction-plus': terminal('DR', 'direction-plus'),
  'enable-plus': terminal('EN', 'enable-plus'),
  common: terminal('G', 'signal-common'),
  ...powerTerminals,
  ...twoPhases,
};
const pinInputs: Record<string, Element> = Object.fromEntries(
  ['step', 'direction', 'enable'].map((signal): [string, Element] => [
    signal,
    { kind: 'level-input', terminal: `${signal}-plus`, minus: 'common', highAbove: sheet(2.4, 'V') },
  ]),
);
/** Jumpers under the carrier: three of them, counting up in binary from full steps. */
const jumperTable = (steps: readonly number[]): DataOf<'stepper-driver'>['switches'] => ({
  count: 3,
  currents: [],
  steps: steps.map((stepsPerRevolution, i) => ({ stepsPerRevolution, on: onSwitches(i, 1, 3) })),
});

/** A driver on a carrier that plugs into a board: jumpers under it for the steps, a trimmer for the current. */
const plugIn = (key: string, name: string, about: string, data: Partial<DataOf<'stepper-driver'>>): LibraryEntry => ({
  key,
  name,
  about,
  data: openLoop({
    mounting: 'socket',
    stepsPerRevolutionChoices: [200, 400, 800, 1600, 3200, 6400],
    pulseHighMin: sheet(1, 'µs'),
    pulseLowMin: sheet(1, 'µs'),
    directionSetupMin: sheet(1, 'µs'),
    signalVoltageMin: sheet(2.4, 'V'),
    signalVoltageMax: sheet(5.5, 'V'),
    signalRate: sheet(500, 'kHz'),
    enableOpen: 'disabled',
    ...data,
  }),
  terminals: pins,
  elements: pinInputs,
  setup: { commandFormat: 'pulse-and-direction' },
});

export const drivers: LibraryEntry[] = [
  {
    key: 'driver-heron-50',
    name: 'Heron 50, stepper driver',
    about: 'Two-phase driver for 20 to 50 V and up to 4.2 A peak.',
    data: openLoop({
      supplyMin: sheet(20, 'V'),
      supplyMax: sheet(50, 'V'),
      currentMax: sheet(4.2, 'A'),
      currentShown: 'peak',
      switches: switchTable([1, 1.5, 2, 2.4, 2.8, 3.3, 3.8, 4.2], lidSteps),
    }),
    terminals: { ...signalTerminals, ...powerTerminals, ...twoPhases },
    elements: optocouplers,
    setup: { commandFormat: 'pulse-and-direction' },
  },
  {
    key: 'driver-heron-80',
    name: 'Heron 80, stepper driver',
    about: 'Two-phase driver for 24 to 80 V and up to 7.2 A peak, for the larger frames.',
    data: openLoop({
      supplyMin: sheet(24, 'V'),
      supplyMax: sheet(80, 'V'),
      currentMax: sheet(7.2, 'A'),
      currentShown: 'peak',
      switches: switchTable([2.4, 3, 3.6, 4.3, 5, 5.7, 6.4, 7.2], lidSteps),
    }),
    terminals: { ...signalTerminals, ...powerTerminals, ...twoPhases },
    elements: optocouplers,
    setup: { commandFormat: 'pulse-and-direction' },
  },
  {
    key: 'driver-merlin-60',
    name: 'Merlin 60, closed-loop stepper drive',
    about: 'Closes the loop over an encoder on the motor and raises an alarm when it cannot follow.',
    data: openLoop({
      supplyMin: sheet(24, 'V'),
      supplyMax: sheet(60, 'V'),
      currentMax: sheet(8, 'A'),
      closedLoop: true,
      commandFormats: ['pulse-and-direction', 'two-pulse-trains'],
    }),
    terminals: {
      ...signalTerminals,
      ...alarm,
      ...powerTerminals,
      ...twoPhases,
      ...encoderTerminals('incremental'),
    },
    elements: { ...optocouplers, ...alarmContact },
    setup: { commandFormat: 'pulse-and-direction' },
  },
  servoDrive(
    'drive-osprey-400',
    'Osprey 400, servo drive',
    'Servo drive for motors of up to 400 W on a direct-current bus; pulses per revolution are free to choose.',
    { supplyMin: sheet(24, 'V'), supplyMax: sheet(75, 'V'), currentMax: sheet(45, 'A') },
  ),
  servoDrive(
    'drive-osprey-750',
    'Osprey 750, servo drive',
    'Servo drive for motors of up to 750 W on a direct-current bus.',
    { supplyMin: sheet(36, 'V'), supplyMax: sheet(90, 'V'), currentMax: sheet(80, 'A') },
  ),
  mainsDrive(
    'drive-kestrel-200',
    'Kestrel 200, servo drive on the mains',
    'Servo drive for motors of up to 200 W, straight on the mains; it makes its own bus.',
    9,
  ),
  mainsDrive(
    'drive-kestrel-750',
    'Kestrel 750, servo drive on the mains',
    'Servo drive for motors of up to 750 W, straight on the mains; it makes its own bus.',
    18,
  ),
  busDrive(
    'drive-kestrel-200-bus',
    'Kestrel 200 B, servo drive on the mains with a fieldbus',
    'As Kestrel 200, commanded over a bus lead from drive to drive; its alarm comes back on the same lead.',
    9,
  ),
  busDrive(
    'drive-kestrel-750-bus',
    'Kestrel 750 B, servo drive on the mains with a fieldbus',
    'As Kestrel 750, commanded over a bus lead from drive to drive; its alarm comes back on the same lead.',
    18,
  ),
  driver(
    'driver-merlin-80',
    'Merlin 80, closed-loop stepper drive',
    'For the larger closed-loop steppers, up to 80 V.',
    openLoop({
      supplyMin: sheet(24, 'V'),
      supplyMax: sheet(80, 'V'),
      currentMax: sheet(9, 'A'),
      closedLoop: true,
      commandFormats: ['pulse-and-direction', 'two-pulse-trains'],
    }),
  ),
  driver(
    'driver-heron-30',
    'Heron 30, stepper driver',
    'Small driver for 12 to 36 V; its current table means RMS.',
    openLoop({
      supplyMin: sheet(12, 'V'),
      supplyMax: sheet(36, 'V'),
      currentMax: sheet(3.1, 'A'),
      currentShown: 'rms',
      switches: switchTable([0.5, 0.8, 1.1, 1.4, 1.6, 1.8, 2, 2.2], lidSteps),
    }),
  ),
  driver(
    'driver-heron-24v',
    'Heron 50 with 24 V signals, stepper driver',
    'As Heron 50, with signal inputs for 24 V levels.',
    openLoop({
      supplyMin: sheet(20, 'V'),
      supplyMax: sheet(50, 'V'),
      currentMax: sheet(4.2, 'A'),
      currentShown: 'peak',
      signalVoltageMin: sheet(15, 'V'),
      signalVoltageMax: sheet(28, 'V'),
      signalResistance: sheet(2.2, 'kΩ'),
    }),
  ),
  plugIn(
    'driver-dunlin-a',
    'Dunlin A, plug-in stepper driver',
    'Carrier for a board with sockets; cool up to about 1 A.',
    {
      supplyMin: sheet(8, 'V'),
      supplyMax: sheet(35, 'V'),
      currentMax: sheet(1.5, 'A'),
      switches: jumperTable([200, 400, 800, 1600, 3200, 6400]),
      senseResistance: sheet(100, 'mΩ'),
      referenceFactor: sheet(8, '1'),
    },
  ),
  plugIn(
    'driver-dunlin-b',
    'Dunlin B, plug-in stepper driver',
    'Quieter carrier with a larger chip, up to 2.8 A peak.',
    {
      supplyMin: sheet(10, 'V'),
      supplyMax: sheet(29, 'V'),
      currentMax: sheet(2.8, 'A'),
      stepsPerRevolutionChoices: [1600, 3200, 6400, 12800],
      switches: jumperTable([1600, 3200, 6400, 12800]),
      senseResistance: sheet(110, 'mΩ'),
      referenceFactor: sheet(7.1, '1'),
    },
  ),
  plugIn(
    'driver-dunlin-c',
    'Dunlin C, plug-in stepper driver set over a serial line',
    'No trimmer and no jumpers: the board sends it current and steps, up to 2 A peak.',
    {
      supplyMin: sheet(9, 'V'),
      supplyMax: sheet(28, 'V'),
      currentMax: sheet(2, 'A'),
      currentBySerial: true,
      stepsPerRevolutionChoices: [200, 400, 800, 1600, 3200, 6400, 12800],
    },
  ),
];
