import type { Design } from '../../machine/design';
import { axesOf } from '../../machine/design';
import type { Derived } from '../../units/derived';
import { baseValue } from '../../units/quantity';
import { figure, figureOr, gather, mapKnown, missing } from '../../units/derived';
import { scaleOf } from '../../drivetrain/scale';
import { axisSwitches, rulerOf } from '../../switches/envelope';

/** One motor with its side of an axis, as the true machine has it. */
interface PlantDrive {
  axis: number;
  index: number;
  /** Travel of one pulse with its true sign, mm or degrees. */
  travelPerPulse: number;
  /** Travel of four full steps: a stepper that slips catches again in multiples of it. Zero where it cannot slip so. */
  cycle: number;
}

interface PlantSwitch {
  device: string;
  /** Indices into `drives`; any of them trips it. */
  drives: number[];
  /** Trips below this place (minus end) or above it (plus end). */
  at: number;
  plusEnd: boolean;
  hysteresis: number;
}

export interface PlantModel {
  /** `storedMark`: machine position of the minus hard stop, which an absolute encoder remembers. */
  axes: { id: string; length: number; storedMark: number | undefined }[];
  drives: PlantDrive[];
  switches: PlantSwitch[];
}

/** The true machine, from its design: nothing of the control's settings is in it. */
export function plantModel(design: Design): Derived<PlantModel> {
  const axes = axesOf(design);
  const missingParts: string[] = [];
  const model: PlantModel = { axes: [], drives: [], switches: [] };
  axes.forEach(([id, axis], a) => {
    const length = figure(axis.travel, `axes.${id}.travel`);
    const ruler = rulerOf(id, axis, design.datumSchool, axisSwitches(id, design.circuits, design.parts));
    const absolute = axis.reference.method === 'absolute' && ruler.known;
    if (length.known)
      model.axes.push({ id, length: length.value, storedMark: absolute ? ruler.value.hardMinus : undefined });
    else missingParts.push(...length.missing);
    axis.drives.forEach((drive, index) => {
      const driver = drive.driver ? design.parts[drive.driver] : undefined;
      const motor = drive.motor ? design.parts[drive.motor]?.data : undefined;
      const d = mapKnown(gather({ scale: scaleOf(id, axis, drive, driver) }), ({ scale }): PlantDrive => {
        const clockwise = (drive.turnsForPlus === 'clockwise') !== drive.invertedInWiring;
        const sign = clockwise !== drive.invertedInDrive ? 1 : -1;
        const stepper = motor?.class === 'motor' && motor.type === 'stepper';
        const fullSteps = stepper ? 360 / figureOr(motor.stepAngle, 1.8) : 0;
        return {
          axis: a,
          index,
          travelPerPulse: sign * scale.resolution,
          cycle: stepper ? (4 * scale.travelPerRev) / fullSteps : 0,
        };
      });
      if (d.known) model.drives.push(d.value);
      else missingParts.push(...d.missing);
    });
  });
  for (const [device, part] of Object.entries(design.parts)) {
    const mount = part.mount;
    if (!mount) continue;
    const a = axes.findIndex(([id]) => id === mount.axis);
    const fromStop = figure(mount.tripFromStop, `parts.${device}.mount.tripFromStop`);
    if (!fromStop.known) {
      missingParts.push(...fromStop.missing);
      continue;
    }
    const length = model.axes.find((x) => x.id === mount.axis)?.length ?? 0;
    const hysteresis = 'hysteresis' in part.data && part.data.hysteresis ? baseValue(part.data.hysteresis) : 0;
    model.switches.push({
      device,
      drives: model.drives.flatMap((d, i) =>
        d.axis === a && (mount.drive === undefined || d.index === mount.drive) ? [i] : [],
      ),
      at: mount.end === 'plus' ? length - fromStop.value : fromStop.value,
      plusEnd: mount.end === 'plus',
      hysteresis,
    });
  }
  return missingParts.length ? missing(...new Set(missingParts)) : { known: true, value: model };
}

/** The mechanics: carriages that follow pulses, run into stops, and act on switches. */
export class Plant {
  /** Place of each drive's side along its slide, from the minus hard stop. */
  readonly place: Float64Array;
  /** Pulses that a slip has made void. */
  private readonly slip: Float64Array;
  private readonly origin: Float64Array;
  readonly actuated: Uint8Array;
  /** Counts up whenever a switch changes, so that nets are evaluated only then. */
  changes = 0;
  /** Axes that have hit a hard stop since the last look. */
  readonly banged: Uint8Array;

  constructor(
    readonly model: PlantModel,
    start: readonly number[],
  ) {
    const n = model.drives.length;
    this.place = Float64Array.from(model.drives, (d) => start[d.axis] ?? 0);
    this.origin = Float64Array.from(this.place);
    this.slip = new Float64Array(n);
    this.actuated = new Uint8Array(model.switches.length);
    this.banged = new Uint8Array(model.axes.length);
    this.switches();
  }

  /** Follows the pulses of every motor; `pulsesOf` gives those sent since power-on. */
  step(pulses: readonly Float64Array[]): void {
    const { drives, axes } = this.model;
    let moved = false;
    for (let i = 0; i < drives.length; i++) {
      const d = drives[i]!;
      const sent = pulses[d.axis]![d.index]!;
      let place = this.origin[i]! + sent * d.travelPerPulse + this.slip[i]!;
      if (place === this.place[i]) continue;
      const length = axes[d.axis]!.length;
      if (place < 0 || place > length) {
        const over = place < 0 ? place : place - length;
        // At the stop a stepper slips by whole electrical cycles; what is less is wind-up that comes back.
        const lost = d.cycle > 0 ? Math.trunc(over / d.cycle) * d.cycle : over;
        this.slip[i] = this.slip[i]! - lost;
        place = place < 0 ? 0 : length;
        this.banged[d.axis] = 1;
      }
      this.place[i] = place;
      moved = true;
    }
    if (moved) this.switches();
  }

  private switches(): void {
    const { switches } = this.model;
    for (let k = 0; k < switches.length; k++) {
      const s = switches[k]!;
      const was = this.actuated[k] === 1;
      const slack = was ? s.hysteresis : 0;
      let on = false;
      for (const i of s.drives) {
        const place = this.place[i]!;
        on ||= s.plusEnd ? place >= s.at - slack : place <= s.at + slack;
      }
      if (on !== was) {
        this.actuated[k] = on ? 1 : 0;
        this.changes++;
      }
    }
  }
}
