import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';
import { plugContacts } from './plug';

const twoPole = { plus: terminal('+', 'load-plus'), minus: terminal('−', 'load-minus') } as const;
const load = { load: { kind: 'load', a: 'plus', b: 'minus' } } as const;

/** A panel connector whose contacts run through from side a to side b while it is plugged in. */
const connector = (
  key: string,
  name: string,
  about: string,
  form: 'round' | 'd-shape' | 'high-density' | 'block',
  rows: number[],
  amps: number,
): LibraryEntry => {
  return {
    key,
    name,
    about,
    // Live contacts belong behind sockets: the cabinet side carries them.
    data: {
      class: 'connector',
      form,
      rows,
      panelContacts: 'sockets',
      ratedVoltage: sheet(60, 'V'),
      ratedCurrent: sheet(amps, 'A'),
    },
    ...plugContacts(rows),
    setup: {},
  };
};

/** Lamps, fans, pumps, probes, connectors, and the computer. */
export const accessories: LibraryEntry[] = [
  {
    key: 'lamp-wick-24',
    name: 'Wick, signal lamp',
    about: 'Lamp for 24 V that shows a state.',
    data: { class: 'lamp', ratedVoltage: sheet(24, 'V'), ratedCurrent: sheet(20, 'mA') },
    terminals: twoPole,
    elements: load,
    setup: {},
  },
  {
    key: 'fan-zephyr-24',
    name: 'Zephyr, cabinet fan',
    about: 'Fan for 24 V that runs with the supply.',
    data: { class: 'fan', ratedVoltage: sheet(24, 'V'), ratedCurrent: sheet(150, 'mA') },
    terminals: twoPole,
    elements: load,
    setup: {},
  },
  {
    key: 'valve-rill-24',
    name: 'Rill, coolant valve',
    about: 'Valve for air mist, 24 V, with a coil that needs suppression.',
    data: { class: 'valve', ratedVoltage: sheet(24, 'V'), ratedCurrent: sheet(300, 'mA') },
    terminals: { plus: terminal('1', 'coil-plus'), minus: terminal('2', 'coil-minus') },
    elements: {
      coil: { kind: 'coil', a: 'plus', b: 'minus' },
      suppressor: { kind: 'suppressor', a: 'plus', b: 'minus', type: 'varistor' },
    },
    setup: {},
  },
  {
    key: 'probe-slate',
    name: 'Slate, touch plate',
    about: 'A plate of known thickness and a clip on the tool: the tool closes the contact.',
    data: { class: 'probe', ratedVoltage: sheet(24, 'V') },
    terminals: { clip: terminal('C', 'contact-common'), plate: terminal('P', 'contact-no') },
    elements: { touch: { kind: 'contact', a: 'clip', b: 'plate', form: 'NO', actuator: 'hand' } },
    setup: { contactUsed: 'NO' },
  },
  {
    key: 'probe-needle',
    name: 'Needle, touch probe',
    about: 'Normally closed contact that opens at a touch: a broken lead looks like a touch.',
    data: { class: 'probe', ratedVoltage: sheet(24, 'V') },
    terminals: { a: terminal('1', 'contact-common'), b: terminal('2', 'contact-nc') },
    elements: { touch: { kind: 'contact', a: 'a', b: 'b', form: 'NC', actuator: 'hand' } },
    setup: { contactUsed: 'NC' },
  },
  {
    key: 'host-desk',
    name: 'Desk, computer of the machine',
    about: 'Computer that prepares the programs and talks to the controller.',
    data: { class: 'host-computer' },
    terminals: { link: terminal('LINK', 'data-link') },
    elements: {},
    setup: {},
  },
  connector('connector-burr-4', 'Burr 4, round connector', 'Four contacts for a stepper motor.', 'round', [4], 8),
  connector('connector-burr-6', 'Burr 6, round connector', 'Five contacts around one.', 'round', [5, 1], 8),
  connector('connector-hod-9', 'Hod 9, D-shaped connector', 'Nine contacts in two rows.', 'd-shape', [5, 4], 3),
  connector('connector-hod-15', 'Hod 15, D-shaped connector', 'Fifteen contacts in two rows.', 'd-shape', [8, 7], 3),
  connector(
    'connector-hod-25',
    'Hod 25, D-shaped connector',
    'Twenty-five contacts in two rows.',
    'd-shape',
    [13, 12],
    3,
  ),
  connector(
    'connector-hod-15h',
    'Hod 15H, high-density connector',
    'Fifteen contacts in three rows.',
    'high-density',
    [5, 5, 5],
    2,
  ),
  connector(
    'connector-hod-26h',
    'Hod 26H, high-density connector',
    'Twenty-six contacts in three rows.',
    'high-density',
    [9, 9, 8],
    2,
  ),
  connector(
    'connector-hod-37',
    'Hod 37, D-shaped connector',
    'Thirty-seven contacts in two rows.',
    'd-shape',
    [19, 18],
    3,
  ),
  connector(
    'connector-hod-50',
    'Hod 50, D-shaped connector',
    'Fifty contacts in three rows.',
    'd-shape',
    [17, 16, 17],
    3,
  ),
  connector(
    'connector-sill-16',
    'Sill 16, bulkhead connector',
    'Sixteen contacts in a row through a wall.',
    'block',
    [16],
    10,
  ),
  connector(
    'connector-sill-24',
    'Sill 24, rectangular connector',
    'Twenty-four contacts in two rows.',
    'block',
    [12, 12],
    10,
  ),
  connector(
    'connector-sill-64',
    'Sill 64, rectangular connector',
    'Sixty-four contacts in four rows.',
    'block',
    [16, 16, 16, 16],
    6,
  ),
];
