import { describe, expect, it } from 'vitest';
import { compareStopStrategies } from '../advice/stopStrategies';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import type { MachineFile } from '../machine/file';
import { edited, rigOf } from '../motion/testing/rig';
import { plover } from '../samples/plover';
import { stonechat } from '../tests/machines';
import { terminalName } from '../wiring/wires';
import { sweepAll } from './sweep';

const plan = { name: 'plan-wiring', args: {} } as const;
const set = (path: string, value: string | boolean | null) => ({ name: 'set-field', args: { path, value } }) as const;
/** A board router whose stop button holds its control in reset with a closing contact. */
const machine = edited(
  stonechat(),
  { name: 'exchange-device', args: { part: 'device-stop', library: 'button-plum-stop-no' } },
  set('stopStrategy', 'board-reset'),
  plan,
);
const found = (file: MachineFile) => findingsOf(deriveFigures(file.design));
const leads = ({ design }: MachineFile, of: string) =>
  Object.entries(design.conductors).flatMap(([id, c]) =>
    id.startsWith(of) ? [`${terminalName(design, c.from)} ${terminalName(design, c.to)}`] : [],
  );

describe('a stop button on the reset of the control', () => {
  it('its closing contact joins the reset to 0 V, the opening one still reports', () => {
    expect(leads(machine, 'stop-chain/')).toEqual(['-K1:RES -S1:23', '-S1:24 -K1:0V']);
    expect(leads(machine, 'circuit-stop/').join()).toMatch(/-S1:1[12]/);
  });

  it('pressed, the pulses end on a control that hangs as well; the motors hold, and the position is lost', () => {
    const { course } = deriveFigures(machine.design).stop;
    expect(course).toMatchObject({
      reset: true,
      toldS: undefined,
      powerOffS: undefined,
      positionKept: false,
      restart: 'board restarts',
      hung: { motors: 'get no more pulses' },
    });
    expect(new Set(course!.axes.map((a) => a.way))).toEqual(new Set(['pulses end']));
  });

  it('a broken lead takes the stop away, and nobody notices', () => {
    const { design, network, plan: planned } = deriveFigures(machine.design);
    const { rows, missing } = sweepAll(design, network, planned);
    expect(missing).toEqual([]);
    const lead = rows.find((row) => row.fault.situation.open?.has('stop-chain/device-stop-reset'))!;
    expect(lead.lost).toEqual(['stop-reset/device-stop']);
    expect(lead.notice).toBe('never');
    const open = found(edited(machine, { name: 'remove-conductors', args: { ids: ['stop-chain/device-stop-reset'] } }));
    expect(open.find((f) => f.code === 'stop-by-reset')).toMatchObject({ severity: 'danger' });
  });

  it('in practice the control is gone while the button is in, and comes back at rest without its position', () => {
    const rig = rigOf(machine);
    rig.referenced();
    expect(rig.sim.controller.state).toBe('at-rest');
    rig.sim.act({ type: 'press', device: 'device-stop', down: true });
    rig.sim.run(100);
    expect(rig.sim.controller.state).toBe('no-power');
    expect(rig.look().motorPower).toBe(true);
    rig.sim.act({ type: 'press', device: 'device-stop', down: false });
    rig.sim.run(3000);
    expect(rig.sim.controller.state).toBe('at-rest-unknown');
  });

  it('with a contact in the supply of the drives as well, the motors lose their torque and the control is gone', () => {
    const both = compareStopStrategies(stonechat().design).find((o) => o.strategy === 'supply-contact-and-reset')!;
    expect(both.needs.join()).toMatch(/Plum 2\+1/);
    expect(both.course).toMatchObject({
      reset: true,
      restart: 'board restarts',
      hung: { motors: 'lose their torque' },
    });
    expect(both.course!.powerOffS).toBeGreaterThan(0);
    const taken = edited(stonechat(), ...both.commands, plan);
    expect(leads(taken, 'stop-chain/')).toEqual(
      expect.arrayContaining(['-K1:RES -S1:33', '-S1:34 -K1:0V', '-T1:+ -S1:21']),
    );
    expect(found(taken).map((f) => f.code)).not.toContain('stop-by-reset');
  });

  it('a board without such a terminal cannot have it; for one that has, the button is named', () => {
    const outcome = (file: MachineFile) =>
      compareStopStrategies(file.design).find((o) => o.strategy === 'board-reset')!;
    expect(outcome(plover()).missing).toEqual(['Its control has no terminal for a reset.']);
    expect(outcome(stonechat()).missing).toEqual([]);
    expect(outcome(stonechat()).needs.join()).toMatch(/Plum 1\+1/);
    expect(outcome(stonechat()).course?.reset).toBe(true);
  });
});
