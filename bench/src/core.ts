import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { findingsOf } from '@nodaxis/core/findings/findings';
import { Simulation, simulationInput } from '@nodaxis/core/motion/simulation/simulation';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { CONDUCTORS, largeMachine } from './largeMachine';
import type { Figure } from './measure';
import { quantile, time } from './measure';

/** Everything derived from nothing, findings included: no cache helps. */
export function derivation(): Figure {
  const design = largeMachine();
  const axes = design.axisOrder.length;
  const runs = time(60, () => void findingsOf(deriveFigures(design)));
  return {
    name: `derive everything, ${axes} axes and ${CONDUCTORS} conductors, median (best ${Math.min(...runs).toFixed(2)})`,
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 10,
    most: true,
  };
}

/** Four motors under way all the time, a step of 1 ms, nets evaluated as the switches trip. */
export function simulation(): Figure {
  const { design } = dunnock();
  const figures = deriveFigures(design);
  const input = simulationInput(design, figures.controller, figures.network, figures.plan.inputs);
  if (!input.known) throw new Error(input.missing.join());
  const sim = new Simulation(input.value);
  sim.command({ type: 'power', on: true });
  sim.run(5);
  sim.command({ type: 'reference' });
  sim.run(60_000);
  const rates = Array.from({ length: 9 }, (_, k) => {
    const start = performance.now();
    const steps = 40_000;
    for (let done = 0; done < steps; done += 4000) {
      const out = (done / 4000 + k) % 2 === 0;
      for (const [axis, near, far] of [
        ['x', 20, 480],
        ['y', 20, 480],
        ['z', -110, -10],
      ] as const)
        sim.command({ type: 'move', axis, position: out ? far : near });
      sim.run(4000);
    }
    return steps / (performance.now() - start);
  });
  return {
    name: 'simulation, 4 motors, 1 ms step',
    value: quantile(rates, 0.5),
    unit: '× real time',
    bound: 1000,
    most: false,
  };
}
