<script setup lang="ts">
import { socketOf } from '@nodaxis/core/distribution/seats';
import { polesOfPort } from '@nodaxis/core/machine/poles';
import { portOf } from '@nodaxis/core/machine/ports';
import { printNumber } from '@nodaxis/core/units/print';
import { computed, ref, watch } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';
import Caution from '../../../ui/Caution.vue';
import OutlineTree from '../../../ui/OutlineTree.vue';
import Progress from '../../../ui/Progress.vue';
import FeedPanel from './FeedPanel.vue';
import { rowKey, useFeedRows, type FeedRow } from './useFeedRows';

/** What feeds what: from where the mains comes in, through what protects and switches, down to each load. */
const machine = useOpenMachine();
const preferences = usePreferences();
const route = useRoute();
const tree = useFeedRows(
  () => machine.figures,
  () => preferences.display,
);
const picked = ref('');

const row = computed(() => tree.value.byKey.get(picked.value) ?? tree.value.rows[0]);
watch(
  () => route.query.field,
  (field) => {
    const [table, part, port] = typeof field === 'string' ? field.split('.') : [];
    if (table === 'feeds' && part) picked.value = rowKey(port ? { part, port } : { part });
  },
  { immediate: true },
);

const share = ({ carried }: FeedRow): number | undefined =>
  carried?.rated && carried.amps ? carried.amps / carried.rated : undefined;
/** What a part takes there, where it takes more than its power. */
const role = ({ branch, part }: FeedRow): string =>
  branch.from && socketOf(machine.design, branch.from)
    ? `socket ${socketOf(machine.design, branch.from)!.printed}`
    : branch.port === 'motor-supply'
      ? 'its sockets'
      : branch.port === 'link'
        ? 'over its data lead'
        : branch.port === 'field'
          ? 'inputs and outputs'
          : branch.port === 'coil' || (branch.port === 'mains' && portOf(part, 'in'))
            ? 'coil'
            : branch.port === 'torque-off'
              ? 'torque-off'
              : polesOfPort(part, branch.port ?? '');
const open = computed(() => tree.value.outline.open.filter((at) => at.port !== 'coil'));
const dead = computed(() => [...new Set([...open.value, ...tree.value.outline.rings].map((at) => at.part))]);
const names = computed(() => dead.value.map((id) => machine.design.parts[id]!.designation).join(', '));
</script>

<template>
  <div class="feeds">
    <section class="sheet stack tree" aria-label="What feeds what">
      <h2>What feeds what</h2>
      <p class="soft">
        Each part hangs on what feeds it. The planner leads the conductors so; loads and faults are worked out from it.
      </p>
      <Caution v-if="dead.length">No power reaches {{ names }} yet. Pick each below, and say what feeds it.</Caution>
      <p v-if="!tree.rows.length">
        Nothing is to be fed yet. Choose a mains inlet and a supply under Parts, and they stand here with all that hangs
        on them.
      </p>
      <OutlineTree
        :nodes="tree.rows"
        :picked="row?.key"
        label="What feeds what"
        @pick="(r: FeedRow) => (picked = r.key)"
      >
        <template #default="{ node: r }">
          <span class="line" :data-field="`feeds.${r.branch.part}.${r.branch.port ?? ''}`">
            <span class="mono designation">{{ r.part.designation }}</span>
            <span class="name"
              ><span class="of">{{ r.part.name }}</span
              ><span v-if="role(r)" class="soft">, {{ role(r) }}</span
              ><span v-if="r.strips.length" class="soft">, by way of {{ r.strips.join(', ') }}</span></span
            >
            <span class="mono volts">{{ r.volts }}</span>
            <span class="load" :class="{ over: (share(r) ?? 0) > 1 }">
              <Progress
                v-if="share(r) !== undefined"
                :done="Math.min(1, share(r)!)"
                :label="`${r.part.designation} loaded to ${printNumber(100 * share(r)!, 2)} %`"
              />
              <span class="mono">{{ r.load }}</span>
            </span>
          </span>
        </template>
      </OutlineTree>
    </section>
    <FeedPanel v-if="row" :key="row.key" :row="row" @pick="picked = $event" />
  </div>
</template>

<style scoped>
.feeds {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  gap: 10px;
  align-items: start;
}
.line {
  display: grid;
  grid-template-columns: 48px minmax(90px, 1fr) 150px 168px;
  gap: 8px;
  align-items: center;
  flex: 1;
  min-width: 0;
}
.designation {
  font-weight: 600;
}
.name {
  display: flex;
  white-space: pre;
  min-width: 0;
  overflow: hidden;
}
.of {
  overflow: hidden;
  text-overflow: ellipsis;
}
.volts {
  text-align: right;
}
.load {
  display: grid;
  grid-template-columns: 56px 1fr;
  gap: 6px;
  align-items: center;
  font-size: 13px;
}
.load > :last-child {
  grid-column: 2;
  text-align: right;
}
.over {
  color: var(--danger);
}
@media (max-width: 1000px) {
  .feeds {
    grid-template-columns: minmax(0, 1fr);
  }
}
@media (max-width: 720px) {
  .line {
    grid-template-columns: auto minmax(60px, 1fr) auto;
  }
  .name .soft,
  .load {
    display: none;
  }
}
</style>
