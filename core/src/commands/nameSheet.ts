import type { Draft } from 'immer';
import type { Handler } from './command';

/** Embeds a name sheet in the machine, or takes it out. */
export const useNameSheet: Handler<'use-name-sheet'> = {
  title: ({ sheet }, before) =>
    sheet ? `Name sheet: ${sheet.name}` : `Name sheet taken out: ${before.nameSheet?.name ?? ''}`,
  apply({ sheet }, draft) {
    if (sheet) draft.nameSheet = structuredClone(sheet) as Draft<typeof sheet>;
    else delete draft.nameSheet;
  },
};
