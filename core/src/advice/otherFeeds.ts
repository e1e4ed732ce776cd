import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { createDeriver } from '../derivation/figures';
import type { Figures } from '../derivation/figureTypes';
import { feedChoices } from '../distribution/choices';
import { outlineOf, type Branch } from '../distribution/outline';
import { distributionOf } from '../distribution/tree';
import { findingsOf } from '../findings/findings';
import type { Design } from '../machine/design';
import type { FeedSource } from '../machine/feeds';
import { newMachineFile } from '../machine/file';
import type { PortRef } from '../machine/ports';
import { branchFigures } from '../power/branches';
import { changedFindings, type ChangedFindings } from './changedFindings';

/** What a part that gives or passes on carries while all axes move and cut, over its rating: before and after a move. */
export interface ShareChange {
  part: string;
  before: number;
  after: number;
}
/** A load on another source, as it was tried. */
export interface OtherFeed extends ChangedFindings {
  from: FeedSource;
  command: Command;
  /** What changes, the one that is relieved most first. */
  shares: ShareChange[];
}

const NOW = '2000-01-01T00:00:00.000Z';
/** A share that differs by less is the same. */
const SAME = 5e-4;

/**
 * Tries a load on everything else that may feed it, on a copy without conductors: yields after each how many are done. What brings
 * nothing worse comes first, then what leaves the fullest part with the most reserve.
 */
export function* otherFeeds(design: Design, at: PortRef): Generator<{ done: number; of: number }, OtherFeed[]> {
  const bare: Design = { ...design, conductors: {} };
  const file = newMachineFile(bare, 'trial', NOW);
  const derive = createDeriver();
  const before = derive(bare);
  const had = findingsOf(before);
  const sharesBefore = sharesOf(before);
  const now = distributionOf(bare).feeds[at.part]?.[at.port];
  const choices = feedChoices(bare, at).filter((s) => s.part !== now?.part || s.port !== now.port);
  const tried: OtherFeed[] = [];
  for (const [i, from] of choices.entries()) {
    const command: Command = { name: 'set-feed', args: { ...at, from } };
    const edit = applyCommand(file, command, NOW);
    yield { done: i + 1, of: choices.length };
    if (!edit.ok) continue;
    const after = derive(edit.value.file.design);
    const shares = sharesOf(after);
    tried.push({
      from,
      command,
      shares: [...new Set([...sharesBefore.keys(), ...shares.keys()])]
        .map((part) => ({ part, before: sharesBefore.get(part) ?? 0, after: shares.get(part) ?? 0 }))
        .filter((s) => Math.abs(s.after - s.before) > SAME)
        .sort((a, b) => a.after - a.before - (b.after - b.before)),
      ...changedFindings(had, findingsOf(after)),
    });
  }
  const worse = (t: OtherFeed) => t.brings.length;
  const fullest = (t: OtherFeed) => Math.max(0, ...t.shares.map((s) => s.after));
  return tried.sort((a, b) => worse(a) - worse(b) || fullest(a) - fullest(b));
}

/** By part, the fullest of its places: of a supply what it gives, of what protects or passes on what goes through. */
function sharesOf(figures: Figures): Map<string, number> {
  const shares = new Map<string, number>();
  const of = branchFigures(figures, 'cutting');
  const walk = (b: Branch): void => {
    const f = of(b);
    if (f?.ratedA !== undefined) shares.set(b.part, Math.max(shares.get(b.part) ?? 0, f.amps / f.ratedA));
    b.branches.forEach(walk);
  };
  outlineOf(figures.design).roots.forEach(walk);
  return shares;
}
