import { circuitName } from '../../../machine/fields';
import type { Design } from '../../../machine/design';
import { inputBoardsOf, takesBoard } from '../../../machine/boards';
import { libraryOf } from '../../../machine/library/index';
import { terminalsWithRole } from '../../../machine/parts';
import { controllersFor } from '../../choose';
import type { Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

const shareable = /^(limit|reference|limit-and-reference)$/;

/** Two inputs whose switches may share a loop: both closed contacts, or both sensors of one kind. */
function shareLoop(design: Design): Remedy[] {
  const list = Object.entries(design.circuits).filter(([, c]) => shareable.test(c.function) && c.devices.length > 0);
  const kindOf = (id: string) => {
    const part = design.parts[design.circuits[id]!.devices[0]!];
    return part?.data.class === 'sensor' ? undefined : part?.setup.contactUsed;
  };
  for (const [a] of list)
    for (const [b] of list) {
      if (a === b || kindOf(a) !== 'NC' || kindOf(b) !== 'NC') continue;
      return [
        replanned(design, `Let ${circuitName(design, b)} share the loop of ${circuitName(design, a)}`, {
          name: 'join-inputs',
          args: { into: a, from: b },
        }),
      ];
    }
  return [];
}

/** A board with more of them, where the controller, or the last board on its lead, takes one. */
function board(design: Design, role: 'input' | 'output'): Remedy[] {
  const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
  if (!takesBoard(controller)) return [];
  const boards = inputBoardsOf(design);
  // A further one hangs on the last, where that passes the lead on.
  const last = boards.at(-1)?.part;
  if (last && terminalsWithRole(last, 'extension-link').length < 2) return [];
  const offered = libraryOf('input-board').filter((e) => Object.values(e.terminals).some((t) => t.role === role));
  return offered.map((e) =>
    replanned(design, `Add ${e.name}`, {
      name: 'choose-part',
      args: { slot: { board: boards.length }, library: e.key },
    }),
  );
}

/** The smallest controller of the library that has enough of what is missing. */
function largerController(design: Design): Remedy[] {
  const own = design.roles.controller ? design.parts[design.roles.controller]?.libraryKey : undefined;
  const fits = controllersFor(design).filter((e) => e.key !== own);
  return fits.slice(0, 1).map((e) =>
    replanned(design, `Take ${e.name}`, {
      name: 'choose-part',
      args: { slot: { role: 'controller' }, library: e.key },
    }),
  );
}

/** What the planner could not place: no channel, no input, no supply for something that needs one. */
export const planGap: Rule = {
  code: 'plan-gap',
  severity: 'wont-work',
  check: ({ design, plan }) => {
    // Ten motors without a channel ask for one larger controller.
    let larger: Remedy[] | undefined;
    return plan.gaps.map((gap, i) => {
      const input = gap.field.startsWith('circuits.') && gap.field.endsWith('.input');
      const output = gap.field.startsWith('outputs.') && gap.field.endsWith('.output');
      const channel = gap.field === 'roles.controller';
      return {
        subject: `${gap.field}-${i}`,
        title: gap.what,
        explain: () =>
          'The planner found no place for it. Let switches share an input, move a function to another terminal, add a board, choose a controller with more of them, or add what is missing.',
        station: gap.field.startsWith('circuits')
          ? ('switches' as const)
          : ['roles.controller', 'rails.field.supply'].includes(gap.field)
            ? ('machine' as const)
            : ('wiring' as const),
        field: gap.field,
        remedies: [
          ...(input ? [...shareLoop(design), ...board(design, 'input')] : []),
          ...(output ? board(design, 'output') : []),
          ...(input || channel ? (larger ??= largerController(design)) : []),
        ],
      };
    });
  },
};
