import { conductorList } from '../../machine/conductorList';
import { cablesThrough } from '../../machine/parts';
import type { Proposal } from './proposal';
import { at } from './proposal';
import type { TerminalRef } from '../../machine/ids';
import { terminalKey } from '../../machine/ids';
import type { Planning } from './planning';

/**
 * Connectors that divide cables, one or several through the contacts of one plug. One near the cabinet ends the cable in a
 * plug: behind it loose wires run on, coloured by their function. One near the motor joins the cable to the maker’s own leads,
 * which have colours of their own.
 */
export function divideCables(p: Planning): void {
  for (const [id, part] of Object.entries(p.design.parts)) {
    const contacts = Object.keys(part.terminals).filter((t) => t.startsWith('a-'));
    let taken = 0;
    for (const name of cablesThrough(part)) {
      const divided = p.proposals.filter((x) => x.cable === name);
      const free = contacts.slice(taken);
      if (divided.length > free.length)
        p.gaps.push({
          what: `${part.designation} has ${free.length} ${taken ? 'free ' : ''}contacts; ${name} has ${divided.length} conductors.`,
          field: `parts.${id}`,
        });
      const far = farEnd(divided);
      divided.slice(0, free.length).forEach((whole, i) => divide(p, whole, id, free[i]!.slice(2), far));
      taken += divided.length;
    }
  }
}

/** The part that a cable leads to: all of its conductors end there, whichever way they are told. */
function farEnd(cable: readonly Proposal[]): string | undefined {
  const first = cable[0];
  const common = first && [first.to.part, first.from.part];
  return common?.find((part) => cable.every((c) => c.to.part === part || c.from.part === part)) ?? first?.to.part;
}

/** Ends a conductor at a contact of a plug, the side that stands on the panel towards the cabinet, and goes on from there. */
function divide(p: Planning, whole: Proposal, plug: string, contact: string, far: string | undefined): void {
  const { setup, designation } = p.design.parts[plug]!;
  // What comes back from a switch or a sensor is told from there.
  const back = whole.from.part === far;
  const outside = back ? whole.from : whole.to;
  const end = p.design.parts[outside.part]?.terminals[outside.terminal];
  const [lead, earth] = [end?.lead, end?.role === 'protective-earth'];
  const beyond: Proposal = {
    ...whole,
    id: `${whole.id}/beyond`,
    [back ? 'to' : 'from']: at(plug, `b-${contact}`),
    purpose: `${whole.purpose} Beyond ${designation}.`,
  };
  if (setup.insertedAt === 'far') {
    delete beyond.cable;
    delete beyond.core;
    if (lead) beyond.colour = lead;
  }
  whole[back ? 'from' : 'to'] = at(plug, `a-${contact}`);
  if (setup.insertedAt !== 'far') {
    delete whole.cable;
    delete whole.core;
    // Protective earth has its colour wherever it runs.
    whole.colour = p.colour(earth ? 'protective-earth' : whole.sheet === 'motor-power' ? 'power-minus' : 'control');
  }
  p.proposals.push(beyond);
}

/**
 * Where a machine had a plug before, the plan ends at that plug: what was found behind it stays as it is, and pulling
 * the plug restores the old state.
 */
export function meetAsFound(p: Planning): void {
  const plugAt = new Map<string, TerminalRef>();
  for (const [, c] of conductorList(p.design.conductors)) {
    if (c.origin !== 'as-found') continue;
    for (const [plug, far] of [
      [c.from, c.to],
      [c.to, c.from],
    ] as const)
      if (p.design.parts[plug.part]?.data.class === 'connector' && plug.terminal.startsWith('b-'))
        plugAt.set(terminalKey(far), { part: plug.part, terminal: `a-${plug.terminal.slice(2)}` });
  }
  if (!plugAt.size) return;
  for (const proposal of p.proposals)
    for (const end of ['from', 'to'] as const) {
      const plug = plugAt.get(terminalKey(proposal[end]));
      if (!plug) continue;
      proposal[end] = plug;
      proposal.purpose = `${proposal.purpose} ${end === 'to' ? 'To' : 'From'} the plug that was there before.`;
    }
}
