import { rimFigures } from '../../../drivetrain/rotaryTable';
import { clampOf } from '../../../machine/axisClamp';
import { showValue } from '../../../units/print';
import { baseValue, quantity } from '../../../units/quantity';
import type { FindingDraft, Rule } from '../../finding';

/** A clamp is to hold this many times the torque of the cut: cutters strike. */
const CLAMP_FACTOR = 1.5;

/** The clamp of an axis whose times nobody has entered. */
export const clampUntimed: Rule = {
  code: 'clamp-untimed',
  severity: 'doubtful',
  check: ({ axes, design }) =>
    axes.flatMap(({ id, axis }): FindingDraft[] => {
      const clamp = clampOf(design, id);
      if (!clamp || (axis.clampFreeTime && axis.clampCloseTime)) return [];
      const field = axis.clampFreeTime ? 'clampCloseTime' : 'clampFreeTime';
      const usual = axis.clampFreeTime ? clamp.closeS : clamp.freeS;
      return [
        {
          subject: id,
          title: `How long the clamp of ${axis.letter} takes is not entered`,
          explain: (display) =>
            `${showValue(usual, 'time', display, 2)} are taken. If it takes longer, ${axis.letter} starts against its clamp and loses steps, or the cut goes on before it holds. Time it: from the click of the valve until the table turns freely, and back.`,
          station: 'machine',
          field: `axes.${id}.${field}`,
          remedies: [
            {
              label: (display) => `Wait ${showValue(SAFE_S, 'time', display, 2)} for it`,
              command: {
                name: 'several',
                args: {
                  title: `Clamp of ${axis.letter}: time to wait`,
                  commands: (['clampFreeTime', 'clampCloseTime'] as const)
                    .filter((k) => !axis[k])
                    .map((k) => ({
                      name: 'set-field' as const,
                      args: { path: `axes.${id}.${k}`, value: quantity(SAFE_S, 's', 'estimate') },
                    })),
                },
              },
            },
          ],
        },
      ];
    }),
};
/** No small cylinder on a valve of its own takes longer, s. */
const SAFE_S = 1;

/** A clamp that holds less than the cut asks for, at the rim of the largest work. */
export const clampSlips: Rule = {
  code: 'clamp-slips',
  severity: 'doubtful',
  check: ({ axes, design }) =>
    axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const clamp = clampOf(design, id);
      const scale = drives[0]?.scale;
      if (!clamp || !axis.clampTorque || !scale) return [];
      const rim = rimFigures(id, axis, scale, undefined);
      const holds = baseValue(axis.clampTorque);
      if (!rim.known || rim.value.cutNm * CLAMP_FACTOR <= holds) return [];
      const { cutNm, radiusMm } = rim.value;
      const slips = cutNm > holds;
      return [
        {
          subject: id,
          ...(slips ? { severity: 'wont-work' as const } : {}),
          title: `The cut ${slips ? 'turns' : 'may turn'} ${axis.letter} in its clamp`,
          explain: (display) =>
            `${showValue(baseValue(axis.cuttingForce!), 'force', display, 3)} across the rim, ${showValue(radiusMm, 'length', display, 3)} from the axis, are ${showValue(cutNm, 'torque', display, 3)}; the clamp holds ${showValue(holds, 'torque', display, 3)}, and is to hold ${CLAMP_FACTOR} times the cut, because cutters strike. Cut nearer to the axis or lighter, or use a stronger clamp.`,
          station: 'machine',
          field: `axes.${id}.clampTorque`,
          remedies: [],
        },
      ];
    }),
};
