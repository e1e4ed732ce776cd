import { mainsOfDrive, voltsPerHertz } from '@nodaxis/core/settings/spindleDriveSettings';
import { outputOf } from '@nodaxis/core/spindle/output';
import type { Rotating } from '@nodaxis/core/spindle/rotating';
import { tapMachine, threadLimits } from '@nodaxis/core/settings/cutLimits';
import { computed } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';

/** What a cut is held against: the torque of the spindle, what a tap runs on by, and what bounds a thread. */
export function useCutJudgement(r: () => Rotating) {
  const machine = useOpenMachine();
  const output = computed(() => {
    const { design, settings } = machine.figures;
    return outputOf(r(), voltsPerHertz(r(), settings), mainsOfDrive(design, r()));
  });
  const taps = computed(() => tapMachine(machine.figures.design, machine.figures.settings, r()));
  const threads = computed(() => threadLimits(machine.figures.design, machine.figures.settings, r()));
  return { output, taps, threads };
}
