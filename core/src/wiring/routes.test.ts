import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { Duct } from '../machine/enclosure';
import type { MachineFile } from '../machine/file';
import { exampleMachines } from '../samples/index';
import { dunnock } from '../samples/dunnock';
import { boxed, edited } from '../samples/testing/edited';
import { baseValue, quantity } from '../units/quantity';
import { bodyOf } from '../panel/body';
import { ductFills, outerMm } from './ductFills';
import { laidOut, layOutCommand } from './laidOut';
import { metresOf } from './metres';
import { cutMm, routesOf } from './routes';

const level = (x: number, y: number, length: number): Duct => ({ x, y, length, width: 40, depth: 60 });

/** Dunnock’s breaker and its motor supply on an empty plate, at places that are worked out by hand. */
const twoParts = (ducts: Record<string, Duct>) => {
  const file = boxed(dunnock(), 840, 1040);
  const body = (id: string) => bodyOf(file.design.parts[id]!);
  // Middles of both at x = 100 and 600; the breaker from y = 0, the supply from y = 400.
  const at = (id: string, x: number, y: number) => ({ [id]: { x: x - body(id).width / 2, y } });
  const placed = edited(file, {
    name: 'place-parts',
    args: {
      enclosure: 'box-1',
      places: { ...at('mains-breaker', 100, 0), ...at('motor-supply', 600, 400) },
      ducts,
    },
  });
  const way = routesOf(placed.design)!.of({
    from: { part: 'mains-breaker', terminal: 'x' },
    to: { part: 'motor-supply', terminal: 'y' },
  })!;
  return { way, top: body('mains-breaker').height };
};

describe('the way of a conductor', () => {
  it('without a duct it goes across and up: 500 across, from the top of one to the bottom of the other', () => {
    const { way, top } = twoParts({});
    expect(way).toMatchObject({ mm: 500 + 400 - top, stretches: [], leaves: false });
  });

  it('one duct between the rows: up into it, 500 along it, up out of it', () => {
    // The breaker is 90 high, so that the middle of the duct is 130 − 90 above it and 400 − 130 below the supply.
    const { way, top } = twoParts({ d1: level(50, 110, 600) });
    expect(way.stretches).toEqual([{ duct: 'd1', from: 50, to: 550 }]);
    expect(way.mm).toBeCloseTo(130 - top + 500 + 270, 6);
  });

  it('two levels and an upright that joins them: along each of the three', () => {
    const { way, top } = twoParts({
      low: level(40, 110, 700),
      high: level(40, 340, 700),
      up: { x: 0, y: 0, length: 400, width: 40, depth: 60, upright: true },
    });
    // In at x = 100 of the lower one, back to the middle of the upright at x = 20, up from 130 to 360, to x = 600, up to 400.
    expect(way.mm).toBeCloseTo(130 - top + 80 + 230 + 580 + 40, 6);
    expect(way.stretches).toEqual([
      { duct: 'low', from: 0, to: 60 },
      { duct: 'up', from: 130, to: 360 },
      { duct: 'high', from: 0, to: 560 },
    ]);
  });

  it('is cut with 60 mm spare at both ends, in steps of 10 mm', () => {
    expect(cutMm({ mm: 401, stretches: [], box: 'b', leaves: false })).toBe(530);
    expect(cutMm({ mm: 400, stretches: [], box: 'b', leaves: true })).toBe(460);
  });
});

const laid = (file: MachineFile) => {
  const boxy = boxed(file, 1000, 1400);
  const { wires } = deriveFigures(boxy.design);
  return edited(boxy, layOutCommand(boxy.design, 'box-1', laidOut(boxy.design, wires, 'box-1')));
};

describe.each(exampleMachines)('$id laid out by rules', ({ make }) => {
  const file = laid(make());
  const { design } = file;
  const figures = deriveFigures(design);

  it('every conductor between two parts on the plate has a way, no shorter than the crow flies', () => {
    const routes = routesOf(design)!;
    const places = design.enclosures!['box-1']!.places!;
    for (const { conductor: c, id } of figures.wires.all) {
      const [a, b] = [places[c.from.part], places[c.to.part]];
      if (!a || !b || c.from.part === c.to.part) continue;
      const way = routes.of(c)!;
      const reach = (p: string) => Math.hypot(bodyOf(design.parts[p]!).width, bodyOf(design.parts[p]!).height);
      expect(way.mm + reach(c.from.part) + reach(c.to.part), id).toBeGreaterThanOrEqual(
        Math.hypot(a.x - b.x, a.y - b.y),
      );
      for (const s of way.stretches) expect(s.from, id).toBeGreaterThanOrEqual(0);
    }
  });
  it('nothing lies mixed, no duct is too full, and the ducts cross no part', () => {
    for (const { fill, mixed } of ductFills(design, figures.wires, 'box-1')) {
      expect(mixed).toBeUndefined();
      expect(fill).toBeLessThanOrEqual(0.6);
    }
  });
  it('the lengths go into the wiring list: those of a hand and of copper that is cut stay', () => {
    const taken = edited(file, { name: 'take-lengths', args: {} });
    const routes = routesOf(taken.design)!;
    let changed = 0;
    for (const [id, c] of Object.entries(taken.design.conductors)) {
      const before = design.conductors[id]!;
      if (before.state !== 'planned' || before.setByHand.includes('length')) expect(c.length).toEqual(before.length);
      else if (c.length !== before.length) changed++;
      const way = routes.of(c);
      if (c.origin === 'planned' && c.state === 'planned' && !c.cable && way && !way.leaves && !c.setByHand.length)
        expect(baseValue(c.length!), id).toBe(cutMm(way));
    }
    const planned = Object.values(design.conductors).filter((c) => c.state === 'planned');
    expect(changed > 0).toBe(planned.length > 0);
    expect(deriveFigures(taken.design).replanned.changes.filter((c) => c.fields.includes('length'))).toEqual([]);
  });
});

it('a duct is as full as what lies in it: L and N of a supply in 37 × 58.5 mm', () => {
  expect(outerMm(2.5)).toBe(4.1);
  const file = boxed(dunnock(), 840, 1040);
  const placed = edited(file, {
    name: 'place-parts',
    args: {
      enclosure: 'box-1',
      places: { 'mains-filter': { x: 0, y: 0 }, 'motor-supply': { x: 500, y: 400 } },
      ducts: { d1: level(0, 200, 800) },
    },
  });
  const { wires } = deriveFigures(placed.design);
  const between = wires.all.filter((w) => w.ends.every((e) => ['mains-filter', 'motor-supply'].includes(e.part)));
  const [fill] = ductFills(placed.design, { ...wires, all: between }, 'box-1');
  const mm2 = between.reduce((sum, w) => sum + (Math.PI / 4) * outerMm(baseValue(w.conductor.section!)) ** 2, 0);
  expect(between).toHaveLength(2);
  expect(fill!.fill).toBeCloseTo(mm2 / (37 * 58.5), 9);
});

it('metres: wires by section and colour, a cable once with its longest conductor, what has no length is told', () => {
  const wire = (more: object) => ({
    number: 1,
    from: { part: 'controller', terminal: 'a' },
    to: { part: 'motor-supply', terminal: 'b' },
    purpose: '',
    origin: 'by-hand',
    setByHand: [],
    state: 'planned',
    ...more,
  });
  const [mm, mm2] = [(n: number) => quantity(n, 'mm'), (n: number) => quantity(n, 'mm²')];
  const design = {
    ...dunnock().design,
    conductors: {
      a: wire({ section: mm2(1), colour: 'BU', length: mm(400) }),
      b: wire({ section: mm2(1), colour: 'BU', length: mm(350) }),
      c: wire({ section: mm2(1), colour: 'BN' }),
      d: wire({ cable: 'Motor X', length: quantity(4, 'm') }),
      e: wire({ cable: 'Motor X', length: quantity(4.5, 'm') }),
      f: wire({ cable: 'Motor Y left', length: quantity(3, 'm') }),
    } as unknown as ReturnType<typeof dunnock>['design']['conductors'],
  };
  expect(metresOf(design)).toMatchObject([
    { kind: 'cable', names: ['Motor X', 'Motor Y left'], pieces: 2, metres: 7.5, unknown: 0 },
    { kind: 'wire', colour: 'BU', pieces: 2, metres: 0.75, unknown: 0 },
    { kind: 'wire', colour: 'BN', pieces: 1, metres: 0, unknown: 1 },
  ]);
});
