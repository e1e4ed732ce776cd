import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import { deriveFigures } from '../../derivation/figures';
import { Random } from '../../motion/plant/random';
import { dunnock } from '../../samples/dunnock';
import { quantity } from '../../units/quantity';
import type { Unit } from '../../units/units';
import { numberOf, textOf } from '../reading';
import { benchFor } from '../rehearse/rehearsal';
import type { Trial } from './search';
import { MOST_OF_MODEL, nextTrial } from './search';
import { modelLimit, movesFor, rehearseSearch } from './searchTest';

/** Follows a search to its end against a limit that only the machine knows. */
function follow(model: number, limit: number) {
  const trials: Trial[] = [];
  for (;;) {
    const next = nextTrial(model, trials);
    if (next.done) return { trials, ...next };
    expect(next.value).toBeLessThanOrEqual(model * MOST_OF_MODEL * 1.0001);
    trials.push({ value: next.value, held: next.value <= limit });
  }
}

describe('the search', () => {
  it('finds any limit between a quarter of the model and the ceiling within 5 % in six trials', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.27, max: 1.29, noNaN: true }), (share) => {
        const found = follow(100, share * 100);
        expect(found.trials.length).toBeLessThanOrEqual(6);
        expect(found.limit! / (share * 100)).toBeGreaterThan(0.95);
        expect(found.limit! / (share * 100)).toBeLessThanOrEqual(1);
      }),
    );
  });
  it('stops at the ceiling; asks for the cause where nothing holds; says so where trials contradict', () => {
    expect(follow(100, 500)).toMatchObject({ reached: 'ceiling', limit: 130 });
    expect(follow(100, 1)).toMatchObject({ reached: 'nothing held', limit: undefined });
    expect(
      nextTrial(100, [
        { value: 80, held: false },
        { value: 100, held: true },
      ]),
    ).toMatchObject({ done: true, reached: 'contradicted' });
  });
});

it('fifty random axes of the plant: within 5 % of what it truly holds, in at most six trials', () => {
  const random = new Random(5);
  const between = (low: number, high: number) => low + (high - low) * random.next();
  const set = (path: string, value: number, unit: Unit): Command => ({
    name: 'set-field',
    args: { path, value: quantity(value, unit) },
  });
  for (let n = 0; n < 50; n++) {
    let file = dunnock();
    for (const c of [
      set('parts.motor-x-0.data.holdingTorque', between(0.6, 2), 'N·m'),
      set('axes.x.transmission.pitch', between(5, 16), 'mm'),
      set('axes.x.acceleration', between(300, 1200), 'mm/s²'),
      set('masses.mass-2.mass', between(2, 20), 'kg'),
      set('parts.motor-supply.data.outputVoltage', between(30, 48), 'V'),
    ]) {
      const r = applyCommand(file, c, '2026-03-03T10:00:00.000Z');
      if (!r.ok) throw new Error(r.error[0]!.what);
      file = r.value.file;
    }
    const made = { design: file.design, figures: deriveFigures(file.design) };
    const subject = { id: 'x', name: 'X', axis: 'x' };
    const bench = benchFor(made, { built: file.design, faults: [], seed: n + 1 }, 1);
    if (!bench.known) throw new Error(bench.missing.join());
    const readings = rehearseSearch('speed', bench.value, subject);
    const trials = Array.from({ length: 8 }, (_, i) => ({
      value: numberOf(readings, `value-${i}`),
      held: textOf(readings, `held-${i}`) === 'yes',
    })).filter((t) => Number.isFinite(t.value));
    expect(trials.length).toBeLessThanOrEqual(6);
    const held = Math.max(...trials.filter((t) => t.held).map((t) => t.value));
    const model = modelLimit('speed', made, subject)!;
    // Five percent more is lost, unless the search ended at its ceiling or at the end of the travel.
    const moves = movesFor('speed', held * 1.052, made, subject);
    if (held < model * MOST_OF_MODEL * 0.999 && moves) expect(bench.value.fresh().trial('x', moves).held).toBe(false);
  }
}, 300_000);
