import type { NameSheet, SheetEntry } from '../machine/nameSheet';
import type { Setting } from '../settings/setting';
import { unitsOf, type Unit } from '../units/units';
import { words } from './contexts';
import { readExpression } from './expression';

/** What a drive’s sheet may speak of: the motor of an axis, or the spindle. */
const ofDrives = ['spindle', 'motor'] as const;
interface DriveWord {
  each: (typeof ofDrives)[number];
  word: string;
  flag: { readonly on: string; readonly off: string } | undefined;
}
/** The word by which a name sheet asks for a setting of a drive; undefined for any other setting. */
function wordOf(setting: Setting): DriveWord | undefined {
  const [head, , last] = setting.key.split('/');
  if (head !== 'driver') return undefined;
  for (const each of ofDrives)
    for (const [word, w] of Object.entries(words[each])) if (w.setting === last) return { each, word, flag: w.flag };
  return undefined;
}

/** The entry of a drive’s sheet that is of a setting: the first one whose value asks for it and for nothing else. */
export function entryOfSetting(sheet: NameSheet | undefined, setting: Setting): SheetEntry | undefined {
  const own = wordOf(setting);
  return sheet?.entries.find((e) => {
    const value = own && e.each === own.each && readExpression(e.value);
    return value && value.ok && value.value.names.length === 1 && value.value.names[0] === own.word;
  });
}

const blank = (id: string, name: string): NameSheet => ({
  format: 'nodaxis-name-sheet',
  version: 1,
  id,
  name,
  about: '',
  decimal: '.',
  dump: '{name} {value}',
  set: '{name} {value}',
  before: [],
  after: [],
  entries: [],
});
/** In which unit a drive shows a figure, where nobody has said otherwise. */
function usualUnit({ kind }: Setting): Unit | undefined {
  if (kind.type !== 'quantity') return undefined;
  return kind.dimension === 'ratio' ? '%' : unitsOf(kind.dimension)[0];
}

/** Ratios that a drive shows as a number, not as a percentage. */
const plainNumbers: ReadonlySet<string> = new Set([
  'poles',
  'gearNumerator',
  'gearDenominator',
  'inertiaRatio',
  'encoderCounts',
  'positionGain',
]);

/** A new entry for a setting, under a name. A choice is shown by the labels of its options until codes are entered. */
function newEntry(setting: Setting, { each, word, flag }: DriveWord, name: string): SheetEntry {
  const unit = plainNumbers.has(word) ? undefined : usualUnit(setting);
  return {
    each,
    name,
    what: setting.title,
    value: word,
    ...(unit ? { unit } : {}),
    ...(flag && setting.kind.type === 'choice'
      ? {
          codes: setting.kind.choices.map((c) => ({ code: Number(c.value === flag.on), text: c.label })),
        }
      : {}),
  };
}

/** The sheet with a setting under the number or name that the drive has for it; without a name, the setting leaves the sheet. */
export function withName(sheet: NameSheet | undefined, driveName: string, setting: Setting, name: string): NameSheet {
  const base = sheet ?? blank(wordOf(setting)?.each === 'motor' ? 'servo-drive' : 'spindle-drive', driveName);
  const word = wordOf(setting);
  if (!word) return base;
  const has = entryOfSetting(sheet, setting);
  const called = name.trim();
  if (!has) return called ? { ...base, entries: [...base.entries, newEntry(setting, word, called)] } : base;
  return {
    ...base,
    entries: base.entries.flatMap((e) => (e !== has ? [e] : called ? [{ ...e, name: called }] : [])),
  };
}

/** The sheet with the code that the drive has for the option that is needed; without a code, its label stands again. */
export function withCode(sheet: NameSheet, setting: Setting, code: string): NameSheet {
  const has = entryOfSetting(sheet, setting);
  const word = wordOf(setting);
  if (!has || !word || setting.kind.type !== 'choice' || !setting.value.known) return sheet;
  const needed = setting.value.value;
  const { codes } = newEntry(setting, word, has.name);
  const at = Number(needed === word.flag?.on);
  const text = code.trim();
  const before = has.codes ?? codes!;
  const next = before.map((c) => (c.code === at ? { ...c, text: text || codes!.find((o) => o.code === at)!.text } : c));
  return { ...sheet, entries: sheet.entries.map((e) => (e === has ? { ...e, codes: next } : e)) };
}
/** The code for the option that is needed, where one was entered. */
export function codeOf(sheet: NameSheet | undefined, setting: Setting): string {
  const has = entryOfSetting(sheet, setting);
  const word = wordOf(setting);
  if (!has?.codes || !word || setting.kind.type !== 'choice' || !setting.value.known) return '';
  const { value } = setting.value;
  const at = Number(value === word.flag?.on);
  const text = has.codes.find((c) => c.code === at)?.text ?? '';
  return setting.kind.choices.some((c) => c.label === text) ? '' : text;
}
