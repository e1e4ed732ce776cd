import { ownSwitches } from '../subjects';
import type { HiddenFault } from '../../motion/truth/hiddenFault';
import { figureOr } from '../../units/derived';
import type { Made } from '../made';
import { measured } from '../reading';
import { axisAt, type Proposal, type Subject } from '../testKind';

/**
 * Ways to square a gantry whose right end stands `lead` mm too far to plus (less than zero: the left one): by a switch, by
 * the slave’s offset, or by hand where both motors only move together. `printed` is the lead as it is told.
 */
export function squaringWays(
  m: Made,
  s: Subject,
  lead: number,
  printed: string,
  way: (v: number, digits?: number) => string,
): Proposal[] {
  const axis = axisAt(m, s);
  const ahead = lead > 0 ? 'right' : 'left';
  const side = axis.drives.findIndex((d) => d.side === ahead);
  const own = ownSwitches(m, s).filter((d) => (m.design.parts[d.part!]?.mount?.drive ?? -1) === side);
  const sides = m.figures.controller.known
    ? m.figures.controller.value.axes.find((a) => a.id === s.axis)?.reference.sides
    : undefined;
  const back = `to minus by ${printed}`;
  const fixes = (f: HiddenFault) => f.kind === 'skewed' && f.axis === s.axis;
  if (sides === 'each-own-switch' || sides === 'motor-by-motor')
    return [
      {
        label: `Move the ${ahead} switch ${back}`,
        why: 'Its end then comes to rest as much further back. Reference again and measure once more: two rounds are enough.',
        rework: {
          subject: own[0]?.part ? `parts.${own[0].part}` : `axes.${s.axis}.reference`,
          text: `${ahead} switch of ${axis.letter} moved ${back}`,
          fixes,
          ...(own[0]?.part ? { moved: { device: own[0].part, by: -Math.abs(lead) } } : {}),
        },
      },
    ];
  if (sides === 'stored-offset') {
    // The slave is the second motor; what it leads by comes off its offset.
    const slaveLeads = axis.drives[1]?.side === 'right' ? lead : -lead;
    const offset = Number((figureOr(axis.reference.slaveOffset, 0) - slaveLeads).toFixed(2));
    return [
      {
        label: `Set the slave’s offset to ${way(offset, 4)}`,
        why: 'The control moves the slave on by that once the master has its datum. Reference again and measure once more.',
        command: {
          name: 'set-field',
          args: { path: `axes.${s.axis}.reference.slaveOffset`, value: measured(offset, 'length') },
        },
      },
    ];
  }
  return [
    {
      label: `Power off, ${ahead} end moved ${back}, couplings clamped again`,
      why: 'Both motors move together here, so that nothing but the couplings can square it.',
      rework: {
        subject: `axes.${s.axis}.drives.${side < 0 ? 1 : side}`,
        text: `${axis.letter} squared by hand: ${ahead} end ${back}`,
        fixes,
      },
    },
  ];
}
