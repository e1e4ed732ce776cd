import type { Design } from '../machine/design';
import type { Duct } from '../machine/enclosure';
import { arranged, type Arranged } from '../panel/arrange';
import { DUCT_DEPTHS } from '../panel/ducts';
import { ductFills, MOST_DUCT_FILL } from './ductFills';
import type { Wires } from './wires';

/**
 * The plate of a box laid out by rules, ducts with what its conductors ask of them: a dividing wall where mains or motor leads would
 * lie beside signals, and depth for all of them.
 */
export function laidOut(design: Design, wires: Wires, enclosure: string): Arranged {
  const { places, ducts, left } = arranged(design, enclosure);
  const box = design.enclosures?.[enclosure];
  if (!box) return { places, ducts, left };
  const tried = { ...design, enclosures: { ...design.enclosures, [enclosure]: { ...box, places, ducts } } };
  const suited = ductFills(tried, wires, enclosure).map(({ duct: { id, duct }, fill, mixed }): [string, Duct] => {
    // One that gets too full is taken deeper: its width is that between the rows.
    const deep = DUCT_DEPTHS.filter((d) => d >= duct.depth);
    const depth = deep.find((d) => (fill * duct.depth) / d <= MOST_DUCT_FILL) ?? deep.at(-1) ?? duct.depth;
    return [id, { ...duct, depth, ...(mixed ? { divided: true } : {}) }];
  });
  return { places, ducts: { ...ducts, ...Object.fromEntries(suited) }, left };
}

/** The edit that lays a plate out so: what was there and finds no room comes off it, and so do the ducts of before. */
export function layOutCommand(design: Design, enclosure: string, { places, ducts, left }: Arranged) {
  const before = design.enclosures?.[enclosure]?.ducts ?? {};
  return {
    name: 'place-parts' as const,
    args: {
      enclosure,
      places: { ...Object.fromEntries(left.map((part) => [part, null])), ...places },
      ducts: { ...Object.fromEntries(Object.keys(before).map((id) => [id, null])), ...ducts },
    },
  };
}
