import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { standings } from '../bringup/evidence';
import { instancesOf } from '../bringup/graph';
import { tests } from '../bringup/list';
import { deriveFigures } from '../derivation/figures';
import { VERSION, writeMachineFile } from './file';
import { designAt } from './designAt';
import { readMachineFile } from './reading/read';

const folder = new URL('./archive/', import.meta.url);
const files = readdirSync(folder);
const versions = new Set(files.map((f) => Number(/-v(\d+)\./.exec(f)![1])));

it('holds a file of every version there has been', () => {
  expect([...versions].sort()).toEqual(Array.from({ length: VERSION }, (_, i) => i + 1));
});

describe.each(files)('%s, as it was written then', (name) => {
  const text = readFileSync(new URL(name, folder), 'utf8');
  const read = readMachineFile(text);
  if (!read.ok) throw new Error(`${read.error[0]!.where}: ${read.error[0]!.what}`);
  const { file, told } = read.value;
  const raw = JSON.parse(text) as {
    journal: unknown[];
    history: { revisions: unknown[] };
    design: { conductors: object };
  };
  it('opens without a word, with every conductor, entry and revision', () => {
    expect(told).toEqual([]);
    expect(Object.keys(file.design.conductors)).toEqual(Object.keys(raw.design.conductors));
    expect(file.journal).toHaveLength(raw.journal.length);
    expect(file.history.revisions).toHaveLength(raw.history.revisions.length);
  });
  it('plans nothing anew, leads to itself at its last revision, and is read the same again', () => {
    const { changes, conflicts } = deriveFigures(file.design).replanned;
    expect([changes, conflicts]).toEqual([[], []]);
    expect(designAt(file, file.history.revisions.at(-1)!.number)).toEqual(file.design);
    expect(readMachineFile(writeMachineFile(file))).toEqual({ ok: true, value: { file, told: [] } });
  });
  it('keeps every result that was fresh when it was written', () => {
    const made = { design: file.design, figures: deriveFigures(file.design) };
    const records = file.journal.filter((e) => e.kind === 'record');
    const all = standings(made, instancesOf(made, tests), file.journal, 'rehearsal').filter((s) => s.record);
    expect(new Set(all.map((s) => s.record!.test))).toEqual(new Set(records.map((r) => r.test)));
    expect(all.filter((s) => s.state !== 'passed').map((s) => [s.instance.key, s.stale])).toEqual([]);
  });
});
