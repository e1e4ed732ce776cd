import Papa from 'papaparse';
import type { Setting } from '../settings/setting';
import { showSetting } from '../settings/setting';
import type { Display } from '../units/print';

/** The control parameters as rows of text: what they are called, their value with its unit, and where it comes from. */
function settingsRows(settings: readonly Setting[], display: Display): string[][] {
  return settings.map((s) => {
    const shown = s.value.known ? showSetting(s.kind, s.value.value, display) : 'missing';
    // A unit has a cell of its own, so that a spreadsheet calculates with the figure.
    const figure = s.kind.type === 'quantity' ? /^([−\d.]+)\u00a0(.*)$/.exec(shown) : undefined;
    return [
      s.group,
      s.title,
      (figure?.[1] ?? shown).replace('−', '-'),
      figure?.[2] ?? '',
      s.override ? `set by hand: ${s.override.reason}` : s.value.known ? s.formula : '',
    ];
  });
}
const HEAD = ['Group', 'Setting', 'Value', 'Unit', 'Where it comes from'];

/** What a spreadsheet would calculate is quoted; a figure may begin with its sign. */
const FORMULA = /^[=+@\t\r]|^-(?!\d)/;

/** All control parameters as a table for a spreadsheet, RFC 4180. */
export const writeSettingsCsv = (settings: readonly Setting[], display: Display): string =>
  Papa.unparse({ fields: HEAD, data: settingsRows(settings, display) }, { escapeFormulae: FORMULA });

/** The same for the clipboard: columns by tabs, as a spreadsheet and a text both take them. */
export const settingsAsText = (settings: readonly Setting[], display: Display): string =>
  Papa.unparse({ fields: HEAD, data: settingsRows(settings, display) }, { delimiter: '\t', newline: '\n' });
