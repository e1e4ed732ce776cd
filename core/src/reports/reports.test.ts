import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { linesOfSheet, type SheetLine } from '../dialects/lines';
import { sorrel } from '../dialects/sheets/sorrel';
import { sweepAll } from '../faults/sweep';
import { findingsOf } from '../findings/findings';
import { rules } from '../findings/rules';
import { sweptAs } from '../findings/unnoticed';
import type { MachineFile } from '../machine/file';
import { withEntry } from '../machine/journal';
import type { NameSheet } from '../machine/nameSheet';
import { withTexts } from '../machine/freeTexts';
import { readMachineFile } from '../machine/reading/read';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { helpReport } from './helpReport';
import { typedInOpenItems, typedTexts, withoutTyped } from './typedTexts';
import { BEGIN, machineInHelpReport } from './machineInHelpReport';
import { machineRecord } from './machineRecord';

const TODAY = '2026-04-01T08:00:00.000Z';

it('the record holds every setting with its reason, every conductor once, every test, and the findings', () => {
  const file = wren();
  const figures = deriveFigures(file.design);
  const findings = findingsOf(figures);
  const record = machineRecord(file, figures, findings, defaultDisplay, TODAY);
  const rows = (heading: RegExp) =>
    record.sections.filter((s) => heading.test(s.heading)).flatMap((s) => s.table?.rows ?? []);
  expect(rows(/^Settings/)).toHaveLength(figures.settings.length);
  expect(
    rows(/^Wiring/)
      .map((r) => Number(r[0]))
      .sort((a, b) => a - b),
  ).toEqual(
    Object.values(file.design.conductors)
      .map((c) => c.number)
      .sort((a, b) => a - b),
  );
  expect(rows(/^Open findings/)).toHaveLength(findings.filter((f) => f.severity !== 'note').length);
  expect(JSON.stringify(record)).not.toMatch(/NaN|undefined|\[object/);
});

it('the help report tells nothing private, and the machine in it opens and has the same findings', () => {
  const secret = 'Zebra-7-secret';
  const base = dunnock();
  const { design } = base;
  const own = {
    ...base,
    design: {
      ...design,
      name: secret,
      notes: secret,
      parts: { ...design.parts, controller: { ...design.parts.controller!, name: secret, notes: secret } },
      conductors: Object.fromEntries(
        Object.entries(design.conductors).map(([id, c]) => [id, { ...c, notes: secret, route: secret }]),
      ),
    },
  };
  const result = {
    kind: 'record' as const,
    test: 'labels/machine',
    testVersion: 1,
    mode: 'real' as const,
    readings: { result: 'differs', part: 'controller' },
    verdict: 'failed' as const,
    outcome: `-K1 ${secret} is labelled differently from the file.`,
    note: secret,
    dependedOn: {},
    reliedOn: [],
  };
  const version = {
    ...result,
    test: 'firmware/controller',
    readings: { version: secret, kept: 'file', flashed: 'no' },
    outcome: `Version ${secret}.`,
  };
  const file = [
    version,
    { kind: 'note' as const, text: secret },
    { kind: 'rework' as const, subject: 'axes.x', text: secret },
    result,
  ].reduce<MachineFile>((f, entry) => withEntry(f, entry, TODAY), own);
  const plain = withoutTyped(file.design);
  const figures = deriveFigures(plain);
  const findings = findingsOf(figures);
  const text = helpReport(file, plain, figures, findings, 'X loses steps.', TODAY, defaultDisplay);
  expect(text).toContain('X loses steps.');
  expect(text).not.toContain(secret);
  expect(text).not.toContain(base.id);
  expect(text).toContain('Version (left out), its settings are kept.');
  const inch = helpReport(file, plain, figures, findings, 'X loses steps.', TODAY, {
    ...defaultDisplay,
    system: 'inch',
  });
  expect([/steps\/mm/.test(text), /steps\/in/.test(text)]).toEqual([true, false]);
  expect(inch.slice(0, inch.indexOf(BEGIN))).toMatch(/steps\/in/);
  expect(text).toMatch(/Labels against terminals \| failed .*-K1 controller is labelled differently/);
  const read = readMachineFile(machineInHelpReport(text)!);
  if (!read.ok) throw new Error(read.error[0]!.what);
  expect(findingsOf(deriveFigures(read.value.file.design)).map((f) => f.code)).toEqual(
    findingsOf(deriveFigures(design)).map((f) => f.code),
  );
});

it('every text that a hand can type stays at home, wherever it stands, until it is released', () => {
  const { design } = dunnock();
  let n = 0;
  const typed = withTexts(design, (text) => (text.length <= 20 ? `typed ${++n}` : `typed ${++n} at length`));
  // As a hand can have it: cables and chains are found by their names, so their names alone are alike.
  const seen = typedTexts(typed);
  expect(seen.length).toBeGreaterThan(200);
  const plain = withoutTyped(typed);
  expect(JSON.stringify(plain)).not.toMatch(/typed \d/);
  // Neither what the library ships nor what the planner wrote is asked about.
  expect(
    typedTexts(design)
      .map((t) => t.text)
      .filter((t) => /^(Winding|Feeds|Motor [XYZ]$)/.test(t)),
  ).toEqual([]);
  expect(JSON.stringify(withoutTyped(typed, new Set([seen[3]!.text])))).toContain(seen[3]!.text);
  const label = { ...design.parts.controller!.terminals };
  const first = Object.keys(label)[0]!;
  label[first] = { ...label[first]!, printed: 'NIGEL’S' };
  const parts = { ...design.parts, controller: { ...design.parts.controller!, terminals: label } };
  expect(typedTexts({ ...design, parts })).toContainEqual({ text: 'NIGEL’S', where: 'label at -K1' });
});

it('the help report tells every danger, those that only a sweep of the faults finds too, in nobody’s words', () => {
  const base = dunnock();
  const named = structuredClone(base.design);
  named.dailyChecks = [];
  for (const p of Object.values(named.parts)) p.name = 'Zebra';
  const own = deriveFigures(named);
  const swept = sweepAll(named, own.network, own.plan);
  const plain = withoutTyped(named);
  const figures = deriveFigures(plain);
  const findings = findingsOf(figures, rules, sweptAs(plain, figures.plan.inputs, swept));
  const text = helpReport({ ...base, design: named }, plain, figures, findings, '', TODAY, defaultDisplay);
  expect(text).toMatch(/Danger: Stop: reported to the controller: \d+ faults would never be noticed/);
  expect(text).toMatch(/\| Danger \| Stop -\w+: the motors lose their power: \d+ faults? would never be noticed/);
  expect(text).not.toContain('Zebra');
});

it('what the control holds and what stands for now go along: in the words of the settings, what was typed only if released', () => {
  const zebra: NameSheet = {
    ...sorrel,
    name: 'Zebra control',
    entries: sorrel.entries.map((e) => ({
      ...e,
      name: `zebra.${e.name}`,
      what: `Zebra ${e.what}`,
      ...(e.codes ? { codes: e.codes.map((c) => ({ ...c, text: `zebra ${c.text}` })) } : {}),
    })),
  };
  const start = dunnock();
  const file: MachineFile = { ...start, design: { ...start.design, nameSheet: zebra } };
  const lines = linesOfSheet(zebra, file.design, deriveFigures(file.design).settings);
  const held = lines.map((l): [string, string] => [
    l.name,
    l.name === 'zebra.high.x' ? '700.000' : l.name === 'zebra.seek.way.y' ? otherCode(l) : l.text,
  ]);
  const open = { of: 'limit-off', what: 'Zebra limit', reason: 'its lead is cut', waitsFor: 'a new lead' } as const;
  const made = [
    { kind: 'control' as const, sheet: zebra.name, held },
    { kind: 'open-item' as const, ...open },
  ].reduce<MachineFile>((f, entry) => withEntry(f, entry, TODAY), file);
  const plain = withoutTyped(made.design);
  const figures = deriveFigures(plain);
  const report = (released?: ReadonlySet<string>) =>
    helpReport(made, plain, figures, [], '', TODAY, defaultDisplay, released);
  const text = report();
  expect(text).not.toMatch(/[Zz]ebra|a new lead|its lead is cut/);
  expect(text).toContain('Read on 2026-04-01: ');
  expect(text).toMatch(/\| Axis X, Envelope, plus end \| 595\.000 mm \| 700 mm \|/);
  expect(text).toMatch(/\| Axis Y, Reference run goes \| towards minus \| towards plus \|/);
  expect(text).toContain('| 2026-04-01 | Limit switched off |  |');
  const all = typedInOpenItems(made.journal).map((t) => t.text);
  expect(all).toEqual([open.what, open.waitsFor, open.reason]);
  expect(report(new Set(all))).toContain('Limit switched off: Zebra limit; waits for a new lead | its lead is cut |');
  const paper = machineRecord(made, deriveFigures(made.design), [], defaultDisplay, TODAY);
  expect(paper.sections.find((s) => s.heading === 'What the control holds')!.table!.rows).toContainEqual([
    'zebra.high.x',
    'Axis X, Envelope, plus end',
    '595.000',
    '700.000',
    '',
  ]);
});
const otherCode = ({ text, entry }: SheetLine) => entry.codes!.find((c) => c.text !== text)!.text;
