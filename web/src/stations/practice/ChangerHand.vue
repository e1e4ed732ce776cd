<script setup lang="ts">
import { changeWords } from '@nodaxis/core/settings/toolChange';
import { printNumber } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import ActionButton from '../../ui/ActionButton.vue';
import TurretPicture from '../../widgets/TurretPicture.vue';
import { usePractice } from './usePractice';

/** The tool changer as it truly stands, the step that it is at, and its buttons. */
const machine = useOpenMachine();
const practice = usePractice();
const changer = computed(() => practice.snapshot.value?.changer);
const told = computed(() => (practice.input.value.known ? practice.input.value.value.settings.toolChanger : undefined));
const stations = computed(() => {
  const c = machine.figures.design.toolChanger;
  return c && c.kind !== 'drawbar' ? c.stations : 0;
});
const released = computed(() => {
  const c = told.value;
  return c?.kind === 'drawbar' && (practice.snapshot.value?.loads.includes(c.release) ?? false);
});
</script>

<template>
  <section v-if="changer" class="hand" aria-label="Tool changer">
    <template v-if="changer.kind !== 'drawbar'">
      <TurretPicture :stations="stations" :at="changer.at" :locked="changer.locked" />
      <div class="stack">
        <p class="soft">
          {{
            changer.believed === undefined
              ? 'The control does not know its station.'
              : `Station ${changer.believed} by the control.`
          }}
        </p>
        <div class="row wrap" role="group" aria-label="Turn to a station">
          <ActionButton
            v-for="n in stations"
            :key="n"
            kind="framed"
            :disabled="!told"
            :aria-label="`Turn to station ${n}`"
            @click="practice.act({ type: 'change-tool', tool: n })"
            >{{ n }}</ActionButton
          >
        </div>
        <p v-if="!told" class="soft">
          It lacks {{ changer.kind === 'turret' ? 'an output or a sensor' : 'its axis' }}: see Spindle, Tool change.
        </p>
        <p v-if="changer.step">{{ changeWords[changer.step].does }}</p>
      </div>
    </template>
    <template v-else>
      <p>
        Drawbar
        <b>{{ changer.share <= 0.02 ? 'holds the tool' : `open by ${printNumber(100 * changer.share, 3)} %` }}</b>.
        <template v-if="changer.step">{{ changeWords[changer.step].does }}</template>
      </p>
      <ActionButton
        v-if="told?.kind === 'drawbar'"
        kind="framed"
        @click="practice.act({ type: 'switch-load', output: told.release, on: !released })"
        >{{ released ? 'Clamp' : 'Release' }}</ActionButton
      >
    </template>
  </section>
</template>

<style scoped>
.hand {
  display: grid;
  grid-template-columns: minmax(0, 150px) minmax(0, 1fr);
  gap: 12px;
  align-items: center;
}
.wrap {
  flex-wrap: wrap;
}
p {
  margin: 0;
}
</style>
