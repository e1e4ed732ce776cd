import type { Figures } from '@nodaxis/core/derivation/figureTypes';
import type { Design } from '@nodaxis/core/machine/design';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { useMachine } from './machine';

type Machine = ReturnType<typeof useMachine>;
/** A machine that is open: it has a design and figures. */
export type OpenMachine = Omit<Machine, 'file' | 'design' | 'figures'> & {
  file: MachineFile;
  design: Design;
  figures: Figures;
};

/**
 * The machine for whatever stands in the shell of an open one: stations, drawers, trials. The shell shows nothing of them
 * until a machine is open, and takes them away before it is closed; nothing else may ask for it.
 */
export const useOpenMachine = () => useMachine() as OpenMachine;
