import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { NameSheet } from '../machine/nameSheet';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { compareDump } from './compare';
import { contextsOf } from './contexts';
import { linesOfSheet } from './lines';
import { generalised } from './generalise';
import { allCandidates, guessForm, proposePairs, sheetFrom } from './pair';
import { readDump } from './readDump';
import { bramble } from './sheets/bramble';
import { sorrel } from './sheets/sorrel';
import { SimulatedControl } from './simulatedControl';
import { writeCommands } from './write';

const { design } = dunnock();
const { settings } = deriveFigures(design);
const contexts = contextsOf(design, settings);
const dumpBy = (sheet: NameSheet): string => {
  const lines = linesOfSheet(sheet, design, settings);
  const control = new SimulatedControl(sheet, lines);
  for (const line of writeCommands(sheet, lines).commands) control.take(line);
  return control.dump();
};
const sure = (text: string) =>
  proposePairs(guessForm(text), text, contexts).flatMap((p) =>
    p.sure ? [{ name: p.name, candidate: p.candidates[0]! }] : [],
  );

describe('a sheet from what a control prints', () => {
  it.each([
    ['a = 1\nb = 2.5\nhello', { dump: '{name} = {value}', decimal: '.' }],
    ['a=1\nb=2,5\nc=3,5', { dump: '{name}={value}', decimal: ',' }],
    ['speed x: 120\nspeed y: 90', { dump: '{name}: {value}', decimal: '.' }],
    ['top.x is 7200.0 mm/min', { dump: '{name} is {value} {unit}', decimal: '.' }],
    ['P101 7200\nP102 600', { dump: '{name} {value} {unit}', decimal: '.' }],
    ['nothing here', { dump: '{name} = {value}', decimal: '.' }],
  ] as const)('the form of its lines: %j', (text, form) => {
    expect(guessForm(text)).toEqual(form);
  });
  it('by value and name: the speed of X by the minute, the way of a pulse, each for its own axis', () => {
    const text = 'XSpeedMax = 7200\nZ_accel = 500\nXPulse = 0.00625\nXYZ = 12345\nrate_y = 2.0';
    const pairs = proposePairs(guessForm(text), text, contexts);
    const [speed, , pulse, odd] = pairs;
    expect([speed!.sure, speed!.candidates[0]]).toEqual([
      true,
      expect.objectContaining({
        key: 'axis/0/maxSpeed',
        value: 'maxSpeed',
        unit: 'mm/min',
        what: 'maximum speed, axis X',
      }),
    ]);
    expect(pulse!.candidates.map((c) => [c.key, c.value])).toContainEqual(['motor/0/scale', '1 / scale']);
    expect([odd!.sure, odd!.candidates]).toEqual([false, []]);
  });
  it('numbers for names are paired by value alone, and then only a person is sure', () => {
    const text = 'P101 = 7200\nP102 = 640';
    const pairs = proposePairs(guessForm(text), text, contexts);
    expect(pairs.map((p) => p.sure)).toEqual([false, false]);
    expect(pairs[0]!.candidates.map((c) => c.what)).toEqual(['maximum speed, axis X', 'maximum speed, axis Y']);
    expect(pairs[1]!.candidates.map((c) => c.what)).toContain('steps a mm or °, of its first motor, axis Z');
  });
  it('the sheet that the sure pairs make reads the same text: nothing differs', () => {
    for (const sheet of [sorrel, bramble]) {
      const text = dumpBy(sheet);
      const pairs = sure(text);
      if (sheet === sorrel) expect(pairs.length).toBeGreaterThan(8);
      const made = sheetFrom('Mine', guessForm(text), pairs, contexts);
      expect(NameSheet.safeParse(made).success).toBe(true);
      const lines = linesOfSheet(made, design, settings);
      expect(lines).toHaveLength(pairs.length);
      const differences = compareDump(lines, readDump(made, lines, text), settings);
      expect(differences.filter((d) => d.standing !== 'same')).toEqual([]);
    }
  });
  it('what is paired for every axis is one entry, so that the sheet serves a machine that it was not made on', () => {
    const text = dumpBy(sorrel);
    const sheet = sheetFrom('Mine', guessForm(text), sure(text), contexts);
    const shared = sheet.entries.filter((e) => !e.only).map((e) => e.name);
    expect(shared).toContain('gain.{lower}');
    expect(shared).toContain('seek.off.{lower}');
    // The top speed of Z was left open: two of its figures are alike. What is paired stays with its own axis.
    expect(sheet.entries.filter((e) => e.name.startsWith('top')).map((e) => e.name)).toEqual(['top.x', 'top.y']);
    const other = wren().design;
    const otherSettings = deriveFigures(other).settings;
    const lines = linesOfSheet({ ...sheet, entries: sheet.entries.filter((e) => !e.only) }, other, otherSettings);
    const own = new Map(linesOfSheet(sorrel, other, otherSettings).map((l) => [l.name, l]));
    expect(lines.length).toBeGreaterThanOrEqual(other.axisOrder.length * 2);
    for (const l of lines) expect(l.exact).toBeCloseTo(own.get(l.name)!.exact!, 6);
  });
  it.each<[string[], string | undefined]>([
    [['top.x', 'top.y', 'top.z'], 'top.{lower}'],
    [['XMAX', 'YMAX', 'ZMAX'], '{letter}MAX'],
    [['100', '101', '102'], '{100 + axis}'],
    [['P7.10', 'P7.20', 'P7.30'], 'P7.{10 + 10 * axis}'],
    [['a0x', 'a1y', 'a2z'], 'a{axis}{lower}'],
    [['01', '02', '03'], undefined],
    [['fast', 'slow', 'other'], undefined],
    [['100', '101', '103'], undefined],
  ])('%j come from %s', (names, template) => {
    const three = contexts.axis.slice(0, 3);
    expect(
      generalised(
        names.map((name, i) => ({ name, context: three[i]! })),
        'axis',
      ),
    ).toBe(template);
  });
  it('everything that can be paired is there once', () => {
    const keys = allCandidates(contexts).map((c) => c.key);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).toContain('axis/2/backOff');
    expect(keys).toContain('input/0/activeHigh');
  });
});
