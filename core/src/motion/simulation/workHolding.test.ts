import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/command';
import type { LoadService } from '../../machine/connections';
import { quantity } from '../../units/quantity';
import { dunnock } from '../../samples/dunnock';
import { edited, rigOf } from '../testing/rig';

/** An air valve that serves the work; the spindle counts as standing 4 · 1.5 s after its stop. */
function bench(serves: LoadService, ...more: Command[]) {
  const r = rigOf(
    edited(
      dunnock(),
      { name: 'remove-output', args: { output: 'coolant' } },
      { name: 'add-output', args: { function: 'switched-load', library: 'valve-billow-24', relay: 'relay-latch-24' } },
      { name: 'set-output', args: { output: 'switched-load', serves } },
      { name: 'set-field', args: { path: 'parts.spindle.setup.halfSpeedTime', value: quantity(1.5, 's') } },
      ...more,
      { name: 'plan-wiring', args: {} },
    ),
  );
  r.referenced();
  const on = () => r.sim.controller.outputs.loads.has('switched-load');
  const valve = (to: boolean) => (r.sim.act({ type: 'switch-load', output: 'switched-load', on: to }), r.sim.run(300));
  const spin = (rpm: number) => (r.sim.act({ type: 'spindle', direction: rpm ? 1 : 0, rpm }), r.sim.run(2000));
  const turns = () => r.sim.controller.outputs.spindle !== 0;
  const why = () => (r.look(), r.heard.filter((e) => e.code === 'refused').at(-1)?.reason);
  return { r, on, valve, spin, turns, why };
}

describe('what holds the work', () => {
  it('a chuck that power closes: no turn while it is open, none opened in the turn, and no stop lets it go', () => {
    const b = bench('closes-chuck');
    b.spin(6000);
    expect(b.turns()).toBe(false);
    expect(b.why()).toBe('chuck-open');
    b.valve(true);
    b.spin(6000);
    expect(b.turns()).toBe(true);
    b.valve(false);
    expect(b.on()).toBe(true);
    expect(b.why()).toBe('spindle-turns');
    b.r.sim.act({ type: 'press', device: 'device-stop', down: true });
    b.r.sim.run(500);
    expect(b.turns()).toBe(false);
    expect(b.on()).toBe(true);
    // 2.5 s after the stop it may still turn; 6 s after it, it stands.
    b.r.sim.run(2000);
    b.valve(false);
    expect(b.on()).toBe(true);
    b.r.sim.run(3500);
    b.valve(false);
    expect(b.on()).toBe(false);
  });

  it('a chuck that power opens is the other way round: off it holds, and a stop closes it', () => {
    const b = bench('opens-chuck');
    b.valve(true);
    expect(b.on()).toBe(true);
    b.spin(6000);
    expect(b.turns()).toBe(false);
    b.valve(false);
    b.spin(6000);
    expect(b.turns()).toBe(true);
    b.valve(true);
    expect(b.on()).toBe(false);
  });

  it('a tailstock is not drawn back from the turning work, and asks nothing of a spindle that turns without it', () => {
    const b = bench('tailstock');
    b.spin(6000);
    expect(b.turns()).toBe(true);
    b.valve(true);
    b.valve(false);
    expect(b.on()).toBe(true);
  });

  it('a bolted door stays shut until the spindle stands; unlocked, it keeps the spindle still', () => {
    const b = bench('unlocks-door', { name: 'add-input', args: { function: 'door', library: 'switch-finch' } });
    const pull = () => {
      b.r.sim.act({ type: 'press', device: 'device-door', down: true });
      b.r.sim.run(200);
      return b.r.codes().includes('door-opened');
    };
    expect(pull()).toBe(false);
    expect(b.r.kinds()).toContain('door bolted');
    b.spin(6000);
    b.valve(true);
    expect(b.on()).toBe(false);
    b.spin(0);
    b.r.sim.run(6000);
    b.valve(true);
    b.spin(6000);
    expect(b.turns()).toBe(false);
    expect(b.why()).toBe('door-unlocked');
    expect(pull()).toBe(true);
  });
});
