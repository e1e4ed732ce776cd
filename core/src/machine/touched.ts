import type { Patch } from 'immer';
import type { z } from 'zod';
import type { Fault } from '../units/result';
import { CableChain, Conductor, InputCircuit, OutputCircuit, Override } from './connections';
import { Design } from './design';
import { Enclosure } from './enclosure';
import { Id } from './ids';
import type { TableName } from './limits';
import { isTable, tableLimits } from './limits';
import { Axis, MassItem, ToolHead } from './mechanics';
import { Part } from './parts';
import { schemaFaults } from './reading/schemaFaults';

/** What one item of each table has to be. */
export const itemSchemas: Record<TableName, z.ZodType> = {
  axes: Axis,
  parts: Part,
  circuits: InputCircuit,
  outputs: OutputCircuit,
  conductors: Conductor,
  masses: MassItem,
  chains: CableChain,
  heads: ToolHead,
  enclosures: Enclosure,
  overrides: Override,
};

/** Checks just the items that some patches touched, against the schemas and limits that also guard the file. */
export function touchedFaults(design: Design, patches: readonly Patch[]): Fault[] {
  const seen = new Set<string>();
  const faults: Fault[] = [];
  const check = (at: string[], value: unknown, schema: z.ZodType) => {
    const parsed = schema.safeParse(value);
    if (!parsed.success) faults.push(...schemaFaults(parsed.error, at));
  };
  for (const { path } of patches) {
    const [table, id] = path.map(String) as [string, string | undefined];
    const key = id !== undefined && isTable(table) ? `${table}.${id}` : table;
    if (seen.has(key)) continue;
    seen.add(key);
    const whole = (design as Record<string, unknown>)[table];
    if (!Object.hasOwn(Design.shape, table))
      faults.push({ what: `A machine has no "${table}".`, where: table, fix: 'Take it out.' });
    else if (isTable(table) && id !== undefined) {
      const items = whole as Record<string, unknown>;
      if (!Object.hasOwn(items, id)) continue;
      check([table, id], id, Id);
      check([table, id], items[id], itemSchemas[table]);
      if (!seen.has(`${table}#`)) faults.push(...tooMany(table, items));
      seen.add(`${table}#`);
    } else if (whole !== undefined || Object.hasOwn(design, table))
      check([table], whole, Design.shape[table as keyof typeof Design.shape] as z.ZodType);
    else if (!Design.shape[table as keyof typeof Design.shape].safeParse(undefined).success)
      faults.push({ what: `A machine needs "${table}".`, where: table, fix: 'Put it back.' });
  }
  return faults;
}

/** The fault of a table with more items than a machine may have. */
export function tooMany(table: TableName, items: object): Fault[] {
  const count = Object.keys(items).length;
  return count > tableLimits[table]
    ? [
        {
          what: `${count} are too many: a machine may have ${tableLimits[table]} ${table}.`,
          where: table,
          fix: 'Take out what is not needed.',
        },
      ]
    : [];
}
