import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { createDeriver, deriveFigures } from '../derivation/figures';
import { movedMassKg } from '../drivetrain/load';
import { createFinder } from '../findings/finder';
import { findingsOf } from '../findings/findings';
import { rigOf } from '../motion/testing/rig';
import { drivesByAxis, motorBusDemand } from '../power/budget';
import { avocet } from '../samples/avocet';
import { dunnock } from '../samples/dunnock';
import { asMounted, partsOff, withHead } from './heads';
import { readMachineFile } from './reading/read';
import { writeMachineFile, type MachineFile } from './file';

const machine = avocet();
const run = (file: MachineFile, command: Command) => applyCommand(file, command, '2026-03-03T10:00:00.000Z');
const done = (file: MachineFile, command: Command): MachineFile => {
  const result = run(file, command);
  if (!result.ok) throw new Error(result.error[0]!.what);
  return result.value.file;
};
const hotWire = done(machine, { name: 'mount-head', args: { head: 'head-2' } });
const none = done(machine, { name: 'mount-head', args: { head: null } });

it('a machine without such heads is itself, and one that stands as it does is so again', () => {
  expect(asMounted(dunnock().design)).toMatchObject({ name: 'Dunnock' });
  const { design } = dunnock();
  expect(asMounted(design)).toBe(design);
  const once = asMounted(machine.design);
  expect(asMounted(once)).toBe(once);
});
it('each head brings its parts and its mass, and takes those of the other away', () => {
  const parts = (file: MachineFile) =>
    ['spindle', 'output-switched-load', 'device-pause', 'spindle-drive'].map(
      (id) => id in asMounted(file.design).parts,
    );
  expect(parts(machine)).toEqual([true, false, false, true]);
  expect(parts(hotWire)).toEqual([false, true, true, true]);
  expect(parts(none)).toEqual([false, false, false, true]);
  // 1.6 kg of spindle, 0.7 kg of wire and bow.
  const onZ = (file: MachineFile) => movedMassKg('z', asMounted(file.design).masses);
  expect([onZ(machine), onZ(hotWire), onZ(none)]).toEqual([1.6, 0.7, undefined]);
  expect([...partsOff(hotWire.design)]).toEqual(['spindle']);
});
it('the plug keeps its contacts whichever head is on it: the cabinet side is the same, and nothing is to be planned anew', () => {
  const inside = (file: MachineFile) => {
    const { design, network, replanned } = deriveFigures(file.design);
    expect(replanned).toEqual({ changes: [], conflicts: [] });
    expect(network.conductors.map((c) => c.id).sort()).toEqual(Object.keys(design.conductors).sort());
    return network.conductors.map((c) => c.id);
  };
  const [spindle, wire] = [inside(machine), inside(hotWire)];
  const only = (a: string[], b: string[]) => a.filter((id) => !b.includes(id)).sort();
  expect(only(spindle, wire)).toEqual(['spindle/motor-minus/beyond', 'spindle/motor-plus/beyond']);
  // Two leads of the wire, three of the sensor.
  expect(only(wire, spindle)).toHaveLength(5);
});
it('what lies on the bench draws nothing: the spindle is in the balance of the motor supply only while it is on', () => {
  const watts = (file: MachineFile) => {
    const figures = deriveFigures(file.design);
    return motorBusDemand(figures.design, drivesByAxis(figures.design, figures.axes), 'motor-supply').spindleW;
  };
  // 36 V · 6.2 A
  expect([watts(machine), watts(hotWire)]).toEqual([36 * 6.2, 0]);
});
it('in Practice the spindle turns only while it is on, and the sensor pauses only while it is', () => {
  const turns = (file: MachineFile) => {
    const r = rigOf(file);
    r.referenced();
    r.sim.act({ type: 'spindle', direction: 1, rpm: 5000 });
    r.sim.run(8000);
    return r.look().spindle?.rpm ?? 0;
  };
  expect(turns(machine)).toBeGreaterThan(1000);
  expect(turns(hotWire)).toBe(0);
  const inputs = (file: MachineFile) =>
    rigOf(file)
      .look()
      .inputs.map((i) => i.id);
  expect(inputs(machine)).not.toContain('pause');
  expect(inputs(hotWire)).toContain('pause');
});
it('a hot wire is switched by its own output, and whatever stops the motion switches it off', () => {
  const r = rigOf(hotWire);
  r.referenced();
  const hot = () => r.sim.nets.state.energised.has('relay-switched-load/coil');
  expect(hot()).toBe(false);
  r.sim.act({ type: 'switch-load', output: 'switched-load', on: true });
  r.sim.run(50);
  expect([hot(), r.look().loads]).toEqual([true, ['switched-load']]);
  r.sim.act({ type: 'press', device: 'device-stop', down: true });
  r.sim.run(200);
  expect([hot(), r.look().loads]).toEqual([false, []]);
  r.sim.act({ type: 'switch-load', output: 'switched-load', on: true });
  r.sim.run(50);
  expect(hot()).toBe(false);
});
it('a computer that goes silent leaves no hot wire on', () => {
  const r = rigOf(hotWire);
  r.referenced();
  r.sim.act({ type: 'switch-load', output: 'switched-load', on: true });
  r.sim.run(50);
  expect(r.look().loads).toEqual(['switched-load']);
  r.sim.controller.command({ type: 'link-lost' });
  r.sim.run(50);
  expect(r.look().loads).toEqual([]);
});
it('findings look at every head: what is wrong with one that lies on the bench is told, with its name, once', () => {
  // A hot wire for 24 V on 36 V.
  const wrong = done(machine, {
    name: 'set-field',
    args: {
      path: 'parts.output-switched-load.data.ratedVoltage',
      value: { entered: 24, unit: 'V', source: 'entered' },
    },
  });
  const told = (file: MachineFile) =>
    findingsOf(deriveFigures(file.design)).filter((f) => f.id.includes('output-switched-load'));
  const [there] = told(done(wrong, { name: 'mount-head', args: { head: 'head-2' } }));
  const [beside] = told(wrong);
  expect([beside!.id, beside!.title]).toEqual([`${there!.id}@head-2`, `With “Hot wire”: ${there!.title}`]);
  expect(told(machine)).toEqual([]);
  // Kept from edit to edit, they are those found from scratch.
  const derive = createDeriver();
  const find = createFinder();
  for (const file of [machine, wrong, hotWire, none, machine])
    expect(find(derive(file.design)).map((f) => f.id)).toEqual(findingsOf(deriveFigures(file.design)).map((f) => f.id));
});
it('heads are put together, renamed, exchanged and taken apart, and what is on one is not on another', () => {
  const heads = (file: MachineFile) => file.design.heads ?? {};
  const moved = done(machine, { name: 'set-head', args: { head: 'head-2', set: { parts: ['spindle'] } } });
  expect([heads(moved)['head-1']!.parts, heads(moved)['head-2']!.parts]).toEqual([[], ['spindle']]);
  // A part that goes comes off its head; with the last head, nothing of them is left.
  const out = done(machine, { name: 'remove-output', args: { output: 'switched-load' } });
  expect(heads(out)['head-2']!.parts).toEqual(['device-pause']);
  const bare = ['head-1', 'head-2'].reduce((f, head) => done(f, { name: 'remove-head', args: { head } }), machine);
  expect([bare.design.heads, bare.design.mountedHead]).toEqual([undefined, undefined]);
  expect(deriveFigures(bare.design).replanned.changes).toEqual([]);
  for (const command of [
    { name: 'mount-head', args: { head: 'head-9' } },
    { name: 'set-head', args: { head: 'head-1', set: { parts: ['nothing'] } } },
    { name: 'set-head', args: { head: 'head-1', set: { masses: ['mass-99'] } } },
    { name: 'set-head', args: { head: 'head-1', set: { name: '' } } },
  ] satisfies Command[])
    expect(run(machine, command).ok).toBe(false);
  expect(readMachineFile(writeMachineFile(hotWire))).toEqual({ ok: true, value: { file: hotWire, told: [] } });
  expect(withHead(machine.design, 'head-2')).toMatchObject({ mountedHead: 'head-2' });
});
