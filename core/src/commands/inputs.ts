import type { Draft } from 'immer';
import { permits, type InputCircuit } from '../machine/connections';
import type { Design } from '../machine/design';
import { nextDesignation } from '../machine/designation';
import { circuitName } from '../machine/fields';
import { libraryEntry } from '../machine/library';
import { partFrom } from '../machine/library/entry';
import type { Part } from '../machine/parts';
import { hasContact, hasSensorOutput } from '../machine/parts';
import { feedsOf, inputTerminals } from '../wiring/planner/inputs';
import type { CommandName, Handler, NewInput } from './command';
import { refuse } from './command';
import { isMade } from '../wiring/planner/replan';
import { dropUnusedPart, freeId } from './parts';

/** `reference-x`, `limit-y-plus`, `reference-y-right`, `stop`: words that derive from the role. */
function circuitId(design: Design, args: NewInput): string {
  const words: string[] = [args.function];
  if (args.mount) {
    const axis = design.axes[args.mount.axis];
    words.push(args.mount.axis);
    if (args.function === 'limit') words.push(args.mount.end);
    if (args.mount.drive !== undefined && axis && axis.drives.length > 1)
      words.push(axis.drives[args.mount.drive]!.side);
  }
  if (args.hand?.axis) words.push(args.hand.axis);
  if (args.hand?.direction) words.push(args.hand.direction);
  const wanted = words.join('-');
  let id = wanted;
  for (let n = 2; design.circuits[id]; n++) id = `${wanted}-${n}`;
  return id;
}

/** The name that a new input will have. */
function titleOf(design: Design, args: NewInput): string {
  const moved = args.hand?.axis ? `${design.axes[args.hand.axis]?.letter ?? args.hand.axis} ` : '';
  const letter = args.mount ? `${design.axes[args.mount.axis]?.letter ?? args.mount.axis} ${args.mount.end} ` : '';
  return `${letter}${moved}${args.function.replaceAll('-', ' ')}`;
}

/** The feed that suits a device on this machine's inputs: sensors by their output, contacts by what the inputs allow. */
function feedFor(design: Design, part: Part): InputCircuit['feed'] {
  if (part.data.class === 'sensor' && hasSensorOutput(part)) return part.data.output === 'NPN' ? '0V' : 'plus';
  const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
  const first = inputTerminals(controller)[0];
  const feeds: InputCircuit['feed'][] = controller && first ? feedsOf(controller, first) : ['0V'];
  // Where both are possible, the fused + side is preferred: a wire chafed to the frame then shows.
  return feeds.includes('plus') ? 'plus' : '0V';
}

const arrangementFor = (part: Part): InputCircuit['arrangement'] => {
  const form = part.data.class === 'sensor' ? part.data.form : part.setup.contactUsed;
  return !hasSensorOutput(part) && form === 'NC' ? 'series' : 'parallel';
};

/** Takes a circuit out, and its devices where no other circuit uses them. */
export function removeInput(draft: Draft<Design>, id: string): void {
  const devices = draft.circuits[id]?.devices ?? [];
  delete draft.circuits[id];
  for (const key of Object.keys(draft.overrides)) if (key.startsWith(`input/${id}/`)) delete draft.overrides[key];
  for (const d of devices) dropUnusedPart(draft, d);
}

const unknownCircuit = (id: string) =>
  refuse(`There is no input circuit ${id}.`, `circuits.${id}`, 'Pick one from the list of inputs.');

export const inputs = {
  'add-input': {
    title: (args, before) => `Input added: ${titleOf(before, args)}`,
    apply(args, draft) {
      const entry = args.entry ?? libraryEntry(args.library);
      if (!entry) return refuse(`The library holds no "${args.library}".`, 'circuits', 'Choose one from the list.');
      if (args.mount && !draft.axes[args.mount.axis])
        return refuse(`There is no axis ${args.mount.axis}.`, 'circuits', 'Pick one of the axes on the drawing.');
      if (args.hand?.axis && !draft.axes[args.hand.axis])
        return refuse(`There is no axis ${args.hand.axis}.`, 'circuits', 'Pick one of the axes.');
      const design = draft as Design;
      const id = circuitId(design, args);
      const partId = freeId(design, `device-${id}`);
      const part = partFrom(entry, nextDesignation(design, entry), entry.name);
      // What allows something closes for it: a wire that comes off then forbids.
      if (permits(args.function) && part.setup.contactUsed && hasContact(part, 'NO')) part.setup.contactUsed = 'NO';
      draft.parts[partId] = { ...part, ...(args.mount ? { mount: args.mount } : {}) };
      draft.circuits[id] = {
        function: args.function,
        devices: [partId],
        arrangement: arrangementFor(part),
        feed: feedFor(design, part),
        ...args.hand,
      };
    },
  } satisfies Handler<'add-input'>,
  'remove-input': {
    title: ({ circuit }, before) => `Input removed: ${circuitName(before, circuit)}`,
    apply({ circuit }, draft) {
      if (!draft.circuits[circuit]) return unknownCircuit(circuit);
      removeInput(draft, circuit);
    },
  } satisfies Handler<'remove-input'>,
  'exchange-device': {
    title: ({ part, library, entry }, before) =>
      `${before.parts[part]?.designation ?? part}: now ${(entry ?? libraryEntry(library))?.name ?? library}`,
    apply({ part: id, library, entry: own }, draft) {
      const old = draft.parts[id];
      const entry = own ?? libraryEntry(library);
      if (!old) return refuse(`There is no part ${id}.`, `parts.${id}`, 'Pick one from the list of inputs.');
      if (!entry) return refuse(`The library holds no "${library}".`, `parts.${id}`, 'Choose one from the list.');
      const made = Object.values(draft.conductors).find(
        (c) => isMade(c) && [c.from, c.to].some((t) => t.part === id && !entry.terminals[t.terminal]),
      );
      if (made)
        return refuse(
          `Conductor ${made.number} is ${made.state} to a terminal that ${entry.name} does not have.`,
          `parts.${id}`,
          'Set that conductor back to planned, or remove it, then exchange the device.',
        );
      const same = old.data.class === entry.data.class;
      const designation = same ? old.designation : nextDesignation(draft as Design, entry);
      draft.parts[id] = {
        ...partFrom(entry, designation),
        ...(old.mount ? { mount: old.mount } : {}),
        ...(old.notes ? { notes: old.notes } : {}),
        ...(old.photos ? { photos: old.photos } : {}),
      };
      for (const [cid, c] of Object.entries(draft.conductors))
        if ([c.from, c.to].some((t) => t.part === id && !entry.terminals[t.terminal])) delete draft.conductors[cid];
      for (const circuit of Object.values(draft.circuits))
        if (circuit.devices.includes(id) && circuit.devices.length === 1) {
          circuit.feed = feedFor(draft as Design, draft.parts[id] as Part);
          circuit.arrangement = arrangementFor(draft.parts[id] as Part);
        }
    },
  } satisfies Handler<'exchange-device'>,
  'join-inputs': {
    title: ({ into, from }, before) => `${circuitName(before, from)} shares the input of ${circuitName(before, into)}`,
    apply({ into, from }, draft) {
      const target = draft.circuits[into];
      const source = draft.circuits[from];
      if (!target || !source || into === from) return unknownCircuit(from);
      const merged = target.function === source.function ? target.function : 'limit-and-reference';
      if (target.function !== source.function && [target, source].some((c) => !/limit|reference/.test(c.function)))
        return refuse(
          `${circuitName(draft as Design, from)} and ${circuitName(draft as Design, into)} do different work and cannot share an input.`,
          `circuits.${from}`,
          'Only limits and references can share one.',
        );
      target.devices.push(...source.devices);
      target.function = merged;
      delete draft.circuits[from];
      for (const key of Object.keys(draft.overrides)) if (key.startsWith(`input/${from}/`)) delete draft.overrides[key];
    },
  } satisfies Handler<'join-inputs'>,
  'split-input': {
    title: ({ circuit }, before) => `${circuitName(before, circuit)}: an input for each switch`,
    apply({ circuit: id }, draft) {
      const circuit = draft.circuits[id];
      if (!circuit) return unknownCircuit(id);
      const [, ...others] = circuit.devices;
      circuit.devices = circuit.devices.slice(0, 1);
      for (const device of others) {
        const mount = draft.parts[device]?.mount;
        const own = circuitId(draft as Design, {
          function: circuit.function,
          library: '',
          ...(mount ? { mount } : {}),
        });
        const { input: _shared, ...rest } = circuit;
        draft.circuits[own] = { ...rest, devices: [device] };
      }
    },
  } satisfies Handler<'split-input'>,
  'set-daily-checks': {
    title: ({ devices }, before) =>
      devices.length
        ? `Tried by hand at every power-on: ${devices.map((d) => before.parts[d]?.designation ?? d).join(', ')}`
        : 'Nothing is tried by hand at power-on',
    apply({ devices }, draft) {
      if (devices.length) draft.dailyChecks = [...new Set(devices)];
      else delete draft.dailyChecks;
    },
  } satisfies Handler<'set-daily-checks'>,
  'set-input-terminal': {
    title: ({ circuit, input }, before) => {
      const terminal = input && before.parts[input.part]?.terminals[input.terminal];
      return `${circuitName(before, circuit)}: input ${terminal ? terminal.printed : 'chosen by the planner'}`;
    },
    apply({ circuit: id, input }, draft) {
      const circuit = draft.circuits[id];
      if (!circuit) return unknownCircuit(id);
      if (input) circuit.input = input;
      else delete circuit.input;
    },
  } satisfies Handler<'set-input-terminal'>,
} satisfies Partial<Record<CommandName, unknown>>;
