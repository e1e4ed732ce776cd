import { describe, expect, it } from 'vitest';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { edited } from '../motion/testing/rig';
import { plover } from '../samples/plover';
import { outputOf } from '../spindle/output';
import { rotatingOf } from '../spindle/rotating';
import { servoContradictions } from '../spindle/servoPlate';
import { planConductors } from '../wiring/planner/plan';
import { missing } from '../units/derived';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { commissioningSheet } from './commissioning';
import { settingFigure } from './setting';

/** 6 N·m to 3000 rpm, at most 18 N·m and 6000 rpm, 6.5 A, rotor 12 kg·cm²; a drive of 7 A, 250 % of it for a short time. */
const servo: readonly Command[] = [
  { name: 'choose-part', args: { slot: { role: 'spindle' }, library: 'spindle-mattock-1900' } },
  { name: 'choose-part', args: { slot: { role: 'spindleDrive' }, library: 'drive-polecat-7' } },
];
/** 10 kg of 200 mm: ½ · 10 · 0.1² = 0.05 kg·m², with the rotor 0.0512. */
const chuck: Command = {
  name: 'set-turning-bodies',
  args: {
    part: 'spindle',
    bodies: [{ name: 'Chuck', mass: quantity(10, 'kg'), diameter: quantity(200, 'mm'), on: 'motor' }],
  },
};
const design = (...more: Command[]) => edited(plover(), ...servo, ...more).design;

describe('a servo spindle', () => {
  it('has the eight leads of its encoder go to its drive, in a cable of their own', () => {
    const leads = planConductors(design()).proposals.filter((p) => p.id.startsWith('spindle-motor/'));
    expect(leads.map((p) => [p.from?.part, p.to?.part, p.from?.terminal === p.to?.terminal])).toEqual(
      Array.from({ length: 8 }, () => ['spindle-drive', 'spindle', true]),
    );
    expect(new Set(leads.map((p) => p.cable)).size).toBe(1);
    expect(planConductors(plover().design).proposals.filter((p) => p.id.startsWith('spindle-motor/'))).toEqual([]);
  });

  it('holds its torque to its rated speed and its power above it', () => {
    const output = outputOf(rotatingOf(design())!, missing(''), missing(''));
    if (!output.known) throw new Error(output.missing.join());
    expect(output.value.torqueAt(10)).toBeCloseTo(6, 9);
    expect(output.value.torqueAt(3000)).toBeCloseTo(6, 9);
    expect(output.value.torqueAt(6000)).toBeCloseTo(3, 9);
    expect(output.value.topRpm).toBe(6000);
  });

  it('has its sheet worked by hand', () => {
    const { settings, design: d } = deriveFigures(design(chuck));
    const of = (key: string) => settingFigure(settings, `driver/spindle-drive/${key}`)!;
    expect(of('encoder-counts')).toBe(10_000);
    expect(of('speed-limit')).toBe(6000);
    expect(of('rpm-at-ten-volts')).toBe(6000);
    expect(of('rated-current')).toBeCloseTo(6.5, 9);
    // 18/6 = 3 by the motor, 7 · 2.5/6.5 = 2.692 by the drive; never rounded up.
    expect(of('torque-limit')).toBeGreaterThan(2.6);
    expect(of('torque-limit')).toBeLessThanOrEqual(17.5 / 6.5);
    expect(of('inertia-ratio')).toBeCloseTo(0.05 / 0.0012, 1);
    // J/(0.8 · 2.692) · [ω₁/T + (ω₂² − ω₁²)/(2 · T · ω₁)] = 0.02377 · (52.36 + 78.54) = 3.11 s.
    expect(of('acceleration-time')).toBeCloseTo(3.2, 9);
    // ½ · 0.0512 · 628.3² = 10 106 J; 2 · 10 106/(600 + 4 % of 1900 W) = 29.9 s.
    expect(of('deceleration-time')).toBeCloseTo(30, 6);
    const sheet = commissioningSheet(d, settings)!;
    const keys = sheet.lines.map((l) => (l.kind === 'act' ? l.key : l.setting.key.split('/').at(-1)));
    expect(keys.slice(0, 3)).toEqual(['reset', 'control-mode', 'encoder-counts']);
    expect(keys.slice(-4)).toEqual(['encoder-direction', 'tune', 'power-off', 'read-back']);
    // The rotor alone says nothing of what it will turn.
    const bare = deriveFigures(design()).settings;
    expect(settingFigure(bare, 'driver/spindle-drive/inertia-ratio')).toBeUndefined();
    // Volts over frequency are of another motor.
    for (const key of ['base-frequency', 'max-frequency', 'curve', 'poles']) expect(keys).not.toContain(key);
    expect(
      sheet.lines.filter((l) => l.kind === 'setting').every((l) => l.setting.numbers(defaultDisplay) !== 'NaN'),
    ).toBe(true);
  });

  it('whose plate cannot be is told so: 1900 W at 3000 rpm are 6.05 N·m, not 8', () => {
    const says = (...more: Command[]) => {
      const r = rotatingOf(design(...more))!;
      return servoContradictions(r.motor, r.motorId);
    };
    const torque = (key: 'ratedTorque' | 'peakTorque', nm: number): Command => ({
      name: 'set-field',
      args: { path: `parts.spindle.data.${key}`, value: quantity(nm, 'N·m') },
    });
    expect(says()).toEqual([]);
    expect(says(torque('ratedTorque', 6.6))).toEqual([]);
    expect(says(torque('ratedTorque', 8))[0]).toMatch(/^8 N·m at /);
    expect(says(torque('peakTorque', 5))[0]).toContain('peak torque');
  });
});
