import type { Design } from '../machine/design';
import { isHandSwitch } from '../machine/designation';
import { isDriver, type Part } from '../machine/parts';
import { portOf, type PortRef } from '../machine/ports';
import { distributionOf, type DistributionTree, type Held } from './tree';

type Read = Parameters<typeof distributionOf>[0];

/** The supply on which drives to come would hang: the one that was chosen for them. */
export function busForDrives(design: Pick<Design, 'parts' | 'rails'>): Held | undefined {
  const id = design.rails.drives?.supply;
  const part = id ? design.parts[id] : undefined;
  return id && part?.data.class === 'supply' ? { id, part } : undefined;
}

/** The supply whose direct current a drive turns its motor with; without a driver, the one that it would hang on. */
export const driveSupply = (design: Read, driver: string | undefined): Held | undefined =>
  driver !== undefined && design.parts[driver]
    ? distributionOf(design).supplyOf(driver, 'supply')
    : busForDrives(design);

/** The supply of the controller itself. */
export const logicSupply = (design: Read): Held | undefined =>
  distributionOf(design).supplyOf(design.roles.controller, 'supply');

/** The supply of a coil. */
export const coilSupply = (design: Read, part: string): Held | undefined =>
  distributionOf(design).supplyOf(part, 'coil');

/** The supply of the circuits at the inputs and outputs of a board; of the controller where no other is asked for. */
export const fieldSupply = (design: Read, board = design.roles.controller): Held | undefined =>
  distributionOf(design).supplyOf(board, 'field');

/** A supply that drives hang on, with the drivers on it. */
export interface MotorBus {
  supply: Held;
  drivers: string[];
}
/** Every motor bus, in the order of the axes. */
export function motorBuses(design: Read): MotorBus[] {
  const buses = new Map<string, MotorBus>();
  for (const axis of Object.values(design.axes))
    for (const { driver } of axis.drives) {
      if (!driver || !isDriver(design.parts[driver]?.data ?? NONE)) continue;
      const supply = distributionOf(design).supplyOf(driver, 'supply');
      if (!supply) continue;
      const bus = buses.get(supply.id) ?? { supply, drivers: [] };
      buses.set(supply.id, bus);
      if (!bus.drivers.includes(driver)) bus.drivers.push(driver);
    }
  return [...buses.values()];
}
/**
 * The parts that the current of the drives passes or comes from: supplies that turn motors, with the strips, breakers and
 * contactors on the way. A supply that was chosen for drives to come counts.
 */
export function motorBusParts(design: Read): ReadonlySet<string> {
  const tree = distributionOf(design);
  const known = busParts.get(tree);
  if (known) return known;
  const supplies = new Set<string>();
  const chosen = busForDrives(design);
  if (chosen) supplies.add(chosen.id);
  for (const [id, part] of Object.entries(design.parts))
    if (isDriver(part.data)) {
      const supply = tree.supplyOf(id, 'supply');
      if (supply) supplies.add(supply.id);
    }
  const all = new Set(supplies);
  for (const [id, ports] of Object.entries(tree.feeds))
    for (const port of Object.keys(ports))
      if (tree.port({ part: id, port })?.kind === 'passed-on' && supplies.has(tree.supplyOf(id, port)?.id ?? ''))
        all.add(id);
  busParts.set(tree, all);
  return all;
}
const busParts = new WeakMap<DistributionTree, ReadonlySet<string>>();
const NONE = { class: 'host-computer' } as const;

/** Mains may stray from its nominal voltage by this share, and what is made for it bears that. */
export const MAINS_STRAYS = 0.12;

/** The bars on which the protective earth and the shields of cables end, the one of the machine first. */
export const earthBars = (design: Pick<Design, 'parts' | 'rails'>): Held[] =>
  Object.entries(design.parts)
    .flatMap(([id, part]) => (portOf(part, 'place')?.terminals.PE === undefined ? [] : [{ id, part }]))
    .sort((a, b) => Number(b.id === design.rails.earth) - Number(a.id === design.rails.earth));

/** The parts by which the mains comes into the machine. */
export const mainsInlets = (design: Pick<Design, 'parts'>): Held[] =>
  Object.entries(design.parts).flatMap(([id, part]) =>
    portOf(part, 'mains')?.direction === 'gives' ? [{ id, part }] : [],
  );

/** The devices that the mains passes on its way to a part, nearest first. */
export const mainsDevices = (design: Read, part: string): Held[] =>
  distributionOf(design)
    .wayTo(part, 'mains')
    .passes.map(({ part: id }) => ({ id, part: design.parts[id]! }));

/** A breaker or fuse that lets go at an overload; a switch that parts by hand, or a device that looks for leakage alone, does not. */
export const letsGo = (part: Part): boolean =>
  part.data.class === 'fuse' ||
  (part.data.class === 'breaker' && part.data.opensAt !== 'leakage' && !isHandSwitch(part));

/**
 * What protects the conductors that lead to a port: the nearest breaker or fuse ahead of it; where none is ahead, the first one
 * behind it, which keeps an overload off what comes before.
 */
export function protectiveDevice(design: Read, at: PortRef): Held | undefined {
  const tree = distributionOf(design);
  const held = (id: string): Held => ({ id, part: design.parts[id]! });
  const ahead = tree.wayTo(at.part, at.port).passes.find((p) => letsGo(design.parts[p.part]!));
  if (ahead) return held(ahead.part);
  if (letsGo(design.parts[at.part]!)) return held(at.part);
  return Object.entries(design.parts)
    .filter(([id, part]) => {
      if (!letsGo(part)) return false;
      const { passes, source } = tree.wayTo(id, 'in');
      return source?.part === at.part || passes.some((p) => p.part === at.part);
    })
    .map(([id]) => held(id))[0];
}
