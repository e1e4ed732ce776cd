import { clampOf } from '../machine/axisClamp';
import { axesOf, type Design } from '../machine/design';
import type { InputFunction } from '../machine/connections';
import { libraryEntry } from '../machine/library';
import { usual } from '../machine/library/usual';
import { marksOf, type ToolChanger } from '../machine/toolChanger';
import { mayReverse, relayFor } from '../wiring/planner/relays';
import type { Command } from './command';
import { freeOutputId } from './outputs';

/** A piece that a changer has no part for yet, and the command that fits one. */
export interface ChangerFitting {
  /** The field of the changer that it fills. */
  field: 'axis' | 'forward' | 'back' | 'marks' | 'locked' | 'release' | 'open' | 'clamped';
  label: string;
  command: Command;
  /** Nothing is changed without it. */
  needed: boolean;
}

const freeCircuits = (design: Design, fn: InputFunction, count: number): string[] => {
  const ids: string[] = [];
  for (let n = 1; ids.length < count; n++) {
    const id = n === 1 ? fn : `${fn}-${n}`;
    if (!design.circuits[id]) ids.push(id);
  }
  return ids;
};

/** What a changer of this machine still lacks, each with the command that fits it: a motor, a valve, a sensor. */
export function changerFittings(design: Design): ChangerFitting[] {
  const { toolChanger: c } = design;
  if (!c) return [];
  const set = (of: object): Command => ({
    name: 'set-tool-changer',
    args: { changer: { ...c, ...of } as ToolChanger },
  });
  const list: ChangerFitting[] = [];
  const fit = (field: ChangerFitting['field'], label: string, needed: boolean, commands: readonly Command[]) =>
    list.push({ field, label, needed, command: { name: 'several', args: { title: label, commands: [...commands] } } });
  const output = freeOutputId(design, 'switched-load');
  const load = (field: 'forward' | 'release', label: string, library: string) => {
    const entry = libraryEntry(library);
    const relay = entry && relayFor(design, [{ ...entry, designation: '-X0' }]);
    fit(field, label, true, [
      { name: 'add-output', args: { function: 'switched-load', library, ...(relay ? { relay: relay.key } : {}) } },
      set({ [field]: output }),
    ]);
  };
  const sensor = (field: 'locked' | 'open' | 'clamped', label: string, fn: InputFunction) => {
    const [id] = freeCircuits(design, fn, 1);
    fit(field, label, false, [
      { name: 'add-input', args: { function: fn, library: usual.axisSensorOpen } },
      set({ [field]: id }),
    ]);
  };
  if (c.kind === 'indexed') {
    const turns = axesOf(design).find(([, a]) => a.motion === 'rotary');
    if (c.axis === undefined && turns)
      list.push({
        field: 'axis',
        label: `Let ${turns[1].letter} turn the head`,
        needed: true,
        command: set({ axis: turns[0] }),
      });
    if (c.axis !== undefined && c.locked === undefined && clampOf(design, c.axis))
      sensor('locked', 'Add a sensor that sees the head clamped', 'position');
    return list;
  }
  if (c.kind === 'drawbar') {
    if (c.release === undefined) load('release', 'Add a valve that releases the tool', usual.airValve);
    if (c.open === undefined) sensor('open', 'Add a sensor that sees it released', 'position');
    if (c.clamped === undefined)
      sensor('clamped', 'Add a sensor that permits the spindle while the tool is held', 'spindle-permit');
    return list;
  }
  if (c.forward === undefined) load('forward', 'Add a gear motor that turns the head', usual.headMotor);
  else if (c.back === undefined && mayReverse(design, c.forward)) {
    const motor = design.parts[design.outputs[c.forward]!.devices[0]!];
    const relay = motor && relayFor(design, [motor], undefined, undefined, true);
    if (relay)
      fit('back', 'Let the motor turn back into the lock', false, [
        { name: 'add-output', args: { function: 'switched-load', reverses: c.forward, relay: relay.key } },
        set({ back: output }),
      ]);
  }
  const marks = marksOf(c);
  const lacks = marks.filter((m) => m === null).length;
  if (lacks > 0) {
    const ids = freeCircuits(design, 'position', lacks);
    const left = [...ids];
    fit('marks', lacks === 1 ? 'Add the sensor that is missing' : `Add the ${lacks} sensors that are missing`, true, [
      ...ids.map((): Command => ({ name: 'add-input', args: { function: 'position', library: usual.axisSensorOpen } })),
      set({ marks: marks.map((m) => m ?? left.shift()!) }),
    ]);
  }
  if (c.locked === undefined) sensor('locked', 'Add a sensor that sees the head locked', 'position');
  return list;
}
