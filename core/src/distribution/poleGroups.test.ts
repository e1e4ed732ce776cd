import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import type { MachineFile } from '../machine/file';
import { edited } from '../motion/testing/rig';
import { carriedBy } from '../power/carried';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import { terminalName } from '../wiring/wires';
import { outlineOf } from './outline';

const plan = { name: 'plan-wiring', args: {} } as const;
const contactor = dunnock().design.roles.stopContactor!;
const groups = (g: number[] | null, part = contactor) => ({ name: 'set-poles', args: { part, groups: g } }) as const;
const feed = (part: string, port: string, from: { part: string; port: string }) =>
  ({ name: 'set-feed', args: { part, port, from } }) as const;
/** Dunnock before a conductor was led. */
const bench = (): MachineFile => {
  const file = dunnock();
  return { ...file, design: { ...file.design, conductors: {} } };
};
/** Dunnock with a second supply, for Z alone, that the third pole of its contactor parts. */
const second = (): MachineFile =>
  edited(
    bench(),
    groups([2, 1]),
    { name: 'add-part', args: { library: 'supply-loam-48' } },
    feed(contactor, 'in-2', { part: 'supply', port: 'out' }),
    feed('driver-z-0', 'supply', { part: contactor, port: 'out-2' }),
    plan,
  );
const leadsOf = ({ design }: MachineFile) =>
  Object.values(design.conductors).map((c) => `${terminalName(design, c.from)} ${terminalName(design, c.to)}`);

describe('a contactor whose poles part circuits of their own', () => {
  it('each circuit is led through its own poles, its 0 V straight on', () => {
    const file = second();
    const [own, z] = ['supply', 'driver-z-0'].map((id) => file.design.parts[id]!.designation);
    const leads = leadsOf(file);
    expect(leads).toContain(`${own}:+ -Q2:5`);
    expect(leads).toContain(`-Q2:6 ${z}:V+`);
    expect(leads).toContain(`${own}:− ${z}:V−`);
    // What hung on it before hangs on its first pole still.
    expect(leads).toContain('-T1:+ -Q2:1');
    expect(leads.filter((l) => l.startsWith('-Q2:2 '))).toHaveLength(1);
    expect(leads.some((l) => l.includes('-Q2:3 ') || l.includes('-Q2:4 '))).toBe(false);
  });
  it('a stop takes the torque of all motors, and each circuit is held against the rating by itself', () => {
    const read = deriveFigures(second().design);
    expect(read.stop.kept.size).toBe(0);
    const before = carriedBy(deriveFigures(dunnock().design), contactor)!;
    const [first, third] = ['in', 'in-2'].map((port) => carriedBy(read, contactor, port)!);
    expect(third!.amps).toBeGreaterThan(0);
    expect(first!.amps).toBeLessThan(before.amps);
    const rated = (amps: number) =>
      edited(second(), {
        name: 'set-field',
        args: { path: `parts.${contactor}.data.ratedCurrent`, value: quantity(amps, 'A', 'datasheet') },
      });
    const ids = (amps: number) => findingsOf(deriveFigures(rated(amps).design)).map((f) => f.id);
    const between = (first!.amps + third!.amps) / 2;
    const greater = first!.amps > third!.amps ? `passed-load:${contactor}` : `passed-load:${contactor}-in-2`;
    expect(ids(between).filter((id) => id.startsWith('passed-load'))).toEqual([greater]);
    expect(ids(first!.amps + third!.amps).filter((id) => id.startsWith('passed-load'))).toEqual([]);
  });
  it('poles that nothing feeds yet stand in the outline, so that they can be fed; no finding asks for them', () => {
    const bare = edited(dunnock(), groups([1, 1, 1]));
    expect(outlineOf(bare.design).spare).toEqual([
      { part: contactor, port: 'in-2' },
      { part: contactor, port: 'in-3' },
    ]);
    const codes = (f: MachineFile) => findingsOf(deriveFigures(f.design)).map((x) => x.id);
    expect(codes(bare)).toEqual(codes(dunnock()));
    expect(leadsOf(edited(bare, plan))).toEqual(leadsOf(edited(dunnock(), plan)));
  });
  it('joined to one circuit again, what hung on the other poles hangs on what fed them', () => {
    const one = edited(second(), groups(null));
    expect(one.design.feeds?.['driver-z-0']?.supply).toEqual({ part: 'supply', port: 'out' });
    expect(one.design.feeds?.[contactor]).toBeUndefined();
    expect(one.design.parts[contactor]!.setup.poleGroups).toBeUndefined();
  });
  it.each([
    ['more poles than it has', contactor, [2, 2]],
    ['fewer', contactor, [1, 1]],
    ['a breaker, whose poles let go together', 'mains-breaker', [1, 1]],
  ])('refused: %s', (_, part, g) => {
    const done = applyCommand(dunnock(), groups(g, part), '2026-01-01T00:00:00.000Z');
    expect(done.ok ? '' : done.error[0]!.where).toBe(`parts.${part}.setup.poleGroups`);
  });
});
