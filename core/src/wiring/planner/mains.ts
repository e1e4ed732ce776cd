import { lines, type PortRef } from '../../machine/ports';
import { earthBars, mainsInlets, protectiveDevice } from '../../distribution/supplies';
import type { Source } from '../../distribution/feeds';
import { linesTo, mainsLeads, mainsName, type MainsLead } from '../../distribution/lines';
import { positive } from '../../units/derived';
import type { Planning } from './planning';
import { poleFrom, poleOf } from './poles';
import type { TerminalRef } from '../../machine/ids';

/** What a mains lead is protected with where nothing is entered, A. */
export const USUAL_BREAKER_A = 16;

/** Current at which what protects a mains lead lets go, A. */
export function mainsProtectionA(p: Planning, at: PortRef): number {
  const data = protectiveDevice(p.design, at)?.part.data;
  const amps = positive(data && 'ratedCurrent' in data ? data.ratedCurrent : undefined, '');
  return amps.known ? amps.value : USUAL_BREAKER_A;
}

/** The ports that the mains is led to, in the order of the feeds; what a plain relay switches is planned with its output. */
function mainsPorts(p: Planning): { at: PortRef; from: Source }[] {
  // The poles of a contactor on an output are led with the mains, the one contact of a relay with its load.
  const relays = new Set(
    Object.values(p.design.outputs).flatMap(({ relay }) =>
      relay !== undefined && p.design.parts[relay]?.data.class === 'relay' ? [relay] : [],
    ),
  );
  const { stopContactor } = p.design.roles;
  return Object.entries(p.tree.feeds).flatMap(([part, ports]) =>
    Object.entries(ports).flatMap(([port, from]) => {
      if (relays.has(part) || relays.has(from.part) || port === 'feed') return [];
      // The coil that the stop chain holds is led with the chain.
      if (part === stopContactor && port === 'mains') return [];
      const kind = p.tree.port({ part, port })?.kind;
      return kind === 'mains' || (kind === 'passed-on' && p.isOnMains(part, port))
        ? [{ at: { part, port }, from }]
        : [];
    }),
  );
}

/** The conductors that are led to a port: by its own terminals, or by the poles of a device that the mains passes. */
function leadsTo(p: Planning, at: PortRef): MainsLead[] {
  if (at.port === 'mains') return mainsLeads(p.tree, at);
  const passed = linesTo(p.tree, at);
  // One line goes by the first pole, whichever it is of three.
  return [
    ...passed.map((of, i): MainsLead => ({ own: passed.length > 1 ? of : lines[i]!, of })),
    { own: 'N', of: 'N' },
  ];
}

/**
 * Mains from where it comes in through switches, breakers and filters to what runs on it. Power supplies on one device are
 * looped from one to the next; whatever else hangs there gets leads of its own, since drives are noisy.
 */
export function planMains(p: Planning): void {
  const ports = mainsPorts(p).map((x) => ({ ...x, leads: leadsTo(p, x.at) }));
  for (const pole of [...lines, 'N'] as const) {
    /** By the port that feeds it and the line: the supply at which the loop has arrived. */
    const loops = new Map<string, TerminalRef>();
    for (const { at, from, leads } of ports) {
      const lead = leads.find(({ own }) => own === pole);
      if (!lead) continue;
      const part = p.design.parts[at.part]!;
      const to = poleOf(p, at, at.port === 'mains' ? pole : lead.of);
      const name = mainsName(p.tree, at, lead.of);
      const loop = `${from.part}/${from.port}/${lead.of}`;
      const looped = part.data.class === 'supply';
      const protectedA = mainsProtectionA(p, at);
      const coil = at.port === 'mains' && (part.data.class === 'contactor' || part.data.class === 'relay');
      p.add({
        // A contactor has its coil and its poles on the mains.
        id: `mains/${at.part}-${coil ? 'coil-' : at.port.startsWith('in-') ? `${at.port}-` : ''}${pole.toLowerCase()}`,
        from: (looped ? loops.get(loop) : undefined) ?? poleFrom(p, from, lead.of),
        to,
        colour: p.colour(pole === 'N' ? 'mains-neutral' : 'mains-line'),
        section: p.section({ amps: protectedA, protectedA }, 'mains'),
        purpose:
          at.port === 'mains'
            ? `${name} for ${coil ? `the coil of ${part.name}` : part.name}.`
            : part.data.class === 'contactor'
              ? `${name} to ${at.part === p.design.roles.stopContactor ? 'the contactor that the stop chain holds' : part.name}.`
              : `${name} of the mains goes on to ${part.name}.`,
      });
      if (looped && to) loops.set(loop, to);
    }
  }
}

/** Strips where one conductor of the mains fans out, such as N behind a breaker that does not pass it. */
export function planMainsStrips(p: Planning): void {
  for (const [part, { feed: from }] of Object.entries(p.tree.feeds)) {
    const pole = from?.pole;
    if (!from || !pole || pole === 'plus' || pole === 'minus' || pole === 'PE') continue;
    const at = { part, port: 'feed' };
    if (!p.isOnMains(part, 'feed')) continue;
    const protectedA = mainsProtectionA(p, at);
    p.add({
      id: `feed/${part}`,
      from: poleFrom(p, from, pole, true),
      // Its one terminal takes whichever conductor it is to hold.
      to: poleOf(p, at, 'plus'),
      colour: p.colour(pole === 'N' ? 'mains-neutral' : 'mains-line'),
      section: p.section({ amps: protectedA, protectedA }, 'mains'),
      purpose: `${mainsName(p.tree, at, pole)} of the mains to the strip from which it fans out.`,
    });
  }
}

/** Protective earth: a star. Every part that has the terminal gets a conductor of its own from the bar. */
export function planEarth(p: Planning): void {
  const bar = earthBars(p.design)[0];
  const place = bar && p.terminal(bar.id, 'protective-earth');
  if (!bar || !place) return;
  const inlets = mainsInlets(p.design).map(({ id }) => id);
  const shared = (at: PortRef) => ({
    colour: p.colour('protective-earth'),
    section: p.section({ amps: mainsProtectionA(p, at) }, 'mains'),
  });
  for (const id of inlets) {
    const from = p.terminal(id, 'protective-earth');
    if (!from) continue;
    p.add({
      ...shared({ part: id, port: 'mains' }),
      id: inlets.length > 1 ? `earth/${id}` : 'earth/inlet',
      from,
      to: place,
      purpose: 'Protective earth of the mains, to the bar first.',
    });
  }
  for (const [id, part] of Object.entries(p.design.parts)) {
    const cls = part.data.class;
    // Motors and the spindle get theirs in their own cable.
    if (cls === 'motor' || cls === 'spindle' || id === bar.id || inlets.includes(id)) continue;
    // What is not on the mains itself is earthed for what a fault may bring there: what protects the whole.
    const at = p.tree.feeds[id]?.mains ? { part: id, port: 'mains' } : { part: inlets[0] ?? id, port: 'mains' };
    p.add({
      ...shared(at),
      id: `earth/${id}`,
      from: place,
      to: p.terminal(id, 'protective-earth'),
      purpose: `Earths ${part.designation} from the bar: a conductor of its own, never through another part.`,
    });
  }
}
