import CRC32 from 'crc-32';
import { lastWords, machinesWithLastWords } from '../document/lastWords';
import type { KeyValueStore } from '../document/slots';

/** One thing in the store, as it goes out: a file name, its bytes, and what can be said of it. */
export interface Found {
  file: string;
  what: string;
  savedAt: string;
  state: 'whole' | 'damaged' | '';
  bytes: Uint8Array<ArrayBuffer>;
}

const encode = (text: string): Uint8Array<ArrayBuffer> => new TextEncoder().encode(text) as Uint8Array<ArrayBuffer>;
const plain = (key: string): string => key.replace(/[^a-z0-9-]+/gi, '-');

interface AnyValue {
  text?: unknown;
  checksum?: unknown;
  savedAt?: unknown;
  bytes?: unknown;
  mime?: unknown;
  blob?: unknown;
}

/**
 * Everything in a store, and what pages that went left behind, whatever state it is in. A saved copy goes out as its text, a picture as its bytes, all else as JSON. What cannot be
 * fetched is named. Errors: a store whose list of keys cannot be had.
 */
export async function contentsOf(store: KeyValueStore): Promise<Found[]> {
  const found: Found[] = [];
  const left = new Map(machinesWithLastWords().map((id) => [`left behind/${id}`, lastWords(id)]));
  for (const key of [...left.keys(), ...(await store.keys()).sort()]) {
    try {
      const value = (left.get(key) ?? (await store.getItem(key))) as AnyValue | string | number | null;
      const v: AnyValue = typeof value === 'object' && value ? value : {};
      const savedAt = typeof v.savedAt === 'string' ? v.savedAt : '';
      if (typeof v.text === 'string')
        found.push({
          file: `${plain(key)}.nodaxis.json`,
          what: key,
          savedAt,
          state: typeof v.checksum !== 'number' ? '' : CRC32.str(v.text) === v.checksum ? 'whole' : 'damaged',
          bytes: encode(v.text),
        });
      else if (v.bytes instanceof Uint8Array)
        found.push({
          file: `${plain(key)}.${String(v.mime).split('/')[1] ?? 'bin'}`,
          what: key,
          savedAt,
          state: '',
          bytes: new Uint8Array(v.bytes),
        });
      else if (v.blob instanceof Blob)
        found.push({
          file: `${plain(key)}.bin`,
          what: key,
          savedAt,
          state: '',
          bytes: new Uint8Array(await v.blob.arrayBuffer()),
        });
      else {
        const text = typeof value === 'string' ? value : JSON.stringify(value);
        found.push({ file: `${plain(key)}.json`, what: key, savedAt, state: '', bytes: encode(text) });
      }
    } catch (e) {
      const why = e instanceof Error ? e.message : String(e);
      found.push({ file: `${plain(key)}.failed.txt`, what: key, savedAt: '', state: 'damaged', bytes: encode(why) });
    }
  }
  return found;
}
