import { wrap, type Remote } from 'comlink';
import { onScopeDispose } from 'vue';

/**
 * A worker that is talked with for as long as something stands in it, such as a simulated machine; for one piece of work
 * there is `useWorkerJob`. There is one at a time: a new one takes the place of the one before, and it ends with its view.
 * `onLost` is told why it died by itself.
 */
export function useStandingWorker<W>(start: () => Worker, onLost: (why: string) => void) {
  let thread: Worker | undefined;
  let remote: Remote<W> | undefined;

  function end(): void {
    thread?.terminate();
    thread = undefined;
    remote = undefined;
  }
  function begin(): Remote<W> {
    end();
    const own = start();
    own.onerror = (e) => {
      if (thread !== own) return;
      end();
      onLost(e.message || 'its worker ended');
    };
    thread = own;
    return (remote = wrap<W>(own));
  }
  onScopeDispose(end);
  return {
    begin,
    end,
    /** What stands, if anything does. */
    get remote(): Remote<W> | undefined {
      return remote;
    },
    /** Whether this is still the one that stands. */
    is: (other: Remote<W>): boolean => remote === other,
  };
}
