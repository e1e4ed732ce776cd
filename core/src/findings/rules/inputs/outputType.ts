import { circuitName } from '../../../machine/fields';
import { libraryOf } from '../../../machine/library/index';
import { hasSensorOutput } from '../../../machine/parts';
import type { Design } from '../../../machine/design';
import { feedsOf } from '../../../wiring/planner/inputs';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** Devices of a circuit whose output pulls to the other side than the one on which the input waits. */
export function mismatchedSensors(design: Design, circuitId: string, feeds: readonly string[]): string[] {
  const circuit = design.circuits[circuitId];
  return (circuit?.devices ?? []).filter((d) => {
    const data = design.parts[d]?.data;
    if (data?.class !== 'sensor' || !hasSensorOutput(design.parts[d])) return false;
    const wants = data.output === 'NPN' ? '0V' : 'plus';
    return circuit!.feed !== wants || !feeds.includes(wants);
  });
}

/** A sensor whose output type does not suit its input. */
export const outputType: Rule = {
  code: 'output-type',
  severity: 'wont-work',
  check: ({ design, plan }) =>
    Object.entries(plan.inputs).flatMap(([id, input]): FindingDraft[] => {
      const board = design.parts[input.part];
      if (!board) return [];
      const feeds = feedsOf(board, input.terminal);
      return mismatchedSensors(design, id, feeds).map((d): FindingDraft => {
        const part = design.parts[d]!;
        const data = part.data as Extract<typeof part.data, { class: 'sensor' }>;
        const wanted = data.output === 'NPN' ? 'PNP' : 'NPN';
        const pulls = data.output === 'NPN' ? '0 V' : '+';
        const other = libraryOf('sensor').find(
          (e) =>
            e.data.class === 'sensor' &&
            e.data.output === wanted &&
            e.data.form === data.form &&
            e.data.principle === data.principle,
        );
        const feed = data.output === 'NPN' ? '0V' : 'plus';
        const suits = feeds.includes(wanted === 'NPN' ? '0V' : 'plus');
        const remedies: Remedy[] =
          other && suits
            ? [
                replanned(design, `Take ${other.name}`, {
                  name: 'exchange-device',
                  args: { part: d, library: other.key },
                }),
              ]
            : [
                replanned(design, `Let the input be switched to ${pulls}`, {
                  name: 'set-field',
                  args: { path: `circuits.${id}.feed`, value: feed },
                }),
              ];
        return {
          subject: d,
          title: `${circuitName(design, id)}: a ${data.output} output on an input that is switched to ${feed === '0V' ? '+' : '0 V'}`,
          explain: () =>
            `${part.designation} pulls to ${pulls} when it conducts, where the input already lies or cannot be driven to: it never sees the sensor. An NPN output belongs on an input that waits at +, a PNP output on one that waits at 0 V.`,
          station: 'switches',
          field: `circuits.${id}.feed`,
          remedies,
        };
      });
    }),
};
