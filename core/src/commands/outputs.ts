import { libraryEntry } from '../machine/library';
import type { Design } from '../machine/design';
import { nextDesignation } from '../machine/designation';
import type { LibraryEntry } from '../machine/library/entry';
import type { Part } from '../machine/parts';
import { portOf } from '../machine/ports';
import { partFrom } from '../machine/library/entry';
import type { Draft } from 'immer';
import { outputFunctionName, outputName, serviceName } from '../wiring/planner/outputs';
import { changesOver, mayReverse } from '../wiring/planner/relays';
import { clampsAxis, type OutputCircuit } from '../machine/connections';
import { clampOf } from '../machine/axisClamp';
import type { CommandName, Handler } from './command';
import { refuse } from './command';
import { decideFeed } from './feeds';
import { dropUnusedPart, freeId } from './parts';

/** Puts a part from the library, or one of the user's own, on the machine; undefined where the library does not hold it. */
function place(
  draft: Draft<Design>,
  library: string,
  wantedId: string,
  own: LibraryEntry | undefined,
): string | undefined {
  const entry = own ?? libraryEntry(library);
  if (!entry) return undefined;
  const id = freeId(draft as Design, wantedId);
  draft.parts[id] = partFrom(entry, nextDesignation(draft as Design, entry));
  return id;
}

/** The id that the next output of a function gets. */
export function freeOutputId(
  { outputs: all }: Pick<Design, 'outputs'> | Pick<Draft<Design>, 'outputs'>,
  of: OutputCircuit['function'],
): string {
  let id: string = of;
  for (let n = 2; all[id]; n++) id = `${of}-${n}`;
  return id;
}

const unknownOutput = (id: string) =>
  refuse(`There is no output ${id}.`, `outputs.${id}`, 'Pick one from the list of outputs.');
const notInLibrary = (key: string) => refuse(`The library holds no "${key}".`, 'outputs', 'Choose one from the list.');

export const outputs = {
  'add-output': {
    title: ({ function: of, reverses }) =>
      `Output added: ${outputFunctionName(of)}${reverses === undefined ? '' : ', the other way'}`,
    apply({ function: of, library, entry, device, relay, relayEntry, alwaysOn, reverses }, draft) {
      const id = freeOutputId(draft, of);
      const devices: string[] = [];
      if (reverses !== undefined) {
        const forward = draft.outputs[reverses];
        if (!forward) return unknownOutput(reverses);
        const between = relayEntry ?? libraryEntry(relay ?? '');
        if (!mayReverse(draft as Design, reverses) || !between || !changesOver(between))
          return refuse(
            `${outputName(forward as OutputCircuit)[0]!.toUpperCase()}${outputName(forward as OutputCircuit).slice(1)} cannot be turned the other way so.`,
            `outputs.${reverses}`,
            'Pick an output with one load on direct current, and a relay with a contact that changes over.',
          );
        const first = forward.relay === undefined ? undefined : (draft.parts[forward.relay] as Part);
        if (!first || !changesOver(first)) {
          const old = forward.relay;
          forward.relay = place(draft, relay!, `relay-${reverses}`, relayEntry)!;
          if (old) dropUnusedPart(draft, old);
        }
        devices.push(...forward.devices);
      }
      if (device !== undefined) {
        if (!draft.parts[device])
          return refuse(`There is no part ${device}.`, 'outputs', 'Choose one that is on the machine.');
        devices.push(device);
        // What an output switches is fed by that output from now on, whatever fed it before.
        for (const port of ['load', 'mains', 'coil'])
          if (portOf(draft.parts[device] as Part, port) && of === 'switched-load')
            decideFeed(draft, { part: device, port }, undefined);
      }
      if (library !== undefined) {
        const placed = place(draft, library, `output-${id}`, entry);
        if (!placed) return notInLibrary(library);
        devices.push(placed);
      }
      if (!devices.length) return refuse('An output needs something to act on.', 'outputs', 'Choose a part.');
      const between = relay === undefined ? undefined : place(draft, relay, `relay-${id}`, relayEntry);
      if (relay !== undefined && !between) return notInLibrary(relay);
      draft.outputs[id] = {
        function: of,
        devices,
        ...(between ? { relay: between } : {}),
        ...(alwaysOn ? { alwaysOn } : {}),
        ...(reverses === undefined ? {} : { reverses }),
      };
    },
  } satisfies Handler<'add-output'>,
  'remove-output': {
    title: ({ output }, before) =>
      `Output removed: ${before.outputs[output] ? outputName(before.outputs[output]) : output}`,
    apply({ output }, draft) {
      const o = draft.outputs[output];
      if (!o) return unknownOutput(output);
      delete draft.outputs[output];
      // What turned its load the other way goes with it: alone it would be the same output again.
      const back = Object.entries(draft.outputs).find(([, x]) => x.reverses === output);
      if (back) {
        delete draft.outputs[back[0]];
        if (back[1].relay) dropUnusedPart(draft, back[1].relay);
      }
      for (const part of [...o.devices, ...(o.relay ? [o.relay] : [])]) dropUnusedPart(draft, part);
    },
  } satisfies Handler<'remove-output'>,
  'set-output': {
    title: ({ output, relay, relayEntry, terminal, serves, axis }, before) => {
      const o = before.outputs[output];
      const name = o ? outputName(o) : output;
      if (serves !== undefined)
        return `${name}: ${serves === null ? 'serves nothing' : serviceName(serves, axis && before.axes[axis]?.letter)}`;
      if (relay !== undefined)
        return `${name}: ${relay === null ? 'no relay' : ((relayEntry ?? libraryEntry(relay))?.name ?? relay)}`;
      return `${name}: output ${terminal ? terminal.terminal : 'chosen by the planner'}`;
    },
    apply({ output, relay, relayEntry, terminal, serves, axis }, draft) {
      const o = draft.outputs[output];
      if (!o) return unknownOutput(output);
      if (serves !== undefined) delete o.axis;
      if (serves === null) delete o.serves;
      else if (serves) {
        if (o.function !== 'switched-load')
          return refuse(
            `${outputName(o as OutputCircuit)} cannot serve the work.`,
            `outputs.${output}.serves`,
            'Pick an output that switches a load of its own.',
          );
        if (clampsAxis(serves)) {
          if (axis === undefined || !draft.axes[axis])
            return refuse(
              'A clamp holds one axis.',
              `outputs.${output}.axis`,
              `Say which: ${Object.values(draft.axes)
                .map((a) => a.letter)
                .join(', ')}.`,
            );
          const other = clampOf(draft as Design, axis);
          if (other && other.output !== output)
            return refuse(
              `${draft.axes[axis].letter} has its clamp already.`,
              `outputs.${output}.axis`,
              'Take that one away from its output first.',
            );
          o.axis = axis;
        }
        o.serves = serves;
      }
      if (terminal === null) delete o.output;
      else if (terminal) o.output = terminal;
      if (relay === undefined) return;
      const old = o.relay;
      delete o.relay;
      if (relay !== null) {
        const placed = place(draft, relay, `relay-${output}`, relayEntry);
        if (!placed) return notInLibrary(relay);
        o.relay = placed;
      }
      if (old) dropUnusedPart(draft, old);
    },
  } satisfies Handler<'set-output'>,
  'watch-alarms': {
    title: ({ devices }, before) => `Alarm input: ${devices.map((d) => before.parts[d]?.designation ?? d).join(', ')}`,
    apply({ devices }, draft) {
      for (const d of devices) {
        const part = draft.parts[d];
        if (!part || !Object.values(part.elements).some((e) => e.kind === 'contact'))
          return refuse(`${part?.designation ?? d} has no alarm contact.`, 'circuits', 'Pick drives that have one.');
      }
      let id = 'alarm';
      for (let n = 2; draft.circuits[id]; n++) id = `alarm-${n}`;
      const controller = draft.roles.controller ? draft.parts[draft.roles.controller] : undefined;
      const plus = Object.values(controller?.elements ?? {}).some((e) => e.kind === 'isolated-input');
      draft.circuits[id] = { function: 'alarm', devices, arrangement: 'series', feed: plus ? 'plus' : '0V' };
    },
  } satisfies Handler<'watch-alarms'>,
} satisfies Partial<Record<CommandName, unknown>>;
