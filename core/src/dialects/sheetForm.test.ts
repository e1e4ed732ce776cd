import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { wren } from '../samples/wren';
import { linesOfSheet } from './lines';
import { blankEntry, blankSheet, formOfSheet, sheetOf, wordsFor } from './sheetForm';
import { sheets } from './sheets/index';
import { SimulatedControl } from './simulatedControl';
import { writeCommands } from './write';

it('a sheet goes into its form and comes out the same, messages and all', () => {
  for (const sheet of sheets) expect(sheetOf(formOfSheet(sheet))).toEqual({ ok: true, value: sheet });
});

it('an entry typed by hand, with a decimal comma and options, gives its lines on a machine', () => {
  const form = {
    ...blankSheet('own'),
    name: 'My control',
    entries: [
      {
        ...blankEntry(),
        name: 'speed {letter}',
        what: 'Top speed',
        value: 'maxSpeed',
        unit: 'mm/min',
        rotaryUnit: '°/min',
        step: '0,5',
        menu: 'Axes > Speed',
      },
      { ...blankEntry(), name: 'way {letter}', what: 'Way', value: 'towardsPlus', options: '0 = minus\n 1 = plus' },
    ],
  };
  const made = sheetOf(form);
  if (!made.ok) throw new Error(made.error[0]!.what);
  expect(made.value.entries[0]).toMatchObject({ step: 0.5, menu: ['Axes', 'Speed'] });
  const { design } = wren();
  const lines = linesOfSheet(made.value, design, deriveFigures(design).settings);
  expect(lines.find((l) => l.name === 'way X')!.text).toMatch(/^(minus|plus)$/);
  expect(lines.find((l) => l.name === 'speed X')!.text).toMatch(/^\d+\.[05]$/);
});

it('what cannot be taken is named with its entry and field; nothing typed is changed', () => {
  const form = {
    ...blankSheet('own'),
    name: 'My control',
    entries: [
      { ...blankEntry(), name: 'a', value: 'scale' },
      { ...blankEntry(), name: 'b', value: 'scale', step: 'fine', options: 'no' },
    ],
  };
  const made = sheetOf(form);
  expect(made.ok ? [] : made.error.map((f) => [f.entry, f.where])).toEqual([
    [1, 'b, Smallest step'],
    [1, 'b, Options'],
  ]);
  const unheard = sheetOf({
    ...blankSheet('own'),
    name: 'My control',
    listen: { ...blankSheet('own').listen, lit: 'on' },
  });
  expect(unheard.ok ? [] : unheard.error.map((f) => f.where)).toEqual(['Over a serial line']);
  const empty = sheetOf(blankSheet('own'));
  expect(empty.ok ? [] : empty.error.map((f) => [f.entry, f.where])).toEqual([[-1, 'Name of the sheet']]);
});

it('the words of a mask are those of its bits too', () => {
  expect(wordsFor('machine', 'input').map((w) => w.name)).toContain('activeHigh');
  expect(wordsFor('machine', '').map((w) => w.name)).not.toContain('activeHigh');
});

it('a setting that needs its time: a line that waits where the control has one, else told with the number of the line', () => {
  const form = {
    ...blankSheet('own'),
    name: 'My control',
    before: 'open',
    after: 'save',
    set: 'put {name} {value}',
    entries: [
      { ...blankEntry(), name: 'a.{letter}', what: 'Scale', value: 'towardsPlus', pause: '2,5' },
      { ...blankEntry(), name: 'b.{letter}', what: 'Way', value: 'towardsPlus' },
    ],
  };
  const { design } = wren();
  const written = (pauseLine: string) => {
    const made = sheetOf({ ...form, pauseLine });
    if (!made.ok) throw new Error(made.error[0]!.where);
    const lines = linesOfSheet(made.value, design, deriveFigures(design).settings).filter((l) => l.name.endsWith('X'));
    return { ...writeCommands(made.value, lines), control: new SimulatedControl(made.value, lines) };
  };
  const own = written('wait {seconds}');
  expect(own.commands).toEqual([
    'open',
    expect.stringMatching(/^put a\.X/),
    'wait 2.5',
    expect.stringMatching(/^put b/),
    'save',
  ]);
  expect(own.waits).toEqual([]);
  expect(own.commands.map((c) => own.control.take(c))).toEqual(own.commands.map(() => undefined));
  expect(own.control.take('wait for it')).toContain('not known');
  const byHand = written('');
  expect(byHand.commands).toHaveLength(4);
  expect(byHand.waits).toEqual([{ after: 2, seconds: 2.5 }]);
  const wrong = sheetOf({ ...form, pauseLine: 'wait' });
  expect(wrong.ok ? [] : wrong.error.map((f) => f.where)).toEqual(['The line that makes it wait']);
});
