import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { KeyValueStore, SlotName } from './slots';
import { copiesOf, openCopies, slotKey, writeSlot } from './slots';
import { fail, ok } from '@nodaxis/core/units/result';

/** A store that can be killed in mid-write: what was written so far stays, cut off. */
function memory() {
  const data = new Map<string, unknown>();
  let killAt: number | undefined;
  const store: KeyValueStore = {
    getItem: async <T>(k: string) => (data.get(k) ?? null) as T | null,
    setItem: async <T>(k: string, v: T) => {
      if (killAt !== undefined) {
        const slot = v as { text: string };
        data.set(k, { ...v, text: slot.text.slice(0, Math.min(killAt, slot.text.length - 1)) });
        throw new Error('killed');
      }
      data.set(k, v);
      return v;
    },
    removeItem: async (k) => void data.delete(k),
    keys: async () => [...data.keys()],
  };
  return { store, data, kill: (at: number | undefined) => (killAt = at) };
}

/** Stands in for the importer: what begins with "bad" does not open. */
const read = async (text: string) =>
  text.startsWith('bad')
    ? fail([{ what: 'It is bad.', where: 'here', fix: 'Look elsewhere.' }])
    : text.startsWith('newer')
      ? fail([{ what: 'The file was written by a newer Nodaxis.', where: 'version', fix: 'Open it there.' }])
      : ok({ file: text as never, told: [] });
const opened = async (store: KeyValueStore) => openCopies(store, 'x', read);

it('whatever save a tab dies in, the last whole copy opens, and saving goes on', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.string({ minLength: 1, maxLength: 30 }), fc.option(fc.nat(30))), {
        minLength: 1,
        maxLength: 12,
      }),
      async (saves) => {
        const m = memory();
        let expected: string | undefined;
        for (const [text, dies] of saves) {
          // A tab that was killed restarts: it knows only what the store holds.
          const loaded = await opened(m.store);
          const last = loaded.kind === 'opened' ? loaded.place : undefined;
          m.kill(dies ?? undefined);
          await writeSlot(m.store, 'x', text, last, 'now').then(
            () => (expected = text),
            () => undefined,
          );
          m.kill(undefined);
          const after = await opened(m.store);
          expect(after.kind === 'opened' ? after.file : undefined).toBe(expected);
        }
      },
    ),
  );
});

describe('a machine whose copies are damaged', () => {
  const two = async (older: string, newer: string) => {
    const m = memory();
    const first = await writeSlot(m.store, 'x', older, undefined, '2026-03-03T10:00:00.000Z');
    await writeSlot(m.store, 'x', newer, first, '2026-03-03T10:05:00.000Z');
    return m;
  };
  const harm = (m: Awaited<ReturnType<typeof two>>, slot: SlotName, value: unknown) =>
    m.data.set(
      slotKey('x', slot),
      typeof value === 'object' ? { ...(m.data.get(slotKey('x', slot)) as object), ...value } : value,
    );

  it('opens the one before, and hands the damaged one back', async () => {
    const m = await two('older', 'second');
    harm(m, 'b', { text: 's3cond' });
    expect(await opened(m.store)).toMatchObject({ file: 'older', passedOver: [{ copy: { text: 's3cond' } }] });
  });
  it('opens the one before where the newest is whole and still does not pass the checks', async () => {
    const after = await opened((await two('older', 'bad')).store);
    expect(after).toMatchObject({ file: 'older', place: { slot: 'a', sequence: 1 } });
    expect(after.kind === 'opened' && after.passedOver).toMatchObject([
      { copy: { text: 'bad' }, why: [{ where: 'here' }] },
    ]);
  });
  it('is unreadable, not missing, where neither opens; only where there is none is it missing', async () => {
    const m = await two('bad', 'bad too');
    harm(m, 'b', 'what a fault of the disk left');
    expect(await opened(m.store)).toMatchObject({ kind: 'unreadable', passedOver: [{}, {}] });
    expect((await copiesOf(m.store, 'x')).map((c) => c.text)).toEqual(['bad', 'what a fault of the disk left']);
    expect(await opened(memory().store)).toEqual({ kind: 'missing' });
  });
  it('does not go on from an older copy beside one that a newer Nodaxis wrote', async () => {
    expect(await opened((await two('older', 'newer Nodaxis')).store)).toMatchObject({ kind: 'unreadable' });
  });
  it('a store that gives back something else than it was given has saved nothing', async () => {
    const { store } = memory();
    const forgetful: KeyValueStore = { ...store, getItem: async () => null };
    await expect(writeSlot(forgetful, 'x', 'text', undefined, 'now')).rejects.toThrow('did not come back');
  });
});
