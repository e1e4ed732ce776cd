import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import { wren } from '../../samples/wren';
import { quantity } from '../../units/quantity';
import { newDesign } from '../create';
import type { Design } from '../design';
import type { MachineFile } from '../file';
import { newMachineFile, revisionOf, writeMachineFile } from '../file';
import { designAt } from '../designAt';
import { readMachineFile, readingOf } from './read';

const NOW = '2026-03-03T10:00:00.000Z';

/** A router whose X travel was set to 101, 102 … in as many revisions; a whole design is kept as 0, 100, 200. */
function edited(count: number): MachineFile {
  let file = newMachineFile(newDesign('router-moving-gantry', 'Edited'), 'edited', NOW);
  for (let i = 1; i <= count; i++) {
    const r = applyCommand(
      file,
      { name: 'set-field', args: { path: 'axes.x.travel', value: quantity(100 + i, 'mm') } },
      NOW,
    );
    if (!r.ok) throw new Error(r.error[0]!.what);
    file = r.value.file;
  }
  return file;
}
const opened = (file: unknown) => {
  const r = readMachineFile(JSON.stringify(file));
  if (!r.ok) throw new Error(`${r.error[0]!.where}: ${r.error[0]!.what}`);
  return r.value;
};
const refused = (file: unknown) => {
  const r = readMachineFile(typeof file === 'string' ? file : JSON.stringify(file));
  if (r.ok) throw new Error('it was taken');
  return r.error;
};
const changed = (file: MachineFile, change: (copy: MachineFile) => void): MachineFile => {
  const copy = JSON.parse(JSON.stringify(file)) as MachineFile;
  change(copy);
  return copy;
};
const travelAt = (file: MachineFile, n: number) => designAt(file, n)?.axes.x!.travel?.entered;

describe('the change log of a file', () => {
  const long = edited(130);
  it('is left as it is where every revision can be carried out', () => {
    expect(opened(long)).toEqual({ file: long, told: [] });
  });
  it.each<[string, (r: MachineFile['history']['revisions'][number]) => void]>([
    ['a path that leads nowhere', (r) => (r.patches[0]!.path = ['axes', 'q', 'travel'])],
    ['a reserved name', (r) => (r.patches[0]!.path = ['axes', 'x', 'constructor'])],
    ['an index far beyond a list', (r) => (r.patches = [{ op: 'add', path: ['axisOrder', 1e9], value: 'x' }])],
    ['a length far beyond a list', (r) => (r.patches = [{ op: 'replace', path: ['axisOrder', 'length'], value: 1e9 }])],
    ['a value of a wrong type', (r) => (r.patches[0]!.value = 'long')],
    ['an end on no terminal', (r) => (r.patches = [{ op: 'replace', path: ['axisOrder'], value: ['x', 'y', 'q'] }])],
    ['the whole machine at once', (r) => (r.patches = [{ op: 'replace', path: [], value: {} }])],
    ['a number that does not follow', (r) => (r.number = 45)],
  ])('with %s in revision 40 begins at 100, and says so', (_name, harm) => {
    const { file, told } = opened(changed(long, (f) => harm(f.history.revisions[39]!)));
    expect(told).toHaveLength(1);
    expect(told[0]!.what).toMatch(/^Revisions 1 to 100 of the change log cannot be read \(.*revision (40|45)/);
    expect(file.design).toEqual(long.design);
    expect(revisionOf(file)).toBe(130);
    expect(travelAt(file, 99)).toBeUndefined();
    expect([travelAt(file, 100), travelAt(file, 115), travelAt(file, 130)]).toEqual([200, 215, 230]);
    // What was repaired is whole: it opens again without a word.
    expect(opened(file)).toEqual({ file, told: [] });
  });
  it('may empty a field, with a patch whose value is not there', () => {
    const emptied = changed(long, (f) => {
      delete f.history.revisions[129]!.patches[0]!.value;
      delete f.design.axes.x!.travel;
    });
    expect(opened(emptied)).toEqual({ file: emptied, told: [] });
  });
  it('that breaks after the last whole design is left out, and the machine stays', () => {
    const { file, told } = opened(changed(long, (f) => (f.history.revisions[119]!.patches[0]!.path = ['q'])));
    expect(told[0]!.what).toContain('Revisions 1 to 130');
    expect([file.design, revisionOf(file), travelAt(file, 130)]).toEqual([long.design, 0, 230]);
    const next = applyCommand(file, { name: 'set-field', args: { path: 'name', value: 'On' } }, NOW);
    expect(next.ok && revisionOf(next.value.file)).toBe(131);
    expect(opened(file).told).toEqual([]);
  });
  it('begins behind a kept design that is damaged itself', () => {
    const { file, told } = opened(changed(long, (f) => f.history.snapshots[0]!.design.axisOrder.push('q')));
    expect(told[0]!.what).toContain('Revisions 1 to 100');
    expect(travelAt(file, 101)).toBe(201);
  });
  it('that leads to another machine than the file’s is told, with one revision more that says what differs', () => {
    const { file, told } = opened(changed(long, (f) => (f.design.axes.x!.travel = quantity(7, 'mm'))));
    expect(told[0]!.what).toContain('it differs in axes.x');
    expect([revisionOf(file), travelAt(file, 130), travelAt(file, 131)]).toEqual([131, 230, 7]);
    expect(opened(file).told).toEqual([]);
  });
});

describe('a file made to do harm', () => {
  const whole = JSON.parse(writeMachineFile(wren())) as MachineFile & { digest: string };
  const { digest: _digest, ...plain } = whole;
  const inParts = (more: string) => JSON.stringify(plain).replace('"parts":{', `"parts":{${more}`);
  it('nested 20 000 deep is refused by one sentence', () => {
    const deep = `${'{"a":'.repeat(20_000)}1${'}'.repeat(20_000)}`;
    expect(refused(inParts(`"deep":${deep},`))).toMatchObject([{ what: expect.stringContaining('64 levels deep') }]);
  });
  it('with 200 000 wrong places lists the first fifty and says how many there are', () => {
    const journal = Array.from({ length: 199_000 }, () => ({ kind: 'nonsense' }));
    const faults = refused({ ...plain, journal });
    expect(faults).toHaveLength(51);
    expect(faults[0]!.what).toMatch(/More than 5000 places are wrong/);
    const photos = Array.from({ length: 200_000 }, () => 7);
    const inOneList = changed(plain, (f) => (f.design.parts.controller!.photos = photos as never));
    expect(refused(inOneList).length).toBeLessThan(60);
  });
  it('says in plain words what belongs in a place', () => {
    const words = (harm: (f: Record<string, unknown>) => void) => {
      const copy = JSON.parse(JSON.stringify(plain)) as Record<string, unknown>;
      harm(copy);
      return refused(copy)[0]!.what;
    };
    expect(words((f) => delete f.createdAt)).toBe('A text belongs here, and nothing is.');
    expect(words((f) => ((f.design as Design).notes = 7 as never))).toBe('A text belongs here.');
    expect(words((f) => ((f.design as Design).datumStrategy = 'there' as never))).toMatch(
      /^Only these are allowed here: at-switch, /,
    );
    expect(words((f) => Object.assign((f.design as Design).masses['mass-1']!, { colour: 'red' }))).toBe(
      'There is no field "colour" here.',
    );
  });
  it.each<[string, (d: Design) => void, RegExp]>([
    ['20 000 masses', (d) => fill(d.masses, 20_000, { name: 'M', movedBy: [] }), /20\d{3} are too many.*500 masses/],
    [
      '3 000 devices in one input',
      (d) => (d.circuits.stop!.devices = Array(3000).fill('stop-button')),
      /too many entries: at most 100/,
    ],
  ])('with %s is refused before anything is worked out from it', (_name, harm, sentence) => {
    expect(refused(changed(plain, (f) => harm(f.design)))[0]!.what).toMatch(sentence);
  });
  const fill = (table: object, n: number, item: unknown) =>
    Object.assign(table, Object.fromEntries(Array.from({ length: n }, (_, i) => [`m-${i}`, item])));
});

describe('the checksum of a file', () => {
  const text = writeMachineFile(wren());
  it('fits what was written, and a file without one opens as well', () => {
    expect(opened(JSON.parse(text)).told).toHaveLength(0);
    const { digest: _digest, ...plain } = JSON.parse(text) as Record<string, unknown>;
    expect(opened(plain).told).toEqual([]);
  });
  it('tells a file that was changed in one place, whatever place that is', () => {
    fc.assert(
      fc.property(fc.nat(text.length - 30), (at) => {
        const digit = text[at]! >= '1' && text[at]! <= '8';
        if (!digit) return;
        const r = readMachineFile(text.slice(0, at) + (Number(text[at]) + 1) + text.slice(at + 1));
        if (r.ok) expect(r.value.told[0]!.what).toContain('not as it was exported');
      }),
      { numRuns: 60 },
    );
  });
  it('one design makes the same bytes again once it was read', () => {
    const read = opened(JSON.parse(text)).file;
    const shuffled = { ...Object.fromEntries(Object.entries(read).reverse()) } as MachineFile;
    shuffled.design = Object.fromEntries(Object.entries(read.design).reverse()) as Design;
    expect(writeMachineFile(opened(shuffled).file)).toBe(writeMachineFile(read));
  });
});

it('reading pauses again and again, so that it can be stopped', () => {
  const steps = [...readingOf(JSON.stringify(edited(60)))];
  expect(new Set(steps)).toEqual(new Set(['reading', 'checking', 'change log']));
  expect(steps.length).toBeGreaterThan(5);
});
