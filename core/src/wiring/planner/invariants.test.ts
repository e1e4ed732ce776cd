import { slotOf } from '../../machine/slots';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import type { Design } from '../../machine/design';
import { axesOf } from '../../machine/design';
import { terminalKey } from '../../machine/ids';
import type { MachineKind } from '../../machine/mechanics';
import { roleOf } from '../../machine/parts';
import { danglingReferences } from '../../machine/references';
import { MachineBuilder } from '../../samples/builder';
import { quantity } from '../../units/quantity';
import { evaluate } from '../evaluate';
import { buildNetwork } from '../network';
import { drivesOf } from './plannedDrives';
import { planConductors } from './plan';
import { replan } from './replan';

/** A machine with everything that can be wired, on one kind of controller. */
function complete(kind: MachineKind, controller: string, analogue: boolean): Design {
  const b = new MachineBuilder(kind, 'Bench', 'bench').places({
    controller,
    'drives.supply': 'supply-loam-48',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
    'mains.inlet': 'inlet-gate-16',
    'mains.0': 'switch-stile-2',
    'mains.1': 'breaker-hurdle-16',
    'mains.2': 'filter-sieve-16',
    earth: 'bar-ridge-20',
    'drives.plus': 'strip-paling-6',
    'drives.zero': 'strip-hedge-12',
    'field.plus': 'strip-paling-2',
    'field.zero': 'strip-hedge-24',
    stopContactor: 'contactor-bollard-dc',
    resetButton: 'button-plum-push',
    spindle: analogue ? 'spindle-plough-1500' : 'spindle-dibble-400',
    spindleDrive: analogue ? 'drive-vole-1500' : 'drive-shrew-500',
    host: 'host-desk',
  });
  b.set('stopStrategy', 'motor-power');
  for (const [id, axis] of axesOf(b.file.design))
    axis.drives.forEach((_, drive) =>
      b
        .choose({ axis: id, drive, item: 'motor' }, axis.plus === 'up' ? 'motor-magpie-22' : 'motor-magpie-30')
        .choose({ axis: id, drive, item: 'driver' }, 'driver-merlin-60'),
    );
  for (const id of b.file.design.axisOrder)
    b.input({
      function: 'limit-and-reference',
      library: 'switch-finch',
      mount: { axis: id, end: b.file.design.axes[id]!.reference.end, tripFromStop: quantity(10, 'mm') },
    });
  b.input({ function: 'stop', library: 'button-plum-stop-2' });
  const head = Object.entries(b.file.design.axes).find(([, a]) => a.plus === 'up')?.[0];
  const low = ['controller-sedge-4', 'controller-bryony-5'].includes(controller);
  if (head)
    b.do({
      name: 'add-output',
      args: { function: 'brake', device: `motor-${head}-0`, relay: low ? 'relay-latch-5' : 'relay-latch-24' },
    });
  b.do({ name: 'add-output', args: { function: 'spindle-speed', device: 'spindle-drive' } });
  if (analogue) b.do({ name: 'add-output', args: { function: 'spindle-run', device: 'spindle-drive' } });
  return b.plan().file.design;
}

/** The terminals that a mill's functions land on, by the labels on each controller. */
const roleTable = {
  'controller-sedge-4': { x: 'P1', z: 'P3', stop: 'J4', brake: 'Q1', speed: 'PW' },
  'controller-teasel-6': { x: '1P', z: '3P', stop: 'A4', brake: 'Q1', speed: 'A10' },
  'controller-bryony-5': { x: 'P-1', z: 'P-3', stop: 'J4', brake: 'R1', speed: 'PW' },
  'controller-tansy-3': { x: 'AP', z: 'CP', stop: 'J4', brake: 'F1', speed: 'PW' },
  'controller-comfrey-3': { x: 'PU', z: 'PW', stop: 'E4', brake: 'M1', speed: 'A10' },
  'controller-valerian-8': { x: undefined, z: undefined, stop: 'N4', brake: 'Q1', speed: 'A10' },
};
const analogueOn = (key: string) => /teasel|comfrey|valerian/.test(key);

describe.each(['router-moving-gantry', 'mill-bench', 'lathe'] as const)('a complete %s', (kind) => {
  describe.each(Object.keys(roleTable) as (keyof typeof roleTable)[])('on %s', (key) => {
    const design = complete(kind, key, analogueOn(key));
    const plan = planConductors(design);
    const wires = Object.values(design.conductors);
    const roleAt = (t: { part: string; terminal: string }) => {
      const part = design.parts[t.part]!;
      return roleOf(part, part.terminals[t.terminal]!);
    };
    const at = new Map<string, number>();
    for (const c of wires) for (const e of [c.from, c.to]) at.set(terminalKey(e), (at.get(terminalKey(e)) ?? 0) + 1);

    it('every step output meets exactly one step input of its own axis', () => {
      const steps = wires.filter((c) => roleAt(c.from) === 'step-out');
      const fits = drivesOf(design).filter((d) =>
        Object.values(design.parts.controller!.terminals).some((t) => t.role === 'step-out' && t.channel === d.channel),
      );
      expect(steps.length).toBe(fits.length);
      for (const d of fits) {
        const own = steps.filter((c) => design.parts.controller!.terminals[c.from.terminal]!.channel === d.channel);
        expect(own.map((c) => c.to.part)).toEqual([d.drive.driver]);
        expect(roleAt(own[0]!.to)).toMatch(/^step-(plus|minus)$/);
      }
    });
    it('every coil and every load has both ends, every alarm and encoder lead its partner', () => {
      for (const [id, part] of Object.entries(design.parts))
        for (const e of Object.values(part.elements))
          if (e.kind === 'coil' || e.kind === 'load') {
            const ends = [e.a, e.b].map((terminal) => at.get(terminalKey({ part: id, terminal })) ?? 0);
            expect(Math.min(...ends), `${id} ${e.kind}`).toBeGreaterThan(0);
          }
      for (const c of wires) if (roleAt(c.to) === 'encoder') expect(c.from.terminal).toBe(c.to.terminal);
    });
    it('no terminal takes more than it holds, no number is given twice, no supply is joined to another', () => {
      for (const [k, n] of at) {
        const [part, terminal] = k.split('#') as [string, string];
        expect(n, k).toBeLessThanOrEqual(design.parts[part]!.terminals[terminal]!.holds ?? 2);
      }
      expect(new Set(wires.map((c) => c.number)).size).toBe(wires.length);
      const nets = evaluate(buildNetwork(design.parts, design.conductors));
      for (const c of wires) expect(nets.levelAt(c.from), c.purpose).not.toBe('conflict');
    });
    it('every metal part is earthed once from the bar or through its own cable; every screen lands at the cabinet', () => {
      for (const [id, part] of Object.entries(design.parts)) {
        const earths = wires.filter((c) =>
          [c.from, c.to].some((e) => e.part === id && roleAt(e) === 'protective-earth' && c.colour === 'GNYE'),
        );
        if (Object.values(part.terminals).some((t) => t.role === 'protective-earth'))
          expect(earths.length, id).toBeGreaterThan(0);
        if (part.data.class === 'cable' && part.data.screened) expect(at.get(`${id}#screen-a`), id).toBe(1);
      }
    });
    it('what cannot be placed is a gap with a way to fix it; planning twice changes nothing', () => {
      for (const g of plan.gaps) expect(g.field).toMatch(/^(roles|rails|circuits|outputs|stopStrategy)/);
      const data = design.parts.controller!.data;
      const few = data.class === 'controller' && data.channels < drivesOf(design).length;
      expect(plan.gaps.length > 0).toBe(few || key === 'controller-valerian-8');
      expect(replan(design.conductors, plan).changes).toEqual([]);
      expect(planConductors(design)).toEqual(plan);
    });
    if (kind === 'mill-bench')
      it('functions land on the terminals of its role table', () => {
        const label = (t: { terminal: string } | undefined) =>
          t && design.parts.controller!.terminals[t.terminal]?.printed;
        const step = (axis: string) => label(design.conductors[`drive-${axis}-0/step`]?.from);
        expect({
          x: step('x'),
          z: step('z'),
          stop: label(plan.inputs.stop),
          brake: label(plan.outputs.brake),
          speed: label(plan.outputs['spindle-speed']),
        }).toEqual(roleTable[key]);
      });
  });
});

describe('taking parts away', () => {
  const file = new MachineBuilder('lathe', 'Bench', 'bench').file;
  const design = complete('mill-bench', 'controller-teasel-6', true);
  const places: Command[] = Object.keys(design.parts).flatMap((id) => {
    const slot = slotOf(design, id);
    return slot ? [{ name: 'choose-part' as const, args: { slot, library: null } }] : [];
  });
  const others: Command[] = [
    { name: 'remove-output', args: { output: 'brake' } },
    { name: 'remove-output', args: { output: 'spindle-run' } },
    { name: 'remove-input', args: { circuit: 'stop' } },
    { name: 'choose-part', args: { slot: { axis: 'z', drive: 0, item: 'motor' }, library: null } },
    { name: 'choose-part', args: { slot: { axis: 'z', drive: 0, item: 'driver' }, library: null } },
    { name: 'remove-axis', args: { axis: 'x' } },
  ];
  it.each([...places, ...others].map((c) => [JSON.stringify(c.args), c] as const))(
    '%s leaves no conductor dangling, and the plan comes to rest',
    (_name, command) => {
      const gone = applyCommand({ ...file, design }, command, '2026-03-03T10:00:00.000Z');
      if (!gone.ok) throw new Error(gone.error[0]!.what);
      expect(danglingReferences(gone.value.file.design)).toEqual([]);
      const again = applyCommand(gone.value.file, { name: 'plan-wiring', args: {} }, '2026-03-03T10:00:00.000Z');
      if (!again.ok) throw new Error(again.error[0]!.what);
      expect(danglingReferences(again.value.file.design)).toEqual([]);
      const after = again.value.file.design;
      expect(replan(after.conductors, planConductors(after)).changes).toEqual([]);
      // No cable stays behind without a conductor.
      for (const [id, p] of Object.entries(after.parts))
        if (p.data.class === 'cable')
          expect(
            Object.values(after.conductors).some((c) => c.cable === p.name),
            id,
          ).toBe(true);
    },
  );
});
