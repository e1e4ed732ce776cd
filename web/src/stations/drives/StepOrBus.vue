<script setup lang="ts">
import { stepOrBus } from '@nodaxis/core/advice/stepOrBus';
import { printNumber, showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import { usePreferences } from '../../document/preferences';

const machine = useOpenMachine();
const preferences = usePreferences();
const ways = computed(() => stepOrBus(machine.design, machine.figures));
</script>

<template>
  <p class="soft">Both ways for this machine’s own drives. Hours and price classes are planning figures.</p>
  <div class="ways">
    <article v-for="w in ways" :key="w.title">
      <h3>{{ w.title }}</h3>
      <dl>
        <dt>Conductors</dt>
        <dd class="mono">{{ w.conductors }}</dd>
        <dt>Plugged leads</dt>
        <dd class="mono">{{ w.plugs }}</dd>
        <dt>Work</dt>
        <dd class="mono">about {{ printNumber(w.hours, 2) }} h</dd>
        <dt>Fastest pulse rate</dt>
        <dd class="mono">
          {{ w.pulseRateHz === undefined ? 'none' : showValue(w.pulseRateHz, 'frequency', preferences.display, 3) }}
        </dd>
        <dt>Price</dt>
        <dd>{{ w.priceClass }}</dd>
      </dl>
      <ul>
        <li v-for="s in w.says" :key="s">{{ s }}</li>
      </ul>
    </article>
  </div>
</template>

<style scoped>
.ways {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(320px, 100%), 1fr));
  gap: 20px;
}
dl {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 2px 14px;
  margin: 6px 0;
}
dt {
  color: var(--soft);
}
dd {
  margin: 0;
}
ul {
  margin: 0;
  padding-left: 18px;
}
</style>
