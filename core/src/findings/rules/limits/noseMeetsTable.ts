import { noseRoom } from '../../../settings/noseRoom';
import { showValue, type Display } from '../../../units/print';
import { quantity } from '../../../units/quantity';
import { roundBase } from '../../../units/round';
import type { FindingDraft, Rule } from '../../finding';

/** Upright axes whose envelopes together let the spindle nose come down on the table. */
export const noseMeetsTable: Rule = {
  code: 'nose-meets-table',
  severity: 'doubtful',
  check: ({ design, axes, controller }): FindingDraft[] => {
    const room = noseRoom(design, axes, controller);
    if (!room.known || room.value.leastMm >= 0 || !room.value.axes.length) return [];
    const { mostMm, leastMm, axes: closing } = room.value;
    const mm = (v: number, display: Display) => showValue(v, 'length', display, 4);
    const last = closing.at(-1)!;
    // No further than where the nose just touches.
    const edge =
      last.end === 'min'
        ? roundBase(last.edgeMm - leastMm, 'length', 'up')
        : roundBase(last.edgeMm + leastMm, 'length', 'down');
    const others = closing.slice(0, -1);
    return [
      {
        subject: last.id,
        title: `${closing.map((a) => a.letter).join(' and ')} can bring the spindle nose down on the table`,
        explain: (display) =>
          `As far apart as they go, nose and table are ${mm(mostMm, display)} from each other. Within ${closing.length > 1 ? 'their envelopes' : 'its envelope'} ${closing.map((a) => `${a.letter} closes ${mm(a.wayMm, display)}`).join(' and ')}: ${mm(-leastMm, display)} too much, and a tool or a vice meets sooner.${others.length ? ` No envelope sees the other axis, and the height of the work is another one after each move of ${last.letter}: clamp it, and touch off again.` : ''}`,
        station: 'machine',
        field: 'noseToTable',
        remedies:
          last.wayMm > -leastMm
            ? [
                {
                  label: (display) => `Let ${last.letter} close no further than ${mm(edge, display)}`,
                  command: {
                    name: 'override-setting',
                    args: {
                      setting: `axis/${last.id}/envelope-${last.end}`,
                      title: `Envelope of ${last.letter}`,
                      value: quantity(edge, 'mm'),
                      reason: 'The spindle nose would come down on the table.',
                    },
                  },
                },
              ]
            : [],
      },
    ];
  },
};
