import { Aim, Box, Connection, Cpu, List, Notebook, Odometer, Refresh, Setting, Switch } from '@element-plus/icons-vue';
import type { Station } from '@nodaxis/core/machine/fields';
import type { Component } from 'vue';

export interface StationEntry {
  id: Station;
  title: string;
  question: string;
  icon: Component;
}

/** The stations in the order in which the work is done. One that does not exist yet is not listed. */
export const stationList: readonly StationEntry[] = [
  { id: 'machine', title: 'Machine', question: 'What moves, how far, driven by what, which way is plus?', icon: Cpu },
  { id: 'drives', title: 'Drives', question: 'How fast, and what limits it?', icon: Odometer },
  {
    id: 'spindle',
    title: 'Spindle',
    question: 'What can it turn, and what does its drive need to be told?',
    icon: Refresh,
  },
  { id: 'switches', title: 'Switches', question: 'What does each input see, and when a wire breaks?', icon: Switch },
  { id: 'cabinet', title: 'Cabinet', question: 'Does each supply suffice, and by how much?', icon: Box },
  { id: 'wiring', title: 'Wiring', question: 'Which terminal goes to which?', icon: Connection },
  { id: 'settings', title: 'Settings', question: 'Every control parameter, with its reason', icon: Setting },
  { id: 'bringup', title: 'Bring-up', question: 'Which test next, what passed, what is stale?', icon: List },
  { id: 'practice', title: 'Practice', question: 'Try it on a simulated copy first', icon: Aim },
  {
    id: 'binder',
    title: 'Binder',
    question: 'What was done, when, and what does it look like on paper?',
    icon: Notebook,
  },
];
