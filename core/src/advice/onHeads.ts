import type { Design } from '../machine/design';
import type { PartClass } from '../machine/parts';

/** What stays in the cabinet, whatever head is on the machine. */
const inCabinet: ReadonlySet<PartClass> = new Set([
  'controller',
  'input-board',
  'host-computer',
  'supply',
  'breaker',
  'fuse',
  'contactor',
  'filter',
  'terminal-strip',
  'connector',
  'cable',
  'pendant',
]);

/** What can be put on a head: parts that may leave the machine, and masses, but for what is on it already. */
export function canComeOn(design: Design, head: string): { kind: 'parts' | 'masses'; id: string; name: string }[] {
  const own = design.heads?.[head];
  return [
    ...Object.entries(design.parts).flatMap(([id, p]) =>
      inCabinet.has(p.data.class) || own?.parts.includes(id)
        ? []
        : [{ kind: 'parts' as const, id, name: `${p.designation} ${p.name}` }],
    ),
    ...Object.entries(design.masses).flatMap(([id, m]) =>
      own?.masses.includes(id) ? [] : [{ kind: 'masses' as const, id, name: m.name }],
    ),
  ];
}
