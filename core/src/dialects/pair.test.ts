import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { NameSheet } from '../machine/nameSheet';
import { dunnock } from '../samples/dunnock';
import { compareDump } from './compare';
import { contextsOf } from './contexts';
import { linesOfSheet } from './lines';
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
      const made = sheetFrom('Mine', guessForm(text), pairs);
      expect(NameSheet.safeParse(made).success).toBe(true);
      const lines = linesOfSheet(made, design, settings);
      expect(lines).toHaveLength(pairs.length);
      const differences = compareDump(lines, readDump(made, lines, text), settings);
      expect(differences.filter((d) => d.standing !== 'same')).toEqual([]);
    }
  });
  it('everything that can be paired is there once', () => {
    const keys = allCandidates(contexts).map((c) => c.key);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).toContain('axis/2/backOff');
    expect(keys).toContain('input/0/activeHigh');
  });
});
