import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { outlineOf, type Branch } from '@nodaxis/core/distribution/outline';
import { branchFigures } from '@nodaxis/core/power/branches';
import { exampleMachines } from '@nodaxis/core/samples/index';
import { expect, it } from 'vitest';
import { BOX, pictureOf } from './treeLayout';

const all = (branches: readonly Branch[]): Branch[] => branches.flatMap((b) => [b, ...all(b.branches)]);

it.each(exampleMachines)(
  '$id: every place stands in one box, no box on another, a row of series devices goes down',
  ({ make }) => {
    const read = deriveFigures(make().design);
    const { roots } = outlineOf(read.design);
    const { boxes, width, height } = pictureOf(
      roots,
      branchFigures(read, 'cutting'),
      (b) => `${b.part}/${b.port ?? ''}`,
    );
    const shown = boxes.flatMap((b) => (b.branch ? [b.branch] : (b.small ?? [])));
    expect(new Set(shown)).toEqual(new Set(all(roots)));
    expect(shown).toHaveLength(all(roots).length);
    for (const [i, a] of boxes.entries()) {
      expect(a.x + BOX.width).toBeLessThanOrEqual(width);
      expect(a.y + BOX.height).toBeLessThanOrEqual(height);
      for (const b of boxes.slice(i + 1))
        expect(Math.abs(a.x - b.x) >= BOX.width || Math.abs(a.y - b.y) >= BOX.height, `${a.key} ${b.key}`).toBe(true);
    }
    const filter = boxes.find((b) => b.branch?.part === 'mains-filter');
    const breaker = boxes.find((b) => b.branch?.part === 'mains-breaker');
    if (filter && breaker && breaker.branch!.branches.length === 1) expect(filter.x).toBe(breaker.x);
  },
);
