import { circuitName } from '../../../machine/fields';
import { isProtective } from '../../../machine/connections';
import { terminalsWithRole } from '../../../machine/parts';
import { feedsOf } from '../../../wiring/planner/inputs';
import { strength } from '../../../wiring/levels';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A closed contact to a 0 V that is tied to the frame: a wire chafed through to the frame takes its place. */
export const frameHidesTrip: Rule = {
  code: 'frame-hides-trip',
  severity: 'doubtful',
  check: ({ design, circuits, stop: { rest } }) => {
    const bar = design.rails.earth;
    const pe = bar && design.parts[bar] ? terminalsWithRole(design.parts[bar]!, 'protective-earth')[0] : undefined;
    if (!bar || pe === undefined) return [];
    const frame = { part: bar, terminal: pe };
    if (rest.levelAt(frame) !== 'low' || rest.heldAt(frame) !== strength.supply) return [];
    return Object.values(circuits).flatMap((a): FindingDraft[] => {
      const circuit = design.circuits[a.circuit];
      if (!circuit || !a.wired || !isProtective(circuit) || a.idle.level !== 'low') return [];
      const board = design.parts[a.input.part];
      const plus = board && feedsOf(board, a.input.terminal).includes('plus');
      const remedies: Remedy[] = plus
        ? [
            replanned(design, 'Switch to the fused + side', {
              name: 'set-field',
              args: { path: `circuits.${a.circuit}.feed`, value: 'plus' },
            }),
          ]
        : [];
      return [
        {
          subject: a.circuit,
          title: `${circuitName(design, a.circuit)}: a wire on the frame hides the trip`,
          explain: () =>
            `The contact holds the input at 0 V, and 0 V is tied to the frame. Where its wire chafes through to the frame, the input stays low whatever the contact does, and nothing reports it. ${plus ? 'On the + side the same fault blows the fuse.' : 'This input can only be switched to 0 V: keep that lead in a hose, or take the bond between 0 V and the frame away where the sheet of the controller allows it.'}`,
          station: 'switches',
          field: `circuits.${a.circuit}.feed`,
          remedies,
        },
      ];
    });
  },
};
