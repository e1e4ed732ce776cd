import type { Draft } from 'immer';
import type {
  CableChain,
  ColourCode,
  Conductor,
  ConductorFunction,
  InputFunction,
  LoadService,
  OutputFunction,
  Override,
} from '../machine/connections';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { NameSheet } from '../machine/nameSheet';
import type { Axis, AxisEnd, ToolHead, TransmissionKind } from '../machine/mechanics';
import type { Duct, Enclosure, PanelPlace } from '../machine/enclosure';
import type { FeedSource } from '../machine/feeds';
import type { PartSlot } from '../machine/slots';
import type { PortRef } from '../machine/ports';
import type { LibraryEntry } from '../machine/library/entry';
import type { DataOf, Element, Part, Terminal, SpindleStage, TurningBody, WantedCut } from '../machine/parts';
import type { ToolChanger } from '../machine/toolChanger';
import type { Quantity } from '../units/quantity';
import type { Fault } from '../units/result';

export interface NewInput {
  function: InputFunction;
  library: string;
  /** A device of the user's own library, which core does not know. */
  entry?: LibraryEntry;
  mount?: { axis: string; end: AxisEnd; drive?: number; tripFromStop?: Quantity };
  /** What a key moves and which way, or what a selector chooses. */
  hand?: { axis?: string; direction?: AxisEnd; step?: Quantity };
}

type Editable<T, K extends keyof T> = { [P in K]?: T[P] | null };

/** What may be changed on a conductor; `null` empties a field. */
export type ConductorEdit = Partial<Pick<Conductor, 'from' | 'to' | 'state' | 'purpose' | 'number'>> &
  Editable<
    Conductor,
    | 'colour'
    | 'section'
    | 'length'
    | 'cable'
    | 'core'
    | 'route'
    | 'chain'
    | 'waitsFor'
    | 'terminations'
    | 'notes'
    | 'photos'
  >;

/** Every edit there is, by name, with what it needs. An edit that is not here cannot be made. */
export interface CommandArgs {
  /** Several edits as one: all of them or none, one line in the log, one undo. */
  several: { title?: string; commands: Command[] };
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
  'add-head': Pick<ToolHead, 'name'> & Partial<ToolHead>;
  /** What is put on a head comes off the others. */
  'set-head': { head: string; set: Partial<ToolHead> };
  'remove-head': { head: string };
  /** The head that is on the machine now, or `null` for none. */
  'mount-head': { head: string | null };
  'add-input': NewInput;
  'remove-input': { circuit: string };
  /** Another switch, sensor or button in the place of one: it keeps its mount and, within a class, its designation. */
  'exchange-device': { part: string; library: string; entry?: LibraryEntry };
  'join-inputs': { into: string; from: string };
  'split-input': { circuit: string };
  'set-input-terminal': { circuit: string; input: TerminalRef | null };
  /** Switches and buttons that are tried by hand at every power-on. */
  'set-daily-checks': { devices: string[] };
  'set-reference-stages': { stages: string[][] };
  'plan-wiring': Record<string, never>;
  'set-conductors': { ids: string[]; set: ConductorEdit };
  'add-conductor': Pick<Conductor, 'from' | 'to'> &
    Omit<ConductorEdit, 'from' | 'to'> & { origin?: 'by-hand' | 'as-found' };
  'remove-conductors': { ids: string[] };
  /** `entry` and `relayEntry` carry parts of the user's own library. */
  'add-output': {
    function: OutputFunction;
    library?: string;
    entry?: LibraryEntry;
    device?: string;
    relay?: string;
    relayEntry?: LibraryEntry;
    alwaysOn?: boolean;
    /** The output whose load it turns the other way; both get a relay that changes over. */
    reverses?: string;
  };
  'remove-output': { output: string };
  'set-output': {
    output: string;
    relay?: string | null;
    relayEntry?: LibraryEntry;
    terminal?: TerminalRef | null;
    serves?: LoadService | null;
    /** The axis whose clamp it works. */
    axis?: string;
  };
  /** One input over the alarm contacts of several drives, in series. */
  'watch-alarms': { devices: string[] };
  'set-chain': { id?: string; chain: CableChain | null };
  /** The cable of a planned run, chosen by hand; `null` leaves it to the planner again. */
  'choose-cable': { cable: string; library: string | null; entry?: LibraryEntry };
  'route-cable': { cable: string; chain?: string | null; route?: string | null };
  'set-colour-rule': { of: ConductorFunction; colour: ColourCode | null };
  /** Shares of a job: of its time in which the axes move, of its rated power that the spindle gives; `null`: the usual one. */
  'set-duty': { motion?: Quantity | null; spindle?: Quantity | null };
  'add-enclosure': { name: string };
  'set-enclosure': { enclosure: string; set: { [K in keyof Enclosure]?: Enclosure[K] | null } };
  /** Puts parts and ducts on the plate of a box, or parts on its front; `null` takes them off it. */
  'place-parts': {
    enclosure: string;
    on?: 'front';
    places: Record<string, PanelPlace | null>;
    ducts?: Record<string, Duct | null>;
  };
  /** Gives conductors that are planned only the lengths of their ways over the plates. */
  'take-lengths': Record<string, never>;
  'remove-enclosure': { enclosure: string };
  /** Where a part sits: in an enclosure, `outside`, or `null` for where such a part usually does. */
  'sit-part': { part: string; in: string | null };
  'set-warmest-room': { temperature: Quantity | null };
  'set-ampacity': { table: NonNullable<Design['ampacity']> | null };
  /**
   * A part that no role asks for: a plug that was there before, a lamp, a second supply. `from`: what feeds it; without it a part
   * that runs on the mains hangs on that of the cabinet.
   */
  'add-part': { library: string; entry?: LibraryEntry; notes?: string; from?: FeedSource };
  'remove-part': { part: string };
  /** What feeds a port: a port that gives, `null` for nothing; without it, what usually would. */
  'set-feed': { part: string; port: string; from?: FeedSource | null };
  /** How many poles in a row of a contactor or hand switch part each circuit; `null`: all of them part one. */
  'set-poles': { part: string; groups: number[] | null };
  /** What turns with a spindle: chuck, pulleys, tool. */
  'set-turning-bodies': { part: string; bodies: TurningBody[] };
  /** What changes tools by outputs and sensors; `null`: nothing does. */
  'set-tool-changer': { changer: ToolChanger | null };
  /** What a spindle is wanted for. */
  'set-cuts': { part: string; cuts: WantedCut[] };
  /** Pairs of pulleys or gears between a spindle motor and its spindle; none: one to one. */
  'set-stages': { part: string; stages: SpindleStage[]; inUse?: string };
  /** A device on the way of the mains changes places with the one before it. */
  'move-ahead': { device: string };
  /** A breaker, switch, filter or strip between one source and some of what hangs on it. */
  'insert-device': { library: string; entry?: LibraryEntry; aheadOf: PortRef[] };
  'insert-connector': { cable: string; library: string; entry?: LibraryEntry; at: 'near' | 'far' };
  /** Leads a further cable through a connector that divides others already. */
  'share-connector': { cable: string; part: string };
  /** Leads one of several cables past a connector; the others stay in it. */
  'leave-connector': { cable: string; part: string };
  'remove-connector': { part: string };
  'fit-suppressor': { part: string; coil: string; type: Extract<Element, { kind: 'suppressor' }>['type'] };
  'set-part': { part: string; set: Partial<Pick<Part, 'name'>> & Editable<Part, 'notes' | 'photos' | 'boardRevision'> };
  'set-terminal': {
    part: string;
    terminal: string;
    set: Partial<Pick<Terminal, 'printed'>> & Editable<Terminal, 'lead' | 'notes' | 'photos'>;
  };
  'set-jumper': { part: string; jumper: string; closed: boolean };
  'override-setting': { setting: string; title: string; value: Override['value']; reason: string };
  'clear-override': { setting: string; title: string };
  /**
   * How the control names its settings, or the drive `part`; `null`: no longer. The sheet is embedded: a later edit of the
   * original changes no machine.
   */
  'use-name-sheet': { sheet: NameSheet | null; part?: string };
}

export type CommandName = keyof CommandArgs;
export type Command = { [K in CommandName]: { name: K; args: CommandArgs[K] } }[CommandName];

/** How one command is carried out on a draft; a fault refuses it and leaves everything as it was. */
export interface Handler<K extends CommandName> {
  /** One line for the change log, written before the edit is made. */
  title(args: CommandArgs[K], before: Design): string;
  apply(args: CommandArgs[K], draft: Draft<Design>): Fault | void;
}

export const refuse = (what: string, where: string, fix: string): Fault => ({ what, where, fix });
