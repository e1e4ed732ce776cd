import { z } from 'zod';
import {
  CableChain,
  Colour,
  Conductor,
  InputCircuit,
  OutputCircuit,
  Override,
  conductorFunctions,
} from './connections';
import { quantityOf } from '../units/quantity';
import { Enclosure } from './enclosure';
import { DecidedFeeds } from './feeds';
import { Rails } from './rails';
import { Id, Name, Text } from './ids';
import { NameSheet } from './nameSheet';
import { Axis, MassItem, ToolHead, machineKinds } from './mechanics';
import { Part } from './parts';
import { ToolChanger } from './toolChanger';

/** What a stop button cuts, the least first. */
export const stopStrategies = [
  'request-only',
  'board-reset',
  'supply-contact',
  'supply-contact-and-reset',
  'motor-power',
  'main-switch',
  'torque-off',
] as const;
export type StopStrategy = (typeof stopStrategies)[number];

/** The undoable region of a machine file: what the machine is meant to be. Tables are keyed by id. */
export const Design = z.strictObject({
  name: Name,
  kind: z.enum(machineKinds),
  notes: Text,
  latheX: z.enum(['diameter', 'radius']).optional().describe('how a lathe shows X'),
  datumStrategy: z.enum(['at-switch', 'after-back-off']),
  stopStrategy: z.enum(stopStrategies).optional().describe('what the stop button cuts; undecided when absent'),
  stopPole: z
    .enum(['plus', 'minus'])
    .optional()
    .describe('the pole of the drives’ supply that the stop button parts by itself; plus when absent'),
  limitStrategy: z
    .enum(['away-only', 'held-override', 'acknowledge-again', 'switched-off'])
    .describe('how a tripped limit is left'),
  programWords: z
    .enum(['standard', 'widespread'])
    .optional()
    .describe('words for inch, metric and machine position in programs: as ISO 6983 has them, or the widespread ones'),
  axisOrder: z.array(Id).max(16),
  axes: z.record(Id, Axis),
  masses: z.record(Id, MassItem),
  heads: z.record(Id, ToolHead).optional().describe('heads that are exchanged for one another'),
  mountedHead: Id.optional().describe('the head that is on the machine now; none of them when absent'),
  roles: z
    .strictObject({
      controller: Id.optional(),
      host: Id.optional(),
      spindle: Id.optional(),
      spindleDrive: Id.optional(),
      spindleEncoder: Id.optional(),
      stopContactor: Id.optional(),
      resetButton: Id.optional(),
      pendant: Id.optional(),
    })
    .describe('what a part does for the machine'),
  rails: Rails.describe('where power is taken from, unless a feed is decided'),
  feeds: DecidedFeeds.optional().describe('what feeds a port of a part, where that is not what usually would'),
  referenceStages: z.array(z.array(Id).max(16)).max(16).describe('axes referenced together, stage after stage'),
  dailyChecks: z
    .array(Id)
    .max(100)
    .optional()
    .describe('switches and buttons that are tried by hand at every power-on'),
  parts: z.record(Id, Part),
  circuits: z.record(Id, InputCircuit),
  outputs: z.record(Id, OutputCircuit),
  toolChanger: ToolChanger.optional().describe('what changes tools by outputs and sensors'),
  conductors: z.record(Id, Conductor),
  chains: z.record(Id, CableChain).optional().describe('moving cable chains, named by their conductors'),
  colourRules: z
    .partialRecord(z.enum(conductorFunctions), Colour)
    .optional()
    .describe('insulation colours by function where they differ from the usual ones'),
  ampacity: z
    .array(z.strictObject({ section: quantityOf('area'), current: quantityOf('current') }))
    .max(30)
    .optional()
    .describe('planning table of the largest current by section, where it differs from the usual one'),
  noseToTable: quantityOf('length').describe(
    'from the spindle nose to the table, with every upright axis as far apart as it goes',
  ),
  mainsVoltage: quantityOf('voltage'),
  enclosures: z.record(Id, Enclosure).optional().describe('boxes and compartments in which electronics sit'),
  warmestRoom: quantityOf('ambient').describe('the warmest that the room of the machine gets'),
  duty: z
    .strictObject({ motion: quantityOf('ratio'), spindle: quantityOf('ratio') })
    .optional()
    .describe('of the time of a job, how much the axes move; of its rated power, what the spindle gives in the mean'),
  nameSheet: NameSheet.optional().describe('how the control of this machine names its settings'),
  driveSheets: z
    .record(Id, NameSheet)
    .optional()
    .describe('the same for drives that have settings of their own, by part'),
  overrides: z.record(Id, Override).describe('keyed by the setting that they replace'),
});
export type Design = z.infer<typeof Design>;

/** Whether the stop buttons part the supply of the drives with a contact of their own. */
export const partsSupply = (strategy: Design['stopStrategy']): boolean =>
  strategy === 'supply-contact' || strategy === 'supply-contact-and-reset';
/** Whether the stop buttons hold the control in reset. */
export const resetsControl = (strategy: Design['stopStrategy']): boolean =>
  strategy === 'board-reset' || strategy === 'supply-contact-and-reset';
/** Whether a stop is meant to take power or torque from the motors; the others ask the control, or hold it in reset. */
export const cutsMotors = (strategy: Design['stopStrategy']): boolean =>
  strategy !== undefined && strategy !== 'request-only' && strategy !== 'board-reset';
export type RoleName = keyof Design['roles'];

/** The axes in their display order. */
export const axesOf = (design: Pick<Design, 'axes' | 'axisOrder'>): [string, Axis][] =>
  design.axisOrder.flatMap((id) => {
    const axis = design.axes[id];
    return axis ? [[id, axis] as [string, Axis]] : [];
  });

/** What a reading of an axis is multiplied by: 2 for the cross slide of a lathe that shows diameters, else 1. */
export const shownFactor = (design: Pick<Design, 'kind' | 'latheX'>, axis: Axis): 1 | 2 =>
  design.kind === 'lathe' && design.latheX === 'diameter' && axis.letter === 'X' ? 2 : 1;
