import { instancesOf, type Instance } from '../bringup/graph';
import { tests } from '../bringup/list';
import type { Made } from '../bringup/made';
import { judge } from '../bringup/record';
import type { Readings } from '../bringup/testKind';
import type { Figures } from '../derivation/figureTypes';
import type { Finding } from '../findings/finding';
import { severityWord } from '../findings/finding';
import type { Design } from '../machine/design';
import type { MachineFile } from '../machine/file';
import { newMachineFile, revisionOf, writeMachineFile } from '../machine/file';
import type { Display } from '../units/print';
import { controlSections, openItemsSection } from './controlHeld';
import { BEGIN } from './machineInHelpReport';
import { machineRecord } from './machineRecord';

/**
 * One text that holds everything a stranger needs to help, and nothing private: what is asked, findings, results,
 * settings and wiring in words, then a machine file that can be opened. `figures` and `findings` are those of
 * `withoutTyped(file.design)`; `display` holds the units of the one who asks. Of what stands on the machine for now, only
 * `released` texts go along.
 */
export function helpReport(
  file: MachineFile,
  plain: Design,
  figures: Figures,
  findings: readonly Finding[],
  question: string,
  today: string,
  display: Display,
  released: ReadonlySet<string> = new Set(),
): string {
  // Results alone go along, judged anew by the plain names: notes and free words stay at home.
  const made = { design: figures.design, figures };
  const instances = new Map(instancesOf(made, tests).map((i) => [i.key, i]));
  const stripped: MachineFile = {
    ...newMachineFile(plain, 'help-report', file.createdAt),
    journal: file.journal.flatMap((e) => {
      if (e.kind !== 'record' || e.mode !== 'real') return [];
      const { note: _n, photos: _p, outcome: _o, ...rest } = e;
      const instance = instances.get(e.test);
      if (!instance) return [];
      const readings = withoutTexts(instance, e.readings, made, display);
      return [{ ...rest, readings, outcome: judge(instance, readings, made, display).says.join(' ').slice(0, 1000) }];
    }),
  };
  const record = machineRecord(stripped, figures, findings, display, today);
  const lines = [
    '# Help wanted',
    '',
    question.trim() || '(No question was written.)',
    '',
    `Revision ${revisionOf(file)}. ${findings.length ? `Findings: ${findings.map((f) => `${severityWord[f.severity]}: ${f.title}`).join('; ')}.` : 'No findings.'}`,
    '',
  ];
  // What the control held is compared by the sheet that stays at home, and told in the words of the settings.
  const extra = [
    openItemsSection(file.journal, released),
    ...controlSections(file.design, file.journal, figures.settings, display, released),
  ].filter((s) => s !== undefined);
  for (const s of [...extra, ...record.sections]) {
    lines.push(`## ${s.heading}`, '', ...(s.paragraphs ?? []).flatMap((p) => [p, '']));
    if (s.table)
      lines.push(
        `| ${s.table.head.join(' | ')} |`,
        `|${s.table.head.map(() => '---').join('|')}|`,
        ...s.table.rows.map((r) => `| ${r.map((c) => c.replaceAll('|', '/')).join(' | ')} |`),
        '',
      );
  }
  lines.push(BEGIN, writeMachineFile({ ...stripped, journal: [] }));
  return `${lines.join('\n')}\n`;
}

/** Readings of a test, what was typed in words left out. */
function withoutTexts(
  instance: Instance,
  readings: Readings,
  made: Made,
  display: Display,
): Record<string, Readings[string]> {
  const texts = instance.test.fields(made, instance.subject, readings, display).filter((f) => f.type === 'text');
  return { ...readings, ...Object.fromEntries(texts.filter((f) => readings[f.key]).map((f) => [f.key, '(left out)'])) };
}
