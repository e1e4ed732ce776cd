// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import type { Snapshot } from '@nodaxis/core/motion/simulation/simulation';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { shallowReactive } from 'vue';
import type { Frame, Jog } from '../../workers/practice.worker';
import { channelWorker } from '../../workers/tests/channelWorker';
import { type Practice, providePractice } from './usePractice';

const { design } = dunnock();
const machine = shallowReactive({ design, figures: deriveFigures(design) });
vi.mock('../../document/openMachine', () => ({ useOpenMachine: () => machine }));

/** What the simulated machine was told, and the way to let it say something. */
interface Bench {
  worker: Worker;
  ended: boolean;
  acts: object[];
  held: Jog[][];
  retold: { entries: unknown[]; steps: number } | undefined;
  show?: (f: Frame) => void;
}
let benches: Bench[] = [];
function startWorker(): Worker {
  const bench: Bench = { worker: undefined!, ended: false, acts: [], held: [], retold: undefined };
  bench.worker = channelWorker(
    {
      start(_: object, onFrame: (f: Frame) => void, __: unknown, told: Bench['retold']) {
        bench.show = onFrame;
        bench.retold = told;
      },
      setPace: () => undefined,
      act: (a: object) => void bench.acts.push(a),
      hold: (axes: Jog[]) => void bench.held.push(axes),
    },
    () => (bench.ended = true),
  );
  benches.push(bench);
  return bench.worker;
}
const frame = (timeS: number, more: Partial<Snapshot> = {}, acts: Frame['acts'] = []): Frame => ({
  snapshot: { timeS, axes: [], events: [], happenings: [], state: 'at-rest', ...more } as unknown as Snapshot,
  drill: undefined,
  acts,
});

let practice: Practice;
let view: ReturnType<typeof mount>;
beforeEach(async () => {
  benches = [];
  setActivePinia(createPinia());
  vi.stubGlobal(
    'Worker',
    class {
      constructor() {
        return startWorker();
      }
    },
  );
  view = mount({
    setup() {
      practice = providePractice();
      return () => null;
    },
  });
  await vi.waitFor(() => expect(benches[0]?.show).toBeDefined());
});
afterEach(() => {
  view.unmount();
  vi.unstubAllGlobals();
});

it('a held key is said again and again, and an axis is let go when the page loses the hand', async () => {
  practice.hold('x', 1, 0.5, false);
  await vi.waitFor(() => expect(benches[0]!.held.length).toBeGreaterThan(2));
  expect(benches[0]!.held[0]).toEqual([{ axis: 'x', direction: 1, share: 0.5, override: false }]);
  window.dispatchEvent(new Event('blur'));
  await vi.waitFor(() => expect(benches[0]!.held.at(-1)).toEqual([]));
  const said = benches[0]!.held.length;
  await new Promise((r) => setTimeout(r, 250));
  expect(benches[0]!.held).toHaveLength(said);
});

it('a program that nobody sees is paused, and says so; a machine at rest is left alone', async () => {
  const hidden = vi.spyOn(document, 'visibilityState', 'get').mockReturnValue('hidden');
  document.dispatchEvent(new Event('visibilitychange'));
  expect(practice.notice.value).toBe('');
  benches[0]!.show!(frame(1, { state: 'following-program' }));
  await vi.waitFor(() => expect(practice.snapshot.value?.timeS).toBe(1));
  document.dispatchEvent(new Event('visibilitychange'));
  await vi.waitFor(() => expect(benches[0]!.acts).toEqual([{ type: 'pause' }]));
  expect(practice.notice.value).toMatch(/out of sight, so the program was paused/);
  hidden.mockRestore();
});

it('a machine that dies can be taken up where it was, from what was done to it', async () => {
  const done = { steps: 400, act: { type: 'press', device: 'estop', down: true } } as unknown as Frame['acts'][number];
  benches[0]!.show!(frame(1.5, {}, [done]));
  await vi.waitFor(() => expect(practice.snapshot.value?.timeS).toBe(1.5));
  benches[0]!.worker.onerror!({ message: 'out of memory' } as ErrorEvent);
  expect(practice.lost.value).toBe(true);
  expect(practice.notice.value).toMatch(/has stopped \(out of memory\).*what you did here is kept/);
  practice.takeUp();
  await vi.waitFor(() => expect(benches[1]?.retold).toEqual({ entries: [done], steps: 1500 }));
  expect([practice.lost.value, practice.notice.value, benches[0]!.ended]).toEqual([false, '', true]);
});

it('what another machine says after its end is not heard', async () => {
  const late = benches[0]!.show!;
  practice.again();
  await vi.waitFor(() => expect(benches[1]?.show).toBeDefined());
  late(frame(99));
  benches[1]!.show!(frame(0.1));
  await vi.waitFor(() => expect(practice.snapshot.value?.timeS).toBe(0.1));
});

it('a new name throws no rehearsal away; another lead of the screw begins a new one', async () => {
  const rename = { ...design, name: 'Another name' };
  Object.assign(machine, { design: rename, figures: deriveFigures(rename) });
  await new Promise((r) => setTimeout(r, 50));
  expect(benches).toHaveLength(1);
  const x = design.axes.x!;
  const other = {
    ...design,
    axes: { ...design.axes, x: { ...x, transmission: { ...x.transmission, pitch: { ...x.travel!, entered: 4 } } } },
  } as typeof design;
  Object.assign(machine, { design: other, figures: deriveFigures(other) });
  await vi.waitFor(() => expect(benches).toHaveLength(2));
  expect(benches[0]!.ended).toBe(true);
});
