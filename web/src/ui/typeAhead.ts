import { useEventListener } from '@vueuse/core';
import { watch, type Ref } from 'vue';

/**
 * What is typed while a dialog with a search box still comes up is not lost: it is put into the query until the box has the
 * focus. `enter` does what Enter does in the box.
 */
export function useTypeAhead(shown: Ref<boolean>, query: Ref<string>, first: () => string, enter?: () => void): void {
  watch(shown, (is) => is && (query.value = first()), { flush: 'sync', immediate: true });
  useEventListener('keydown', (e) => {
    // The key that opened it is none of its letters.
    if (e.defaultPrevented || !shown.value || e.ctrlKey || e.metaKey || e.altKey) return;
    const at = e.target instanceof HTMLElement ? e.target : document.body;
    // A control of the dialog has its own keys; one of the page behind it, where the focus still is, has none any more.
    if (at.matches('input, textarea') || (at.matches('button, a') && at.closest('[role="dialog"]'))) return;
    if (e.key.length === 1) query.value += e.key;
    else if (e.key === 'Backspace') query.value = query.value.slice(0, -1);
    else if (e.key === 'Enter' && enter) enter();
    else return;
    e.preventDefault();
  });
}
