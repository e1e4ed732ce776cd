import { distanceOf, overlaps, plateOf, reachesOut, type Placed } from '../../../panel/plate';
import type { Design } from '../../../machine/design';
import { carriesMains } from '../../../machine/parts';
import { showValue } from '../../../units/print';
import type { Rule } from '../../finding';
import { layOut, overBoxes, plateOfBox } from './onPlates';

/** Room in front of a part for its conductors and its clips, mm. */
const IN_FRONT = 10;
/** Between a board and a drive that switches the mains, mm. */
const APART = 100;

/** Two parts on one place. */
export const panelOverlap: Rule = {
  code: 'panel-overlap',
  severity: 'wont-work',
  check: overBoxes((design, id, name, placed, figures) =>
    placed.flatMap((a, i) => {
      const under = placed.slice(i + 1).filter((b) => overlaps(a, b));
      if (!under.length) return [];
      const names = under.map((b) => design.parts[b.part]!.designation).join(', ');
      return [
        {
          subject: a.part,
          title: `${design.parts[a.part]!.designation} and ${names} sit on one place`,
          explain: () =>
            `Their outlines overlap on the plate of ${name}. Move one of them.${[a, ...under].some((p) => p.body.usual) ? ' Where no sheet tells a size, a usual one counts: measure yours.' : ''}`,
          ...plateOfBox(id),
          remedies: layOut(design, figures.wires, id),
        },
      ];
    }),
  ),
};

/** A part that reaches over the edge of the plate. */
export const panelOutside: Rule = {
  code: 'panel-outside',
  severity: 'wont-work',
  check: overBoxes((design, id, name, placed, figures) => {
    const plate = plateOf(design.enclosures![id]!);
    if (!plate) return [];
    return placed.flatMap((a) =>
      reachesOut(a, plate)
        ? [
            {
              subject: a.part,
              title: `${design.parts[a.part]!.designation} reaches over the edge of the plate`,
              explain: (display) =>
                `The plate of ${name} is ${showValue(plate.width, 'length', display, 4)} by ${showValue(plate.height, 'length', display, 4)}. Move it in, turn it, or take a larger box.`,
              ...plateOfBox(id),
              remedies: layOut(design, figures.wires, id),
            },
          ]
        : [],
    );
  }),
};

/** A part that keeps the door from closing. */
export const panelDepth: Rule = {
  code: 'panel-depth',
  severity: 'wont-work',
  check: overBoxes((design, id, name, placed) => {
    const plate = plateOf(design.enclosures![id]!);
    if (!plate) return [];
    return placed.flatMap((a) =>
      a.body.depth + IN_FRONT > plate.depth
        ? [
            {
              subject: a.part,
              title: `The door does not close over ${design.parts[a.part]!.designation}`,
              explain: (display) => {
                const mm = (n: number) => showValue(n, 'length', display, 3);
                return `It reaches ${mm(a.body.depth)} out from the plate and needs ${mm(IN_FRONT)} in front of it; ${name} has ${mm(plate.depth)}.${a.body.usual ? ' No sheet tells its depth: a usual one counts, measure yours.' : ''} Take a deeper box, or let it sit outside.`;
              },
              ...plateOfBox(id),
            },
          ]
        : [],
    );
  }),
};

/** A board beside a drive that switches hundreds of volts in less than a microsecond. */
export const panelNoise: Rule = {
  code: 'panel-noise',
  severity: 'doubtful',
  check: overBoxes((design, id, _name, placed, figures) => {
    const of = (p: Placed) => design.parts[p.part]!;
    return boardsNearDrives(design, placed).map(({ board, ...near }) => {
      return {
        subject: board.part,
        title: `${of(board).designation} sits close to ${of(near.drive).designation}`,
        explain: (display) =>
          `${showValue(near.mm, 'length', display, 3)} are between them. The drive switches the mains in less than a microsecond, and a board beside it reads pulses that nobody sent. Leave ${showValue(APART, 'length', display, 3)}, or a wall of sheet metal that is earthed.`,
        ...plateOfBox(id),
        // On a plate that is too small for a distance, the rules keep none either.
        remedies: layOut(
          design,
          figures.wires,
          id,
          (after) => !boardsNearDrives(design, after).some((n) => n.board.part === board.part),
        ),
      };
    });
  }),
};
/** The boards that are closer than they should be to a drive on the mains, each with its nearest. */
function boardsNearDrives(design: Design, placed: readonly Placed[]): { board: Placed; drive: Placed; mm: number }[] {
  const of = (p: Placed) => design.parts[p.part]!;
  const drives = placed.filter((p) => of(p).data.class === 'spindle-drive' && carriesMains(of(p)));
  const boards = placed.filter((p) => ['controller', 'input-board'].includes(of(p).data.class));
  return boards.flatMap((board) => {
    const [near] = drives
      .map((drive) => ({ board, drive, mm: distanceOf(board, drive) }))
      .filter(({ mm }) => mm < APART)
      .sort((a, b) => a.mm - b.mm);
    return near ? [near] : [];
  });
}
