import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../../derivation/figures';
import { dunnock } from '../../samples/dunnock';
import { defaultDisplay } from '../../units/print';
import { quantity } from '../../units/quantity';
import { benchFor } from '../rehearse/rehearsal';
import type { Readings } from '../testKind';
import { judgeSearch, modelLimit, movesFor, nextProgram, searchFields, searchSteps } from './searchTest';
import { expectedRun, moveSeconds, passesFor, speedFromTime, timedMove } from '../../program/searchTiming';

const move = { distance: 100, speed: 100, acceleration: 500, jerk: 0 };

describe('the time of a move', () => {
  it('is d/v + v/a with a stretch at speed, 2·√(d/a) without, and a/j longer with a limited jerk', () => {
    expect(moveSeconds(move)).toBeCloseTo(1 + 0.2, 9);
    expect(moveSeconds({ ...move, distance: 5 })).toBeCloseTo(2 * Math.sqrt(0.01), 9);
    expect(moveSeconds({ ...move, jerk: 5000 })).toBeCloseTo(1.2 + 0.1, 9);
  });
  it('gives away the speed at which it was really run', () => {
    const passes = passesFor(move);
    expect(passes % 2).toBe(0);
    const at60 = passes * (100 / 60 + 60 / 500);
    expect(speedFromTime(move, passes, at60)).toBeCloseTo(60, 3);
    // A speed that is a twentieth lower lies outside what a stopwatch may be off by.
    const { expectedS, toleranceS } = expectedRun(move, passes);
    expect(passes * moveSeconds({ ...move, speed: 95, acceleration: 475 })).toBeGreaterThan(expectedS + toleranceS);
  });
});

describe('a search at a machine that limits the feed', () => {
  const file = dunnock();
  const made = { design: file.design, figures: deriveFigures(file.design) };
  const s = { id: 'x', name: 'X', axis: 'x' };
  const at = { m: made, s, display: defaultDisplay };
  const model = modelLimit('speed', made, s)!;
  const value = Number((model * 0.8).toPrecision(4));
  const moves = movesFor('speed', value, made, s)!;
  const said = (r: Readings) => judgeSearch('speed', r, at).says.join(' ');
  const trial = (seconds: number, set = 'yes'): Readings => ({
    'value-0': quantity(value, 'mm/s'),
    'set-0': set,
    'time-0': quantity(seconds, 's'),
    'held-0': 'yes',
  });
  const should = expectedRun(timedMove(moves), moves.passes).expectedS;

  it('each trial says what to set in the control, asks for the time, and gives the way back', () => {
    expect(value).toBeGreaterThan(120);
    const steps = searchSteps('speed', {}, at).join(' ');
    expect(steps).toContain(`maximum speed ${value}\u00a0mm/s, acceleration 600\u00a0mm/s²`);
    expect(steps).toContain('set X back: maximum speed 120\u00a0mm/s, acceleration 600\u00a0mm/s²');
    expect(searchFields('speed', {}, at).map((f) => f.key)).toEqual(
      expect.arrayContaining(['value-0', 'set-0', 'time-0', 'held-0', 'reserve']),
    );
  });
  it('a trial counts with its time; one at the control’s own 120 mm/s is recognised and refused', () => {
    expect(said(trial(should))).not.toContain('does not count');
    const limited = moves.passes * moveSeconds({ ...timedMove(moves), speed: 120 });
    expect(said(trial(limited))).toMatch(
      /Trial 1 does not count: .* ran at about 1(19|20)\S*\smm\/s.*raise its maximum/,
    );
    expect(nextProgram('speed', trial(limited), at)).toBe(nextProgram('speed', {}, at));
    expect(said(trial(should, 'no'))).toContain('say that the control was set');
    expect(said(trial(should / 2))).toContain('run to its end');
  });
  it('so does the bench, whether its hand set the control or forgot to', () => {
    const bench = benchFor(made, { built: file.design, faults: [], seed: 3 }, 1);
    if (!bench.known) throw new Error(bench.missing.join());
    expect(said(trial(bench.value.fresh().trial('x', moves).seconds))).not.toContain('does not count');
    const forgot = bench.value.fresh().trial('x', moves, false);
    expect(forgot.held).toBe(true);
    expect(said(trial(forgot.seconds))).toContain('does not count');
  });
  it('the reserve is chosen, and one click sets the axes that are like it', () => {
    const held = (v: number, held: 'yes' | 'no', i: number): Readings => ({
      [`value-${i}`]: quantity(v, 'mm/s'),
      [`set-${i}`]: 'yes',
      [`time-${i}`]: quantity(
        expectedRun(timedMove(movesFor('speed', v, made, s)!), movesFor('speed', v, made, s)!.passes).expectedS,
        's',
      ),
      [`held-${i}`]: held,
    });
    const r = { ...held(100, 'yes', 0), ...held(104, 'no', 1) };
    const offers = (reserve: Readings) => judgeSearch('speed', { ...r, ...reserve }, at).proposals?.map((p) => p.label);
    expect(offers({})).toEqual(['Set X to 80\u00a0mm/s', 'Set X and Y to 80\u00a0mm/s']);
    expect(offers({ reserve: '33' })![0]).toBe('Set X to 67\u00a0mm/s');
    expect(offers({ reserve: 'own', 'own-reserve': quantity(40, '%') })![0]).toBe('Set X to 60\u00a0mm/s');
  });
});
