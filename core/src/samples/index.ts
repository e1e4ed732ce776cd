import type { MachineFile } from '../machine/file';
import { dunnock } from './dunnock';
import { plover } from './plover';
import { wren } from './wren';

/** The machines of Marrow Lane, a made-up shared workshop. */
export const sampleMachines: readonly { id: string; make: () => MachineFile }[] = [
  { id: 'dunnock', make: dunnock },
  { id: 'wren', make: wren },
  { id: 'plover', make: plover },
];
