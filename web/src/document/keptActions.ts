import type { Fault } from '@nodaxis/core/units/result';
import { packShelf, unpackShelf } from './backup';
import { besidePage, atDesk } from './besidePage';
import { browserStore, storeFault } from './browserStore';
import { useOwnParts } from './ownParts';
import { pictureKey } from './photos';
import { PREFERENCES, usePreferences } from './preferences';
import { pointText } from './restorePoints';
import type { Card } from './card';
import { useShelf } from './shelf';
import { download } from './transfer';

const local = (): string | undefined => {
  try {
    return localStorage.getItem(PREFERENCES) ?? undefined;
  } catch {
    // Blocked site data holds no preferences.
    return undefined;
  }
};

/** Hands out everything that this browser keeps, in one file. Errors: those of the store. */
export async function saveWholeShelf(): Promise<void> {
  const packed = await besidePage((desk) => packShelf(browserStore, desk, local()));
  download(`nodaxis-shelf-${new Date().toISOString().slice(0, 10)}.zip`, packed, 'application/zip');
}

export interface Restored {
  machines: number;
  pictures: number;
  parts: number;
  told: Fault[];
}

/** Brings a backup in. Nothing that is on the shelf is written over: a machine that is there comes as a copy. */
export async function restoreShelf(name: string, packed: Uint8Array): Promise<Restored> {
  const shelf = useShelf();
  const own = useOwnParts();
  await shelf.start();
  await own.start();
  const read = await besidePage((desk) => unpackShelf(name, packed, desk));
  // Each is counted once it is in: a store that runs full half way has taken the ones before.
  const done: Restored = { machines: 0, pictures: 0, parts: 0, told: read.ok ? read.value.told : read.error };
  if (!read.ok) return done;
  const { machines, pictures, parts, rehearsals, preferences } = read.value;
  try {
    for (const [hash, picture] of pictures) {
      await browserStore.setItem(pictureKey(hash), picture);
      done.pictures++;
    }
    for (const file of machines) {
      const card = await shelf.take(file);
      const rehearsal = rehearsals.get(file.id);
      if (rehearsal && card.id === file.id) await browserStore.setItem(`rehearsal/${card.id}`, rehearsal);
      done.machines++;
    }
    const known = new Set(own.parts.map((p) => p.key));
    for (const p of parts.filter((x) => !known.has(x.key))) {
      await own.put(p);
      done.parts++;
    }
    if (preferences) usePreferences().adopt(preferences);
  } catch (e) {
    done.told = [...done.told, { what: storeFault(e), where: name, fix: 'Make room, then bring it in again.' }];
  }
  return done;
}

/** Puts a machine on the shelf as it was at a restore point, as a copy. Returns why not, where it cannot be. */
export async function restorePoint(key: string, when: string): Promise<Card | Fault> {
  const shelf = useShelf();
  const gone: Fault = { what: 'This restore point is gone.', where: when, fix: 'Pick another one.' };
  const text = await pointText(browserStore, key);
  if (text === undefined) return gone;
  const read = await atDesk((desk) => desk.read(text));
  return read.ok ? shelf.takeCopy(read.value.file, `as of ${when}`) : read.error[0]!;
}
