<script setup lang="ts">
import type { Guard } from '@nodaxis/core/advice/protection';
import { loadedTo } from '@nodaxis/core/power/branches';
import { listed } from '@nodaxis/core/units/listed';
import { showValue } from '@nodaxis/core/units/print';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import InrushBand from './InrushBand.vue';

/** One breaker: its load, its rating and its thinnest conductor in a row, its curve against what comes on at once. */
const { guard } = defineProps<{ guard: Guard }>();
const machine = useOpenMachine();
const preferences = usePreferences();
const parts = computed(() => machine.figures.design.parts);
const part = computed(() => parts.value[guard.device]!);
const name = (id: string) => parts.value[id]!.designation;
const a = (amps: number) => showValue(amps, 'current', preferences.display, 3);
const load = computed(() => loadedTo(guard.loadA, guard.ratedA, guard.lastingA));
const conductor = computed(() => (guard.thinnest && guard.thinnest.goodForA < guard.ratedA ? 'over' : 'ease'));
const peaks = computed(() =>
  guard.inrush?.closing.loads.map((l) => `${name(l.part)} ${a(l.amps)}${l.usual ? '*' : ''}`),
);
</script>

<template>
  <section class="sheet stack" :aria-label="`Breaker ${part.designation}`">
    <h2>
      <span class="mono">{{ part.designation }}</span> {{ part.name }}
    </h2>
    <dl class="chain">
      <div>
        <dt>Load</dt>
        <dd :class="load">{{ a(guard.loadA) }}</dd>
      </div>
      <span aria-hidden="true">≤</span>
      <div>
        <dt>Rating</dt>
        <dd>{{ a(guard.ratedA) }}</dd>
      </div>
      <span aria-hidden="true">≤</span>
      <div>
        <dt>Thinnest conductor</dt>
        <dd v-if="guard.thinnest" :class="conductor">
          {{ a(guard.thinnest.goodForA) }}
          <span class="soft small"
            >no. {{ guard.thinnest.number }}, {{ showValue(guard.thinnest.mm2, 'area', preferences.display, 3) }}</span
          >
        </dd>
        <dd v-else class="soft small">not planned yet</dd>
      </div>
    </dl>
    <template v-if="guard.inrush">
      <InrushBand :inrush="guard.inrush" />
      <p class="soft small">
        {{ listed(peaks ?? [])
        }}<template v-if="guard.inrush.closing.loads.some((l) => l.usual)">; * no sheet tells</template>.
      </p>
      <div v-if="guard.steps.length > 1" class="small">
        <b>Switched on in turn</b>
        <ol>
          <li v-for="(s, i) in guard.steps" :key="i">
            {{ listed(s.loads.map((l) => name(l.part))) }}: <span class="mono">{{ a(s.amps) }}</span><template
              v-if="s.tooMuch"
              >, too much even alone</template
            >
          </li>
        </ol>
      </div>
    </template>
    <p v-else class="soft small">
      {{
        'tripCurve' in part.data && part.data.tripCurve
          ? 'Nothing behind it has an inrush that is worked out here.'
          : 'Its sheet does not say its curve: the letter before the rating on its face.'
      }}
    </p>
    <p v-if="guard.ahead.length" class="small">
      In series with {{ listed(guard.ahead.map(name)) }}: at a short circuit either of them may open.
    </p>
  </section>
</template>

<style scoped>
.chain {
  display: flex;
  gap: 12px;
  align-items: end;
  margin: 0;
}
.chain > span {
  font-size: 22px;
  color: var(--soft);
}
dt {
  color: var(--soft);
  font-size: 13px;
}
dd {
  margin: 0;
  font-size: 20px;
}
.small {
  font-size: 14px;
  margin: 0;
}
dd .small {
  font-size: 13px;
}
ol {
  margin: 2px 0;
  padding-left: 22px;
}
.ease {
  color: var(--good);
}
.tight {
  color: var(--wont);
}
.over {
  color: var(--danger);
}
</style>
