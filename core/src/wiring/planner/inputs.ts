import type { InputCircuit } from '../../machine/connections';
import type { Design } from '../../machine/design';
import type { TerminalRef } from '../../machine/ids';
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

/**
 * Gives each circuit an input: the one chosen by hand, else the first free one that suits its feed. Inputs of one bank
 * share a common, which has one polarity: a bank in use for one feed takes no circuit of the other.
 */
export function assignInputs(design: Design, gaps: PlanGap[]): Record<string, TerminalRef> {
  const controllerId = design.roles.controller;
  const controller = controllerId ? design.parts[controllerId] : undefined;
  const result: Record<string, TerminalRef> = {};
  if (!controllerId || !controller) return result;
  const bankFeed = new Map<string, InputCircuit['feed']>();
  const take = (id: string, circuit: InputCircuit, terminal: string) => {
    result[id] = { part: controllerId, terminal };
    const input = inputElement(controller, terminal);
    if (input?.kind === 'isolated-input') bankFeed.set(input.common, bankFeed.get(input.common) ?? circuit.feed);
  };
  const circuits = Object.entries(design.circuits);
  for (const [id, circuit] of circuits) if (circuit.input) take(id, circuit, circuit.input.terminal);
  const taken = new Set(Object.values(result).map((t) => t.terminal));
  for (const [id, circuit] of circuits) {
    if (circuit.input) continue;
    const free = inputTerminals(controller).filter((t) => !taken.has(t));
    const suits = (terminal: string) => {
      const input = inputElement(controller, terminal);
      if (input?.kind !== 'isolated-input') return feedsOf(controller, terminal).includes(circuit.feed);
      return (bankFeed.get(input.common) ?? circuit.feed) === circuit.feed;
    };
    const chosen = free.find(suits) ?? free[0];
    if (!chosen) {
      gaps.push({
        what: `${controller.name} has ${inputTerminals(controller).length} inputs; none is left for ${id}.`,
        field: `circuits.${id}.input`,
      });
      continue;
    }
    taken.add(chosen);
    take(id, circuit, chosen);
  }
  return result;
}
