import { computed, ref, shallowReactive, watch as observe } from 'vue';
import type { Directive, Ref } from 'vue';

/**
 * Text that is typed and not yet entered. A field takes it when it is left; until then it is kept here, letter by letter, in the one
 * store of a browser that writes at once, so that neither a reload nor a killed tab loses it.
 */
const PREFIX = 'nodaxis-draft/';
const FIELD = 'field/';
const FORM = 'form/';
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
  /** Between leaving the field, or giving it up, and what comes of it. */
  entering: boolean;
  end(): void;
}
const watched = new WeakMap<HTMLElement, Watched>();

const settled = (key: string): void => {
  pendingDrafts.delete(key);
  writeDraft(FIELD + key, undefined);
};

function watch(el: HTMLElement, key: string): void {
  const field = fieldIn(el);
  if (!field) return;
  const kept = readDraft(FIELD + key);
  if (kept !== null && kept !== field.value) {
    field.value = kept;
    pendingDrafts.add(key);
    field.dispatchEvent(new Event('input', { bubbles: true }));
  }
  const typed = () => {
    pendingDrafts.add(key);
    writeDraft(FIELD + key, field.value);
  };
  // What the field refuses stays in it, and here; everything else has become an edit.
  const entered = () => {
    w.entering = true;
    setTimeout(() => {
      w.entering = false;
      if (field.getAttribute('aria-invalid') !== 'true') settled(key);
    });
  };
  const left = () => pendingDrafts.has(key) && entered();
  /** Escape puts back what was there. */
  const escaped = (e: Event) => {
    if ((e as KeyboardEvent).key !== 'Escape') return;
    w.entering = true;
    setTimeout(() => {
      w.entering = false;
      settled(key);
    });
  };
  field.addEventListener('input', typed);
  // Before the field's own handlers: they may draw it anew.
  field.addEventListener('change', entered, true);
  field.addEventListener('blur', left, true);
  field.addEventListener('keydown', escaped, true);
  const end = () => {
    field.removeEventListener('input', typed);
    field.removeEventListener('change', entered, true);
    field.removeEventListener('blur', left, true);
    field.removeEventListener('keydown', escaped, true);
    watched.delete(el);
  };
  const w: Watched = { key, field, entering: false, end };
  watched.set(el, w);
}

/** What a form holds, as it was kept; undefined where nothing was, or what no longer fits. */
function keptForm<T>(key: string, empty: T): T | undefined {
  const text = readDraft(FORM + key);
  if (text === null) return undefined;
  const alike = (a: unknown, b: unknown) =>
    typeof a === typeof b && Array.isArray(a) === Array.isArray(b) && a !== null;
  try {
    const kept = JSON.parse(text) as T;
    if (!alike(kept, empty)) return undefined;
    if (typeof empty !== 'object' || empty === null) return kept;
    // A form that has gained or changed a field since keeps the others.
    const fields = Object.entries(empty).map(([k, v]) => {
      const was = Object.hasOwn(kept as object, k) ? (kept as Record<string, unknown>)[k] : v;
      return [k, alike(was, v) ? was : v];
    });
    return Object.fromEntries(fields) as T;
  } catch {
    // A damaged draft holds nothing.
    return undefined;
  }
}
/** Whether a form was left half-filled. */
export const hasForm = (key: string): boolean => readDraft(FORM + key) !== null;

/**
 * What is filled into a form that a button enters: kept with each letter, there again after a reload, forgotten once it is as
 * `empty` again. `key` names the machine and the form, and may change while the form is shown. `waits`: whether it waits to be
 * entered, which the saved state then says.
 */
export function useDraft<T>(key: () => string, empty: T, waits = true): Ref<T> {
  const blank = JSON.stringify(empty);
  const held = ref() as Ref<T>;
  let loaded = '';
  // An edit of the machine leaves the key as it is, and then nothing is done.
  observe(
    [computed(key), held],
    ([k]) => {
      if (k !== loaded) {
        loaded = k;
        held.value = keptForm(k, empty) ?? (JSON.parse(blank) as T);
      }
      const text = JSON.stringify(held.value);
      if (text === blank) pendingDrafts.delete(k);
      else if (waits) pendingDrafts.add(k);
      writeDraft(FORM + k, text === blank ? undefined : text);
    },
    { immediate: true, deep: true, flush: 'sync' },
  );
  return held;
}

/**
 * `v-draft="key"` on a text field that enters its text when it is left, or on a component with one in it; the key names the
 * machine and the field. A form whose text waits for a button takes `useDraft`.
 */
export const vDraft: Directive<HTMLElement, string> = {
  mounted: (el, { value }) => watch(el, value),
  updated(el, { value }) {
    const w = watched.get(el);
    if (!w) return;
    if (w.key !== value) {
      w.end();
      watch(el, value);
    } else if (!w.entering && pendingDrafts.has(w.key)) {
      // Drawn anew for another reason: what is being typed stays.
      const typed = readDraft(FIELD + w.key);
      if (typed !== null && typed !== w.field.value) w.field.value = typed;
    }
  },
  /** A field that is taken away, by a step back or to another station, enters what it holds. */
  beforeUnmount(el) {
    const w = watched.get(el);
    if (w && pendingDrafts.has(w.key)) w.field.dispatchEvent(new Event('change', { bubbles: true }));
    w?.end();
  },
};
