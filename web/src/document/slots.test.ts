import fc from 'fast-check';
import { expect, it } from 'vitest';
import type { KeyValueStore, SlotName } from './slots';
import { readSlots, slotKey, writeSlot } from './slots';

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
          // A tab that was killed starts anew: it knows only what the store holds.
          const loaded = await readSlots(m.store, 'x');
          const last: { slot: SlotName; sequence: number } | undefined = loaded && {
            slot: loaded.slot,
            sequence: loaded.sequence,
          };
          m.kill(dies ?? undefined);
          await writeSlot(m.store, 'x', text, last, 'now').then(
            () => (expected = text),
            () => undefined,
          );
          m.kill(undefined);
          expect((await readSlots(m.store, 'x'))?.text).toBe(expected);
        }
      },
    ),
  );
});

it('a flipped character in the newest copy is noticed, and the one before it opens', async () => {
  const m = memory();
  const first = await writeSlot(m.store, 'x', 'older text', undefined, 'now');
  await writeSlot(m.store, 'x', 'newer text', first, 'now');
  m.data.set(slotKey('x', 'b'), { ...(m.data.get(slotKey('x', 'b')) as object), text: 'newer tExt' });
  expect(await readSlots(m.store, 'x')).toMatchObject({ text: 'older text', fellBack: true });
});
