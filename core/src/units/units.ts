/**
 * Every unit that can be entered, with its factor to the base unit of its dimension.
 * The base units are those in which core computes and which its names carry (`leadMm`, `speedMmPerS`, `torqueNm` …).
 */
export const dimensions = [
  'length',
  'angle',
  'speed',
  'angularSpeed',
  'acceleration',
  'angularAcceleration',
  'jerk',
  'stiffness',
  'rotation',
  'mass',
  'force',
  'torque',
  'inertia',
  'current',
  'voltage',
  'resistance',
  'inductance',
  'capacitance',
  'time',
  'frequency',
  'power',
  'area',
  'ratio',
  'temperature',
  'ambient',
  'airFlow',
  'scale',
  'angularScale',
] as const;
export type Dimension = (typeof dimensions)[number];

interface UnitDefinition {
  dimension: Dimension;
  /** Value in the base unit = entered · factor, unless `toBase` is given. */
  factor: number;
  /** For units that are not proportional to the base unit. */
  toBase?: (entered: number) => number;
  fromBase?: (base: number) => number;
  /** Other spellings that the parser accepts. */
  also?: readonly string[];
}

const IN = 25.4; // mm, exact by definition
const LB = 0.45359237; // kg, exact by definition
const G = 9.80665; // m/s², standard gravity

/** AWG area in mm²: π/4·(0.127·92^((36−n)/39))². */
const awgToMm2 = (n: number) => (Math.PI / 4) * (0.127 * 92 ** ((36 - n) / 39)) ** 2;
const mm2ToAwg = (mm2: number) => 36 - (39 * Math.log(Math.sqrt((4 * mm2) / Math.PI) / 0.127)) / Math.log(92);

const define = <const T extends Record<string, UnitDefinition>>(table: T) => table;

export const units = define({
  mm: { dimension: 'length', factor: 1 },
  cm: { dimension: 'length', factor: 10 },
  m: { dimension: 'length', factor: 1000 },
  in: { dimension: 'length', factor: IN, also: ['"', 'inch', 'inches', '″'] },
  ft: { dimension: 'length', factor: 12 * IN, also: ["'", 'feet', 'foot'] },
  // Threads per inch name a pitch by its reciprocal; exact both ways.
  tpi: { dimension: 'length', factor: IN, toBase: (n) => IN / n, fromBase: (mm) => IN / mm },
  '°': { dimension: 'angle', factor: 1, also: ['deg', 'degree', 'degrees'] },
  rad: { dimension: 'angle', factor: 180 / Math.PI },
  'mm/s': { dimension: 'speed', factor: 1 },
  'mm/min': { dimension: 'speed', factor: 1 / 60 },
  'm/min': { dimension: 'speed', factor: 1000 / 60 },
  'm/s': { dimension: 'speed', factor: 1000 },
  'in/s': { dimension: 'speed', factor: IN, also: ['ips', '"/s'] },
  'in/min': { dimension: 'speed', factor: IN / 60, also: ['ipm', '"/min'] },
  '°/s': { dimension: 'angularSpeed', factor: 1, also: ['deg/s'] },
  '°/min': { dimension: 'angularSpeed', factor: 1 / 60, also: ['deg/min'] },
  'mm/s²': { dimension: 'acceleration', factor: 1, also: ['mm/s2', 'mm/s^2'] },
  'm/s²': { dimension: 'acceleration', factor: 1000, also: ['m/s2', 'm/s^2'] },
  'in/s²': { dimension: 'acceleration', factor: IN, also: ['in/s2', 'in/s^2'] },
  'mm/s³': { dimension: 'jerk', factor: 1, also: ['mm/s3', 'mm/s^3'] },
  'm/s³': { dimension: 'jerk', factor: 1000, also: ['m/s3', 'm/s^3'] },
  'in/s³': { dimension: 'jerk', factor: IN, also: ['in/s3', 'in/s^3'] },
  'N/mm': { dimension: 'stiffness', factor: 1 },
  'lbf/in': { dimension: 'stiffness', factor: (LB * G) / IN },
  '°/s²': { dimension: 'angularAcceleration', factor: 1, also: ['deg/s2', 'deg/s^2'] },
  rpm: { dimension: 'rotation', factor: 1, also: ['1/min', 'r/min'] },
  kg: { dimension: 'mass', factor: 1 },
  g: { dimension: 'mass', factor: 0.001 },
  lb: { dimension: 'mass', factor: LB, also: ['lbs'] },
  N: { dimension: 'force', factor: 1 },
  lbf: { dimension: 'force', factor: LB * G },
  'N·m': { dimension: 'torque', factor: 1, also: ['Nm', 'N.m', 'N*m'] },
  'N·cm': { dimension: 'torque', factor: 0.01, also: ['Ncm'] },
  'ozf·in': { dimension: 'torque', factor: (LB / 16) * G * (IN / 1000), also: ['oz-in', 'ozin', 'oz.in'] },
  'lbf·in': { dimension: 'torque', factor: LB * G * (IN / 1000), also: ['lb-in', 'lbin', 'in-lb'] },
  'kg·m²': { dimension: 'inertia', factor: 1, also: ['kgm2', 'kg m2', 'kg*m^2'] },
  'kg·cm²': { dimension: 'inertia', factor: 1e-4, also: ['kgcm2', 'kg*cm^2'] },
  'g·cm²': { dimension: 'inertia', factor: 1e-7, also: ['gcm2', 'g*cm^2'] },
  A: { dimension: 'current', factor: 1 },
  mA: { dimension: 'current', factor: 0.001 },
  V: { dimension: 'voltage', factor: 1 },
  mV: { dimension: 'voltage', factor: 0.001 },
  Ω: { dimension: 'resistance', factor: 1, also: ['ohm', 'ohms', 'Ohm'] },
  mΩ: { dimension: 'resistance', factor: 0.001, also: ['mohm'] },
  kΩ: { dimension: 'resistance', factor: 1000, also: ['kohm', 'k'] },
  mH: { dimension: 'inductance', factor: 1 },
  µH: { dimension: 'inductance', factor: 0.001, also: ['uH', 'μH'] },
  nF: { dimension: 'capacitance', factor: 1 },
  µF: { dimension: 'capacitance', factor: 1000, also: ['uF', 'μF'] },
  s: { dimension: 'time', factor: 1, also: ['sec'] },
  ms: { dimension: 'time', factor: 0.001 },
  µs: { dimension: 'time', factor: 1e-6, also: ['us', 'μs'] },
  Hz: { dimension: 'frequency', factor: 1 },
  kHz: { dimension: 'frequency', factor: 1000 },
  MHz: { dimension: 'frequency', factor: 1e6 },
  W: { dimension: 'power', factor: 1 },
  kW: { dimension: 'power', factor: 1000 },
  'mm²': { dimension: 'area', factor: 1, also: ['mm2', 'mm^2', 'sqmm'] },
  'm²': { dimension: 'area', factor: 1e6, also: ['m2', 'm^2', 'sqm'] },
  AWG: { dimension: 'area', factor: 1, toBase: awgToMm2, fromBase: mm2ToAwg, also: ['awg', 'ga'] },
  '1': { dimension: 'ratio', factor: 1, also: [':1'] },
  '%': { dimension: 'ratio', factor: 0.01 },
  // A difference. How warm a place is has a zero of its own.
  K: { dimension: 'temperature', factor: 1 },
  '°C': { dimension: 'ambient', factor: 1, also: ['degC', 'C'] },
  'm³/h': { dimension: 'airFlow', factor: 1, also: ['m3/h', 'm^3/h'] },
  // Cubic feet a minute: 0.3048³ · 60.
  cfm: { dimension: 'airFlow', factor: 0.3048 ** 3 * 60, also: ['ft³/min', 'CFM'] },
  '°F': {
    dimension: 'ambient',
    factor: 5 / 9,
    toBase: (f) => ((f - 32) * 5) / 9,
    fromBase: (c) => (c * 9) / 5 + 32,
    also: ['degF', 'F'],
  },
  'steps/mm': { dimension: 'scale', factor: 1 },
  'steps/in': { dimension: 'scale', factor: 1 / IN },
  'steps/°': { dimension: 'angularScale', factor: 1, also: ['steps/deg'] },
});

export type Unit = keyof typeof units;
export const unitNames = Object.keys(units) as [Unit, ...Unit[]];

const definitions: Record<Unit, UnitDefinition> = units;

export const dimensionOf = (unit: Unit): Dimension => definitions[unit].dimension;

/** Converts an entered figure to the base unit of its dimension. */
export function toBase(entered: number, unit: Unit): number {
  const d = definitions[unit];
  return d.toBase ? d.toBase(entered) : entered * d.factor;
}

/** Converts a figure in the base unit to `unit`. */
export function fromBase(base: number, unit: Unit): number {
  const d = definitions[unit];
  return d.fromBase ? d.fromBase(base) : base / d.factor;
}

const spellings = new Map<string, Unit>();
for (const name of unitNames) {
  spellings.set(name, name);
  for (const other of definitions[name].also ?? []) spellings.set(other, name);
}
const lowered = new Map<string, Unit[]>();
for (const [text, unit] of spellings) {
  const key = text.toLowerCase();
  lowered.set(key, [...(lowered.get(key) ?? []), unit]);
}

/** Finds a unit by any accepted spelling; letter case counts only where two units differ by nothing else. */
export function findUnit(text: string): Unit | undefined {
  const plain = text.trim();
  const exact = spellings.get(plain);
  if (exact) return exact;
  const loose = new Set(lowered.get(plain.toLowerCase()) ?? []);
  return loose.size === 1 ? [...loose][0] : undefined;
}

/** The unit in which core counts a dimension. */
export const baseUnit = (dimension: Dimension): Unit =>
  unitNames.find((u) => dimensionOf(u) === dimension && toBase(1, u) === 1 && toBase(2, u) === 2)!;
/** The units of one dimension, in the order in which the table lists them. */
export const unitsOf = (dimension: Dimension): Unit[] => unitNames.filter((u) => dimensionOf(u) === dimension);
