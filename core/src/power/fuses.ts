import { distributionOf } from '../distribution/tree';
import type { PortRef } from '../machine/ports';
import { positive } from '../units/derived';
import { drawsOf } from './draws';
import type { ReadPower } from './states';

/** A strip with a fuse at each place, and what hangs on its places. */
export interface FusedStrip {
  strip: string;
  /** Of each fuse, A. */
  ratedA: number;
  /** By part, while all axes move and cut: several motors of one driver come over one fuse. The largest first. */
  loads: { part: string; amps: number }[];
}

/** The fused strips of a machine. A strip fans out what its source gives: each of its places feeds one part of those that hang there. */
export function fusedStrips(read: ReadPower): FusedStrip[] {
  const { design } = read;
  const tree = distributionOf(design);
  const draws = drawsOf(read).cutting;
  return Object.entries(design.parts).flatMap(([strip, part]): FusedStrip[] => {
    if (part.data.class !== 'terminal-strip') return [];
    const rated = positive(part.data.ratedCurrent, '');
    if (!rated.known) return [];
    const from = tree.feeds[strip]?.feed;
    const hangs = ({ part: load, port }: PortRef): boolean => {
      const own = tree.feeds[load]?.[port];
      return own?.part === strip || (own !== undefined && own.part === from?.part && own.port === from.port);
    };
    const byPart = new Map<string, number>();
    for (const d of draws) if (hangs(d)) byPart.set(d.part, (byPart.get(d.part) ?? 0) + d.amps);
    const loads = [...byPart].map(([load, amps]) => ({ part: load, amps })).sort((a, b) => b.amps - a.amps);
    return [{ strip, ratedA: rated.value, loads }];
  });
}
