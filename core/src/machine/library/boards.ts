import { isolatedInputs } from './controllers';
import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';

const dock = isolatedInputs(16, 'D', 0);
const nettle = isolatedInputs(8, 'G', 0);

const quay = Array.from({ length: 8 }, (_, i) => i);

/** Boards that give a controller what it has too little of. */
export const boards: LibraryEntry[] = [
  {
    key: 'board-nettle-8',
    name: 'Nettle 8, input board',
    about: 'Eight isolated 24 V inputs in one bank, on the extension lead of a controller that takes one.',
    data: {
      class: 'input-board',
      supplyCurrent: sheet(60, 'mA'),
      ambientMax: sheet(50, '°C'),
      inputPoll: sheet(2, 'ms'),
    },
    terminals: {
      'supply-plus': terminal('L+', 'supply-plus'),
      'supply-minus': terminal('L−', 'supply-minus'),
      extension: terminal('EXT', 'extension-link'),
      ...nettle.terminals,
    },
    elements: nettle.elements,
    setup: {},
  },
  {
    key: 'board-dock-16',
    name: 'Dock 16, input board with a lead on',
    about: 'Sixteen isolated 24 V inputs in one bank; a further board hangs on its second extension socket.',
    data: {
      class: 'input-board',
      supplyCurrent: sheet(60, 'mA'),
      ambientMax: sheet(50, '°C'),
      inputPoll: sheet(3, 'ms'),
    },
    terminals: {
      'supply-plus': terminal('V+', 'supply-plus'),
      'supply-minus': terminal('V−', 'supply-minus'),
      extension: terminal('IN', 'extension-link'),
      'extension-2': terminal('ON', 'extension-link'),
      ...dock.terminals,
    },
    elements: dock.elements,
    setup: {},
  },
  {
    key: 'board-quay-8',
    name: 'Quay 8, output board with a lead on',
    about: 'Eight switched 24 V outputs of 500 mA; a further board hangs on its second extension socket.',
    data: {
      class: 'input-board',
      supplyCurrent: sheet(60, 'mA'),
      ambientMax: sheet(50, '°C'),
      inputPoll: sheet(2, 'ms'),
      switchedVoltage: sheet(24, 'V'),
      switchedCurrent: sheet(500, 'mA'),
    },
    terminals: {
      'supply-plus': terminal('V+', 'supply-plus'),
      'supply-minus': terminal('V−', 'supply-minus'),
      extension: terminal('IN', 'extension-link'),
      'extension-2': terminal('ON', 'extension-link'),
      ...Object.fromEntries(quay.map((i) => [`out-${i}`, terminal(`R${i + 1}`, 'output')])),
      'out-supply': terminal('R+', 'output-supply'),
    },
    elements: Object.fromEntries(
      quay.map((i) => [
        `output-${i}`,
        { kind: 'digital-output', type: 'sourcing', plus: 'out-supply', minus: 'supply-minus', out: `out-${i}` },
      ]),
    ),
    setup: {},
  },
];
