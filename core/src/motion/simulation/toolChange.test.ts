import { describe, expect, it } from 'vitest';
import { changerFittings } from '../../commands/changerFittings';
import type { Command } from '../../commands/command';
import { newToolChanger, type Drawbar, type Turret } from '../../machine/toolChanger';
import { readProgram } from '../../program/reader';
import { dunnock } from '../../samples/dunnock';
import { fieldfare } from '../../samples/fieldfare';
import type { HiddenFault } from '../truth/hiddenFault';
import { edited, rigOf } from '../testing/rig';

/** 0.6 s a station, on 0.1 s beyond the mark, 0.1 s at rest, 0.5 s back. The head was left at station 3 of 4. */
const turret = fieldfare().design.toolChanger as Turret;
const marks = turret.marks;
const set = (of: Partial<Turret>): Command => ({
  name: 'set-tool-changer',
  args: { changer: { ...turret, ...of } as Turret },
});
function rig(commands: readonly Command[] = [], faults: HiddenFault[] = [], make = fieldfare) {
  const r = rigOf(edited(make(), ...commands), { faults });
  r.referenced();
  r.look();
  return r;
}
type Rig = ReturnType<typeof rig>;
/** Turns to a station; how long it took, s. */
function turnTo(r: Rig, tool: number): number {
  const from = r.sim.timeS;
  r.sim.act({ type: 'change-tool', tool });
  for (let k = 0; k < 400 && r.sim.controller.state === 'changing-tool'; k++) r.sim.run(25);
  return r.sim.timeS - from;
}
const failure = (r: Rig) => (r.look(), r.heard.find((e) => e.code === 'change-failed'));
const head = (r: Rig) =>
  r.look().changer as { kind: 'turret'; at: number; locked: boolean; believed: number | undefined };
const motorOff = (r: Rig) => r.sim.controller.outputs.loads.size === 0 && r.sim.nets.state.changer.turns === 0;
function load(r: Rig, text: string) {
  const { axes, offsets, settings } = r.sim.controller;
  const { program, faults } = readProgram(
    text,
    {
      letters: axes.map((a) => a.settings.letter),
      linear: axes.map((a) => a.settings.linear),
      diameterX: settings.diameterX,
      words: 'widespread',
      encoder: false,
      maxRpm: undefined,
      twoPartTools: settings.twoPartTools,
    },
    { start: axes.map((a) => a.position), offsets: offsets.sets.map((s) => [...s]), active: 0 },
  );
  expect(faults).toEqual([]);
  r.sim.act({ type: 'load', program });
  r.sim.act({ type: 'run' });
}

describe('a turret', () => {
  it('turns on to its mark, a little beyond it, and back into its lock; the times add up', () => {
    const r = rig();
    // Two stations on, less what the sensor sees of the mark before it: 2 · 0.6 − 0.02 + 0.1 + 0.1 + 0.5 s.
    expect(turnTo(r, 1)).toBeCloseTo(1.88, 1);
    expect(head(r)).toMatchObject({ at: 0, locked: true, believed: 1 });
    expect(motorOff(r)).toBe(true);
    // It knows where it stands: the next one is one station on, the one before it three.
    expect(turnTo(r, 2)).toBeCloseTo(1.28, 1);
    expect(turnTo(r, 1)).toBeCloseTo(2.48, 1);
    expect(turnTo(r, 1)).toBe(0);
    expect(failure(r)).toBeUndefined();
  });

  it('whose pawl has not dropped goes back a station, is not trusted, and comes right once it is turned on for longer', () => {
    // 0.01 s are 0.017 of a station; the pawl drops 0.06 behind it. 0.5 s back are 0.83 of a station.
    const tooShort = set({ runOn: { entered: 10, unit: 'ms', source: 'entered' } });
    const short = rig([tooShort]);
    turnTo(short, 1);
    expect(failure(short)).toMatchObject({ step: 'settle' });
    expect(head(short)).toMatchObject({ locked: false, believed: undefined });
    expect(head(short).at).toBeLessThan(3.3);
    expect(motorOff(short)).toBe(true);
    const longer = { entered: 100, unit: 'ms', source: 'entered' } as const;
    const right = rig([
      tooShort,
      { name: 'override-setting', args: { setting: 'tool-change/run-on', title: 'On', value: longer, reason: '' } },
    ]);
    turnTo(right, 1);
    expect(head(right)).toMatchObject({ at: 0, locked: true, believed: 1 });
  });

  it('with a sensor that sees nothing gives its station up after its time, with the motor off; the others still come', () => {
    const device = fieldfare().design.circuits[marks[0]!]!.devices[0]!;
    const r = rig([], [{ kind: 'stuck-switch', device, as: 'open' }]);
    // 1.5 · 4 stations · 0.6 s + 0.5 s.
    expect(turnTo(r, 1)).toBeCloseTo(4.1, 1);
    expect(failure(r)).toMatchObject({ step: 'turn' });
    expect(motorOff(r)).toBe(true);
    expect(turnTo(r, 2)).toBeLessThan(4);
    expect(head(r)).toMatchObject({ at: 1, locked: true, believed: 2 });
  });

  it('whose motor has its leads swapped stays in its lock, and says which way to look', () => {
    const file = fieldfare();
    const motor = file.design.outputs[turret.forward!]!.devices[0]!;
    const ends = Object.entries(file.design.conductors).filter(([, c]) => c.to.part === motor);
    const conductors = { ...file.design.conductors };
    const [[a, x], [b, y]] = ends as [(typeof ends)[0], (typeof ends)[0]];
    conductors[a] = { ...x, to: y.to };
    conductors[b] = { ...y, to: x.to };
    const r = rig([], [], () => ({ ...file, design: { ...file.design, conductors } }));
    turnTo(r, 1);
    expect(failure(r)).toMatchObject({ step: 'turn' });
    expect(head(r)).toMatchObject({ at: 2, locked: true });
  });

  it('that counts finds its first station before anything, and counts from there', () => {
    const r = rig([set({ sensing: 'count', marks: [marks[0]!, marks[1]!] })]);
    // Two stations to the first, two more to the third.
    expect(turnTo(r, 3)).toBeCloseTo(4 * 0.6 + 0.7, 1);
    expect(head(r)).toMatchObject({ at: 2, locked: true, believed: 3 });
    expect(turnTo(r, 4)).toBeCloseTo(1.3, 1);
    // Without its first mark it would count from nowhere: it does not begin.
    const lost = rig(
      [set({ sensing: 'count', marks: [marks[0]!, marks[1]!] })],
      [{ kind: 'stuck-switch', device: fieldfare().design.circuits[marks[1]!]!.devices[0]!, as: 'open' }],
    );
    turnTo(lost, 3);
    expect(failure(lost)).toMatchObject({ step: 'first' });
  });

  it('is off with the stop in the middle of a change, and finds its station all the same afterwards', () => {
    const r = rig();
    r.sim.act({ type: 'change-tool', tool: 1 });
    r.sim.run(400);
    r.sim.act({ type: 'press', device: 'device-stop', down: true });
    r.sim.run(100);
    expect(motorOff(r)).toBe(true);
    expect(head(r).believed).toBeUndefined();
    expect(r.codes()).toContain('change-ended');
  });

  it('with a spring for a lock comes to rest at its station, on the first and the last of them too', () => {
    const { back: _back, ...sprung } = turret;
    const r = rig([{ name: 'set-tool-changer', args: { changer: sprung } }]);
    for (const station of [1, 2, 4, 1]) {
      turnTo(r, station);
      r.sim.run(100);
      expect(head(r)).toMatchObject({ locked: true, believed: station });
      expect(head(r).at % 4).toBeCloseTo(station - 1, 6);
    }
    expect(failure(r)).toBeUndefined();
  });

  it('keeps the stations of its other sensors when one is taken out, and a new one comes in its place', () => {
    const without = edited(fieldfare(), { name: 'remove-input', args: { circuit: 'position-2' } });
    expect((without.design.toolChanger as Turret).marks).toEqual(['position', null, 'position-3', 'position-4']);
    const fit = changerFittings(without.design).find((f) => f.field === 'marks')!;
    const again = edited(without, fit.command).design;
    expect((again.toolChanger as Turret).marks).toEqual(['position', 'position-2', 'position-3', 'position-4']);
  });

  it('a program turns to its tool by itself, and waits at a station that there is not', () => {
    const r = rig();
    load(r, 'T0200\nG4 P1\nT0900\nM30');
    r.sim.run(4000);
    expect(head(r)).toMatchObject({ at: 1, locked: true, believed: 2 });
    expect(r.sim.controller.state).toBe('paused');
    expect(r.codes()).toContain('refused');
    expect(r.heard.at(-1)).toMatchObject({ code: 'program-paused', by: 'changer', tool: 9 });
  });
});

describe('a power drawbar', () => {
  const drawbar = newToolChanger('drawbar') as Drawbar;
  const fitted: readonly Command[] = [
    { name: 'remove-output', args: { output: 'coolant' } },
    { name: 'add-output', args: { function: 'switched-load', library: 'valve-billow-24', relay: 'relay-latch-24' } },
    { name: 'add-input', args: { function: 'position', library: 'switch-finch' } },
    { name: 'add-input', args: { function: 'spindle-permit', library: 'switch-finch' } },
    {
      name: 'set-tool-changer',
      args: { changer: { ...drawbar, release: 'switched-load', open: 'position', clamped: 'spindle-permit' } },
    },
    { name: 'plan-wiring', args: {} },
  ];
  const mill = (faults: HiddenFault[] = []) => rig(fitted, faults, dunnock);
  const spins = (r: Rig) => Math.abs(r.look().spindle?.rpm ?? 0) > 1;
  const paused = (r: Rig) => (r.look(), r.heard.filter((e) => e.code === 'program-paused').at(-1));

  it('stops the spindle, lets it stand, lets the tool go, waits for the hand twice, and goes on', () => {
    const r = mill();
    load(r, 'S6000 M3\nT2 M6\nS6000 M3\nG4 P5\nM30');
    r.sim.run(9000);
    const wait = () => r.sim.run(16_000);
    wait();
    expect(spins(r)).toBe(false);
    expect(paused(r)).toMatchObject({ by: 'tool', tool: 2 });
    expect(r.look().changer).toMatchObject({ share: 1, step: 'fit' });
    r.sim.act({ type: 'continue' });
    r.sim.run(3000);
    expect(paused(r)).toMatchObject({ by: 'held' });
    expect(r.look().changer).toMatchObject({ share: 0 });
    expect(spins(r)).toBe(false);
    r.sim.act({ type: 'continue' });
    r.sim.run(3000);
    expect(spins(r)).toBe(true);
    expect(r.kinds()).not.toContain('tool thrown');
  });

  it('that was paused before it let go is not closed by going on: the tool is not fitted yet', () => {
    const r = mill();
    load(r, 'T2 M6\nM30');
    r.sim.run(500);
    r.sim.act({ type: 'pause' });
    r.sim.run(8000);
    expect(paused(r)).toMatchObject({ by: 'hand' });
    expect(r.look().changer).toMatchObject({ share: 1, step: 'fit' });
    r.sim.act({ type: 'continue' });
    r.sim.run(2000);
    expect(paused(r)).toMatchObject({ by: 'tool', tool: 2 });
    expect(r.look().changer).toMatchObject({ share: 1, step: 'fit' });
  });

  it('is not let go by hand while the spindle turns, nor the spindle started while it is open', () => {
    const r = mill();
    const release = (on: boolean) => r.sim.act({ type: 'switch-load', output: 'switched-load', on });
    r.sim.act({ type: 'spindle', direction: 1, rpm: 6000 });
    r.sim.run(4000);
    release(true);
    r.sim.run(1500);
    expect(r.look().changer).toMatchObject({ share: 0 });
    expect(r.heard.at(-1)).toMatchObject({ code: 'refused', reason: 'spindle-turns' });
    r.sim.act({ type: 'spindle', direction: 0, rpm: 0 });
    r.sim.run(5500);
    release(true);
    r.sim.run(1500);
    expect(r.look().changer).toMatchObject({ share: 1 });
    r.sim.act({ type: 'spindle', direction: 1, rpm: 6000 });
    r.sim.run(500);
    expect(r.look().spindle?.rpm).toBe(0);
    expect(r.heard.at(-1)).toMatchObject({ code: 'refused', reason: 'tool-loose' });
  });

  it('that does not say that it holds keeps the spindle still', () => {
    const r = mill([{ kind: 'stuck-switch', device: 'device-spindle-permit', as: 'open' }]);
    r.sim.act({ type: 'spindle', direction: 1, rpm: 6000 });
    r.sim.run(500);
    expect(spins(r)).toBe(false);
    load(r, 'T2 M6\nM30');
    r.sim.run(8000);
    r.sim.act({ type: 'continue' });
    r.sim.run(3000);
    expect(failure(r)).toMatchObject({ step: 'clamp' });
    expect(paused(r)).toMatchObject({ by: 'changer' });
  });
});
