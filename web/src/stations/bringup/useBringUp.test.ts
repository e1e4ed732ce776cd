// @vitest-environment happy-dom
import { mount } from '@vue/test-utils';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import type { MachineFile } from '@nodaxis/core/machine/file';
import type { NewEntry } from '@nodaxis/core/machine/journal';
import { withEntry } from '@nodaxis/core/machine/journal';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import type { Fault } from '@nodaxis/core/units/result';
import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { nextTick, shallowReactive } from 'vue';
import { channelWorker } from '../../workers/tests/channelWorker';
import { type BringUp, provideBringUp } from './useBringUp';

const NOW = '2026-03-03T10:00:00.000Z';
/** A file with a door of its own: what is logged goes into it, as it is or refused. */
function desk(file: MachineFile) {
  const d = shallowReactive({
    file,
    design: file.design,
    figures: deriveFigures(file.design),
    refusal: [] as Fault[],
    hidden: { faults: [] },
    turn: 0,
    log(entry: NewEntry): Fault[] {
      if (!d.refusal.length) d.file = withEntry(d.file, entry, NOW);
      return d.refusal;
    },
  });
  return d;
}
let machine: ReturnType<typeof desk>;
let rehearsal: ReturnType<typeof desk>;
vi.mock('../../document/openMachine', () => ({ useOpenMachine: () => machine }));
vi.mock('../../document/rehearsal', () => ({ useRehearsal: () => rehearsal }));

/** What the simulated machine is asked, and the answers that it still owes. */
let asked: { test: string; answer: (r: unknown) => void }[] = [];
let bringUp: BringUp;
let view: ReturnType<typeof mount>;
const open = () =>
  (view = mount({
    setup() {
      bringUp = provideBringUp();
      return () => null;
    },
  }));
beforeEach(() => {
  asked = [];
  localStorage.clear();
  setActivePinia(createPinia());
  [machine, rehearsal] = [desk(dunnock()), desk(dunnock())];
  vi.stubGlobal(
    'Worker',
    class {
      constructor() {
        return channelWorker({
          rehearse: (_: object, __: object, test: string) =>
            new Promise((answer) => asked.push({ test, answer: (r) => answer(r) })),
        });
      }
    },
  );
  open();
});
afterEach(() => {
  view.unmount();
  vi.unstubAllGlobals();
});
const pick = async (key: string) => {
  bringUp.picked.value = key;
  await nextTick();
};
const keyOf = (kind: string) => bringUp.all.value.find((s) => s.instance.test.kind === kind)!.instance.key;

it('what was half entered is there again after another test, and after the page was closed', async () => {
  const [labels, shorts] = [keyOf('labels'), keyOf('shorts')];
  await pick(shorts);
  bringUp.enter('reading', 'no');
  bringUp.note.value = 'Meter beeps';
  await nextTick();
  await pick(labels);
  expect([bringUp.readings.value, bringUp.note.value]).toEqual([{}, '']);
  await pick(shorts);
  expect([bringUp.readings.value, bringUp.note.value]).toEqual([{ reading: 'no' }, 'Meter beeps']);
  view.unmount();
  open();
  await pick(shorts);
  expect(bringUp.readings.value).toEqual({ reading: 'no' });
});

it('a test with an open reading is not kept; a refused one stays on the page; a kept one leaves it and is in the file', async () => {
  const key = keyOf('labels');
  await pick(key);
  bringUp.keep();
  expect(machine.file.journal).toEqual(dunnock().journal);
  bringUp.enter('result', 'alike');
  await nextTick();
  machine.refusal = [{ what: 'The store is full.', where: 'journal', fix: 'Remove something.' }];
  const typed = bringUp.readings.value;
  bringUp.keep();
  expect([bringUp.readings.value, bringUp.faults.value]).toEqual([typed, machine.refusal]);
  machine.refusal = [];
  bringUp.keep();
  expect([bringUp.readings.value, bringUp.faults.value]).toEqual([{}, []]);
  expect(machine.file.journal.at(-1)).toMatchObject({ kind: 'record', test: key, mode: 'real', verdict: 'passed' });
});

it('a rehearsal writes into its own file alone', async () => {
  bringUp.mode.value = 'rehearsal';
  await pick(keyOf('labels'));
  bringUp.waive('Only a rehearsal');
  expect(rehearsal.file.journal.at(-1)).toMatchObject({ kind: 'waiver', reason: 'Only a rehearsal' });
  expect(machine.file.journal).toEqual(dunnock().journal);
});

it('readings of the simulated machine go to the test that asked, not to the one that is open when they come', async () => {
  bringUp.mode.value = 'rehearsal';
  const [labels, shorts] = [keyOf('labels'), keyOf('shorts')];
  await pick(shorts);
  void bringUp.takeReadings();
  await vi.waitFor(() => expect(asked.map((a) => a.test)).toEqual([shorts]));
  expect(bringUp.busy.value).toBe(true);
  await pick(labels);
  asked[0]!.answer({ known: true, value: { reading: 'yes' } });
  await vi.waitFor(() => expect(bringUp.busy.value).toBe(false));
  expect(bringUp.readings.value).toEqual({});
  void bringUp.takeReadings();
  await vi.waitFor(() => expect(asked).toHaveLength(2));
  asked[1]!.answer({ known: false, missing: ['travel of X'] });
  await vi.waitFor(() => expect(bringUp.faults.value[0]?.what).toMatch(/still needs: travel of X/));
});
