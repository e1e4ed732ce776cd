/** Who edits a machine: one tab at a time. The browser frees a hold by itself when its tab dies. */
export interface TabHold {
  mine: boolean;
  /** Takes the machine over: the other tab is asked to save and let go, and is overruled if it does not answer. */
  take(): Promise<void>;
  release(): void;
}

const lockName = (id: string): string => `nodaxis-machine-${id}`;

/** How long the other tab has to save before it is overruled. */
const YIELD_MS = 1500;

/**
 * Holds a machine for this tab if no other has it. `beforeYield` saves what is pending when another tab asks;
 * `onLost` is told when the machine has gone to that tab.
 */
export async function holdTab(id: string, beforeYield: () => Promise<void>, onLost: () => void): Promise<TabHold> {
  const name = lockName(id);
  let free: () => void = () => undefined;
  const channel = new BroadcastChannel(name);
  const hold: TabHold = { mine: true, take: () => Promise.resolve(), release: () => channel.close() };
  // A browser without locks has one tab at a time as far as we can tell.
  if (!('locks' in navigator)) return hold;

  const request = (options: LockOptions): Promise<boolean> =>
    new Promise((answer) => {
      navigator.locks
        .request(name, options, (lock) => {
          hold.mine = lock !== null;
          answer(hold.mine);
          return lock ? new Promise<void>((resolve) => (free = resolve)) : undefined;
        })
        .catch(() => {
          // The wait timed out, or this tab's lock was stolen.
          if (hold.mine) onLost();
          hold.mine = false;
          answer(false);
        });
    });
  channel.onmessage = () => {
    if (!hold.mine) return;
    void beforeYield().finally(() => {
      hold.mine = false;
      onLost();
      free();
    });
  };
  hold.mine = false;
  hold.take = async () => {
    channel.postMessage('please save and release');
    if (!(await request({ signal: AbortSignal.timeout(YIELD_MS) }))) await request({ steal: true });
  };
  hold.release = () => {
    free();
    channel.close();
  };
  await request({ ifAvailable: true });
  return hold;
}

/**
 * Does something to a machine that no tab has open, and keeps every tab out meanwhile; false where one has it open. A tab that is just
 * closing it is waited for.
 */
export async function whileClosed(id: string, work: () => Promise<void>): Promise<boolean> {
  if (!('locks' in navigator)) {
    await work();
    return true;
  }
  let done = false;
  try {
    await navigator.locks.request(lockName(id), { signal: AbortSignal.timeout(YIELD_MS) }, async () => {
      done = true;
      await work();
    });
  } catch (e) {
    // The wait timed out: another tab has it. Anything that failed inside is not ours to hide.
    if (done) throw e;
  }
  return done;
}
