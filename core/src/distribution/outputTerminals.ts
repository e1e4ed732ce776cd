import { inputBoardsOf, takesBoard } from '../machine/boards';
import type { OutputCircuit, OutputFunction } from '../machine/connections';
import type { Design } from '../machine/design';
import { terminalKey, type TerminalRef } from '../machine/ids';
import type { Part, TerminalRole } from '../machine/parts';
import { terminalsWithRole } from '../machine/parts';

type Read = Pick<Design, 'parts' | 'roles' | 'outputs'>;
/** A terminal that a function can be put on, with the board that it is on. */
export type OutputPlace = TerminalRef & { on: Part };

/** The roles of the terminals that can carry out a function, the better one first. */
export const outputRolesFor = (of: OutputFunction): readonly TerminalRole[] =>
  of === 'spindle-speed' ? ['analogue-out', 'pulse-width-out'] : ['output'];

/** Terminals that a function can be put on: those of the controller, then those of the boards that hang on it. */
export function outputPlaces(design: Read, of: OutputFunction): OutputPlace[] {
  const { controller } = design.roles;
  const owner = controller ? design.parts[controller] : undefined;
  if (!owner) return [];
  const boards = takesBoard(owner) ? inputBoardsOf(design) : [];
  return [{ id: controller!, part: owner }, ...boards].flatMap(({ id, part: on }) =>
    outputRolesFor(of).flatMap((role) => terminalsWithRole(on, role).map((terminal) => ({ part: id, terminal, on }))),
  );
}

/** Whether the far side understands what a terminal gives: an analogue level or pulses of varying width. */
function takes(design: Read, o: OutputCircuit, { on, terminal }: OutputPlace): boolean {
  if (o.function !== 'spindle-speed') return true;
  const understood = on.terminals[terminal]!.role === 'analogue-out' ? 'analogue-in' : 'pulse-width-in';
  return o.devices.every((d) => design.parts[d] && terminalsWithRole(design.parts[d], understood).length > 0);
}

/**
 * The terminal of each output circuit that needs one: the one chosen by hand, else the first free one. `without`: circuits for
 * which none is left, with the terminals that would do.
 */
export function outputTerminals(design: Read): {
  terminals: Record<string, TerminalRef>;
  without: readonly { id: string; wanted: readonly OutputPlace[] }[];
} {
  const terminals: Record<string, TerminalRef> = {};
  const without: { id: string; wanted: readonly OutputPlace[] }[] = [];
  if (!design.roles.controller || !design.parts[design.roles.controller]) return { terminals, without };
  const circuits = Object.entries(design.outputs).filter(([, o]) => !o.alwaysOn);
  for (const [id, o] of circuits) if (o.output) terminals[id] = o.output;
  const taken = new Set(Object.values(terminals).map(terminalKey));
  for (const [id, o] of circuits) {
    if (o.output) continue;
    const wanted = outputPlaces(design, o.function).filter((place) => takes(design, o, place));
    const free = wanted.find((place) => !taken.has(terminalKey(place)));
    if (!free) without.push({ id, wanted });
    else {
      taken.add(terminalKey(free));
      terminals[id] = { part: free.part, terminal: free.terminal };
    }
  }
  return { terminals, without };
}
