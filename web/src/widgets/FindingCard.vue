<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import ActionButton from '../ui/ActionButton.vue';
import { Link, Position } from '@element-plus/icons-vue';
import type { Finding, Remedy } from '@nodaxis/core/findings/finding';
import { ref } from 'vue';
import { useRouter } from 'vue-router';
import { useFocusLink } from './focusLink';
import { useMachine } from '../document/machine';
import { usePreferences } from '../document/preferences';

const props = defineProps<{
  finding: Finding;
  linked?: boolean;
  /** A remedy was applied, and what it changed is still being checked. */
  checking?: boolean;
}>();
const emit = defineEmits<{ applied: [] }>();
const machine = useMachine();
const preferences = usePreferences();
const router = useRouter();
const { go } = useFocusLink();
const fault = ref('');
const copied = ref(false);

function apply(remedy: Remedy) {
  const faults = machine.run(remedy.command);
  fault.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
  if (!faults.length) emit('applied');
}
async function copyLink() {
  const { href } = router.resolve({ query: { finding: props.finding.id } });
  await navigator.clipboard.writeText(new URL(href, location.origin).href).then(
    () => (copied.value = true),
    () => (fault.value = `The browser does not let the page copy. The link: ${href}`),
  );
}
</script>

<template>
  <article class="card" :class="[finding.severity, { linked }]" :data-finding="finding.id" tabindex="-1">
    <h4>{{ finding.title }}</h4>
    <p>{{ finding.explain(preferences.display) }}</p>
    <p v-if="checking" role="status">Applied. Checking again …</p>
    <div class="row">
      <ActionButton
        v-for="(r, i) in finding.remedies"
        :key="i"
        kind="framed"
        class="remedy"
        :disabled="machine.readOnly || checking"
        @click="apply(r)"
      >
        {{ r.label(preferences.display) }}
      </ActionButton>
      <ActionButton @click="go(finding.station, finding.field)"> <Position aria-hidden="true" />Go there </ActionButton>
      <ActionButton
        :aria-label="copied ? 'Link copied' : 'Copy a link to this finding'"
        data-hint="Copy a link"
        @click="copyLink"
      >
        <Link aria-hidden="true" /><span v-if="copied">Copied</span>
      </ActionButton>
    </div>
    <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
  </article>
</template>

<style scoped>
.card {
  border-left: 4px solid var(--note);
  padding: 6px 0 8px 10px;
  margin-top: 8px;
}
.card.danger {
  border-color: var(--danger);
}
.card.wont-work {
  border-color: var(--wont);
}
.card.doubtful {
  border-color: var(--doubt);
}
.linked {
  background: var(--accent-wash);
}
h4 {
  margin: 0 0 2px;
}
.row {
  margin-top: 6px;
  gap: 4px;
}
.remedy {
  text-align: left;
}
</style>
