<script setup lang="ts">
import type { Command } from '@nodaxis/core/commands/command';
import { printNumber } from '@nodaxis/core/units/print';
import { ductFills, MOST_DUCT_FILL } from '@nodaxis/core/wiring/ductFills';
import { metresOf, metresWords } from '@nodaxis/core/wiring/metres';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';

/** What the layout does to the wiring: lengths of the ways, metres to buy, the fullest duct. */
const { id } = defineProps<{ id: string }>();
const emit = defineEmits<{ run: [command: Command] }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const otherwise = computed(() => machine.figures.replanned.changes.filter((c) => c.fields.includes('length')).length);
const planned = computed(() => Object.values(machine.figures.design.conductors).some((c) => c.state === 'planned'));
const metres = computed(() => metresOf(machine.figures.design));
const fullest = computed(() =>
  ductFills(machine.figures.design, machine.figures.wires, id).reduce<{ id: string; fill: number } | undefined>(
    (most, f) => (!most || f.fill > most.fill ? { id: f.duct.id, fill: f.fill } : most),
    undefined,
  ),
);
</script>

<template>
  <section class="sheet stack" aria-label="Wires and cables">
    <h2>Wires and cables</h2>
    <template v-if="otherwise">
      <p>
        {{ otherwise }} planned {{ otherwise === 1 ? 'conductor has' : 'conductors have' }} another way on this plate
        than the wiring list says.
      </p>
      <ActionButton kind="framed" :disabled="machine.readOnly" @click="emit('run', { name: 'take-lengths', args: {} })"
        >Put the lengths into the list</ActionButton
      >
    </template>
    <p v-else-if="planned" class="soft">The wiring list has the lengths of this layout.</p>
    <p v-else-if="metres.length" class="soft">
      All conductors are cut or connected: they keep the lengths that the wiring list has.
    </p>
    <p v-if="fullest" :class="{ bad: fullest.fill > MOST_DUCT_FILL }">
      Fullest duct: {{ fullest.id }}, <b class="mono">{{ printNumber(100 * fullest.fill, 3) }} %</b> of
      {{ 100 * MOST_DUCT_FILL }} %.
    </p>
    <ul v-if="metres.length" tabindex="0" aria-label="Metres to cut">
      <li v-for="(m, i) in metres" :key="i" class="row spread">
        <span
          >{{ metresWords(machine.figures.design, m, preferences.display) }}{{ ' ' }}
          <span class="soft small">{{ m.names.join(', ') }}</span></span
        >
        <span class="mono metres">{{ printNumber(m.metres, 3) }} m{{ m.unknown ? ' *' : '' }}</span>
      </li>
    </ul>
    <p v-if="metres.some((m) => m.unknown)" class="soft small">* without those whose length is not known.</p>
  </section>
</template>

<style scoped>
p {
  margin: 0;
}
li {
  flex-wrap: nowrap;
  align-items: baseline;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 190px;
  overflow-y: auto;
}
.metres {
  white-space: nowrap;
}
.bad {
  color: var(--danger);
}
.small {
  font-size: 13px;
}
</style>
