import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { exampleMachines } from '../samples/index';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { doorStraps, earthStar, guardsOf, leakagesOf, questionsOf } from './protection';

it('a breaker between its load and its thinnest conductor', () => {
  const figures = deriveFigures(dunnock().design);
  const guard = guardsOf(figures).find((g) => g.device === 'mains-breaker')!;
  expect(guard.ratedA).toBe(16);
  expect(guard.loadA).toBeGreaterThan(9.93);
  expect(guard.loadA).toBeLessThan(guard.lastingA);
  // 2.5 mm² is good for 16 A in the planning table, and nothing behind is thinner.
  expect(guard.thinnest).toMatchObject({ mm2: 2.5, goodForA: 16 });
  expect(guard.inrush!.verdict).toBe('holds');
  expect(guard.steps).toEqual([]);
});

it('an earth star: each part with an earth terminal has a place of its own', () => {
  const figures = deriveFigures(dunnock().design);
  const [star] = earthStar(figures);
  expect(star).toMatchObject({ bar: 'earth-bar', places: 20 });
  expect(star!.parts).toEqual(expect.arrayContaining(['mains-inlet', 'motor-supply', 'spindle-drive']));
  expect(star!.taken).toBe(star!.parts.length);
});

it('the questions have the machine’s own figures: a drive asks for a type of residual-current device, no drive does not', () => {
  const said = (figures: Parameters<typeof questionsOf>[0]) =>
    questionsOf(figures)
      .map((q) => q.text(defaultDisplay))
      .join('\n');
  const [with_, without] = [said(deriveFigures(dunnock().design)), said(deriveFigures(wren().design))];
  expect(with_).toContain('-T8 rectifies the mains');
  expect(without).not.toContain('rectif');
  expect(with_).toMatch(/opens at once only from 160\sA on/);
});

it.each(exampleMachines)('$id: every breaker holds its load, and no conductor behind it burns first', ({ make }) => {
  const figures = deriveFigures(make().design);
  for (const g of guardsOf(figures)) {
    expect(g.loadA, g.device).toBeLessThanOrEqual(g.ratedA);
    if (g.thinnest) expect(g.thinnest.goodForA, g.device).toBeGreaterThanOrEqual(g.ratedA);
  }
  for (const l of leakagesOf(figures)) expect(l.leakage!.share).toBeLessThan(0.3);
});

it('straps: of a door or lid of metal, not of one of plastic', () => {
  const { design } = dunnock();
  const box = (name: string, hinge: 'left' | 'none', metal: boolean, bonded = false) =>
    ({ name, placement: 'free', air: 'closed', door: { hinge, metal, bonded } }) as const;
  const enclosures = { a: box('A', 'left', true), b: box('B', 'none', true, true), c: box('C', 'left', false) };
  expect(doorStraps({ ...design, enclosures })).toEqual([
    { box: 'A', lid: false, bonded: false },
    { box: 'B', lid: true, bonded: true },
  ]);
});
