import type { Design } from '../../machine/design';
import { axesOf } from '../../machine/design';
import type { Sheet } from '../sheets';
import type { Wires } from '../wires';
import { terminalName } from '../wires';
import type { PartGroup } from './overviewGroups';
import type { SheetGraph } from './sheetGraph';
import { measure } from './sheetGraph';
import { symbolOf } from './symbols';

/** A bundle on the overview: all conductors of one kind between two boxes. */
export interface Bundle {
  id: string;
  from: string;
  to: string;
  /** The sheet on which its first conductor is drawn. */
  sheet: Sheet;
  conductors: readonly string[];
}

/** Signals, inputs, outputs and what tells a spindle to run are one kind of line: what matters here is power against signal. */
const kindOf = (sheet: Sheet, ends: Wires['all'][number]['ends']): Sheet => {
  const signal =
    sheet === 'inputs' ||
    sheet === 'outputs' ||
    (sheet === 'spindle' && !ends.some((e) => e.role.startsWith('phase-')));
  return signal ? 'signals' : sheet;
};

/** The kind of a bundle, as its id begins with it. */
export const sheetOfBundle = (id: string): Sheet => id.split('/')[0] as Sheet;

/** Between which boxes how many conductors run. Screens and earths are left out: they join everything. */
export function bundles(wires: Wires, groups: readonly PartGroup[]): Bundle[] {
  const boxOf = new Map(groups.flatMap((g) => g.parts.map((p) => [p, g.id] as const)));
  const all = new Map<string, { from: string; to: string; sheet: Sheet; conductors: string[] }>();
  for (const w of wires.all) {
    const [a, b] = w.ends;
    if ([a, b].some((e) => e.of.data.class === 'cable' || e.role === 'protective-earth')) continue;
    const [from, to] = [boxOf.get(a.part), boxOf.get(b.part)];
    if (!from || !to || from === to) continue;
    const sheet = wires.sheets.get(w.id) ?? 'signals';
    const kind = kindOf(sheet, w.ends);
    const back = `${kind}/${to}/${from}`;
    const key = all.has(back) ? back : `${kind}/${from}/${to}`;
    const there = all.get(key);
    if (there) there.conductors.push(w.id);
    else all.set(key, { from, to, sheet, conductors: [w.id] });
  }
  return [...all].map(([id, b]) => ({ id, ...b }));
}

/** Designations as a reader names them: `-B1…-B6` where they count on, each of them where they do not. */
export function designationsOf(names: readonly string[]): string {
  const parsed = names.map((n) => /^(.*?)(\d+)$/.exec(n));
  const first = parsed[0];
  const countsOn =
    names.length > 2 &&
    first &&
    parsed.every((m, i) => m && m[1] === first[1] && Number(m[2]) === Number(first[2]) + i);
  return countsOn ? `${names[0]}…${names.at(-1)}` : names.join(' ');
}

/** The overview is read as a whole, far smaller than a sheet: its words and symbols are this much larger. */
const SCALE = 3.2;
const GAP = 36;
const LINE_GAP = 10;
/** Between two lines of the overview, px. */
const LANE = 14;
/** Height of the head of a box: narrow boxes leave room for larger letters, so its words stand below its symbols, px. */
const TALL_HEAD = 76;

/** The overview as a graph to be laid out: one box for each group, one line for each bundle. */
export function overviewGraph(design: Design, groups: readonly PartGroup[], list: readonly Bundle[]): SheetGraph {
  const meets = new Set(list.flatMap((b) => [b.from, b.to]));
  return {
    nodes: groups
      .filter((g) => meets.has(g.id))
      .map((g) => {
        const parts = g.parts.map((p) => design.parts[p]!);
        const symbols = g.alike ? [symbolOf(parts[0]!)] : parts.map(symbolOf);
        const designation = designationsOf(parts.map((p) => p.designation));
        const head = SCALE * TALL_HEAD;
        const sides = { west: 0, east: 0 };
        const ports = list.flatMap((b) =>
          ([b.from, b.to] as const).flatMap((end, i) => {
            if (end !== g.id) return [];
            const side = i === 0 ? ('east' as const) : ('west' as const);
            return {
              id: `${b.id}|${i}`,
              terminal: '',
              printed: '',
              side,
              y: head + LANE * (sides[side]++ + 0.5),
              conductor: b.id,
              net: -1,
              elsewhere: [],
            };
          }),
        );
        const words = Math.max(designation.length * measure.boldGlyph, g.name.length * measure.nameGlyph);
        return {
          id: g.id,
          designation,
          name: g.name,
          fullName: parts.map((p) => `${p.designation} ${p.name}`).join('; '),
          symbols,
          stacked: true,
          scale: SCALE,
          width: Math.ceil(SCALE * (Math.max(words, symbols.length * (measure.symbol + 4)) + 2 * measure.pad)),
          height: head + LANE * Math.max(sides.west, sides.east) + measure.foot,
          ports,
          alsoOn: [],
        };
      }),
    edges: list.map((b) => ({
      id: b.id,
      colour: undefined,
      net: -1,
      from: { node: b.from, port: `${b.id}|0` },
      to: { node: b.to, port: `${b.id}|1` },
    })),
    gap: GAP,
    lineGap: LINE_GAP,
  };
}

/** One stop of the guided walk. */
export interface WalkStep {
  title: string;
  text: string;
  /** Parts to be lit while it is told. */
  parts: readonly string[];
}

/** The chain explained: from the program to the chip, told of this very machine. */
export function walkOf(design: Design, wires: Wires): WalkStep[] {
  const { roles, rails } = design;
  const name = (id: string | undefined) =>
    id && design.parts[id] ? `${design.parts[id].designation} (${design.parts[id].name})` : '';
  const steps: WalkStep[] = [];
  const add = (title: string, text: string, ...parts: (string | undefined)[]) =>
    steps.push({ title, text, parts: parts.filter((p): p is string => p !== undefined && p in design.parts) });
  const controller = roles.controller;
  if (!controller) return steps;
  const first = axesOf(design)[0];
  const drive = first?.[1].drives[0];
  const letter = first?.[1].letter ?? '';
  if (roles.host)
    add(
      'The program',
      `It is prepared on ${name(roles.host)} and goes to the controller over a data lead. No timing hangs on this lead.`,
      roles.host,
      controller,
    );
  add(
    'The controller',
    `${name(controller)} works out where every axis must be in each instant, and turns that into pulses: one pulse, one step. It carries signals of a few milliamperes, never motor current.`,
    controller,
  );
  if (drive?.driver) {
    const step = wires.all.find((w) => w.ends[1].part === drive.driver && w.ends[1].role.startsWith('step-'));
    add(
      'Step and direction',
      `From ${step ? terminalName(design, step.ends[0]) : 'its outputs'} the pulses of ${letter} go to ${name(drive.driver)}: one lead says when, one says which way, one whether at all. This is the signal side.`,
      controller,
      drive.driver,
    );
    add(
      'The driver',
      `${name(drive.driver)} is where signals meet power: at every pulse it shifts the current in the windings by one step. What it can push is set by the motor bus behind it.`,
      drive.driver,
    );
  }
  if (rails.drives?.supply)
    add(
      'The power side',
      `${name(rails.drives.supply)} feeds the drivers${roles.stopContactor && design.stopStrategy === 'motor-power' ? `, by way of ${name(roles.stopContactor)}: pressing stop opens it` : ''}${rails.drives.plus ? `, fanned out at ${name(rails.drives.plus)}` : ''}. Thick conductors, kept apart from the signals.`,
      rails.mains?.inlet,
      rails.drives.supply,
      roles.stopContactor,
      rails.drives.plus,
      ...Object.values(design.axes).flatMap((a) => a.drives.map((d) => d.driver)),
    );
  if (drive?.motor)
    add(
      'The motor',
      `${name(drive.motor)} turns by as many steps as it was commanded, if it has the torque${design.parts[drive.motor]?.data.class === 'motor' && (design.parts[drive.motor]!.data as { encoder: string }).encoder !== 'none' ? '; its encoder reports to the drive where it really is' : '; nothing checks whether it did'}. The screw makes travel of it, and the tool makes the chip.`,
      drive.driver,
      drive.motor,
    );
  const switches = Object.values(design.circuits).flatMap((c) => c.devices);
  if (switches.length)
    add(
      'The way back',
      `${switches.length} switches, sensors and buttons report to the controller where the ends are and when to stop. A lead that breaks here must be noticed: that is why they are closed at rest.`,
      controller,
      ...switches,
    );
  if (roles.spindle)
    add(
      'The spindle',
      roles.spindleDrive
        ? `${name(roles.spindleDrive)} turns ${name(roles.spindle)}. The controller only says run and how fast; the drive reports back when it has failed. Its motor leads are the noisiest in the cabinet.`
        : `${name(roles.spindle)} is switched on and off by a relay; its speed is its own affair.`,
      controller,
      roles.spindleDrive,
      roles.spindle,
    );
  return steps;
}
