import type { Draft } from 'immer';
import { libraryEntry } from '../machine/library';
import type { Design } from '../machine/design';
import { nextDesignation } from '../machine/designation';
import type { TerminalRef } from '../machine/ids';
import { partFrom } from '../machine/library/entry';
import { cablesThrough, isPlug, type DataOf, type Part } from '../machine/parts';
import type { Fault } from '../units/result';
import { conductorsIn, freeContacts } from '../wiring/cables';
import { isMade } from '../wiring/planner/replan';
import { functionNames } from '../wiring/planner/rules';
import type { CommandName, Handler } from './command';
import { refuse } from './command';
import { feedNewPart } from './feeds';
import { freeId, usedIn } from './parts';
import { putSheet } from './nameSheet';

const nextKey = (table: Record<string, unknown>, stem: string): string => {
  let n = 1;
  while (table[`${stem}-${n}`]) n++;
  return `${stem}-${n}`;
};

/** Why a cable cannot be divided now; undefined where it can. */
function notToDivide(design: Design, cable: string): Fault | undefined {
  const inside = Object.values(design.conductors).filter((c) => c.cable === cable);
  if (!inside.length) return refuse(`No conductor is in ${cable}.`, 'conductors', 'Pick a cable from the list.');
  const made = inside.find((c) => isMade(c) && c.origin === 'planned');
  return (
    made &&
    refuse(
      `Conductor ${made.number} of ${cable} is ${made.state}: the plan would have to cut it.`,
      'conductors',
      'Set the conductors of this cable back to planned first.',
    )
  );
}

/** Takes the planned conductors off some terminals of a part; none of them where one is made already. */
function takeOff(draft: Draft<Design>, part: string, at: (terminal: TerminalRef) => boolean): Fault | undefined {
  const off = Object.entries(draft.conductors).filter(([, c]) => [c.from, c.to].some((t) => t.part === part && at(t)));
  const made = off.find(([, c]) => isMade(c));
  if (made)
    return refuse(
      `Conductor ${made[1].number} is ${made[1].state} at ${draft.parts[part]!.designation}.`,
      `conductors.${made[0]}`,
      'Set it back to planned, or remove it, first.',
    );
  for (const [id] of off) delete draft.conductors[id];
  return undefined;
}

/** Cables, what divides them, the chains that carry them, and the rules for their colours and sections. */
export const cabling = {
  'set-chain': {
    title: ({ id, chain }, before) =>
      chain ? `Cable chain: ${chain.name}` : `Cable chain removed: ${(id && before.chains?.[id]?.name) ?? id}`,
    apply({ id, chain }, draft) {
      const chains = (draft.chains ??= {});
      const key = id ?? nextKey(chains, 'chain');
      const old = chains[key];
      if (chain === null) {
        delete chains[key];
        for (const c of Object.values(draft.conductors)) if (old && c.chain === old.name) delete c.chain;
        return;
      }
      if (Object.entries(chains).some(([k, c]) => k !== key && c.name === chain.name))
        return refuse(`There is a chain "${chain.name}" already.`, 'chains', 'Give it another name.');
      chains[key] = chain;
      // Conductors name their chain: a new name goes along.
      for (const c of Object.values(draft.conductors)) if (old && c.chain === old.name) c.chain = chain.name;
    },
  } satisfies Handler<'set-chain'>,
  'route-cable': {
    title: ({ cable, chain }) => `${cable}: ${chain ? `through ${chain}` : 'through no chain'}`,
    apply({ cable, chain, route }, draft) {
      const inside = Object.values(draft.conductors).filter((c) => c.cable === cable);
      if (!inside.length) return refuse(`No conductor is in ${cable}.`, 'conductors', 'Pick a cable from the list.');
      for (const c of inside) {
        if (chain === null) delete c.chain;
        else if (chain !== undefined) c.chain = chain;
        if (route === null) delete c.route;
        else if (route !== undefined) c.route = route;
      }
    },
  } satisfies Handler<'route-cable'>,
  'choose-cable': {
    title: ({ cable, library, entry }, before) =>
      `${before.parts[cable]?.name ?? cable}: ${library === null ? 'the cable that the planner takes' : ((entry ?? libraryEntry(library))?.name ?? library)}`,
    apply({ cable: id, library, entry: own }, draft) {
      const part = draft.parts[id] as Part | undefined;
      if (part?.data.class !== 'cable')
        return refuse(`There is no cable ${id}.`, `parts.${id}`, 'Pick a cable from the list.');
      const inside = Object.entries(draft.conductors).filter(
        ([, c]) => c.cable === part.name || c.from.part === id || c.to.part === id,
      );
      const made = inside.find(([, c]) => isMade(c))?.[1];
      if (made)
        return refuse(
          `Conductor ${made.number} in ${part.name} is ${made.state}.`,
          `parts.${id}`,
          'Set the conductors in this cable back to planned first.',
        );
      if (library === null) {
        delete draft.parts[id]!.setup.cableChosen;
        return;
      }
      const entry = own ?? libraryEntry(library);
      if (entry?.data.class !== 'cable')
        return refuse(`"${library}" is no cable.`, `parts.${id}`, 'Choose one from the list.');
      const fresh = partFrom(entry, part.designation, part.name);
      const { length } = part.data;
      draft.parts[id] = {
        ...fresh,
        data: { ...(fresh.data as DataOf<'cable'>), ...(length ? { length } : {}) },
        setup: { cableChosen: true },
        ...(part.notes ? { notes: part.notes } : {}),
        ...(part.photos ? { photos: part.photos } : {}),
      };
      // A screen that is no more cannot be landed.
      for (const [cid, c] of inside)
        for (const end of [c.from, c.to])
          if (end.part === id && !fresh.terminals[end.terminal]) delete draft.conductors[cid];
    },
  } satisfies Handler<'choose-cable'>,
  'set-colour-rule': {
    title: ({ of, colour }) => `Colour of ${functionNames[of]}: ${colour ?? 'as usual'}`,
    apply({ of, colour }, draft) {
      const rules = (draft.colourRules ??= {});
      if (colour === null) delete rules[of];
      else rules[of] = colour;
    },
  } satisfies Handler<'set-colour-rule'>,
  'set-ampacity': {
    title: ({ table }) => (table ? 'Planning table of sections changed' : 'Planning table of sections: the usual one'),
    apply({ table }, draft) {
      if (table === null) delete draft.ampacity;
      else draft.ampacity = table;
    },
  } satisfies Handler<'set-ampacity'>,
  'add-part': {
    title: ({ library, entry }) => `Part added: ${(entry ?? libraryEntry(library))?.name ?? library}`,
    apply({ library, entry: own, notes, from }, draft) {
      const entry = own ?? libraryEntry(library);
      if (!entry) return refuse(`The library holds no "${library}".`, 'parts', 'Choose one from the list.');
      const id = freeId(draft as Design, entry.data.class);
      draft.parts[id] = {
        ...partFrom(entry, nextDesignation(draft as Design, entry)),
        ...(notes ? { notes } : {}),
      };
      return feedNewPart(draft, id, from);
    },
  } satisfies Handler<'add-part'>,
  'remove-part': {
    title: ({ part }, before) => `${before.parts[part]?.designation ?? part} removed, with its conductors`,
    apply({ part: id }, draft) {
      if (!draft.parts[id]) return refuse(`There is no part ${id}.`, `parts.${id}`, 'Reload the page.');
      if (usedIn(draft as Design, id))
        return refuse(
          `${draft.parts[id].designation} does something on this machine.`,
          `parts.${id}`,
          'Take it out where it was chosen.',
        );
      for (const [cid, c] of Object.entries(draft.conductors))
        if (c.from.part === id || c.to.part === id) delete draft.conductors[cid];
      putSheet(draft, id, undefined);
      delete draft.parts[id];
    },
  } satisfies Handler<'remove-part'>,
  'insert-connector': {
    title: ({ cable, library, entry }) => `${cable}: ${(entry ?? libraryEntry(library))?.name ?? library} put in`,
    apply({ cable, library, entry: own, at }, draft) {
      const entry = own ?? libraryEntry(library);
      if (!entry || !isPlug(entry.data))
        return refuse(`"${library}" is no connector.`, 'parts', 'Choose one from the list.');
      const refused = notToDivide(draft as Design, cable);
      if (refused) return refused;
      const design = draft as Design;
      const id = freeId(design, 'connector-1');
      const part = partFrom(entry, nextDesignation(design, entry));
      draft.parts[id] = { ...part, setup: { ...part.setup, insertedIn: cable, insertedAt: at } };
    },
  } satisfies Handler<'insert-connector'>,
  'share-connector': {
    title: ({ cable, part }, before) => `${cable}: led through ${before.parts[part]?.designation ?? part}`,
    apply({ cable, part: id }, draft) {
      const part = draft.parts[id] as Part | undefined;
      const through = part ? cablesThrough(part) : [];
      if (!part || !through.length)
        return refuse(`There is no connector ${id} that divides a cable.`, `parts.${id}`, 'Pick one from the list.');
      if (through.includes(cable))
        return refuse(`${part.designation} divides ${cable} already.`, `parts.${id}`, 'Pick another plug or cable.');
      const refused = notToDivide(draft as Design, cable);
      if (refused) return refused;
      const [needs, free] = [conductorsIn(draft as Design, cable), freeContacts(draft as Design, id)];
      if (needs > free)
        return refuse(
          `${part.designation} has ${free} free ${free === 1 ? 'contact' : 'contacts'}; ${cable} has ${needs} conductors.`,
          `parts.${id}`,
          'Take a larger connector, or one for this cable alone.',
        );
      draft.parts[id]!.setup.alsoIn = [...through.slice(1), cable];
    },
  } satisfies Handler<'share-connector'>,
  'leave-connector': {
    title: ({ cable, part }, before) => `${cable}: led past ${before.parts[part]?.designation ?? part}`,
    apply({ cable, part: id }, draft) {
      const part = draft.parts[id];
      const through = part ? cablesThrough(part as Part) : [];
      if (!part || !through.includes(cable))
        return refuse(
          `${cable} does not run through ${part?.designation ?? id}.`,
          `parts.${id}`,
          'Pick one that does.',
        );
      const [first, ...others] = through.filter((name) => name !== cable);
      if (first === undefined)
        return refuse(`${part.designation} divides no other cable.`, `parts.${id}`, 'Remove the plug itself.');
      /** The contacts of that cable: on one side of the plug its conductors bear its name. */
      const contacts = new Set(
        Object.values(draft.conductors).flatMap((c) =>
          c.cable === cable ? [c.from, c.to].flatMap((t) => (t.part === id ? [t.terminal.slice(2)] : [])) : [],
        ),
      );
      const made = takeOff(draft, id, ({ terminal }) => contacts.has(terminal.slice(2)));
      if (made) return made;
      part.setup.insertedIn = first;
      if (others.length) part.setup.alsoIn = others;
      else delete part.setup.alsoIn;
    },
  } satisfies Handler<'leave-connector'>,
  'remove-connector': {
    title: ({ part }, before) => `${before.parts[part]?.designation ?? part} taken out`,
    apply({ part: id }, draft) {
      const part = draft.parts[id];
      if (part?.data.class !== 'connector')
        return refuse(`There is no connector ${id}.`, `parts.${id}`, 'Pick one from the list.');
      const made = takeOff(draft, id, () => true);
      if (made) return made;
      delete draft.parts[id];
    },
  } satisfies Handler<'remove-connector'>,
  'fit-suppressor': {
    title: ({ part, type }, before) => `${before.parts[part]?.designation ?? part}: ${type} across the coil`,
    apply({ part: id, coil, type }, draft) {
      const part = draft.parts[id];
      const element = part?.elements[coil];
      if (!part || element?.kind !== 'coil')
        return refuse(`There is no coil ${coil} on ${id}.`, `parts.${id}`, 'Pick a part with a coil.');
      part.elements[`suppressor-${coil}`] = { kind: 'suppressor', a: element.a, b: element.b, type };
    },
  } satisfies Handler<'fit-suppressor'>,
  'set-part': {
    title: ({ part, set }, before) => `${before.parts[part]?.designation ?? part}: ${Object.keys(set).join(', ')}`,
    apply({ part: id, set }, draft) {
      const part = draft.parts[id];
      if (!part) return refuse(`There is no part ${id}.`, `parts.${id}`, 'Reload the page.');
      for (const [key, value] of Object.entries(set)) {
        if (value === null) delete (part as Record<string, unknown>)[key];
        else if (value !== undefined) (part as Record<string, unknown>)[key] = value;
      }
    },
  } satisfies Handler<'set-part'>,
  'set-terminal': {
    title: ({ part, terminal, set }, before) =>
      `${before.parts[part]?.designation ?? part}:${before.parts[part]?.terminals[terminal]?.printed ?? terminal}: ${Object.keys(set).join(', ')}`,
    apply({ part: id, terminal, set }, draft) {
      const found = draft.parts[id]?.terminals[terminal];
      if (!found) return refuse(`There is no terminal ${terminal} on ${id}.`, `parts.${id}`, 'Reload the page.');
      for (const [key, value] of Object.entries(set)) {
        if (value === null) delete (found as Record<string, unknown>)[key];
        else if (value !== undefined) (found as Record<string, unknown>)[key] = value;
      }
    },
  } satisfies Handler<'set-terminal'>,
  'set-jumper': {
    title: ({ part, jumper, closed }, before) =>
      `${before.parts[part]?.designation ?? part}: ${jumper} ${closed ? 'closed' : 'open'}`,
    apply({ part: id, jumper, closed }, draft) {
      const element = draft.parts[id]?.elements[jumper];
      if (element?.kind !== 'jumper')
        return refuse(`There is no jumper ${jumper} on ${id}.`, `parts.${id}`, 'Reload the page.');
      element.closed = closed;
    },
  } satisfies Handler<'set-jumper'>,
} satisfies Partial<Record<CommandName, unknown>>;
