import type { MachineFile } from '../machine/file';
import { avocet } from './avocet';
import { bullfinch } from './bullfinch';
import { dunnock } from './dunnock';
import { fieldfare } from './fieldfare';
import { pipit } from './pipit';
import { plover } from './plover';
import { wheatear } from './wheatear';
import { whinchat } from './whinchat';
import { wren } from './wren';

/** The machines of Marrow Lane, a made-up shared workshop. */
export const sampleMachines: readonly { id: string; make: () => MachineFile }[] = [
  { id: 'dunnock', make: dunnock },
  { id: 'wren', make: wren },
  { id: 'plover', make: plover },
];

/** All that `examples/` holds: those of the shelf, and machines whose power goes ways of its own. */
export const exampleMachines = [
  ...sampleMachines,
  { id: 'avocet', make: avocet },
  { id: 'bullfinch', make: bullfinch },
  { id: 'fieldfare', make: fieldfare },
  { id: 'pipit', make: pipit },
  { id: 'wheatear', make: wheatear },
  { id: 'whinchat', make: whinchat },
];
