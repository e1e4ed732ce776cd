import { expect, it, vi } from 'vitest';
import { makeSlot, writeSlot } from '../document/slots';
import { MemoryStore } from '../document/tests/browser';
import { contentsOf } from './contents';

it('everything in the store goes out, whatever state it is in, and what is damaged says so', async () => {
  const store = new MemoryStore();
  await writeSlot(store, 'wren', 'the text', undefined, '2026-03-03T10:00:00.000Z');
  store.data.set('slot/wren/b', { sequence: 2, savedAt: 'now', checksum: 1, text: 'the te' });
  store.data.set('picture/ab', { mime: 'image/png', bytes: new Uint8Array([1, 2]) });
  store.data.set('aside/wren/1', { machine: 'wren', text: 'torn' });
  store.data.set('card/wren', 'nonsense');
  store.data.set('seeded', 'done');
  const broken = {
    ...store,
    keys: store.keys,
    getItem: async <T>(k: string) => (k === 'seeded' ? Promise.reject(new Error('worn out')) : store.getItem<T>(k)),
  };
  const words = JSON.stringify(makeSlot('the text as it was left', 3, '2026-03-03T10:05:00.000Z'));
  vi.stubGlobal('localStorage', { 'nodaxis-last/wren': words, getItem: () => words });
  const found = await contentsOf(broken as typeof store);
  vi.stubGlobal('localStorage', undefined);
  const text = (f: string) => new TextDecoder().decode(found.find((x) => x.file.startsWith(f))!.bytes);
  expect(found.map((f) => [f.what, f.state])).toEqual([
    ['left behind/wren', 'whole'],
    ['aside/wren/1', ''],
    ['card/wren', ''],
    ['picture/ab', ''],
    ['seeded', 'damaged'],
    ['slot/wren/a', 'whole'],
    ['slot/wren/b', 'damaged'],
  ]);
  expect([text('slot-wren-a'), text('slot-wren-b'), text('aside'), text('seeded')]).toEqual([
    'the text',
    'the te',
    'torn',
    'worn out',
  ]);
  expect(found.find((f) => f.what === 'picture/ab')).toMatchObject({
    file: 'picture-ab.png',
    bytes: new Uint8Array([1, 2]),
  });
});
