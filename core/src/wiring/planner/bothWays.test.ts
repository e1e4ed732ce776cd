import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import { outputAdditions, relaysFor } from '../../advice/outputs';
import { deriveFigures } from '../../derivation/figures';
import { LivingMachine } from '../../faults/livingMachine';
import { findingsOf } from '../../findings/findings';
import { terminalKey } from '../../machine/ids';
import { edited } from '../../motion/testing/rig';
import { dunnock } from '../../samples/dunnock';
import { terminalName } from '../wires';

const plan = { name: 'plan-wiring', args: {} } as const;
const motor = {
  name: 'add-output',
  args: { function: 'switched-load', library: 'gear-motor-turnip-24', relay: 'relay-latch-24' },
} as const;
const back = (relay: string) =>
  ({ name: 'add-output', args: { function: 'switched-load', reverses: 'switched-load', relay } }) as const;
/** Dunnock with two outputs free and before a conductor was led; with a gear motor; and once that can turn both ways. */
const free = () => {
  const file = dunnock();
  const gone = ['coolant', 'lamp'].map((output) => ({ name: 'remove-output', args: { output } }) as const);
  return edited({ ...file, design: { ...file.design, conductors: {} } }, ...gone);
};
const bench = () => edited(free(), motor);
const file = edited(bench(), back('relay-latch-24'), plan);
const { design } = file;
const [one, two] = ['switched-load', 'switched-load-2'].map((id) => design.outputs[id]!);
const name = (id: string | undefined) => design.parts[id!]!.designation;
const [first, second, turnip] = [name(one!.relay), name(two!.relay), name(one!.devices[0])];
const leads = Object.values(design.conductors).map(
  (c) => `${terminalName(design, c.from)} ${terminalName(design, c.to)}`,
);
const to = (end: string) => leads.filter((l) => l.endsWith(` ${end}`)).map((l) => l.split(' ')[0]);

describe('a motor that is turned both ways by two relays', () => {
  it('each end hangs on a contact that changes over between 0 V and plus', () => {
    expect(to(`${turnip}:+`)).toEqual([`${first}:11`]);
    expect(to(`${turnip}:−`)).toEqual([`${second}:11`]);
    const plus = [to(`${first}:14`), to(`${second}:14`)].flat();
    const zero = [to(`${first}:12`), to(`${second}:12`)].flat();
    // -X5 fans out the plus of the field supply, -X6 its 0 V.
    expect(plus.every((t) => t!.startsWith('-X5:'))).toBe(true);
    expect(zero.every((t) => t!.startsWith('-X6:'))).toBe(true);
    expect([plus.length, zero.length]).toEqual([2, 2]);
  });
  it('one relay turns it one way, the other one the other way; both, or neither, let it stand', () => {
    const { network, plan: planned } = deriveFigures(design);
    const living = new LivingMachine(design, network);
    const at = (...outputs: string[]) => {
      const driven = new Set(outputs.map((o) => terminalKey(planned.outputs[o]!)));
      const e = living.at({ driven, held: living.started({ driven }) });
      const key = [one!.devices[0]!, 'load'] as const;
      return !living.loadFed(e, ...key) ? 'stands' : e.fedBackwards(...key) ? 'backwards' : 'forwards';
    };
    expect([at(), at('switched-load'), at('switched-load-2'), at('switched-load', 'switched-load-2')]).toEqual([
      'stands',
      'forwards',
      'backwards',
      'stands',
    ]);
  });
  it('brings no finding; is offered once, and not where there is no load on direct current', () => {
    const codes = (d: typeof design) => findingsOf(deriveFigures(d)).map((f) => f.id);
    expect(codes(design)).toEqual(codes(edited(bench(), plan).design));
    const offered = (d: typeof design) => outputAdditions(d).filter((a) => a.reverses !== undefined);
    expect(offered(bench().design).map((a) => [a.reverses, a.relay])).toEqual([['switched-load', 'relay-latch-24']]);
    expect(offered(design)).toEqual([]);
    expect(offered(free().design)).toEqual([]);
    // A contactor has no contact that changes over.
    expect(relaysFor(design, 'switched-load').every((e) => e.data.class === 'relay')).toBe(true);
    expect(relaysFor(bench().design, 'switched-load').some((e) => e.data.class === 'contactor')).toBe(true);
  });
  it('a relay comes between where the output carried the motor by itself; without one on both, the plan says what is missing', () => {
    const direct = edited(
      bench(),
      { name: 'set-output', args: { output: 'switched-load', relay: null } },
      back('relay-latch-24'),
    );
    expect(direct.design.parts[direct.design.outputs['switched-load']!.relay!]!.libraryKey).toBe('relay-latch-24');
    for (const output of ['switched-load', 'switched-load-2']) {
      const bare = edited(file, { name: 'set-output', args: { output, relay: null } }, plan);
      const { gaps } = deriveFigures(bare.design).plan;
      expect(gaps.find((g) => g.what.startsWith(`Turning ${turnip} both ways`))?.field).toBe(`outputs.${output}.relay`);
      // Two outputs never lead to one motor.
      const ends = Object.values(bare.design.conductors).flatMap((c) => [c.from.part, c.to.part]);
      expect(ends).not.toContain(one!.devices[0]);
    }
  });
  it('taken out, the motor turns one way again; with the first, both go', () => {
    const once = edited(file, { name: 'remove-output', args: { output: 'switched-load-2' } }, plan);
    const before = edited(bench(), plan);
    expect(Object.keys(once.design.conductors).sort()).toEqual(Object.keys(before.design.conductors).sort());
    const none = edited(file, { name: 'remove-output', args: { output: 'switched-load' } });
    expect(Object.keys(none.design.outputs)).toEqual(Object.keys(free().design.outputs));
    expect(none.design.parts[two!.relay!]).toBeUndefined();
  });
  it.each([
    ['a contactor', back('contactor-bollard-dc')],
    [
      'a fan that is always on',
      { ...back('relay-latch-24'), args: { ...back('relay-latch-24').args, reverses: 'fan' } },
    ],
    [
      'an output that is not there',
      { ...back('relay-latch-24'), args: { ...back('relay-latch-24').args, reverses: 'nothing' } },
    ],
  ] as const)('refused: %s', (_, command) => {
    expect(applyCommand(bench(), command, '2026-01-01T00:00:00.000Z').ok).toBe(false);
  });
});
