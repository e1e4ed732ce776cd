<script setup lang="ts">
import { OUTSIDE } from '@nodaxis/core/machine/enclosure';
import type { Warmth } from '@nodaxis/core/cabinet/warmth';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Choice from '../../../ui/Choice.vue';

/** Each part in the box: what it turns into heat, what it bears, and where else it may sit. */
const { warmth, id } = defineProps<{ warmth: Warmth; id: string }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const parts = computed(() => machine.figures.design.parts);
const rows = computed(() => {
  const limits = new Map(warmth.bears.map((b) => [b.part, b]));
  const ids = new Set([...warmth.heat.losses.map((l) => l.part), ...limits.keys()]);
  return [...ids]
    .map((part) => ({
      part,
      of: parts.value[part]!,
      watts: warmth.heat.losses.find((l) => l.part === part)?.watts ?? 0,
      limit: limits.get(part),
    }))
    .sort((a, b) => b.watts - a.watts);
});
const most = computed(() => Math.max(1, ...rows.value.map((r) => r.watts)));
const places = computed(() => [
  ...Object.entries(machine.figures.design.enclosures ?? {}).map(([value, b]) => ({ value, label: b.name })),
  { value: OUTSIDE, label: 'outside' },
]);
const sit = (part: string, where: string) => machine.run({ name: 'sit-part', args: { part, in: where } });
const w = (n: number) => (n >= 0.05 ? showValue(n, 'power', preferences.display, 2) : '');
</script>

<template>
  <section class="sheet stack" aria-label="What warms it">
    <h2>What warms it</h2>
    <ul>
      <li v-for="r in rows" :key="r.part">
        <span class="name"
          ><b class="mono">{{ r.of.designation }}</b> {{ r.of.name }}</span
        >
        <span class="track"><span class="bar" :style="{ width: `${(100 * r.watts) / most}%` }" /></span>
        <span class="mono num">{{ w(r.watts) }}</span>
        <span class="num bears" :class="{ over: r.limit && warmth.tooWarm.includes(r.limit) }"
          ><template v-if="r.limit"
            >bears {{ showValue(r.limit.limitC, 'ambient', preferences.display, 2)
            }}{{ r.limit.usual ? '*' : '' }}</template
          ></span
        >
        <Choice
          :label="`${r.of.designation} sits in`"
          :model-value="id"
          :options="places"
          :disabled="machine.readOnly"
          @change="(where: string) => sit(r.part, where)"
        />
      </li>
    </ul>
    <p v-if="warmth.bears.some((b) => b.usual)" class="soft small">* no sheet tells; a usual figure.</p>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  margin: 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 90px 52px 92px 130px;
  gap: 8px;
  align-items: center;
  border-bottom: 1px solid var(--line);
  padding: 2px 0;
}
.name {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.track {
  height: 10px;
  background: var(--paper);
}
.bar {
  display: block;
  height: 100%;
  background: var(--wont);
}
.num {
  text-align: right;
  white-space: nowrap;
}
.bears {
  color: var(--soft);
  font-size: 14px;
}
.bears.over {
  color: var(--danger);
  font-weight: 600;
}
.small {
  font-size: 13px;
  margin: 0;
}
@media (max-width: 720px) {
  li {
    grid-template-columns: minmax(0, 1fr) 52px 92px;
  }
  .track {
    display: none;
  }
}
</style>
