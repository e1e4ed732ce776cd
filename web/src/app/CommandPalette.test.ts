// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils';
import { createFinder } from '@nodaxis/core/findings/finder';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { wren } from '@nodaxis/core/samples/wren';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import { createMemoryHistory, createRouter, type Router } from 'vue-router';
import CommandPalette from './CommandPalette.vue';

const file = wren();
const figures = deriveFigures(file.design);
const machine = { file, design: file.design, figures, findings: createFinder()(figures), run: vi.fn(() => []) };
vi.mock('../document/openMachine', () => ({ useOpenMachine: () => machine }));
vi.mock('../document/shelf', () => ({ useShelf: () => ({ present: [] }) }));

let router: Router;
let palette: ReturnType<typeof mount>;
const box = () => document.querySelector<HTMLInputElement>('input[aria-label="Search everything"]')!;
const found = () => [...document.querySelectorAll('[role="option"]')].map((e) => e.textContent);
const key = (name: string) => box().dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true }));
async function type(text: string): Promise<void> {
  box().value = text;
  box().dispatchEvent(new Event('input', { bubbles: true }));
  await nextTick();
}

beforeEach(async () => {
  setActivePinia(createPinia());
  router = createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', component: { render: () => null } },
      ...['drives', 'settings', 'wiring', 'practice', 'bringup'].map((name) => ({
        path: `/machine/:id/${name}`,
        name,
        component: { render: () => null },
      })),
    ],
  });
  palette = mount(CommandPalette, {
    props: { modelValue: false, 'onUpdate:modelValue': (shown: boolean) => palette.setProps({ modelValue: shown }) },
    global: { plugins: [router] },
    attachTo: document.body,
  });
  await palette.setProps({ modelValue: true });
  await flushPromises();
});
afterEach(() => {
  palette.unmount();
  document.body.innerHTML = '';
});

it('leads to a station by its everyday word and Enter, and is gone then', async () => {
  await type('simulated copy');
  expect(found()[0]).toBe('StationPractice');
  key('Enter');
  await vi.waitFor(() => expect(router.currentRoute.value.path).toBe('/machine/wren/practice'));
  expect(palette.props()).toMatchObject({ modelValue: false });
});
it('the arrows go round the list, another word begins at its top, and what is marked is what Enter takes', async () => {
  await type('light');
  const count = found().length;
  const marked = () =>
    [...document.querySelectorAll('[role="option"]')].findIndex((e) => e.getAttribute('aria-selected') === 'true');
  key('ArrowUp');
  await nextTick();
  expect(marked()).toBe(count - 1);
  key('ArrowDown');
  await nextTick();
  expect(marked()).toBe(0);
  key('ArrowUp');
  await type('plan the wiring');
  expect(marked()).toBe(0);
  expect(box().getAttribute('aria-activedescendant')).toBe('palette-0');
  key('Enter');
  await flushPromises();
  expect(machine.run).toHaveBeenCalledWith({ name: 'plan-wiring', args: {} });
});
it('names findings by how bad they are, fields, parts and terms; a term is handed on to be explained', async () => {
  const worst = machine.findings[0]!;
  await type(worst.title);
  expect(found()[0]).toBe(`Danger${worst.title}`);
  await type('x travel');
  expect(found()).toContain('FieldX · Hard travel');
  await type('homing');
  const term = found().findIndex((t) => t!.startsWith('Term'));
  document.querySelectorAll<HTMLElement>('[role="option"]')[term]!.click();
  await flushPromises();
  expect(palette.emitted('term')).toEqual([['Reference run']]);
});
it('says so where nothing is called like that', async () => {
  await type('zzzz');
  expect(found()).toEqual([]);
  expect(document.body.textContent).toContain('Nothing is called that here.');
});
