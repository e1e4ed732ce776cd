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
  fanBlows: z.enum(['in', 'out']).optional().describe('which way the fan is turned, as it was mounted'),
});
export type Enclosure = z.infer<typeof Enclosure>;
