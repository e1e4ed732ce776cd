<script setup lang="ts">
import { compareDump } from '@nodaxis/core/dialects/compare';
import { linesOfSheet } from '@nodaxis/core/dialects/lines';
import { dumpOf, snapshotsOf } from '@nodaxis/core/dialects/snapshots';
import { writeSheet } from '@nodaxis/core/dialects/sheetFile';
import { commissioningSheet } from '@nodaxis/core/settings/commissioning';
import { isOnMains, type Rotating } from '@nodaxis/core/spindle/rotating';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { download } from '../../../document/transfer';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import CapFinder from './CapFinder.vue';
import SheetLines from './SheetLines.vue';
import TrialLog from './TrialLog.vue';

/** What is entered in the drive, in which order, and what it shows when it is read back. */
const { r } = defineProps<{ r: Rotating }>();
const machine = useOpenMachine();
const settings = computed(() => machine.figures.settings);
const sheet = computed(() => commissioningSheet(machine.figures.design, settings.value)!);
const own = computed(() => machine.design.driveSheets?.[sheet.value.driveId]);
const lines = computed(() =>
  own.value ? linesOfSheet(own.value, machine.design, settings.value, sheet.value.driveId) : [],
);
const last = computed(() => snapshotsOf(machine.file.journal, sheet.value.driveId).at(-1));
const differences = computed(() =>
  own.value && last.value ? compareDump(lines.value, dumpOf(last.value, own.value, lines.value), settings.value) : [],
);
const settable = computed(() => sheet.value.lines.filter((l) => l.kind === 'setting').length);
const count = (standing: string) => differences.value.filter((d) => d.standing === standing).length;
const wrong = computed(() => count('differs') + count('not readable'));
</script>

<template>
  <div class="view">
    <section class="sheet stack main" aria-label="Commissioning sheet">
      <div class="row spread wrap">
        <h2>{{ r.drive!.designation }} {{ r.drive!.name }}, in the order of entry</h2>
        <p role="status">
          <b>{{ count('same') }}</b> of {{ settable }} read back<template v-if="wrong"
            >, <strong class="bad">{{ wrong }} {{ wrong === 1 ? 'is' : 'are' }} something else</strong></template
          >
        </p>
      </div>
      <Caution
        ><template v-if="isOnMains(r.drive!)"
          >Mains and a charged bus are inside: enter settings from outside, with the cover on. The mains side is work
          for a licensed person. </template
        >No tool in the spindle for the first run, coolant first where it has any, and a hand on the stop.</Caution
      >
      <Caution v-for="s in sheet.contradictions" :key="s">{{ s }}</Caution>
      <SheetLines :sheet="sheet" :own="own" :drive-name="r.drive!.name" :differences="differences" :last="last" />
      <p v-if="own" class="row wrap soft">
        Its own numbers and codes are kept as the name sheet “{{ own.name }}”, for this drive in Settings too.
        <ActionButton kind="framed" @click="download(`${own.name}.name-sheet.json`, writeSheet(own))"
          >Save the name sheet</ActionButton
        >
      </p>
    </section>
    <div class="stack">
      <CapFinder v-if="r.kind === 'induction'" :r="r" />
      <TrialLog
        :part="sheet.driveId"
        :settings="sheet.lines.flatMap((l) => (l.kind === 'setting' ? [l.setting.title] : []))"
      />
    </div>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 380px;
  gap: 10px;
  align-items: start;
}
.bad {
  color: var(--wont);
}
@media (max-width: 1000px) {
  .view {
    grid-template-columns: minmax(0, 1fr);
  }
}
</style>
