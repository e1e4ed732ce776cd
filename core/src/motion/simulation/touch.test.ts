import { describe, expect, it } from 'vitest';
import { dunnock } from '../../samples/dunnock';
import { rigOf } from '../testing/rig';

/** A referenced router with a plate under its tool, and the probe proven by hand or not. */
function touching(corner: { inside: number; toolRadius: number } | undefined, proven = true) {
  const r = rigOf(dunnock());
  r.referenced();
  for (const [axis, position] of [
    ['x', 200],
    ['y', 300],
    ['z', -40],
  ] as const)
    r.sim.act({ type: 'move', axis, position });
  r.settle();
  r.sim.act({ type: 'plate', below: 12, corner });
  const probe = r.sim.input.probe!;
  if (proven) {
    r.sim.act({ type: 'press', device: probe, down: true });
    r.sim.run(50);
    r.sim.act({ type: 'press', device: probe, down: false });
    r.sim.run(50);
  }
  const start = r.look();
  const wait = () => {
    for (let i = 0; i < 200 && (i === 0 || r.sim.controller.state === 'finding-datum'); i++) r.sim.run(500);
    return r.look();
  };
  return { ...r, start, wait, at: Object.fromEntries(start.axes.map((a) => [a.id, a.position])) };
}

describe('a work zero by touch', () => {
  it('the plate’s thickness is below its contact, found to a hundredth', () => {
    const t = touching(undefined);
    t.sim.act({ type: 'touch', touch: { kind: 'plate', thickness: 9.8, farthest: 25 } });
    const s = t.wait();
    expect(s.state).toBe('at-rest');
    // The top lies 12 mm under the tool; work zero is a plate's thickness further down.
    expect(s.work.sets[0]![2]).toBeCloseTo(t.at.z! - 12 - 9.8, 1);
    expect(t.codes()).toContain('touched');
    expect(t.kinds()).not.toContain('tool struck');
  });
  it('a corner plate sets three axes: the corner lies a rim from its faces, the tool’s radius allowed for', () => {
    const t = touching({ inside: 10, toolRadius: 3 });
    t.sim.act({
      type: 'touch',
      touch: { kind: 'three-faces', thickness: 10, rim: 5, toolRadius: 3, inside: 10, farthest: 25 },
    });
    const s = t.wait();
    expect(s.state).toBe('at-rest');
    // The faces stand 10 mm to minus of the tool's centre, its radius on top; the work's corner 5 mm inside them.
    expect(s.work.sets[0]![0]).toBeCloseTo(t.at.x! - 10 + 5, 1);
    expect(s.work.sets[0]![1]).toBeCloseTo(t.at.y! - 10 + 5, 1);
    expect(s.work.sets[0]![2]).toBeCloseTo(t.at.z! - 12 - 10, 1);
    expect(t.kinds()).not.toContain('tool struck');
  });
  it('the tool itself as the contact, along an axis', () => {
    const t = touching({ inside: 10, toolRadius: 3 });
    t.sim.act({ type: 'nudge', axis: 'x', distance: -25 });
    t.settle();
    t.sim.act({ type: 'nudge', axis: 'z', distance: -16 });
    t.settle();
    t.sim.act({ type: 'touch', touch: { kind: 'tool', axis: 'x', direction: 1, farthest: 30 } });
    expect(t.wait().work.sets[0]![0]).toBeCloseTo(t.at.x! - 13, 1);
  });
  it('a probe that was not seen to answer lets nothing descend; a touch that meets nothing gives up', () => {
    const t = touching(undefined, false);
    t.sim.act({ type: 'touch', touch: { kind: 'plate', thickness: 10, farthest: 25 } });
    expect(t.wait().axes[2]!.position).toBeCloseTo(t.at.z!, 6);
    expect(t.heard.at(-1)).toMatchObject({ code: 'refused', reason: 'probe-unproven' });
    const none = touching(undefined);
    none.sim.act({ type: 'take-plate' });
    none.sim.act({ type: 'touch', touch: { kind: 'plate', thickness: 10, farthest: 15 } });
    none.wait();
    expect(none.codes()).toContain('touch-missed');
  });
  it('driven on into the plate, the tool breaks', () => {
    const t = touching(undefined);
    t.sim.act({ type: 'nudge', axis: 'z', distance: -20 });
    t.settle();
    expect(t.kinds()).toContain('tool struck');
  });
});
