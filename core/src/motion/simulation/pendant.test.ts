import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/command';
import { deriveFigures } from '../../derivation/figures';
import type { LibraryEntry } from '../../machine/library/entry';
import { libraryEntry } from '../../machine/library/index';
import { completed } from '../../machine/library/inside';
import { terminal } from '../../machine/library/entry';
import { fieldfare } from '../../samples/fieldfare';
import { plover } from '../../samples/plover';
import { axisFollowsTurnsPerS, wheelFigures } from '../../settings/handwheel';
import { quantity } from '../../units/quantity';
import type { HiddenFault } from '../truth/hiddenFault';
import { edited, rigOf } from '../testing/rig';

const choose = (library: string, entry?: LibraryEntry): Command => ({
  name: 'choose-part',
  args: { slot: { role: 'pendant' }, library, ...(entry ? { entry } : {}) },
});
const plan: Command = { name: 'plan-wiring', args: {} };
/** A lathe with X and Z whose spindle has the first encoder input. */
const lathe = (library: string, ...more: Command[]) => edited(fieldfare(), choose(library), ...more, plan);
/** The same tracks on the six inputs of one bank: a lathe of which the other bank serves the limits. */
const onInputs = (...more: Command[]) => {
  const { terminals, elements, ...rest } = libraryEntry('pendant-moth-100-oc')!;
  const kept = (id: string) => !['axis-y', 'axis-4', 'step-1', 'step-100'].includes(id);
  const only = <T>(table: Record<string, T>) => Object.fromEntries(Object.entries(table).filter(([id]) => kept(id)));
  return edited(
    plover(),
    choose('own', { ...rest, terminals: only(terminals), elements: only(elements) }),
    ...more,
    plan,
  );
};
const filter = (circuit: string, ms: number): Command => ({
  name: 'set-field',
  args: { path: `circuits.${circuit}.filter`, value: quantity(ms, 'ms') },
});
/** A box of one’s own: what is printed beside its contacts says what they do. */
const box: LibraryEntry = completed({
  key: 'own-box',
  name: 'Own box',
  about: '',
  data: { class: 'pendant' },
  terminals: Object.fromEntries(
    ['COM', 'X+', 'X−', 'Z+', 'Z-', 'EN', 'Y+', '?'].map((printed, i) => [
      `t-${i}`,
      terminal(printed, i === 0 ? 'contact-common' : 'contact-no'),
    ]),
  ),
  elements: {},
  setup: {},
});

function bench(file: ReturnType<typeof fieldfare>, enabled = true, faults: readonly HiddenFault[] = []) {
  const r = rigOf(file, { faults });
  r.referenced();
  for (const axis of ['x', 'z']) r.sim.act({ type: 'move', axis, position: axis === 'x' ? -40 : -150 });
  r.settle();
  const hold = (at: string, down = true) => {
    r.sim.act({ type: 'press', device: `pendant@${at}`, down });
    r.sim.run(20);
  };
  if (enabled && file.design.circuits['pendant-enable']) hold('EN');
  const turn = (turns: number, turnsPerS: number, edgesPerTurn = 400) => {
    const seconds = Math.abs(turns) / turnsPerS;
    r.sim.act({ type: 'turn-wheel', edges: Math.round(turns * edgesPerTurn), seconds });
    r.sim.run(Math.round(seconds * 1000) + 1500);
    r.look();
  };
  const at = (axis: string) => r.axis(axis).position;
  return { ...r, hold, turn, at };
}

describe('inputs of a pendant', () => {
  it('come from what is printed, for the axes that there are; the switch that allows motion first', () => {
    const { circuits } = lathe('pendant-moth-100-oc').design;
    const own = Object.entries(circuits).filter(([id]) => id.startsWith('pendant-'));
    expect(own.map(([id, c]) => [id, c.function, c.axis ?? c.step?.entered ?? null])).toEqual([
      ['pendant-enable', 'hand-enable', null],
      ['pendant-wheel-a', 'wheel-a', null],
      ['pendant-wheel-b', 'wheel-b', null],
      ['pendant-axis-x', 'select-axis', 'x'],
      ['pendant-axis-z', 'select-axis', 'z'],
      ['pendant-step-1', 'select-step', 0.001],
      ['pendant-step-10', 'select-step', 0.01],
      ['pendant-step-100', 'select-step', 0.1],
    ]);
    const keys = edited(fieldfare(), choose('own-box', box)).design.circuits;
    expect(Object.values(keys).flatMap((c) => (c.function === 'jog' ? [`${c.axis} ${c.direction}`] : []))).toEqual([
      'x plus',
      'x minus',
      'z plus',
      'z minus',
    ]);
    // Another one takes the place of its inputs; without any they are gone.
    const none = edited(lathe('pendant-moth-100'), {
      name: 'choose-part',
      args: { slot: { role: 'pendant' }, library: null },
    });
    expect(Object.keys(none.design.circuits).filter((id) => id.startsWith('pendant-'))).toEqual([]);
  });
  it('an axis that is taken away takes its key and its position along', () => {
    const file = edited(lathe('pendant-moth-100'), { name: 'remove-axis', args: { axis: 'x' } });
    expect(Object.values(file.design.circuits).some((c) => c.axis === 'x')).toBe(false);
  });
  it('its one lead, by hand: a common, six contacts, and the tracks at the encoder input that the spindle leaves', () => {
    const { conductors } = lathe('pendant-moth-100').design;
    const leads = Object.values(conductors).flatMap((c) =>
      c.from.part === 'pendant' || c.to.part === 'pendant'
        ? [`${c.from.part === 'pendant' ? c.from.terminal : c.to.terminal}`]
        : [],
    );
    expect(leads.sort()).toEqual(
      [
        'common',
        ...['axis-x', 'axis-z', 'step-1', 'step-10', 'step-100', 'enable'],
        ...['enc-a-plus', 'enc-a-minus', 'enc-b-plus', 'enc-b-minus', 'enc-plus', 'enc-minus'],
      ].sort(),
    );
    expect(conductors['pendant/enc-a-plus']!.from).toEqual({ part: 'controller', terminal: 'enc1-a-plus' });
    expect(new Set(Object.values(conductors).flatMap((c) => (c.to.part === 'pendant' ? [c.cable] : []))).size).toBe(1);
    const usb = deriveFigures(edited(lathe('pendant-midge-usb')).design);
    expect(usb.design.conductors['pendant/link']?.from.part ?? usb.plan.gaps.map((g) => g.field).join()).toBeTruthy();
  });
});

describe('how fast a hand may turn it', () => {
  /** Two tracks at inputs that are looked at each `look` ms, with a filter. */
  const figures = (look: number, filterMs: number, phase = 0, pulses = 100) => {
    const entry = libraryEntry('pendant-moth-100-oc')!;
    if (entry.data.class !== 'pendant') throw new Error();
    const own = { ...entry, data: { ...entry.data, pulsesPerTurn: pulses, phaseError: quantity(phase, '°') } };
    const file = edited(
      fieldfare(),
      choose('x', own),
      filter('pendant-wheel-a', filterMs),
      filter('pendant-wheel-b', filterMs),
      {
        name: 'set-field',
        args: { path: 'parts.controller.data.inputPoll', value: quantity(look, 'ms') },
      },
      plan,
    );
    const { plan: planned } = deriveFigures(file.design);
    const inputs = { ...planned.inputs };
    for (const id of ['pendant-wheel-a', 'pendant-wheel-b']) inputs[id] = { part: 'controller', terminal: 'in-6' };
    return wheelFigures(file.design, inputs)!;
  };
  it('by hand: 400 edges a turn, one look an edge: 1 ms gives 2.5 turns a second', () => {
    expect(figures(1, 0).turnsPerS).toBeCloseTo(2.5, 9);
    // Tracks 45° off their quarter: half of it is left of the shorter state.
    expect(figures(1, 0, 45).turnsPerS).toBeCloseTo(1.25, 9);
    // A level lasts two edges: 6 ms of filter take 3 ms an edge, whatever the look.
    expect(figures(1, 6)).toMatchObject({ decidedBy: 'filter' });
    expect(figures(1, 6).turnsPerS).toBeCloseTo(1 / (400 * 0.003), 9);
    expect(figures(1, 0, 0, 25).turnsPerS).toBeCloseTo(10, 9);
  });
  it('an encoder input follows any hand; over the computer nothing is lost', () => {
    const of = (library: string) => {
      const f = deriveFigures(lathe(library).design);
      return wheelFigures(f.design, f.plan.inputs);
    };
    expect(of('pendant-moth-100')!.turnsPerS).toBeGreaterThan(100);
    expect(of('pendant-midge-usb')!.turnsPerS).toBe(Infinity);
    // 100 edges a turn; 3 ms of bounce, and tracks 45° off leave it half an edge: 6 ms an edge, 1.67 turns a second.
    expect(of('wheel-cog-25')).toMatchObject({ decidedBy: 'bounce' });
    expect(of('wheel-cog-25')!.turnsPerS).toBeCloseTo(1 / 0.6, 9);
    // A filter of those 3 ms swallows the bounce, and the look decides: a board in between makes it 3 ms.
    expect(of('wheel-cog-25')!.turnsPerSWith(0.003)).toBeGreaterThan(1 / 0.6);
    // 50 mm/s at 100 clicks of 0.1 mm a turn: five turns a second.
    expect(axisFollowsTurnsPerS(50, 100, 0.1)).toBeCloseTo(5, 9);
  });
});

describe('turned in the simulated control', () => {
  it('two turns of 100 clicks at ×10 are 2 mm, both ways; another position moves the other axis', () => {
    const b = bench(lathe('pendant-moth-100'));
    b.hold('X');
    b.hold('×10');
    b.turn(2, 1);
    expect(b.at('x')).toBeCloseTo(-38, 6);
    b.turn(-2, 1);
    expect(b.at('x')).toBeCloseTo(-40, 6);
    b.hold('X', false);
    b.hold('Z');
    b.turn(1, 1);
    expect([b.at('x'), b.at('z')].map((v) => Math.round(v * 1e6) / 1e6)).toEqual([-40, -149]);
    // Between two positions nothing is chosen, and nothing moves.
    b.hold('Z', false);
    b.turn(1, 1);
    expect(b.at('z')).toBeCloseTo(-149, 6);
  });
  it('without the enabling button nothing moves, and letting go of it stops a key', () => {
    const b = bench(lathe('pendant-moth-100'), false);
    b.hold('X');
    b.hold('×10');
    b.turn(1, 1);
    expect(b.at('x')).toBeCloseTo(-40, 9);
    expect(b.codes()).toContain('hand-not-enabled');
    const k = bench(edited(fieldfare(), choose('own-box', box), plan));
    k.hold('X+');
    k.sim.run(1000);
    const moving = k.at('x');
    expect(moving).toBeGreaterThan(-39.5);
    k.hold('EN', false);
    k.sim.run(1500);
    const still = k.at('x');
    k.sim.run(1000);
    expect(k.at('x')).toBe(still);
    k.hold('EN');
    k.hold('X+', false);
    k.hold('X−');
    k.sim.run(500);
    expect(k.at('x')).toBeLessThan(still);
    k.hold('X−', false);
    k.sim.run(1500);
    const end = k.at('x');
    k.sim.run(1000);
    expect(k.at('x')).toBe(end);
  });
  it('on ordinary inputs it counts to the figure and loses beyond it: by its look, and by its filter', () => {
    for (const ms of [0, 8]) {
      const file = onInputs(filter('pendant-wheel-a', ms), filter('pendant-wheel-b', ms));
      const f = deriveFigures(file.design);
      const most = wheelFigures(f.design, f.plan.inputs)!.turnsPerS;
      const moved = (share: number) => {
        const b = bench(file);
        b.hold('X');
        b.hold('×10');
        b.turn(1, share * most);
        return b.at('x') + 40;
      };
      expect(moved(0.95)).toBeCloseTo(1, 6);
      expect(moved(2.2)).toBeLessThan(0.9);
    }
  });
  it('two leads changed over turn it the other way', () => {
    const file = onInputs();
    const b = bench(file, true, [{ kind: 'inputs-swapped', a: 'pendant-wheel-a', b: 'pendant-wheel-b' }]);
    b.hold('X');
    b.hold('×10');
    b.turn(1, 0.3);
    expect(b.at('x')).toBeCloseTo(-41, 6);
  });
  it('a wheel that bounces counts once an edge; a computer that is lost leaves the axis where it is', () => {
    const bouncing = bench(lathe('wheel-cog-25'));
    bouncing.sim.act({ type: 'wheel-moves', axis: 'x', stepMm: 0.1 });
    bouncing.turn(1, 0.5, 100);
    expect(bouncing.at('x')).toBeCloseTo(-37.5, 6);
    const b = bench(lathe('pendant-midge-usb'));
    b.sim.act({ type: 'wheel-moves', axis: 'z', stepMm: 1 });
    b.sim.act({ type: 'turn-wheel', edges: 400, seconds: 4 });
    b.sim.run(1000);
    b.sim.act({ type: 'link-lost' });
    b.sim.run(500);
    const at = b.at('z');
    b.sim.run(400);
    expect(b.at('z')).toBe(at);
    // The link is back a second later: what was turned meanwhile is lost, a quarter of 100 mm.
    b.sim.run(4000);
    expect(b.at('z')).toBeGreaterThan(-150 + 73);
    expect(b.at('z')).toBeLessThan(-150 + 77);
  });
});
