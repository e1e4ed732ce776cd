import type { DataOf, Element, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';

const sensor = (key: string, name: string, output: 'NPN' | 'PNP', form: 'NO' | 'NC'): LibraryEntry => ({
  key,
  name,
  about: `Inductive three-wire sensor, ${output}, ${form === 'NC' ? 'conducting until it sees the target' : 'conducting when it sees the target'}.`,
  data: {
    class: 'sensor',
    principle: 'inductive',
    output,
    form,
    supplyMin: sheet(10, 'V'),
    supplyMax: sheet(30, 'V'),
    repeatability: sheet(0.02, 'mm'),
    hysteresis: sheet(0.3, 'mm'),
  },
  terminals: {
    plus: terminal('BN', 'supply-plus'),
    minus: terminal('BU', 'supply-minus'),
    out: terminal('BK', 'sensor-out'),
  },
  elements: { output: { kind: 'sensor-output', type: output, form, plus: 'plus', minus: 'minus', out: 'out' } },
  setup: {},
});

const changeover = {
  terminals: {
    com: terminal('1', 'contact-common'),
    nc: terminal('2', 'contact-nc'),
    no: terminal('4', 'contact-no'),
  },
  elements: {
    nc: { kind: 'contact', a: 'com', b: 'nc', form: 'NC', actuator: 'hand' },
    no: { kind: 'contact', a: 'com', b: 'no', form: 'NO', actuator: 'hand' },
  },
} satisfies Pick<LibraryEntry, 'terminals' | 'elements'>;

const lever: DataOf<'switch'> = {
  class: 'switch',
  contact: 'changeover',
  overTravel: sheet(4, 'mm'),
  repeatability: sheet(0.02, 'mm'),
  hysteresis: sheet(0.4, 'mm'),
  ratedCurrent: sheet(500, 'mA'),
  wettingCurrent: sheet(1, 'mA'),
};

const closingButton = (key: string, name: string, about: string, latching: boolean): LibraryEntry => ({
  key,
  name,
  about,
  data: { class: 'button', contact: 'NO', latching, ratedCurrent: sheet(1.1, 'A') },
  terminals: { a: terminal('13', 'contact-common'), b: terminal('14', 'contact-no') },
  elements: { no: { kind: 'contact', a: 'a', b: 'b', form: 'NO', actuator: 'hand' } },
  setup: { contactUsed: 'NO' },
});

/**
 * A latching stop button: an opening contact that reports, and further ones, each on a channel of its own. Contacts are
 * numbered as EN 50013 does: the place first, then 1 and 2 of an opening one, 3 and 4 of a closing one.
 */
const stopButton = (
  key: string,
  name: string,
  about: string,
  ...further: (readonly [id: string, form: 'NC' | 'NO'])[]
): LibraryEntry => {
  const ends = (id: string) => [`${id}-a`, `${id}-b`] as const;
  return {
    key,
    name,
    about,
    data: { class: 'button', contact: 'NC', latching: true, ratedCurrent: sheet(1.1, 'A') },
    terminals: {
      a: terminal('11', 'contact-common'),
      b: terminal('12', 'contact-nc'),
      ...Object.fromEntries(
        further.flatMap(([id, form], i): [string, Terminal][] => {
          const [a, b] = ends(id);
          const first = 10 * (i + 2) + (form === 'NC' ? 1 : 3);
          return [
            [a, terminal(String(first), 'contact-common', i + 1)],
            [b, terminal(String(first + 1), form === 'NC' ? 'contact-nc' : 'contact-no', i + 1)],
          ];
        }),
      ),
    },
    elements: {
      nc: { kind: 'contact', a: 'a', b: 'b', form: 'NC', actuator: 'hand' },
      ...Object.fromEntries(
        further.map(([id, form]): [string, Element] => {
          const [a, b] = ends(id);
          return [id, { kind: 'contact', a, b, form, actuator: 'hand' }];
        }),
      ),
    },
    setup: { contactUsed: 'NC' },
  };
};
export const switches: LibraryEntry[] = [
  {
    key: 'switch-finch',
    name: 'Finch, roller-lever switch',
    about: 'Mechanical changeover switch: works with any input, either contact can be used.',
    data: lever,
    ...changeover,
    setup: { contactUsed: 'NC' },
  },
  {
    key: 'switch-wagtail',
    name: 'Wagtail, sealed plunger switch',
    about: 'Sealed changeover switch with a long over-travel, for fast axes.',
    data: { ...lever, overTravel: sheet(14, 'mm'), ratedCurrent: sheet(3, 'A'), wettingCurrent: sheet(5, 'mA') },
    ...changeover,
    setup: { contactUsed: 'NC' },
  },
  {
    key: 'switch-gudgeon-reed',
    name: 'Gudgeon, reed contact for a magnet',
    about: 'Two wires, no supply: closes while a magnet is near. A lead that breaks reads like no magnet.',
    data: {
      class: 'switch',
      contact: 'NO',
      overTravel: sheet(15, 'mm'),
      repeatability: sheet(0.1, 'mm'),
      hysteresis: sheet(2, 'mm'),
      ratedCurrent: sheet(100, 'mA'),
      wettingCurrent: sheet(0.01, 'mA'),
    },
    terminals: { a: terminal('BN', 'contact-common'), b: terminal('BU', 'contact-no') },
    elements: { no: { kind: 'contact', a: 'a', b: 'b', form: 'NO', actuator: 'hand' } },
    setup: { contactUsed: 'NO' },
  },
  {
    key: 'switch-dace-flow',
    name: 'Dace, flow switch',
    about: 'A paddle in the hose: its contact closes while water flows, and opens when it stops or a lead breaks.',
    data: { class: 'switch', contact: 'NO', ratedCurrent: sheet(500, 'mA'), wettingCurrent: sheet(0.1, 'mA') },
    terminals: { a: terminal('BN', 'contact-common'), b: terminal('BU', 'contact-no') },
    elements: { no: { kind: 'contact', a: 'a', b: 'b', form: 'NO', actuator: 'hand' } },
    setup: { contactUsed: 'NO' },
  },
  sensor('sensor-lichen-npn-nc', 'Lichen, inductive sensor, NPN NC', 'NPN', 'NC'),
  sensor('sensor-lichen-npn-no', 'Lichen, inductive sensor, NPN NO', 'NPN', 'NO'),
  sensor('sensor-lichen-pnp-nc', 'Lichen, inductive sensor, PNP NC', 'PNP', 'NC'),
  sensor('sensor-lichen-pnp-no', 'Lichen, inductive sensor, PNP NO', 'PNP', 'NO'),
  {
    key: 'sensor-burr-two-wire',
    name: 'Burr, inductive sensor on two wires, NO',
    about: 'Switches like a contact, but a little current flows through it while it is off.',
    data: {
      class: 'sensor',
      principle: 'inductive',
      output: 'PNP',
      form: 'NO',
      supplyMin: sheet(10, 'V'),
      supplyMax: sheet(30, 'V'),
      repeatability: sheet(0.02, 'mm'),
      hysteresis: sheet(0.3, 'mm'),
      leakage: sheet(0.8, 'mA'),
    },
    terminals: { a: terminal('BN', 'contact-common'), b: terminal('BU', 'contact-no') },
    elements: { no: { kind: 'contact', a: 'a', b: 'b', form: 'NO', actuator: 'hand' } },
    setup: {},
  },
  {
    ...sensor('sensor-mullein-hall', 'Mullein, Hall sensor, NPN NO', 'NPN', 'NO'),
    about: 'Hall sensor that conducts when the south pole of a magnet comes near. Nothing touches, nothing wears.',
    data: {
      class: 'sensor',
      principle: 'hall',
      output: 'NPN',
      form: 'NO',
      supplyMin: sheet(4.5, 'V'),
      supplyMax: sheet(28, 'V'),
      repeatability: sheet(0.02, 'mm'),
      hysteresis: sheet(0.8, 'mm'),
      magnetPole: 'south',
    },
  },
  {
    ...sensor('sensor-glint-optical', 'Glint, optical fork sensor, PNP NC', 'PNP', 'NC'),
    about: 'Light barrier in a fork: conducts until a vane passes. Keep chips and coolant away from it.',
    data: {
      class: 'sensor',
      principle: 'optical',
      output: 'PNP',
      form: 'NC',
      supplyMin: sheet(10, 'V'),
      supplyMax: sheet(30, 'V'),
      repeatability: sheet(0.01, 'mm'),
      hysteresis: sheet(0.05, 'mm'),
    },
  },
  stopButton(
    'button-plum-stop',
    'Plum, latching stop button',
    'Mushroom button that stays pressed until it is turned; one opening contact.',
  ),
  stopButton(
    'button-plum-stop-2',
    'Plum 2, latching stop button, two contacts',
    'One opening contact reports to the control, the other one cuts power: neither has to carry both.',
    ['chain', 'NC'],
  ),
  stopButton(
    'button-plum-stop-no',
    'Plum 1+1, latching stop button, an opening and a closing contact',
    'The opening contact reports to the control; the closing one can hold a board in reset.',
    ['chain', 'NO'],
  ),
  stopButton(
    'button-plum-stop-3',
    'Plum 2+1, latching stop button, two opening contacts and a closing one',
    'One opening contact reports to the control, the other one cuts power; the closing one can hold a board in reset.',
    ['chain', 'NC'],
    ['closing', 'NO'],
  ),
  closingButton(
    'button-plum-turn',
    'Plum turn, selector switch',
    'Stays in either of two positions: for a panel, where something is to stay on.',
    true,
  ),
  closingButton(
    'button-plum-key',
    'Plum key, key switch',
    'Stays in either position, and the key comes out in the open one: nobody else closes it.',
    true,
  ),
  closingButton('button-plum-push', 'Plum, push button', 'Button with one closing contact, for pause or start.', false),
];
