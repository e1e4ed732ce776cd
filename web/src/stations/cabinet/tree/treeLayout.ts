import type { Branch } from '@nodaxis/core/distribution/outline';
import type { BranchFigures } from '@nodaxis/core/power/branches';

export const BOX = { width: 172, height: 40, gapX: 22, gapY: 6 } as const;
/** Loads of one source that take less than this share of what is rated above them are drawn as one, where there are several. */
const SMALL = 0.04;
const SEVERAL = 2;

/** A box of the picture: a part at its place, or several small loads at once. */
export interface Box {
  key: string;
  branch?: Branch;
  /** Of several at once: the branches that it stands for. */
  small?: readonly Branch[];
  figures: BranchFigures | undefined;
  x: number;
  y: number;
}
/** A line between two boxes; down where one passes all on to the other. */
export interface Link {
  key: string;
  path: string;
}
export interface Picture {
  boxes: Box[];
  links: Link[];
  width: number;
  height: number;
}

/** A chain of parts in series, with what branches off its end. */
interface Run {
  members: Node[];
  runs: Run[];
}
interface Node {
  key: string;
  branch?: Branch;
  small?: readonly Branch[];
  figures: BranchFigures | undefined;
}

/**
 * Lays a tree out: what stands in series goes down, what branches off goes to the right, so that a machine with many devices on its
 * mains way still fits a screen.
 */
export function pictureOf(
  roots: readonly Branch[],
  of: (branch: Branch) => BranchFigures | undefined,
  keyOf: (branch: Branch) => string,
): Picture {
  const node = (branch: Branch): Node => ({ key: keyOf(branch), branch, figures: of(branch) });
  const isLeaf = (b: Branch): boolean => b.branches.length === 0;
  const children = (b: Branch, ratedA: number): (Branch | Node)[] => {
    const limit = SMALL * (Number.isFinite(ratedA) ? ratedA : 0);
    const small = b.branches.filter((x) => isLeaf(x) && !x.gives.length && (of(x)?.amps ?? 0) < limit);
    if (small.length < SEVERAL) return [...b.branches];
    return [
      ...b.branches.filter((x) => !small.includes(x)),
      { key: `${keyOf(b)}/small`, small, figures: summed(small.flatMap((x) => of(x) ?? [])) },
    ];
  };
  const run = (first: Branch, above: number): Run => {
    let ratedA = above;
    const members: Node[] = [];
    for (let at = first; ;) {
      members.push(node(at));
      const own = of(at)?.ratedA;
      // A supply gives to what hangs on it; a device passes on no more than what is ahead of it.
      ratedA =
        own === undefined ? ratedA : at.gives.includes('out') && at.port === 'mains' ? own : Math.min(own, ratedA);
      const below = children(at, ratedA);
      const [only] = below;
      if (below.length === 1 && only && 'branches' in only) {
        at = only;
        continue;
      }
      return { members, runs: below.map((x) => ('branches' in x ? run(x, ratedA) : { members: [x], runs: [] })) };
    }
  };
  const step = BOX.height + BOX.gapY;
  const heightOf = (r: Run): number =>
    Math.max(
      r.members.length * step,
      r.runs.reduce((sum, x) => sum + heightOf(x), 0),
    );
  const picture: Picture = { boxes: [], links: [], width: 0, height: 0 };
  const place = (r: Run, x: number, y: number): void => {
    r.members.forEach((m, i) => {
      picture.boxes.push({ ...m, x, y: y + i * step });
      if (i) picture.links.push({ key: `${m.key}>`, path: `M${x + 20} ${y + i * step - BOX.gapY}v${BOX.gapY}` });
    });
    picture.width = Math.max(picture.width, x + BOX.width);
    const from = { x: x + BOX.width, y: y + (r.members.length - 1) * step + BOX.height / 2 };
    let at = y;
    for (const child of r.runs) {
      const to = { x: x + BOX.width + BOX.gapX, y: at + BOX.height / 2 };
      picture.links.push({
        key: `${child.members[0]!.key}<`,
        path: `M${from.x} ${from.y}h${BOX.gapX / 2}V${to.y}H${to.x}`,
      });
      place(child, to.x, at);
      at += heightOf(child);
    }
  };
  let y = 0;
  for (const r of roots.map((root) => run(root, Infinity))) {
    place(r, 0, y);
    y += heightOf(r);
  }
  picture.height = Math.max(0, y - BOX.gapY);
  return picture;
}

/** Several loads of one source as one. */
function summed(of: readonly BranchFigures[]): BranchFigures | undefined {
  const [first] = of;
  if (!first) return undefined;
  const sum = (f: (x: BranchFigures) => number) => of.reduce((s, x) => s + f(x), 0);
  return {
    ...first,
    amps: sum((x) => x.amps),
    watts: sum((x) => x.watts),
    peakA: sum((x) => x.peakA),
    ratedA: undefined,
    lastingA: undefined,
    terms: of.flatMap((x) => x.terms).sort((a, b) => b.amps - a.amps),
  };
}
