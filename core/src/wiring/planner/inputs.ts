import type { InputCircuit } from '../../machine/connections';
import { inputBoardsOf, takesBoard } from '../../machine/boards';
import type { Design } from '../../machine/design';
import type { TerminalRef } from '../../machine/ids';
import { terminalKey } from '../../machine/ids';
import type { Element, Part } from '../../machine/parts';
import { roleOf } from '../../machine/parts';
import type { PlanGap } from './proposal';

export type InputElement = Extract<Element, { kind: 'level-input' | 'isolated-input' }>;

/** The input element of a terminal of a part. */
export const inputElement = (part: Part | undefined, terminal: string): InputElement | undefined =>
  Object.values(part?.elements ?? {}).find(
    (e): e is InputElement => (e.kind === 'level-input' || e.kind === 'isolated-input') && e.terminal === terminal,
  );

/** All input terminals of a controller, in the order in which it lists them. */
export const inputTerminals = (part: Part | undefined): string[] =>
  Object.values(part?.elements ?? {}).flatMap((e) => {
    if (e.kind !== 'level-input' && e.kind !== 'isolated-input') return [];
    const terminal = part!.terminals[e.terminal];
    // On some revisions of a board the pin with this label is something else.
    return terminal && roleOf(part!, terminal) === 'input' ? [e.terminal] : [];
  });

/** The side on which a contact must switch for an input with a built-in resistor; either side for an isolated one. */
export function feedsOf(part: Part, terminal: string): InputCircuit['feed'][] {
  const input = inputElement(part, terminal);
  if (input?.kind === 'isolated-input') return ['0V', 'plus'];
  const pulls = Object.values(part.elements).filter((e) => e.kind === 'resistor' && [e.a, e.b].includes(terminal));
  const toMinus = pulls.some((e) => e.kind === 'resistor' && input && [e.a, e.b].includes(input.minus));
  return toMinus ? ['plus'] : ['0V'];
}

/** A terminal at which an input circuit may arrive, and the part that it belongs to. */
export interface InputPlace extends TerminalRef {
  on: Part;
}

/** All inputs of a machine: those of the controller, then those of the input boards that hang on it. */
export function inputPlaces(design: Design): InputPlace[] {
  const { controller } = design.roles;
  const owner = controller ? design.parts[controller] : undefined;
  if (!owner) return [];
  const boards = takesBoard(owner) ? inputBoardsOf(design) : [];
  return [{ id: controller!, part: owner }, ...boards].flatMap(({ id, part: on }) =>
    inputTerminals(on).map((terminal) => ({ part: id, terminal, on })),
  );
}

/**
 * Gives each circuit an input: the one chosen by hand, else the first free one that suits its feed. Inputs of one bank
 * share a common, which has one polarity: a bank in use for one feed takes no circuit of the other.
 */
export function assignInputs(design: Design, gaps: PlanGap[]): Record<string, TerminalRef> {
  const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
  const result: Record<string, TerminalRef> = {};
  if (!controller) return result;
  const places = inputPlaces(design);
  const bankFeed = new Map<string, InputCircuit['feed']>();
  /** The bank of an input, by its common; undefined where the input has none. */
  const bankOf = ({ part, terminal }: TerminalRef): string | undefined => {
    const input = inputElement(design.parts[part], terminal);
    return input?.kind === 'isolated-input' ? terminalKey({ part, terminal: input.common }) : undefined;
  };
  const take = (id: string, circuit: InputCircuit, { part, terminal }: TerminalRef) => {
    result[id] = { part, terminal };
    const bank = bankOf({ part, terminal });
    if (bank) bankFeed.set(bank, bankFeed.get(bank) ?? circuit.feed);
  };
  const circuits = Object.entries(design.circuits).filter(([, c]) => !c.cutsOnly);
  for (const [id, circuit] of circuits) if (circuit.input) take(id, circuit, circuit.input);
  const taken = new Set(Object.values(result).map(terminalKey));
  for (const [id, circuit] of circuits) {
    if (circuit.input) continue;
    const free = places.filter((p) => !taken.has(terminalKey(p)));
    const suits = (place: InputPlace) => {
      const bank = bankOf(place);
      if (!bank) return feedsOf(place.on, place.terminal).includes(circuit.feed);
      return (bankFeed.get(bank) ?? circuit.feed) === circuit.feed;
    };
    const chosen = free.find(suits) ?? free[0];
    if (!chosen) {
      gaps.push({
        what: `${controller.name} has ${places.length} inputs${places.some((p) => p.on !== controller) ? ' with its board' : ''}; none is left for ${id}.`,
        field: `circuits.${id}.input`,
      });
      continue;
    }
    taken.add(terminalKey(chosen));
    take(id, circuit, chosen);
  }
  return result;
}
