import type { OutputFunction } from '../machine/connections';
import type { Design } from '../machine/design';
import type { LibraryEntry } from '../machine/library/entry';
import { libraryOf } from '../machine/library/index';
import type { Part, PartClass, TerminalRole } from '../machine/parts';
import { figureOr } from '../units/derived';
import {
  changesOver,
  coilSuits,
  contactFault,
  contactNeed,
  mayReverse,
  relayFor,
  reversalOf,
  switchedBy,
} from '../wiring/planner/relays';
import { loadAmps, loadVolts } from '../machine/loads';
import { usual } from '../machine/library/usual';

/**
 * Relays and contactors for an output: their coil suits the outputs of the controller, their contact carries the loads. The one that is
 * chosen stays in the list, whatever is to be said of it.
 */
export const relaysFor = (
  design: Design,
  id: string,
  entries: readonly LibraryEntry[] = [...libraryOf('relay'), ...libraryOf('contactor')],
): LibraryEntry[] => {
  const output = design.outputs[id];
  const bothWays = reversalOf(design, id) !== undefined;
  return entries.filter(({ key, data, terminals }) => {
    if (!output) return false;
    if (output.relay && design.parts[output.relay]?.libraryKey === key) return true;
    if (data.class !== 'relay' && data.class !== 'contactor') return false;
    if (bothWays && !changesOver({ data, terminals })) return false;
    const { volts } = switchedBy(design, output.output?.part);
    if (volts !== undefined && !coilSuits(figureOr(data.coilVoltage, 24), volts)) return false;
    return output.devices.every((d) => {
      const part = design.parts[d];
      return !part || !contactFault(data, contactNeed(design, part));
    });
  });
};

/** Something that can be put on an output: from the library, or on the machine already. */
export interface OutputAddition {
  key: string;
  text: string;
  of: OutputFunction;
  library?: string;
  /** The part itself, where it is one of the user's own. */
  entry?: LibraryEntry;
  device?: string;
  relay?: string;
  alwaysOn?: boolean;
  /** The output whose load it turns the other way. */
  reverses?: string;
}

/** What an own load is switched as. */
const functionOf: Partial<Record<PartClass, OutputFunction>> = {
  lamp: 'lamp',
  fan: 'fan',
  valve: 'coolant',
  brake: 'brake',
};

const has = (part: Part | undefined, ...roles: TerminalRole[]): boolean =>
  Object.values(part?.terminals ?? {}).some((t) => roles.includes(t.role));

/** Loads that a control switches each by itself. */
const switchedClasses: readonly PartClass[] = [
  'heater',
  'laser',
  'gear-motor',
  'pump',
  'vacuum',
  'fan',
  'lamp',
  'valve',
];

/** Whether the outputs of the controller carry a load by themselves. */
function carriedByOutput(design: Design, load: Part): boolean {
  const volts = loadVolts(load);
  const gives = switchedBy(design);
  return (
    !has(load, 'mains-l') &&
    volts !== undefined &&
    gives.volts !== undefined &&
    coilSuits(volts, gives.volts) &&
    loadAmps(load) <= (gives.amps ?? 0)
  );
}

/** What can still be put on an output of this machine: brakes of its motors, its spindle, coolant, and loads of all kinds. */
export function outputAdditions(design: Design, own: readonly LibraryEntry[] = []): OutputAddition[] {
  const taken = new Set(Object.values(design.outputs).map((o) => `${o.function}/${o.devices.join()}`));
  /** A relay between the output and its load, where the library has one that suits both. */
  const through = (load: Part): { relay?: string } => {
    const relay = relayFor(design, [load]);
    return relay ? { relay: relay.key } : {};
  };
  const list: OutputAddition[] = [];
  for (const [id, p] of Object.entries(design.parts))
    if (p.data.class === 'motor' && p.data.brake)
      list.push({ key: `brake/${id}`, text: `Brake of ${p.designation}`, of: 'brake', device: id, ...through(p) });
  const { spindle, spindleDrive: drive } = design.roles;
  if (drive) {
    const part = design.parts[drive];
    const on = (of: OutputFunction, text: string) => list.push({ key: `${of}/${drive}`, text, of, device: drive });
    if (has(part, 'run-in')) on('spindle-run', 'Spindle run');
    if (has(part, 'reverse-in')) on('spindle-direction', 'Spindle direction');
    if (has(part, 'analogue-in', 'pulse-width-in')) on('spindle-speed', 'Spindle speed');
  } else if (spindle && has(design.parts[spindle], 'mains-l'))
    list.push({
      key: `spindle-run/${spindle}`,
      text: 'Spindle on and off, by a power relay',
      of: 'spindle-run',
      device: spindle,
      ...through(design.parts[spindle]!),
    });
  list.push(
    { key: 'coolant', text: 'Coolant valve', of: 'coolant', library: usual.coolantValve },
    { key: 'lamp', text: 'Signal lamp', of: 'lamp', library: usual.signalLamp },
    { key: 'fan', text: 'Cabinet fan, always on', of: 'fan', library: usual.cabinetFan, alwaysOn: true },
  );
  for (const [id, o] of Object.entries(design.outputs)) {
    const load = design.parts[o.devices[0] ?? ''];
    const relay = load?.data.class === 'gear-motor' ? relayFor(design, [load], undefined, undefined, true) : undefined;
    if (load && relay && mayReverse(design, id))
      list.push({
        key: `reverse/${id}`,
        text: `${load.designation} ${load.name}, the other way`,
        of: o.function,
        reverses: id,
        relay: relay.key,
      });
  }
  const pump = libraryOf('pump').find((e) => e.key === usual.spindlePump);
  if (spindle && pump) {
    const load = { ...pump, designation: '-X0' };
    list.push({
      key: 'spindle-cooling',
      text: 'Pump that cools the spindle',
      of: 'spindle-cooling',
      library: pump.key,
      ...(carriedByOutput(design, load) ? {} : through(load)),
    });
  }
  const onOutput = new Set(Object.values(design.outputs).flatMap((o) => o.devices));
  for (const [id, part] of Object.entries(design.parts))
    if (spindle && ['pump', 'fan'].includes(part.data.class) && !onOutput.has(id))
      list.push({
        key: `cooling/${id}`,
        text: `${part.designation} ${part.name}, which cools the spindle`,
        of: 'spindle-cooling',
        device: id,
        ...(carriedByOutput(design, part) ? {} : through(part)),
      });
  for (const [id, part] of Object.entries(design.parts))
    if (switchedClasses.includes(part.data.class) && !onOutput.has(id) && id !== spindle)
      list.push({
        key: `load/${id}`,
        text: `${part.designation} ${part.name}`,
        of: 'switched-load',
        device: id,
        ...(carriedByOutput(design, part) ? {} : through(part)),
      });
  for (const entry of [...libraryOf('heater', 'laser', 'gear-motor', 'pump', 'vacuum', 'valve'), ...own]) {
    const ours = own.includes(entry);
    const of = functionOf[entry.data.class];
    if (!of && switchedClasses.includes(entry.data.class)) {
      const load = { ...entry, designation: '-X0' };
      list.push({
        key: `load/${entry.key}`,
        text: ours ? `${entry.name} (own)` : entry.name,
        of: 'switched-load',
        library: entry.key,
        ...(ours ? { entry } : {}),
        ...(carriedByOutput(design, load) ? {} : through(load)),
      });
    }
    if (!of || !ours) continue;
    const { key } = entry;
    const load = { ...entry, designation: '-X0' };
    const mains = has(load, 'mains-l');
    list.push({
      key: `own/${key}`,
      text: `${entry.name} (own)`,
      of,
      library: key,
      entry,
      ...(mains ? through(load) : {}),
    });
    if (!mains)
      list.push({
        key: `own-on/${key}`,
        text: `${entry.name} (own), always on`,
        of,
        library: key,
        entry,
        alwaysOn: true,
      });
  }
  return list.filter((a) => !taken.has(a.key));
}

/** Drives that can say that they gave up, and whether an input listens to each. */
export const alarmsOf = (design: Design): { id: string; designation: string; heard: boolean }[] =>
  Object.entries(design.parts)
    .filter(([, p]) => has(p, 'alarm-plus'))
    .map(([id, p]) => ({
      id,
      designation: p.designation,
      heard: Object.values(design.circuits).some((c) => c.devices.includes(id)),
    }));
