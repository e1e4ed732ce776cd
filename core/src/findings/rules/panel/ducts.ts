import type { Design } from '../../../machine/design';
import { DUCT_DEPTHS, DUCT_WIDTHS } from '../../../panel/ducts';
import { printNumber, showValue } from '../../../units/print';
import { ductFills, MOST_DUCT_FILL, type DuctFill } from '../../../wiring/ductFills';
import type { FindingDraft, Rule } from '../../finding';
import { overBoxes, plateOfBox } from './onPlates';

/** Beside each other for less, mains and signals do each other nothing, mm. */
const SIDE_BY_SIDE = 100;

const overDucts = (check: (design: Design, box: string, fill: DuctFill) => FindingDraft | undefined): Rule['check'] =>
  overBoxes((design, id, _name, _placed, { wires }) =>
    ductFills(design, wires, id).flatMap((fill) => check(design, id, fill) ?? []),
  );
const setDuct = (enclosure: string, { id, duct }: DuctFill['duct'], change: Partial<typeof duct>) => ({
  name: 'place-parts' as const,
  args: { enclosure, places: {}, ducts: { [id]: { ...duct, ...change } } },
});
const numbersOf = (design: Design, ids: readonly string[]): string => {
  const numbers = [...new Set(ids.map((id) => design.conductors[id]!.number))].sort((a, b) => a - b);
  return numbers.length > 4 ? `${numbers.slice(0, 3).join(', ')} and ${numbers.length - 3} more` : numbers.join(', ');
};

/** A duct that holds more than it should. */
export const ductFill: Rule = {
  code: 'duct-fill',
  severity: 'doubtful',
  check: overDucts((_design, box, { duct, fill, conductors }) => {
    if (fill <= MOST_DUCT_FILL) return undefined;
    const { width, depth } = duct.duct;
    const needed = (fill / MOST_DUCT_FILL) * depth;
    const deeper = DUCT_DEPTHS.find((d) => d >= needed);
    const wider = DUCT_WIDTHS.find((w) => w >= (fill / MOST_DUCT_FILL) * width * 1.1);
    return {
      subject: duct.id,
      title: `Duct ${duct.id} is ${printNumber(100 * fill, 3)} % full`,
      explain: (display) =>
        `${conductors.length} conductors lie in its ${showValue(width, 'length', display, 3)} × ${showValue(depth, 'length', display, 3)}; ${100 * MOST_DUCT_FILL} % of its inside should be taken at most, so that they stay cool and a hand gets in. Take a deeper${wider ? ' or wider' : ''} duct, or lead some of them another way.`,
      ...plateOfBox(box),
      remedies: deeper
        ? [
            {
              label: (display) => `Take a duct ${showValue(deeper, 'length', display, 3)} deep`,
              command: setDuct(box, duct, { depth: deeper }),
            },
          ]
        : [],
    };
  }),
};

/** Mains or motor leads beside signals in one duct. */
export const ductMixed: Rule = {
  code: 'duct-mixed',
  severity: 'doubtful',
  check: overDucts((design, box, { duct, mixed }) => {
    if (!mixed || mixed.mm <= SIDE_BY_SIDE) return undefined;
    const { power, signals } = mixed;
    const encoders = signals.some((id) => ends(design, id).includes('encoder'));
    return {
      subject: duct.id,
      title: `Mains or motor leads lie beside ${encoders ? 'encoder leads' : 'signals'} in duct ${duct.id}`,
      explain: (display) =>
        `Conductors ${numbersOf(design, power)} and ${numbersOf(design, signals)} run side by side for ${showValue(mixed.mm, 'length', display, 3)}. Each switching edge in the first couples into the others, and a board counts pulses that nobody sent. A thin signal wire that is not insulated for the mains may also chafe and bring mains to a board. Lead them in ducts of their own, or take a duct with a dividing wall.`,
      ...plateOfBox(box),
      remedies: [{ label: () => 'Take a duct with a dividing wall', command: setDuct(box, duct, { divided: true }) }],
    };
  }),
};
const ends = (design: Design, id: string): string[] => {
  const { from, to } = design.conductors[id]!;
  return [from, to].flatMap((t) => design.parts[t.part]?.terminals[t.terminal]?.role ?? []);
};
