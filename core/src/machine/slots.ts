import type { Draft } from 'immer';
import { inputBoardsOf } from './boards';
import type { Design, RoleName } from './design';
import { isHandSwitch } from './designation';
import { describeField } from './fields';
import type { LibraryEntry } from './library/entry';
import type { Part } from './parts';
import type { DirectRail, RailItem } from './rails';
import { directRails, mainsWay, railItems } from './rails';

/** A place of the machine that one part takes. A place one past the last device or board stands for a further one. */
export type PartSlot =
  | { role: RoleName }
  | { axis: string; drive: number; item: 'motor' | 'driver' }
  | { rail: DirectRail; item: RailItem }
  | { rail: 'mains'; item: 'inlet' }
  | { rail: 'mains'; device: number }
  | { rail: 'earth' }
  | { board: number };

/** Where a slot stands in a design; of a board, the part that is there. */
export function slotPath(slot: PartSlot, design?: Pick<Design, 'parts'>): string {
  if ('role' in slot) return `roles.${slot.role}`;
  if ('axis' in slot) return `axes.${slot.axis}.drives.${slot.drive}.${slot.item}`;
  if ('board' in slot) {
    const here = design && inputBoardsOf(design)[slot.board];
    return here ? `parts.${here.id}` : 'parts';
  }
  if ('device' in slot) return `rails.mains.devices.${slot.device}`;
  return 'item' in slot ? `rails.${slot.rail}.${slot.item}` : 'rails.earth';
}

/** The part in a slot; undefined where it is empty. */
export function partInSlot(
  slot: PartSlot,
  design: Pick<Design, 'parts' | 'roles' | 'rails' | 'axes'>,
): string | undefined {
  const { rails } = design;
  if ('role' in slot) return design.roles[slot.role];
  if ('axis' in slot) return design.axes[slot.axis]?.drives[slot.drive]?.[slot.item];
  if ('board' in slot) return inputBoardsOf(design)[slot.board]?.id;
  if ('device' in slot) return mainsWay(rails)[slot.device];
  if (slot.rail === 'earth') return rails.earth;
  return slot.rail === 'mains' ? rails.mains?.inlet : rails[slot.rail]?.[slot.item];
}

/** Puts a part into a slot, or empties it. A board is a board by itself: nothing points at it. */
export function putInSlot(slot: PartSlot, draft: Draft<Design>, id: string | undefined): void {
  if ('board' in slot) return;
  if ('role' in slot) return setOrDelete(draft.roles, slot.role, id);
  if ('axis' in slot) {
    const drive = draft.axes[slot.axis]?.drives[slot.drive];
    if (drive) setOrDelete(drive, slot.item, id);
    return;
  }
  const { rails } = draft;
  if (slot.rail === 'earth') setOrDelete(rails, 'earth', id);
  else if ('device' in slot) {
    const devices = ((rails.mains ??= {}).devices ??= []);
    if (id) devices[Math.min(slot.device, devices.length)] = id;
    else devices.splice(slot.device, 1);
    if (!devices.length) delete rails.mains.devices;
  } else if (slot.rail === 'mains') setOrDelete((rails.mains ??= {}), 'inlet', id);
  else setOrDelete((rails[slot.rail] ??= {}), slot.item, id);
  for (const rail of ['mains', ...directRails] as const)
    if (rails[rail] && !Object.keys(rails[rail]).length) delete rails[rail];
}
function setOrDelete<K extends string>(table: Partial<Record<K, string>>, key: K, id: string | undefined): void {
  if (id === undefined) delete table[key];
  else table[key] = id;
}

/** What stands on the way of the mains, by what it does there. */
function deviceName(part: Pick<Part, 'data' | 'elements'> | undefined): string {
  if (!part) return 'Next on the way';
  if (isHandSwitch(part)) return 'Main switch';
  if (part.data.class === 'breaker') return part.data.opensAt === 'leakage' ? 'Residual current' : 'Breaker';
  return part.data.class.charAt(0).toUpperCase() + part.data.class.slice(1);
}
/** A slot as a title calls it: with what is there, or with what comes there. */
export function slotName(slot: PartSlot, design: Design, comes?: LibraryEntry): string {
  if ('board' in slot) return 'Extension board';
  if ('device' in slot) return deviceName(comes ?? design.parts[partInSlot(slot, design) ?? '']);
  if (!('axis' in slot)) {
    const path = slotPath(slot);
    return describeField(design, path)?.label ?? path;
  }
  const axis = design.axes[slot.axis];
  const side = axis && axis.drives.length > 1 ? ` ${axis.drives[slot.drive]?.side}` : '';
  return `${axis?.letter ?? slot.axis}${side} ${slot.item}`;
}

/** The id that a part gets in a slot: what it is for, in a word that a link can hold. */
export function partIdFor(slot: PartSlot, entry: LibraryEntry): string {
  if ('role' in slot) return slot.role.replace(/[A-Z]/g, (c) => `-${c.toLowerCase()}`);
  if ('axis' in slot) return `${slot.item}-${slot.axis}-${slot.drive}`;
  if ('board' in slot) return 'input-board';
  if (slot.rail === 'earth') return 'earth-bar';
  if ('device' in slot) return isHandSwitch(entry) ? 'main-switch' : `mains-${entry.data.class}`;
  if (slot.rail === 'mains') return 'mains-inlet';
  const rail = slot.rail === 'drives' ? 'motor' : slot.rail;
  return { supply: `${rail}-supply`, plus: `${rail}-plus-strip`, zero: `${rail}-zero-strip` }[slot.item];
}

/** The slot that a part takes; undefined for one that only hangs on a feed. */
export function slotOf(design: Pick<Design, 'parts' | 'roles' | 'rails'>, id: string): PartSlot | undefined {
  const { roles, rails } = design;
  const role = (Object.keys(roles) as RoleName[]).find((r) => roles[r] === id);
  if (role) return { role };
  if (rails.mains?.inlet === id) return { rail: 'mains', item: 'inlet' };
  const device = mainsWay(rails).indexOf(id);
  if (device >= 0) return { rail: 'mains', device };
  if (rails.earth === id) return { rail: 'earth' };
  for (const rail of directRails) for (const item of railItems) if (rails[rail]?.[item] === id) return { rail, item };
  const board = inputBoardsOf(design).findIndex((b) => b.id === id);
  return board < 0 ? undefined : { board };
}
