import { nextTick } from 'vue';
import { useRoute, useRouter } from 'vue-router';
import type { Station } from '@nodaxis/core/machine/fields';

/** Waits for a lazily loaded station to put the field on the page. */
async function waitFor(path: string): Promise<HTMLElement | undefined> {
  for (let i = 0; i < 40; i++) {
    await nextTick();
    const exact = document.querySelector<HTMLElement>(`[data-field="${CSS.escape(path)}"]`);
    if (exact) return exact;
    await new Promise((r) => setTimeout(r, 50));
  }
  return undefined;
}

/** Links to fields: `…/drives?field=axes.x.maxSpeed` opens the station and puts the cursor there. */
export function useFocusLink() {
  const route = useRoute();
  const router = useRouter();

  async function show(path: string): Promise<void> {
    let element: HTMLElement | undefined;
    // Where a field is not drawn for itself, the nearest thing that holds it is.
    for (let p = path; p && !element; p = p.includes('.') ? p.slice(0, p.lastIndexOf('.')) : '') {
      element =
        p === path
          ? await waitFor(p)
          : (document.querySelector<HTMLElement>(`[data-field="${CSS.escape(p)}"]`) ?? undefined);
    }
    if (!element) return;
    // Whatever it is folded into opens.
    element.dispatchEvent(new CustomEvent('reveal', { bubbles: true }));
    await nextTick();
    element.scrollIntoView({ block: 'center' });
    const target = element.querySelector<HTMLElement>('input, button, textarea') ?? element;
    target.focus({ preventScroll: true });
    element.classList.remove('arrived');
    void element.offsetWidth;
    element.classList.add('arrived');
  }

  const linkTo = (station: Station, path: string) => ({
    name: station,
    params: { id: route.params.id },
    query: { field: path },
  });

  async function go(station: Station, path: string): Promise<void> {
    await router.push(linkTo(station, path));
    await show(path);
  }
  const arrive = () => {
    if (typeof route.query.field === 'string') void show(route.query.field);
  };
  return { go, linkTo, arrive };
}
