import type { ControllerCommand } from '@nodaxis/core/motion/controller/controller';
import type { ControllerEvent } from '@nodaxis/core/motion/controller/events';
import type { SimulationInput, Snapshot } from '@nodaxis/core/motion/simulation/simulation';
import { simulationInput } from '@nodaxis/core/motion/simulation/simulation';
import type { Remote } from 'comlink';
import { proxy, wrap } from 'comlink';
import { computed, onBeforeUnmount, ref, shallowRef, toRaw, watch } from 'vue';
import { useMachine } from '../../document/machine';
import type { PracticeWorker } from '../../workers/practice.worker';

/** A held key or button repeats its command this often; the control stops when it falls silent. */
const REPEAT_MS = 80;
const TRAIL_S = 12;

/** The simulated machine of the open file: starts with it, and starts anew when what it is made of changes. */
export function usePractice() {
  const machine = useMachine();
  const snapshot = shallowRef<Snapshot>();
  const story = shallowRef<{ t: number; event: ControllerEvent }[]>([]);
  const trail = shallowRef<{ t: number; positions: number[] }[]>([]);
  const pace = ref(1);
  const workerFault = ref('');
  const offsets = ref<Record<string, number>>({});

  const input = computed(() => {
    const f = machine.figures!;
    return simulationInput(f.design, f.controller, f.network, f.plan.inputs);
  });
  /** Only what the simulation is made of counts: a renamed part does not throw a rehearsal away. */
  const fingerprint = computed(() =>
    input.value.known ? JSON.stringify([input.value.value.settings, input.value.value.plant]) : '',
  );

  let thread: Worker | undefined;
  let remote: Remote<PracticeWorker> | undefined;

  function onFrame(next: Snapshot) {
    snapshot.value = next;
    if (next.events.length) story.value = [...story.value, ...next.events].slice(-200);
    const kept = trail.value.filter((p) => p.t > next.timeS - TRAIL_S);
    trail.value = [...kept, { t: next.timeS, positions: next.axes.map((a) => a.position) }];
  }
  async function start(source: SimulationInput) {
    stop();
    story.value = [];
    trail.value = [];
    offsets.value = {};
    thread = new Worker(new URL('../../workers/practice.worker.ts', import.meta.url), { type: 'module' });
    thread.onerror = (e) => {
      workerFault.value = `The simulation has stopped (${e.message || 'its worker ended'}). Nothing of your machine is lost.`;
      stop();
    };
    remote = wrap<PracticeWorker>(thread);
    await remote.start(toRaw(source), proxy(onFrame));
    await remote.setPace(pace.value);
  }
  function stop() {
    release();
    thread?.terminate();
    thread = undefined;
    remote = undefined;
    snapshot.value = undefined;
  }

  const command = (c: ControllerCommand) => void remote?.command(c);
  const press = (device: string, down: boolean) => void remote?.press(device, down);

  let held: ReturnType<typeof setInterval> | undefined;
  /** Moves an axis while it is held. A dead-man: it is said again and again, and silence stops the axis. */
  function hold(axis: string, direction: 1 | -1, share: number, override: boolean) {
    release();
    const say = () => command({ type: 'jog', axis, direction, share, override });
    say();
    held = setInterval(say, REPEAT_MS);
  }
  function release() {
    if (held === undefined) return;
    clearInterval(held);
    held = undefined;
    command({ type: 'release' });
  }

  watch(pace, (p) => void remote?.setPace(p));
  watch(
    fingerprint,
    () => {
      workerFault.value = '';
      if (input.value.known) void start(input.value.value);
      else stop();
    },
    { immediate: true },
  );
  // A hand that can no longer be seen is no longer on the key.
  const letGo = () => release();
  addEventListener('blur', letGo);
  addEventListener('visibilitychange', letGo);
  addEventListener('pointerup', letGo);
  onBeforeUnmount(() => {
    removeEventListener('blur', letGo);
    removeEventListener('visibilitychange', letGo);
    removeEventListener('pointerup', letGo);
    stop();
  });

  const again = () => input.value.known && void start(input.value.value);
  return { input, snapshot, story, trail, pace, offsets, workerFault, command, press, hold, release, again };
}
