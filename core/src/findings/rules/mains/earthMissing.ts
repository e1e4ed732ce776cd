import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** A part with a terminal for the protective earth and nothing on it. */
export const earthMissing: Rule = {
  code: 'earth-missing',
  severity: 'danger',
  check: ({ design, wires }) => {
    // Before the mains is planned at all, one note says so: see mains-not-planned.
    // Before anything is wired at all, one finding says that the wiring is to be planned.
    if (!design.rails.mains?.inlet || !wires.all.length) return [];
    const bare = Object.entries(design.parts).filter(
      ([id, part]) =>
        part.data.class !== 'terminal-strip' &&
        Object.entries(part.terminals).some(([t, x]) => x.role === 'protective-earth' && !wires.wired(id, t)) &&
        !Object.entries(part.terminals).some(([t, x]) => x.role === 'protective-earth' && wires.wired(id, t)),
    );
    return bare.map(([id, part]): FindingDraft => ({
      subject: id,
      title: `${part.designation} has no protective earth`,
      explain: () =>
        `When insulation fails, the metal of ${part.name} is at mains voltage until somebody touches it. It needs a conductor of its own from the earth bar${design.rails.earth ? '.' : ', which this machine does not have yet.'}`,
      station: 'wiring',
      field: design.rails.earth ? `parts.${id}` : 'rails.earth',
      remedies: design.rails.earth
        ? []
        : [
            replanned(design, 'Take an earth bar', {
              name: 'choose-part',
              args: { slot: { rail: 'earth' }, library: usual.earthBar },
            }),
          ],
    }));
  },
};
