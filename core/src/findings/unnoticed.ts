import type { Figures } from '../derivation/figureTypes';
import { singleFaults } from '../faults/faults';
import type { SafetyFunction } from '../faults/safetyFunctions';
import { safetyFunctions } from '../faults/safetyFunctions';
import type { SweepRow } from '../faults/sweep';
import type { Design } from '../machine/design';
import type { Finding } from './finding';

/** What a sweep found, as far as the findings need it. */
export interface Swept {
  functions: readonly SafetyFunction[];
  rows: readonly (Omit<SweepRow, 'fault'> & { fault: Pick<SweepRow['fault'], 'id' | 'kind' | 'title'> })[];
}

/** The same sweep in the words of another copy of the design, such as one without its owner's names: ids are alike in both. */
export function sweptAs(design: Design, inputs: Figures['plan']['inputs'], swept: Swept): Swept {
  const faults = new Map(singleFaults(design).map((f) => [f.id, f]));
  const functions = new Map(safetyFunctions(design, inputs).map((f) => [f.id, f]));
  return {
    functions: swept.functions.flatMap((f) => functions.get(f.id) ?? []),
    rows: swept.rows.flatMap((r) => {
      const fault = faults.get(r.fault.id);
      return fault ? [{ ...r, fault }] : [];
    }),
  };
}

/** How many faults a finding names before it only counts them. */
const NAMED = 3;

/**
 * Faults of a stop, a limit or a brake that nobody would notice before the day it is needed: one finding for each
 * function that they take away. Where a broken wire of an input is among them, the rule of broken wires tells: once that is
 * cured, the others are told here.
 */
export function unnoticedFindings(design: Design, swept: Swept): Finding[] {
  const dangers = swept.rows.filter((r) => r.danger);
  return swept.functions.flatMap((f): Finding[] => {
    if (!f.protective) return [];
    const silent = dangers.filter((r) => r.lost.includes(f.id));
    if (!silent.length || (f.input && silent.some((r) => r.fault.kind === 'conductor-open'))) return [];
    const many = silent.length > 1;
    const more = silent.length - NAMED;
    const untried = [...f.call].filter((d) => !design.dailyChecks?.includes(d));
    const names = untried.map((d) => design.parts[d]?.designation ?? d).join(', ');
    return [
      {
        id: `fault-unnoticed:${f.id}`,
        code: 'fault-unnoticed',
        subject: f.id,
        severity: 'danger',
        title: `${f.title}: ${silent.length} ${many ? 'faults' : 'fault'} would never be noticed`,
        explain: () =>
          `It works while the machine is whole. It is gone, and nothing shows it, once ${silent
            .slice(0, NAMED)
            .map((r) => r.fault.title.replace(/^[A-Z]/, (c) => c.toLowerCase()))
            .join('; or once ')}${more > 0 ? `; and ${more} more like these` : ''}. ${
            untried.length
              ? `Try ${names} by hand at every power-on, before anything moves: then it shows on the same day.`
              : 'Trying it by hand does not show them either: the circuit has to change.'
          }`,
        station: 'switches',
        field: 'dailyChecks',
        remedies: untried.length
          ? [
              {
                label: () => `Try ${names} by hand at every power-on`,
                command: {
                  name: 'set-daily-checks',
                  args: { devices: [...(design.dailyChecks ?? []), ...untried] },
                },
              },
            ]
          : [],
      },
    ];
  });
}
