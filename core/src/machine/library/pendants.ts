import type { Element, PartData, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';

/** A contact of a selector: from the common to a lead of its own, closed in one state. */
const position = (id: string, printed: string) => ({
  terminals: { [id]: terminal(printed, 'contact-no') },
  elements: { [id]: { kind: 'contact', a: 'common', b: id, form: 'NO', actuator: 'hand', at: printed } as Element },
});
const selectors = [
  position('axis-x', 'X'),
  position('axis-y', 'Y'),
  position('axis-z', 'Z'),
  position('axis-4', '4'),
  position('step-1', '×1'),
  position('step-10', '×10'),
  position('step-100', '×100'),
  position('enable', 'EN'),
];
const terminals: Record<string, Terminal> = Object.assign(
  { common: { ...terminal('COM', 'contact-common'), holds: 2 } },
  ...selectors.map((s) => s.terminals),
) as Record<string, Terminal>;
const elements: Record<string, Element> = Object.assign({}, ...selectors.map((s) => s.elements)) as Record<
  string,
  Element
>;

const wheel: Omit<PartData & { class: 'pendant' }, 'class'> = {
  ratedCurrent: sheet(50, 'mA'),
  pulsesPerTurn: 100,
  phaseError: sheet(45, '°'),
};
const track = (at: 'A' | 'B', out: string): Element => ({
  kind: 'sensor-output',
  type: 'NPN',
  form: 'NO',
  plus: 'plus',
  minus: 'minus',
  out,
  at,
});

/** What is held in the hand: a wheel with selectors, a wheel alone. */
export const pendants: LibraryEntry[] = [
  {
    key: 'pendant-moth-100',
    name: 'Moth 100, pendant with complementary tracks',
    about: 'Wheel of 100 clicks for an encoder input; selectors for axis and step, and an enabling button.',
    data: { class: 'pendant', ...wheel, supplyMin: sheet(4.75, 'V'), supplyMax: sheet(5.25, 'V') },
    terminals: {
      ...Object.fromEntries(
        ['a-plus A+', 'a-minus A−', 'b-plus B+', 'b-minus B−', 'plus 5V', 'minus 0V'].map((line) => {
          const [id, label] = line.split(' ') as [string, string];
          return [`enc-${id}`, terminal(label, 'encoder')];
        }),
      ),
      ...terminals,
    },
    elements,
    setup: {},
  },
  {
    key: 'pendant-moth-100-oc',
    name: 'Moth 100 S, pendant with switching tracks',
    about: 'The same for ordinary inputs: each track switches to 0 V, like a sensor.',
    data: { class: 'pendant', ...wheel, supplyMin: sheet(5, 'V'), supplyMax: sheet(26, 'V') },
    terminals: {
      plus: terminal('+', 'supply-plus'),
      minus: terminal('0V', 'supply-minus'),
      'track-a': terminal('A', 'sensor-out'),
      'track-b': terminal('B', 'sensor-out'),
      ...terminals,
    },
    elements: { 'track-a': track('A', 'track-a'), 'track-b': track('B', 'track-b'), ...elements },
    setup: {},
  },
  {
    key: 'wheel-cog-25',
    name: 'Cog 25, panel wheel with contacts',
    about: 'A knob of 25 clicks with two bare contacts: for a box of one’s own. It bounces.',
    data: { class: 'pendant', pulsesPerTurn: 25, phaseError: sheet(45, '°'), bounce: sheet(3, 'ms') },
    terminals: {
      common: terminal('C', 'contact-common'),
      'track-a': terminal('A', 'contact-no'),
      'track-b': terminal('B', 'contact-no'),
    },
    elements: {
      'track-a': { kind: 'contact', a: 'common', b: 'track-a', form: 'NO', actuator: 'hand', at: 'A' },
      'track-b': { kind: 'contact', a: 'common', b: 'track-b', form: 'NO', actuator: 'hand', at: 'B' },
    },
    setup: {},
  },
  {
    key: 'pendant-midge-usb',
    name: 'Midge, pendant on a lead to the computer',
    about: 'Wheel of 100 clicks, selectors and keys; a program on the computer passes them on.',
    data: { class: 'pendant', pulsesPerTurn: 100, reportInterval: sheet(20, 'ms') },
    terminals: { link: terminal('LINK', 'data-link') },
    elements: {},
    setup: {},
  },
];
