import type { Design } from '../../../machine/design';
import type { FindingDraft, Rule } from '../../finding';
import { grouped } from '../../../units/grouped';

/** Parts that sit on the machine, out of the cabinet. */
const outside = new Set(['motor', 'switch', 'sensor', 'probe', 'encoder', 'spindle']);

/** A name that no cable has: the cores of one that is there are taken. */
function freeName(design: Design, wanted: string): string {
  const taken = new Set(Object.values(design.conductors).map((c) => c.cable));
  let name = wanted;
  for (let n = 2; taken.has(name); n++) name = `${wanted}, ${n}`;
  return name;
}

/** A single conductor that leaves the cabinet without a cable around it. */
export const noCable: Rule = {
  code: 'no-cable',
  severity: 'doubtful',
  check: ({ design, wires }) => {
    const loose = wires.all.filter(
      (w) =>
        !w.conductor.cable &&
        w.conductor.origin !== 'planned' &&
        w.ends.some((e) => outside.has(e.of.data.class)) &&
        w.ends[0].part !== w.ends[1].part,
    );
    const byPart = grouped(loose, (w) => w.ends.find((e) => outside.has(e.of.data.class))!.part);
    return [...byPart].map(([id, list]): FindingDraft => ({
      subject: id,
      title: `${list.length === 1 ? `Conductor ${list[0]!.conductor.number} runs` : `${list.length} conductors run`} to ${design.parts[id]!.designation} in no cable`,
      explain: () =>
        'Outside the cabinet a single wire chafes, catches chips and picks up noise. Give it a cable, by name, so that it counts in its chain too.',
      station: 'wiring',
      field: `conductors.${list[0]!.id}`,
      remedies: [
        {
          label: () =>
            `Put ${list.length === 1 ? 'it' : 'them'} in a cable of ${list.length === 1 ? 'its' : 'their'} own`,
          command: {
            name: 'set-conductors',
            args: {
              ids: list.map((w) => w.id),
              set: { cable: freeName(design, `Lead ${design.parts[id]!.designation.slice(1)}`) },
            },
          },
        },
      ],
    }));
  },
};
