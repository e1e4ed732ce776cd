import { expect, it } from 'vitest';
import { deriveFigures } from '../../derivation/figures';
import { edited } from '../../motion/testing/rig';
import { plover } from '../../samples/plover';
import { terminalName } from '../wires';
import { planConductors } from './plan';

it('a divider stands between the spindle’s encoder and the control: all eight leads on either side, a quarter of the lines', () => {
  const file = edited(plover(), { name: 'add-part', args: { library: 'divider-sluice-4' } });
  const { design } = file;
  const leads = planConductors(design).proposals.flatMap((p) =>
    /^(spindle-encoder|encoder-divider)\//.test(p.id)
      ? [`${terminalName(design, p.from)} ${terminalName(design, p.to)}`]
      : [],
  );
  const signals = ['A+', 'A−', 'B+', 'B−', 'Z+', 'Z−', '5V', '0V'];
  const [k, b] = [design.parts['encoder-divider']!.designation, design.parts['spindle-encoder']!.designation];
  expect(leads.sort()).toEqual(
    [...signals.map((s) => `${k}:E/${s} ${b}:${s}`), ...signals.map((s) => `-K1:E1/${s} ${k}:C/${s}`)].sort(),
  );
  const lines = (d: typeof design) => {
    const { controller } = deriveFigures(d);
    return controller.known ? controller.value.spindle?.lines : undefined;
  };
  expect([lines(plover().design), lines(design)]).toEqual([1024, 256]);
});
