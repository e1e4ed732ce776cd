import { shallowReactive } from 'vue';
import type { Directive } from 'vue';

/**
 * Text that is typed and not yet entered. A field takes it when it is left; until then it is kept here, letter by letter, in the one
 * store of a browser that writes at once, so that neither a reload nor a killed tab loses it.
 */
const PREFIX = 'nodaxis-draft/';
const FIELD = 'field/';
/** The fields of this page that hold such text. */
export const pendingDrafts = shallowReactive(new Set<string>());

export const readDraft = (key: string): string | null => {
  try {
    return localStorage.getItem(PREFIX + key);
  } catch {
    // Blocked site data: that nothing can be kept is said elsewhere.
    return null;
  }
};
/** Keeps a draft; `undefined` forgets it. */
export function writeDraft(key: string, text: string | undefined): void {
  try {
    if (text === undefined) localStorage.removeItem(PREFIX + key);
    else localStorage.setItem(PREFIX + key, text);
  } catch {
    // As above; the text is still in its field.
  }
}

/** Whether a field of a machine holds text that is not entered. */
export const hasTyped = (machine: string): boolean => [...pendingDrafts].some((key) => key.startsWith(`${machine}/`));

/** Pictures that half-entered results and notes of a machine hold: their drafts speak of them, the file does not yet. */
export function heldPictures(machine: string): Set<string> {
  const held = new Set<string>();
  try {
    for (let i = 0; i < localStorage.length; i++) {
      const key = localStorage.key(i)!;
      if (!key.startsWith(PREFIX) || !key.includes(machine)) continue;
      for (const [id] of (localStorage.getItem(key) ?? '').matchAll(/photo-[0-9a-f]{16}/g)) held.add(id);
    }
  } catch {
    // Blocked site data: nothing is held there either.
  }
  return held;
}

type TextField = HTMLInputElement | HTMLTextAreaElement;
const fieldIn = (el: HTMLElement): TextField | null =>
  el instanceof HTMLInputElement || el instanceof HTMLTextAreaElement ? el : el.querySelector('input, textarea');

interface Watched {
  key: string;
  field: TextField;
  /** Entered by a button of its own: leaving the field enters nothing. */
  held: boolean;
  end(): void;
}
const watched = new WeakMap<HTMLElement, Watched>();

const settled = (key: string): void => {
  pendingDrafts.delete(key);
  writeDraft(FIELD + key, undefined);
};

function watch(el: HTMLElement, key: string, held: boolean): void {
  const field = fieldIn(el);
  if (!field) return;
  const kept = readDraft(FIELD + key);
  if (kept !== null && kept !== field.value) {
    field.value = kept;
    pendingDrafts.add(key);
    field.dispatchEvent(new Event('input', { bubbles: true }));
  }
  const typed = () => {
    if (held && !field.value) return settled(key);
    pendingDrafts.add(key);
    writeDraft(FIELD + key, field.value);
  };
  // What the field refuses stays in it, and here; everything else has become an edit.
  const entered = () => void setTimeout(() => field.getAttribute('aria-invalid') === 'true' || settled(key));
  const left = () => pendingDrafts.has(key) && entered();
  /** Escape puts back what was there. */
  const escaped = (e: Event) => (e as KeyboardEvent).key === 'Escape' && setTimeout(() => settled(key));
  field.addEventListener('input', typed);
  if (!held) {
    field.addEventListener('change', entered);
    field.addEventListener('blur', left);
    field.addEventListener('keydown', escaped);
  }
  const end = () => {
    field.removeEventListener('input', typed);
    field.removeEventListener('change', entered);
    field.removeEventListener('blur', left);
    field.removeEventListener('keydown', escaped);
    watched.delete(el);
  };
  watched.set(el, { key, field, held, end });
}

/**
 * `v-draft="key"` on a text field that enters its text when it is left, or on a component with one in it; the key names the
 * machine and the field. `v-draft.held` on one whose text waits for a button.
 */
export const vDraft: Directive<HTMLElement, string, 'held'> = {
  mounted: (el, { value, modifiers }) => watch(el, value, !!modifiers.held),
  updated(el, { value, modifiers }) {
    const w = watched.get(el);
    if (w && w.key !== value) {
      w.end();
      watch(el, value, !!modifiers.held);
    } else if (w?.held && !w.field.value && pendingDrafts.has(w.key)) settled(w.key);
  },
  /** A field that is taken away, by a step back or to another station, enters what it holds. */
  beforeUnmount(el) {
    const w = watched.get(el);
    if (w && !w.held && pendingDrafts.has(w.key)) w.field.dispatchEvent(new Event('change', { bubbles: true }));
    w?.end();
  },
};
