import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { edited } from '../samples/testing/edited';
import type { Command } from '../commands/command';
import { quantity, type Quantity } from '../units/quantity';
import { calibrated, verdictOf } from './calibration';
import { capCauses, type CapKnown } from './capped';
import { tappingNm, millingW, turningW } from './cutting';
import { degreesAnEdge, dividerFor, edgesPerS, holdsToRpm, indexPlaces, indexRepeats } from './encoderChain';
import {
  clampedBelowMm,
  mostThreadRpm,
  reversalTurns,
  runInMm,
  strayDegrees,
  surfaceRpm,
  threadSpeed,
} from './threads';
import { waysOfCommand } from './commandWays';
import { curveOf, fluxShare, fullFluxHz, outputVolts } from './flux';
import { inductionOutput, throughStage } from './output';
import { contradictions, plateOf, type Plate } from './plate';
import { brakingTime, busTakesJ, inertiaFromRunDown, rampFrom, runUpS, storedJ } from './ramps';
import { rotatingOf, type SpindleMotor } from './rotating';
import { runInsOf, runInSteps } from './runIn';

const router: Plate = {
  volts: 220,
  hz: 400,
  amps: 5,
  watts: 1500,
  poles: 2,
  ratedRpm: 22_800,
  slip: 0.05,
  usualSlip: true,
  topHz: 400,
  leastHz: 100,
};
const lathe: Plate = { ...router, volts: 400, hz: 50, poles: 4, ratedRpm: 1420, slip: 0.0533, topHz: 100, leastHz: 10 };

describe('volts per hertz', () => {
  it('220 V at 400 Hz are 0.55 V/Hz; a base left at 50 Hz gives eight times the flux', () => {
    expect(outputVolts({ volts: 220, hz: 400 }, 230, 100)).toBeCloseTo(55, 9);
    expect(fluxShare(router, outputVolts({ volts: 220, hz: 50 }, 230, 50), 50)).toBeCloseTo(8, 9);
  });
  it('230 V for a plate of 400 V at 50 Hz: full flux up to 28.75 Hz, and 230 V from there on', () => {
    expect(fullFluxHz(lathe, 230)).toBeCloseTo(28.75, 9);
    const curve = curveOf({ volts: 400, hz: 50 }, 230, 100).map(([hz, v]) => `${hz.toFixed(2)} Hz ${v.toFixed(1)} V`);
    expect(curve).toEqual(['0.00 Hz 0.0 V', '28.75 Hz 230.0 V', '50.00 Hz 230.0 V', '100.00 Hz 230.0 V']);
    expect(fullFluxHz(router, 230)).toBe(400);
  });
});

describe('torque and power over speed', () => {
  const output = inductionOutput(lathe, { volts: 400, hz: 50 }, 400, Infinity);
  it('1.5 kW at 1420 rpm are 10.09 N·m; at twice the base frequency half of it, the same power', () => {
    expect(output.ratedNm).toBeCloseTo(10.087, 3);
    expect(output.torqueAt(700)).toBeCloseTo(10.087, 3);
    expect(output.torqueAt(3000)).toBeCloseTo(10.087 / 2, 3);
    expect(output.weakFromRpm).toBeCloseTo(1500, 9);
  });
  it('far above it the pull-out torque ends it: at a fifth of the flux 2.5/25 of the rated torque', () => {
    const fast = inductionOutput({ ...lathe, topHz: 250 }, { volts: 400, hz: 50 }, 400, Infinity);
    expect(fast.torqueAt(7500)).toBeCloseTo(10.087 * 0.1, 3);
  });
  it('set to half of its volts per hertz it has half of the torque; set to twice as many, full torque to where the voltage ends', () => {
    const half = inductionOutput(lathe, { volts: 200, hz: 50 }, 400, Infinity);
    expect(half.torqueAt(700)).toBeCloseTo(10.087 / 2, 3);
    expect(half.weakFromRpm).toBeCloseTo(1500, 9);
    const twice = inductionOutput(lathe, { volts: 400, hz: 25 }, 400, Infinity);
    expect(twice.torqueAt(1400)).toBeCloseTo(10.087, 3);
    expect(twice.weakFromRpm).toBeCloseTo(1500, 9);
  });
  it('a drive of half the current gives half the torque; a belt of 1 : 2 halves the speed and doubles the torque', () => {
    expect(inductionOutput(lathe, { volts: 400, hz: 50 }, 400, 2.5).torqueAt(700)).toBeCloseTo(10.087 / 2, 3);
    const at = throughStage(output, { name: 'low', ratio: 0.5 }).at(-1)!;
    expect(at.rpm).toBeCloseTo(1500, 6);
    expect(at.nm).toBeCloseTo(10.087, 3);
    // 10.087/2 N·m at 3000 rpm: 1584 W.
    expect(at.watts).toBeCloseTo(1584.5, 0);
  });
});

describe('ramps', () => {
  it('0.0004 kg·m² at 18 000 rpm hold 711 J, a bus of 820 µF takes 19 J from 325 to 390 V: 11.5 s at 60 W of losses', () => {
    expect(storedJ(0.0004, 18_000)).toBeCloseTo(710.6, 1);
    expect(busTakesJ(820e-6, 390, 325)).toBeCloseTo(19.05, 2);
    expect(brakingTime(710.6, 19.05, 60, 0)).toBeCloseTo(11.53, 2);
    // A resistor of 400 W: braking power begins at 2 · 710.6/t and ends at 0.
    expect(brakingTime(710.6, 19.05, 60, 400)).toBeCloseTo(3.09, 2);
    expect(brakingTime(10, 19.05, 60, 0)).toBe(0);
  });
  it('friction that takes 60 W at 18 000 rpm and halves the speed in 6 s: 0.0002 kg·m²; simulated, it does', () => {
    const j = inertiaFromRunDown(60, 18_000, 6);
    expect(j).toBeCloseTo(2.026e-4, 7);
    const top = (18_000 * Math.PI) / 30;
    expect(top - ((60 / top) * 6) / j).toBeCloseTo(top / 2, 6);
  });
  it('from a quarter of the highest speed a ramp of 8 s takes 2 s', () => {
    expect(rampFrom(6000, 8, 24_000)).toBe(2);
  });
  it('with constant torque it speeds up in J·ω/(0.8·T)', () => {
    const output = inductionOutput(router, { volts: 220, hz: 400 }, 230, Infinity);
    // 0.0004 kg·m² to 2513 rad/s with 0.8 · 0.6282 N·m.
    expect(runUpS(output, 0.0004, 24_000)).toBeCloseTo(2.0, 1);
  });
});

describe('the plate', () => {
  const spindle = (set: Record<string, Quantity | number>) => {
    const commands = Object.entries(set).map(([key, value]): Command => ({
      name: 'set-field',
      args: { path: `parts.spindle.data.${key}`, value },
    }));
    const { motor } = rotatingOf(edited(dunnock(), ...commands).design)!;
    return motor as SpindleMotor;
  };
  it('1420 rpm of a field of 1500: 5.3 % slip', () => {
    const p = plateOf(
      spindle({
        ratedFrequency: quantity(50, 'Hz'),
        poles: 4,
        ratedSpeed: quantity(1420, 'rpm'),
        maxSpeed: quantity(2800, 'rpm'),
        minSpeed: quantity(300, 'rpm'),
      }),
      'spindle',
    );
    expect(p.known && [p.value.slip.toFixed(4), p.value.topHz.toFixed(2), p.value.leastHz]).toEqual([
      '0.0533',
      '93.33',
      10,
    ]);
  });
  it('contradictions: more power than volts and amperes, a speed that belongs to other poles; none on a sound plate', () => {
    expect(contradictions(spindle({}), 'spindle')).toEqual([]);
    // √3 · 220 V · 1 A = 381 V·A
    expect(contradictions(spindle({ ratedCurrent: quantity(1, 'A') }), 'spindle')[0]).toContain('381');
    const odd = { ratedFrequency: quantity(50, 'Hz'), poles: 2, ratedSpeed: quantity(1420, 'rpm') };
    expect(contradictions(spindle(odd), 'spindle')[0]).toContain('4 poles would fit');
  });
});

describe('speed against the command', () => {
  it('three readings on a line give scale and offset; two give nothing', () => {
    const of = (f: (n: number) => number, ...at: number[]) => at.map((c) => ({ commanded: c, measured: f(c) }));
    const c = calibrated(of((n) => 0.96 * n + 30, 6000, 12_000, 24_000))!;
    expect([c.scale.toFixed(6), c.offsetRpm.toFixed(3), c.strayRpm.toFixed(3)]).toEqual([
      '0.960000',
      '30.000',
      '0.000',
    ]);
    expect(calibrated(of((n) => n, 6000, 12_000))).toBeUndefined();
    expect(calibrated(of((n) => n, 6000, 6000, 12_000))).toBeUndefined();
    const verdict = (f: (n: number) => number) => verdictOf(calibrated(of(f, 6000, 12_000, 24_000))!, 0.05, 24_000);
    expect(verdict((n) => 0.96 * n)).toBe('slip');
    expect(verdict((n) => 0.8 * n)).toBe('scale');
    expect(verdict((n) => 1.05 * n)).toBe('scale');
    expect(verdict((n) => n - 1200)).toBe('offset');
    expect(verdict((n) => (n === 12_000 ? 20_000 : n))).toBe('not-straight');
  });
});

describe('a top frequency that is too low', () => {
  const known: CapKnown = {
    wantedHz: 400,
    limitA: 7.5,
    carrierHz: 4000,
    factoryHz: [50, 60],
    poles: 2,
    ratio: 1,
  };
  const first = (seen: Parameters<typeof capCauses>[0], k = known) => capCauses(seen, k)[0]!.cause;
  it('each sign leads to its cause', () => {
    expect(first({ shownHz: 50 })).toBe('max-frequency');
    expect(first({ shownHz: 200, panelReaches: true })).toBe('speed-at-ten-volts');
    expect(first({ shownHz: 150, panelReaches: false }, { ...known, carrierHz: 1500 })).toBe('carrier');
    expect(first({ shownHz: 230, shownA: 7.5 })).toBe('current-limit');
    expect(first({ shownHz: 320, held: false })).toBe('locked');
    // 400 Hz with two poles are 24 000 rpm; four poles make 12 000 of it.
    expect(['poles', 'transmission']).toContain(first({ shownHz: 400, measuredRpm: 11_600 }));
  });
  it('whatever is seen, all causes stay possible and make one whole', () => {
    const maybe = <T>(a: fc.Arbitrary<T>) => fc.option(a, { nil: undefined });
    fc.assert(
      fc.property(
        fc.record({
          shownHz: fc.double({ min: 1, max: 500, noNaN: true }),
          panelReaches: maybe(fc.boolean()),
          shownA: maybe(fc.double({ min: 0, max: 30, noNaN: true })),
          held: maybe(fc.boolean()),
          measuredRpm: maybe(fc.double({ min: 0, max: 30_000, noNaN: true })),
        }),
        (seen) => {
          const all = capCauses(seen, known);
          expect(all.every((c) => c.share > 0)).toBe(true);
          expect(all.reduce((sum, c) => sum + c.share, 0)).toBeCloseTo(1, 9);
        },
      ),
    );
  });
});

it('cuts: 5 × 2 mm at 20 mm/s in aluminium 150 W; 2 mm at 0.2 mm a turn on ⌀30 at 500 rpm in steel 628 W; M10 in steel 5.6 N·m', () => {
  expect(millingW(750, 5, 2, 20)).toBeCloseTo(150, 9);
  expect(turningW(2000, 2, 0.2, 30, 500)).toBeCloseTo(628.3, 1);
  expect(tappingNm(2000, 10, 1.5)).toBeCloseTo(5.625, 9);
});

describe('the encoder chain', () => {
  it('1000 lines at 2800 rpm give 186 667 edges/s; a counter of 100 kHz holds to 1500 rpm, or with a divider of 2', () => {
    expect(edgesPerS(1000, 1, 2800)).toBeCloseTo(186_666.7, 1);
    expect(holdsToRpm(1000, 1, 100_000)).toBeCloseTo(1500, 9);
    expect(dividerFor(1000, 1, 2800, 100_000)).toBe(2);
    expect(degreesAnEdge(500, 1)).toBeCloseTo(0.18, 9);
    // Twice as fast through a belt: half the speed.
    expect(holdsToRpm(1000, 2, 100_000)).toBeCloseTo(750, 9);
    // 1000 = 2³ · 5³: 3 does not divide it.
    expect(dividerFor(1000, 1, 4200, 100_000)).toBe(4);
  });
  it('the index is at one place where the encoder turns once in whole turns of the spindle', () => {
    expect([1, 0.5, 1 / 3, 2, 1.5, 2 / 3, 40 / 36].map(indexPlaces)).toEqual([1, 1, 1, 2, 3, 2, 10]);
    expect(indexRepeats(2 / 3)).toBe(3);
    // As people type a third.
    expect([indexPlaces(0.333), indexPlaces(0.667)]).toEqual([1, 2]);
    // Counted out: marks of an encoder over many turns, as places on the spindle.
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 1, max: 60 }), (spindle, encoder) => {
        const places = new Set<number>();
        // In 1/encoder of a turn of the spindle: the index comes at every `encoder/spindle` of it.
        for (let k = 0; k < 4000; k++) places.add((k * encoder) % spindle);
        expect(indexPlaces(spindle / encoder)).toBe(places.size);
      }),
    );
  });
});

describe('threads', () => {
  it('2.5 mm at 600 rpm: 25 mm/s, 0.78 mm to speed up at 400 mm/s²; 2 ms of jitter are 7.2°', () => {
    expect(threadSpeed(2.5, 600)).toBe(25);
    expect(runInMm(25, 400, 0)).toBeCloseTo(0.78125, 9);
    expect(runInMm(25, 400, 0.01)).toBeCloseTo(1.03125, 9);
    expect(strayDegrees(600, 0.002)).toBeCloseTo(7.2, 9);
    expect(mostThreadRpm(2.5, 50, 400)).toBe(1200);
    expect(mostThreadRpm(2.5, 50, 400, 0.78125)).toBeCloseTo(600, 9);
  });
  it('100 m/min on ⌀30: 1061 rpm; a clamp of 2000 rpm holds below ⌀15.9', () => {
    expect(surfaceRpm(100_000 / 60, 30)).toBeCloseTo(1061.03, 1);
    expect(clampedBelowMm(100_000 / 60, 2000)).toBeCloseTo(15.915, 2);
  });
  it('a tap at 600 rpm that is reversed in 0.4 s runs on for two turns', () => {
    expect(reversalTurns(600, 0.4)).toBeCloseTo(2, 9);
  });
});

describe('ways to command it', () => {
  const of = (file: MachineFile) =>
    new Map(waysOfCommand(file.design, rotatingOf(file.design)!).map((w) => [w.way, w]));
  it('the router’s 0 to 10 V is in use and off by 1.3 % of 24 000 rpm; a serial line is not there', () => {
    const ways = of(dunnock());
    expect(ways.get('voltage')).toMatchObject({ standing: 'in-use', danger: undefined, conductors: 4 });
    expect(ways.get('voltage')!.offRpm).toBeCloseTo(312, 6);
    expect([ways.get('panel')!.standing, ways.get('relay')!.standing]).toEqual(['possible', 'possible']);
    expect(ways.get('serial')).toMatchObject({ standing: 'lacks' });
    expect([...ways.values()].filter((w) => w.standing === 'in-use')).toHaveLength(1);
  });
  it('a drive on the mains whose control is not isolated is a danger on every wire that joins the two', () => {
    const live = structuredClone(dunnock());
    (live.design.parts['spindle-drive']!.data as { isolated: boolean }).isolated = false;
    const ways = of(live);
    expect(ways.get('voltage')!.danger).toContain('live');
    expect(ways.get('relay')!.danger).toContain('live');
    expect(ways.get('converter')!.danger).toBeUndefined();
  });
});

describe('running in', () => {
  it('goes up in steps to the highest speed, none below the least that is cooled, no minute lost', () => {
    expect(runInSteps('new', 24_000, 6000)).toEqual([
      // A fifth would be 4800 rpm: it is run at 6000.
      { rpm: 6000, minutes: 20 },
      { rpm: 9600, minutes: 20 },
      { rpm: 14_400, minutes: 20 },
      { rpm: 19_200, minutes: 15 },
      { rpm: 24_000, minutes: 15 },
    ]);
    // Two steps that come to the same speed are one as long as both.
    expect(runInSteps('stood', 3000, 2000)).toEqual([
      { rpm: 2000, minutes: 20 },
      { rpm: 2300, minutes: 10 },
      { rpm: 3000, minutes: 5 },
    ]);
    expect(runInSteps('day', 900, 0).map((s) => s.rpm)).toEqual([230, 450, 680]);
  });
  it('is read from the logbook of its own motor, newest first, without what was withdrawn', () => {
    const at = '2026-03-03T10:00:00.000Z';
    const entry = (id: string, part: string) => ({
      kind: 'run-in' as const,
      id,
      at,
      part,
      speed: quantity(6000, 'rpm'),
      minutes: 20,
    });
    const journal = [
      entry('a', 'm'),
      entry('b', 'm'),
      entry('c', 'other'),
      { kind: 'withdrawn-reading' as const, id: 'd', at, withdraws: 'a' },
      entry('e', 'm'),
    ];
    expect(runInsOf(journal, 'm').map((e) => e.id)).toEqual(['e', 'b']);
  });
});
