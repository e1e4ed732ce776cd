<script setup lang="ts">
import { faceOf } from '@nodaxis/core/machine/library/face';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import { isPlug } from '@nodaxis/core/machine/parts';
import { contactPlaces, type PinLine } from '@nodaxis/core/wiring/pinSheet';
import { computed } from 'vue';
import PlugFace from './PlugFace.vue';

/** A part as its terminals are printed: what goes in on the left, what comes out on the right; a connector by its face. */
const props = defineProps<{
  part: Pick<LibraryEntry, 'data' | 'terminals' | 'name'>;
  /** A terminal that is pointed out. */
  lit?: string | undefined;
}>();
const ROW = 19;
const WIDTH = 330;
const EDGE = 34;
const TOP = 8;
const face = computed(() => faceOf(props.part));
const height = computed(() => face.value.rows * ROW + 2 * TOP);
const y = (row: number) => TOP + (row + 0.5) * ROW;
const edge = (side: 'left' | 'right') => (side === 'left' ? EDGE : WIDTH - EDGE);
const inner = (side: 'left' | 'right') => (side === 'left' ? EDGE + 10 : WIDTH - EDGE - 10);
const contacts = computed((): PinLine[] | undefined => {
  const { data } = props.part;
  if (!isPlug(data)) return undefined;
  return contactPlaces(data.form, data.rows).map((p, i) => ({
    ...p,
    number: i + 1,
    conductor: undefined,
    wire: undefined,
    colour: undefined,
    goesTo: '',
    done: false,
    turn: undefined,
  }));
});
</script>

<template>
  <figure class="face">
    <PlugFace v-if="contacts && part.data.class === 'connector'" :pins="contacts" :form="part.data.form" />
    <svg
      v-else-if="face.terminals.length"
      :viewBox="`0 0 ${WIDTH} ${height}`"
      :width="WIDTH"
      role="img"
      :aria-label="`Terminals of ${part.name} as they are printed`"
    >
      <rect :x="EDGE" y="1" :width="WIDTH - 2 * EDGE" :height="height - 2" class="body" />
      <text
        v-for="h in face.headings"
        :key="h.text"
        :x="inner(h.side)"
        :y="y(h.row) + 4"
        :text-anchor="h.side === 'left' ? 'start' : 'end'"
        class="heading"
      >
        {{ h.text }}
      </text>
      <g v-for="t in face.terminals" :key="t.id" :class="{ lit: t.id === lit }" :data-hint="`${t.printed}: ${t.words}`">
        <line
          :x1="edge(t.side)"
          :x2="edge(t.side) + (t.side === 'left' ? -22 : 22)"
          :y1="y(t.row)"
          :y2="y(t.row)"
          class="lead"
        />
        <circle :cx="edge(t.side)" :cy="y(t.row)" r="4" class="terminal" />
        <text
          :x="inner(t.side)"
          :y="y(t.row) + 4.5"
          :text-anchor="t.side === 'left' ? 'start' : 'end'"
          class="mono printed"
        >
          {{ t.printed.length > 14 ? `${t.printed.slice(0, 13)}…` : t.printed }}
        </text>
      </g>
    </svg>
    <p v-else class="soft">It has no terminals yet.</p>
    <figcaption v-if="contacts" class="soft">
      {{ contacts.length }} contacts, seen from where it is plugged in
    </figcaption>
  </figure>
</template>

<style scoped>
.face {
  margin: 0;
}
.face svg {
  max-width: 100%;
  height: auto;
}
.body {
  fill: var(--sheet);
  stroke: var(--ink);
}
.lead {
  stroke: var(--ink);
}
.terminal {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.printed {
  font-size: 13px;
  fill: var(--ink);
}
.heading {
  font-size: 12px;
  fill: var(--soft);
}
.lit .terminal {
  fill: var(--accent);
}
.lit .printed {
  fill: var(--accent);
  font-weight: 700;
}
</style>
