/** Stands before the machine file at the end of a help report. */
export const BEGIN = '--- machine file, this whole report opens with “Import a file” on the shelf ---';

/** The machine file inside a help report, where a text is one. */
export function machineInHelpReport(text: string): string | undefined {
  const at = text.indexOf(`\n${BEGIN}\n`);
  return at < 0 ? undefined : text.slice(at + BEGIN.length + 2).trim();
}
