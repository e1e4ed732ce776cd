<script setup lang="ts">
import { searchTerms, termOf } from '@nodaxis/core/words/terms';
import { ElDialog } from 'element-plus';
import { computed, nextTick, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { shortcutList } from './shortcuts';
import { stationList } from '../stations/stationList';
import ActionButton from '../ui/ActionButton.vue';
import StationTabs from '../ui/StationTabs.vue';
import TextField from '../ui/TextField.vue';
import { termsFrom, termsQuery as query } from '../words/askTerms';
import TermMeaning from '../words/TermMeaning.vue';

/** What the words mean, and what the keys do. */
const shown = defineModel<boolean>({ required: true });
const route = useRoute();
type View = 'terms' | 'keys';
const view = ref<View>('terms');
const found = computed(() => searchTerms(query.value));
const box = ref<InstanceType<typeof TextField>>();
const machine = computed(() => (route.params.id ? String(route.params.id) : undefined));
/** A term that was asked for is selected, so that the next letter begins another search; letters typed already stay. */
const focusBox = () => box.value?.select(query.value === termsFrom.value ? 0 : query.value.length, query.value.length);
watch(shown, () => (view.value = 'terms'));
const station = (id: string | undefined) => stationList.find((s) => s.id === id);
</script>

<template>
  <ElDialog
    v-model="shown"
    title="Terms and keys"
    width="min(720px, 96vw)"
    top="6vh"
    class="glossary"
    @open="nextTick(focusBox)"
    @open-auto-focus="focusBox"
    @opened="focusBox"
  >
    <StationTabs
      label="Help"
      :views="[
        { id: 'terms' as const, name: 'Terms' },
        { id: 'keys' as const, name: 'Keys' },
      ]"
      :shown="view"
      @show="view = $event"
    />
    <div v-if="view === 'terms'" role="tabpanel" aria-labelledby="tab-terms">
      <label class="search">
        <span class="visually-hidden">Find a term</span>
        <TextField ref="box" v-model="query" placeholder="Find a term, also by its everyday word: homing, e-stop …" />
      </label>
      <p class="soft">Point at a term on any page, or tap it, and its meaning appears.</p>
      <p v-if="!found.length" role="status">No term fits “{{ query }}”. Try a shorter or more general word.</p>
      <dl class="terms">
        <div v-for="t in found" :key="t.id" class="entry">
          <TermMeaning :term="t" />
          <p v-if="t.see?.length || (t.station && machine)" class="row soft">
            <template v-if="t.see?.length"
              >See:
              <ActionButton v-for="s in t.see" :key="s" class="see" @click="query = termOf(s)!.name">{{
                termOf(s)!.name
              }}</ActionButton></template
            >
            <RouterLink v-if="t.station && machine" :to="`/machine/${machine}/${t.station}`" @click="shown = false"
              >Go to {{ station(t.station)?.title }}</RouterLink
            >
          </p>
        </div>
      </dl>
    </div>
    <div v-else role="tabpanel" aria-labelledby="tab-keys">
      <dl class="keys">
        <template v-for="s in shortcutList" :key="s.keys">
          <dt class="mono">{{ s.keys }}</dt>
          <dd>{{ s.does }}</dd>
        </template>
      </dl>
    </div>
  </ElDialog>
</template>

<style scoped>
.search {
  display: block;
}
.terms {
  height: 52vh;
  overflow: auto;
  margin: 8px 0 0;
}
.entry {
  padding: 8px 4px;
  border-top: 1px solid var(--line);
}
.entry p {
  margin: 2px 0 0;
  flex-wrap: wrap;
}
.keys {
  display: grid;
  grid-template-columns: max-content 1fr;
  gap: 4px 20px;
  margin: 12px 0 0;
}
.keys dd {
  margin: 0;
}
</style>
