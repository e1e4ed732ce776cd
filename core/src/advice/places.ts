import type { Design } from '../machine/design';
import type { LibraryEntry } from '../machine/library/entry';
import { listedFigure } from '../machine/library/listed';
import { type PartSlot, slotPath } from '../machine/slots';
import { figureOr } from '../units/derived';

/** Volts on which switches, sensors, coils and lamps of a cabinet run. */
const FIELD_V = [10, 30] as const;
/** A supply with a capacitor at its output is made for motors, which give energy back when they brake. */
const isForMotors = ({ data }: LibraryEntry): boolean =>
  data.class === 'supply' && figureOr(data.outputCapacitance, 0) > 0;
const volts = ({ data }: LibraryEntry): number | undefined =>
  data.class === 'supply' && data.outputVoltage ? figureOr(data.outputVoltage, 0) : undefined;
const hasEarth = ({ terminals }: LibraryEntry): boolean =>
  Object.values(terminals).some((t) => t.role === 'protective-earth');
/** Whether its rating reaches any usual mains. */
const LEAST_MAINS_V = 100;
const forMains = ({ data }: LibraryEntry): boolean =>
  data.class !== 'breaker' || figureOr(data.ratedVoltage, LEAST_MAINS_V) >= LEAST_MAINS_V;
const isFused = ({ data }: LibraryEntry): boolean => data.class === 'terminal-strip' && data.ratedCurrent !== undefined;

/**
 * Whether a part can stand in a place of the machine at all, whatever its size: a list that offers what cannot is a trap.
 * What it does not know, it lets through; how well a part suits is for the rules.
 */
export function canStand(design: Design, slot: PartSlot, entry: LibraryEntry): boolean {
  const { data } = entry;
  switch (slotPath(slot).replace(/\d+$/, '*')) {
    case 'rails.mains.inlet':
      return data.class === 'connector' && data.form === 'mains-inlet';
    case 'rails.mains.devices.*':
      return forMains(entry);
    case 'rails.earth':
      return data.class === 'terminal-strip' && hasEarth(entry);
    case 'rails.drives.plus':
    case 'rails.logic.plus':
    case 'rails.field.plus':
      return data.class === 'terminal-strip' && !hasEarth(entry);
    // A fuse in 0 V that blows leaves everything behind it on plus.
    case 'rails.drives.zero':
    case 'rails.logic.zero':
    case 'rails.field.zero':
      return data.class === 'terminal-strip' && !hasEarth(entry) && !isFused(entry);
    case 'rails.logic.supply': {
      const v = volts(entry);
      const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
      if (isForMotors(entry)) return false;
      if (v === undefined || !controller) return data.class === 'supply';
      const [least, most] = [listedFigure(controller, 'supplyMin'), listedFigure(controller, 'supplyMax')];
      return v >= figureOr(least, 0) && v <= figureOr(most, Infinity);
    }
    case 'rails.field.supply': {
      const v = volts(entry);
      return (
        data.class === 'supply' && !isForMotors(entry) && (v === undefined || (v >= FIELD_V[0] && v <= FIELD_V[1]))
      );
    }
    case 'roles.resetButton':
      return data.class === 'button' && !data.latching;
    default:
      return true;
  }
}
