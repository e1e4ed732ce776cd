import { readPartsCsv } from '@nodaxis/core/formats/partsCsv';
import { readPartsJson, writePartsJson } from '@nodaxis/core/formats/partsJson';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import { library, libraryEntry } from '@nodaxis/core/machine/library/index';
import { MAX_FILE_CHARACTERS } from '@nodaxis/core/machine/limits';
import type { PartClass } from '@nodaxis/core/machine/parts';
import type { Fault } from '@nodaxis/core/units/result';
import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw } from 'vue';
import { browserStore, storeFault } from './browserStore';

const KEY = 'library';
/** Where a library that cannot be read is kept as it was found. */
const ASIDE = 'library-unreadable';

/** The user's own parts, beside the library that ships: kept in the browser, carried out and in as files. */
export const useOwnParts = defineStore('own-parts', () => {
  const parts = shallowRef<LibraryEntry[]>([]);
  const fault = ref('');
  const ready = ref(false);

  async function start(): Promise<void> {
    if (ready.value) return;
    ready.value = true;
    try {
      const text = await browserStore.getItem<string>(KEY);
      const read = text ? readPartsJson(text) : undefined;
      if (read?.ok) parts.value = read.value;
      else if (read) {
        // Set aside before anything is written over it: nothing is lost, whatever happens next.
        await browserStore.setItem(ASIDE, text);
        fault.value = `Your own parts could not be read (${read.error[0]!.where}: ${read.error[0]!.what}). The text is kept in this browser under “${ASIDE}”.`;
      }
    } catch (e) {
      fault.value = storeFault(e);
    }
  }
  async function keep(next: LibraryEntry[]): Promise<void> {
    parts.value = next;
    try {
      await browserStore.setItem(KEY, writePartsJson(next));
      fault.value = '';
    } catch (e) {
      fault.value = storeFault(e);
    }
  }
  /** An own part never hides one that ships: on a known key it gets one of its own. */
  const ownKey = (key: string) => (libraryEntry(key) ? `own-${key}` : key);
  const put = (entry: LibraryEntry) => {
    const key = ownKey(entry.key);
    return keep([...parts.value.filter((p) => p.key !== key), { ...entry, key }]);
  };
  const remove = (key: string) => keep(parts.value.filter((p) => p.key !== key));

  /** Takes the good parts of a file; what is wrong comes back, named by row and column or by place. */
  async function take(file: File): Promise<{ taken: number; faults: Fault[] }> {
    await start();
    if (file.size > MAX_FILE_CHARACTERS)
      return {
        taken: 0,
        faults: [
          {
            what: `${file.name} is far too large for a library.`,
            where: file.name,
            fix: 'Check that you picked the right file.',
          },
        ],
      };
    const text = await file.text();
    const isJson = /\.json$/i.test(file.name) || text.trimStart().startsWith('{');
    const json = isJson ? readPartsJson(text) : undefined;
    const { entries, faults } = json
      ? json.ok
        ? { entries: json.value, faults: [] as Fault[] }
        : { entries: [], faults: json.error }
      : readPartsCsv(text);
    const incoming = new Map(entries.map((e) => [ownKey(e.key), { ...e, key: ownKey(e.key) }]));
    if (incoming.size) await keep([...parts.value.filter((p) => !incoming.has(p.key)), ...incoming.values()]);
    return { taken: incoming.size, faults };
  }
  const of = (...classes: PartClass[]): LibraryEntry[] =>
    [...library, ...parts.value].filter((e) => classes.includes(e.data.class));
  const isOwn = (key: string): boolean => parts.value.some((p) => p.key === key);
  /** A key that some part has already. */
  const isTaken = (key: string): boolean => isOwn(key) || libraryEntry(key) !== undefined;
  /** What a command needs to choose a part: one of one's own travels with it, since core knows only those that ship. */
  const choice = (key: string): { library: string; entry?: LibraryEntry } => {
    const entry = parts.value.find((p) => p.key === key);
    return { library: key, ...(entry ? { entry: toRaw(entry) } : {}) };
  };
  return { parts, fault, ready, start, put, remove, take, of, isOwn, isTaken, choice };
});
