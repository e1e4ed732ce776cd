import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { Design } from '../machine/design';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import type { Situation } from '../wiring/evaluate';
import type { FaultKind } from './faults';
import { LivingMachine } from './livingMachine';
import type { SafetyFunction } from './safetyFunctions';
import type { SweepRow } from './sweep';
import { sweepAll } from './sweep';

const run = (file: MachineFile, ...commands: Command[]): Design =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(`${c.name}: ${r.error.map((x) => x.what).join()}`);
    return r.value.file;
  }, file).design;
const free = (file: MachineFile): Command => ({
  name: 'set-conductors',
  args: { ids: Object.keys(file.design.conductors), set: { state: 'planned' } },
});
/** The same machine whose owner tries nothing by hand. */
const untried = (file: MachineFile): MachineFile => ({
  ...file,
  design: run(file, { name: 'set-daily-checks', args: { devices: [] } }),
});
const set = (path: string, value: string): Command => ({ name: 'set-field', args: { path, value } });
const replan: Command = { name: 'plan-wiring', args: {} };
const swept = (design: Design) => {
  const f = deriveFigures(design);
  return sweepAll(design, f.network, f.plan);
};
const rowOf = (rows: readonly SweepRow[], kind: FaultKind, of: string): Omit<SweepRow, 'fault'> => {
  const row = rows.find((r) => r.fault.id === `${kind}:${of}`);
  if (!row) throw new Error(`no fault ${kind}:${of}`);
  return { notice: row.notice, lost: row.lost, danger: row.danger };
};

describe('a limit switch that opens against one that closes', () => {
  const file = untried(plover());
  const limit = 'trip/limit-x-plus/device-limit-x-plus';
  const leads = (d: Design) => Object.keys(d.conductors).filter((id) => id.startsWith('circuit-limit-x-plus/'));
  const closed = run(file, free(file), replan);
  const open = run(file, free(file), set('parts.device-limit-x-plus.setup.contactUsed', 'NO'), replan);
  const before = swept(closed);
  const after = swept(open);

  it('normally closed: every open conductor of its loop shows at once, and costs nothing', () => {
    expect(leads(closed).length).toBeGreaterThan(1);
    for (const id of leads(closed))
      expect(rowOf(before.rows, 'conductor-open', id)).toEqual({ notice: 'at once', lost: [], danger: false });
  });
  it('normally open: the same conductors take the limit away, and nothing reports it', () => {
    for (const id of leads(open))
      expect(rowOf(after.rows, 'conductor-open', id)).toEqual({ notice: 'never', lost: [limit], danger: true });
  });
  it('what bridges the contact is the danger of the closed one; a contact that is welded too', () => {
    const pair = leads(closed).join('+');
    expect(rowOf(before.rows, 'short-neighbour', pair)).toEqual({ notice: 'never', lost: [limit], danger: true });
    expect(rowOf(after.rows, 'short-neighbour', pair)).toMatchObject({ notice: 'at once', danger: false });
    const welded = before.rows.filter(
      (r) => r.fault.kind === 'contact-welded' && r.fault.subject === 'device-limit-x-plus',
    );
    expect(welded.some((r) => r.danger && r.lost.includes(limit))).toBe(true);
  });
  it('torque comes back with the button on this lathe: a function that is missing, not one that a fault takes away', () => {
    expect(before.missing).toEqual(['stop-latch/device-stop']);
    expect(before.rows.every((r) => !r.lost.includes('stop-latch/device-stop'))).toBe(true);
  });
});

describe('the stop chain of a router', () => {
  const design = run(dunnock(), { name: 'set-daily-checks', args: { devices: [] } });
  const { rows, faults, missing } = swept(design);
  const power = 'stop-power/device-stop';
  const latch = 'stop-latch/device-stop';

  it('works whole; every fault has its one row', () => {
    expect(missing).toEqual([]);
    expect(rows.map((r) => r.fault.id)).toEqual(faults.map((f) => f.id));
    expect(new Set(faults.map((f) => f.id)).size).toBe(faults.length);
  });
  it('open conductors drop the contactor: safe, and seen at once', () => {
    const chain = Object.keys(design.conductors).filter((id) => id.startsWith('stop-chain/'));
    expect(chain.length).toBeGreaterThan(4);
    for (const id of chain)
      expect(rowOf(rows, 'conductor-open', id), id).toEqual({ notice: 'at once', lost: [], danger: false });
  });
  it('a welded contact of the button, + on the coil: the power stays, and nothing tells', () => {
    const silent = rows.filter((r) => r.danger && r.lost.includes(power));
    expect(silent.map((r) => `${r.fault.kind} ${r.fault.subject}`).sort()).toEqual([
      'contact-welded device-stop',
      'short-plus stop-chain/hold-in',
      'short-plus stop-chain/start-in',
    ]);
  });
  it.each([
    ['contactor', 'stopContactor', [power, latch]],
    ['start button', 'resetButton', [latch]],
  ] as const)(
    'a welded %s shows as soon as power is switched on: the motors hold before start is pressed',
    (_, of, lost) => {
      const welded = rows.filter((r) => r.fault.kind === 'contact-welded' && r.fault.subject === design.roles[of]);
      expect(welded.find((r) => r.lost.length)).toMatchObject({ notice: 'at next use', lost, danger: false });
    },
  );
  it('a reference run does not count as a test of a limit: a stuck sensor shows at the hard stop', () => {
    const stuck = rows.filter((r) => r.fault.kind === 'sensor-stuck');
    expect(stuck.length).toBeGreaterThan(3);
    expect(stuck.every((r) => r.notice === 'never' && r.danger)).toBe(true);
  });
  it('what is tried by hand at every power-on is found then: nothing stays hidden', () => {
    const tried = swept(dunnock().design);
    expect(tried.rows.filter((r) => r.danger)).toEqual([]);
    expect(tried.rows.find((r) => r.fault.id === 'contact-welded:device-stop/chain')).toMatchObject({
      notice: 'at next use',
      lost: [power, latch],
    });
  });
  it('supplies that die are seen at once; a hung controller keeps the stop chain and loses the rest', () => {
    for (const supply of ['field-supply', 'motor-supply'])
      expect(rowOf(rows, 'supply-lost', supply)).toMatchObject({ notice: 'at once', danger: false });
    const hung = rows.find((r) => r.fault.kind === 'controller-hung')!;
    expect(hung.lost.every((id) => /^(trip|told)\//.test(id))).toBe(true);
    expect(hung.lost.length).toBeGreaterThan(5);
  });
});

describe('what a fault cannot reach', () => {
  it.each([
    ['Dunnock', dunnock()],
    ['Wren', wren()],
    ['Plover', plover()],
  ])('%s: asking each function of each fault gives the same answers', (_, { design }) => {
    const f = deriveFigures(design);
    const { rows, functions, missing } = sweepAll(design, f.network, f.plan);
    const living = new LivingMachine(design, f.network);
    const judge = (situation: Situation) => {
      const held = living.started(situation);
      const at = (call: ReadonlySet<string>, from = held) => living.at({ ...situation, held: from, actuated: call });
      return (fn: SafetyFunction) => {
        const called = at(fn.call);
        if (fn.input) return called.readingAt(fn.input);
        if (fn.coil) return called.energised.has(fn.coil);
        return living.torque(fn.kind === 'stop-latch' ? at(new Set(), called.energised) : called).size === 0;
      };
    };
    const whole = judge({});
    const expected = new Map(functions.map((fn) => [fn.id, whole(fn)]));
    for (const row of rows) {
      if (row.fault.kind === 'controller-hung') continue;
      const broken = judge(row.fault.situation);
      const lost = functions.filter((fn) => !missing.includes(fn.id) && broken(fn) !== expected.get(fn.id));
      expect([row.fault.id, lost.map((fn) => fn.id)]).toEqual([row.fault.id, row.lost]);
    }
  });
});

describe('supplies that live on the mains', () => {
  it('a contactor behind the main switch takes the motor supply with it, and leaves the field that holds it', () => {
    const file = dunnock();
    const design = run(file, free(file), set('stopStrategy', 'main-switch'), replan);
    const f = deriveFigures(design);
    const living = new LivingMachine(design, f.network);
    const held = living.started({});
    const level = (actuated: string[], part: string) =>
      living.at({ held, actuated: new Set(actuated) }).levelAt({ part, terminal: 'plus' });
    expect([level([], 'motor-supply'), level([], 'field-supply')]).toEqual(['high', 'high']);
    expect([level(['device-stop'], 'motor-supply'), level(['device-stop'], 'field-supply')]).toEqual([
      'floating',
      'high',
    ]);
    expect(living.torque(living.at({ held })).size).toBe(4);
    expect(living.torque(living.at({ held, actuated: new Set(['device-stop']) })).size).toBe(0);
    // Not started, nothing moves.
    expect(living.torque(living.at({})).size).toBe(0);
  });
});
