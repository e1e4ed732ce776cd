// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { nextTick } from 'vue';
import ActionButton from './ActionButton.vue';
import ActionMenu from './ActionMenu.vue';
import Caution from './Caution.vue';
import Choice from './Choice.vue';
import FilePicker from './FilePicker.vue';
import Fold from './Fold.vue';
import NumberField from './NumberField.vue';
import OutlineTree from './OutlineTree.vue';
import PickOne from './PickOne.vue';
import QuantityEntry from './QuantityEntry.vue';
import QuantityField from './QuantityField.vue';
import Progress from './Progress.vue';
import TextField from './TextField.vue';
import TickBox from './TickBox.vue';

afterEach(() => (document.body.innerHTML = ''));
const entries = () => [...document.querySelectorAll<HTMLElement>('[role="option"]')];

describe('a list to choose from', () => {
  const colours = ['red', 'green', 'blue'];
  const opened = async (props: Record<string, unknown>) => {
    const list = mount(Choice, { props: { label: 'Colour', ...props } as never, attachTo: document.body });
    await list.get('[role="combobox"]').trigger('keydown', { key: 'Enter', code: 'Enter' });
    await flushPromises();
    return list;
  };
  it('opens by Enter and says what was chosen, once', async () => {
    const list = await opened({ options: colours, modelValue: 'red' });
    expect(entries().map((e) => e.textContent)).toEqual(colours);
    entries()[2]!.click();
    await flushPromises();
    expect(list.emitted('change')).toEqual([['blue']]);
    expect(list.emitted('update:modelValue')).toEqual([['blue']]);
    // Closed, its lines are gone from the page: no reader may be sent to one of them.
    const pointedAt = () => list.get('[role="combobox"]').attributes('aria-activedescendant');
    await vi.waitFor(() => expect(pointedAt()).toBe(''));
  });
  it('shows what is so: a choice that is refused leaves it as it was', async () => {
    const list = await opened({ options: colours, modelValue: 'red' });
    entries()[1]!.click();
    await flushPromises();
    expect(list.text()).toContain('red');
    await list.setProps({ modelValue: 'green' } as never);
    expect(list.text()).toContain('green');
  });
  it('says what it means that nothing is chosen, and chooses that too', async () => {
    const list = await opened({ options: colours, modelValue: '', none: 'not set' });
    expect(list.text()).toContain('not set');
    entries()[0]!.click();
    expect(entries()[0]!.textContent).toBe('not set');
    const set = await opened({ options: colours, modelValue: 'red', none: 'not set' });
    entries()
      .findLast((e) => e.textContent === 'not set')!
      .click();
    expect(set.emitted('change')).toEqual([['']]);
  });
  it('puts entries under the headings of their groups, with their second lines', async () => {
    await opened({
      options: [
        { value: 'a', label: 'Loam 36', note: '36 V, 10 A', group: 'Fits' },
        { value: 'b', label: 'Loam 70', note: '70 V, 14 A', group: 'Does not fit' },
      ],
      modelValue: 'a',
    });
    expect(document.body.textContent).toMatch(/Fits\s*Loam 36\s*36 V, 10 A\s*Does not fit\s*Loam 70/);
  });
  it('can be searched once it is long, and only then', async () => {
    const many = Array.from({ length: 13 }, (_, i) => `part ${i}`);
    const typed = (list: ReturnType<typeof mount>) =>
      list.get('[role="combobox"]').attributes('readonly') === undefined;
    expect(typed(await opened({ options: many, modelValue: 'part 1' }))).toBe(true);
    expect(typed(await opened({ options: many.slice(1), modelValue: 'part 1' }))).toBe(false);
  });
});

describe('a line of text', () => {
  const type = async (field: ReturnType<typeof mount>, text: string) => {
    const input = field.get('input');
    input.element.value = text;
    await input.trigger('input');
    return input;
  };
  it('follows each letter, and takes over what is set from outside', async () => {
    const field = mount(TextField, { props: { modelValue: 'a' } });
    await type(field, 'ab');
    expect(field.emitted('update:modelValue')).toEqual([['ab']]);
    await field.setProps({ modelValue: 'c' });
    expect(field.get('input').element.value).toBe('c');
  });
  it('is its own until it is entered, and stays as typed where it was refused', async () => {
    const field = mount(TextField, { props: { modelValue: 'BU' } });
    const input = await type(field, 'blue');
    await nextTick();
    expect(input.element.value).toBe('blue');
    await input.trigger('change');
    expect(field.emitted('change')).toEqual([['blue']]);
    expect(input.element.value).toBe('blue');
  });
  it('shows what is so once it is entered, where that is asked for', async () => {
    const field = mount(TextField, { props: { modelValue: 'BU', strict: true } });
    const input = await type(field, 'blue');
    await input.trigger('change');
    await flushPromises();
    expect(input.element.value).toBe('BU');
  });
});

describe('what is ticked, picked or set', () => {
  it('a tick that is refused is none', async () => {
    const box = mount(TickBox, { props: { modelValue: false }, slots: { default: 'told' } });
    await box.get('input').setValue(true);
    expect(box.emitted('change')).toEqual([[true]]);
    await flushPromises();
    expect(box.get('input').element.checked).toBe(false);
    await box.setProps({ modelValue: true });
    expect(box.get('input').element.checked).toBe(true);
  });
  it('one of a few', async () => {
    const group = mount(PickOne, {
      props: {
        label: 'Means',
        options: ['keys', 'stick'].map((value) => ({ value, label: value })),
        modelValue: 'keys',
      },
    });
    expect(group.attributes()).toMatchObject({ role: 'radiogroup', 'aria-label': 'Means' });
    await group.findAll('input')[1]!.setValue(true);
    expect(group.emitted('update:modelValue')).toEqual([['stick']]);
  });
  it('a number that is wiped out is not given on as none', async () => {
    const field = mount(NumberField, { props: { modelValue: 8, bare: true } });
    await field.get('input').setValue('');
    await field.get('input').trigger('change');
    expect(field.emitted('update:modelValue')).toBeUndefined();
    await field.get('input').setValue('9.5');
    await field.get('input').trigger('change');
    expect(field.emitted('update:modelValue')).toEqual([[9.5]]);
  });
});

it('a button sends its form only where it says so', async () => {
  const sent: string[] = [];
  const Form = {
    components: { ActionButton },
    template: `<form @submit.prevent="$emit('sent')"><ActionButton>no</ActionButton><ActionButton native-type="submit">yes</ActionButton></form>`,
  };
  const form = mount(Form, { attachTo: document.body, props: { onSent: () => sent.push('sent') } as never });
  const [no, yes] = form.findAll('button');
  no!.element.click();
  expect(sent).toEqual([]);
  yes!.element.click();
  expect(sent).toEqual(['sent']);
});

it('the same file can be picked twice, and picking none is nothing', async () => {
  const picker = mount(FilePicker, { props: { accept: '.csv', label: 'Table' }, slots: { default: 'Read' } });
  const input = picker.get('input');
  const file = new File(['x'], 'a.csv');
  for (const files of [[file], [], [file]]) {
    Object.defineProperty(input.element, 'files', { value: files, configurable: true });
    await input.trigger('change');
  }
  expect(picker.emitted('files')).toEqual([[[file]], [[file]]]);
  expect(input.element.value).toBe('');
});

it('a fold shows what is in it once its line is pressed, or where it begins open', async () => {
  const fold = mount(Fold, { props: { title: 'More' }, slots: { default: 'figures' }, attachTo: document.body });
  const line = fold.get('button, [role="button"]');
  expect(line.attributes('aria-expanded')).toBe('false');
  await line.trigger('click');
  expect(line.attributes('aria-expanded')).toBe('true');
  // Something in it is led to from elsewhere: it opens by itself.
  await line.trigger('click');
  fold.get('.el-collapse-item__content').element.dispatchEvent(new CustomEvent('reveal', { bubbles: true }));
  await nextTick();
  expect(line.attributes('aria-expanded')).toBe('true');
  const open = mount(Fold, { props: { title: 'More', open: true } });
  expect(open.get('button, [role="button"]').attributes('aria-expanded')).toBe('true');
});

it.each([
  [3, 12, '25'],
  [14, 12, '100'],
  [0, 0, '0'],
])('%i of %i is a share between nothing and all', (done, of, percent) => {
  const bar = mount(Progress, { props: { done, of, label: 'Tried' } });
  expect(bar.get('[role="progressbar"]').attributes('aria-valuenow')).toBe(percent);
});

it.each([
  ['a caution is read in its place', undefined, 'note'],
  ['a refusal interrupts a screen reader', 'refused', 'alert'],
  ['news waits for its turn', 'told', 'status'],
])('%s', (_, kind, role) => {
  const box = mount(Caution, {
    props: { kind } as never,
    slots: { default: 'Mains: plug out.', action: '<button>Understood</button>' },
    global: { stubs: { transition: false } },
  });
  expect(box.get(`[role="${role}"]`).text()).toContain('Mains: plug out.');
  expect(box.findAll('[role]')).toHaveLength(1);
  expect(box.get('button').text()).toBe('Understood');
});

it('a figure says what it is in its unit, and what is wrong with it once it is entered, not while it is typed', async () => {
  const field = mount(QuantityField, { props: { modelValue: '', dimension: 'length', unit: 'mm' } as never });
  const box = field.get('input');
  const said = () => field.emitted('update:quantity')?.at(-1)?.[0];
  const type = async (text: string) => {
    box.element.value = text;
    await box.trigger('input');
    await field.setProps({ modelValue: text } as never);
  };
  await type('1/2 in');
  expect(said()).toMatchObject({ entered: '1/2', unit: 'in' });
  await type('8');
  expect(said()).toMatchObject({ entered: 8, unit: 'mm' });
  await type('3 kg');
  expect(said()).toBeUndefined();
  expect(field.find('[role="alert"]').exists()).toBe(false);
  await box.trigger('change');
  expect(field.get('[role="alert"]').text()).toMatch(/kg/);
  expect(box.attributes('aria-invalid')).toBe('true');
});

it('a figure that stands is changed by what is entered; what cannot be read stays, and Escape gives it up', async () => {
  const field = mount(QuantityEntry, { props: { shown: '2.5 m', dimension: 'length', unit: 'm' } as never });
  const box = field.get('input');
  const enter = async (text: string) => {
    box.element.value = text;
    await box.trigger('input');
    await box.trigger('change');
    return field.emitted('enter')?.at(-1);
  };
  expect(await enter('2.5 m')).toBeUndefined();
  expect((await enter('3'))![0]).toMatchObject({ entered: 3, unit: 'm' });
  // The same figure in another unit is shown as it was.
  expect((await enter('2500 mm'))![0]).toMatchObject({ entered: 2500, unit: 'mm' });
  expect(box.element.value).toBe('2.5 m');
  expect(await enter('')).toEqual([undefined]);
  await enter('3 kg');
  expect(field.emitted('enter')).toHaveLength(3);
  expect(field.get('[role="alert"]').text()).toMatch(/kg/);
  expect(box.element.value).toBe('3 kg');
  await box.trigger('keydown', { key: 'Escape' });
  expect(box.element.value).toBe('2.5 m');
  expect(field.find('[role="alert"]').exists()).toBe(false);
  await field.setProps({ refusal: 'Too long.' } as never);
  expect(field.get('[role="alert"]').text()).toBe('Too long.');
  expect(box.attributes('aria-invalid')).toBe('true');
});

it('a menu hands on the action that was picked, by keyboard too', async () => {
  const menu = mount(ActionMenu, {
    props: {
      items: [
        { value: 'x', label: 'X' },
        { value: 'y', label: 'Y' },
      ],
    } as never,
    slots: { default: 'Same as' },
    attachTo: document.body,
  });
  await menu.get('button').trigger('keydown', { key: 'Enter', code: 'Enter' });
  await menu.get('button').trigger('click');
  const shown = () => [...document.querySelectorAll<HTMLElement>('[role="menuitem"]')];
  // It stands in the page only while it is open, and opens after the press has settled.
  await vi.waitFor(() => expect(shown()).not.toEqual([]));
  const items = shown();
  expect(items.map((i) => i.textContent?.trim())).toEqual(['X', 'Y']);
  items[1]!.click();
  expect(menu.emitted('pick')).toEqual([['y']]);
});

it('an outline is walked by arrow keys, and Enter picks the line that has the focus', async () => {
  const line = (key: string, ...children: unknown[]) => ({ key, children });
  const tree = mount(OutlineTree, {
    props: { nodes: [line('mains', line('supply', line('lamp')))] as never, label: 'Feeds' },
    slots: { default: '<template #default="{ node }">{{ node.key }}</template>' },
    attachTo: document.body,
  });
  await flushPromises();
  const lines = tree.findAll('[role="treeitem"]');
  expect(lines.map((l) => l.attributes('data-key'))).toEqual(['mains', 'supply', 'lamp']);
  await lines[1]!.trigger('keydown', { key: 'Enter', code: 'Enter' });
  expect(tree.emitted('pick')!.map(([n]) => (n as { key: string }).key)).toEqual(['supply']);
  await tree.findAll('.el-tree-node__content')[2]!.trigger('click');
  expect(tree.emitted('pick')!.map(([n]) => (n as { key: string }).key)).toEqual(['supply', 'lamp']);
});
