import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { MemoryStore, store, stubBrowser } from './tests/browser';

vi.mock('./browserStore', async (original) => ({
  ...(await original<object>()),
  browserStore: (await import('./tests/browser')).browserStore,
}));
/** Making a picture smaller takes until the test says so. */
const smaller = { free: () => undefined as void, wait: Promise.resolve() };
const slowly = () => (smaller.wait = new Promise<void>((resolve) => (smaller.free = resolve)));
vi.mock('./photos', async (original) => ({
  ...(await original<object>()),
  keepPicture: async (_store: unknown, file: File) => {
    await smaller.wait;
    if (file.name === 'bad')
      return { ok: false, error: { what: 'bad is no picture.', where: 'bad', fix: 'Take another.' } };
    const sha256 = file.name.padEnd(64, '0');
    const ref = { name: file.name, mime: 'image/jpeg', widthPx: 1, heightPx: 1, sha256 };
    return { ok: true, value: { id: `photo-${file.name}`, ref } };
  },
}));

async function page(open: string) {
  // Named at each use: a page of an earlier test that saves late makes its own the active one.
  const pinia = createPinia();
  setActivePinia(pinia);
  const { useShelf } = await import('./shelf');
  const { useMachine } = await import('./machine');
  const { useIntake } = await import('./intake');
  await useShelf(pinia).start();
  const machine = useMachine(pinia);
  const intake = useIntake(pinia);
  await machine.open(open);
  return { machine, intake };
}
const picked = (...names: string[]) =>
  names.map((name) => Object.assign(new Blob(['x']), { name, lastModified: 0 }) as File);
const controller = { kind: 'subject', subject: { kind: 'part', id: 'controller' } } as const;
const shown = (machine: Awaited<ReturnType<typeof page>>['machine']) => machine.design!.parts.controller!.photos;
const waiting = () => [...store.current.data.keys()].filter((k) => k.startsWith('intake/'));

beforeEach(() => {
  stubBrowser();
  vi.stubGlobal('localStorage', undefined);
  store.current = new MemoryStore();
  smaller.wait = Promise.resolve();
});

describe('pictures on their way in', () => {
  it('are filed one after the other; one that is none is named and keeps no other out', async () => {
    const { machine, intake } = await page('dunnock');
    await intake.take(picked('1', 'bad', '2'), controller);
    expect(shown(machine)).toEqual(['photo-1', 'photo-2']);
    expect([intake.faults.map((f) => f.where), intake.busy, waiting()]).toEqual([['bad'], false, []]);
    await machine.close();
  });
  it('are put away before the first is made smaller; a page that is left goes on when it is opened again', async () => {
    slowly();
    const { intake } = await page('dunnock');
    void intake.take(picked('1', '2', '3'), controller);
    await vi.waitFor(() => expect(waiting()).toHaveLength(3));
    expect([intake.done, intake.total, intake.busy]).toEqual([0, 3, true]);
    // The page is gone here.
    smaller.wait = Promise.resolve();
    const again = await page('dunnock');
    await vi.waitFor(() => expect(shown(again.machine)).toEqual(['photo-1', 'photo-2', 'photo-3']));
    await vi.waitFor(() => expect(waiting()).toEqual([]));
    await again.machine.close();
  });
  it('are on their way from the moment they are picked: a note is not kept without its picture', async () => {
    const { machine, intake } = await page('dunnock');
    const taken = intake.take(picked('1'), { kind: 'list', list: 'note' });
    expect(intake.busy).toBe(true);
    await taken;
    expect([intake.busy, intake.listOf('note')]).toEqual([false, ['photo-1']]);
    await machine.close();
  });
  it('never reach another machine that is opened meanwhile, and wait for their own', async () => {
    slowly();
    const { machine, intake } = await page('dunnock');
    void intake.take(picked('1'), controller);
    await vi.waitFor(() => expect(waiting()).toHaveLength(1));
    await machine.open('wren');
    smaller.free();
    await new Promise((r) => setTimeout(r, 20));
    expect(machine.file!.photos).toEqual({});
    await machine.open('dunnock');
    await vi.waitFor(() => expect(shown(machine)).toEqual(['photo-1']));
  });
});
