import { freeze } from 'immer';
import type { MachineFile } from './file';

/** A file whose design nothing can change in place. What is worked out of a part is kept only as long as that part cannot change. */
export function frozen(file: MachineFile): MachineFile {
  freeze(file.design, true);
  return file;
}
