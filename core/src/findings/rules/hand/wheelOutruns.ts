import { libraryOf } from '../../../machine/library/index';
import { wheelWay, type PendantPart } from '../../../machine/pendant';
import { FLICK_TURNS_PER_S, wheelFigures, type WheelFigures } from '../../../settings/handwheel';
import { terminalsWithRole } from '../../../machine/parts';
import { spindleEncoderOf } from '../../../machine/spindleEncoder';
import { quantity } from '../../../units/quantity';
import { printNumber, showValue, type Display } from '../../../units/print';
import type { Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';
import type { Figures } from '../../../derivation/figureTypes';

/** A wheel that a hand can turn faster than what counts its edges follows. */
export const wheelOutruns: Rule = {
  code: 'wheel-outruns',
  severity: 'doubtful',
  check: (figures) => {
    const { design, plan } = figures;
    const wheel = wheelFigures(design, plan.inputs);
    if (!wheel || wheel.turnsPerS >= FLICK_TURNS_PER_S) return [];
    const pendant = design.parts[wheel.part]!;
    return [
      {
        subject: wheel.part,
        title: `${pendant.designation} can be turned faster than it is counted: ${printNumber(wheel.turnsPerS, 3)} turns a second`,
        explain: (display) =>
          `A hand flicks a wheel at ${FLICK_TURNS_PER_S} turns a second. ${because(wheel, display)} What is turned faster is lost: the axis is then short of where the wheel says, and nothing reports it.`,
        station: 'switches',
        field: wheel.way === 'counter' ? 'roles.controller' : 'circuits.pendant-wheel-a.filter',
        remedies: waysOut(figures, wheel),
      },
    ];
  },
};
function because(w: WheelFigures, display: Display): string {
  const ms = (s: number) => showValue(s, 'time', display, 2);
  switch (w.decidedBy) {
    case 'bounce':
      return `Its contacts bounce for ${ms(w.bounceS)}, and the filter of its inputs lets that through.`;
    case 'filter':
      return `The filter of its inputs, ${ms(w.filterS)}, swallows a level that is shorter.`;
    case 'counter':
      return 'The encoder input of the controller counts no faster.';
    default:
      return `The control looks at its inputs once in ${ms(w.pollS)}, and ${w.edgesPerTurn} edges make a turn.`;
  }
}

function waysOut({ design }: Figures, w: WheelFigures): Remedy[] {
  const ways: Remedy[] = [];
  const filters = Object.entries(design.circuits).filter(
    ([, c]) => c.function === 'wheel-a' || c.function === 'wheel-b',
  );
  const filterTo = (s: number): Remedy['command'] => ({
    name: 'several',
    args: {
      commands: filters.map(([id]) => ({
        name: 'set-field' as const,
        args: { path: `circuits.${id}.filter`, value: s ? quantity(s * 1000, 'ms') : null },
      })),
    },
  });
  if (w.decidedBy === 'filter' && w.turnsPerSWith(w.bounceS) >= FLICK_TURNS_PER_S)
    ways.push({
      label: (display) =>
        w.bounceS ? `Filter of ${showValue(w.bounceS, 'time', display, 2)} on both tracks` : 'No filter on its tracks',
      command: filterTo(w.bounceS),
    });
  if (w.decidedBy === 'bounce' && w.turnsPerSWith(w.bounceS) > w.turnsPerS)
    ways.push({
      label: (display) => `Filter of ${showValue(w.bounceS, 'time', display, 2)} on both tracks`,
      command: filterTo(w.bounceS),
    });
  const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
  const free = controller && terminalsWithRole(controller, 'encoder', spindleEncoderOf(design) ? 1 : 0).length > 0;
  const counted = libraryOf('pendant').find((e) => wheelWay({ part: e as unknown as PendantPart }) === 'counter');
  if (w.way === 'inputs' && free && counted)
    ways.push(
      replanned(design, `Take ${counted.name}: an encoder input counts it`, {
        name: 'choose-part',
        args: { slot: { role: 'pendant' }, library: counted.key },
      }),
    );
  return ways;
}
