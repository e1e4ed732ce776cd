import type { PlannedField } from '../machine/connections';
import { plannedFields } from '../machine/connections';
import type { Design } from '../machine/design';
import { planConductors } from '../wiring/planner/plan';
import { replan } from '../wiring/planner/replan';
import type { CommandName, Handler } from './command';
import { refuse } from './command';

const count = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

export const wiring = {
  'plan-wiring': {
    title(_args, before) {
      const { changes } = replan(before.conductors, planConductors(before));
      const of = (kind: string) => changes.filter((c) => c.kind === kind).length;
      return `Wiring planned: ${count(of('added'), 'conductor')} added, ${of('changed')} changed, ${of('removed')} removed`;
    },
    apply(_args, draft) {
      const design = draft as Design;
      draft.conductors = replan(design.conductors, planConductors(design)).conductors;
    },
  } satisfies Handler<'plan-wiring'>,
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
        Object.assign(conductor, set);
        for (const key of Object.keys(set))
          if ((plannedFields as readonly string[]).includes(key) && !conductor.setByHand.includes(key as PlannedField))
            conductor.setByHand.push(key as PlannedField);
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
