import { writePartsCsv } from '@nodaxis/core/formats/partsCsv';
import { writePartsJson } from '@nodaxis/core/formats/partsJson';
import { library, libraryEntry } from '@nodaxis/core/machine/library/index';
import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { MemoryStore, store, stubBrowser } from './tests/browser';

vi.mock('./browserStore', async (original) => ({
  ...(await original<object>()),
  browserStore: (await import('./tests/browser')).browserStore,
}));

/** A fresh page on the same browser store. */
async function page() {
  setActivePinia(createPinia());
  const { useOwnParts } = await import('./ownParts');
  const own = useOwnParts();
  await own.start();
  return own;
}
const rook = libraryEntry('motor-rook-23')!;
const shed = { ...rook, key: 'own-shed', name: 'Shed motor' };
const file = (name: string, text: string) => new File([text], name);

beforeEach(() => {
  stubBrowser();
  store.current = new MemoryStore();
});

describe('own parts', () => {
  it('are there again on the next page, and can be chosen beside those that ship', async () => {
    await (await page()).put(shed);
    const own = await page();
    expect(own.of('motor').map((e) => e.key)).toContain('own-shed');
    expect(own.of('motor').length).toBe(library.filter((e) => e.data.class === 'motor').length + 1);
    expect([own.isOwn('own-shed'), own.isOwn('motor-rook-23')]).toEqual([true, false]);
    await own.remove('own-shed');
    expect((await page()).parts).toEqual([]);
  });
  it('never hide one that ships, and replace their own older copy', async () => {
    const own = await page();
    await own.put({ ...rook, name: 'My Rook' });
    expect(own.parts.map((p) => p.key)).toEqual(['own-motor-rook-23']);
    await own.put({ ...rook, name: 'My better Rook' });
    expect(own.parts.map((p) => p.name)).toEqual(['My better Rook']);
    expect(libraryEntry('motor-rook-23')!.name).toBe(rook.name);
  });
  it('come in from a table and from JSON; what is wrong is said and takes nothing away', async () => {
    const own = await page();
    await own.put(shed);
    const table = await own.take(file('parts.csv', writePartsCsv(library.slice(0, 12))));
    expect(table.faults).toEqual([]);
    expect(table.taken).toBe(own.parts.length - 1);
    const before = own.parts;
    const bad = await own.take(file('parts.json', '{"format":"nodaxis-parts","version":1,"parts":[{"key":"x"}]}'));
    expect([bad.taken, bad.faults[0]!.where]).toEqual([0, 'parts.0.name']);
    expect(own.parts).toBe(before);
    expect((await own.take(file('mine.json', writePartsJson([{ ...shed, name: 'Newer' }])))).taken).toBe(1);
    expect(own.parts.find((p) => p.key === 'own-shed')!.name).toBe('Newer');
  });
  it('a file that is far too large is not even read', async () => {
    const own = await page();
    const huge = { name: 'huge.csv', size: 80e6, text: () => Promise.reject(new Error('read')) } as unknown as File;
    expect((await own.take(huge)).faults[0]!.what).toContain('far too large');
  });
  it('a full store and a damaged library are said; what was there is left alone', async () => {
    const own = await page();
    store.current.full = true;
    await own.put(shed);
    expect(own.fault).toContain('store is full');
    expect(own.parts).toHaveLength(1);
    store.current.full = false;
    await own.put(shed);
    expect(own.fault).toBe('');
    store.current.data.set('library', '{"format":"nodaxis-parts","parts":[{}]}');
    const next = await page();
    expect(next.fault).toContain('could not be read');
    expect(next.parts).toEqual([]);
    await next.put(shed);
    expect(store.current.data.get('library-unreadable')).toContain('[{}]');
  });
});

it('a part of one’s own goes into a machine with all that the machine needs, and comes out of its file whole', async () => {
  const [{ applyCommand }, { readMachineFile }, { writeMachineFile }, { wren }] = await Promise.all([
    import('@nodaxis/core/commands/apply'),
    import('@nodaxis/core/machine/reading/read'),
    import('@nodaxis/core/machine/file'),
    import('@nodaxis/core/samples/wren'),
  ]);
  const r = applyCommand(
    wren(),
    { name: 'choose-part', args: { slot: { axis: 'x', drive: 0, item: 'motor' }, library: shed.key, entry: shed } },
    '2026-03-03T10:00:00.000Z',
  );
  if (!r.ok) throw new Error(r.error[0]!.what);
  expect(r.value.title).toBe('X motor: Shed motor');
  const back = readMachineFile(writeMachineFile(r.value.file));
  expect(back.ok && back.value.file.design.parts['motor-x-0']).toMatchObject({
    name: 'Shed motor',
    libraryKey: 'own-shed',
  });
});
