import { useMachine } from '../document/machine';
import { say } from '../ui/say';

/** Undo and redo that say what they did: it may have happened on another station than the one that is seen. */
export function useSteps() {
  const machine = useMachine();
  const told = (word: string, title: string): void => {
    if (title) say(`${word}: ${title}`);
  };
  return {
    undo: () => told('Undone', machine.undo()),
    redo: () => told('Done again', machine.redo()),
  };
}
