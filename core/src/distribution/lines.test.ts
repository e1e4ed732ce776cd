import { describe, expect, it } from 'vitest';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { linesTo } from './lines';
import { distributionOf } from './tree';
import { LivingMachine } from '../faults/livingMachine';
import { findingsOf } from '../findings/findings';
import type { MachineFile } from '../machine/file';
import { edited } from '../motion/testing/rig';
import { carriedBy } from '../power/carried';
import { slotAt } from '../samples/builder';
import { fieldfare } from '../samples/fieldfare';
import { terminalKey } from '../machine/ids';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { planConductors } from '../wiring/planner/plan';
import { terminalName } from '../wiring/wires';

const choose = (place: Parameters<typeof slotAt>[0], library: string): Command => ({
  name: 'choose-part',
  args: { slot: slotAt(place), library },
});
const behindContactor = { part: 'stop-contactor', port: 'out' };
const plan: Command = { name: 'plan-wiring', args: {} };
/** A lathe on three phases: its spindle drive takes all of them, its servo drives hang on the second one. */
const machine = edited(
  fieldfare(),
  choose('mains.inlet', 'inlet-gate-16-3'),
  choose('mains.0', 'switch-stile-25-4'),
  choose('mains.1', 'breaker-hurdle-16-3'),
  choose('spindle', 'spindle-harrow-2200-3'),
  choose('spindleDrive', 'drive-vole-2200-3'),
  {
    name: 'set-feed',
    args: { part: 'breaker', port: 'in', from: { ...behindContactor, pole: 'L2' } },
  },
  plan,
);
const codes = (file: MachineFile) => findingsOf(deriveFigures(file.design)).map((f) => f.id);
const mainsLeads = ({ design }: MachineFile) =>
  planConductors(design).proposals.flatMap((p) =>
    /^mains\/(main-switch|mains-breaker|stop-contactor|contactor|spindle-drive|breaker|filter|driver-x-0|field-supply)-/.test(
      p.id,
    )
      ? [`${terminalName(design, p.from)} ${terminalName(design, p.to)}`]
      : [],
  );

describe('three phases', () => {
  it('each goes by a pole of its own, N where a device passes it, and one phase to what takes one', () => {
    // By hand from the plates: X1 inlet, Q1 four poles, F1 three, Q2 and Q3 contactors, F2 and R1 for the servo drives.
    expect(mainsLeads(machine).sort()).toEqual(
      [
        ...['-X1:L1 -Q1:1', '-X1:L2 -Q1:3', '-X1:L3 -Q1:5', '-X1:N -Q1:7'],
        ...['-Q1:2 -F1:1', '-Q1:4 -F1:3', '-Q1:6 -F1:5'],
        ...['-F1:2 -Q2:1', '-F1:4 -Q2:3', '-F1:6 -Q2:5'],
        ...['-Q2:2 -Q3:1', '-Q2:4 -Q3:3', '-Q2:6 -Q3:5'],
        ...['-Q3:2 -T2:R', '-Q3:4 -T2:S', '-Q3:6 -T2:T'],
        // The coil that follows the first contactor: L1 behind it, N from the switch, since neither F1 nor Q2 passes N.
        ...['-Q2:2 -Q3:A1', '-Q1:8 -Q3:A2'],
        ...['-Q2:4 -F2:1', '-Q1:8 -F2:3', '-F1:2 -F3:1', '-Q1:8 -F3:3', '-F1:2 -F4:1', '-Q1:8 -F4:3'],
        ...['-F2:2 -R1:L1', '-F2:4 -R1:N1', '-F2:2 -R2:L1', '-F2:4 -R2:N1'],
        ...['-R1:L2 -T3:L1', '-R1:N2 -T3:L2'],
        ...['-F3:2 -T1:L', '-F3:4 -T1:N'],
      ].sort(),
    );
    expect(codes(machine).filter((id) => /^(phases-missing|mains-voltage|feed-)/.test(id))).toEqual([]);
  });

  it('the drive runs once all three arrive, and none is enough without the others', () => {
    const living = new LivingMachine(machine.design, deriveFigures(machine.design).network);
    const runs = (...open: string[]) => {
      const situation = { open: new Set(open) };
      return living.spindleFed(living.at({ ...situation, held: living.started(situation) }));
    };
    const ending = (at: string) =>
      Object.entries(machine.design.conductors).find(([, c]) => terminalName(machine.design, c.to) === at)![0];
    expect(runs()).toBe(true);
    // It was the lead for N while the machine had one phase, between the same two terminals.
    expect(machine.design.conductors[ending('-Q3:3')]).toMatchObject({
      colour: 'BN',
      purpose: expect.stringMatching(/^L2 to Post 16/) as string,
    });
    for (const id of ['mains/spindle-drive-l', ending('-Q3:3'), 'mains/main-switch-l3'])
      expect([id, runs(id)]).toEqual([id, false]);
    // N goes to the supplies and the coils, not to the drive; without it, no contactor holds.
    expect(runs('mains/breaker-n')).toBe(true);
    expect(runs('mains/main-switch-n')).toBe(false);
  });

  it('a line carries a third of what one would, and the fullest of the three counts', () => {
    const figures = deriveFigures(machine.design);
    // 2.2 kW over 0.78 · 0.95 · 0.65 and three times 230 V: 6.62 A in each line.
    expect(carriedBy(figures, 'contactor')!.amps).toBeCloseTo(2200 / (0.78 * 0.95 * 0.65) / (3 * 230), 2);
    // The supplies fill L1; servo drives on it would add all that they take, on L2 they add nothing.
    const onOne = edited(machine, { name: 'set-feed', args: { part: 'breaker', port: 'in', from: behindContactor } });
    const all = (file: MachineFile) => carriedBy(deriveFigures(file.design), 'mains-breaker')!.amps;
    expect(all(onOne) - all(machine)).toBeCloseTo(carriedBy(figures, 'breaker')!.amps, 9);
  });

  it('between phases stands √3 times the voltage of one: a drive for 400 V is judged by that', () => {
    // 115 V to neutral are 199 V between phases.
    const low = edited(machine, { name: 'set-field', args: { path: 'mainsVoltage', value: quantity(115, 'V') } });
    expect(codes(low)).toContain('mains-voltage:spindle-drive');
  });
});

it('a device put ahead of a load, or taken out again, leaves it on its phase', () => {
  const lineOf = (file: MachineFile) => linesTo(distributionOf(file.design), { part: 'breaker', port: 'in' });
  const ahead = (library: string): Command => ({
    name: 'insert-device',
    args: { library, aheadOf: [{ part: 'breaker', port: 'in' }] },
  });
  for (const library of ['breaker-hurdle-16-3', 'breaker-hurdle-16']) {
    const put = edited(machine, ahead(library));
    const id = Object.keys(put.design.parts).find((p) => !machine.design.parts[p])!;
    const out = edited(put, { name: 'remove-part', args: { part: id } });
    expect([library, lineOf(put), lineOf(out)]).toEqual([library, ['L2'], ['L2']]);
  }
});

describe('fewer phases than a drive takes', () => {
  it('a device that passes one is named, and the one offered instead passes three', () => {
    const narrow = edited(machine, choose('mains.1', 'breaker-hurdle-16'), plan);
    const found = findingsOf(deriveFigures(narrow.design)).find((f) => f.code === 'phases-missing')!;
    expect(found.title).toBe('-F1 passes one phase, and -T2 takes three');
    // L2 and L3 must not be taken from ahead of the breaker.
    expect(mainsLeads(narrow).filter((l) => /-T2:/.test(l))).toEqual(['-Q3:2 -T2:R']);
    const mended = edited(narrow, found.remedies[0]!.command);
    expect(codes(mended).filter((id) => id.startsWith('phases-missing'))).toEqual([]);
    expect(mended.design.parts['mains-breaker']!.libraryKey).toBe('breaker-hurdle-16-3');
  });

  it('an inlet for one phase: a drive for one phase is offered where it turns the same motor, and none where none does', () => {
    const one = edited(
      fieldfare(),
      choose('spindle', 'spindle-harrow-1500'),
      choose('spindleDrive', 'drive-vole-4000-3'),
      plan,
    );
    const found = findingsOf(deriveFigures(one.design)).find((f) => f.code === 'phases-missing')!;
    const mended = edited(one, found.remedies[0]!.command);
    expect(mended.design.parts['spindle-drive']!.libraryKey).toBe('drive-vole-1500');
    const large = edited(one, choose('spindle', 'spindle-harrow-2200-3'), plan);
    expect(findingsOf(deriveFigures(large.design)).find((f) => f.code === 'phases-missing')!.remedies).toEqual([]);
  });
});

describe('a load on three phases, switched by an output', () => {
  const add = (relay: string): Command => ({
    name: 'add-output',
    args: { function: 'switched-load', library: 'pump-brook-400-3', relay },
  });
  const pumped = edited(machine, add('contactor-post-9'), plan);
  const pump = Object.keys(pumped.design.parts).find(
    (id) => pumped.design.parts[id]!.libraryKey === 'pump-brook-400-3',
  )!;
  const output = Object.entries(pumped.design.outputs).find(([, o]) => o.devices.includes(pump))!;
  it('a contactor parts all three; it runs while the output is on, and not without one of its phases', () => {
    const q = pumped.design.parts[output[1].relay!]!.designation;
    const m = pumped.design.parts[pump]!.designation;
    const leads = planConductors(pumped.design).proposals.map(
      (p) => `${terminalName(pumped.design, p.from)} ${terminalName(pumped.design, p.to)}`,
    );
    expect(leads.filter((l) => l.includes(`${q}:`) && !/:A[12]$|:A[12] /.test(l)).sort()).toEqual(
      [
        ...[`-Q2:2 ${q}:1`, `-Q2:4 ${q}:3`, `-Q2:6 ${q}:5`],
        ...[`${q}:2 ${m}:U`, `${q}:4 ${m}:V`, `${q}:6 ${m}:W`],
      ].sort(),
    );
    const { network, plan: planned } = deriveFigures(pumped.design);
    const living = new LivingMachine(pumped.design, network);
    const runs = (on: boolean, open: string[] = []) => {
      const situation = { open: new Set(open), driven: new Set(on ? [terminalKey(planned.outputs[output[0]]!)] : []) };
      return living.loadFed(living.at({ ...situation, held: living.started(situation) }), pump, 'motor');
    };
    expect([runs(true), runs(false)]).toEqual([true, false]);
    const third = Object.entries(pumped.design.conductors).find(
      ([, c]) => terminalName(pumped.design, c.to) === `${m}:W`,
    )![0];
    expect(runs(true, [third])).toBe(false);
  });
  it('one contact of a relay is not enough for it: a contactor is offered in its place', () => {
    const relayed = edited(machine, add('relay-latch-30'), plan);
    const found = findingsOf(deriveFigures(relayed.design)).find((f) => f.code === 'relay-contact')!;
    expect(found.explain(defaultDisplay)).toMatch(/runs on three phases/);
    const mended = edited(relayed, found.remedies[0]!.command);
    expect(codes(mended).filter((id) => id.startsWith('relay-contact'))).toEqual([]);
    expect(mended.design.parts[mended.design.outputs[output[0]]!.relay!]!.data.class).toBe('contactor');
  });
});

it('a crowded N of three phases is fanned out by a strip, from which its leads then come', () => {
  const crowded = findingsOf(deriveFigures(machine.design)).find(
    (f) => f.id === 'terminal-crowded:main-switch#p4-out',
  )!;
  const mended = edited(machine, crowded.remedies[0]!.command);
  const strip = Object.entries(mended.design.parts).find(([id]) => !machine.design.parts[id])!;
  expect(mended.design.feeds![strip[0]]).toEqual({ feed: { part: 'main-switch', port: 'out', pole: 'N' } });
  const name = strip[1].designation;
  expect(mainsLeads(mended)).toContain(`${name}:OUT -F2:3`);
  expect(codes(mended).filter((id) => id.includes('main-switch#p4-out'))).toEqual([]);
});
