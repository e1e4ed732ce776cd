/**
 * How many items a machine may have in each table. Far above any hobby machine; beyond it a page would stand still, and a
 * file that holds more is damaged or made to do harm. Commands and files keep to the same limits.
 */
export const tableLimits = {
  axes: 16,
  masses: 500,
  parts: 5000,
  circuits: 500,
  outputs: 500,
  conductors: 20_000,
  chains: 200,
  heads: 20,
  enclosures: 20,
  overrides: 5000,
} as const;
export type TableName = keyof typeof tableLimits;

export const isTable = (name: string): name is TableName => Object.hasOwn(tableLimits, name);

/** Lists beside the design. A long life of a machine fills a small part of them. */
export const listLimits = { journal: 200_000, snapshots: 2000, revisions: 200_000, photos: 20_000 } as const;

/** What a machine file may have in characters when it is read. What is written stays well below: see `pruning.ts`. */
export const MAX_FILE_CHARACTERS = 64 * 1024 * 1024;
