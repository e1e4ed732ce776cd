import { handFunctions } from '../../../machine/connections';
import { circuitName } from '../../../machine/fields';
import { hasContact } from '../../../machine/parts';
import { usual } from '../../../machine/library/usual';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** A key, or the switch that allows motion, whose broken lead reads like a hand on it: the axis sets off by itself. */
export const keyBrokenLead: Rule = {
  code: 'key-broken-lead',
  severity: 'danger',
  check: ({ design, circuits }) =>
    Object.values(circuits).flatMap((a): FindingDraft[] => {
      const circuit = design.circuits[a.circuit];
      if (!circuit || (circuit.function !== 'jog' && circuit.function !== 'hand-enable')) return [];
      const held = a.tripped.find((t) => t.seen)?.reading;
      const broken = a.brokenWires.filter((b) => b.reading === held);
      if (held === undefined || !broken.length) return [];
      const name = circuitName(design, a.circuit);
      const device = circuit.devices[0]!;
      const part = design.parts[device];
      const both = part !== undefined && hasContact(part, 'NO');
      return [
        {
          subject: a.circuit,
          title: `${name}: a broken lead is taken for a hand on it`,
          explain: () =>
            `With conductor ${broken.map((b) => design.conductors[b.conductor]?.number ?? b.conductor).join(', ')} open the input reads ${held}, as if it were held${circuit.function === 'jog' ? ': the axis sets off by itself and goes on to its limit' : ': motion by hand is allowed though nobody holds it'}. A contact that closes when it is pressed reads like a hand that is off.`,
          station: 'switches',
          field: `parts.${device}.setup.contactUsed`,
          remedies: [
            both
              ? replanned(design, `Use the normally open contact of ${part!.designation}`, {
                  name: 'set-field',
                  args: { path: `parts.${device}.setup.contactUsed`, value: 'NO' },
                })
              : replanned(design, 'Take a push button that closes', {
                  name: 'exchange-device',
                  args: { part: device, library: usual.pushButton },
                }),
          ],
        },
      ];
    }),
};

/** A key that stays pressed: the axis goes on when the hand is off. */
export const keyLatches: Rule = {
  code: 'key-latches',
  severity: 'danger',
  check: ({ design }) =>
    Object.entries(design.circuits).flatMap(([id, c]): FindingDraft[] =>
      c.function !== 'jog' && c.function !== 'hand-enable'
        ? []
        : c.devices.flatMap((d): FindingDraft[] => {
            const part = design.parts[d];
            if (part?.data.class !== 'button' || !part.data.latching) return [];
            return [
              {
                subject: id,
                title: `${part.designation} stays pressed: ${circuitName(design, id)} goes on without a hand`,
                explain: () =>
                  c.function === 'jog'
                    ? 'A key moves its axis for as long as it is held, and a hand that falls off must end it. This one stays in.'
                    : 'The switch that allows motion has to open when the hand opens. This one stays in, and allows it for ever.',
                station: 'switches',
                field: `circuits.${id}.function`,
                remedies: [
                  replanned(design, 'Take a push button', {
                    name: 'exchange-device',
                    args: { part: d, library: usual.pushButton },
                  }),
                ],
              },
            ];
          }),
    ),
};

/** A key or a position of a selector that moves or chooses nothing. */
export const keyNowhere: Rule = {
  code: 'key-nowhere',
  severity: 'wont-work',
  check: ({ design }) =>
    Object.entries(design.circuits).flatMap(([id, c]): FindingDraft[] => {
      const lacks =
        c.function === 'jog'
          ? c.axis === undefined
            ? 'axis'
            : c.direction === undefined
              ? 'direction'
              : undefined
          : c.function === 'select-axis' && c.axis === undefined
            ? 'axis'
            : c.function === 'select-step' && !c.step
              ? 'step'
              : undefined;
      return lacks
        ? [
            {
              subject: id,
              title: `${circuitName(design, id)} has no ${lacks === 'direction' ? 'way to go' : lacks}`,
              explain: () => 'The control does not know what it means: nothing moves by it.',
              station: 'switches',
              field: `circuits.${id}.${lacks}`,
              remedies: [],
            },
          ]
        : [];
    }),
};

/** Keys or a wheel that move an axis whenever they are touched, by a sleeve or by a fall. */
export const handNotEnabled: Rule = {
  code: 'hand-not-enabled',
  severity: 'note',
  check: ({ design }) => {
    const circuits = Object.entries(design.circuits).filter(([, c]) => handFunctions.has(c.function));
    const moves = circuits.find(
      ([, c]) => c.function === 'jog' || c.function === 'wheel-a' || c.function === 'select-axis',
    );
    if (!moves || circuits.some(([, c]) => c.function === 'hand-enable')) return [];
    return [
      {
        subject: 'machine',
        title: 'Keys and wheel move an axis whenever they are touched',
        explain: () =>
          'Nothing has to be held for it: a sleeve, or a pendant that falls, is enough. An enabling switch that the hand holds while it moves something ends that; where a hand comes near the tool, standards for machines ask for one.',
        station: 'switches',
        field: `circuits.${moves[0]}.function`,
        remedies: [
          replanned(design, 'Add an enabling button', {
            name: 'add-input',
            args: { function: 'hand-enable', library: usual.pushButton },
          }),
        ],
      },
    ];
  },
};
