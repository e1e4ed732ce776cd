import fc from 'fast-check';
import { expect, it } from 'vitest';
import { writeMachineFile } from '../machine/file';
import { readMachineFile } from '../machine/reading/read';
import { wren } from '../samples/wren';
import { applyCommand } from './apply';
import type { Command } from './command';

const NOW = '2026-03-03T10:00:00.000Z';
const start = wren();

/** Texts as a hand, a paste or a fault of the page may hand them in: empty, long, with names that every object has. */
const text = fc.oneof(
  fc.constantFrom('', 'constructor', '__proto__', 'toString', 'a/b', ' ', '−1', 'x'.repeat(121), 'x'.repeat(301)),
  fc.constantFrom(2001, 20_000, 20_001).map((n) => 'long '.repeat(n / 5)),
  fc.string({ maxLength: 12, unit: 'grapheme' }),
);
const id = fc.oneof(
  fc.constantFrom(...Object.keys(start.design.parts), ...Object.keys(start.design.conductors), 'x', 'y', 'z', 'stop'),
  text,
);
const value = fc.oneof(
  text,
  fc.boolean(),
  fc.constant(null),
  fc.double(),
  fc.record({
    entered: fc.oneof(fc.double(), text),
    unit: fc.constantFrom('mm', 'kg', 'A', undefined, 'furlong'),
    source: fc.constant('entered'),
  }),
);
const path = fc.oneof(
  fc.constantFrom(
    'name',
    'notes',
    'axes.x.travel',
    'axes.x.notes',
    'kind',
    'axisOrder',
    'roles.controller',
    'parts',
    'masses',
  ),
  fc
    .tuple(fc.constantFrom('axes', 'parts', 'conductors', 'circuits', 'overrides', 'masses'), id, text)
    .map((p) => p.join('.')),
);
/** Commands with arguments that no view would send: their types are not to be relied on at the door. */
const command = fc.oneof(
  fc.record({ path, value }).map((args) => ({ name: 'set-field', args })),
  fc
    .record({ part: id, set: fc.record({ notes: text, photos: fc.array(id, { maxLength: 2 }) }, { requiredKeys: [] }) })
    .map((args) => ({ name: 'set-part', args })),
  fc
    .record({
      ids: fc.array(id, { maxLength: 3 }),
      set: fc.record(
        {
          notes: text,
          purpose: text,
          cable: text,
          core: text,
          route: text,
          waitsFor: text,
          number: fc.double(),
          photos: fc.array(id, { maxLength: 2 }),
        },
        { requiredKeys: [] },
      ),
    })
    .map((args) => ({ name: 'set-conductors', args })),
  fc
    .record({
      from: fc.record({ part: id, terminal: text }),
      to: fc.record({ part: id, terminal: text }),
      notes: text,
    })
    .map((args) => ({ name: 'add-conductor', args })),
  fc.record({ setting: id, title: text, value, reason: text }).map((args) => ({ name: 'override-setting', args })),
  fc
    .record({
      part: fc.oneof(id, fc.constant('spindle')),
      bodies: fc.array(fc.record({ name: text, mass: value, diameter: value, bore: value, on: text }), {
        maxLength: 3,
      }),
    })
    .map((args) => ({ name: 'set-turning-bodies', args })),
  fc
    .record({
      part: fc.oneof(id, fc.constant('spindle')),
      cuts: fc.array(fc.record({ name: text, work: text, material: text, speed: value, depth: value }), {
        maxLength: 3,
      }),
    })
    .map((args) => ({ name: 'set-cuts', args })),
  fc
    .record({
      changer: fc.record({
        kind: fc.constantFrom('turret', 'indexed', 'drawbar'),
        axis: id,
        stations: fc.integer({ min: 0, max: 30 }),
        sensing: fc.constant('each'),
        marks: fc.array(id, { maxLength: 3 }),
        forward: id,
        ...Object.fromEntries(['stationTime', 'runOn', 'changeOver', 'backTime'].map((key) => [key, value])),
      }),
    })
    .map((args) => ({ name: 'set-tool-changer', args })),
  fc
    .record({ name: text, mass: value, movedBy: fc.array(id, { maxLength: 20 }) })
    .map((args) => ({ name: 'add-mass', args })),
  fc
    .record({ part: id, terminal: text, set: fc.record({ printed: text, notes: text }, { requiredKeys: [] }) })
    .map((args) => ({ name: 'set-terminal', args })),
  fc.record({ id, chain: fc.record({ name: text }) }).map((args) => ({ name: 'set-chain', args })),
  fc
    .record({ title: text, commands: fc.constant([{ name: 'set-field', args: { path: 'notes', value: 'x' } }]) })
    .map((args) => ({ name: 'several', args })),
  fc
    .record({ stages: fc.array(fc.array(id, { maxLength: 20 }), { maxLength: 20 }) })
    .map((args) => ({ name: 'set-reference-stages', args })),
  fc.record({ devices: fc.array(id, { maxLength: 120 }) }).map((args) => ({ name: 'set-daily-checks', args })),
) as fc.Arbitrary<unknown> as fc.Arbitrary<Command>;

it('what the commands let in is what the importer lets in, whatever they are handed', () => {
  const seen = { taken: 0, refused: 0 };
  fc.assert(
    fc.property(fc.array(command, { minLength: 1, maxLength: 5 }), (commands) => {
      let file = start;
      for (const c of commands) {
        const r = applyCommand(file, c, NOW);
        if (r.ok) file = r.value.file;
        else for (const f of r.error) expect(f.what && f.where && f.fix).toBeTruthy();
        seen[r.ok && r.value.file !== start ? 'taken' : 'refused']++;
      }
      const read = readMachineFile(writeMachineFile(file));
      expect(read.ok ? read.value.told : read.error).toEqual([]);
      expect(read.ok && read.value.file.design).toEqual(JSON.parse(JSON.stringify(file.design)));
    }),
    { numRuns: 60 },
  );
  // Both ways are tried.
  expect(seen.taken).toBeGreaterThan(20);
  expect(seen.refused).toBeGreaterThan(20);
});
