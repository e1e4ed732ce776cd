import type { Design } from '../../../machine/design';
import { arrangedFront, frontPlate, placedInFront, type InFront } from '../../../panel/front';
import { EDGE, overlaps, placedOn, plateOf, reachesOut } from '../../../panel/plate';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

const overFronts = (check: (design: Design, id: string, name: string, placed: readonly InFront[]) => FindingDraft[]) =>
  (({ design }) =>
    Object.entries(design.enclosures ?? {}).flatMap(([id, box]) =>
      box.front ? check(design, id, box.name, placedInFront(design, id)) : [],
    )) satisfies Rule['check'];
const frontOfBox = (id: string) => ({ station: 'cabinet' as const, field: `enclosures.${id}.front` });

/** Two parts on one place of a front, or one that reaches over its edge. */
export const frontClash: Rule = {
  code: 'front-clash',
  severity: 'wont-work',
  check: overFronts((design, id, name, placed) => {
    const sheet = frontPlate(design.enclosures![id]!);
    return placed.flatMap((a, i): FindingDraft[] => {
      const over = placed.slice(i + 1).filter((b) => overlaps(a, b));
      const out = sheet !== undefined && reachesOut(a, sheet);
      if (!over.length && !out) return [];
      const own = design.parts[a.part]!.designation;
      const { places, left } = arrangedFront(design, id);
      return [
        {
          subject: a.part,
          title: out
            ? `${own} reaches over the edge of the front of ${name}`
            : `${own} and ${over.map((b) => design.parts[b.part]!.designation).join(', ')} sit on one place of the front`,
          explain: () => 'A hole is cut once. Move one of them before you drill, or take a larger front.',
          ...frontOfBox(id),
          remedies: left.length
            ? []
            : [
                {
                  label: () => 'Lay the front out by rules',
                  command: { name: 'place-parts', args: { enclosure: id, on: 'front', places } },
                },
              ],
        },
      ];
    });
  }),
};

/** A part in the front that meets one on the plate when the door closes. */
export const frontDepth: Rule = {
  code: 'front-depth',
  severity: 'wont-work',
  check: overFronts((design, id, name, placed) => {
    const plate = plateOf(design.enclosures![id]!);
    if (!plate) return [];
    const behind = placedOn(design, id);
    return placed.flatMap((a): FindingDraft[] => {
      // The plate begins a little inside the walls.
      const onPlate = { ...a, x: a.x - EDGE, y: a.y - EDGE };
      const met = behind
        .filter((p) => overlaps(onPlate, p) && a.body.behind + p.body.depth > plate.depth)
        .sort((p, q) => q.body.depth - p.body.depth)[0];
      if (!met) return [];
      const [own, other] = [design.parts[a.part]!.designation, design.parts[met.part]!.designation];
      return [
        {
          subject: a.part,
          title: `${own} in the front meets ${other}`,
          explain: (display) => {
            const mm = (n: number) => showValue(n, 'length', display, 3);
            return `${own} reaches about ${mm(a.body.behind)} in behind the front with its leads, ${other} ${mm(met.body.depth)} out from the plate; ${name} has ${mm(plate.depth)} between them. Move one of them aside, or take a deeper box.`;
          },
          ...frontOfBox(id),
          remedies: [],
        },
      ];
    });
  }),
};
