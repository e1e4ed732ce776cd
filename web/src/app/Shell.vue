<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import ActionButton from '../ui/ActionButton.vue';
import { useMediaQuery } from '@vueuse/core';
import { computed, nextTick, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import { useIntake } from '../document/intake';
import { useMachine } from '../document/machine';
import { useSteps } from './steps';
import { exportMachine } from '../document/transfer';
import { useSweep } from '../trial/useSweep';
import ChangeLog from './ChangeLog.vue';
import CommandPalette from './CommandPalette.vue';
import { crash } from './crash';
import FindingsDrawer from './FindingsDrawer.vue';
import { showTerms } from '../words/askTerms';
import OpenItems from './OpenItems.vue';
import OpenProblem from './OpenProblem.vue';
import { useFocusLink } from '../widgets/focusLink';
import { useShortcuts } from './shortcuts';
import StationRail from './StationRail.vue';
import TitleBlock from './TitleBlock.vue';

const route = useRoute();
const router = useRouter();
const machine = useMachine();
const intake = useIntake();
const narrow = useMediaQuery('(max-width: 720px)');
// The sweep follows the open machine from here on, whichever station is shown.
useSweep();
const panel = ref<'findings' | 'log' | 'open' | undefined>(route.query.finding ? 'findings' : undefined);
const palette = ref(false);
const id = computed(() => String(route.params.id));

watch(id, (next) => void machine.open(next), { immediate: true });
watch(
  () => route.query.finding,
  (f) => f && (panel.value = 'findings'),
);
watch(
  () => machine.design?.name,
  (name) => (document.title = name ? `${name} · Nodaxis` : 'Nodaxis'),
);
// After a crash the machine stays at hand: its file is what the crash screen offers.
onBeforeUnmount(() => crash.value || void machine.close());

const toggle = (which: 'findings' | 'log' | 'open') => (panel.value = panel.value === which ? undefined : which);
useShortcuts({
  ...useSteps(),
  palette: () => (palette.value = true),
  findings: () => toggle('findings'),
  log: () => toggle('log'),
  save: () => void machine.flush(),
  export: () => void (machine.file && exportMachine(machine.file)),
  go: (station) => void router.push(`/machine/${id.value}/${station}`),
});
const { arrive } = useFocusLink();
// Who changes the station is in it: the keyboard goes on from there, not from the rail. A link to a field goes further.
watch(
  () => route.name,
  async () => {
    await nextTick();
    if (!route.query.field && !route.query.finding) document.getElementById('station')?.focus({ preventScroll: true });
  },
);
onMounted(arrive);
</script>

<template>
  <div v-if="machine.state === 'open' && machine.figures" class="shell">
    <a class="skip" href="#station">Skip to the station</a>
    <StationRail :machine-id="id" />
    <TitleBlock
      :panel="panel"
      @findings="toggle('findings')"
      @log="toggle('log')"
      @items="toggle('open')"
      @palette="palette = true"
      @help="showTerms()"
    />
    <div class="notices">
      <Caution v-if="machine.readOnly"
        >Another tab edits this machine. Here you can look, and export.<template #action
          ><ActionButton kind="framed" @click="machine.takeOver()">Take it over here</ActionButton>
        </template></Caution
      >
      <Caution v-if="machine.saveState === 'not-saved'" kind="refused"
        >{{ machine.saveFault
        }}<template #action>
          <ActionButton kind="main" @click="machine.file && exportMachine(machine.file)">Save as a file</ActionButton>
          <ActionButton kind="framed" @click="machine.flush()">Try again</ActionButton>
        </template></Caution
      >
      <!-- On a phone the title block has no room for it. -->
      <Caution v-if="narrow && intake.total" kind="told">
        Pictures: {{ intake.done }} of {{ intake.total }} filed. The rest is kept and goes on by itself.
      </Caution>
      <Caution v-if="machine.notices[0]" kind="told"
        >{{ machine.notices[0]
        }}<small v-if="machine.notices.length > 1" class="soft">
          And {{ machine.notices.length - 1 }} more after it.</small
        ><template #action
          ><ActionButton kind="framed" @click="machine.notices = machine.notices.slice(1)">Understood</ActionButton>
        </template></Caution
      >
    </div>
    <main id="station" class="station" tabindex="-1">
      <RouterView v-slot="{ Component }">
        <component :is="Component" />
      </RouterView>
    </main>
    <FindingsDrawer v-if="panel === 'findings'" @close="panel = undefined" />
    <ChangeLog v-if="panel === 'log'" @close="panel = undefined" />
    <OpenItems v-if="panel === 'open'" @close="panel = undefined" />
    <CommandPalette v-model="palette" @term="showTerms" />
  </div>
  <OpenProblem v-else />
</template>

<style scoped>
.shell {
  display: grid;
  grid-template: 'rail head head' auto 'rail notices panel' auto 'rail main panel' 1fr / 92px minmax(0, 1fr) auto;
  height: 100dvh;
  overflow: hidden;
}
.notices {
  grid-area: notices;
  display: grid;
}
.notices > * {
  margin: 8px 16px 0;
}
.station {
  grid-area: main;
  /* What is hidden to the eye stands within it, too: else the page grows longer than the screen. */
  position: relative;
  overflow: auto;
  overscroll-behavior: contain;
  padding: 12px 16px 20px;
  outline: none;
}
.skip {
  position: absolute;
  left: -999px;
}
.skip:focus {
  left: 8px;
  top: 8px;
  background: var(--sheet);
  padding: 8px;
  z-index: 10;
}
@media (max-width: 720px) {
  .shell {
    grid-template: 'head' auto 'notices' auto 'main' 1fr 'rail' auto / minmax(0, 1fr);
  }
  .station {
    padding: 10px;
  }
}
</style>
