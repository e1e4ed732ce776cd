<script setup lang="ts">
import ActionButton from '../ui/ActionButton.vue';
import {
  DocumentChecked,
  Download,
  Moon,
  QuestionFilled,
  RefreshLeft,
  RefreshRight,
  Search,
  Sunny,
  Warning,
} from '@element-plus/icons-vue';
import { changedAt, revisionOf } from '@nodaxis/core/machine/file';
import { kindTitle } from '@nodaxis/core/machine/create';
import { computed } from 'vue';
import { useRoute } from 'vue-router';
import { useMachine } from '../document/machine';
import { hasTyped } from '../document/drafts';
import { usePreferences } from '../document/preferences';
import { exportMachine } from '../document/transfer';
import SeverityMark from '../widgets/SeverityMark.vue';
import { stationList } from './stationList';

defineProps<{ panel: 'findings' | 'log' | undefined }>();
defineEmits<{ findings: []; log: []; palette: []; help: [] }>();
const route = useRoute();
const machine = useMachine();
const preferences = usePreferences();

const file = computed(() => machine.file!);
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
      <span class="saved" role="status"><DocumentChecked class="icon" aria-hidden="true" />{{ saved }}</span>
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
        :disabled="!machine.undoStack.length || machine.readOnly"
        :data-hint="machine.undoStack.length ? `Undo: ${machine.undoStack.at(-1)!.title}` : 'Nothing to undo'"
        aria-label="Undo"
        @click="machine.undo()"
      >
        <RefreshLeft />
      </ActionButton>
      <ActionButton
        :disabled="!machine.redoStack.length || machine.readOnly"
        :data-hint="machine.redoStack.length ? `Redo: ${machine.redoStack.at(-1)!.title}` : 'Nothing to redo'"
        aria-label="Redo"
        @click="machine.redo()"
      >
        <RefreshRight />
      </ActionButton>
      <ActionButton aria-label="Search everything" data-hint="Search (Ctrl K)" @click="$emit('palette')">
        <Search />
      </ActionButton>
      <ActionButton
        aria-label="Export the machine file"
        data-hint="Export the machine file"
        @click="exportMachine(file)"
      >
        <Download />
      </ActionButton>
      <ActionButton
        class="wide-only"
        :aria-label="preferences.theme === 'dark' ? 'Light theme' : 'Dark theme'"
        data-hint="Light or dark"
        @click="preferences.toggleTheme()"
      >
        <Sunny v-if="preferences.theme === 'dark'" /><Moon v-else />
      </ActionButton>
      <ActionButton class="wide-only" aria-label="Terms and keys" data-hint="Terms and keys (?)" @click="$emit('help')">
        <QuestionFilled />
      </ActionButton>
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
.saved {
  display: inline-flex;
  align-items: center;
  gap: 6px;
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
  .wide,
  .wide-only {
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
  .tools .action {
    padding: 4px 7px;
  }
  .station {
    border-right: 0;
  }
}
</style>
