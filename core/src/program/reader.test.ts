import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { defaultDisplay } from '../units/print';
import { outsideEnvelope, toolpathOf } from './check';
import type { MoveStep, ProgramMachine, ProgramSetup } from './program';
import { MOST_FAULTS } from './program';
import { ProgramReader, readProgram } from './reader';

const router: ProgramMachine = {
  letters: ['X', 'Y', 'Z'],
  linear: [true, true, true],
  diameterX: false,
  words: 'widespread',
  encoder: false,
  maxRpm: 24000,
};
const lathe: ProgramMachine = {
  ...router,
  letters: ['X', 'Z'],
  linear: [true, true],
  diameterX: true,
  encoder: true,
  maxRpm: 2800,
};
const setup = (axes = 3, more: Partial<ProgramSetup> = {}): ProgramSetup => ({
  start: new Array<number>(axes).fill(0),
  offsets: Array.from({ length: 6 }, () => new Array<number>(axes).fill(0)),
  active: 0,
  ...more,
});
const read = (text: string, machine = router, s = setup(machine.letters.length)) => readProgram(text, machine, s);
const moves = (text: string, machine = router, s?: ProgramSetup) => {
  const r = read(text, machine, s);
  expect(r.faults).toEqual([]);
  return r.program.steps.filter((x): x is MoveStep => x.kind === 'move');
};
const fault = (text: string, machine = router) => {
  const { faults } = read(text, machine);
  return `${faults[0]?.where}: ${faults[0]?.what}`;
};

describe('words', () => {
  it('inch and metric by the words that the machine is set to; the others are refused and not guessed', () => {
    expect(moves('G20 G0 X1')[0]!.to[0]).toBeCloseTo(25.4, 9);
    expect(moves('g70 g0x1', { ...router, words: 'standard' })[0]!.to[0]).toBeCloseTo(25.4, 9);
    expect(fault('G21\nG70 G0 X1')).toMatch(/line 2, column 1: G70 is inch in the standard words/);
    expect(fault('G21 G0 X1', { ...router, words: 'standard' })).toMatch(/G21 is metric in the widespread/);
  });
  it('absolute, incremental, work offsets, and machine position by both meanings of its word', () => {
    const s = setup(3, { offsets: [[100, 50, -20], [200, 0, 0], ...Array.from({ length: 4 }, () => [0, 0, 0])] });
    const text = 'G0 X10 Y5\nG91 X1\nG90 G55 X0\nG53 X7\nX8';
    expect(moves(text, router, s).map((m) => m.to[0])).toEqual([110, 111, 200, 7, 208]);
    expect(moves(text, { ...router, words: 'standard' }, s).map((m) => m.to[0])).toEqual([110, 111, 200, 7, 8]);
  });
  it('a feed counts a minute or a revolution; a cut without one is an error, a rapid is not', () => {
    expect(moves('G1 X10 F600')[0]).toMatchObject({ feed: 10, feedMode: 'per-second', rapid: false });
    expect(moves('G95 G1 X10 F0.2', lathe)[0]).toMatchObject({ feed: 0.2, feedMode: 'per-revolution' });
    expect(fault('G1 X10')).toBe('line 1, column 1: A cut without a feed.');
    expect(fault('G95')).toMatch(/needs a spindle encoder/);
  });
  it('a lathe programs X as a diameter; threads take their lead from K, surface speed its clamp from G92 S', () => {
    expect(moves('G0 X20 Z-5', lathe)[0]!.to).toEqual([10, -5]);
    expect(moves('G0 X20\nG33 Z-20 K1.5', lathe)[1]).toMatchObject({ feed: 1.5, feedMode: 'thread', length: 20 });
    expect(fault('G33 Z-20', lathe)).toMatch(/thread without its lead/);
    const steps = read('G92 S1500\nG96 S120 M3', lathe).program.steps;
    expect(steps[0]).toMatchObject({ kind: 'spindle', surface: true, speed: 120, clampRpm: 1500, direction: 1 });
    expect(fault('G92 X0')).toMatch(/G92 sets the highest spindle speed/);
  });
  it('spindle, coolant, tool, dwell, stop and end, in the order in which they act; nothing behind the end is read', () => {
    const { program, faults } = read('T3 M6\nS8000 M3 M8\nG4 P1.5\nM0\nG0 X1 M5\nM30\nnonsense!');
    expect(faults).toEqual([]);
    expect(program.steps.map((s) => s.kind)).toEqual([
      'tool',
      'spindle',
      'coolant',
      'dwell',
      'halt',
      'spindle',
      'move',
      'end',
    ]);
    expect(fault('S30000 M3')).toMatch(/more than this spindle turns/);
  });
  it.each([
    ['G0 X1 (open', /line 1, column 7: This comment has no closing bracket/],
    ['G0 X1\nG0 X%5 Y', /line 2, column 4: "X%5/],
    ['G0 G1 X1 F5', /column 4: Two motion words/],
    ['G81 Z-2', /G81 is not known here/],
    ['M98 P5', /M98 is not known/],
    ['G0 A5', /no axis A/],
    ['G0 Q5', /Q is not known/],
    ['G0 X9999999', /out of range/],
    ['X5', /position without a motion word/],
    ['G1 F0 X5', /feed must be above zero/],
    ['G4', /dwell without a time/],
    ['G2 X5 F50', /arc without a centre/],
    ['G2 X10 I5 R5 F50', /centre and a radius/],
    ['G2 X10 R4 F50', /radius is too small/],
    ['G2 X10 Y0 I3 F50', /another radius/],
    ['G2 X0 Y0 R5 F50', /cannot describe a full turn/],
    ['G17 G2 X10 K5 F50', /K does not lie in the plane XY/],
    ['G1 X5 I3 F50', /no arc/],
    ['G54\nG59.5', /G59.5 is not known/],
  ])('%s is refused with its place', (text, expected) => {
    expect(fault(text)).toMatch(expected);
  });
});

describe('arcs', () => {
  it('by centre and by radius, both ways round, and a full turn', () => {
    const by = (text: string) => moves(`F600 ${text}`)[0]!;
    expect(by('G3 X10 Y10 I0 J10').length).toBeCloseTo(5 * Math.PI, 9);
    expect(by('G2 X10 Y10 I10 J0').length).toBeCloseTo(5 * Math.PI, 9);
    expect(by('G3 X10 Y10 R10').length).toBeCloseTo(5 * Math.PI, 9);
    expect(by('G3 X10 Y10 R-10').length).toBeCloseTo(15 * Math.PI, 9);
    expect(by('G2 I5').length).toBeCloseTo(10 * Math.PI, 9);
    const helix = by('G3 I5 Z-3');
    expect(helix.length).toBeCloseTo(Math.hypot(10 * Math.PI, 3), 9);
    expect(moves('F600 G18 G3 Z10 X10 K0 I10')[0]!.arc).toMatchObject({ a: 2, b: 0 });
  });
  it('every point of a drawn arc lies on its circle', () => {
    const path = toolpathOf(read('F600 G3 X20 I10').program);
    for (let i = 1; i < path.lines.length; i++) {
      const [x, y] = [path.points[i * 3]!, path.points[i * 3 + 1]!];
      expect(Math.hypot(x - 10, y)).toBeCloseTo(10, 4);
      expect(path.lines[i]).toBe(1);
    }
  });
});

describe('against the envelope', () => {
  const envelopes = [
    { min: 0, max: 100 },
    { min: 0, max: 100 },
    { min: -50, max: 0 },
  ];
  const check = (text: string) => outsideEnvelope(read(text).program, router, envelopes, defaultDisplay);
  it('an end point or the bulge of an arc that leaves it is told with line, axis, wanted and allowed', () => {
    expect(check('G0 X100 Y0 Z-50')).toEqual([]);
    expect(check('G0 X10\nG0 X100.5')[0]).toMatchObject({ where: 'line 2' });
    expect(check('G0 X10\nG0 X100.5')[0]!.what).toMatch(
      /X would go to 100.5\smm in machine position; the envelope allows 0\smm to 100\smm/,
    );
    // Ends inside, bulges out to minus.
    expect(check('G0 X0 Y20\nG3 X0 Y10 I0 J-5 F60')[0]!.where).toBe('line 2');
  });
});

describe('whatever is thrown at it', () => {
  it('any text is read to its end, with a line and a column for each fault, and never more faults than can be shown', () => {
    const piece = fc.oneof(
      fc.constantFrom(
        'G0',
        'G1',
        'G2',
        'G3',
        'G20',
        'G70',
        'G91',
        'G54',
        'X',
        'Y-',
        'Z1.5',
        'I3',
        'J',
        'R',
        'F100',
        'M3',
        'M30',
        'S',
        '(',
        ')',
        ';',
        '%',
        '/',
        '\n',
        ' ',
      ),
      fc.double({ noNaN: true }).map((n) => `X${n}`),
      fc.string(),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 60 }), (parts) => {
        const text = parts.join('');
        const r = read(text);
        expect(r.faults.length).toBeLessThanOrEqual(MOST_FAULTS);
        for (const f of r.faults) expect(f.where).toMatch(/^line \d+, column \d+$/);
        for (const s of r.program.steps)
          if (s.kind === 'move') for (const v of s.to) expect(Number.isFinite(v)).toBe(true);
      }),
    );
  });
  it('a long program is read in stretches, with progress, to the same result', () => {
    const text = Array.from({ length: 5000 }, (_, i) => `N${i} G1 X${i % 90} Y${(i * 7) % 80} F1200`).join('\n');
    const reader = new ProgramReader(text, router, setup());
    const seen: number[] = [];
    while (!reader.done) {
      reader.read(700);
      seen.push(reader.progress);
    }
    expect(seen.length).toBe(8);
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    expect(reader.result().program).toEqual(read(text).program);
  });
});
