import type { Command } from '../commands/command';
import type { Design } from '../machine/design';
import type { Remedy } from './finding';

/** Asked for each of perhaps hundreds of remedies, and an engine lists all keys before it hands out the first: so it is kept. */
const known = new WeakMap<Design['conductors'], boolean>();
function isPlanned({ conductors }: Design): boolean {
  let planned = known.get(conductors);
  if (planned === undefined) known.set(conductors, (planned = Object.keys(conductors).length > 0));
  return planned;
}

/**
 * A way out that changes what the planner goes by, and plans again: one click, one undo. Where nothing is planned yet
 * the wiring is left to the person, who plans it once all is chosen.
 */
export function replanned(design: Design, label: string, command: Command): Remedy {
  if (!isPlanned(design)) return { label: () => label, command };
  return {
    label: () => `${label}, then plan the wiring again`,
    command: { name: 'several', args: { commands: [command, { name: 'plan-wiring', args: {} }] } },
  };
}
