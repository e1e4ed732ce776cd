import { describe, expect, it } from 'vitest';
import type { MachineFile } from '../../machine/file';
import { dunnock } from '../../samples/dunnock';
import { plover } from '../../samples/plover';
import { wren } from '../../samples/wren';
import { sampleMachines } from '../../samples/index';
import { rigOf } from '../testing/rig';
import { drawFaults, hideableFaults } from './candidates';
import type { HiddenFault, HiddenFaultKind } from './hiddenFault';
import { hiddenFaultTitle, revealFault } from './hiddenFault';

const circuit = (file: MachineFile, title: string) =>
  Object.entries(file.design.circuits).find(([id]) => id.includes(title))!;
const reference = (file: MachineFile, fault: HiddenFault, startShare = 0.4) => {
  const r = rigOf(file, { faults: [fault], startShare });
  r.referenced(60_000);
  return r;
};

describe('what a hidden fault does, as it would on the bench', () => {
  it('a reversed motor runs away from its switch and stops at the limit at the other end', () => {
    const r = reference(dunnock(), { kind: 'motor-reversed', axis: 'x', drive: 0 }, 0.85);
    expect(r.codes()).toContain('limit-tripped');
    expect(r.heard.find((e) => e.code === 'limit-tripped')).toMatchObject({ letter: 'X', end: 'plus' });
  });
  it('a mirrored slave racks the frame or stalls', () => {
    const r = rigOf(dunnock(), { faults: [{ kind: 'motor-reversed', axis: 'y', drive: 1 }] });
    r.sim.act({ type: 'nudge', axis: 'y', distance: 12 });
    r.sim.run(4000);
    expect(r.kinds().some((k) => k === 'racked' || k === 'stall')).toBe(true);
  });
  it('swapped inputs: the wrong axis is told', () => {
    const file = dunnock();
    const [a] = circuit(file, 'x-plus');
    const [b] = circuit(file, 'y-plus');
    const r = rigOf(file, { faults: [{ kind: 'inputs-swapped', a, b }], startShare: [0.95, 0.4, 0.4] });
    r.hold('x', 1, 4000);
    expect(r.codes().filter((c) => c === 'limit-tripped')).toHaveLength(1);
    expect(r.heard.find((e) => e.code === 'limit-tripped')).toMatchObject({ letter: 'Y' });
  });
  it('the other type of contact is tripped from the start', () => {
    const r = rigOf(dunnock(), {
      faults: [{ kind: 'contact-other-type', device: circuit(dunnock(), 'x-plus')[1].devices[0]! }],
    });
    expect(r.look().state).toBe('latched');
  });
  it('other pulses: every distance comes out wrong by their ratio', () => {
    const r = rigOf(dunnock(), { faults: [{ kind: 'other-pulses', axis: 'x', factor: 2 }] });
    const from = r.truePosition('x');
    r.sim.act({ type: 'nudge', axis: 'x', distance: 10 });
    r.sim.run(3000);
    expect(r.truePosition('x') - from).toBeCloseTo(20, 1);
  });
  it.each(['split-coil', 'not-enabled'] as const)('%s: the axis stays where it is, and the run gives up', (kind) => {
    const r = reference(dunnock(), { kind, axis: 'z', drive: 0 });
    expect(r.codes()).toContain('reference-missed');
    expect(r.sim.plant.motors.place[3]).toBeCloseTo(0.4 * 140, 3);
  });
  it('a conductor that has come off and a stuck switch: never seen, and the carriage meets its stop', () => {
    const file = dunnock();
    const device = circuit(file, 'limit-and-reference-x')[1].devices[0]!;
    // A closed contact that stays closed.
    const r = reference(file, { kind: 'stuck-switch', device, as: 'closed' });
    expect(r.kinds()).toContain('bang');
    const wire = hideableFaults(file.design, r.figures.plan.inputs).find((f) => f.kind === 'wire-off')!;
    expect(rigOf(file, { faults: [wire] }).look().state).toBe('latched');
  });
  it('a pressed button latches at power-on; noise trips while the spindle runs, and only then', () => {
    const file = dunnock();
    const [stopId, stop] = circuit(file, 'stop');
    expect(stopId).toBe('stop');
    expect(rigOf(file, { faults: [{ kind: 'pressed', device: stop.devices[0]! }] }).look().cause).toBe('stop');
    const r = rigOf(file, { faults: [{ kind: 'noise', circuit: circuit(file, 'x-plus')[0], perS: 2 }] });
    r.sim.run(5000);
    expect(r.codes()).not.toContain('limit-tripped');
    r.sim.act({ type: 'spindle', direction: 1, rpm: 12000 });
    r.sim.run(8000);
    expect(r.codes()).toContain('limit-tripped');
  });
  it('a late brake stalls the first move up, and lets the head down after a stop', () => {
    const late: HiddenFault = { kind: 'brake-late', axis: 'z', releaseS: 1.5, closeS: 0.5 };
    const r = rigOf(wren(), { faults: [late] });
    r.sim.act({ type: 'nudge', axis: 'z', distance: 5 });
    r.sim.run(1000);
    expect(r.kinds().some((k) => k === 'stall' || k === 'alarm')).toBe(true);
    const d = rigOf(dunnock(), { faults: [{ ...late, releaseS: 0.05 }] });
    const from = d.truePosition('z');
    d.sim.act({ type: 'power', on: false });
    d.sim.run(1500);
    expect(d.truePosition('z')).toBeLessThanOrEqual(from);
  });
  it('a loose coupling, backlash and a moved switch show as places that are not where they should be', () => {
    for (const f of [
      { kind: 'loose-coupling', axis: 'x', drive: 0, share: 0.4 },
      { kind: 'backlash', axis: 'x', by: 0.5 },
    ] as const) {
      const r = rigOf(dunnock(), { faults: [f] });
      r.sim.act({ type: 'nudge', axis: 'x', distance: 30 });
      r.sim.run(6000);
      const from = r.truePosition('x');
      r.sim.act({ type: 'nudge', axis: 'x', distance: -10 });
      r.sim.run(4000);
      expect(Math.abs(from - 10 - r.truePosition('x')), f.kind).toBeGreaterThan(0.3);
    }
    const moved = reference(dunnock(), {
      kind: 'switch-moved',
      device: circuit(dunnock(), 'limit-and-reference-x')[1].devices[0]!,
      by: 3,
    });
    expect(moved.truePosition('x') - moved.axis('x').position).toBeCloseTo(3, 1);
  });
  it('a weak supply sags when all axes start at once', () => {
    const r = rigOf(dunnock(), { faults: [{ kind: 'weak-supply', share: 0.1 }] });
    r.referenced();
    for (const [axis, to] of [
      ['x', 400],
      ['y', 400],
      ['z', -80],
    ] as const)
      r.sim.act({ type: 'move', axis, position: to });
    r.sim.run(3000);
    expect(r.kinds().some((k) => k === 'supply sagged' || k === 'stall')).toBe(true);
  });
});

describe('what can be hidden', () => {
  it.each(sampleMachines.map((s) => [s.id, s.make()] as const))(
    '%s: every kind that fits it has words, and a draw is by its seed alone',
    (_id, file) => {
      const { plan } = rigOf(file, { off: true }).figures;
      const all = hideableFaults(file.design, plan.inputs);
      for (const f of all) {
        expect(hiddenFaultTitle[f.kind]).toBeTruthy();
        expect(revealFault(f, file.design)).not.toMatch(/undefined|NaN/);
      }
      const drawn = drawFaults(all, 5, 42);
      expect(drawn).toEqual(drawFaults(all, 5, 42));
      expect(new Set(drawn.map((f) => f.kind)).size).toBe(5);
      expect(drawFaults(all, 99, 1).length).toBe(new Set(all.map((f) => f.kind)).size);
    },
  );
  it('Dunnock can hide every kind but those of an index, and of a spindle that is counted: these a lathe can', () => {
    const missing = (file: MachineFile) => {
      const all = hideableFaults(file.design, rigOf(file, { off: true }).figures.plan.inputs);
      const kinds = new Set(all.map((f) => f.kind));
      return (Object.keys(hiddenFaultTitle) as HiddenFaultKind[]).filter((k) => !kinds.has(k));
    };
    const counted = ['encoder-ratio', 'divider-other', 'index-twice'];
    expect(missing(dunnock())).toEqual(['index-near-trip', 'magnet-slipped', ...counted]);
    expect(missing(plover())).not.toEqual(expect.arrayContaining(counted));
  });
});
