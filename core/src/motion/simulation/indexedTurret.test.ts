import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/command';
import type { IndexedTurret } from '../../machine/toolChanger';
import { usual } from '../../machine/library/usual';
import { readProgram } from '../../program/reader';
import { dividing } from '../../tests/dividing';
import { quantity } from '../../units/quantity';
import { withinTurn } from '../../units/turns';
import type { HiddenFault } from '../truth/hiddenFault';
import { rigOf } from '../testing/rig';

const A = 3;
/** Four stations on a table with 60 °/s, 400 °/s², a clamp that is freed in 0.4 s and closed in 0.5 s, and a sensor that sees it closed. */
function rig(of: Partial<IndexedTurret> = {}, faults: HiddenFault[] = []) {
  const head: Command = {
    name: 'set-tool-changer',
    args: { changer: { kind: 'indexed', axis: 'a', stations: 4, locked: 'position', ...of } },
  };
  const sensor: Command = { name: 'add-input', args: { function: 'position', library: usual.axisSensorOpen } };
  const r = rigOf(dividing('wraps', sensor, head), { startShare: 0.4, faults });
  const from = r.sim.plant.motors.carriage[A]!;
  return { r, turned: () => withinTurn(r.sim.plant.motors.carriage[A]! - from) };
}
type Rig = ReturnType<typeof rig>['r'];
function turnTo(r: Rig, tool: number): number {
  const from = r.sim.timeS;
  r.sim.act({ type: 'change-tool', tool });
  for (let k = 0; k < 400 && r.sim.controller.state === 'changing-tool'; k++) r.sim.run(25);
  return r.sim.timeS - from;
}
const head = (r: Rig) => r.look().changer;

describe('a turret on an axis', () => {
  it('is refused before its datum is known; then turns the short way, clamped again before it counts as done', () => {
    const { r, turned } = rig();
    turnTo(r, 2);
    expect(r.codes()).toContain('refused');
    r.referenced();
    const zero = turned();
    // 0.4 + 90/60 + 60/400 + 0.5 s.
    expect(turnTo(r, 2)).toBeCloseTo(2.55, 1);
    expect(turned() - zero).toBeCloseTo(90, 1);
    expect(head(r)).toMatchObject({ kind: 'indexed', locked: true, believed: 2, at: expect.closeTo(1, 2) });
    // From 2 to 1 is 90° back, not 270° on.
    expect(turnTo(r, 1)).toBeCloseTo(2.55, 1);
    expect(turned() - zero).toBeCloseTo(0, 1);
    expect(turnTo(r, 1)).toBe(0);
  });

  it('with a pawl goes forward past its station, and back against it', () => {
    const { r, turned } = rig({ beyond: quantity(10, '°') });
    r.referenced();
    const zero = turned();
    // Forward 280° and 10° back: 0.4 + 280/60 + 0.15 + 10/60 + 0.15 + 0.5 s.
    expect(turnTo(r, 4)).toBeCloseTo(6.03, 1);
    expect(turned() - zero).toBeCloseTo(270, 1);
    // Forward 100° and 10° back.
    expect(turnTo(r, 1)).toBeCloseTo(3.03, 1);
    expect(withinTurn(turned() - zero + 1)).toBeCloseTo(1, 1);
  });

  it('whose clamp is not seen closed is not trusted', () => {
    const device = Object.keys(rig().r.design.parts).find(
      (id) => rig().r.design.circuits['position']!.devices[0] === id,
    )!;
    const { r } = rig({}, [{ kind: 'stuck-switch', device, as: 'open' }]);
    r.referenced();
    turnTo(r, 3);
    r.look();
    expect(r.heard.find((e) => e.code === 'change-failed')).toMatchObject({ step: 'clamped' });
  });

  it('is turned by a program’s T; the program does not move its axis, nor is its path moved by it', () => {
    const { r, turned } = rig();
    r.referenced();
    const zero = turned();
    const { axes, settings } = r.sim.controller;
    const read = (text: string) =>
      readProgram(
        text,
        {
          letters: axes.map((a) => a.settings.letter),
          linear: axes.map((a) => a.settings.linear),
          wraps: axes.map((a) => a.settings.wraps),
          diameterX: false,
          words: settings.programWords,
          encoder: false,
          maxRpm: undefined,
          changerLetter: 'A',
        },
        { start: axes.map((a) => a.position), offsets: [axes.map(() => 0)], active: 0 },
      );
    expect(read('G0 A90\n').faults).toHaveLength(1);
    const x = r.axis('x').position;
    const { program, faults } = read(`G91\nG1 X5 F600\nT2 M6\nG1 X5 F600\nT1 M6\nM2\n`);
    expect(faults).toEqual([]);
    r.sim.act({ type: 'load', program });
    r.sim.act({ type: 'run' });
    let most = 0;
    for (let k = 0; k < 2000 && r.sim.controller.run; k++) {
      r.sim.run(10);
      most = Math.max(most, withinTurn(turned() - zero + 1) - 1);
    }
    expect(r.sim.controller.run).toBeUndefined();
    expect(most).toBeCloseTo(90, 1);
    expect(r.axis('x').position - x).toBeCloseTo(10, 3);
    expect(head(r)).toMatchObject({ believed: 1, locked: true });
  });
});
