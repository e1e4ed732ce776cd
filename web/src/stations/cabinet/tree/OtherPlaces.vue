<script setup lang="ts">
import type { OtherFeed } from '@nodaxis/core/advice/otherFeeds';
import { severityWord } from '@nodaxis/core/findings/finding';
import type { PortRef } from '@nodaxis/core/machine/ports';
import { printNumber } from '@nodaxis/core/units/print';
import { onBeforeUnmount, ref, shallowRef, toRaw, watch } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import Progress from '../../../ui/Progress.vue';
import type { AdviceWorker } from '../../../workers/advice.worker';
import { useWorkerJob } from '../../../workers/useWorkerJob';

/** Tries a load on everything else that may feed it, beside the page; nothing is changed until one is applied. */
const { at } = defineProps<{ at: PortRef }>();
const machine = useOpenMachine();
const job = useWorkerJob<AdviceWorker>(
  () => new Worker(new URL('../../../workers/advice.worker.ts', import.meta.url), { type: 'module' }),
  'The trial has stopped',
);
const { progress, fault } = job;
const ways = shallowRef<OtherFeed[]>();
const refusal = ref('');
async function run() {
  refusal.value = '';
  ways.value = await job.run((remote, heard) => remote.otherFeeds(toRaw(machine.design), { ...at }, heard));
}
// What was tried belongs to the machine as it was.
watch(
  () => machine.design,
  () => {
    job.end();
    ways.value = undefined;
  },
);
onBeforeUnmount(job.end);
const nameOf = (part: string) => {
  const p = machine.design.parts[part];
  return p ? `${p.designation} ${p.name}` : part;
};
const poles = { plus: '+', minus: '0 V', PE: 'PE', L: 'L1', L2: 'L2', L3: 'L3', N: 'N' } as const;
const percent = (share: number) => `${printNumber(100 * share, 2)} %`;
function apply(way: OtherFeed) {
  refusal.value = machine
    .run(way.command)
    .map((f) => `${f.what} ${f.fix}`)
    .join(' ');
}
</script>

<template>
  <section class="stack" aria-label="On another source">
    <ActionButton v-if="!ways && !progress" kind="framed" class="begin" @click="run"
      >Try it on another source</ActionButton
    >
    <div v-if="progress" class="row">
      <Progress :done="progress.done" :of="progress.of" label="Sources tried" />
      <ActionButton @click="job.end">Stop</ActionButton>
    </div>
    <Caution v-if="fault || refusal" kind="refused">{{ fault || refusal }}</Caution>
    <p v-if="ways && !ways.length" class="soft">Nothing else on this machine gives what it needs.</p>
    <ul v-if="ways?.length">
      <li v-for="way in ways" :key="way.from.part + way.from.port + (way.from.pole ?? '')">
        <div class="row spread">
          <b
            >{{ nameOf(way.from.part) }}<template v-if="way.from.pole">, {{ poles[way.from.pole] }}</template></b
          >
          <ActionButton
            kind="framed"
            :disabled="machine.readOnly"
            :aria-label="`Feed it from ${nameOf(way.from.part)}`"
            @click="apply(way)"
            >Apply</ActionButton
          >
        </div>
        <p v-for="s in way.shares.slice(0, 3)" :key="s.part" class="mono small">
          {{ machine.design.parts[s.part]?.designation }} {{ percent(s.before) }} → {{ percent(s.after) }}
        </p>
        <p v-if="!way.shares.length" class="soft small">No supply or breaker carries more or less.</p>
        <p v-for="c in way.cures" :key="c" class="small good">No longer: {{ c }}</p>
        <p v-for="b in way.brings" :key="b.title" class="small wont">{{ severityWord[b.severity] }}: {{ b.title }}</p>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.begin {
  justify-self: start;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  border-top: 1px solid var(--line);
  padding: 5px 0;
}
p {
  margin: 0;
}
.small {
  font-size: 13px;
}
.good {
  color: var(--good);
}
.wont {
  color: var(--wont);
}
</style>
