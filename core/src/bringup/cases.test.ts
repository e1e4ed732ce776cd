import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { instancesOf, stepsOf } from './graph';
import { scaleMoves } from './kinds/measuring/scale';
import { tests } from './list';
import { judge } from './record';
import type { Readings } from './testKind';

const mm = (n: number) => quantity(n, 'mm', 'measured');
const ohm = (n: number) => quantity(n, 'Ω', 'measured');
const n1 = (n: number) => quantity(n, '1', 'measured');
const prepared = (file: MachineFile) => {
  const made = { design: file.design, figures: deriveFigures(file.design) };
  return { made, instances: instancesOf(made, tests) };
};
const machines = { dunnock: prepared(dunnock()), wren: prepared(wren()), plover: prepared(plover()) };

function judged(machine: keyof typeof machines, key: string, readings: Readings) {
  const { made, instances } = machines[machine];
  return judge(
    instances.find((i) => i.key === key)!,
    readings,
    made,
    defaultDisplay,
  );
}
/** What the first way out does: the path it sets, the part it works on. */
const firstWay = (j: ReturnType<typeof judged>): string => {
  const p = j.proposals?.[0];
  return p === undefined ? '' : 'command' in p ? JSON.stringify(p.command) : p.rework.subject;
};

/** A lathe's slide that goes twice as far as it was told. */
const plover2 = scaleMoves(machines.plover.made, { id: 'x', name: 'X', axis: 'x' }).map(
  (v, i) => [`at-${i}`, mm(2 * v.commanded)] as const,
);

describe('worked by hand', () => {
  it.each<[keyof typeof machines, string, Readings, 'passed' | 'failed' | 'not-judged', RegExp, RegExp]>([
    // Ten turns of a chuck: counted right with one index each; as a quarter of them; twice with twice the index; twice the index alone.
    ['plover', 'spindle-count/machine', { turns: n1(10.02), indexes: n1(10) }, 'passed', /counted as 10\.02/, /^$/],
    [
      'plover',
      'spindle-count/machine',
      { turns: n1(2.5), indexes: n1(10) },
      'failed',
      /0\.25 times its lead/,
      /parts\./,
    ],
    [
      'plover',
      'spindle-count/machine',
      { turns: n1(20), indexes: n1(20) },
      'failed',
      /turns 2 times as often/,
      /parts\./,
    ],
    [
      'plover',
      'spindle-count/machine',
      { turns: n1(10), indexes: n1(20) },
      'failed',
      /begin at several places/,
      /parts\./,
    ],
    ['plover', 'spindle-count/machine', { turns: n1(0), indexes: n1(0) }, 'failed', /counts nothing/, /^$/],
    ['plover', 'spindle-count/machine', { turns: n1(7), indexes: n1(20) }, 'failed', /More than one thing/, /parts\./],
    [
      'dunnock',
      'switch-contact/device-stop',
      { free: 'open', pressed: 'closed' },
      'failed',
      /normally open; the circuit was planned for a normally closed/,
      /parts\.device-stop/,
    ],
    [
      'dunnock',
      'switch-contact/device-stop',
      { free: 'closed', pressed: 'closed' },
      'failed',
      /stays closed whether/,
      /parts\.device-stop/,
    ],
    ['dunnock', 'earth/motor-supply', { ohm: ohm(0.08) }, 'passed', /within/, /^$/],
    ['dunnock', 'earth/motor-supply', { ohm: ohm(0.4) }, 'failed', /more than 0.1/, /parts\.motor-supply/],
    [
      'dunnock',
      'shorts/motor-supply',
      { across: ohm(3), frame: ohm(2e6) },
      'failed',
      /Do not switch it on/,
      /parts\.motor-supply/,
    ],
    [
      'dunnock',
      'coils/x-0',
      { a: ohm(1e6), b: ohm(1e6), between: 'some', frame: 'none' },
      'failed',
      /split over both phases/,
      /parts\.motor-x-0/,
    ],
    [
      'dunnock',
      'coils/x-0',
      { a: ohm(1.1), b: ohm(2.2), between: 'none', frame: 'none' },
      'failed',
      /should be alike/,
      /^$/,
    ],
    [
      'dunnock',
      'supply/motor-supply',
      { volts: quantity(-36, 'V'), selector: 'right' },
      'failed',
      /wrong way round/,
      /^$/,
    ],
    [
      'dunnock',
      'supply/motor-supply',
      { volts: quantity(39, 'V'), selector: 'right' },
      'failed',
      /39.*plate says 36/,
      /outputVoltage/,
    ],
    [
      'dunnock',
      'drive-set/x-0',
      { pulses: n1(3200), current: quantity(4, 'A') },
      'failed',
      /0.5 times as long/,
      /parts\.driver-x-0\.setup/,
    ],
    [
      'dunnock',
      'input/device-limit-x-plus',
      { rest: 'dark', pressed: 'limit-y-plus' },
      'failed',
      /X plus limit arrives at the input of Y plus limit: swap the conductors on -K1 A2 and -K1 A5/,
      /circuits\.limit-x-plus/,
    ],
    [
      'dunnock',
      'input/device-limit-x-plus',
      { rest: 'lit', pressed: 'limit-x-plus' },
      'failed',
      /wrong way round/,
      /parts\.device-limit-x-plus/,
    ],
    [
      'dunnock',
      'input/device-limit-x-plus',
      { rest: 'lit', pressed: 'none', bridge: 'answers' },
      'failed',
      /the switch is at fault/,
      /parts\.device-limit-x-plus/,
    ],
    [
      'dunnock',
      'input/device-limit-x-plus',
      { rest: 'lit', pressed: 'none', bridge: 'silent' },
      'failed',
      /between the switch and the input/,
      /circuits\.limit-x-plus/,
    ],
    [
      'dunnock',
      'input/device-limit-x-plus',
      { rest: 'flickers', pressed: 'limit-x-plus' },
      'failed',
      /flickers/,
      /circuits\.limit-x-plus/,
    ],
    [
      'dunnock',
      'stop-chain/device-stop',
      { torque: 'held', told: 'yes', stays: 'yes', again: 'yes' },
      'failed',
      /keep their torque/,
      /circuits\.stop/,
    ],
    [
      'dunnock',
      'stop-chain/device-stop',
      { torque: 'free', told: 'yes', stays: 'no', again: 'yes' },
      'failed',
      /starts by itself/,
      /circuits\.stop/,
    ],
    [
      'dunnock',
      'first-move/y-1',
      { result: 'reversed' },
      'failed',
      /Y right turns the other way/,
      /axes\.y\.drives\.1\.invertedInWiring.*true/,
    ],
    ['dunnock', 'first-move/x-0', { result: 'hums' }, 'failed', /current and does not turn/, /axes\.x\.drives\.0/],
    [
      'dunnock',
      'gantry-together/y',
      { 'moved-0': mm(10), 'moved-1': mm(-10) },
      'failed',
      /right end goes the other way/,
      /axes\.y\.drives\.1\.invertedInWiring/,
    ],
    [
      'dunnock',
      'gantry-together/y',
      { 'moved-0': mm(7.4), 'moved-1': mm(10) },
      'failed',
      /one end stays behind/,
      /axes\.y\.drives\.0/,
    ],
    [
      'dunnock',
      'reference-direction/x',
      { went: 'away', answered: 'on' },
      'failed',
      /set to the wrong end/,
      /set-datum-corner.*"x":"plus"/,
    ],
    // Rest is 3 of back-off beyond the trip at 20: 23 from the stop; found at 25, so the trip is at 22.
    [
      'dunnock',
      'reference-run/x',
      { result: 'found', toStop: mm(25) },
      'failed',
      /rests 25.*the file has 23/,
      /tripFromStop.*"entered":22/,
    ],
    ['dunnock', 'link/host', { seen: 'dark', result: 'none' }, 'failed', /does not find/, /parts\.host/],
    ['dunnock', 'link/host', { seen: 'answers', result: 'taken' }, 'failed', /Another program holds the port/, /^$/],
    ['dunnock', 'link/host', { result: 'holds' }, 'passed', /holds/, /^$/],
    [
      'dunnock',
      'firmware/controller',
      { version: '2.1', kept: 'no', flashed: 'yes', read: 'no' },
      'failed',
      /Keep its settings first.*Read its settings again/,
      /^$/,
    ],
    [
      'dunnock',
      'firmware/controller',
      { version: '2.1', kept: 'file', flashed: 'no' },
      'passed',
      /Version 2\.1, its settings are kept/,
      /^$/,
    ],
    // A screw of 10 mm: two turns and a half are 25 mm, and the file has 20.
    ['dunnock', 'trip-by-hand/device-limit-x-plus', { by: 'turns', turns: n1(2) }, 'passed', /20\smm before/, /^$/],
    [
      'dunnock',
      'trip-by-hand/device-limit-x-plus',
      { by: 'turns', turns: n1(2.5) },
      'failed',
      /trips 25\smm before the stop; the file has 20/,
      /device-limit-x-plus\.mount\.tripFromStop.*"entered":25/,
    ],
    // 3.5 mm until it clears and 3 mm of back-off: 4.5 mm, to half a millimetre and with one to spare.
    [
      'dunnock',
      'trip-by-hand/device-limit-and-reference-x',
      { by: 'rule', way: mm(20), wayBack: mm(3.5) },
      'failed',
      /clears only after 3\.5\smm; the back-off is 3\smm/,
      /reference\.backOff.*"entered":4\.5/,
    ],
    ['dunnock', 'gantry-ends/y', { left: mm(20), right: mm(20.1) }, 'passed', /within 0\.1/, /^$/],
    [
      'dunnock',
      'gantry-ends/y',
      { left: mm(20), right: mm(21) },
      'failed',
      /right end rests 1\smm too far to plus/,
      /./,
    ],
    // The plates stand so: nothing is out of square.
    ['dunnock', 'gantry-ends/y', { left: mm(20), right: mm(21), plates: mm(-1) }, 'passed', /alike/, /^$/],
    // The far switch trips at 620 − 20 − 3 of back-off = 597 in machine position.
    ['dunnock', 'envelope/x', { reached: mm(594) }, 'failed', /3\smm less than entered/, /tripFromStop.*"entered":23/],
    [
      'dunnock',
      'envelope-proof/x',
      { beyond: 'moved', inside: 'allowed' },
      'failed',
      /beyond the edge was started/,
      /^$/,
    ],
    [
      'dunnock',
      'scale/x',
      { 'at-0': mm(100), 'at-1': mm(200), 'at-2': mm(300), 'at-3': mm(200), 'at-4': mm(100), 'at-5': mm(0) },
      'failed',
      /2 times: a wrong setting/,
      /parts\.driver-x-0\.setup/,
    ],
    [
      'dunnock',
      'scale/x',
      { 'at-0': mm(50.05), 'at-1': mm(100.1), 'at-2': mm(150.15), 'at-3': mm(100.1), 'at-4': mm(50.05), 'at-5': mm(0) },
      'failed',
      /more than the readings scatter/,
      /axis\/x\/scale.*159\.84/,
    ],
    [
      'dunnock',
      'backlash/x',
      Object.fromEntries([0.2, 0.21, 0.2, 0.19, 0.2].map((v, i) => [`back-${i}`, mm(v)])),
      'failed',
      /0.2.*more than 0.08/,
      /axes\.x\.transmission/,
    ],
    // Stopped by a limit on the way: no slope can be told, and nothing passes by knowing nothing.
    [
      'dunnock',
      'scale/x',
      { 'at-0': mm(100), 'at-1': mm(180), 'at-2': mm(180), 'at-3': mm(180), 'at-4': mm(180), 'at-5': mm(180) },
      'failed',
      /scatter too much/,
      /parts\.driver-x-0\.setup/,
    ],
    [
      'dunnock',
      'backlash/x',
      Object.fromEntries([0.2, -0.2, 0.1, -0.1, 0].map((v, i) => [`back-${i}`, mm(v)])),
      'failed',
      /scatter more/,
      /^$/,
    ],
    [
      'dunnock',
      'squareness/y',
      { by: 'edge', across: mm(100), left: mm(0), right: mm(0.5), read: mm(0.5) },
      'not-judged',
      /too coarse/,
      /^$/,
    ],
    [
      'dunnock',
      'supply-load/motor-supply',
      { lowest: quantity(20, 'V') },
      'failed',
      /falls to 20/,
      /parts\.motor-supply/,
    ],
    [
      'dunnock',
      'squareness/y',
      { by: 'edge', across: mm(600), left: mm(0), right: mm(0.9) },
      'failed',
      /right end is 1.17\smm too far to plus/,
      /device-limit-and-reference-y-right/,
    ],
    [
      'dunnock',
      'squareness/y',
      { by: 'diagonals', across: mm(560), d1: mm(942.4), d2: mm(942.4) },
      'passed',
      /Square within/,
      /^$/,
    ],
    [
      'dunnock',
      'repeatability/x',
      Object.fromEntries([0, 0.01, -0.01, 0, 0.01].map((v, i) => [`run-${i}`, mm(v)])),
      'passed',
      /repeats to 0.033/,
      /^$/,
    ],
    [
      'dunnock',
      'heat/machine',
      // 4 A peak of 4 A rated: half the losses of the rating, 40 K, and 10 K for the iron.
      { warmest: 'x-0', motor: quantity(56, 'K'), cabinet: quantity(9, 'K'), current: quantity(3, 'A') },
      'failed',
      /X gets 56.*more than 50/,
      /^$/,
    ],
    [
      'dunnock',
      'heat/machine',
      { warmest: 'x-0', motor: quantity(62, 'K'), cabinet: quantity(9, 'K'), current: quantity(3, 'A') },
      'failed',
      /no more than 50.*more flows/,
      /parts\.driver-x-0/,
    ],
    [
      'wren',
      'heat/machine',
      { warmest: 'x-0', motor: quantity(55, 'K'), cabinet: quantity(9, 'K'), current: quantity(1, 'A') },
      'failed',
      /X gets 55.*more than 50/,
      /idleCurrent/,
    ],
    [
      'dunnock',
      'earth/motor-x-0',
      // 4 m of 0.75 mm² and the inlet’s own: copper alone stands near the old round figure of a tenth of an ohm.
      { ohm: quantity(0.15, 'Ω') },
      'passed',
      /within 0.2/,
      /^$/,
    ],
    ['dunnock', 'earth/motor-x-0', { ohm: quantity(3, 'Ω') }, 'failed', /more than 0.2/, /parts\.motor-x-0/],
    [
      'dunnock',
      'speed/x',
      // The model has 256 mm/s here and asks for less each time: nothing held down to a quarter of it.
      Object.fromEntries(
        [205, 115, 86, 74, 69, 66].flatMap((v, i) => [
          [`value-${i}`, quantity(v, 'mm/s')],
          [`held-${i}`, 'no'],
        ]),
      ),
      'failed',
      /loses steps even at a quarter/,
      /axes\.x\.drives\.0/,
    ],
    ['dunnock', 'probe/device-probe', { lamp: 'dark' }, 'failed', /does not close/, /^$/],
    ['dunnock', 'link/host', { result: 'drops' }, 'failed', /breaks off/, /parts\.host/],
    ['dunnock', 'labels/machine', { result: 'alike' }, 'passed', /say the same/, /^$/],
    [
      'dunnock',
      'labels/machine',
      { result: 'differs', part: 'controller' },
      'failed',
      /-K1 Teasel 6.*labelled differently/,
      /parts\.controller/,
    ],
    ['dunnock', 'seating/machine', { result: 'wrong' }, 'passed', /no power yet, so it is whole/, /^$/],
    ['dunnock', 'couplings/x-0', { result: 'loose' }, 'failed', /slips/, /axes\.x\.drives\.0/],
    ['dunnock', 'logic/machine', { result: 'hot' }, 'failed', /Switch off now/, /^$/],
    ['dunnock', 'enable/x-0', { result: 'free' }, 'failed', /no torque/, /axes\.x\.drives\.0|parts\.driver-x-0/],
    [
      'dunnock',
      'brake/z-0',
      { drop: mm(6), sag: mm(0.1) },
      'failed',
      /comes down 6\smm at the stop/,
      /parts\.motor-z-0/,
    ],
    ['dunnock', 'brake/z-0', { drop: mm(0.4), sag: mm(0.1) }, 'passed', /It holds: 0.4/, /^$/],
    // A tenth of 120 mm/s: reaction of a quarter of a second and a ramp of some tenths of a millimetre.
    ['dunnock', 'stop-moving/x', { way: mm(3), again: 'rest' }, 'passed', /At rest after 3\smm/, /^$/],
    ['dunnock', 'stop-moving/x', { way: mm(60), again: 'rest' }, 'failed', /runs on 60\smm/, /^$/],
    ['dunnock', 'stop-moving/x', { way: mm(3), again: 'moves' }, 'failed', /moves on by itself/, /^$/],
    [
      'dunnock',
      'noise-in-motion/machine',
      { tripped: 'limit-x-plus' },
      'failed',
      /X plus limit trips by itself/,
      /circuits\.limit-x-plus/,
    ],
    [
      'dunnock',
      'acceleration/x',
      // A first trial above the ceiling of the model is not asked for; one that held tells the next.
      { 'value-0': quantity(900, 'mm/s²'), 'held-0': 'yes' },
      'not-judged',
      /^Trial 1 does not count: say that the control was set.*Next trial: /s,
      /^$/,
    ],
    [
      'dunnock',
      'accuracy/x',
      // Each target off by 10 µm one way and 30 µm the other, without scatter: B 0.02, A 0.02, R 0.02.
      Object.fromEntries(
        [0, 1, 2].flatMap((k) =>
          [0, 1, 2, 3, 4].flatMap((i) => [
            [`up-${k}-${i}`, mm(0.01)],
            [`down-${k}-${i}`, mm(0.03)],
          ]),
        ),
      ),
      'passed',
      /Accuracy A 0.02\smm, repeatability R 0.02\smm both ways and 0\smm one way, reversal B 0.02\smm/,
      /^$/,
    ],
    ['dunnock', 'tuning/z-0', { result: 'hunts' }, 'failed', /It hunts/, /parts\.driver-z-0\.setup/],
    [
      'dunnock',
      'spindle/machine',
      {
        turns: 'right',
        stop: 'stops',
        ...Object.fromEntries([25, 50, 100].map((n) => [`rpm-${n}`, quantity(240 * n * 0.8, 'rpm')])),
      },
      'failed',
      /4800\srpm where 6000\srpm were asked/,
      /parts\.spindle-drive/,
    ],
    [
      'dunnock',
      'spindle/machine',
      {
        turns: 'wrong',
        stop: 'ignores',
        ...Object.fromEntries([25, 50, 100].map((n) => [`rpm-${n}`, quantity(240 * n, 'rpm')])),
      },
      'failed',
      /wrong way.*leaves it running/,
      /parts\.spindle-drive/,
    ],
    ['dunnock', 'first-program/machine', { shape: 'mirrored', pause: 'good' }, 'failed', /plus at the wrong end/, /^$/],
    ['dunnock', 'first-program/machine', { shape: 'right', pause: 'lost' }, 'failed', /pause loses its place/, /^$/],
    ['dunnock', 'temporary/machine', { found: 'none', limits: 'off' }, 'failed', /limits are off/, /^$/],
    [
      'plover',
      'scale/x',
      Object.fromEntries(plover2),
      'failed',
      /2 times: a wrong setting/,
      /stepsPerRevolution|setup/,
    ],
    ['wren', 'index-pulse/x', { turns: n1(0.02) }, 'failed', /near to the trip point/, /axes\.x\.drives\.0/],
    ['wren', 'noise-with-spindle/machine', { tripped: 'none' }, 'passed', /Nothing tripped/, /^$/],
  ])('%s %s', (machine, key, readings, verdict, says, way) => {
    const j = judged(machine, key, readings);
    expect(j.verdict).toBe(verdict);
    expect(j.says.join(' ')).toMatch(says);
    expect(firstWay(j)).toMatch(way);
  });
});

it('about thirty kinds or more, made from the machine: a router has a gantry to square, a mill an index, and neither what it lacks', () => {
  const kinds = (m: keyof typeof machines) => new Set(machines[m].instances.map((i) => i.test.kind));
  expect(tests.length).toBeGreaterThanOrEqual(30);
  expect(kinds('dunnock').has('squareness')).toBe(true);
  expect(kinds('wren').has('squareness')).toBe(false);
  expect(kinds('wren').has('index-pulse')).toBe(true);
  expect(kinds('dunnock').has('index-pulse')).toBe(false);
});

it('ways are told in the units of whoever reads them, and a lathe’s diameter is told apart from its slide’s way', () => {
  const at = (m: keyof typeof machines, key: string) => machines[m].instances.find((i) => i.key === key)!;
  const { test, subject } = at('dunnock', 'scale/x');
  const inch = { ...defaultDisplay, system: 'inch' as const };
  expect(test.fields(machines.dunnock.made, subject, {}, inch)[0]!.title).toMatch(
    /^1\.9\d*\sin commanded, coming from minus$/,
  );
  expect(stepsOf(at('plover', 'scale/x'), machines.plover.made, defaultDisplay).at(-1)).toMatch(/X as a diameter/);
  expect(stepsOf(at('plover', 'scale/z'), machines.plover.made, defaultDisplay).join()).not.toMatch(/diameter/);
});

it('every test can be reached: whatever it waits for comes before it, and each caution stands on its page', () => {
  for (const { instances } of Object.values(machines))
    instances.forEach((instance, i) => {
      for (const key of instance.after) expect(instances.findIndex((x) => x.key === key)).toBeLessThan(i);
      for (const key of instance.reliesOn) expect(instances.findIndex((x) => x.key === key)).toBeLessThan(i);
    });
  for (const t of tests.filter((x) => x.phase === 'first motion' && x.kind !== 'accuracy'))
    expect(t.caution).toBeTruthy();
});
