import type { Conductor } from './connections';

type Listed = readonly (readonly [id: string, conductor: Conductor])[];
const lists = new WeakMap<Readonly<Record<string, Conductor>>, Listed>();

/**
 * The conductors of a machine with their ids, listed once for a table that cannot change: to walk hundreds of keys again costs more
 * than what most readers do with them.
 */
export function conductorList(table: Readonly<Record<string, Conductor>>): Listed {
  const known = lists.get(table);
  if (known) return known;
  const list = Object.entries(table);
  if (Object.isFrozen(table)) lists.set(table, list);
  return list;
}
