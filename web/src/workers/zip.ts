import type { FileEntry } from '@zip.js/zip.js';
import { configure, Uint8ArrayReader, Uint8ArrayWriter, ZipReader, ZipWriter } from '@zip.js/zip.js';

// The packer runs in a worker of ours already, and the content policy forbids workers made from text.
configure({ useWebWorkers: false });

/** Files by their names in the archive; those that are compressed already are only stored. */
export type Entries = Record<string, { bytes: Uint8Array; stored: boolean }>;

/** What an archive may hold: which names are wanted, and how much they may unpack to in all and each. */
export interface Limits {
  wanted: string;
  most: number;
  mostEach: number;
}

/** What came out of an archive, or why nothing did: damaged, or too much (with the size that it claims). */
export type Unpacked = { files: Record<string, Uint8Array<ArrayBuffer>> } | { damaged: string } | { tooMuch: number };

export interface Packer {
  pack(entries: Entries): Promise<Uint8Array<ArrayBuffer>>;
  unpack(bytes: Uint8Array, limits: Limits): Promise<Unpacked>;
}

/** An archive of one machine always has the same bytes: no time of day goes in. */
const NO_TIME = new Date(Date.UTC(2000, 0, 1, 12));

/** The packer itself; the page runs it in a worker. */
export const packer: Packer = {
  async pack(entries) {
    const zip = new ZipWriter(new Uint8ArrayWriter(), { extendedTimestamp: false, lastModDate: NO_TIME });
    for (const [name, e] of Object.entries(entries))
      await zip.add(name, new Uint8ArrayReader(e.bytes), { level: e.stored ? 0 : 6 });
    return zip.close();
  },
  /** Sizes are looked at before anything is unpacked, and what comes out against its checksum. */
  async unpack(bytes, { wanted, most, mostEach }) {
    const pattern = new RegExp(wanted);
    const zip = new ZipReader(new Uint8ArrayReader(bytes));
    try {
      const asked = (await zip.getEntries()).filter((e): e is FileEntry => !e.directory && pattern.test(e.filename));
      const total = asked.reduce((sum, e) => sum + e.uncompressedSize, 0);
      if (total > most) return { tooMuch: total };
      const files: Record<string, Uint8Array<ArrayBuffer>> = {};
      for (const e of asked) {
        if (e.uncompressedSize > mostEach) continue;
        const data = await e.getData(new Uint8ArrayWriter(), { checkSignature: true });
        // An archive may lie about its sizes.
        if (data.length !== e.uncompressedSize) return { damaged: `${e.filename} is longer than it says` };
        files[e.filename] = data;
      }
      return { files };
    } catch (e) {
      return { damaged: e instanceof Error ? e.message : String(e) };
    } finally {
      await zip.close();
    }
  },
};
