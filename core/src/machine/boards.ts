import type { Design } from './design';
import type { Part } from './parts';

/** Whether a board can hang on a controller, for more inputs or outputs. */
export const takesBoard = (controller: Pick<Part, 'terminals'> | undefined): boolean =>
  Object.values(controller?.terminals ?? {}).some((t) => t.role === 'extension-link');

/** The input boards of a machine in the order in which its controller looks at them: the one that was chosen for it first. */
export const inputBoardsOf = ({ parts, roles }: Pick<Design, 'parts' | 'roles'>): { id: string; part: Part }[] =>
  Object.entries(parts)
    .flatMap(([id, part]) => (part.data.class === 'input-board' ? [{ id, part }] : []))
    .sort((a, b) => Number(b.id === roles.inputBoard) - Number(a.id === roles.inputBoard));
