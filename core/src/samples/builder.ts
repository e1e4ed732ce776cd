import type { Command, NewInput } from '../commands/command';
import type { DirectRail, RailItem } from '../machine/rails';
import type { PartSlot } from '../machine/slots';
import { applyCommand } from '../commands/apply';
import { newDesign } from '../machine/create';
import type { RoleName } from '../machine/design';
import { carriesMains } from '../machine/parts';
import { isProtective } from '../machine/connections';
import type { MachineFile } from '../machine/file';
import { newMachineFile } from '../machine/file';
import type { FeedSource } from '../machine/feeds';
import type { AxisEnd, MachineKind } from '../machine/mechanics';
import type { Quantity } from '../units/quantity';
import type { PortRef } from '../machine/ports';
import { quantity } from '../units/quantity';
import type { Unit } from '../units/units';

/** The sample machines are dated, so that every copy is the same to the last byte. */
const EPOCH = Date.UTC(2026, 2, 2, 9, 0, 0);

/** A role, or a place of the rails: `mains.1` is the second device that the mains passes, `board.0` the first extension board. */
export type Place = RoleName | 'mains.inlet' | `${'mains' | 'board'}.${number}` | 'earth' | `${DirectRail}.${RailItem}`;
export function slotAt(place: Place): PartSlot {
  const [first = '', second] = place.split('.');
  if (first === 'earth') return { rail: 'earth' };
  if (second === undefined) return { role: place as RoleName };
  if (first === 'board') return { board: Number(second) };
  if (first === 'mains')
    return second === 'inlet' ? { rail: 'mains', item: 'inlet' } : { rail: 'mains', device: Number(second) };
  return { rail: first as DirectRail, item: second as RailItem };
}

/** Builds a machine as a person would: by the same commands, each of which must succeed. */
export class MachineBuilder {
  file: MachineFile;
  private minutes = 0;

  constructor(kind: MachineKind, name: string, id: string) {
    this.file = newMachineFile(newDesign(kind, name), id, new Date(EPOCH).toISOString());
  }

  do(command: Command): this {
    this.minutes += 3;
    const result = applyCommand(this.file, command, new Date(EPOCH + this.minutes * 60_000).toISOString());
    if (!result.ok) throw new Error(`${command.name}: ${result.error.map((f) => `${f.where}: ${f.what}`).join('; ')}`);
    this.file = result.value.file;
    return this;
  }
  /** Everything that protects is tried by hand at every power-on, but for what is left out. */
  tryDaily(...leftOut: string[]): this {
    const devices = Object.values(this.file.design.circuits)
      .filter(isProtective)
      .flatMap((c) => c.devices);
    return this.do({ name: 'set-daily-checks', args: { devices: devices.filter((d) => !leftOut.includes(d)) } });
  }
  set(path: string, value: Quantity | string | number | boolean | null): this {
    return this.do({ name: 'set-field', args: { path, value } });
  }
  /** Sets several figures below one path: `{ travel: [620, 'mm'] }`. */
  figures(base: string, values: Record<string, readonly [number, Unit] | string | number>): this {
    for (const [key, v] of Object.entries(values))
      this.set(`${base}.${key}`, typeof v === 'object' ? quantity(v[0], v[1]) : v);
    return this;
  }
  choose(slot: PartSlot, library: string): this {
    return this.do({ name: 'choose-part', args: { slot, library } });
  }
  input(input: NewInput): this {
    return this.do({ name: 'add-input', args: input });
  }
  /** Places of the machine filled from the library: `{ controller: 'controller-sedge-4', earth: 'bar-ridge-20' }`. */
  places(parts: Partial<Record<Place, string>>): this {
    for (const [place, library] of Object.entries(parts) as [Place, string][]) this.choose(slotAt(place), library);
    return this;
  }
  /** A part beside those places: a lamp on a supply, a second supply on the mains. */
  hang(library: string, source?: FeedSource): this {
    return this.do({ name: 'add-part', args: { library, ...(source ? { from: source } : {}) } });
  }
  feed(part: string, port: string, source: FeedSource | null): this {
    return this.do({ name: 'set-feed', args: { part, port, from: source } });
  }
  /** A breaker or switch ahead of some parts that hang on one source. */
  ahead(library: string, ...aheadOf: PortRef[]): this {
    return this.do({ name: 'insert-device', args: { library, aheadOf } });
  }
  weighs(name: string, kg: number, ...movedBy: string[]): this {
    return this.do({ name: 'add-mass', args: { name, mass: quantity(kg, 'kg', 'measured'), movedBy } });
  }
  /** Switches or sensors that are limit and reference, with the millimetres from each to the hard stop. */
  ends(library: string, list: readonly (readonly [axis: string, end: AxisEnd, tripMm: number])[]): this {
    for (const [axis, end, tripMm] of list)
      this.input({
        function: 'limit-and-reference',
        library,
        mount: { axis, end, tripFromStop: quantity(tripMm, 'mm', 'measured') },
      });
    return this;
  }
  /** Every part that carries mains has had its caution read, and every absolute encoder its battery. */
  cautionsRead(): this {
    for (const [id, part] of Object.entries(this.file.design.parts)) {
      if (carriesMains(part)) this.set(`parts.${id}.setup.cautionSeen`, true);
      if (part.data.class === 'motor' && part.data.batteryBacked) this.set(`parts.${id}.setup.batteryFitted`, true);
    }
    return this;
  }
  plan(): this {
    return this.do({ name: 'plan-wiring', args: {} });
  }
}

/** The mains side of a small machine, by its places. */
export const mainsSide = {
  'mains.inlet': 'inlet-gate-16',
  'mains.0': 'switch-stile-2',
  'mains.1': 'breaker-hurdle-10',
  'mains.2': 'filter-sieve-16',
  earth: 'bar-ridge-20',
} as const;
/** A ball screw of 16 mm with a lead of 5 mm, the usual one of small machines. */
export const ballScrew = (lengthMm: number) =>
  ({
    'transmission.pitch': [5, 'mm'],
    'transmission.efficiency': [90, '%'],
    'transmission.outerDiameter': [16, 'mm'],
    'transmission.rootDiameter': [13.2, 'mm'],
    'transmission.length': [lengthMm, 'mm'],
    'transmission.endFixity': 'fixed-supported',
  }) as const;
/** What a part gives at its output, as a source. */
export const from = (part: string, pole?: 'plus' | 'minus'): FeedSource => ({
  part,
  port: 'out',
  ...(pole ? { pole } : {}),
});
