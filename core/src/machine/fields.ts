import type { Dimension } from '../units/units';
import type { InputFunction } from './connections';
import type { Design } from './design';
import type { Axis, TransmissionKind } from './mechanics';
import { sheetFields } from './library/sheet';
import { isDriver } from './parts';

/** The stations that a field can stand on, as far as they exist. */
export const stations = ['machine', 'drives', 'wiring', 'switches', 'settings', 'practice'] as const;
export type Station = (typeof stations)[number];

export interface Choice {
  value: string;
  label: string;
}

export type FieldType =
  | { type: 'quantity'; dimensions: readonly Dimension[] }
  | { type: 'choice'; choices: readonly Choice[] }
  | { type: 'integer'; min: number; max: number }
  | { type: 'flag' }
  | { type: 'text' };

/** What is known of a field apart from its value: one entry serves the form, the link, the search and the change log. */
export interface FieldDescription {
  path: string;
  /** What the field belongs to, such as `X` or `-T1`; empty for the machine itself. */
  subject: string;
  label: string;
  help: string;
  /** Everyday words by which a newcomer looks for it. */
  also: string;
  /** What counts while nothing is entered; without it, an empty field is a figure that is not known. */
  whenEmpty?: string | undefined;
  station: Station;
  kind: FieldType;
}

type Definition = Omit<FieldDescription, 'path' | 'subject' | 'kind' | 'whenEmpty'> & {
  kind: FieldType | ((axis: Axis) => FieldType);
};

const q = (...dimensions: Dimension[]): FieldType => ({ type: 'quantity', dimensions });
const choice = (labels: Record<string, string>): FieldType => ({
  type: 'choice',
  choices: Object.entries(labels).map(([value, label]) => ({ value, label })),
});
const along = (linear: Dimension, rotary: Dimension) => (axis: Axis) => q(axis.motion === 'linear' ? linear : rotary);
const position = along('length', 'angle');
const speed = along('speed', 'angularSpeed');

const field = (station: Station, label: string, kind: Definition['kind'], help: string, also = ''): Definition => ({
  station,
  label,
  kind,
  help,
  also,
});

const contactForms = { NO: 'normally open', NC: 'normally closed' };

const definitions: Record<string, Definition> = {
  name: field('machine', 'Name', { type: 'text' }, 'What you call the machine.'),
  notes: field('machine', 'Notes', { type: 'text' }, 'Anything worth remembering about the machine.'),
  latheX: field(
    'machine',
    'X shown as',
    choice({ diameter: 'diameter', radius: 'radius' }),
    'A lathe control shows X as the diameter of the work or as its radius. Travel and scale stay those of the slide.',
    'diameter mode radius mode',
  ),
  datumSchool: field(
    'switches',
    'Datum lies',
    choice({ 'at-switch': 'at the trip point', 'after-back-off': 'after the back-off' }),
    'Where the machine position is set: at the switch itself, or after the axis has backed off from it. The second makes the envelope begin at the datum.',
    'machine zero home position',
  ),
  limitSchool: field(
    'switches',
    'A tripped limit is left',
    choice({ 'away-only': 'by motion away only', 'held-override': 'with a held override' }),
    'Motion away only cannot make things worse, and needs the switch to be told apart by end.',
    'limit override',
  ),
  'axes.*.plus': field(
    'machine',
    'Plus is',
    choice({
      right: 'to the right',
      left: 'to the left',
      away: 'away from you',
      'towards-you': 'towards you',
      up: 'up',
      down: 'down',
      turning: 'turning',
    }),
    'Where the tool moves relative to the work when the number grows, as you stand in front (ISO 841).',
    'positive direction sign',
  ),
  'axes.*.carries': field(
    'machine',
    'What moves',
    choice({ tool: 'the tool', workpiece: 'the work' }),
    'Where the table moves instead of the tool, it moves the other way for the same sign.',
  ),
  'axes.*.travel': field(
    'machine',
    'Hard travel',
    position,
    'From one hard stop to the other, measured by hand with the power off.',
    'length stroke',
  ),
  'axes.*.tilt': field(
    'machine',
    'Tilt',
    q('angle'),
    'Of the travel against the horizontal: 0 for a level axis, 90 for a vertical one.',
  ),
  'axes.*.maxSpeed': field(
    'drives',
    'Wanted speed',
    speed,
    'The fastest travel that you want of this axis.',
    'rapid feed velocity',
  ),
  'axes.*.acceleration': field(
    'drives',
    'Acceleration',
    along('acceleration', 'angularAcceleration'),
    'How quickly the axis gains and loses speed. It sets the stopping distance.',
  ),
  'axes.*.dragTorque': field(
    'machine',
    'Drag',
    q('torque'),
    'Torque to turn the screw by hand, with nut and bearings, no load.',
  ),
  'axes.*.frictionCoefficient': field(
    'machine',
    'Guide friction',
    q('ratio'),
    'Friction of the guides: about 0.005 to 0.01 for recirculating balls, 0.1 to 0.2 for dovetails.',
  ),
  'axes.*.cuttingForce': field(
    'machine',
    'Cutting force',
    q('force'),
    'The largest force of the cut along this axis. Soft wood 20 to 60 N, brass on a small mill 100 to 250 N, steel turning 300 N and more.',
  ),
  'axes.*.torqueFactor': field(
    'drives',
    'Torque factor',
    q('ratio'),
    'Torque available over torque needed. Open loop, 2 leaves room for resonance and a blunt cutter; a closed loop needs less.',
    'safety factor',
  ),
  'axes.*.driveSpacing': field(
    'machine',
    'Drive spacing',
    q('length'),
    'Between the two drive lines of the gantry. It tells how much of the carriage the nearer side carries.',
  ),
  'axes.*.counterbalance': field(
    'machine',
    'Counterbalance',
    q('force'),
    'Force of a spring, gas strut or weight that carries a vertical axis.',
  ),
  'axes.*.envelopeMargin': field(
    'switches',
    'Margin',
    position,
    'Between the end of the envelope and the switch or stop at the far end.',
    'soft limit distance',
  ),
  'axes.*.transmission.kind': field(
    'machine',
    'Driven by',
    choice({ screw: 'screw', belt: 'belt', rack: 'rack and pinion', rotary: 'rotary gearing' }),
    'What turns the motion of the motor into that of the axis.',
    'leadscrew ballscrew belt rack gear',
  ),
  'axes.*.transmission.form': field(
    'machine',
    'Screw',
    choice({ ball: 'ball screw', trapezoidal: 'trapezoidal screw' }),
    'A ball screw turns back under load; many trapezoidal ones hold.',
  ),
  'axes.*.transmission.pitch': field(
    'machine',
    'Pitch',
    q('length'),
    'From one thread or tooth to the next. Threads per inch are a unit of it: type 10 tpi.',
    'lead tpi',
  ),
  'axes.*.transmission.starts': field(
    'machine',
    'Starts',
    { type: 'integer', min: 1, max: 24 },
    'Separate threads on the screw. Lead = starts · pitch.',
  ),
  'axes.*.transmission.ratio': field(
    'machine',
    'Ratio',
    q('ratio'),
    'Motor revolutions for one of the screw, pulley or pinion. 1 when empty.',
    'gear reduction',
  ),
  'axes.*.transmission.efficiency': field(
    'machine',
    'Efficiency',
    q('ratio'),
    'Share of the power that arrives: about 0.9 for a ball screw, 0.3 for a trapezoidal one.',
  ),
  'axes.*.transmission.ratioEfficiency': field(
    'machine',
    'Efficiency of the ratio',
    q('ratio'),
    'Of the belt or gear stage ahead of the screw, pulley or pinion.',
  ),
  'axes.*.transmission.threadFriction': field(
    'machine',
    'Thread friction',
    q('ratio'),
    'Of a trapezoidal thread: 0.1 to 0.2 greased bronze on steel. Its efficiency follows when none is entered.',
  ),
  'axes.*.transmission.outerDiameter': field(
    'machine',
    'Outer diameter',
    q('length'),
    'Of the screw, over its threads.',
  ),
  'axes.*.transmission.rootDiameter': field(
    'machine',
    'Root diameter',
    q('length'),
    'Of the screw, at the bottom of its threads: it decides at which speed the screw whirls.',
  ),
  'axes.*.transmission.length': field(
    'machine',
    'Free length',
    q('length'),
    'Of the screw between its bearings.',
    'unsupported length',
  ),
  'axes.*.transmission.endFixity': field(
    'machine',
    'Ends held',
    choice({
      'fixed-free': 'one clamped, one free',
      'supported-supported': 'both in single bearings',
      'fixed-supported': 'one clamped, one in a bearing',
      'fixed-fixed': 'both clamped',
    }),
    'How the bearings hold the screw. A clamped end is a pair of bearings some distance apart, pulled together.',
    'end fixity critical speed',
  ),
  'axes.*.transmission.rotatingInertia': field(
    'machine',
    'Inertia that turns',
    q('inertia'),
    'Of pulleys, pinion or table, about the output shaft.',
  ),
  'axes.*.transmission.teeth': field(
    'machine',
    'Teeth',
    { type: 'integer', min: 6, max: 500 },
    'Of the pulley or pinion.',
  ),
  'axes.*.transmission.module': field('machine', 'Module', q('length'), 'Pitch circle diameter over number of teeth.'),
  'axes.*.transmission.helixAngle': field(
    'machine',
    'Helix angle',
    q('angle'),
    'Of the teeth of the rack; 0 when straight.',
  ),
  'axes.*.drives.*.turnsForPlus': field(
    'drives',
    'For plus the shaft turns',
    choice({ clockwise: 'clockwise', 'counter-clockwise': 'counter-clockwise' }),
    'Seen from the face of the shaft, when the axis moves to plus. A motor that faces its twin turns the other way.',
    'motor direction reverse invert',
  ),
  'axes.*.drives.*.invertedInWiring': field(
    'drives',
    'One phase swapped',
    { type: 'flag' },
    'The two leads of one winding are exchanged, which reverses the motor.',
    'invert',
  ),
  'axes.*.drives.*.invertedInDrive': field(
    'drives',
    'Reversed in the drive',
    { type: 'flag' },
    'A switch or parameter of the drive itself reverses the motor.',
    'invert',
  ),
  'axes.*.reference.method': field(
    'switches',
    'Reference by',
    choice({
      switch: 'reference switch',
      'switch-and-index': 'switch, then index pulse',
      absolute: 'absolute encoder',
      'hard-stop': 'hard stop at low current',
      'by-hand': 'by hand, to a mark',
      none: 'not referenced',
    }),
    'How the control learns where the axis is after power-on.',
    'homing home switch',
  ),
  'axes.*.reference.end': field(
    'machine',
    'Datum corner at',
    choice({ minus: 'the minus end', plus: 'the plus end' }),
    'The end of the travel at which the axis is referenced.',
    'home corner',
  ),
  'axes.*.reference.fastSpeed': field(
    'switches',
    'Fast approach',
    speed,
    'Speed of the search for the switch.',
    'homing search speed',
  ),
  'axes.*.reference.slowSpeed': field(
    'switches',
    'Slow approach',
    speed,
    'Speed of the second, exact approach.',
    'homing touch speed',
  ),
  'axes.*.reference.backOff': field(
    'switches',
    'Back-off',
    position,
    'How far the axis moves off the switch again.',
    'pull-off release distance',
  ),
  'axes.*.reference.positionAtDatum': field(
    'switches',
    'Position at the datum',
    position,
    'Machine position given to the datum; 0 when empty.',
    'home offset',
  ),
  masses: field(
    'machine',
    'What moves, and how heavy it is',
    { type: 'text' },
    'The parts that each axis carries.',
    'weight mass',
  ),
  'masses.*.mass': field('machine', 'Mass', q('mass'), 'Weighed, or computed from volume and density.', 'weight'),
  'parts.*.setup.stepsPerRevolution': field(
    'drives',
    'Steps per revolution',
    { type: 'integer', min: 1, max: 10_000_000 },
    'As set on the driver: full steps times microsteps, or the command pulses of a servo.',
    'microstepping',
  ),
  'parts.*.setup.peakCurrent': field(
    'drives',
    'Peak current',
    q('current'),
    'As set on the driver. Peak is √2 times RMS: look which one its table means.',
    'motor current',
  ),
  'parts.*.setup.idleCurrent': field('drives', 'Idle current', q('ratio'), 'Share of the current at rest.'),
  'parts.*.setup.commandFormat': field(
    'drives',
    'Command',
    choice({
      'pulse-and-direction': 'pulse and direction',
      'two-pulse-trains': 'two pulse trains',
      quadrature: 'quadrature',
    }),
    'The form of the step command; both sides must agree.',
  ),
  'parts.*.setup.contactUsed': field(
    'switches',
    'Contact',
    choice(contactForms),
    'Normally closed: opens when pressed, and a broken wire looks like a press. Normally open: closes when pressed, and hides a broken wire.',
    'NO NC normally open normally closed',
  ),
  'parts.*.mount.tripFromStop': field(
    'switches',
    'Trip point to hard stop',
    position,
    'How far the axis can still go after the switch has tripped.',
    'over-travel',
  ),
  'parts.*.data.pulseRate': field('machine', 'Pulse rate', q('frequency'), 'Highest pulse rate on one channel.'),
  'parts.*.data.pulseWidth': field('machine', 'Pulse width', q('time'), 'Time high of one step pulse.'),
  'parts.*.data.inputPoll': field(
    'machine',
    'Input poll',
    q('time'),
    'Longest time until an input is looked at again.',
  ),
  'parts.*.data.pulseHighMin': field('drives', 'Shortest pulse', q('time'), 'Time high that the driver needs.'),
  'parts.*.data.pulseLowMin': field('drives', 'Shortest gap', q('time'), 'Time low that the driver needs.'),
  'parts.*.data.supplyMin': field('drives', 'Lowest supply', q('voltage'), 'Of the driver or sensor.'),
  'parts.*.data.supplyMax': field('drives', 'Highest supply', q('voltage'), 'Of the driver or sensor.'),
  'parts.*.data.currentMax': field(
    'drives',
    'Largest current',
    q('current'),
    'Largest peak current that the driver gives.',
  ),
  'parts.*.data.ratedCurrent': field('drives', 'Rated current', q('current'), 'Per phase, from the data sheet.'),
  'parts.*.data.maxSpeed': field('drives', 'Highest speed', q('rotation'), 'Of the motor.'),
  'parts.*.data.holdingTorque': field(
    'drives',
    'Holding torque',
    q('torque'),
    'Of the motor, both phases at rated current.',
  ),
  'parts.*.data.ratedTorque': field(
    'drives',
    'Rated torque',
    q('torque'),
    'That a servo gives for as long as you like.',
  ),
  'parts.*.data.peakTorque': field('drives', 'Peak torque', q('torque'), 'That a servo gives for a second or so.'),
  'parts.*.data.resistance': field(
    'drives',
    'Resistance',
    q('resistance'),
    'Of one phase at 20 °C; of one half-coil for 6 and 8 leads.',
  ),
  'parts.*.data.inductance': field(
    'drives',
    'Inductance',
    q('inductance'),
    'Of one phase; of one half-coil for 6 and 8 leads. It decides how torque falls with speed.',
  ),
  'parts.*.data.rotorInertia': field('drives', 'Rotor inertia', q('inertia'), 'Of the motor.'),
  'parts.*.data.ratedSpeed': field(
    'drives',
    'Rated speed',
    q('rotation'),
    'Up to which the peak torque is there, at the rated voltage.',
  ),
  'parts.*.data.ratedVoltage': field(
    'drives',
    'Rated voltage',
    q('voltage'),
    'Bus voltage at which rated and highest speed hold.',
  ),
  'parts.*.data.winding': field(
    'drives',
    'Coils connected',
    choice({ 'as-supplied': 'as supplied', series: 'in series', parallel: 'in parallel', half: 'one half' }),
    'Eight leads leave the choice: parallel keeps torque at speed, series needs less current.',
    'winding bipolar',
  ),
  'parts.*.data.stepAngle': field('drives', 'Step angle', q('angle'), 'Of the motor: 1.8° has 200 full steps.'),
  'parts.*.data.outputVoltage': field('machine', 'Output voltage', q('voltage'), 'Of the supply.'),
  'parts.*.data.outputCurrent': field('machine', 'Output current', q('current'), 'Of the supply.'),
  'parts.*.data.overTravel': field(
    'switches',
    'Over-travel',
    q('length'),
    'How far the actuator may be pushed past its trip point.',
  ),
  'circuits.*.function': field(
    'switches',
    'Function',
    choice({
      limit: 'limit',
      reference: 'reference',
      'limit-and-reference': 'limit and reference',
      probe: 'probe',
      stop: 'stop',
      door: 'door',
      pause: 'pause',
      start: 'start',
      alarm: 'alarm',
      index: 'index pulse',
    }),
    'What the control does when this input is tripped.',
  ),
  'circuits.*.feed': field(
    'switches',
    'Switches to',
    choice({ '0V': '0 V', plus: '+' }),
    'A contact on the fused + side shows a wire chafed to the frame; one to a bonded 0 V hides it.',
    'sinking sourcing',
  ),
  'circuits.*.arrangement': field(
    'switches',
    'Several in',
    choice({ series: 'series (a loop)', parallel: 'parallel' }),
    'Normally closed contacts belong in series, normally open ones in parallel.',
  ),
  'circuits.*.filter': field(
    'switches',
    'Filter',
    q('time'),
    'How long a level must last before the control takes it.',
    'debounce',
  ),
  'roles.controller': field('machine', 'Controller', { type: 'text' }, 'What plans the motion and makes the pulses.'),
  'roles.motorSupply': field('machine', 'Motor supply', { type: 'text' }, 'Feeds the drivers.', 'power supply'),
  'roles.logicSupply': field('machine', 'Logic supply', { type: 'text' }, 'Feeds the controller.'),
  'roles.fieldSupply': field(
    'machine',
    'Field supply',
    { type: 'text' },
    'Feeds sensors, isolated inputs, coils and brakes.',
  ),
  'axes.*.drives.*.motor': field('drives', 'Motor', { type: 'text' }, 'The motor of this drive.'),
  'axes.*.drives.*.driver': field('drives', 'Driver', { type: 'text' }, 'The driver of this motor.'),
  'circuits.*.input': field(
    'switches',
    'Input',
    { type: 'text' },
    'The terminal of the controller; the planner picks a free one when none is chosen.',
  ),
  referenceStages: field(
    'switches',
    'Order of referencing',
    { type: 'text' },
    'Stage after stage; Z first, away from the work.',
    'homing sequence',
  ),
};

/** Fields whose absence has a meaning of its own. */
const whenEmpty: Partial<Record<string, string>> = {
  'axes.*.counterbalance': 'none',
  'axes.*.torqueFactor': 'usual',
  'axes.*.transmission.ratioEfficiency': '1',
  'axes.*.envelopeMargin': '0',
  'axes.*.transmission.ratio': '1',
  'axes.*.transmission.helixAngle': '0',
  'axes.*.reference.fastSpeed': 'derived',
  'axes.*.reference.slowSpeed': 'derived',
  'axes.*.reference.positionAtDatum': '0',
  'circuits.*.filter': '0',
};

/** Fields that `set-field` may not write, since a command of their own keeps the rest in step. */
const structural =
  /^(roles\.|referenceStages$|masses$|axes\.\*\.transmission\.kind|axes\.\*\.drives\.\*\.(motor|driver)|circuits\.\*\.input)/;

const tables = new Set(['axes', 'parts', 'circuits', 'masses', 'drives']);

/** `axes.x.drives.0.motor` → `axes.*.drives.*.motor`. Ids hold no point, so the split is safe. */
export const patternOf = (path: string): string => {
  const keys = path.split('.');
  return keys.map((k, i) => (i > 0 && tables.has(keys[i - 1]!) ? '*' : k)).join('.');
};

/** The axis or part that a path belongs to, in the words on the drawing. */
function subjectOf(design: Design, keys: readonly string[]): string {
  const [table, id = ''] = keys;
  if (table === 'axes') {
    const axis = design.axes[id];
    const side = keys[2] === 'drives' && axis && axis.drives.length > 1 ? ` ${axis.drives[Number(keys[3])]?.side}` : '';
    return `${axis?.letter ?? id}${side}`;
  }
  if (table === 'parts') return design.parts[id]?.designation ?? id;
  if (table === 'masses') return design.masses[id]?.name ?? id;
  if (table === 'circuits') return circuitName(design, id);
  return '';
}

const functionWords: Record<InputFunction, string> = {
  limit: 'limit',
  reference: 'reference',
  'limit-and-reference': 'limit + reference',
  probe: 'Probe',
  stop: 'Stop',
  door: 'Door',
  pause: 'Pause',
  start: 'Start',
  alarm: 'Alarm',
  index: 'index pulse',
};

/** What an input circuit is called: from what it does and where its switches sit, such as `X plus limit`. */
export function circuitName(design: Pick<Design, 'circuits' | 'parts' | 'axes'>, id: string): string {
  const circuit = design.circuits[id];
  if (!circuit) return id;
  const mounts = circuit.devices.flatMap((d) => design.parts[d]?.mount ?? []);
  const letters = [...new Set(mounts.map((m) => design.axes[m.axis]?.letter ?? m.axis))].join(' + ');
  const ends = new Set(mounts.map((m) => m.end));
  const drives = new Set(mounts.map((m) => m.drive));
  const axis = mounts[0] && design.axes[mounts[0].axis];
  const drive = drives.size === 1 ? [...drives][0] : undefined;
  const side = drive !== undefined && axis && axis.drives.length > 1 ? axis.drives[drive]?.side : undefined;
  const number = /-(\d+)$/.exec(id)?.[1];
  return [letters, ends.size === 1 ? [...ends][0] : '', side, functionWords[circuit.function], number]
    .filter(Boolean)
    .join(' ');
}

/** Describes the field at a path; undefined for a path that no form edits. */
/** A figure of a data sheet that has no words of its own here: those of the sheet serve. */
function sheetDefinition(design: Design, keys: readonly string[]): Definition | undefined {
  if (keys.length !== 4 || keys[0] !== 'parts' || keys[2] !== 'data') return undefined;
  const data = Object.hasOwn(design.parts, keys[1]!) ? design.parts[keys[1]!]!.data : undefined;
  const sheet = data && sheetFields[data.class]?.find((s) => s.key === keys[3]);
  if (!sheet) return undefined;
  const station =
    data.class === 'motor' || isDriver(data)
      ? 'drives'
      : data.class === 'switch' || data.class === 'sensor'
        ? 'switches'
        : 'machine';
  return field(
    station,
    sheet.label,
    q(sheet.dimension),
    sheet.blocks ? `Decides ${sheet.blocks}.` : 'From the data sheet.',
  );
}

export function describeField(design: Design, path: string): FieldDescription | undefined {
  const pattern = patternOf(path);
  const keys = path.split('.');
  const definition = Object.hasOwn(definitions, pattern) ? definitions[pattern] : sheetDefinition(design, keys);
  if (!definition) return undefined;
  const axisId =
    keys[0] === 'axes' ? keys[1] : keys[0] === 'parts' ? design.parts[keys[1] ?? '']?.mount?.axis : undefined;
  const axis = axisId !== undefined && Object.hasOwn(design.axes, axisId) ? design.axes[axisId] : undefined;
  if (keys[0] === 'axes' && !axis) return undefined;
  if (typeof definition.kind === 'function' && !axis) return undefined;
  const kind = typeof definition.kind === 'function' ? definition.kind(axis!) : definition.kind;
  return { ...definition, kind, path, subject: subjectOf(design, keys), whenEmpty: whenEmpty[pattern] };
}

export const isSettable = (path: string): boolean => !structural.test(patternOf(path));

/** `X · Hard travel`: how a field is called where it stands alone. */
export const fieldTitle = (f: FieldDescription): string => (f.subject ? `${f.subject} · ${f.label}` : f.label);

/** The value at a path of a design; undefined where there is none. */
export function valueAt(design: Design, path: string): unknown {
  let value: unknown = design;
  for (const key of path.split('.')) {
    if (typeof value !== 'object' || value === null || !Object.hasOwn(value, key)) return undefined;
    value = (value as Record<string, unknown>)[key];
  }
  return value;
}

/** The fields that each kind of transmission has, in the order in which a person fills them in. */
export const transmissionFields: Record<TransmissionKind, readonly string[]> = {
  screw: [
    'form',
    'pitch',
    'starts',
    'ratio',
    'efficiency',
    'threadFriction',
    'outerDiameter',
    'rootDiameter',
    'length',
    'endFixity',
    'ratioEfficiency',
  ],
  belt: ['teeth', 'pitch', 'ratio', 'efficiency', 'rotatingInertia', 'ratioEfficiency'],
  rack: ['module', 'teeth', 'helixAngle', 'ratio', 'efficiency', 'rotatingInertia', 'ratioEfficiency'],
  rotary: ['ratio', 'efficiency', 'rotatingInertia'],
};

/** The path of every field that this machine has: for the search. */
export function fieldPaths(design: Design): string[] {
  const expand = (pattern: string): string[] => {
    const keys = pattern.split('.');
    const star = keys.indexOf('*');
    if (star < 0) return [pattern];
    const table = valueAt(design, keys.slice(0, star).join('.'));
    const ids = Array.isArray(table)
      ? table.map((_, i) => String(i))
      : Object.keys((table as object | undefined) ?? {});
    return ids.flatMap((id) => expand([...keys.slice(0, star), id, ...keys.slice(star + 1)].join('.')));
  };
  return Object.keys(definitions)
    .flatMap(expand)
    .filter((path) => {
      const keys = path.split('.');
      const last = keys.at(-1)!;
      if (path === 'latheX') return design.kind === 'lathe';
      if (last === 'driveSpacing') return (design.axes[keys[1]!]?.drives.length ?? 0) > 1;
      if (['frictionCoefficient', 'cuttingForce'].includes(last)) return design.axes[keys[1]!]?.motion === 'linear';
      if (keys[2] === 'transmission' && last !== 'kind') {
        const kind = design.axes[keys[1]!]?.transmission?.kind;
        return kind !== undefined && transmissionFields[kind].includes(last);
      }
      const part = keys[0] === 'parts' ? design.parts[keys[1]!] : undefined;
      if (!part) return true;
      if (keys[2] === 'mount') return part.mount !== undefined;
      // Data sheets have no form of their own yet.
      if (keys[2] === 'data') return false;
      if (last === 'contactUsed') return part.data.class === 'switch' || part.data.class === 'button';
      return isDriver(part.data);
    });
}
