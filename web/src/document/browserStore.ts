import localforage from 'localforage';
import type { Fault } from '@nodaxis/core/units/result';
import { CameBackOtherwise, type KeyValueStore } from './slots';

/** The browser's own database. No fall-back to a smaller store: a full or blocked one must be said, not papered over. */
export const browserStore: KeyValueStore = localforage.createInstance({
  name: 'nodaxis',
  storeName: 'machines',
  driver: localforage.INDEXEDDB,
});

class NoAnswer extends Error {}
/** A machine that was not kept although there was room: its text would not open again. */
export class NotKept extends Error {
  constructor({ where, what }: Fault) {
    super(`This machine would not open again (${where}: ${what})`);
  }
}

/** How long a store may take to answer before a person is told. */
const ANSWER_WITHIN_MS = 10_000;

/** Waits for the store, but not for ever: a store that hangs is a fault like any other. */
export function answering<T>(work: Promise<T>): Promise<T> {
  return new Promise((resolve, reject) => {
    const timer = setTimeout(() => reject(new NoAnswer()), ANSWER_WITHIN_MS);
    void work.then(resolve, reject).finally(() => clearTimeout(timer));
  });
}

/** The same store, whose answers are waited for, but not for ever. */
export const asking = (store: KeyValueStore): KeyValueStore => ({
  setItem: (key, value) => store.setItem(key, value),
  removeItem: (key) => store.removeItem(key),
  getItem: <T>(key: string) => answering(store.getItem<T>(key)),
  keys: () => answering(store.keys()),
});

/** Whether a store refused for want of room. */
export const isFull = (error: unknown): boolean =>
  /quota/i.test(error instanceof Error || error instanceof DOMException ? error.name : '') ||
  /quota/i.test(String(error));

/** Why the browser did not keep something, and what to do, in a sentence. */
export function storeFault(error: unknown): string {
  if (isFull(error))
    return 'The browser’s store is full. Save the machine as a file now; then look under “What is kept” on the shelf for what to remove, or free disk space.';
  if (error instanceof NoAnswer)
    return 'The browser’s store does not answer. Close other tabs of Nodaxis and try again; if a machine is open, save it as a file first.';
  if (error instanceof NotKept || error instanceof CameBackOtherwise)
    return `${error.message} Undo the last edit, or save the machine as a file.`;
  return 'This browser does not let the page keep anything (a private window, or blocked site data). Save the machine as a file before you close this tab.';
}
