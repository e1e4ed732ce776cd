import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { writeMachineFile } from '@nodaxis/core/machine/file';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { exampleMachines } from '@nodaxis/core/samples/index';
import { wren } from '@nodaxis/core/samples/wren';
import { expect, it } from 'vitest';

const folder = mkdtempSync(join(tmpdir(), 'nodaxis-cli-'));
const main = fileURLToPath(new URL('../dist/main.js', import.meta.url));
const check = (text?: string) => {
  const file = join(folder, 'machine.nodaxis.json');
  if (text !== undefined) writeFileSync(file, text);
  const r = spawnSync(process.execPath, [main, text === undefined ? join(folder, 'none.json') : file], {
    encoding: 'utf8',
  });
  return {
    code: r.status,
    json: JSON.parse(r.stdout) as Record<string, never> & {
      findings: { id: string; severity: string }[];
      settings: { key: string; value: number }[];
      errors: { path: string; reason: string }[];
    },
  };
};

it('a healthy machine: exit 0, its settings, and nothing but JSON on stdout', () => {
  const { code, json } = check(writeMachineFile(dunnock()));
  expect(code).toBe(0);
  expect(json.settings.find((s) => s.key === 'axis/x/scale')?.value).toBe(160);
});
it('a machine with dangers: exit 1, each with its id', () => {
  const { code, json } = check(writeMachineFile(wren()));
  expect(code).toBe(1);
  expect(json.findings.map((f) => f.id)).toContain('broken-wire:limit-and-reference-y');
});
it.each([
  ['dunnock', 0, []],
  ['plover', 0, []],
  ['wren', 1, ['broken-wire:limit-and-reference-y', 'pulse-rate:x', 'head-first:z']],
  ['bullfinch', 1, ['stop-cuts-nothing:stop']],
  ['whinchat', 0, ['head-may-fall:z']],
  ['fieldfare', 0, ['mains-at-button:device-stop']],
  ['avocet', 0, ['gantry-square:y']],
  ['wheatear', 0, ['head-may-fall:z', 'gantry-square:y']],
  [
    'pipit',
    1,
    [
      ...['x', 'y', 'z'].map((axis) => `broken-wire:limit-and-reference-${axis}`),
      'alarm-unused:driver-x-0+driver-y-0+driver-z-0',
      'spindle-runs-on:spindle',
    ],
  ],
])('the example %s opens as its README says: exit %d', (name, exit, ids) => {
  const kept = readFileSync(new URL(`../../examples/${name}.nodaxis.json`, import.meta.url), 'utf8');
  const { code, json } = check(kept);
  expect(code).toBe(exit);
  expect(json.findings.filter((f) => f.severity !== 'note').map((f) => f.id)).toEqual(ids);
  // It is the sample as the source makes it: npm run generate.
  const made = exampleMachines.find((m) => m.id === name)!.make();
  expect(kept.trim()).toBe(writeMachineFile(made));
});
it('a file that cannot be read: exit 2, with path and reason of each error', () => {
  const file = dunnock();
  const bad = { ...file, design: { ...file.design, axisOrder: [...file.design.axisOrder, 'q'] } };
  const { code, json } = check(JSON.stringify(bad));
  expect(code).toBe(2);
  expect(json.errors).toEqual([
    expect.objectContaining({ path: 'design.axisOrder.3', reason: expect.stringContaining('no axis "q"') }),
  ]);
  expect(check().code).toBe(2);
  expect(check('{').code).toBe(2);
});
