import { proxy, wrap } from 'comlink';
import type { ReadingStep } from '@nodaxis/core/machine/reading/read';
import type { FileDesk } from './desk';

/** A desk of its own in a worker, and the way to leave it. */
export interface DeskInWorker {
  desk: FileDesk;
  leave(): void;
}

/** Where there are no workers, as in a test, the work is done here. */
async function openDesk(): Promise<DeskInWorker> {
  if (typeof Worker === 'undefined') return { desk: (await import('./desk')).desk, leave: () => undefined };
  const worker = new Worker(new URL('../workers/files.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<FileDesk>(worker);
  const desk: FileDesk = {
    read: (text, tell) =>
      tell
        ? remote.read(
            text,
            proxy((step: ReadingStep) => tell(step)),
          )
        : remote.read(text),
    check: (text) => remote.check(text),
    pack: (entries) => remote.pack(entries),
    unpack: (bytes, limits) => remote.unpack(bytes, limits),
  };
  return { desk, leave: () => worker.terminate() };
}

/** Stopped by the person who waited for it. */
export class Stopped extends Error {}

/** Does a piece of work beside the page; it ends at once when it is stopped, whatever the worker is at. */
export async function besidePage<T>(work: (desk: FileDesk) => Promise<T>, stop?: AbortSignal): Promise<T> {
  const { desk, leave } = await openDesk();
  try {
    return await Promise.race([
      work(desk),
      new Promise<never>((_, reject) => {
        if (stop?.aborted) reject(new Stopped());
        stop?.addEventListener('abort', () => reject(new Stopped()));
      }),
    ]);
  } finally {
    leave();
  }
}

let standing: Promise<DeskInWorker> | undefined;
/** The desk that stays at hand for opening and saving. */
export const standingDesk = async (): Promise<FileDesk> => (await (standing ??= openDesk())).desk;
