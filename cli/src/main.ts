import { readFileSync, statSync } from 'node:fs';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { wordsPage } from '@nodaxis/core/dialects/wordsPage';
import { checksPage } from '@nodaxis/core/findings/catalogue';
import { severityWord } from '@nodaxis/core/findings/finding';
import { findingsOf } from '@nodaxis/core/findings/findings';
import { rules } from '@nodaxis/core/findings/rules';
import { sweepAll } from '@nodaxis/core/faults/sweep';
import { machineFileJsonSchema, nameSheetJsonSchema } from '@nodaxis/core/machine/jsonSchema';
import { readMachineFile } from '@nodaxis/core/machine/reading/read';
import { MAX_FILE_CHARACTERS } from '@nodaxis/core/machine/limits';
import { revisionOf, writeMachineFile } from '@nodaxis/core/machine/file';
import { exampleMachines } from '@nodaxis/core/samples/index';
import { showSetting } from '@nodaxis/core/settings/setting';
import { defaultDisplay } from '@nodaxis/core/units/print';
import type { Fault } from '@nodaxis/core/units/result';

/** Exit codes: 0 notes and doubts at most, 1 something cannot work or is dangerous, 2 the file cannot be read. */
const EXIT = { fine: 0, findings: 1, unreadable: 2 } as const;

const sampleOf = (id: string | undefined) => exampleMachines.find((s) => s.id === id)?.make();

const print = (value: object): void => void process.stdout.write(`${JSON.stringify(value, null, 2)}\n`);

function unreadable(file: string, errors: Fault[]): number {
  print({ file, errors: errors.map((e) => ({ path: e.where, reason: e.what, fix: e.fix })) });
  return EXIT.unreadable;
}

function load(file: string): { text: string } | { fault: Fault } {
  try {
    if (statSync(file).size > MAX_FILE_CHARACTERS)
      return {
        fault: { what: 'The file is far larger than a machine file.', where: file, fix: 'Pick a .nodaxis.json file.' },
      };
    return { text: readFileSync(file, 'utf8') };
  } catch (e) {
    return {
      fault: { what: `The file cannot be opened: ${(e as Error).message}.`, where: file, fix: 'Check the path.' },
    };
  }
}

/** Checks one machine file and prints findings and derived settings as JSON, and nothing else. */
function check(file: string): number {
  const loaded = load(file);
  if ('fault' in loaded) return unreadable(file, [loaded.fault]);
  const read = readMachineFile(loaded.text);
  if (!read.ok) return unreadable(file, read.error);
  const { file: machine, told } = read.value;
  const figures = deriveFigures(machine.design);
  const swept = sweepAll(figures.design, figures.network, figures.plan);
  const findings = findingsOf(figures, rules, swept);
  print({
    file,
    machine: machine.design.name,
    kind: machine.design.kind,
    revision: revisionOf(machine),
    // What was cut off, brought in line or doubted while reading.
    told: told.map((e) => ({ path: e.where, reason: e.what, fix: e.fix })),
    findings: findings.map((f) => ({
      id: f.id,
      severity: f.severity,
      word: severityWord[f.severity],
      title: f.title,
      explanation: f.explain(defaultDisplay),
      field: f.field,
      remedies: f.remedies.map((r) => ({ label: r.label(defaultDisplay), ...r.command })),
    })),
    settings: figures.settings.map((s) => ({
      key: s.key,
      group: s.group,
      title: s.title,
      ...(s.value.known
        ? { value: s.value.value, shown: showSetting(s.kind, s.value.value, defaultDisplay) }
        : { missing: s.value.missing }),
      overridden: s.override !== undefined,
      formula: s.formula,
    })),
  });
  return findings.some((f) => f.severity === 'danger' || f.severity === 'wont-work') ? EXIT.findings : EXIT.fine;
}

const [first, second] = process.argv.slice(2);
if (first === '--schema') print(machineFileJsonSchema());
else if (first === '--sheet-schema') print(nameSheetJsonSchema());
else if (first === '--sheet-words') process.stdout.write(wordsPage());
else if (first === '--checks') process.stdout.write(checksPage());
else if (first === '--example' && sampleOf(second)) process.stdout.write(`${writeMachineFile(sampleOf(second)!)}\n`);
else if (first && !first.startsWith('-') && second === undefined) process.exitCode = check(first);
else {
  process.stderr.write('Usage: npm run -s check -- FILE.nodaxis.json\n');
  process.exitCode = EXIT.unreadable;
}
