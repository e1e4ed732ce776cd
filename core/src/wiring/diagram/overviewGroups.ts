import type { Design } from '../../machine/design';
import { mainsWay, type Rails } from '../../machine/rails';
import type { Wires } from '../wires';

/** Parts that stand in one box on the overview: it shows what there is, not every terminal rail. */
export interface PartGroup {
  /** Id of its first part. */
  id: string;
  name: string;
  parts: readonly string[];
  /** Parts of one kind, so that one symbol stands for all. */
  alike: boolean;
}

/** Parts of the rails that a reader takes for one thing. */
const together = (rails: Rails) =>
  [
    ['Mains entry', [rails.mains?.inlet, ...mainsWay(rails)]],
    ['Motor supply rails', [rails.drives?.plus, rails.drives?.zero]],
    ['Logic supply', [rails.logic?.supply, rails.logic?.plus, rails.logic?.zero]],
    ['Field supply', [rails.field?.supply, rails.field?.plus, rails.field?.zero]],
  ] as const;

/**
 * The boxes of the overview: what belongs together on a rail, then what is alike, that is the same library part wired
 * between the same boxes (six sensors, two lamps), then each other part for itself. Parts without a conductor, cables and
 * the earth bar are left out.
 */
export function partGroups(design: Design, wires: Wires): PartGroup[] {
  const neighbours = new Map<string, Set<string>>();
  const meet = (a: string, b: string) => neighbours.set(a, (neighbours.get(a) ?? new Set()).add(b));
  for (const w of wires.all) {
    const [a, b] = w.ends;
    if ([a, b].some((e) => e.of.data.class === 'cable' || e.role === 'protective-earth')) continue;
    meet(a.part, b.part);
    meet(b.part, a.part);
  }
  const name = (id: string) => design.parts[id]!.name.split(',')[0]!;
  const groupOf = new Map<string, string>();
  const found: PartGroup[] = [];
  for (const [title, list] of together(design.rails)) {
    const parts = [...new Set(list)].filter(
      (id): id is string => id !== undefined && neighbours.has(id) && !groupOf.has(id),
    );
    if (!parts.length) continue;
    parts.forEach((p) => groupOf.set(p, parts[0]!));
    found.push({ id: parts[0]!, name: parts.length > 1 ? title : name(parts[0]!), parts, alike: false });
  }
  const alike = new Map<string, string[]>();
  for (const [id, met] of neighbours) {
    if (groupOf.has(id)) continue;
    const part = design.parts[id]!;
    const between = [...new Set([...met].map((n) => groupOf.get(n) ?? n))].sort();
    const key = JSON.stringify([part.data.class, part.libraryKey ?? id, between]);
    alike.set(key, [...(alike.get(key) ?? []), id]);
  }
  for (const parts of alike.values())
    found.push({
      id: parts[0]!,
      name: parts.length > 1 ? `${parts.length} × ${name(parts[0]!)}` : name(parts[0]!),
      parts,
      alike: true,
    });
  return found;
}
