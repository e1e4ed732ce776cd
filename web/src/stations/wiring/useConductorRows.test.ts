import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useConductorRows } from './useConductorRows';

const { design } = dunnock();
const figures = deriveFigures(design);
vi.mock('../../document/machine', () => ({ useMachine: () => ({ design, figures }) }));

describe('the rows of the wire list', () => {
  let list: ReturnType<typeof useConductorRows>;
  beforeEach(() => (list = useConductorRows()));
  const numbers = () => list.rows.value.map((r) => r.c.number);

  it('all of them, by number at first; a second click on a head turns the order round', () => {
    expect(list.rows.value.length).toBe(Object.keys(design.conductors).length);
    expect(numbers()).toEqual([...numbers()].sort((a, b) => a - b));
    list.sortBy('number');
    expect(numbers()).toEqual([...numbers()].sort((a, b) => b - a));
  });
  it('terminals sort as a person counts: T4 before T10; equals keep their numbers in order', () => {
    list.sortBy('section');
    const sections = list.rows.value.map((r) => Number(r.c.section?.entered ?? 0));
    expect(sections).toEqual([...sections].sort((a, b) => a - b));
    const thick = list.rows.value.filter((r) => r.c.section?.entered === 2.5).map((r) => r.c.number);
    expect(thick).toEqual([...thick].sort((a, b) => a - b));
    list.sortBy('from');
    const ends = list.rows.value.map((r) => r.from);
    expect(ends.indexOf('-T4:A')).toBeLessThan(ends.indexOf('-T7:A'));
  });
  it('filters narrow together, and every word that is sought must be there', () => {
    list.filter.sheet = 'motor-power';
    const onSheet = list.rows.value.length;
    list.filter.part = 'motor-z-0';
    expect(list.rows.value.length).toBeLessThan(onSheet);
    expect(list.rows.value.every((r) => [r.c.from.part, r.c.to.part].includes('motor-z-0'))).toBe(true);
    list.filter.text = 'winding -M4:B';
    expect(list.rows.value.map((r) => r.to)).toEqual(['-M4:B', '-M4:B′']);
    list.filter.state = 'planned';
    expect(list.rows.value).toEqual([]);
  });
  it('offers the cables and parts that the list speaks of, each once', () => {
    expect(new Set(list.cables.value).size).toBe(list.cables.value.length);
    expect(list.cables.value).toContain('Motor Y left');
    const offered = list.parts.value.map(([id]) => id).sort();
    const met = new Set(Object.values(design.conductors).flatMap((c) => [c.from.part, c.to.part]));
    expect(offered).toEqual([...met].sort());
  });
});
