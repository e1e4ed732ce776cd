import { describe, expect, it } from 'vitest';
import { quantity } from '../units/quantity';
import { newAxis, newDesign } from './create';
import { seenMove, sinksTo, standingPlaces } from './directions';
import type { MachineKind } from './mechanics';

/**
 * What somebody sees for plus, written from ISO 841 alone: plus is the tool's motion relative to the work, so a part that
 * carries the work goes the other way. Front, right side, behind, left side.
 */
const table: [MachineKind, string, string, [string, string, string, string]][] = [
  ['router-moving-gantry', 'x', 'the carriage', ['to the right', 'towards you', 'to the left', 'away from you']],
  ['router-moving-gantry', 'y', 'the gantry', ['away from you', 'to the right', 'towards you', 'to the left']],
  ['router-moving-gantry', 'z', 'the head', ['up', 'up', 'up', 'up']],
  ['router-fixed-gantry', 'x', 'the carriage', ['to the right', 'towards you', 'to the left', 'away from you']],
  ['router-fixed-gantry', 'y', 'the table', ['towards you', 'to the left', 'away from you', 'to the right']],
  ['router-fixed-gantry', 'z', 'the head', ['up', 'up', 'up', 'up']],
  ['mill-bench', 'x', 'the table', ['to the left', 'away from you', 'to the right', 'towards you']],
  ['mill-bench', 'y', 'the table', ['towards you', 'to the left', 'away from you', 'to the right']],
  ['mill-bench', 'z', 'the head', ['up', 'up', 'up', 'up']],
  ['mill-knee', 'x', 'the table', ['to the left', 'away from you', 'to the right', 'towards you']],
  ['mill-knee', 'y', 'the table', ['towards you', 'to the left', 'away from you', 'to the right']],
  ['mill-knee', 'z', 'the quill', ['up', 'up', 'up', 'up']],
  ['mill-knee', 'w', 'the knee', ['down', 'down', 'down', 'down']],
  ['lathe', 'x', 'the cross slide', ['towards you', 'to the left', 'away from you', 'to the right']],
  ['lathe', 'z', 'the carriage', ['to the right', 'towards you', 'to the left', 'away from you']],
];
const back: Record<string, string> = {
  'to the right': 'to the left',
  'to the left': 'to the right',
  'away from you': 'towards you',
  'towards you': 'away from you',
  up: 'down',
  down: 'up',
};

describe('what is seen to move, and where to', () => {
  it('the table names every axis of every kind', () => {
    for (const kind of new Set(table.map(([k]) => k)))
      expect(table.filter(([k]) => k === kind).map(([, id]) => id)).toEqual(newDesign(kind, '').axisOrder);
  });
  it.each(table)('%s %s: %s', (kind, id, what, wheres) => {
    const design = newDesign(kind, '');
    const axis = design.axes[id]!;
    standingPlaces.forEach((place, i) => {
      expect(seenMove(design, axis, 'plus', place)).toMatchObject({ what, where: wheres[i] });
      expect(seenMove(design, axis, 'minus', place).where).toBe(back[wheres[i]!]);
    });
  });
  it.each([
    // A right-hand screw advancing to +X: from the right it turns counter-clockwise as a tool; the work turns against it.
    ['mill-bench', 'A', 'workpiece', 'plus', 'the rotary table turns clockwise, seen from the right'],
    ['mill-bench', 'A', 'tool', 'plus', 'the swivel head turns counter-clockwise, seen from the right'],
    ['mill-bench', 'B', 'workpiece', 'minus', 'the rotary table turns counter-clockwise, seen from the far side'],
    ['router-moving-gantry', 'C', 'workpiece', 'plus', 'the rotary table turns clockwise, seen from above'],
    ['lathe', 'C', 'workpiece', 'plus', 'the rotary table turns clockwise, seen from the right'],
    ['lathe', 'B', 'tool', 'plus', 'the swivel head turns counter-clockwise, seen from the plus end of Y'],
  ] as const)('%s %s that carries the %s, to %s: %s', (kind, letter, carries, to, text) => {
    const axis = newAxis({ letter, plus: 'turning', carries, tiltDeg: 0, end: 'minus' }, true);
    expect(seenMove(newDesign(kind, ''), axis, to).text).toBe(text);
  });
});

it('a weight sinks to minus where plus lifts it, to plus where plus lets it down, and nowhere on the level', () => {
  const of = (kind: MachineKind, id: string) => newDesign(kind, '').axes[id]!;
  expect(sinksTo(of('mill-bench', 'z'))).toBe('minus');
  expect(sinksTo(of('mill-knee', 'w'))).toBe('plus');
  expect(sinksTo(of('mill-bench', 'x'))).toBeUndefined();
  // A slant-bed cross slide: plus comes towards the operator and downhill, so its tilt is entered below zero.
  const slant = (deg: number) => ({ ...of('lathe', 'x'), tilt: quantity(deg, '°') });
  expect([sinksTo(slant(-45)), sinksTo(slant(45)), sinksTo(slant(10))]).toEqual(['plus', 'minus', undefined]);
});
it('each new machine looks for its datum where the tool is clear of the work', () => {
  for (const kind of ['router-moving-gantry', 'router-fixed-gantry', 'mill-bench', 'mill-knee'] as const)
    for (const a of Object.values(newDesign(kind, '').axes))
      if (a.plus === 'up') expect(a.reference.end, `${kind} ${a.letter}`).toBe('plus');
});
