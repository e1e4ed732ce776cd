import { proxy, wrap } from 'comlink';
import type { ReadingStep } from '@nodaxis/core/machine/reading/read';
import type { FileDesk } from './desk';

/** A desk of its own in a worker, and the way to leave it. */
export interface DeskInWorker {
  desk: FileDesk;
  leave(): void;
}

/** On the page itself: where there are no workers, as in a test, and where one cannot be started. */
const onPage = async (): Promise<DeskInWorker> => ({ desk: (await import('./desk')).desk, leave: () => undefined });

/** A worker whose program cannot be loaded answers nothing at all: each question then fails, instead of waiting for ever. */
async function openDesk(): Promise<DeskInWorker> {
  if (typeof Worker === 'undefined') return onPage();
  const worker = new Worker(new URL('../workers/files.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<FileDesk>(worker);
  const broken = new Promise<never>((_, reject) =>
    worker.addEventListener('error', (e) =>
      reject(new Error(`The work beside the page failed: ${e.message || 'it did not start'}`)),
    ),
  );
  // Nobody may be waiting when it breaks.
  broken.catch(() => undefined);
  const answer = <T>(asked: Promise<unknown>): Promise<T> => Promise.race([asked as Promise<T>, broken]);
  const desk: FileDesk = {
    read: (text, tell) =>
      answer(
        tell
          ? remote.read(
              text,
              proxy((step: ReadingStep) => tell(step)),
            )
          : remote.read(text),
      ),
    check: (text) => answer(remote.check(text)),
    pack: (entries) => answer(remote.pack(entries)),
    unpack: (bytes, limits) => answer(remote.unpack(bytes, limits)),
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
/** Asks the desk that stays at hand for opening and saving. Where it has broken down, the page does the work itself: slower, not lost. */
export async function atDesk<T>(ask: (desk: FileDesk) => Promise<T>): Promise<T> {
  const { desk } = await (standing ??= openDesk());
  try {
    return await ask(desk);
  } catch {
    standing = onPage();
    return ask((await standing).desk);
  }
}
