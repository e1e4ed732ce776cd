import type { Figures } from '../../../derivation/figureTypes';
import type { LibraryEntry } from '../../../machine/library/entry';
import { driveSupply } from '../../../distribution/supplies';
import type { Held } from '../../../distribution/tree';
import { libraryOf } from '../../../machine/library/index';
import { isDriver } from '../../../machine/parts';
import { AT_EASE, drivesByAxis, fieldDemand, motorBusDemand } from '../../../power/budget';
import { figureOr, positive } from '../../../units/derived';
import { printNumber, showValue } from '../../../units/print';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';

/** A supply that is proposed is at ease with what lasts: it must not be found wanting again. */
const RESERVE = 1 / AT_EASE;
/** Drivers need their bus below this share of their limit. */
const HEADROOM = 0.9;

interface Giving extends Held {
  volts: number;
  amps: number;
}
/** The supplies of a machine whose sheets tell what they give. */
const suppliesOf = ({ design }: Figures): Giving[] =>
  Object.entries(design.parts).flatMap(([id, part]) => {
    if (part.data.class !== 'supply') return [];
    const [volts, amps] = [positive(part.data.outputVoltage, ''), positive(part.data.outputCurrent, '')];
    return volts.known && amps.known ? [{ id, part, volts: volts.value, amps: amps.value }] : [];
  });

/** The weakest library supply that gives enough with a reserve, within some volts; the same voltage before another one. */
function supplyFor(watts: number, now: number, least: number, most: number): LibraryEntry | undefined {
  return libraryOf('supply')
    .map((e) => ({
      e,
      v: e.data.class === 'supply' ? figureOr(e.data.outputVoltage, 0) : 0,
      w: e.data.class === 'supply' ? figureOr(e.data.outputVoltage, 0) * figureOr(e.data.outputCurrent, 0) : 0,
    }))
    .filter(({ v, w }) => v >= least && v <= most && w >= watts * RESERVE)
    .sort((a, b) => Math.abs(a.v - now) - Math.abs(b.v - now) || a.w - b.w)[0]?.e;
}

/** A motor supply against what its motors and drivers take, by the energy balance, and what else hangs on it. */
export const supplyLoad: Rule = {
  code: 'supply-load',
  severity: 'wont-work',
  check: (figures) => suppliesOf(figures).flatMap((supply) => overloaded(figures, supply)),
};
function overloaded({ design, axes, drives }: Figures, supply: Giving): FindingDraft[] {
  const bus = motorBusDemand(design, drivesByAxis(design, axes), supply.id);
  if (bus.movingW === 0) return [];
  const gives = supply.volts * supply.amps;
  const beside = bus.spindleW + supply.volts * fieldDemand(design, supply.id).reduce((sum, d) => sum + d.amps, 0);
  const held = bus.heldW + beside;
  const moving = bus.movingW + beside;
  if (moving <= gives * AT_EASE) return [];
  const never = held > gives;
  const limits = drives.flatMap((d) => {
    const data = d.drive.driver ? design.parts[d.drive.driver]?.data : undefined;
    return data && isDriver(data) && driveSupply(design, d.drive.driver)?.id === supply.id
      ? [{ least: figureOr(data.supplyMin, 0), most: figureOr(data.supplyMax, Infinity) }]
      : [];
  });
  const entry =
    moving > gives
      ? supplyFor(
          moving,
          supply.volts,
          Math.max(0, ...limits.map((l) => l.least)),
          HEADROOM * Math.min(...limits.map((l) => l.most)),
        )
      : undefined;
  return [
    {
      subject: supply.id,
      severity: never ? 'wont-work' : moving > gives ? 'doubtful' : 'note',
      title:
        moving > gives
          ? `${supply.part.designation} is too small for the motors`
          : `${supply.part.designation} has little in reserve for the motors`,
      explain: (display) => {
        const w = (n: number) => showValue(n, 'power', display, 3);
        const a = (n: number) => showValue(n, 'current', display, 3);
        return `By the energy balance the motors with their drivers${bus.spindleW ? ' and the spindle' : ''}${beside > bus.spindleW ? ', and what else hangs on it,' : ''} take ${w(held)} with full current at rest, ${w(moving)} with all axes moving and cutting (${a(moving / supply.volts)}), ${w(bus.peakW + beside)} for moments while they accelerate. ${supply.part.name} gives ${w(gives)} (${a(supply.amps)} at ${showValue(supply.volts, 'voltage', display, 3)}): ${printNumber((100 * moving) / gives, 3)} % of it. ${moving > gives ? 'Its voltage sags, and the motors lose steps.' : `Up to ${AT_EASE * 100} % it stays cool and lives long.`}${bus.unknown ? ` ${bus.unknown} more ${bus.unknown === 1 ? 'motor is' : 'motors are'} not counted: figures are missing.` : ''}`;
      },
      station: 'machine',
      field: fieldOfPart(design, supply.id),
      remedies: entry
        ? [{ label: () => `Take ${entry.name}`, command: takeInstead(design, supply.id, entry.key) }]
        : [],
    },
  ];
}

/** Any other supply against the coils, brakes, lamps and sensors that hang on it. */
export const fieldLoad: Rule = {
  code: 'field-load',
  severity: 'wont-work',
  check: (figures) => suppliesOf(figures).flatMap((supply) => overdrawn(figures, supply)),
};
function overdrawn({ design, axes }: Figures, supply: Giving): FindingDraft[] {
  const drawn = fieldDemand(design, supply.id);
  const sum = drawn.reduce((s, d) => s + d.amps, 0);
  if (sum <= supply.amps * 0.8) return [];
  // What feeds motors as well is judged by its energy balance.
  if (motorBusDemand(design, drivesByAxis(design, axes), supply.id).movingW > 0) return [];
  const entry = supplyFor(sum * supply.volts, supply.volts, supply.volts * 0.99, supply.volts * 1.01);
  return [
    {
      subject: supply.id,
      severity: sum > supply.amps ? 'wont-work' : 'doubtful',
      title:
        sum > supply.amps
          ? `${supply.part.designation} is too small for what hangs on it`
          : `${supply.part.designation} has little in reserve`,
      explain: (display) => {
        const a = (n: number) => showValue(n, 'current', display, 3);
        const largest = [...drawn].sort((x, y) => y.amps - x.amps).slice(0, 4);
        return `Together they draw ${a(sum)}, most of it ${largest.map((d) => `${d.part.designation} ${a(d.amps)}`).join(', ')}; ${supply.part.name} gives ${a(supply.amps)}. Load it to 80 % at the most.`;
      },
      station: 'machine',
      field: fieldOfPart(design, supply.id),
      remedies:
        entry && sum > supply.amps
          ? [{ label: () => `Take ${entry.name}`, command: takeInstead(design, supply.id, entry.key) }]
          : [],
    },
  ];
}
