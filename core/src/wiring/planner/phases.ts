import type { Axis } from '../../machine/mechanics';
import type { Part, TerminalRole } from '../../machine/parts';
import { terminalsWithRole } from '../../machine/parts';

/** The way of the current through one phase of a motor: where it enters, where it leaves, which taps are linked. */
export interface CoilPath {
  enter: string;
  leave: string;
  links: [from: string, to: string][];
}

/**
 * How a phase of a stepper is connected. Six leads: the whole phase with its tap left free, or one half. Eight leads: both
 * halves in series (end of the first to the start of the second), side by side, or one alone.
 */
export function coilPath(motor: Part, phase: 'a' | 'b'): CoilPath | undefined {
  const role = (end: 'plus' | 'minus') => terminalsWithRole(motor, `phase-${phase}-${end}` as TerminalRole)[0];
  const [enter, leave] = [role('plus'), role('minus')];
  if (!enter || !leave || motor.data.class !== 'motor') return undefined;
  const has = (id: string) => (Object.hasOwn(motor.terminals, id) ? id : undefined);
  const tap = has(`${phase}-tap`);
  const [end, start] = [has(`${phase}-plus-end`), has(`${phase}-minus-start`)];
  const { winding } = motor.data;
  if (tap && winding === 'half') return { enter, leave: tap, links: [] };
  if (end && start) {
    if (winding === 'half') return { enter, leave: end, links: [] };
    if (winding === 'parallel')
      return {
        enter,
        leave,
        links: [
          [enter, start],
          [end, leave],
        ],
      };
    return { enter, leave, links: [[end, start]] };
  }
  return { enter, leave, links: [] };
}

/** The drives of an axis that hang on one driver, in their order; a slave behind the first has no signals of its own. */
export const onSameDriver = (axis: Axis, driver: string | undefined): number[] =>
  driver === undefined ? [] : axis.drives.flatMap((d, i) => (d.driver === driver ? [i] : []));
