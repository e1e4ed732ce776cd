import type { Figures } from '../../../derivation/figureTypes';
import type { Design } from '../../../machine/design';
import type { Arranged } from '../../../panel/arrange';
import { placedOn, type Placed } from '../../../panel/plate';
import { laidOut, layOutCommand } from '../../../wiring/laidOut';
import type { Wires } from '../../../wiring/wires';
import type { FindingDraft, Remedy, Rule } from '../../finding';

/** A check of each box with something on its plate. */
export const overBoxes =
  (
    check: (design: Design, id: string, name: string, placed: readonly Placed[], figures: Figures) => FindingDraft[],
  ): Rule['check'] =>
  (figures) =>
    Object.entries(figures.design.enclosures ?? {}).flatMap(([id, box]) =>
      box.places ? check(figures.design, id, box.name, placedOn(figures.design, id), figures) : [],
    );
const layouts = new WeakMap<Design, Map<string, Arranged>>();
/** The layout by rules, worked out once for all that a plate has findings about. */
function layoutOf(design: Design, wires: Wires, enclosure: string): Arranged {
  let ofDesign = layouts.get(design);
  if (!ofDesign) layouts.set(design, (ofDesign = new Map()));
  let layout = ofDesign.get(enclosure);
  if (!layout) ofDesign.set(enclosure, (layout = laidOut(design, wires, enclosure)));
  return layout;
}
/** All of it laid out by rules, where the plate has room for all and `holds` is so afterwards. */
export function layOut(
  design: Design,
  wires: Wires,
  enclosure: string,
  holds: (placed: readonly Placed[]) => boolean = () => true,
): Remedy[] {
  const layout = layoutOf(design, wires, enclosure);
  const box = design.enclosures![enclosure]!;
  const after = { ...design, enclosures: { ...design.enclosures, [enclosure]: { ...box, places: layout.places } } };
  if (layout.left.length || !holds(placedOn(after, enclosure))) return [];
  return [{ label: () => 'Lay all of it out by rules', command: layOutCommand(design, enclosure, layout) }];
}
/** Where a finding of the plate leads. */
export const plateOfBox = (id: string) => ({ station: 'cabinet' as const, field: `enclosures.${id}.places` });
