import { isThreePhase, linesFrom, linesTo } from '../../../distribution/lines';
import { distributionOf } from '../../../distribution/tree';
import type { Design } from '../../../machine/design';
import { isMainSwitch } from '../../../machine/designation';
import type { LibraryEntry } from '../../../machine/library/entry';
import { libraryOf } from '../../../machine/library/index';
import { poleCount, type Part } from '../../../machine/parts';
import { portOf } from '../../../machine/ports';
import { figureOr } from '../../../units/derived';
import { listed } from '../../../units/listed';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { spindleDriveFor } from '../../chooseSpindleDrive';

/** What takes three phases where fewer arrive: the inlet has one, or a device on the way passes one. */
export const phasesMissing: Rule = {
  code: 'phases-missing',
  severity: 'wont-work',
  check: ({ design }) => {
    const tree = distributionOf(design);
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      const port = portOf(part, 'mains');
      if (port?.direction !== 'takes' || !isThreePhase(port)) return [];
      const { source, passes } = tree.wayTo(id, 'mains');
      if (!source || linesTo(tree, { part: id, port: 'mains' }).length > 1) return [];
      const three = linesFrom(tree, source).length > 1;
      // The devices at which two of the three are left behind.
      const narrow = three ? passes.filter((p) => poleCount(design.parts[p.part]!) < 3).map((p) => p.part) : [];
      const names = narrow.map((n) => design.parts[n]!.designation).reverse();
      return [
        {
          subject: id,
          title: three
            ? `${listed(names)} ${names.length > 1 ? 'pass' : 'passes'} one phase, and ${part.designation} takes three`
            : `${part.designation} takes three phases, and the mains comes in with one`,
          explain: () =>
            three
              ? `L2 and L3 end before ${names[0]}, which has too few poles for them. ${part.name} reports a phase as lost and does not start. Every device on its way needs three poles, which open together.`
              : `${part.name} reports a phase as lost and does not start. ${isSpindleDrive(design, id) ? 'Take a drive for one phase: it makes the three for the motor by itself' : 'Take one for a single phase'}, or bring three phases to the machine: that is work for a licensed person.`,
          station: 'wiring',
          field: fieldOfPart(design, narrow.at(-1) ?? id),
          remedies: three ? wider(design, narrow) : onePhase(design, id),
        },
      ];
    });
  },
};

const isSpindleDrive = (design: Design, id: string): boolean => design.roles.spindleDrive === id;

/** A drive for one phase that turns the same spindle. */
function onePhase(design: Design, id: string): Remedy[] {
  const spindle = isSpindleDrive(design, id) ? design.parts[design.roles.spindle ?? '']?.data : undefined;
  const entry = spindle?.class === 'spindle' ? spindleDriveFor(design, spindle, 'one') : undefined;
  return entry ? [replanned(design, `Take ${entry.name}`, takeInstead(design, id, entry.key))] : [];
}

/** Devices of the same kinds with three poles or more, each as large as the one that is there. */
function wider(design: Design, ids: readonly string[]): Remedy[] {
  const taken = ids.map((id) => {
    const part = design.parts[id]!;
    const entry = libraryOf(part.data.class)
      .filter((e) => poleCount(e) > 2 && isLike(e, part) && ratedA(e) >= ratedA(part))
      .sort((a, b) => ratedA(a) - ratedA(b))[0];
    return { id, entry };
  });
  const [only] = taken;
  if (!only || taken.some((t) => !t.entry)) return [];
  const label = `Take ${listed(taken.map((t) => t.entry!.name).reverse())}`;
  const commands = taken.map((t) => takeInstead(design, t.id, t.entry!.key));
  return [
    replanned(
      design,
      label,
      commands.length > 1 ? { name: 'several', args: { title: 'Devices with three poles', commands } } : commands[0]!,
    ),
  ];
}
const ratedA = ({ data }: Pick<Part, 'data'>): number => ('ratedCurrent' in data ? figureOr(data.ratedCurrent, 0) : 0);
/** Opens for the same reason, and takes a coil of the same kind. */
const isLike = (entry: LibraryEntry, part: Part): boolean => {
  const [a, b] = [entry.data, part.data];
  if (a.class === 'breaker' && b.class === 'breaker')
    return (
      a.opensAt === b.opensAt &&
      isMainSwitch(entry) === isMainSwitch(part) &&
      !a.forDirectCurrent === !b.forDirectCurrent
    );
  const coil = (p: Pick<Part, 'terminals'>) => Object.values(p.terminals).some((t) => t.role === 'coil-plus');
  return coil(entry) === coil(part);
};
