import { mainsJoins } from '../../../distribution/lines';
import { letsGo, mainsInlets } from '../../../distribution/supplies';
import { distributionOf } from '../../../distribution/tree';
import type { Design } from '../../../machine/design';
import { evaluate } from '../../../wiring/evaluate';
import { networkOf } from '../../../wiring/network';
import { wiresOn } from '../../dependencies';
import type { Made } from '../../made';
import { choice, textOf } from '../../reading';
import type { BringUpTest, Subject } from '../../testKind';

/** A breaker or fuse of the mains that something hangs on and on no further one. */
export interface MainsBranch {
  id: string;
  /** Breakers and switches ahead of it, the first one nearest the inlet. */
  ahead: readonly string[];
  /** What lives as soon as it is on: coils of contactors and what these hold are started later. */
  behind: readonly string[];
}

/** The branches of the mains that are live without starting anything, from the inlet on. None where there is but one: it is the whole. */
export function mainsBranches(design: Design): readonly MainsBranch[] {
  let branches = known.get(design);
  if (!branches) known.set(design, (branches = branchesIn(design)));
  return branches;
}
const known = new WeakMap<Design, readonly MainsBranch[]>();
function branchesIn(design: Design): MainsBranch[] {
  const tree = distributionOf(design);
  const inlets = new Set(mainsInlets(design).map(({ id }) => id));
  const held = (part: string) =>
    design.parts[part]!.data.class === 'contactor' || design.parts[part]!.data.class === 'relay';
  const branches = Object.entries(design.parts).flatMap(([id, part]): MainsBranch[] => {
    const { source, passes } = tree.wayTo(id, 'in');
    if (!letsGo(part) || !source || !inlets.has(source.part) || passes.some((p) => held(p.part))) return [];
    const ahead = passes.map((p) => p.part).reverse();
    const hanging = Object.keys(design.parts).filter((load) => {
      const way = tree.wayTo(load, 'mains');
      if (!way.source || way.passes.some((p) => held(p.part))) return false;
      return way.passes.find((p) => letsGo(design.parts[p.part]!))?.part === id;
    });
    return hanging.length ? [{ id, ahead, behind: hanging.filter((load) => !held(load)) }] : [];
  });
  return branches.length < 2 ? [] : branches.sort((a, b) => a.ahead.length - b.ahead.length);
}
/** The branch that a part hangs on. */
export const branchOf = (design: Design, part: string): MainsBranch | undefined =>
  mainsBranches(design).find((b) => b.behind.includes(part));

const named = (m: Made, ids: readonly string[]): string => ids.map((id) => m.design.parts[id]!.designation).join(', ');
const at = (m: Made, s: Subject): MainsBranch => mainsBranches(m.design).find((b) => b.id === s.id)!;

export const branch: BringUpTest = {
  kind: 'branch',
  version: 1,
  phase: 'supplies and logic',
  title: 'Branch alone',
  purpose: 'One breaker after the other, from the inlet on: what trips, hums or smells then hangs on that one.',
  caution:
    'Mains. The licensed person who has made this side switches it on with you; nobody else is at the plug, and no hand is in the box.',
  minutes: 2,
  subjects: (m) =>
    mainsBranches(m.design).map(({ id }) => {
      const { designation, name } = m.design.parts[id]!;
      return { id, name: `${designation} ${name}`, part: id };
    }),
  after: (m, s) => [
    'earth',
    ...mainsBranches(m.design).flatMap((b) => (at(m, s).ahead.includes(b.id) ? [`branch/${b.id}`] : [])),
  ],
  dependsOn: (m, s) => [`parts.${s.part}.data`, 'mainsVoltage', ...wiresOn(m.design, s.part)],
  steps: (m, s) => {
    const { id, ahead, behind } = at(m, s);
    const own = named(m, [id]);
    return [
      `Switch off every breaker${ahead.length ? ` but ${named(m, ahead)}` : ''}; the outputs of all supplies are still bare.`,
      `Switch on ${own}, stand back, and look, listen and smell for ten seconds.`,
      behind.length
        ? `What is behind it lives: ${named(m, behind)}. Nothing else does.`
        : 'Nothing lives yet: what hangs on it is started later.',
      `Switch ${own} off again.`,
    ];
  },
  fields: () => [
    choice('holds', 'The breaker', { holds: 'holds', trips: 'trips' }),
    choice('behind', 'What lives', {
      right: 'just what is behind it',
      more: 'something else, too',
      nothing: 'not all that is behind it',
    }),
  ],
  judge(r, { m, s }) {
    const { id, behind } = at(m, s);
    const own = named(m, [id]);
    if (textOf(r, 'holds') === 'trips')
      return {
        verdict: 'failed',
        says: [
          `${own} trips${behind.length ? ` with ${named(m, behind)} behind it` : ''}. Plug out before anything is touched.`,
        ],
        causes: [
          'A short or an earth fault behind it: take its loads off one by one, each time with the plug out.',
          'The inrush of several supplies at once: a slower breaker, or fewer behind it.',
        ],
      };
    switch (textOf(r, 'behind')) {
      case 'more':
        return {
          verdict: 'failed',
          says: [`Something lives that is not behind ${own}: switching it off would leave that part live.`],
          causes: ['A conductor that was led from another branch.', 'Two neutrals or two lines exchanged.'],
        };
      case 'nothing':
        return {
          verdict: 'failed',
          says: [`Something behind ${own} stays dead.`],
          causes: [
            'A conductor that is missing or loose behind it.',
            'A switch or a filter on the way that is off or open.',
          ],
        };
      default:
        return {
          verdict: 'passed',
          says: [
            `${own} holds, and feeds ${behind.length ? `${named(m, behind)} alone` : 'nothing that is not started yet'}.`,
          ],
        };
    }
  },
  rehearse(bench, s) {
    // The breakers of the true machine are all on: what is joined to the inlet lives.
    const { design } = bench.truth;
    const e = evaluate(networkOf(design), {});
    const inlet = mainsInlets(design)[0]?.id;
    const lives = (part: string) =>
      mainsJoins(distributionOf(design), part, inlet)?.every(([from, to]) => e.joined(from, to)) === true;
    const behind = at(bench.made, s).behind.filter((id) => design.parts[id]);
    return { holds: 'holds', behind: behind.every(lives) ? 'right' : 'nothing' };
  },
};
