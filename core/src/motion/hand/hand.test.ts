import { describe, expect, it } from 'vitest';
import { stickShares, usualStick } from './stick';
import { EDGES_PER_DETENT, QuadratureDecoder, fastestDetents, quadrature } from './wheel';

describe('a stick', () => {
  it('means nothing within its dead zone, everything at its end, and less than half in the middle', () => {
    expect(stickShares(0.14, -0.1, usualStick)).toEqual([0, 0]);
    expect(stickShares(1, 0, usualStick)).toEqual([1, 0]);
    expect(stickShares(-2, 0, usualStick)[0]).toBe(-1);
    expect(stickShares(0, 0.575, usualStick)[1]).toBeCloseTo(0.25, 9);
  });
  it('moves one axis with the lock, two without', () => {
    expect(stickShares(0.9, 0.6, usualStick)[1]).toBe(0);
    expect(stickShares(-0.6, 0.9, usualStick)[0]).toBe(0);
    expect(stickShares(0.9, 0.6, { ...usualStick, lock: false }).every((v) => v > 0)).toBe(true);
  });
});

describe('a wheel', () => {
  it('A leads B to plus, and B leads A to minus', () => {
    expect([0, 1, 2, 3, 4].map((e) => `${quadrature(e).a}${quadrature(e).b}`)).toEqual(['00', '10', '11', '01', '00']);
    expect(quadrature(-1)).toEqual(quadrature(3));
  });
  it('looked at often enough, it counts every detent both ways', () => {
    const d = new QuadratureDecoder();
    for (let e = 0; e <= 40; e++) d.look(e);
    expect(d.takeDetents()).toBe(10);
    for (let e = 39; e >= -4; e--) d.look(e);
    expect(d.takeDetents()).toBe(-11);
    expect(d.missed).toBe(0);
  });
  it('turned too fast, edges are missed, and three at once count backwards', () => {
    const two = new QuadratureDecoder();
    for (let e = 0; e <= 40; e += 2) two.look(e);
    expect([two.takeDetents(), two.missed]).toEqual([0, 40]);
    const three = new QuadratureDecoder();
    for (let e = 0; e <= 36; e += 3) three.look(e);
    expect(three.takeDetents()).toBe(-3);
    expect(fastestDetents(1000)).toBe(1000 / EDGES_PER_DETENT);
  });
});
