import { proxy, wrap, type Remote } from 'comlink';
import { ref, shallowRef } from 'vue';

/** How far a piece of work is. */
export interface Done {
  done: number;
  of: number;
}

/**
 * One piece of long work at a time in a worker of its own: started at once or a moment after the last edit, followed, and
 * ended. A new one takes the place of the one before, which then comes to nothing; a worker that dies is a fault in words
 * that begin with `hasStopped`.
 */
export function useWorkerJob<W>(start: () => Worker, hasStopped: string) {
  const progress = shallowRef<Done>();
  const fault = ref('');
  let thread: Worker | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let abandon: (() => void) | undefined;

  function end(): void {
    clearTimeout(timer);
    thread?.terminate();
    thread = undefined;
    progress.value = undefined;
    abandon?.();
    abandon = undefined;
  }
  /** The result; undefined where the work was ended, replaced, or has stopped by itself. */
  async function run<R>(
    work: (remote: Remote<W>, heard: (done: number, of: number) => void) => Promise<R>,
  ): Promise<R | undefined> {
    end();
    fault.value = '';
    const own = start();
    thread = own;
    progress.value = { done: 0, of: 1 };
    const heard = proxy((done: number, of: number) => {
      if (thread === own) progress.value = { done, of };
    });
    try {
      return await new Promise<R | undefined>((resolve, reject) => {
        abandon = () => resolve(undefined);
        own.onerror = (e) => reject(new Error(e.message || 'its worker ended'));
        work(wrap<W>(own), heard).then(resolve, reject);
      });
    } catch (e) {
      if (thread === own)
        fault.value = `${hasStopped} (${e instanceof Error ? e.message : String(e)}). Nothing of your machine is changed.`;
      return undefined;
    } finally {
      if (thread === own) end();
    }
  }
  /** Begins once nothing has asked for it again for so long. */
  function later(begin: () => void, quietMs: number): void {
    end();
    timer = setTimeout(begin, quietMs);
  }
  return { progress, fault, run, later, end };
}
