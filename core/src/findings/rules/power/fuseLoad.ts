import { libraryOf } from '../../../machine/library/index';
import type { Part } from '../../../machine/parts';
import { LASTING } from '../../../power/branches';
import { fusedStrips } from '../../../power/fuses';
import { figureOr } from '../../../units/derived';
import { printNumber, showValue } from '../../../units/print';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** What hangs on one place of a fused strip against its fuse. */
export const fuseLoad: Rule = {
  code: 'fuse-load',
  severity: 'wont-work',
  check: (figures) => {
    const { design } = figures;
    return fusedStrips(figures).flatMap(({ strip, ratedA, loads }) => {
      const part = design.parts[strip]!;
      return loads.flatMap(({ part: load, amps }): FindingDraft[] => {
        if (amps <= ratedA * LASTING) return [];
        const over = amps > ratedA;
        const name = design.parts[load]!.designation;
        const larger = largerStrip(part, amps / LASTING);
        return [
          {
            subject: `${strip}-${load}`,
            severity: over ? 'wont-work' : 'doubtful',
            title: `The fuse of ${name} in ${part.designation} ${over ? 'blows in the work' : 'is near its limit'}`,
            explain: (display) => {
              const a = (n: number) => showValue(n, 'current', display, 3);
              return `${name} takes ${a(amps)} while it moves and cuts; its place in ${part.name} has a fuse of ${a(ratedA)}: ${printNumber((100 * amps) / ratedA, 3)} %. A fuse lasts at up to ${LASTING * 100} %. Take a strip with larger fuses, and conductors that are good for them.`;
            },
            station: 'cabinet',
            field: fieldOfPart(design, strip),
            remedies: larger ? [replanned(design, `Take ${larger.name}`, takeInstead(design, strip, larger.key))] : [],
          },
        ];
      });
    });
  },
};

/** The smallest fused strip of the library that is good for a current, with as many places. */
function largerStrip(part: Part, amps: number) {
  const placesOf = (p: Pick<Part, 'terminals'>) => p.terminals.place?.holds ?? 0;
  const fuseOf = ({ data }: { data: Part['data'] }) =>
    data.class === 'terminal-strip' ? figureOr(data.ratedCurrent, 0) : 0;
  return libraryOf('terminal-strip')
    .filter((e) => fuseOf(e) >= amps && placesOf(e) >= placesOf(part))
    .sort((a, b) => fuseOf(a) - fuseOf(b))[0];
}
