import { useEventListener } from '@vueuse/core';

import type { Station } from '@nodaxis/core/machine/fields';
import { stationList } from '../stations/stationList';

export interface ShortcutActions {
  undo(): void;
  redo(): void;
  palette(): void;
  findings(): void;
  log(): void;
  save(): void;
  export(): void;
  go(station: Station): void;
}

/** What the shortcuts sheet lists. */
export const shortcutList: readonly { keys: string; does: string }[] = [
  { keys: 'Ctrl K', does: 'Search: stations, fields, parts, findings, actions' },
  { keys: 'Ctrl Z', does: 'Undo' },
  { keys: 'Ctrl Shift Z', does: 'Redo' },
  { keys: 'Ctrl E', does: 'Export the machine file' },
  { keys: 'Alt F', does: 'Findings' },
  { keys: 'Alt L', does: 'Change log' },
  // The tenth is on the key behind the 9.
  ...stationList.map((s, i) => ({ keys: `Alt ${(i + 1) % 10}`, does: s.title })),
  { keys: '?', does: 'Terms and keys' },
  { keys: 'Tab to a ruler, hold ← →', does: 'Practice: move that axis by hand, slowly; with Shift at full speed' },
  { keys: 'Home on a ruler', does: 'Practice: find the datum of that axis' },
  { keys: 'Esc', does: 'Practice: press the stop button' },
];

/** Of every page. */
export function useHelpKey(help: () => void): void {
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    if (e.key !== '?' || typing(e)) return;
    e.preventDefault();
    help();
  });
}

const typing = (e: KeyboardEvent): boolean =>
  e.target instanceof HTMLElement && (e.target.matches('input, textarea, select') || e.target.isContentEditable);

/** The keys of the shell. In a text field only those with a modifier count, and undo there is the field's own. */
export function useShortcuts(actions: ShortcutActions): void {
  const onKey = (e: KeyboardEvent) => {
    const key = e.key.toLowerCase();
    const command = e.ctrlKey || e.metaKey;
    const run = (action: () => void) => {
      e.preventDefault();
      action();
    };
    if (command && key === 'k') return run(actions.palette);
    if (command && key === 'e') return run(actions.export);
    if (command && key === 's') return run(actions.save);
    if (command && key === 'z' && !typing(e)) return run(e.shiftKey ? actions.redo : actions.undo);
    if (command && key === 'y' && !typing(e)) return run(actions.redo);
    if (e.altKey && !command) {
      if (key === 'f') return run(actions.findings);
      if (key === 'l') return run(actions.log);
      const station = /^[0-9]$/.test(key) ? stationList[(Number(key) + 9) % 10] : undefined;
      if (station) return run(() => actions.go(station.id));
    }
  };
  useEventListener(window, 'keydown', onKey);
}
