import { inputBoardsOf } from '../../machine/boards';
import type { Design } from '../../machine/design';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import { deriveFigures } from '../../derivation/figures';
import { findingsOf } from '../../findings/findings';
import type { MachineFile } from '../../machine/file';
import { terminalKey } from '../../machine/ids';
import { dunnock } from '../../samples/dunnock';
import { baseValue } from '../../units/quantity';
import { terminalName } from '../wires';
import { defaultDisplay } from '../../units/print';
import { inputPlaces } from './inputs';
import { outputPlaces } from '../../distribution/outputTerminals';
import { distributionOf } from '../../distribution/tree';
import { planConductors } from './plan';

const run = (file: MachineFile, ...commands: Command[]): MachineFile =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(`${c.name}: ${r.error.map((x) => x.what).join()}`);
    return r.value.file;
  }, file);
const replan: Command = { name: 'plan-wiring', args: {} };
const withController = (library: string): MachineFile => {
  const file = dunnock();
  return run(
    file,
    { name: 'set-conductors', args: { ids: Object.keys(file.design.conductors), set: { state: 'planned' } } },
    { name: 'choose-part', args: { slot: { role: 'controller' }, library } },
    replan,
  );
};
const boardOf = (design: Design) => inputBoardsOf(design)[0]!.id;
const gapsAt = (file: MachineFile, field: RegExp) =>
  findingsOf(deriveFigures(file.design)).filter((f) => f.code === 'plan-gap' && field.test(f.field ?? ''));

describe('nine inputs on a controller that has six', () => {
  const short = withController('controller-sedge-4');
  const gaps = gapsAt(short, /\.input$/);
  const remedy = gaps[0]!.remedies.find((r) => r.label({} as never).startsWith('Add Nettle 8'))!;
  const cured = run(short, remedy.command as Command, replan);
  const { design } = cured;
  const figures = deriveFigures(design);

  it('three find no place; a board is one of the choices, and gives all of them one of their own', () => {
    expect(gaps.length).toBe(3);
    expect(gapsAt(cured, /\.input$/)).toEqual([]);
    const places = Object.values(figures.plan.inputs);
    expect(new Set(places.map(terminalKey)).size).toBe(Object.keys(design.circuits).length);
    // Six sensors that switch to +24 V belong on isolated inputs, not on those of 5 V that are still free.
    expect(places.filter((p) => p.part === boardOf(design)).length).toBeGreaterThanOrEqual(6);
  });
  it('the board is fed from the field, hangs on the extension lead, and its bank has a common to 0 V', () => {
    const ways = figures.plan.proposals
      .filter((p) => p.id.startsWith('input-board/') || p.id.startsWith('inputs/input-board-'))
      .map((p) => `${terminalName(design, p.from)} ${terminalName(design, p.to)}`);
    const board = design.parts[boardOf(design)]!.designation;
    expect(ways).toEqual([`-X5:F ${board}:L+`, `-X6:OUT ${board}:L−`, `-K1:EXT ${board}:EXT`, `-X6:OUT ${board}:G0`]);
  });
  it('the simulated control reads an input on the board as late as the board does, though nobody chose its terminal', () => {
    const quiet = run(cured, { name: 'remove-input', args: { circuit: 'alarm' } }, replan).design;
    const { plan, controller } = deriveFigures(quiet);
    if (!controller.known) throw new Error(controller.missing.join());
    const pollS = (part: string): number => {
      const { data } = quiet.parts[part]!;
      return 'inputPoll' in data && data.inputPoll ? baseValue(data.inputPoll) : 0;
    };
    const own = pollS(quiet.roles.controller!);
    const there = controller.value.inputs.filter((i) => plan.inputs[i.id]!.part === boardOf(quiet));
    expect(there.length).toBeGreaterThan(4);
    expect(there.every((i) => !quiet.circuits[i.id]!.input)).toBe(true);
    for (const i of there) expect([i.id, i.pollS]).toEqual([i.id, own + pollS(boardOf(quiet))]);
  });
  it('what arrives at the board is seen, and later: its poll adds to the stopping distance of that axis alone', () => {
    for (const [id, input] of Object.entries(figures.plan.inputs)) {
      if (input.part !== boardOf(design)) continue;
      expect(
        figures.circuits[id]!.tripped.every((t) => t.seen),
        id,
      ).toBe(true);
    }
    const reactionS = (d: typeof design, axis: string) => {
      const s = deriveFigures(d).axes.find((a) => a.id === axis)!.stopping;
      if (!s.known) throw new Error(s.missing.join());
      return s.value.reactionS;
    };
    const near = Object.entries(design.circuits)
      .filter(([, c]) => c.devices.some((d) => design.parts[d]?.mount?.axis === 'x'))
      .map(([circuit], i): Command => ({
        name: 'set-input-terminal',
        args: { circuit, input: { part: design.roles.controller!, terminal: `in-${i}` } },
      }));
    const moved = run(cured, ...near).design;
    for (const axis of ['x', 'y', 'z'])
      expect(reactionS(design, axis) - reactionS(moved, axis)).toBeCloseTo(axis === 'x' ? 0.002 : 0, 9);
  });
  it('an input chosen by hand on the board stays; without the board it is a gap, not a loose end', () => {
    const part = boardOf(design);
    const chosen = run(
      cured,
      { name: 'set-input-terminal', args: { circuit: 'stop', input: { part, terminal: 'in-7' } } },
      replan,
    );
    expect(deriveFigures(chosen.design).plan.inputs['stop']).toEqual({ part, terminal: 'in-7' });
    const gone = run(chosen, { name: 'choose-part', args: { slot: { board: 0 }, library: null } }, replan);
    expect(Object.keys(gone.design.parts)).not.toContain(part);
    expect(Object.values(gone.design.conductors).some((c) => [c.from.part, c.to.part].includes(part))).toBe(false);
    expect(gapsAt(gone, /\.input$/).length).toBe(3);
  });
});

it('a controller without an extension lead takes no board, and the plan says so', () => {
  const file = run(withController('controller-bryony-5'), {
    name: 'choose-part',
    args: { slot: { board: 0 }, library: 'board-nettle-8' },
  });
  expect(gapsAt(file, /^parts\.input-board$/).map((f) => f.title)).toEqual([
    expect.stringMatching(/^Bryony .* takes no extension board\.$/),
  ]);
});

it('a second board hangs on the first where that passes the lead on; where it does not, the plan says so', () => {
  const boards = (first: string) =>
    run(
      withController('controller-teasel-6'),
      { name: 'choose-part', args: { slot: { board: 0 }, library: first } },
      { name: 'add-part', args: { library: 'board-nettle-8' } },
      replan,
    );
  const chained = boards('board-dock-16');
  const ways = planConductors(chained.design)
    .proposals.filter((p) => p.id.endsWith('/link') && p.id !== 'host/link')
    .map((p) => `${p.from.part}:${p.from.terminal} ${p.to.part}:${p.to.terminal}`);
  expect(ways).toEqual([
    'controller:extension input-board:extension',
    'input-board:extension-2 input-board-2:extension',
  ]);
  // Their inputs come after those of the controller, board by board.
  const places = inputPlaces(chained.design).map((p) => p.part);
  expect([...new Set(places)]).toEqual(['controller', 'input-board', 'input-board-2']);
  expect(places.filter((p) => p === 'input-board-2')).toHaveLength(8);
  const single = boards('board-nettle-8');
  expect(planConductors(single.design).gaps.map((g) => g.field)).toContain('parts.input-board-2');
});

describe('outputs beyond those of the controller', () => {
  const lamp: Command = { name: 'add-output', args: { function: 'lamp', library: 'lamp-wick-24' } };
  const before = withController('controller-teasel-6');
  const places = outputPlaces(before.design, 'lamp').map(terminalKey);
  const taken = Object.values(deriveFigures(before.design).plan.outputs).filter((t) => places.includes(terminalKey(t)));
  const full = run(before, ...Array<Command>(places.length - taken.length + 2).fill(lamp), replan);
  const gap = gapsAt(full, /^outputs\..*\.output$/);
  it('are a gap that a board fills', () => {
    expect(gap).toHaveLength(2);
    expect(gap[0]!.remedies.map((r) => r.label(defaultDisplay))).toEqual([expect.stringMatching(/^Add Quay 8/)]);
  });
  it('are taken from the board in their order, fed where it is, and switched by the control', () => {
    const { design } = run(full, gap[0]!.remedies[0]!.command, replan);
    const { plan, stop } = deriveFigures(design);
    const board = boardOf(design);
    const there = Object.entries(plan.outputs).filter(([, t]) => t.part === board);
    expect(there.map(([, t]) => design.parts[board]!.terminals[t.terminal]!.printed)).toEqual(['R1', 'R2']);
    expect(plan.gaps).toEqual([]);
    const lead = plan.proposals.find((p) => p.id === `outputs/supply-${board}`)!;
    expect(lead.to).toEqual({ part: board, terminal: 'out-supply' });
    for (const [id] of there)
      for (const d of design.outputs[id]!.devices)
        expect([stop.full.fed(d, 'load'), stop.rest.fed(d, 'load')]).toEqual([true, false]);
    // What is counted at the controller and at the board is what each of them switches.
    const { feeds } = distributionOf(design);
    for (const [id, { devices }] of Object.entries(design.outputs))
      for (const d of devices)
        if (feeds[d]?.load?.port === 'switched') expect([d, feeds[d].load.part]).toEqual([d, plan.outputs[id]!.part]);
    expect(Object.values(feeds).filter((f) => f.load?.part === board)).toHaveLength(2);
  });
});
