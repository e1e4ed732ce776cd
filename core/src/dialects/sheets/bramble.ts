import type { NameSheet, SheetEntry } from '../../machine/nameSheet';

const speed = { unit: 'mm/s', rotaryUnit: '°/s', step: 0.01 } as const;
const place = { unit: 'mm', rotaryUnit: '°', step: 0.01 } as const;
/** An entry of an axis under its own menu: 21.4 is the fourth of the second axis. */
const axis = (place: number, of: string, entry: Omit<SheetEntry, 'each' | 'name' | 'menu'>): SheetEntry => ({
  each: 'axis',
  name: `{20 + axis}.${place}`,
  menu: ['Axes', of],
  ...entry,
});

/**
 * Bramble, an invented control with menus: a comma for the point, one mask for all directions and one for all inputs, the back-off counted
 * in the travel, speeds by the second.
 */
export const bramble: NameSheet = {
  format: 'nodaxis-name-sheet',
  version: 1,
  id: 'bramble',
  name: 'Bramble, menu control',
  about: 'An invented control whose settings are typed into menus. It ships to try out how a sheet works.',
  decimal: ',',
  dump: '{name} = {value}',
  set: '{name} = {value}',
  before: [],
  after: [],
  touchLines: { touch: 'SEEK {letter} {to} BY {feed}', setWork: 'ZERO {letter} {value} IN {set}' },
  entries: [
    {
      each: 'machine',
      name: '10.1',
      menu: ['Signals', 'Outputs'],
      what: 'Directions turned, first motor lowest',
      value: 'inverted',
      bits: 'motor',
      restart: true,
    },
    {
      each: 'machine',
      name: '10.2',
      menu: ['Signals', 'Inputs'],
      what: 'Inputs that are open at rest, first input lowest',
      value: '!activeHigh',
      bits: 'input',
      restart: true,
    },
    {
      each: 'machine',
      name: '11.1',
      menu: ['Reference run', 'Ways'],
      what: 'Axes that reference towards minus',
      value: '!towardsPlus',
      bits: 'axis',
    },
    {
      each: 'motor',
      name: '{30 + motor}.1',
      menu: ['Motors', 'Scale'],
      what: 'Way of one pulse',
      value: '1000 / scale',
      step: 0.0001,
      least: 0.001,
      most: 1000,
      restart: true,
    },
    axis(1, 'Moving', { what: 'Speed, highest', value: 'maxSpeed', ...speed }),
    axis(2, 'Moving', { what: 'Time to full speed', value: 'maxSpeed / acceleration', unit: 'ms', step: 1, least: 1 }),
    axis(3, 'Travel', { what: 'Travel, back-off counted', value: 'envelopeMax - envelopeMin + backOff', ...place }),
    axis(4, 'Travel', { what: 'Minus end', value: 'envelopeMin', ...place }),
    axis(5, 'Reference run', { what: 'Speed, searching', value: 'fastApproach', ...speed }),
    axis(6, 'Reference run', { what: 'Speed, touching', value: 'slowApproach', ...speed }),
    axis(7, 'Reference run', { what: 'Back-off', value: 'backOff', ...place }),
    axis(8, 'Reference run', { what: 'Position there', value: 'datumPosition', ...place }),
  ],
};
