import type { Debrief } from '@nodaxis/core/drills/session';
import { drills } from '@nodaxis/core/drills/list';
import type { ControllerEvent } from '@nodaxis/core/motion/controller/events';
import { tell } from '@nodaxis/core/motion/controller/events';
import type { Happening } from '@nodaxis/core/motion/plant/happenings';
import type { Inspection } from '@nodaxis/core/motion/simulation/inspect';
import type { Act } from '@nodaxis/core/motion/simulation/record';
import type { SimulationInput, Snapshot } from '@nodaxis/core/motion/simulation/simulation';
import { simulationInput } from '@nodaxis/core/motion/simulation/simulation';
import type { StoryLine } from '@nodaxis/core/motion/simulation/countedStory';
import type { Kept } from '@nodaxis/core/motion/simulation/storyFile';
import { readStory, writeStory } from '@nodaxis/core/motion/simulation/storyFile';
import { isHarm, tellHappening } from '@nodaxis/core/motion/simulation/tellHappening';
import type { Piece } from '@nodaxis/core/program/piece';
import type { HiddenFault } from '@nodaxis/core/motion/truth/hiddenFault';
import { proxy } from 'comlink';
import { useEventListener } from '@vueuse/core';
import type { InjectionKey } from 'vue';
import { computed, inject, nextTick, onBeforeUnmount, provide, ref, shallowRef, toRaw, watch } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import type { DrillView, Frame, Jog, PracticeWorker, ProgramView } from '../../workers/practice.worker';
import { useStandingWorker } from '../../workers/useStandingWorker';

/** A held key or button repeats its command this often; the control stops when it falls silent. */
const REPEAT_MS = 80;
const TRAIL_S = 12;
/** A plate is held to the tool this long. */
const HOLD_PLATE_MS = 400;
/** Sentences that are kept; what went wrong is kept besides. */
const STORY_LINES = 400;
/** Acts that are kept to bring a lost machine back; a held key makes a dozen a second. */
const KEPT_ACTS = 20_000;

export type { StoryLine };
export interface TrailPoint {
  t: number;
  positions: number[];
}

/** The simulated machine of the open file: starts with it, and restarts when what it is made of changes. */
function createPractice() {
  const machine = useOpenMachine();
  const preferences = usePreferences();
  const snapshot = shallowRef<Snapshot>();
  const story = shallowRef<StoryLine[]>([]);
  const trail = shallowRef<TrailPoint[]>([]);
  const pace = ref(1);
  const notice = ref('');
  /** The worker has died: its machine can be brought back. */
  const lost = ref(false);
  const faults = shallowRef<readonly HiddenFault[]>([]);
  const seed = ref(1);
  const drillId = ref<string>();
  const drill = shallowRef<DrillView>();
  const debrief = shallowRef<Debrief>();
  /** The answers of a drill, the one that is picked, and what was seen on walking up: kept while other tabs are open. */
  const answers = shallowRef<{ index: number; text: string }[]>([]);
  const answer = ref<number>();
  const seen = shallowRef<{ title: string; text: string }[]>([]);
  const program = shallowRef<ProgramView>();
  const programText = ref('');
  /** What is laid under the tool for a program that touches. */
  const touchPiece = shallowRef<Piece>({ kind: 'plate', below: 12 });
  const reading = ref<number>();

  const drillMachine = computed(() => ({ design: toRaw(machine.figures.design), inputs: machine.figures.plan.inputs }));
  const drillStart = computed(() => {
    const found = drills.find((d) => d.id === drillId.value);
    return found?.start(drillMachine.value, seed.value);
  });
  /** A story that is to be told as soon as its machine stands ready. */
  let toTell: { entries: readonly Kept[]; steps: number } | undefined;
  const input = computed(() => {
    const f = machine.figures;
    const start = drillStart.value;
    return simulationInput(f.design, f.controller, f.plan, {
      faults: start?.faults ?? faults.value,
      startShare: start?.startShare ?? 0.4,
      seed: seed.value,
    });
  });
  /** Only what the simulation is made of counts: a renamed part does not throw a rehearsal away. */
  const fingerprint = computed(() => {
    if (!input.value.known) return '';
    const { settings, truth } = input.value.value;
    return JSON.stringify([
      settings,
      truth.plant,
      truth.faults,
      drillId.value,
      seed.value,
      machine.figures.network.conductors.length,
    ]);
  });

  const worker = useStandingWorker<PracticeWorker>(
    () => new Worker(new URL('../../workers/practice.worker.ts', import.meta.url), { type: 'module' }),
    (why) => {
      stop();
      lost.value = true;
      notice.value = `The simulated machine has stopped (${why}). Your file is whole, and what you did here is kept: continue from there, or restart.`;
    },
  );
  let log: Kept[] = [];

  const deviceName = (id: string) => {
    const part = machine.design?.parts[id];
    return part ? `${part.designation} ${part.name}` : id;
  };
  function tellAll(events: Snapshot['events'], happenings: readonly Happening[], source: SimulationInput): StoryLine[] {
    const said = events.map((e: { t: number; event: ControllerEvent }) => ({
      t: e.t,
      text: tell(e.event, preferences.display, source.settings.diameterX),
      harm: false,
    }));
    const heard = happenings.map((h) => ({
      t: h.t,
      text: tellHappening(h, source.truth.plant, deviceName, preferences.display),
      harm: isHarm(h),
    }));
    return [...said, ...heard].sort((a, b) => a.t - b.t);
  }

  function onFrame(source: SimulationInput, { snapshot: next, drill: view, acts }: Frame) {
    if (acts.length) log.push(...acts);
    if (log.length > KEPT_ACTS) log.splice(0, log.length - KEPT_ACTS);
    snapshot.value = next;
    drill.value = view;
    const lines = tellAll(next.events, next.happenings, source);
    if (lines.length) {
      const all = [...story.value, ...lines];
      // What went wrong is never pushed out by what was merely said.
      story.value = all.length > STORY_LINES ? all.filter((l, i) => l.harm || i > all.length - STORY_LINES) : all;
    }
    const kept = trail.value.filter((p) => p.t > next.timeS - TRAIL_S && p.t < next.timeS);
    const point = { t: next.timeS, positions: next.axes.map((a) => a.position) };
    trail.value = [...kept, point];
  }
  async function start(source: SimulationInput, retell?: { entries: readonly Kept[]; steps: number }) {
    stop();
    lost.value = false;
    toTell = undefined;
    if (!retell) {
      story.value = [];
      log = [];
      debrief.value = undefined;
      answers.value = [];
      answer.value = undefined;
      seen.value = [];
    }
    trail.value = [];
    const link = worker.begin();
    const which = drillId.value ? { id: drillId.value, machine: drillMachine.value } : undefined;
    const told = retell && { entries: [...retell.entries], steps: retell.steps };
    await link.start(
      toRaw(source),
      proxy((f: Frame) => worker.is(link) && onFrame(source, f)),
      which,
      told,
    );
    if (which) answers.value = await link.answers();
    await link.setPace(pace.value);
  }
  function stop() {
    release();
    worker.end();
    program.value = undefined;
    reading.value = undefined;
  }

  const act = (a: Act) => void worker.remote?.act(a);
  const press = (device: string, down: boolean) => act({ type: 'press', device, down });
  /** Holds the plate to the tool for a moment, as a hand does that proves the circuit. */
  function holdPlate(): void {
    const probe = input.value.known ? input.value.value.probe : undefined;
    if (!probe) return;
    press(probe, true);
    setTimeout(() => press(probe, false), HOLD_PLATE_MS);
  }

  let held: ReturnType<typeof setInterval> | undefined;
  let moving: Jog[] = [];
  const say = () => void worker.remote?.hold(moving);
  /** Moves axes while they are held. A dead-man: it is said again and again, and silence stops them. */
  function holdAll(axes: Omit<Jog, 'override'>[], override = false) {
    if (!axes.length) return release();
    moving = axes.map((a) => ({ ...a, override }));
    say();
    held ??= setInterval(say, REPEAT_MS);
  }
  const hold = (axis: string, direction: 1 | -1, share: number, override: boolean) =>
    holdAll([{ axis, direction, share }], override);
  function release() {
    if (held === undefined) return;
    clearInterval(held);
    held = undefined;
    moving = [];
    say();
  }

  async function readProgram(text: string) {
    programText.value = text;
    const { remote } = worker;
    if (!remote || !text.trim()) {
      program.value = undefined;
      return;
    }
    reading.value = 0;
    const view = await remote.readProgram(
      text,
      toRaw(preferences.display),
      proxy((share: number) => {
        // Progress comes by a channel of its own: the last of it may arrive after the result, or after a stop.
        if (reading.value !== undefined) reading.value = share;
      }),
    );
    // Another reading has overtaken this one.
    if (!view) return;
    reading.value = undefined;
    program.value = view;
  }
  function stopReading() {
    void worker.remote?.stopReading();
    reading.value = undefined;
  }

  watch(pace, (p) => void worker.remote?.setPace(p));
  watch(
    fingerprint,
    () => {
      notice.value = '';
      if (input.value.known) void start(input.value.value, toTell);
      else {
        stop();
        snapshot.value = undefined;
      }
    },
    { immediate: true },
  );

  // A hand that can no longer be seen is no longer on the key; a program nobody watches is held.
  const letGo = () => release();
  function onVisibility() {
    if (document.visibilityState === 'visible') return;
    release();
    if (snapshot.value?.state !== 'following-program') return;
    act({ type: 'pause' });
    notice.value = 'The page was out of sight, so the program was paused. Check where everything is, then continue.';
  }
  function onPadLost() {
    release();
    notice.value = 'The game controller is gone: motion by hand was stopped.';
  }
  useEventListener(window, ['blur', 'pointerup'], letGo);
  useEventListener(document, 'visibilitychange', onVisibility);
  useEventListener(window, 'gamepaddisconnected', onPadLost);
  onBeforeUnmount(stop);

  return {
    input,
    snapshot,
    story,
    trail,
    pace,
    notice,
    lost,
    faults,
    seed,
    drillId,
    drill,
    drillStart,
    drillMachine,
    debrief,
    answers,
    answer,
    seen,
    program,
    programText,
    touchPiece,
    reading,
    act,
    press,
    holdPlate,
    hold,
    holdAll,
    release,
    readProgram,
    stopReading,
    /** The program that was read, written once more in the air. */
    inTheAir: async (liftMm: number) => await worker.remote?.inTheAir(liftMm, preferences.display.system === 'inch'),
    run: (from?: number) => void worker.remote?.run(programText.value, from),
    advance: (steps: number) => void worker.remote?.advance(steps),
    look: async (i: Inspection) => (await worker.remote?.look(toRaw(i), toRaw(preferences.display))) ?? '',
    trace: async (seconds: number) => await worker.remote?.trace(seconds),
    traceCsv: async (every: number) => (await worker.remote?.traceCsv(every)) ?? '',
    finish: async () => (debrief.value = await worker.remote?.finish(answer.value)),
    /** Begins with a machine as its file describes it, or as the drill does. */
    again: () => {
      notice.value = '';
      if (input.value.known) void start(input.value.value);
    },
    /** This rehearsal as a file. */
    storyText: () =>
      writeStory({
        machine: machine.design.name,
        seed: seed.value,
        drill: drillId.value,
        faults: faults.value,
        entries: log,
        steps: Math.round((snapshot.value?.timeS ?? 0) * 1000),
      }),
    /** Tells a saved rehearsal again, or says why it cannot. */
    tellAgain: (text: string) => {
      const read = readStory(text);
      if (!read.ok) {
        notice.value = `${read.error[0]!.what} ${read.error[0]!.fix}`;
        return;
      }
      const { entries, steps } = read.value;
      story.value = [];
      log = [...entries];
      toTell = { entries, steps };
      const before = fingerprint.value;
      [seed.value, drillId.value, faults.value] = [read.value.seed, read.value.drill, read.value.faults];
      // With the same machine and faults as now, nothing else would start it.
      if (fingerprint.value === before && input.value.known) void start(input.value.value, toTell);
      const other = read.value.machine !== machine.design.name;
      // The new machine starts with the next tick and has nothing to say.
      if (other)
        void nextTick(
          () =>
            (notice.value = `This story was recorded on ${read.value.machine}; on ${machine.design.name} it may come out differently.`),
        );
    },
    /** Brings a machine back whose worker has died: every act is told again. */
    takeUp: () => {
      notice.value = '';
      const steps = Math.round((snapshot.value?.timeS ?? 0) * 1000);
      if (input.value.known) void start(input.value.value, { entries: log, steps });
    },
  };
}

export type Practice = ReturnType<typeof createPractice>;
const key: InjectionKey<Practice> = Symbol('practice');

export function providePractice(): Practice {
  const practice = createPractice();
  provide(key, practice);
  return practice;
}
export const usePractice = (): Practice => inject(key)!;
