<script setup lang="ts">
import { circuitName } from '@nodaxis/core/machine/fields';
import type { ToolChanger } from '@nodaxis/core/machine/toolChanger';
import { changeTimeline } from '@nodaxis/core/settings/changeTimeline';
import {
  changeTimeS,
  changeWords,
  drawbarSteps,
  indexedSteps,
  turretSteps,
  type ChangeStep,
} from '@nodaxis/core/settings/toolChange';
import { controllerToolChanger } from '@nodaxis/core/settings/toolChangeSettings';
import { showValue } from '@nodaxis/core/units/print';
import { withinTurn } from '@nodaxis/core/units/turns';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Caution from '../../../ui/Caution.vue';
import Choice from '../../../ui/Choice.vue';
import DataTable from '../../../ui/DataTable.vue';
import TurretPicture from '../../../widgets/TurretPicture.vue';
import TimelineChart from './TimelineChart.vue';

/** The steps of one change: over time, and each with its patience and its fault. */
const { changer } = defineProps<{ changer: ToolChanger }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const told = computed(() => controllerToolChanger(machine.figures.design, machine.figures.settings));
const from = ref(1);
const to = ref(2);
const stations = computed(() =>
  changer.kind !== 'drawbar'
    ? Array.from({ length: changer.stations }, (_, i) => ({ value: i + 1, label: String(i + 1) }))
    : [],
);
const within = (n: number) => Math.min(n, stations.value.length);
const steps = computed((): ChangeStep[] => {
  if (!told.value?.known) return [];
  const c = told.value.value;
  if (c.kind === 'drawbar') return drawbarSteps(c);
  const start = from.value === 0 ? undefined : within(from.value);
  return c.kind === 'turret' ? turretSteps(c, start, within(to.value)) : indexedSteps(c, start, within(to.value));
});
const seconds = (s: number) => showValue(s, 'time', preferences.display, 3);
const total = computed(() => changeTimeS(steps.value));
/** What a hand needs is drawn as this share of the rest. */
const HAND_SHARE = 0.2;
const timeline = computed(() => changeTimeline(steps.value, HAND_SHARE * total.value));
const outputWords = computed((): Record<string, string> => {
  const c = told.value?.known ? told.value.value : undefined;
  if (!c) return {};
  return c.kind === 'turret'
    ? { [c.forward]: 'Forward', ...(c.back === undefined ? {} : { [c.back]: 'Back' }) }
    : c.kind === 'drawbar'
      ? { [c.release]: 'Release' }
      : {};
});
const inputName = (id: string) => circuitName(machine.figures.design, id);
const nameOf = (id: string) => outputWords.value[id] ?? inputName(id);
const waits = (s: ChangeStep) =>
  s.toDeg !== undefined
    ? `its axis at ${showValue(withinTurn(s.toDeg), 'angle', preferences.display, 4)}`
    : s.byHand
      ? 'a hand'
      : s.until.length
        ? s.until
            .map(
              (u, i) =>
                `${inputName(u.input)}${u.made ? '' : ' off'}${i === 0 && s.passes > 1 ? ` · ${s.passes} times` : ''}`,
            )
            .join(', ')
        : 'a set time';
</script>

<template>
  <section class="sheet stack" aria-label="Steps of a tool change">
    <div class="row spread wrap">
      <h2>One change, step by step</h2>
      <span v-if="changer.kind !== 'drawbar'" class="row"
        >from
        <Choice v-model="from" label="From station" :options="[{ value: 0, label: 'not known' }, ...stations]" />
        to <Choice v-model="to" label="To station" :options="stations"
      /></span>
    </div>
    <p v-if="!steps.length" class="soft">
      {{
        changer.kind === 'turret'
          ? 'Give it the output that turns the head and a sensor for every mark: then the steps are listed here.'
          : changer.kind === 'indexed'
            ? 'Give it the rotary axis that turns the head: then the steps are listed here. The axis itself is entered on Machine, its clamp on Wiring.'
            : 'Give it the output that releases the tool: then the steps are listed here.'
      }}
    </p>
    <template v-else>
      <div class="pictures">
        <TurretPicture
          v-if="changer.kind !== 'drawbar'"
          :stations="changer.stations"
          :at="(from || 1) - 1"
          :locked="from > 0"
          :wanted="within(to)"
        />
        <TimelineChart :timeline="timeline" :steps="steps" :name="nameOf" />
      </div>
      <p>
        <b>{{ seconds(total) }}</b> when all is well{{ changer.kind === 'drawbar' ? ', and what the hand needs' : '' }}.
      </p>
      <Caution kind="caution">
        {{
          changer.kind !== 'drawbar'
            ? 'The head starts without a warning and does not stop for a finger. Keep out of its way while the control has power.'
            : 'Springs close the drawbar with more force than a hand bears, and also when the stop is pressed or the air fails. Hold the tool by its body, never with a finger between it and the spindle.'
        }}
      </Caution>
      <DataTable>
        <thead>
          <tr>
            <th>Step</th>
            <th>On</th>
            <th>Waits for</th>
            <th class="num">Takes</th>
            <th class="num">Given up after</th>
          </tr>
        </thead>
        <tbody>
          <template v-for="(s, i) in steps" :key="i">
            <tr :class="{ open: changeWords[s.key].fault && s.until.length }">
              <td>{{ i + 1 }}. {{ changeWords[s.key].does }}</td>
              <td>{{ s.on.map((o) => outputWords[o] ?? o).join(', ') || '–' }}</td>
              <td>{{ waits(s) }}</td>
              <td class="num mono">{{ s.byHand ? '' : s.lastsS > 0 ? seconds(s.lastsS) : 'at once' }}</td>
              <td class="num mono">{{ s.limitS === undefined ? '' : seconds(s.limitS) }}</td>
            </tr>
            <tr v-if="changeWords[s.key].fault && s.until.length" class="fault">
              <td colspan="5">If it does not come: {{ changeWords[s.key].fault }}</td>
            </tr>
          </template>
        </tbody>
      </DataTable>
    </template>
  </section>
</template>

<style scoped>
.pictures {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
}
.pictures > svg:first-child:not(:last-child) {
  flex: 0 0 190px;
}
.pictures > svg:last-child {
  flex: 1 1 320px;
}
.wrap {
  flex-wrap: wrap;
}
.fault td {
  color: var(--soft);
  font-size: 13px;
  padding-top: 0;
}
.open td {
  border-bottom-color: transparent;
}
</style>
