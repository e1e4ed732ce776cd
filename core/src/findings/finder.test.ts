import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { createDeriver } from '../derivation/figures';
import { fieldPaths, valueAt } from '../machine/fields';
import type { MachineFile } from '../machine/file';
import { sampleMachines } from '../samples/index';
import { dotterel, lapwing, nuthatch, redstart, stonechat, whinchat } from '../tests/machines';
import { defaultDisplay as display } from '../units/print';
import { enteredNumber, quantity } from '../units/quantity';
import { createFinder } from './finder';
import type { Finding, Rule } from './finding';
import { findingsOf } from './findings';

const NOW = '2026-03-03T10:00:00.000Z';
/** All that a person reads of a finding, and what its remedies would do. */
const told = (all: readonly Finding[]) =>
  all.map((f) => [
    f.id,
    f.severity,
    f.title,
    f.explain(display),
    f.field,
    f.remedies.map((r) => [r.label(display), r.command]),
  ]);
const carriedOut = (file: MachineFile, command: Command): MachineFile => {
  const edit = applyCommand(file, command, NOW);
  return edit.ok ? edit.value.file : file;
};

/** An edit as a hand makes it: what a finding offers, or a figure that is emptied, doubled or halved. */
function edit(file: MachineFile, found: readonly Finding[], pick: number, kind: number): MachineFile {
  const remedies = found.flatMap((f) => f.remedies);
  if (kind === 0 && remedies.length) return carriedOut(file, remedies[pick % remedies.length]!.command);
  const paths = fieldPaths(file.design);
  const path = paths[pick % paths.length]!;
  const value = valueAt(file.design, path);
  if (typeof value !== 'object' || value === null || !('entered' in value))
    return carriedOut(file, { name: 'set-field', args: { path, value: null } });
  const q = value as ReturnType<typeof quantity>;
  const next = kind === 1 ? null : { ...q, entered: kind === 2 ? 2 * enteredNumber(q) : enteredNumber(q) / 2 };
  return carriedOut(file, { name: 'set-field', args: { path, value: next } });
}

describe('a finder', () => {
  const starts = [
    ...sampleMachines.map((s) => s.make()),
    ...[stonechat, lapwing, dotterel, nuthatch, redstart, whinchat].map((make) => make()),
  ];
  it('says after any edits what is found from scratch, sentence by sentence', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: starts.length - 1 }),
        fc.array(fc.tuple(fc.nat(), fc.integer({ min: 0, max: 3 })), { minLength: 4, maxLength: 8 }),
        (start, edits) => {
          let file = starts[start]!;
          const derive = createDeriver();
          const find = createFinder();
          let found = find(derive(file.design));
          for (const [pick, kind] of edits) {
            file = edit(file, found, pick, kind);
            found = find(derive(file.design));
            expect(told(found)).toEqual(told(findingsOf(createDeriver()(file.design))));
          }
        },
      ),
      { numRuns: 40 },
    );
  });
  it('asks a rule that lists or copies the design whenever the design is another, also by a field that was not there', () => {
    const copies: Rule = {
      code: 'copies',
      severity: 'note',
      check: ({ design }) => {
        const { mainsVoltage } = { ...design };
        const title = mainsVoltage ? 'given' : 'not given';
        return [{ subject: 'x', title, explain: () => '', station: 'machine', field: 'mainsVoltage' }];
      },
    };
    const { mainsVoltage: _, ...without } = sampleMachines[0]!.make().design;
    const find = createFinder([copies]);
    const derive = createDeriver();
    expect(find(derive(without))[0]!.title).toBe('not given');
    expect(find(derive({ ...without, mainsVoltage: quantity(230, 'V') }))[0]!.title).toBe('given');
  });
  it('asks only the rules that have read what an edit changed', () => {
    const asked: string[] = [];
    const derive = createDeriver();
    const find = createFinder(undefined, (code) => asked.push(code));
    const file = sampleMachines[0]!.make();
    find(derive(file.design));
    const all = asked.length;
    asked.length = 0;
    const command: Command = { name: 'set-field', args: { path: 'axes.x.travel', value: quantity(123, 'mm') } };
    const { design } = carriedOut(file, command);
    find(derive(design));
    expect(asked).toContain('no-travel');
    expect(asked.length).toBeLessThan(all);
    expect(asked).not.toContain('number-twice');
    asked.length = 0;
    find(derive(design));
    expect(asked).toEqual([]);
  });
});
