import { current } from 'immer';
import { planConductors } from '../wiring/planner/plan';
import { lengthsOf } from '../wiring/planner/replan';
import type { Design } from '../machine/design';
import { baseValue } from '../units/quantity';
import { printNumber } from '../units/print';
import { MOST_DUCTS, OUTSIDE, type Enclosure } from '../machine/enclosure';
import type { CommandName, Handler } from './command';
import { refuse } from './command';

const words: Record<keyof Enclosure, string> = {
  name: 'name',
  width: 'width',
  height: 'height',
  depth: 'depth',
  placement: 'how it is placed',
  air: 'how air gets through',
  openArea: 'opening of a grille',
  flow: 'flow of its fan',
  filter: 'filter mat',
  inlet: 'where air comes in',
  outlet: 'where air gets out',
  fanAt: 'where its fan sits',
  fanBlows: 'which way its fan blows',
  measuredSurface: 'how it cools, as measured',
  places: 'what is on its plate',
  ducts: 'its ducts',
  cablesEnter: 'where cables come in',
  front: 'what is on its front',
  door: 'its door or lid',
};
/** What its figures can be, in base units. */
const sizes: Partial<Record<keyof Enclosure, readonly [least: number, most: number, unit: string]>> = {
  width: [50, 4000, 'mm'],
  height: [50, 4000, 'mm'],
  depth: [30, 2000, 'mm'],
  openArea: [10, 1_000_000, 'mm²'],
  flow: [1, 5000, 'm³/h'],
  measuredSurface: [1000, 1e9, 'mm²'],
};
/** What makes a box neither warmer nor colder. */
const coolsAlike: readonly string[] = ['name', 'places', 'ducts', 'front', 'door', 'cablesEnter'];
/** A key that every object has is none of a table. */
const own = <T>(table: Record<string, T> | undefined, id: string): T | undefined =>
  table && Object.hasOwn(table, id) ? table[id] : undefined;
const unknown = (id: string) => refuse(`There is no enclosure "${id}".`, 'enclosures', 'Pick one of this machine.');

const shares = [
  ['motion', 'Axes move'],
  ['spindle', 'Spindle works at'],
] as const;

/** Edits of what the cabinet is worked out from. */
export const cabinet = {
  'set-duty': {
    title: (args) =>
      shares
        .flatMap(([key, label]) => {
          const share = args[key];
          if (share === undefined) return [];
          return [`${label}: ${share === null ? 'as usual' : `${printNumber(100 * baseValue(share), 3)} %`}`];
        })
        .join(', '),
    apply(args, draft) {
      for (const [key, label] of shares) {
        const share = args[key];
        if (share === undefined) continue;
        const value = share === null ? 0 : baseValue(share);
        if (!(value >= 0 && value <= 1))
          return refuse(`${label} ${printNumber(100 * value, 3)} %.`, `duty.${key}`, 'Enter 0 to 100 %.');
        const duty = (draft.duty ??= {});
        if (share === null) delete duty[key];
        else duty[key] = share;
      }
      if (draft.duty && !Object.keys(draft.duty).length) delete draft.duty;
    },
  } satisfies Handler<'set-duty'>,
  'add-enclosure': {
    title: ({ name }) => `${name} added`,
    apply({ name }, draft) {
      const all = (draft.enclosures ??= {});
      let n = Object.keys(all).length + 1;
      while (all[`box-${n}`]) n++;
      all[`box-${n}`] = { name, placement: 'at-wall', air: 'closed' };
    },
  } satisfies Handler<'add-enclosure'>,
  'set-enclosure': {
    title: ({ enclosure, set }, before) =>
      `${before.enclosures?.[enclosure]?.name ?? enclosure}: ${Object.keys(set)
        .map((k) => words[k as keyof Enclosure])
        .join(', ')}`,
    apply({ enclosure, set }, draft) {
      const box = own(draft.enclosures, enclosure);
      if (!box) return unknown(enclosure);
      // What was measured was measured on the box as it was.
      if (Object.keys(set).some((key) => !coolsAlike.includes(key))) delete box.measuredSurface;
      for (const [key, value] of Object.entries(set) as [keyof Enclosure, unknown][]) {
        const bounds = sizes[key];
        const figure = bounds && value ? baseValue(value as never) : undefined;
        if (bounds && figure !== undefined && !(figure >= bounds[0] && figure <= bounds[1]))
          return refuse(
            `${words[key]} of ${box.name} cannot be right.`,
            `enclosures.${enclosure}.${key}`,
            `Enter ${bounds[0]} to ${bounds[1]} ${bounds[2]}.`,
          );
        if (value === null) delete box[key];
        else Object.assign(box, { [key]: value });
      }
    },
  } satisfies Handler<'set-enclosure'>,
  'place-parts': {
    title: ({ enclosure, places, on, ducts = {} }, before) => {
      const ids = Object.keys(places);
      const box = before.enclosures?.[enclosure]?.name ?? enclosure;
      const where = on ?? 'plate';
      if (!ids.length) {
        const [id, to] = Object.entries(ducts)[0] ?? [];
        return `Duct ${id} ${to ? 'set' : 'taken off'} on the ${where} of ${box}`;
      }
      return ids.length === 1
        ? `${before.parts[ids[0]!]?.designation ?? ids[0]} moved on the ${where} of ${box}`
        : `${ids.length} parts placed on the ${where} of ${box}`;
    },
    apply({ enclosure, places, on, ducts = {} }, draft) {
      const box = own(draft.enclosures, enclosure);
      if (!box) return unknown(enclosure);
      const key = on ?? 'places';
      const all = (box[key] ??= {});
      for (const [part, place] of Object.entries(places)) {
        if (!own(draft.parts, part))
          return refuse(`There is no part "${part}".`, `parts.${part}`, 'Pick one of this machine.');
        if (place === null) delete all[part];
        else all[part] = place;
      }
      // What went from the machine goes from the plate.
      for (const part of Object.keys(all)) if (!draft.parts[part]) delete all[part];
      if (!Object.keys(all).length) delete box[key];
      const laid = (box.ducts ??= {});
      for (const [id, duct] of Object.entries(ducts))
        if (duct === null) delete laid[id];
        else laid[id] = duct;
      if (Object.keys(laid).length > MOST_DUCTS)
        return refuse(
          `${Object.keys(laid).length} ducts on the plate of ${box.name}.`,
          `enclosures.${enclosure}.ducts`,
          `A plate takes at most ${MOST_DUCTS}.`,
        );
      if (!Object.keys(laid).length) delete box.ducts;
    },
  } satisfies Handler<'place-parts'>,
  'take-lengths': {
    title: () => 'Lengths of conductors as on the plates',
    apply(_args, draft) {
      const design = current(draft) as Design;
      for (const [id, length] of lengthsOf(design.conductors, planConductors(design)))
        draft.conductors[id]!.length = length;
    },
  } satisfies Handler<'take-lengths'>,
  'remove-enclosure': {
    title: ({ enclosure }, before) => `${before.enclosures?.[enclosure]?.name ?? enclosure} removed`,
    apply({ enclosure }, draft) {
      if (!own(draft.enclosures, enclosure)) return unknown(enclosure);
      delete draft.enclosures![enclosure];
      if (!Object.keys(draft.enclosures!).length) delete draft.enclosures;
      for (const part of Object.values(draft.parts)) if (part.setup.sitsIn === enclosure) delete part.setup.sitsIn;
    },
  } satisfies Handler<'remove-enclosure'>,
  'sit-part': {
    title: ({ part, in: where }, before) =>
      `${before.parts[part]?.designation ?? part} sits ${where === null ? 'where it usually does' : where === OUTSIDE ? 'outside' : `in ${before.enclosures?.[where]?.name ?? where}`}`,
    apply({ part: id, in: where }, draft) {
      const part = own(draft.parts, id);
      if (!part) return refuse(`There is no part "${id}".`, `parts.${id}`, 'Pick one of this machine.');
      if (where !== null && where !== OUTSIDE && !own(draft.enclosures, where)) return unknown(where);
      if (where === null) delete part.setup.sitsIn;
      else part.setup.sitsIn = where;
    },
  } satisfies Handler<'sit-part'>,
  'set-warmest-room': {
    title: ({ temperature }) =>
      `Warmest room: ${temperature ? `${printNumber(baseValue(temperature), 3)} °C` : 'as usual'}`,
    apply({ temperature }, draft) {
      if (temperature === null) delete draft.warmestRoom;
      else {
        const c = baseValue(temperature);
        if (!(c >= -20 && c <= 60))
          return refuse(`${printNumber(c, 3)} °C is no room to work in.`, 'warmestRoom', 'Enter −20 to 60 °C.');
        draft.warmestRoom = temperature;
      }
    },
  } satisfies Handler<'set-warmest-room'>,
} satisfies Partial<Record<CommandName, unknown>>;
