import type { Draft } from 'immer';
import type { Design } from '../machine/design';
import { nextDesignation } from '../machine/designation';
import { libraryEntry } from '../machine/library';
import { partFrom } from '../machine/library/entry';
import { pendantCircuits } from '../machine/pendant';
import { poleCount, type Part } from '../machine/parts';
import { partsOfRails } from '../machine/rails';
import { partIdFor, partInSlot, putInSlot, slotName, slotPath } from '../machine/slots';
import { isMade } from '../wiring/planner/replan';
import type { Handler } from './command';
import { refuse } from './command';
import { putSheet } from './nameSheet';

const onRails = ({ rails }: Design, id: string): number => partsOfRails(rails).filter(([, p]) => p === id).length;

/** How many drives, roles and places of the rails a part serves. */
const timesUsed = (design: Design, id: string): number =>
  Object.values(design.roles).filter((r) => r === id).length +
  onRails(design, id) +
  Object.values(design.axes).reduce((n, a) => n + a.drives.filter((d) => d.motor === id || d.driver === id).length, 0);

export const usedIn = (design: Design, id: string): boolean =>
  Object.values(design.roles).includes(id) ||
  onRails(design, id) > 0 ||
  Object.values(design.axes).some((a) => a.drives.some((d) => d.motor === id || d.driver === id)) ||
  Object.values(design.circuits).some((c) => c.devices.includes(id)) ||
  Object.values(design.outputs).some((o) => o.devices.includes(id) || o.relay === id);

/** What a motor or drive did for an output or an alarm ends with it: nothing of the machine turns by it any more. */
function release(draft: Draft<Design>, id: string): void {
  const cls = draft.parts[id]?.data.class;
  if (!cls || !['motor', 'stepper-driver', 'servo-drive', 'spindle-drive'].includes(cls)) return;
  if (timesUsed(draft as Design, id)) return;
  for (const [key, o] of Object.entries(draft.outputs)) {
    o.devices = o.devices.filter((d) => d !== id);
    if (o.devices.length) continue;
    delete draft.outputs[key];
    if (o.relay) dropUnusedPart(draft, o.relay);
  }
  for (const [key, c] of Object.entries(draft.circuits)) {
    if (!c.devices.includes(id)) continue;
    c.devices = c.devices.filter((d) => d !== id);
    if (!c.devices.length) delete draft.circuits[key];
  }
}

/** Cables of the planner in which no conductor is left go, with what their screens landed on. */
function dropEmptyCables(draft: Draft<Design>, names: ReadonlySet<string>): void {
  for (const [id, part] of Object.entries(draft.parts)) {
    if (part.data.class !== 'cable' || !names.has(part.name) || !id.startsWith('cable-')) continue;
    const all = Object.entries(draft.conductors);
    const screens = all.filter(([, c]) => c.from.part === id || c.to.part === id);
    if (all.some(([, c]) => c.cable === part.name) || screens.some(([, c]) => isMade(c))) continue;
    for (const [conductor] of screens) delete draft.conductors[conductor];
    delete draft.parts[id];
  }
}

/**
 * Takes a part out when nothing uses it any more. Its planned conductors go with it; where one is already cut or
 * connected, the part stays as it is on the bench, and a finding says so.
 */
export function dropUnusedPart(draft: Draft<Design>, id: string): void {
  const design = draft as Design;
  release(draft, id);
  if (!design.parts[id] || usedIn(design, id)) return;
  const touching = Object.entries(design.conductors).filter(([, c]) => c.from.part === id || c.to.part === id);
  if (touching.some(([, c]) => isMade(c))) return;
  for (const [conductor] of touching) delete draft.conductors[conductor];
  dropEmptyCables(draft, new Set(touching.flatMap(([, c]) => c.cable ?? [])));
  for (const circuit of Object.values(draft.circuits)) if (circuit.input?.part === id) delete circuit.input;
  putSheet(draft, id, undefined);
  if (draft.dailyChecks) draft.dailyChecks = draft.dailyChecks.filter((d) => d !== id);
  for (const o of Object.values(draft.outputs)) if (o.output?.part === id) delete o.output;
  delete draft.parts[id];
}

/** The set-up of the part that was here before, but for what the new one cannot have: a form of command, groups of its poles. */
function setupFor(part: Part, before: Part['setup']): Part['setup'] {
  // What was measured of a spindle goes with it.
  const { commandFormat, poleGroups, turningInertia: _i, idlePower: _p, halfSpeedTime: _t, ...rest } = before;
  const { data, setup } = part;
  const taken = commandFormat && (!('commandFormats' in data) || data.commandFormats.includes(commandFormat));
  const grouped = poleGroups && poleGroups.reduce((sum, n) => sum + n, 0) === poleCount(part);
  return { ...setup, ...rest, ...(taken ? { commandFormat } : {}), ...(grouped ? { poleGroups } : {}) };
}

export const choosePart: Handler<'choose-part'> = {
  title({ slot, library, entry }, before) {
    const comes = library ? (entry ?? libraryEntry(library)) : undefined;
    return `${slotName(slot, before, comes)}: ${comes?.name ?? 'none'}`;
  },
  apply({ slot, library, entry: own }, draft) {
    const drive = 'axis' in slot ? draft.axes[slot.axis]?.drives[slot.drive] : undefined;
    if ('axis' in slot && !drive)
      return refuse('This drive is not on the machine.', `axes.${slot.axis}`, 'Pick an axis on the drawing.');
    const path = slotPath(slot, draft as Design);
    const old = partInSlot(slot, draft as Design);
    if (library === null) {
      putInSlot(slot, draft, undefined);
      if (old) dropPendant(draft, old);
      if (old) dropUnusedPart(draft, old);
      return;
    }
    const entry = own ?? libraryEntry(library);
    if (!entry) return refuse(`The library holds no "${library}".`, path, 'Choose one from the list.');
    const previous = old ? draft.parts[old] : undefined;
    // A swapped part keeps its id and designation, so that conductors with the same terminals stay whole.
    // One that serves another motor too stays there: this slot gets its own.
    const shared = old !== undefined && timesUsed(draft as Design, old) > 1;
    const id = old !== undefined && !shared ? old : freeId(draft as Design, partIdFor(slot, entry));
    const part = partFrom(
      entry,
      (shared ? undefined : previous?.designation) ?? nextDesignation(draft as Design, entry),
    );
    const keep = previous && previous.data.class === entry.data.class ? previous.setup : {};
    for (const c of Object.values(draft.conductors)) {
      const gone = (end: { part: string; terminal: string }) => end.part === id && !part.terminals[end.terminal];
      if (isMade(c) && (gone(c.from) || gone(c.to)))
        return refuse(
          `Conductor ${c.number} is ${c.state} to a terminal that ${entry.name} does not have.`,
          path,
          'Set that conductor back to planned, or remove it, then swap the part.',
        );
    }
    draft.parts[id] = { ...part, setup: setupFor(part, keep) };
    for (const [cid, c] of Object.entries(draft.conductors))
      for (const end of [c.from, c.to])
        if (end.part === id && !part.terminals[end.terminal]) delete draft.conductors[cid];
    for (const circuit of Object.values(draft.circuits))
      if (circuit.input?.part === id && !part.terminals[circuit.input.terminal]) delete circuit.input;
    for (const o of Object.values(draft.outputs))
      if (o.output?.part === id && !part.terminals[o.output.terminal]) delete o.output;
    // An alarm input over a drive that has no such contact any more watches nothing.
    for (const [key, c] of Object.entries(draft.circuits))
      if (
        c.function === 'alarm' &&
        c.devices.includes(id) &&
        !Object.values(part.elements).some((e) => e.kind === 'contact')
      ) {
        c.devices = c.devices.filter((d) => d !== id);
        if (!c.devices.length) delete draft.circuits[key];
      }
    putInSlot(slot, draft, id);
    if (entry.data.class === 'pendant') {
      dropPendant(draft, id);
      Object.assign(draft.circuits, pendantCircuits(draft as Design, id, part));
    }
  },
};

/** What a pendant did at the inputs ends with it. */
function dropPendant(draft: Draft<Design>, id: string): void {
  if (draft.parts[id]?.data.class !== 'pendant') return;
  for (const [key, c] of Object.entries(draft.circuits)) {
    if (!c.devices.includes(id)) continue;
    delete draft.circuits[key];
    for (const o of Object.keys(draft.overrides)) if (o.startsWith(`input/${key}/`)) delete draft.overrides[o];
  }
}

export function freeId(design: Design, wanted: string): string {
  if (!design.parts[wanted]) return wanted;
  let n = 2;
  while (design.parts[`${wanted}-${n}`]) n++;
  return `${wanted}-${n}`;
}
