import { describe, expect, it } from 'vitest';
import { compareStopStrategies } from '../advice/stopStrategies';
import { carriedBy } from '../power/carried';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import type { MachineFile } from '../machine/file';
import { edited } from '../motion/testing/rig';
import { wren } from '../samples/wren';
import { stonechat } from '../tests/machines';
import { quantity } from '../units/quantity';
import { terminalName } from '../wiring/wires';
import { feedChoices } from './choices';
import { distributionOf } from './tree';

const plan = { name: 'plan-wiring', args: {} } as const;
const set = (path: string, value: string | boolean | ReturnType<typeof quantity>) =>
  ({ name: 'set-field', args: { path, value } }) as const;
/** A board router on 24 V whose stop button parts the supply of the drivers with its second contact. */
const direct = (): MachineFile =>
  edited(
    stonechat(),
    { name: 'exchange-device', args: { part: 'device-stop', library: 'button-plum-stop-2' } },
    set('stopStrategy', 'supply-contact'),
    plan,
  );
const ids = (file: MachineFile) => findingsOf(deriveFigures(file.design)).map((f) => f.id);

describe('a stop button in the supply of the drivers', () => {
  it('the plus goes through its second contact, the first one reports; 0 V is not parted', () => {
    const { design } = direct();
    const leads = Object.values(design.conductors).map(
      (c) => `${terminalName(design, c.from)} ${terminalName(design, c.to)}`,
    );
    expect(leads).toContain('-T1:+ -S1:21');
    expect(leads).toContain('-S1:22 -K1:M+');
    expect(leads).toContain('-T1:− -K1:M−');
    expect(leads).not.toContain('-T1:+ -K1:M+');
    expect(
      distributionOf(design)
        .wayTo('driver-x-0', 'supply')
        .passes.map((p) => p.part),
    ).toEqual(['controller', 'device-stop']);
  });
  it('or 0 V goes through it, and the plus is led straight on; it parts the motors all the same, and a fault to the frame is named', () => {
    const minus = edited(direct(), set('stopPole', 'minus'), plan);
    const leads = Object.values(minus.design.conductors).map(
      (c) => `${terminalName(minus.design, c.from)} ${terminalName(minus.design, c.to)}`,
    );
    expect(leads).toContain('-T1:− -S1:21');
    expect(leads).toContain('-S1:22 -K1:M−');
    expect(leads).toContain('-T1:+ -K1:M+');
    expect(leads).not.toContain('-T1:− -K1:M−');
    const { stop } = deriveFigures(minus.design);
    expect(stop.kept.size).toBe(0);
    expect(stop.course).toMatchObject({ restart: 'at the control', hung: { motors: 'lose their torque' } });
    const found = findingsOf(deriveFigures(minus.design)).find((f) => f.id === 'stop-in-return:device-stop');
    const cured = edited(minus, found!.remedies![0]!.command);
    expect(cured.design.stopPole).not.toBe('minus');
    expect(ids(cured)).not.toContain('stop-in-return:device-stop');
  });
  it('pressed, no drive keeps torque; the control knows, so that letting go starts nothing', () => {
    const { stop, design } = deriveFigures(direct().design);
    expect([...stop.moved].sort()).toEqual(['driver-x-0', 'driver-y-0', 'driver-z-0']);
    expect(stop.kept.size).toBe(0);
    expect(stop.course).toMatchObject({ restart: 'at the control', hung: { motors: 'lose their torque' } });
    expect(findingsOf(deriveFigures(design)).map((f) => f.code)).not.toContain('starts-by-itself');
  });
  it('a button that reports nothing gives the motors power again as soon as it is let go: a danger', () => {
    const silent = edited(direct(), set('circuits.stop.cutsOnly', true), plan);
    expect(deriveFigures(silent.design).stop.course?.restart).toBe('by itself');
    expect(ids(silent)).toContain('starts-by-itself:stop');
  });
  it('its contact is held against what it breaks: three small motors are too much for 1 A, not for 6 A', () => {
    const rated = (amps: number) =>
      edited(direct(), set('parts.device-stop.data.ratedCurrent', quantity(amps, 'A', 'datasheet')));
    const found = findingsOf(deriveFigures(rated(1).design)).find((f) => f.id === 'passed-load:device-stop');
    expect(found?.severity).toBe('danger');
    expect(ids(rated(6))).not.toContain('passed-load:device-stop');
    // Where a contactor cuts instead, the button breaks its coil alone.
    expect(ids(edited(rated(1), set('stopStrategy', 'request-only'), plan))).not.toContain('passed-load:device-stop');
  });
  it('the comparison of the strategies says what the contact breaks, and only of this one', () => {
    const outcomes = compareStopStrategies(stonechat().design);
    const breaks = Object.fromEntries(outcomes.map((o) => [o.strategy, o.breaks]));
    const passed = carriedBy(deriveFigures(direct().design), 'device-stop')!;
    expect(breaks['supply-contact']!.amps).toBeCloseTo(passed.amps, 9);
    expect(breaks['supply-contact']!.rated).toBe(passed.rated);
    expect([breaks['request-only'], breaks['motor-power'], breaks['torque-off']]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
  it('with one contact, which reports, there is none to cut by: the plan says so and the drives stay fed', () => {
    const one = edited(stonechat(), set('stopStrategy', 'supply-contact'), plan);
    const { plan: planned, stop } = deriveFigures(one.design);
    expect(planned.gaps.map((g) => g.what)).toContain(
      'The stop button has one contact, which reports to the control; cutting power needs a second one.',
    );
    expect(stop.kept.size).toBe(3);
  });
  it('a button that cuts nothing is offered as a source for nothing', () => {
    const sources = feedChoices(wren().design, { part: wren().design.rails.drives!.supply!, port: 'mains' });
    expect(sources.map((s) => wren().design.parts[s.part]!.data.class)).not.toContain('button');
  });
});
