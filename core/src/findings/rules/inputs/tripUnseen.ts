import { circuitName } from '../../../machine/fields';
import { feedsOf } from '../../../wiring/planner/inputs';
import type { FindingDraft, Rule } from '../../finding';
import { isClosedInParallel } from './closedInParallel';
import { mismatchedSensors } from './outputType';
import { replanned } from '../../replanned';

const protective = ['limit', 'limit-and-reference', 'stop', 'door'];

/** A switch whose trip changes nothing at the input: the evaluated circuit says so, whatever the plan was. */
export const tripUnseen: Rule = {
  code: 'trip-unseen',
  severity: 'wont-work',
  check: ({ design, circuits }) =>
    Object.values(circuits).flatMap((a): FindingDraft[] => {
      const circuit = design.circuits[a.circuit];
      if (!circuit || !a.wired) return [];
      const deaf = a.tripped.filter((t) => !t.seen);
      if (!deaf.length) return [];
      // Two causes have a finding of their own, which says what to do.
      const board = design.parts[a.input.part];
      const feeds = board ? feedsOf(board, a.input.terminal) : [];
      if (isClosedInParallel(design, a.circuit) || mismatchedSensors(design, a.circuit, feeds).length) return [];
      const names = deaf.map((t) => design.parts[t.device]?.designation ?? t.device).join(', ');
      const device = design.parts[circuit.devices[0]!];
      const feed = circuit.feed === '0V' ? 'plus' : '0V';
      const single = circuit.devices.length === 1 && device?.data.class !== 'sensor';
      return [
        {
          subject: a.circuit,
          severity: protective.includes(circuit.function) ? 'danger' : 'wont-work',
          title: `${circuitName(design, a.circuit)}: the input never sees ${names}`,
          explain: () =>
            a.idle.reading === 'uncertain'
              ? `At rest the net is ${a.idle.level}: the input reads anything. It needs a defined level from a resistor, a contact or a sensor.`
              : `The input reads ${a.idle.reading} at rest and ${a.idle.reading} when ${names} trips: nothing changes. The contact switches to the side on which the input already lies, or the output type does not suit the input.`,
          station: 'switches',
          field: `circuits.${a.circuit}.feed`,
          remedies: single
            ? [
                replanned(design, `Switch to ${feed === 'plus' ? 'the + side' : '0 V'} instead`, {
                  name: 'set-field',
                  args: { path: `circuits.${a.circuit}.feed`, value: feed },
                }),
              ]
            : [],
        },
      ];
    }),
};
