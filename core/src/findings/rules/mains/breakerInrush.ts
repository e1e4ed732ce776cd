import { libraryOf } from '../../../machine/library/index';
import { poleCount, type Part } from '../../../machine/parts';
import { inrushOf, isBreaker, startSequence, tripsAt, type InrushFigures } from '../../../power/inrush';
import { listed } from '../../../units/listed';
import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** What is switched on together against the curve of a breaker: it opens at once, though nothing is overloaded. */
export const breakerInrush: Rule = {
  code: 'breaker-inrush',
  severity: 'wont-work',
  check: ({ design }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      const inrush = isBreaker(part) ? inrushOf(design, id) : undefined;
      if (!inrush || inrush.verdict === 'holds') return [];
      const { closing, curve, ratedA, holdsA, tripsA } = inrush;
      const slower = slowerKind(part, inrush);
      const steps = startSequence(inrush);
      const nameOf = (p: string) => design.parts[p]!.designation;
      const sure = inrush.verdict === 'trips';
      return [
        {
          subject: id,
          severity: sure ? 'wont-work' : 'doubtful',
          title: `${part.designation} ${sure ? 'trips' : 'may trip'} when ${closing.at === undefined ? 'the mains comes on' : `${nameOf(closing.at)} closes`}`,
          explain: (display) => {
            const a = (n: number) => showValue(n, 'current', display, 3);
            const guessed = closing.loads.filter((l) => l.usual).map((l) => nameOf(l.part));
            const sum = closing.loads.map((l) => `${nameOf(l.part)} ${a(l.amps)}`).join(', ');
            const inTurn =
              steps.length > 1 && !steps.some((s) => s.tooMuch)
                ? ` Switched on in turn it holds: ${steps.map((s) => listed(s.loads.map((l) => nameOf(l.part)))).join(', then ')}, half a second apart, through a contactor each.`
                : '';
            return `What comes on together draws a peak of ${a(closing.amps)}: ${sum}. With curve ${curve} and ${a(ratedA)} it holds ${a(holdsA)} and opens at once from ${a(tripsA)} on.${guessed.length ? ` Of ${listed(guessed)} no sheet tells the inrush: a usual one counts.` : ''}${inTurn} A slower curve asks more of the mains at a fault: whether a short circuit still opens it at once is measured by a licensed person.`;
          },
          station: 'cabinet',
          field: fieldOfPart(design, id),
          remedies: slower ? [replanned(design, `Take ${slower.name}`, takeInstead(design, id, slower.key))] : [],
        },
      ];
    }),
};

/** A breaker of the library of the same rating and poles, with a curve that holds the peak; the quickest such one. */
function slowerKind(part: Part, { ratedA, closing }: InrushFigures) {
  return libraryOf('breaker')
    .filter((e) => {
      const { data } = e;
      if (data.class !== 'breaker' || data.opensAt !== undefined || !data.tripCurve) return false;
      return (
        figureOr(data.ratedCurrent, 0) === ratedA &&
        poleCount(e) === poleCount(part) &&
        tripsAt[data.tripCurve][0] * ratedA >= closing.amps
      );
    })
    .sort((a, b) => {
      const curve = (e: typeof a) => (e.data.class === 'breaker' ? (e.data.tripCurve ?? '') : '');
      return curve(a).localeCompare(curve(b));
    })[0];
}
