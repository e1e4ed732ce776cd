import { expect, it } from 'vitest';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { findingsOf } from '../findings/findings';
import { edited, rigOf } from '../motion/testing/rig';
import { carriedBy } from '../power/carried';
import { wren } from '../samples/wren';
import { terminalName } from '../wiring/wires';
import { sweepAll } from './sweep';

/** A mill whose stop chain holds a contactor with a coil for the mains, ahead of the motor supply. */
const role = (r: string, library: string): Command => ({
  name: 'choose-part',
  args: { slot: { role: r as 'stopContactor' }, library },
});
const machine = edited(
  wren(),
  { name: 'exchange-device', args: { part: 'device-stop', library: 'button-plum-stop-2' } },
  { name: 'set-field', args: { path: 'stopStrategy', value: 'main-switch' } },
  role('stopContactor', 'contactor-post-16-mains'),
  role('resetButton', 'button-plum-push'),
  { name: 'plan-wiring', args: {} },
);
const figures = deriveFigures(machine.design);
const leads = Object.entries(machine.design.conductors).map(
  ([id, c]) => `${id}: ${terminalName(machine.design, c.from)} ${terminalName(machine.design, c.to)} ${c.colour}`,
);

it('its chain is led in the mains: L through stop and start button to A1, its own contact beside the start button, A2 to N', () => {
  expect(leads.filter((l) => l.startsWith('stop-chain/'))).toEqual([
    'stop-chain/feed: -R1:L2 -S1:21 BN',
    'stop-chain/start-in: -S1:22 -S2:13 BN',
    'stop-chain/start-out: -S2:14 -Q2:A1 BN',
    'stop-chain/hold-in: -S2:13 -Q2:13 BN',
    'stop-chain/hold-out: -Q2:14 -Q2:A1 BN',
    'stop-chain/return: -Q2:A2 -R1:N2 BU',
  ]);
  // Its poles pass the mains to the motor supply.
  expect(leads).toContain('mains/stop-contactor-l: -R1:L2 -Q2:1 BN');
  expect(leads).toContain('mains/motor-supply-l: -Q2:2 -T1:L BN');
  expect(figures.plan.gaps).toEqual([]);
});
it('it pulls in with the start button, holds itself, and drops out with the stop button', () => {
  const { stop } = figures;
  expect([...stop.held]).toContain('stop-contactor/coil');
  expect([...stop.moved].length).toBe(3);
  expect([...stop.kept]).toEqual([]);
  expect(stop.dead).toEqual([]);
  expect(stop.ring).toEqual([]);
});
it('the mains goes and comes back: no motor has power until somebody starts it again', () => {
  const r = rigOf(machine);
  expect(r.look().motorPower).toBe(true);
  r.sim.act({ type: 'power', on: false });
  r.sim.run(500);
  r.sim.act({ type: 'power', on: true });
  r.sim.run(500);
  expect(r.look().motorPower).toBe(false);
  r.sim.act({ type: 'press', device: 'reset-button', down: true });
  r.sim.run(50);
  r.sim.act({ type: 'press', device: 'reset-button', down: false });
  r.sim.run(100);
  expect(r.look().motorPower).toBe(true);
});
it('a lead of its chain breaks: the motors lose power, which is noticed at once', () => {
  const { rows } = sweepAll(figures.design, figures.network, figures.plan);
  const broken = (id: string) => rows.find((row) => row.fault.situation.open?.has(`stop-chain/${id}`));
  for (const id of ['feed', 'start-in', 'hold-in', 'hold-out', 'return'])
    expect([id, broken(id)?.notice]).toEqual([id, 'at once']);
});
it('what is said of it: its coil on 24 V does nothing, on another mains it is named, and it draws from the branch', () => {
  const said = (...commands: Command[]) =>
    findingsOf(deriveFigures(edited(machine, ...commands).design)).map((f) => f.id);
  const ids = said();
  expect(ids.filter((id) => /stop-contactor|feed-kind|motors-dead|plan-gap/.test(id))).toEqual(
    ['mains-unread:stop-contactor'].filter((id) => ids.includes(id)),
  );
  const mains = {
    name: 'set-field',
    args: { path: 'mainsVoltage', value: { entered: 115, unit: 'V', source: 'entered' } },
  } as const;
  expect(said(mains)).toContain('mains-voltage:stop-contactor');
  expect(
    said({
      name: 'set-feed',
      args: { part: 'stop-contactor', port: 'mains', from: { part: 'motor-supply', port: 'out' } },
    }),
  ).toContain('feed-kind:stop-contactor');
  // 35 mA of coil beside the motor supply behind one breaker.
  const own = deriveFigures(machine.design);
  expect(carriedBy(own, 'mains-breaker')!.amps).toBeGreaterThan(0.035);
});
