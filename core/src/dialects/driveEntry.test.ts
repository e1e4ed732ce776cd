import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { readMachineFile } from '../machine/reading/read';
import { writeMachineFile, type MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { edited } from '../samples/testing/edited';
import { commissioningSheet } from '../settings/commissioning';
import { compareDump } from './compare';
import { codeOf, entryOfSetting, withCode, withName } from './driveEntry';
import { linesOfSheet } from './lines';
import type { NameSheet } from '../machine/nameSheet';
import { readDump } from './readDump';
import { readingOf } from './readBack';

const file = dunnock();
const { settings } = deriveFigures(file.design);
const drive = commissioningSheet(file.design, settings)!;
const of = (suffix: string) => settings.find((s) => s.key === `driver/${drive.driveId}/${suffix}`)!;

it('the sheet of the router: reset first, plate, limits, sources, ramps, read-back last; figures by hand', () => {
  expect(drive.contradictions).toEqual([]);
  const acts = drive.lines.flatMap((l, i) => (l.kind === 'act' ? [[l.key, i]] : []));
  expect(acts).toEqual([
    ['reset', 0],
    ['power-off', drive.lines.length - 2],
    ['read-back', drive.lines.length - 1],
  ]);
  const value = (suffix: string) => (of(suffix).value.known ? (of(suffix).value as { value: unknown }).value : NaN);
  // 1.1 kW, 220 V, 400 Hz, 4 A, 2 poles, 6000 to 24 000 rpm on a drive of 7 A.
  expect(['rated-voltage', 'base-frequency', 'rated-current', 'poles', 'max-frequency'].map(value)).toEqual([
    220, 400, 4, 2, 400,
  ]);
  expect(['min-frequency', 'rated-speed', 'carrier'].map(value)).toEqual([100, 22_800, 4000]);
  // 2.4 kg·cm² at 24 000 rpm hold 758 J, the bus takes ½ · 820 µF · (390² − 325.3²) = 19 J; 44 W of losses: 16.8 s.
  expect(value('deceleration-time')).toBeGreaterThan(16.7);
  expect(value('deceleration-time')).toBeLessThan(17.2);
  expect(['restart', 'stop-mode', 'run-source'].map(value)).toEqual(['no', 'ramp', 'terminals']);
});

const sheetOf = (machine: MachineFile) => {
  const all = deriveFigures(machine.design).settings;
  const { lines } = commissioningSheet(machine.design, all)!;
  return Object.fromEntries(
    lines.flatMap((l) =>
      l.kind === 'setting' && l.setting.value.known ? [[l.setting.key.split('/').at(-1)!, l.setting.value.value]] : [],
    ),
  );
};
it('the sheet of the lathe: 750 W, 230 V, 50 Hz, 3.2 A, four poles, 1395 rpm, to 2800 rpm on a drive of 4.5 A up to 120 Hz', () => {
  const lathe = sheetOf(plover());
  expect(lathe).toMatchObject({
    'rated-voltage': 230,
    'base-frequency': 50,
    'rated-current': 3.2,
    'rated-speed': 1395,
    poles: 4,
    'min-frequency': 10,
    carrier: 4000,
    reverse: 'yes',
    'speed-source': 'voltage',
  });
  // 2800 · 4/120.
  expect(lathe['max-frequency']).toBeCloseTo(93.333, 2);
  // 150 % of 4.5 A for a motor of 3.2 A are more than twice its current: its own 150 % are what it may take.
  expect(lathe.overload).toBeCloseTo(1.5, 6);
  // 18 kg·cm² at 2800 rpm: 77.4 J; ½ · 470 µF · (390² − 325.3²) = 10.9 J; 4 % of 750 W are 30 W: 2.2 s.
  expect(lathe['deceleration-time']).toBeCloseTo(2.3, 6);
});
it('the sheet of the small mill: a motor of 48 V and 9 A on a speed board of 12 A, commanded by pulse width', () => {
  const mill = sheetOf(wren());
  expect(mill).toMatchObject({ 'rated-voltage': 48, 'rated-current': 9, 'speed-source': 'pulse-width', restart: 'no' });
  // 1.1 kg·cm² at 12 000 rpm: 86.9 J into 4 % of 400 W.
  expect(mill['deceleration-time']).toBeCloseTo(5.5, 6);
  // To 1257 rad/s with four fifths of 0.318 N·m: 0.54 s, and no ramp is shorter than a second.
  expect(mill['acceleration-time']).toBe(1);
  expect(mill).not.toHaveProperty('carrier');
});

it('numbers and codes of one’s own make a sheet of the drive, which reads back and survives the file', () => {
  let sheet = withName(undefined, 'Vole', of('base-frequency'), ' F-03 ');
  sheet = withName(sheet, 'Vole', of('run-source'), 'F-10');
  sheet = withName(sheet, 'Vole', of('max-frequency'), 'F-4');
  sheet = withName(sheet, 'Vole', of('max-frequency'), 'F-04');
  sheet = withCode(sheet, of('run-source'), '2');
  expect(codeOf(sheet, of('run-source'))).toBe('2');
  expect(codeOf(withCode(sheet, of('run-source'), ''), of('run-source'))).toBe('');
  expect(entryOfSetting(withName(sheet, 'Vole', of('max-frequency'), ''), of('max-frequency'))).toBeUndefined();
  const own = edited(file, { name: 'use-name-sheet', args: { sheet, part: drive.driveId } });
  const read = readMachineFile(writeMachineFile(own));
  expect(read.ok && read.value.file.design.driveSheets![drive.driveId]).toEqual(sheet);
  const lines = linesOfSheet(sheet, own.design, settings, drive.driveId);
  expect(lines.map((l) => `${l.name} ${l.text}`)).toEqual(['F-03 400', 'F-10 2', 'F-04 400']);
  const dump = readDump(sheet, lines, 'F-03 50\nF-10 2\nF-04 400');
  expect(compareDump(lines, dump, settings).map((d) => d.standing)).toEqual(['differs', 'same', 'same']);
});

it('what is read back is judged before it is kept; a setting without a number goes by its title', () => {
  const list = drive.lines.flatMap((l) => (l.kind === 'setting' ? [l.setting] : []));
  const ask = (own: NameSheet | undefined, typed: Record<string, string>, last?: { held: [string, string][] }) =>
    readingOf({ driveId: drive.driveId, driveName: 'Vole', own, list, typed, last }, file.design, settings);
  const key = (suffix: string) => of(suffix).key;
  const typed = { [key('base-frequency')]: '50', [key('run-source')]: 'its terminals' };
  const reading = ask(undefined, typed);
  const standing = (r: typeof reading, suffix: string) => r.byKey.get(key(suffix))?.difference?.standing;
  expect([standing(reading, 'base-frequency'), standing(reading, 'run-source')]).toEqual(['differs', 'same']);
  expect(reading.held).toEqual([
    ['Base frequency', '50'],
    ['Run command from', 'its terminals'],
  ]);
  // Kept, it stands without being typed; what was emptied is gone, and what others printed stays.
  const last = { held: [['other', '1'], ...reading.held] as [string, string][] };
  expect(ask(reading.sheet, {}, last).held).toEqual(last.held);
  expect(ask(reading.sheet, { [key('run-source')]: '' }, last).held).toEqual([
    ['other', '1'],
    ['Base frequency', '50'],
  ]);
});
