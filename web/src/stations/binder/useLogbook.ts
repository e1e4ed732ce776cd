import { instancesOf } from '@nodaxis/core/bringup/graph';
import { tests } from '@nodaxis/core/bringup/list';
import { computed } from 'vue';
import { useOpenMachine } from '../../document/openMachine';

/** The titles of tests on the open machine, by their keys. */
export function useTestTitles() {
  const machine = useOpenMachine();
  const titles = computed(
    () =>
      new Map(instancesOf({ design: machine.design, figures: machine.figures }, tests).map((i) => [i.key, i.title])),
  );
  return (key: string) => titles.value.get(key) ?? key;
}
export const when = (at: string) =>
  new Date(at).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });
