import { vi } from 'vitest';
import type { KeyValueStore } from '../slots';

/** A browser's store in memory, which can be made full; what is kept outlives a "page", as the real one does. */
export class MemoryStore implements KeyValueStore {
  readonly data = new Map<string, unknown>();
  full = false;
  /** Never answers a question again. */
  hangs = false;

  getItem = async <T>(key: string): Promise<T | null> =>
    this.hangs ? new Promise<T>(() => undefined) : structuredClone((this.data.get(key) ?? null) as T | null);
  setItem = async <T>(key: string, value: T): Promise<T> => {
    if (this.full) throw new DOMException('no room', 'QuotaExceededError');
    this.data.set(key, structuredClone(value));
    return value;
  };
  removeItem = async (key: string): Promise<void> => void this.data.delete(key);
  keys = async (): Promise<string[]> => [...this.data.keys()];
}

/** The store that the pages of a test share; a fresh one begins a fresh browser. */
export const store = { current: new MemoryStore() };
export const browserStore: KeyValueStore = {
  getItem: (k) => store.current.getItem(k),
  setItem: (k, v) => store.current.setItem(k, v),
  removeItem: (k) => store.current.removeItem(k),
  keys: () => store.current.keys(),
};

const listeners = new Map<string, ((e: unknown) => void)[]>();
/** Lets something happen to the page, such as `pagehide`; returns whether it was asked not to go. */
export function happens(name: string): boolean {
  let prevented = false;
  for (const listen of listeners.get(name) ?? []) listen({ preventDefault: () => (prevented = true) });
  return prevented;
}

/** What the document stores touch of a browser, for a test that runs without one. */
export function stubBrowser(): void {
  listeners.clear();
  vi.stubGlobal('addEventListener', (name: string, listen: (e: unknown) => void) =>
    listeners.set(name, [...(listeners.get(name) ?? []), listen]),
  );
  vi.stubGlobal('document', { visibilityState: 'visible' });
  vi.stubGlobal('navigator', {});
  vi.stubGlobal(
    'BroadcastChannel',
    class {
      onmessage = null;
      postMessage() {}
      close() {}
    },
  );
}
