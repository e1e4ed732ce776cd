import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/command';
import type { AxisEnd } from '../../machine/mechanics';
import { quantity } from '../../units/quantity';
import { MachineBuilder } from '../../samples/builder';
import { dunnock } from '../../samples/dunnock';
import { wren } from '../../samples/wren';
import { edited, rigOf } from '../testing/rig';

/** How switches share inputs. */
const plans = ['an input each', 'a loop for each axis', 'one loop for all'] as const;
type Plan = (typeof plans)[number];

/** A mill whose axes have their datum at a chosen corner, with a limit at each end. */
function mill(ends: Record<'x' | 'y' | 'z', AxisEnd>, strategy: 'at-switch' | 'after-back-off', plan: Plan) {
  const b = new MachineBuilder('mill-bench', 'Corner', 'corner');
  b.choose({ role: 'controller' }, 'controller-teasel-6')
    .choose({ rail: 'drives', item: 'supply' }, 'supply-loam-42')
    .choose({ rail: 'logic', item: 'supply' }, 'supply-marl-5')
    .choose({ rail: 'field', item: 'supply' }, 'supply-marl-24');
  b.do({ name: 'add-mass', args: { name: 'All', mass: quantity(6, 'kg'), movedBy: ['x', 'y', 'z'] } });
  const loops: Record<string, string[]> = {};
  for (const id of ['x', 'y', 'z'] as const) {
    b.choose({ axis: id, drive: 0, item: 'motor' }, 'motor-rook-23')
      .choose({ axis: id, drive: 0, item: 'driver' }, 'driver-heron-80')
      .figures(`parts.driver-${id}-0.setup`, { stepsPerRevolution: 1600, peakCurrent: [4, 'A'] })
      .figures(`axes.${id}`, {
        travel: [120, 'mm'],
        maxSpeed: [30, 'mm/s'],
        acceleration: [250, 'mm/s²'],
        'transmission.pitch': [5, 'mm'],
        'reference.backOff': [2, 'mm'],
        'reference.end': ends[id],
      });
    for (const end of ['minus', 'plus'] as const) {
      const before = Object.keys(b.file.design.circuits);
      b.input({
        function: end === ends[id] ? 'limit-and-reference' : 'limit',
        library: 'switch-finch',
        mount: { axis: id, end, tripFromStop: quantity(10, 'mm', 'measured') },
      });
      const made = Object.keys(b.file.design.circuits).find((c) => !before.includes(c))!;
      const key = plan === 'one loop for all' ? 'all' : plan === 'a loop for each axis' ? id : made;
      (loops[key] ??= []).push(made);
    }
  }
  b.set('datumStrategy', strategy);
  b.do({ name: 'set-reference-stages', args: { stages: [['z'], ['x', 'y']] } });
  for (const [into, ...rest] of Object.values(loops)) {
    if (rest.length) b.set(`circuits.${into}.arrangement`, 'series');
    for (const from of rest) b.do({ name: 'join-inputs', args: { into: into!, from } });
  }
  b.plan();
  return b.file;
}

const corners = (['minus', 'plus'] as const).flatMap((x) =>
  (['minus', 'plus'] as const).flatMap((y) => (['minus', 'plus'] as const).map((z) => ({ x, y, z }))),
);

describe.each(['at-switch', 'after-back-off'] as const)('datum %s', (strategy) => {
  it.each(corners.flatMap((c) => plans.map((plan) => [c.x, c.y, c.z, plan] as const)))(
    'corner X %s, Y %s, Z %s, %s: found, and the sign of every position is right',
    (x, y, z, plan) => {
      const r = rigOf(mill({ x, y, z }, strategy, plan), { startShare: 0.45 });
      r.referenced();
      expect(r.look().state).toBe('at-rest');
      for (const a of r.figures.axes) {
        const at = r.axis(a.id);
        const ruler = a.ruler.known ? a.ruler.value : undefined;
        // What is believed is what is so, within a hundredth and the switch's own repeatability.
        expect(Math.abs(r.truePosition(a.id) - at.position)).toBeLessThan(0.06);
        expect(at.position).toBeCloseTo(ruler!.restAfterReference, 2);
        // Travel runs away from the corner.
        expect(Math.sign(ruler!.envelope.max + ruler!.envelope.min)).toBe(a.axis.reference.end === 'minus' ? 1 : -1);
      }
    },
  );
});

describe('a gantry', () => {
  const skewAfter = (r: ReturnType<typeof rigOf>) => {
    r.referenced();
    expect(r.look().state).toBe('at-rest');
    return Math.abs(r.truePosition('y') - r.truePosition('y', 1));
  };
  const crooked = { faults: [{ kind: 'skewed', axis: 'y', by: 1.2 }] as const };
  it('each side on its own switch: square again, wherever it began', () => {
    for (const by of [-2, 1.2])
      expect(skewAfter(rigOf(dunnock(), { faults: [{ kind: 'skewed', axis: 'y', by }] }))).toBeLessThan(0.06);
  });
  it('motor by motor on a shared input: square too, and the datum is right', () => {
    const set = (part: string): Command => ({ name: 'exchange-device', args: { part, library: 'switch-finch' } });
    const own = Object.entries(dunnock().design.circuits).filter(
      ([, c]) => c.function === 'limit-and-reference' && dunnock().design.parts[c.devices[0]!]?.mount?.axis === 'y',
    );
    expect(own).toHaveLength(2);
    const file = edited(
      dunnock(),
      { name: 'set-conductors', args: { ids: Object.keys(dunnock().design.conductors), set: { state: 'planned' } } },
      ...own.map(([, c]) => set(c.devices[0]!)),
      { name: 'join-inputs', args: { into: own[0]![0], from: own[1]![0] } },
      { name: 'plan-wiring', args: {} },
    );
    const r = rigOf(file, crooked);
    expect(r.sim.input.settings.axes.find((a) => a.id === 'y')!.reference.sides).toBe('motor-by-motor');
    expect(skewAfter(r)).toBeLessThan(0.06);
    expect(Math.abs(r.truePosition('y') - r.axis('y').position)).toBeLessThan(0.06);
  });
  it('the master alone with a stored offset: the slave goes by what is stored', () => {
    const set = (path: string, value: unknown): Command => ({
      name: 'set-field',
      args: { path, value: value as never },
    });
    const file = edited(
      dunnock(),
      set('axes.y.reference.sides', 'stored-offset'),
      set('axes.y.reference.slaveOffset', quantity(-0.5, 'mm')),
    );
    // Less than friction holds: the frame does not spring back by itself.
    expect(skewAfter(rigOf(file, { faults: [{ kind: 'skewed', axis: 'y', by: 0.5 }] }))).toBeLessThan(0.03);
  });
  it('together: it stays as crooked as it was', () => {
    const file = edited(dunnock(), { name: 'set-field', args: { path: 'axes.y.reference.sides', value: 'together' } });
    const r = rigOf(file, crooked);
    r.referenced();
    expect(Math.abs(r.truePosition('y') - r.truePosition('y', 1))).toBeGreaterThan(1);
  });
  it('a side whose switch never answers: the run ends before the frame is strained', () => {
    const device = dunnock().design.circuits;
    const right = Object.values(device).find(
      (c) => c.function === 'limit-and-reference' && dunnock().design.parts[c.devices[0]!]?.mount?.drive === 1,
    )!;
    const r = rigOf(dunnock(), { faults: [{ kind: 'switch-moved', device: right.devices[0]!, by: -15 }] });
    r.referenced();
    expect(r.codes()).toContain('gantry-skewed');
    expect(Math.abs(r.truePosition('y') - r.truePosition('y', 1))).toBeLessThan(12);
  });
});

describe('an index pulse', () => {
  it('makes the datum finer than its switch; near the trip it jumps by a whole turn', () => {
    const places = (faults: Parameters<typeof rigOf>[1]) =>
      Array.from({ length: 6 }, (_, seed) => {
        const r = rigOf(wren(), { ...faults, seed: seed + 1, startShare: 0.6 });
        r.referenced();
        return r.truePosition('x') - r.axis('x').position;
      });
    const sound = places({});
    expect(Math.max(...sound) - Math.min(...sound)).toBeLessThan(0.006);
    const near = places({ faults: [{ kind: 'index-near-trip', axis: 'x' }] });
    // One turn of Wren's screw is 4 mm.
    expect(Math.max(...near) - Math.min(...near)).toBeGreaterThan(3.5);
  });
});
