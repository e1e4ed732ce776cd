import { type Place, slotAt } from '../../samples/builder';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import type { Design } from '../../machine/design';
import type { MachineFile } from '../../machine/file';
import { dunnock } from '../../samples/dunnock';
import { plover } from '../../samples/plover';
import { wren } from '../../samples/wren';
import { baseValue, quantity } from '../../units/quantity';
import { evaluate } from '../evaluate';
import { buildNetwork } from '../network';
import { terminalName } from '../wires';
import { planConductors } from './plan';
import type { Plan } from './proposal';

const run = (file: MachineFile, ...commands: Command[]): Design =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(`${c.name}: ${r.error.map((x) => x.what).join()}`);
    return r.value.file;
  }, file).design;
const set = (path: string, value: string | ReturnType<typeof quantity> | null): Command => ({
  name: 'set-field',
  args: { path, value },
});
const role = (place: Place, library: string | null): Command => ({
  name: 'choose-part',
  args: { slot: slotAt(place), library },
});
const free = (file: MachineFile): Command => ({
  name: 'set-conductors',
  args: { ids: Object.keys(file.design.conductors), set: { state: 'planned' } },
});
/** The conductors whose id begins so, as `from → to`. */
const ways = (design: Design, prefix: string, plan: Plan = planConductors(design)): string[] =>
  plan.proposals
    .filter((p) => p.id.startsWith(prefix))
    .map((p) => `${terminalName(design, p.from)} → ${terminalName(design, p.to)}`);
const machines = { dunnock: dunnock(), wren: wren(), plover: plover() };

describe('what the stop button cuts: four strategies', () => {
  const { dunnock: file } = machines;
  it('nothing: the button has one wire pair, to the control', () => {
    const d = run(file, set('stopStrategy', 'request-only'));
    expect(ways(d, 'stop-chain/')).toEqual([]);
    expect(ways(d, 'circuit-stop/')).toEqual(['-X5:F → -S2:11', '-S2:12 → -K1:B1']);
    // The bus goes straight to its strip.
    expect(ways(d, 'feed/').slice(0, 2)).toEqual(['-T1:+ → -X3:IN', '-T1:− → -X4:IN']);
  });
  it('motor power: on the plus side, and a start button for the second act', () => {
    expect(ways(file.design, 'feed/').slice(0, 3)).toEqual(['-T1:+ → -Q2:1', '-Q2:2 → -X3:IN', '-T1:− → -X4:IN']);
    const bare = run(file, free(file), role('resetButton', null));
    expect(planConductors(bare).gaps.map((g) => g.field)).toContain('roles.resetButton');
    expect(ways(bare, 'stop-chain/coil')).toEqual(['-S2:22 → -Q2:A1']);
  });
  it('everything behind the main switch: both poles, but not the supply that holds the contactor', () => {
    const d = run(file, free(file), set('stopStrategy', 'main-switch'));
    expect(ways(d, 'mains/stop-contactor')).toEqual(['-R1:L2 → -Q2:1', '-R1:N2 → -Q2:3']);
    expect(ways(d, 'mains/motor-supply')).toEqual(['-Q2:2 → -T1:L', '-Q2:4 → -T1:N']);
    expect(ways(d, 'mains/field-supply')).toEqual(['-R1:L2 → -T3:L', '-R1:N2 → -T3:N']);
    expect(ways(d, 'mains/spindle-drive')).toEqual(['-Q2:2 → -T8:R', '-Q2:4 → -T8:S']);
  });
  it('torque-off: every drive that has the input, and a sentence where none has', () => {
    expect(ways(machines.plover.design, 'stop-chain/driver-')).toEqual([
      '-S1:22 → -T4:TO+',
      '-X6:OUT → -T4:TO−',
      '-S1:22 → -T5:TO+',
      '-X6:OUT → -T5:TO−',
    ]);
    const none = planConductors(run(file, set('stopStrategy', 'torque-off')));
    expect(none.gaps.map((g) => g.what).join()).toContain('None of the drives has an input that takes its torque off');
  });
  it('a button with one contact cannot cut: the plan says so and leaves the chain out', () => {
    const plan = planConductors(run(machines.wren, set('stopStrategy', 'motor-power')));
    expect(plan.gaps.map((g) => g.field)).toContain('stopStrategy');
    expect(plan.proposals.some((p) => p.id.startsWith('stop-chain/'))).toBe(false);
  });
  it('the chain does what it is for: start pulls the contactor in, stop or a broken lead keeps it out', () => {
    const { design } = file;
    const network = buildNetwork(design.parts, design.conductors);
    const bus = (situation: Parameters<typeof evaluate>[1]) =>
      evaluate(network, situation).levelAt({ part: 'motor-plus-strip', terminal: 'feed' });
    const pressed = (...ids: string[]) => ({ actuated: new Set(ids) });
    expect(bus({})).not.toBe('high');
    expect(bus(pressed('reset-button'))).toBe('high');
    expect(bus(pressed('reset-button', 'device-stop'))).not.toBe('high');
    for (const lead of ['feed', 'start-in', 'start-out', 'return'])
      expect(bus({ ...pressed('reset-button'), open: new Set([`stop-chain/${lead}`]) }), lead).not.toBe('high');
    expect(bus({ ...pressed('reset-button'), lost: new Set(['field-supply']) })).not.toBe('high');
  });
});

describe('the mains side', () => {
  const { wren: file } = machines;
  it('goes through what there is, in its order, and the next takes the place of what is left out', () => {
    const without = (...roles: Place[]) => run(file, ...roles.map((r) => role(r, null)));
    expect(ways(without('mains.2'), 'mains/motor-supply-l')).toEqual(['-F1:2 → -T1:L']);
    expect(ways(without('mains.2', 'mains.1'), 'mains/motor-supply-l')).toEqual(['-Q1:2 → -T1:L']);
    expect(ways(without('mains.2', 'mains.1', 'mains.0'), 'mains/motor-supply')).toEqual([
      '-X1:L → -T1:L',
      '-X1:N → -T1:N',
    ]);
    expect(ways(without('mains.inlet'), 'mains/motor-supply')).toEqual(['-R1:L2 → -T1:L', '-R1:N2 → -T1:N']);
  });
  it('the breaker decides the section, the earth goes with it', () => {
    const section = (library: string) => {
      const plan = planConductors(run(file, role('mains.1', library)));
      const of = (id: string) => baseValue(plan.proposals.find((p) => p.id === id)!.section!);
      return [of('mains/motor-supply-l'), of('earth/motor-supply')];
    };
    expect(section('breaker-hurdle-6')).toEqual([1.5, 1.5]);
    expect(section('breaker-hurdle-10')).toEqual([1.5, 1.5]);
    expect(section('breaker-hurdle-16')).toEqual([2.5, 2.5]);
  });
  it('without a bar nothing is earthed by guesswork', () =>
    expect(ways(run(file, role('earth', null)), 'earth/')).toEqual([]));
});

describe('sections, lengths and colours', () => {
  const { plover: file } = machines;
  const supply = (design: Design) => planConductors(design).proposals.find((p) => p.id === 'drive-x-0/supply-plus')!;
  it('a fuse that is larger than the load sets the section; one that is smaller leaves it to the load', () => {
    const at = (...commands: Command[]) => baseValue(supply(run(file, free(file), ...commands)).section!);
    expect(at()).toBe(1.5);
    expect(at(role('drives.plus', 'strip-paling-6'))).toBe(1.5);
    expect(at(set('parts.driver-x-0.setup.peakCurrent', quantity(2, 'A')))).toBe(1.5);
    expect(at(role('drives.plus', 'strip-paling-6'), set('parts.driver-x-0.setup.peakCurrent', quantity(2, 'A')))).toBe(
      1,
    );
  });
  it('the machine’s own planning table counts', () => {
    const table = [
      { section: quantity(1, 'mm²'), current: quantity(12, 'A') },
      { section: quantity(4, 'mm²'), current: quantity(30, 'A') },
    ];
    expect(baseValue(supply(run(file, free(file), { name: 'set-ampacity', args: { table } })).section!)).toBe(1);
  });
  it('a longer motor cable gets a thicker one where the drop asks for it, and its conductors follow', () => {
    const cable = (m: number) => {
      const plan = planConductors(
        run(file, free(file), set('parts.cable-drive-x-0-motor.data.length', quantity(m, 'm'))),
      );
      const phase = plan.proposals.find((p) => p.id === 'drive-x-0/phase-u')!;
      return [plan.cables.find((c) => c.name === 'Motor X')!.library, baseValue(phase.length!) / 1000];
    };
    expect(cable(3)).toEqual(['cable-reed-4g15', 3]);
    // 10 A over 14 m of 1.5 mm² lose 3.47 V of 60: more than a twentieth
    expect(cable(14)).toEqual(['cable-reed-4g25', 14]);
    expect(cable(24)).toEqual(['cable-reed-4g4', 24]);
  });
  it('own colours by function apply to loose conductors, and leave the cores of cables as they are made', () => {
    const d = run(file, free(file), { name: 'set-colour-rule', args: { of: 'power-plus', colour: 'OG' } });
    const plan = planConductors(d);
    const colour = (id: string) => plan.proposals.find((p) => p.id === id)!.colour;
    expect([colour('drive-x-0/supply-plus'), colour('drive-x-0/phase-u')]).toEqual(['OG', 'BK']);
    const back = run({ ...file, design: d }, { name: 'set-colour-rule', args: { of: 'power-plus', colour: null } });
    expect(planConductors(back).proposals.find((p) => p.id === 'drive-x-0/supply-plus')!.colour).toBe('RD');
  });
  it('numbers tell the sheet, and one that is taken is passed over', () => {
    const { conductors } = machines.dunnock.design;
    expect(conductors['drive-x-0/step']!.number).toBeGreaterThan(200);
    expect(conductors['drive-x-0/step']!.number).toBeLessThan(300);
    expect(conductors['stop-chain/feed']!.number).toBe(501);
    const base = wren();
    const bare = { ...base, design: { ...base.design, conductors: {} } };
    const taken = run(
      bare,
      {
        name: 'add-conductor',
        args: {
          number: 101,
          from: { part: 'motor-supply', terminal: 'plus' },
          to: { part: 'motor-plus-strip', terminal: 'feed' },
        },
      },
      { name: 'plan-wiring', args: {} },
    );
    const numbers = Object.values(taken.conductors).map((c) => c.number);
    expect(new Set(numbers).size).toBe(numbers.length);
    expect(Object.values(taken.conductors).filter((c) => c.number === 101)).toHaveLength(1);
  });
});

describe('outputs', () => {
  const { wren: low, plover: high } = machines;
  const add = (args: Extract<Command, { name: 'add-output' }>['args']): Command => ({ name: 'add-output', args });
  it('one that gives its voltage feeds the plus of the load, one that pulls takes its minus', () => {
    const lamp = add({ function: 'lamp', library: 'lamp-wick-24' });
    expect(ways(run(high, lamp), 'output-lamp/')).toEqual(['-K1:Q3 → -P1:+', '-X6:OUT → -P1:−']);
    const pulling = run(
      low,
      role('controller', 'controller-tansy-3'),
      { name: 'remove-output', args: { output: 'brake' } },
      lamp,
    );
    expect(ways(pulling, 'output-lamp/')).toEqual(['-X5:F → -P1:+', '-K1:F1 → -P1:−']);
  });
  it('a spindle on the mains asks for a relay; with one, L is switched and N is not', () => {
    const router = [role('spindleDrive', null), role('spindle', 'spindle-tern-800')];
    const bare = run(low, ...router, add({ function: 'spindle-run', device: 'spindle' }));
    expect(planConductors(bare).gaps.map((g) => g.field)).toContain('outputs.spindle-run.relay');
    const d = run(low, ...router, add({ function: 'spindle-run', device: 'spindle', relay: 'relay-latch-5' }));
    expect(ways(d, 'output-spindle-run/').slice(2)).toEqual(['-R1:L2 → -K3:11', '-K3:14 → -M4:L', '-R1:N2 → -M4:N']);
  });
  it('5 V outputs and a drive that needs 24 V meet at a relay, which the drive feeds itself', () => {
    const vole = [role('spindle', 'spindle-harrow-750'), role('spindleDrive', 'drive-vole-750')];
    const direct = run(low, ...vole, add({ function: 'spindle-run', device: 'spindle-drive' }));
    expect(
      planConductors(direct)
        .gaps.map((g) => g.what)
        .join(),
    ).toContain('needs 24 V; the outputs of Sedge 4');
    const d = run(low, ...vole, add({ function: 'spindle-run', device: 'spindle-drive', relay: 'relay-latch-5' }));
    expect(ways(d, 'output-spindle-run/').slice(2)).toEqual([
      '-T7:P24 → -K3:11',
      '-K3:14 → -T7:D1',
      '-T7:M24 → -T7:DC',
    ]);
  });
  it('a level of 0 to 10 V goes to who understands it, pulses to who understands those, and a gap where nobody does', () => {
    expect(ways(high.design, 'spindle/speed')).toEqual(['-K1:A10 → -T6:AI', '-K1:A0V → -T6:AC']);
    expect(ways(low.design, 'spindle/speed')).toEqual(['-K1:PW → -T7:PW', '-K1:0V → -T7:PG']);
    const deaf = run(low, role('spindle', 'spindle-harrow-750'), role('spindleDrive', 'drive-vole-750'));
    expect(
      planConductors(deaf)
        .gaps.map((g) => g.what)
        .join(),
    ).toContain('has no output for spindle speed');
  });
  it('an output chosen by hand is kept, and the others make room', () => {
    const d = run(high, {
      name: 'set-output',
      args: { output: 'spindle-direction', terminal: { part: 'controller', terminal: 'out-0' } },
    });
    const plan = planConductors(d);
    expect([plan.outputs['spindle-direction']!.terminal, plan.outputs['spindle-run']!.terminal]).toEqual([
      'out-0',
      'out-1',
    ]);
  });
});
