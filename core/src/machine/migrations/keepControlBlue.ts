/**
 * Version 1 planned control wires in blue by default, version 2 plans them in other colours. What was planned blue, and may
 * be drawn in by now, stays blue: the old default becomes a rule of that machine. It is written into every state that the
 * history holds, so that each revision can still be rebuilt and the last one is still the design.
 */
export function keepControlBlue(raw: Record<string, unknown>): Record<string, unknown> {
  if (!isTable(raw.design) || !hasPlanned(raw.design)) return raw;
  const history = isTable(raw.history) ? raw.history : undefined;
  return {
    ...raw,
    design: withBlue(raw.design),
    ...(history
      ? {
          history: {
            ...history,
            ...(Array.isArray(history.snapshots) ? { snapshots: history.snapshots.map(snapshotWithBlue) } : {}),
            ...(Array.isArray(history.revisions) ? { revisions: history.revisions.map(revisionWithBlue) } : {}),
          },
        }
      : {}),
  };
}

type Table = Record<string, unknown>;
const isTable = (v: unknown): v is Table => typeof v === 'object' && v !== null && !Array.isArray(v);
const blue: Table = { 'control-plus': 'BU', 'control-minus': 'BU', control: 'BU' };

const hasPlanned = (design: Table): boolean =>
  isTable(design.conductors) && Object.values(design.conductors).some((c) => isTable(c) && c.origin === 'planned');

const rulesWithBlue = (rules: unknown): Table => ({ ...blue, ...(isTable(rules) ? rules : {}) });
const withBlue = (design: Table): Table => ({ ...design, colourRules: rulesWithBlue(design.colourRules) });

const snapshotWithBlue = (s: unknown): unknown =>
  isTable(s) && isTable(s.design) ? { ...s, design: withBlue(s.design) } : s;

const revisionWithBlue = (r: unknown): unknown =>
  isTable(r) && Array.isArray(r.patches) ? { ...r, patches: r.patches.map(patchWithBlue) } : r;

/** A patch that sets or takes away rules as a whole, or one of the three, leaves what was usual then. */
function patchWithBlue(p: unknown): unknown {
  if (!isTable(p) || !Array.isArray(p.path) || p.path[0] !== 'colourRules') return p;
  if (p.path.length === 1) return { op: 'replace', path: p.path, value: rulesWithBlue(p.value) };
  const of = p.path[1] as string;
  return Object.hasOwn(blue, of) ? { op: 'replace', path: p.path, value: p.value ?? blue[of] } : p;
}
