import { z } from 'zod';
import { quantityOf } from '../units/quantity';
import { Id, Name } from './ids';

/** How a box stands: which of its sides give their heat to free air (IEC 60890). */
export const placements = ['free', 'at-wall', 'beside-one', 'between-two', 'covered'] as const;
export type Placement = (typeof placements)[number];

/** Where a part sits that is in no enclosure. */
export const OUTSIDE = 'outside';

/** Where a part sits on the plate of a box: its lower left corner from that of the plate, mm. */
export const PanelPlace = z.strictObject({
  x: z.number().min(-10_000).max(10_000),
  y: z.number().min(-10_000).max(10_000),
  turned: z.boolean().optional().describe('by a quarter'),
});
export type PanelPlace = z.infer<typeof PanelPlace>;

/** A wiring duct on a plate, mm: its lower left corner from that of the plate, and how long, wide and high it is. */
export const Duct = z.strictObject({
  x: z.number().min(-10_000).max(10_000),
  y: z.number().min(-10_000).max(10_000),
  length: z.number().min(10).max(10_000),
  width: z.number().min(10).max(300).describe('as it is seen from the front'),
  depth: z.number().min(10).max(300).describe('how far it reaches out from the plate'),
  upright: z.boolean().optional(),
  divided: z.boolean().optional().describe('by a wall, so that mains and motor leads lie apart from signals'),
});
export type Duct = z.infer<typeof Duct>;

/** More than any plate has: a plan asks for the shortest ways through all of them. */
export const MOST_DUCTS = 40;
const Ducts = z
  .record(Id, Duct)
  .refine((all) => Object.keys(all).length <= MOST_DUCTS, `at most ${MOST_DUCTS} ducts on a plate`);

export const hinges = ['left', 'right', 'top', 'bottom', 'none'] as const;
/** What closes a box: a door on its hinge, or a lid that is screwed on. */
const Door = z.strictObject({
  hinge: z.enum(hinges).describe('none: a lid that comes off'),
  metal: z.boolean(),
  bonded: z.boolean().optional().describe('whether a strap of its own earths it'),
  room: quantityOf('length').describe('free in front of the box'),
});
export type Door = z.infer<typeof Door>;

/** A box in which electronics sit, or a compartment of one with air of its own. */
export const Enclosure = z.strictObject({
  name: Name,
  width: quantityOf('length').describe('inside'),
  height: quantityOf('length').describe('inside'),
  depth: quantityOf('length').describe('inside'),
  placement: z.enum(placements).describe('which of its sides give their heat to free air'),
  air: z
    .enum(['closed', 'grilles', 'fan'])
    .describe('how air gets in and out: not at all, by two grilles, by a fan and a grille'),
  openArea: quantityOf('area').describe('free opening of each grille'),
  flow: quantityOf('airFlow').describe('of its fan, blowing freely, by its sheet'),
  filter: z.boolean().optional().describe('whether the air goes through a filter mat'),
  inlet: z.enum(['bottom', 'side', 'top', 'none']).optional().describe('where air can come in'),
  outlet: z.enum(['bottom', 'side', 'top', 'none']).optional().describe('where air can get out'),
  fanAt: z.enum(['inlet', 'outlet']).optional().describe('where its fan sits: it blows in, or draws out'),
  measuredSurface: quantityOf('area').describe(
    'surface that it cools like, walls and air together, by readings; it goes once the box is changed',
  ),
  places: z
    .record(Id, PanelPlace)
    .optional()
    .describe('where parts sit on its plate; what is not there, or sits elsewhere, is not placed'),
  ducts: Ducts.optional().describe('on its plate'),
  cablesEnter: z.enum(['bottom', 'left', 'right', 'top']).optional().describe('the side where cables come in'),
  front: z
    .record(Id, PanelPlace)
    .optional()
    .describe('where parts sit on its front, from outside: door, lid or operator panel'),
  door: Door.optional(),
  fanBlows: z.enum(['in', 'out']).optional().describe('which way the fan is turned, as it was mounted'),
});
export type Enclosure = z.infer<typeof Enclosure>;
