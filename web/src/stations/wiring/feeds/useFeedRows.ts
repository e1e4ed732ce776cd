import type { Figures } from '@nodaxis/core/derivation/figureTypes';
import { outlineOf, type Branch, type Outline } from '@nodaxis/core/distribution/outline';
import type { Part } from '@nodaxis/core/machine/parts';
import { loadOfBranch, voltsOfBranch } from '@nodaxis/core/power/branchWords';
import { carriedBy, type Carried } from '@nodaxis/core/power/carried';
import type { Display } from '@nodaxis/core/units/print';
import { computed, type ComputedRef } from 'vue';

/** A line of the outline: a part at the place where it is fed. */
export interface FeedRow {
  key: string;
  branch: Branch;
  part: Part;
  carried: Carried | undefined;
  /** What arrives, and what is carried of how much, in words. */
  volts: string;
  load: string;
  strips: string[];
  children: FeedRow[];
}
export const rowKey = (branch: Pick<Branch, 'part' | 'port'>): string => `${branch.part}/${branch.port ?? ''}`;

/** The distribution of the open machine as lines, with what each one carries. */
export function useFeedRows(
  figures: () => Figures,
  display: () => Display,
): ComputedRef<{ rows: FeedRow[]; byKey: ReadonlyMap<string, FeedRow>; outline: Outline }> {
  return computed(() => {
    const read = figures();
    const { design } = read;
    const byKey = new Map<string, FeedRow>();
    const row = (branch: Branch): FeedRow => {
      const made: FeedRow = {
        key: rowKey(branch),
        branch,
        part: design.parts[branch.part]!,
        carried: branch.gives.length ? carriedBy(read, branch.part, branch.port) : undefined,
        volts: voltsOfBranch(design, branch, display()),
        load: loadOfBranch(read, branch, display()),
        strips: branch.strips.map((id) => design.parts[id]!.designation),
        children: branch.branches.map(row),
      };
      byKey.set(made.key, made);
      return made;
    };
    const outline = outlineOf(design);
    // What nothing feeds, or feeds itself, and poles that are free stand at the end: they can be picked and fed there.
    const loose = [...outline.open, ...outline.rings, ...outline.spare].map((at): Branch => ({
      ...at,
      decided: design.feeds?.[at.part]?.[at.port] !== undefined,
      gives: [],
      strips: [],
      branches: [],
    }));
    const rows = outline.roots.map(row);
    rows.push(...loose.filter((b) => !byKey.has(rowKey(b))).map(row));
    return { rows, byKey, outline };
  });
}
