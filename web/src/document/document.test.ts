import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { reactive, toRaw } from 'vue';
import type { NewEntry } from '@nodaxis/core/machine/journal';
import { readMachineFile } from '@nodaxis/core/machine/reading/read';
import { revisionOf, writeMachineFile } from '@nodaxis/core/machine/file';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { quantity } from '@nodaxis/core/units/quantity';
import { happens, MemoryStore, store, stubBrowser } from './tests/browser';

vi.mock('./browserStore', async (original) => ({
  ...(await original<object>()),
  browserStore: (await import('./tests/browser')).browserStore,
}));

/** A fresh page on the same browser store. */
async function page() {
  // Named at each use: a page of an earlier test that saves late makes its own the active one.
  const pinia = createPinia();
  setActivePinia(pinia);
  const { useShelf } = await import('./shelf');
  const { useMachine } = await import('./machine');
  const shelf = useShelf(pinia);
  await shelf.start();
  return { shelf, machine: useMachine(pinia) };
}
const travel = (mm: number) => ({
  name: 'set-field' as const,
  args: { path: 'axes.x.travel', value: quantity(mm, 'mm') },
});
const names = (cards: readonly { name: string }[]) => cards.map((c) => c.name).sort();

beforeEach(() => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  stubBrowser();
  store.current = new MemoryStore();
});
afterEach(() => vi.useRealTimers());

describe('the shelf', () => {
  it('gets the samples once, and stays empty when it has been emptied', async () => {
    const first = await page();
    expect(names(first.shelf.present)).toEqual(['Dunnock', 'Plover', 'Wren']);
    for (const c of first.shelf.cards) await first.shelf.deleteForGood(c.id);
    expect((await page()).shelf.cards).toEqual([]);
  });
  it('takes up a start that was cut off after the first sample', async () => {
    const { shelf } = await page();
    for (const id of ['wren', 'plover']) await shelf.deleteForGood(id);
    store.current.data.set('seeded', 'begun');
    expect(names((await page()).shelf.present)).toEqual(['Dunnock', 'Plover', 'Wren']);
  });
  it('an imported file never takes the place of a machine that is there', async () => {
    const { shelf } = await page();
    const before = await shelf.load('dunnock');
    await shelf.take(dunnock());
    expect(names(shelf.present)).toContain('Dunnock (imported)');
    expect(await shelf.load('dunnock')).toEqual(before);
  });
  it('restoring the samples adds copies and overwrites nothing', async () => {
    const { shelf } = await page();
    await shelf.rename('wren', 'My Wren');
    await shelf.restoreSamples();
    expect(names(shelf.present)).toEqual(['Dunnock', 'Dunnock', 'My Wren', 'Plover', 'Plover', 'Wren']);
  });
  it('a rename is a revision like any other; archiving and removing are not', async () => {
    const { shelf } = await page();
    await shelf.rename('wren', 'Jenny');
    const file = (await shelf.load('wren'))!;
    expect(file.history.revisions.at(-1)!.title).toBe('Name: Wren → Jenny');
    const card = shelf.cards.find((c) => c.id === 'wren')!;
    await shelf.setArchived(card, true);
    expect(names(shelf.archived)).toEqual(['Jenny']);
    await shelf.remove(shelf.cards.find((c) => c.id === 'wren')!);
    expect(names(shelf.removed)).toEqual(['Jenny']);
    const again = await page();
    await again.shelf.bringBack(again.shelf.removed[0]!);
    expect(await again.shelf.load('wren')).toEqual(file);
  });
  it('a removed machine is deleted for good only after its time', async () => {
    const { shelf } = await page();
    const days = (n: number) => new Date(Date.now() - n * 86_400_000).toISOString();
    const card = (id: string) => shelf.cards.find((c) => c.id === id)!;
    await shelf.keepCard({ ...card('wren'), removedAt: days(29) });
    await shelf.keepCard({ ...card('plover'), removedAt: days(50), warnedAt: days(8) });
    await shelf.keepCard({ ...card('dunnock'), removedAt: days(31) });
    const later = await page();
    expect(names(later.shelf.removed)).toEqual(['Dunnock', 'Wren']);
    expect(later.shelf.going.map((g) => g.card.name)).toEqual(['Dunnock']);
    expect(await later.shelf.load('plover')).toBeUndefined();
  });
  it('a lost card is made anew from the machine itself', async () => {
    await page();
    store.current.data.delete('card/wren');
    expect(names((await page()).shelf.present)).toContain('Wren');
  });
  it('one damaged card keeps no other from the shelf, and its machine is found again', async () => {
    await page();
    store.current.data.set('card/wren', 'nonsense');
    store.current.data.set('card/plover', { id: 'plover', name: 7 });
    expect(names((await page()).shelf.present)).toEqual(['Dunnock', 'Plover', 'Wren']);
  });
  it('a machine that cannot be read stays on the shelf, and says so instead of doing nothing', async () => {
    await page();
    for (const s of ['a', 'b']) store.current.data.set(`slot/wren/${s}`, 'torn');
    store.current.data.delete('card/wren');
    const { shelf } = await page();
    expect(shelf.present.find((c) => c.id === 'wren')).toMatchObject({ unreadable: true });
    expect(await shelf.duplicate('wren')).toBeUndefined();
    expect(shelf.refusal).toContain('cannot be read');
    // What is read in the background neither takes that away nor adds to it.
    expect(await shelf.glance('dunnock')).toBeDefined();
    expect(await shelf.glance('nobody')).toBeUndefined();
    expect(shelf.refusal).toContain('cannot be read');
  });
  it('an imported machine whose id cannot stand in an address gets another', async () => {
    const { shelf } = await page();
    const card = await shelf.take({ ...dunnock(), id: 'mine/one' });
    expect(card.id).toMatch(/^m-[0-9a-f-]+$/);
    expect(await shelf.load(card.id)).toBeDefined();
  });
  it('where nothing can be kept it says so and still holds every machine', async () => {
    store.current.full = true;
    const { shelf, machine } = await page();
    expect(shelf.blocked).toContain('full');
    await machine.open('dunnock');
    expect(machine.file?.design.name).toBe('Dunnock');
    expect(machine.saveState).toBe('not-saved');
    // There is room again: the open one and those on the shelf are kept by themselves.
    store.current.full = false;
    await vi.advanceTimersByTimeAsync(25_000);
    expect([machine.saveState, shelf.unsaved.size, shelf.blocked]).toEqual(['saved', 0, '']);
  });
});

describe('the open machine', () => {
  const kept = async () => {
    const { shelf } = await page();
    return (await shelf.load('dunnock'))!.design.axes.x!.travel!.entered;
  };
  it('holds nothing that could not be sent to a worker, whatever a form hands over', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    const typed = reactive({ weight: quantity(3, 'kg'), movedBy: ['z'], entry: { kind: 'note', text: 'Weighed.' } });
    const args = { name: 'Motor', mass: typed.weight, movedBy: typed.movedBy };
    expect(() => structuredClone(args)).toThrow();
    expect(machine.run({ name: 'add-mass', args })).toEqual([]);
    expect(machine.log(typed.entry as NewEntry)).toEqual([]);
    expect(() => structuredClone(toRaw(machine.file))).not.toThrow();
    // What a form does with its own afterwards is not the machine's concern.
    typed.movedBy.push('x');
    expect(Object.values(machine.design!.masses).find((m) => m.name === 'Motor')!.movedBy).toEqual(['z']);
  });
  it('saves by itself a moment after the last of several edits', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    for (const mm of [600, 610, 620]) machine.run(travel(mm));
    expect(machine.saveState).toBe('saving');
    expect(await kept()).toBe(640);
    await vi.advanceTimersByTimeAsync(400);
    expect(machine.saveState).toBe('saved');
    expect(await kept()).toBe(620);
  });
  it('saves at least every second while the edits go on and on', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    for (let i = 1; i <= 17; i++) {
      machine.run(travel(500 + i));
      await vi.advanceTimersByTimeAsync(150);
    }
    // The tab is killed here: what is older than a second is kept.
    expect(await kept()).toBeGreaterThanOrEqual(500 + 17 - 7);
  });
  it.each(['pagehide', 'freeze'])('saves at once on %s', async (leaving) => {
    const { machine } = await page();
    await machine.open('dunnock');
    machine.run(travel(601));
    happens(leaving);
    await vi.advanceTimersByTimeAsync(0);
    expect(await kept()).toBe(601);
  });
  describe('a page that goes before the database has written', () => {
    const left = new Map<string, string>();
    beforeEach(() => {
      left.clear();
      vi.stubGlobal('localStorage', {
        getItem: (k: string) => left.get(k) ?? null,
        setItem: (k: string, v: string) => void left.set(k, v),
        removeItem: (k: string) => void left.delete(k),
      });
    });
    afterEach(() => vi.stubGlobal('localStorage', undefined));
    /** Edits, and goes: the database never gets round to it. */
    async function gone(mm: number) {
      const { machine } = await page();
      await machine.open('dunnock');
      machine.run(travel(mm));
      const { setItem } = store.current;
      store.current.setItem = () => new Promise(() => undefined);
      happens('pagehide');
      await vi.advanceTimersByTimeAsync(0);
      store.current.setItem = setItem;
    }
    it('loses nothing: the next page has the edit, and keeps it', async () => {
      await gone(601);
      expect(await kept()).toBe(601);
      const { machine } = await page();
      await machine.open('dunnock');
      expect([machine.saveState, machine.notices]).toEqual(['saving', []]);
      await vi.advanceTimersByTimeAsync(400);
      expect(machine.saveState).toBe('saved');
      expect(left.size).toBe(0);
      expect(await kept()).toBe(601);
    });
    it('what was left behind never comes before what was saved later, and goes with its machine', async () => {
      await gone(601);
      const words = new Map(left);
      const { machine, shelf } = await page();
      await machine.open('dunnock');
      for (const mm of [602, 603]) {
        machine.run(travel(mm));
        await vi.advanceTimersByTimeAsync(400);
      }
      for (const [k, v] of words) left.set(k, v);
      expect(await kept()).toBe(603);
      await machine.close();
      await shelf.deleteForGood('dunnock');
      expect(left.size).toBe(0);
    });
    it('cut off itself, it is passed over for the copy that is whole', async () => {
      await gone(601);
      for (const [k, v] of left) left.set(k, v.slice(0, 5000));
      expect(await kept()).toBe(640);
    });
    it('is not forgotten by an older save that ends only now', async () => {
      const { machine } = await page();
      await machine.open('dunnock');
      machine.run(travel(601));
      const { setItem } = store.current;
      let end = () => {};
      let calls = 0;
      store.current.setItem = async (k, v) => {
        if (!k.startsWith('slot/')) return setItem(k, v);
        // The first write is slow; the second, of the page that goes, is given up.
        if (calls++) return new Promise(() => undefined);
        await new Promise<void>((r) => (end = r));
        return setItem(k, v);
      };
      const slow = machine.flush();
      await vi.waitUntil(() => calls === 1);
      await vi.advanceTimersByTimeAsync(5);
      machine.run(travel(602));
      happens('pagehide');
      end();
      await slow;
      store.current.setItem = setItem;
      expect(await kept()).toBe(602);
    });
  });
  it('a save in haste is not undone by the slower one that it overtook', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    machine.run(travel(601));
    const slow = machine.flush();
    machine.run(travel(602));
    happens('pagehide');
    await slow;
    await vi.advanceTimersByTimeAsync(2000);
    expect(await kept()).toBe(602);
  });
  it('sets a copy aside that does not open, says so, and never writes over the only trace of it', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    machine.run(travel(601));
    await machine.flush();
    const newest = store.current.data.get('slot/dunnock/b') as { text: string };
    store.current.data.set('slot/dunnock/b', { ...newest, text: newest.text.slice(0, 900) });
    const again = (await page()).machine;
    await again.open('dunnock');
    expect(again.notices[0]).toMatch(/cannot be opened.*was opened instead.*set aside/);
    for (const mm of [610, 620]) {
      again.run(travel(mm));
      await again.flush();
    }
    const { asides } = await import('./aside');
    const { browserStore } = await import('./browserStore');
    expect((await asides(browserStore, 'dunnock')).map(([, a]) => a.text.length)).toEqual([900]);
  });
  it('text that is too long is refused, and never makes a machine that does not open', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    expect(machine.log({ kind: 'note', text: 'x'.repeat(20_001) })).toHaveLength(1);
    expect(machine.log({ kind: 'note', text: 'x'.repeat(20_000) })).toEqual([]);
    const notes = (n: number) =>
      machine.run({ name: 'set-part', args: { part: 'controller', set: { notes: 'x'.repeat(n) } } });
    expect(notes(20_001)).toHaveLength(1);
    expect(notes(20_000)).toEqual([]);
    await machine.flush();
    const again = (await page()).machine;
    await again.open('dunnock');
    expect([again.state, again.notices]).toEqual(['open', []]);
    expect(again.file!.journal.at(-1)).toMatchObject({ kind: 'note' });
  });
  it('a store that hangs is told, and asked again', async () => {
    const { machine } = await page();
    store.current.hangs = true;
    const opening = machine.open('dunnock');
    await vi.advanceTimersByTimeAsync(11_000);
    await opening;
    expect([machine.state, machine.saveFault]).toEqual(['no-answer', expect.stringContaining('does not answer')]);
    store.current.hangs = false;
    await machine.open('dunnock');
    expect(machine.state).toBe('open');
  });
  it('an unsaved machine stays in the prompt while another one is open, and is saved once there is room', async () => {
    const { machine, shelf } = await page();
    await machine.open('wren');
    await machine.open('dunnock');
    store.current.full = true;
    machine.run(travel(601));
    await machine.flush();
    await machine.open('wren');
    expect([machine.saveState, happens('beforeunload')]).toEqual(['saved', true]);
    expect([...shelf.unsaved.keys()]).toEqual(['dunnock']);
    store.current.full = false;
    await vi.advanceTimersByTimeAsync(11_000);
    expect([shelf.unsaved.size, happens('beforeunload'), await kept()]).toEqual([0, false, 601]);
  });
  it('saves what is pending when it is closed', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    machine.run(travel(555));
    await machine.close();
    expect(await kept()).toBe(555);
  });
  it('undo and redo walk the same edits; a new edit ends the way forward; revisions only grow', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    const start = revisionOf(machine.file!);
    machine.run(travel(600));
    machine.run(travel(610));
    expect(machine.undo()).toContain('600');
    expect(machine.design!.axes.x!.travel!.entered).toBe(600);
    machine.undo();
    expect(machine.design!.axes.x!.travel!.entered).toBe(640);
    expect(machine.undo()).toBe('');
    machine.redo();
    expect(machine.design!.axes.x!.travel!.entered).toBe(600);
    machine.run(travel(700));
    expect(machine.redo()).toBe('');
    expect(revisionOf(machine.file!)).toBe(start + 6);
    expect(readMachineFile(writeMachineFile(machine.file!)).ok).toBe(true);
  });
  it('a refused edit says why and changes nothing', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    const before = machine.file;
    const faults = machine.run({ name: 'set-field', args: { path: 'axes.x.travel', value: quantity(3, 'kg') } });
    expect(faults[0]!.what).toContain('kg is not a unit of length');
    expect(machine.file).toBe(before);
    expect(machine.undoStack).toEqual([]);
  });
  it('a failed save keeps the edit in memory, and the next one brings it to the store', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    // Both slots are in use before the store runs full.
    for (const mm of [590, 595]) {
      machine.run(travel(mm));
      await machine.flush();
    }
    store.current.full = true;
    machine.run(travel(600));
    await vi.advanceTimersByTimeAsync(400);
    expect(machine.saveState).toBe('not-saved');
    expect(machine.saveFault).toContain('full');
    // Leaving and coming back finds the unsaved state, not the older one.
    await machine.close();
    await machine.open('dunnock');
    expect(machine.design!.axes.x!.travel!.entered).toBe(600);
    store.current.full = false;
    await machine.flush();
    expect(machine.saveState).toBe('saved');
    expect(await kept()).toBe(600);
  });
  it('figures and findings follow every edit', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    const count = machine.findings.length;
    machine.run({ name: 'set-field', args: { path: 'axes.x.maxSpeed', value: quantity(400, 'mm/s') } });
    expect(machine.findings.map((f) => f.id)).toContain('motor-speed:x');
    machine.undo();
    expect(machine.findings).toHaveLength(count);
  });
  it('a machine that is not there, and one that cannot be read, are told apart', async () => {
    const { machine } = await page();
    await machine.open('nowhere');
    expect(machine.state).toBe('missing');
    const { makeSlot } = await import('./slots');
    store.current.data.set('slot/dunnock/a', makeSlot('{"format":"nodaxis-machine","version":9}', 99, 'now'));
    await machine.open('dunnock');
    expect(machine.state).toBe('unreadable');
    expect(machine.openFaults[0]!.what).toContain('newer Nodaxis');
  });
  it('after forty edits without a file a backup is offered', async () => {
    const { machine } = await page();
    await machine.open('dunnock');
    for (let i = 0; i < 39; i++) machine.run(travel(500 + i));
    expect(machine.offerBackup).toBe(false);
    machine.run(travel(700));
    expect(machine.offerBackup).toBe(true);
    const { onExport } = await import('./transfer');
    onExport.forEach((tell) => tell(machine.file!));
    expect(machine.offerBackup).toBe(false);
  });
});
