import { type Ref, shallowRef, watch } from 'vue';
import type { LocationQuery } from 'vue-router';
import { useRoute, useRouter } from 'vue-router';

/**
 * Which of its views a station shows: the one that the address names, else the one that a link to a field or part asks for, else the
 * one that is shown. So every view can be linked to, and outlives a reload.
 */
export function useView<V extends string>(
  views: () => readonly { id: V }[],
  first: () => V,
  asked: (query: LocationQuery) => V | undefined = () => undefined,
): { view: Ref<V>; show: (id: V) => void } {
  const route = useRoute();
  const router = useRouter();
  const view: Ref<V> = shallowRef(first());
  watch(
    () => route.query,
    (query) => {
      const named = views().find((v) => v.id === query.view)?.id;
      view.value = named ?? asked(query) ?? view.value;
    },
    { immediate: true },
  );
  const show = (id: V) => void router.replace({ path: route.path, query: { view: id } });
  return { view, show };
}
