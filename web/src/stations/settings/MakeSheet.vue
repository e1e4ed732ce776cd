<script setup lang="ts">
import { contextsOf } from '@nodaxis/core/dialects/contexts';
import {
  allCandidates,
  guessForm,
  proposePairs,
  sheetFrom,
  type Candidate,
  type Pair,
} from '@nodaxis/core/dialects/pair';
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import { computed } from 'vue';
import { useDraft } from '../../document/drafts';
import { useOpenMachine } from '../../document/openMachine';
import ActionButton from '../../ui/ActionButton.vue';
import Choice, { type Option } from '../../ui/Choice.vue';
import DataTable from '../../ui/DataTable.vue';
import PickOne from '../../ui/PickOne.vue';
import TextField from '../../ui/TextField.vue';

/** A name sheet made by example: what the control prints, each name paired with a setting of the machine. */
const { part } = defineProps<{
  /** The drive that it is of; the control without one. */
  part: string | undefined;
}>();
const emit = defineEmits<{ made: [NameSheet] }>();
const machine = useOpenMachine();
/** Names that are listed to be paired; the text may hold more. */
const MOST_ROWS = 400;
const typed = useDraft(
  () => `${machine.file.id}/make-sheet${part ?? ''}`,
  { text: '', name: '', dump: '', decimal: '' as '' | '.' | ',', pairs: {} as Record<string, string> },
  false,
);
const guessed = computed(() => guessForm(typed.value.text));
const form = computed(() => ({
  dump: typed.value.dump || guessed.value.dump,
  decimal: typed.value.decimal || guessed.value.decimal,
}));
const readable = computed(() => form.value.dump.includes('{name}') && form.value.dump.includes('{value}'));
const contexts = computed(() => contextsOf(machine.design, machine.figures.settings, part));
const all = computed(() => allCandidates(contexts.value));
const pairs = computed(() =>
  typed.value.text.trim() && readable.value ? proposePairs(form.value, typed.value.text, contexts.value) : [],
);
const shown = computed(() => pairs.value.slice(0, MOST_ROWS));

/** What a name was paired with by a person; until then, what is proposed where it is sure. */
const chosenKey = (p: Pair): string =>
  Object.hasOwn(typed.value.pairs, p.name) ? typed.value.pairs[p.name]! : p.sure ? p.candidates[0]!.key : '';
const chosen = (p: Pair): Candidate | undefined => {
  const key = chosenKey(p);
  return p.candidates.find((c) => c.key === key) ?? all.value.find((c) => c.key === key);
};
const choose = (p: Pair, key: string) =>
  (typed.value = { ...typed.value, pairs: { ...typed.value.pairs, [p.name]: key } });
function optionsOf(p: Pair): Option<string>[] {
  const fits = new Set(p.candidates.map((c) => c.key));
  const option = (c: Candidate, note: string): Option<string> => ({ value: c.key, label: c.what, note });
  return [
    ...p.candidates.map((c) => option(c, `fits: ${c.value}${c.unit ? ` in ${c.unit}` : ''}`)),
    ...all.value.filter((c) => !fits.has(c.key)).map((c) => option(c, 'has another value')),
  ];
}
const made = computed(() =>
  pairs.value.flatMap((p) => {
    const c = chosen(p);
    return c ? [{ name: p.name, candidate: c }] : [];
  }),
);
const make = () => emit('made', sheetFrom(typed.value.name.trim(), form.value, made.value, contexts.value));
</script>

<template>
  <section class="sheet stack" aria-label="Make a sheet">
    <h2>Or make one from what it prints</h2>
    <TextField
      v-model="typed.text"
      type="textarea"
      :rows="4"
      class="mono"
      aria-label="What your control prints"
      placeholder="Paste the list of its settings"
    />
    <template v-if="typed.text.trim()">
      <div class="row wrap">
        <label class="row"
          >A line looks like
          <TextField
            :model-value="form.dump"
            class="mono form"
            maxlength="200"
            aria-label="A line looks like"
            @change="typed = { ...typed, dump: $event }"
        /></label>
        <PickOne
          :model-value="form.decimal"
          label="Its decimal mark"
          :options="[
            { value: '.', label: '2.5' },
            { value: ',', label: '2,5' },
          ]"
          @update:model-value="typed = { ...typed, decimal: $event ?? '' }"
        />
      </div>
      <p v-if="!readable" class="bad">A line needs {name} and {value} in it.</p>
      <p v-else-if="!pairs.length" class="bad">No line of the text looks like that. Correct the form of the line.</p>
      <template v-else>
        <p>
          {{ pairs.length }} names, {{ made.length }} paired. A pair is proposed where value and name both fit; look at
          each, since two settings may have one value.
        </p>
        <div class="scroll">
          <DataTable>
            <thead>
              <tr>
                <th>There it is</th>
                <th class="num">It holds</th>
                <th>It is</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="p in shown" :key="p.name">
                <td class="mono">{{ p.name }}</td>
                <td class="num mono">{{ p.text }}</td>
                <td>
                  <Choice
                    :label="`What ${p.name} is`"
                    :model-value="chosenKey(p)"
                    :none="p.candidates.length ? `nothing yet: ${p.candidates.length} fit by value` : 'nothing'"
                    :options="optionsOf(p)"
                    @change="choose(p, $event)"
                  />
                </td>
              </tr>
            </tbody>
          </DataTable>
        </div>
        <p v-if="pairs.length > shown.length" class="soft">The first {{ shown.length }} names are shown.</p>
        <div class="row wrap">
          <TextField
            v-model="typed.name"
            maxlength="120"
            placeholder="Name of your control"
            aria-label="Name of the sheet"
          />
          <ActionButton kind="main" :disabled="machine.readOnly || !made.length || !typed.name.trim()" @click="make"
            >Make the sheet: {{ made.length }} {{ made.length === 1 ? 'setting' : 'settings' }}</ActionButton
          >
        </div>
      </template>
    </template>
  </section>
</template>

<style scoped>
.form {
  width: 260px;
}
.scroll {
  overflow: auto;
  max-height: 420px;
}
.bad {
  color: var(--wont);
}
</style>
