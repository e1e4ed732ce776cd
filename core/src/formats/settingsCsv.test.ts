import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { settingsAsText, writeSettingsCsv } from './settingsCsv';

const settings = deriveFigures(dunnock().design).settings;

it('holds each setting once, with the figure and its unit apart, in the units that are chosen', () => {
  const rows = writeSettingsCsv(settings, defaultDisplay).trim().split('\r\n');
  expect(rows).toHaveLength(settings.length + 1);
  // 20 teeth of 3 mm … Dunnock’s X: 1600 steps for 10 mm.
  expect(rows.find((r) => /X.*,Scale,/.test(r))).toMatch(/,160,steps\/mm,/);
  const inch = writeSettingsCsv(settings, { ...defaultDisplay, system: 'inch' });
  expect(inch.split('\r\n').find((r) => /X.*,Scale,/.test(r))).toMatch(/,4064,steps\/in,/);
  expect(settingsAsText(settings, defaultDisplay).split('\n')).toHaveLength(settings.length + 1);
});

it('a reason typed by hand cannot become a formula, a column or a row', () => {
  const reason = '=1+1, "measured"';
  const r = applyCommand(
    dunnock(),
    {
      name: 'override-setting',
      args: { setting: 'axis/x/scale', title: 'Scale', value: quantity(160.2, 'steps/mm'), reason },
    },
    '2026-03-03T10:00:00.000Z',
  );
  if (!r.ok) throw new Error(r.error[0]!.what);
  const csv = writeSettingsCsv(deriveFigures(r.value.file.design).settings, defaultDisplay);
  expect(csv).toContain('160.2,steps/mm,"set by hand: =1+1, ""measured"""');
});
