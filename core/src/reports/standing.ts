import { standings } from '../bringup/evidence';
import { instancesOf } from '../bringup/graph';
import { tests } from '../bringup/list';
import { deriveFigures } from '../derivation/figures';
import { settledOf, type Settled } from '../derivation/settled';
import { severities, type Severity } from '../findings/finding';
import { findingsOf } from '../findings/findings';
import type { Station } from '../machine/fields';
import type { MachineFile } from '../machine/file';

/** Where a machine stands: how far each station is, the worst that was found, and what is to be done next. */
export interface Standing {
  stations: { station: Station; done: number; of: number }[];
  /** Findings above a note: how many, the worst of them and its title. */
  findings: number;
  worst?: { severity: Severity; title: string };
  next: { station: Station; text: string };
}

/** In the order of the work; the binder is never done. */
const order = ['machine', 'drives', 'switches', 'wiring', 'settings', 'bringup', 'practice'] as const;
const missing = (s: Settled) =>
  s.of - s.done === 1 ? 'one answer is missing' : `${s.of - s.done} answers are missing`;
const what: Record<(typeof order)[number], (s: Settled) => string> = {
  machine: (s) => `Describe the machine: ${missing(s)}`,
  drives: (s) => `Choose and set the drives: ${missing(s)}`,
  switches: (s) => `Place and wire the switches: ${missing(s)}`,
  wiring: (s) => `Wire it: ${s.done} of ${s.of} conductors are connected`,
  settings: (s) => `Complete the settings: ${s.done} of ${s.of} are known`,
  bringup: (s) => `Bring it up: ${s.done} of ${s.of} tests have passed`,
  practice: () => 'The control gets no power yet: see what is missing on Wiring',
};

/** Where a machine stands, calculated from its file alone. Single faults are not swept for it. */
export function standingOf(file: MachineFile): Standing {
  const figures = deriveFigures(file.design);
  const made = { design: figures.design, figures };
  const due = standings(made, instancesOf(made, tests), file.journal, 'real').filter((s) => !s.instance.test.optional);
  const settled: Partial<Record<Station, Settled>> = {
    ...settledOf(figures),
    bringup: { done: due.filter((s) => s.state === 'passed').length, of: Math.max(due.length, 1) },
  };
  const open = findingsOf(figures).filter((f) => f.severity !== 'note');
  const worst = severities.flatMap((s) => open.find((f) => f.severity === s) ?? []).at(0);
  const unsettled = order.find((s) => (settled[s]?.done ?? 0) < (settled[s]?.of ?? 0));
  // What is wrong at a station that has not been reached yet settles itself there: first things first.
  const reached = unsettled ? order.indexOf(unsettled) : order.length;
  const serious = severities
    .filter((s) => s !== 'doubtful')
    .flatMap((s) => open.filter((f) => f.severity === s && (order as readonly string[]).indexOf(f.station) <= reached))
    .at(0);
  return {
    stations: order.map((station) => ({ station, ...(settled[station] ?? { done: 0, of: 1 }) })),
    findings: open.length,
    ...(worst ? { worst: { severity: worst.severity, title: worst.title } } : {}),
    next: serious
      ? { station: serious.station, text: `Fix first: ${serious.title}` }
      : unsettled
        ? { station: unsettled, text: what[unsettled](settled[unsettled]!) }
        : { station: 'practice', text: 'Everything is settled: practise, and keep the record in the binder' },
  };
}
