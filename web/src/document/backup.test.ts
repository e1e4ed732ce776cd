import { writePartsJson } from '@nodaxis/core/formats/partsJson';
import { library } from '@nodaxis/core/machine/library/index';
import { plover } from '@nodaxis/core/samples/plover';
import { wren } from '@nodaxis/core/samples/wren';
import { describe, expect, it } from 'vitest';
import { packShelf, unpackShelf } from './backup';
import { desk } from '../workers/desk';
import { pictureKey, sha256Of } from './photos';
import { writeSlot } from './slots';
import { MemoryStore } from './tests/browser';

async function shelf() {
  const store = new MemoryStore();
  for (const file of [wren(), plover()]) await writeSlot(store, file.id, JSON.stringify(file), undefined, 'now');
  const bytes = new Uint8Array([1, 2, 3]);
  const hash = await sha256Of(bytes);
  await store.setItem(pictureKey(hash), { mime: 'image/png', bytes });
  await store.setItem('library', writePartsJson([{ ...library[0]!, key: 'own-one' }]));
  await store.setItem('rehearsal/wren', '{"turn":3}');
  return { store, hash };
}

describe('a backup of the whole shelf', () => {
  it('brings everything back: machines, pictures, own parts, rehearsals, preferences', async () => {
    const { store, hash } = await shelf();
    const back = await unpackShelf('b.zip', await packShelf(store, desk, '{"theme":"dark"}'), desk);
    if (!back.ok) throw new Error(back.error[0]!.what);
    const { machines, pictures, parts, rehearsals, preferences, told } = back.value;
    expect(machines.map((m) => m.id)).toEqual(['plover', 'wren']);
    expect(machines[0]!.design).toEqual(plover().design);
    expect([...pictures.keys(), parts.map((p) => p.key), [...rehearsals], preferences, told]).toEqual([
      hash,
      ['own-one'],
      [['wren', '{"turn":3}']],
      '{"theme":"dark"}',
      [],
    ]);
  });
  it('takes the older copy where the newer is torn, and what opens nowhere as it is; one damaged machine keeps no other out', async () => {
    const { store } = await shelf();
    store.data.set('slot/plover/b', { sequence: 9, savedAt: 'now', checksum: 0, text: 'torn' });
    store.data.set('slot/lost/a', 'nothing but this');
    const packed = await packShelf(store, desk, undefined);
    const all = await desk.unpack(packed, { wanted: '.*', most: 1e9, mostEach: 1e9 });
    expect('files' in all && new TextDecoder().decode(all.files['unreadable/lost-a.txt'])).toBe('nothing but this');
    const entries = Object.fromEntries(
      Object.entries('files' in all ? all.files : {}).map(([k, bytes]) => [k, { bytes, stored: false }]),
    );
    entries['machines/wren.nodaxis.json'] = { bytes: new TextEncoder().encode('{"format":"x"}'), stored: false };
    const back = await unpackShelf('b.zip', await desk.pack(entries), desk);
    expect(back.ok && back.value.machines.map((m) => m.id)).toEqual(['plover']);
    expect(back.ok && back.value.told[0]!.where).toContain('machines/wren');
  });
  it('a zip of one machine is no backup', async () => {
    const one = await desk.pack({ 'machine.nodaxis.json': { bytes: new Uint8Array(3), stored: true } });
    expect(await unpackShelf('m.zip', one, desk)).toMatchObject({ ok: false });
  });
});
