<script setup lang="ts">
import { slotOf } from '@nodaxis/core/machine/slots';
import { rankedSupplies, type Suffices } from '@nodaxis/core/power/sizing';
import type { SupplyDemand } from '@nodaxis/core/power/states';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { useOwnParts } from '../../../document/ownParts';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Caution from '../../../ui/Caution.vue';
import DataTable from '../../../ui/DataTable.vue';

/** Which supply of this voltage suffices: load share, moments and heat, the smallest that is at ease first. */
const { supply, demand } = defineProps<{ supply: string; demand: SupplyDemand }>();
const machine = useOpenMachine();
const own = useOwnParts();
void own.start();
const preferences = usePreferences();
const chosen = computed(() => machine.design.parts[supply]?.libraryKey);
/** Ways to put another one in its place: only what has a place on a rail is exchanged here. */
const slot = computed(() => slotOf(machine.design, supply));
const ranked = computed(() => rankedSupplies(demand, own.of('supply')));
const word: Record<Suffices, string> = { 'at-ease': 'suffices', tight: 'no reserve', 'too-small': 'too small' };
const percent = (share: number) => `${printNumber(100 * share, 2)} %`;
const refusal = ref('');
function take(key: string): void {
  if (!slot.value) return;
  refusal.value = machine
    .run({ name: 'choose-part', args: { slot: slot.value, ...own.choice(key) } })
    .map((f) => `${f.what} ${f.fix}`)
    .join(' ');
}
</script>

<template>
  <section class="sheet stack" aria-label="Which one suffices">
    <h2>Which one suffices</h2>
    <Caution v-if="refusal" kind="refused">{{ refusal }}</Caution>
    <DataTable>
      <thead>
        <tr>
          <th>Supply</th>
          <th class="num">lasts</th>
          <th class="num">moments</th>
          <th class="num wide">heat</th>
          <th class="wide">price</th>
          <th></th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in ranked" :key="r.entry.key" :class="{ chosen: r.entry.key === chosen }">
          <td>{{ r.entry.name }}</td>
          <td class="num mono">{{ percent(r.share) }}</td>
          <td class="num mono">{{ percent(r.peakShare) }}</td>
          <td class="num mono wide">{{ showValue(r.lossW, 'power', preferences.display, 2) }}</td>
          <td class="wide">{{ r.price }}</td>
          <td :class="r.suffices">{{ word[r.suffices] }}</td>
          <td>
            <span v-if="r.entry.key === chosen" class="soft">chosen</span>
            <ActionButton
              v-else-if="slot"
              kind="framed"
              :disabled="machine.readOnly"
              :aria-label="`Apply ${r.entry.name}`"
              @click="take(r.entry.key)"
              >Apply</ActionButton
            >
          </td>
        </tr>
      </tbody>
    </DataTable>
    <p v-if="ranked.length" class="soft small wide">
      Price by rated power: low below 100 W, middle below 350 W, high above. Shops differ.
    </p>
    <p v-if="!ranked.length" class="soft">
      The library has no supply of this voltage. Enter one of your own under Parts on the shelf.
    </p>
  </section>
</template>

<style scoped>
th {
  font-weight: 400;
  font-size: 13px;
  color: var(--soft);
  text-align: left;
}
td,
th {
  padding: 4px 6px;
  border-bottom: 1px solid var(--line);
}
p {
  margin: 0;
}
.small {
  font-size: 13px;
}
.num {
  text-align: right;
  white-space: nowrap;
}
.chosen {
  background: var(--accent-wash);
}
.at-ease {
  color: var(--good);
}
.tight {
  color: var(--wont);
}
.too-small {
  color: var(--danger);
}
@media (max-width: 720px) {
  .wide {
    display: none;
  }
  td,
  th {
    padding: 4px 3px;
  }
}
</style>
