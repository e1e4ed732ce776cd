import { readPartsJson, writePartsJson } from '@nodaxis/core/formats/partsJson';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { writeMachineFile } from '@nodaxis/core/machine/file';
import { MAX_FILE_CHARACTERS } from '@nodaxis/core/machine/limits';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import type { Fault, Result } from '@nodaxis/core/units/result';
import { fail, ok } from '@nodaxis/core/units/result';
import { MOST_UNPACKED, notUnpacked } from './bundle';
import type { FileDesk } from '../workers/desk';
import type { Picture } from './photos';
import { sha256Of } from './photos';
import type { KeyValueStore } from './slots';
import { copiesOf, slotOwner } from './slots';
import type { Entries } from '../workers/zip';

/** Tells a backup of a whole shelf from the zip of one machine. */
export const SHELF = 'shelf.json';
const FORMAT = 'nodaxis-shelf';
const extension = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' } as const;
const mimeOf = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' } as const;

/** A whole shelf, as it comes out of a backup. */
export interface ShelfBackup {
  machines: MachineFile[];
  pictures: ReadonlyMap<string, Picture>;
  parts: LibraryEntry[];
  /** Rehearsals by the machine that they belong to, as they lie in the store. */
  rehearsals: ReadonlyMap<string, string>;
  /** Preferences of the page, as they lie in the browser. */
  preferences: string | undefined;
  told: Fault[];
}

/**
 * Packs everything that a browser keeps of a person’s work: machines with their pictures, own parts, rehearsals, preferences. What cannot
 * be opened goes along as it is. Errors: those of the store.
 */
export async function packShelf(
  store: KeyValueStore,
  desk: FileDesk,
  preferences: string | undefined,
): Promise<Uint8Array<ArrayBuffer>> {
  const entries: Entries = {};
  const put = (name: string, text: string) =>
    (entries[name] = { bytes: new TextEncoder().encode(text), stored: false });
  const keys = await store.keys();
  const machines = [...new Set(keys.flatMap((k) => slotOwner(k) ?? []))].sort();
  put(SHELF, JSON.stringify({ format: FORMAT, version: 1, machines }));
  for (const id of machines) {
    const copies = await copiesOf(store, id);
    let written = false;
    for (const c of copies) {
      const read = c.whole ? await desk.read(c.text) : undefined;
      if (!read?.ok) continue;
      put(`machines/${id}.nodaxis.json`, writeMachineFile(read.value.file));
      written = true;
      break;
    }
    if (!written) for (const c of copies) put(`unreadable/${id}-${c.slot}.txt`, c.text);
  }
  for (const key of keys) {
    if (key.startsWith('picture/')) {
      const picture = await store.getItem<Picture>(key);
      const name = `pictures/${key.slice('picture/'.length)}.${picture ? extension[picture.mime] : ''}`;
      if (picture) entries[name] = { bytes: picture.bytes, stored: true };
    } else if (key.startsWith('rehearsal/')) {
      const text = await store.getItem<string>(key);
      if (text) put(`rehearsals/${key.slice('rehearsal/'.length)}.json`, text);
    }
  }
  const parts = await store.getItem<string>('library');
  const own = parts ? readPartsJson(parts) : undefined;
  if (own?.ok) put('own-parts.json', writePartsJson(own.value));
  if (preferences) put('preferences.json', preferences);
  return desk.pack(entries);
}

/** Opens a backup. Each machine is read with all its checks; one that is damaged is named and keeps no other out. */
export async function unpackShelf(
  name: string,
  packed: Uint8Array,
  desk: FileDesk,
): Promise<Result<ShelfBackup, Fault[]>> {
  const refuse = (what: string, fix: string) => fail<Fault[]>([{ what, where: name, fix }]);
  const unpacked = await desk.unpack(packed, {
    wanted:
      '^(shelf\\.json|own-parts\\.json|preferences\\.json|(machines|rehearsals)/[a-z0-9-]+(\\.nodaxis)?\\.json|pictures/[0-9a-f]{64}\\.(jpg|png|webp))$',
    most: 4 * MOST_UNPACKED,
    mostEach: MAX_FILE_CHARACTERS,
  });
  if (!('files' in unpacked)) return fail([notUnpacked(name, unpacked)]);
  const { files } = unpacked;
  const text = (file: string): string | undefined => files[file] && new TextDecoder().decode(files[file]);
  if (!text(SHELF)?.includes(`"format":"${FORMAT}"`))
    return refuse(`${name} is no backup of a shelf.`, 'Pick a backup.');
  const backup: ShelfBackup = {
    machines: [],
    pictures: new Map(),
    parts: [],
    rehearsals: new Map(),
    preferences: text('preferences.json'),
    told: [],
  };
  for (const file of Object.keys(files).sort()) {
    if (file.startsWith('machines/')) {
      const read = await desk.read(text(file)!);
      if (!read.ok) {
        backup.told.push({ ...read.error[0]!, where: `${file}, ${read.error[0]!.where}` });
        continue;
      }
      backup.machines.push(read.value.file);
      backup.told.push(...read.value.told.map((t) => ({ ...t, where: `${file}, ${t.where}` })));
    } else if (file.startsWith('rehearsals/'))
      (backup.rehearsals as Map<string, string>).set(file.slice('rehearsals/'.length, -'.json'.length), text(file)!);
    else if (file.startsWith('pictures/')) {
      const [hash, ending] = file.slice('pictures/'.length).split('.') as [string, keyof typeof mimeOf];
      const bytes = new Uint8Array(files[file]!);
      if ((await sha256Of(bytes)) === hash)
        (backup.pictures as Map<string, Picture>).set(hash, { mime: mimeOf[ending], bytes });
      else backup.told.push({ what: 'This picture is damaged.', where: file, fix: 'It was left out.' });
    }
  }
  const parts = text('own-parts.json');
  const own = parts ? readPartsJson(parts) : undefined;
  if (own?.ok) backup.parts = own.value;
  else if (own) backup.told.push({ ...own.error[0]!, where: `own-parts.json, ${own.error[0]!.where}` });
  return ok(backup);
}
