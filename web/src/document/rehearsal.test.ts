import { createPinia, setActivePinia } from 'pinia';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { quantity } from '@nodaxis/core/units/quantity';
import { MemoryStore, store, stubBrowser } from './tests/browser';

vi.mock('./browserStore', async (original) => ({
  ...(await original<object>()),
  browserStore: (await import('./tests/browser')).browserStore,
}));

/** A fresh page on the same browser store, with Dunnock open. */
async function page() {
  // Named at each use: a page of an earlier test that saves late makes its own the active one.
  const pinia = createPinia();
  setActivePinia(pinia);
  const { useShelf } = await import('./shelf');
  const { useMachine } = await import('./machine');
  const { useRehearsal } = await import('./rehearsal');
  await useShelf(pinia).start();
  const machine = useMachine(pinia);
  await machine.open('dunnock');
  const rehearsal = useRehearsal(pinia);
  await rehearsal.open('dunnock');
  return { machine, rehearsal };
}
const slower = {
  name: 'set-field' as const,
  args: { path: 'axes.x.maxSpeed', value: quantity(90, 'mm/s') },
};

beforeEach(() => {
  stubBrowser();
  store.current = new MemoryStore();
});

describe('a rehearsal', () => {
  it('is a copy: neither its edits nor its log reach the machine, nor the machine’s its own', async () => {
    const { machine, rehearsal } = await page();
    const before = machine.file!;
    rehearsal.begin(5, 7);
    expect(rehearsal.hidden!.faults).toHaveLength(5);
    expect(rehearsal.run(slower)).toEqual([]);
    rehearsal.log({ kind: 'note', text: 'heard a groan' });
    expect(machine.file).toEqual(before);
    machine.log({ kind: 'note', text: 'belt looked dry' });
    expect(rehearsal.file!.journal.map((e) => e.kind === 'note' && e.text)).toEqual(['heard a groan']);
    // What was built stays as it was built, whatever the file of the rehearsal says since.
    expect(rehearsal.hidden!.built.axes.x!.maxSpeed).toEqual(before.design.axes.x!.maxSpeed);
    expect(rehearsal.file!.design.axes.x!.maxSpeed).not.toEqual(before.design.axes.x!.maxSpeed);
  });
  it('is taken up where it was left, fixed faults and turns included; ended it is gone', async () => {
    const first = await page();
    first.rehearsal.begin(3, 11);
    const [gone, ...left] = first.rehearsal.hidden!.faults;
    first.rehearsal.rework({ subject: 'axes.x', text: 'set right', fixes: (f) => f === gone });
    first.rehearsal.log({ kind: 'rework', subject: 'axes.x', text: 'set right' });
    const again = await page();
    expect(again.rehearsal.hidden!.faults).toEqual(left);
    expect(again.rehearsal.turn).toBe(1);
    await again.rehearsal.end();
    // Every mistake is named, the one that was corrected and those that were not.
    expect(again.rehearsal.told!.map((t) => t.came).sort()).toEqual(['corrected', 'not found', 'not found']);
    expect((await page()).rehearsal.file).toBeUndefined();
  });
  it('that is damaged says so, and another one can begin', async () => {
    const first = await page();
    first.rehearsal.begin(3, 11);
    await vi.waitFor(() => expect(store.current.data.has('rehearsal/dunnock')).toBe(true));
    store.current.data.set('rehearsal/dunnock', '{"file": {');
    const { rehearsal } = await page();
    expect(rehearsal.file).toBeUndefined();
    expect(rehearsal.fault).toMatch(/cannot be taken up .*Begin another one/);
    rehearsal.begin(0, 1);
    expect(rehearsal.hidden!.faults).toEqual([]);
  });
  it('a wrong edit is refused like any other', async () => {
    const { rehearsal } = await page();
    rehearsal.begin(0, 1);
    const before = rehearsal.file;
    const refused = rehearsal.run({ name: 'set-field', args: { path: 'axes.x.travel', value: quantity(-5, 'mm') } });
    expect(refused[0]!.what).toBeTruthy();
    expect(rehearsal.file).toBe(before);
  });
});

describe('a half-entered test', () => {
  it('outlives its page; a store that is blocked or damaged costs nothing but the draft', async () => {
    const kept = new Map<string, string>();
    vi.stubGlobal('localStorage', {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => kept.set(k, v),
      removeItem: (k: string) => kept.delete(k),
    });
    const { draftOf, forgetDraft, keepDraft } = await import('../stations/bringup/drafts');
    const draft = { readings: { a: 'x' }, note: 'n', photos: [], corrects: 'e-1' };
    keepDraft('m/real/scale/x', draft);
    expect(draftOf('m/real/scale/x')).toEqual(draft);
    expect(draftOf('m/rehearsal/scale/x')).toBeUndefined();
    forgetDraft('m/real/scale/x');
    expect(draftOf('m/real/scale/x')).toBeUndefined();
    kept.set('nodaxis-draft/bad', '{');
    expect(draftOf('bad')).toBeUndefined();
    vi.stubGlobal('localStorage', undefined);
    keepDraft('m/real/scale/x', draft);
    forgetDraft('m/real/scale/x');
    expect(draftOf('m/real/scale/x')).toBeUndefined();
  });
});
