import type { Conductor } from '../machine/connections';
import type { Design } from '../machine/design';
import type { Sheet } from './sheets';
import { sheets } from './sheets';

/** What is done on a sheet: connected or checked, of all. */
export interface SheetProgress {
  sheet: Sheet;
  of: number;
  done: number;
  checked: number;
  temporary: number;
}

export const isDone = (c: Conductor): boolean => c.state === 'connected' || c.state === 'checked';

/** How far each sheet is. A sheet without conductors is left out. */
export function progressBySheet(design: Design, sheetOf: ReadonlyMap<string, Sheet>): SheetProgress[] {
  const bySheet = new Map<Sheet, SheetProgress>();
  for (const [id, c] of Object.entries(design.conductors)) {
    const sheet = sheetOf.get(id) ?? 'signals';
    const p = bySheet.get(sheet) ?? { sheet, of: 0, done: 0, checked: 0, temporary: 0 };
    p.of++;
    if (isDone(c)) p.done++;
    if (c.state === 'checked') p.checked++;
    if (c.state === 'temporary') p.temporary++;
    bySheet.set(sheet, p);
  }
  return sheets.flatMap((s) => bySheet.get(s) ?? []);
}

/** The order in which sheets are wired: what is cold and low first, the mains last, with the plug out. */
const wiringOrder: readonly Sheet[] = ['motor-power', 'signals', 'inputs', 'outputs', 'stop-chain', 'spindle', 'mains'];

/**
 * Conductors that are still to be done, in the order in which to do them: what is cut already comes first, then cable
 * by cable, so that one cable is finished before the next is fetched. What waits for something is left out.
 */
export function nextUp(design: Design, sheetOf: ReadonlyMap<string, Sheet>): string[] {
  const open = Object.entries(design.conductors).filter(([, c]) => c.state === 'planned' || c.state === 'cut');
  const firstOfCable = new Map<string, number>();
  for (const [, c] of open)
    if (c.cable) firstOfCable.set(c.cable, Math.min(firstOfCable.get(c.cable) ?? Infinity, c.number));
  const key = ([id, c]: (typeof open)[number]) =>
    [
      wiringOrder.indexOf(sheetOf.get(id) ?? 'signals'),
      c.state === 'cut' ? 0 : 1,
      c.cable ? firstOfCable.get(c.cable)! : c.number,
      c.number,
    ] as const;
  return open
    .map((entry) => ({ id: entry[0], key: key(entry) }))
    .sort((a, b) => {
      const i = a.key.findIndex((k, n) => k !== b.key[n]);
      return i < 0 ? 0 : a.key[i]! - b.key[i]!;
    })
    .map((e) => e.id);
}

/** The state that follows when a hand has done its work: planned → cut → connected → checked. */
export const stateAfter = (state: Conductor['state']): Conductor['state'] =>
  ({ planned: 'connected', cut: 'connected', connected: 'checked', checked: 'checked', temporary: 'connected' })[
    state
  ] as Conductor['state'];
