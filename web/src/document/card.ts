import type { MachineFile } from '@nodaxis/core/machine/file';
import { changedAt, revisionOf } from '@nodaxis/core/machine/file';
import { machineKinds, type MachineKind } from '@nodaxis/core/machine/mechanics';

/** What the shelf shows of a machine without opening it. */
export interface Card {
  id: string;
  name: string;
  kind: MachineKind;
  revision: number;
  changedAt: string;
  archived: boolean;
  /** When it was removed; it can be brought back until it is deleted for good. */
  removedAt?: string;
  /** The newest time that this browser had seen when it was removed, and since when it is said that it will go. */
  seenAt?: string | undefined;
  warnedAt?: string | undefined;
  /** What is kept of it cannot be opened; it is there to be rescued. */
  unreadable?: boolean;
}

export const cardKey = (id: string) => `card/${id}`;
export const cardOf = (file: MachineFile, rest?: Card): Card => ({
  id: file.id,
  name: file.design.name,
  kind: file.design.kind,
  revision: revisionOf(file),
  changedAt: changedAt(file),
  archived: rest?.archived ?? false,
  ...(rest?.removedAt ? { removedAt: rest.removedAt, seenAt: rest.seenAt, warnedAt: rest.warnedAt } : {}),
});

/** A card as it was kept; undefined where it is none, so that one damaged card keeps no other from the shelf. */
export function readCard(value: unknown, id: string): Card | undefined {
  const c = value as Partial<Card> | null;
  const texts = [c?.name, c?.changedAt].every((t) => typeof t === 'string');
  return c && c.id === id && texts && machineKinds.includes(c.kind!) && Number.isInteger(c.revision)
    ? ({ ...c, archived: c.archived === true } as Card)
    : undefined;
}
