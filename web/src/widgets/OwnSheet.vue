<script setup lang="ts">
import Caution from '../ui/Caution.vue';
import DataTable from '../ui/DataTable.vue';
import ActionButton from '../ui/ActionButton.vue';
import Choice from '../ui/Choice.vue';
import PickOne from '../ui/PickOne.vue';
import StationTabs from '../ui/StationTabs.vue';
import TextField from '../ui/TextField.vue';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import { coresOf, withCores, writtenCores } from '@nodaxis/core/machine/library/cores';
import { libraryEntry } from '@nodaxis/core/machine/library/index';
import { bareTerminals } from '@nodaxis/core/machine/library/inside';
import { insideWords } from '@nodaxis/core/machine/library/insideWords';
import { builtLike, hasFigures, withFigure, withFiguresOf } from '@nodaxis/core/machine/library/own';
import { sheetFieldsOf } from '@nodaxis/core/machine/library/sheet';
import { rowsOf } from '@nodaxis/core/machine/library/plug';
import { sheetChoicesOf, withChoice, withRows } from '@nodaxis/core/machine/library/sheetChoices';
import { outputTypeOf, withOutputType } from '@nodaxis/core/machine/library/terminals';
import { isPlug } from '@nodaxis/core/machine/parts';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, watch } from 'vue';
import { useOwnParts } from '../document/ownParts';
import OwnTerminals from './OwnTerminals.vue';
import SheetChoiceRow from './SheetChoiceRow.vue';
import SheetDialog from './SheetDialog.vue';
import SheetRow from './SheetRow.vue';

/**
 * The sheet of a part in the library: name, figures, terminals and what is inside, beside a drawing of it. One’s own can be
 * changed; one that ships can be looked at.
 */
const props = defineProps<{
  partKey: string;
  /** Parts that it may be built like: those of the place that it is for. */
  likes?: readonly LibraryEntry[];
  /** What Done does, where it does more than to close the sheet. */
  doneLabel?: string;
}>();
const emit = defineEmits<{ close: []; done: [] }>();
const own = useOwnParts();
const part = computed(() => own.parts.find((p) => p.key === props.partKey) ?? libraryEntry(props.partKey));
const readOnly = computed(() => !own.isOwn(props.partKey));
const fields = computed(() => (part.value ? sheetFieldsOf(part.value.data) : []));
const choices = computed(() => (part.value ? sheetChoicesOf(part.value.data) : []));
const inside = computed(() => (part.value ? insideWords(part.value) : []));
const bare = computed(() =>
  part.value ? bareTerminals(part.value).map((id) => part.value!.terminals[id]!.printed) : [],
);
/** The contacts of a connector follow from its form. */
const plug = computed(() => part.value !== undefined && isPlug(part.value.data));
type View = 'sheet' | 'terminals' | 'inside';
const view = ref<View>('sheet');
const views = computed(() => [
  { id: 'sheet' as const, name: 'Data sheet' },
  ...(plug.value ? [] : [{ id: 'terminals' as const, name: 'Terminals' }]),
  { id: 'inside' as const, name: 'Inside' },
]);
const lit = ref<string>();
const like = ref('');
watch(
  () => props.partKey,
  () => {
    like.value = '';
    view.value = 'sheet';
  },
);
const likely = computed(() => (props.likes ?? []).filter((e) => e.key !== props.partKey));
const chosenLike = computed(() => likely.value.find((e) => e.key === like.value));
const shown = computed({ get: () => part.value !== undefined, set: (v) => v || emit('close') });
const box = ref<InstanceType<typeof TextField>>();
const focusName = () => !readOnly.value && box.value?.select(0, part.value?.name.length ?? 0);

const put = (changed: LibraryEntry) => void own.put(changed);
const set = (key: string, value: Quantity | undefined) => part.value && put(withFigure(part.value, key, value));
function rename(name: string) {
  if (part.value && name.trim()) put({ ...part.value, name: name.trim() });
}
function build(key: string) {
  like.value = key;
  const entry = chosenLike.value;
  if (!entry || !part.value) return;
  put(withFiguresOf(builtLike(entry, part.value.key, part.value.name), part.value));
}
const rowFault = ref('');
function setRows(text: string) {
  const rows = rowsOf(text);
  rowFault.value = rows.ok ? '' : `${rows.error[0]!.what} ${rows.error[0]!.fix}`;
  if (rows.ok && part.value) put(withRows(part.value, rows.value));
}
const coreFault = ref('');
function setCores(text: string) {
  const cores = coresOf(text);
  coreFault.value = cores.ok ? '' : `${cores.error[0]!.what} ${cores.error[0]!.fix}`;
  if (cores.ok && part.value) put(withCores(part.value, cores.value));
}
const takeFigures = () => part.value && chosenLike.value && put(withFiguresOf(part.value, chosenLike.value));
const outputTypes = [
  { value: 'sourcing' as const, label: 'give +' },
  { value: 'sinking' as const, label: 'pull to 0 V' },
  { value: 'push-pull' as const, label: 'both' },
];
</script>

<template>
  <SheetDialog
    v-model="shown"
    :title="part ? `Data sheet of ${part.name}` : ''"
    :part="part"
    :lit="lit"
    @opened="focusName"
  >
    <template v-if="part">
      <label v-if="!readOnly" class="name"
        >Name
        <TextField ref="box" :model-value="part.name" maxlength="120" strict @change="rename" @keydown.enter.prevent
      /></label>
      <p v-else class="soft">{{ part.about }}</p>
      <p v-if="likely.length && !readOnly" class="row like">
        <label class="row"
          >Built like
          <Choice
            :model-value="like"
            none="choose a similar part …"
            :options="likely.map((e) => ({ value: e.key, label: e.name, note: e.about }))"
            @change="build"
        /></label>
        <ActionButton kind="framed" :disabled="!chosenLike" @click="takeFigures">Copy its figures</ActionButton>
        <span class="soft">It sets the terminals. The figures come from your data sheet.</span>
      </p>
      <StationTabs label="Parts of the sheet" :views="views" :shown="view" @show="view = $event" />
      <div v-if="view === 'sheet'" role="tabpanel" aria-labelledby="tab-sheet">
        <DataTable>
          <tbody>
            <SheetRow
              v-for="f in fields"
              :key="f.key"
              :field="f"
              :data="part.data"
              :plain="readOnly"
              @set="set(f.key, $event)"
            />
            <SheetChoiceRow
              v-for="c in choices"
              :key="c.key"
              :choice="c"
              :data="part.data"
              :plain="readOnly"
              @set="put(withChoice(part, c.key, $event))"
            />
            <tr v-if="part.data.class === 'cable'">
              <td data-hint="The mark of each core: a colour code, or the label on a black one">Cores</td>
              <td v-if="readOnly">{{ writtenCores(part.data) }}</td>
              <td v-else>
                <TextField
                  class="mono"
                  aria-label="Cores"
                  :model-value="writtenCores(part.data)"
                  strict
                  @change="setCores"
                />
                <p v-if="coreFault" class="fault" role="alert">{{ coreFault }}</p>
              </td>
            </tr>
            <tr v-if="part.data.class === 'connector' && plug">
              <td>Contacts in each row</td>
              <td v-if="readOnly">{{ part.data.rows.join(', ') }}</td>
              <td v-else>
                <TextField
                  class="mono"
                  aria-label="Contacts in each row"
                  :model-value="part.data.rows.join(', ')"
                  strict
                  @change="setRows"
                />
                <p v-if="rowFault" class="fault" role="alert">{{ rowFault }}</p>
              </td>
            </tr>
          </tbody>
        </DataTable>
        <p v-if="!fields.length && !choices.length" class="soft">
          A part of this kind has no figures: its terminals say all.
        </p>
      </div>
      <div v-else-if="view === 'terminals'" role="tabpanel" aria-labelledby="tab-terminals">
        <OwnTerminals :part="part" :read-only="readOnly" @change="put" @point="lit = $event" />
      </div>
      <div v-else role="tabpanel" aria-labelledby="tab-inside">
        <p class="soft">
          What the check of the wiring sees between its terminals. It follows from their functions and from the data
          sheet.
        </p>
        <PickOne
          v-if="outputTypeOf(part) && !readOnly"
          label="What the switched outputs do"
          :options="outputTypes"
          :model-value="outputTypeOf(part)"
          @update:model-value="$event && put(withOutputType(part, $event))"
        />
        <ul>
          <li v-for="line in inside" :key="line.elements[0]">{{ line.text }}</li>
        </ul>
        <Caution v-if="bare.length" kind="told">
          {{ bare.join(', ') }}: nothing is behind {{ bare.length === 1 ? 'it' : 'them' }} yet. Add the common of the
          inputs, the supply of the outputs, or the supply of the part.
        </Caution>
        <p v-if="!inside.length" class="soft">Nothing: its terminals are alone.</p>
      </div>
      <div class="row done">
        <ActionButton kind="main" @click="emit('done')">{{ readOnly ? 'Close' : (doneLabel ?? 'Done') }}</ActionButton>
        <span v-if="own.fault" class="fault" role="alert">{{ own.fault }}</span>
        <span v-else-if="fields.length && !hasFigures(part)" class="soft">No figure is entered yet.</span>
      </div>
    </template>
  </SheetDialog>
</template>

<style scoped>
.like {
  flex-wrap: wrap;
}
.done {
  position: sticky;
  bottom: 0;
  padding: 12px 0;
  background: var(--sheet);
}
</style>
