import { describe, expect, it } from 'vitest';
import { afterTouch } from './afterTouch';
import { approachTo } from './approach';
import { latheMachineOf } from './jobs/lathe';
import { thread } from './jobs/thread';
import type { MoveStep, ProgramMachine, ProgramSetup } from './program';
import { readProgram } from './reader';
import { isoDepth, passDepths, passesFor } from './threadPasses';

const lathe: ProgramMachine = {
  letters: ['X', 'Z'],
  linear: [true, true],
  diameterX: true,
  words: 'widespread',
  encoder: true,
  maxRpm: 3000,
  threadLine: 'THREAD Z{to} LEAD {lead} FROM {from} TO {root} PASSES {passes} SPRING {spring}',
  twoPartTools: true,
};
const setup = (more: Partial<ProgramSetup> = {}): ProgramSetup => ({
  start: [50, 100],
  offsets: Array.from({ length: 6 }, () => [0, 0]),
  active: 0,
  ...more,
});
const read = (text: string, machine = lathe, at = setup()) => readProgram(text, machine, at);
const threads = (text: string) => {
  const { program, faults } = read(text);
  expect(faults).toEqual([]);
  return program.steps.filter((s): s is MoveStep => s.kind === 'move' && s.feedMode === 'thread');
};

describe('a thread in passes', () => {
  // Thread of 1.5 mm after ISO 68-1: 17/24 · 0.866 · 1.5 = 0.920 mm deep.
  it('takes the same chip each time: depths as the roots of their number', () => {
    expect(isoDepth(1.5)).toBeCloseTo(0.9202, 4);
    expect(passDepths(0.92, 4)).toEqual([0.46, expect.closeTo(0.6505, 4), expect.closeTo(0.7967, 4), 0.92]);
    // Nine: the last takes 0.92 · (1 − √(8/9)) = 0.0526 mm; of ten it would take 0.0472.
    expect(passesFor(0.92, 0.05, 40)).toBe(9);
  });
  it('one line is all its moves, each of that line: in, along, out, back', () => {
    const { program, faults } = read('G90 G0 X24 Z105\nthread z80 lead 1.5 from 20 to 18.16 passes 4 spring 1\nM30');
    expect(faults).toEqual([]);
    const moves = program.steps.filter((s): s is MoveStep => s.kind === 'move');
    expect(moves.slice(1).every((m) => m.line === 2)).toBe(true);
    expect(moves.length).toBe(1 + 5 * 4);
    expect(moves[1]!.to).toEqual([expect.closeTo(9.54, 9), 105]);
    expect(moves[2]).toMatchObject({ feedMode: 'thread', feed: 1.5, length: 25 });
    expect(moves[3]!.to).toEqual([12, 80]);
    expect(moves[4]!.to).toEqual([12, 105]);
    expect(moves.at(-3)!.to).toEqual([expect.closeTo(9.08, 9), 80]);
    // The line behind goes on from where it began.
    expect(
      read('G0 X24 Z105\nTHREAD Z80 LEAD 1 FROM 20 TO 19 PASSES 1 SPRING 0\nG91 G0 Z-5').program.steps.at(-1),
    ).toMatchObject({ to: [12, 100] });
  });
  it('behind a touch it goes by the zero that was truly found', () => {
    const touch = { touch: 'TOUCH {letter}{to} F{feed}', setWork: 'HERE {letter} {value}' };
    const { program, faults } = read(
      'G0 X24 Z105\nTOUCH Z90 F60\nHERE Z 0\nTHREAD Z-20 LEAD 1.5 FROM 20 TO 18 PASSES 1 SPRING 0',
      { ...lathe, touch },
    );
    expect(faults).toEqual([]);
    // Read as if it touched at 90; it truly does at 96: the thread ends 6 mm farther out.
    const at = program.steps.findIndex((s) => s.kind === 'touch') + 1;
    const rest = afterTouch(
      program,
      at,
      { position: [12, 96], contacts: new Map([[1, 96]]), offsets: setup().offsets },
      lathe.linear,
    );
    const cut = rest.steps.find((s): s is MoveStep => s.kind === 'move' && s.feedMode === 'thread')!;
    expect(cut.to[1]).toBe(76);
    // A zero that is set in X is told as a diameter, as every other X: ⌀ 24 is 12 mm of the slide.
    const set = read('G0 X24 Z105\nTOUCH X20 F60\nHERE X 24', { ...lathe, touch }).program.steps;
    expect(set.at(-1)).toMatchObject({ kind: 'set-work', value: 12 });
  });
  it('says where and how to fix what it cannot take', () => {
    const fault = (line: string, machine = lathe) => {
      const [f] = read(`G0 X24\n${line}`, machine).faults;
      return `${f?.where}: ${f?.what}`;
    };
    expect(fault('THREAD Z80 LEAD 0 FROM 20 TO 18 PASSES 4 SPRING 0')).toBe(
      'line 2, column 1: A thread without its lead.',
    );
    expect(fault('THREAD Z80 LEAD 1 FROM 20 TO 20 PASSES 4 SPRING 0')).toMatch(/no depth/);
    expect(fault('THREAD Z80 LEAD 1 FROM 20 TO 18 PASSES 2.5 SPRING 0')).toMatch(/passes is not understood/);
    expect(fault('THREAD Z80 LEAD 1 FROM 20 TO 18 PASSES 4 SPRING 0', { ...lathe, encoder: false })).toMatch(/encoder/);
    expect(fault('THREAD Z80 LEAD 1 FROM 20 TO 18 PASSES 4 SPRING 0', { ...lathe, threadLine: undefined })).toMatch(
      /T.* is not a word/,
    );
  });
  it('on a cone the tool goes farther in a turn than the lead along Z tells', () => {
    // 30 along Z and 40 across: a flank of 50, of which each 1.5 mm of lead are 2.5.
    const [step] = threads('G0 X0 Z100\nG33 X80 Z70 K1.5');
    expect(step).toMatchObject({ length: 50, feed: 2.5 });
  });
});

describe('a program for a thread', () => {
  const machine = latheMachineOf({
    axes: [
      { letter: 'X', linear: true, envelope: { min: 0, max: 100 }, maxSpeed: 60, acceleration: 800 },
      { letter: 'Z', linear: true, envelope: { min: 0, max: 300 }, maxSpeed: 100, acceleration: 450 },
    ],
    spindle: { maxRpm: 3000, speedSet: true, lines: 1024 },
    clearBy: 'X',
    diameterX: true,
  })!;
  const values = { kind: 0, diameter: 20, pitch: 1.5, length: 20, rpm: 600, spring: 1, oneLine: 0 };
  const style = { words: 'widespread' as const, inch: false };

  it('its passes line by line and in one line are the same thread', () => {
    const long = threads(thread.write(values, style, machine));
    const short = threads(thread.write({ ...values, oneLine: 1 }, style, machine));
    expect(long.length).toBe(10);
    expect(short.length).toBe(10);
    long.forEach((s, i) => {
      expect(short[i]!.feed).toBe(s.feed);
      s.to.forEach((v, k) => expect(short[i]!.to[k]).toBeCloseTo(v, 4));
    });
    // 15 mm/s at 450 mm/s² take 0.25 mm, with a mm to spare 1.3; the first of nine passes is a third of 0.920 deep.
    expect(long[0]!.to).toEqual([expect.closeTo(10 - 0.9202 / 3, 3), -20]);
    expect(long[0]!.length).toBeCloseTo(21.3, 9);
  });
  it('tells its room: 15 mm/s are reached, and lost again, in 0.25 mm', () => {
    const room = thread.room!(values, machine);
    expect(room).toMatchObject({ runIn: 1.3, length: 20 });
    expect(room.ramp).toBeCloseTo(0.25, 9);
    expect(room.runOut).toBeCloseTo(0.25, 9);
    expect(room.depths.length).toBe(9);
    expect(room.depths.at(-1)).toBeCloseTo(0.9202, 4);
  });
  it('in a nut it goes the other way, and backs off towards the axis', () => {
    const nut = threads(thread.write({ ...values, kind: 1 }, style, machine));
    // 5/8 of the triangle: 0.812 mm.
    expect(nut.at(-1)!.to[0]).toBeCloseTo(10 + 0.8119, 3);
    expect(thread.write({ ...values, kind: 1 }, style, machine)).toMatch(/G0 X18\nG0 Z1\.3/);
  });
  it('refuses what the machine cannot do, with the figure that it could', () => {
    // 4 mm at 1600 rpm are 106.7 mm/s; 100 mm/s are 1500 rpm.
    expect(thread.refused!({ ...values, pitch: 4, rpm: 1600 }, machine)!.fix).toMatch(/At most 1500 rpm/);
    expect(thread.refused!({ ...values, pitch: 4, rpm: 1500 }, machine)).toBeUndefined();
    expect(thread.refused!({ ...values, length: 299 }, machine)!.what).toMatch(/longer than the travel/);
    expect(thread.refused!({ ...values, length: 298 }, machine)).toBeUndefined();
  });
  it('a lathe whose spindle is not counted has none, nor has a mill', () => {
    const axis = { linear: true, envelope: { min: 0, max: 100 }, maxSpeed: 60, acceleration: 800 };
    const settings = {
      axes: ['X', 'Z'].map((letter) => ({ ...axis, letter })),
      spindle: { maxRpm: 3000, speedSet: true, lines: 1024 },
      clearBy: 'X' as const,
      diameterX: true,
    };
    expect(latheMachineOf(settings)).toMatchObject({ room: { x: 100, z: 100 }, maxRpm: 3000 });
    expect(latheMachineOf({ ...settings, spindle: { ...settings.spindle, lines: 0 } })).toBeUndefined();
    expect(latheMachineOf({ ...settings, clearBy: 'Z' })).toBeUndefined();
  });
});

describe('the two-part tool word of a lathe', () => {
  const tools = [
    [0, 0],
    [-3, 5],
  ];
  const to = (text: string, more: Partial<ProgramSetup> = {}) =>
    read(text, lathe, setup({ tools, ...more })).program.steps.flatMap((s) => (s.kind === 'move' ? [s.to] : []));
  it('T0302 is tool 3 with offset 2: its tip is elsewhere, so the slides are', () => {
    const { program } = read('T0302\nG0 X20 Z10', lathe, setup({ tools }));
    expect(program.steps[0]).toMatchObject({ kind: 'tool', tool: 3, offset: 2, same: false });
    expect(to('T0302\nG0 X20 Z10')).toEqual([[7, 15]]);
    expect(to('T0300\nG0 X20 Z10')).toEqual([[10, 10]]);
    expect(to('T3\nG0 X20 Z10', { toolOffset: 2 })).toEqual([[10, 10]]);
    expect(to('G0 X20 Z10', { toolOffset: 2 })).toEqual([[7, 15]]);
    // The same tool with another offset needs no hand.
    const both = read('T0301\nG0 X20\nT0302\nG0 X20', lathe, setup({ tools })).program.steps;
    expect(both[2]).toMatchObject({ tool: 3, offset: 2, same: true });
    expect(to('T0302\nG0 G53 X20 Z10')).toEqual([[10, 10]]);
    expect(read('T0399').faults[0]!.fix).toMatch(/T0302 is tool 3 with offset 2/);
  });
  it('a constant surface speed is about the axis of the spindle, whichever tip is in', () => {
    const { program } = read(
      'G92 S2000\nG96 S100 M3\nT0302\nG55',
      lathe,
      setup({ tools, offsets: [[1, 0], [4, 0], ...Array.from({ length: 4 }, () => [0, 0])] }),
    );
    expect(program.steps.flatMap((s) => (s.kind === 'spindle' ? [s.centre] : []))).toEqual([1, -2, 1]);
  });
  it('taken up in its middle, the offset of its tool is in force again, and nobody is asked for the tool', () => {
    const { program } = read('T0302\nG0 X20\nG0 Z10', lathe, setup({ tools }));
    const { steps } = approachTo(program, 2, [50, 100], { axis: 0, clear: 60 }, lathe.linear);
    expect(steps.find((s) => s.kind === 'tool')).toMatchObject({ tool: 3, offset: 2, same: true });
  });
  it('a mill keeps its tool word', () => {
    const { program } = read('T302 M6', { ...lathe, twoPartTools: false });
    expect(program.steps).toEqual([{ kind: 'tool', line: 1, tool: 302 }]);
  });
});
