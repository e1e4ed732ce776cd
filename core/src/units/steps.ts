/** Long work that stops between its pieces, so that whoever waits for it can breathe, watch it or give it up. */
export type Steps<T> = Generator<unknown, T>;

/** Does all of it in one go. */
export function finished<T>(steps: Steps<T>): T {
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}
