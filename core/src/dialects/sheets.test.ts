import { readFileSync } from 'node:fs';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { withEntry } from '../machine/journal';
import { NameSheet, type SheetEntry } from '../machine/nameSheet';
import { exampleMachines } from '../samples';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { quantity } from '../units/quantity';
import { compareDump, takenFrom } from './compare';
import { words } from './contexts';
import { wordsPage } from './wordsPage';
import { linesOfSheet, type SheetLine } from './lines';
import { readDump } from './readDump';
import { sheets } from './sheets';
import { bramble } from './sheets/bramble';
import { sorrel } from './sheets/sorrel';
import { SimulatedControl } from './simulatedControl';
import { overridesFor } from './takeIn';
import { readSheet, writeSheet } from './sheetFile';
import { dumpOf, heldOf, movedBetween, snapshotsOf, type Snapshot } from './snapshots';
import { typedTexts, withoutTyped } from '../reports/typedTexts';
import { canWrite, inMenuOrder, writeBack, writeCommands } from './write';

const at = '2026-01-01T00:00:00.000Z';
const linesFor = (sheet: NameSheet, { design }: MachineFile): SheetLine[] =>
  linesOfSheet(sheet, design, deriveFigures(design).settings);
const settingsOf = ({ design }: MachineFile) => deriveFigures(design).settings;
const line = (lines: readonly SheetLine[], name: string) => lines.find((l) => l.name === name)!;
/** A sheet with one entry of this kind. */
const sheetWith = (...entries: SheetEntry[]): NameSheet => ({ ...sorrel, entries });
/** A control that was given everything. */
const told = (sheet: NameSheet, lines: readonly SheetLine[]): SimulatedControl => {
  const control = new SimulatedControl(sheet, lines);
  for (const command of writeCommands(sheet, lines).commands) expect(control.take(command)).toBeUndefined();
  return control;
};
const differences = (sheet: NameSheet, file: MachineFile, text: string) => {
  const lines = linesFor(sheet, file);
  return compareDump(lines, readDump(sheet, lines, text), settingsOf(file)).filter((d) => d.standing !== 'same');
};

describe('out to a control and back', () => {
  const machines = exampleMachines;
  it.each(machines.flatMap((m) => sheets.map((s) => [m.id, s.id, m, s] as const)))(
    '%s in the words of %s: nothing differs',
    (_, __, { make }, sheet) => {
      const file = make();
      const lines = linesFor(sheet, file);
      const written = lines.filter(canWrite);
      expect(written.length).toBeGreaterThan(file.design.axisOrder.length * 4);
      const control = told(sheet, lines);
      expect(differences(sheet, file, control.dump()).filter((d) => canWrite(d.line))).toEqual([]);
    },
  );
  it('what ships is a sheet, and each of its lines is called by one name', () => {
    for (const sheet of sheets) {
      expect(NameSheet.parse(JSON.parse(JSON.stringify(sheet)))).toEqual(sheet);
      for (const { make } of machines)
        expect(linesFor(sheet, make()).filter((l) => /Two settings/.test(l.fault ?? ''))).toEqual([]);
    }
  });
});

describe('values as a control counts them, by hand', () => {
  const file = dunnock();
  const axis = (id: string) => file.design.axes[id]!;
  const settings = new Map(settingsOf(file).map((s) => [s.key, s.value.known ? s.value.value : undefined]));
  const base = (key: string) => settings.get(key) as number;
  const lines = { sorrel: linesFor(sorrel, file), bramble: linesFor(bramble, file) };

  it('speed by the minute, way of a pulse in µm, time to full speed in ms, travel with the back-off', () => {
    expect(line(lines.sorrel, 'top.x').text).toBe((base('axis/x/max-speed') * 60).toFixed(1));
    expect(Number(line(lines.bramble, '30.1').text.replace(',', '.'))).toBeCloseTo(1000 / base('axis/x/scale'), 4);
    expect(line(lines.bramble, '20.2').value).toBe(
      Math.round((base('axis/x/max-speed') / base('axis/x/acceleration')) * 1000),
    );
    const travel = base('axis/x/envelope-max') - base('axis/x/envelope-min') + base('axis/x/back-off');
    expect(line(lines.bramble, '20.3').text).toBe(travel.toFixed(2).replace('.', ','));
    expect(axis('x').letter).toBe('X');
  });
  it('what rounding costs is told where it matters: along a travel, or more than a hundredth', () => {
    const scaleAt = (stepsPerMm: number, step: number) => {
      const set = applyCommand(
        file,
        {
          name: 'override-setting',
          args: { setting: 'axis/x/scale', title: 'Scale', reason: '', value: quantity(stepsPerMm, 'steps/mm') },
        },
        at,
      );
      if (!set.ok) throw new Error(set.error[0]!.what);
      return linesFor(
        sheetWith({ each: 'motor', name: 'm{motor}', what: 'Scale', value: 'scale', step }),
        set.value.file,
      )[0]!.rounding;
    };
    // 160.256 rounded to 160: 0.0016 of the way, 0.8 mm in 500.
    expect(scaleAt(160.256, 1)).toBe('rounded to its step: 0.8 mm or ° off over 500');
    expect(scaleAt(160.256, 0.001)).toBeUndefined();
    expect(scaleAt(160, 1)).toBeUndefined();
    const speed = (step: number) =>
      linesFor(
        sheetWith({
          each: 'axis',
          name: 'v{axis}',
          what: 'Speed',
          value: 'slowApproach',
          unit: 'mm/s',
          rotaryUnit: '°/s',
          step,
        }),
        file,
      )[0]!;
    const slow = base('axis/x/reference-slow');
    const coarse = slow * 0.8;
    expect(speed(coarse).rounding).toBe(`rounded to its step: 20 % off ${Number(slow.toPrecision(6))}`);
    expect(speed(slow / 1000).rounding).toBeUndefined();
  });
  it('a mask has a bit for each motor, the first one lowest', () => {
    // Motors in their order: X, Y left, Y right, Z.
    const inverted = ['axis/x/direction-0', 'axis/y/direction-0', 'axis/y/direction-1', 'axis/z/direction-0'].map(
      (key) => settings.get(key) === 'inverted',
    );
    const mask = inverted.reduce((sum, on, bit) => sum + (on ? 2 ** bit : 0), 0);
    expect(line(lines.bramble, '10.1').value).toBe(mask);
    expect(inverted).toContain(true);
  });
  it('in menu order: under each menu once, in the order in which the sheet names it', () => {
    const menus = inMenuOrder(lines.bramble).map((m) => m.menu);
    expect(menus).toEqual([
      'Signals › Outputs',
      'Signals › Inputs',
      'Reference run › Ways',
      'Motors › Scale',
      'Axes › Moving',
      'Axes › Travel',
      'Axes › Reference run',
    ]);
  });
  it('the restart comes last, what saves before it, what unlocks first; without a line to write there is no command', () => {
    const { commands, restart } = writeCommands(sorrel, lines.sorrel);
    expect([commands[0], commands.at(-2), commands.at(-1)]).toEqual(['unlock all', 'keep all', 'begin again']);
    expect(restart).toBe(true);
    expect(writeCommands(sorrel, []).commands).toEqual([]);
    const fewer = lines.sorrel.filter((l) => !l.entry.restart);
    expect(writeCommands(sorrel, fewer).commands.at(-1)).toBe('keep all');
  });
});

describe('lines that cannot be written say why', () => {
  const top = (more: Partial<SheetEntry>) =>
    linesFor(
      sheetWith({ each: 'axis', name: 'top.{letter}', what: 'Top', value: 'maxSpeed', unit: 'mm/s', ...more }),
      wren(),
    )[0]!;
  it.each([
    [{ most: 1 }, 'takes no more than 1 mm/s'],
    [{ least: 1e6 }, 'takes no less than 1000000 mm/s'],
    [{ codes: [{ code: 1, text: 'on' }] }, 'has no option'],
    [{ value: 'maxSpeed / (axis * 0)' }, 'gives no figure'],
    [{ value: 'maxSped' }, 'maxSped is not known here'],
    [{ value: 'maxSpeed +' }, 'cannot be read'],
    [{ name: 'top.{colour}' }, 'colour is not known here'],
    [{ name: 'top' }, 'Two settings of this machine are called top'],
    [{ only: 'colour == 1' }, 'colour is not known here'],
    [{ only: 'axis == 9' }, ''],
  ] as const)('%j: %s', (more, words) => {
    const made = top(more as Partial<SheetEntry>);
    if (!words) expect(made).toBeUndefined();
    else {
      expect(made.fault).toContain(words);
      expect(canWrite(made)).toBe(false);
    }
  });
  it('mm on an axis that turns is no unit', () => {
    const turning = exampleMachines
      .map((m) => m.make())
      .find((f) => Object.values(f.design.axes).some((a) => a.motion === 'rotary'))!;
    const lines = linesFor(
      sheetWith({ each: 'axis', name: 'a{axis}', what: 'Top', value: 'maxSpeed', unit: 'mm/s' }),
      turning,
    );
    expect(lines.filter((l) => l.fault?.includes('this axis turns'))).toHaveLength(
      Object.values(turning.design.axes).filter((a) => a.motion === 'rotary').length,
    );
  });
  it('a figure that is missing is named, and the line is left out', () => {
    const file = wren();
    const bare = {
      ...file,
      design: { ...file.design, axes: { ...file.design.axes, x: { ...file.design.axes.x!, acceleration: undefined } } },
    } as MachineFile;
    const gain = line(linesFor(sorrel, bare), 'gain.x');
    expect(gain.missing).toEqual(['axes.x.acceleration']);
    expect(canWrite(gain)).toBe(false);
  });
});

describe('a dump that is pasted', () => {
  const file = dunnock();
  const lines = linesFor(sorrel, file);
  const whole = told(sorrel, lines).dump();
  it('noise, half lines and other line ends are read over and counted; nothing is guessed', () => {
    const noisy = `\uFEFFhello, this is sorrel\r\n\r\n${whole.replaceAll('\n', '\r\n')}\r\ntop.x is\r\nok`;
    const dump = readDump(sorrel, lines, noisy);
    expect(dump.given.size).toBe(lines.filter((l) => canWrite(l)).length);
    expect(dump.over).toBe(2 + 1);
  });
  it('names of another control are listed by line; a name that comes twice with two values is told', () => {
    const dump = readDump(sorrel, lines, `other is 3\n${whole}\ntop.x is 17.5 mm/min`);
    expect(dump.unknown.map((g) => [g.name, g.at])).toEqual([['other', 1]]);
    expect(dump.twice).toEqual(['top.x']);
    expect(dump.given.get('top.x')!.value).toBe(17.5);
  });
  it('a form that names a place twice is read all the same, and a mask of many bits keeps each of them', () => {
    const again = { ...sorrel, dump: '{name} = {value} ({name})' };
    const read = readDump(again, lines, 'top.x = 5 (top.x)\ntop.y = 5 (top.x)');
    expect([...read.given.values()].map((g) => [g.name, g.value])).toEqual([['top.x', 5]]);
    const high = { each: 'machine', name: 'all', what: 'All', value: 'axis == 0 || axis == 2', bits: 'axis' } as const;
    const [mask] = linesFor(sheetWith(high), file);
    expect(mask!.value).toBe(5);
    expect(mask!.over([])).toBe(5);
  });
  it('a comma is a point only where the control writes one; a word is no figure', () => {
    const read = (sheet: NameSheet, text: string) => {
      const all = linesFor(sheet, file);
      return [...readDump(sheet, all, text).given.values()][0]?.value;
    };
    expect(read(bramble, '20.1 = 83,5')).toBe(83.5);
    expect(read(sorrel, 'top.x is 83,5')).toBeUndefined();
    expect(read(sorrel, 'top.x is fast')).toBeUndefined();
    expect(read(sorrel, 'turned.m0 is YES')).toBe(1);
  });
  it('whatever is pasted gives a result, and changes nothing of the sheet', () => {
    fc.assert(
      fc.property(
        fc.array(fc.oneof(fc.string({ maxLength: 60 }), fc.constantFrom(...whole.split('\n'))), { maxLength: 30 }),
        (all) => {
          const dump = readDump(sorrel, lines, all.join('\n'));
          for (const g of dump.given.values()) expect(g.value === undefined || Number.isFinite(g.value)).toBe(true);
          expect(compareDump(lines, dump, settingsOf(file))).toHaveLength(lines.length);
        },
      ),
      { numRuns: 60 },
    );
  });
});

describe('what differs', () => {
  const file = dunnock();
  const changed = (sheet: NameSheet, name: string, value: (v: number) => number) => {
    const lines = linesFor(sheet, file);
    const control = told(sheet, lines);
    control.set(name, value(line(lines, name).value!));
    return differences(sheet, file, control.dump());
  };
  it.each([
    ['by the second', sorrel, 'top.x', (v: number) => v / 60, 'by the second'],
    ['in inches', sorrel, 'high.x', (v: number) => v / 25.4, 'in inches'],
    ['with its sign turned', sorrel, 'high.x', (v: number) => -v, 'sign'],
    ['nothing at all', bramble, '20.3', (v: number) => v, undefined],
    ['without the back-off', bramble, '20.3', (v: number) => v - 3, 'less by the back-off'],
    ['a mask by its bits', bramble, '10.1', (v: number) => v ^ 2, 'bit 1 is'],
  ] as const)('%s', (_, sheet, name, value, because) => {
    const found = changed(sheet, name, value);
    expect(found.map((d) => d.line.name)).toEqual(because === undefined ? [] : [name]);
    if (because !== undefined) expect(found[0]!.because).toContain(because);
  });
  it('a control that counts the back-off where the sheet does not', () => {
    const travel = sheetWith({
      each: 'axis',
      name: 't{axis}',
      what: 'Travel',
      value: 'envelopeMax - envelopeMin',
      unit: 'mm',
      step: 0.01,
    });
    const lines = linesFor(travel, file);
    const backOff = settingsOf(file).find((s) => s.key === 'axis/x/back-off')!.value;
    if (!backOff.known) throw new Error('no back-off');
    const control = told(travel, lines);
    control.set('t0', lines[0]!.value! + Number(backOff.value));
    expect(differences(travel, file, control.dump())[0]!.because).toContain('more by the back-off');
    // Two settings make it: which one is wrong, the line cannot tell.
    expect(takenFrom(lines[0]!, 1)).toBeUndefined();
  });
  it.each([
    [sorrel, 'top.x', (v: number) => v - 600],
    [sorrel, 'in0.wait', (v: number) => v + 5],
    [sorrel, 'turned.m1', (v: number) => 1 - v],
    [sorrel, 'seek.way.x', (v: number) => 1 - v],
    [bramble, '30.1', undefined],
    [bramble, '10.1', (v: number) => v ^ 5],
    [bramble, '10.2', (v: number) => v ^ 1],
  ] as const)('the control is right (%o): taken into the file, nothing differs any more', (sheet, name, value) => {
    const lines = linesFor(sheet, file);
    const control = told(sheet, lines);
    const was = line(lines, name);
    if (!value) {
      // A way of one pulse is one divided by the scale: no straight line, so it is not taken back.
      expect(takenFrom(was, was.value! * 2)).toBeUndefined();
      return;
    }
    control.set(name, value(was.value!));
    const [found] = differences(sheet, file, control.dump());
    const commands = overridesFor(
      takenFrom(found!.line, found!.given!.value!)!,
      settingsOf(file),
      'read from the control',
    );
    const done = applyCommand(file, { name: 'several', args: { title: 'As the control has it', commands } }, at);
    if (!done.ok) throw new Error(done.error[0]!.what);
    expect(differences(sheet, done.value.file, control.dump())).toEqual([]);
  });
  it('by hand: 200 steps a mm on the sheet, 400 in the control', () => {
    const overridden = applyCommand(
      file,
      {
        name: 'override-setting',
        args: { setting: 'axis/x/scale', title: 'Scale', reason: '', value: quantity(200, 'steps/mm') },
      },
      at,
    );
    if (!overridden.ok) throw new Error(overridden.error[0]!.what);
    const f = overridden.value.file;
    const lines = linesFor(sorrel, f);
    expect(line(lines, 'pulses.m0').text).toBe('200.0000');
    const control = told(sorrel, lines);
    control.set('pulses.m0', 400);
    const [d] = differences(sorrel, f, control.dump());
    expect([d!.by, takenFrom(d!.line, 400)]).toEqual([
      200,
      [{ key: 'axis/x/scale', title: expect.any(String) as string, value: 400 }],
    ]);
  });
});

it('the page on what a sheet is written in is the current one (npm run generate), and names every word and function', () => {
  const page = wordsPage();
  expect(readFileSync(new URL('../../../docs/name-sheets.md', import.meta.url), 'utf8')).toBe(page);
  for (const table of Object.values(words))
    for (const word of Object.keys(table)) expect(page).toContain(`| \`${word}\` |`);
  for (const f of ['abs', 'sqrt', 'round', 'floor', 'ceil', 'min', 'max']) expect(page).toContain(f);
});

describe('a sheet as a file, and what the control held before', () => {
  it('is written and read back; what is no sheet is refused by its place', () => {
    for (const sheet of sheets) expect(readSheet(writeSheet(sheet), 'a.json')).toEqual({ ok: true, value: sheet });
    const wrong = { ...sorrel, entries: [{ ...sorrel.entries[0]!, each: 'turret' }], dump: 'nothing' };
    const read = readSheet(JSON.stringify(wrong), 'a.json');
    expect(read.ok ? [] : read.error.map((f) => f.where)).toEqual(['a.json.dump', 'a.json.entries.0.each']);
    expect(readSheet('{', 'a.json').ok).toBe(false);
  });
  it('embedded in the machine and taken out again, by the door; it never leaves with a help report', () => {
    const file = wren();
    const used = applyCommand(file, { name: 'use-name-sheet', args: { sheet: sorrel } }, at);
    if (!used.ok) throw new Error(used.error[0]!.what);
    expect(used.value.file.design.nameSheet).toEqual(sorrel);
    expect(withoutTyped(used.value.file.design)).not.toHaveProperty('nameSheet');
    expect(typedTexts(used.value.file.design)).toEqual(typedTexts(file.design));
    const out = applyCommand(used.value.file, { name: 'use-name-sheet', args: { sheet: null } }, at);
    expect(out.ok && out.value.file.design).toEqual(file.design);
  });
  it('of a drive: its own motor alone, kept with it, read apart from the control, and gone with the part', () => {
    const file = dunnock();
    const own: NameSheet = {
      ...sheetWith(
        { each: 'motor', name: 'P1', what: 'Current, RMS', value: 'peakCurrent / sqrt(2)', unit: 'A', step: 0.01 },
        { each: 'motor', name: 'P2', what: 'Steps a revolution', value: 'stepsPerRevolution' },
      ),
      id: 'plover-drive',
      name: 'Drive of X',
    };
    const use = (f: MachineFile, part: string, sheet: NameSheet | null = own) =>
      applyCommand(f, { name: 'use-name-sheet', args: { sheet, part } }, at);
    const used = use(file, 'driver-x-0');
    if (!used.ok) throw new Error(used.error[0]!.what);
    const { design } = used.value.file;
    const settings = settingsOf(used.value.file);
    const lines = linesOfSheet(own, design, settings, 'driver-x-0');
    const peak = settings.find((s) => s.key === 'driver/driver-x-0/peak-current')!.value;
    // One line each, though the machine has four motors: 1600 steps as its switches stand.
    expect(lines.map((l) => [l.name, l.text, l.fault])).toEqual([
      ['P1', ((peak as { value: number }).value / Math.SQRT2).toFixed(2), undefined],
      ['P2', '1600', undefined],
    ]);
    const journal = withEntry(
      used.value.file,
      { kind: 'control', part: 'driver-x-0', sheet: own.name, held: [] },
      at,
    ).journal;
    expect([snapshotsOf(journal).length, snapshotsOf(journal, 'driver-x-0').length]).toEqual([0, 1]);
    expect(withoutTyped(design)).not.toHaveProperty('driveSheets');
    const library = file.design.parts['driver-x-0']!.libraryKey!;
    const more = applyCommand(file, { name: 'add-part', args: { library } }, at);
    if (!more.ok) throw new Error(more.error[0]!.what);
    const spare = Object.keys(more.value.file.design.parts).find((id) => !file.design.parts[id])!;
    const withIt = use(more.value.file, spare);
    if (!withIt.ok) throw new Error(withIt.error[0]!.what);
    const gone = applyCommand(withIt.value.file, { name: 'remove-part', args: { part: spare } }, at);
    expect(gone.ok && gone.value.file.design).toEqual(file.design);
    const out = use(used.value.file, 'driver-x-0', null);
    expect(out.ok && out.value.file.design).toEqual(file.design);
    expect(use(file, 'nobody').ok).toBe(false);
  });
  it('two readings are held against each other, and one of them against the machine again', () => {
    const file = dunnock();
    const lines = linesFor(sorrel, file);
    const control = told(sorrel, lines);
    const held = () => heldOf(readDump(sorrel, lines, control.dump()));
    const before = held();
    control.set('top.x', 100);
    const after = held();
    const was = before.find(([name]) => name === 'top.x')![1];
    expect(movedBetween({ held: before }, { held: after })).toEqual([{ name: 'top.x', was, is: '100.0' }]);
    expect(movedBetween({ held: before.slice(1) }, { held: before })).toEqual([
      { name: before[0]![0], was: undefined, is: before[0]![1] },
    ]);
    // Given back line by line, the control holds what it held.
    for (const command of writeBack(sorrel, lines, movedBetween({ held: before }, { held: after })))
      expect(control.take(command)).toBeUndefined();
    expect(held()).toEqual(before);
    const entry = { kind: 'control', id: 'entry-1', at, sheet: sorrel.name, held: after } as const;
    const again = compareDump(lines, dumpOf(entry as unknown as Snapshot, sorrel, lines), settingsOf(file));
    expect(again.filter((d) => d.standing === 'differs').map((d) => d.line.name)).toEqual(['top.x']);
  });
});
