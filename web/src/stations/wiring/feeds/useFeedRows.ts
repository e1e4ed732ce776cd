import type { Figures } from '@nodaxis/core/derivation/figureTypes';
import { givenAt } from '@nodaxis/core/distribution/choices';
import { outlineOf, type Branch, type Outline } from '@nodaxis/core/distribution/outline';
import type { Part } from '@nodaxis/core/machine/parts';
import { carriedBy, drawnAt, type Carried } from '@nodaxis/core/power/carried';
import { computed, type ComputedRef } from 'vue';

/** A line of the outline: a part at the place where it is fed. */
export interface FeedRow {
  key: string;
  branch: Branch;
  part: Part;
  /** What arrives: mains, or direct current of a voltage, V; undefined where nothing does. */
  given: { kind: 'mains' | 'direct'; volts?: number } | undefined;
  carried: Carried | undefined;
  /** Current that a load draws, A; undefined for what gives power on, and for what is counted by its motors. */
  draws: number | undefined;
  strips: string[];
  children: FeedRow[];
}
export const rowKey = (branch: Pick<Branch, 'part' | 'port'>): string => `${branch.part}/${branch.port ?? ''}`;

/** The distribution of the open machine as lines, with what each one carries. */
export function useFeedRows(
  figures: () => Figures,
): ComputedRef<{ rows: FeedRow[]; byKey: ReadonlyMap<string, FeedRow>; outline: Outline }> {
  return computed(() => {
    const read = figures();
    const { design } = read;
    const byKey = new Map<string, FeedRow>();
    const row = (branch: Branch): FeedRow => {
      const source = branch.from ?? (branch.gives[0] ? { part: branch.part, port: branch.gives[0] } : undefined);
      const made: FeedRow = {
        key: rowKey(branch),
        branch,
        part: design.parts[branch.part]!,
        given: source && givenAt(design, source),
        carried: branch.gives.length ? carriedBy(read, branch.part, branch.port) : undefined,
        draws: drawnAt(read, branch.part, branch.port),
        strips: branch.strips.map((id) => design.parts[id]!.designation),
        children: branch.branches.map(row),
      };
      byKey.set(made.key, made);
      return made;
    };
    const outline = outlineOf(design);
    // What nothing feeds, or feeds itself, stands at the end: it can be picked and fed there.
    const loose = [...outline.open, ...outline.rings].map((at): Branch => ({
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
