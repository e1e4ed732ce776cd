import { computed, type ComputedRef, onMounted, onUnmounted, type Ref, ref, watch } from 'vue';
import { nextTurn } from '../document/unhurried';

/** Where there is no page to keep awake, as in a test without a browser, everything is drawn at once. */
const AT_ONCE = import.meta.env.SSR;

let last = Promise.resolve();
/** Each piece in a task of its own, in the order in which they came. */
function later(work: () => void): void {
  last = last.then(nextTurn);
  void last.then(work);
}

/** False while a view is drawn for the first time, true soon after: for what is folded away or far below. */
export function useLater(): Ref<boolean> {
  const ready = ref(AT_ONCE);
  onMounted(() => later(() => (ready.value = true)));
  return ready;
}

/** The first items of a list at once, the others one after the other: a page of a hundred forms does not stand still meanwhile. */
export function useGradually<T>(list: () => readonly T[], first: number): ComputedRef<readonly T[]> {
  const shown = ref(AT_ONCE ? Infinity : first);
  let gone = false;
  const more = () => {
    if (gone) return;
    shown.value++;
    if (shown.value < list().length) later(more);
  };
  watch(
    () => list().length > shown.value,
    (behind) => behind && later(more),
    { immediate: true, flush: 'post' },
  );
  onUnmounted(() => (gone = true));
  return computed(() => list().slice(0, shown.value));
}
