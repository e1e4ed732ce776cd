import { givenAt } from '../../../distribution/choices';
import { poleOfDirect, poleOfMains } from '../../../distribution/lines';
import { distributionOf } from '../../../distribution/tree';
import type { Design } from '../../../machine/design';
import type { FeedSource } from '../../../machine/feeds';
import type { TerminalRef } from '../../../machine/ids';
import { terminalKey } from '../../../machine/ids';
import type { LibraryEntry } from '../../../machine/library/entry';
import { libraryOf } from '../../../machine/library/index';
import { listedFigure } from '../../../machine/library/listed';
import { lines, portsOf } from '../../../machine/ports';
import { directRails } from '../../../machine/rails';
import type { PartSlot } from '../../../machine/slots';
import { figureOr } from '../../../units/derived';
import { terminalName } from '../../../wiring/wires';
import { takeInstead } from '../../choose';
import type { Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';

/** What a terminal holds where its sheet does not tell. */
const USUAL_LEADS = 2;

/** Places on a strip of the library; the lead to it has a terminal of its own. */
const placesOf = ({ terminals }: Pick<LibraryEntry, 'terminals'>): number =>
  Math.max(...Object.values(terminals).map((t) => t.holds ?? USUAL_LEADS));
/** The smallest strip of the library with so many places, with fuses of this rating, or with none for 0. */
function stripWith(places: number, fuseA: number): LibraryEntry | undefined {
  return libraryOf('terminal-strip')
    .filter((e) => Object.values(e.terminals).every((t) => t.role !== 'protective-earth'))
    .filter((e) => figureOr(listedFigure(e, 'ratedCurrent'), 0) === fuseA && placesOf(e) >= places)
    .sort((a, b) => placesOf(a) - placesOf(b))[0];
}
/** The pole of direct current, or the conductor of the mains, that a terminal gives, as a strip would be fed from it. */
function poleAt(design: Design, { part, terminal }: TerminalRef): FeedSource | undefined {
  for (const port of portsOf(design.parts[part]!).values()) {
    const given = port.direction === 'gives' ? givenAt(design, { part, port: port.id }) : undefined;
    const [conductor] = Object.entries(port.terminals).find(([, t]) => t === terminal) ?? [];
    if (!given || conductor === undefined) continue;
    if (given.kind === 'mains') {
      const tree = distributionOf(design);
      const pole = ([...lines, 'N'] as const).find((c) =>
        port.passesOn ? conductor === `pole-${poleOfMains(tree, { part, port: port.passesOn }, c)}` : conductor === c,
      );
      if (pole) return { part, port: port.id, pole };
      continue;
    }
    const pole = (['plus', 'minus'] as const).find((c) =>
      port.passesOn
        ? conductor === `pole-${poleOfDirect(distributionOf(design), { part, port: port.passesOn }, c)}`
        : conductor === c,
    );
    if (pole) return { part, port: port.id, pole };
  }
  return undefined;
}
/** The strip of the rail that begins at this pole, where the rail has none yet. */
function railSlot({ rails, roles, stopStrategy }: Design, from: FeedSource): PartSlot | undefined {
  const item = from.pole === 'plus' ? 'plus' : 'zero';
  // The rail of the drives begins behind the contactor that the stop chain holds.
  const cut = stopStrategy === 'motor-power' && from.part === roles.stopContactor ? 'drives' : undefined;
  const rail = cut ?? directRails.find((r) => from.port === 'out' && rails[r]?.supply === from.part);
  return rail && !rails[rail]?.[item] ? { rail, item } : undefined;
}
const hasStrip = (design: Design, from: FeedSource): boolean =>
  Object.values(distributionOf(design).feeds).some(
    ({ feed }) => feed?.part === from.part && feed.port === from.port && feed.pole === from.pole,
  );

/** A longer strip in the place of a full one, or one beside the pole from which all its leads come. */
function fanOut(design: Design, at: TerminalRef, leads: number): Remedy[] {
  const part = design.parts[at.part]!;
  if (part.data.class === 'terminal-strip') {
    const longer = stripWith(leads, figureOr(listedFigure(part, 'ratedCurrent'), 0));
    return longer ? [replanned(design, `Take ${longer.name}`, takeInstead(design, at.part, longer.key))] : [];
  }
  const from = poleAt(design, at);
  const strip = from && stripWith(leads, 0);
  // Where one fans out this pole already, what still ends here is meant to: a second strip would stay empty.
  if (!from || !strip || hasStrip(design, from)) return [];
  const slot = railSlot(design, from);
  return [
    replanned(
      design,
      `Put ${strip.name}, at ${terminalName(design, at)}`,
      slot
        ? { name: 'choose-part', args: { slot, library: strip.key } }
        : { name: 'add-part', args: { library: strip.key, from } },
    ),
  ];
}

/** More leads on one terminal than it holds. */
export const terminalCrowded: Rule = {
  code: 'terminal-crowded',
  severity: 'note',
  check: ({ design, network }) => {
    const leads = new Int32Array(network.terminals.length);
    for (const c of network.conductors) {
      leads[c.a]!++;
      leads[c.b]!++;
    }
    const crowded: (TerminalRef & { n: number; holds: number })[] = [];
    network.terminals.forEach((terminal, node) => {
      const n = leads[node]!;
      // Few terminals carry more than the usual number: only those are looked up.
      if (n <= USUAL_LEADS) return;
      const holds = design.parts[terminal.part]?.terminals[terminal.terminal]?.holds ?? USUAL_LEADS;
      if (n > holds) crowded.push({ ...terminal, n, holds });
    });
    return crowded.map((e) => {
      const part = design.parts[e.part]!;
      const name = terminalName(design, e);
      return {
        subject: terminalKey(e),
        title: `${name} takes ${e.n} conductors`,
        explain: () =>
          `It holds ${e.holds}. Put a terminal strip with links beside ${part.designation} and fan out from there.`,
        station: 'wiring',
        field: 'conductors',
        remedies: fanOut(design, e, e.n),
      };
    });
  },
};
