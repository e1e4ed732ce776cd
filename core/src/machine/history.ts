import type { Patch } from 'immer';
import type { Design } from './design';
import type { MachineFile, Revision } from './file';
import { MOST_TITLE } from './file';
import { thinned } from './pruning';

/** A whole design is kept every so many revisions, while there is room, so that going back replays no long chain. */
const SNAPSHOT_EVERY = 100;

/** A new file with one more revision: `design` is what the patches make of the old one. */
export function withRevision(
  file: MachineFile,
  design: Design,
  edit: { command: string; title: string; patches: Patch[]; at: string },
): MachineFile {
  const number = (file.history.revisions.at(-1)?.number ?? file.history.snapshots.at(-1)!.number) + 1;
  const title = edit.title.length > MOST_TITLE ? `${edit.title.slice(0, MOST_TITLE - 1)}…` : edit.title;
  const revision = { number, ...edit, title } as Revision;
  const { snapshots, revisions } = file.history;
  return {
    ...file,
    design,
    history: {
      snapshots: number % SNAPSHOT_EVERY === 0 ? thinned([...snapshots, { number, design }], design) : snapshots,
      revisions: [...revisions, revision],
    },
  };
}
