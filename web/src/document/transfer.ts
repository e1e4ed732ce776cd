import type { MachineFile } from '@nodaxis/core/machine/file';
import { writeMachineFile } from '@nodaxis/core/machine/file';
import { MAX_FILE_BYTES, readMachineFile } from '@nodaxis/core/machine/read';
import type { Fault, Result } from '@nodaxis/core/units/result';
import { fail } from '@nodaxis/core/units/result';

export const fileName = (file: MachineFile): string => {
  const plain = file.design.name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return `${plain || 'machine'}-${new Date().toISOString().slice(0, 10)}.nodaxis.json`;
};

/** Hands text to the reader as a file. */
export function download(name: string, text: string, type = 'application/json'): void {
  const url = URL.createObjectURL(new Blob([text], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Called with each machine whose file was handed out, so that the offer of a backup can rest. */
export const onExport = new Set<(file: MachineFile) => void>();

export function exportMachine(file: MachineFile): void {
  download(fileName(file), writeMachineFile(file));
  onExport.forEach((tell) => tell(file));
}

/** Reads a file that was picked or dropped. Its size is looked at before its content. */
export async function importFile(picked: File): Promise<Result<MachineFile, Fault[]>> {
  if (picked.size > MAX_FILE_BYTES)
    return fail([
      {
        what: `${picked.name} has ${Math.round(picked.size / 1e6)} MB; a machine file has a few at most. It was not opened.`,
        where: picked.name,
        mend: 'Check that you picked a .nodaxis.json file.',
      },
    ]);
  return readMachineFile(await picked.text());
}
