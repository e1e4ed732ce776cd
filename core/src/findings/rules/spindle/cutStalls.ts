import type { WantedCut } from '../../../machine/parts';
import { mainsOfDrive, voltsPerHertz } from '../../../settings/spindleDriveSettings';
import { outputOf } from '../../../spindle/output';
import { rotatingOf } from '../../../spindle/rotating';
import { againstStages, bestStage, cutNeed } from '../../../spindle/wantedCuts';
import { showValue } from '../../../units/print';
import { baseValue, quantity } from '../../../units/quantity';
import { roundBase } from '../../../units/round';
import type { FindingDraft, Rule } from '../../finding';

/** A cut that the spindle is wanted for and cannot take on any of its stages. */
export const cutStalls: Rule = {
  code: 'cut-stalls',
  severity: 'doubtful',
  check: ({ design, settings }): FindingDraft[] => {
    const r = rotatingOf(design);
    const cuts = r?.motor.setup.wantedCuts ?? [];
    if (!r || !cuts.length) return [];
    const output = outputOf(r, voltsPerHertz(r, settings), mainsOfDrive(design, r));
    if (!output.known) return [];
    return cuts.flatMap((cut, i): FindingDraft[] => {
      const need = cutNeed(cut);
      const best = need && bestStage(againstStages(need, output.value, r.stages));
      if (!need || !best || best.share <= 1) return [];
      const less = best.reached && cut.depth ? roundBase(baseValue(cut.depth) / best.share, 'length', 'down') : 0;
      const smaller: WantedCut[] = cuts.map((c, k) => (k === i ? { ...c, depth: quantity(less, 'mm') } : c));
      return [
        {
          subject: `${r.motorId}/${cut.name}`,
          title: best.reached
            ? `The spindle stalls in “${cut.name}”`
            : `The spindle does not turn so fast as “${cut.name}” asks`,
          explain: (display) =>
            `It asks for ${showValue(need.nm, 'torque', display, 3)} at ${showValue(need.rpm, 'rotation', display, 4)}; ${best.reached ? `the motor has ${showValue(best.hasNm, 'torque', display, 3)} for a cut there${r.stages.length > 1 ? `, on ${best.stage.name}` : ''}` : 'no stage reaches that speed'}.`,
          station: 'spindle',
          field: `parts.${r.motorId}.setup.wantedCuts`,
          remedies:
            less > 0
              ? [
                  {
                    label: (display) => `Cut ${showValue(less, 'length', display, 3)} deep`,
                    command: { name: 'set-cuts', args: { part: r.motorId, cuts: smaller } },
                  },
                ]
              : [],
        },
      ];
    });
  },
};
