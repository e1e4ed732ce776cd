import type { MachineFile } from '@nodaxis/core/machine/file';
import { revisionOf, VERSION } from '@nodaxis/core/machine/file';
import { copyToFolder } from './folder';
import type { RestorePoint } from './restorePoints';
import { keepPoint, POINT_EVERY_MS, pointsOf } from './restorePoints';
import type { KeyValueStore } from './slots';

/** Makes the restore points of the open machine. They are a comfort: where one cannot be kept, the machine itself still is. */
export class PointKeeper {
  private machine = '';
  /** When the newest point was made, ms. */
  private lastAt = -Infinity;

  constructor(private readonly store: KeyValueStore) {}

  /** Keeps a machine as it was opened: the state before today's edits, and the text before a change of format. */
  async begin(file: MachineFile, text: string, savedAt: string): Promise<void> {
    this.machine = file.id;
    const newest = (await pointsOf(this.store, file.id).catch(() => []))[0];
    this.lastAt = newest ? Date.parse(newest.savedAt) : -Infinity;
    const older = Number(/"version":(\d+)/.exec(text.slice(0, 200))?.[1]) < VERSION;
    await this.keep(file, text, savedAt, older ? 'before' : 'time');
  }
  /** Keeps a machine that was just saved, once an hour. */
  offer = (file: MachineFile, text: string): Promise<void> => this.keep(file, text, new Date().toISOString(), 'time');

  private async keep(file: MachineFile, text: string, savedAt: string, why: RestorePoint['why']): Promise<void> {
    const at = Date.parse(savedAt);
    const due = why === 'before' || this.machine !== file.id || at - this.lastAt >= POINT_EVERY_MS;
    if (!due || Number.isNaN(at)) return;
    const point = { machine: file.id, savedAt, revision: revisionOf(file), why, text };
    await keepPoint(this.store, point, Date.now()).then(
      () => (this.lastAt = at),
      () => undefined,
    );
    // With the point a dated copy goes into the folder that was chosen, if any.
    await copyToFolder(this.store, file, new Date().toISOString());
  }
}
