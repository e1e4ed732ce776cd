import { sayStale } from '../bringup/evidence';
import { openItemsOf } from '../logbook/openItems';
import { powerOnCard } from '../bringup/powerOn';
import { standings } from '../bringup/evidence';
import { instancesOf } from '../bringup/graph';
import { tests } from '../bringup/list';
import type { Figures } from '../derivation/figureTypes';
import type { Finding } from '../findings/finding';
import { severityWord } from '../findings/finding';
import type { MachineFile } from '../machine/file';
import { changedAt, revisionOf } from '../machine/file';
import { showSetting } from '../settings/setting';
import type { Display } from '../units/print';
import { printNumber, showQuantity } from '../units/print';
import { metresOf, metresWords } from '../wiring/metres';
import { sheetNames, sheets, sheetsOfConductors } from '../wiring/sheets';
import { terminalName } from '../wiring/wires';
import { controlSections, openItemsSection } from './controlHeld';
import type { ReportDocument, ReportSection } from './document';

const states = {
  locked: 'not done',
  open: 'not done',
  passed: 'passed',
  failed: 'failed',
  stale: 'stale',
  'not-judged': 'not judged',
};

/**
 * The machine on paper: what it is, every setting with its reason, wiring lists by sheet, test results with what makes
 * them doubtful, and open findings. `today` comes from outside, since core reads no clock.
 */
export function machineRecord(
  file: MachineFile,
  figures: Figures,
  findings: readonly Finding[],
  display: Display,
  today: string,
): ReportDocument {
  const { design } = file;
  const made = { design: figures.design, figures };
  const instances = instancesOf(made, tests);
  const all = standings(made, instances, file.journal);
  const titleOf = (key: string) => instances.find((i) => i.key === key)?.title ?? key;
  const date = (at: string) => at.slice(0, 10);
  const sections: ReportSection[] = [];

  const open = findings.filter((f) => f.severity !== 'note');
  sections.push({
    heading: 'Open findings',
    paragraphs: open.length ? [] : ['None above a note.'],
    ...(open.length
      ? {
          table: {
            head: ['', 'Finding', 'Why'],
            widths: [1, 3, 6],
            rows: open.map((f) => [severityWord[f.severity], f.title, f.explain(display)]),
          },
        }
      : {}),
  });
  const forNow = openItemsSection(file.journal, 'all');
  if (forNow) sections.push(forNow);
  const counted = all.filter((s) => !s.instance.test.optional);
  const passed = counted.filter((s) => s.state === 'passed').length;
  sections.push({
    heading: 'Test results',
    paragraphs: [
      `${passed} of ${counted.length} tests have passed and still hold. These checks found what they found: they are no certificate, and local codes come first.`,
    ],
    table: {
      head: ['Test', 'State', 'Date', 'Result'],
      widths: [4, 1.4, 1.6, 7],
      rows: all.map((s) => [
        s.instance.title,
        states[s.state],
        s.record ? date(s.record.at) : '',
        [s.record?.outcome ?? '', ...s.stale.slice(0, 2).map((r) => sayStale(r, design, titleOf))]
          .filter(Boolean)
          .join(' '),
      ]),
    },
  });
  const groups = [...new Set(figures.settings.map((s) => s.group))];
  groups.forEach((group, i) =>
    sections.push({
      heading: `Settings: ${group}`,
      ...(i === 0 ? { newPage: true } : {}),
      table: {
        head: ['Parameter', 'Value', 'Why'],
        widths: [3, 2.4, 6],
        right: [1],
        rows: figures.settings
          .filter((s) => s.group === group)
          .map((s) => [
            s.title,
            s.value.known ? showSetting(s.kind, s.value.value, display) : 'missing',
            s.override
              ? `Set by hand: ${s.override.reason || 'no reason given'}. Derived: ${s.derived.known ? showSetting(s.kind, s.derived.value, display) : 'missing'}.`
              : `${s.formula}: ${s.numbers(display)}`,
          ]),
      },
    }),
  );
  sections.push(...controlSections(design, file.journal, figures.settings, display, 'all'));
  sections.push({
    heading: 'Parts',
    newPage: true,
    table: {
      head: ['', 'Part', 'Kind', 'Note'],
      widths: [1, 5, 2.4, 4],
      rows: Object.values(design.parts)
        .sort((a, b) => a.designation.localeCompare(b.designation, 'en', { numeric: true }))
        .map((p) => [p.designation, p.name, p.data.class.replaceAll('-', ' '), p.notes ?? '']),
    },
  });
  const bySheet = sheetsOfConductors(design);
  for (const sheet of sheets) {
    const own = Object.entries(design.conductors).filter(([id]) => bySheet.get(id) === sheet);
    if (!own.length) continue;
    sections.push({
      heading: `Wiring: ${sheetNames[sheet]}`,
      table: {
        head: ['No.', 'From', 'To', 'Colour', 'Section', 'Cable', 'State'],
        widths: [1, 3, 3, 1.2, 1.4, 3, 1.6],
        right: [0],
        rows: own
          .map(([, c]) => c)
          .sort((a, b) => a.number - b.number)
          .map((c) => [
            String(c.number),
            terminalName(design, c.from),
            terminalName(design, c.to),
            c.colour ?? '',
            c.section ? showQuantity(c.section, display) : '',
            c.cable ?? '',
            c.state,
          ]),
      },
    });
  }
  const metres = metresOf(design);
  if (metres.length)
    sections.push({
      heading: 'Wire and cable to cut',
      table: {
        head: ['Kind', 'Pieces', 'Metres', 'For'],
        widths: [4, 1, 1.4, 6],
        right: [1, 2],
        rows: metres.map((m) => [
          metresWords(design, m, display),
          String(m.pieces),
          `${printNumber(m.metres, 3)}${m.unknown ? ` and ${m.unknown} of unknown length` : ''}`,
          m.names.join(', '),
        ]),
      },
    });
  sections.push({
    heading: 'At every power-on',
    newPage: true,
    table: {
      head: ['', 'Step', 'Done'],
      widths: [0.6, 9, 1.4],
      rows: powerOnCard(made, display, openItemsOf(file.journal)).map((s, i) => [
        String(i + 1),
        s.caution ? `${s.text} (${s.caution})` : s.text,
        '',
      ]),
    },
  });
  return {
    title: design.name,
    lines: [
      `Machine record, revision ${revisionOf(file)} of ${date(changedAt(file))}, printed ${date(today)}`,
      'Planning and measuring help, not a certificate. Mains work belongs to a licensed person where your code says so.',
    ],
    sections,
  };
}
