import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { contradicts, showSetting } from './setting';

const edit = (file: MachineFile, ...commands: Command[]): MachineFile =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(r.error[0]!.what);
    return r.value.file;
  }, file);
const set = (path: string, value: unknown): Command => ({ name: 'set-field', args: { path, value: value as never } });
const settingOf = (file: MachineFile, key: string) => deriveFigures(file.design).settings.find((s) => s.key === key)!;
const valueOf = (file: MachineFile, key: string) => {
  const s = settingOf(file, key);
  return s.value.known ? s.value.value : s.value.missing;
};
const shown = (file: MachineFile, key: string) => {
  const s = settingOf(file, key);
  return s.value.known ? showSetting(s.kind, s.value.value, defaultDisplay) : '';
};

describe('a setting shows its formula with the numbers in it', () => {
  it.each([
    ['axis/x/scale', '160\u00a0steps/mm', '1600 / 10\u00a0mm; travel = 1 · 10 / 1 mm'],
    // 600·(√(T² + 20/600·… ) with 10 mm to stop in allows 109 mm/s: capped at 60
    [
      'axis/x/reference-fast',
      '60\u00a0mm/s',
      'd 20\u00a0mm, a 600\u00a0mm/s², t 500\u00a0µs; at most 60\u00a0mm/s; capped: 109.2\u00a0mm/s would stop in time too and save 4.8 s over the whole travel, but a switch that fails is then met with 3.3 times the energy',
    ],
    ['axis/x/reference-slow', '6\u00a0mm/s', '0.1 · 60\u00a0mm/s'],
    [
      'axis/z/envelope-min',
      '−127\u00a0mm',
      'corner at plus, datum after the back-off: travel runs to minus from 0; usable 127\u00a0mm',
    ],
    ['driver/driver-x-0/peak-current', '4\u00a0A', 'rated 4\u00a0A; as RMS 2.83\u00a0A'],
    ['input/stop/active-when', 'active low', 'at rest high, tripped low'],
  ])('%s', (key, value, numbers) => {
    const file = dunnock();
    expect(shown(file, key)).toBe(value);
    expect(settingOf(file, key).numbers(defaultDisplay)).toBe(numbers);
  });
  it('no setting of any sample prints a figure that is none', () => {
    for (const make of [dunnock, wren, plover])
      for (const s of deriveFigures(make().design).settings) {
        expect(s.numbers(defaultDisplay)).not.toMatch(/NaN|undefined|Infinity/);
        expect(s.formula).not.toBe('');
      }
  });
});

describe('the direction signal is inverted once for each thing that turns it round', () => {
  const cases = [false, true].flatMap((ccw) =>
    [false, true].flatMap((wiring) => [false, true].map((drive) => [ccw, wiring, drive] as const)),
  );
  it.each(cases)('counter-clockwise %s, phase swapped %s, drive reversed %s', (ccw, wiring, drive) => {
    const file = edit(
      dunnock(),
      set('axes.x.drives.0.turnsForPlus', ccw ? 'counter-clockwise' : 'clockwise'),
      set('axes.x.drives.0.invertedInWiring', wiring),
      set('axes.x.drives.0.invertedInDrive', drive),
    );
    const turns = [ccw, wiring, drive].filter(Boolean).length;
    expect(valueOf(file, 'axis/x/direction-0')).toBe(turns % 2 ? 'inverted' : 'normal');
  });
});

describe('speeds', () => {
  it('the maximum is the nearest limit: wanted, controller, driver or motor', () => {
    expect(valueOf(wren(), 'axis/x/max-speed')).toBe(37.5);
    expect(valueOf(dunnock(), 'axis/x/max-speed')).toBe(120);
    const keen = edit(dunnock(), set('axes.x.maxSpeed', quantity(900, 'mm/s')));
    expect(valueOf(keen, 'axis/x/max-speed')).toBe(333.3);
  });
  it('entered approach speeds win over derived ones; the slow one follows the fast one', () => {
    const file = edit(dunnock(), set('axes.x.reference.fastSpeed', quantity(1500, 'mm/min')));
    expect(valueOf(file, 'axis/x/reference-fast')).toBe(25);
    expect(valueOf(file, 'axis/x/reference-slow')).toBe(2.5);
  });
  it('the fast approach never exceeds the maximum speed', () => {
    const far = edit(
      dunnock(),
      set('parts.device-limit-and-reference-x.mount.tripFromStop', quantity(300, 'mm')),
      set('axes.x.maxSpeed', quantity(45, 'mm/s')),
    );
    expect(valueOf(far, 'axis/x/reference-fast')).toBe(45);
  });
  it('the derived approach stops within half the room, its reaction and a limited jerk counted, in four digits', () => {
    // 8 mm of room, 200 mm/s², 0.5 ms, jerk 2 000: v·0.0505 + v²/400 = 4, so v = 31.1496…
    const file = edit(
      dunnock(),
      set('parts.device-limit-and-reference-x.mount.tripFromStop', quantity(8, 'mm')),
      set('axes.x.acceleration', quantity(200, 'mm/s²')),
      set('axes.x.jerk', quantity(2000, 'mm/s³')),
    );
    const v = valueOf(file, 'axis/x/reference-fast') as number;
    expect(v * (0.0005 + 200 / 4000) + (v * v) / 400).toBeCloseTo(4, 2);
    expect(v * (0.0005 + 200 / 4000) + (v * v) / 400).toBeLessThanOrEqual(4);
    expect(Number(v.toPrecision(4))).toBe(v);
  });
  it('a lathe says of each figure of X whether it is a radius, and what it is as a diameter', () => {
    const s = settingOf(plover(), 'axis/x/max-speed');
    expect(s.title).toBe('Maximum speed (radius)');
    expect(s.numbers(defaultDisplay)).toContain('as a diameter 120\u00a0mm/s');
    expect(settingOf(plover(), 'axis/z/max-speed').title).toBe('Maximum speed');
  });
});

describe('overrides', () => {
  const override = (value: never | unknown): Command => ({
    name: 'override-setting',
    args: { setting: 'axis/x/scale', title: 'scale', value: value as never, reason: 'measured' },
  });
  it('count in place of the derived value, which stays beside them', () => {
    const file = edit(dunnock(), override(quantity(4064, 'steps/in')));
    const s = settingOf(file, 'axis/x/scale');
    expect(s.value).toEqual({ known: true, value: expect.closeTo(160, 9) });
    expect(s.derived).toEqual({ known: true, value: 160 });
    expect(contradicts(s)).toBe(false);
    expect(contradicts(settingOf(edit(file, override(quantity(161, 'steps/mm'))), 'axis/x/scale'))).toBe(true);
  });
  it('reach the simulated control, which knows nothing else', () => {
    const file = edit(dunnock(), override(quantity(320, 'steps/mm')));
    const { controller } = deriveFigures(file.design);
    expect(controller.known && controller.value.axes[0]!.stepsPerUnit).toEqual([320]);
  });
  it('stand in for what is missing', () => {
    const bare = edit(dunnock(), set('axes.x.transmission.pitch', null));
    expect(valueOf(bare, 'axis/x/scale')).toEqual(['axes.x.transmission.pitch']);
    expect(valueOf(edit(bare, override(quantity(160, 'steps/mm'))), 'axis/x/scale')).toBe(160);
  });
});

describe('what the control is told', () => {
  it('names everything that is missing, once', () => {
    const file = edit(dunnock(), set('axes.x.travel', null), set('axes.z.acceleration', null));
    const { controller } = deriveFigures(file.design);
    expect(controller).toEqual({ known: false, missing: ['axes.x.travel', 'axes.z.acceleration'] });
  });
  it('knows the end and side of a switch where the input tells them, and not where a loop is shared', () => {
    const inputs = (file: MachineFile) => {
      const { controller } = deriveFigures(file.design);
      if (!controller.known) throw new Error(controller.missing.join());
      return Object.fromEntries(controller.value.inputs.map((i) => [i.id, i]));
    };
    expect(inputs(dunnock())['limit-and-reference-y-right']).toMatchObject({
      axes: ['y'],
      end: 'minus',
      drive: 1,
      activeWhen: 'low',
      title: 'Y minus right limit + reference',
    });
    const shared = edit(
      wren(),
      set('parts.device-limit-and-reference-y.setup.contactUsed', 'NC'),
      { name: 'join-inputs', args: { into: 'limit-and-reference-x', from: 'limit-and-reference-y' } },
      { name: 'plan-wiring', args: {} },
    );
    expect(inputs(shared)['limit-and-reference-x']).toMatchObject({
      axes: ['x', 'y'],
      end: 'plus',
      activeWhen: 'high',
      title: 'X + Y plus limit + reference',
    });
  });
});
