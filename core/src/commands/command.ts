import type { Draft } from 'immer';
import type { ColourCode, Conductor, InputFunction, Override } from '../machine/connections';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Axis, AxisEnd, TransmissionKind } from '../machine/mechanics';
import type { LibraryEntry } from '../machine/library/entry';
import type { DataOf } from '../machine/parts';
import type { Quantity } from '../units/quantity';
import type { Fault } from '../units/result';

/** Where a part from the library is put to use. */
export type PartSlot =
  | { role: 'controller' | 'motorSupply' | 'logicSupply' | 'fieldSupply' }
  | { axis: string; drive: number; item: 'motor' | 'driver' };

export interface NewInput {
  function: InputFunction;
  library: string;
  mount?: { axis: string; end: AxisEnd; drive?: number; tripFromStop?: Quantity };
}

/** Every edit there is, by name, with what it needs. An edit that is not here cannot be made. */
export interface CommandArgs {
  /** Several edits as one: all of them or none, one line in the log, one undo. */
  several: { title: string; commands: Command[] };
  'set-field': { path: string; value: Quantity | string | number | boolean | null };
  'set-datum-corner': { ends: Record<string, AxisEnd> };
  'set-transmission': { axis: string; kind: TransmissionKind };
  'add-axis': { letter: Axis['letter'] };
  'remove-axis': { axis: string };
  'set-motor-count': { axis: string; count: 1 | 2 };
  /** Hangs both motors of an axis on the first one's driver, in series. */
  'share-driver': { axis: string };
  /** `entry` carries a part of the user's own library, which core does not know. */
  'choose-part': { slot: PartSlot; library: string | null; entry?: LibraryEntry };
  'set-switch-table': { part: string; table: NonNullable<DataOf<'stepper-driver'>['switches']> };
  'add-mass': { name: string; mass: Quantity; movedBy: string[] };
  'remove-mass': { mass: string };
  'add-input': NewInput;
  'remove-input': { circuit: string };
  'join-inputs': { into: string; from: string };
  'split-input': { circuit: string };
  'set-input-terminal': { circuit: string; input: TerminalRef | null };
  'set-reference-stages': { stages: string[][] };
  'plan-wiring': Record<string, never>;
  'set-conductors': {
    ids: string[];
    set: {
      state?: Conductor['state'];
      colour?: ColourCode;
      section?: Quantity;
      length?: Quantity;
      cable?: string;
      notes?: string;
    };
  };
  'override-setting': { setting: string; title: string; value: Override['value']; reason: string };
  'clear-override': { setting: string; title: string };
}

export type CommandName = keyof CommandArgs;
export type Command = { [K in CommandName]: { name: K; args: CommandArgs[K] } }[CommandName];

/** How one command is carried out on a draft; a fault refuses it and leaves everything as it was. */
export interface Handler<K extends CommandName> {
  /** One line for the change log, written before the edit is made. */
  title(args: CommandArgs[K], before: Design): string;
  apply(args: CommandArgs[K], draft: Draft<Design>): Fault | void;
}

export const refuse = (what: string, where: string, mend: string): Fault => ({ what, where, mend });
