<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import FilePicker from '../../ui/FilePicker.vue';
import Fold from '../../ui/Fold.vue';
import TextField from '../../ui/TextField.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { minutesOf, sayStale } from '@nodaxis/core/bringup/evidence';
import type { Proposal } from '@nodaxis/core/bringup/testKind';
import { baseValue } from '@nodaxis/core/units/quantity';
import { useMediaQuery } from '@vueuse/core';
import { computed, ref, watch } from 'vue';
import { useMachine } from '../../document/machine';
import { usePreferences } from '../../document/preferences';
import { MOST_TEXT } from '@nodaxis/core/machine/ids';
import { useDraft } from '../../document/drafts';
import { useControlLink } from '../../document/controlLink';
import { useIntake } from '../../document/intake';
import { download } from '../../document/transfer';
import MessageFinder from '../../widgets/MessageFinder.vue';
import PhotoStrip from '../../widgets/PhotoStrip.vue';
import StandingPlace from '../../widgets/StandingPlace.vue';
import TravelRuler from '../../widgets/TravelRuler.vue';
import JudgementView from './JudgementView.vue';
import ReadingForm from './ReadingForm.vue';
import StateMark from './StateMark.vue';
import { useBringUp } from './useBringUp';

/** One test: why, the caution, what to do, what to enter, what it comes to, and the way out. */
const bringUp = useBringUp();
const {
  current,
  work,
  made,
  mode,
  steps,
  readings,
  judgement,
  recorded,
  open,
  doubts,
  confirmed,
  note,
  photos,
  busy,
  faults,
  corrects,
} = bringUp;
const machine = useMachine();
const preferences = usePreferences();
const s = computed(() => current.value!);
const reason = useDraft(() => `${machine.file?.id}/reason/${current.value?.instance.key}`, '');
const test = computed(() => s.value.instance.test);
const locked = computed(() => s.value.state === 'locked');
const entering = computed(() => Object.keys(readings.value).length > 0);
/** Where a test is about places along an axis, the same ruler as everywhere shows them. */
const axis = computed(() =>
  test.value.alongAxis ? made.value!.figures.axes.find((a) => a.id === s.value.instance.subject.axis) : undefined,
);
const reached = computed(() => {
  const v = (entering.value ? readings.value : s.value.record?.readings)?.reached;
  return typeof v === 'object' ? baseValue(v) : undefined;
});
/** What the control may show while a test is done, where its name sheet holds it. */
const messages = computed(() => made.value?.design.nameSheet?.messages ?? []);
/** The input that the test is about, where the control is listened to. */
const link = useControlLink();
const lamp = computed(() => {
  const { circuit } = s.value.instance.subject;
  const told = circuit ? link.heard?.inputs.get(circuit) : undefined;
  const name = link.names.find((n) => n.circuit === circuit);
  return link.how && mode.value === 'real' && told && name ? { title: name.title, tripped: told.tripped } : undefined;
});
/** How often it has changed while this test was on the page. */
const changes = ref(0);
watch([() => s.value.instance.key, () => lamp.value?.tripped], ([key, now], [before, was]) => {
  if (key !== before) changes.value = 0;
  else if (now !== undefined && was !== undefined) changes.value++;
});
const stale = computed(() => s.value.stale.map((r) => sayStale(r, made.value!.design, bringUp.titleOf)));
const program = computed(() =>
  test.value.program?.(made.value!, s.value.instance.subject, readings.value, preferences.display),
);
const saveProgram = () => download(`${s.value.instance.key.replace('/', '-')}.nc`, program.value!, 'text/plain');
const intake = useIntake();
// What has arrived for this test goes into its draft.
watch(
  () => [bringUp.draftKey.value, ...intake.listOf(bringUp.draftKey.value)] as const,
  ([key, ...ids]) => {
    if (!ids.length) return;
    photos.value = [...new Set([...photos.value, ...ids])];
    intake.setList(key, []);
  },
  { immediate: true },
);
/** What was done about the last result. */
const taken = ref('');
watch(
  () => s.value.instance.key,
  () => (taken.value = ''),
);
const narrow = useMediaQuery('(max-width: 1000px)');
/** What was just kept, or is next, is read from its top. */
const page = ref<HTMLElement>();
watch(
  () => [s.value.instance.key, s.value.record?.id],
  () => {
    page.value?.scrollTo({ top: 0 });
    // In one column it is the station that scrolls, and nothing around it.
    const station = narrow.value ? page.value?.closest('main') : undefined;
    if (station) station.scrollTop += page.value!.getBoundingClientRect().top - station.getBoundingClientRect().top;
  },
  { flush: 'post' },
);
function takeIt(p: Proposal) {
  bringUp.take(p);
  if (!faults.value.length) taken.value = `Done: ${p.label}.`;
}
function openIt() {
  bringUp.waive(reason.value.trim());
  if (!faults.value.length) reason.value = '';
}
const passedNow = computed(() => !entering.value && s.value.state === 'passed');
</script>

<template>
  <article ref="page" class="sheet page" :aria-label="s.instance.title">
    <header class="head">
      <h2>{{ s.instance.title }}</h2>
      <StateMark :state="s.state" />
      <span class="soft">about {{ minutesOf(s) }} min</span>
    </header>
    <p class="soft">{{ test.purpose }}</p>
    <Caution v-if="test.caution"><b>Caution.</b> {{ test.caution }}</Caution>

    <section v-if="locked" class="locked stack">
      <p>
        <b>Locked.</b> Before it:
        <template v-for="(k, i) in s.waitsFor.slice(0, 6)" :key="k"
          ><template v-if="i">, </template
          ><ActionButton kind="bare" class="link" @click="bringUp.picked.value = k">{{
            bringUp.titleOf(k)
          }}</ActionButton></template
        ><template v-if="s.waitsFor.length > 6"> and {{ s.waitsFor.length - 6 }} more</template>.
      </p>
      <form class="row" @submit.prevent="openIt">
        <TextField
          v-model="reason"
          :maxlength="MOST_TEXT"
          class="reason"
          aria-label="Why it is opened all the same"
          placeholder="Open it all the same, because …"
        />
        <ActionButton kind="framed" native-type="submit" :disabled="!reason.trim()">Open</ActionButton>
        <small class="soft">It is written into the log.</small>
      </form>
    </section>
    <template v-else>
      <p v-if="!work.list.length" class="all-done">Everything that this machine needs has passed.</p>
      <p v-if="s.waived" class="soft">Done before its turn: {{ s.waived }}</p>
      <section v-if="stale.length" class="stale" aria-label="Why it is stale">
        <b>Stale.</b>
        <span v-for="t in stale.slice(0, 4)" :key="t"> {{ t }}</span><span v-if="stale.length > 4">
          And {{ stale.length - 4 }} more.</span
        >
      </section>
      <StandingPlace v-if="test.saysWhichWay" />
      <ol class="steps">
        <li v-for="t in steps" :key="t">{{ t }}</li>
      </ol>
      <TravelRuler v-if="axis" class="ruler" :axis="axis" :position="reached" />
      <div v-if="program" class="row">
        <ActionButton kind="framed" @click="saveProgram">Save the program</ActionButton>
        <small class="soft">ISO 6983, made for this machine as it is in the file.</small>
      </div>
      <JudgementView
        v-if="!entering && s.record && recorded"
        :judgement="recorded"
        :stale-now="s.state === 'stale'"
        :can-act="true"
        @take="takeIt"
      />
      <p v-if="taken && !entering" class="taken" role="status">
        {{ taken }} Take the readings again to see that it helped.
      </p>
      <div v-if="mode === 'rehearsal'" class="row">
        <ActionButton :kind="!entering ? 'main' : 'framed'" :disabled="busy" @click="bringUp.takeReadings()">
          {{ busy ? 'The machine is being tried …' : 'Let the machine take the readings' }}
        </ActionButton>
        <ActionButton v-if="busy" @click="bringUp.stop()">Stop</ActionButton>
      </div>
      <p v-if="lamp" class="lamp" role="status">
        <b>{{ lamp.title }}</b> as the control tells it: {{ lamp.tripped ? 'tripped' : 'at rest' }}
        <span v-if="changes" class="soft"
          >changed {{ changes }} {{ changes === 1 ? 'time' : 'times' }} on this page</span
        >
      </p>
      <!-- What is typed and cannot be read stays with its test. -->
      <ReadingForm :key="s.instance.key" />
      <Fold v-if="mode === 'real' && messages.length" class="more" title="The control shows something"
        ><MessageFinder :key="s.instance.key" :messages="messages"
      /></Fold>
      <Fold v-if="mode === 'real'" class="more"
        ><template #title
          ><span>Note and pictures<template v-if="note || photos.length"> ✓</template></span></template
        >
        <TextField
          v-model="note"
          type="textarea"
          :rows="2"
          :maxlength="MOST_TEXT"
          aria-label="Note"
          placeholder="Instrument, weather, what seemed odd …"
        />
        <div class="row">
          <FilePicker
            accept="image/*"
            camera
            label="Take a picture"
            :disabled="machine.readOnly"
            @files="intake.take($event, { kind: 'list', list: bringUp.draftKey.value })"
            >Take a picture</FilePicker
          >
          <PhotoStrip :ids="photos" removable @drop="(id) => (photos = photos.filter((p) => p !== id))" />
        </div>
      </Fold>
      <ul v-if="doubts.length && entering" class="doubts" role="alert">
        <li v-for="d in doubts" :key="d.key">
          {{ d.question }}
          <ActionButton kind="framed" @click="confirmed = [...confirmed, d.key]">That is what I read</ActionButton>
        </li>
      </ul>
      <p v-if="corrects" class="soft">These readings correct an earlier result; that one stays in the log as it is.</p>
      <JudgementView v-if="entering && judgement" :judgement="judgement" :can-act="false" />
      <p v-for="f in [...faults, ...intake.faults]" :key="f.what" class="fault" role="alert">
        {{ f.what }} {{ f.fix }}
      </p>
      <footer class="row foot">
        <ActionButton
          v-if="entering"
          kind="main"
          :disabled="open.length > 0 || doubts.length > 0 || intake.busy || machine.readOnly"
          @click="bringUp.keep()"
        >
          {{ intake.busy ? 'The picture is coming in …' : 'Keep this result' }}
        </ActionButton>
        <ActionButton v-if="!entering" :kind="passedNow ? 'main' : 'framed'" @click="bringUp.next()">
          Next test
        </ActionButton>
      </footer>
    </template>
  </article>
</template>

<style scoped>
.page {
  overflow: auto;
  /* What is hidden from sight in it scrolls with it, and does not lengthen the station. */
  position: relative;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  /* A caution is never squeezed, however little room there is: the page scrolls. */
  grid-auto-rows: max-content;
  gap: 9px;
  align-content: start;
}
.head {
  display: flex;
  align-items: baseline;
  gap: 12px;
  flex-wrap: wrap;
}
.head h2 {
  font-size: 19px;
}
.steps {
  margin: 0;
  padding-left: 22px;
}
.steps li {
  margin: 2px 0;
}
.stale {
  border: 1.5px dashed var(--stale);
  color: var(--stale);
  border-radius: 3px;
  padding: 5px 9px;
}
.link {
  background: none;
  border: 0;
  padding: 0;
  font: inherit;
  color: var(--accent);
  text-decoration: underline;
  cursor: pointer;
}
.reason {
  flex: 1 1 220px;
  min-height: 34px;
}
.doubts {
  list-style: none;
  margin: 0;
  padding: 6px 10px;
  border-left: 4px solid var(--doubt);
  display: grid;
  gap: 6px;
}
.lamp {
  border-left: 4px solid var(--accent);
  padding: 4px 10px;
}
.taken {
  color: var(--good);
}
.fault {
  color: var(--danger);
}
.more .text-field {
  width: 100%;
  margin: 6px 0;
}
/* What ends a test stays in sight however long its page is. */
.foot {
  position: sticky;
  bottom: -12px;
  padding: 8px 0;
  margin-bottom: -12px;
  background: var(--sheet);
}
@media (max-width: 720px) {
  footer button {
    min-height: 44px;
    flex: 1;
  }
}
</style>
