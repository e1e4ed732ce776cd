import type { LibraryEntry } from './entry';
import { isPlug, type DataOf, type PartClass, type PartData } from '../parts';
import { withScreen } from './cores';
import { followingSheet } from './inside';
import { MOST_CONTACTS, plugContacts, usualRows } from './plug';
import { MOST_SOCKETS, socketCounts, withSockets } from './sockets';

/** What a data sheet says of a part that is no figure with a unit: one of some words, yes or no, or a count. */
export interface SheetChoice {
  key: string;
  label: string;
  help?: string;
  /** The words that can be chosen, by the value that stands for each. */
  options?: Readonly<Record<string, string>>;
  /** The bounds of a count. */
  count?: readonly [least: number, most: number];
  /** Whether it may stay open. */
  optional?: boolean;
}

const pick = (
  key: string,
  label: string,
  options: Record<string, string>,
  more: Pick<SheetChoice, 'help' | 'optional'> = {},
): SheetChoice => ({ key, label, options, ...more });
const yes = (key: string, label: string, help?: string): SheetChoice => ({ key, label, ...(help ? { help } : {}) });
const count = (
  key: string,
  label: string,
  least: number,
  most: number,
  more: Pick<SheetChoice, 'help' | 'optional'> = {},
): SheetChoice => ({ key, label, count: [least, most], ...more });

const forms = { NO: 'normally open', NC: 'normally closed' };
const contact = pick('contact', 'Contact', { ...forms, changeover: 'changeover' });
const parting = yes(
  'forDirectCurrent',
  'Breaks direct current',
  'A contact that is made for alternating current may weld on direct current.',
);
const driver: readonly SheetChoice[] = [
  yes('closedLoop', 'Follows an encoder'),
  pick('enableOpen', 'With enable left open', { enabled: 'enabled', disabled: 'disabled' }, { optional: true }),
  pick(
    'currentShown',
    'Current on its table',
    { peak: 'peak', rms: 'RMS' },
    { optional: true, help: 'Peak is √2 times RMS.' },
  ),
];

const stepperDriver: readonly SheetChoice[] = [
  pick(
    'mounting',
    'Connected by',
    { terminals: 'terminals of its own', socket: 'pins in a socket of a board' },
    { optional: true },
  ),
  yes(
    'currentBySerial',
    'The board sends it its current',
    'Over a serial line; it has no trimmer and no switches for it.',
  ),
  ...driver,
];

/** By class, in the order of a data sheet. A class that is not here has none. */
export const sheetChoices: Partial<Record<PartClass, readonly SheetChoice[]>> = {
  motor: [
    pick('encoder', 'Encoder', { none: 'none', incremental: 'incremental', absolute: 'absolute' }),
    yes('batteryBacked', 'Its turns are kept by a battery', 'An absolute encoder that forgets its turns without one.'),
  ],
  'stepper-driver': stepperDriver,
  'servo-drive': driver,
  controller: [
    pick('architecture', 'Built as', {
      'timed-by-computer': 'timed by the computer',
      'processor-board': 'board with a processor',
      'plug-in-drivers': 'board with drivers plugged in',
      networked: 'motion board on a network',
      closed: 'closed unit with a screen',
      'fieldbus-master': 'fieldbus master',
    }),
    count('channels', 'Axis channels', 1, 32),
    pick(
      'link',
      'Link to the computer',
      { usb: 'USB', network: 'network', serial: 'serial', 'parallel-port': 'parallel port', none: 'none' },
      { optional: true },
    ),
    count('sockets', 'Sockets for plug-in drivers', 0, MOST_SOCKETS, {
      help: 'Those with a channel of their own. Terminals for their motors and for their motor supply come with them.',
    }),
    count('followingSockets', 'Sockets that follow another one', 0, 4, {
      help: 'By a jumper beside them: for the second motor of an axis.',
    }),
    count('encoderInputs', 'Encoder inputs', 0, 16, { optional: true }),
    yes('threading', 'Threads with a spindle encoder'),
    yes(
      'independentSlaves',
      'References each motor of a gantry',
      'Whether two motors of one axis can be referenced each on its own.',
    ),
    pick(
      'outputType',
      'Signal outputs',
      { 'push-pull': 'push-pull', sourcing: 'sourcing', sinking: 'sinking' },
      { optional: true, help: 'A sinking output pulls to 0 V: its drivers share their plus side.' },
    ),
  ],
  sensor: [
    pick('principle', 'Principle', { inductive: 'inductive', hall: 'Hall, with a magnet', optical: 'optical' }),
    pick('output', 'Output', { NPN: 'NPN, switches to 0 V', PNP: 'PNP, switches to +' }),
    pick('form', 'Contact', forms),
    pick(
      'magnetPole',
      'Answers to',
      { south: 'the south pole', north: 'the north pole', either: 'either pole' },
      { optional: true },
    ),
  ],
  switch: [contact],
  button: [contact, yes('latching', 'Latches', 'It stays pressed until it is turned or pulled.')],
  spindle: [
    count('poles', 'Poles', 2, 24, { optional: true }),
    yes('servo', 'Servo motor', 'Its drive turns it by its encoder.'),
    count('encoderCounts', 'Counts of its encoder in a turn', 1, 1_000_000_000, {
      optional: true,
      help: 'Of a servo motor: four for each line.',
    }),
    pick(
      'cooling',
      'Cooled by',
      {
        'own-fan': 'a fan on its own shaft',
        blown: 'a fan with a motor of its own',
        water: 'water',
        none: 'its case alone',
      },
      { optional: true, help: 'A fan on its own shaft cools little at low speed.' },
    ),
  ],
  'spindle-drive': [
    yes('servo', 'For a servo motor', 'It reads the encoder of the motor that it turns.'),
    yes('isolated', 'Control terminals apart from the mains', 'Where they are not, everything wired to them is live.'),
  ],
  'encoder-divider': [count('divider', 'Lines in for one out', 1, 1000)],
  pendant: [count('pulsesPerTurn', 'Pulses a turn of its wheel', 1, 10_000, { optional: true })],
  encoder: [count('lines', 'Lines a revolution', 1, 1_000_000)],
  breaker: [
    pick(
      'opensAt',
      'Opens by itself at',
      {
        overload: 'an overload',
        leakage: 'a leakage to earth',
        'overload-and-leakage': 'an overload or a leakage',
        nothing: 'nothing: it is switched by hand',
      },
      { optional: true },
    ),
    pick(
      'tripCurve',
      'Opens at once at',
      { B: 'B: 3 to 5 times its rating', C: 'C: 5 to 10 times its rating', D: 'D: 10 to 20 times its rating' },
      { optional: true, help: 'The letter before the rating on its face.' },
    ),
    yes('lockable', 'Can be locked off', 'A switch that nobody can close while hands are inside.'),
    parting,
  ],
  fuse: [parting],
  contactor: [parting],
  relay: [parting],
  cable: [yes('screened', 'Shielded')],
  connector: [
    pick('form', 'Form', {
      block: 'block: rectangular, pluggable, or a row in a bulkhead',
      'd-shape': 'D-shaped',
      'high-density': 'D-shaped, high density',
      round: 'round',
    }),
    count('contacts', 'Contacts', 1, MOST_CONTACTS, {
      help: 'They are numbered row by row; in a round one ring by ring, from outside.',
    }),
    pick(
      'panelContacts',
      'On the panel',
      { sockets: 'sockets', pins: 'pins' },
      { help: 'Sockets belong on the side that feeds.' },
    ),
  ],
};
/** What concerns this very part: a mains inlet has its own form, and only a Hall sensor answers to a pole. */
export const sheetChoicesOf = (data: PartData): readonly SheetChoice[] =>
  (sheetChoices[data.class] ?? []).filter((c) => {
    if (data.class === 'connector' && !isPlug(data)) return false;
    return data.class !== 'sensor' || c.key !== 'magnetPole' || data.principle === 'hall';
  });

/** What is chosen now; `undefined` where it is open. Yes-or-no ones are true or false. */
export function choiceValue(data: PartData, choice: SheetChoice): string | number | boolean | undefined {
  if (choice.key === 'sockets') return socketCounts({ data }).own;
  if (choice.key === 'followingSockets') return socketCounts({ data }).following;
  if (data.class === 'connector' && choice.key === 'contacts') return data.rows.reduce((sum, n) => sum + n, 0);
  const value = (data as unknown as Record<string, unknown>)[choice.key];
  return choice.options || choice.count ? (value as string | number | undefined) : value === true;
}

/** A part with one of these changed, and with what follows from it: the contacts of a connector, the output of a sensor. */
export function withChoice(
  part: LibraryEntry,
  key: string,
  value: string | number | boolean | undefined,
): LibraryEntry {
  if (part.data.class === 'connector' && (key === 'contacts' || key === 'form'))
    return reshaped(part, part.data, key, value);
  if (part.data.class === 'cable') return withScreen(part, value === true);
  if (key === 'sockets') return withSockets(part, Number(value), socketCounts(part).following);
  if (key === 'followingSockets') return withSockets(part, socketCounts(part).own, Number(value));
  const { [key as keyof PartData]: _old, ...rest } = part.data;
  const data = { ...rest, ...(value === undefined ? {} : { [key]: value }) } as PartData;
  return { ...part, data, elements: followingSheet({ data, elements: part.elements }) };
}
function reshaped(
  part: LibraryEntry,
  old: DataOf<'connector'>,
  key: 'contacts' | 'form',
  value: unknown,
): LibraryEntry {
  const form = key === 'form' ? (value as DataOf<'connector'>['form']) : old.form;
  const contacts = key === 'contacts' ? Number(value) : old.rows.reduce((sum, n) => sum + n, 0);
  const rows = usualRows(form, contacts);
  return { ...part, data: { ...old, form, rows }, ...plugContacts(rows) };
}
/** A connector with the contacts of its rows as entered, such as 17, 16, 17. */
export const withRows = (part: LibraryEntry, rows: readonly number[]): LibraryEntry =>
  part.data.class === 'connector' ? { ...part, data: { ...part.data, rows: [...rows] }, ...plugContacts(rows) } : part;
