import { z } from 'zod';
import { Quantity, quantityOf, neededQuantityOf } from '../units/quantity';
import { Colour } from './connections';
import { Id, Name, PictureIds, Text } from './ids';
import { axisEnds } from './mechanics';

/** What a terminal does. The label printed on it is a text of its own. */
export const terminalRoles = [
  'supply-plus',
  'supply-minus',
  'motor-supply-plus',
  'motor-supply-minus',
  'supply-out-plus',
  'supply-out-minus',
  'mains-l',
  'mains-l2',
  'mains-l3',
  'mains-n',
  'protective-earth',
  'phase-a-plus',
  'phase-a-minus',
  'phase-b-plus',
  'phase-b-minus',
  'phase-tap',
  'phase-u',
  'phase-v',
  'phase-w',
  'step-plus',
  'step-minus',
  'direction-plus',
  'direction-minus',
  'enable-plus',
  'enable-minus',
  'alarm-plus',
  'alarm-minus',
  'step-out',
  'direction-out',
  'enable-out',
  'signal-common',
  'input',
  'input-common',
  'output',
  'output-supply',
  'pulse-width-out',
  'pulse-width-in',
  'analogue-in',
  'analogue-out',
  'analogue-common',
  'reset-in',
  'run-in',
  'reverse-in',
  'command-common',
  'torque-off-plus',
  'torque-off-minus',
  'contact-common',
  'contact-no',
  'contact-nc',
  'coil-plus',
  'coil-minus',
  'load-plus',
  'load-minus',
  'pole-in',
  'pole-out',
  'distribution',
  'pin',
  'sensor-out',
  'encoder',
  'fieldbus',
  'data-link',
  'extension-link',
  'shield',
  'spare',
] as const;
export type TerminalRole = (typeof terminalRoles)[number];

export const Terminal = z.strictObject({
  printed: z.string().max(40).describe('the label on the part'),
  role: z.enum(terminalRoles).describe('its true function'),
  roleByRevision: z
    .record(z.string().max(20), z.enum(terminalRoles))
    .optional()
    .describe('where the true function differs by board revision'),
  channel: z
    .int()
    .min(0)
    .max(63)
    .optional()
    .describe('which of several like ones it belongs to, from 0: the axis of a controller, the pole of a switch'),
  holds: z.int().min(1).max(64).optional().describe('how many conductors it takes; 2 when absent'),
  lead: Colour.optional().describe('colour of the lead that the maker fitted here'),
  place: z.strictObject({ connector: z.string().max(20), row: z.int(), position: z.int() }).optional(),
  maxCurrent: quantityOf('current'),
  notes: Text.optional(),
  photos: PictureIds.optional(),
});
export type Terminal = z.infer<typeof Terminal>;

const el = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.strictObject({ kind: z.literal(kind), ...shape });

/** Of a part with several states: a selector’s position, a track of a wheel. */
const State = z
  .string()
  .regex(/^[^@\s]{1,12}$/, 'up to twelve characters without a space')
  .describe('the state of the part in which this is tripped; the part as a whole when absent');

/** What stands between the terminals inside a part, as far as switch-level logic needs it. */
export const Element = z.discriminatedUnion('kind', [
  el('join', { terminals: z.array(Id).min(2).max(1000) }),
  el('jumper', {
    a: Id,
    b: Id,
    label: z.string().max(60),
    closed: z.boolean(),
    opensAbove: quantityOf('voltage').describe('supply of the part above which it has to be open'),
  }),
  el('contact', {
    a: Id,
    b: Id,
    form: z.enum(['NO', 'NC']),
    actuator: z.enum(['hand', 'coil']),
    coil: Id.optional(),
    at: State.optional(),
  }),
  el('coil', { a: Id, b: Id }),
  el('load', { a: Id, b: Id }),
  el('suppressor', { a: Id, b: Id, type: z.enum(['diode', 'varistor', 'zener', 'resistor-capacitor']) }),
  el('resistor', { a: Id, b: Id, resistance: quantityOf('resistance') }),
  el('source', { plus: Id, minus: Id, voltage: quantityOf('voltage') }),
  el('sensor-output', {
    type: z.enum(['NPN', 'PNP']),
    form: z.enum(['NO', 'NC']),
    plus: Id,
    minus: Id,
    out: Id,
    at: State.optional(),
  }),
  el('digital-output', { type: z.enum(['push-pull', 'sinking', 'sourcing']), plus: Id, minus: Id, out: Id }),
  el('level-input', { terminal: Id, minus: Id, highAbove: quantityOf('voltage') }),
  el('isolated-input', {
    terminal: Id,
    common: Id,
    current: z.enum(['either-way', 'into-terminal', 'out-of-terminal']),
    resistance: quantityOf('resistance').describe('in series with its light-emitting diode'),
    forwardVoltage: quantityOf('voltage').describe('of that diode'),
    onCurrent: quantityOf('current').describe('from which on it is sure to read high'),
    offCurrent: quantityOf('current').describe('up to which it is sure to read low'),
  }),
]);
export type Element = z.infer<typeof Element>;

const commandFormats = ['pulse-and-direction', 'two-pulse-trains', 'quadrature', 'fieldbus'] as const;
export type CommandFormat = (typeof commandFormats)[number];

/** A place for a driver on a carrier. What it takes from the board, it takes through its pins. */
const DriverSocket = z.strictObject({
  printed: z.string().min(1).max(20).describe('the label beside it on the board'),
  channel: z.int().min(0).max(31).optional().describe('the channel that steps it; none where it only follows another'),
  follows: z
    .array(z.int().min(0).max(31))
    .max(32)
    .optional()
    .describe('channels that a jumper beside it can copy to it, for a second motor of the same axis'),
});
export type DriverSocket = z.infer<typeof DriverSocket>;

/** Of what sits in a cabinet: the warmest air in which it works. */
const warmth = {
  ambientMax: quantityOf('ambient').describe('warmest air around it in which it works at full load'),
  airAbove: quantityOf('length').describe('to be left free above and below it'),
  airBeside: quantityOf('length').describe('to be left free on each side of it'),
};
/** The outline of what sits on a plate or a rail, as it is mounted: from the front, and how far it reaches out. */
const body = {
  width: quantityOf('length'),
  height: quantityOf('length'),
  depth: quantityOf('length').describe('from the plate to its front'),
};
/** How it is screwed to its plate: two holes in a line, or four in a rectangle, in the middle of its outline. */
const mounted = {
  ...body,
  holesAcross: quantityOf('length').describe(
    'between the middles of its holes, across; none where they are in one line',
  ),
  holesAlong: quantityOf('length').describe(
    'between the middles of its holes, upwards; none where they are in one line',
  ),
  holeDiameter: quantityOf('length').describe('of the holes to drill for it'),
};
/** The hole in a panel through which it is put. */
const cutOut = {
  cutWidth: quantityOf('length').describe('of the hole in the panel; of a round one its diameter'),
  cutHeight: quantityOf('length').describe('of the hole in the panel; none of a round one'),
};
/** Of what draws from the mains through a rectifier and a filter of its own. */
const onMains = {
  inrush: quantityOf('current').describe('largest peak that it draws when it is switched on cold'),
  leakage: quantityOf('current').describe('that flows to earth through its filter all the time'),
};

const Controller = z.strictObject({
  class: z.literal('controller'),
  ...mounted,
  supplyCurrent: quantityOf('current').describe('that its own electronics take at its supply terminals'),
  ...warmth,
  architecture: z.enum([
    'timed-by-computer',
    'processor-board',
    'plug-in-drivers',
    'networked',
    'closed',
    'fieldbus-master',
  ]),
  channels: z.int().min(1).max(32),
  pulseRate: quantityOf('frequency'),
  pulseWidth: quantityOf('time').describe('time high of one step pulse'),
  directionSetup: quantityOf('time'),
  inputPoll: quantityOf('time').describe('longest time until an input is looked at again'),
  outputVoltage: quantityOf('voltage'),
  pulseRateTotal: quantityOf('frequency').describe('of all channels together, where one processor makes them'),
  outputCurrent: quantityOf('current').describe('that one signal output gives or takes'),
  outputType: z
    .enum(['push-pull', 'sourcing', 'sinking'])
    .optional()
    .describe('a sinking output pulls to 0 V: its drivers share their plus side'),
  commandFormats: z.array(z.enum(commandFormats)).min(1).max(10),
  switchedVoltage: quantityOf('voltage').describe('that its switched outputs give, for relays, brakes and spindle'),
  switchedCurrent: quantityOf('current').describe('that one switched output gives or takes'),
  link: z.enum(['parallel-port', 'usb', 'network', 'serial', 'none']).optional(),
  spindleControl: z
    .array(z.enum(['relay', 'pulse-width', 'analogue', 'drive-commands']))
    .max(10)
    .optional(),
  encoderInputs: z.int().min(0).max(16).optional(),
  encoderRate: quantityOf('frequency').describe('edges a second that one encoder input counts'),
  threading: z.boolean().optional(),
  independentSlaves: z.boolean().describe('whether two motors of one axis can be referenced each on its own'),
  supplyMin: quantityOf('voltage').describe('lowest voltage at its own supply terminals'),
  supplyMax: quantityOf('voltage').describe('highest voltage at its own supply terminals'),
  sockets: z
    .array(DriverSocket)
    .max(16)
    .optional()
    .describe('places on the board for plug-in drivers; their motors are connected beside them'),
  motorSupplyMin: quantityOf('voltage').describe('lowest voltage at its terminals for the drivers that sit on it'),
  motorSupplyMax: quantityOf('voltage').describe('highest voltage at its terminals for the drivers that sit on it'),
});
/** Inputs and outputs that a controller does not have of its own: it looks at them over its extension lead, a little later. */
const InputBoard = z.strictObject({
  class: z.literal('input-board'),
  ...mounted,
  supplyCurrent: quantityOf('current').describe('that its own electronics take'),
  ...warmth,
  inputPoll: quantityOf('time').describe('longest time that an input takes on its way to the controller'),
  switchedVoltage: quantityOf('voltage').describe('that its switched outputs give'),
  switchedCurrent: quantityOf('current').describe('that one switched output gives or takes'),
});
const Driver = z.strictObject({
  class: z.literal('stepper-driver'),
  ...mounted,
  ...warmth,
  supplyMin: quantityOf('voltage'),
  supplyMax: quantityOf('voltage'),
  currentMax: quantityOf('current').describe('largest peak current that can be set'),
  stepsPerRevolutionChoices: z.array(z.int().min(1)).max(100).describe('what its switches offer'),
  pulseHighMin: quantityOf('time'),
  pulseLowMin: quantityOf('time'),
  directionSetupMin: quantityOf('time'),
  commandFormats: z.array(z.enum(commandFormats)).min(1).max(10),
  closedLoop: z.boolean(),
  mounting: z
    .enum(['terminals', 'socket'])
    .optional()
    .describe('on terminals of its own, the usual one; or on pins that plug into a socket of a board'),
  currentBySerial: z.boolean().optional().describe('the board sends it its current over a serial line'),
  signalVoltageMin: quantityOf('voltage').describe('lowest signal level that it reads as on'),
  signalVoltageMax: quantityOf('voltage').describe('highest signal level without a series resistor'),
  signalCurrent: quantityOf('current').describe('through the light-emitting diode of a signal input'),
  forwardVoltage: quantityOf('voltage').describe('of that diode'),
  signalResistance: quantityOf('resistance').describe('built in series with that diode'),
  signalRate: quantityOf('frequency').describe('bandwidth of its optocouplers'),
  enableOpen: z.enum(['enabled', 'disabled']).optional().describe('what an unconnected enable means'),
  currentShown: z.enum(['peak', 'rms']).optional().describe('what its current table means'),
  switches: z
    .strictObject({
      count: z.int().min(1).max(16),
      steps: z
        .array(z.strictObject({ stepsPerRevolution: z.int().min(1), on: z.array(z.int().min(1).max(16)).max(16) }))
        .max(300),
      currents: z
        .array(z.strictObject({ current: quantityOf('current'), on: z.array(z.int().min(1).max(16)).max(16) }))
        .max(300),
    })
    .optional()
    .describe('its switch table: which switches, or jumpers under a plug-in driver, are on for each setting'),
  senseResistance: quantityOf('resistance').describe('for drivers that are set by a reference voltage'),
  referenceFactor: quantityOf('ratio').describe('reference voltage over peak current times sense resistance'),
});
const ServoDrive = Driver.extend({
  class: z.literal('servo-drive'),
  mainsMin: quantityOf('voltage').describe('lowest mains of one that runs on it'),
  mainsMax: quantityOf('voltage').describe('highest mains of one that runs on it'),
  ...onMains,
});
const Motor = z.strictObject({
  class: z.literal('motor'),
  type: z.enum(['stepper', 'closed-loop-stepper', 'servo']),
  frame: quantityOf('length').describe('side of its square flange'),
  stepAngle: quantityOf('angle'),
  holdingTorque: quantityOf('torque'),
  ratedTorque: quantityOf('torque'),
  peakTorque: quantityOf('torque'),
  ratedCurrent: quantityOf('current').describe('per phase'),
  resistance: quantityOf('resistance').describe('per phase at 20 °C'),
  inductance: quantityOf('inductance').describe('per phase'),
  rotorInertia: quantityOf('inertia'),
  maxSpeed: quantityOf('rotation'),
  ratedSpeed: quantityOf('rotation').describe('up to which its peak torque is there, at the rated voltage'),
  ratedVoltage: quantityOf('voltage').describe('bus voltage at which rated and highest speed hold'),
  leads: z.int().min(2).max(12),
  winding: z.enum(['as-supplied', 'series', 'parallel', 'half']),
  brake: z.boolean(),
  brakeVoltage: quantityOf('voltage'),
  brakeCurrent: quantityOf('current'),
  encoder: z.enum(['none', 'incremental', 'absolute']),
  encoderCounts: quantityOf('ratio').describe('that its encoder gives in one revolution, all edges counted'),
  brakeReleaseTime: quantityOf('time').describe('from current at its brake until the shaft is free'),
  brakeCloseTime: quantityOf('time').describe('from no current at its brake until it holds'),
  batteryBacked: z.boolean().optional().describe('whether an absolute encoder forgets its turns without a battery'),
});
const Supply = z.strictObject({
  class: z.literal('supply'),
  ...mounted,
  outputVoltage: quantityOf('voltage'),
  outputCurrent: quantityOf('current'),
  outputCapacitance: quantityOf('capacitance'),
  mainsMin: quantityOf('voltage').describe('lowest mains that it takes'),
  mainsMax: quantityOf('voltage').describe('highest mains that it takes'),
  efficiency: quantityOf('ratio').describe('what it gives over what it takes, at rated load'),
  powerFactor: quantityOf('ratio').describe('of what it takes from the mains'),
  ...onMains,
  ...warmth,
});
const Switch = z.strictObject({
  class: z.literal('switch'),
  contact: z.enum(['NO', 'NC', 'changeover']),
  overTravel: quantityOf('length').describe('how far the actuator may be pushed past its trip point'),
  repeatability: quantityOf('length'),
  hysteresis: quantityOf('length'),
  ratedCurrent: quantityOf('current').describe('direct current that its contact breaks'),
  wettingCurrent: quantityOf('current').describe('least current that keeps its contact clean'),
});
const Sensor = z.strictObject({
  class: z.literal('sensor'),
  principle: z.enum(['inductive', 'hall', 'optical']),
  output: z.enum(['NPN', 'PNP']),
  form: z.enum(['NO', 'NC']),
  supplyMin: quantityOf('voltage'),
  supplyMax: quantityOf('voltage'),
  overTravel: quantityOf('length'),
  repeatability: quantityOf('length'),
  hysteresis: quantityOf('length'),
  leakage: quantityOf('current').describe('of a two-wire sensor: what flows through it while it is off'),
  magnetPole: z.enum(['south', 'north', 'either']).optional().describe('of a Hall sensor: the pole that it answers to'),
});
const Button = z.strictObject({
  class: z.literal('button'),
  contact: z.enum(['NO', 'NC', 'changeover']),
  latching: z.boolean(),
  ratedCurrent: quantityOf('current').describe('direct current that one contact breaks'),
  ...cutOut,
});
const Spindle = z.strictObject({
  class: z.literal('spindle'),
  power: quantityOf('power'),
  poles: z.int().min(2).max(24).optional(),
  maxSpeed: quantityOf('rotation'),
  minSpeed: quantityOf('rotation'),
  ratedVoltage: quantityOf('voltage'),
  ratedFrequency: quantityOf('frequency').describe('of a three-phase spindle: at which it takes its rated voltage'),
  ratedCurrent: quantityOf('current'),
  ratedSpeed: quantityOf('rotation').describe('of a three-phase spindle: at its rated frequency under full load'),
  rotorInertia: quantityOf('inertia').describe('of its rotor alone'),
  servo: z.boolean().optional().describe('a servo motor: its drive turns it by its encoder'),
  ratedTorque: quantityOf('torque').describe('of a servo motor, for long'),
  peakTorque: quantityOf('torque').describe('of a servo motor, for a short time'),
  encoderCounts: z.int().min(1).optional().describe('of the encoder of a servo motor, in a turn'),
  cooling: z
    .enum(['own-fan', 'blown', 'water', 'none'])
    .optional()
    .describe('a fan on its own shaft, a fan of its own, water, or its case alone'),
});
/** A pair of pulleys or gears between the motor and the spindle that it turns. */
const SpindleStage = z.strictObject({
  name: Name,
  ratio: Quantity.describe('revolutions of the spindle for one of the motor'),
});
export type SpindleStage = z.infer<typeof SpindleStage>;
/** Kinds of material, by the force that a chip of them asks for. */
export const cutMaterials = [
  'softwood',
  'hardwood',
  'plastic',
  'aluminium',
  'brass',
  'cast-iron',
  'steel',
  'stainless',
] as const;
/** What holds a tap: a chuck; a holder that gives way along the spindle; a head that turns it back by itself when it is drawn out. */
export const tapHolders = ['rigid', 'float', 'reversing'] as const;
/** A cut that the spindle is wanted for, with the figures of its kind. */
const WantedCut = z.strictObject({
  name: Name,
  work: z.enum(['mill', 'turn', 'tap', 'thread']),
  material: z.enum(cutMaterials),
  speed: neededQuantityOf('rotation').describe('of the spindle'),
  width: quantityOf('length').describe('of a milling cut'),
  depth: quantityOf('length').describe('of a milling or turning cut'),
  feed: quantityOf('speed').describe('of a milling cut'),
  diameter: quantityOf('length').describe('of the work that is turned, or of a tapped thread'),
  pitch: quantityOf('length').describe(
    'feed a revolution in turning, or the pitch of a tapped thread, or the lead of a turned one',
  ),
  holder: z.enum(tapHolders).optional().describe('what holds the tap'),
  threadDepth: quantityOf('length').describe('of a tapped thread'),
  reserve: quantityOf('length').describe('of a tapped hole: its depth below the thread'),
  float: quantityOf('length').describe('by which the holder of the tap gives way, drawn out'),
  backRatio: quantityOf('ratio').describe('of a reversing head: its speed out for one in'),
  room: quantityOf('length').describe('that is free ahead of a turned thread'),
});
export type WantedCut = z.infer<typeof WantedCut>;
/** What turns with a spindle, as a disc or a ring of its mass. */
export const TurningBody = z.strictObject({
  name: Name,
  mass: neededQuantityOf('mass'),
  diameter: neededQuantityOf('length'),
  bore: quantityOf('length').describe('of a ring: its inner diameter; a disc when absent'),
  on: z.enum(['motor', 'spindle']).describe('the shaft that it turns with'),
});
export type TurningBody = z.infer<typeof TurningBody>;
const SpindleDrive = z.strictObject({
  class: z.literal('spindle-drive'),
  ...mounted,
  ratedVoltage: quantityOf('voltage'),
  baseFrequency: quantityOf('frequency'),
  maxFrequency: quantityOf('frequency'),
  minFrequency: quantityOf('frequency'),
  outputCurrent: quantityOf('current'),
  commandVoltage: quantityOf('voltage').describe('level that its run and direction inputs need'),
  isolated: z.boolean().optional().describe('whether its control terminals are apart from the mains'),
  mainsMin: quantityOf('voltage').describe('lowest mains that it takes; its rated voltage where absent'),
  mainsMax: quantityOf('voltage').describe('highest mains that it takes'),
  ...onMains,
  busCapacitance: quantityOf('capacitance').describe('of the capacitors of its direct-current bus'),
  tripVoltage: quantityOf('voltage').describe('of its bus at which it trips, or its braking resistor takes over'),
  brakingPower: quantityOf('power').describe('that the braking resistor fitted to it takes while it brakes'),
  dischargeTime: quantityOf('time').describe('to wait after power-off until its capacitors are empty'),
  overload: quantityOf('ratio').describe('most current for a short time, as a share of its output current'),
  servo: z.boolean().optional().describe('for a servo motor, whose encoder it reads'),
  carrierMax: quantityOf('frequency').describe('highest switching frequency that it can be set to'),
  ...warmth,
});
const Encoder = z.strictObject({
  class: z.literal('encoder'),
  lines: z.int().min(1),
  maxSpeed: quantityOf('rotation'),
});
/** Passes on each so-many-th line of an encoder, for a counter that is too slow for all of them. Its index is passed on whole. */
const EncoderDivider = z.strictObject({
  class: z.literal('encoder-divider'),
  ...mounted,
  divider: z.int().min(1).max(1000).describe('lines that come in for one that goes out'),
  encoderRate: quantityOf('frequency').describe('edges a second that it takes'),
});
const Protection = <C extends 'breaker' | 'fuse' | 'contactor' | 'relay'>(c: C) =>
  z.strictObject({
    class: z.literal(c),
    ...body,
    ratedCurrent: quantityOf('current'),
    ratedVoltage: quantityOf('voltage'),
    coilVoltage: quantityOf('voltage'),
    coilCurrent: quantityOf('current'),
    forDirectCurrent: z.boolean().optional(),
  });
/** What parts a circuit in its rail: a breaker, a residual-current device, a switch. */
const Breaker = Protection('breaker').extend({
  ...cutOut,
  opensAt: z
    .enum(['overload', 'leakage', 'overload-and-leakage', 'nothing'])
    .optional()
    .describe('what it opens at by itself; a switch at nothing'),
  residualCurrent: quantityOf('current').describe('leakage at which it opens'),
  tripCurve: z
    .enum(['B', 'C', 'D'])
    .optional()
    .describe('at how many times its rating a breaker opens at once: 3 to 5, 5 to 10, 10 to 20 (IEC 60898-1)'),
  lockable: z.boolean().optional().describe('whether a switch can be locked in its off position'),
});
/** Classes that need no more than terminals, elements and a rating for now. */
const plainClasses = [
  'host-computer',
  'tool-head',
  'terminal-strip',
  'brake',
  'valve',
  'fan',
  'pump',
  'vacuum',
  'heater',
  'laser',
  'gear-motor',
  'probe',
] as const;
/** What is held in the hand: keys, selectors, a wheel that gives pulses. */
const Pendant = z.strictObject({
  class: z.literal('pendant'),
  ratedVoltage: quantityOf('voltage'),
  ratedCurrent: quantityOf('current'),
  pulsesPerTurn: z.int().min(1).max(10_000).optional().describe('of one track of its wheel; none without a wheel'),
  phaseError: quantityOf('angle').describe(
    'how far its tracks may be from a quarter of a pulse apart, where a pulse is 360°',
  ),
  bounce: quantityOf('time').describe('of its contacts and tracks'),
  supplyMin: quantityOf('voltage').describe('lowest voltage that its wheel takes'),
  supplyMax: quantityOf('voltage').describe('highest voltage that its wheel takes'),
  reportInterval: quantityOf('time').describe(
    'of one on a lead to the computer: longest time between two of its reports',
  ),
});
/** What a cable is made of. The conductors in it name it; its screen lands on terminals of role `shield`. */
const Cable = z.strictObject({
  class: z.literal('cable'),
  cores: z
    .array(z.strictObject({ mark: z.string().max(20), colour: Colour.optional(), section: quantityOf('area') }))
    .max(300),
  screened: z.boolean(),
  outerDiameter: quantityOf('length'),
  bendRadius: quantityOf('length').describe('least radius where it is flexed again and again'),
  length: quantityOf('length'),
});
/** A plug and its counterpart, seen as one part while they are mated: side `a` stands on the panel, side `b` hangs on the cable. */
const Connector = z.strictObject({
  class: z.literal('connector'),
  form: z.enum(['round', 'd-shape', 'high-density', 'block', 'mains-inlet', 'mains-outlet']),
  rows: z.array(z.int().min(1).max(64)).max(8).describe('contacts in each row; for a round one those of each ring'),
  panelContacts: z.enum(['pins', 'sockets']).describe('what is on side a; side b has the counterpart'),
  ratedVoltage: quantityOf('voltage'),
  ratedCurrent: quantityOf('current').describe('of one contact'),
  ...cutOut,
});
/** Keeps noise of drives out of the mains, at the price of a current to earth. */
const Filter = z.strictObject({
  class: z.literal('filter'),
  ...mounted,
  ratedVoltage: quantityOf('voltage'),
  ratedCurrent: quantityOf('current'),
  leakage: onMains.leakage,
});
/** A lamp in a panel. */
const Lamp = z.strictObject({
  class: z.literal('lamp'),
  ...body,
  ratedVoltage: quantityOf('voltage'),
  ratedCurrent: quantityOf('current'),
  ...cutOut,
});
const Plain = (c: (typeof plainClasses)[number]) =>
  z.strictObject({
    class: z.literal(c),
    ...body,
    ratedVoltage: quantityOf('voltage'),
    ratedCurrent: quantityOf('current'),
  });

export const PartData = z.discriminatedUnion('class', [
  Controller,
  InputBoard,
  Driver,
  ServoDrive,
  Motor,
  Supply,
  Switch,
  Sensor,
  Button,
  Spindle,
  SpindleDrive,
  Encoder,
  EncoderDivider,
  Breaker,
  Protection('fuse'),
  Protection('contactor'),
  Protection('relay'),
  Cable,
  Connector,
  Pendant,
  Filter,
  Lamp,
  ...plainClasses.map(Plain),
]);
export type PartData = z.infer<typeof PartData>;
export type PartClass = PartData['class'];
/** The data of one class, also where several classes share a shape. */
export type DataOf<C extends PartClass> = PartData extends infer D
  ? D extends { class: PartClass }
    ? C extends D['class']
      ? D & { class: C }
      : never
    : never
  : never;

/** How this specimen is set: its switches, its current, which of its contacts is used. */
export const Setup = z.strictObject({
  stepsPerRevolution: z.int().min(1).max(10_000_000).optional(),
  peakCurrent: quantityOf('current'),
  idleCurrent: quantityOf('ratio'),
  commandFormat: z.enum(commandFormats).optional(),
  contactUsed: z.enum(['NO', 'NC']).optional(),
  batteryFitted: z.boolean().optional().describe('the battery that an absolute encoder keeps its turns by'),
  cautionSeen: z.boolean().optional().describe('the caution of a part that carries mains was read'),
  cableChosen: z.boolean().optional().describe('a cable that a hand has chosen: the planner leaves it as it is'),
  poleGroups: z
    .array(z.int().min(1).max(8))
    .min(2)
    .max(8)
    .optional()
    .describe('how many poles in a row part each circuit, where they part several; all of them part one when absent'),
  sitsIn: Id.optional().describe('the enclosure that it sits in, or outside; the first one where absent'),
  insertedIn: z.string().max(60).optional().describe('name of the cable that this connector divides'),
  stages: z
    .array(SpindleStage)
    .max(12)
    .optional()
    .describe('of a spindle motor: the pairs of pulleys or gears that it can be used with; one to one when absent'),
  stageInUse: Name.optional().describe('name of the stage that is on the machine now; the first one when absent'),
  encoderRatio: quantityOf('ratio').describe(
    'of the encoder of a spindle: its revolutions for one of the spindle; one to one when absent',
  ),
  turningInertia: quantityOf('inertia').describe('of all that a spindle motor turns, seen from its shaft'),
  turningBodies: z
    .array(TurningBody)
    .max(12)
    .optional()
    .describe('chuck, pulleys, tool and whatever else turns with the spindle'),
  wantedCuts: z.array(WantedCut).max(40).optional().describe('what a spindle is wanted for'),
  idlePower: quantityOf('power').describe('that a spindle takes at its highest speed without a cut'),
  halfSpeedTime: quantityOf('time').describe('that a spindle coasts from its highest speed to half of it'),
  alsoIn: z.array(z.string().max(60)).max(32).optional().describe('names of further cables that it divides'),
  insertedAt: z.enum(['near', 'far']).optional().describe('at the cabinet end, or at the far end of that cable'),
});
export type Setup = z.infer<typeof Setup>;

/** Where a switch or sensor sits on an axis. */
export const Mount = z.strictObject({
  axis: Id,
  end: z.enum(axisEnds),
  drive: z.int().min(0).max(1).optional().describe('which side of a gantry: the index of the drive'),
  approach: z
    .enum(['across', 'head-on'])
    .optional()
    .describe('how the target comes to a proximity sensor: past its face, or straight at it'),
  pole: z.enum(['south', 'north']).optional().describe('of the magnet that faces a Hall sensor'),
  tripFromStop: quantityOf('length', 'angle').describe('from the trip point to the hard stop at that end'),
});
export type Mount = z.infer<typeof Mount>;

/** Anything that has terminals. The library data is embedded: a later edit of the library changes no machine. */
export const Part = z.strictObject({
  designation: z.string().regex(/^-[A-Z]{1,2}\d{1,3}$/, 'a designation such as -M1'),
  name: Name,
  libraryKey: Id.optional(),
  boardRevision: z.string().max(20).optional(),
  data: PartData,
  terminals: z.record(Id, Terminal),
  elements: z.record(Id, Element),
  setup: Setup,
  mount: Mount.optional(),
  notes: Text.optional(),
  photos: PictureIds.optional(),
});
export type Part = z.infer<typeof Part>;

/** The true function of a terminal on this specimen. */
export const roleOf = (part: Part, terminal: Terminal): TerminalRole =>
  roleOnRevision(part.boardRevision, terminal) ?? terminal.role;
function roleOnRevision(revision: string | undefined, { roleByRevision }: Terminal): TerminalRole | undefined {
  // A revision is a free text: only what was put into the table counts.
  return revision && roleByRevision && Object.hasOwn(roleByRevision, revision) ? roleByRevision[revision] : undefined;
}

const roleIndexes = new WeakMap<Part, ReadonlyMap<TerminalRole, readonly string[]>>();

/** Terminals by their true function, worked out once for a part: the planner asks for dozens of roles. */
function roleIndex(part: Part): ReadonlyMap<TerminalRole, readonly string[]> {
  const known = roleIndexes.get(part);
  if (known) return known;
  const index = new Map<TerminalRole, string[]>();
  for (const [id, t] of Object.entries(part.terminals)) {
    const list = index.get(roleOf(part, t));
    if (list) list.push(id);
    else index.set(roleOf(part, t), [id]);
  }
  // Only a frozen part may be remembered by its identity.
  if (Object.isFrozen(part)) roleIndexes.set(part, index);
  return index;
}

/** The ids of the terminals with a role, in the order in which the part lists them. */
export function terminalsWithRole(part: Part, role: TerminalRole, channel?: number): readonly string[] {
  const all = roleIndex(part).get(role) ?? [];
  return channel === undefined ? all : all.filter((id) => part.terminals[id]!.channel === channel);
}

/** Whether a part has terminals or poles that mains may stand on. */
export const carriesMains = (part: Part): boolean =>
  part.data.class === 'filter' ||
  (part.data.class === 'breaker' && part.data.forDirectCurrent !== true) ||
  Object.values(part.terminals).some((t) => t.role === 'mains-l');

/** Poles of a device that power passes. */
export const poleCount = ({ terminals }: Pick<Part, 'terminals'>): number =>
  Object.values(terminals).filter((t) => t.role === 'pole-in').length;

/** A plug with its counterpart in a cable; a mains inlet and a socket outlet are none: cords end there. */
export const isPlug = (data: PartData): data is DataOf<'connector'> =>
  data.class === 'connector' && data.form !== 'mains-inlet' && data.form !== 'mains-outlet';

/** The names of the cables that a connector divides, in the order of its contacts. */
export const cablesThrough = ({ data, setup }: Pick<Part, 'data' | 'setup'>): readonly string[] =>
  data.class === 'connector' && setup.insertedIn ? [setup.insertedIn, ...(setup.alsoIn ?? [])] : [];

/** Whether a drive or controller commands its motors over a bus lead instead of pulses. */
export const speaksBus = (part: Pick<Part, 'data' | 'terminals'> | undefined): boolean =>
  part !== undefined &&
  'commandFormats' in part.data &&
  part.data.commandFormats.includes('fieldbus') &&
  Object.values(part.terminals).some((t) => t.role === 'fieldbus');

/** A sensor with an output of its own; one on two wires is wired like a contact. */
export const hasSensorOutput = (part: Pick<Part, 'elements'> | undefined): boolean =>
  Object.values(part?.elements ?? {}).some((e) => e.kind === 'sensor-output');

/** A driver on a carrier: its pins plug into a socket of a board, and nothing is connected to them by hand. */
export const isPlugIn = (part: Pick<Part, 'data'> | undefined): boolean =>
  part !== undefined && isDriver(part.data) && part.data.mounting === 'socket';

/** The sockets for plug-in drivers on a board. */
export const socketsOf = (part: Pick<Part, 'data'> | undefined): readonly DriverSocket[] =>
  (part?.data.class === 'controller' ? part.data.sockets : undefined) ?? [];

/** Whether a part has a contact that is open (NO) or closed (NC) at rest. */
export const hasContact = ({ elements }: Pick<Part, 'elements'>, form: 'NO' | 'NC'): boolean =>
  Object.values(elements).some((e) => e.kind === 'contact' && e.form === form);
export const isDriver = (data: PartData): data is DataOf<'stepper-driver'> | DataOf<'servo-drive'> =>
  data.class === 'stepper-driver' || data.class === 'servo-drive';
