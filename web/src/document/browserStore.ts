import localforage from 'localforage';
import type { KeyValueStore } from './slots';

/** The browser's own database. No fall-back to a smaller store: a full or blocked one must be said, not papered over. */
export const browserStore: KeyValueStore = localforage.createInstance({
  name: 'nodaxis',
  storeName: 'machines',
  driver: localforage.INDEXEDDB,
});

/** Why the browser did not keep something, and what to do, in a sentence. */
export function storeFault(error: unknown): string {
  const name = error instanceof DOMException || error instanceof Error ? error.name : '';
  if (/Quota/i.test(name) || /quota/i.test(String(error)))
    return 'The browser’s store is full. Save the machine as a file now; then delete machines you no longer need, or free disk space.';
  return 'This browser does not let the page keep anything (a private window, or blocked site data). Save the machine as a file before you close this tab.';
}
