import fc from 'fast-check';
import { expect, it } from 'vitest';
import { applyCommand, applyStep } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import { readConductorsCsv, writeConductorsCsv } from '../formats/conductorsCsv';
import { conductorStates } from '../machine/connections';
import type { MachineFile } from '../machine/file';
import { libraryOf } from '../machine/library/index';
import { danglingInFile } from '../machine/references';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { isMade, replan } from './planner/replan';
import { planConductors } from './planner/plan';
import { progressBySheet } from './progress';
import { sheetsOfConductors } from './sheets';

const NOW = '2026-03-03T10:00:00.000Z';
const start = wren();
const parts = Object.keys(start.design.parts);
const cables = [...new Set(Object.values(start.design.conductors).flatMap((c) => c.cable ?? []))];
const ids = Object.keys(start.design.conductors);
const plugs = libraryOf('connector').map((e) => e.key);

const terminal = fc.tuple(fc.constantFrom(...parts), fc.nat(80)).map(([part, n]) => {
  const all = Object.keys(start.design.parts[part]!.terminals);
  return all.length ? { part, terminal: all[n % all.length]! } : { part: 'controller', terminal: 'gnd' };
});
/** What a person, or a slip of theirs, may do to the wiring of a machine. */
const anything: fc.Arbitrary<Command> = fc.oneof(
  fc.record({ from: terminal, to: terminal }).map((args): Command => ({ name: 'add-conductor', args })),
  fc
    .record({ id: fc.constantFrom(...ids), state: fc.constantFrom(...conductorStates) })
    .map(({ id, state }): Command => ({ name: 'set-conductors', args: { ids: [id], set: { state } } })),
  fc
    .record({ id: fc.constantFrom(...ids), to: terminal })
    .map(({ id, to }): Command => ({ name: 'set-conductors', args: { ids: [id], set: { to } } })),
  fc.constantFrom(...ids).map((id): Command => ({ name: 'remove-conductors', args: { ids: [id] } })),
  fc
    .record({
      cable: fc.constantFrom(...cables),
      library: fc.constantFrom(...plugs),
      at: fc.constantFrom('near' as const, 'far' as const),
    })
    .map((args): Command => ({ name: 'insert-connector', args })),
  fc.constantFrom<Command>(
    { name: 'plan-wiring', args: {} },
    { name: 'choose-part', args: { slot: { role: 'controller' }, library: 'controller-teasel-6' } },
    { name: 'choose-part', args: { slot: { rail: 'earth' }, library: null } },
    { name: 'choose-part', args: { slot: { axis: 'x', drive: 0, item: 'motor' }, library: 'motor-rook-13-eight' } },
    { name: 'remove-input', args: { circuit: 'alarm' } },
    { name: 'remove-output', args: { output: 'brake' } },
    { name: 'remove-connector', args: { part: 'connector-1' } },
    { name: 'set-field', args: { path: 'stopStrategy', value: 'motor-power' } },
    { name: 'add-output', args: { function: 'lamp', library: 'lamp-wick-24' } },
  ),
);

it('whatever is done to the wiring, in whatever order: whole files, sensible words, a plan that comes to rest, a way back', () => {
  fc.assert(
    fc.property(fc.array(anything, { minLength: 1, maxLength: 12 }), (commands) => {
      let file: MachineFile = start;
      const undo: (() => void)[] = [];
      for (const command of commands) {
        const before = file;
        const r = applyCommand(file, command, NOW);
        if (!r.ok) {
          for (const f of r.error) expect(f.what && f.where && f.fix, command.name).toBeTruthy();
          continue;
        }
        file = r.value.file;
        undo.push(() =>
          expect(applyStep(r.value.file, r.value.inverse, 'Undone', NOW).file.design).toEqual(before.design),
        );
        expect(danglingInFile(file)).toEqual([]);
      }
      const { design } = file;
      // Made conductors are as they were left, whatever the plan thinks.
      const plan = planConductors(design);
      const once = replan(design.conductors, plan);
      for (const [id, c] of Object.entries(design.conductors)) if (isMade(c)) expect(once.conductors[id]).toBe(c);
      expect(replan(once.conductors, plan).changes).toEqual([]);
      const numbers = Object.values(once.conductors).map((c) => c.number);
      expect(new Set(numbers).size).toBe(numbers.length);
      // Everything derived can be told.
      for (const f of findingsOf(deriveFigures(design)))
        expect(`${f.title} ${f.explain(defaultDisplay)}`, f.id).not.toMatch(/NaN|undefined|Infinity|\[object/);
      const sheets = sheetsOfConductors(design);
      const total = progressBySheet(design, sheets).reduce((n, p) => n + p.of, 0);
      expect(total).toBe(Object.keys(design.conductors).length);
      const back = readConductorsCsv(writeConductorsCsv(design), design);
      expect([back.faults, back.change, back.add]).toEqual([[], [], []]);
      undo.forEach((check) => check());
    }),
    { numRuns: 25 },
  );
});
