import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import { deriveFigures } from '../../derivation/figures';
import type { MachineFile } from '../../machine/file';
import type { ControllerEvent } from '../controller/events';
import type { Happening } from '../plant/happenings';
import { Simulation, simulationInput } from '../simulation/simulation';
import type { HiddenFault } from '../truth/hiddenFault';

/** A machine file with commands applied. */
export const edited = (file: MachineFile, ...commands: Command[]): MachineFile =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(r.error[0]!.what);
    return r.value.file;
  }, file);

export const overriding = (setting: string, value: string): Command => ({
  name: 'override-setting',
  args: { setting, title: setting, value, reason: '' },
});

export interface RigOptions {
  startShare?: number | readonly number[];
  faults?: readonly HiddenFault[];
  seed?: number;
  /** Leaves the mains off. */
  off?: boolean;
}

/** A simulated machine on the bench: switched on and started, with everything it says kept. */
export function rigOf(file: MachineFile, options: RigOptions = {}) {
  const figures = deriveFigures(file.design);
  const input = simulationInput(figures.design, figures.controller, figures.plan, options);
  if (!input.known) throw new Error(input.missing.join());
  const sim = new Simulation(input.value);
  const heard: ControllerEvent[] = [];
  const happened: Happening[] = [];
  const look = () => {
    const s = sim.snapshot();
    heard.push(...s.events.map((e) => e.event));
    happened.push(...s.happenings);
    return s;
  };
  const start = () => {
    sim.act({ type: 'power', on: true });
    sim.run(20);
    const reset = file.design.roles.resetButton;
    if (reset) {
      sim.act({ type: 'press', device: reset, down: true });
      sim.run(50);
      sim.act({ type: 'press', device: reset, down: false });
    }
    sim.run(100);
  };
  if (!options.off) start();
  return {
    sim,
    figures,
    design: figures.design,
    look,
    heard,
    happened,
    start,
    codes: () => (look(), heard.map((e) => e.code)),
    kinds: () => (look(), happened.map((h) => h.kind)),
    axis: (id: string) => look().axes.find((a) => a.id === id)!,
    hold: (axis: string, direction: 1 | -1, steps: number, override = false) => {
      for (let i = 0; i < steps; i += 100) {
        sim.act({ type: 'jog', axis, direction, share: 1, override });
        sim.run(100);
      }
      sim.act({ type: 'release' });
      sim.run(1500);
    },
    /** Finds every datum, and waits as long as it takes. */
    referenced: (most = 200_000) => {
      sim.act({ type: 'reference' });
      for (let i = 0; i < most && (i === 0 || sim.controller.state === 'finding-datum'); i += 500) sim.run(500);
      sim.run(200);
      return sim;
    },
    /** Runs until the control is at rest again. */
    settle: (most = 60_000) => {
      for (let i = 0; i < most; i += 100) {
        sim.run(100);
        if (['at-rest', 'at-rest-unknown', 'latched', 'no-power'].includes(sim.controller.state)) break;
      }
      sim.run(100);
    },
    /** Machine position at which an axis truly stands, by its ruler. */
    truePosition: (id: string, side = 0) => {
      const ruler = figures.axes.find((a) => a.id === id)!.ruler;
      if (!ruler.known) throw new Error('no ruler');
      const a = sim.plant.model.axes.findIndex((x) => x.id === id);
      const motors = sim.plant.model.motors.flatMap((m, i) => (m.axis === a ? [i] : []));
      return sim.plant.motors.carriage[motors[side]!]! + ruler.value.hardMinus;
    },
  };
}
export type Rig = ReturnType<typeof rigOf>;
