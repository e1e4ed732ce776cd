import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/command';
import { deriveFigures } from '../../derivation/figures';
import { findingsOf } from '../../findings/findings';
import type { MachineFile } from '../../machine/file';
import { libraryEntry } from '../../machine/library/index';
import { blockingFields } from '../../machine/library/sheet';
import { edited, rigOf } from '../../motion/testing/rig';
import { fieldfare } from '../../samples/fieldfare';
import { terminalName } from '../wires';

const choose = (slot: Extract<Command, { name: 'choose-part' }>['args']['slot'], library: string): Command => ({
  name: 'choose-part',
  args: { slot, library },
});
const drives = (library: string): Command[] =>
  ['x', 'z'].map((axis) => choose({ axis, drive: 0, item: 'driver' }, library));
const master = choose({ role: 'controller' }, 'controller-valerian-8');
const plan: Command = { name: 'plan-wiring', args: {} };
const signals = ({ design }: MachineFile) =>
  Object.entries(design.conductors).flatMap(([id, c]) =>
    /^drive-.*\/(bus|step|direction|enable)/.test(id)
      ? [`${terminalName(design, c.from)} ${terminalName(design, c.to)}`]
      : [],
  );
const codes = (file: MachineFile) => findingsOf(deriveFigures(file.design)).map((f) => f.id);

describe('drives on a fieldbus', () => {
  const machine = edited(fieldfare(), master, ...drives('drive-kestrel-200-bus'), plan);
  it('one lead from the controller to the first, from each to the next, and no signal conductors', () => {
    expect(signals(machine)).toEqual(['-K1:BUS -T3:BI', '-T3:BO -T4:BI']);
  });
  it('nothing speaks of pulses: no rate, no limit by one, no figure of a pulse missing on the sheet', () => {
    for (const d of deriveFigures(machine.design).axes.flatMap((a) => a.drives)) {
      expect(d.pulseRateAtWanted.known).toBe(false);
      const causes = d.speedLimits.known ? d.speedLimits.value.map((l) => l.cause) : ['none known'];
      expect(causes.filter((c) => /pulse|none/.test(c))).toEqual([]);
    }
    expect(blockingFields(libraryEntry('drive-kestrel-200-bus')!.data)).toEqual([]);
    expect(codes(machine).filter((id) => /pulse|command-format|missing-figure|alarm|enable/.test(id))).toEqual([]);
  });
  it('it finds its datum in practice', () => {
    expect(rigOf(machine).referenced().controller.state).toBe('at-rest');
  });
});

describe('two that do not speak the same', () => {
  const gaps = (file: MachineFile) => deriveFigures(file.design).plan.gaps.map((g) => g.what);
  it('a bus drive on a control that makes pulses, and the other way round: no lead, and the reason', () => {
    const pulses = edited(fieldfare(), ...drives('drive-kestrel-200-bus'), plan);
    expect(signals(pulses)).toEqual([]);
    expect(gaps(pulses)).toContainEqual(expect.stringMatching(/^Kestrel 200 B.* has no terminal for one/));
    expect(codes(pulses)).toContain('command-format:driver-x-0');
    const bus = edited(fieldfare(), master, plan);
    expect(signals(bus)).toEqual([]);
    expect(gaps(bus)).toContainEqual(
      expect.stringMatching(/speaks a fieldbus; Kestrel 200.* takes step and direction/),
    );
    expect(codes(bus)).toContain('command-format:driver-x-0');
    expect(codes(edited(bus, ...drives('drive-kestrel-200-bus'), plan))).not.toContain('command-format:driver-x-0');
  });
});
