import { linesOf } from '../distribution/lines';
import type { Design } from '../machine/design';
import { loadAmps } from '../machine/loads';
import { portOf } from '../machine/ports';
import { efficiencyOf, powerFactorOf } from '../machine/supplyInput';
import { figureOr, positive } from '../units/derived';
import { SPINDLE_EFFICIENCY, type Drawn } from './budget';

/** Power factor of a drive that rectifies the mains without correction. */
export const DRIVE_POWER_FACTOR = 0.65;
/** Efficiency of a spindle drive. */
export const DRIVE_EFFICIENCY = 0.95;
const USUAL_MAINS_V = 230;

/** What a part takes from the mains: true power, and the current in each line that feeds it, A. */
export interface OnMains extends Drawn {
  watts: number;
}

/**
 * What each part takes from the mains: a supply its load over its efficiency, and over its power factor as current (its rating
 * where its load is not known); a spindle drive P_shaft/(η_m·η_d·pf·V), of three phases P_shaft/(η_m·η_d·pf·3·V) in each line; whatever else runs on
 * the mains its own rated current. `spindleShare`: of its rated power.
 */
export function mainsDemand(
  design: Design,
  loadW: Readonly<Record<string, number | undefined>>,
  spindleShare = 1,
): OnMains[] {
  const lineV = figureOr(design.mainsVoltage, USUAL_MAINS_V);
  const spindle = design.roles.spindle ? design.parts[design.roles.spindle]?.data : undefined;
  return Object.entries(design.parts).flatMap(([id, part]): OnMains[] => {
    const { data } = part;
    const takes = portOf(part, 'mains');
    if (takes?.direction !== 'takes') return [];
    const port = 'mains';
    // Over three phases, each line carries a third of what one would.
    const volts = lineV * linesOf(takes).length;
    const draws = (watts: number, powerFactor: number): OnMains[] =>
      watts > 0 ? [{ id, part, port, watts, amps: watts / (powerFactor * volts) }] : [];
    switch (data.class) {
      case 'supply': {
        const [v, a] = [positive(data.outputVoltage, ''), positive(data.outputCurrent, '')];
        const watts = loadW[id] ?? (v.known && a.known ? v.value * a.value : 0);
        return draws(watts / efficiencyOf(part), powerFactorOf(part));
      }
      case 'servo-drive':
        return draws(loadW[id] ?? 0, DRIVE_POWER_FACTOR);
      case 'spindle-drive': {
        const shaftW = spindle?.class === 'spindle' ? figureOr(spindle.power, 0) : 0;
        return draws((shaftW * spindleShare) / (SPINDLE_EFFICIENCY * DRIVE_EFFICIENCY), DRIVE_POWER_FACTOR);
      }
      default: {
        const amps =
          data.class === 'contactor' || data.class === 'relay'
            ? loadAmps(part)
            : 'ratedCurrent' in data
              ? figureOr(data.ratedCurrent, 0)
              : 0;
        return amps > 0 ? [{ id, part, port, amps, watts: amps * volts }] : [];
      }
    }
  });
}
