import { describe, expect, it } from 'vitest';
import type { Design } from '../machine/design';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import { compareStopStrategies } from './stopStrategies';
import { switchCounts } from './switchCounts';
import { switchOptions } from './switchOptions';

const optionsOf = (design: Design) => Object.fromEntries(switchOptions(design).map((s) => [s.key, s]));

describe('closed or open at rest, shared or not', () => {
  const { design } = wren();
  const s = optionsOf(design);
  it('closed: every conductor tells its break; open: none does, and each hides a switch for ever', () => {
    expect(s['closed-own']!.outcome).toMatchObject({ conductors: 6, inputs: 3, stopsAtOnce: 6 });
    expect(s['open-own']!.outcome).toMatchObject({ conductors: 6, inputs: 3, stopsAtOnce: 0 });
    expect(s['open-own']!.outcome!.losses.never).toBe(s['closed-own']!.outcome!.losses.never + 3);
    expect(s['closed-own']!.outcome!.cures.join()).toContain('broken wire');
  });
  it('one loop: one input, fewer conductors, nothing told apart, one axis at a time', () => {
    expect(s['closed-loop']!.outcome).toMatchObject({
      conductors: 4,
      inputs: 1,
      tellsApart: 'nothing',
      together: false,
    });
    expect(s['closed-loop']!.outcome!.asks.join()).toContain('one axis at a time');
  });
  it('a reference and a limit at one end may become one switch, which the control must pass over', () => {
    const own: Design = {
      ...design,
      circuits: {
        ...design.circuits,
        'limit-and-reference-x': { ...design.circuits['limit-and-reference-x']!, function: 'reference' },
        'limit-and-reference-z': { ...design.circuits['limit-and-reference-z']!, function: 'limit' },
      },
      parts: {
        ...design.parts,
        'device-limit-and-reference-z': {
          ...design.parts['device-limit-and-reference-z']!,
          mount: design.parts['device-limit-and-reference-x']!.mount!,
        },
      },
    };
    const both = optionsOf(own)['both-on-one']!.outcome!;
    expect([both.inputs, both.conductors]).toEqual([2, 4]);
    expect(both.asks.join()).toContain('pass over a limit');
  });
  it('sensors that conduct at rest cannot make a loop, and the comparison says so', () => {
    const loop = optionsOf(dunnock().design)['closed-loop']!.outcome!;
    expect(loop.brings.map((b) => b.severity)).toContain('danger');
  });
});

describe('how many switches', () => {
  const of = Object.fromEntries(switchCounts(dunnock().design).map((c) => [c.key, c.outcome!]));
  it('counts them, and says what guards each end', () => {
    expect(Object.values(of).map((o) => o.switches)).toEqual([6, 0, 3, 6, 7]);
    expect(of.none!.axes.every((a) => a.guards.minus === 'envelope, once referenced')).toBe(true);
    expect(of.none!.axes.some((a) => a.guardedBefore.minus || a.guardedBefore.plus)).toBe(false);
    expect(of['both-ends']!.axes.every((a) => a.guardedBefore.minus && a.guardedBefore.plus)).toBe(true);
  });
  it('only a pair squares the gantry', () =>
    expect(
      Object.fromEntries(Object.entries(of).map(([k, o]) => [k, o.axes.find((a) => a.id === 'y')!.squared])),
    ).toEqual({
      today: true,
      none: false,
      'one-per-axis': false,
      'both-ends': false,
      'gantry-pair': true,
    }));
});

describe('what the stop button cuts', () => {
  const courses = (design: Design) => Object.fromEntries(compareStopStrategies(design).map((o) => [o.strategy, o]));
  const d = courses(dunnock().design);

  it('asking the control: everything by ramp, as v·t + v²/2a, and nothing at all when it hangs', () => {
    const c = d['request-only']!.course!;
    const y = c.axes.find((a) => a.id === 'y')!;
    expect(y.distance).toBeCloseTo(120 * c.toldS! + 120 ** 2 / 1000, 9);
    expect(y.restS).toBeCloseTo(c.toldS! + 120 / 500, 9);
    expect(c).toMatchObject({ powerOffS: undefined, positionKept: true, restart: 'at the control', screen: 'Latched' });
    expect(c.hung.motors).toBe('go on');
  });
  it('is told after the poll and the filter of the stop itself, whatever the limits are filtered with', () => {
    const { design } = dunnock();
    const filtered = (id: string): Design => ({
      ...design,
      circuits: { ...design.circuits, [id]: { ...design.circuits[id]!, filter: quantity(5, 'ms') } },
    });
    const toldS = (x: Design) => courses(x)['request-only']!.course!.toldS!;
    expect(toldS(filtered('stop'))).toBeCloseTo(toldS(design) + 0.005, 9);
    expect(toldS(filtered('limit-x-plus'))).toBe(toldS(design));
  });
  it('a limited jerk lengthens the ramp in way and time alike', () => {
    const { design } = dunnock();
    const eased: Design = {
      ...design,
      axes: { ...design.axes, y: { ...design.axes.y!, jerk: quantity(5000, 'mm/s³') } },
    };
    const y = (x: Design) => courses(x)['request-only']!.course!.axes.find((a) => a.id === 'y')!;
    expect(y(eased).distance! - y(design).distance!).toBeCloseTo((120 * 500) / (2 * 5000), 9);
    expect(y(eased).restS! - y(design).restS!).toBeCloseTo(500 / 5000, 9);
  });
  it('cutting motor power: it holds when the control hangs, costs the position, and wants a second act', () => {
    const c = d['motor-power']!.course!;
    expect(c).toMatchObject({
      positionKept: false,
      restart: 'second act',
      spindle: 'stopped by command',
      latches: true,
      feedback: false,
    });
    expect(c.hung).toMatchObject({ motors: 'lose their torque', spindle: 'runs on' });
    expect(c.axes.every((a) => a.way === 'coasting')).toBe(true);
    expect(c.heads).toMatchObject([{ id: 'z', held: 'brake' }]);
  });
  it('everything behind the main switch: the spindle coasts too', () =>
    expect(d['main-switch']!.course).toMatchObject({ spindle: 'coasts', hung: { spindle: 'coasts' } }));
  it('torque-off is refused where the drives have no such input, and kept where they have', () => {
    expect(d['torque-off']!.missing).toHaveLength(1);
    expect(courses(plover().design)['torque-off']).toMatchObject({ chosen: true, missing: [], needs: [] });
  });
  it('names what a machine has to get first', () =>
    expect(courses(wren().design)['motor-power']!.needs.map((n) => n.split(' (')[0])).toEqual([
      'a button with a second contact',
      'a contactor',
      'a start button',
    ]));
  it('a plain diode across the contactor’s coil keeps the power on four times as long', () => {
    const { design } = dunnock();
    const contactor = design.parts['stop-contactor']!;
    const e = contactor.elements['suppressor']!;
    const diode: Design = {
      ...design,
      parts: {
        ...design.parts,
        'stop-contactor': {
          ...contactor,
          elements: { ...contactor.elements, suppressor: { ...e, type: 'diode' } as typeof e },
        },
      },
    };
    const off = (x: Design) => courses(x)['motor-power']!.course!.powerOffS!;
    expect(off(diode) / off(design)).toBeCloseTo(4, 9);
  });
  it('a button that tells nothing: the screen goes on, and so does the machine once power is back', () => {
    const { design } = plover();
    const silent: Design = {
      ...design,
      circuits: { ...design.circuits, stop: { ...design.circuits.stop!, cutsOnly: true } },
    };
    const c = courses(silent)['torque-off']!.course!;
    expect(c.toldS).toBeUndefined();
    expect(c).toMatchObject({ restart: 'by itself' });
    expect(c.screen).toContain('figures run on');
  });
  it('a heavier axis coasts further', () => {
    const { design } = dunnock();
    const heavy: Design = {
      ...design,
      masses: { ...design.masses, load: { name: 'Load', mass: quantity(60, 'kg'), movedBy: ['y'] } },
    };
    const y = (x: Design) => courses(x)['motor-power']!.course!.axes.find((a) => a.id === 'y')!.distance!;
    expect(y(heavy)).toBeGreaterThan(y(design) * 1.2);
  });
});
