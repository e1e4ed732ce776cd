import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';
import { plateContradictions } from '../../../spindle/contradictions';
import { plateOf } from '../../../spindle/plate';
import { CARRIER_TIMES, makesPhases, rotatingOf } from '../../../spindle/rotating';
import type { FindingDraft, Rule } from '../../finding';

/** A plate whose figures cannot all be right: everything that is entered in the drive hangs on it. */
export const spindlePlate: Rule = {
  code: 'spindle-plate',
  severity: 'doubtful',
  check: ({ design }): FindingDraft[] => {
    const r = rotatingOf(design);
    const says = r ? plateContradictions(r) : [];
    if (!r || !says.length) return [];
    return [
      {
        subject: r.motorId,
        title: `The plate of ${r.motor.designation} contradicts itself`,
        explain: () => `${says.join(' ')} Read the plate again before anything is entered in the drive.`,
        station: 'spindle',
        field: `parts.${r.motorId}.data.ratedCurrent`,
      },
    ];
  },
};

/** A drive that cannot switch fast enough for the frequency of its spindle. */
export const spindleCarrier: Rule = {
  code: 'spindle-carrier',
  severity: 'doubtful',
  check: ({ design }): FindingDraft[] => {
    const r = rotatingOf(design);
    if (r?.kind !== 'induction' || !r.drive || !r.driveId || !makesPhases(r)) return [];
    const plate = plateOf(r.motor, r.motorId);
    const most = figureOr(r.drive.data.carrierMax, Infinity);
    if (!plate.known || most >= CARRIER_TIMES * plate.value.topHz) return [];
    return [
      {
        subject: r.driveId,
        title: `${r.drive.designation} switches too slowly for ${r.motor.designation}`,
        explain: (display) =>
          `${showValue(plate.value.topHz, 'frequency', display, 3)} need a switching frequency of ${showValue(CARRIER_TIMES * plate.value.topHz, 'frequency', display, 3)}; the drive has at most ${showValue(most, 'frequency', display, 3)}. The current is ragged: the motor gets hot and hums, or the drive stays below its highest frequency.`,
        station: 'spindle',
        field: `parts.${r.driveId}.data.carrierMax`,
      },
    ];
  },
};
