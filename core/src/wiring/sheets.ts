import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Part, TerminalRole } from '../machine/parts';
import { roleOf } from '../machine/parts';

/** The sheets of a wiring diagram, one a function, in the order of their numbers. */
export const sheets = ['mains', 'motor-power', 'signals', 'inputs', 'outputs', 'stop-chain', 'spindle'] as const;
export type Sheet = (typeof sheets)[number];

/** Conductor numbers begin at a hundred of their own on each sheet: a number tells where to look. */
export const firstNumberOf = (sheet: Sheet): number => sheets.indexOf(sheet) * 100 + 1;

type Roles = ReadonlySet<TerminalRole>;
const mainsRoles: Roles = new Set(['mains-l', 'mains-n']);
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

/** The sheet on which a conductor between two terminals belongs; screens of cables belong where their cable does. */
export function sheetOf(design: Design, from: TerminalRef, to: TerminalRef): Sheet {
  const { roles } = design;
  const ends = [from, to].flatMap((e) => {
    const part = design.parts[e.part];
    const terminal = part?.terminals[e.terminal];
    return part && terminal ? [{ id: e.part, part, terminal, role: roleOf(part, terminal) }] : [];
  });
  const some = (test: (e: (typeof ends)[number]) => boolean) => ends.some(test);
  const has = (set: Roles) => some((e) => set.has(e.role));
  const stopButtons = new Set(Object.values(design.circuits).flatMap((c) => (c.function === 'stop' ? c.devices : [])));
  if (has(mainsRoles)) return 'mains';
  if (
    some(
      (e) =>
        e.id === roles.resetButton ||
        (e.id === roles.stopContactor && !e.role.startsWith('pole')) ||
        (stopButtons.has(e.id) && e.terminal.channel === 1) ||
        e.role.startsWith('torque-off'),
    )
  )
    return 'stop-chain';
  if (some((e) => e.role.startsWith('pole')))
    return some((e) => e.id === roles.stopContactor) && design.stopSchool !== 'main-switch' ? 'motor-power' : 'mains';
  if (some((e) => [roles.spindle, roles.spindleDrive, roles.spindleEncoder].includes(e.id)))
    return some((e) => e.id === roles.earthBar) ? 'mains' : 'spindle';
  if (some((e) => e.part.data.class === 'motor') && !has(outputRoles) && !some((e) => e.role === 'encoder'))
    return 'motor-power';
  if (some((e) => e.role === 'protective-earth')) return 'mains';
  if (has(phases)) return 'motor-power';
  if (
    some((e) => e.id === roles.motorPlusStrip || e.id === roles.motorZeroStrip) ||
    (some((e) => e.id === roles.motorSupply) && some((e) => e.role === 'supply-plus' || e.role === 'supply-minus'))
  )
    return 'motor-power';
  if (has(inputRoles) || some((e) => inputClasses.has(e.part.data.class))) return 'inputs';
  if (has(outputRoles)) return 'outputs';
  if (some((e) => e.role === 'distribution')) return 'inputs';
  return 'signals';
}

/** The sheet of every conductor. A screen's own conductors follow the others of its cable. */
export function sheetsOfConductors(design: Design): ReadonlyMap<string, Sheet> {
  const byId = new Map<string, Sheet>();
  const ofCable = new Map<string, Sheet>();
  const screens: [id: string, cable: string][] = [];
  for (const [id, c] of Object.entries(design.conductors)) {
    const cable = [c.from, c.to].find((e) => design.parts[e.part]?.data.class === 'cable');
    if (cable) screens.push([id, design.parts[cable.part]!.name]);
    else {
      const sheet = sheetOf(design, c.from, c.to);
      byId.set(id, sheet);
      if (c.cable && !ofCable.has(c.cable)) ofCable.set(c.cable, sheet);
    }
  }
  for (const [id, cable] of screens) byId.set(id, ofCable.get(cable) ?? 'signals');
  return byId;
}
