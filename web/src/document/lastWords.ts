/**
 * The state of a machine as a page left it in the middle of a save. A database may give up a write of a page that goes; this store has
 * written once its call returns. It is small, so it holds a state only until the database has it.
 */
const PREFIX = 'nodaxis-last/';

/** Leaves a state behind. One that is too large for this store is in the database’s hands alone. */
export function leaveLastWords(machine: string, slot: object): void {
  try {
    localStorage.setItem(PREFIX + machine, JSON.stringify(slot));
  } catch {
    // No room, or blocked site data: the database is asked all the same, and says so if it fails.
  }
}

/** What a page left behind of a machine, unchecked; `undefined` where there is nothing. */
export function lastWords(machine: string): unknown {
  let text: string | null = null;
  try {
    text = localStorage.getItem(PREFIX + machine);
    return text === null ? undefined : JSON.parse(text);
  } catch {
    // Cut off: what is there goes on as a torn copy.
    return text ?? undefined;
  }
}

export function dropLastWords(machine: string): void {
  try {
    localStorage.removeItem(PREFIX + machine);
  } catch {
    // Blocked site data: there is nothing there to drop.
  }
}

/** The machines of which something was left behind. */
export function machinesWithLastWords(): string[] {
  try {
    return Object.keys(localStorage).flatMap((k) => (k.startsWith(PREFIX) ? [k.slice(PREFIX.length)] : []));
  } catch {
    return [];
  }
}
