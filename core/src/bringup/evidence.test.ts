import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { linesOfSheet } from '../dialects/lines';
import { sorrel } from '../dialects/sheets/sorrel';
import type { MachineFile } from '../machine/file';
import { withEntry } from '../machine/journal';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import type { Unit } from '../units/units';
import { minutesOf, sayStale, standings, todo } from './evidence';
import { instancesOf } from './graph';
import { tests } from './list';
import { recordOf } from './record';

const AT = '2026-03-03T10:00:00.000Z';
const madeOf = (file: MachineFile) => ({ design: file.design, figures: deriveFigures(file.design) });
const look = (file: MachineFile) => {
  const made = madeOf(file);
  return standings(made, instancesOf(made, tests), file.journal);
};
/** Everything passed, in order, each with its grounds. */
function proven(start: MachineFile): MachineFile {
  const made = madeOf(start);
  const instances = instancesOf(made, tests);
  return instances.reduce((file, instance) => {
    const all = standings(made, instances, file.journal);
    return withEntry(
      file,
      recordOf(made, instance, all, { readings: {}, judgement: { verdict: 'passed', says: ['Good.'] }, mode: 'real' }),
      AT,
    );
  }, start);
}
const base = proven(dunnock());
const edited = (file: MachineFile, ...commands: Command[]) =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, AT);
    if (!r.ok) throw new Error(r.error[0]!.what);
    return r.value.file;
  }, file);
const set = (path: string, value: number | string | boolean, unit?: Unit): Command => ({
  name: 'set-field',
  args: { path, value: unit ? quantity(value as number, unit) : value },
});
const staleIn = (file: MachineFile) =>
  look(file)
    .filter((s) => s.state === 'stale')
    .map((s) => s.instance.key);
/** Kinds by subject, those of one axis told as its letter. */
const kinds = (keys: string[]) => [...new Set(keys.map((k) => k.split('/')[0]!))].sort();

it('all passed and nothing changed: nothing is stale, nothing to do', () => {
  expect(staleIn(base)).toEqual([]);
  expect(todo(look(base)).list).toEqual([]);
});

describe('exactly what depends on an edit turns stale', () => {
  const conductor = Object.entries(dunnock().design.conductors).find(([id]) => id.startsWith('drive-x-0/'))![0];
  it.each<[string, Command, string[]]>([
    [
      'the name of a part',
      { name: 'set-part', args: { part: 'motor-x-0', set: { name: 'Another name', notes: 'a note' } } },
      [],
    ],
    ['the name of the machine', set('name', 'Other'), []],
    [
      'a colour, a state and a number of a conductor',
      { name: 'set-conductors', args: { ids: [conductor], set: { colour: 'PK', state: 'connected', notes: 'seen' } } },
      [],
    ],
    ['the same length in inches', set('axes.x.travel', 640 / 25.4, 'in'), []],
    [
      'microsteps of X',
      set('parts.driver-x-0.setup.stepsPerRevolution', 3200),
      [
        'acceleration',
        'accuracy',
        'backlash',
        'drive-set',
        'enable',
        'envelope',
        'envelope-proof',
        'first-move',
        'first-program',
        'heat',
        'reference-direction',
        'reference-run',
        'repeatability',
        'scale',
        'speed',
        'stop-moving',
      ],
    ],
    ['the acceleration of X', set('axes.x.acceleration', 500, 'mm/s²'), ['acceleration', 'speed', 'supply-load']],
    ['the mass on Y alone', set('masses.mass-3.mass', 14, 'kg'), ['acceleration', 'heat', 'speed']],
    ['the mains voltage', set('mainsVoltage', 120, 'V'), ['logic', 'supply']],
    ['how a limit is left', set('limitStrategy', 'held-override'), ['temporary']],
    [
      'the earth conductor of the inlet',
      {
        name: 'set-conductors',
        args: { ids: ['earth/inlet'], set: { to: { part: 'spindle-drive', terminal: 'pe' } } },
      },
      ['earth', 'spindle'],
    ],
    ['the width between the drive lines', set('axes.y.driveSpacing', 800, 'mm'), ['gantry-ends', 'squareness']],
  ])('%s', (_, command, expected) => {
    expect(kinds(staleIn(edited(base, command)))).toEqual(expected);
  });
  it('one axis does not make another stale', () => {
    const keys = staleIn(edited(base, set('axes.x.transmission.pitch', 5, 'mm')));
    expect(keys).toContain('scale/x');
    expect(keys.filter((k) => /\/(y|z)(-\d)?$/.test(k))).toEqual([]);
  });
  it('a wire moved to another input makes just its own input stale, and what was built on it', () => {
    const file = edited(base, {
      name: 'set-field',
      args: { path: 'circuits.limit-x-plus.filter', value: quantity(3, 'ms') },
    });
    expect(staleIn(file)).toEqual([
      'input/device-limit-x-plus',
      'noise-in-motion/machine',
      'noise-with-spindle/machine',
    ]);
  });
});

it('going back freshens, rework does not', () => {
  const slower = edited(base, set('axes.x.acceleration', 500, 'mm/s²'));
  const back = edited(slower, set('axes.x.acceleration', 600, 'mm/s²'));
  expect(staleIn(slower).length).toBeGreaterThan(0);
  expect(staleIn(back)).toEqual([]);
  const worked = withEntry(back, { kind: 'rework', subject: 'axes.x.drives.0', text: 'Coupling of X tightened' }, AT);
  const keys = staleIn(worked);
  expect(keys).toContain('couplings/x-0');
  expect(keys).toContain('scale/x');
  expect(keys).not.toContain('scale/y');
  const reason = look(worked).find((s) => s.instance.key === 'couplings/x-0')!.stale[0]!;
  expect(sayStale(reason, worked.design, (k) => k)).toBe('Since then: Coupling of X tightened');
});

it('what was built on a result that a later one denies is stale too, until it holds again', () => {
  const made = madeOf(base);
  const again = (file: MachineFile, verdict: 'passed' | 'failed', corrects?: string) => {
    const all = look(file);
    const { instance } = all.find((s) => s.instance.key === 'scale/x')!;
    const judgement = { verdict, says: ['Read anew.'] };
    const given = { readings: {}, judgement, mode: 'real' as const, ...(corrects ? { corrects } : {}) };
    return withEntry(file, recordOf(made, instance, all, given), AT);
  };
  const first = look(base).find((s) => s.instance.key === 'scale/x')!.record!;
  const denied = again(base, 'failed', first.id);
  expect(kinds(staleIn(denied))).toEqual(['acceleration', 'accuracy', 'backlash', 'first-program', 'speed']);
  const speed = look(denied).find((s) => s.instance.key === 'speed/x')!;
  expect(sayStale(speed.stale[0]!, base.design, (k) => k)).toBe(
    'It was built on “scale/x”, which has not passed since.',
  );
  expect(staleIn(again(denied, 'passed'))).toEqual([]);
});

it('a reason names the field, what it was and what it is', () => {
  const file = edited(base, set('parts.driver-x-0.setup.stepsPerRevolution', 3200));
  const scale = look(file).find((s) => s.instance.key === 'scale/x')!;
  expect(scale.stale.map((r) => sayStale(r, file.design, (k) => k))).toEqual([
    expect.stringMatching(/[Ss]teps per revolution: was 1600, is 3200\.|was \d+, is 3200/),
  ]);
});

it('to be tested again: in the right order, with its time; a test behind a stale one is locked, or opened with a reason', () => {
  const file = edited(base, set('parts.driver-x-0.setup.stepsPerRevolution', 3200));
  const { again, minutes, next } = todo(look(file));
  expect(again[0]!.instance.key).toBe('drive-set/x-0');
  expect(next!.instance.key).toBe('drive-set/x-0');
  expect(minutes).toBe(again.reduce((sum, s) => sum + s.instance.test.minutes, 0));
  const fresh = dunnock();
  const at = (f: MachineFile, key: string) => look(f).find((s) => s.instance.key === key)!;
  expect(at(fresh, 'scale/x').state).toBe('locked');
  const opened = withEntry(fresh, { kind: 'waiver', test: 'scale/x', reason: 'The axis was proven on the bench.' }, AT);
  expect(at(opened, 'scale/x')).toMatchObject({ state: 'open', waived: 'The axis was proven on the bench.' });
  const made = madeOf(opened);
  const record = recordOf(made, at(opened, 'scale/x').instance, look(opened), {
    readings: {},
    judgement: { verdict: 'passed', says: ['Good.'] },
    mode: 'real',
  });
  expect(record).toMatchObject({ despite: expect.arrayContaining(['first-move/x-0']) as string[] });
});

describe('what the control holds has moved since', () => {
  const start = edited(dunnock(), { name: 'use-name-sheet', args: { sheet: sorrel } });
  const { settings } = madeOf(start).figures;
  const right = linesOfSheet(sorrel, start.design, settings).map((l): [string, string] => [l.name, l.text]);
  const holding = (name: string, text: string) => right.map(([n, t]): [string, string] => [n, n === name ? text : t]);
  const read = (file: MachineFile, held = right) => withEntry(file, { kind: 'control', sheet: sorrel.name, held }, AT);
  const proved = proven(read(start));

  it('the envelope of X stands elsewhere: what was proven of it is stale, other axes are not, and back is fresh', () => {
    const moved = read(proved, holding('high.x', '700.000'));
    expect(kinds(staleIn(moved))).toEqual(['envelope', 'envelope-proof', 'first-program']);
    expect(staleIn(moved).filter((k) => /\/[yz]/.test(k))).toEqual([]);
    const { stale } = look(moved).find((s) => s.instance.key === 'envelope/x')!;
    const was = right.find(([n]) => n === 'high.x')![1];
    expect(sayStale(stale[0]!, moved.design, (k) => k)).toBe(
      `The control was read again: high.x (Envelope, plus end, axis X) was ${was}, is 700.000.`,
    );
    expect(staleIn(read(moved))).toEqual([]);
  });
  it('a speed counts for what a stop and a search have found; a figure written in other digits has not moved', () => {
    expect(kinds(staleIn(read(proved, holding('gain.x', '900.0'))))).toEqual([
      'acceleration',
      'heat',
      'speed',
      'stop-moving',
    ]);
    const [name, text] = right.find(([n]) => n === 'high.x')!;
    expect(staleIn(read(proved, holding(name, `${text}0`)))).toEqual([]);
  });
  it('brought to what the file needs makes nothing stale; without a reading before, the first after it counts', () => {
    expect(staleIn(read(proven(read(start, holding('high.x', '700.000')))))).toEqual([]);
    const late = read(proven(start));
    expect(staleIn(late)).toEqual([]);
    expect(kinds(staleIn(read(late, holding('high.x', '700.000'))))).toContain('envelope');
  });
});

it('rehearsals prove nothing about the real machine', () => {
  const made = madeOf(dunnock());
  const [first] = instancesOf(made, tests);
  const file = withEntry(
    dunnock(),
    recordOf(made, first!, [], { readings: {}, judgement: { verdict: 'passed', says: ['Good.'] }, mode: 'rehearsal' }),
    AT,
  );
  expect(look(file)[0]!.state).toBe('open');
});

describe('a test that looks at many asks only for what has changed', () => {
  const at = (f: MachineFile, key: string) => look(f).find((s) => s.instance.key === key)!;
  it('one switch corrected: its label again, one minute, and locked is only what hangs on that switch', () => {
    const subject = 'parts.device-stop';
    const file = withEntry(base, { kind: 'rework', subject, text: 'Another contact used' }, AT);
    const labels = at(file, 'labels/machine');
    expect(labels).toMatchObject({ state: 'stale', again: [{ id: 'device-stop' }] });
    expect(minutesOf(labels)).toBe(1);
    expect(at(file, 'switch-contact/device-stop').waitsFor).toEqual(['labels/machine']);
    const other = withEntry(base, { kind: 'rework', subject: 'parts.motor-x-0', text: 'Another motor' }, AT);
    expect(at(other, 'labels/machine').again!.map((i) => i.id)).toEqual(['motor-x-0']);
    expect(at(other, 'switch-contact/device-stop').waitsFor).toEqual([]);
    expect(at(file, 'seating/machine').waitsFor).toEqual([]);
  });
  it('a supply added: it alone is looked at, and nothing that was proven turns stale; taken away again, all holds', () => {
    const library = base.design.parts['field-supply']!.libraryKey!;
    const more = edited(base, { name: 'add-part', args: { library } });
    const spare = Object.keys(more.design.parts).find((id) => !base.design.parts[id])!;
    expect(staleIn(more)).toEqual(['labels/machine']);
    expect(at(more, 'labels/machine').again!.map((i) => i.id)).toEqual([spare]);
    expect(at(more, 'switch-contact/device-stop').waitsFor).toEqual([]);
    const proven = withEntry(
      more,
      recordOf(madeOf(more), at(more, 'labels/machine').instance, look(more), {
        readings: {},
        judgement: { verdict: 'passed', says: ['Good.'] },
        mode: 'real',
      }),
      AT,
    );
    expect(staleIn(proven)).toEqual([]);
    expect(staleIn(edited(proven, { name: 'remove-part', args: { part: spare } }))).toEqual([]);
  });
  it('what failed is done as a whole', () => {
    const all = look(base);
    const { instance } = at(base, 'labels/machine');
    const judgement = { verdict: 'failed' as const, says: ['Printed otherwise.'] };
    const failed = withEntry(
      base,
      recordOf(madeOf(base), instance, all, { readings: {}, judgement, mode: 'real' }),
      AT,
    );
    const file = withEntry(failed, { kind: 'rework', subject: 'parts.controller', text: 'Print corrected' }, AT);
    expect(at(file, 'labels/machine')).toMatchObject({ state: 'failed' });
    expect(at(file, 'labels/machine').again).toBeUndefined();
    expect(at(file, 'switch-contact/device-stop').waitsFor).toEqual(['labels/machine']);
  });
});
