import isEqual from 'fast-deep-equal';
import type { Design } from '../machine/design';
import { circuitName, describeField, fieldTitle } from '../machine/fields';
import type { TerminalRef } from '../machine/ids';
import { partsOfRails } from '../machine/rails';
import type { Quantity } from '../units/quantity';
import type { Setting } from '../settings/setting';
import { showSetting } from '../settings/setting';
import type { Display } from '../units/print';
import { showQuantity } from '../units/print';

/** One readable difference between two revisions. */
export interface ChangedLine {
  group: 'Wiring' | 'Parts' | 'Axes' | 'Inputs and outputs' | 'Settings' | 'Machine';
  what: string;
  was: string;
  is: string;
}

const isQuantity = (v: unknown): v is Quantity => typeof v === 'object' && v !== null && 'entered' in v && 'unit' in v;
const names: Record<string, string> = {
  printed: 'label',
  mount: 'place',
  libraryKey: 'part',
  stopStrategy: 'what the stop cuts',
  stopPole: 'pole that the stop button parts',
};
/** `commandFormat` → `command format`. */
const inWords = (key: string): string =>
  names[key] ??
  key.replace(/([a-z])([A-Z])/g, (_, a: string, b: string) => `${a} ${b.toLowerCase()}`).replaceAll('-', ' ');
const alike = (a: unknown, b: unknown) => a === b || JSON.stringify(a) === JSON.stringify(b);

/** One thing that differs on a conductor; `key`: which, empty for its ends. */
interface ChangedConductor {
  number: number;
  key: string;
  was: string;
  is: string;
}
/** From so many on, conductors that differ in the same way are told together: a plan or a tick changes a hundred at once. */
const TOGETHER = 3;
/** `101–104, 107` */
function inRanges(numbers: readonly number[]): string {
  const runs: [from: number, to: number][] = [];
  for (const n of [...numbers].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last && n === last[1] + 1) last[1] = n;
    else runs.push([n, n]);
  }
  return runs.map(([a, b]) => (a === b ? `${a}` : `${a}–${b}`)).join(', ');
}
function wiringLines(changes: readonly ChangedConductor[]): ChangedLine[] {
  const alikes = new Map<string, ChangedConductor[]>();
  for (const c of changes) {
    const whole = c.key === 'added' || c.key === 'taken away';
    const how = whole ? c.key : c.key && `${c.key}|${c.was}|${c.is}`;
    // Ends differ for each conductor.
    const of = how || String(c.number);
    const list = alikes.get(of);
    if (list) list.push(c);
    else alikes.set(of, [c]);
  }
  return [...alikes.values()].flatMap((list): ChangedLine[] => {
    const [{ key, was, is }] = list as [ChangedConductor];
    const field = key ? `, ${key}` : '';
    if (list.length < TOGETHER)
      return list.map((c) => ({ group: 'Wiring', what: `Conductor ${c.number}${field}`, was: c.was, is: c.is }));
    const numbers = inRanges(list.map((c) => c.number));
    if (key === 'added') return [{ group: 'Wiring', what: `${list.length} conductors added`, was: '–', is: numbers }];
    if (key === 'taken away')
      return [{ group: 'Wiring', what: `${list.length} conductors taken away`, was: numbers, is: '–' }];
    return [{ group: 'Wiring', what: `Conductors ${numbers}${field}`, was, is }];
  });
}

/** The part that each role and each place of the rails has. */
const placesOf = ({ roles, rails }: Design): ReadonlyMap<string, string> =>
  new Map([
    ...Object.entries(roles).map(([role, id]) => [`roles.${role}`, id] as const),
    ...partsOfRails(rails).map(([path, id]) => [`rails.${path}`, id] as const),
  ]);

/** A revision of a machine: its design, and the settings of its control. */
export interface Revised {
  design: Design;
  settings: readonly Setting[];
}
/** Wiring, parts and settings of two revisions, as differences that a person can read. What is equal is left out. */
export function compareRevisions(before: Revised, after: Revised, display: Display): ChangedLine[] {
  const [was, is] = [before.design, after.design];
  const lines: ChangedLine[] = [];
  const say = (v: unknown): string =>
    v === undefined || v === null
      ? '–'
      : isQuantity(v)
        ? showQuantity(v, display)
        : v === true
          ? 'yes'
          : v === false
            ? 'no'
            : Array.isArray(v) && v.every((x) => typeof x !== 'object')
              ? v.join(', ') || 'none'
              : typeof v === 'object'
                ? 'entered'
                : String(v);
  const terminal = (d: Design, t: TerminalRef) =>
    `${d.parts[t.part]?.designation ?? t.part} ${d.parts[t.part]?.terminals[t.terminal]?.printed ?? t.terminal}`;
  const partName = (d: Design, id: string) => `${d.parts[id]?.designation ?? ''} ${d.parts[id]?.name ?? id}`.trim();

  const ids = <T extends object>(a: T, b: T) =>
    [...new Set([...Object.keys(a), ...Object.keys(b)])] as (keyof T & string)[];
  const wiring: ChangedConductor[] = [];
  for (const id of ids(was.conductors, is.conductors)) {
    const [a, b] = [was.conductors[id], is.conductors[id]];
    if (a === b || alike(a, b)) continue;
    const ends = (d: Design, c: typeof a) => (c ? `${terminal(d, c.from)} → ${terminal(d, c.to)}` : '–');
    const { number } = (b ?? a)!;
    if (!a || !b) wiring.push({ number, key: a ? 'taken away' : 'added', was: ends(was, a), is: ends(is, b) });
    else if (!alike([a.from, a.to], [b.from, b.to]))
      wiring.push({ number, key: '', was: ends(was, a), is: ends(is, b) });
    if (a && b)
      for (const key of [
        'number',
        'colour',
        'section',
        'length',
        'cable',
        'core',
        'state',
        'waitsFor',
        'route',
        'chain',
      ] as const)
        if (!alike(a[key], b[key]))
          wiring.push({ number, key: key === 'waitsFor' ? 'waits for' : key, was: say(a[key]), is: say(b[key]) });
  }
  lines.push(...wiringLines(wiring));
  /** What a person calls something that has no field: its part, and its place there in words. */
  const plainPath = (path: string) => {
    const [table, id = '', ...rest] = path.split('.');
    const part = table === 'parts' ? (is.parts[id] ?? was.parts[id]) : undefined;
    const words = rest.filter((k) => !['data', 'setup', 'elements'].includes(k)).map(inWords);
    if (!part) return [id, ...words].join(' ').trim() || inWords(path);
    const terminal = rest[0] === 'terminals' ? (was.parts[id] ?? part).terminals[rest[1] ?? '']?.printed : undefined;
    return terminal
      ? `${part.designation}:${terminal}, ${inWords(rest[2] ?? 'terminal')}`
      : `${part.designation} ${words.join(' ')}`;
  };
  const walk = (group: ChangedLine['group'], path: string, a: unknown, b: unknown) => {
    if (a === b || alike(a, b)) return;
    const field = describeField(is, path) ?? describeField(was, path);
    const leaf = isQuantity(a) || isQuantity(b) || typeof (a ?? b) !== 'object' || Array.isArray(a ?? b);
    if (leaf || a === undefined || b === undefined) {
      lines.push({
        group,
        what: field ? fieldTitle(field) : plainPath(path),
        was: say(a),
        is: say(b),
      });
      return;
    }
    for (const key of ids(a as object, b as object))
      walk(group, `${path}.${key}`, (a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]);
  };
  for (const id of ids(was.parts, is.parts)) {
    const [a, b] = [was.parts[id], is.parts[id]];
    if (a === b) continue;
    if (!a || !b)
      lines.push({
        group: 'Parts',
        what: a ? 'Part taken away' : 'Part added',
        was: a ? partName(was, id) : '–',
        is: b ? partName(is, id) : '–',
      });
    else {
      const exchanged = a.name !== b.name || a.libraryKey !== b.libraryKey;
      if (exchanged) lines.push({ group: 'Parts', what: `Part ${b.designation}`, was: a.name, is: b.name });
      // Another part has another inside: that it was exchanged says it all; its figures are worth a line each.
      const inside = exchanged ? ['terminals', 'elements', 'boardRevision'] : [];
      const figures = (data: object) =>
        Object.fromEntries(Object.entries(data).filter(([k, v]) => !exchanged || (k !== 'class' && isQuantity(v))));
      for (const key of [
        'designation',
        'data',
        'setup',
        'mount',
        'elements',
        'terminals',
        'boardRevision',
        'notes',
      ] as const)
        if (key === 'data') walk('Parts', `parts.${id}.data`, figures(a.data), figures(b.data));
        else if (!inside.includes(key)) walk('Parts', `parts.${id}.${key}`, a[key], b[key]);
    }
  }
  for (const id of ids(was.axes, is.axes)) {
    const [a, b] = [was.axes[id], is.axes[id]];
    if (!a || !b)
      lines.push({
        group: 'Axes',
        what: a ? 'Axis taken away' : 'Axis added',
        was: a?.letter ?? '–',
        is: b?.letter ?? '–',
      });
    else walk('Axes', `axes.${id}`, a, b);
  }
  for (const id of ids(was.circuits, is.circuits)) {
    const [a, b] = [was.circuits[id], is.circuits[id]];
    if (!a || !b)
      lines.push({
        group: 'Inputs and outputs',
        what: a ? 'Input taken away' : 'Input added',
        was: a ? circuitName(was, id) : '–',
        is: b ? circuitName(is, id) : '–',
      });
    else walk('Inputs and outputs', `circuits.${id}`, a, b);
  }
  for (const id of ids(was.outputs, is.outputs))
    walk('Inputs and outputs', `outputs.${id}`, was.outputs[id], is.outputs[id]);
  const [placed, places] = [placesOf(was), placesOf(is)];
  for (const path of new Set([...placed.keys(), ...places.keys()])) {
    const [a, b] = [placed.get(path), places.get(path)];
    if (a === b) continue;
    lines.push({
      group: 'Machine',
      what: (describeField(is, path) ?? describeField(was, path))?.label ?? plainPath(path),
      was: a === undefined ? '–' : partName(was, a),
      is: b === undefined ? '–' : partName(is, b),
    });
  }
  if (!isEqual(was.nameSheet, is.nameSheet))
    lines.push({
      group: 'Machine',
      what: 'Name sheet of the control',
      was: was.nameSheet?.name ?? '–',
      is: is.nameSheet?.name ?? '–',
    });
  for (const id of ids(was.driveSheets ?? {}, is.driveSheets ?? {})) {
    const [a, b] = [was.driveSheets?.[id], is.driveSheets?.[id]];
    if (!isEqual(a, b))
      lines.push({
        group: 'Machine',
        what: `Name sheet of ${(is.parts[id] ?? was.parts[id])?.designation ?? id}`,
        was: a?.name ?? '–',
        is: b?.name ?? '–',
      });
  }
  for (const key of ids(was, is))
    if (
      ![
        'parts',
        'axes',
        'circuits',
        'outputs',
        'conductors',
        'overrides',
        'roles',
        'rails',
        'nameSheet',
        'driveSheets',
      ].includes(key)
    )
      walk('Machine', key, was[key], is[key]);
  lines.push(...settingLines(before.settings, after.settings, display));
  return lines;
}

/** The settings of the control: a parameter counts as changed where its value is, whether by a hand or by what it is worked out from. */
function settingLines(was: readonly Setting[], is: readonly Setting[], display: Display): ChangedLine[] {
  const old = new Map(was.map((s) => [s.key, s]));
  const now = new Map(is.map((s) => [s.key, s]));
  const say = (s: Setting | undefined) =>
    s === undefined ? '–' : s.value.known ? showSetting(s.kind, s.value.value, display) : 'missing';
  return [...new Set([...old.keys(), ...now.keys()])].flatMap((key): ChangedLine[] => {
    const [a, b] = [old.get(key), now.get(key)];
    if (say(a) === say(b) && !a?.override === !b?.override) return [];
    const any = (b ?? a)!;
    const hand = a?.override || b?.override ? ', set by hand' : '';
    return [{ group: 'Settings', what: `${any.group} · ${any.title}${hand}`, was: say(a), is: say(b) }];
  });
}
