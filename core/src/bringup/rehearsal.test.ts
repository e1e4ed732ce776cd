import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { HiddenFault } from '../motion/truth/hiddenFault';
import { dunnock } from '../samples/dunnock';
import { defaultDisplay } from '../units/print';
import { baseValue, quantity } from '../units/quantity';
import { instancesOf } from './graph';
import { tests } from './list';
import { judge } from './record';
import { hideableFaults } from '../motion/truth/candidates';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { afterRework, hideFaults, rehearse } from './rehearse/rehearsal';
import { revealAll, shownBy } from './rehearse/reveal';

const built = dunnock().design;
/** Readings and judgement of a test: `edits` of the belief, over a true machine that stays as it was built. */
function tried(key: string, faults: readonly HiddenFault[], edits: readonly Command[] = [], turn = 1) {
  let file = dunnock();
  for (const c of edits) {
    const r = applyCommand(file, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(r.error[0]!.what);
    file = r.value.file;
  }
  const made = { design: file.design, figures: deriveFigures(file.design) };
  const instance = instancesOf(made, tests).find((i) => i.key === key)!;
  const readings = rehearse(instance, made, { built, faults, seed: 3 }, turn);
  if (!readings.known) throw new Error(readings.missing.join());
  return { readings: readings.value, judgement: judge(instance, readings.value, made, defaultDisplay) };
}

/** Which test finds which fault, in what words; the first way out then makes it pass on the true machine. */
const instances = instancesOf({ design: built, figures: deriveFigures(built) }, tests);
describe('each fault is found by its own test, and its first way out cures it', () => {
  const conductor = Object.keys(built.conductors).find((id) => {
    const { from, to } = built.conductors[id]!;
    return [from.part, to.part].includes('device-limit-x-plus') && [from.part, to.part].includes('controller');
  })!;
  it.each<[HiddenFault, string, RegExp]>([
    [{ kind: 'motor-reversed', axis: 'y', drive: 1 }, 'first-move/y-1', /Y right turns the other way/],
    [
      { kind: 'inputs-swapped', a: 'limit-x-plus', b: 'limit-y-plus' },
      'input/device-limit-x-plus',
      /X plus limit arrives at the input of Y plus limit/,
    ],
    [{ kind: 'misprinted', a: 'limit-x-plus', b: 'limit-y-plus' }, 'labels/machine', /labelled differently/],
    [{ kind: 'contact-other-type', device: 'device-limit-x-plus' }, 'input/device-limit-x-plus', /wrong way round/],
    [
      { kind: 'stuck-switch', device: 'device-limit-x-plus', as: 'open' },
      'input/device-limit-x-plus',
      /switch is at fault/,
    ],
    [{ kind: 'wire-off', conductor }, 'input/device-limit-x-plus', /between the switch and the input/],
    [{ kind: 'pressed', device: 'device-stop' }, 'input/device-stop', /latched in/],
    [{ kind: 'other-pulses', axis: 'z', factor: 0.5 }, 'drive-set/z-0', /0.5 times as long/],
    [{ kind: 'split-coil', axis: 'x', drive: 0 }, 'coils/x-0', /split over both phases/],
    [{ kind: 'loose-coupling', axis: 'y', drive: 0, share: 0.9 }, 'couplings/y-0', /slips/],
    [{ kind: 'not-enabled', axis: 'x', drive: 0 }, 'enable/x-0', /no torque/],
    [{ kind: 'weak-supply', share: 0.1 }, 'supply-load/motor-supply', /falls to/],
    [
      { kind: 'loose-wire', circuit: 'limit-x-plus', perS: 0.5 },
      'noise-in-motion/machine',
      /X plus limit trips by itself/,
    ],
    [
      { kind: 'noise', circuit: 'limit-y-plus', perS: 0.4 },
      'noise-with-spindle/machine',
      /Y plus limit trips by itself/,
    ],
    [{ kind: 'switch-moved', device: 'device-limit-x-plus', by: 4 }, 'envelope/x', /4.* more than entered/],
    [{ kind: 'switch-moved', device: 'device-limit-and-reference-y-right', by: 2 }, 'squareness/y', /right end is 2/],
    [{ kind: 'backlash', axis: 'x', by: 0.3 }, 'backlash/x', /0\.(29|30).* more than 0.08/],
    [{ kind: 'earth-poor', part: 'motor-z-0', ohm: 3 }, 'earth/motor-z-0', /more than 0.2/],
    [{ kind: 'supply-short', part: 'field-supply', ohm: 0.4 }, 'shorts/field-supply', /Do not switch it on/],
    [{ kind: 'link-drops', perS: 0.05 }, 'link/host', /breaks off/],
  ])('%j by %s', (fault, key, says) => {
    const { judgement } = tried(key, [fault]);
    expect(shownBy(fault, instances, { built, faults: [fault], seed: 3 }).map((i) => i.key)).toContain(key);
    expect(judgement.verdict).toBe('failed');
    expect(judgement.says.join(' ')).toMatch(says);
    const way = judgement.proposals![0]!;
    const fixed = 'rework' in way ? afterRework({ built, faults: [fault], seed: 3 }, way.rework).faults : [fault];
    const edits = 'command' in way ? [way.command] : [];
    expect(tried(key, fixed, edits, 2).judgement.says.join(' ')).not.toMatch(says);
    expect(tried(key, fixed, edits, 2).judgement.verdict).toBe('passed');
  });
});

describe('belief and truth', () => {
  const reversed: HiddenFault[] = [{ kind: 'motor-reversed', axis: 'x', drive: 0 }];
  const turned: Command = { name: 'set-field', args: { path: 'axes.x.drives.0.invertedInWiring', value: true } };
  it('an edit of the file moves no motor: a signal turned round cures a reversed motor, and spoils a right one', () => {
    expect(tried('first-move/x-0', reversed).judgement.verdict).toBe('failed');
    expect(tried('first-move/x-0', reversed, [turned]).judgement.verdict).toBe('passed');
    expect(tried('first-move/x-0', [], [turned]).judgement.verdict).toBe('failed');
  });
  it('other pulses are found at the drive and by the scale, and cured by either way out', () => {
    const other: HiddenFault[] = [{ kind: 'other-pulses', axis: 'x', factor: 2 }];
    expect(tried('drive-set/x-0', other).judgement.says.join()).toMatch(/800 pulses a revolution; the file has 1600/);
    const { judgement } = tried('scale/x', other);
    expect(judgement.says.join()).toMatch(/a wrong setting, not a calibration/);
    const command = judgement.proposals!.find((p) => 'command' in p)!;
    if (!('command' in command)) throw new Error('no command');
    expect(tried('scale/x', other, [command.command]).judgement.verdict).toBe('passed');
    const rework = judgement.proposals!.find((p) => 'rework' in p)!;
    if (!('rework' in rework)) throw new Error('no rework');
    expect(afterRework({ built, faults: other, seed: 1 }, rework.rework).faults).toEqual([]);
  });
  it('rework fixes what it touches and nothing else', () => {
    const both: HiddenFault[] = [
      { kind: 'loose-coupling', axis: 'x', drive: 0, share: 0.9 },
      { kind: 'loose-coupling', axis: 'y', drive: 1, share: 0.9 },
    ];
    const way = tried('couplings/x-0', both).judgement.proposals![0]!;
    if (!('rework' in way)) throw new Error('no rework');
    expect(afterRework({ built, faults: both, seed: 1 }, way.rework).faults).toEqual([both[1]]);
  });
  it('the first program is drawn and watched: as drawn, of another size by other pulses, or not at all', () => {
    const shape = (faults: readonly HiddenFault[]) => tried('first-program/machine', faults).readings.shape;
    expect(tried('first-program/machine', []).readings).toEqual({ shape: 'right', pause: 'good' });
    expect(shape([{ kind: 'other-pulses', axis: 'x', factor: 0.5 }])).toBe('size');
    // Its way to the switch is mirrored too, so that the datum is not even found.
    expect(shape(reversed)).toBe('open');
  });
  it('the probe is touched off five times; with its conductor off nothing comes down', () => {
    const spread = tried('probe/device-probe', []).readings.spread;
    expect(typeof spread === 'object' && Number(spread.entered)).toBeLessThan(0.01);
    const off = Object.keys(built.conductors).find((id) => {
      const { from, to } = built.conductors[id]!;
      return [from.part, to.part].includes('device-probe') && [from.part, to.part].includes(built.roles.controller!);
    })!;
    expect(tried('probe/device-probe', [{ kind: 'wire-off', conductor: off }]).readings).toEqual({ lamp: 'dark' });
  });
  it('what is measured without power, or only watched: earth through the true conductors, a short, a link that breaks off', () => {
    const ohm = (key: string, faults: readonly HiddenFault[]) => {
      const v = tried(key, faults).readings;
      return Object.values(v).map((q) => (typeof q === 'object' ? Number(q.entered) : NaN))[0]!;
    };
    expect(ohm('earth/motor-x-0', [])).toBeLessThan(0.15);
    expect(ohm('earth/motor-x-0', [{ kind: 'wire-off', conductor: 'drive-x-0/protective-earth' }])).toBe(1e6);
    // A lug of one part says nothing of another.
    expect(ohm('earth/motor-x-0', [{ kind: 'earth-poor', part: 'motor-y-0', ohm: 3 }])).toBeLessThan(0.15);
    expect(ohm('shorts/motor-supply', [{ kind: 'supply-short', part: 'motor-supply', ohm: 0.4 }])).toBeLessThan(1);
    expect(tried('link/host', [{ kind: 'link-drops', perS: 0.05 }]).readings).toEqual({ result: 'drops' });
  });
  it('a travel that was entered too long or too short is measured where the carriage meets its stop', () => {
    const travel = baseValue(built.axes.z!.travel!);
    for (const [by, says] of [
      [6, /(5\.9|6|6\.0)\d*\smm less than entered/],
      [-4, /(3\.9|4|4\.0)\d*\smm more than entered/],
    ] as const) {
      const command: Command = {
        name: 'set-field',
        args: { path: 'axes.z.travel', value: quantity(travel + by, 'mm') },
      };
      const { judgement } = tried('envelope/z', [], [command]);
      expect(judgement.says.join(), String(by)).toMatch(says);
      const way = judgement.proposals!.at(-1)!;
      if (!('command' in way)) throw new Error('no command');
      expect(tried('envelope/z', [], [command, way.command]).judgement.verdict).toBe('passed');
    }
  });
  it('a moved switch is measured, and taken into the file the test passes', () => {
    const moved: HiddenFault[] = [{ kind: 'switch-moved', device: 'device-limit-and-reference-x', by: 3 }];
    const { judgement } = tried('reference-run/x', moved);
    expect(judgement.verdict).toBe('failed');
    const way = judgement.proposals![0]!;
    if (!('command' in way)) throw new Error('no command');
    expect(tried('reference-run/x', moved, [way.command]).judgement.verdict).toBe('passed');
  });
});

it('the same seed and turn read the same, another turn reads a little otherwise; the same seed hides the same', () => {
  expect(tried('scale/x', []).readings).toEqual(tried('scale/x', []).readings);
  expect(tried('scale/x', [], [], 2).readings).not.toEqual(tried('scale/x', []).readings);
  expect(hideFaults(built, 5, 7)).toEqual(hideFaults(built, 5, 7));
  expect(new Set(hideFaults(built, 5, 7).faults.map((f) => f.kind)).size).toBe(5);
});

describe('told at the end', () => {
  it('each mistake that can be hidden in a machine has a test of that machine that shows it', () => {
    for (const { design } of [dunnock(), wren(), plover()]) {
      const figures = deriveFigures(design);
      const own = instancesOf({ design, figures }, tests);
      const without = hideableFaults(design, figures.plan.inputs).filter(
        (f) => !shownBy(f, own, { built: design, faults: [], seed: 1 }).length,
      );
      expect(without).toEqual([]);
    }
  });
  it('names each of them: put right, found, or passed over, with what shows it', () => {
    const put: HiddenFault = { kind: 'motor-reversed', axis: 'x', drive: 0 };
    const found: HiddenFault = { kind: 'loose-coupling', axis: 'z', drive: 0, share: 0.9 };
    const missed: HiddenFault = { kind: 'earth-poor', part: 'motor-z-0', ohm: 3 };
    const began = { built, faults: [put, found, missed], all: [put, found, missed], seed: 3 };
    const now = afterRework(began, { subject: 'axes.x', text: '', fixes: (f) => f.kind === 'motor-reversed' });
    const record = { id: 'e-1', at: '2026-03-03T10:00:00.000Z', kind: 'record', mode: 'rehearsal' } as const;
    const told = revealAll(now, instances, [
      {
        ...record,
        test: 'couplings/z-0',
        testVersion: 1,
        dependedOn: {},
        reliedOn: [],
        readings: {},
        verdict: 'failed',
        outcome: 'slips',
      },
    ]);
    expect(told.map((t) => t.came)).toEqual(['corrected', 'found, not corrected', 'not found']);
    expect(told[2]!.shownBy.map((i) => i.test.title)).toEqual(['Protective earth']);
    expect(told[2]!.text).toMatch(/earth lug .* sits on paint/);
  });
  it('a switch is put right when it stands where it stood, not when it was merely moved', () => {
    const f: HiddenFault = { kind: 'switch-moved', device: 'device-limit-x-plus', by: 4 };
    const began = { built, faults: [f], all: [f], seed: 3 };
    const moved = (by: number) =>
      afterRework(began, { subject: 'x', text: '', fixes: () => false, moved: { device: f.device, by } });
    expect(revealAll(moved(-4), instances, [])[0]!.came).toBe('corrected');
    expect(revealAll(moved(2), instances, [])[0]!.came).toBe('not found');
  });
});
