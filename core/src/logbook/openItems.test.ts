import { expect, it } from 'vitest';
import { powerOnCard } from '../bringup/powerOn';
import { deriveFigures } from '../derivation/figures';
import { entryFaults, withEntry, type NewEntry } from '../machine/journal';
import { writeMachineFile } from '../machine/file';
import { readMachineFile } from '../machine/reading/read';
import { dunnock } from '../samples/dunnock';
import { defaultDisplay } from '../units/print';
import { isUnguarded, openItemsOf } from './openItems';
import { timelineOf } from './timeline';

const at = '2026-05-05T10:00:00.000Z';
const limit: NewEntry = {
  kind: 'open-item',
  of: 'limit-off',
  what: 'X plus',
  reason: 'it chatters',
  waitsFor: 'a filter',
};
const value: NewEntry = {
  kind: 'open-item',
  of: 'temporary-value',
  what: 'speed of Z halved',
  reason: 'new nut',
  waitsFor: '',
};
const opened = withEntry(withEntry(dunnock(), limit, at), value, at);
const close = (closes: string): NewEntry => ({ kind: 'closed-item', closes, text: 'filter fitted' });
const [first] = openItemsOf(opened.journal);

it('what is open stands until an entry closes it; the logbook keeps both', () => {
  expect(openItemsOf(opened.journal).map((i) => [i.what, isUnguarded(i)])).toEqual([
    ['X plus', true],
    ['speed of Z halved', false],
  ]);
  const closed = withEntry(opened, close(first!.id), at);
  expect(openItemsOf(closed.journal).map((i) => i.what)).toEqual(['speed of Z halved']);
  expect(
    timelineOf(closed, String)
      .filter((l) => l.kind === 'open')
      .map((l) => l.text),
  ).toEqual([
    'Open: Limit switched off: X plus; waits for a filter',
    'Open: Temporary value: speed of Z halved',
    'Closed: Limit switched off: X plus; waits for a filter',
  ]);
  const read = readMachineFile(writeMachineFile(closed));
  expect(read.ok && openItemsOf(read.value.file.journal).map((i) => i.what)).toEqual(['speed of Z halved']);
});
it('the power-on card asks for each before power goes on', () => {
  const made = { design: opened.design, figures: deriveFigures(opened.design) };
  const steps = powerOnCard(made, defaultDisplay, openItemsOf(opened.journal));
  expect(steps.slice(1, 3).map((s) => s.text)).toEqual([
    'Still open: Limit switched off: X plus; waits for a filter.',
    'Still open: Temporary value: speed of Z halved.',
  ]);
  expect(steps[1]!.caution).toContain('hand on the stop');
  expect(steps[2]!.caution).toBeUndefined();
  expect(powerOnCard(made, defaultDisplay, []).map((s) => s.id)).toEqual(
    steps.filter((s) => !s.id.startsWith('open-')).map((s) => s.id),
  );
});
it('an item without words is refused', () => {
  expect(entryFaults(opened, { ...limit, what: '' } as NewEntry, at).map((f) => f.where)).toEqual(['entry.what']);
});
