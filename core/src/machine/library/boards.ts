import { isolatedInputs } from './controllers';
import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';

const nettle = isolatedInputs(8, 'G', 0);

/** Boards that give a controller what it has too little of. */
export const boards: LibraryEntry[] = [
  {
    key: 'board-nettle-8',
    name: 'Nettle 8, input board',
    about: 'Eight isolated 24 V inputs in one bank, on the extension lead of a controller that takes one.',
    data: { class: 'input-board', inputPoll: sheet(2, 'ms') },
    terminals: {
      'supply-plus': terminal('L+', 'supply-plus'),
      'supply-minus': terminal('L−', 'supply-minus'),
      extension: terminal('EXT', 'extension-link'),
      ...nettle.terminals,
    },
    elements: nettle.elements,
    setup: {},
  },
];
