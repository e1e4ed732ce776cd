import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer';
import type { z } from 'zod';
import { CableChain, Conductor, InputCircuit, OutputCircuit, Override } from '../machine/connections';
import { Design } from '../machine/design';
import type { MachineFile } from '../machine/file';
import { designAt, withRevision } from '../machine/history';
import { withTicks } from '../machine/journal';
import { Axis, MassItem } from '../machine/mechanics';
import { Part } from '../machine/parts';
import { schemaFaults } from '../machine/read';
import { danglingReferences } from '../machine/references';
import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';
import type { Command, CommandName, Handler } from './command';
import { setField } from './fields';
import { inputs } from './inputs';
import { mechanics } from './mechanics';
import { cabling } from './cabling';
import { outputs } from './outputs';
import { choosePart } from './parts';
import { wiring } from './wiring';

enablePatches();

const several: Handler<'several'> = {
  title: ({ title }) => title,
  apply({ commands }, draft) {
    for (const c of commands) {
      const refusal = (handlers[c.name] as Handler<CommandName>).apply(c.args as never, draft);
      if (refusal) return refusal;
    }
  },
};

const handlers: { [K in CommandName]: Handler<K> } = {
  several,
  'set-field': setField,
  'choose-part': choosePart,
  ...mechanics,
  ...inputs,
  ...wiring,
  ...outputs,
  ...cabling,
};

const itemSchemas: Record<string, z.ZodType> = {
  axes: Axis,
  parts: Part,
  circuits: InputCircuit,
  outputs: OutputCircuit,
  conductors: Conductor,
  masses: MassItem,
  chains: CableChain,
  overrides: Override,
};

/** Checks just the items that an edit touched, against the schema that also guards the file. */
function checkTouched(design: Design, patches: readonly Patch[]): Fault[] {
  const seen = new Set<string>();
  const faults: Fault[] = [];
  for (const { path } of patches) {
    const [table, id] = path.map(String) as [string, string | undefined];
    const key = id === undefined || !itemSchemas[table] ? table : `${table}.${id}`;
    if (seen.has(key)) continue;
    seen.add(key);
    const whole = design[table as keyof Design];
    const items: [string[], unknown, z.ZodType][] =
      itemSchemas[table] && id !== undefined
        ? [[[table, id], (whole as Record<string, unknown>)[id], itemSchemas[table]]]
        : [[[table], whole, Design.shape[table as keyof typeof Design.shape] as z.ZodType]];
    for (const [at, value, schema] of items) {
      if (value === undefined) continue;
      const parsed = schema.safeParse(value);
      if (!parsed.success) faults.push(...schemaFaults(parsed.error, at));
    }
  }
  return faults;
}

export interface Edit {
  file: MachineFile;
  title: string;
  /** Patches that lead back: the way an undo goes. */
  inverse: Patch[];
}

/**
 * The one door for edits: carries a named command out on a copy, checks what it touched and every reference, and adds
 * a revision. Errors: the command's own refusal, a value against the schema, a reference left dangling. On an error
 * the file is as it was. An edit that changes nothing adds no revision.
 */
export function applyCommand(file: MachineFile, command: Command, now: string): Result<Edit> {
  const handler = handlers[command.name] as Handler<CommandName>;
  const args = command.args as never;
  const title = handler.title(args, file.design);
  const refusals: Fault[] = [];
  const [design, patches, inverse] = produceWithPatches(file.design, (draft) => {
    const refusal = handler.apply(args, draft);
    if (refusal) refusals.push(refusal);
  });
  if (refusals.length) return fail(refusals);
  if (!patches.length) return ok({ file, title, inverse });
  const faults = [...checkTouched(design, patches), ...danglingReferences(design)];
  if (faults.length) return fail(faults);
  const revised = withRevision(file, design, { command: command.name, title, patches, at: now });
  return ok({ file: withTicks(revised, file.design, now), title, inverse });
}

/**
 * Makes the design what it was at a revision, as one edit more: nothing in between is lost, and an undo leads back.
 * Undefined where the file does not reach back so far, or where it is that design already.
 */
export function restoreRevision(file: MachineFile, number: number, now: string): Edit | undefined {
  const target = designAt(file, number);
  if (!target) return undefined;
  const [design, patches, inverse] = produceWithPatches(file.design, (draft) => {
    become(draft as unknown as Record<string, unknown>, target as unknown as Record<string, unknown>, 2);
  });
  if (!patches.length) return undefined;
  const title = `Back to revision ${number}`;
  const revised = withRevision(file, design, { command: 'restore', title, patches, at: now });
  return { file: withTicks(revised, file.design, now), title, inverse };
}
/** Changes only what differs, item by item down to `depth`, so that the patches stay small. */
function become(from: Record<string, unknown>, to: Record<string, unknown>, depth: number): void {
  for (const key of Object.keys(from)) if (!(key in to)) delete from[key];
  for (const [key, value] of Object.entries(to)) {
    const own = from[key];
    if (JSON.stringify(own) === JSON.stringify(value)) continue;
    const tables =
      depth > 1 && own && value && typeof own === 'object' && typeof value === 'object' && !Array.isArray(value);
    if (tables) become(own as Record<string, unknown>, value as Record<string, unknown>, depth - 1);
    else from[key] = value;
  }
}

/** Goes back or forth by patches. Numbers only grow: an undo is a revision too, so a number always means one design. */
export function applyStep(file: MachineFile, patches: readonly Patch[], title: string, now: string): Edit {
  const [design, forward, inverse] = produceWithPatches(file.design, (draft) => {
    applyPatches(draft as object, patches as Patch[]);
  });
  const revised = withRevision(file, design, { command: 'step', title, patches: forward, at: now });
  return { file: withTicks(revised, file.design, now), title, inverse };
}
