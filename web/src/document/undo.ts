import { applyStep } from '@nodaxis/core/commands/apply';
import type { MachineFile } from '@nodaxis/core/machine/file';
import type { Patch } from 'immer';
import { shallowRef, type Ref } from 'vue';

/** An edit that can be taken back, or done again. */
export interface Step {
  title: string;
  patches: Patch[];
}

/** What can be taken back and done again of one document. Each step is an edit of its own: numbers of revisions only grow. */
export function useUndo(file: Readonly<Ref<MachineFile | undefined>>, settle: (next: MachineFile) => void) {
  const undoStack = shallowRef<Step[]>([]);
  const redoStack = shallowRef<Step[]>([]);
  /** An edit that was made; what was taken back before it is no longer to be done again. */
  function made(step: Step): void {
    undoStack.value = [...undoStack.value, step];
    redoStack.value = [];
  }
  function forget(): void {
    undoStack.value = [];
    redoStack.value = [];
  }
  function go(from: typeof undoStack, to: typeof undoStack, word: string): string {
    const last = from.value.at(-1);
    if (!last || !file.value) return '';
    const edit = applyStep(file.value, last.patches, `${word}: ${last.title}`, new Date().toISOString());
    from.value = from.value.slice(0, -1);
    to.value = [...to.value, { title: last.title, patches: edit.inverse }];
    settle(edit.file);
    return last.title;
  }
  return {
    undoStack,
    redoStack,
    made,
    forget,
    undo: () => go(undoStack, redoStack, 'Undone'),
    redo: () => go(redoStack, undoStack, 'Done again'),
  };
}
