import type { Standing } from '@nodaxis/core/reports/standing';
import { wrap } from 'comlink';
import { onBeforeUnmount, shallowReactive, toRaw, watch } from 'vue';
import { useShelf, type Card } from '../document/shelf';
import type { StandingWorker } from '../workers/standing.worker';

/** Of a card as it is now: another revision has to be calculated again. */
const keyOf = (c: Card) => `${c.id}/${c.revision}/${c.changedAt}`;
/** Kept for the whole visit, so that coming back to the shelf shows them at once. */
const known = shallowReactive(new Map<string, Standing>());

/** Where each machine on the shelf stands, as far as it is calculated. A machine that cannot be read has none. */
export function useStandings() {
  const shelf = useShelf();
  let thread: Worker | undefined;
  let gone = false;
  const end = () => {
    thread?.terminate();
    thread = undefined;
  };
  async function run(): Promise<void> {
    end();
    const waiting = shelf.present.filter((c) => !c.unreadable && !known.has(keyOf(c)));
    if (!waiting.length) return;
    const own = new Worker(new URL('../workers/standing.worker.ts', import.meta.url), { type: 'module' });
    thread = own;
    // Without it the cards show what they always show; nothing else depends on it.
    own.onerror = end;
    const remote = wrap<StandingWorker>(own);
    for (const card of waiting) {
      const file = await shelf.load(card.id).catch(() => undefined);
      if (gone || thread !== own) return;
      if (!file) continue;
      const standing = await remote.standingOf(toRaw(file)).catch(() => undefined);
      if (standing) known.set(keyOf(card), standing);
    }
    if (thread === own) end();
  }
  watch(
    () => shelf.present.map(keyOf).join(),
    () => void run(),
    { immediate: true },
  );
  onBeforeUnmount(() => {
    gone = true;
    end();
  });
  return { of: (card: Card): Standing | undefined => known.get(keyOf(card)) };
}
