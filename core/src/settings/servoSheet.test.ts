import { describe, expect, it } from 'vitest';
import { withCode, withName } from '../dialects/driveEntry';
import { readingOf } from '../dialects/readBack';
import { deriveFigures } from '../derivation/figures';
import { edited } from '../motion/testing/rig';
import { plover } from '../samples/plover';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { servoSheet } from './commissioning';
import { servoDrivesOf } from './servoDriveSettings';

/** The sheet of a servo drive of Plover; its values by the last part of their keys. */
function sheetOf(axis: 'x' | 'z', file = plover()) {
  const figures = deriveFigures(file.design);
  const drive = servoDrivesOf(figures.design, figures.axes).find((d) => d.axisId === axis)!;
  const sheet = servoSheet(drive, figures.settings, defaultDisplay);
  const settings = sheet.lines.flatMap((l) => (l.kind === 'setting' ? [l.setting] : []));
  const value = (suffix: string) => {
    const s = settings.find((x) => x.key.endsWith(`/${suffix}`));
    return s?.value.known ? s.value.value : undefined;
  };
  return { figures, drive, sheet, settings, value };
}

describe('the sheet of a servo drive, worked by hand', () => {
  it('X of a lathe: 131 072 counts, 10 000 pulses, a lead of 4 mm, 60 mm/s', () => {
    const { value, sheet } = sheetOf('x');
    // 131 072 = 2^17 and 10 000 = 2^4 · 5^4 share 16.
    expect([value('gear-numerator'), value('gear-denominator')]).toEqual([8192, 625]);
    // 2500 steps a mm at 60 mm/s are 150 kHz, and a quarter more.
    expect(value('pulse-limit')).toBeCloseTo(187_500, 6);
    // 15 revolutions a second are 900 rpm, and a tenth more.
    expect(value('speed-limit')).toBeCloseTo(990, 6);
    // 42 A of peak are 29.70 A RMS; the motor is rated 10 A.
    expect(value('torque-limit')).toBeCloseTo(2.97, 2);
    // 60 / 30 = 2 mm of lag, and half as much again.
    expect(value('following-window')).toBeCloseTo(3, 9);
    expect(value('encoder-type')).toBe('absolute');
    expect(value('alarm-level')).toBe('opens');
    // No brake, no delays.
    expect(value('brake-close-delay')).toBeUndefined();
    expect(sheet.contradictions).toEqual([]);
  });
  it('Z: a lead of 5 mm at 100 mm/s, and a motor with a brake of 60 and 40 ms', () => {
    const { value } = sheetOf(
      'z',
      edited(plover(), {
        name: 'choose-part',
        args: { slot: { axis: 'z', drive: 0, item: 'motor' }, library: 'motor-raven-400-brake' },
      }),
    );
    // 20 revolutions a second, and a tenth more; 100 / 30 · 1.5.
    expect(value('speed-limit')).toBeCloseTo(1320, 6);
    expect(value('following-window')).toBeCloseTo(5, 2);
    expect(value('brake-release-delay')).toBeCloseTo(0.09, 9);
    expect(value('brake-close-delay')).toBeCloseTo(0.06, 9);
  });
  it('begins with the factory settings and ends with what is read back; the tuning needs room to stop twice', () => {
    const { sheet } = sheetOf('z');
    const acts = sheet.lines.flatMap((l) => (l.kind === 'act' ? [l] : []));
    expect(acts.map((a) => a.key)).toEqual(['reset', 'motor', 'encoder-direction', 'tune', 'power-off', 'read-back']);
    // 100² / 800 = 12.5 mm
    expect(acts.find((a) => a.key === 'tune')!.does).toMatch(/12\.5?\smm|13\smm/);
  });
  it('a plate that contradicts itself is named', () => {
    const { sheet } = sheetOf(
      'x',
      edited(plover(), {
        name: 'set-field',
        args: { path: 'parts.motor-x-0.data.peakTorque', value: quantity(1, 'N·m') },
      }),
    );
    expect(sheet.contradictions).toEqual(['The peak torque of the motor is below its rated torque.']);
  });
});

it('numbers and codes of its own make a name sheet by which it is read back', () => {
  const { figures, drive, settings } = sheetOf('x');
  const of = (suffix: string) => settings.find((s) => s.key.endsWith(`/${suffix}`))!;
  const named = withName(undefined, drive.driver.name, of('gear-numerator'), 'G-11');
  const coded = withCode(withName(named, drive.driver.name, of('enable-level'), 'G-30'), of('enable-level'), '4');
  const read = (typed: Record<string, string>) =>
    readingOf(
      { driveId: drive.driverId, driveName: drive.driver.name, own: coded, list: settings, typed, last: undefined },
      figures.design,
      figures.settings,
    ).byKey;
  const good = read({ [of('gear-numerator').key]: '8192', [of('enable-level').key]: '4' });
  expect([...good.values()].map((b) => b.difference?.standing)).toEqual(['same', 'same']);
  const bad = read({ [of('gear-numerator').key]: '8000', [of('enable-level').key]: '5' });
  expect([...bad.values()].map((b) => b.difference?.standing)).not.toContain('same');
});
