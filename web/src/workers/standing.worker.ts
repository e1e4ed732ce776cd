import type { MachineFile } from '@nodaxis/core/machine/file';
import { standingOf, type Standing } from '@nodaxis/core/reports/standing';
import { expose } from 'comlink';

/** Where machines of the shelf stand, one after the other, beside the page. */
const worker = { standingOf: (file: MachineFile): Standing => standingOf(file) };
export type StandingWorker = typeof worker;
expose(worker);
