import { motorBuses } from '../../distribution/supplies';
import type { Design } from '../../machine/design';
import type { TerminalRef } from '../../machine/ids';
import { spindleEncoderOf } from '../../machine/spindleEncoder';
import { isProtective } from '../../machine/connections';
import { parksAtMark } from '../../machine/pulseSensor';
import { earthPath } from '../../wiring/earthPath';
import { Random } from '../plant/random';
import type { HiddenFault } from './hiddenFault';

/** A poor earth shows to a meter with the power off, or on a bad day: nothing that runs tells of it. */
export const showsWhileRunning = (f: HiddenFault): boolean => f.kind !== 'earth-poor';

/** Every fault that this machine could hide, for a hand to choose from. */
export function hideableFaults(design: Design, inputs: Readonly<Record<string, TerminalRef>>): HiddenFault[] {
  const faults: HiddenFault[] = [];
  for (const id of design.axisOrder) {
    const axis = design.axes[id];
    if (!axis) continue;
    axis.drives.forEach((d, drive) => {
      const motor = d.motor ? design.parts[d.motor]?.data : undefined;
      // A servo has no coils that a hand could pair wrongly.
      if (motor?.class === 'motor' && motor.type !== 'servo') faults.push({ kind: 'split-coil', axis: id, drive });
      faults.push(
        { kind: 'motor-reversed', axis: id, drive },
        { kind: 'loose-coupling', axis: id, drive, share: 0.9 },
        { kind: 'not-enabled', axis: id, drive },
      );
    });
    for (const factor of [2, 0.5]) faults.push({ kind: 'other-pulses', axis: id, factor });
    faults.push({ kind: 'backlash', axis: id, by: 0.3 });
    if (axis.drives.length > 1) faults.push({ kind: 'skewed', axis: id, by: 0.6 });
    if (axis.reference.method === 'switch-and-index') faults.push({ kind: 'index-near-trip', axis: id });
    if (parksAtMark(axis.reference)) faults.push({ kind: 'magnet-slipped', axis: id });
    const braked = axis.drives.some((d) => {
      const data = d.motor ? design.parts[d.motor]?.data : undefined;
      return data?.class === 'motor' && data.brake;
    });
    if (braked) faults.push({ kind: 'brake-late', axis: id, releaseS: 0.6, closeS: 0.4 });
  }
  const circuits = Object.entries(design.circuits).filter(([id]) => inputs[id]);
  for (const [id, c] of circuits)
    for (const device of c.devices) {
      const part = design.parts[device];
      if (!part || !['switch', 'sensor', 'button', 'probe'].includes(part.data.class)) continue;
      if (part.mount)
        faults.push(
          { kind: 'contact-other-type', device },
          { kind: 'stuck-switch', device, as: 'closed' },
          { kind: 'stuck-switch', device, as: 'open' },
        );
      if (part.mount && c.function !== 'index') faults.push({ kind: 'switch-moved', device, by: 3 });
      if (c.function === 'stop') faults.push({ kind: 'pressed', device });
      const wire = Object.entries(design.conductors).find(
        ([, w]) =>
          [w.from, w.to].some((t) => t.part === device) && [w.from, w.to].some((t) => t.part === inputs[id]!.part),
      );
      if (wire) faults.push({ kind: 'wire-off', conductor: wire[0] });
    }
  for (const [id, c] of circuits) if (isProtective(c)) faults.push({ kind: 'loose-wire', circuit: id, perS: 0.5 });
  const limits = circuits.filter(([, c]) => c.devices.some((d) => design.parts[d]?.mount));
  limits.forEach(([a], i) =>
    limits.slice(i + 1).forEach(([b]) => {
      faults.push({ kind: 'inputs-swapped', a, b });
      if (inputs[a]!.part === inputs[b]!.part) faults.push({ kind: 'misprinted', a, b });
    }),
  );
  if (design.roles.spindle)
    for (const [id, c] of circuits) if (isProtective(c)) faults.push({ kind: 'noise', circuit: id, perS: 0.4 });
  if (spindleEncoderOf(design))
    faults.push({ kind: 'encoder-ratio', factor: 2 }, { kind: 'divider-other', factor: 0.25 }, { kind: 'index-twice' });
  if (motorBuses(design).length) faults.push({ kind: 'weak-supply', share: 0.35 });
  for (const [id, part] of Object.entries(design.parts)) {
    if (part.data.class === 'supply') faults.push({ kind: 'supply-short', part: id, ohm: 0.4 });
    if (part.data.class !== 'terminal-strip' && earthPath(design, id)?.conductors.length)
      faults.push({ kind: 'earth-poor', part: id, ohm: 3 });
  }
  if (design.roles.host) faults.push({ kind: 'link-drops', perS: 0.05 });
  return faults;
}

/** Draws some of these faults by a seed, each of another kind, so that nobody knows what is hidden. */
export function drawFaults(from: readonly HiddenFault[], count: number, seed: number): HiddenFault[] {
  const random = new Random(seed);
  const drawn: HiddenFault[] = [];
  while (drawn.length < count) {
    const kinds = [...new Set(from.map((f) => f.kind))].filter((k) => !drawn.some((d) => d.kind === k));
    if (!kinds.length) break;
    const kind = kinds[random.below(kinds.length)]!;
    const ofKind = from.filter((f) => f.kind === kind);
    drawn.push(ofKind[random.below(ofKind.length)]!);
  }
  return drawn;
}
