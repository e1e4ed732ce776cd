import type { TestRecord } from '@nodaxis/core/bringup/evidence';
import { standings, todo } from '@nodaxis/core/bringup/evidence';
import { PrintMemo } from '@nodaxis/core/bringup/fingerprint';
import { instancesOf, stepsOf } from '@nodaxis/core/bringup/graph';
import { tests } from '@nodaxis/core/bringup/list';
import type { Doubt } from '@nodaxis/core/bringup/questions';
import { doubtsOf } from '@nodaxis/core/bringup/questions';
import { judge, recordOf } from '@nodaxis/core/bringup/record';
import { unfilled } from '@nodaxis/core/bringup/reading';
import type { Proposal, Readings } from '@nodaxis/core/bringup/testKind';
import { createDeriver } from '@nodaxis/core/derivation/figures';
import type { Fault } from '@nodaxis/core/units/result';
import type { InjectionKey } from 'vue';
import { computed, inject, provide, ref, shallowRef, toRaw, watch } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import type { BringUpWorker } from '../../workers/bringup.worker';
import { useStandingWorker } from '../../workers/useStandingWorker';
import { draftOf, forgetDraft, keepDraft } from './drafts';
import { useRehearsal } from '../../document/rehearsal';

export type Mode = 'real' | 'rehearsal';

/** The bring-up of the open machine: real, or rehearsed on a copy. The pages are the same; the two files never meet. */
function createBringUp() {
  const machine = useOpenMachine();
  const preferences = usePreferences();
  const rehearsal = useRehearsal();
  const mode = ref<Mode>('real');
  const derive = createDeriver();
  const memos = { real: new PrintMemo(), rehearsal: new PrintMemo() };

  const file = computed(() => (mode.value === 'real' ? machine.file : rehearsal.file));
  const made = computed(() => {
    const f = file.value;
    if (!f) return undefined;
    const figures = mode.value === 'real' ? machine.figures : derive(f.design);
    return { design: figures.design, figures };
  });
  const instances = computed(() => (made.value ? instancesOf(made.value, tests) : []));
  const all = computed(() =>
    made.value ? standings(made.value, instances.value, file.value!.journal, mode.value, memos[mode.value]) : [],
  );
  const work = computed(() => todo(all.value));
  const titleOf = (key: string) => instances.value.find((i) => i.key === key)?.title ?? key;

  /** The test on the page: the one that was picked, else the next one. */
  const picked = ref<string>();
  const current = computed(
    () => all.value.find((s) => s.instance.key === picked.value) ?? work.value.next ?? all.value[0],
  );
  const readings = shallowRef<Readings>({});
  const note = ref('');
  const photos = ref<string[]>([]);
  /** The result that these readings put right; what was written stays as it is. */
  const corrects = ref<string>();
  const confirmed = ref<string[]>([]);
  const faults = shallowRef<Fault[]>([]);
  const busy = ref(false);
  const draftKey = computed(() =>
    file.value && current.value ? `${file.value.id}/${mode.value}/${current.value.instance.key}` : '',
  );
  watch(
    draftKey,
    (key) => {
      const draft = draftOf(key);
      readings.value = draft?.readings ?? {};
      note.value = draft?.note ?? '';
      photos.value = draft?.photos ?? [];
      confirmed.value = [];
      corrects.value = draft?.corrects;
      faults.value = [];
    },
    { immediate: true },
  );
  watch([readings, note, photos, corrects], () => {
    if (Object.keys(readings.value).length || note.value || photos.value.length)
      keepDraft(draftKey.value, {
        readings: readings.value,
        note: note.value,
        photos: photos.value,
        corrects: corrects.value,
      });
    else forgetDraft(draftKey.value);
  });

  const fields = computed(() => {
    const s = current.value;
    return s && made.value
      ? s.instance.test.fields(made.value, s.instance.subject, readings.value, preferences.display)
      : [];
  });
  const steps = computed(() => {
    const s = current.value;
    return s && made.value ? stepsOf(s.instance, made.value, preferences.display, readings.value, s.again) : [];
  });
  const open = computed(() => unfilled(fields.value, readings.value));
  const doubts = computed((): Doubt[] =>
    doubtsOf(fields.value, readings.value, preferences.display).filter((d) => !confirmed.value.includes(d.key)),
  );
  /** What the readings on the page come to, as soon as they are complete. */
  const judgement = computed(() => {
    const s = current.value;
    if (!s || !made.value || (open.value.length && !Object.keys(readings.value).length)) return undefined;
    return judge(s.instance, readings.value, made.value, preferences.display);
  });
  /** The last result, judged again as the machine stands: its ways out stay at hand. */
  const recorded = computed(() => {
    const s = current.value;
    return s?.record && made.value ? judge(s.instance, s.record.readings, made.value, preferences.display) : undefined;
  });

  const enter = (key: string, value: Readings[string] | undefined) => {
    const next: Record<string, Readings[string]> = { ...readings.value };
    if (value === undefined || value === '') delete next[key];
    else next[key] = value;
    readings.value = next;
    confirmed.value = confirmed.value.filter((k) => k !== key);
  };
  const log = (entry: Parameters<typeof machine.log>[0]) =>
    void (faults.value = mode.value === 'real' ? machine.log(entry) : rehearsal.log(entry));
  const run = (command: Parameters<typeof machine.run>[0]) =>
    mode.value === 'real' ? machine.run(command) : rehearsal.run(command);

  /** Keeps the readings on the page as a result. A failed one stays on the page with its ways out. */
  function keep(): void {
    const s = current.value;
    const j = judgement.value;
    if (!s || !j || !made.value || open.value.length || doubts.value.length) return;
    picked.value = s.instance.key;
    log(
      recordOf(made.value, s.instance, all.value, {
        readings: toRaw(readings.value),
        judgement: j,
        mode: mode.value,
        note: note.value,
        photos: photos.value,
        ...(corrects.value ? { corrects: corrects.value } : {}),
      }),
    );
    // What was refused stays on the page, to be put right.
    if (faults.value.length) return;
    forgetDraft(draftKey.value);
    readings.value = {};
    note.value = '';
    photos.value = [];
    corrects.value = undefined;
  }
  function correct(record: TestRecord): void {
    readings.value = record.readings;
    note.value = record.note ?? '';
    photos.value = [...(record.photos ?? [])];
    corrects.value = record.id;
  }
  function take(p: Proposal): void {
    faults.value = [];
    if ('command' in p) {
      faults.value = run(p.command);
      return;
    }
    if (mode.value === 'rehearsal') rehearsal.rework(p.rework);
    log({ kind: 'rework', subject: p.rework.subject, text: p.rework.text });
  }
  const waive = (reason: string) => current.value && log({ kind: 'waiver', test: current.value.instance.key, reason });

  const worker = useStandingWorker<BringUpWorker>(
    () => new Worker(new URL('../../workers/bringup.worker.ts', import.meta.url), { type: 'module' }),
    (why) => {
      busy.value = false;
      faults.value = [
        {
          what: `The simulated machine has stopped (${why}).`,
          where: current.value?.instance.title ?? '',
          fix: 'Take the readings again.',
        },
      ];
    },
  );
  function stop(): void {
    worker.end();
    busy.value = false;
  }
  /** The simulated machine takes the readings by itself. */
  async function takeReadings(): Promise<void> {
    const s = current.value;
    if (!s || !made.value || !rehearsal.hidden) return;
    const key = draftKey.value;
    const remote = worker.remote ?? worker.begin();
    busy.value = true;
    const result = await remote
      .rehearse(toRaw(made.value.design), toRaw(rehearsal.hidden), s.instance.key, rehearsal.turn + 1)
      .catch((e: unknown) => (e instanceof Error ? e : new Error(String(e))));
    // It was stopped meanwhile, or another test is on the page.
    if (!worker.is(remote)) return;
    busy.value = false;
    if (key !== draftKey.value) return;
    if (result instanceof Error)
      faults.value = [
        {
          what: `The simulated machine could not be tried (${result.message}).`,
          where: s.instance.title,
          fix: 'Go on with another test, or restart the rehearsal.',
        },
      ];
    else if (result.known) readings.value = result.value;
    else
      faults.value = [
        {
          what: `The simulation still needs: ${result.missing.join(', ')}.`,
          where: s.instance.title,
          fix: 'Enter it on its station, and restart the rehearsal.',
        },
      ];
  }

  function next(): void {
    picked.value = undefined;
  }
  return {
    mode,
    file,
    made,
    all,
    work,
    titleOf,
    picked,
    current,
    readings,
    note,
    photos,
    confirmed,
    corrects,
    correct,
    faults,
    busy,
    fields,
    steps,
    open,
    doubts,
    draftKey,
    judgement,
    recorded,
    enter,
    keep,
    take,
    waive,
    takeReadings,
    stop,
    next,
    log,
    rehearsal,
  };
}
export type BringUp = ReturnType<typeof createBringUp>;
const key: InjectionKey<BringUp> = Symbol('bring-up');
export function provideBringUp(): BringUp {
  const bringUp = createBringUp();
  provide(key, bringUp);
  return bringUp;
}
export const useBringUp = (): BringUp => inject(key)!;
