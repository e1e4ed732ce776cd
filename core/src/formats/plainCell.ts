/** The text of a cell. The apostrophe that keeps a spreadsheet from calculating belongs to the table, not to the text. */
export const plainCell = (cell: string | undefined): string => (cell ?? '').trim().replace(/^'(?=[=+\-@\t\r])/, '');
