import { expect, it } from 'vitest';
import { barMaterials, barStanding, passiveN, pushedAwayMm, supportFor, whipRpm, type Bar } from './bar';

const steel = (diameterMm: number, lengthMm: number): Bar => ({ diameterMm, lengthMm, ...barMaterials.steel! });

it('1 mm at 0.1 mm a turn in steel pushes with 80 N: ⌀20 gives way by 0.016 mm at 100 mm, 8 times that at 200, and hardly with a centre', () => {
  const force = passiveN(2000, 1, 0.1);
  expect(force).toBeCloseTo(80, 9);
  // I = 7854 mm⁴; 80 · 10⁶/(3 · 210 000 · 7854).
  expect(pushedAwayMm(steel(20, 100), force, false)).toBeCloseTo(0.01617, 5);
  expect(pushedAwayMm(steel(20, 200), force, false)).toBeCloseTo(8 * 0.01617, 3);
  expect(pushedAwayMm(steel(20, 100), force, true)).toBeCloseTo((0.01617 * 3) / 107.33, 6);
});

it('half a metre of ⌀20 steel behind the spindle whips at 3473 rpm, a quarter of a metre at four times that', () => {
  // 3.516 · 0.005 m · 5172 m/s / 0.25 m² = 363.7 rad/s.
  expect(whipRpm(steel(20, 500))).toBeCloseTo(3473, -1);
  expect(whipRpm(steel(20, 250)) / whipRpm(steel(20, 500))).toBeCloseTo(4, 9);
});

it('4 diameters in the chuck alone, 10 with a centre, a steady rest beyond', () => {
  expect([80, 81, 200, 201].map((l) => supportFor(steel(20, l)))).toEqual(['chuck', 'centre', 'centre', 'steady-rest']);
});

it('what sticks out further than Z travels is out of reach; wood is no bar; without a cut nothing is said of its push', () => {
  const work = {
    material: 'steel',
    diameterMm: 20,
    lengthMm: 400,
    depthMm: 1,
    feedMm: 0.1,
    behindMm: 500,
    reachMm: 380,
  } as const;
  // Half of 3473 rpm.
  expect(barStanding(work)).toMatchObject({ ratio: 20, support: 'steady-rest', beyondMm: 20 });
  expect(barStanding(work)!.mostRpm).toBeCloseTo(1737, -1);
  expect(barStanding({ ...work, reachMm: undefined, behindMm: 0, depthMm: undefined })).toMatchObject({
    beyondMm: 0,
    mostRpm: undefined,
    push: undefined,
  });
  expect(barStanding({ ...work, material: 'softwood' })).toBeUndefined();
  expect(barStanding({ ...work, diameterMm: 0 })).toBeUndefined();
});
