import { conductorList } from '../../machine/conductorList';
import type { Conductor, PlannedField } from '../../machine/connections';
import { plannedFields } from '../../machine/connections';
import type { Design } from '../../machine/design';
import { terminalKey } from '../../machine/ids';
import type { Quantity } from '../../units/quantity';
import { firstNumberOf } from '../sheets';
import type { Plan, Proposal } from './proposal';

export interface PlanChange {
  conductor: string;
  kind: 'added' | 'changed' | 'removed';
  fields: PlannedField[];
}

/** A conductor that is already cut or connected and that the plan would have otherwise: it is left alone and reported. */
export interface PlanConflict {
  conductor: string;
  fields: PlannedField[];
  /** The plan no longer asks for it at all. */
  obsolete: boolean;
}

export interface Replanned {
  conductors: Design['conductors'];
  changes: PlanChange[];
  conflicts: PlanConflict[];
}

/** Done with pliers: from here on the plan may not touch it. */
export const isMade = (c: Conductor): boolean => c.state !== 'planned';

type FieldValue = Partial<Record<'part' | 'terminal' | 'entered' | 'unit' | 'source' | 'tolerance', unknown>>;

/** Equality of field values: plain ones, and the flat objects (an end, a quantity) that fields hold. */
function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || !a || !b) return false;
  const [x, y] = [a as FieldValue, b as FieldValue];
  return (
    x.part === y.part &&
    x.terminal === y.terminal &&
    x.entered === y.entered &&
    x.unit === y.unit &&
    x.source === y.source &&
    x.tolerance === y.tolerance
  );
}
const none: PlannedField[] = [];

/**
 * Fields in which a conductor differs from its proposal. What was set by hand does not count; nor does the estimated
 * length of one that is made, whose copper is as long as it is.
 */
function differing(c: Conductor, p: Proposal): PlannedField[] {
  let fields: PlannedField[] | undefined;
  for (const f of plannedFields)
    if (!same(c[f], p[f]) && !c.setByHand.includes(f) && !(f === 'length' && isMade(c))) (fields ??= []).push(f);
  return fields ?? none;
}
/** A conductor with some fields as the plan has them; one on which the plan is silent goes. */
function asPlanned(c: Conductor, p: Proposal, fields: readonly PlannedField[]): Conductor {
  const next: Conductor = { ...c };
  for (const f of fields)
    if (p[f] === undefined) delete (next as Partial<Conductor>)[f];
    else Object.assign(next, { [f]: p[f] });
  return next;
}

/**
 * A plan under the ids that its conductors have on this machine. What joins the same two terminals is the same conductor,
 * whatever the plan calls it now: a part that changes its place among the others keeps its leads, with all that is done on them.
 */
function withKnownIds(existing: Design['conductors'], plan: Plan): ReadonlyMap<string, Proposal> {
  const wanted = new Map(plan.proposals.map((p) => [p.id, p]));
  const left = new Map<string, string>();
  for (const [id, c] of conductorList(existing))
    if (c.origin === 'planned' && !wanted.has(id)) left.set(joinedBy(c), id);
  if (!left.size) return wanted;
  return new Map(
    plan.proposals.map((p) => {
      const known = Object.hasOwn(existing, p.id) ? undefined : left.get(joinedBy(p));
      return known === undefined ? [p.id, p] : [known, { ...p, id: known }];
    }),
  );
}
const joinedBy = ({ from, to }: Pick<Proposal, 'from' | 'to'>): string =>
  [terminalKey(from), terminalKey(to)].sort().join(' ');

/** The lengths that a plan has for conductors that are planned only, where they differ; none that a hand has set. */
export function lengthsOf(existing: Design['conductors'], plan: Plan): ReadonlyMap<string, Quantity> {
  const wanted = withKnownIds(existing, plan);
  return new Map(
    planChanges(existing, plan).changes.flatMap(({ conductor, fields }) => {
      const length = fields.includes('length') ? wanted.get(conductor)?.length : undefined;
      return length ? [[conductor, length] as const] : [];
    }),
  );
}

/** What a plan would change of the conductors that exist, and what it would have to leave alone. */
export function planChanges(existing: Design['conductors'], plan: Plan): Pick<Replanned, 'changes' | 'conflicts'> {
  const changes: PlanChange[] = [];
  const conflicts: PlanConflict[] = [];
  const wanted = withKnownIds(existing, plan);
  for (const [id, c] of conductorList(existing)) {
    if (c.origin !== 'planned') continue;
    const proposal = wanted.get(id);
    if (proposal) {
      const fields = differing(c, proposal);
      if (!fields.length) continue;
      if (isMade(c)) conflicts.push({ conductor: id, fields, obsolete: false });
      else changes.push({ conductor: id, kind: 'changed', fields });
    } else if (isMade(c) || c.setByHand.length) conflicts.push({ conductor: id, fields: [], obsolete: true });
    else changes.push({ conductor: id, kind: 'removed', fields: [] });
  }
  for (const id of wanted.keys())
    if (!Object.hasOwn(existing, id)) changes.push({ conductor: id, kind: 'added', fields: [] });
  return { changes, conflicts };
}

/**
 * The conductors with the reasons that the plan gives now: one that joins the same two terminals may serve something else, such as
 * a second pole that carries L2 where it carried N. The very same table where all of them still hold.
 */
function withReasons(existing: Design['conductors'], wanted: ReadonlyMap<string, Proposal>): Design['conductors'] {
  let conductors = existing;
  for (const [id, c] of conductorList(existing)) {
    const p = c.origin === 'planned' ? wanted.get(id) : undefined;
    if (!p || c.purpose === p.purpose || (isMade(c) && joinedBy(c) !== joinedBy(p))) continue;
    if (conductors === existing) conductors = { ...existing };
    conductors[id] = { ...c, purpose: p.purpose };
  }
  return conductors;
}

/**
 * Brings the conductors up to a plan. Numbers stay; fields set by hand stay; a conductor that is cut or connected is
 * never altered nor taken out, but reported as a conflict.
 */
export function replan(existing: Design['conductors'], plan: Plan): Replanned {
  const { changes, conflicts } = planChanges(existing, plan);
  const wanted = withKnownIds(existing, plan);
  const told = withReasons(existing, wanted);
  if (!changes.length) return { conductors: told, changes, conflicts };
  const conductors = { ...told };
  const used = new Set(Object.values(existing).map((c) => c.number));
  const next = new Map<string, number>();
  for (const { conductor: id, kind, fields } of changes)
    if (kind === 'removed') delete conductors[id];
    else if (kind === 'changed') conductors[id] = asPlanned(conductors[id]!, wanted.get(id)!, fields);
    else {
      const { id: _id, sheet, ...rest } = wanted.get(id)!;
      let number = next.get(sheet) ?? firstNumberOf(sheet);
      // A sheet whose hundred is full goes on a thousand higher.
      while (used.has(number)) number += number % 100 === 0 ? 901 : 1;
      used.add(number);
      next.set(sheet, number);
      conductors[id] = { number, ...rest, origin: 'planned', setByHand: [], state: 'planned' };
    }
  return { conductors, changes, conflicts };
}
