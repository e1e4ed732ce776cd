import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/command';
import { readProgram } from '../../program/reader';
import { dunnock } from '../../samples/dunnock';
import { wren } from '../../samples/wren';
import type { HiddenFault } from '../truth/hiddenFault';
import { edited, rigOf } from '../testing/rig';

const guarded: readonly Command[] = [
  { name: 'add-input', args: { function: 'spindle-permit', library: 'switch-finch' } },
  { name: 'plan-wiring', args: {} },
];
/** With a pump that the control switches by itself, and a flow switch. */
const cooled: readonly Command[] = [
  { name: 'add-output', args: { function: 'spindle-cooling', library: 'pump-brook-24', relay: 'relay-latch-5' } },
  { name: 'add-input', args: { function: 'coolant-flow', library: 'switch-dace-flow' } },
  { name: 'plan-wiring', args: {} },
];

/** Dunnock, or another machine, with its motors on and its datum found. */
function rig(commands: readonly Command[], faults: HiddenFault[] = [], make = dunnock) {
  const r = rigOf(edited(make(), ...commands), { faults });
  r.referenced();
  r.look();
  return r;
}
function read(r: ReturnType<typeof rig>, text: string) {
  const { axes, offsets } = r.sim.controller;
  const { program, faults } = readProgram(
    text,
    {
      letters: axes.map((a) => a.settings.letter),
      linear: axes.map((a) => a.settings.linear),
      diameterX: false,
      words: 'widespread',
      encoder: false,
      maxRpm: undefined,
    },
    { start: axes.map((a) => a.position), offsets: offsets.sets.map((s) => [...s]), active: 0 },
  );
  expect(faults).toEqual([]);
  return program;
}
const turns = (r: ReturnType<typeof rig>) => r.sim.controller.outputs.spindle !== 0;
const wait = (r: ReturnType<typeof rig>, seconds: number) => r.sim.run(seconds * 1000);

describe('a permission', () => {
  it('that is not given keeps the spindle from starting; given, it starts', () => {
    const r = rig(guarded);
    r.sim.act({ type: 'press', device: 'device-spindle-permit', down: false });
    wait(r, 0.2);
    r.sim.act({ type: 'spindle', direction: 1, rpm: 8000 });
    wait(r, 0.2);
    expect(r.codes()).toContain('spindle-not-permitted');
    expect(turns(r)).toBe(false);
    r.sim.act({ type: 'press', device: 'device-spindle-permit', down: true });
    wait(r, 0.2);
    r.sim.act({ type: 'spindle', direction: 1, rpm: 8000 });
    wait(r, 0.2);
    expect(turns(r)).toBe(true);
  });
  it('that goes stops the spindle, and it does not start by itself when it is back', () => {
    const r = rig(guarded);
    r.sim.act({ type: 'spindle', direction: 1, rpm: 8000 });
    wait(r, 1);
    r.sim.act({ type: 'press', device: 'device-spindle-permit', down: false });
    wait(r, 0.2);
    expect(r.codes()).toContain('permit-lost');
    expect(turns(r)).toBe(false);
    r.sim.act({ type: 'press', device: 'device-spindle-permit', down: true });
    wait(r, 2);
    expect(turns(r)).toBe(false);
  });
  it('a wire that comes off forbids', () => {
    const built = edited(dunnock(), ...guarded);
    const wire = Object.keys(built.design.conductors).find((id) => id.startsWith('circuit-spindle-permit/'))!;
    const r = rig(guarded, [{ kind: 'wire-off', conductor: wire }]);
    r.sim.act({ type: 'spindle', direction: 1, rpm: 8000 });
    wait(r, 0.5);
    expect(r.codes()).toContain('spindle-not-permitted');
  });
});

describe('a program whose spindle loses its permission', () => {
  it('waits, and moves on only when the spindle turns again and has had its time', () => {
    const r = rig(guarded);
    r.sim.act({ type: 'load', program: read(r, 'G21 G90\nM3 S8000\nG53 G1 X100 F600\nG53 G1 X40\nM30') });
    r.sim.act({ type: 'run' });
    wait(r, 7);
    r.sim.act({ type: 'press', device: 'device-spindle-permit', down: false });
    wait(r, 1);
    expect(r.look().state).toBe('paused');
    const at = r.axis('x').position;
    // Not yet given: it stays where it is.
    r.sim.act({ type: 'continue' });
    wait(r, 2);
    expect(r.axis('x').position).toBeCloseTo(at, 9);
    expect(turns(r)).toBe(false);
    r.sim.act({ type: 'press', device: 'device-spindle-permit', down: true });
    wait(r, 0.2);
    r.sim.act({ type: 'continue' });
    wait(r, 2);
    // The spindle has four seconds to come up.
    expect(turns(r)).toBe(true);
    expect(r.axis('x').position).toBeCloseTo(at, 9);
    wait(r, 4);
    expect(Math.abs(r.axis('x').position - at)).toBeGreaterThan(1);
  });
});

describe('a spindle that is cooled', () => {
  it('turns three seconds after its pump, and the pump runs on for a minute after it', () => {
    const r = rig(cooled, [], wren);
    r.sim.act({ type: 'spindle', direction: 1, rpm: 8000 });
    wait(r, 2.9);
    expect(r.sim.controller.outputs.cooling).toBe(true);
    expect(turns(r)).toBe(false);
    wait(r, 0.3);
    expect(turns(r)).toBe(true);
    r.sim.act({ type: 'spindle', direction: 0, rpm: 0 });
    wait(r, 59);
    expect(r.sim.controller.outputs.cooling).toBe(true);
    wait(r, 2);
    expect(r.sim.controller.outputs.cooling).toBe(false);
  });
  it('without a flow it does not start: the pump’s own conductor is off', () => {
    const built = edited(wren(), ...cooled);
    const pump = Object.keys(built.design.parts).find((id) => built.design.parts[id]!.data.class === 'pump')!;
    const [wire] = Object.entries(built.design.conductors).find(([, c]) => [c.from.part, c.to.part].includes(pump))!;
    const r = rig(cooled, [{ kind: 'wire-off', conductor: wire }], wren);
    r.sim.act({ type: 'spindle', direction: 1, rpm: 8000 });
    wait(r, 9);
    expect(r.codes()).toContain('flow-missing');
    expect(turns(r)).toBe(false);
    expect(r.sim.controller.outputs.cooling).toBe(false);
  });
  it('by a pump that the control does not switch: it starts with a flow, and not with a flow switch whose wire is off', () => {
    const flow: readonly Command[] = cooled.slice(1);
    const good = rig(flow, [], wren);
    good.sim.act({ type: 'spindle', direction: 1, rpm: 8000 });
    wait(good, 0.5);
    expect(turns(good)).toBe(true);
    const built = edited(wren(), ...flow);
    const wire = Object.keys(built.design.conductors).find((id) => id.startsWith('circuit-coolant-flow/'))!;
    const dry = rig(flow, [{ kind: 'wire-off', conductor: wire }], wren);
    dry.sim.act({ type: 'spindle', direction: 1, rpm: 8000 });
    wait(dry, 0.5);
    expect(dry.codes()).toContain('spindle-not-permitted');
    expect(turns(dry)).toBe(false);
  });
});
