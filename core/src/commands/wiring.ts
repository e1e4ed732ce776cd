import type { Draft } from 'immer';
import type { PlannedField } from '../machine/connections';
import { plannedFields } from '../machine/connections';
import type { Design } from '../machine/design';
import { nextDesignation } from '../machine/designation';
import { libraryEntry } from '../machine/library';
import { partFrom } from '../machine/library/entry';
import { planConductors } from '../wiring/planner/plan';
import type { Plan } from '../wiring/planner/proposal';
import { isMade, planChanges, replan } from '../wiring/planner/replan';
import { firstNumberOf, sheetRule } from '../wiring/sheets';
import type { CommandName, ConductorEdit, Handler } from './command';
import { refuse } from './command';

const count = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;
const PLANNED_CABLE = /^cable-/;

/** Brings the cables up to the plan: new ones become parts, others of the planner’s go once no conductor is in them. */
function planCables(draft: Draft<Design>, plan: Plan): void {
  const wanted = new Set(plan.cables.map((c) => c.id));
  const conductors = Object.values(draft.conductors);
  for (const { id, name, library } of plan.cables) {
    const entry = libraryEntry(library)!;
    const there = draft.parts[id];
    const made = conductors.some((c) => c.cable === name && isMade(c));
    if (there && (there.libraryKey === library || there.setup.cableChosen || made || there.data.class !== 'cable'))
      continue;
    const fresh = partFrom(entry, there?.designation ?? nextDesignation(draft as Design, entry), name);
    const length = there?.data.class === 'cable' ? there.data.length : undefined;
    draft.parts[id] = fresh.data.class === 'cable' && length ? { ...fresh, data: { ...fresh.data, length } } : fresh;
  }
  for (const [id, part] of Object.entries(draft.parts)) {
    if (part.data.class !== 'cable' || !PLANNED_CABLE.test(id) || wanted.has(id)) continue;
    const used = conductors.some((c) => c.cable === part.name || c.from.part === id || c.to.part === id);
    if (!used) delete draft.parts[id];
  }
}

/** What a person changes on a conductor; `null` empties a field. Fields of the plan are remembered as set by hand. */
function edit(conductor: Draft<Design>['conductors'][string], set: ConductorEdit): void {
  for (const [key, value] of Object.entries(set)) {
    if (value === null) delete (conductor as Record<string, unknown>)[key];
    else if (value !== undefined) (conductor as Record<string, unknown>)[key] = value;
    if ((plannedFields as readonly string[]).includes(key) && !conductor.setByHand.includes(key as PlannedField))
      conductor.setByHand.push(key as PlannedField);
  }
  // What a temporary conductor waited for is settled once it is something else.
  if (set.state && set.state !== 'temporary') delete conductor.waitsFor;
}

const sameEnd = (a: { part: string; terminal: string }, b: { part: string; terminal: string }) =>
  a.part === b.part && a.terminal === b.terminal;

export const wiring = {
  'plan-wiring': {
    title(_args, before) {
      const { changes } = planChanges(before.conductors, planConductors(before));
      const of = (kind: string) => changes.filter((c) => c.kind === kind).length;
      return `Wiring planned: ${count(of('added'), 'conductor')} added, ${of('changed')} changed, ${of('removed')} removed`;
    },
    apply(_args, draft) {
      const design = draft as Design;
      const plan = planConductors(design);
      draft.conductors = replan(design.conductors, plan).conductors;
      planCables(draft, plan);
    },
  } satisfies Handler<'plan-wiring'>,
  'add-conductor': {
    title: ({ from, to }, before) => {
      const name = (e: typeof from) =>
        `${before.parts[e.part]?.designation ?? e.part}:${before.parts[e.part]?.terminals[e.terminal]?.printed ?? e.terminal}`;
      return `Conductor added: ${name(from)} to ${name(to)}`;
    },
    apply({ from, to, number, origin = 'by-hand', ...rest }, draft) {
      if (sameEnd(from, to))
        return refuse('A conductor needs two different terminals.', 'conductors', 'Pick another end.');
      const used = new Set(Object.values(draft.conductors).map((c) => c.number));
      let free = number ?? firstNumberOf(sheetRule(draft as Design)(from, to));
      if (number !== undefined && used.has(number))
        return refuse(`Number ${number} is taken.`, 'conductors', 'Leave the number empty, or pick a free one.');
      while (used.has(free)) free++;
      let id = `own-${free}`;
      for (let n = 2; draft.conductors[id]; n++) id = `own-${free}-${n}`;
      const given = Object.fromEntries(Object.entries(rest).filter(([, v]) => v !== null && v !== undefined));
      draft.conductors[id] = { purpose: '', state: 'planned', ...given, number: free, from, to, origin, setByHand: [] };
    },
  } satisfies Handler<'add-conductor'>,
  'remove-conductors': {
    title: ({ ids }, before) =>
      `${count(ids.length, 'conductor')} removed: ${ids
        .slice(0, 4)
        .map((id) => before.conductors[id]?.number ?? id)
        .join(', ')}`,
    apply({ ids }, draft) {
      for (const id of ids) {
        if (!draft.conductors[id])
          return refuse(`There is no conductor ${id}.`, `conductors.${id}`, 'Reload the list.');
        delete draft.conductors[id];
      }
    },
  } satisfies Handler<'remove-conductors'>,
  'set-conductors': {
    title({ ids, set }, before) {
      const names = ids.map((id) => before.conductors[id]?.number ?? id);
      const what = Object.entries(set).map(([key, value]) => (key === 'state' ? String(value) : key));
      return `Conductor ${names.length > 4 ? `${names.slice(0, 3).join(', ')} and ${names.length - 3} more` : names.join(', ')}: ${what.join(', ')}`;
    },
    apply({ ids, set }, draft) {
      for (const id of ids) {
        const conductor = draft.conductors[id];
        if (!conductor) return refuse(`There is no conductor ${id}.`, `conductors.${id}`, 'Reload the list.');
        edit(conductor, set);
        if (sameEnd(conductor.from, conductor.to))
          return refuse(
            `Conductor ${conductor.number} would begin and end at the same terminal.`,
            `conductors.${id}`,
            'Pick another end.',
          );
      }
    },
  } satisfies Handler<'set-conductors'>,
  'override-setting': {
    title: ({ title }) => `${title}: set by hand`,
    apply({ setting, value, reason }, draft) {
      draft.overrides[setting] = { value, reason };
    },
  } satisfies Handler<'override-setting'>,
  'clear-override': {
    title: ({ title }) => `${title}: back to the derived value`,
    apply({ setting }, draft) {
      delete draft.overrides[setting];
    },
  } satisfies Handler<'clear-override'>,
} satisfies Partial<Record<CommandName, unknown>>;
