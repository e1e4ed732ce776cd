<script setup lang="ts">
import Fold from '../../ui/Fold.vue';
import TextField from '../../ui/TextField.vue';
import ActionButton from '../../ui/ActionButton.vue';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { findingsOf } from '@nodaxis/core/findings/findings';
import { rules } from '@nodaxis/core/findings/rules';
import { sweptAs } from '@nodaxis/core/findings/unnoticed';
import { helpReport } from '@nodaxis/core/reports/helpReport';
import { typedInOpenItems, typedTexts, withoutTyped } from '@nodaxis/core/reports/typedTexts';
import { refDebounced } from '@vueuse/core';
import { ElCheckbox, ElCheckboxGroup } from 'element-plus';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';
import { download } from '../../document/transfer';

/** One file for a stranger who is to help: everything needed, nothing private, and seen before it is sent. */
const machine = useOpenMachine();
const preferences = usePreferences();
const question = ref('');
/** What a person typed stays at home, but for the lines that are released here. */
const typed = computed(() => [
  ...new Map(
    [...typedTexts(machine.design), ...typedInOpenItems(machine.file.journal)].map((t) => [t.text, t]),
  ).values(),
]);
const released = ref<string[]>([]);
/** What does not hang on the question is worked out once, not at every key. */
const stripped = computed(() => {
  const plain = withoutTyped(machine.design, new Set(released.value));
  const figures = deriveFigures(plain);
  const swept = machine.swept && sweptAs(plain, figures.plan.inputs, machine.swept);
  return { plain, figures, findings: findingsOf(figures, rules, swept) };
});
const report = (q: string) => {
  const { plain, figures, findings } = stripped.value;
  const today = new Date().toISOString();
  return helpReport(machine.file, plain, figures, findings, q, today, preferences.display, new Set(released.value));
};
const asked = refDebounced(question, 300);
const text = computed(() => report(asked.value));
const size = computed(() => Math.round(new Blob([text.value]).size / 1024));
const save = () => download('help-report.md', report(question.value), 'text/markdown');
</script>

<template>
  <div class="help">
    <section class="sheet stack">
      <h3>Ask somebody</h3>
      <p>
        Write what is wrong, what you expected, and what you tried. The report adds findings, test results, settings,
        what the control held when it was read last, wiring, and a machine file that can be opened. Notes and pictures
        stay at home, and so does everything else that you typed, unless you release it below.
      </p>
      <p v-if="!machine.swept" class="soft" role="note">
        The single faults of this machine are still being tried. Dangers that only they show are missing from the report
        until then.
      </p>
      <TextField
        v-model="question"
        type="textarea"
        :rows="6"
        aria-label="What is wrong"
        placeholder="X loses about a millimetre in every long job …"
      />
      <Fold v-if="typed.length" class="typed"
        ><template #title
          ><span>
            {{ typed.length }} texts that you typed are left out<template v-if="released.length"
              >, but for {{ released.length }}</template
            >
          </span></template
        >
        <ElCheckboxGroup v-model="released" aria-label="Texts to release">
          <ElCheckbox v-for="t in typed" :key="t.text" :value="t.text" class="line">
            <span class="mono">{{ t.text }}</span> <span class="soft">{{ t.where }}</span>
          </ElCheckbox>
        </ElCheckboxGroup>
      </Fold>
      <ActionButton kind="main" @click="save">Save the help report ({{ size }} kB)</ActionButton>
    </section>
    <section class="sheet preview" aria-label="Preview">
      <h3>This is all that it contains</h3>
      <pre tabindex="0">{{ text }}</pre>
    </section>
  </div>
</template>

<style scoped>
.help {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  gap: 10px;
  height: 100%;
}
.preview {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
}
pre {
  overflow: auto;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
  font: 13px/1.5 var(--code);
  margin: 6px 0 0;
}
.typed {
  max-height: 40vh;
  overflow: auto;
}
.line {
  display: flex;
  margin: 0;
  height: auto;
  padding: 4px 0;
  white-space: normal;
}
.line :deep(.el-checkbox__label) {
  line-height: 1.35;
}
.text-field {
  width: 100%;
}
@media (max-width: 1000px) {
  .help {
    grid-template-columns: minmax(0, 1fr);
    height: auto;
  }
}
</style>
