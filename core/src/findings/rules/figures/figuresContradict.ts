import type { Design } from '../../../machine/design';
import { describeField, fieldTitle } from '../../../machine/fields';
import type { Quantity } from '../../../units/quantity';
import { baseValue } from '../../../units/quantity';
import { showQuantity } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** Two figures of which the first can never be larger than the second, and why. */
interface Pair {
  small: [path: string, value: Quantity | undefined];
  large: [path: string, value: Quantity | undefined];
  why: string;
}

function pairsOf(design: Design): Pair[] {
  const pairs: Pair[] = [];
  for (const [id, axis] of Object.entries(design.axes)) {
    const t = axis.transmission;
    const path = `axes.${id}`;
    if (t?.kind === 'screw') {
      const tr = `${path}.transmission`;
      pairs.push({
        small: [`${tr}.rootDiameter`, t.rootDiameter],
        large: [`${tr}.outerDiameter`, t.outerDiameter],
        why: 'A screw is thinner at the bottom of its threads than over them.',
      });
      if (axis.motion === 'linear')
        pairs.push({
          small: [`${path}.travel`, axis.travel],
          large: [`${tr}.length`, t.length],
          why: 'The nut cannot travel further than the screw is long.',
        });
    }
    pairs.push({
      small: [`${path}.reference.slowSpeed`, axis.reference.slowSpeed],
      large: [`${path}.reference.fastSpeed`, axis.reference.fastSpeed],
      why: 'The slow approach is to be the slower one.',
    });
  }
  for (const [id, part] of Object.entries(design.parts)) {
    const path = `parts.${id}.data`;
    const data = part.data as unknown as Record<string, Quantity | undefined>;
    for (const [small, large, why] of [
      ['supplyMin', 'supplyMax', 'The lowest supply lies under the highest.'],
      ['ratedTorque', 'peakTorque', 'The peak torque of a servo lies above its rated one.'],
      ['ratedSpeed', 'maxSpeed', 'The rated speed lies under the highest.'],
      ['signalVoltageMin', 'signalVoltageMax', 'The lowest signal level lies under the highest.'],
      ['pulseRate', 'pulseRateTotal', 'One channel cannot make more pulses than all of them together.'],
    ] as const)
      pairs.push({ small: [`${path}.${small}`, data[small]], large: [`${path}.${large}`, data[large]], why });
  }
  return pairs;
}

/** Figures that cannot both be right: a slip of the pen, or of the unit. */
export const figuresContradict: Rule = {
  code: 'figures-contradict',
  severity: 'doubtful',
  check: ({ design }) =>
    pairsOf(design).flatMap(({ small: [smallPath, small], large: [largePath, large], why }): FindingDraft[] => {
      if (!small || !large || baseValue(small) <= baseValue(large)) return [];
      const [a, b] = [describeField(design, smallPath), describeField(design, largePath)];
      if (!a || !b) return [];
      return [
        {
          subject: smallPath,
          title: `${fieldTitle(a)} and ${b.label.toLowerCase()} contradict each other`,
          explain: (display) =>
            `${a.label} is ${showQuantity(small, display)}, ${b.label.toLowerCase()} ${showQuantity(large, display)}. ${why} Look which one is a mistake; until then what follows from them is worth nothing.`,
          station: a.station,
          field: smallPath,
        },
      ];
    }),
};
