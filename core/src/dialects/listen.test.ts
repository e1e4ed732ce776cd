import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { NameSheet } from '../machine/nameSheet';
import { dunnock } from '../samples/dunnock';
import { linesOfSheet } from './lines';
import { ControlEar, inputNames } from './listen';
import { readDump } from './readDump';
import { sorrel } from './sheets/sorrel';
import { SimulatedSerial } from './simulatedSerial';

const { design } = dunnock();
const { settings } = deriveFigures(design);
const activeHigh = (circuit: string) => {
  const value = settings.find((s) => s.key === `input/${circuit}/active-when`)!.value;
  return value.known && value.value === 'high';
};
function joined(sheet: NameSheet) {
  const ear = new ControlEar(sheet, design, settings);
  const lines = linesOfSheet(sheet, design, settings);
  const names = inputNames(sheet.listen, design, settings);
  let now = 0;
  const control = new SimulatedSerial(sheet, lines, names, activeHigh, (piece) => ear.hear(piece, ++now));
  return { ear, control, lines, names };
}

describe('a control that is listened to', () => {
  it('tells its state and every input; a press is heard on its own circuit alone, and let go again', () => {
    const { ear, control, names } = joined(sorrel);
    control.begin();
    expect(ear.heard.state).toBe('at rest');
    expect(names.length).toBe(Object.keys(design.circuits).length);
    expect([...ear.heard.inputs.values()].some((i) => i.tripped)).toBe(false);
    control.press('limit-x-plus', true);
    expect([...ear.heard.inputs].filter(([, i]) => i.tripped).map(([c]) => c)).toEqual(['limit-x-plus']);
    control.press('limit-x-plus', false);
    expect(ear.heard.inputs.get('limit-x-plus')!.tripped).toBe(false);
  });
  it('one that tells levels and not trips means the same by the polarity of the machine', () => {
    // Dunnock’s limits are normally closed: at rest they read high, and tripped low.
    expect(activeHigh('limit-x-plus')).toBe(false);
    const { ear, control } = joined({ ...sorrel, listen: { ...sorrel.listen!, litMeans: 'high' } });
    control.begin();
    expect(ear.heard.inputs.get('limit-x-plus')!.tripped).toBe(false);
    control.press('limit-x-plus', true);
    expect(ear.heard.inputs.get('limit-x-plus')!.tripped).toBe(true);
    ear.hear('lamp in1 lit\n', 99);
    expect(ear.heard.inputs.get(Object.keys(design.circuits)[1]!)).toEqual({ tripped: false, at: 99 });
  });
  it('what it prints when it is asked is a reading like a pasted one', () => {
    const { ear, control, lines } = joined(sorrel);
    control.begin();
    expect(ear.heard.printed).toEqual([]);
    control.take('tell all\n');
    const { given } = readDump(sorrel, lines, ear.heard.printed.join('\n'));
    expect(given.size).toBe(lines.length);
    expect(given.get('high.x')!.text).toBe('595.000');
    ear.forgetPrinted();
    expect(ear.heard.printed).toEqual([]);
  });
});

it('noise, half lines and lines without an end do no harm, however they are cut', () => {
  fc.assert(
    fc.property(
      fc.array(fc.oneof(fc.string(), fc.constant('lamp in0 lit\n'), fc.constant('x'.repeat(2000)))),
      (pieces) => {
        const ear = new ControlEar(sorrel, design, settings);
        pieces.forEach((p, i) => ear.hear(p, i));
        ear.hear('\nlamp in0 lit\n', 1e6);
        expect(ear.heard.inputs.get(Object.keys(design.circuits)[0]!)).toEqual({ tripped: true, at: 1e6 });
        expect(ear.heard.lines.length).toBeLessThanOrEqual(60);
      },
    ),
  );
});
