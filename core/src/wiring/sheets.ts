import { earthBars, motorBusParts } from '../distribution/supplies';
import { distributionOf } from '../distribution/tree';
import { conductorList } from '../machine/conductorList';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Part, TerminalRole } from '../machine/parts';
import { roleOf } from '../machine/parts';
import { mainsRoles } from '../machine/ports';

/** The sheets of a wiring diagram, one a function, in the order of their numbers. */
export const sheets = ['mains', 'motor-power', 'signals', 'inputs', 'outputs', 'stop-chain', 'spindle'] as const;
export type Sheet = (typeof sheets)[number];

/** What the sheets of the diagram are called. */
export const sheetNames: Record<Sheet, string> = {
  mains: 'Mains',
  'motor-power': 'Motor power',
  signals: 'Signals',
  inputs: 'Inputs',
  outputs: 'Outputs',
  'stop-chain': 'Stop chain',
  spindle: 'Spindle',
};

/** The number of a sheet is the hundred of its conductors: 304 is drawn on sheet 3, and a reference to 3 leads there. */
export const sheetNumberOf = (sheet: Sheet): number => sheets.indexOf(sheet);

/** Conductor numbers begin at a hundred of their own on each sheet: a number tells where to look. */
export const firstNumberOf = (sheet: Sheet): number => sheetNumberOf(sheet) * 100 + 1;

type Roles = ReadonlySet<TerminalRole>;
const mainsEnds: Roles = new Set(Object.values(mainsRoles));
const poles: Roles = new Set(['pole-in', 'pole-out']);
const phases: Roles = new Set([
  'phase-a-plus',
  'phase-a-minus',
  'phase-b-plus',
  'phase-b-minus',
  'phase-tap',
  'phase-u',
  'phase-v',
  'phase-w',
]);
const socketSupply: Roles = new Set(['motor-supply-plus', 'motor-supply-minus']);
const inputRoles: Roles = new Set(['input', 'input-common', 'sensor-out', 'alarm-plus', 'alarm-minus']);
const outputRoles: Roles = new Set([
  'output',
  'output-supply',
  'coil-plus',
  'coil-minus',
  'load-plus',
  'load-minus',
  'contact-nc',
  'contact-no',
  'contact-common',
]);
const inputClasses: ReadonlySet<Part['data']['class']> = new Set(['switch', 'sensor', 'button', 'probe', 'pendant']);

/**
 * Tells the sheet on which a conductor between two terminals belongs; screens of cables belong where their cable does.
 * What hangs on the machine alone is worked out once: a plan asks for hundreds of conductors.
 */
export function sheetRule(design: Design): (from: TerminalRef, to: TerminalRef) => Sheet {
  const { roles, parts } = design;
  const spindleParts = new Set([roles.spindle, roles.spindleDrive, roles.spindleEncoder]);
  const tree = distributionOf(design);
  const motorBus = motorBusParts(design);
  const bars = new Set(earthBars(design).map(({ id }) => id));
  const motorStrips = new Set([...motorBus].filter((id) => parts[id]?.data.class === 'terminal-strip'));
  /** Whether a strip fans out what the inputs of a board live on; undecided ones do. */
  const fields = new Set(
    Object.entries(parts).flatMap(([id, p]) =>
      p.data.class === 'controller' || p.data.class === 'input-board' ? (tree.supplyOf(id, 'field')?.id ?? []) : [],
    ),
  );
  const fansOutField = (id: string): boolean => {
    const supply = tree.supplyOf(id, 'feed')?.id;
    return parts[id]?.data.class === 'terminal-strip' && (supply === undefined || fields.has(supply));
  };
  const stopButtons = new Set<string>();
  for (const c of Object.values(design.circuits))
    if (c.function === 'stop') c.devices.forEach((d) => stopButtons.add(d));
  const chainRoles: Roles = new Set(['torque-off-plus', 'torque-off-minus', 'reset-in']);
  const chainCuts = (id: string, role: TerminalRole, channel: number | undefined) =>
    id === roles.resetButton ||
    (id === roles.stopContactor && !poles.has(role)) ||
    (!!channel && stopButtons.has(id)) ||
    chainRoles.has(role);

  return (from, to) => {
    const [p, q] = [parts[from.part], parts[to.part]];
    const [s, t] = [p?.terminals[from.terminal], q?.terminals[to.terminal]];
    if (!p || !q || !s || !t) return 'signals';
    const [a, b] = [roleOf(p, s), roleOf(q, t)];
    const has = (set: Roles) => set.has(a) || set.has(b);
    const is = (role: TerminalRole) => a === role || b === role;
    const [k, l] = [p.data.class, q.data.class];
    // Also where the chain runs on the mains.
    if (chainCuts(from.part, a, s.channel) || chainCuts(to.part, b, t.channel)) return 'stop-chain';
    if (has(mainsEnds)) return 'mains';
    if (has(poles)) {
      const device = poles.has(b) ? to : from;
      const { id: port, passesOn = port } = tree.portAt(device) ?? { id: 'in' };
      if (!tree.feeds[device.part]?.[passesOn])
        return parts[device.part]!.data.class === 'contactor' ? 'motor-power' : 'mains';
      const supply = tree.supplyOf(device.part, passesOn);
      return !supply ? 'mains' : motorBus.has(supply.id) ? 'motor-power' : 'outputs';
    }
    if (spindleParts.has(from.part) || spindleParts.has(to.part))
      return bars.has(from.part) || bars.has(to.part) ? 'mains' : 'spindle';
    if ((k === 'motor' || l === 'motor') && !has(outputRoles) && !is('encoder')) return 'motor-power';
    if (is('protective-earth')) return 'mains';
    if (has(phases) || motorStrips.has(from.part) || motorStrips.has(to.part)) return 'motor-power';
    if (has(socketSupply)) return 'motor-power';
    if ((motorBus.has(from.part) || motorBus.has(to.part)) && (is('supply-plus') || is('supply-minus')))
      return 'motor-power';
    if (has(inputRoles) || inputClasses.has(k) || inputClasses.has(l)) return 'inputs';
    if (has(outputRoles)) return 'outputs';
    if (is('distribution')) return fansOutField(from.part) || fansOutField(to.part) ? 'inputs' : 'outputs';
    return 'signals';
  };
}

type KnownSheets = { about: readonly unknown[]; sheets: WeakMap<object, Sheet> };
const knownSheets = new WeakMap<Design['parts'], KnownSheets>();

/** The sheets found so far for conductors of a machine with these very parts, roles and circuits: an edit moves one of a thousand. */
function sheetsSoFar(design: Design): WeakMap<object, Sheet> {
  const { parts, roles, circuits } = design;
  const about = [roles, circuits, distributionOf(design)];
  const known = knownSheets.get(parts);
  if (known && known.about.every((x, i) => x === about[i])) return known.sheets;
  const sheets = new WeakMap<object, Sheet>();
  knownSheets.set(parts, { about, sheets });
  return sheets;
}

/** The sheet of every conductor. A screen's own conductors follow the others of its cable. */
export function sheetsOfConductors(design: Design): ReadonlyMap<string, Sheet> {
  const byId = new Map<string, Sheet>();
  const ofCable = new Map<string, Sheet>();
  const screens: [id: string, cable: string][] = [];
  const sheetOf = sheetRule(design);
  const soFar = sheetsSoFar(design);
  for (const [id, c] of conductorList(design.conductors)) {
    const [a, b] = [design.parts[c.from.part], design.parts[c.to.part]];
    const cable = a?.data.class === 'cable' ? a : b?.data.class === 'cable' ? b : undefined;
    if (cable) screens.push([id, cable.name]);
    else {
      let sheet = soFar.get(c);
      if (!sheet) soFar.set(c, (sheet = sheetOf(c.from, c.to)));
      byId.set(id, sheet);
      if (c.cable && !ofCable.has(c.cable)) ofCable.set(c.cable, sheet);
    }
  }
  for (const [id, cable] of screens) byId.set(id, ofCable.get(cable) ?? 'signals');
  return byId;
}
