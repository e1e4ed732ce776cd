import type { Fault, Result } from '../../units/result';
import { fail, ok } from '../../units/result';
import type { Element, Terminal, TerminalRole } from '../parts';
import type { LibraryEntry } from './entry';
import { libraryOf } from './index';
import { completed } from './inside';

/** Terminals of one part. */
export const MOST_TERMINALS = 400;
/** Characters of a label. */
const MOST_LABEL = 40;
/** Functions of which a part has several that are told apart by their channel: the axes of a controller, the poles of a switch. */
const channelled: ReadonlySet<TerminalRole> = new Set(['step-out', 'direction-out', 'pole-in', 'pole-out']);

const wrong = (what: string, fix: string): Result<never, Fault[]> => fail([{ what, where: 'Labels', fix }]);

/**
 * Labels as one writes them: `L, N, PE`, or a run such as `IN1 … IN16`, `X01-X08` or `1–8`. Figures in front of and behind
 * the number stay; leading zeros are kept. Errors: nothing, a run that goes nowhere, a label too long, too many.
 */
export function labelsOf(text: string): Result<string[], Fault[]> {
  const labels: string[] = [];
  for (const piece of text.split(/[,;\n]/)) {
    const one = piece.trim();
    if (!one) continue;
    const run = /^(.*?)(\d+)([^\d\s]*)\s*(?:…|\.{2,3}|–|-| to )\s*(.*?)(\d+)([^\d\s]*)$/.exec(one);
    if (!run) {
      labels.push(one);
      continue;
    }
    const [, before, first, behind, again, last, after] = run as unknown as [string, ...string[]];
    const [from, to] = [Number(first), Number(last)];
    if ((again && again !== before) || (after !== behind && after))
      return wrong(
        `“${one}” does not count: its two ends are named unlike.`,
        'Write both ends alike, such as IN1 … IN16, or separate single labels by commas.',
      );
    if (to < from || to - from >= MOST_TERMINALS)
      return wrong(
        `“${one}” ${to < from ? 'counts backwards' : 'is a very long run'}.`,
        `Begin with the lower number, and stay below ${MOST_TERMINALS} terminals.`,
      );
    for (let n = from; n <= to; n++)
      labels.push(`${before}${String(n).padStart(first!.startsWith('0') ? first!.length : 0, '0')}${behind}`);
  }
  if (!labels.length)
    return wrong('No label is written.', 'Write labels with commas between them, or a run such as IN1 … IN16.');
  const long = labels.find((l) => l.length > MOST_LABEL);
  if (long)
    return wrong(
      `“${long.slice(0, 20)}…” is too long for a label.`,
      `A label has at most ${MOST_LABEL} characters, as it is printed beside the terminal.`,
    );
  return ok(labels);
}

/** Terminals that are alike but for their label. */
export interface TerminalRun {
  labels: string;
  role: TerminalRole;
  /** What they belong to together, such as a bank of inputs or a plug, as it is printed there. */
  bank?: string;
  /** The channel of the first one; each that follows has the next. Counted on by itself where the function needs one. */
  channel?: number;
  /** Conductors that each takes. */
  holds?: number;
}

/** A part with some more terminals, and with what stands between them inside. Errors: as for labels; more than a part can have. */
export function withTerminals(part: LibraryEntry, run: TerminalRun): Result<LibraryEntry, Fault[]> {
  const labels = labelsOf(run.labels);
  if (!labels.ok) return labels;
  if (Object.keys(part.terminals).length + labels.value.length > MOST_TERMINALS)
    return wrong(
      `A part has at most ${MOST_TERMINALS} terminals.`,
      'Divide it into several parts, such as a board and its extension.',
    );
  const terminals = { ...part.terminals };
  const added = new Set<string>();
  let channel = run.channel ?? (channelled.has(run.role) ? nextChannel(part, run.role) : undefined);
  let position = Object.values(part.terminals).filter((t) => t.place?.connector === run.bank).length;
  for (const printed of labels.value) {
    const id = freeTerminalId(terminals, printed);
    added.add(id);
    terminals[id] = {
      printed,
      role: run.role,
      ...(channel === undefined ? {} : { channel: channel++ }),
      ...(run.bank ? { place: { connector: run.bank, row: 0, position: position++ } } : {}),
      ...(run.holds === undefined ? {} : { holds: run.holds }),
    };
  }
  return ok(completed({ ...part, terminals }, added));
}
const nextChannel = (part: LibraryEntry, role: TerminalRole): number =>
  1 + Math.max(-1, ...Object.values(part.terminals).map((t) => (t.role === role ? (t.channel ?? -1) : -1)));

/** An id that says what is printed, in the letters of an id. */
function freeTerminalId(taken: Readonly<Record<string, Terminal>>, printed: string): string {
  const plain = printed
    .toLowerCase()
    .replace(/\+/g, '-plus')
    .replace(/[−]|(?<=[a-z0-9])-$/g, '-minus')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  const base = /^[a-z]/.test(plain) && plain !== 'constructor' ? plain : `t${plain ? `-${plain}` : ''}`;
  let id = base;
  for (let n = 2; Object.hasOwn(taken, id); n++) id = `${base}-${n}`;
  return id;
}

/** A part with one terminal changed; what was inside between it and others is worked out again where its function is another. */
export function withTerminal(
  part: LibraryEntry,
  id: string,
  change: Partial<Pick<Terminal, 'printed' | 'role' | 'channel' | 'holds'>>,
): LibraryEntry {
  const old = part.terminals[id];
  if (!old) return part;
  const terminals = { ...part.terminals, [id]: dropAbsent({ ...old, ...change }) };
  if (change.role === undefined || change.role === old.role) return { ...part, terminals };
  return completed({ ...part, terminals, elements: withoutUses(part.elements, new Set([id])) }, new Set([id]));
}
const dropAbsent = (t: { [K in keyof Terminal]: Terminal[K] | undefined }): Terminal =>
  Object.fromEntries(Object.entries(t).filter(([, v]) => v !== undefined)) as Terminal;

/** A part without some terminals, and without what stood at them inside. */
export function withoutTerminals(part: LibraryEntry, ids: readonly string[]): LibraryEntry {
  const gone = new Set(ids);
  return {
    ...part,
    terminals: Object.fromEntries(Object.entries(part.terminals).filter(([id]) => !gone.has(id))),
    elements: withoutUses(part.elements, gone),
  };
}
function withoutUses(elements: LibraryEntry['elements'], gone: ReadonlySet<string>): LibraryEntry['elements'] {
  const kept: LibraryEntry['elements'] = {};
  for (const [id, e] of Object.entries(elements)) {
    if (e.kind === 'join') {
      const left = e.terminals.filter((t) => !gone.has(t));
      if (left.length >= 2) kept[id] = { ...e, terminals: left };
    } else if (!Object.entries(e).some(([k, v]) => k !== 'kind' && k !== 'coil' && gone.has(String(v)))) kept[id] = e;
  }
  // A contact whose coil went with its terminals is nobody's any more.
  return Object.fromEntries(
    Object.entries(kept).filter(([, e]) => e.kind !== 'contact' || e.coil === undefined || Object.hasOwn(kept, e.coil)),
  );
}

/** A part whose switched outputs are of another type: they give plus, pull to 0 V, or both. */
export const withOutputType = (part: LibraryEntry, type: OutputType): LibraryEntry => ({
  ...part,
  elements: Object.fromEntries(
    Object.entries(part.elements).map(([id, e]) => [id, e.kind === 'digital-output' ? { ...e, type } : e]),
  ),
});
export type OutputType = Extract<Element, { kind: 'digital-output' }>['type'];
export const outputTypeOf = (part: Pick<LibraryEntry, 'elements'>): OutputType | undefined =>
  Object.values(part.elements).find((e) => e.kind === 'digital-output')?.type;

/** The functions that terminals of such a part usually have: those of the parts that ship, and its own. */
export const usualFunctions = (part: Pick<LibraryEntry, 'data' | 'terminals'>): ReadonlySet<TerminalRole> =>
  new Set([...libraryOf(part.data.class), part].flatMap((e) => Object.values(e.terminals).map((t) => t.role)));
