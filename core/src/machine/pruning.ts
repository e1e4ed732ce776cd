import type { Design } from './design';
import type { MachineFile } from './file';
import { designAt } from './designAt';
import { MAX_FILE_CHARACTERS } from './limits';
import { plainText } from './plainText';

type Snapshot = MachineFile['history']['snapshots'][number];

/** Characters that the whole designs of a change log may have together. */
const MOST_IN_SNAPSHOTS = 6e6;
/** A file that grows beyond this loses its oldest revisions: three eighths of what can be read, so that it always opens again. */
export const PRUNE_ABOVE = (3 / 8) * MAX_FILE_CHARACTERS;
/** What a pruned file comes down to, so that it is not pruned at every edit. */
const PRUNE_TO = 0.75 * PRUNE_ABOVE;

/**
 * Whole designs of a change log, thinned out once they take too much room: the first and the last stay, and of those between
 * the one goes whose neighbours are nearest. Going back then replays a longer way, and no revision is lost.
 */
export function thinned(snapshots: Snapshot[], design: Design): Snapshot[] {
  const most = Math.max(2, Math.floor(MOST_IN_SNAPSHOTS / JSON.stringify(design).length));
  const kept = [...snapshots];
  while (kept.length > most) {
    let least = 1;
    const gap = (i: number) => kept[i + 1]!.number - kept[i - 1]!.number;
    for (let i = 2; i < kept.length - 1; i++) if (gap(i) < gap(least)) least = i;
    kept.splice(least, 1);
  }
  return kept;
}

/** The plain text of a file as it is kept in a store, the file that it holds, and which revisions had to go for it. */
export interface Written {
  text: string;
  file: MachineFile;
  /** The newest revision that is no longer kept. */
  droppedTo: number | undefined;
}

/**
 * Writes a machine so that it can be read again: one that has grown too large loses its oldest revisions, never a figure, a
 * conductor or an entry of its journal.
 */
export function writeWithinLimit(file: MachineFile, most = PRUNE_ABOVE, to = PRUNE_TO): Written {
  const text = plainText(file);
  if (text.length <= most) return { text, file, droppedTo: undefined };
  const { snapshots, revisions } = file.history;
  // A whole design stands at the new beginning.
  let over = text.length - to + JSON.stringify(file.design).length;
  let dropped = 0;
  while (over > 0 && dropped < revisions.length) {
    const r = revisions[dropped++]!;
    over -= JSON.stringify(r).length;
    const whole = snapshots.find((s) => s.number === r.number);
    if (whole) over -= JSON.stringify(whole).length;
  }
  const number = revisions[dropped - 1]?.number;
  const design = number === undefined ? undefined : designAt(file, number);
  if (number === undefined || !design) return { text, file, droppedTo: undefined };
  const pruned: MachineFile = {
    ...file,
    history: {
      snapshots: [{ number, design }, ...snapshots.filter((s) => s.number > number)],
      revisions: revisions.slice(dropped),
    },
  };
  return { text: JSON.stringify(pruned), file: pruned, droppedTo: number };
}
