import type { CommandName, Handler } from './command';
import { refuse } from './command';

const noHead = (head: string) => refuse(`There is no tool head "${head}".`, 'heads', 'Pick one from the list.');

export const headCommands = {
  'add-head': {
    title: ({ name }) => `Tool head added: ${name}`,
    apply({ name, parts = [], masses = [] }, draft) {
      const heads = (draft.heads ??= {});
      let n = 1;
      while (heads[`head-${n}`]) n++;
      heads[`head-${n}`] = { name, parts, masses };
      // What the machine has on it until now is the first head.
      if (Object.keys(heads).length === 1) draft.mountedHead = `head-${n}`;
    },
  } satisfies Handler<'add-head'>,
  'set-head': {
    title: ({ head, set }, before) => {
      const name = before.heads?.[head]?.name ?? head;
      if (set.name !== undefined) return `Tool head ${name}: now ${set.name}`;
      return `Tool head ${name}: what is on it`;
    },
    apply({ head, set }, draft) {
      const found = draft.heads?.[head];
      if (!found) return noHead(head);
      for (const list of ['parts', 'masses'] as const) {
        const taken = set[list];
        if (!taken) continue;
        // A thing is on one head: put on this one, it comes off the other.
        for (const other of Object.values(draft.heads!))
          if (other !== found) other[list] = other[list].filter((id) => !taken.includes(id));
        found[list] = [...new Set(taken)];
      }
      if (set.name !== undefined) found.name = set.name;
    },
  } satisfies Handler<'set-head'>,
  'remove-head': {
    title: ({ head }, before) =>
      `Tool head removed: ${before.heads?.[head]?.name ?? head}; its parts are always on the machine`,
    apply({ head }, draft) {
      if (!draft.heads?.[head]) return noHead(head);
      delete draft.heads[head];
      if (draft.mountedHead === head) delete draft.mountedHead;
      if (!Object.keys(draft.heads).length) delete draft.heads;
    },
  } satisfies Handler<'remove-head'>,
  'mount-head': {
    title: ({ head }, before) =>
      head === null ? 'No tool head on the machine' : `Tool head on the machine: ${before.heads?.[head]?.name ?? head}`,
    apply({ head }, draft) {
      if (head === null) delete draft.mountedHead;
      else if (!draft.heads?.[head]) return noHead(head);
      else draft.mountedHead = head;
    },
  } satisfies Handler<'mount-head'>,
} satisfies Partial<Record<CommandName, unknown>>;
