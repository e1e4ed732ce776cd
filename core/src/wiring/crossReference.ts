import type { ColourCode } from '../machine/connections';
import type { Design } from '../machine/design';
import type { MachineFile } from '../machine/file';
import { designAt } from '../machine/designAt';
import type { TerminalRef } from '../machine/ids';
import type { Wires } from './wires';
import { terminalName } from './wires';

/** One link of a chain: a conductor in its own colour, from one terminal to the next. */
export interface Link {
  conductor: string;
  number: number;
  colour: ColourCode | undefined;
  cable: string | undefined;
  core: string | undefined;
  from: string;
  to: string;
}

/** The way of one signal from end to end through plugs and strips, with the maker’s own lead at its end. */
export interface ConductorChain {
  /** Printed names of the two ends. */
  start: string;
  end: string;
  links: readonly Link[];
  /** The lead that the maker fitted at the far end. */
  lead: ColourCode | undefined;
  /** Places where the colour changes: named, since nobody expects it there. */
  changes: readonly string[];
}

/** The terminal on the other side of a plug's contact. */
function across(design: Design, t: TerminalRef): TerminalRef | undefined {
  const part = design.parts[t.part];
  if (part?.data.class !== 'connector') return undefined;
  const join = Object.values(part.elements).find((e) => e.kind === 'join' && e.terminals.includes(t.terminal));
  const other = join?.kind === 'join' ? join.terminals.find((x) => x !== t.terminal) : undefined;
  return other === undefined ? undefined : { part: t.part, terminal: other };
}

/**
 * The chains that end at a part: each of its conductors followed through every plug to the part where it begins.
 * A motor's come out in the order of its terminals.
 */
export function chainsTo(design: Design, wires: Wires, partId: string): ConductorChain[] {
  const part = design.parts[partId];
  if (!part) return [];
  return Object.entries(part.terminals).flatMap(([terminal, t]) =>
    wires
      .at(partId, terminal)
      .filter((w) => !w.ends.some((e) => e.of.data.class === 'cable'))
      .map((first): ConductorChain => {
        const links: Link[] = [];
        let here: TerminalRef = { part: partId, terminal };
        let wire = first;
        const seen = new Set<string>();
        for (;;) {
          seen.add(wire.id);
          const c = wire.conductor;
          const far =
            wire.ends[0].part === here.part && wire.ends[0].terminal === here.terminal ? wire.ends[1] : wire.ends[0];
          links.unshift({
            conductor: wire.id,
            number: c.number,
            colour: c.colour,
            cable: c.cable,
            core: c.core,
            from: terminalName(design, far),
            to: terminalName(design, here),
          });
          const beyond = across(design, far);
          const next = beyond && wires.at(beyond.part, beyond.terminal).find((w) => !seen.has(w.id));
          if (!beyond || !next) break;
          here = beyond;
          wire = next;
        }
        const changes: string[] = [];
        const colours = [...links.map((l) => l.colour), ...(t.lead ? [t.lead] : [])];
        colours.forEach((colour, i) => {
          const last = colours[i - 1];
          if (i > 0 && last && colour && last !== colour)
            changes.push(
              `${links[i - 1]?.to ?? terminalName(design, { part: partId, terminal })}: ${last} to ${colour}`,
            );
        });
        return { start: links[0]!.from, end: links.at(-1)!.to, links, lead: t.lead, changes };
      }),
  );
}

/** One line of the table by which a swapped part is connected again: the same function, the old lead and the new. */
export interface SwapLine {
  terminal: string;
  oldLabel: string;
  newLabel: string;
  oldLead: ColourCode | undefined;
  newLead: ColourCode | undefined;
  /** Numbers of the conductors that it meets. */
  conductors: readonly number[];
}

/** Old to new, terminal by terminal, for a part whose specimen was changed. */
export function swapTable(before: Design, after: Design, partId: string): SwapLine[] {
  const [old, now] = [before.parts[partId], after.parts[partId]];
  if (!old || !now) return [];
  return Object.entries(now.terminals).flatMap(([terminal, t]) => {
    const was = old.terminals[terminal];
    if (!was || (was.printed === t.printed && was.lead === t.lead)) return [];
    const conductors = Object.values(after.conductors)
      .filter((c) => [c.from, c.to].some((e) => e.part === partId && e.terminal === terminal))
      .map((c) => c.number);
    return [{ terminal, oldLabel: was.printed, newLabel: t.printed, oldLead: was.lead, newLead: t.lead, conductors }];
  });
}

/** Commands by which another specimen can take the place of a part. */
const exchanging: ReadonlySet<string> = new Set(['choose-part', 'several']);

/** Where a part was another one earlier: what it was, what it is, and the old leads beside the new ones. */
export function swapped(
  file: MachineFile,
  partId: string,
): { was: string; now: string; lines: readonly SwapLine[] } | undefined {
  const now = file.design.parts[partId];
  if (!now) return undefined;
  for (const r of file.history.revisions.toReversed()) {
    if (!exchanging.has(r.command)) continue;
    const before = designAt(file, r.number - 1);
    const was = before?.parts[partId];
    if (!before || !was || was.libraryKey === now.libraryKey) continue;
    const lines = swapTable(before, file.design, partId);
    return lines.length ? { was: was.name, now: now.name, lines } : undefined;
  }
  return undefined;
}
