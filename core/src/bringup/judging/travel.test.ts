import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import { deriveFigures } from '../../derivation/figures';
import { sorrel } from '../../dialects/sheets/sorrel';
import type { MachineFile } from '../../machine/file';
import { dunnock } from '../../samples/dunnock';
import { defaultDisplay } from '../../units/print';
import { quantity } from '../../units/quantity';
import { instancesOf } from '../graph';
import { tests } from '../list';
import { judge } from '../record';
import type { Readings } from '../testKind';
import { travelFrom, type Met } from './travel';

const mm = (n: number) => quantity(n, 'mm', 'measured');
function edited(file: MachineFile, ...commands: Command[]): MachineFile {
  return commands.reduce((f, c) => {
    const done = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!done.ok) throw new Error(done.error[0]!.what);
    return done.value.file;
  }, file);
}
const madeOf = ({ design }: MachineFile) => ({ design, figures: deriveFigures(design) });
const xOf = (file: MachineFile, readings: Readings) => {
  const made = madeOf(file);
  const instance = instancesOf(made, tests).find((i) => i.key === 'envelope/x')!;
  return judge(instance, readings, made, defaultDisplay);
};
/**
 * X as nobody has measured it: the switch at the datum trips 20 mm from its stop and the axis backs off 3 mm, which is 0;
 * so the stop there lies at −23. The far limit trips 20 mm before its stop; the envelope keeps 2 mm from it.
 */
const known = dunnock();
const unmeasured: MachineFile = {
  ...known,
  design: { ...known.design, axes: { ...known.design.axes, x: { ...known.design.axes.x!, travel: undefined } } },
};
const mirrored = edited(unmeasured, { name: 'set-datum-corner', args: { ends: { x: 'plus' } } });

describe('travel from the way to the far end, by hand', () => {
  it.each<[string, MachineFile, number, Met, number, number | undefined, number, [number, number]]>([
    ['the limit tripped: 597 + 23 + 20', unmeasured, 597, 'switch', NaN, undefined, 640, [0, 595]],
    ['the stop was touched: 617 + 23', unmeasured, 617, 'stop', NaN, 0, 640, [0, 595]],
    ['12 mm short of it: 610 + 23 + 12', unmeasured, 610, 'short', 12, undefined, 645, [0, 600]],
    ['the control counts from the switch: all is 3 more there', unmeasured, 600, 'switch', NaN, 3, 640, [0, 595]],
    ['the corner at plus: the same the other way', mirrored, -597, 'switch', NaN, 0, 640, [-595, 0]],
    ['longer than the file has it: the reading counts', known, 601, 'switch', NaN, 0, 644, [0, 599]],
  ])('%s', (_, file, reached, met, left, rest, travel, [min, max]) => {
    const found = travelFrom(madeOf(file), 'x', reached, met, left, rest);
    if (!found.known || !found.value.ruler.known) throw new Error('not known');
    expect(found.value.travel).toBeCloseTo(travel, 9);
    expect(found.value.ruler.value.envelope.min).toBeCloseTo(min, 9);
    expect(found.value.ruler.value.envelope.max).toBeCloseTo(max, 9);
  });
});

it('an axis that nobody has measured: its travel goes into the file, the envelope follows, and what to type is told', () => {
  const file = edited(unmeasured, { name: 'use-name-sheet', args: { sheet: sorrel } });
  const readings = { met: 'switch', reached: mm(597), rest: mm(0) };
  expect(madeOf(file).figures.settings.find((s) => s.key === 'axis/x/envelope-max')!.value.known).toBe(false);
  const first = xOf(file, readings);
  expect(first.says.join(' ').replaceAll(/\s/g, ' ')).toBe(
    'The travel is not in the file. By this it is 640 mm between the hard stops. With it: 595 mm usable, envelope from 0 mm to 595 mm.',
  );
  expect(first.proposals).toHaveLength(1);
  const taken = edited(file, (first.proposals![0] as { command: Command }).command);
  const again = xOf(taken, readings);
  expect(again.verdict).toBe('passed');
  expect(again.says.at(-1)).toBe('In Sorrel, line control: low.x 0.000, high.x 595.000.');
});

it('the control rests elsewhere than the file has it: which of them counts the back-off, and the edit that agrees', () => {
  const told = xOf(known, { met: 'switch', reached: mm(600), rest: mm(3) });
  expect(told.verdict).toBe('failed');
  expect(told.causes![0]).toBe('This control gives the datum at the switch, the file has it after the back-off.');
  const agreed = edited(known, (told.proposals![0] as { command: Command }).command);
  expect(xOf(agreed, { met: 'switch', reached: mm(600), rest: mm(3) }).verdict).toBe('passed');
  // Not the back-off: no convention explains it, and nothing is proposed.
  const odd = xOf(known, { met: 'switch', reached: mm(598), rest: mm(1) });
  expect([odd.verdict, odd.proposals]).toEqual(['failed', []]);
});

it('what lies on the wrong side of the datum is not judged; an end that says too little names what is missing', () => {
  expect(xOf(known, { met: 'stop', reached: mm(-400) }).verdict).toBe('not-judged');
  const parts = { ...known.design.parts };
  const far = Object.entries(parts).find(([, p]) => p.mount?.axis === 'x' && p.mount.end === 'plus')!;
  parts[far[0]] = { ...far[1], mount: { ...far[1].mount!, tripFromStop: undefined } };
  const silent = { ...unmeasured, design: { ...unmeasured.design, parts } };
  expect(xOf(silent, { met: 'switch', reached: mm(597) }).says[0]).toMatch(/does not have .*: .*stop/i);
  const touched = xOf(silent, { met: 'stop', reached: mm(617) });
  expect(touched.says[0]).toMatch(/By this it is 640/);
  expect(touched.says[1]).toMatch(/For the envelope the file still needs: /);
});
