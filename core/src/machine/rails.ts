import { z } from 'zod';
import { Id } from './ids';

/** A supply that several parts hang on, and the strips where its two poles fan out. */
const Rail = z.strictObject({
  supply: Id.optional(),
  plus: Id.optional().describe('the strip where plus fans out'),
  zero: Id.optional().describe('the strip where 0 V fans out'),
});

/**
 * Where power is taken from in a machine, for every port of which nobody has decided what feeds it: the mains as it comes in,
 * and a supply each for the drives, the control, and what stands on the machine.
 */
export const Rails = z.strictObject({
  mains: z
    .strictObject({
      inlet: Id.optional(),
      devices: z.array(Id).max(16).optional().describe('what the mains passes behind the inlet, in this order'),
    })
    .optional(),
  earth: Id.optional().describe('the bar where protective earths and shields meet'),
  drives: Rail.optional(),
  logic: Rail.optional(),
  field: Rail.optional(),
});
export type Rails = z.infer<typeof Rails>;

/** The rails of direct current, in the order in which a machine is thought through. */
export const directRails = ['drives', 'logic', 'field'] as const;
export type DirectRail = (typeof directRails)[number];
export const railItems = ['supply', 'plus', 'zero'] as const;
export type RailItem = (typeof railItems)[number];

/** What the mains passes behind the inlet. */
export const mainsWay = (rails: Rails): readonly string[] => rails.mains?.devices ?? [];

/** Every part of the rails with its path below `rails`, the mains first. */
export const partsOfRails = (rails: Rails): [path: string, part: string][] =>
  [
    ['mains.inlet', rails.mains?.inlet] as const,
    ...mainsWay(rails).map((id, i) => [`mains.devices.${i}`, id] as const),
    ['earth', rails.earth] as const,
    ...directRails.flatMap((rail) => railItems.map((item) => [`${rail}.${item}`, rails[rail]?.[item]] as const)),
  ].flatMap(([path, id]): [string, string][] => (id === undefined ? [] : [[path, id]]));

/** The rails without what `on` refuses; a rail that loses all its parts is no more. */
export function railsWith(rails: Rails, on: (part: string) => boolean): Rails {
  const kept: Rails = {};
  const { inlet } = rails.mains ?? {};
  const devices = mainsWay(rails).filter(on);
  const mains = {
    ...(inlet !== undefined && on(inlet) ? { inlet } : {}),
    ...(devices.length ? { devices } : {}),
  };
  if (Object.keys(mains).length) kept.mains = mains;
  if (rails.earth !== undefined && on(rails.earth)) kept.earth = rails.earth;
  for (const rail of directRails) {
    const own = Object.fromEntries(Object.entries(rails[rail] ?? {}).filter(([, id]) => on(id)));
    if (Object.keys(own).length) kept[rail] = own;
  }
  return kept;
}
