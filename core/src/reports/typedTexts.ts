import type { Design } from '../machine/design';
import { openItemNames, openItemsOf } from '../logbook/openItems';
import type { JournalEntry } from '../machine/file';
import { withTexts } from '../machine/freeTexts';
import { library, libraryEntry } from '../machine/library/index';
import { planConductors } from '../wiring/planner/plan';

/** A text that a person typed, with the places where it stands. */
export interface TypedText {
  text: string;
  /** Where it stands first, in words. */
  where: string;
}

/** Every text of the library that ships. */
const shipped: ReadonlySet<string> = new Set(
  (function* texts(v: unknown): Generator<string> {
    if (typeof v === 'string') yield v;
    else if (typeof v === 'object' && v !== null) for (const x of Object.values(v)) yield* texts(x);
  })(library),
);

/** Never asked for release: what tells who somebody is, pictures of nobody’s business, and the name sheet, which stays out as a whole. */
const ALWAYS_OUT: readonly RegExp[] = [/^name$/, /^notes$/, /\.notes$/];
const isOut = (path: readonly string[]): boolean =>
  path[0] === 'nameSheet' || path[0] === 'driveSheets' || ALWAYS_OUT.some((p) => p.test(path.join('.')));

/** What the planner writes of conductors and cables. */
const plannersTexts = (design: Design): string[] => {
  const { proposals, cables } = planConductors(design);
  return [...proposals.flatMap((p) => [p.purpose, p.cable ?? '', p.core ?? '']), ...cables.map((c) => c.name)];
};

const noun: Readonly<Record<string, string>> = {
  printed: 'label at',
  label: 'label of a jumper of',
  purpose: 'purpose of conductor',
  core: 'core of conductor',
  cable: 'cable of conductor',
  route: 'route of conductor',
  waitsFor: 'what waits at conductor',
  chain: 'chain of conductor',
  mark: 'core of cable',
  reason: 'reason for setting',
  name: 'name of',
};
function whereOf(design: Design, path: readonly string[]): string {
  const [table, id] = path as [string, string | undefined];
  const last = path.at(-1)!;
  if (table === 'masses') return 'name of a mass';
  if (table === 'heads') return 'name of a tool head';
  if (table === 'enclosures') return 'name of an enclosure';
  const thing =
    table === 'parts' && id
      ? design.parts[id]!.designation
      : table === 'conductors' && id
        ? String(design.conductors[id]!.number)
        : (id ?? table);
  return `${noun[last] ?? last} ${thing}`.trim();
}

/** The texts of a design that a hand typed: neither those of the library nor those that the planner wrote. */
export function typedTexts(design: Design): TypedText[] {
  const byPlanner = plannersTexts(design);
  const ofPlanner = new Set(byPlanner);
  const places = new Map<string, string>();
  const collect = (known: ReadonlySet<string>): string[] => {
    places.clear();
    withTexts(design, (text, path) => {
      if (text && !isOut(path) && !shipped.has(text) && !known.has(text) && !places.has(text))
        places.set(text, whereOf(design, path));
      return text;
    });
    return [...places.keys()];
  };
  // A purpose that the planner wrote is not typed, unless it speaks a name that is.
  const typed = collect(ofPlanner).filter((t) => t.length > 2);
  collect(new Set(byPlanner.filter((t) => !typed.some((n) => t.includes(n)))));
  return [...places].map(([text, where]) => ({ text, where }));
}

/** Words that stand for a text that stays at home, by where it stands. */
const standIn: Readonly<Record<string, string>> = {
  cable: 'Cable',
  chain: 'Chain',
  insertedIn: 'Cable',
  alsoIn: 'Cable',
  printed: 'Label',
  label: 'Jumper',
  core: 'Core',
  mark: 'Core',
};

/**
 * The design without anything that a person typed, but for the texts that are released: no notes, no pictures, and other words in the
 * place of names. The same text is replaced by the same words everywhere, since cables are found by their names.
 */
export function withoutTyped(design: Design, released: ReadonlySet<string> = new Set()): Design {
  const typed = new Set(typedTexts(design).map((t) => t.text));
  const words = new Map<string, string>();
  const wordFor = (text: string, path: readonly string[]): string => {
    const known = words.get(text);
    if (known) return known;
    const last = path.at(-1)!;
    const [table, id] = path as [string, string | undefined];
    const part = table === 'parts' && id ? design.parts[id] : undefined;
    const kind =
      last === 'name' && part
        ? part.data.class === 'cable'
          ? 'Cable'
          : ''
        : last === 'name'
          ? table === 'chains'
            ? 'Chain'
            : 'Mass'
          : (standIn[last] ?? 'Text');
    // Parts are called by what they are: two of a kind are told apart by their designations.
    if (!kind) return part!.data.class.replaceAll('-', ' ');
    const next = `${kind} ${[...words.values()].filter((w) => w.startsWith(`${kind} `)).length + 1}`;
    words.set(text, next);
    return next;
  };
  const plain = withTexts(design, (text, path) => {
    if (path.length === 1 && path[0] === 'name') return `A ${design.kind.replaceAll('-', ' ')}`;
    if (path.length === 1 && path[0] === 'notes') return '';
    if (isOut(path)) return undefined;
    return !typed.has(text) || released.has(text) ? text : path.at(-1) === 'reason' ? '' : wordFor(text, path);
  });
  const parts = Object.fromEntries(
    Object.entries(plain.parts).map(([id, { photos: _p, libraryKey, ...p }]) => [
      id,
      {
        ...p,
        ...(libraryKey && libraryEntry(libraryKey) ? { libraryKey } : {}),
        terminals: Object.fromEntries(Object.entries(p.terminals).map(([t, { photos: _q, ...x }]) => [t, x])),
      },
    ]),
  );
  const conductors = Object.fromEntries(Object.entries(plain.conductors).map(([id, { photos: _p, ...c }]) => [id, c]));
  const { nameSheet: _s, driveSheets: _d, ...rest } = plain;
  return { ...rest, parts, conductors };
}

/** The texts of what stands on the machine for now, to be released one by one as well. */
export const typedInOpenItems = (journal: readonly JournalEntry[]): TypedText[] =>
  openItemsOf(journal).flatMap((e) =>
    [e.what, e.waitsFor, e.reason].flatMap((text) =>
      text ? [{ text, where: `of “${openItemNames[e.of].toLowerCase()}”, for now` }] : [],
    ),
  );
