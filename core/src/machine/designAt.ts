import { applyPatches, enablePatches, type Patch } from 'immer';
import type { Design } from './design';
import type { MachineFile, Revision } from './file';

enablePatches();

export const asPatches = (revision: Revision): Patch[] => revision.patches as Patch[];

/** The design as it was at revision `number`; undefined where the file does not reach back so far. */
export function designAt(file: MachineFile, number: number): Design | undefined {
  const start = file.history.snapshots.filter((s) => s.number <= number).at(-1);
  if (!start) return undefined;
  return file.history.revisions
    .filter((r) => r.number > start.number && r.number <= number)
    .reduce((design, r) => applyPatches(design, asPatches(r)), start.design);
}
