import { z } from 'zod';
import { quantityOf } from '../units/quantity';
import { Id, Name, Text } from './ids';

export const machineKinds = [
  'router-moving-gantry',
  'router-fixed-gantry',
  'mill-bench',
  'mill-knee',
  'lathe',
] as const;
export type MachineKind = (typeof machineKinds)[number];

const ratio = quantityOf('ratio').describe('motor revolutions per output revolution; 1 when absent');

const ratioEfficiency = quantityOf('ratio').describe('of the reduction ahead of it; 1 when absent');

const Screw = z.strictObject({
  kind: z.literal('screw'),
  form: z.enum(['ball', 'trapezoidal']),
  pitch: quantityOf('length').describe('distance between neighbouring threads; tpi is a unit of it'),
  starts: z.int().min(1).max(24),
  ratio,
  ratioEfficiency,
  efficiency: quantityOf('ratio'),
  threadFriction: quantityOf('ratio').describe('of a trapezoidal thread; its efficiency follows when none is given'),
  outerDiameter: quantityOf('length'),
  rootDiameter: quantityOf('length'),
  length: quantityOf('length').describe('unsupported length between bearings'),
  endFixity: z.enum(['fixed-free', 'supported-supported', 'fixed-supported', 'fixed-fixed']).optional(),
});
const Belt = z.strictObject({
  kind: z.literal('belt'),
  teeth: z.int().min(6).max(500),
  pitch: quantityOf('length'),
  ratio,
  ratioEfficiency,
  efficiency: quantityOf('ratio'),
  rotatingInertia: quantityOf('inertia').describe('of the pulleys, at the output shaft'),
});
const Rack = z.strictObject({
  kind: z.literal('rack'),
  module: quantityOf('length'),
  teeth: z.int().min(6).max(500),
  helixAngle: quantityOf('angle'),
  ratio,
  ratioEfficiency,
  efficiency: quantityOf('ratio'),
  rotatingInertia: quantityOf('inertia').describe('of the pinion and gears, at the output shaft'),
});
const Rotary = z.strictObject({
  kind: z.literal('rotary'),
  ratio,
  wheelTeeth: z
    .int()
    .min(10)
    .max(720)
    .optional()
    .describe('of the wheel that a worm turns; the ratio is then that ahead of the worm'),
  wormStarts: z.int().min(1).max(8).optional().describe('of that worm; 1 when absent'),
  efficiency: quantityOf('ratio'),
  rotatingInertia: quantityOf('inertia').describe('of the table with the work, about its axis'),
});

export const Transmission = z.discriminatedUnion('kind', [Screw, Belt, Rack, Rotary]);
export type Transmission = z.infer<typeof Transmission>;
export type TransmissionKind = Transmission['kind'];

export const axisEnds = ['minus', 'plus'] as const;
export type AxisEnd = (typeof axisEnds)[number];

/** One motor on an axis. The first drive is the master, a second one is its slave. */
export const Drive = z.strictObject({
  motor: Id.optional(),
  driver: Id.optional(),
  side: z.enum(['single', 'left', 'right', 'front', 'back']),
  turnsForPlus: z
    .enum(['clockwise', 'counter-clockwise'])
    .describe('the way the shaft turns, seen from its face, when the axis moves to plus'),
  invertedInWiring: z.boolean().describe('one phase is swapped'),
  invertedInDrive: z.boolean().describe('the drive itself reverses its direction'),
});
export type Drive = z.infer<typeof Drive>;

/** Whether plus asks for the inverted direction signal: counter-clockwise, once more for a swapped phase, once more for a reversed drive. */
export const asksInverted = (d: Drive): boolean =>
  ((d.turnsForPlus === 'counter-clockwise') !== d.invertedInWiring) !== d.invertedInDrive;

export const Reference = z.strictObject({
  method: z.enum(['switch', 'switch-and-index', 'mark-and-index', 'absolute', 'hard-stop', 'by-hand', 'none']),
  end: z.enum(axisEnds),
  fastSpeed: quantityOf('speed', 'angularSpeed'),
  slowSpeed: quantityOf('speed', 'angularSpeed'),
  backOff: quantityOf('length', 'angle'),
  indexPhase: quantityOf('ratio').describe(
    'turns of the shaft with the index from the last pulse before the coarse mark trips to that trip: 0 to 1',
  ),
  pulseShaft: z
    .enum(['motor', 'driven'])
    .optional()
    .describe(
      'the shaft that gives one pulse a turn: the motor when absent, or the screw, pulley or pinion that it drives',
    ),
  pulseWidth: quantityOf('angle').describe('of the turn of that shaft for which a sensor on it answers'),
  markFromStop: quantityOf('length', 'angle').describe(
    'from the scribed mark at which the axis is parked by eye to the hard stop at the datum corner',
  ),
  parkWindow: quantityOf('length', 'angle').describe('how far to either side of that mark the axis may be parked'),
  pulseFromMark: quantityOf('length', 'angle').describe('from that mark to the pulse, towards the datum corner'),
  sides: z
    .enum(['together', 'each-own-switch', 'motor-by-motor', 'stored-offset'])
    .optional()
    .describe('how the two motors of a gantry find their datum; follows from the switches when absent'),
  slaveOffset: quantityOf('length').describe('how far the slave goes on to plus once the master has its datum'),
  positionAtDatum: quantityOf('length', 'angle').describe('machine position given to the datum; zero when absent'),
});
export type Reference = z.infer<typeof Reference>;

/** How far an axis turns: between two stops, or on and on, where its position counts on or begins again after a turn. */
export const axisTurns = ['between-stops', 'counts-on', 'wraps'] as const;

export const axisLetters = ['X', 'Y', 'Z', 'A', 'B', 'C', 'U', 'V', 'W'] as const;

/** Where plus points, for someone who stands in front of the machine. */
export const plusDirections = ['right', 'left', 'away', 'towards-you', 'up', 'down', 'turning'] as const;

/** ISO 841: the sign is that of tool motion relative to the workpiece. `carries` says which of the two really moves. */
export const Axis = z.strictObject({
  letter: z.enum(axisLetters),
  motion: z.enum(['linear', 'rotary']),
  carries: z.enum(['tool', 'workpiece']),
  plus: z.enum(plusDirections),
  tilt: quantityOf('angle').describe('of the travel against the horizontal: 90 for a vertical axis'),
  travel: quantityOf('length', 'angle').describe('from hard stop to hard stop'),
  turns: z.enum(axisTurns).optional().describe('of a rotary axis; between two stops when absent'),
  workDiameter: quantityOf('length').describe('of the largest work on a rotary axis: where the cut and the play count'),
  clampFreeTime: quantityOf('time').describe('from the output that frees the clamp of the axis until it may move'),
  clampCloseTime: quantityOf('time').describe('from the end of a move until its clamp holds'),
  clampTorque: quantityOf('torque').describe('that the clamp of a rotary axis holds, at the table'),
  transmission: Transmission.optional(),
  drives: z.array(Drive).min(1).max(2),
  maxSpeed: quantityOf('speed', 'angularSpeed'),
  acceleration: quantityOf('acceleration', 'angularAcceleration'),
  jerk: quantityOf('jerk').describe('how fast the acceleration may change; without limit when absent'),
  frictionCoefficient: quantityOf('ratio'),
  dragTorque: quantityOf('torque'),
  cuttingForce: quantityOf('force'),
  counterbalance: quantityOf('force'),
  torqueFactor: quantityOf('ratio').describe('available torque divided by required torque; 2 open loop when absent'),
  driveSpacing: quantityOf('length').describe('between the two drive lines of a gantry'),
  rackingStiffness: quantityOf('stiffness').describe('force at the drive lines of a gantry over the skew between them'),
  backlash: quantityOf('length', 'angle').describe('backlash: free play between motor and carriage on reversal'),
  compensateBacklash: z.boolean().optional().describe('the control adds the backlash on every reversal'),
  reference: Reference,
  envelopeMargin: quantityOf('length', 'angle').describe('between the envelope and the switch or stop at the far end'),
  notes: Text.optional(),
});
export type Axis = z.infer<typeof Axis>;

/** It has no stops: it turns on and on. */
export const isEndless = (a: Partial<Pick<Axis, 'motion' | 'turns'>>): boolean =>
  a.motion === 'rotary' && (a.turns === 'counts-on' || a.turns === 'wraps');

export const MassItem = z.strictObject({
  name: Name,
  mass: quantityOf('mass'),
  movedBy: z.array(Id).max(16).describe('ids of the axes that carry it'),
});
export type MassItem = z.infer<typeof MassItem>;

/** A head that is taken off the machine and exchanged for another, with all that comes off with it. */
export const ToolHead = z.strictObject({
  name: Name,
  parts: z.array(Id).max(200).describe('ids of the parts on it'),
  masses: z.array(Id).max(50).describe('ids of the masses that it is made of'),
});
export type ToolHead = z.infer<typeof ToolHead>;
