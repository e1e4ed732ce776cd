import type { MachineFile } from '@nodaxis/core/machine/file';
import { shallowRef } from 'vue';
import type { SaveState } from './saving';

/**
 * What the page itself needs of an open machine: to save it when the page fails or goes over to a newer version. It is told by the
 * store, so that the shelf is there before everything that works figures out has been loaded.
 */
export interface OpenNow {
  readonly file: MachineFile | undefined;
  readonly saveState: SaveState;
  flush(): Promise<void>;
}
const told = shallowRef<OpenNow>();
export const tellOpen = (machine: OpenNow): void => void (told.value = machine);

/** Nothing is open until a machine was. */
export const openNow: OpenNow = {
  get file() {
    return told.value?.file;
  },
  get saveState() {
    return told.value?.saveState ?? 'saved';
  },
  flush: () => told.value?.flush() ?? Promise.resolve(),
};
