import type { Design } from './design';
import type { Part } from './parts';

/** Whether a board can hang on a controller, for more inputs or outputs. */
export const takesBoard = (controller: Pick<Part, 'terminals'> | undefined): boolean =>
  Object.values(controller?.terminals ?? {}).some((t) => t.role === 'extension-link');

/** The extension boards of a machine in the order in which its controller looks at them: as they came to it. */
export const inputBoardsOf = ({ parts }: Pick<Design, 'parts'>): { id: string; part: Part }[] =>
  Object.entries(parts).flatMap(([id, part]) => (part.data.class === 'input-board' ? [{ id, part }] : []));
