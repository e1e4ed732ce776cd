<script setup lang="ts">
import Caution from '../../ui/Caution.vue';
import Progress from '../../ui/Progress.vue';
import ActionButton from '../../ui/ActionButton.vue';
import Fold from '../../ui/Fold.vue';
import { Connection } from '@element-plus/icons-vue';
import { progressBySheet } from '@nodaxis/core/wiring/progress';
import { useMediaQuery } from '@vueuse/core';
import { computed, defineAsyncComponent } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import StationTabs from '../../ui/StationTabs.vue';
import { useView } from '../useView';
import AsFound from './AsFound.vue';
import CablesView from './CablesView.vue';
import FeedsView from './feeds/FeedsView.vue';
import ConductorList from './ConductorList.vue';
import LabelSheets from './LabelSheets.vue';
import NextConductor from './NextConductor.vue';
import PartsToWire from './PartsToWire.vue';
import PlugSheets from './PlugSheets.vue';
import { sheetNames } from '@nodaxis/core/wiring/sheets';

/** The diagram brings its drawing library along: it is fetched when it is first looked at. */
const WiringDiagram = defineAsyncComponent(() => import('./diagram/WiringDiagram.vue'));

const views = [
  { id: 'parts', name: 'Parts' },
  { id: 'power', name: 'Power' },
  { id: 'list', name: 'List' },
  { id: 'next', name: 'Next' },
  { id: 'diagram', name: 'Diagram' },
  { id: 'cables', name: 'Cables' },
  { id: 'plugs', name: 'Plugs and strips' },
  { id: 'labels', name: 'Labels' },
  { id: 'found', name: 'As found' },
] as const;
type View = (typeof views)[number]['id'];

const machine = useOpenMachine();
const narrow = useMediaQuery('(max-width: 720px)');

const all = computed(() => Object.values(machine.design.conductors));
const changes = computed(() => machine.figures.whole.replanned.changes);
const kinds = computed(() => {
  const of = (kind: string) => changes.value.filter((c) => c.kind === kind).length;
  return [
    [of('added'), 'new'],
    [of('changed'), 'changed'],
    [of('removed'), 'gone'],
  ]
    .filter(([n]) => n)
    .map(([n, word]) => `${n} ${word}`)
    .join(', ');
});
const gaps = computed(() => machine.figures.whole.plan.gaps);
const progress = computed(() => progressBySheet(machine.design, machine.figures.whole.wires.sheets));
const done = computed(() => progress.value.reduce((n, p) => n + p.done, 0));

/** The view that a link to a field asks for. */
function viewOf(field: string): View | undefined {
  if (field.startsWith('chains.')) return 'cables';
  if (field.startsWith('feeds.')) return 'power';
  if (field.startsWith('conductors')) return narrow.value ? 'next' : 'list';
  if (/^(roles|rails|outputs|parts|stopStrategy|stopPole|mainsVoltage|colourRules)/.test(field)) return 'parts';
  return undefined;
}
const { view, show } = useView<View>(
  () => views,
  () => (narrow.value ? 'next' : 'list'),
  ({ field, part }) =>
    typeof field === 'string' ? viewOf(field) : typeof part === 'string' ? 'list' : narrow.value ? 'next' : undefined,
);
const plan = () => machine.run({ name: 'plan-wiring', args: {} });
</script>

<template>
  <div class="wiring">
    <div class="row head">
      <StationTabs :views="views" :shown="view" label="Views of the wiring" @show="show" />
      <ActionButton v-if="changes.length" kind="main" :disabled="machine.readOnly" @click="plan">
        <Connection />{{ all.length ? `Plan again (${kinds})` : 'Plan the wiring' }}
      </ActionButton>
    </div>
    <div v-if="all.length" class="row progress" aria-label="How far each sheet is">
      <span class="total" :data-hint="`${done} of ${all.length} connected`"
        ><Progress :done="done" :of="all.length" label="Connected conductors" /> {{ done }} of
        {{ all.length }} connected</span
      >
      <span v-for="p in progress" :key="p.sheet" class="of" :class="{ full: p.done === p.of }"
        >{{ sheetNames[p.sheet] }} <b class="mono">{{ p.done }}/{{ p.of }}</b
        ><span v-if="p.done === p.of" aria-label="complete"> ✓</span></span
      >
    </div>
    <Caution v-if="gaps.length === 1" class="gap">{{ gaps[0]!.what }}</Caution>
    <Caution v-else-if="gaps.length" class="gap">
      <Fold :title="`The plan leaves ${gaps.length} things open`">
        <ul class="gaps">
          <li v-for="g in gaps" :key="g.what">{{ g.what }}</li>
        </ul>
      </Fold>
    </Caution>
    <div class="body" role="tabpanel" :aria-labelledby="`tab-${view}`">
      <PartsToWire v-if="view === 'parts'" />
      <FeedsView v-else-if="view === 'power'" />
      <AsFound v-else-if="view === 'found'" />
      <section v-else-if="!all.length" class="sheet empty stack" data-field="conductors">
        <h2>No conductor yet</h2>
        <p>
          The planner proposes every conductor from the parts and what they do: mains, motor leads, supplies, step and
          direction, switches and sensors, stop chain and spindle, each with number, colour, section, cable and the
          reason for it. What you set by hand, and what is cut or connected, it never alters.
        </p>
        <p v-if="!changes.length" class="soft">
          Choose a controller, motors and drivers first, add inputs on Switches, and the rest under Parts.
        </p>
        <ActionButton kind="framed" class="lead" @click="show('parts')">Look at the parts</ActionButton>
      </section>
      <ConductorList v-else-if="view === 'list'" />
      <NextConductor v-else-if="view === 'next'" />
      <WiringDiagram v-else-if="view === 'diagram'" />
      <CablesView v-else-if="view === 'cables'" />
      <PlugSheets v-else-if="view === 'plugs'" />
      <LabelSheets v-else-if="view === 'labels'" />
    </div>
  </div>
</template>

<style scoped>
.total {
  display: inline-flex;
  align-items: center;
  gap: 6px;
  white-space: nowrap;
}
.wiring {
  display: flex;
  flex-direction: column;
  gap: 8px;
  height: 100%;
  min-height: 0;
}
.head {
  justify-content: space-between;
}
.progress {
  gap: 4px 14px;
  font-size: 13px;
}
@media (max-width: 720px) {
  .progress {
    flex-wrap: nowrap;
    white-space: nowrap;
    overflow-x: auto;
  }
}
.lead {
  justify-self: start;
  align-self: start;
}
.progress-bar {
  flex-shrink: 0;
  width: 90px;
}
.of {
  color: var(--soft);
  white-space: nowrap;
}
.of.full {
  color: var(--good);
}
.gap {
  padding-block: 2px;
}
.gaps {
  margin: 0;
  padding-left: 26px;
}
.body {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
.empty {
  max-width: 640px;
  padding: 22px;
}
@media (max-width: 720px) {
  .wiring {
    height: auto;
  }
  .body {
    overflow: visible;
  }
}
@media print {
  .head,
  .progress,
  .gap {
    display: none;
  }
}
</style>
