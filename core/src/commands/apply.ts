import { applyPatches, enablePatches, type Patch, produceWithPatches } from 'immer';
import { become } from '../machine/become';
import type { MachineFile } from '../machine/file';
import { withRevision } from '../machine/history';
import { designAt } from '../machine/designAt';
import { withTicks } from '../machine/journal';
import { withKnownPictures } from '../machine/pictures';
import { danglingAfter, danglingPictures } from '../machine/references';
import { touchedFaults } from '../machine/touched';
import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';
import type { Command, CommandName, Handler } from './command';
import { feedCommands, followParts } from './feeds';
import { setCuts, setStages, setTurningBodies } from './spindle';
import { headCommands } from './heads';
import { useNameSheet } from './nameSheet';
import { setField } from './fields';
import { inputs } from './inputs';
import { mechanics } from './mechanics';
import { cabinet } from './cabinet';
import { cabling } from './cabling';
import { outputs } from './outputs';
import { reservedName } from './reserved';
import { choosePart } from './parts';
import { followChanger, setToolChanger } from './toolChanger';
import { wiring } from './wiring';

enablePatches();

const several: Handler<'several'> = {
  title: ({ title, commands: [first] }, before) =>
    title ?? (first ? (handlers[first.name] as Handler<CommandName>).title(first.args as never, before) : ''),
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
  ...cabinet,
  ...feedCommands,
  'set-stages': setStages,
  'set-turning-bodies': setTurningBodies,
  'set-cuts': setCuts,
  'set-tool-changer': setToolChanger,
  ...headCommands,
  'use-name-sheet': useNameSheet,
};

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
  const name = reservedName(command);
  if (name) return fail([name]);
  const handler = handlers[command.name] as Handler<CommandName>;
  const args = command.args as never;
  const refusals: Fault[] = [];
  const [design, patches, inverse] = produceWithPatches(file.design, (draft) => {
    const refusal = handler.apply(args, draft);
    if (refusal) refusals.push(refusal);
    else {
      followParts(file.design, draft);
      followChanger(file.design, draft);
    }
  });
  if (refusals.length) return fail(refusals);
  const faults = [
    ...touchedFaults(design, patches),
    ...danglingAfter(file.design, design),
    ...danglingPictures(design, file.photos, file.design),
  ];
  if (faults.length) return fail(faults);
  // Said only of what was carried out: what a refused command holds may not be what it should be.
  const title = handler.title(args, file.design);
  if (!patches.length) return ok({ file, title, inverse });
  const revised = withRevision(file, design, { command: command.name, title, patches, at: now });
  return ok({ file: withTicks(revised, file.design, now), title, inverse });
}

/**
 * Makes the design what it was at a revision, as one edit more: nothing in between is lost, and an undo leads back.
 * Undefined where the file does not reach back so far, or where it is that design already.
 */
export function restoreRevision(file: MachineFile, number: number, now: string): Edit | undefined {
  const then = designAt(file, number);
  if (!then) return undefined;
  const target = withKnownPictures(then, file.photos);
  const [design, patches, inverse] = produceWithPatches(file.design, (draft) => {
    become(draft as unknown as Record<string, unknown>, target as unknown as Record<string, unknown>, 2);
  });
  if (!patches.length) return undefined;
  const title = `Back to revision ${number}`;
  const revised = withRevision(file, design, { command: 'restore', title, patches, at: now });
  return { file: withTicks(revised, file.design, now), title, inverse };
}
/** Goes back or forth by patches. Numbers only grow: an undo is a revision too, so a number always means one design. */
export function applyStep(file: MachineFile, patches: readonly Patch[], title: string, now: string): Edit {
  const [design, forward, inverse] = produceWithPatches(file.design, (draft) => {
    applyPatches(draft as object, patches as Patch[]);
  });
  const revised = withRevision(file, design, { command: 'step', title, patches: forward, at: now });
  return { file: withTicks(revised, file.design, now), title, inverse };
}
