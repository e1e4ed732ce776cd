import type { MachineFile } from '@nodaxis/core/machine/file';
import { writeMachineFile } from '@nodaxis/core/machine/file';
import { withoutUnusedPictures } from '@nodaxis/core/machine/pictures';
import { machineInHelpReport } from '@nodaxis/core/reports/machineInHelpReport';
import { MAX_FILE_CHARACTERS } from '@nodaxis/core/machine/limits';
import type { ReadingStep } from '@nodaxis/core/machine/reading/read';
import type { Fault, Result } from '@nodaxis/core/units/result';
import { fail, ok } from '@nodaxis/core/units/result';
import { besidePage } from './besidePage';
import { asImported } from './keep';
import { browserStore } from './browserStore';
import type { Bundle } from './bundle';
import { isZip, packBundle, unpackBundle } from './bundle';

export const fileName = (file: MachineFile): string => {
  const plain = file.design.name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  return `${plain || 'machine'}-${new Date().toISOString().slice(0, 10)}.nodaxis.json`;
};

/** Hands text or bytes to the reader as a file. */
export function download(name: string, content: string | Uint8Array<ArrayBuffer>, type = 'application/json'): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** Called with each machine whose file was handed out, so that the offer of a backup can rest. */
export const onExport = new Set<(file: MachineFile) => void>();

/** Hands a machine out: as its file, or with its pictures in a zip. */
export async function exportMachine(whole: MachineFile): Promise<void> {
  // What was taken off does not leave the house.
  const file = withoutUnusedPictures(whole);
  await besidePage(async (desk) => {
    // Read back by the importer’s own checks: its fields then stand in their one order, so that one design makes the same bytes.
    const read = await desk.read(JSON.stringify(file));
    const ordered = read.ok ? read.value.file : file;
    if (Object.keys(file.photos).length)
      download(
        fileName(file).replace(/\.json$/, '.zip'),
        await packBundle(browserStore, ordered, desk),
        'application/zip',
      );
    else download(fileName(file), writeMachineFile(ordered));
  });
  onExport.forEach((tell) => tell(whole));
}

/** Largest zip of a machine with its pictures. */
const MAX_ZIP_BYTES = 300e6;

/**
 * Reads a file that was picked or dropped, beside the page, so that it can be watched and stopped. Its size is looked at before its
 * content. Errors: what is wrong with it; `Stopped`.
 */
export async function importFile(
  picked: File,
  tell?: (step: ReadingStep) => void,
  stop?: AbortSignal,
): Promise<Result<Bundle, Fault[]>> {
  const refuse = (what: string, fix: string) => fail([{ what, where: picked.name, fix }]);
  const tooLarge = (most: string) =>
    refuse(
      `${picked.name} has ${Math.round(picked.size / 1e6)} MB; ${most}. It was not opened.`,
      'Check that you picked a .nodaxis.json or .nodaxis.zip file.',
    );
  try {
    if (isZip(new Uint8Array(await picked.slice(0, 2).arrayBuffer()))) {
      if (picked.size > MAX_ZIP_BYTES) return tooLarge('a machine with its pictures has fewer');
      const bytes = new Uint8Array(await picked.arrayBuffer());
      const bundle = await besidePage((desk) => unpackBundle(picked.name, bytes, desk, tell), stop);
      if (bundle.ok) asImported(bundle.value.file);
      return bundle;
    }
    if (picked.size > MAX_FILE_CHARACTERS) return tooLarge('a machine file has a few at most');
    const text = await picked.text();
    // A help report holds a machine file; it opens like one.
    const read = await besidePage((desk) => desk.read(machineInHelpReport(text) ?? text, tell), stop);
    // A machine file without its pictures: they may be in this browser already.
    return read.ok ? ok({ file: asImported(read.value.file), pictures: new Map(), told: read.value.told }) : read;
  } catch (e) {
    // A stick that was pulled, a file that was deleted or may not be read.
    if (e instanceof DOMException && /^Not(Found|Readable|Allowed)/.test(e.name))
      return refuse(
        `${picked.name} could not be read to its end.`,
        'Check that the file is still there, and pick it again.',
      );
    throw e;
  }
}
