import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { describeField } from '../machine/fields';
import { newDesign } from '../machine/create';
import type { MachineFile } from '../machine/file';
import { newMachineFile } from '../machine/file';
import { machineKinds } from '../machine/mechanics';
import { sampleMachines } from '../samples/index';
import { quantity } from '../units/quantity';
import { findingsOf } from './findings';

const NOW = '2026-03-03T10:00:00.000Z';
const inch = { system: 'inch', per: 'min', wire: 'AWG' } as const;
const metric = { system: 'metric', per: 's', wire: 'mm²' } as const;
const edit = (file: MachineFile, command: Command): MachineFile => {
  const r = applyCommand(file, command, NOW);
  return r.ok ? r.value.file : file;
};
const find = (file: MachineFile) => findingsOf(deriveFigures(file.design));

/** Machines with much wrong with them, so that many findings speak at once. */
const troubled: [string, MachineFile][] = sampleMachines.map(({ id, make }) => {
  const file = Object.keys(make().design.axes).reduce((f, axis) => {
    const absurd: Command[] = [
      { name: 'set-field', args: { path: `axes.${axis}.maxSpeed`, value: quantity(900, 'mm/s') } },
      { name: 'set-field', args: { path: `axes.${axis}.acceleration`, value: quantity(20, 'mm/s²') } },
      { name: 'set-field', args: { path: `parts.driver-${axis}-0.setup.peakCurrent`, value: quantity(40, 'A') } },
      { name: 'set-field', args: { path: `parts.driver-${axis}-0.setup.stepsPerRevolution`, value: 12801 } },
    ];
    return absurd.reduce(edit, f);
  }, make());
  return [
    id,
    edit(file, { name: 'choose-part', args: { slot: { rail: 'drives', item: 'supply' }, library: 'supply-loam-60' } }),
  ];
});

describe.each(troubled)('what is said of a troubled %s', (_id, file) => {
  const findings = find(file);
  it('there is much to say, the worst first, each thing once', () => {
    expect(findings.length).toBeGreaterThan(8);
    const rank = ['danger', 'wont-work', 'doubtful', 'note'];
    const order = findings.map((f) => rank.indexOf(f.severity));
    expect(order).toEqual([...order].sort());
    expect(new Set(findings.map((f) => f.id)).size).toBe(findings.length);
  });
  it('in words, with figures in the reader’s own units', () => {
    for (const f of findings) {
      for (const display of [inch, metric]) {
        const text = `${f.title} ${f.explain(display)} ${f.remedies.map((r) => r.label(display)).join(' ')}`;
        expect(text, f.id).not.toMatch(/NaN|undefined|Infinity|\[object|function/);
        expect(f.explain(display).length, f.id).toBeGreaterThan(30);
      }
      // Nothing slips through in the other system.
      expect(f.explain(inch), f.id).not.toMatch(/\d\u00a0mm(?![²/])/);
    }
  });
  it('every remedy can be carried out and leads to a file that is whole', () => {
    for (const f of findings)
      for (const r of f.remedies) {
        const result = applyCommand(file, r.command, NOW);
        // A part under a made conductor may not be swapped: that is said, and the way out with it.
        if (!result.ok) expect(result.error[0]!.fix, `${f.id}: ${r.label(metric)}`).toContain('back to planned');
        else
          expect(
            find(
              // Some ask for the wiring to be planned again, and say so.
              edit(result.value.file, { name: 'plan-wiring', args: {} }),
            ).map((x) => x.id),
            `${f.id}: ${r.label(metric)}`,
          ).not.toContain(f.id);
      }
  });
});

describe.each(machineKinds)('a new %s', (kind) => {
  const file = newMachineFile(newDesign(kind, 'New'), 'new', NOW);
  it('says what is missing, each with a field that a form has, and nothing false', () => {
    const findings = find(file);
    expect(findings.map((f) => f.code)).toContain('missing-figure');
    for (const f of findings.filter((x) => x.code === 'missing-figure')) {
      expect(describeField(file.design, f.field), f.field).toBeDefined();
      expect(f.explain(metric)).not.toMatch(/NaN|undefined/);
    }
    // Nothing can be dangerous before anything is chosen.
    expect(findings.filter((f) => f.severity === 'danger')).toEqual([]);
  });
  it('has axes after ISO 841: Z away from the work, the head referenced first', () => {
    const { axes, referenceStages } = file.design;
    const z = axes.z!;
    if (kind === 'lathe') {
      expect(z.plus).toBe('right');
      expect(axes.x!.plus).toBe('towards-you');
    } else {
      expect([z.plus, z.reference.end, z.carries]).toEqual(['up', 'plus', 'tool']);
      expect(referenceStages[0]).toEqual(['z']);
    }
    expect(referenceStages.flat().sort()).toEqual(Object.keys(axes).sort());
  });
});
