import type { TerminalRef } from '../../machine/ids';
import { portKey, type Line, type PortConductor, type PortRef } from '../../machine/ports';
import { poleOfDirect, poleOfMains } from '../../distribution/lines';
import { letsGo } from '../../distribution/supplies';
import { positive } from '../../units/derived';
import type { Planning } from './planning';
import { at } from './proposal';

/** A conductor of a feed. */
export type Pole = Line | 'N' | 'plus' | 'minus';

/** The pole of a device that a conductor goes through. */
function poleNumber(p: Planning, into: PortRef, pole: Pole): PortConductor | undefined {
  const place =
    pole === 'plus' || pole === 'minus' ? poleOfDirect(p.tree, into, pole) : poleOfMains(p.tree, into, pole);
  return place === undefined ? undefined : `pole-${place}`;
}

/** The terminal at which a conductor enters a port, or leaves it. */
export function poleOf(p: Planning, ref: PortRef, pole: Pole): TerminalRef | undefined {
  const port = p.tree.port(ref);
  const conductor =
    port?.kind === 'passed-on' ? poleNumber(p, { part: ref.part, port: port.passesOn ?? ref.port }, pole) : pole;
  const terminal = port && conductor && port.terminals[conductor];
  return terminal === undefined ? undefined : at(ref.part, terminal);
}

/**
 * Where a conductor is taken of what a port gives: at the strip that fans it out, else at the port itself; what a device
 * does not part is taken ahead of it. `unspread`: at the port even where a strip hangs on it, as the strip’s own feed is.
 */
export function poleFrom(
  p: Planning,
  from: PortRef | undefined,
  pole: Pole,
  unspread = false,
): TerminalRef | undefined {
  const { feeds } = p.tree;
  const met = new Set<string>();
  for (let ref = from; ref && !met.has(portKey(ref)); ref = p.tree.above(ref)) {
    met.add(portKey(ref));
    if (p.tree.port(ref)?.direction !== 'gives') continue;
    const strip = unspread ? undefined : p.stripOn(ref, pole);
    const place = strip === undefined ? undefined : poleOf(p, { part: strip, port: 'place' }, 'plus');
    if (place) return place;
    // A strip holds one conductor; the others are where it is fed from.
    const holds = ref.port === 'place' ? feeds[ref.part]?.feed?.pole : undefined;
    const taken = holds === undefined || holds === pole ? poleOf(p, ref, pole) : undefined;
    if (taken) return taken;
    // A phase that a device does not pass must not be taken from before its protection.
    if (holds === undefined && pole !== 'N' && pole !== 'plus' && pole !== 'minus') return undefined;
  }
  return undefined;
}

/**
 * What lets go first on the way to a port: a fused strip, a breaker, a fuse, else the most that the supply gives (`but` not where
 * a device alone counts). In A.
 */
export function protectionA(p: Planning, at: PortRef, but?: 'devices-only'): number | undefined {
  const { passes, source } = p.tree.wayTo(at.part, at.port);
  const from = p.tree.feeds[at.part]?.[at.port];
  // Through a strip that hangs on the port that feeds it, as its plus is led.
  const strip = from && p.stripOn(from, 'plus');
  for (const part of [...(strip === undefined ? [] : [strip]), ...passes.map((x) => x.part), source?.part ?? '']) {
    const data = p.design.parts[part]?.data;
    const figure =
      data?.class === 'supply'
        ? but
          ? undefined
          : data.outputCurrent
        : data && (data.class === 'terminal-strip' || letsGo(p.design.parts[part]!)) && 'ratedCurrent' in data
          ? data.ratedCurrent
          : undefined;
    const amps = positive(figure, '');
    if (amps.known) return amps.value;
  }
  return undefined;
}

/** Voltage of the supply that feeds a port; undefined where it is not known. */
export function voltsAt(p: Planning, at: PortRef): number | undefined {
  const data = p.tree.supplyOf(at.part, at.port)?.part.data;
  const volts = positive(data?.class === 'supply' ? data.outputVoltage : undefined, '');
  return volts.known ? volts.value : undefined;
}

/** The poles that feed the circuits at the inputs and outputs of a board. */
export const fieldPole = (p: Planning, board: string | undefined, pole: 'plus' | 'minus'): TerminalRef | undefined =>
  board === undefined ? undefined : poleFrom(p, p.tree.feeds[board]?.field, pole);
