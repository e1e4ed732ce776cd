import { unzipSync, zipSync } from 'fflate';

/** Files by their names in the archive; those that are compressed already are only stored. */
export type Entries = Record<string, { bytes: Uint8Array; stored: boolean }>;

/** What an archive may hold: which names are wanted, and how much they may unpack to in all and each. */
export interface Limits {
  wanted: string;
  most: number;
  mostEach: number;
}

/** What came out of an archive, or why nothing did: damaged, or too much (with the size that it claims). */
export type Unpacked = { files: Record<string, Uint8Array> } | { damaged: string } | { tooMuch: number };

export interface Packer {
  pack(entries: Entries): Promise<Uint8Array<ArrayBuffer>>;
  unpack(bytes: Uint8Array, limits: Limits): Promise<Unpacked>;
}

/** The packer itself; the page runs it in a worker. */
export const packer: Packer = {
  pack: async (entries) =>
    zipSync(
      Object.fromEntries(Object.entries(entries).map(([name, e]) => [name, [e.bytes, { level: e.stored ? 0 : 6 }]])),
    ),
  async unpack(bytes, { wanted, most, mostEach }) {
    const pattern = new RegExp(wanted);
    let total = 0;
    try {
      const files = unzipSync(bytes, {
        filter: (f) => {
          if (!pattern.test(f.name)) return false;
          total += f.originalSize;
          return total <= most && f.originalSize <= mostEach;
        },
      });
      return total > most ? { tooMuch: total } : { files };
    } catch (e) {
      return { damaged: e instanceof Error ? e.message : String(e) };
    }
  },
};
