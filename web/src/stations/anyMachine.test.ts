import fc from 'fast-check';
import { createPinia, setActivePinia } from 'pinia';
import { beforeAll, describe, expect, it, vi } from 'vitest';
import { type Component, createSSRApp, h } from 'vue';
import { renderToString } from 'vue/server-renderer';
import { ID_INJECTION_KEY, ZINDEX_INJECTION_KEY } from 'element-plus';
import { createMemoryHistory, createRouter } from 'vue-router';
import { newDesign } from '@nodaxis/core/machine/create';
import type { Design } from '@nodaxis/core/machine/design';
import { newMachineFile } from '@nodaxis/core/machine/file';
import { machineKinds } from '@nodaxis/core/machine/mechanics';
import { readMachineFile } from '@nodaxis/core/machine/reading/read';
import { exampleMachines } from '@nodaxis/core/samples/index';
import { MemoryStore, store, stubBrowser } from '../document/tests/browser';

vi.mock('../document/browserStore', async (original) => ({
  ...(await original<object>()),
  browserStore: (await import('../document/tests/browser')).browserStore,
}));

/** The views of the station that was rendered last. */
let views: readonly string[] = [];
vi.mock('../ui/StationTabs.vue', () => ({
  default: {
    props: ['views', 'shown', 'label'],
    setup(props: { views: readonly { id: string }[] }) {
      views = props.views.map((v) => v.id);
      return () => null;
    },
  },
}));
// A chart is drawn on a canvas, which is not here; what it is to draw is worked out all the same.
vi.mock('vue-echarts', () => ({ default: { props: ['option'], render: () => null } }));
// The checks of a file are made here; the threads that views start answer nothing.
vi.mock('../document/besidePage', async () => ({
  atDesk: async (ask: (desk: unknown) => unknown) => ask((await import('../workers/desk')).desk),
}));

/** How long machines are rendered in all, in minutes, where that is the task; else a few for each station. */
const MINUTES = (Number(process.env.FUZZ_MINUTES ?? 0) * 3) / 4;
const NOW = '2026-03-03T10:00:00.000Z';
const pages = import.meta.glob<{ default: Component }>('./*/*Station.vue');

/** Every place of a design that a file may leave out, as paths. */
function places(value: unknown, path: string[] = []): string[][] {
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, v]) => [[...path, key], ...places(v, [...path, key])]);
}
/** The design without some of its places, as far as it is still a valid file: what another program, or a hand, may leave out. */
function without(design: Design, picks: readonly number[]): Design {
  let kept = design;
  for (const pick of picks) {
    const all = places(kept);
    const path = all[Math.floor(pick * all.length)]!;
    const next = JSON.parse(JSON.stringify(kept)) as Design;
    const last = path.at(-1)!;
    const parent = path.slice(0, -1).reduce<unknown>((o, k) => (o as Record<string, unknown>)[k], next);
    if (Array.isArray(parent)) parent.splice(Number(last), 1);
    else delete (parent as Record<string, unknown>)[last];
    if (readMachineFile(JSON.stringify(newMachineFile(next, 'any', NOW))).ok) kept = next;
  }
  return kept;
}
/** Nothing but a name: no axis, no part, no mass. */
const bare = (design: Design): Design => ({
  ...design,
  axisOrder: [],
  axes: {},
  masses: {},
  parts: {},
  roles: {},
  rails: {},
  circuits: {},
  outputs: {},
  conductors: {},
  overrides: {},
  referenceStages: [],
  dailyChecks: [],
});

/** A station as text, all its views one after the other. */
async function rendered(design: Design, station: string): Promise<string> {
  views = [];
  let html = await renderedView(design, station);
  // Without its views a station would be rendered by its first one alone, and nothing would tell.
  if (station === 'wiring') expect(views).toContain('diagram');
  for (const view of views.slice(1)) html += await renderedView(design, station, view);
  return html;
}
async function renderedView(design: Design, station: string, view?: string): Promise<string> {
  const file = newMachineFile(design, 'any', NOW);
  const pinia = createPinia();
  setActivePinia(pinia);
  const { useShelf } = await import('../document/shelf');
  const { useMachine } = await import('../document/machine');
  store.current = new MemoryStore();
  store.current.data.set('seeded', 'done');
  const shelf = useShelf();
  await shelf.start();
  await shelf.take(file);
  await useMachine().open('any');
  const router = createRouter({
    history: createMemoryHistory(),
    routes: [{ path: '/:rest(.*)*', name: station, component: { render: () => null } }],
  });
  await router.push({ path: `/machine/any/${station}`, query: view ? { view } : {} });
  const page = (await pages[`./${station}/${station.charAt(0).toUpperCase()}${station.slice(1)}Station.vue`]!())
    .default;
  const app = createSSRApp({ render: () => h(page) });
  const errors: unknown[] = [];
  app.config.errorHandler = (e) => errors.push(e);
  app.config.warnHandler = () => undefined;
  // What the kit wants to know of a page that is rendered without a browser.
  app.provide(ID_INJECTION_KEY, { prefix: 1, current: 0 }).provide(ZINDEX_INJECTION_KEY, { current: 0 });
  const html = await renderToString(app.use(pinia).use(router));
  if (errors.length) throw errors[0];
  return html;
}
const stationNames = Object.keys(pages).map((p) => p.split('/')[1]!);
const LONG_MS = (MINUTES * 60_000) / stationNames.length;

beforeAll(() => {
  stubBrowser();
  vi.stubGlobal('localStorage', { getItem: () => null, setItem: () => undefined, length: 0 });
  vi.stubGlobal(
    'Worker',
    class {
      addEventListener() {}
      removeEventListener() {}
      postMessage() {}
      terminate() {}
    },
  );
  const root = { classList: { toggle: () => undefined }, dataset: {}, style: {} };
  vi.stubGlobal('document', {
    visibilityState: 'visible',
    adoptedStyleSheets: [],
    documentElement: root,
    addEventListener: () => undefined,
  });
  vi.stubGlobal('navigator', { userAgent: 'none' });
  vi.stubGlobal('window', globalThis);
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      disconnect() {}
    },
  );
  vi.stubGlobal(
    'CSSStyleSheet',
    class {
      replaceSync() {}
    },
  );
  // No frame ever comes.
  vi.stubGlobal('requestAnimationFrame', () => 0);
  vi.stubGlobal('getComputedStyle', () => ({ getPropertyValue: () => '' }));
  vi.stubGlobal('matchMedia', () => ({ matches: false, addEventListener: () => undefined }));
});

describe.each(stationNames)('%s', (station) => {
  it.each(machineKinds)('shows a machine without anything in it: %s', async (kind) => {
    expect((await rendered(bare(newDesign(kind, 'Bare')), station)).length).toBeGreaterThan(20);
  });
  it(
    'shows any valid machine, whatever was left out of it',
    async () => {
      await fc.assert(
        fc.asyncProperty(
          fc.nat(exampleMachines.length - 1),
          fc.array(fc.double({ min: 0, max: 0.999, noNaN: true }), { maxLength: 25 }),
          async (sample, picks) => {
            const { design } = exampleMachines[sample]!.make();
            expect((await rendered(without(design, picks), station)).length).toBeGreaterThan(20);
          },
        ),
        MINUTES ? { numRuns: 1e9, interruptAfterTimeLimit: LONG_MS, markInterruptAsFailure: false } : { numRuns: 3 },
      );
    },
    60_000 + LONG_MS,
  );
});
