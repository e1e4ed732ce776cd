<script setup lang="ts">
import { loadedTo } from '@nodaxis/core/power/branches';
import { AT_EASE } from '@nodaxis/core/power/budget';
import { powerStateTitle, statesShown, type PowerState, type SupplyDemand } from '@nodaxis/core/power/states';
import { showValue } from '@nodaxis/core/units/print';
import { computed, ref } from 'vue';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';

/** A bar for each state against what the supply gives; a click opens its terms. */
const { demand } = defineProps<{ demand: SupplyDemand }>();
const preferences = usePreferences();
const states = computed(() => statesShown(demand));
const opened = ref<PowerState>(statesShown(demand).reduce((most, s) => (s.watts > most.watts ? s : most)).state);
const terms = computed(() =>
  [...demand.states[opened.value].terms].filter((t) => t.watts > 0).sort((a, b) => b.watts - a.watts),
);
const gives = computed(() => demand.volts * demand.ratedA);
/** The bars reach a little beyond what it gives, or as far as the largest of them. */
const scale = computed(() => Math.max(gives.value * 1.1, ...states.value.map((s) => s.watts)));
const wide = (watts: number) => `${(100 * watts) / scale.value}%`;
const w = (watts: number) => showValue(watts, 'power', preferences.display, 3);
const a = (watts: number) => showValue(watts / demand.volts, 'current', preferences.display, 3);
const kind = (watts: number) => loadedTo(watts, gives.value, gives.value * AT_EASE);
</script>

<template>
  <div class="states">
    <ul>
      <li v-for="s in states" :key="s.state">
        <ActionButton
          kind="bare"
          class="state"
          :class="{ now: s.state === opened }"
          :aria-expanded="s.state === opened"
          @click="opened = s.state"
        >
          <span class="title">{{ states.length === 1 ? 'In every state' : powerStateTitle[s.state] }}</span>
          <span class="track">
            <span class="bar" :class="kind(s.watts)" :style="{ width: wide(s.watts) }" />
            <span class="mark" :style="{ left: wide(gives * AT_EASE) }" />
            <span class="end" :style="{ left: wide(gives) }" />
          </span>
          <span class="value mono"
            >{{ w(s.watts) }} <span class="soft">{{ a(s.watts) }}</span></span
          >
        </ActionButton>
      </li>
    </ul>
    <p class="soft small">
      The thick line is what it gives, {{ w(gives) }}; the thin one {{ AT_EASE * 100 }} % of that, up to which it stays
      cool and lives long.
    </p>
    <div class="terms">
      <h3>{{ states.length === 1 ? 'What it feeds' : powerStateTitle[opened] }}</h3>
      <p class="sum mono">
        <span v-for="(t, i) in terms" :key="t.part + t.name"
          ><template v-if="i"> + </template><span class="soft">{{ t.name }}</span> {{ w(t.watts) }}</span
        ><template v-if="terms.length">
          = <b>{{ w(demand.states[opened].watts) }}</b></template
        ><template v-else>nothing that a sheet tells</template>
      </p>
      <p v-if="demand.unknown.length" class="warn">
        Not counted, since figures are missing: {{ demand.unknown.join(', ') }}.
      </p>
    </div>
  </div>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
.state {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr) 170px;
  gap: 10px;
  align-items: center;
  width: 100%;
  padding: 4px 6px;
  text-align: left;
}
.now {
  background: var(--accent-wash);
}
.track {
  position: relative;
  display: block;
  height: 18px;
  background: var(--paper);
  border: 1px solid var(--line);
}
.bar {
  position: absolute;
  inset: 0 auto 0 0;
}
.ease {
  background: var(--good);
}
.tight {
  background: var(--wont);
}
.over {
  background: var(--danger);
}
.mark,
.end {
  position: absolute;
  top: -4px;
  bottom: -4px;
  border-left: 1px solid var(--ink);
}
.end {
  border-left-width: 3px;
}
.value {
  text-align: right;
  white-space: nowrap;
}
.small {
  font-size: 13px;
  margin: 4px 0;
}
h3 {
  font-size: 15px;
  margin: 6px 0 2px;
}
.sum {
  margin: 0;
  overflow-wrap: anywhere;
}
.warn {
  color: var(--wont);
}
@media (max-width: 720px) {
  .state {
    grid-template-columns: minmax(0, 1fr) auto;
  }
  .track {
    grid-column: 1 / -1;
    grid-row: 2;
  }
}
</style>
