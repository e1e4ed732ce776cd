import type { JournalEntry, MachineFile, Revision } from '../machine/file';
import { defaultDisplay, showQuantity } from '../units/print';
import { openItemInWords, type OpenItem } from './openItems';

export type LineKind = 'edit' | 'test' | 'rehearsal' | 'rework' | 'note' | 'tick' | 'waiver' | 'control' | 'open';

/** One line of the logbook, ready to be shown, filtered and searched. */
export interface TimelineLine {
  id: string;
  kind: LineKind;
  at: string;
  text: string;
  detail: string;
  verdict: 'passed' | 'failed' | 'not-judged' | undefined;
  /** The test, the subject or the command that it is about. */
  about: string;
  revision: number;
  photos: readonly string[];
  /** The clock stood earlier here than on the line before it in the log: it was set back. */
  clockBack: boolean;
  entry: JournalEntry | undefined;
}

function lineOf(
  e: JournalEntry,
  revision: number,
  titleOf: (key: string) => string,
  opener: (id: string) => OpenItem | undefined,
): Omit<TimelineLine, 'clockBack'> {
  const line = {
    id: e.id,
    at: e.at,
    revision,
    entry: e,
    verdict: undefined,
    photos: [] as readonly string[],
    detail: '',
  };
  switch (e.kind) {
    case 'record':
      return {
        ...line,
        kind: e.mode === 'real' ? 'test' : 'rehearsal',
        about: e.test,
        text: titleOf(e.test),
        detail: [
          e.outcome,
          e.note,
          e.despite?.length ? `Done although not passed: ${e.despite.map(titleOf).join(', ')}.` : '',
        ]
          .filter(Boolean)
          .join(' '),
        verdict: e.verdict,
        photos: e.photos ?? [],
      };
    case 'rework':
      return { ...line, kind: 'rework', about: e.subject, text: e.text };
    case 'note':
      return { ...line, kind: 'note', about: e.subject ?? '', text: e.text, photos: e.photos ?? [] };
    case 'tick':
      return { ...line, kind: 'tick', about: e.subject, text: e.subject, detail: e.state };
    case 'control':
      return {
        ...line,
        kind: 'control',
        about: 'control',
        text: `Read from ${e.part === undefined ? 'the control' : 'a drive'}: ${e.held.length} settings, by the sheet ${e.sheet}`,
        detail: e.text ?? '',
      };
    case 'open-item':
      return { ...line, kind: 'open', about: e.id, text: `Open: ${openItemInWords(e)}`, detail: e.reason };
    case 'closed-item': {
      const opened = opener(e.closes);
      return {
        ...line,
        kind: 'open',
        about: e.closes,
        text: `Closed: ${opened ? openItemInWords(opened) : e.closes}`,
        detail: e.text ?? '',
      };
    }
    case 'warmth':
      return {
        ...line,
        kind: 'note',
        about: `enclosures.${e.enclosure}`,
        text: `After ${e.minutes} minutes: room ${showQuantity(e.room, defaultDisplay)}, enclosure ${showQuantity(e.inside, defaultDisplay)}`,
        detail: [
          ...(e.mains ? [`Mains power ${showQuantity(e.mains, defaultDisplay)}.`] : []),
          ...(e.current ? [`The supply of the drives gives ${showQuantity(e.current, defaultDisplay)}.`] : []),
        ].join(' '),
      };
    case 'trial':
      return {
        ...line,
        kind: 'note',
        about: `parts.${e.part}`,
        text: `Tried on the drive: ${e.setting} = ${e.value}`,
        detail: e.happened,
      };
    case 'speed-check':
      return {
        ...line,
        kind: 'note',
        about: `parts.${e.part}`,
        text: `Spindle: ${showQuantity(e.commanded, defaultDisplay)} commanded, ${showQuantity(e.measured, defaultDisplay)} measured`,
      };
    case 'run-in':
      return {
        ...line,
        kind: 'note',
        about: `parts.${e.part}`,
        text: `Spindle run in: ${e.minutes} minutes at ${showQuantity(e.speed, defaultDisplay)}`,
        detail: e.nose ? `Its nose was at ${showQuantity(e.nose, defaultDisplay)}.` : '',
      };
    case 'withdrawn-reading':
      return { ...line, kind: 'note', about: e.withdraws, text: 'A reading was withdrawn' };
    case 'waiver':
      return {
        ...line,
        kind: 'waiver',
        about: e.test,
        text: `Done before its turn: ${titleOf(e.test)}`,
        detail: e.reason,
      };
  }
}
const editLine = (r: Revision): Omit<TimelineLine, 'clockBack'> => ({
  id: `revision-${r.number}`,
  kind: 'edit',
  at: r.at,
  text: r.title,
  detail: '',
  verdict: undefined,
  about: r.command,
  revision: r.number,
  photos: [],
  entry: undefined,
});

/**
 * Everything that was done with a machine, in the order in which it was written: an entry stands after the revision that
 * it was made under, whatever a clock said. Entries without a revision, from older files, follow their neighbours' time.
 */
export function timelineOf(file: MachineFile, titleOf: (key: string) => string = (k) => k): TimelineLine[] {
  const lines: Omit<TimelineLine, 'clockBack'>[] = [];
  const { revisions } = file.history;
  let r = 0;
  let last = file.history.snapshots[0]?.number ?? 0;
  const opened = new Map<string, OpenItem>();
  for (const e of file.journal) {
    while (
      r < revisions.length &&
      (e.revision === undefined ? revisions[r]!.at <= e.at : revisions[r]!.number <= e.revision)
    ) {
      last = revisions[r]!.number;
      lines.push(editLine(revisions[r++]!));
    }
    if (e.kind === 'open-item') opened.set(e.id, e);
    lines.push(lineOf(e, e.revision ?? last, titleOf, (id) => opened.get(id)));
  }
  while (r < revisions.length) lines.push(editLine(revisions[r++]!));
  return lines.map((line, i) => ({ ...line, clockBack: i > 0 && line.at < lines[i - 1]!.at }));
}

export interface TimelineFilter {
  kinds: ReadonlySet<LineKind>;
  words: string;
  /** Only what is about this, or what begins with it. */
  about?: string;
  verdict?: TimelineLine['verdict'];
}
/** Lines that fit, the newest first. Every word must be found somewhere in a line. */
export function filterTimeline(lines: readonly TimelineLine[], filter: TimelineFilter): TimelineLine[] {
  const words = filter.words.toLowerCase().split(/\s+/).filter(Boolean);
  const found: TimelineLine[] = [];
  for (let i = lines.length - 1; i >= 0; i--) {
    const l = lines[i]!;
    if (!filter.kinds.has(l.kind)) continue;
    if (filter.about && !l.about.startsWith(filter.about)) continue;
    if (filter.verdict && l.verdict !== filter.verdict) continue;
    if (words.length) {
      const text = `${l.text} ${l.detail} ${l.about}`.toLowerCase();
      if (!words.every((w) => text.includes(w))) continue;
    }
    found.push(l);
  }
  return found;
}
