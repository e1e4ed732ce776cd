import type { Element, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { encoderTerminals, sheet, terminal } from './entry';
import { socketPlaces } from './sockets';

const range = (n: number) => Array.from({ length: n }, (_, i) => i);

/** Step, direction and enable outputs of `n` channels; the labels follow the maker's own fashion. */
const channels = (n: number, label: (letter: string, i: number) => string): Record<string, Terminal> =>
  Object.fromEntries(
    range(n).flatMap((i) => [
      [`step-${i}`, terminal(label('P', i), 'step-out', i)],
      [`direction-${i}`, terminal(label('W', i), 'direction-out', i)],
    ]),
  );

const pulledUpInputs = (n: number): { terminals: Record<string, Terminal>; elements: Record<string, Element> } => ({
  terminals: Object.fromEntries(range(n).map((i) => [`in-${i}`, terminal(`J${i + 1}`, 'input')])),
  elements: Object.fromEntries(
    range(n).flatMap((i): [string, Element][] => [
      [`pull-${i}`, { kind: 'resistor', a: `in-${i}`, b: 'v5', resistance: sheet(3.3, 'kΩ') }],
      [`input-${i}`, { kind: 'level-input', terminal: `in-${i}`, minus: 'gnd', highAbove: sheet(2.4, 'V') }],
    ]),
  ),
});

export const isolatedInputs = (n: number, bank: string, first: number) => ({
  terminals: Object.fromEntries([
    ...range(n).map((i) => [`in-${first + i}`, terminal(`${bank}${i + 1}`, 'input')]),
    [`common-${bank.toLowerCase()}`, terminal(`${bank}0`, 'input-common')],
  ]) as Record<string, Terminal>,
  elements: Object.fromEntries(
    range(n).map((i): [string, Element] => [
      `input-${first + i}`,
      {
        kind: 'isolated-input',
        terminal: `in-${first + i}`,
        common: `common-${bank.toLowerCase()}`,
        current: 'either-way',
        resistance: sheet(3.3, 'kΩ'),
        forwardVoltage: sheet(1.2, 'V'),
        onCurrent: sheet(2.5, 'mA'),
        offCurrent: sheet(1, 'mA'),
      },
    ]),
  ),
});

type Outputs = { terminals: Record<string, Terminal>; elements: Record<string, Element> };
/**
 * Switched outputs for relays, a brake, the spindle. Sourcing ones give the voltage of their own supply terminal;
 * sinking ones pull to 0 V what hangs on a plus elsewhere.
 */
const switched = (n: number, letter: string, type: 'sourcing' | 'sinking', fed: boolean): Outputs => ({
  terminals: {
    ...Object.fromEntries(range(n).map((i) => [`out-${i}`, terminal(`${letter}${i + 1}`, 'output')])),
    ...(fed ? { 'out-supply': terminal(`${letter}+`, 'output-supply') } : {}),
  },
  elements: Object.fromEntries(
    range(n).map((i): [string, Element] => [
      `output-${i}`,
      { kind: 'digital-output', type, plus: fed ? 'out-supply' : 'v5', minus: 'gnd', out: `out-${i}` },
    ]),
  ),
});
const analogue: Record<string, Terminal> = {
  speed: terminal('A10', 'analogue-out'),
  'speed-common': terminal('A0V', 'analogue-common'),
};
const pulseWidth: Record<string, Terminal> = {
  'speed-pulse': terminal('PW', 'pulse-width-out'),
};
/** Small boards have their processor’s reset on a pin. */
const reset: Record<string, Terminal> = { reset: terminal('RES', 'reset-in') };
const encoderInputs = (n: number): Record<string, Terminal> =>
  Object.fromEntries(
    range(n).flatMap((i) =>
      Object.entries(encoderTerminals('incremental')).map(([id, t]) => [
        `${id.replace('enc-', `enc${i}-`)}`,
        { ...t, printed: `E${i + 1}/${t.printed}`, channel: i },
      ]),
    ),
  );
const link = (label: string): Record<string, Terminal> => ({ link: terminal(label, 'data-link') });
/** Where an input board hangs on. */
const extension: Record<string, Terminal> = { extension: terminal('EXT', 'extension-link') };

/** Logic supply terminals and the 5 V rail that a board makes for itself. */
const boardSupply: { terminals: Record<string, Terminal>; elements: Record<string, Element> } = {
  terminals: {
    'supply-plus': terminal('L+', 'supply-plus'),
    'supply-minus': terminal('L−', 'supply-minus'),
    v5: { ...terminal('5V', 'supply-out-plus'), holds: 24 },
    gnd: { ...terminal('0V', 'supply-out-minus'), holds: 24 },
    enable: { ...terminal('EN', 'enable-out'), holds: 8 },
  },
  elements: {
    rail: { kind: 'source', plus: 'v5', minus: 'gnd', voltage: sheet(5, 'V') },
    ground: { kind: 'join', terminals: ['supply-minus', 'gnd'] },
  },
};

/** A board whose drivers plug in, with so many sockets. */
const tansy = (key: string, name: string, about: string, own: number, following: number): LibraryEntry => {
  const places = socketPlaces(own, following);
  return {
    key,
    name,
    about,
    data: {
      class: 'controller',
      architecture: 'plug-in-drivers',
      supplyCurrent: sheet(150, 'mA'),
      ambientMax: sheet(50, '°C'),
      channels: own,
      pulseRate: sheet(30, 'kHz'),
      pulseRateTotal: sheet(60, 'kHz'),
      pulseWidth: sheet(10, 'µs'),
      directionSetup: sheet(5, 'µs'),
      inputPoll: sheet(1, 'ms'),
      outputVoltage: sheet(5, 'V'),
      outputCurrent: sheet(20, 'mA'),
      commandFormats: ['pulse-and-direction'],
      switchedVoltage: sheet(24, 'V'),
      switchedCurrent: sheet(500, 'mA'),
      link: 'usb',
      spindleControl: ['relay', 'pulse-width'],
      encoderInputs: 0,
      threading: false,
      independentSlaves: false,
      supplyMin: sheet(4.75, 'V'),
      supplyMax: sheet(5.5, 'V'),
      sockets: places.sockets,
      motorSupplyMin: sheet(12, 'V'),
      motorSupplyMax: sheet(28, 'V'),
    },
    terminals: {
      ...boardSupply.terminals,
      ...places.terminals,
      ...tansyOut.terminals,
      ...reset,
      ...pulseWidth,
      ...link('USB'),
      ...extension,
      ...channels(own, (l, i) => `${'ABCD'[i]}${l}`),
      ...tansyInputs.terminals,
    },
    elements: {
      ...boardSupply.elements,
      // Motor supply and logic share their 0 V on the board.
      ground: { kind: 'join', terminals: ['supply-minus', 'gnd', 'motor-minus'] },
      ...tansyOut.elements,
      ...tansyInputs.elements,
    },
    setup: {},
  };
};

const sedgeInputs = pulledUpInputs(6);
const tansyInputs = pulledUpInputs(4);
const yarrowInputs = pulledUpInputs(8);
const fixedBank = isolatedInputs(8, 'E', 0);
const farBank = isolatedInputs(16, 'N', 0);
const bryonyInputs = pulledUpInputs(5);
// On the first boards the pin that is labelled as the fifth input is not connected.
bryonyInputs.terminals['in-4'] = { ...bryonyInputs.terminals['in-4']!, roleByRevision: { A: 'spare' } };
const bankA = isolatedInputs(6, 'A', 0);
const bankB = isolatedInputs(6, 'B', 6);
const sedgeOut = switched(2, 'Q', 'sourcing', false);
const teaselOut = switched(4, 'Q', 'sourcing', true);
const bryonyOut = switched(2, 'R', 'sinking', false);
const tansyOut = switched(1, 'F', 'sinking', true);
const comfreyOut = switched(3, 'M', 'sourcing', true);
const valerianOut = switched(8, 'Q', 'sourcing', true);

export const controllers: LibraryEntry[] = [
  {
    key: 'controller-sedge-4',
    name: 'Sedge 4, processor board',
    about: 'Four channels for separate drivers; six 5 V inputs that the board pulls up.',
    data: {
      class: 'controller',
      architecture: 'processor-board',
      supplyCurrent: sheet(180, 'mA'),
      ambientMax: sheet(50, '°C'),
      channels: 4,
      pulseRate: sheet(120, 'kHz'),
      pulseWidth: sheet(4, 'µs'),
      directionSetup: sheet(5, 'µs'),
      inputPoll: sheet(1, 'ms'),
      pulseRateTotal: sheet(240, 'kHz'),
      outputVoltage: sheet(5, 'V'),
      outputCurrent: sheet(20, 'mA'),
      commandFormats: ['pulse-and-direction'],
      switchedVoltage: sheet(5, 'V'),
      switchedCurrent: sheet(15, 'mA'),
      link: 'usb',
      spindleControl: ['relay', 'pulse-width'],
      encoderInputs: 0,
      threading: false,
      independentSlaves: true,
      supplyMin: sheet(4.75, 'V'),
      supplyMax: sheet(5.5, 'V'),
    },
    terminals: {
      ...boardSupply.terminals,
      ...sedgeOut.terminals,
      ...pulseWidth,
      ...link('USB'),
      ...extension,
      ...channels(4, (l, i) => `${l}${i + 1}`),
      ...sedgeInputs.terminals,
    },
    elements: { ...boardSupply.elements, ...sedgeOut.elements, ...sedgeInputs.elements },
    setup: {},
  },
  {
    key: 'controller-yarrow-4',
    name: 'Yarrow 4, processor board for 7 to 40 V',
    about:
      'Four channels for separate drivers. Its 5 V come from its own supply by link J5 up to 15 V; above that J5 has to be open, and the 5 V come over USB.',
    data: {
      class: 'controller',
      architecture: 'processor-board',
      supplyCurrent: sheet(180, 'mA'),
      ambientMax: sheet(50, '°C'),
      channels: 4,
      pulseRate: sheet(100, 'kHz'),
      pulseWidth: sheet(4, 'µs'),
      directionSetup: sheet(5, 'µs'),
      inputPoll: sheet(1, 'ms'),
      pulseRateTotal: sheet(200, 'kHz'),
      outputVoltage: sheet(5, 'V'),
      outputCurrent: sheet(20, 'mA'),
      commandFormats: ['pulse-and-direction'],
      switchedVoltage: sheet(5, 'V'),
      switchedCurrent: sheet(15, 'mA'),
      link: 'usb',
      spindleControl: ['relay', 'pulse-width'],
      encoderInputs: 0,
      threading: false,
      independentSlaves: false,
      supplyMin: sheet(7, 'V'),
      supplyMax: sheet(40, 'V'),
    },
    terminals: {
      ...boardSupply.terminals,
      vr: terminal('VR', 'spare'),
      ...reset,
      ...sedgeOut.terminals,
      ...pulseWidth,
      ...link('USB'),
      ...channels(4, (l, i) => `${l}${i + 1}`),
      ...yarrowInputs.terminals,
    },
    elements: {
      ...boardSupply.elements,
      'link-5': {
        kind: 'jumper',
        a: 'supply-plus',
        b: 'vr',
        label: 'J5, feeds the 5 V regulator',
        closed: true,
        opensAbove: sheet(15, 'V'),
      },
      ...sedgeOut.elements,
      ...yarrowInputs.elements,
    },
    setup: {},
  },
  {
    key: 'controller-teasel-6',
    name: 'Teasel 6, networked motion controller',
    about:
      'Six channels, twelve isolated 24 V inputs in two banks; plans motion by itself, commanded over a network lead.',
    data: {
      class: 'controller',
      architecture: 'networked',
      supplyCurrent: sheet(300, 'mA'),
      ambientMax: sheet(50, '°C'),
      channels: 6,
      pulseRate: sheet(200, 'kHz'),
      pulseWidth: sheet(2.5, 'µs'),
      directionSetup: sheet(5, 'µs'),
      inputPoll: sheet(0.5, 'ms'),
      outputVoltage: sheet(5, 'V'),
      outputCurrent: sheet(24, 'mA'),
      commandFormats: ['pulse-and-direction', 'two-pulse-trains', 'quadrature'],
      switchedVoltage: sheet(24, 'V'),
      switchedCurrent: sheet(500, 'mA'),
      link: 'network',
      spindleControl: ['relay', 'pulse-width', 'analogue', 'drive-commands'],
      encoderInputs: 2,
      encoderRate: sheet(1, 'MHz'),
      threading: true,
      independentSlaves: true,
      supplyMin: sheet(4.75, 'V'),
      supplyMax: sheet(30, 'V'),
    },
    terminals: {
      ...boardSupply.terminals,
      ...teaselOut.terminals,
      ...analogue,
      ...pulseWidth,
      ...encoderInputs(2),
      ...link('NET'),
      ...extension,
      ...channels(6, (l, i) => `${i + 1}${l}`),
      ...bankA.terminals,
      ...bankB.terminals,
    },
    elements: { ...boardSupply.elements, ...teaselOut.elements, ...bankA.elements, ...bankB.elements },
    setup: {},
  },
  {
    key: 'controller-bryony-5',
    name: 'Bryony 5, break-out board timed by the computer',
    about: 'Five channels straight from the computer: cheap, but the pulse rate is what the computer manages.',
    data: {
      class: 'controller',
      architecture: 'timed-by-computer',
      supplyCurrent: sheet(120, 'mA'),
      ambientMax: sheet(45, '°C'),
      channels: 5,
      pulseRate: sheet(25, 'kHz'),
      pulseWidth: sheet(10, 'µs'),
      directionSetup: sheet(10, 'µs'),
      inputPoll: sheet(2, 'ms'),
      pulseRateTotal: sheet(75, 'kHz'),
      outputVoltage: sheet(5, 'V'),
      outputCurrent: sheet(12, 'mA'),
      outputType: 'sinking',
      commandFormats: ['pulse-and-direction'],
      switchedVoltage: sheet(5, 'V'),
      switchedCurrent: sheet(15, 'mA'),
      link: 'parallel-port',
      spindleControl: ['relay', 'pulse-width'],
      encoderInputs: 0,
      threading: true,
      independentSlaves: false,
      supplyMin: sheet(4.75, 'V'),
      supplyMax: sheet(5.5, 'V'),
    },
    terminals: {
      ...boardSupply.terminals,
      ...bryonyOut.terminals,
      ...pulseWidth,
      ...link('PORT'),
      ...channels(5, (l, i) => `${l}-${i + 1}`),
      ...bryonyInputs.terminals,
    },
    elements: {
      ...boardSupply.elements,
      // A link on the board: open, the computer's side has a 0 V of its own.
      ground: { kind: 'jumper', a: 'supply-minus', b: 'gnd', label: 'JP1, joins 0 V', closed: true },
      ...bryonyOut.elements,
      ...bryonyInputs.elements,
    },
    setup: {},
  },
  tansy(
    'controller-tansy-3',
    'Tansy 3, board with plug-in drivers',
    'Three channels with sockets for small drivers on the board itself; four 5 V inputs.',
    3,
    0,
  ),
  tansy(
    'controller-tansy-4',
    'Tansy 4, board with four driver sockets',
    'Three channels and a fourth socket that follows one of them by a jumper; four 5 V inputs.',
    3,
    1,
  ),
  tansy(
    'controller-tansy-5',
    'Tansy 5, board with five driver sockets',
    'Four channels and a fifth socket that follows one of them by a jumper, for the second motor of a gantry; four 5 V inputs.',
    4,
    1,
  ),
  {
    key: 'controller-comfrey-3',
    name: 'Comfrey 3, closed system with fixed inputs',
    about:
      'Three channels and eight 24 V inputs whose functions are set by the maker, with screen and keys of its own.',
    data: {
      class: 'controller',
      architecture: 'closed',
      supplyCurrent: sheet(400, 'mA'),
      ambientMax: sheet(45, '°C'),
      channels: 3,
      pulseRate: sheet(250, 'kHz'),
      pulseWidth: sheet(2, 'µs'),
      directionSetup: sheet(5, 'µs'),
      inputPoll: sheet(2, 'ms'),
      outputVoltage: sheet(5, 'V'),
      outputCurrent: sheet(20, 'mA'),
      commandFormats: ['pulse-and-direction', 'two-pulse-trains'],
      switchedVoltage: sheet(24, 'V'),
      switchedCurrent: sheet(500, 'mA'),
      link: 'none',
      spindleControl: ['relay', 'analogue'],
      encoderInputs: 1,
      encoderRate: sheet(250, 'kHz'),
      threading: true,
      independentSlaves: false,
      supplyMin: sheet(4.75, 'V'),
      supplyMax: sheet(30, 'V'),
    },
    terminals: {
      ...boardSupply.terminals,
      ...comfreyOut.terminals,
      ...analogue,
      ...encoderInputs(1),
      ...channels(3, (l, i) => `${l}${'UVW'[i]}`),
      ...fixedBank.terminals,
    },
    elements: { ...boardSupply.elements, ...comfreyOut.elements, ...fixedBank.elements },
    setup: {},
  },
  {
    key: 'controller-valerian-8',
    name: 'Valerian 8, fieldbus master',
    about:
      'Eight axes over a bus lead from drive to drive; sixteen 24 V inputs on a bus coupler. Its drives must speak the bus.',
    data: {
      class: 'controller',
      architecture: 'fieldbus-master',
      supplyCurrent: sheet(700, 'mA'),
      ambientMax: sheet(50, '°C'),
      channels: 8,
      inputPoll: sheet(1, 'ms'),
      commandFormats: ['fieldbus'],
      switchedVoltage: sheet(24, 'V'),
      switchedCurrent: sheet(500, 'mA'),
      link: 'network',
      spindleControl: ['relay', 'analogue', 'drive-commands'],
      encoderInputs: 2,
      encoderRate: sheet(2, 'MHz'),
      threading: true,
      independentSlaves: true,
      supplyMin: sheet(18, 'V'),
      supplyMax: sheet(30, 'V'),
    },
    terminals: {
      ...boardSupply.terminals,
      ...valerianOut.terminals,
      ...analogue,
      ...encoderInputs(2),
      ...link('NET'),
      bus: terminal('BUS', 'fieldbus'),
      ...farBank.terminals,
    },
    elements: { ...boardSupply.elements, ...valerianOut.elements, ...farBank.elements },
    setup: {},
  },
];
