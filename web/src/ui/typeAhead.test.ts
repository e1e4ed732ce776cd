// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { expect, it } from 'vitest';
import { nextTick, ref } from 'vue';
import { useTypeAhead } from './typeAhead';

it('keeps what is typed before the box is there, also where the focus is still on a link behind it', async () => {
  const shown = ref(false);
  const query = ref('');
  const page = mount(
    {
      setup: () => useTypeAhead(shown, query, () => ''),
      template: '<a href="#">behind</a><div role="dialog"><button>within</button><input></div>',
    },
    { attachTo: document.body },
  );
  const press = (at: string, key: string) =>
    page.get(at).element.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
  press('a', 'x');
  expect(query.value).toBe('');
  shown.value = true;
  for (const key of ['h', 'o', 'n', 'Backspace', 'm']) press('a', key);
  expect(query.value).toBe('hom');
  press('button', 'e');
  press('input', 'e');
  expect(query.value).toBe('hom');
  shown.value = false;
  await nextTick();
  shown.value = true;
  expect(query.value).toBe('');
  page.unmount();
});
