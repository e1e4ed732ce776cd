import { givenAt } from '../../distribution/choices';
import { outlineOf, type Branch } from '../../distribution/outline';
import type { Design } from '../../machine/design';
import { isDriver } from '../../machine/parts';
import { polesOfPort } from '../../machine/poles';
import { isMainsRole, portOf } from '../../machine/ports';
import { type Display, showValue } from '../../units/print';
import { baseValue } from '../../units/quantity';
import type { Sheet } from '../sheets';
import type { Wires } from '../wires';
import { designationsOf } from './overview';
import { nameOf, type SheetGraph } from './sheetGraph';
import { type Box, treeGraph } from './singleLineLayout';
import { symbolOf } from './symbols';

/** Designations of loads that are written on one box; the rest is counted. */
const MOST_NAMED = 6;

/**
 * The single-line diagram (IEC 61082-1): what feeds what, from where the mains comes in, one line for all conductors of a
 * run. All that lives on the mains is drawn, and of direct current what protects, switches, and turns motors; small loads of one
 * source stand in one box, and so do like drives. `figure` says what is written below the name of a branch, such as its load.
 */
export function singleLineGraph(
  design: Design,
  wires: Wires,
  figure: (branch: Branch) => string,
  display: Display,
): SheetGraph {
  const ids = new Set<string>();
  const made = (all: readonly Branch[]): Box => {
    const [branch] = all as readonly [Branch];
    const parts = all.map((b) => design.parts[b.part]!);
    const [part] = parts as [(typeof parts)[0]];
    const id = ids.has(branch.part) ? `${branch.part}/${branch.port ?? ''}` : branch.part;
    ids.add(id);
    const at = branch.port === undefined ? undefined : portOf(part, branch.port);
    const coil = part.data.class === 'contactor' && at?.kind !== 'passed-on' ? 'coil' : '';
    const figures = [coil, at ? polesOfPort(part, at.id) : '', figure(branch)].filter(Boolean).join(', ');
    const label = branch.from && runTo(design, wires, branch, display);
    return {
      id,
      designation: designationsOf(parts.map((p) => p.designation)),
      name: parts.length > 1 ? `${parts.length} × ${nameOf(part)}` : nameOf(part),
      fullName: parts.map((p) => `${p.designation} ${p.name}`).join('; '),
      symbol: symbolOf(part),
      ...(figures ? { figure: figures } : {}),
      ...(label ? { label } : {}),
      sheet: sheetOf(design, branch),
      branches: all.length > 1 ? [] : below(id, branch),
    };
  };
  const below = (id: string, { branches }: Branch): Box[] => {
    const drawn = branches.filter((b) => isDrawn(design, b));
    const small = branches.filter((b) => !drawn.includes(b));
    // Like drives side by side say nothing by being four.
    const alike = new Map<string, Branch[]>();
    for (const b of drawn) {
      const { libraryKey } = design.parts[b.part]!;
      const like = !b.branches.length && libraryKey !== undefined;
      const key = like ? `${libraryKey} ${b.port} ${figure(b)}` : `${b.part}/${b.port}`;
      alike.set(key, [...(alike.get(key) ?? []), b]);
    }
    return [...[...alike.values()].map(made), ...(small.length ? [loadsBox(design, wires, id, small)] : [])];
  };
  return treeGraph(outlineOf(design).roots.flatMap((root) => (isDrawn(design, root) ? [made([root])] : [])));
}

/** The small loads of one source: one by its name, several by their designations. */
function loadsBox(design: Design, wires: Wires, id: string, small: readonly Branch[]): Box {
  const parts = [...new Set(small.map((b) => design.parts[b.part]!))];
  const names = parts.map((p) => p.designation);
  const [only] = parts as [(typeof parts)[0]];
  const most = names.length > MOST_NAMED + 1 ? MOST_NAMED : names.length;
  return {
    id: `${id}/loads`,
    designation: `${designationsOf(names.slice(0, most))}${most < names.length ? ' …' : ''}`,
    name: parts.length > 1 ? `${parts.length} loads` : nameOf(only),
    fullName: parts.map((p) => `${p.designation} ${p.name}`).join('; '),
    symbol: parts.length > 1 ? 'box' : symbolOf(only),
    sheet: small.flatMap((b) => sheetsAt(wires, b)).find((s) => s !== 'mains') ?? 'outputs',
    branches: [],
  };
}

/** Whether a branch lives on the mains, turns a motor, or leads to what does. */
function isDrawn(design: Design, branch: Branch): boolean {
  const [gives] = branch.gives;
  const source = branch.from ?? (gives === undefined ? undefined : { part: branch.part, port: gives });
  if (source && givenAt(design, source)?.kind === 'mains') return true;
  if (branch.port === 'torque-off' || branch.port === 'coil') return false;
  const { data } = design.parts[branch.part]!;
  if (branch.port === 'supply' && (isDriver(data) || data.class === 'spindle-drive')) return true;
  // What protects or switches is told where there is one; a board passes on to its sensors what it gets.
  if (portOf(design.parts[branch.part], 'in') && branch.branches.length > 0) return true;
  return branch.branches.some((b) => isDrawn(design, b));
}

/** Where a line leads: mains is drawn as mains, and of direct current motor power unless its conductors say otherwise. */
const sheetOf = (design: Design, { from }: Branch): Sheet =>
  from && givenAt(design, from)?.kind === 'mains' ? 'mains' : 'motor-power';
const sheetsAt = (wires: Wires, { part }: Branch): Sheet[] =>
  wires.all.flatMap((w) => (w.ends.some((e) => e.part === part) ? (wires.sheets.get(w.id) ?? []) : []));

/** How many conductors run to a branch and how thick the thinnest of them is; on a second line the strips on their way. */
function runTo(design: Design, wires: Wires, { part, port }: Branch, display: Display): string {
  const here = design.parts[part]!;
  const own = new Set(Object.values((port && portOf(here, port)?.terminals) ?? {}).filter((t) => t !== undefined));
  const roles = new Set([...own].map((t) => here.terminals[t]?.role));
  const earthed = [...roles].some((r) => r === 'pole-in' || (r !== undefined && isMainsRole(r)));
  const counts = (t: string) => own.has(t) || (earthed && here.terminals[t]?.role === 'protective-earth');
  const met = wires.all.flatMap((w) =>
    w.ends.flatMap((e, i) =>
      e.part === part && counts(e.terminal) ? [{ w, terminal: e.terminal, far: w.ends[1 - i]! }] : [],
    ),
  );
  // A terminal from which a further part is fed in a row has two conductors, of which one is its own.
  const count = new Set(met.map((m) => m.terminal)).size;
  if (!count) return '';
  const sections = met.flatMap(({ w }) => (w.conductor.section ? [baseValue(w.conductor.section)] : []));
  const strips = new Set(
    met.flatMap(({ terminal, far }) =>
      own.has(terminal) && far.of.data.class === 'terminal-strip' && far.role !== 'protective-earth'
        ? [far.of.designation]
        : [],
    ),
  );
  const area = sections.length ? ` × ${showValue(Math.min(...sections), 'area', display, 3)}` : '';
  return `${count}${area}${strips.size ? `\n${[...strips].join(' ')}` : ''}`;
}
