import { proxy, wrap } from 'comlink';
import type { ReadingStep } from '@nodaxis/core/machine/reading/read';
import type { FileDesk } from '../workers/desk';

/** A desk of its own in a worker, and the way to leave it. */
export interface DeskInWorker {
  desk: FileDesk;
  leave(): void;
}

/** On the page itself: where there are no workers, as in a test, and where one cannot be started. */
const onPage = async (): Promise<DeskInWorker> => ({
  desk: (await import('../workers/desk')).desk,
  leave: () => undefined,
});

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
    checksum: (text) => answer(remote.checksum(text)),
    check: (text) => answer(remote.check(text)),
    pack: (entries) => answer(remote.pack(entries)),
    unpack: (bytes, limits) => answer(remote.unpack(bytes, limits)),
  };
  return { desk, leave: () => worker.terminate() };
}

/** Stopped by the person who waited for it. */
export class Stopped extends Error {}

/** The desk that stays at hand, and how many questions wait for its answers. */
let standing: Promise<DeskInWorker> | undefined;
let asked = 0;

/**
 * Does a long piece of work beside the page; it ends at once when it is stopped, whatever the worker is at. It takes the desk at
 * hand where that one is idle, since a worker that has worked before is twice as fast, and puts it back afterwards.
 */
export async function besidePage<T>(work: (desk: FileDesk) => Promise<T>, stop?: AbortSignal): Promise<T> {
  const taken = asked === 0 ? standing : undefined;
  if (taken) standing = undefined;
  const mine = await (taken ?? openDesk());
  try {
    const done = await Promise.race([
      work(mine.desk),
      new Promise<never>((_, reject) => {
        if (stop?.aborted) reject(new Stopped());
        stop?.addEventListener('abort', () => reject(new Stopped()));
      }),
    ]);
    if (standing) mine.leave();
    else standing = Promise.resolve(mine);
    return done;
  } catch (e) {
    mine.leave();
    throw e;
  }
}

/** Asks the desk that stays at hand for opening and saving. Where it has broken down, the page does the work itself: slower, not lost. */
export async function atDesk<T>(ask: (desk: FileDesk) => Promise<T>): Promise<T> {
  asked++;
  try {
    const { desk } = await (standing ??= openDesk());
    return await ask(desk);
  } catch {
    standing = onPage();
    return await ask((await standing).desk);
  } finally {
    asked--;
  }
}
