<script setup lang="ts">
import { flowShare } from '@nodaxis/core/cabinet/air';
import { warmestRoomC, warmthOf } from '@nodaxis/core/cabinet/warmth';
import { powerStates, powerStateTitle, type PowerState } from '@nodaxis/core/power/states';
import { displayUnit, showQuantity, showValue } from '@nodaxis/core/units/print';
import type { Quantity } from '@nodaxis/core/units/quantity';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import ActionButton from '../../../ui/ActionButton.vue';
import Choice from '../../../ui/Choice.vue';
import PickOne from '../../../ui/PickOne.vue';
import QuantityEntry from '../../../ui/QuantityEntry.vue';
import EnclosureForm from './EnclosureForm.vue';
import EnclosurePicture from './EnclosurePicture.vue';
import PartsInBox from './PartsInBox.vue';
import WarmthLog from './WarmthLog.vue';

/** Does it stay cool: what warms a box, how it gets rid of that, what each part bears, and what a thermometer says. */
const machine = useOpenMachine();
const preferences = usePreferences();
const route = useRoute();
const boxes = computed(() => Object.entries(machine.figures.design.enclosures ?? {}));
const picked = ref('');
watch(
  () => route.query.field,
  (field) => {
    const [table, id] = typeof field === 'string' ? field.split('.') : [];
    if (table === 'enclosures' && id) picked.value = id;
  },
  { immediate: true },
);
const shown = computed(() => boxes.value.find(([id]) => id === picked.value) ?? boxes.value[0]);
const state = ref<PowerState>('in-use');
const states = powerStates.map((value) => ({ value, label: powerStateTitle[value] }));
const warmth = computed(() => shown.value && warmthOf(machine.figures, shown.value[0], state.value));
const lasting = computed(() => shown.value && warmthOf(machine.figures, shown.value[0], 'in-use'));
const roomC = computed(() => warmestRoomC(machine.figures.design));
const room = computed(() => {
  const q = machine.figures.design.warmestRoom;
  return q ? showQuantity(q, preferences.display) : '';
});
const refusal = ref('');
function setRoom(temperature: Quantity | undefined): void {
  const faults = machine.run({ name: 'set-warmest-room', args: { temperature: temperature ?? null } });
  refusal.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
}
function add(): void {
  const before = new Set(boxes.value.map(([id]) => id));
  machine.run({ name: 'add-enclosure', args: { name: before.size ? `Compartment ${before.size + 1}` : 'Cabinet' } });
  picked.value = boxes.value.find(([id]) => !before.has(id))?.[0] ?? picked.value;
}
const remove = (enclosure: string) => machine.run({ name: 'remove-enclosure', args: { enclosure } });
const c = (n: number) => showValue(n, 'ambient', preferences.display, 3);
const flow = (n: number) => showValue(n, 'airFlow', preferences.display, 2);
</script>

<template>
  <section v-if="!shown || !warmth" class="sheet stack begin">
    <h2>No box yet</h2>
    <p>
      Enter the box in which the electronics sit, with its sizes and how air gets through it. What each part turns into
      heat is worked out already; how warm it gets in there, and whether a fan is needed, follows.
    </p>
    <ActionButton kind="main" :disabled="machine.readOnly" @click="add">Add the cabinet</ActionButton>
  </section>
  <div v-else class="view">
    <div class="stack">
      <section class="sheet stack how-part" aria-label="How warm it gets">
        <div class="row spread">
          <Choice
            v-if="boxes.length > 1"
            label="Enclosure"
            :model-value="shown[0]"
            :options="boxes.map(([value, b]) => ({ value, label: b.name }))"
            @change="(id: string) => (picked = id)"
          />
          <h2 v-else>{{ shown[1].name }}</h2>
          <span class="row">
            <ActionButton kind="framed" :disabled="machine.readOnly" @click="add">Add a compartment</ActionButton>
            <ActionButton :disabled="machine.readOnly" @click="remove(shown[0])"
              >Remove {{ shown[1].name }}</ActionButton
            >
          </span>
        </div>
        <PickOne v-model="state" :options="states" label="What the machine does" />
        <div class="how">
          <EnclosurePicture :warmth="warmth" :room-c="roomC" />
          <div class="stack">
            <p v-if="warmth.riseK === undefined">Enter the sizes of the box, and how warm it gets is shown here.</p>
            <p v-else class="large">
              {{ showValue(warmth.riseK, 'temperature', preferences.display, 3) }} above the room<template
                v-if="state !== 'in-use'"
              >
                if it lasted</template
              >
            </p>
            <p v-if="warmth.airC !== undefined && warmth.bears[0]" :class="{ over: warmth.tooWarm.length }">
              {{
                warmth.tooWarm.length
                  ? `Too warm for ${machine.figures.design.parts[warmth.bears[0].part]!.designation}, which bears ${c(warmth.bears[0].limitC)}.`
                  : `Every part bears it; the first limit is ${c(warmth.bears[0].limitC)}.`
              }}
            </p>
            <p v-if="warmth.airM3h > 0">
              <template v-if="warmth.forcedM3h > 0"
                >Its fan brings <b>{{ flow(warmth.forcedM3h) }}</b> of air through; it needs
                <b>{{ flow(warmth.airM3h) }}</b>, a fan of {{ flow(warmth.fanM3h) }} by its sheet:</template
              >
              <template v-else
                >It needs <b>{{ flow(warmth.airM3h) }}</b> of air. Choose a fan of <b>{{ flow(warmth.fanM3h) }}</b> by
                its sheet:</template
              >
              behind {{ warmth.box.filter ? 'a filter mat half of that' : 'a grille four fifths of that' }} go through
              ({{ Math.round(100 * flowShare(warmth.box)) }} %).
            </p>
            <p v-else-if="warmth.riseK !== undefined && warmth.mostK > 0" class="soft">Its walls suffice.</p>
            <label class="room"
              ><span>Warmest room</span
              ><QuantityEntry
                :shown="room"
                dimension="ambient"
                :unit="displayUnit('ambient', preferences.display)"
                :refusal="refusal || undefined"
                :placeholder="c(roomC)"
                aria-label="Warmest room"
                :disabled="machine.readOnly"
                @enter="setRoom"
            /></label>
          </div>
        </div>
      </section>
      <PartsInBox :id="shown[0]" class="parts-part" :warmth="warmth" />
    </div>
    <div class="stack">
      <EnclosureForm :id="shown[0]" :key="shown[0]" class="form-part" :box="shown[1]" />
      <WarmthLog v-if="lasting" :id="shown[0]" :key="`${shown[0]}/log`" class="log-part" :warmth="lasting" />
    </div>
  </div>
</template>

<style scoped>
.view {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  gap: 10px;
  align-items: start;
}
.begin {
  max-width: 620px;
  justify-items: start;
}
.how {
  display: grid;
  grid-template-columns: minmax(0, 360px) minmax(0, 1fr);
  gap: 16px;
  align-items: center;
}
p {
  margin: 0;
}
.large {
  font-size: 20px;
}
.over {
  color: var(--danger);
  font-weight: 600;
}
.room {
  display: grid;
  grid-template-columns: max-content 110px;
  gap: 8px;
  align-items: center;
}
@media (max-width: 1000px) {
  .view,
  .how {
    grid-template-columns: minmax(0, 1fr);
  }
  /* In one column the box itself comes before what is in it. */
  .view > .stack {
    display: contents;
  }
  .form-part {
    order: 1;
  }
  .parts-part {
    order: 2;
  }
  .log-part {
    order: 3;
  }
}
</style>
