import type { Design } from '../../../machine/design';
import { carriesMains } from '../../../machine/parts';
import { ductsOn } from '../../../panel/ducts';
import { distanceOf, gapsOf, overlaps, placedOn, plateOf, type Placed } from '../../../panel/plate';
import { airOf, type Plate } from '../../../panel/body';
import { baseValue } from '../../../units/quantity';
import { showValue } from '../../../units/print';
import { cablesByName } from '../../../wiring/chains';
import { routesOf } from '../../../wiring/routes';
import type { FindingDraft, Rule } from '../../finding';
import { layOut, overBoxes, plateOfBox } from './onPlates';

/** Between a drive on the mains and the leads of an encoder, mm. */
const ENCODER_APART = 100;
/** A cable that stays where it is may be bent to four times its diameter (HD 516); from this diameter on it is stiff, mm. */
const BENT_TO = 4;
const STIFF = 8;

/** A part too close to one that gets warm. */
export const panelClearance: Rule = {
  code: 'panel-clearance',
  severity: 'doubtful',
  check: overBoxes((design, id, _name, placed, { wires }) =>
    placed.flatMap((a): FindingDraft[] => {
      const part = design.parts[a.part]!;
      const near = nearWarm(design, a, placed);
      if (!near) return [];
      return [
        {
          subject: a.part,
          title: `${part.designation} has too little air ${near.above ? 'above or below it' : 'beside it'}`,
          explain: (display) =>
            `${showValue(near.mm, 'length', display, 3)} are between it and ${design.parts[near.of.part]!.designation}. Its warm air rises: leave ${showValue(airOf(part).above, 'length', display, 3)} above and below it and ${showValue(airOf(part).beside, 'length', display, 3)} beside it. Its sheet comes first: enter what it asks for there.`,
          ...plateOfBox(id),
          remedies: layOut(design, wires, id, (after) => {
            const then = after.find((p) => p.part === a.part);
            return then !== undefined && !nearWarm(design, then, after);
          }),
        },
      ];
    }),
  ),
};
/** The nearest part that takes a warm one its air. Overlaps are told by another rule. */
function nearWarm(
  design: Design,
  a: Placed,
  placed: readonly Placed[],
): { of: Placed; mm: number; above: boolean } | undefined {
  const { above, beside } = airOf(design.parts[a.part]!);
  return placed
    .flatMap((of) => {
      if (of === a) return [];
      const { across: dx, up: dy } = gapsOf(a, of);
      if (dx < 0 && dy >= 0 && dy < above) return [{ of, mm: dy, above: true }];
      return dy < 0 && dx >= 0 && dx < beside ? [{ of, mm: dx, above: false }] : [];
    })
    .sort((x, y) => x.mm - y.mm)[0];
}

/** A part on a duct. */
export const ductCrossed: Rule = {
  code: 'duct-crossed',
  severity: 'wont-work',
  check: overBoxes((design, id, _name, placed, { wires }) => {
    const ducts = ductsOn(design, id);
    const crossed = (a: Placed) => ducts.filter((d) => overlaps(a, { x: d.x, y: d.y, body: d }));
    return placed.flatMap((a): FindingDraft[] => {
      const under = crossed(a);
      if (!under.length) return [];
      return [
        {
          subject: a.part,
          title: `${design.parts[a.part]!.designation} sits on duct ${under.map((d) => d.id).join(', ')}`,
          explain: () =>
            `Its outline and that of the duct overlap. Move one of them, or shorten the duct.${a.body.usual ? ' No sheet tells the size of the part: a usual one counts, measure yours.' : ''}`,
          ...plateOfBox(id),
          remedies: layOut(design, wires, id),
        },
      ];
    });
  }),
};

/** A stiff cable without room to bend to its terminals. */
export const panelBend: Rule = {
  code: 'panel-bend',
  severity: 'doubtful',
  check: overBoxes((design, id, _name, placed, { wires }) => {
    const plate = plateOf(design.enclosures![id]!);
    const cables = cablesByName(design);
    const told = new Set<string>();
    return wires.all.flatMap(({ conductor: c }): FindingDraft[] => {
      const cable = c.cable === undefined ? undefined : cables.get(c.cable);
      const data = cable?.part.data;
      if (!cable || data?.class !== 'cable' || !data.outerDiameter || !plate) return [];
      const outer = baseValue(data.outerDiameter);
      if (outer < STIFF) return [];
      return [c.from, c.to].flatMap((t): FindingDraft[] => {
        const at = placed.find((p) => p.part === t.part);
        const subject = `${cable.id}-${t.part}`;
        const room = at && roomAt(at, placed, plate);
        if (room === undefined || room >= BENT_TO * outer || told.has(subject)) return [];
        told.add(subject);
        const part = design.parts[t.part]!;
        return [
          {
            subject,
            title: `${cable.part.designation} has no room to bend at ${part.designation}`,
            explain: (display) => {
              const mm = (n: number) => showValue(n, 'length', display, 3);
              return `${c.cable} is ${mm(outer)} thick and is bent to no less than ${mm(BENT_TO * outer)}, four times its diameter, where it stays put; ${mm(room)} are free at ${part.name}. Its sheet comes first. Leave more room, or take off its sheath further back.`;
            },
            ...plateOfBox(id),
          },
        ];
      });
    });
  }),
};
/** The larger of the free ways out of a part’s two sides with terminals, mm. */
function roomAt(a: Placed, placed: readonly Placed[], plate: Plate): number {
  const over = placed.filter((p) => p !== a && p.x < a.x + a.body.width && a.x < p.x + p.body.width);
  const above = Math.min(plate.height, ...over.flatMap((p) => (p.y >= a.y + a.body.height ? [p.y] : [])));
  const below = Math.max(0, ...over.flatMap((p) => (p.y + p.body.height <= a.y ? [p.y + p.body.height] : [])));
  return Math.max(above - a.y - a.body.height, a.y - below);
}

/** Unscreened leads of an encoder that pass close by a drive on the mains. */
export const driveBesideEncoder: Rule = {
  code: 'drive-beside-encoder',
  severity: 'doubtful',
  check: ({ design, wires }) => {
    const routes = routesOf(design);
    if (!routes) return [];
    const cables = cablesByName(design);
    const found = new Map<string, FindingDraft>();
    for (const { conductor: c, ends } of wires.all) {
      // A screen that is landed keeps out what a drive sends out.
      const cable = c.cable === undefined ? undefined : cables.get(c.cable)?.part.data;
      if (!ends.some((e) => e.role === 'encoder') || (cable?.class === 'cable' && cable.screened)) continue;
      const route = routes.of(c);
      if (!route || ends.some((e) => e.of.data.class === 'spindle-drive' || e.of.data.class === 'servo-drive'))
        continue;
      const ducts = new Map(ductsOn(design, route.box).map((d) => [d.id, d]));
      for (const drive of placedOn(design, route.box)) {
        const part = design.parts[drive.part]!;
        if (part.data.class !== 'spindle-drive' || !carriesMains(part)) continue;
        for (const s of route.stretches) {
          const d = ducts.get(s.duct)!;
          const long = s.to - s.from;
          const stretch = d.duct.upright
            ? { x: d.x, y: d.y + s.from, body: { width: d.width, height: long } }
            : { x: d.x + s.from, y: d.y, body: { width: long, height: d.height } };
          const mm = distanceOf(drive, stretch);
          if (mm >= ENCODER_APART) continue;
          const name = c.cable ?? `conductor ${c.number}`;
          found.set(`${drive.part} ${name}`, {
            subject: `${drive.part}-${c.cable ?? c.number}`,
            title: `Encoder leads pass close by ${part.designation}`,
            explain: (display) =>
              `${name} lies in duct ${d.id}, ${showValue(mm, 'length', display, 3)} from the drive, which switches the mains in less than a microsecond: counts appear or get lost. Take a shielded cable, or keep ${showValue(ENCODER_APART, 'length', display, 3)} away from the drive.`,
            ...plateOfBox(route.box),
          });
        }
      }
    }
    return [...found.values()];
  },
};
