import { distributionOf } from '../../../distribution/tree';
import type { PortRef } from '../../../machine/ports';
import { drawsOf } from '../../../power/draws';
import { positive } from '../../../units/derived';
import { printNumber, showValue } from '../../../units/print';
import { libraryOf } from '../../../machine/library/index';
import type { Part } from '../../../machine/parts';
import { figureOr } from '../../../units/derived';
import { fieldOfPart, takeInstead } from '../../choose';
import { replanned } from '../../replanned';
import type { FindingDraft, Rule } from '../../finding';

/** Share of its rating that a fuse carries for long. */
const LASTING = 0.8;

/** What hangs on one place of a fused strip, or on a fuse, against that fuse. */
export const fuseLoad: Rule = {
  code: 'fuse-load',
  severity: 'wont-work',
  check: (figures) => {
    const { design } = figures;
    const tree = distributionOf(design);
    const draws = drawsOf(figures).cutting;
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      if (part.data.class !== 'terminal-strip') return [];
      const rated = positive(part.data.ratedCurrent, '');
      if (!rated.known) return [];
      // It fans out what its source gives: each of its places feeds one part of those that hang there, which may have several motors.
      const from = tree.feeds[id]?.feed;
      const hangs = ({ part: load, port }: PortRef): boolean => {
        const own = tree.feeds[load]?.[port];
        return own?.part === id || (own !== undefined && own.part === from?.part && own.port === from.port);
      };
      const byPart = new Map<string, number>();
      for (const d of draws) if (hangs(d)) byPart.set(d.part, (byPart.get(d.part) ?? 0) + d.amps);
      return [...byPart].flatMap(([load, amps]): FindingDraft[] => {
        if (amps <= rated.value * LASTING) return [];
        const over = amps > rated.value;
        const larger = largerStrip(part, amps / LASTING);
        const name = design.parts[load]!.designation;
        return [
          {
            subject: `${id}-${load}`,
            severity: over ? 'wont-work' : 'doubtful',
            title: `The fuse of ${name} in ${part.designation} ${over ? 'blows in the work' : 'is near its limit'}`,
            explain: (display) => {
              const a = (n: number) => showValue(n, 'current', display, 3);
              return `${name} takes ${a(amps)} while it moves and cuts; its place in ${part.name} has a fuse of ${a(rated.value)}: ${printNumber((100 * amps) / rated.value, 3)} %. A fuse lasts at up to ${LASTING * 100} %. Take a strip with larger fuses, and conductors that are good for them.`;
            },
            station: 'cabinet',
            field: fieldOfPart(design, id),
            remedies: larger ? [replanned(design, `Take ${larger.name}`, takeInstead(design, id, larger.key))] : [],
          },
        ];
      });
    });
  },
};

/** The smallest fused strip of the library that is good for a current, with as many places. */
function largerStrip(part: Part, amps: number) {
  const placesOf = (p: Pick<Part, 'terminals'>) => p.terminals.place?.holds ?? 0;
  const fuseOf = (e: { data: Part['data'] }) =>
    e.data.class === 'terminal-strip' ? figureOr(e.data.ratedCurrent, 0) : 0;
  return libraryOf('terminal-strip')
    .filter((e) => fuseOf(e) >= amps && placesOf(e) >= placesOf(part))
    .sort((a, b) => fuseOf(a) - fuseOf(b))[0];
}
