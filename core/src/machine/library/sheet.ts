import type { DataOf, PartClass, PartData } from '../parts';
import type { Quantity } from '../../units/quantity';
import { baseValue, quantity } from '../../units/quantity';
import type { Dimension, Unit } from '../../units/units';
import { coreSection } from './cores';

/** One figure of a data sheet: what it is, what cannot be answered without it, and what to take in its place. */
export interface SheetField {
  key: string;
  label: string;
  dimension: Dimension;
  /** The unit in which data sheets usually print it: taken where none is typed. */
  unit: Unit;
  /** The answer that stays open while it is missing; empty where it only refines. */
  blocks: string;
  /** A usual value from the other figures, if one can be given honestly. */
  estimate?: (data: never) => number | undefined;
  /** What it means, where its name does not say it. */
  help?: string;
  /** What it can be, in base units, both ends included: as for any field. */
  bounds?: readonly [least: number, most: number];
}

const f = (
  key: string,
  label: string,
  dimension: Dimension,
  unit: Unit,
  more: Partial<Pick<SheetField, 'blocks' | 'estimate' | 'help' | 'bounds'>> = {},
): SheetField => ({ key, label, dimension, unit, blocks: '', ...more });

const base = (q: Quantity | undefined): number | undefined => (q ? baseValue(q) : undefined);
const times = (v: number | undefined, factor: number): number | undefined => (v === undefined ? undefined : v * factor);
type Motor = DataOf<'motor'>;
type Driver = DataOf<'stepper-driver'>;

const stepper = 'torque over speed';
/** As it is mounted, seen from the front. */
const body = [
  f('width', 'Width', 'length', 'mm', { bounds: [1, 2000] }),
  f('height', 'Height', 'length', 'mm', { bounds: [1, 2000] }),
  f('depth', 'Depth', 'length', 'mm', { help: 'From the plate to its front.', bounds: [1, 1000] }),
];
/** How it is screwed to its plate. */
const mounted = [
  ...body,
  f('holesAcross', 'Holes apart across', 'length', 'mm', {
    help: 'From middle to middle; empty where they are in one line.',
    bounds: [1, 2000],
  }),
  f('holesAlong', 'Holes apart upwards', 'length', 'mm', {
    help: 'From middle to middle; empty where they are in one line.',
    bounds: [1, 2000],
  }),
  f('holeDiameter', 'Holes to drill', 'length', 'mm', { help: 'Their diameter.', bounds: [1, 30] }),
];
/** The hole in a panel through which it is put. */
const cutOut = [
  f('cutWidth', 'Cut-out', 'length', 'mm', { help: 'Its width; of a round one its diameter.', bounds: [2, 500] }),
  f('cutHeight', 'Height of the cut-out', 'length', 'mm', { help: 'Empty for a round one.', bounds: [2, 500] }),
];
const warmth = [
  f('ambientMax', 'Warmest air around it', 'ambient', '°C', {
    help: 'In which it still works at full load.',
    bounds: [20, 100],
  }),
  f('airAbove', 'Free above and below', 'length', 'mm', { help: 'So that its warm air gets away.', bounds: [0, 500] }),
  f('airBeside', 'Free beside it', 'length', 'mm', { help: 'On each side.', bounds: [0, 500] }),
];
const onMains = [
  f('inrush', 'Inrush', 'current', 'A', {
    help: 'Largest peak when it is switched on cold.',
    bounds: [0.1, 500],
  }),
  f('leakage', 'Leakage to earth', 'current', 'mA', {
    help: 'Flows through its filter all the time.',
    bounds: [0, 0.1],
  }),
];
const ownCurrent = f('supplyCurrent', 'Own current', 'current', 'mA', {
  help: 'What its electronics take at its supply terminals.',
  bounds: [0.001, 20],
});

const driver: readonly SheetField[] = [
  f('supplyMin', 'Lowest supply', 'voltage', 'V', {
    blocks: 'whether the supply suits',
    estimate: (d: Driver) => times(base(d.supplyMax), 0.4),
    bounds: [1, 1000],
  }),
  f('supplyMax', 'Highest supply', 'voltage', 'V', { blocks: 'whether the supply suits', bounds: [1, 1000] }),
  f('currentMax', 'Largest peak current', 'current', 'A', {
    blocks: 'whether it feeds the motor',
    bounds: [0.05, 200],
  }),
  f('pulseHighMin', 'Shortest pulse', 'time', 'µs', {
    blocks: 'the driver’s pulse rate',
    estimate: () => 2.5,
    help: 'Time high that the driver needs.',
    bounds: [1e-8, 0.1],
  }),
  f('pulseLowMin', 'Shortest gap', 'time', 'µs', {
    blocks: 'the driver’s pulse rate',
    estimate: () => 2.5,
    help: 'Time low that the driver needs.',
    bounds: [1e-8, 0.1],
  }),
  f('directionSetupMin', 'Direction set-up', 'time', 'µs', { estimate: () => 5 }),
  f('signalVoltageMin', 'Lowest signal level', 'voltage', 'V', {
    blocks: 'whether it sees the controller',
    estimate: () => 3.5,
  }),
  f('signalVoltageMax', 'Highest signal level', 'voltage', 'V', { estimate: () => 5.5 }),
  f('signalCurrent', 'Signal current', 'current', 'mA', { blocks: 'the series resistor', estimate: () => 10 }),
  f('forwardVoltage', 'Diode voltage', 'voltage', 'V', { estimate: () => 1.2 }),
  f('signalResistance', 'Built-in series resistance', 'resistance', 'Ω'),
  f('signalRate', 'Signal bandwidth', 'frequency', 'kHz'),
  f('senseResistance', 'Sense resistance', 'resistance', 'mΩ', { blocks: 'the reference voltage of a trimmer' }),
  f('referenceFactor', 'Reference factor', 'ratio', '1', { blocks: 'the reference voltage of a trimmer' }),
  ...warmth,
  ...mounted,
];

const switchedOutputs = [
  f('switchedVoltage', 'Switched outputs', 'voltage', 'V'),
  f('switchedCurrent', 'Current of a switched output', 'current', 'mA', {
    help: 'That one switched output gives or takes.',
  }),
];
const rated: readonly SheetField[] = [
  f('ratedVoltage', 'Rated voltage', 'voltage', 'V', { bounds: [1, 1000] }),
  f('ratedCurrent', 'Rated current', 'current', 'A', { bounds: [0.001, 1000] }),
];
const switched: readonly SheetField[] = [
  ...rated,
  f('coilVoltage', 'Coil voltage', 'voltage', 'V'),
  f('coilCurrent', 'Coil current', 'current', 'mA'),
];

/** The figures of each class, in the order of a data sheet. A class that is not here has none. */
export const sheetFields: Partial<Record<PartClass, readonly SheetField[]>> = {
  motor: [
    f('frame', 'Frame', 'length', 'mm'),
    f('stepAngle', 'Step angle', 'angle', '°', {
      blocks: stepper,
      estimate: (m: Motor) => (m.type === 'servo' ? undefined : 1.8),
      help: '1.8° makes 200 full steps.',
      bounds: [0.1, 90],
    }),
    f('holdingTorque', 'Holding torque', 'torque', 'N·m', {
      blocks: stepper,
      help: 'Both phases at rated current.',
      bounds: [0.001, 200],
    }),
    f('ratedTorque', 'Rated torque', 'torque', 'N·m', {
      blocks: 'a servo’s torque and heat',
      estimate: (m: Motor) => times(base(m.peakTorque), 0.33),
      help: 'That a servo gives for as long as you like.',
      bounds: [0.001, 200],
    }),
    f('peakTorque', 'Peak torque', 'torque', 'N·m', {
      blocks: 'a servo’s torque',
      estimate: (m: Motor) => times(base(m.ratedTorque), 3),
      help: 'That a servo gives for a second or so.',
      bounds: [0.001, 600],
    }),
    f('encoderCounts', 'Encoder counts a revolution', 'ratio', '1', {
      help: 'All edges counted: four times the lines of an incremental encoder, 2 to the power of its bits for an absolute one.',
      bounds: [4, 1e9],
    }),
    f('brakeReleaseTime', 'Brake frees after', 'time', 'ms', { help: 'From current at its brake.', bounds: [1, 2000] }),
    f('brakeCloseTime', 'Brake holds after', 'time', 'ms', {
      help: 'From no current at its brake.',
      bounds: [1, 2000],
    }),
    f('ratedCurrent', 'Rated current', 'current', 'A', { blocks: stepper, help: 'Per phase.', bounds: [0.01, 100] }),
    f('resistance', 'Resistance', 'resistance', 'Ω', {
      blocks: stepper,
      estimate: (m: Motor) => times(base(m.inductance), 1 / 3.5),
      help: 'Of one phase at 20 °C; of one half-coil for 6 and 8 leads.',
      bounds: [0.005, 500],
    }),
    f('inductance', 'Inductance', 'inductance', 'mH', {
      blocks: stepper,
      estimate: (m: Motor) => times(base(m.resistance), 3.5),
      help: 'Of one phase; of one half-coil for 6 and 8 leads. It decides how torque falls with speed.',
      bounds: [0.005, 1000],
    }),
    f('rotorInertia', 'Rotor inertia', 'inertia', 'g·cm²', {
      blocks: 'the torque to accelerate',
      estimate: (m: Motor) => times(base(m.holdingTorque) ?? base(m.ratedTorque), 300),
      bounds: [1e-9, 1],
    }),
    f('maxSpeed', 'Highest speed', 'rotation', 'rpm', {
      blocks: 'the motor’s own speed limit',
      estimate: (m: Motor) => (m.type === 'servo' ? times(base(m.ratedSpeed), 1.2) : 2000),
      bounds: [1, 60_000],
    }),
    f('ratedSpeed', 'Rated speed', 'rotation', 'rpm', {
      blocks: 'a servo’s torque over speed',
      estimate: (m: Motor) => (m.type === 'servo' ? 3000 : undefined),
      help: 'Up to which the peak torque is there, at the rated voltage.',
      bounds: [1, 60_000],
    }),
    f('ratedVoltage', 'Rated voltage', 'voltage', 'V', {
      blocks: 'a servo’s speed on your bus',
      help: 'Bus voltage at which rated and highest speed hold.',
      bounds: [1, 1000],
    }),
    f('brakeVoltage', 'Voltage of its brake', 'voltage', 'V', { estimate: () => 24, bounds: [1, 400] }),
    f('brakeCurrent', 'Current of its brake', 'current', 'mA', {
      help: 'What its output, or the contact that switches it, has to carry.',
      bounds: [0.001, 20],
    }),
  ],
  'stepper-driver': driver,
  'servo-drive': [
    ...driver,
    f('mainsMin', 'Lowest mains', 'voltage', 'V', { help: 'Of a drive that runs on the mains.' }),
    f('mainsMax', 'Highest mains', 'voltage', 'V', { help: 'Of a drive that runs on the mains.' }),
    ...onMains,
  ],
  supply: [
    f('outputVoltage', 'Output voltage', 'voltage', 'V', { blocks: 'torque over speed', bounds: [1, 1000] }),
    f('outputCurrent', 'Output current', 'current', 'A', {
      blocks: 'whether it is strong enough',
      bounds: [0.01, 500],
    }),
    f('outputCapacitance', 'Output capacitance', 'capacitance', 'µF', {
      blocks: 'how far braking lifts the bus',
      estimate: () => 2200,
    }),
    f('mainsMin', 'Lowest mains', 'voltage', 'V'),
    f('mainsMax', 'Highest mains', 'voltage', 'V'),
    f('efficiency', 'Efficiency', 'ratio', '%', { help: 'At rated load.', bounds: [0.3, 0.99] }),
    f('powerFactor', 'Power factor', 'ratio', '1', {
      help: 'About 0.6, or 0.95 with correction.',
      bounds: [0.3, 1],
    }),
    ...onMains,
    ...warmth,
    ...mounted,
  ],
  controller: [
    ownCurrent,
    ...warmth,
    ...mounted,
    f('pulseRate', 'Pulse rate', 'frequency', 'kHz', {
      blocks: 'the controller’s speed limit',
      help: 'Highest pulse rate on one channel.',
      bounds: [10, 1e8],
    }),
    f('pulseRateTotal', 'Pulse rate of all channels', 'frequency', 'kHz'),
    f('pulseWidth', 'Pulse width', 'time', 'µs', {
      blocks: 'whether drivers see the pulses',
      estimate: () => 5,
      help: 'Time high of one step pulse.',
      bounds: [1e-8, 0.1],
    }),
    f('directionSetup', 'Direction set-up', 'time', 'µs', { estimate: () => 5 }),
    f('inputPoll', 'Input poll', 'time', 'ms', {
      blocks: 'the stopping distance',
      estimate: () => 1,
      help: 'Longest time until an input is looked at again.',
      bounds: [0, 1],
    }),
    f('outputVoltage', 'Signal level', 'voltage', 'V', {
      blocks: 'whether drivers see the signals',
      estimate: () => 5,
      bounds: [1, 1000],
    }),
    f('outputCurrent', 'Signal current', 'current', 'mA', { bounds: [0.0001, 500] }),
    ...switchedOutputs,
    f('supplyMin', 'Lowest own supply', 'voltage', 'V', { bounds: [1, 1000] }),
    f('supplyMax', 'Highest own supply', 'voltage', 'V', { bounds: [1, 1000] }),
    f('motorSupplyMin', 'Lowest motor supply', 'voltage', 'V', {
      help: 'For the drivers in its sockets.',
      bounds: [1, 1000],
    }),
    f('motorSupplyMax', 'Highest motor supply', 'voltage', 'V', {
      help: 'For the drivers in its sockets.',
      bounds: [1, 1000],
    }),
    f('encoderRate', 'Edges that an encoder input counts', 'frequency', 'kHz'),
  ],
  spindle: [
    f('power', 'Power at the shaft', 'power', 'W'),
    f('maxSpeed', 'Highest speed', 'rotation', 'rpm', { bounds: [1, 200_000] }),
    f('minSpeed', 'Lowest speed', 'rotation', 'rpm'),
    f('ratedVoltage', 'Rated voltage', 'voltage', 'V', { bounds: [1, 1000] }),
    f('ratedFrequency', 'Rated frequency', 'frequency', 'Hz'),
    f('ratedCurrent', 'Rated current', 'current', 'A', { bounds: [0.01, 1000] }),
    f('ratedSpeed', 'Rated speed', 'rotation', 'rpm', {
      help: 'On the plate: at the rated frequency and under full load. It tells the slip.',
      bounds: [1, 200_000],
    }),
    f('rotorInertia', 'Inertia of its rotor', 'inertia', 'kg·cm²', { bounds: [1e-8, 10] }),
    f('ratedTorque', 'Rated torque', 'torque', 'N·m', { help: 'Of a servo motor.', bounds: [0.001, 5000] }),
    f('peakTorque', 'Peak torque', 'torque', 'N·m', { help: 'Of a servo motor.', bounds: [0.001, 20_000] }),
  ],
  'spindle-drive': [
    f('ratedVoltage', 'Rated voltage', 'voltage', 'V', { bounds: [1, 1000] }),
    f('baseFrequency', 'Base frequency', 'frequency', 'Hz'),
    f('maxFrequency', 'Highest frequency', 'frequency', 'Hz'),
    f('minFrequency', 'Lowest frequency', 'frequency', 'Hz'),
    f('outputCurrent', 'Output current', 'current', 'A', { bounds: [0.01, 500] }),
    f('commandVoltage', 'Command voltage', 'voltage', 'V'),
    f('mainsMin', 'Lowest mains', 'voltage', 'V'),
    f('mainsMax', 'Highest mains', 'voltage', 'V'),
    ...onMains,
    f('overload', 'Short overload', 'ratio', '%', { help: 'Of its output current, for a minute.', bounds: [1, 4] }),
    f('carrierMax', 'Highest switching frequency', 'frequency', 'kHz', { bounds: [500, 200_000] }),
    f('busCapacitance', 'Capacitors of its bus', 'capacitance', 'µF', { bounds: [1000, 1e8] }),
    f('tripVoltage', 'Bus voltage at which it trips', 'voltage', 'V', {
      help: 'Or at which its braking resistor takes over.',
      bounds: [10, 1500],
    }),
    f('brakingPower', 'Its braking resistor takes', 'power', 'W', {
      help: 'While it brakes; empty without a resistor.',
      bounds: [1, 50_000],
    }),
    f('dischargeTime', 'Wait after power-off', 'time', 's', {
      help: 'Until its capacitors are empty: printed on its cover.',
      bounds: [1, 7200],
    }),
    ...warmth,
    ...mounted,
  ],
  'input-board': [
    ownCurrent,
    ...warmth,
    ...mounted,
    f('inputPoll', 'Input poll', 'time', 'ms', {
      blocks: 'the stopping distance',
      estimate: () => 2,
      help: 'Longest time that an input takes on its way to the controller.',
      bounds: [0, 1],
    }),
    ...switchedOutputs,
  ],
  'encoder-divider': [f('encoderRate', 'Edges that it takes', 'frequency', 'kHz'), ...mounted],
  'terminal-strip': [
    f('ratedCurrent', 'Fuse of each place', 'current', 'A', {
      help: 'Empty where the places are linked without fuses.',
      bounds: [0.001, 1000],
    }),
    ...body,
  ],
  connector: [...rated, ...cutOut],
  cable: [
    f('section', 'Section of each core', 'area', 'mm²', { blocks: 'what current its cores stand' }),
    f('outerDiameter', 'Outer diameter', 'length', 'mm', { blocks: 'how full a cable chain is' }),
    f('bendRadius', 'Bend radius', 'length', 'mm', {
      blocks: 'whether it lives in a cable chain',
      help: 'The least where it is bent again and again.',
    }),
  ],
  filter: [...rated, onMains[1]!, ...mounted],
  brake: rated,
  contactor: [...switched, ...body],
  relay: [...switched, ...body],
  breaker: [
    ...rated,
    f('residualCurrent', 'Opens at a leakage of', 'current', 'mA', {
      help: 'Of a residual-current device.',
      bounds: [0.001, 3],
    }),
    ...body,
    ...cutOut,
  ],
  fuse: [...rated, ...body],
  lamp: [...rated, ...cutOut],
  fan: rated,
  pump: rated,
  vacuum: rated,
  heater: rated,
  laser: rated,
  valve: rated,
  encoder: [f('maxSpeed', 'Highest speed', 'rotation', 'rpm', { bounds: [1, 200_000] })],
  button: [f('ratedCurrent', 'Contact breaks', 'current', 'A'), ...cutOut],
  pendant: [
    f('phaseError', 'Tracks off a quarter by', 'angle', '°', {
      help: 'A pulse is 360°, its tracks are 90° apart: ±45° is usual.',
      estimate: () => 45,
      bounds: [0, 85],
    }),
    f('bounce', 'Contacts bounce for', 'time', 'ms', { bounds: [0, 0.1] }),
    f('supplyMin', 'Lowest supply of its wheel', 'voltage', 'V', { bounds: [1, 60] }),
    f('supplyMax', 'Highest supply of its wheel', 'voltage', 'V', { bounds: [1, 60] }),
    f('reportInterval', 'Reports to the computer every', 'time', 'ms', { bounds: [0.0001, 1] }),
  ],
  switch: [
    f('overTravel', 'Over-travel', 'length', 'mm', {
      blocks: 'whether it survives the stop',
      estimate: () => 3,
      help: 'How far the actuator may be pushed past its trip point.',
    }),
    f('repeatability', 'Repeatability', 'length', 'mm', { estimate: () => 0.02 }),
    f('hysteresis', 'Hysteresis', 'length', 'mm', { estimate: () => 0.4 }),
    f('ratedCurrent', 'Contact breaks', 'current', 'A'),
    f('wettingCurrent', 'Least contact current', 'current', 'mA'),
  ],
  sensor: [
    f('supplyMin', 'Lowest supply', 'voltage', 'V', {
      blocks: 'whether it switches',
      estimate: () => 10,
      bounds: [1, 1000],
    }),
    f('supplyMax', 'Highest supply', 'voltage', 'V', { estimate: () => 30, bounds: [1, 1000] }),
    f('overTravel', 'Over-travel', 'length', 'mm', { help: 'How far the target may come past its trip point.' }),
    f('repeatability', 'Repeatability', 'length', 'mm', { estimate: () => 0.02 }),
    f('hysteresis', 'Hysteresis', 'length', 'mm', { estimate: () => 0.3 }),
    f('leakage', 'Leakage while off', 'current', 'mA'),
  ],
};

/** The figure of a data sheet under a key; undefined where it is not filled in. */
export const sheetValue = (data: PartData, key: string): Quantity | undefined =>
  // A cable has it on each of its cores.
  data.class === 'cable' && key === 'section'
    ? coreSection(data)
    : (data as unknown as Record<string, Quantity | undefined>)[key];

/** A usual value in the field's unit, marked as an estimate. */
export function estimateOf(data: PartData, field: SheetField): Quantity | undefined {
  const n = field.estimate?.(data as never);
  return n !== undefined && n > 0 && Number.isFinite(n)
    ? quantity(Number(n.toPrecision(2)), field.unit, 'estimate')
    : undefined;
}

const SERVO_ONLY = ['ratedTorque', 'peakTorque', 'ratedSpeed', 'ratedVoltage', 'encoderCounts'];
const STEPPER_ONLY = ['stepAngle', 'holdingTorque', 'resistance', 'inductance'];
const BRAKE_ONLY = ['brakeVoltage', 'brakeCurrent', 'brakeReleaseTime', 'brakeCloseTime'];

/** The fields of a data sheet that concern this very kind of part; a figure that it has already stays in sight. */
export function sheetFieldsOf(data: PartData): SheetField[] {
  const foreign =
    data.class !== 'motor'
      ? []
      : [...(data.type === 'servo' ? STEPPER_ONLY : SERVO_ONLY), ...(data.brake ? [] : BRAKE_ONLY)];
  return (sheetFields[data.class] ?? []).filter((x) => !foreign.includes(x.key) || sheetValue(data, x.key));
}

/** Fields that block an answer and are empty, as far as they concern this kind of part. */
export function blockingFields(data: PartData): SheetField[] {
  // A fieldbus master makes no pulses; only drivers with a trimmer have a sense resistor.
  const bus = data.class === 'controller' && data.architecture === 'fieldbus-master';
  const trimmer = ['senseResistance', 'referenceFactor'];
  // A drive on a fieldbus reads no pulses.
  const pulseless =
    data.class === 'servo-drive' && data.commandFormats.every((f) => f === 'fieldbus')
      ? ['pulseHighMin', 'pulseLowMin', 'directionSetupMin', 'signalVoltageMin', 'signalVoltageMax', 'signalCurrent']
      : [];
  // A drive on the mains has no bus.
  const bare = data.class === 'servo-drive' && data.mainsMax ? ['supplyMin', 'supplyMax'] : [];
  return sheetFieldsOf(data).filter(
    (x) =>
      x.blocks &&
      !sheetValue(data, x.key) &&
      !trimmer.includes(x.key) &&
      !bare.includes(x.key) &&
      !pulseless.includes(x.key) &&
      !(bus && x.key !== 'inputPoll'),
  );
}
