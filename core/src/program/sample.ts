import { readsDiameter } from '../units/axisReading';
import { programNumber } from './numbers';

interface SampleAxis {
  letter: string;
  linear: boolean;
  envelope: { min: number; max: number };
}

/** The sample takes this share of each envelope, and this much at most, mm. */
const SHARE = 0.4;
const MOST_MM = 60;
/** It keeps this share of each envelope away from its lower edge. */
const AWAY = 0.3;
/** Corner that is rounded, as a share of the shorter side. */
const ROUND = 0.25;

/**
 * A first program for a machine, inside its envelope wherever its work zero lies: an outline with one round corner, on a lathe a
 * shoulder. `zero`: machine position of the work zero of each axis; `set`: which work offset, from 0. Undefined with fewer than
 * two linear axes, or where there is no room.
 */
export function sampleProgram(
  axes: readonly SampleAxis[],
  zero: readonly number[],
  set: number,
  machine: { diameterX: boolean; clearBy: 'X' | 'Z' | undefined; programWords: 'standard' | 'widespread' },
): string | undefined {
  const lathe = machine.clearBy === 'X';
  const of = (letter: string) => axes.findIndex((a) => a.letter === letter && a.linear);
  const linear = axes.flatMap((a, i) => (a.linear ? [i] : []));
  const [p, q] = lathe ? [of('Z'), of('X')] : [linear[0] ?? -1, linear[1] ?? -1];
  const [first, second] = [axes[p], axes[q]];
  if (!first || !second) return undefined;
  const side = ({ envelope: { min, max } }: SampleAxis) => ({
    from: min + AWAY * (max - min),
    size: Math.min(MOST_MM, SHARE * (max - min)),
  });
  const [a, b] = [side(first), side(second)];
  if (!(a.size > 0 && b.size > 0)) return undefined;
  const whole = Math.min(a.size, b.size) > 10;
  /** What a program says of an axis at a share of its side: whole figures where there is room, so that it can be read. */
  const says = (i: number, v: number) => {
    const factor = readsDiameter(axes[i]!.letter, machine.diameterX) ? 2 : 1;
    const figure = (v - (zero[i] ?? 0)) * factor;
    return whole ? Math.round(figure) : figure;
  };
  const word = (i: number, figure: number) => `${axes[i]!.letter}${programNumber(figure)}`;
  const along = (share: number) => says(p, a.from + share * a.size);
  const across = (share: number) => says(q, b.from + share * b.size);
  const head = [`${machine.programWords === 'standard' ? 'G71' : 'G21'} G90 G${54 + set}`];
  if (lathe)
    return [
      ...head,
      `G0 ${word(q, across(1))} ${word(p, along(1))}`,
      `G1 ${word(q, across(0))} F600`,
      `G1 ${word(p, along(0.5))}`,
      `G1 ${word(q, across(0.5))}`,
      `G1 ${word(p, along(0))}`,
      `G0 ${word(q, across(1))}`,
      `G0 ${word(p, along(1))}`,
      'M30',
    ].join('\n');
  const [left, right, front, back] = [along(0), along(1), across(0), across(1)];
  const r = whole ? Math.round(ROUND * Math.min(a.size, b.size)) : 0;
  const rounded = r > 0 && first.letter === 'X' && second.letter === 'Y';
  return [
    ...head,
    `G0 ${word(p, left)} ${word(q, front)}`,
    `G1 ${word(p, rounded ? right - r : right)} F1200`,
    ...(rounded ? [`G3 ${word(p, right)} ${word(q, front + r)} I0 J${r}`] : []),
    `G1 ${word(q, back)}`,
    `G1 ${word(p, left)}`,
    `G1 ${word(q, front)}`,
    'M30',
  ].join('\n');
}
