import type { Command } from '@nodaxis/core/commands/command';
import type { Enclosure } from '@nodaxis/core/machine/enclosure';
import { showValue } from '@nodaxis/core/units/print';
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { useOpenMachine } from '../../../document/openMachine';
import { usePreferences } from '../../../document/preferences';

/** What the faces of one box share: the box, how it is edited, why an edit was not taken. */
export function usePanel(id: () => string) {
  const machine = useOpenMachine();
  const preferences = usePreferences();
  const design = computed(() => machine.figures.design);
  const box: ComputedRef<Enclosure> = computed(() => design.value.enclosures![id()]!);
  const refusal: Ref<string> = ref('');
  function run(command: Command): void {
    refusal.value = machine
      .run(command)
      .map((f) => `${f.what} ${f.fix}`)
      .join(' ');
  }
  const mm = (n: number) => showValue(n, 'length', preferences.display, 4);
  const part = (p: string) => design.value.parts[p]!;
  return { machine, preferences, design, box, refusal, run, mm, part };
}
