import type { Draft } from 'immer';
import type { Design } from '../machine/design';
import type { NameSheet } from '../machine/nameSheet';
import type { Handler } from './command';

const sheetIn = (design: Design, part: string | undefined) =>
  part === undefined ? design.nameSheet : design.driveSheets?.[part];

/** Keeps the name sheet of a drive, or drops it: a part that goes takes it along. */
export function putSheet(draft: Draft<Design>, part: string, sheet: Draft<NameSheet> | null | undefined): void {
  const others = { ...draft.driveSheets };
  delete others[part];
  if (sheet) others[part] = sheet;
  if (Object.keys(others).length) draft.driveSheets = others;
  else delete draft.driveSheets;
}

/** Embeds a name sheet in the machine, of its control or of one of its drives, or takes it out. */
export const useNameSheet: Handler<'use-name-sheet'> = {
  title: ({ sheet, part }, before) => {
    const of = part === undefined ? '' : ` of ${before.parts[part]?.designation ?? part}`;
    return sheet ? `Name sheet${of}: ${sheet.name}` : `Name sheet${of} taken out: ${sheetIn(before, part)?.name ?? ''}`;
  },
  apply({ sheet, part }, draft) {
    const own = sheet && (structuredClone(sheet) as Draft<typeof sheet>);
    if (part === undefined) {
      if (own) draft.nameSheet = own;
      else delete draft.nameSheet;
      return;
    }
    if (!Object.hasOwn(draft.parts, part))
      return { what: `There is no part "${part}".`, where: part, fix: 'Pick a drive of this machine.' };
    putSheet(draft, part, own);
  },
};
