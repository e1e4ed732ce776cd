import type { ColourCode, SingleColour } from '@nodaxis/core/machine/connections';
import { coloursOf } from '@nodaxis/core/machine/connections';

/** The colours of insulation as they are drawn, and their names. */
const shades: Record<SingleColour, [fill: string, name: string]> = {
  BK: ['#1b1b1b', 'black'],
  BN: ['#6b3f1d', 'brown'],
  RD: ['#c02a22', 'red'],
  OG: ['#e07b1a', 'orange'],
  YE: ['#e8c51f', 'yellow'],
  GN: ['#2f8a3d', 'green'],
  BU: ['#2a5fb0', 'blue'],
  VT: ['#7a3fa0', 'violet'],
  GY: ['#8b8f94', 'grey'],
  WH: ['#f4f4f0', 'white'],
  PK: ['#e79ab4', 'pink'],
  TQ: ['#30b0b0', 'turquoise'],
  GD: ['#b8912f', 'gold'],
  SR: ['#c4c8cc', 'silver'],
};

/** The fills of an insulation: the ground colour, and the stripe where there is one. */
export const fillsOf = (code: ColourCode): [ground: string, stripe?: string] =>
  coloursOf(code).map((c) => shades[c][0]) as [string, string?];

export const insulationName = (code: ColourCode): string =>
  coloursOf(code)
    .map((c) => shades[c][1])
    .join('-');
