import { seatOf } from '../distribution/seats';
import type { Design } from '../machine/design';
import { terminalsWithRole } from '../machine/parts';
import type { DirectRail } from '../machine/rails';
import type { Subject } from './testKind';
import type { Made } from './made';

/** Conductors that end on each part, worked out once for a table of conductors. */
const byPart = new WeakMap<Design['conductors'], Map<string, string[]>>();
function conductorsByPart(conductors: Design['conductors']): Map<string, string[]> {
  const found = byPart.get(conductors);
  if (found) return found;
  const index = new Map<string, string[]>();
  const put = (part: string, id: string) => {
    const list = index.get(part);
    if (list) list.push(id);
    else index.set(part, [id]);
  };
  for (const [id, c] of Object.entries(conductors)) {
    put(c.from.part, id);
    if (c.to.part !== c.from.part) put(c.to.part, id);
  }
  byPart.set(conductors, index);
  return index;
}
/** Both ends of every conductor on these parts: what was screwed where. */
export const wiresOn = (d: Design, ...parts: (string | undefined)[]): string[] =>
  parts.flatMap((p) => (p ? (conductorsByPart(d.conductors).get(p) ?? []) : []).map((id) => `conductors.${id}`));
/** Both ends of the conductors on one terminal. */
export const wiresAt = (d: Design, part: string, terminal: string): string[] =>
  (conductorsByPart(d.conductors).get(part) ?? []).flatMap((id) => {
    const c = d.conductors[id]!;
    const here = (t: typeof c.from) => t.part === part && t.terminal === terminal;
    return here(c.from) || here(c.to) ? [`conductors.${id}`] : [];
  });

const driveParts = (d: Design, axis: string, drive: number) => d.axes[axis]?.drives[drive];

/** What turns a motor: its data, its driver’s, and the conductors of both. */
export function motorDependencies({ design }: Made, axis: string, drive: number): string[] {
  const parts = driveParts(design, axis, drive);
  return [
    `axes.${axis}.drives.${drive}`,
    ...(parts?.motor ? [`parts.${parts.motor}.data`] : []),
    ...(parts?.driver ? [`parts.${parts.driver}.data`, `parts.${parts.driver}.setup`] : []),
    ...wiresOn(design, parts?.motor, parts?.driver),
    ...seatDependencies(design, parts?.driver),
    `overrides.axis/${axis}/direction-${drive}`,
  ];
}
/** The socket of a plug-in driver, and what feeds its board there. */
function seatDependencies(d: Design, driver: string | undefined): string[] {
  const seat = seatOf(d, driver);
  if (!seat) return [];
  const board = d.parts[seat.board]!;
  return [
    `feeds.${driver}.supply`,
    `parts.${seat.board}.data.sockets`,
    ...(['motor-supply-plus', 'motor-supply-minus'] as const).flatMap((role) =>
      terminalsWithRole(board, role).flatMap((t) => wiresAt(d, seat.board, t)),
    ),
  ];
}
/** How far an axis goes for a pulse. */
export function scaleDependencies({ design }: Made, axis: string): string[] {
  const drives = design.axes[axis]?.drives ?? [];
  return [
    `axes.${axis}.transmission`,
    ...drives.flatMap((d, i) => [
      ...(d.driver ? [`parts.${d.driver}.setup.stepsPerRevolution`, `parts.${d.driver}.data.class`] : []),
      ...(d.motor ? [`parts.${d.motor}.data.stepAngle`, `parts.${d.motor}.data.type`] : []),
      `overrides.axis/${axis}/scale${i ? `-${i}` : ''}`,
      `axes.${axis}.drives.${i}.motor`,
    ]),
  ];
}
/** What decides how hard and how fast a drive can go. */
export function forceDependencies({ design }: Made, axis: string): string[] {
  const drives = design.axes[axis]?.drives ?? [];
  const masses = Object.entries(design.masses).filter(([, x]) => x.movedBy.includes(axis));
  return [
    `axes.${axis}.transmission`,
    `axes.${axis}.frictionCoefficient`,
    `axes.${axis}.dragTorque`,
    `axes.${axis}.counterbalance`,
    `axes.${axis}.tilt`,
    ...masses.flatMap(([id]) => [`masses.${id}.mass`, `masses.${id}.movedBy`]),
    ...drives.flatMap((d) => [
      ...(d.motor ? [`parts.${d.motor}.data`] : []),
      ...(d.driver ? [`parts.${d.driver}.data`, `parts.${d.driver}.setup`] : []),
    ]),
    ...supplyDependencies(design, 'drives'),
  ];
}
export const supplyDependencies = (d: Design, rail: DirectRail): string[] => {
  const id = d.rails[rail]?.supply;
  return [`rails.${rail}.supply`, ...(id ? [`parts.${id}.data`] : [])];
};
/** One switch all the way to its input: contact, loop, conductors, terminal, polarity and filter. */
export function inputDependencies({ design, figures }: Made, s: Subject): string[] {
  const circuit = s.circuit!;
  const input = figures.plan.inputs[circuit];
  const devices = design.circuits[circuit]?.devices ?? [];
  return [
    `circuits.${circuit}.function`,
    `circuits.${circuit}.devices`,
    `circuits.${circuit}.arrangement`,
    `circuits.${circuit}.feed`,
    `circuits.${circuit}.filter`,
    `circuits.${circuit}.input`,
    ...devices.flatMap((d) => [
      `parts.${d}.data.class`,
      `parts.${d}.data.contact`,
      `parts.${d}.data.form`,
      `parts.${d}.data.output`,
      `parts.${d}.data.principle`,
      `parts.${d}.setup.contactUsed`,
      `parts.${d}.elements`,
    ]),
    ...wiresOn(design, ...devices),
    ...(input ? wiresAt(design, input.part, input.terminal) : []),
    `overrides.input/${circuit}/active-when`,
    `overrides.input/${circuit}/filter`,
  ];
}
/** Where the switches of an axis stand and what the datum makes of them. */
export function placeDependencies({ design }: Made, axis: string): string[] {
  const own = Object.entries(design.parts).filter(([, p]) => p.mount?.axis === axis);
  return [
    `axes.${axis}.travel`,
    `axes.${axis}.envelopeMargin`,
    `axes.${axis}.reference`,
    'datumStrategy',
    ...own.flatMap(([id]) => [
      `parts.${id}.mount`,
      `parts.${id}.data.class`,
      `parts.${id}.data.repeatability`,
      `parts.${id}.data.hysteresis`,
    ]),
    ...[...['fast', 'slow', 'towards'].map((k) => `reference-${k}`), 'back-off', 'datum-position'].map(
      (k) => `overrides.axis/${axis}/${k}`,
    ),
  ];
}
export const stopDependencies = ({ design }: Made): string[] => [
  'stopStrategy',
  'stopPole',
  ...Object.entries(design.circuits)
    .filter(([, c]) => c.function === 'stop' || c.function === 'door')
    .flatMap(([id, c]) => [
      `circuits.${id}`,
      ...c.devices.flatMap((d) => [`parts.${d}.data`, `parts.${d}.elements`, ...wiresOn(design, d)]),
    ]),
  ...(['stopContactor', 'resetButton'] as const).flatMap((r) => [
    `roles.${r}`,
    ...(design.roles[r] ? [`parts.${design.roles[r]}.elements`, ...wiresOn(design, design.roles[r])] : []),
  ]),
];
