import { applyCommand } from '@nodaxis/core/commands/apply';
import { createDeriver, deriveFigures } from '@nodaxis/core/derivation/figures';
import { Simulation, simulationInput } from '@nodaxis/core/motion/simulation/simulation';
import { readProgram } from '@nodaxis/core/program/reader';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { plover } from '@nodaxis/core/samples/plover';
import { commissioningSheet } from '@nodaxis/core/settings/commissioning';
import { quantity } from '@nodaxis/core/units/quantity';
import type { Figure } from './measure';
import { quantile, time } from './measure';

/** An edit of the spindle's plate, and every line of its commissioning sheet after it. */
export function spindleSheet(): Figure {
  let file = dunnock();
  const derive = createDeriver();
  const path = `parts.${file.design.roles.spindle}.data.ratedCurrent`;
  let n = 0;
  const runs = time(60, () => {
    n = (n + 1) % 20;
    const value = quantity(5 + n / 10, 'A', 'datasheet');
    const edit = applyCommand(file, { name: 'set-field', args: { path, value } }, '2026-03-03T10:00:00.000Z');
    if (!edit.ok) throw new Error(edit.error[0]!.what);
    file = { ...edit.value.file, history: file.history };
    const figures = derive(file.design);
    if (!commissioningSheet(figures.design, figures.settings)) throw new Error('no sheet');
  });
  return {
    name: `an edit and the commissioning sheet after it, p95 (median ${quantile(runs, 0.5).toFixed(1)})`,
    value: quantile(runs, 0.95),
    unit: 'ms',
    bound: 32,
    most: true,
  };
}

const PASSES = 12;

/** A thread in passes on the lathe: servos, spindle, encoder, and what each pass leaves. */
export function threading(): Figure {
  const figures = deriveFigures(plover().design);
  const input = simulationInput(figures.design, figures.controller, figures.plan, { startShare: 0.6 });
  if (!input.known) throw new Error(input.missing.join());
  const sim = new Simulation(input.value);
  sim.act({ type: 'power', on: true });
  sim.run(300);
  sim.act({ type: 'set-work', axis: 'x', value: 15 });
  sim.act({ type: 'set-work', axis: 'z', value: 10 });
  const { controller } = sim;
  const pass = (i: number) => [`G0 X${20 - i / 10}`, 'G33 Z-40 K1.5', 'G0 X24', 'G0 Z4'];
  const text = [
    'S300 M3',
    'G4 P4',
    'G0 X24 Z4',
    ...Array.from({ length: PASSES }, (_, i) => pass(i)).flat(),
    'M30',
  ].join('\n');
  const machine = {
    letters: ['X', 'Z'],
    linear: [true, true],
    diameterX: true,
    words: 'widespread' as const,
    encoder: true,
    maxRpm: undefined,
  };
  const rates = Array.from({ length: 9 }, () => {
    const { program, faults } = readProgram(text, machine, {
      start: controller.axes.map((a) => a.position),
      offsets: controller.offsets.sets.map((s) => [...s]),
      active: 0,
    });
    if (faults[0]) throw new Error(faults[0].what);
    sim.act({ type: 'load', program });
    sim.act({ type: 'run' });
    const [from, start] = [sim.timeS, performance.now()];
    while (controller.run) sim.run(200);
    if (sim.threads.passes.length !== PASSES) throw new Error('passes were lost');
    return (sim.timeS - from) / ((performance.now() - start) / 1000);
  });
  return {
    name: `threading, ${PASSES} passes, against real time (best ${Math.max(...rates).toFixed(0)})`,
    value: quantile(rates, 0.5),
    unit: '× real time',
    bound: 500,
    most: false,
  };
}
