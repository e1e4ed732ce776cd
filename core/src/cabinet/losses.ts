import { runsOnMains } from '../drivetrain/bus';
import { loadAmps, loadVolts } from '../machine/loads';
import { isDriver, poleCount, type Part } from '../machine/parts';
import { portOf } from '../machine/ports';
import { enclosureOf } from '../machine/sitsIn';
import { efficiencyOf } from '../machine/supplyInput';
import { carriedBy } from '../power/carried';
import { drawsOf } from '../power/draws';
import { DRIVE_EFFICIENCY } from '../power/mains';
import { SPINDLE_EFFICIENCY } from '../power/budget';
import type { PowerState, ReadPower } from '../power/states';
import { figureOr } from '../units/derived';

/** A driver takes 2 W for itself and 7 % of what it passes on; a servo drive 4 % of what it gives, a spindle drive 4 % of the shaft power. */
const DRIVER = { ownW: 2, share: 0.07 } as const;
const SERVO_SHARE = 0.04;
const SPINDLE_SHARE = 0.04;
/** A pole of a breaker, switch or contactor at its rated current, and a line of a filter, W: they rise with its square. */
const POLE_W = 2;

/** What a part turns into heat where it sits. */
export interface Loss {
  part: string;
  watts: number;
}

/** The losses of all parts in a state, the largest first. Motors, spindles and loads at the machine warm the room, not the cabinet. */
export function lossesOf(read: ReadPower, state: PowerState): Loss[] {
  const { design } = read;
  const draws = drawsOf(read)[state];
  const taken = (id: string, port?: string): number =>
    draws.reduce((sum, d) => sum + (d.part === id && (port === undefined || d.port === port) ? d.watts : 0), 0);
  return Object.entries(design.parts)
    .map(([part, of]): Loss => ({ part, watts: lossOf(part, of) }))
    .filter((l) => l.watts > 0)
    .sort((a, b) => b.watts - a.watts);

  function lossOf(id: string, part: Part): number {
    const { data } = part;
    if (data.class === 'supply') {
      // P/η comes in, P goes out.
      return taken(id, 'mains') * (1 - efficiencyOf(part));
    }
    if (isDriver(data)) {
      const motors = draws.filter((d) => d.part === id && d.port === (runsOnMains(part) ? 'mains' : 'supply'));
      return motors.reduce((sum, d) => {
        const passedW = Math.max(0, d.watts - DRIVER.ownW) / (1 + DRIVER.share);
        return sum + (data.class === 'servo-drive' ? DRIVER.ownW + SERVO_SHARE * passedW : d.watts - passedW);
      }, 0);
    }
    if (data.class === 'spindle-drive') {
      const mains = portOf(part, 'mains') !== undefined;
      const shaftW = taken(id, mains ? 'mains' : 'supply') * SPINDLE_EFFICIENCY * (mains ? DRIVE_EFFICIENCY : 1);
      return SPINDLE_SHARE * shaftW;
    }
    if (data.class === 'controller' || data.class === 'input-board') return taken(id);
    if (data.class === 'relay' || data.class === 'contactor')
      return loadAmps(part) * (loadVolts(part) ?? 0) + polesW(id, part);
    if (data.class === 'breaker' || data.class === 'filter') return polesW(id, part);
    return 0;
  }
  function polesW(id: string, part: Part): number {
    const rated = figureOr('ratedCurrent' in part.data ? part.data.ratedCurrent : undefined, 0);
    const poles = poleCount(part);
    if (!rated || !poles) return 0;
    const amps = carriedBy(read, id)?.amps ?? 0;
    return poles * POLE_W * Math.min(4, (amps / rated) ** 2);
  }
}

/** The heat of one enclosure. */
export interface Heat {
  watts: number;
  losses: Loss[];
}
export function heatIn(read: ReadPower, enclosure: string, state: PowerState): Heat {
  const losses = lossesOf(read, state).filter(
    (l) => enclosureOf(read.design, read.design.parts[l.part]!) === enclosure,
  );
  return { losses, watts: losses.reduce((sum, l) => sum + l.watts, 0) };
}
