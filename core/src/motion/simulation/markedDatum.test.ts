import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/command';
import { wren } from '../../samples/wren';
import { markedX } from '../../tests/markedX';
import { quantity } from '../../units/quantity';
import type { HiddenFault } from '../truth/hiddenFault';
import { insidePulse } from '../plant/switches';
import { edited, rigOf } from '../testing/rig';

/** X of Wren from a place of its carriage, counted from its minus stop: what the run said, where it rests, what it believes. */
function run(from: number, faults: HiddenFault[] = [], commands: readonly Command[] = markedX) {
  const file = edited(wren(), ...commands);
  const r = rigOf(file, { faults, startShare: [from / 270, 0.5, 0.5] });
  r.sim.act({ type: 'power', on: true });
  r.sim.run(500);
  r.sim.act({ type: 'reference', axes: ['x'] });
  r.sim.run(30_000);
  const x = r.axis('x');
  return { codes: r.codes(), at: x.truePlaces[0]!, x };
}
const set = (path: string, value: unknown): Command => ({ name: 'set-field', args: { path, value } as never });

describe('a datum by a mark and one pulse a turn', () => {
  // The mark is at 258 mm, its pulse at 260 and, a turn of 4 mm earlier, at 256; it backs off by 2.5 mm.
  it.each([257.2, 258, 258.8])('from %s mm, within the window, it rests 2.5 mm before the pulse', (from) => {
    const { codes, at, x } = run(from);
    expect(codes).toContain('datum-set');
    expect(at).toBeCloseTo(257.5, 1);
    expect(Math.abs(at - 257.5)).toBeLessThan(0.01);
    // The datum lies after the back-off, 12.5 mm from the plus stop: 0.
    expect(x.position).toBeCloseTo(0, 6);
  });
  it('parked 2.2 mm before its mark it takes the turn before, and is a whole lead off without knowing it', () => {
    const { at, x } = run(255.8);
    expect(Math.abs(at - 253.5)).toBeLessThan(0.01);
    expect(x.referenced).toBe(true);
    expect(x.position).toBeCloseTo(0, 6);
  });
  it('right at the pulse it refuses: which turn it is cannot be told', () => {
    const { codes, x } = run(260.1);
    expect(codes).toContain('parked-on-pulse');
    expect(x.referenced).toBe(false);
  });
  it('without the pulse it stops after little more than a turn', () => {
    const beyond = set('parts.device-limit-and-reference-x.mount.tripFromStop', quantity(5, 'mm'));
    const dead: HiddenFault = { kind: 'stuck-switch', device: 'device-index-x', as: 'open' };
    const { codes, at, x } = run(258, [dead], [...markedX, beyond]);
    expect(codes).toContain('pulse-missed');
    expect(x.referenced).toBe(false);
    expect(at - 258).toBeGreaterThan(4);
    expect(at - 258).toBeLessThan(4.6);
  });
  it('a limit on the way stops the search', () => {
    const { codes, x } = run(
      258,
      [],
      [...markedX, set('parts.device-limit-and-reference-x.mount.tripFromStop', quantity(11, 'mm'))],
    );
    expect(codes).toContain('limit-tripped');
    expect(x.referenced).toBe(false);
  });
  it('behind 2.5 : 1 the magnet on the screw comes once in 4 mm, on the motor once in 1.6', () => {
    const geared = (shaft: string): Command[] => [
      ...markedX,
      set('axes.x.transmission.ratio', quantity(2.5, '1')),
      set('axes.x.reference.pulseShaft', shaft),
      { name: 'plan-wiring', args: {} },
    ];
    // 1.7 mm before the mark: 3.7 mm before the pulse. One turn of the screw, but two of the motor: 260 − 2 · 1.6 = 256.8.
    expect(Math.abs(run(256.3, [], geared('driven')).at - 257.5)).toBeLessThan(0.01);
    expect(Math.abs(run(256.3, [], geared('motor')).at - 254.3)).toBeLessThan(0.01);
  });
  it('after a switch, the pulse of a sensor on the screw fixes the place: a worn switch no longer scatters the datum', () => {
    // The switch trips 8 mm from the stop, at 262; the index 0.45 of a turn of 4 mm before, at 260.2. It rests at 262 − 2.5.
    const commands: Command[] = [
      ...markedX,
      set('axes.x.reference.method', 'switch-and-index'),
      set('axes.x.reference.pulseShaft', 'driven'),
      set('parts.device-limit-and-reference-x.data.repeatability', quantity(0.3, 'mm')),
    ];
    const places = [100, 150, 200].map((from) => run(from, [], commands).at);
    for (const p of places) expect(Math.abs(p - 259.5)).toBeLessThan(0.02);
  });
  it('a magnet that turns past its sensor is seen for its width in every turn, and nowhere else', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 400, noNaN: true }),
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        fc.double({ min: 0.001, max: 0.999, noNaN: true }),
        fc.integer({ min: -9, max: 9 }),
        (travel, share, at, turn) => {
          fc.pre(Math.abs(at - share) > 1e-6);
          const past = (turn + at) * travel;
          expect(insidePulse(past, { travel, width: share * travel }) > 0).toBe(at < share);
        },
      ),
    );
  });
});
