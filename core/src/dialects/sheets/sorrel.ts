import type { NameSheet, SheetEntry } from '../../machine/nameSheet';

const byMinute = { unit: 'mm/min', rotaryUnit: '°/min', step: 0.1 } as const;
const place = { unit: 'mm', rotaryUnit: '°', step: 0.001 } as const;
const axis = (entry: Omit<SheetEntry, 'each'>): SheetEntry => ({ each: 'axis', ...entry });

/** Sorrel, an invented control on a line: speeds by the minute, figures with a point, signs as they are. */
export const sorrel: NameSheet = {
  format: 'nodaxis-name-sheet',
  version: 1,
  id: 'sorrel',
  name: 'Sorrel, line control',
  about: 'An invented control that is spoken to line by line. It ships to try out how a sheet works.',
  decimal: '.',
  dump: '{name} is {value} {unit}',
  set: 'put {name} {value}',
  before: ['unlock all'],
  after: ['keep all'],
  restart: 'begin again',
  listen: {
    rate: 57_600,
    askSettings: 'tell all',
    askState: 'tell now',
    state: 'now: {value}',
    input: 'lamp {name} {value}',
    inputName: 'in{input}',
    lit: 'lit',
    litMeans: 'tripped',
  },
  messages: [
    {
      text: 'stopped: limit',
      cause: 'A limit input reads tripped: a switch is pressed, its wire is broken, or noise came through.',
      wayOut: 'Look which lamp is lit. Leave the switch away from it, slowly; if none is pressed, look at the wire.',
    },
    {
      text: 'no datum',
      cause: 'Nothing was referenced since power-on, or a stop cut the motors while they moved.',
      wayOut: 'Make the reference run.',
    },
    {
      text: 'seek failed: no switch',
      cause: 'The reference run went its whole way without meeting the switch.',
      wayOut:
        'Press the switch by hand and look at its lamp. Then compare where the run goes, and which end the switch is at.',
    },
  ],
  touchLines: { touch: 'probe {letter}{to} F{feed}', setWork: 'here {letter} {value}', halve: 'half {letter}' },
  threadLine: 'thread to {to} lead {lead} from {from} root {root} in {passes}, again {spring}',
  entries: [
    {
      each: 'motor',
      name: 'pulses.m{motor}',
      what: 'Pulses a mm or °',
      value: 'scale',
      step: 0.0001,
      least: 0.01,
      most: 1e6,
      restart: true,
    },
    {
      each: 'motor',
      name: 'turned.m{motor}',
      what: 'Direction turned',
      value: 'inverted',
      codes: [
        { code: 0, text: 'no' },
        { code: 1, text: 'yes' },
      ],
    },
    axis({ name: 'top.{lower}', what: 'Top speed', value: 'maxSpeed', ...byMinute, least: 1, most: 1e6 }),
    axis({
      name: 'gain.{lower}',
      what: 'Acceleration',
      value: 'acceleration',
      unit: 'mm/s²',
      rotaryUnit: '°/s²',
      step: 0.1,
      least: 1,
    }),
    axis({ name: 'low.{lower}', what: 'Envelope, minus end', value: 'envelopeMin', ...place }),
    axis({ name: 'high.{lower}', what: 'Envelope, plus end', value: 'envelopeMax', ...place }),
    axis({
      name: 'seek.way.{lower}',
      what: 'Reference run goes',
      value: 'towardsPlus',
      codes: [
        { code: 0, text: 'minus' },
        { code: 1, text: 'plus' },
      ],
    }),
    axis({ name: 'seek.fast.{lower}', what: 'Fast approach', value: 'fastApproach', ...byMinute }),
    axis({ name: 'seek.slow.{lower}', what: 'Slow approach', value: 'slowApproach', ...byMinute }),
    axis({ name: 'seek.off.{lower}', what: 'Back-off', value: 'backOff', ...place }),
    axis({ name: 'datum.{lower}', what: 'Position at the datum', value: 'datumPosition', ...place }),
    {
      each: 'input',
      name: 'in{input}.live',
      what: 'Tripped when it reads',
      value: 'activeHigh',
      codes: [
        { code: 0, text: 'low' },
        { code: 1, text: 'high' },
      ],
    },
    { each: 'input', name: 'in{input}.wait', what: 'Filter', value: 'filter', unit: 'ms', step: 0.1 },
  ],
};
