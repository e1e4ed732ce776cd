import { cuttingButtons } from '../../../distribution/feeds';
import { partsSupply } from '../../../machine/design';
import { strength } from '../../../wiring/levels';
import type { FindingDraft, Rule } from '../../finding';
import { feedsOf } from '../../../wiring/planner/inputs';
import { replanned } from '../../replanned';

/** A stop contact between a load and 0 V: a wire behind it that touches the frame does what the button should prevent. */
export const stopInReturn: Rule = {
  code: 'stop-in-return',
  severity: 'doubtful',
  check: ({ design, plan, stop: { pressed } }) => {
    const stops = Object.entries(design.circuits).filter(([, c]) => c.function === 'stop');
    if (!stops.length) return [];
    const cutting = partsSupply(design.stopStrategy) && design.stopPole === 'minus' ? cuttingButtons(design) : [];
    return stops.flatMap(([id, c]): FindingDraft[] => {
      const input = plan.inputs[id];
      const board = input && design.parts[input.part];
      // Some inputs can only be pulled to 0 V: then there is nothing to choose.
      const choice = !input || !board || feedsOf(board, input.terminal).includes('plus');
      return c.devices.flatMap((part): FindingDraft[] => {
        const returns = Object.values(design.parts[part]?.elements ?? {}).some(
          (e) =>
            e.kind === 'contact' &&
            [e.a, e.b].some((terminal) => {
              const at = { part, terminal };
              return pressed.levelAt(at) === 'low' && pressed.heldAt(at) === strength.supply;
            }),
        );
        const supply = cutting.includes(part);
        if (!returns || !(choice || supply)) return [];
        const [field, value] = supply ? ['stopPole', 'plus'] : [`circuits.${id}.feed`, 'plus'];
        return [
          {
            subject: part,
            title: `${design.parts[part]!.designation} breaks the 0 V side`,
            explain: () =>
              `The contact is between ${supply ? 'the drives' : 'the load'} and 0 V. If the wire before it chafes through to a frame that is tied to 0 V, ${supply ? 'the motors keep their power' : 'the load stays on'} with the button pressed. On the + side the same fault blows the fuse: the machine stops, and you know.`,
            station: 'switches',
            field,
            remedies:
              supply || c.feed === '0V'
                ? [replanned(design, 'Switch to the + side', { name: 'set-field', args: { path: field, value } })]
                : [],
          },
        ];
      });
    });
  },
};
