import { isThreePhase, mainsVoltsAt } from '../distribution/lines';
import { MAINS_STRAYS, mainsInlets } from '../distribution/supplies';
import type { Design } from '../machine/design';
import { partFrom, type LibraryEntry } from '../machine/library/entry';
import { libraryOf } from '../machine/library/index';
import type { DataOf } from '../machine/parts';
import { portOf } from '../machine/ports';
import { fieldHz } from '../spindle/plate';
import { figureOr } from '../units/derived';

/**
 * The smallest drive of the library that makes the frequency, current and voltage of a three-phase spindle from this machine’s
 * mains. `phases`: of drives for one phase alone, whatever the machine has.
 */
export function spindleDriveFor(
  design: Design,
  spindle: DataOf<'spindle'>,
  phases: 'as-the-mains' | 'one' = 'as-the-mains',
): LibraryEntry | undefined {
  const hz = spindle.poles ? fieldHz(figureOr(spindle.maxSpeed, 0), spindle.poles) : 0;
  const three =
    phases === 'as-the-mains' && mainsInlets(design).some(({ part }) => isThreePhase(portOf(part, 'mains')));
  const volts = figureOr(spindle.ratedVoltage, 0);
  return libraryOf('spindle-drive')
    .filter(({ data, ...e }) => {
      if (data.class !== 'spindle-drive' || (data.servo ?? false) !== (spindle.servo ?? false)) return false;
      if (!Object.values(e.terminals).some((t) => t.role === 'phase-u')) return false;
      const takes = portOf(partFrom({ data, ...e }, ''), 'mains');
      const threePhase = isThreePhase(takes);
      const mains = mainsVoltsAt(design, threePhase);
      const fits =
        !mains.known ||
        !takes?.volts ||
        (mains.value >= takes.volts.least * (1 - MAINS_STRAYS) && mains.value <= takes.volts.most * (1 + MAINS_STRAYS));
      return (
        (!threePhase || three) &&
        fits &&
        Math.abs(figureOr(data.ratedVoltage, volts) - volts) <= MAINS_STRAYS * volts &&
        (spindle.servo || figureOr(data.maxFrequency, 0) * 1.01 >= hz) &&
        figureOr(data.outputCurrent, 0) >= figureOr(spindle.ratedCurrent, 0)
      );
    })
    .sort((a, b) => amps(a) - amps(b))[0];
}
const amps = ({ data }: LibraryEntry): number => (data.class === 'spindle-drive' ? figureOr(data.outputCurrent, 0) : 0);
