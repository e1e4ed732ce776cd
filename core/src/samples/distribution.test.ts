import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { distributionOf } from '../distribution/tree';
import { LivingMachine } from '../faults/livingMachine';
import { findingsOf } from '../findings/findings';
import { applyCommand } from '../commands/apply';
import { readMachineFile } from '../machine/reading/read';
import { writeMachineFile, type MachineFile } from '../machine/file';
import { edited, rigOf } from '../motion/testing/rig';
import { carriedBy, drawnAt, mainsThrough } from '../power/carried';
import { circuitryOf } from '../wiring/circuitry';
import { buildNetwork } from '../wiring/network';
import { farPart } from '../wiring/cables';
import { terminalName } from '../wiring/wires';
import { avocet } from './avocet';
import { bullfinch } from './bullfinch';
import { fieldfare } from './fieldfare';
import { pipit } from './pipit';
import { wheatear } from './wheatear';
import { whinchat } from './whinchat';

/** Machines whose power goes ways of its own: drives on the mains, several supplies, hand switches, loads that no control knows. */
const builds = { avocet, bullfinch, fieldfare, pipit, wheatear, whinchat };
type BuildName = keyof typeof builds;
const machines = Object.fromEntries(Object.entries(builds).map(([n, make]) => [n, make()])) as Record<
  BuildName,
  MachineFile
>;
const names = Object.keys(machines) as BuildName[];
const said = (file: MachineFile) =>
  findingsOf(deriveFigures(file.design))
    .filter((f) => f.severity !== 'note')
    .map((f) => f.id)
    .sort();

/** Above a note, what these machines truly have against them. */
const known: Record<BuildName, string[]> = {
  // Two motors on Y and one switch.
  avocet: ['gantry-square:y'],
  // The drive of the rotary table has no torque-off input: the stop leaves it with torque.
  bullfinch: ['stop-cuts-nothing:stop'],
  // Nobody listens to the drives, and the hand tool hangs on a switch of its own that no stop opens.
  // And the planted one: with a lead of a normally open switch broken, its input reads as it does at rest.
  pipit: [
    'alarm-unused:driver-x-0+driver-y-0+driver-z-0',
    'broken-wire:limit-and-reference-x',
    'broken-wire:limit-and-reference-y',
    'broken-wire:limit-and-reference-z',
    'spindle-runs-on:spindle',
  ],
  // A greased thread lets Z down; two motors on one channel, so one switch for both sides.
  wheatear: ['gantry-square:y', 'head-may-fall:z'],
  whinchat: ['head-may-fall:z'],
  // Its contactors have coils for the mains.
  fieldfare: ['mains-at-button:device-stop'],
};
it.each(names)('%s: nothing is said against it that is not so', (name) => {
  expect(said(machines[name])).toEqual(known[name]);
});

/**
 * The leads of mains and supplies, written from the sheets of the parts: designation and printed label. Supplies behind one
 * device are looped from one to the next; drives, loads and devices have leads of their own.
 */
const leads: Record<BuildName, string[]> = {
  wheatear: [
    '-X1:L -Q1:1',
    '-X1:N -Q1:3',
    '-Q1:2 -F1:1',
    '-Q1:4 -F1:3',
    '-F1:2 -R1:L1',
    '-F1:4 -R1:N1',
    '-R1:L2 -T1:L',
    '-R1:N2 -T1:N',
    // The speed controller of the spindle by a switch that parts both poles.
    '-R1:L2 -Q2:1',
    '-R1:N2 -Q2:3',
    '-Q2:2 -T2:L',
    '-Q2:4 -T2:N',
    // 24 V for the sockets; fan and light each by a switch in its plus.
    '-T1:+ -K1:M+',
    '-T1:− -K1:M−',
    '-T1:+ -Q3:1',
    '-Q3:2 -E1:+',
    '-T1:− -E1:−',
    '-T1:+ -Q4:1',
    '-Q4:2 -P1:+',
    '-T1:− -P1:−',
  ],
  avocet: [
    '-X1:L -Q1:1',
    '-X1:N -Q1:3',
    '-Q1:2 -F1:1',
    '-Q1:4 -F1:3',
    '-F1:2 -R1:L1',
    '-F1:4 -R1:N1',
    '-R1:L2 -T1:L',
    '-R1:N2 -T1:N',
    // 36 V for all there is, plus by fused terminals: the board, four drivers, the speed board, and the relay of the hot wire.
    '-T1:+ -X3:IN',
    '-T1:− -X4:IN',
    '-X3:F -K1:L+',
    '-X4:OUT -K1:L−',
    ...[3, 4, 5, 6].flatMap((n) => [`-X3:F -T${n}:V+`, `-X4:OUT -T${n}:V−`]),
    '-X3:F -T2:V+',
    '-X4:OUT -T2:V−',
    '-X3:F -K3:11',
    // The plug: spindle on 1 and 2, hot wire on 3 and 4, its sensor on 5 to 7; the cabinet on side a.
    '-T2:M+ -X5:1a',
    '-T2:M− -X5:2a',
    '-K3:14 -X5:3a',
    '-X4:OUT -X5:4a',
    '-K1:5V -X5:5a',
    '-K1:0V -X5:6a',
    '-X5:7a -K1:J5',
    '-X5:1b -M1:M+',
    '-X5:2b -M1:M−',
    '-X5:3b -E1:+',
    '-X5:4b -E1:−',
    '-X5:5b -B4:BN',
    '-X5:6b -B4:BU',
    '-B4:BK -X5:7b',
  ],
  fieldfare: [
    '-X1:L -Q1:1',
    '-X1:N -Q1:3',
    '-Q1:2 -F1:1',
    '-Q1:4 -F1:3',
    // Ahead of the contactor: 4 A for the supplies, 2 A for the stop chain, which runs on the mains.
    '-F1:2 -F3:1',
    '-F1:4 -F3:3',
    '-F3:2 -T1:L',
    '-F3:4 -T1:N',
    '-F1:2 -F4:1',
    '-F1:4 -F4:3',
    '-F4:2 -S2:21',
    '-Q2:14 -Q2:A1',
    '-Q2:A2 -F4:4',
    // Behind it: 10 A for the drives, each by a filter of its own; the pump by a relay; the spindle by a second contactor.
    '-F1:2 -Q2:1',
    '-F1:4 -Q2:3',
    '-Q2:2 -F2:1',
    '-Q2:4 -F2:3',
    ...[1, 2].flatMap((n) => [
      `-F2:2 -R${n}:L1`,
      `-F2:4 -R${n}:N1`,
      `-R${n}:L2 -T${n + 2}:L1`,
      `-R${n}:N2 -T${n + 2}:L2`,
    ]),
    '-Q2:2 -K8:11',
    '-Q2:4 -M5:N',
    '-Q2:2 -Q3:A1',
    '-Q2:4 -Q3:A2',
    '-Q2:2 -Q3:1',
    '-Q2:4 -Q3:3',
    '-Q3:2 -T2:R',
    '-Q3:4 -T2:S',
    // The second 24 V and the 12 V are looped from the first supply.
    '-T1:L -T5:L',
    '-T1:N -T5:N',
    '-T5:L -T6:L',
    '-T5:N -T6:N',
    '-T5:+ -P3:+',
    '-T5:− -P3:−',
    '-T6:+ -P4:+',
    '-T6:− -P4:−',
    // Three boards, each hanging on the one before.
    '-K1:EXT -K3:IN',
    '-K3:ON -K4:IN',
    '-K4:ON -K5:EXT',
    ...[4, 5, 6, 7].map((n) => `-B${n}:BK -K3:D${n - 3}`),
    '-S3:14 -K5:G1',
    '-S4:14 -K5:G2',
    '-K4:R1 -P1:+',
    '-K4:R2 -P2:+',
  ],
  bullfinch: [
    '-X1:L -Q1:1',
    '-X1:N -Q1:3',
    '-Q1:2 -F1:1',
    '-Q1:4 -F1:3',
    '-F1:2 -R1:L1',
    '-F1:4 -R1:N1',
    // The supply of the rotary table, then those of the inputs and of the board.
    '-R1:L2 -T1:L',
    '-R1:N2 -T1:N',
    '-T1:L -T3:L',
    '-T1:N -T3:N',
    '-T3:L -T2:L',
    '-T3:N -T2:N',
    // Each drive by itself.
    '-R1:L2 -T4:L1',
    '-R1:N2 -T4:L2',
    '-R1:L2 -T5:L1',
    '-R1:N2 -T5:L2',
    '-R1:L2 -T6:L1',
    '-R1:N2 -T6:L2',
    // The second 24 V behind its own breaker; from it light, by a hand switch, and pump.
    '-R1:L2 -F2:1',
    '-R1:N2 -F2:3',
    '-F2:2 -T8:L',
    '-F2:4 -T8:N',
    '-T8:+ -Q2:1',
    '-Q2:2 -P1:+',
    '-T8:− -P1:−',
    '-T8:+ -M5:+',
    '-T8:− -M5:−',
    // 48 V straight to the one drive that runs on it.
    '-T1:+ -T7:V+',
    '-T1:− -T7:V−',
  ],
  // Everything of the new box, up to the plug that was there.
  whinchat: [
    '-X1:L -Q1:1',
    '-X1:N -Q1:3',
    '-Q1:2 -F1:1',
    '-Q1:4 -F1:3',
    '-F1:2 -R1:L1',
    '-F1:4 -R1:N1',
    '-R1:L2 -T1:L',
    '-R1:N2 -T1:N',
    '-T1:L -T2:L',
    '-T1:N -T2:N',
    ...[3, 4, 5].flatMap((n) => [`-T1:+ -T${n}:V+`, `-T1:− -T${n}:V−`]),
    ...[3, 4, 5].flatMap((n, i) => ['A', 'A′', 'B', 'B′'].map((w, k) => `-T${n}:${w} -X3:${4 * i + k + 1}a`)),
    ...[17, 18, 19].map((n) => `-X2:PE -X3:${n}a`),
    ...[34, 36, 38].map((n) => `-K1:0V -X3:${n}a`),
    ...[35, 37, 39].map((n, i) => `-X3:${n}a -K1:J${i + 1}`),
  ],
  pipit: [
    '-X1:L -Q1:1',
    '-X1:N -Q1:3',
    '-Q1:2 -F1:1',
    '-Q1:4 -F1:3',
    '-F1:2 -R1:L1',
    '-F1:4 -R1:N1',
    // Hand tool and vacuum ahead of the filter, each by a switch that parts both poles.
    '-F1:2 -Q2:1',
    '-F1:4 -Q2:3',
    '-Q2:2 -M1:L',
    '-Q2:4 -M1:N',
    '-F1:2 -Q3:1',
    '-F1:4 -Q3:3',
    '-Q3:2 -M5:L',
    '-Q3:4 -M5:N',
    // 48, 24 and 12 V looped.
    '-R1:L2 -T1:L',
    '-R1:N2 -T1:N',
    '-T1:L -T5:L',
    '-T1:N -T5:N',
    '-T5:L -T6:L',
    '-T5:N -T6:N',
    // Four fans by way of the strips.
    '-T5:+ -X5:IN',
    '-T5:− -X6:IN',
    ...[1, 2, 3, 4].flatMap((n) => [`-X5:F -E${n}:+`, `-X6:OUT -E${n}:−`]),
    // Two lights: the switch parts the plus.
    '-T6:+ -Q4:1',
    '-Q4:2 -P1:+',
    '-T6:− -P1:−',
    '-T6:+ -Q5:1',
    '-Q5:2 -P2:+',
    '-T6:− -P2:−',
  ],
};
describe.each(names)('%s', (name) => {
  const file = machines[name];
  const { design } = file;
  const planned = Object.values(design.conductors).map(
    (c) => `${terminalName(design, c.from)} ${terminalName(design, c.to)}`,
  );
  it.each(leads[name])('is led from %s', (lead) => expect(planned).toContain(lead));
  it('nothing else is led from what gives power there', () => {
    // Where the one motor supply feeds all, -T1 counts; elsewhere it is led as a motor supply is.
    const gives: Partial<Record<BuildName, RegExp>> = {
      avocet: /^-(F\d|Q\d|R1|T1|X1|X3|X4):(?!PE|\d)/,
      fieldfare: /^-(F\d|Q\d|R\d|T5|T6|X1):(?!PE)/,
      wheatear: /^-(F\d|Q\d|R1|T1|X1):(?!PE)/,
      whinchat: /^-(F\d|Q\d|R1|T1|X1):(?!PE)/,
    };
    const given = gives[name] ?? /^-(F\d|Q\d|R1|T8|X1):(?!PE)/;
    const more = planned.filter((lead) => given.test(lead) && !leads[name].includes(lead));
    expect(more).toEqual([]);
  });
  it('plans nothing anew, and is read again as it was written', () => {
    const { changes, conflicts } = deriveFigures(design).replanned;
    expect([changes, conflicts]).toEqual([[], []]);
    expect(readMachineFile(writeMachineFile(file))).toEqual({ ok: true, value: { file, told: [] } });
  });
  it('finds its datum in Practice, all axes that have a switch', () => {
    const r = rigOf(file);
    r.referenced();
    const s = r.look();
    expect(r.sim.controller.state).toBe('at-rest');
    for (const [id, axis] of Object.entries(design.axes))
      if (axis.reference.method === 'switch')
        expect([id, s.axes.find((a) => a.id === id)?.referenced]).toEqual([id, true]);
  });
});

it('drives on the mains: the peak of the sine is their bus, and the stop takes their torque', () => {
  const { design } = machines.bullfinch;
  const x = deriveFigures(design).axes.find((a) => a.id === 'x')!.drives[0]!.torque;
  // √2 · 230 V = 325 V, above the 310 V for which the motor is wound: rated speed up to its rated torque’s knee.
  expect(x.known && x.value.motor.curve).toMatchObject({ kind: 'servo', kneeRpm: 3000, topRpm: 5000, peakNm: 1.92 });
  const low = edited(machines.bullfinch, {
    name: 'set-field',
    args: { path: 'mainsVoltage', value: { entered: 115, unit: 'V', source: 'entered' } },
  });
  const { axes, stop } = deriveFigures(low.design);
  const slow = axes.find((a) => a.id === 'x')!.drives[0]!.torque;
  // √2 · 115 V = 162.6 V of 310: 52 % of the speed; and the mains rule says that it is too low for them.
  expect(slow.known && slow.value.motor.curve.kind === 'servo' && slow.value.motor.curve.kneeRpm).toBeCloseTo(
    1573.9,
    0,
  );
  expect(said(low)).toContain('mains-voltage:driver-x-0');
  expect([...stop.moved].sort()).toEqual(['driver-a-0', 'driver-x-0', 'driver-y-0', 'driver-z-0']);
  expect([...stop.kept]).toEqual(['driver-a-0']);
});

it('a contactor that follows another: the spindle drive has its mains only while the first one holds', () => {
  const { stop, network, design } = deriveFigures(machines.fieldfare.design);
  expect([...stop.held].sort()).toEqual(['contactor/coil', 'stop-contactor/coil']);
  expect([...stop.pressed.energised]).toEqual([]);
  const living = new LivingMachine(design, network);
  expect([living.spindleFed(stop.rest), living.spindleFed(living.at({ held: stop.held }))]).toEqual([true, true]);
  expect(living.spindleFed(stop.pressed)).toBe(false);
  expect([...stop.moved].sort()).toEqual(['driver-x-0', 'driver-z-0']);
  expect([...stop.kept]).toEqual([]);
});

it('a hand tool on its own switch turns when it is switched on, and no stop of the control reaches it', () => {
  const r = rigOf(machines.pipit);
  r.sim.act({ type: 'spindle', direction: 1, rpm: 20_000 });
  r.sim.run(10_000);
  expect(r.look().spindle!.rpm).toBeGreaterThan(1000);
  r.sim.act({ type: 'press', device: 'device-stop', down: true });
  r.sim.run(10_000);
  expect(r.look().spindle!.rpm).toBeGreaterThan(1000);
  // With its switch open it stands.
  const open = rigOf(
    edited(
      machines.pipit,
      { name: 'set-jumper', args: { part: 'breaker', jumper: 'pole-1', closed: false } },
      { name: 'set-jumper', args: { part: 'breaker', jumper: 'pole-2', closed: false } },
    ),
  );
  open.sim.act({ type: 'spindle', direction: 1, rpm: 20_000 });
  open.sim.run(10_000);
  expect(open.look().spindle!.rpm).toBe(0);
});

it('a breaker carries what hangs behind it: the second supply its light and its pump, and no drive', () => {
  const figures = deriveFigures(machines.bullfinch.design);
  // 0.42 A and 1.2 A at 24 V; from the mains 1.62 A · 24 V / (0.85 · 0.6 · 230 V).
  expect(carriedBy(figures, 'supply')!.amps).toBeCloseTo(1.62, 6);
  const all = carriedBy(figures, 'mains-breaker')!.amps;
  const own = carriedBy(figures, 'breaker')!.amps;
  expect(own).toBeCloseTo((1.62 * 24) / (0.85 * 0.6 * 230), 6);
  expect(all).toBeGreaterThan(own);
  expect(
    distributionOf(figures.design)
      .loadsOf('motor-supply')
      .map((l) => l.part),
  ).toEqual(['driver-a-0']);
});

it('what goes to the gantry goes through one plug: each contact has one lead on either side', () => {
  const { conductors, parts } = machines.wheatear.design;
  const plug = Object.keys(parts).find((id) => parts[id]!.setup.alsoIn)!;
  const at = (side: 'a' | 'b') =>
    Object.values(conductors)
      .flatMap((c) => [c.from, c.to])
      .filter((t) => t.part === plug && t.terminal.startsWith(side))
      .map((t) => t.terminal.slice(2));
  // Three motors: four ends of windings and an earth each.
  const fifteen = Array.from({ length: 15 }, (_, i) => String(i + 1));
  expect(at('a').sort((x, y) => +x - +y)).toEqual(fifteen);
  expect(at('b').sort((x, y) => +x - +y)).toEqual(fifteen);
  const earths = Object.values(conductors).filter((c) => c.to.part === plug && c.from.part === 'earth-bar');
  expect(earths.map((c) => c.colour)).toEqual(['GNYE', 'GNYE', 'GNYE']);
  const far = (cable: string) =>
    farPart(machines.wheatear.design, deriveFigures(machines.wheatear.design).wires, cable);
  expect(['Motor X', 'Motor Y right', 'Motor Z'].map(far)).toEqual(['motor-x-0', 'motor-y-1', 'motor-z-0']);
});
it('the fourth motor finds no room in that plug', () => {
  const refused = applyCommand(
    machines.wheatear,
    { name: 'share-connector', args: { cable: 'Motor Y left', part: 'connector-1' } },
    '2026-03-03T10:00:00.000Z',
  );
  expect(refused.ok ? '' : refused.error[0]!.what).toBe('-X3 has 1 free contact; Motor Y left has 5 conductors.');
});
it('one cable of three is led past the plug: the others keep to it, and the motor has its leads straight again', () => {
  const after = edited(
    machines.wheatear,
    { name: 'leave-connector', args: { cable: 'Motor Y right', part: 'connector-1' } },
    { name: 'plan-wiring', args: {} },
  );
  const { conductors, parts } = after.design;
  expect(parts['connector-1']!.setup).toMatchObject({ insertedIn: 'Motor X', alsoIn: ['Motor Z'] });
  const ends = Object.values(conductors).filter((c) => c.cable === 'Motor Y right');
  expect(ends).toHaveLength(5);
  expect(ends.flatMap((c) => [c.from.part, c.to.part])).not.toContain('connector-1');
  expect(Object.values(conductors).filter((c) => c.to.part === 'connector-1')).toHaveLength(10);
  expect(deriveFigures(after.design).replanned).toEqual({ changes: [], conflicts: [] });
  const refused = (cable: string, file = after) => {
    const r = applyCommand(
      file,
      { name: 'leave-connector', args: { cable, part: 'connector-1' } },
      '2026-03-03T10:00:00.000Z',
    );
    return r.ok ? '' : r.error[0]!.what;
  };
  expect(refused('Motor Y right')).toMatch(/does not run through/);
  const one = edited(after, { name: 'leave-connector', args: { cable: 'Motor X', part: 'connector-1' } });
  expect(refused('Motor Z', one)).toMatch(/divides no other cable/);
});
it('one direction signal for both sides of the gantry, and in Practice they move together', () => {
  const { settings } = deriveFigures(machines.wheatear.design);
  expect(settings.filter((s) => s.key.startsWith('axis/y/direction')).map((s) => s.key)).toEqual([
    'axis/y/direction-0',
  ]);
  const r = rigOf(machines.wheatear);
  r.referenced();
  const sides = () => [r.truePosition('y'), r.truePosition('y', 1)] as const;
  const before = sides();
  r.sim.act({ type: 'jog', axis: 'y', direction: 1, share: 1, override: false });
  r.sim.run(20_000);
  // Both to plus, and level: turned round in its wiring, the right motor goes with the left one.
  const moved = sides().map((at, i) => at - before[i]!);
  expect(moved[0]).toBeGreaterThan(5);
  expect(moved[1]).toBeCloseTo(moved[0]!, 1);
});

it.each(names)('%s: what the inlet carries is what hangs on the mains, part by part', (name) => {
  const figures = deriveFigures(machines[name].design);
  const tree = distributionOf(figures.design);
  const onMains = Object.keys(figures.design.parts).filter(
    (id) => tree.wayTo(id, 'mains').source?.part === 'mains-inlet',
  );
  const supplies = onMains.filter((id) => figures.design.parts[id]!.data.class === 'supply');
  const others = onMains.filter((id) => !supplies.includes(id));
  const drawn = others.reduce((sum, id) => sum + drawnAt(figures, id, 'mains')!, 0);
  const bySupplies = mainsThrough(figures, 'mains-inlet').filter((d) => supplies.includes(d.part));
  const all = drawn + bySupplies.reduce((sum, d) => sum + d.amps, 0);
  expect(carriedBy(figures, 'mains-inlet')!.amps).toBeCloseTo(all, 9);
  if (name === 'wheatear') {
    // 400 W at the shaft of a small spindle take 2 to 5 A of 230 V.
    expect(drawnAt(figures, 'spindle-drive', 'mains')).toBeGreaterThan(2);
    expect(drawnAt(figures, 'spindle-drive', 'mains')).toBeLessThan(5);
  }
});
it('an old router behind its plug: what was found stays as it was, and unplugged nothing new touches it', () => {
  const { conductors, parts } = machines.whinchat.design;
  const old = Object.values(conductors).filter((c) => c.origin === 'as-found');
  // Three motors with four leads and an earth, three switches with two.
  expect(old).toHaveLength(3 * 5 + 3 * 2);
  const behind = new Set(old.map((c) => c.to.part));
  const bare = Object.values(conductors)
    .filter((c) => c.origin !== 'as-found')
    .flatMap((c) => [c.from, c.to])
    .filter((t) => behind.has(t.part) || (t.part === 'connector' && !t.terminal.startsWith('a-')));
  expect(bare).toEqual([]);
  expect(parts.connector!.data.class === 'connector' && parts.connector!.data.rows).toEqual([17, 16, 17]);
  // Without the plug’s links a motor reaches nothing but its own contacts.
  const pulled = { ...parts, connector: { ...parts.connector!, elements: {} } };
  const network = buildNetwork(pulled, conductors);
  const { netOf } = circuitryOf(network);
  const net = (part: string, terminal: string) => netOf[network.nodeOf({ part, terminal })!];
  expect(net('motor-x-0', 'a-plus')).toBe(net('connector', 'b-1'));
  expect(net('motor-x-0', 'a-plus')).not.toBe(net('driver-x-0', 'a-plus'));
});
