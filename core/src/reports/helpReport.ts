import { instancesOf } from '../bringup/graph';
import { tests } from '../bringup/list';
import { judge } from '../bringup/record';
import type { Figures } from '../derivation/figures';
import type { Finding } from '../findings/finding';
import { severityWord } from '../findings/finding';
import type { Design } from '../machine/design';
import type { MachineFile } from '../machine/file';
import { newMachineFile, revisionOf, writeMachineFile } from '../machine/file';
import { defaultDisplay } from '../units/print';
import { BEGIN } from './machineInHelpReport';
import { machineRecord } from './machineRecord';

/**
 * The design without anything personal: no name, notes or pictures, and parts by what they are instead of what someone
 * called them. What a stranger needs to help stays: mechanics, parts’ data, conductors, settings.
 */
export function withoutPrivate(design: Design): Design {
  // Cables and chains are found by their names: each that a person gave gets another one, the same everywhere.
  const planned = new Set(
    Object.values(design.conductors).flatMap((c) =>
      c.cable && c.origin === 'planned' && !c.setByHand.includes('cable') ? [`Cable/${c.cable}`] : [],
    ),
  );
  const renamed = new Map<string, string>();
  const plainName = (name: string, kind: string): string => {
    if (planned.has(`${kind}/${name}`)) return name;
    const known = renamed.get(`${kind}/${name}`);
    if (known) return known;
    const next = `${kind} ${[...renamed.keys()].filter((k) => k.startsWith(`${kind}/`)).length + 1}`;
    renamed.set(`${kind}/${name}`, next);
    return next;
  };
  const parts = Object.fromEntries(
    Object.entries(design.parts).map(([id, p]) => {
      const { notes: _n, photos: _p, ...rest } = p;
      const terminals = Object.fromEntries(
        Object.entries(p.terminals).map(([t, x]) => {
          const { notes: _a, photos: _b, ...plain } = x;
          return [t, plain];
        }),
      );
      const name = p.data.class === 'cable' ? plainName(p.name, 'Cable') : p.data.class.replaceAll('-', ' ');
      const { insertedIn } = p.setup;
      const setup = insertedIn ? { ...p.setup, insertedIn: plainName(insertedIn, 'Cable') } : p.setup;
      return [id, { ...rest, name, setup, terminals }];
    }),
  );
  const conductors = Object.fromEntries(
    Object.entries(design.conductors).map(([id, c]) => {
      const { notes: _n, photos: _p, route: _r, waitsFor: _w, ...rest } = c;
      return [
        id,
        {
          ...rest,
          ...(c.cable ? { cable: plainName(c.cable, 'Cable') } : {}),
          ...(c.chain ? { chain: plainName(c.chain, 'Chain') } : {}),
          ...(c.state === 'temporary' ? { waitsFor: 'something' } : {}),
        },
      ];
    }),
  );
  const axes = Object.fromEntries(
    Object.entries(design.axes).map(([id, a]) => {
      const { notes: _n, ...rest } = a;
      return [id, rest];
    }),
  );
  const masses = Object.fromEntries(
    Object.entries(design.masses).map(([id, m], i) => [id, { ...m, name: `Mass ${i + 1}` }]),
  );
  const chains =
    design.chains &&
    Object.fromEntries(
      Object.entries(design.chains).map(([id, c]) => [id, { ...c, name: plainName(c.name, 'Chain') }]),
    );
  const overrides = Object.fromEntries(Object.entries(design.overrides).map(([id, o]) => [id, { ...o, reason: '' }]));
  return {
    ...design,
    name: `A ${design.kind.replaceAll('-', ' ')}`,
    notes: '',
    parts,
    conductors,
    axes,
    masses,
    overrides,
    ...(chains ? { chains } : {}),
  };
}

/**
 * One text that holds everything a stranger needs to help, and nothing private: what is asked, findings, results,
 * settings and wiring in words, then a machine file that can be opened. `figures` and `findings` are those of
 * `withoutPrivate(file.design)`.
 */
export function helpReport(
  file: MachineFile,
  plain: Design,
  figures: Figures,
  findings: readonly Finding[],
  question: string,
  today: string,
): string {
  // Results alone go along, judged anew by the plain names: notes and free words stay at home.
  const made = { design: plain, figures };
  const instances = new Map(instancesOf(made, tests).map((i) => [i.key, i]));
  const stripped: MachineFile = {
    ...newMachineFile(plain, 'help-report', file.createdAt),
    journal: file.journal.flatMap((e) => {
      if (e.kind !== 'record' || e.mode !== 'real') return [];
      const { note: _n, photos: _p, outcome: _o, ...rest } = e;
      const instance = instances.get(e.test);
      return instance
        ? [{ ...rest, outcome: judge(instance, e.readings, made, defaultDisplay).says.join(' ').slice(0, 1000) }]
        : [];
    }),
  };
  const record = machineRecord(stripped, figures, findings, defaultDisplay, today);
  const lines = [
    '# Help wanted',
    '',
    question.trim() || '(No question was written.)',
    '',
    `Revision ${revisionOf(file)}. ${findings.length ? `Findings: ${findings.map((f) => `${severityWord[f.severity]}: ${f.title}`).join('; ')}.` : 'No findings.'}`,
    '',
  ];
  for (const s of record.sections) {
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
