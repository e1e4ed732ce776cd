import type { Standing } from '@nodaxis/core/reports/standing';
import { onBeforeUnmount, shallowReactive, toRaw, watch } from 'vue';
import { useShelf } from '../document/shelf';
import { type Card } from '../document/card';
import type { StandingWorker } from '../workers/standing.worker';
import { useWorkerJob } from '../workers/useWorkerJob';

/** Of a card as it is now: another revision has to be calculated again. */
const keyOf = (c: Card) => `${c.id}/${c.revision}/${c.changedAt}`;
/** Kept for the whole visit, so that coming back to the shelf shows them at once. */
const known = shallowReactive(new Map<string, Standing>());

/** Where each machine on the shelf stands, as far as it is calculated. A machine that cannot be read has none. */
export function useStandings() {
  const shelf = useShelf();
  const job = useWorkerJob<StandingWorker>(
    () => new Worker(new URL('../workers/standing.worker.ts', import.meta.url), { type: 'module' }),
    'Where the machines stand could not be calculated',
  );
  async function run(): Promise<void> {
    const waiting = shelf.present.filter((c) => !c.unreadable && !known.has(keyOf(c)));
    if (!waiting.length) return job.end();
    await job.run(async (remote) => {
      for (const card of waiting) {
        const file = await shelf.glance(card.id);
        if (file) known.set(keyOf(card), await remote.standingOf(toRaw(file)));
      }
    });
  }
  watch(
    () => shelf.present.map(keyOf).join(),
    () => void run(),
    { immediate: true },
  );
  onBeforeUnmount(job.end);
  return { of: (card: Card): Standing | undefined => known.get(keyOf(card)), fault: job.fault };
}
