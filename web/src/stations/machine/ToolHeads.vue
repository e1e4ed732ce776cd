<script setup lang="ts">
import { canComeOn } from '@nodaxis/core/advice/onHeads';
import { ElTag } from 'element-plus';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import ActionButton from '../../ui/ActionButton.vue';
import Caution from '../../ui/Caution.vue';
import Choice from '../../ui/Choice.vue';
import PickOne from '../../ui/PickOne.vue';
import TextField from '../../ui/TextField.vue';

/** Heads that are exchanged for one another: what comes off with each, and which one is on the machine now. */
const machine = useOpenMachine();
const design = computed(() => machine.design);
const fault = ref('');
const name = ref('');
type Run = Parameters<typeof machine.run>[0];
function run(command: Run): boolean {
  const faults = machine.run(command);
  fault.value = faults.map((f) => `${f.what} ${f.fix}`).join(' ');
  return !faults.length;
}
function add(): void {
  if (run({ name: 'add-head', args: { name: name.value.trim() } })) name.value = '';
}

const NONE = '';
const mounted = computed({
  get: () => design.value.mountedHead ?? NONE,
  set: (head) => run({ name: 'mount-head', args: { head: head || null } }),
});
const heads = computed(() =>
  Object.entries(design.value.heads ?? {}).map(([id, head]) => ({
    id,
    head,
    on: [
      ...head.parts.map((part) => {
        const { designation, name } = design.value.parts[part]!;
        return { kind: 'parts' as const, id: part, name: `${designation} ${name}` };
      }),
      ...head.masses.map((mass) => ({ kind: 'masses' as const, id: mass, name: design.value.masses[mass]!.name })),
    ],
    options: canComeOn(design.value, id).map((x) => ({
      value: `${x.kind}/${x.id}`,
      label: x.name,
      group: x.kind === 'parts' ? 'Parts' : 'Masses',
    })),
  })),
);
const places = computed(() => [
  ...heads.value.map(({ id, head }) => ({ value: id, label: head.name })),
  { value: NONE, label: 'none' },
]);
type Head = (typeof heads.value)[number];
function putOn({ id, head }: Head, what: string): void {
  const [kind, item] = what.split('/') as ['parts' | 'masses', string];
  run({ name: 'set-head', args: { head: id, set: { [kind]: [...head[kind], item] } } });
}
const takeOff = ({ id, head }: Head, kind: 'parts' | 'masses', item: string) =>
  run({ name: 'set-head', args: { head: id, set: { [kind]: head[kind].filter((x) => x !== item) } } });
</script>

<template>
  <h2 data-field="heads" tabindex="-1">Heads that are exchanged</h2>
  <p v-if="!heads.length" class="soft">
    A spindle today, a hot wire or a laser tomorrow, on the same plug? Name each head and say what comes off with it.
    Figures and Practice then follow the head that is on the machine, and the findings look at every head.
  </p>
  <template v-else>
    <p class="row">
      <span class="soft">On the machine now</span>
      <PickOne v-model="mounted" label="Head on the machine" :options="places" />
    </p>
    <ul class="heads">
      <li v-for="h in heads" :key="h.id" :data-field="`heads.${h.id}`">
        <div class="row spread">
          <TextField
            class="name"
            :model-value="h.head.name"
            :aria-label="`Name of the head ${h.head.name}`"
            maxlength="120"
            strict
            :disabled="machine.readOnly"
            @change="run({ name: 'set-head', args: { head: h.id, set: { name: $event.trim() } } })"
          />
          <ActionButton
            :disabled="machine.readOnly"
            :aria-label="`Remove the head ${h.head.name}; its parts stay on the machine`"
            @click="run({ name: 'remove-head', args: { head: h.id } })"
            >Remove</ActionButton
          >
        </div>
        <span class="on row">
          <ElTag
            v-for="item in h.on"
            :key="item.id"
            :closable="!machine.readOnly"
            effect="plain"
            @close="takeOff(h, item.kind, item.id)"
            >{{ item.name }}</ElTag
          >
          <Choice
            :model-value="NONE"
            :label="`Put on the head ${h.head.name}`"
            none="Put on it …"
            :options="h.options"
            @change="$event && putOn(h, $event)"
          />
        </span>
      </li>
    </ul>
  </template>
  <form class="row" @submit.prevent="add">
    <TextField v-model="name" class="name" placeholder="Name, such as Spindle" aria-label="Name of the new head" />
    <ActionButton kind="framed" native-type="submit" :disabled="!name.trim() || machine.readOnly"
      >Add a head</ActionButton
    >
  </form>
  <Caution v-if="fault" kind="refused">{{ fault }}</Caution>
  <Caution v-if="heads.length">
    Exchange a head with the power off: what is on the contacts of the plug stays there, whichever head is put on.
    Contacts of a cabinet are sockets, those of a head pins.
  </Caution>
</template>

<style scoped>
.heads {
  list-style: none;
  margin: 6px 0 10px;
  padding: 0;
}
.heads li {
  border-top: 1px solid var(--line);
  padding: 8px 0;
  display: grid;
  gap: 6px;
}
.on :deep(.el-tag) {
  --el-tag-text-color: var(--ink);
  --el-tag-border-color: var(--line-strong);
  --el-tag-bg-color: transparent;
  font-size: 13px;
}
.name {
  width: 200px;
}
.on {
  flex-wrap: wrap;
}
</style>
