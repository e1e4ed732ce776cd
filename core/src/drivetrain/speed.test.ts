import { describe, expect, it } from 'vitest';
import { library } from '../machine/library/index';
import { danglingReferences } from '../machine/references';
import { Part } from '../machine/parts';
import { partFrom } from '../machine/library/entry';
import { newDesign } from '../machine/create';
import { nextDesignation } from '../machine/designation';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import { driveFigures } from './speed';

const { design } = dunnock();
const figuresOf = (axisId: string, changes: { axis?: object; driver?: object; motor?: object } = {}) => {
  const axis = { ...design.axes[axisId]!, ...changes.axis };
  const drive = axis.drives[0]!;
  const driver = { ...design.parts[drive.driver!]!, ...changes.driver };
  const motor = { ...design.parts[drive.motor!]!, ...changes.motor };
  return driveFigures({
    axisId,
    axis,
    drive,
    driver,
    motor,
    kind: design.kind,
    controllerId: 'controller',
    controller: design.parts.controller,
    feed: { supply: design.parts['motor-supply'], path: 'parts.motor-supply' },
    masses: Object.values(design.masses).filter((m) => m.movedBy.includes(axisId)),
    acrossTravelMm: undefined,
  });
};

describe('speed limits', () => {
  it('stand in order; the first governs, the second is next', () => {
    const { speedLimits } = figuresOf('x');
    expect(speedLimits.known && speedLimits.value.map((f) => [f.cause, Number(f.speed.toFixed(1))])).toEqual([
      ['wanted', 120],
      ['motor speed', 333.3],
      ['motor torque', 367.5],
      ['screw whirl', 574.6],
      ['ball nut', 729.2],
      ['controller pulse rate', 1250],
      ['driver pulse rate', 1250],
    ]);
  });
  it('finer steps bring the pulse limits nearer by as much, and leave the motor’s alone', () => {
    const at = (steps: number, cause: string) => {
      const { speedLimits } = figuresOf('x', { driver: { setup: { stepsPerRevolution: steps } } });
      return speedLimits.known ? speedLimits.value.find((f) => f.cause === cause)!.speed : NaN;
    };
    expect(at(1600, 'controller pulse rate') / at(12800, 'controller pulse rate')).toBeCloseTo(8, 9);
    expect(at(1600, 'motor speed')).toBe(at(12800, 'motor speed'));
  });
  it('a data sheet that is silent leaves its limit out; a missing scale leaves everything open', () => {
    const { speedLimits } = figuresOf('x', {
      motor: { data: { ...design.parts['motor-x-0']!.data, maxSpeed: undefined } },
    });
    expect(speedLimits.known && speedLimits.value.map((f) => f.cause)).not.toContain('motor speed');
    expect(figuresOf('x', { driver: { setup: {} } }).speedLimits).toEqual({
      known: false,
      missing: ['parts.driver-x-0.setup.stepsPerRevolution'],
    });
    // The torque asks for no steps: a turn moves what the screw says.
    expect(figuresOf('x', { driver: { setup: { peakCurrent: quantity(4, 'A') } } }).torque.known).toBe(true);
    expect(figuresOf('x', { axis: { maxSpeed: undefined } }).pulseRateAtWanted).toEqual({
      known: false,
      missing: ['axes.x.maxSpeed'],
    });
  });
  it('pulse rate and motor speed follow from the wanted speed', () => {
    const f = figuresOf('x', { axis: { maxSpeed: quantity(6, 'm/min') } });
    expect(f.pulseRateAtWanted).toEqual({ known: true, value: expect.closeTo(16_000, 6) });
    expect(f.motorRpmAtWanted).toEqual({ known: true, value: expect.closeTo(600, 9) });
  });
});

describe('the parts library', () => {
  it.each(library.map((e) => [e.key, e] as const))(
    '%s is a whole part: every element stands on terminals of its own',
    (key, entry) => {
      const part = partFrom(entry, '-X1');
      expect(Part.safeParse(part).success).toBe(true);
      const bench = { ...newDesign('lathe', 'Bench'), parts: { [key]: part } };
      expect(danglingReferences(bench)).toEqual([]);
      expect(entry.about.length).toBeGreaterThan(10);
      const labels = Object.values(part.terminals).map((t) => t.printed);
      expect(new Set(labels).size, 'no label is printed twice').toBe(labels.length);
    },
  );
  it('a copy shares nothing with the library', () => {
    const part = partFrom(library[0]!, '-K1');
    part.terminals.gnd!.printed = 'changed';
    expect(library[0]!.terminals.gnd!.printed).toBe('0V');
  });
  it('designations count up and fill no gap twice', () => {
    const parts = Object.fromEntries(
      ['-M1', '-M3'].map((d, i) => [
        `m${i}`,
        partFrom(
          library.find((e) => e.data.class === 'motor')!,
          d,
        ),
      ]),
    );
    const bench = { ...newDesign('lathe', 'Bench'), parts };
    const named = (key: string) =>
      nextDesignation(
        bench,
        library.find((e) => e.key === key)!,
      );
    expect([named('motor-rook-23'), named('supply-loam-36')]).toEqual(['-M2', '-T1']);
    // What parts the mains by hand is a switch; what lets go by itself is a protection (IEC 81346-2).
    expect([named('switch-stile-2'), named('breaker-hurdle-16')]).toEqual(['-Q1', '-F1']);
  });
});
