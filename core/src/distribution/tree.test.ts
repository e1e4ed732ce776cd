import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { portKey, portOf, portsOf, type PortConductor } from '../machine/ports';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { healthy } from '../tests/planted';
import type { Source } from './feeds';
import { mainsDevices, motorBuses, protectiveDevice } from './supplies';
import { distributionOf, DistributionTree } from './tree';

const machines = { dunnock, plover, wren, ...healthy };

it('the bench mill, read from its parts: mains to the supplies, 48 V to the drives, 5 V to the board, 24 V to what it reads', () => {
  const { design } = wren();
  const tree = distributionOf(design);
  const way = (part: string, port: string) => {
    const { passes, source } = tree.wayTo(part, port);
    return [...passes, ...(source ? [source] : [])].map(portKey).join(' < ');
  };
  const fromMains = 'mains-filter/out < mains-breaker/out < main-switch/out < mains-inlet/mains';
  expect(way('motor-supply', 'mains')).toBe(fromMains);
  expect(way('logic-supply', 'mains')).toBe(fromMains);
  expect(way('driver-x-0', 'supply')).toBe('motor-supply/out');
  expect(way('controller', 'supply')).toBe('logic-supply/out');
  expect(way('controller', 'field')).toBe('field-supply/out');
  // The spindle’s own board hangs on the motor bus and feeds the spindle.
  expect(way('spindle-drive', 'supply')).toBe('motor-supply/out');
  expect(way('spindle', 'load')).toBe('spindle-drive/motor');
  // The relay of the brake has a coil for the 5 V outputs of the board; its contact hands on the 24 V.
  expect(way('motor-z-0', 'coil')).toMatch(/^relay[^ ]*\/out < field-supply\/out$/);
  expect(motorBuses(design).map((b) => [b.supply.id, b.drivers])).toEqual([
    ['motor-supply', ['driver-x-0', 'driver-y-0', 'driver-z-0']],
  ]);
});

/**
 * With every output on and the start button held, what the tree says is fed is joined to its source in the planned wiring,
 * conductor by conductor; what a device does not part goes past it.
 */
describe.each(Object.entries(machines))('%s: the planned conductors lead where the tree says', (_, make) => {
  const { design } = make();
  const tree = distributionOf(design);
  const { full } = deriveFigures(design).stop;
  const loads = Object.entries(design.parts).flatMap(([id, part]) =>
    [...portsOf(part).values()].flatMap((port) => {
      const { source, passes } = tree.wayTo(id, port.id);
      // Through the semiconductors of an output nothing is joined, and a chain of buttons stands ahead of a contactor’s coil.
      const plain = passes.every((p) => p.port !== 'switched') && source?.port !== 'switched';
      const chain = id === design.roles.stopContactor || port.id === 'torque-off';
      return port.direction === 'takes' && port.kind !== 'passed-on' && source && plain && !chain
        ? [{ at: `${id}/${port.id}`, part: id, port, source }]
        : [];
    }),
  );
  it.each(loads)('$at', ({ part, port, source }) => {
    const gives = portOf(design.parts[source.part], source.port)!;
    for (const conductor of ['L', 'N', 'plus', 'minus'] as PortConductor[]) {
      const [from, to] = [gives.terminals[conductor], port.terminals[conductor]];
      if (from === undefined || to === undefined) continue;
      expect([conductor, full.joined({ part: source.part, terminal: from }, { part, terminal: to })]).toEqual([
        conductor,
        true,
      ]);
    }
  });
  it('every drive and supply has a source', () => {
    const open = Object.entries(design.parts).flatMap(([id, part]) =>
      (part.data.class === 'supply'
        ? ['mains']
        : ['stepper-driver', 'servo-drive'].includes(part.data.class)
          ? ['supply']
          : []
      )
        .filter((port) => !tree.wayTo(id, port).source)
        .map((port) => `${id}/${port}`),
    );
    expect(open).toEqual([]);
  });
});

it('a contactor of the stop chain stands ahead of what it cuts, and of nothing else', () => {
  const { design } = dunnock();
  const cuts = (stopStrategy: typeof design.stopStrategy, part: string, port: string) =>
    distributionOf({ ...design, stopStrategy })
      .wayTo(part, port)
      .passes.some((p) => p.part === design.roles.stopContactor);
  const driver = design.axes.x!.drives[0]!.driver!;
  expect([cuts('motor-power', driver, 'supply'), cuts('motor-power', 'motor-supply', 'mains')]).toEqual([true, false]);
  expect([cuts('main-switch', driver, 'supply'), cuts('main-switch', 'motor-supply', 'mains')]).toEqual([false, true]);
  expect(cuts('main-switch', 'logic-supply', 'mains')).toBe(false);
  expect(cuts('request-only', driver, 'supply')).toBe(false);
  expect(mainsDevices({ ...design, stopStrategy: 'main-switch' }, 'motor-supply')[0]!.id).toBe(
    design.roles.stopContactor,
  );
});

it('what protects a lead is the breaker ahead; for what stands before it, the one behind; a switch protects nothing', () => {
  const { design } = dunnock();
  const by = (part: string, port: string) => protectiveDevice(design, { part, port })?.id;
  expect([by('motor-supply', 'mains'), by('mains-breaker', 'in'), by('main-switch', 'in')]).toEqual([
    'mains-breaker',
    'mains-breaker',
    'mains-breaker',
  ]);
  // The motor supply limits itself: between it and the drives nothing lets go but the fuses of their strip.
  expect(by(design.axes.x!.drives[0]!.driver!, 'supply')).toBeUndefined();
});

it('whatever feeds are drawn, rings too, every way ends; a load hangs below its source and below no other', () => {
  const { parts } = dunnock().design;
  const ports = Object.entries(parts).flatMap(([part, p]) => [...portsOf(p).values()].map((port) => ({ part, port })));
  const takes = ports.filter(({ port }) => port.direction === 'takes');
  const gives = ports.filter(({ port }) => port.direction === 'gives');
  const pick = fc.tuple(fc.nat(takes.length - 1), fc.nat(gives.length - 1));
  fc.assert(
    fc.property(fc.array(pick, { maxLength: 80 }), (pairs) => {
      const feeds: Record<string, Record<string, Source>> = {};
      for (const [t, g] of pairs)
        (feeds[takes[t]!.part] ??= {})[takes[t]!.port.id] = { part: gives[g]!.part, port: gives[g]!.port.id };
      const tree = new DistributionTree(parts, feeds);
      for (const { part, port } of takes) {
        const way = tree.wayTo(part, port.id);
        expect(way.source === undefined).toBe(way.ends !== undefined);
        if (port.kind === 'passed-on') continue;
        for (const id of Object.keys(parts))
          expect(tree.loadsOf(id).some((l) => l.part === part && l.port === port.id)).toBe(way.source?.part === id);
      }
    }),
    { numRuns: 60 },
  );
});
it('a breaker that is fed by itself, by way of a filter, is a ring and no source', () => {
  const { parts } = dunnock().design;
  const tree = new DistributionTree(parts, {
    'mains-breaker': { in: { part: 'mains-filter', port: 'out' } },
    'mains-filter': { in: { part: 'mains-breaker', port: 'out' } },
    'motor-supply': { mains: { part: 'mains-filter', port: 'out' } },
  });
  expect(tree.wayTo('motor-supply', 'mains').ends?.because).toBe('ring');
  expect(tree.wayTo('logic-supply', 'mains').ends).toEqual({
    at: { part: 'logic-supply', port: 'mains' },
    because: 'open',
  });
});
