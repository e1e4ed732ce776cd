import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { ControllerSettings } from '../../settings/controllerSettings';
import { DT, axisOf as axis, bench, inputOf as input } from '../testing/settings';
import { defaultDisplay } from '../../units/print';
import { tell, type ControllerEvent } from './events';
import { JOG_TIMEOUT_S } from './hand';

const jog = (b: ReturnType<typeof bench>, direction: 1 | -1, override = false) =>
  b.control.command({ type: 'jog', axis: 'x', direction, share: 1, override });

describe('moving by hand', () => {
  it('speeds up and stops within the acceleration, and stops when the hand falls silent', () => {
    const b = bench();
    jog(b, 1);
    let last = 0;
    let speed = 0;
    b.run(1, () => {
      expect(Math.abs(b.x.speed - last)).toBeLessThanOrEqual(500 * DT + 1e-9);
      last = b.x.speed;
      speed = Math.max(speed, b.x.speed);
    });
    // Without a datum: a tenth of the speed, for as long as the last word of the hand reaches.
    expect(speed).toBe(5);
    expect(b.x.speed).toBe(0);
    expect(b.x.position).toBeLessThan(5 * (JOG_TIMEOUT_S + 0.02));
    expect(b.control.state).toBe('at-rest-unknown');
  });
  it('sends as many pulses as the scale says, with the sign of the direction signal', () => {
    for (const inverted of [false, true]) {
      const b = bench({ axes: [axis('x', { inverted: [inverted] })] });
      b.control.command({ type: 'nudge', axis: 'x', distance: 3 });
      b.run(2);
      expect(b.x.position).toBeCloseTo(3, 9);
      expect(b.x.pulses[0]).toBeCloseTo(inverted ? -300 : 300, 6);
    }
  });
  it('arrives without going past, never faster than its ramp lets it brake, whatever the way', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.02, max: 15, noNaN: true }),
        fc.double({ min: 50, max: 2000, noNaN: true }),
        fc.boolean(),
        (way, acceleration, back) => {
          const b = bench({ axes: [axis('x', { acceleration })] });
          const distance = back ? -way : way;
          const start = b.x.position;
          b.control.command({ type: 'nudge', axis: 'x', distance });
          let most = 0;
          let before = 0;
          b.run(4, () => {
            most = Math.max(most, Math.abs(b.x.position - start));
            expect(Math.abs(b.x.speed - before)).toBeLessThanOrEqual(acceleration * DT * 2 + 1e-9);
            before = b.x.speed;
          });
          expect(b.x.position - start).toBeCloseTo(distance, 9);
          expect(most).toBeLessThanOrEqual(way + 1e-9);
        },
      ),
      { numRuns: 30 },
    );
  });
  it('makes up for backlash on every reversal, a little at a time', () => {
    const b = bench({ axes: [axis('x', { backlash: 0.2 })] });
    const to = (distance: number) => {
      b.control.command({ type: 'nudge', axis: 'x', distance });
      let most = 0;
      let last = b.x.pulses[0]!;
      b.run(2, () => {
        most = Math.max(most, Math.abs(b.x.pulses[0]! - last));
        last = b.x.pulses[0]!;
      });
      expect(most).toBeLessThan(5 * 0.1 + 0.6);
      return b.x.pulses[0]! / 100;
    };
    expect(to(3)).toBeCloseTo(3.2, 9);
    expect(to(-3)).toBeCloseTo(0, 9);
    expect(to(-1)).toBeCloseTo(-1, 9);
  });
  it('is refused while another motion is under way, once and not at every repeat', () => {
    const b = bench();
    b.control.command({ type: 'reference' });
    b.run(0.05);
    for (let i = 0; i < 5; i++) jog(b, 1);
    expect(b.codes().filter((c) => c === 'jog-refused')).toHaveLength(1);
  });
  it('without power nothing happens at all; taking it away forgets the datum', () => {
    const b = bench();
    b.x.referenced = true;
    b.control.command({ type: 'power', on: false });
    jog(b, 1);
    b.run(0.5);
    expect(b.x.position).toBe(0);
    b.control.command({ type: 'power', on: true });
    expect(b.control.state).toBe('at-rest-unknown');
  });
});

describe('inputs', () => {
  it('a stop pressed before there was power is found at power-on; without power nothing is seen', () => {
    const b = bench();
    b.control.command({ type: 'power', on: false });
    b.trip('stop');
    b.run(0.1);
    expect([...b.control.tripped]).toEqual([0, 0, 0]);
    b.control.command({ type: 'power', on: true });
    b.run(0.01);
    expect(b.control.state).toBe('latched');
    b.control.command({ type: 'acknowledge' });
    expect(b.control.state).toBe('latched');
    b.trip('stop', false);
    b.run(0.01);
    b.control.command({ type: 'acknowledge' });
    expect(b.control.state).toBe('at-rest-unknown');
  });
  it('a level must last as long as the filter says', () => {
    const b = bench({ inputs: [input('limit', { filterS: 0.01 })] });
    b.trip('limit');
    b.run(0.008);
    b.trip('limit', false);
    b.run(0.02);
    expect(b.codes()).not.toContain('limit-tripped');
    b.trip('limit');
    b.run(0.013);
    expect(b.codes()).toContain('limit-tripped');
  });
  it('an uncertain reading changes nothing', () => {
    const b = bench();
    b.readings[0] = -1;
    b.run(0.1);
    expect(b.control.state).toBe('at-rest-unknown');
  });
  it('a spike that does not outlast filter and poll was never there; an edge is taken at its own moment', () => {
    const b = bench({ inputs: [input('limit', { filterS: 0.0004, pollS: 0.002 })] });
    b.run(0.1);
    const t = b.control.timeS;
    b.control.read(0, 1, t + 0.0001);
    b.control.read(0, 0, t + 0.0004);
    b.control.step(DT);
    expect(b.codes()).not.toContain('limit-tripped');
    b.control.read(0, 1, t + 0.0012);
    // Accepted at the next look of the poll after the filter, wherever that falls in a step.
    for (let i = 0; i < 3; i++) b.control.step(DT);
    expect(b.codes()).toContain('limit-tripped');
  });
  it('active low is the other way round', () => {
    const b = bench({ inputs: [input('limit', { activeWhen: 'low' })] });
    b.run(0.01);
    expect(b.control.state).toBe('at-rest-unknown');
    b.readings[0] = 0;
    b.run(0.01);
    expect(b.control.state).toBe('latched');
  });
});

describe('a tripped limit', () => {
  const tripped = (settings: Partial<ControllerSettings> = {}) => {
    const b = bench(settings);
    b.trip('limit');
    b.run(0.1);
    return b;
  };
  const moved = (b: ReturnType<typeof bench>, direction: 1 | -1, override = false) => {
    const from = b.x.position;
    b.run(0.3, () => jog(b, direction, override));
    b.control.command({ type: 'release' });
    b.run(0.3);
    return Math.abs(b.x.position - from) > 0.1;
  };
  it('strategy "away only": away from it and not towards it, override or not', () => {
    expect(moved(tripped(), -1)).toBe(true);
    expect(moved(tripped(), 1)).toBe(false);
    expect(moved(tripped(), 1, true)).toBe(false);
  });
  it('strategy "held override": either way while it is held', () => {
    expect(moved(tripped({ limitStrategy: 'held-override' }), 1, true)).toBe(true);
    expect(moved(tripped({ limitStrategy: 'held-override' }), 1)).toBe(false);
  });
  it('on a shared loop the control cannot know which way is off, and says so', () => {
    const b = tripped({ axes: [axis('x'), axis('y')], inputs: [input('limit', { axes: ['x', 'y'], end: undefined })] });
    expect(moved(b, -1)).toBe(false);
    expect(b.control.events.at(-1)!.event).toMatchObject({ code: 'jog-refused', reason: 'side-unknown' });
    expect(moved(b, -1, true)).toBe(true);
  });
  it('strategy "acknowledge again": one short, slow move for each, then it latches again', () => {
    const b = tripped({ limitStrategy: 'acknowledge-again' });
    expect(moved(b, 1)).toBe(false);
    b.control.command({ type: 'acknowledge' });
    expect(b.codes()).toContain('acknowledged-for-one-move');
    expect(moved(b, -1)).toBe(true);
    expect(b.control.state).toBe('latched');
    b.trip('limit', false);
    b.run(0.1);
    b.control.command({ type: 'acknowledge' });
    expect(b.control.state).toBe('at-rest-unknown');
  });
  it('strategy "switched off": nothing stops it, the warning stands, and on again it latches', () => {
    const b = tripped({ limitStrategy: 'switched-off' });
    expect(moved(b, 1)).toBe(false);
    b.control.command({ type: 'limits', on: false });
    expect(b.control.limitsOff).toBe(true);
    expect(moved(b, 1)).toBe(true);
    b.control.command({ type: 'limits', on: true });
    expect(b.control.state).toBe('latched');
    const other = tripped();
    other.control.command({ type: 'limits', on: false });
    expect(other.control.limitsOff).toBe(false);
  });
  it('steps off for whoever says which way, and no further than a few back-offs', () => {
    const b = tripped({ axes: [axis('x'), axis('y')], inputs: [input('limit', { axes: ['x', 'y'], end: undefined })] });
    b.control.command({ type: 'step-off', axis: 'x', direction: -1 });
    b.run(20);
    expect(Math.abs(b.x.position)).toBeLessThan(9);
    expect(b.control.events.at(-1)!.event).toMatchObject({ code: 'stepped-off', free: false });
    b.control.command({ type: 'step-off', axis: 'x', direction: 1 });
    b.run(0.5);
    b.trip('limit', false);
    b.run(1);
    expect(b.control.events.some((e) => e.event.code === 'stepped-off' && e.event.free)).toBe(true);
  });
  it('is acknowledged again until the switch is free', () => {
    const b = tripped();
    b.control.command({ type: 'acknowledge' });
    expect(b.control.state).toBe('latched');
    b.trip('limit', false);
    b.run(0.01);
    expect(b.control.state).toBe('latched');
    b.control.command({ type: 'acknowledge' });
    expect(b.control.state).toBe('at-rest-unknown');
  });
});

describe('finding the datum, and what goes wrong with it', () => {
  it('a switch that never answers: the run gives up after the travel there is', () => {
    const b = bench();
    b.control.command({ type: 'reference' });
    b.run(12);
    expect(b.codes()).toContain('reference-missed');
    expect(b.control.state).toBe('at-rest-unknown');
  });
  it('a switch that stays tripped: the back-off notices', () => {
    const b = bench();
    b.control.command({ type: 'reference' });
    b.run(0.5);
    b.trip('ref');
    b.run(3);
    expect(b.codes()).toContain('reference-stuck');
  });
  it('the stop ends it, and the datum is not known', () => {
    const b = bench();
    b.control.command({ type: 'reference' });
    b.run(0.5);
    b.trip('stop');
    b.run(0.5);
    expect(b.codes()).toEqual(expect.arrayContaining(['stop-pressed', 'reference-stopped']));
    expect(b.control.state).toBe('latched');
    b.control.command({ type: 'reference' });
    expect(b.control.state).toBe('latched');
  });
  it.each([
    ['after-back-off', 0],
    ['at-switch', 2],
  ] as const)('datum %s: the axis rests at %d', (datumStrategy, rest) => {
    const b = bench({ datumStrategy });
    b.control.command({ type: 'reference' });
    // The switch sits at −10 of where the axis was at power-on; the pulses tell where it truly is.
    b.run(8, () => void b.trip('ref', b.x.pulses[0]! / 100 <= -10));
    expect(b.control.state).toBe('at-rest');
    expect(b.x.position).toBeCloseTo(rest, 1);
    expect(b.x.pulses[0]! / 100).toBeCloseTo(-8, 1);
  });
  it('by hand: the axis takes its datum where it stands', () => {
    const b = bench({
      axes: [axis('x', { reference: { ...axis('x').reference, method: 'by-hand', positionAtDatum: 7 } })],
    });
    b.control.command({ type: 'reference' });
    b.run(0.01);
    expect(b.x.position).toBe(7);
    expect(b.codes()).toEqual(expect.arrayContaining(['datum-by-hand', 'reference-done']));
  });
});

describe('a wheel, an alarm, a door', () => {
  it('detents that come faster than the axis can follow are dropped, and it stops with the hand', () => {
    const b = bench();
    b.x.referenced = true;
    b.x.position = 50;
    b.run(0.3, () => b.control.command({ type: 'wheel', axis: 'x', distance: 0.1 }));
    expect(b.codes()).toContain('detents-dropped');
    const stood = b.x.position;
    const speed = b.x.speed;
    b.run(1);
    expect(Math.abs(b.x.position - stood)).toBeLessThan(50 * 0.05 + (speed * speed) / 1000 + 0.2);
    expect(b.control.state).toBe('at-rest');
    // Slow enough, and no detent is lost.
    const from = b.x.position;
    for (let i = 0; i < 10; i++) {
      b.control.command({ type: 'wheel', axis: 'x', distance: 0.1 });
      b.run(0.2);
    }
    expect(b.x.position).toBeCloseTo(from + 1, 6);
  });
  it('an alarm or an open door latches; what moved under the alarm is doubted', () => {
    for (const fn of ['alarm', 'door'] as const) {
      const b = bench({ inputs: [input('told', { function: fn, axes: [], end: undefined })] });
      b.x.referenced = true;
      b.x.position = 50;
      b.run(0.1, () => jog(b, 1));
      b.trip('told');
      b.run(0.5);
      expect(b.control.cause).toBe(fn);
      expect(b.x.doubtful).toBe(fn === 'alarm');
      expect(b.x.speed).toBe(0);
    }
  });
});

it('a lathe that reads diameters says ⌀ 30 where the slide stands 15 mm from the centre, and never doubles a way', () => {
  const set = { code: 'work-set', letter: 'X', value: 15, set: 0, linear: true } as const;
  const missed = { code: 'reference-missed', letter: 'X', distance: 15, linear: true } as const;
  const said = (e: ControllerEvent, diameterX: boolean) => tell(e, defaultDisplay, diameterX).replace(/\s/g, ' ');
  expect(said(set, true)).toContain('is ⌀ 30 mm here');
  expect(said({ ...set, letter: 'Z' }, true)).toContain('is 15 mm here');
  expect(said(set, false)).toContain('is 15 mm here');
  expect(said(missed, true)).toContain('went 15 mm');
});
