import type { Steps } from '@nodaxis/core/units/steps';

/** So long the page may stand still before it gets a turn, in ms. */
const TURN_MS = 30;

/** Gives the page its turn: a message to oneself comes after what waits, and without the least wait of a timer. */
export const nextTurn = (): Promise<void> =>
  new Promise((done) => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      port1.close();
      done();
    };
    port2.postMessage(0);
  });

/** Waits for a moment in which the page draws nothing and nobody waits for it, but no longer than so many ms. */
export const quietMoment = (mostMs: number): Promise<void> =>
  new Promise((done) => {
    // Where there is no page, as in a test, nobody waits.
    if (typeof requestIdleCallback === 'undefined') done();
    else requestIdleCallback(() => done(), { timeout: mostMs });
  });

/** Does long work on the page in short turns, so that the page stays awake meanwhile. */
export async function unhurried<T>(steps: Steps<T>): Promise<T> {
  let until = performance.now() + TURN_MS;
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
    if (performance.now() < until) continue;
    await nextTurn();
    until = performance.now() + TURN_MS;
  }
}
