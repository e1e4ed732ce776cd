<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import ActionMenu from '../ui/ActionMenu.vue';
import {
  DocumentChecked,
  Download,
  Flag,
  Moon,
  MoreFilled,
  QuestionFilled,
  RefreshLeft,
  RefreshRight,
  Search,
  Sunny,
  Warning,
} from '@element-plus/icons-vue';
import { openItemInWords, openItemsOf } from '@nodaxis/core/logbook/openItems';
import { changedAt, revisionOf } from '@nodaxis/core/machine/file';
import { kindTitle } from '@nodaxis/core/machine/create';
import { ElBadge } from 'element-plus';
import { useMediaQuery } from '@vueuse/core';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useOpenMachine } from '../document/openMachine';
import { hasTyped } from '../document/drafts';
import { useIntake } from '../document/intake';
import { usePreferences } from '../document/preferences';
import { exportMachine } from '../document/transfer';
import SeverityMark from '../widgets/SeverityMark.vue';
import { stationList } from '../stations/stationList';
import { useSteps } from './steps';

defineProps<{ panel: 'findings' | 'log' | 'open' | undefined }>();
const emit = defineEmits<{ findings: []; log: []; items: []; palette: []; help: [] }>();
const route = useRoute();
const machine = useOpenMachine();
const preferences = usePreferences();
const intake = useIntake();
const steps = useSteps();

const file = computed(() => machine.file);
const station = computed(() => stationList.find((s) => s.id === route.name));
const changed = computed(() =>
  new Date(changedAt(file.value)).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' }),
);
const saved = computed(() =>
  machine.readOnly
    ? 'Look only'
    : hasTyped(file.value.id)
      ? 'Typed, not entered'
      : { saved: 'Saved', saving: 'Saving …', 'not-saved': 'Not saved' }[machine.saveState],
);
/** The heads of this machine, of which one is on it: to be exchanged from every station. */
const mounted = computed(() => file.value.design.heads?.[file.value.design.mountedHead ?? '']?.name ?? 'none');
const heads = computed(() => {
  const { heads: all = {}, mountedHead } = file.value.design;
  const others = Object.entries(all).flatMap(([value, { name }]) =>
    value === mountedHead ? [] : [{ value, label: `Put “${name}” on the machine` }],
  );
  if (mountedHead !== undefined) others.push({ value: '', label: `Take “${mounted.value}” off` });
  return others;
});
const mount = (head: string) => machine.run({ name: 'mount-head', args: { head: head || null } });
/** What stands on the machine for now: in sight from every station until it is closed. */
const items = computed(() => openItemsOf(file.value.journal));
/** On a phone there is room for what a hand at the machine needs; the rest is behind one button. */
const narrow = useMediaQuery('(max-width: 720px)');
const rest = computed(() => [
  ...(machine.readOnly ? [] : heads.value.map((h) => ({ ...h, value: `head/${h.value}` }))),
  ...(machine.redoStack.length && !machine.readOnly
    ? [{ value: 'redo', label: `Redo: ${machine.redoStack.at(-1)!.title}` }]
    : []),
  ...(items.value.length ? [] : [{ value: 'items', label: 'Open items: none' }]),
  { value: 'log', label: `Change log (revision ${revisionOf(file.value)}, ${changed.value})` },
  {
    value: 'export',
    label: machine.offerBackup
      ? `Save a dated copy (${machine.edits} edits since the last)`
      : 'Export the machine file',
  },
  { value: 'units', label: preferences.display.system === 'metric' ? 'Lengths in inch' : 'Lengths in mm' },
  { value: 'theme', label: preferences.theme === 'dark' ? 'Light theme' : 'Dark theme' },
  { value: 'help', label: 'Terms and keys' },
]);
function pick(what: string): void {
  if (what.startsWith('head/')) mount(what.slice(5));
  else if (what === 'redo') steps.redo();
  else if (what === 'export') void exportMachine(file.value);
  else if (what === 'units') preferences.toggleUnits();
  else if (what === 'theme') preferences.toggleTheme();
  else if (what === 'log') emit('log');
  else if (what === 'items') emit('items');
  else emit('help');
}
/** What waits behind the button of a phone. */
const due = computed(() =>
  machine.offerBackup && machine.saveState !== 'not-saved' ? 'this machine should be saved as a file' : '',
);
const open = computed(() => machine.findings.filter((f) => f.severity !== 'note'));
</script>

<template>
  <header class="block">
    <div class="cell machine">
      <small>Machine</small>
      <strong :data-hint="kindTitle(file.design.kind)">{{ file.design.name }}</strong>
    </div>
    <div class="cell station">
      <small>Station</small>
      <h1>{{ station?.title }}</h1>
    </div>
    <div v-if="heads.length && !narrow" class="cell">
      <small>Head</small>
      <ActionMenu
        label="Head on the machine"
        class="flat"
        :items="heads"
        :disabled="machine.readOnly"
        @pick="(head) => mount(head)"
        >{{ mounted }}</ActionMenu
      >
    </div>
    <div class="cell wide">
      <small>Revision</small>
      <ActionButton class="flat mono" :aria-expanded="panel === 'log'" data-hint="Change log" @click="$emit('log')">
        {{ revisionOf(file) }} · {{ changed }}
      </ActionButton>
    </div>
    <div class="cell wide">
      <small>Units</small>
      <span class="row units">
        <ActionButton
          class="flat mono"
          data-hint="Switch mm and inch"
          aria-label="Lengths in"
          @click="preferences.toggleUnits()"
        >
          {{ preferences.display.system === 'metric' ? 'mm' : 'inch' }}
        </ActionButton>
        <ActionButton class="flat mono" data-hint="Speeds per second or per minute" @click="preferences.togglePer()">
          /{{ preferences.display.per }}
        </ActionButton>
        <ActionButton class="flat mono" data-hint="Wire in mm² or AWG" @click="preferences.toggleWire()">
          {{ preferences.display.wire }}
        </ActionButton>
      </span>
    </div>
    <div class="cell wide" :class="{ bad: machine.saveState === 'not-saved' }">
      <small>In this browser</small>
      <span class="saving">
        <span class="saving" role="status"><DocumentChecked class="icon" aria-hidden="true" />{{ saved }}</span>
        <ActionButton
          v-if="machine.offerBackup && machine.saveState !== 'not-saved'"
          class="flat reminder"
          :data-hint="`${machine.edits} edits since this machine was last saved as a file. A browser can lose its store.`"
          @click="exportMachine(file)"
          >Save a dated copy</ActionButton
        >
        <span v-else-if="intake.total" role="status" data-hint="The rest is kept and goes on by itself."
          >{{ intake.done }} of {{ intake.total }} pictures filed</span
        >
      </span>
    </div>
    <div class="tools">
      <ActionButton class="findings" kind="framed" :aria-expanded="panel === 'findings'" @click="$emit('findings')">
        <SeverityMark v-if="open[0]" :severity="open[0].severity" bare />
        <Warning v-else aria-hidden="true" />
        <span
          >{{ machine.findings.length
          }}<span class="word"> finding{{ machine.findings.length === 1 ? '' : 's' }}</span></span
        >
      </ActionButton>
      <ActionButton
        v-if="items.length || !narrow"
        class="items"
        :class="{ due: items.length }"
        :kind="items.length ? 'framed' : undefined"
        :aria-expanded="panel === 'open'"
        :aria-label="`Open items: ${items.length || 'none'}`"
        :data-hint="items.length ? items.map(openItemInWords).join('; ') : 'What stands on the machine for now'"
        @click="$emit('items')"
      >
        <Flag /><span v-if="items.length">{{ items.length }}<span class="word"> open</span></span>
      </ActionButton>
      <ActionButton
        :disabled="!machine.undoStack.length || machine.readOnly"
        :data-hint="machine.undoStack.length ? `Undo: ${machine.undoStack.at(-1)!.title}` : 'Nothing to undo'"
        aria-label="Undo"
        @click="steps.undo()"
      >
        <RefreshLeft />
      </ActionButton>
      <ActionButton
        v-if="!narrow"
        :disabled="!machine.redoStack.length || machine.readOnly"
        :data-hint="machine.redoStack.length ? `Redo: ${machine.redoStack.at(-1)!.title}` : 'Nothing to redo'"
        aria-label="Redo"
        @click="steps.redo()"
      >
        <RefreshRight />
      </ActionButton>
      <ActionButton aria-label="Search everything" data-hint="Search (Ctrl K)" @click="$emit('palette')">
        <Search />
      </ActionButton>
      <ElBadge v-if="narrow" is-dot :hidden="!due">
        <ActionMenu :label="due ? `More: ${due}` : 'More'" bare :items="rest" @pick="pick"><MoreFilled /></ActionMenu>
      </ElBadge>
      <template v-else>
        <ActionButton
          aria-label="Export the machine file"
          data-hint="Export the machine file"
          @click="exportMachine(file)"
        >
          <Download />
        </ActionButton>
        <ActionButton
          :aria-label="preferences.theme === 'dark' ? 'Light theme' : 'Dark theme'"
          data-hint="Light or dark"
          @click="preferences.toggleTheme()"
        >
          <Sunny v-if="preferences.theme === 'dark'" /><Moon v-else />
        </ActionButton>
        <ActionButton aria-label="Terms and keys" data-hint="Terms and keys (?)" @click="$emit('help')">
          <QuestionFilled />
        </ActionButton>
      </template>
    </div>
  </header>
</template>

<style scoped>
.block {
  grid-area: head;
  display: flex;
  align-items: stretch;
  border-bottom: 1px solid var(--line-strong);
  background: var(--sheet);
  min-width: 0;
}
.cell {
  border-right: 1px solid var(--line-strong);
  padding: 5px 14px 6px;
  display: grid;
  align-content: start;
  min-width: 0;
}
.cell small {
  font-size: 13px;
  color: var(--soft);
}
.cell strong,
.cell h1 {
  font-size: 16px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
.machine {
  max-width: 260px;
}
.flat {
  padding: 0 4px;
  margin-left: -4px;
}
.units {
  flex-wrap: nowrap;
  gap: 2px;
}
.saving {
  display: inline-flex;
  align-items: center;
  gap: 6px;
}
.reminder {
  margin-left: 4px;
  color: var(--doubt);
  text-decoration: underline;
  white-space: nowrap;
}
.icon {
  width: 16px;
}
.bad {
  color: var(--danger);
}
.tools {
  margin-left: auto;
  display: flex;
  align-items: center;
  gap: 2px;
  padding: 0 10px;
}
.items {
  margin-right: 6px;
}
.items.due {
  color: var(--doubt);
}
.findings {
  margin-right: 6px;
  white-space: nowrap;
}
@media (max-width: 1100px) {
  .word {
    display: none;
  }
}
@media (max-width: 720px) {
  .wide {
    display: none;
  }
  .cell {
    padding: 5px 8px;
  }
  .cell.machine {
    max-width: 108px;
  }
  .tools {
    padding: 0 2px;
    gap: 0;
  }
  .tools :deep(.action) {
    min-width: 44px;
    min-height: 44px;
    justify-content: center;
  }
  .station {
    border-right: 0;
  }
}
</style>
