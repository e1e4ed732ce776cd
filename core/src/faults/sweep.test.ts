import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { Design } from '../machine/design';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import type { FaultKind } from './faults';
import { LivingMachine } from './livingMachine';
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
  const file = plover();
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
  it('normally open: the same conductors take the limit away, and nobody is told', () => {
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
  const { design } = dunnock();
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
  it('a welded pole, a welded button contact, + on the coil: the power stays, and nothing tells', () => {
    const silent = rows.filter((r) => r.danger && r.lost.includes(power));
    expect(silent.map((r) => r.fault.kind).sort()).toEqual([
      'contact-welded',
      'contact-welded',
      'short-plus',
      'short-plus',
      'short-plus',
      'short-plus',
    ]);
    expect(new Set(silent.filter((r) => r.fault.kind === 'contact-welded').map((r) => r.fault.subject))).toEqual(
      new Set(['stop-contactor', 'device-stop']),
    );
  });
  it('a start button that never opens takes the second act away', () => {
    const row = rows.find((r) => r.fault.kind === 'contact-welded' && r.fault.subject === design.roles.resetButton)!;
    expect(row).toMatchObject({ lost: [latch], danger: true });
  });
  it('a limit alone is lost for ever behind a stuck sensor; one that is referenced on shows at the next run', () => {
    const stuck = (part: string) => rows.find((r) => r.fault.kind === 'sensor-stuck' && r.fault.subject === part)!;
    expect(stuck('device-limit-x-plus')).toMatchObject({ notice: 'never', danger: true });
    expect(stuck('device-limit-and-reference-x')).toMatchObject({ notice: 'at next use', danger: false });
  });
  it('supplies that die are seen at once; a hung controller keeps the stop chain and loses the rest', () => {
    for (const supply of ['field-supply', 'motor-supply'])
      expect(rowOf(rows, 'supply-lost', supply)).toMatchObject({ notice: 'at once', danger: false });
    const hung = rows.find((r) => r.fault.kind === 'controller-hung')!;
    expect(hung.lost.every((id) => /^(trip|told)\//.test(id))).toBe(true);
    expect(hung.lost.length).toBeGreaterThan(5);
  });
});

describe('supplies that live on the mains', () => {
  it('a contactor behind the main switch takes the motor supply with it, and leaves the field that holds it', () => {
    const file = dunnock();
    const design = run(file, free(file), set('stopSchool', 'main-switch'), replan);
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
