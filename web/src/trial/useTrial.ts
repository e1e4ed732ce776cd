import type { Act, TrialState } from '@nodaxis/core/faults/trial';
import { Trial, actKey, handlesOf } from '@nodaxis/core/faults/trial';
import { answersTo, tellAct } from '@nodaxis/core/faults/story';
import { polaritiesOf } from '@nodaxis/core/settings/inputSettings';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { useMachine } from '../document/machine';

/** As many sentences as are worth looking back over. */
const TOLD = 30;

/** The open machine on trial: what is pressed, cut, starved and unplugged, and what became of it. Nothing is saved. */
export const useTrial = defineStore('trial', () => {
  const machine = useMachine();
  const on = ref(false);
  const state = shallowRef<TrialState>();
  /** The newest first. */
  const told = shallowRef<readonly string[]>([]);
  const answers = shallowRef<ReturnType<typeof answersTo>>([]);

  const trial = computed(() => {
    const f = machine.figures;
    return on.value && f ? new Trial(f.design, f.network, f.plan, polaritiesOf(f.settings)) : undefined;
  });
  const handles = computed(() => machine.figures && handlesOf(machine.figures.design, machine.figures.plan.outputs));

  /** After an edit the same acts are done again, as far as there still is what they act on. */
  watch(trial, (now) => {
    if (!now || !machine.design) {
      state.value = undefined;
      return;
    }
    const still = state.value?.acts.filter((a) =>
      'part' in a
        ? machine.design!.parts[a.part]
        : 'conductor' in a
          ? machine.design!.conductors[a.conductor]
          : machine.design!.parts[a.output.part],
    );
    state.value = (still ?? []).reduce((s, act) => now.toggle(s, act), now.begin());
    answers.value = [];
  });
  watch(
    () => machine.file?.id,
    () => {
      on.value = false;
      told.value = [];
    },
  );

  function toggle(act: Act): void {
    const [before, t] = [state.value, trial.value];
    if (!before || !t || !machine.design) return;
    const after = t.toggle(before, act);
    state.value = after;
    answers.value = answersTo(machine.design, before.view, after.view);
    told.value = [tellAct(machine.design, before, after, act), ...told.value].slice(0, TOLD);
  }
  /** A push button is pressed and let go in one click; what latches stays. */
  function press(part: string): void {
    const data = machine.design?.parts[part]?.data;
    toggle({ kind: 'press', part });
    if (data?.class === 'button' && !data.latching) {
      const [pressed, answered] = [told.value[0], answers.value];
      toggle({ kind: 'press', part });
      // The press is what one wants to read; letting go undoes an input's answer and no more.
      told.value = [pressed!, ...told.value.slice(2)];
      answers.value = answered;
    }
  }
  function reset(): void {
    if (trial.value) state.value = trial.value.begin();
    told.value = [];
    answers.value = [];
  }
  const done = computed(() => new Set(state.value?.acts.map(actKey)));
  const is = (act: Act) => done.value.has(actKey(act));

  /** One word for each part that is in another state than by itself, for whoever draws it. */
  const tags = computed((): ReadonlyMap<string, string> => {
    const map = new Map<string, string>();
    const [design, s] = [machine.design, state.value];
    if (!on.value || !design || !s) return map;
    const { view } = s;
    for (const [id, p] of Object.entries(design.parts)) {
      const has = (set: ReadonlySet<string>) => [...set].some((key) => key.startsWith(`${id}/`));
      const c = p.data.class;
      if (is({ kind: 'press', part: id })) map.set(id, c === 'sensor' ? 'sees its target' : 'pressed');
      else if (view.dead.has(id)) map.set(id, 'dead');
      else if (is({ kind: 'pull', part: id })) map.set(id, 'pulled');
      else if (id === design.roles.controller && !view.controllerOn) map.set(id, 'off');
      else if ((c === 'stepper-driver' || c === 'servo-drive') && !view.torque.has(id)) map.set(id, 'no torque');
      else if (has(view.energised)) map.set(id, c === 'motor' ? 'brake released' : 'pulled in');
      else if (has(view.fed)) map.set(id, 'on');
    }
    return map;
  });
  /** What a click on a part does while it is on trial; undefined where there is nothing to do. */
  function act(part: string): void {
    const c = machine.design?.parts[part]?.data.class;
    if (handles.value?.press.includes(part)) press(part);
    else if (c === 'supply') toggle({ kind: 'lose', part });
    else if (handles.value?.pull.includes(part)) toggle({ kind: 'pull', part });
  }

  return { on, tags, act, state, told, answers, handles, toggle, press, reset, is };
});
