import { deriveFigures } from '@nodaxis/core/derivation/figures';
import { sweepAll } from '@nodaxis/core/faults/sweep';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { evaluate } from '@nodaxis/core/wiring/evaluate';
import { networkAround } from '@nodaxis/core/wiring/network';
import { largeMachine } from './largeMachine';
import type { Figure } from './measure';
import { quantile, time } from './measure';

const BATCH = 40;
/** Median of single calls, from batches of them: the clock is coarser than one call. */
const single = (work: () => void): number =>
  quantile(
    time(30, () => {
      for (let i = 0; i < BATCH; i++) work();
    }),
    0.5,
  ) / BATCH;

/** The whole of Dunnock's nets once, and the part that a switch touches. */
export function evaluation(): Figure[] {
  const { design } = dunnock();
  const { network, plan } = deriveFigures(design);
  const input = plan.inputs['limit-x-plus']!;
  const touched = networkAround(network, [network.nodeOf(input)!]);
  let pressed = false;
  const press = () => {
    pressed = !pressed;
    return { actuated: new Set(pressed ? ['device-limit-x-plus'] : []) };
  };
  return [
    {
      name: `evaluation of Dunnock, ${network.conductors.length} conductors, median`,
      value: single(() => void evaluate(network, press()).readingAt(input)),
      unit: 'ms',
      bound: 0.5,
      most: true,
    },
    {
      name: 'evaluation of the part that one switch touches, median',
      value: single(() => void evaluate(touched, press()).readingAt(input)),
      unit: 'ms',
      bound: 0.05,
      most: true,
    },
  ];
}

/** Every single fault of a machine over its named states. */
export function sweeps(): Figure[] {
  return [
    { name: 'Dunnock', design: dunnock().design, bound: 1 },
    { name: 'a large machine', design: largeMachine(1000), bound: 10 },
  ].map(({ name, design, bound }): Figure => {
    const { network, plan } = deriveFigures(design);
    const seconds = Array.from({ length: 3 }, () => {
      const start = performance.now();
      sweepAll(design, network, plan);
      return (performance.now() - start) / 1000;
    });
    return {
      name: `sweep of all single faults of ${name}, ${network.conductors.length} conductors, median`,
      value: quantile(seconds, 0.5),
      unit: 's',
      bound,
      most: true,
    };
  });
}
