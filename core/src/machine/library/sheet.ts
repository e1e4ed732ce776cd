import type { DataOf, PartClass, PartData } from '../parts';
import type { Quantity } from '../../units/quantity';
import { baseValue, quantity } from '../../units/quantity';
import type { Dimension, Unit } from '../../units/units';

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
}

const f = (
  key: string,
  label: string,
  dimension: Dimension,
  unit: Unit,
  blocks = '',
  estimate?: SheetField['estimate'],
): SheetField => ({ key, label, dimension, unit, blocks, ...(estimate ? { estimate } : {}) });

const base = (q: Quantity | undefined): number | undefined => (q ? baseValue(q) : undefined);
const times = (v: number | undefined, factor: number): number | undefined => (v === undefined ? undefined : v * factor);
type Motor = DataOf<'motor'>;
type Driver = DataOf<'stepper-driver'>;

const stepper = 'torque over speed';
const driver: readonly SheetField[] = [
  f('supplyMin', 'Lowest supply', 'voltage', 'V', 'whether the supply suits', (d: Driver) =>
    times(base(d.supplyMax), 0.4),
  ),
  f('supplyMax', 'Highest supply', 'voltage', 'V', 'whether the supply suits'),
  f('currentMax', 'Largest peak current', 'current', 'A', 'whether it feeds the motor'),
  f('pulseHighMin', 'Shortest pulse', 'time', 'µs', 'the driver’s pulse rate', () => 2.5),
  f('pulseLowMin', 'Shortest gap', 'time', 'µs', 'the driver’s pulse rate', () => 2.5),
  f('directionSetupMin', 'Direction set-up', 'time', 'µs', '', () => 5),
  f('signalVoltageMin', 'Lowest signal level', 'voltage', 'V', 'whether it sees the controller', () => 3.5),
  f('signalVoltageMax', 'Highest signal level', 'voltage', 'V', '', () => 5.5),
  f('signalCurrent', 'Signal current', 'current', 'mA', 'the series resistor', () => 10),
  f('forwardVoltage', 'Diode voltage', 'voltage', 'V', '', () => 1.2),
  f('signalResistance', 'Built-in series resistance', 'resistance', 'Ω'),
  f('signalRate', 'Signal bandwidth', 'frequency', 'kHz'),
  f('senseResistance', 'Sense resistance', 'resistance', 'mΩ', 'the reference voltage of a trimmer'),
  f('referenceFactor', 'Reference factor', 'ratio', '1', 'the reference voltage of a trimmer'),
];

const rated: readonly SheetField[] = [
  f('ratedVoltage', 'Rated voltage', 'voltage', 'V'),
  f('ratedCurrent', 'Rated current', 'current', 'A'),
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
    f('stepAngle', 'Step angle', 'angle', '°', stepper, (m: Motor) => (m.type === 'servo' ? undefined : 1.8)),
    f('holdingTorque', 'Holding torque', 'torque', 'N·m', stepper),
    f('ratedTorque', 'Rated torque', 'torque', 'N·m', 'a servo’s torque and heat', (m: Motor) =>
      times(base(m.peakTorque), 0.33),
    ),
    f('peakTorque', 'Peak torque', 'torque', 'N·m', 'a servo’s torque', (m: Motor) => times(base(m.ratedTorque), 3)),
    f('ratedCurrent', 'Rated current', 'current', 'A', stepper),
    f('resistance', 'Resistance', 'resistance', 'Ω', stepper, (m: Motor) => times(base(m.inductance), 1 / 3.5)),
    f('inductance', 'Inductance', 'inductance', 'mH', stepper, (m: Motor) => times(base(m.resistance), 3.5)),
    f('rotorInertia', 'Rotor inertia', 'inertia', 'g·cm²', 'the torque to accelerate', (m: Motor) =>
      times(base(m.holdingTorque) ?? base(m.ratedTorque), 300),
    ),
    f('maxSpeed', 'Highest speed', 'rotation', 'rpm', 'the motor’s own speed limit', (m: Motor) =>
      m.type === 'servo' ? times(base(m.ratedSpeed), 1.2) : 2000,
    ),
    f('ratedSpeed', 'Rated speed', 'rotation', 'rpm', 'a servo’s torque over speed', (m: Motor) =>
      m.type === 'servo' ? 3000 : undefined,
    ),
    f('ratedVoltage', 'Rated voltage', 'voltage', 'V', 'a servo’s speed on your bus'),
  ],
  'stepper-driver': driver,
  'servo-drive': driver,
  supply: [
    f('outputVoltage', 'Output voltage', 'voltage', 'V', 'torque over speed'),
    f('outputCurrent', 'Output current', 'current', 'A', 'whether it is strong enough'),
    f('outputCapacitance', 'Output capacitance', 'capacitance', 'µF', 'how far braking lifts the bus', () => 2200),
    f('mainsMin', 'Lowest mains', 'voltage', 'V'),
    f('mainsMax', 'Highest mains', 'voltage', 'V'),
  ],
  controller: [
    f('pulseRate', 'Pulse rate', 'frequency', 'kHz', 'the controller’s speed limit'),
    f('pulseRateTotal', 'Pulse rate of all channels', 'frequency', 'kHz'),
    f('pulseWidth', 'Pulse width', 'time', 'µs', 'whether drivers see the pulses', () => 5),
    f('directionSetup', 'Direction set-up', 'time', 'µs', '', () => 5),
    f('inputPoll', 'Input poll', 'time', 'ms', 'the stopping distance', () => 1),
    f('outputVoltage', 'Signal level', 'voltage', 'V', 'whether drivers see the signals', () => 5),
    f('outputCurrent', 'Signal current', 'current', 'mA'),
    f('switchedVoltage', 'Switched outputs', 'voltage', 'V'),
    f('switchedCurrent', 'Current of a switched output', 'current', 'mA'),
    f('supplyMin', 'Lowest own supply', 'voltage', 'V'),
    f('supplyMax', 'Highest own supply', 'voltage', 'V'),
    f('encoderRate', 'Edges that an encoder input counts', 'frequency', 'kHz'),
  ],
  spindle: [
    f('power', 'Power at the shaft', 'power', 'W'),
    f('maxSpeed', 'Highest speed', 'rotation', 'rpm'),
    f('minSpeed', 'Lowest speed', 'rotation', 'rpm'),
    f('ratedVoltage', 'Rated voltage', 'voltage', 'V'),
    f('ratedFrequency', 'Rated frequency', 'frequency', 'Hz'),
    f('ratedCurrent', 'Rated current', 'current', 'A'),
  ],
  'spindle-drive': [
    f('ratedVoltage', 'Rated voltage', 'voltage', 'V'),
    f('baseFrequency', 'Base frequency', 'frequency', 'Hz'),
    f('maxFrequency', 'Highest frequency', 'frequency', 'Hz'),
    f('minFrequency', 'Lowest frequency', 'frequency', 'Hz'),
    f('outputCurrent', 'Output current', 'current', 'A'),
    f('commandVoltage', 'Command voltage', 'voltage', 'V'),
  ],
  contactor: switched,
  relay: switched,
  breaker: rated,
  fuse: rated,
  lamp: rated,
  fan: rated,
  valve: rated,
  encoder: [f('maxSpeed', 'Highest speed', 'rotation', 'rpm')],
  button: [f('ratedCurrent', 'Contact breaks', 'current', 'A')],
  switch: [
    f('overTravel', 'Over-travel', 'length', 'mm', 'whether it survives the stop', () => 3),
    f('repeatability', 'Repeatability', 'length', 'mm', '', () => 0.02),
    f('hysteresis', 'Hysteresis', 'length', 'mm', '', () => 0.4),
    f('ratedCurrent', 'Contact breaks', 'current', 'A'),
    f('wettingCurrent', 'Least contact current', 'current', 'mA'),
  ],
  sensor: [
    f('supplyMin', 'Lowest supply', 'voltage', 'V', 'whether it switches', () => 10),
    f('supplyMax', 'Highest supply', 'voltage', 'V', '', () => 30),
    f('overTravel', 'Over-travel', 'length', 'mm'),
    f('repeatability', 'Repeatability', 'length', 'mm', '', () => 0.02),
    f('hysteresis', 'Hysteresis', 'length', 'mm', '', () => 0.3),
    f('leakage', 'Leakage while off', 'current', 'mA'),
  ],
};

/** The figure of a data sheet under a key; undefined where it is not filled in. */
export const sheetValue = (data: PartData, key: string): Quantity | undefined =>
  (data as unknown as Record<string, Quantity | undefined>)[key];

/** A usual value in the field's unit, marked as an estimate. */
export function estimateOf(data: PartData, field: SheetField): Quantity | undefined {
  const n = field.estimate?.(data as never);
  return n !== undefined && n > 0 && Number.isFinite(n)
    ? quantity(Number(n.toPrecision(2)), field.unit, 'estimate')
    : undefined;
}

const SERVO_ONLY = ['ratedTorque', 'peakTorque', 'ratedSpeed', 'ratedVoltage'];
const STEPPER_ONLY = ['stepAngle', 'holdingTorque', 'resistance', 'inductance'];

/** The fields of a data sheet that concern this very kind of part; a figure that it has already stays in sight. */
export function sheetFieldsOf(data: PartData): SheetField[] {
  const foreign = data.class !== 'motor' ? [] : data.type === 'servo' ? STEPPER_ONLY : SERVO_ONLY;
  return (sheetFields[data.class] ?? []).filter((x) => !foreign.includes(x.key) || sheetValue(data, x.key));
}

/** Fields that block an answer and are empty, as far as they concern this kind of part. */
export function blockingFields(data: PartData): SheetField[] {
  // A fieldbus master makes no pulses; only drivers with a trimmer have a sense resistor.
  const bus = data.class === 'controller' && data.architecture === 'fieldbus-master';
  const trimmer = ['senseResistance', 'referenceFactor'];
  return sheetFieldsOf(data).filter(
    (x) => x.blocks && !sheetValue(data, x.key) && !trimmer.includes(x.key) && !(bus && x.key !== 'inputPoll'),
  );
}
