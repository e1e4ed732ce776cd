import fc from 'fast-check';
import { expect, it } from 'vitest';
import { defaultDisplay } from '../units/print';
import { tellApproach } from './approach';
import { outsideEnvelope } from './check';
import { readProgram } from './reader';
import { sampleProgram } from './sample';

const span = fc
  .tuple(fc.double({ min: -800, max: 400, noNaN: true }), fc.double({ min: 2, max: 1500, noNaN: true }))
  .map(([min, size]) => ({ min, max: min + size }));

it('a sample can be run on any machine: it is read without a fault and stays inside the envelope', () => {
  fc.assert(
    fc.property(
      fc.constantFrom('XYZ', 'XZ', 'XY', 'XYUV', 'XZC').map((l) => l.split('')),
      fc.array(span, { minLength: 5, maxLength: 5 }),
      fc.array(fc.double({ min: -300, max: 300, noNaN: true }), { minLength: 5, maxLength: 5 }),
      fc.constantFrom('standard' as const, 'widespread' as const),
      fc.nat(5),
      (letters, spans, zeros, programWords, set) => {
        const lathe = !letters.includes('Y');
        const axes = letters.map((letter, i) => ({ letter, linear: letter !== 'C', envelope: spans[i]! }));
        const zero = zeros.slice(0, letters.length);
        const reads = { diameterX: lathe, clearBy: lathe ? ('X' as const) : ('Z' as const), programWords };
        const text = sampleProgram(axes, zero, set, reads)!;
        const machine = {
          letters,
          linear: axes.map((a) => a.linear),
          diameterX: lathe,
          words: programWords,
          encoder: false,
          maxRpm: undefined,
        };
        const start = axes.map((a) => (a.envelope.min + a.envelope.max) / 2);
        const { program, faults } = readProgram(text, machine, {
          start,
          offsets: Array.from({ length: 6 }, () => zero),
          active: 0,
        });
        expect(faults).toEqual([]);
        expect(
          outsideEnvelope(
            program,
            machine,
            axes.map((a) => a.envelope),
            defaultDisplay,
          ),
        ).toEqual([]);
        expect(program.steps.filter((s) => s.kind === 'move').length).toBeGreaterThan(3);
        // A lathe has no Y.
        if (lathe) expect(text).not.toMatch(/Y/);
      },
    ),
  );
});

it('a lathe goes back in X, a mill up in Z, and what has neither is told so', () => {
  expect(tellApproach(7, 'X')).toMatch(/back in X to the end of its envelope, along to where line 7 begins/);
  expect(tellApproach(7, 'Z')).toMatch(/up to the top of its envelope, across/);
  expect(tellApproach(7, undefined)).toMatch(/straight line/);
});

it('on a lathe that reads diameters, an edge is told as the diameter: 40 mm of the slide are ⌀ 80', () => {
  const machine = {
    letters: ['X', 'Z'],
    linear: [true, true],
    diameterX: true,
    words: 'widespread' as const,
    encoder: false,
    maxRpm: undefined,
  };
  const { program } = readProgram('G0 X100', machine, {
    start: [0, 0],
    offsets: Array.from({ length: 6 }, () => [0, 0]),
    active: 0,
  });
  const room = { min: 0, max: 40 };
  const [fault] = outsideEnvelope(program, machine, [room, room], defaultDisplay);
  expect(fault!.what.replace(/\s/g, ' ')).toBe(
    'X would go to ⌀ 100 mm in machine position; the envelope allows ⌀ 0 mm to ⌀ 80 mm.',
  );
});
