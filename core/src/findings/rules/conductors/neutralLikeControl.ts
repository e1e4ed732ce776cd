import type { ConductorFunction } from '../../../machine/connections';
import { isMade } from '../../../wiring/planner/replan';
import { usualColours } from '../../../wiring/planner/rules';
import type { Rule } from '../../finding';
import { replanned } from '../../replanned';

const control = ['control-plus', 'control-minus', 'control'] as const satisfies ConductorFunction[];

/** Control wires in the colour of the mains neutral: whoever opens the cabinet next cannot tell them apart. */
export const neutralLikeControl: Rule = {
  code: 'neutral-like-control',
  severity: 'note',
  check: ({ design }) => {
    const colour = (of: ConductorFunction) => design.colourRules?.[of] ?? usualColours[of];
    const neutral = colour('mains-neutral');
    const alike = control.filter((of) => colour(of) === neutral);
    if (!alike.length) return [];
    const wires = Object.values(design.conductors).filter((c) => c.origin === 'planned' && c.colour === neutral);
    const fromMains = Object.values(design.conductors).some(
      (c) => design.parts[c.from.part]?.terminals[c.from.terminal]?.role === 'mains-n',
    );
    if (!fromMains) return [];
    return [
      {
        subject: 'colours',
        title: 'Mains neutral and control wires have one colour',
        explain: () =>
          'Whoever opens this cabinet cannot distinguish a neutral, which may carry mains when another wire is off, from a control wire. Use another colour for one of the two, or put sleeves on the neutral at both ends.',
        station: 'wiring',
        field: 'colourRules',
        // What is drawn in already keeps its insulation.
        remedies: wires.some(isMade)
          ? []
          : [
              replanned(design, 'Take the usual colours for control wires', {
                name: 'several',
                args: {
                  title: 'Usual colours for control wires',
                  commands: alike.map((of) => ({ name: 'set-colour-rule' as const, args: { of, colour: null } })),
                },
              }),
            ],
      },
    ];
  },
};
