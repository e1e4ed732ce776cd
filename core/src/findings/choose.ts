import type { Command } from '../commands/command';
import { busVoltsOf } from '../drivetrain/bus';
import { suitsDrive } from '../drivetrain/motorDriver';
import { startingPeakA } from '../drivetrain/motorCurrent';
import type { Design } from '../machine/design';
import type { LibraryEntry } from '../machine/library/entry';
import { libraryEntry, libraryOf } from '../machine/library/index';
import type { Part } from '../machine/parts';
import { isDriver, isPlugIn, socketsOf } from '../machine/parts';
import { slotOf, slotPath } from '../machine/slots';
import { figureOr, positive } from '../units/derived';
import { inputTerminals } from '../wiring/planner/inputs';
import { drivesOf } from '../wiring/planner/plannedDrives';
import { relayFor, reversalOf } from '../wiring/planner/relays';
import type { Remedy } from './finding';
import { replanned } from './replanned';

/** Parts of the library that remedies offer: chosen by what the axis needs, or none. */

type Motor = Extract<Part['data'], { class: 'motor' }>;
const motorOf = (data: Part['data']): Motor | undefined => (data.class === 'motor' ? data : undefined);
const torqueOf = (m: Motor): number => figureOr(m.type === 'servo' ? m.ratedTorque : m.holdingTorque, 0);
/** Side of the flange, mm; undefined where neither the part nor the library entry that it was taken from tells. */
const frameOf = (part: Pick<Part, 'data'> & { libraryKey?: string }): number | undefined => {
  const own = positive(motorOf(part.data)?.frame, '');
  if (own.known) return own.value;
  const entry = part.libraryKey ? libraryEntry(part.libraryKey)?.data : undefined;
  const listed = positive(entry?.class === 'motor' ? entry.frame : undefined, '');
  return listed.known ? listed.value : undefined;
};

/**
 * The library's motor with a brake for the place of another one: its flange fits where both are known, its driver runs it
 * and gives its current, and it has at least the torque of the old one. The smallest such one; undefined where there is none.
 */
export function motorWithBrake(motor: Part, driver: Part | undefined): LibraryEntry | undefined {
  const old = motorOf(motor.data);
  if (!old || !driver || !isDriver(driver.data)) return undefined;
  const most = figureOr(driver.data.currentMax, Infinity);
  const frame = frameOf(motor);
  return libraryOf('motor')
    .filter((e) => {
      const m = motorOf(e.data)!;
      const f = frameOf(e);
      return (
        m.brake &&
        suitsDrive(e, driver) &&
        torqueOf(m) >= torqueOf(old) * 0.95 &&
        (startingPeakA(m) ?? 0) <= most * 1.02 &&
        (frame === undefined || f === undefined || frame === f)
      );
    })
    .sort((a, b) => torqueOf(motorOf(a.data)!) - torqueOf(motorOf(b.data)!))[0];
}

/**
 * The library's drive for a motor: it runs it, gives its current, lives on the motor bus, and has terminals of its own, since
 * a socket for a plug-in one has to be there first. The smallest such one; undefined where there is none.
 */
export function driveFor(design: Design, motor: Part): LibraryEntry | undefined {
  const volts = busVoltsOf(design);
  const data = motorOf(motor.data);
  const amps = (data && startingPeakA(data)) ?? 0;
  const most = (e: LibraryEntry) => (isDriver(e.data) ? figureOr(e.data.currentMax, 0) : 0);
  return libraryOf('stepper-driver', 'servo-drive')
    .filter(
      (e) =>
        isDriver(e.data) &&
        suitsDrive(motor, e) &&
        most(e) >= amps * 0.98 &&
        (volts === undefined ||
          (volts <= figureOr(e.data.supplyMax, Infinity) * 0.9 && volts >= figureOr(e.data.supplyMin, 0))) &&
        !isPlugIn(e),
    )
    .sort((a, b) => most(a) - most(b))[0];
}

/** The controllers of the library that make pulses for all drives of a machine and have an input for each of its circuits. */
export function controllersFor(design: Design): LibraryEntry[] {
  const channels = new Set(drivesOf(design).map((d) => d.channel)).size;
  const inputs = Object.keys(design.circuits).length;
  return libraryOf('controller').filter(
    (e) =>
      e.data.class === 'controller' &&
      e.data.architecture !== 'fieldbus-master' &&
      e.data.channels + socketsOf(e).filter((s) => s.channel === undefined).length >= channels &&
      inputTerminals({ ...e, designation: '-K1' }).length >= inputs,
  );
}

/** The commands that put a motor with a brake on each drive of an axis, and feed the brakes; undefined where none suits. */
export function fitBrakes(design: Design, axisId: string): { name: string; commands: Command[] } | undefined {
  const axis = design.axes[axisId];
  if (!axis) return undefined;
  const commands: Command[] = [];
  const names = new Set<string>();
  for (const [drive, d] of axis.drives.entries()) {
    const motor = d.motor ? design.parts[d.motor] : undefined;
    const entry = motor && motorWithBrake(motor, d.driver ? design.parts[d.driver] : undefined);
    const relay = entry && relayFor(design, [{ ...entry, designation: '-M1' }]);
    if (!entry || !relay || !d.motor) return undefined;
    names.add(entry.name);
    commands.push(
      { name: 'choose-part', args: { slot: { axis: axisId, drive, item: 'motor' }, library: entry.key } },
      { name: 'fit-suppressor', args: { part: d.motor, coil: 'brake', type: 'varistor' } },
    );
    // An output may be there from a brake before; a second one would feed the same coil.
    const fed = Object.values(design.outputs).some((o) => o.function === 'brake' && o.devices.includes(d.motor!));
    if (!fed) commands.push({ name: 'add-output', args: { function: 'brake', device: d.motor, relay: relay.key } });
  }
  return { name: [...names].join(' and '), commands };
}

/** A relay between an output and what it switches, in the place of one that is there; none where the library has none. */
export function relayBetween(design: Design, outputId: string): Remedy[] {
  const o = design.outputs[outputId];
  if (!o) return [];
  const loads = o.devices.flatMap((d) => design.parts[d] ?? []);
  const old = o.relay ? design.parts[o.relay] : undefined;
  const entry = relayFor(design, loads, old, o.output?.part, reversalOf(design, outputId) !== undefined);
  if (!entry || entry.key === old?.libraryKey) return [];
  return [
    replanned(design, `${old ? 'Take' : 'Fit'} ${entry.name} ${old ? `instead of ${old.name}` : 'between them'}`, {
      name: 'set-output',
      args: { output: outputId, relay: entry.key },
    }),
  ];
}

/** Where a part of the machine is chosen: at what it does, else on its own page. */
export function fieldOfPart(design: Design, id: string): string {
  const slot = slotOf(design, id);
  return slot ? slotPath(slot, design) : `parts.${id}`;
}
/** The command that puts a part of the library into the place of another one. */
export function takeInstead(design: Design, id: string, library: string): Command {
  const slot = slotOf(design, id);
  return slot
    ? { name: 'choose-part', args: { slot, library } }
    : { name: 'exchange-device', args: { part: id, library } };
}
