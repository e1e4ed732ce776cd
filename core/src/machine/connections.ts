import { z } from 'zod';
import { Quantity, quantityOf } from '../units/quantity';
import { Id, PictureIds, TerminalRef, Text } from './ids';
import { axisEnds } from './mechanics';

/** IEC 60757 letter codes of the single colours. */
export const colourCodes = [
  'BK',
  'BN',
  'RD',
  'OG',
  'YE',
  'GN',
  'BU',
  'VT',
  'GY',
  'WH',
  'PK',
  'TQ',
  'GD',
  'SR',
] as const;
export type SingleColour = (typeof colourCodes)[number];
/** One colour, or two for striped insulation: `GNYE`, `WHBN`. The ground colour comes first. */
export const Colour = z.templateLiteral([z.enum(colourCodes), z.enum(colourCodes).optional()]);
export type ColourCode = z.infer<typeof Colour>;
/** The single colours of an insulation, the ground colour first. */
export const coloursOf = (code: ColourCode): SingleColour[] => (code.match(/../g) ?? []) as SingleColour[];

export const conductorStates = ['planned', 'cut', 'connected', 'checked', 'temporary'] as const;

const Termination = z.strictObject({
  kind: z.enum(['ferrule', 'crimp', 'solder', 'screw']),
  pullTested: z.boolean(),
});

/** Fields of a conductor that the planner proposes and a hand may fix. */
export const plannedFields = ['from', 'to', 'colour', 'section', 'length', 'cable', 'core'] as const;
export type PlannedField = (typeof plannedFields)[number];

/** A conductor between two terminals. A planned one has an id that derives from its role, such as `drive-x-0/step`. */
export const Conductor = z.strictObject({
  number: z.int().min(1).max(99_999),
  from: TerminalRef,
  to: TerminalRef,
  colour: Colour.optional(),
  section: quantityOf('area'),
  length: quantityOf('length'),
  cable: z.string().max(60).optional().describe('the name on the cable; conductors of one cable share it'),
  core: z.string().max(20).optional(),
  route: z.string().max(200).optional().describe('the ducts and openings that it passes'),
  chain: z.string().max(60).optional().describe('the moving cable chain that it runs through'),
  purpose: z.string().max(300).describe('the reason for it'),
  origin: z.enum(['planned', 'by-hand', 'as-found']),
  setByHand: z.array(z.enum(plannedFields)).max(20),
  state: z.enum(conductorStates),
  waitsFor: z.string().max(200).optional(),
  terminations: z.strictObject({ from: Termination.optional(), to: Termination.optional() }).optional(),
  notes: Text.optional(),
  photos: PictureIds.optional(),
});
export type Conductor = z.infer<typeof Conductor>;

/** What a hand moves axes by: keys, selectors, a wheel, and the switch that allows it. */
const byHand = ['jog', 'hand-enable', 'select-axis', 'select-step', 'wheel-a', 'wheel-b'] as const;
export const inputFunctions = [
  'limit',
  'reference',
  'limit-and-reference',
  'probe',
  'stop',
  'door',
  'pause',
  'start',
  'alarm',
  'index',
  'spindle-permit',
  'coolant-flow',
  'position',
  ...byHand,
] as const;
export type InputFunction = (typeof inputFunctions)[number];
export const handFunctions: ReadonlySet<InputFunction> = new Set(byHand);

/** One controller input with the switches, sensors or buttons that act on it. */
export const InputCircuit = z.strictObject({
  function: z.enum(inputFunctions),
  devices: z.array(Id).max(100).describe('ids of the switches, sensors or buttons, in their order along the loop'),
  arrangement: z.enum(['series', 'parallel']),
  feed: z.enum(['0V', 'plus']).describe('the side on which a contact switches'),
  input: TerminalRef.optional().describe('chosen by hand; the planner picks a free one when absent'),
  filter: quantityOf('time').describe('how long a level must last before the control takes it'),
  filterResistance: quantityOf('resistance').describe(
    'of a filter in front of the input: through it the capacitor fills',
  ),
  filterCapacitance: quantityOf('capacitance'),
  dischargeResistance: quantityOf('resistance').describe('in series with a contact that empties that capacitor'),
  contact: Id.optional().describe('of a device with several: the element that acts on this input'),
  axis: Id.optional().describe('the axis that a key moves, or a selector chooses'),
  direction: z.enum(axisEnds).optional().describe('which way a key moves it'),
  step: quantityOf('length').describe('the way of one click of the wheel that a selector chooses'),
  cutsOnly: z
    .boolean()
    .optional()
    .describe('a stop button that cuts power and is not reported to the control: it takes no input'),
});
export type InputCircuit = z.infer<typeof InputCircuit>;

/** A stop or limit is used only in need: whoever waits for its next use has waited too long. */
export const isProtective = (circuit: Pick<InputCircuit, 'function'>): boolean =>
  ['limit', 'limit-and-reference', 'stop', 'door'].includes(circuit.function);

/**
 * Inputs that allow something while their contact is closed by what it watches (a locked collet, a flow of water): a wire that comes
 * off then forbids it. They never latch the control.
 */
export const permits = (fn: InputFunction): boolean => fn === 'spindle-permit' || fn === 'coolant-flow';

export const outputFunctions = [
  'spindle-run',
  'spindle-direction',
  'spindle-speed',
  'coolant',
  'spindle-cooling',
  'brake',
  'lamp',
  'fan',
  'drives-enable',
  'chain-release',
  'switched-load',
] as const;

export type OutputFunction = (typeof outputFunctions)[number];

/** What a switched load does to the work, to the door in front of it, or to an axis. */
export const loadServices = [
  'opens-chuck',
  'closes-chuck',
  'tailstock',
  'steady-rest',
  'unlocks-door',
  'frees-axis',
  'clamps-axis',
] as const;
export type LoadService = (typeof loadServices)[number];
/** Those that hold an axis still between its moves. */
export const clampsAxis = (of: LoadService | undefined): of is 'frees-axis' | 'clamps-axis' =>
  of === 'frees-axis' || of === 'clamps-axis';
/** Whether it holds the work while it is on: it stays on through a stop, while the spindle runs down. */
export const keepsWork = (of: LoadService | undefined): boolean =>
  of === 'closes-chuck' || of === 'tailstock' || of === 'steady-rest' || of === 'clamps-axis';

/** One controller output with the drives, brakes or lamps that it acts on, through a relay where the load asks for it. */
export const OutputCircuit = z.strictObject({
  function: z.enum(outputFunctions),
  devices: z.array(Id).max(100),
  serves: z.enum(loadServices).optional().describe('what a switched load does to the work, to the door or to an axis'),
  axis: Id.optional().describe('the axis whose clamp it works'),
  relay: Id.optional().describe('between the output and what it switches'),
  alwaysOn: z.boolean().optional().describe('runs as long as its supply does; takes no output'),
  reverses: Id.optional().describe(
    'the output whose load this one turns the other way, each by a relay that changes over',
  ),
  output: TerminalRef.optional().describe('chosen by hand; the planner picks a free one when absent'),
  activeWhen: z.enum(['high', 'low']).optional(),
});

export type OutputCircuit = z.infer<typeof OutputCircuit>;

/** What a conductor carries, as far as its colour hangs on it. */
export const conductorFunctions = [
  'mains-line',
  'mains-neutral',
  'protective-earth',
  'power-plus',
  'power-minus',
  'control-plus',
  'control-minus',
  'control',
] as const;
export type ConductorFunction = (typeof conductorFunctions)[number];

/** A moving cable chain: what its cables have to share. */
export const CableChain = z.strictObject({
  name: z.string().min(1).max(60),
  innerWidth: quantityOf('length'),
  innerHeight: quantityOf('length'),
  bendRadius: quantityOf('length'),
});
export type CableChain = z.infer<typeof CableChain>;

/** A setting that the user has fixed against the derived one. */
export const Override = z.strictObject({
  value: z.union([Quantity, z.string().max(60), z.boolean()]),
  reason: z.string().max(500),
});
export type Override = z.infer<typeof Override>;
