import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { Design } from '../machine/design';
import { libraryEntry } from '../machine/library/index';
import { partFrom } from '../machine/library/entry';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { closedLoopLines, usualMove } from './closedLoop';
import { driverSheets } from './driverSheets';
import { alarmsOf, outputAdditions, relaysFor } from './outputs';

const axisOf = (design: Design, letter: string) => deriveFigures(design).axes.find((a) => a.axis.letter === letter)!;
const edited = (design: Design, edit: (d: Design) => void): Design => {
  const copy = structuredClone(design);
  edit(copy);
  return copy;
};

it('a closed loop: lag by speed over gain, gearing in whole numbers, a servo that rests stays cool', () => {
  const design = edited(plover().design, (d) => {
    d.axes.x!.maxSpeed = quantity(9, 'm/min');
    d.parts[d.axes.x!.drives[0]!.driver!]!.setup.stepsPerRevolution = 4000;
  });
  const x = axisOf(design, 'X');
  const lines = (trial: Parameters<typeof closedLoopLines>[2]) =>
    Object.fromEntries(closedLoopLines(x, design.masses, trial, defaultDisplay).map((l) => [l.title, l]));
  const all = lines({ countsPerRev: 10_000, gainPerS: 40, move: 100, pauseS: 1e6 });
  // 9 m/min are 150 mm/s; over 40/s that is 3.75 mm. 10 000 counts for 4000 pulses are 5/2.
  expect(all['Following error at the wanted speed']!.value).toBe('3.75\u00a0mm');
  expect(all['Electronic gearing']!.value).toBe('5 / 2');
  expect(all['RMS torque over the cycle']!.says).toContain('it stays cool enough');
  // A carriage that is thrown about without a rest takes more than one that waits; without a figure there is no line.
  const busy = lines({ move: 100, pauseS: 0 });
  expect(busy['Following error at the wanted speed']).toBeUndefined();
  expect(parseFloat(busy['RMS torque over the cycle']!.value)).toBeGreaterThan(
    parseFloat(all['RMS torque over the cycle']!.value),
  );
  expect(usualMove(x)).toBeCloseTo(x.ruler.known ? x.ruler.value.usable / 4 : NaN, 9);
});

it('nothing is told of a loop whose torque is not known; a stepper heats by its set current', () => {
  const { design } = wren();
  const unknown = edited(design, (d) => void delete d.axes.x!.drives[0]!.motor);
  expect(closedLoopLines(axisOf(unknown, 'X'), unknown.masses, { pauseS: 0 }, defaultDisplay)).toEqual([]);
  const lines = closedLoopLines(axisOf(design, 'X'), design.masses, { move: 50, pauseS: 1 }, defaultDisplay);
  expect(lines.find((l) => l.title.startsWith('RMS'))!.says).toContain(
    'For a stepper the heat comes from its set current',
  );
});

it('a driver: its trimmer, what a micro-step yields, and each driver once', () => {
  const design = edited(dunnock().design, (d) => {
    const part = d.parts[d.axes.x!.drives[0]!.driver!]!;
    part.setup.stepsPerRevolution = 3200;
    part.setup.peakCurrent = quantity(2, 'A');
    if (part.data.class !== 'stepper-driver') throw new Error('X has no stepper driver');
    part.data.senseResistance = quantity(0.1, 'Ω');
    part.data.referenceFactor = quantity(8, '1');
    d.axes.x!.drives[0]!.invertedInWiring = true;
  });
  const [sheet, ...more] = driverSheets(axisOf(design, 'X'), design.parts);
  expect(more).toEqual([]);
  // 8 · 0.1 Ω · 2 A; 3200 of 200 full steps are 16 micro-steps.
  expect(sheet!.trimmer!.volts).toBeCloseTo(1.6, 9);
  expect(sheet!.microStep!.count).toBe(16);
  expect(sheet!.turnedBy).toEqual(['a swapped phase']);
  const coarse = edited(design, (d) => {
    d.parts[d.axes.x!.drives[0]!.driver!]!.setup.stepsPerRevolution = 400;
  });
  const [half] = driverSheets(axisOf(coarse, 'X'), coarse.parts);
  // Torque over a step is a sine of 90° a full step: half a step yields sin 45°, a sixteenth sin 5.625°.
  expect(half!.microStep!.yieldNm / sheet!.microStep!.yieldNm).toBeCloseTo(0.70711 / 0.098017, 3);
  const shared = edited(design, (d) => {
    d.axes.y!.drives[1]!.driver = d.axes.y!.drives[0]!.driver!;
  });
  expect(driverSheets(axisOf(shared, 'Y'), shared.parts)).toHaveLength(1);
});

it('outputs: what is on one is not offered again; a brake, a spindle, coolant, lamp and fan are', () => {
  const { design } = dunnock();
  const offered = (d: Design) => outputAdditions(d).map((a) => a.key);
  expect(offered(edited(design, (d) => (d.outputs = {})))).toEqual(
    expect.arrayContaining(['spindle-run/spindle-drive', 'coolant', 'lamp', 'fan']),
  );
  const taken = Object.values(design.outputs).map((o) => `${o.function}/${o.devices.join()}`);
  expect(offered(design).filter((k) => taken.includes(k))).toEqual([]);
});

it('relays for an output: the chosen one stays; the others suit coil and load', () => {
  const { design } = dunnock();
  const [id] = Object.keys(design.outputs);
  const odd = edited(design, (d) => {
    d.parts['odd-relay'] = partFrom(libraryEntry('relay-latch-5')!, '-K9');
  });
  const keys = (d: Design, relay?: string) =>
    relaysFor(relay ? edited(d, (x) => (x.outputs[id!]!.relay = relay)) : d, id!).map((r) => r.key);
  expect(keys(odd)).not.toContain('relay-latch-5');
  expect(keys(odd, 'odd-relay')).toContain('relay-latch-5');
});

it('a drive that can report its fault is heard once an input holds it', () => {
  const { design } = dunnock();
  const alarms = alarmsOf(design);
  expect(alarms.length).toBeGreaterThan(0);
  const [first] = alarms;
  const deaf = edited(design, (d) => {
    for (const c of Object.values(d.circuits)) c.devices = c.devices.filter((x) => x !== first!.id);
  });
  expect(alarmsOf(deaf).find((a) => a.id === first!.id)!.heard).toBe(false);
});
