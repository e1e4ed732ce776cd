import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { Design } from '../machine/design';
import { dunnock } from '../samples/dunnock';
import { wren } from '../samples/wren';
import { tellAct } from './story';
import type { Act, TrialState } from './trial';
import { Trial } from './trial';

const onTrial = (design: Design) => {
  const f = deriveFigures(design);
  const polarities = Object.fromEntries(Object.entries(f.circuits).map(([id, c]) => [id, c.activeWhen]));
  const trial = new Trial(design, f.network, f.plan, polarities);
  let state: TrialState = trial.begin();
  return {
    plan: f.plan,
    state: () => state,
    conclusion: (circuit: string) => state.view.inputs.find((i) => i.circuit === circuit)!.conclusion,
    do(act: Act): string {
      const before = state;
      state = trial.toggle(before, act);
      return tellAct(design, before, state, act);
    },
  };
};
const press = (part: string): Act => ({ kind: 'press', part });
const numberOf = (design: Design, id: string) => design.conductors[id]!.number;

describe('a router on trial', () => {
  const { design } = dunnock();
  const sensor = 'circuit-limit-x-plus/device-limit-x-plus-out';

  it('begins started and at rest: everything has power, every input is free', () => {
    const { view } = onTrial(design).state();
    expect(view.torque.size).toBe(4);
    expect(new Set(view.inputs.map((i) => i.conclusion))).toEqual(new Set(['free']));
    expect([view.lost, [...view.dead], view.shorted, view.ring]).toEqual([[], [], false, []]);
  });
  it('the stop button takes the power and tells; letting it go brings no torque back, the start button does', () => {
    const t = onTrial(design);
    expect(t.do(press('device-stop'))).toMatch(
      /pressed: contactor -Q2 drops; all motors lose their torque; input B1 goes low; the controller takes Stop for tripped; the machine stops and stays latched\.$/,
    );
    t.do(press('device-stop'));
    expect([t.conclusion('stop'), t.state().view.torque.size]).toEqual(['free', 0]);
    expect(t.do(press(design.roles.resetButton!))).toContain('the motors of X, Y and Z have torque');
    t.do(press(design.roles.resetButton!));
    expect(t.state().view.torque.size).toBe(4);
  });
  it('a broken wire of a conducting sensor is told as the trip that it looks like', () => {
    const t = onTrial(design);
    expect(t.do({ kind: 'cut', conductor: sensor })).toBe(
      `Conductor ${numberOf(design, sensor)} open: input A2 goes low; the controller takes X plus limit for tripped; the machine stops at once.`,
    );
    expect(t.do({ kind: 'cut', conductor: sensor })).toMatch(/whole again: input A2 goes high/);
  });
  it('without the field supply all its inputs fall together, and the contactor with them', () => {
    const told = onTrial(design).do({ kind: 'lose', part: 'field-supply' });
    expect(told).toMatch(/contactor -Q2 drops; .*all motors lose their torque; inputs A1, A2, .* and B3 go low/);
  });
  it('a dead controller concludes nothing', () => {
    const t = onTrial(design);
    expect(t.do({ kind: 'lose', part: 'logic-supply' })).toContain('the controller is off');
    expect(t.conclusion('stop')).toBe('controller off');
  });
  it('an output lets the brake go through its relay', () => {
    const t = onTrial(design);
    const output = Object.entries(t.plan.outputs).find(([id]) => design.outputs[id]!.function === 'brake')![1];
    expect(t.do({ kind: 'drive', output })).toContain('the brake of -M4 lets go');
  });
});

describe('the way of the current', () => {
  it('lights the loop of a sensor from + to its input, and goes out with the trip', () => {
    const { design } = dunnock();
    const t = onTrial(design);
    const lit = () => [...t.state().view.paths.conductors].filter((id) => id.startsWith('circuit-limit-x-plus/'));
    expect(lit()).toEqual(expect.arrayContaining([expect.stringMatching(/-plus$/), expect.stringMatching(/-out$/)]));
    t.do(press('device-limit-x-plus'));
    expect(lit()).toEqual([]);
  });
  it('lights the chain from the stop button over the contactor’s own contact, not over the start button', () => {
    const { design } = dunnock();
    const t = onTrial(design);
    const chain = () => new Set([...t.state().view.paths.conductors].filter((id) => id.startsWith('stop-chain/')));
    expect(chain()).toEqual(
      new Set(['feed', 'start-in', 'hold-in', 'hold-out', 'return'].map((x) => `stop-chain/${x}`)),
    );
    t.do(press('device-stop'));
    expect(chain().size).toBe(0);
  });
});

describe('a normally open limit on trial', () => {
  it('a broken wire changes nothing, and the sentence says what is gone', () => {
    const { design } = wren();
    const wire = Object.keys(design.conductors).find((id) => id.startsWith('circuit-limit-and-reference-y/'))!;
    const t = onTrial(design);
    expect(t.do({ kind: 'cut', conductor: wire })).toBe(
      `Conductor ${numberOf(design, wire)} open: nothing changes that anybody could see. From now on this does not work: Y plus limit + reference, and nothing reports it.`,
    );
    expect(t.do(press('device-limit-and-reference-y'))).toContain('nothing changes');
  });
});
