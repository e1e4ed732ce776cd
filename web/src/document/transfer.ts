import { wrap } from 'comlink';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { writeMachineFile } from '@nodaxis/core/machine/file';
import { machineInHelpReport } from '@nodaxis/core/reports/machineInHelpReport';
import { MAX_FILE_BYTES, readMachineFile } from '@nodaxis/core/machine/reading/read';
import type { Fault, Result } from '@nodaxis/core/units/result';
import { fail, ok } from '@nodaxis/core/units/result';
import { browserStore } from './browserStore';
import type { Bundle } from './bundle';
import type { Packer } from './zip';
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

/** Packing goes on beside the page, so that it stays at hand meanwhile. */
async function inWorker<T>(work: (packer: Packer) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('../workers/zip.worker.ts', import.meta.url), { type: 'module' });
  try {
    return await work(wrap<Packer>(worker));
  } finally {
    worker.terminate();
  }
}

/** Hands a machine out: as its file, or with its pictures in a zip. */
export async function exportMachine(file: MachineFile): Promise<void> {
  if (Object.keys(file.photos).length) {
    const packed = await inWorker((packer) => packBundle(browserStore, file, packer));
    download(fileName(file).replace(/\.json$/, '.zip'), packed, 'application/zip');
  } else download(fileName(file), writeMachineFile(file));
  onExport.forEach((tell) => tell(file));
}

/** Largest zip of a machine with its pictures. */
const MAX_ZIP_BYTES = 300e6;

/** Reads a file that was picked or dropped. Its size is looked at before its content. */
export async function importFile(picked: File): Promise<Result<Bundle, Fault[]>> {
  const tooLarge = (most: string) =>
    fail([
      {
        what: `${picked.name} has ${Math.round(picked.size / 1e6)} MB; ${most}. It was not opened.`,
        where: picked.name,
        mend: 'Check that you picked a .nodaxis.json or .nodaxis.zip file.',
      },
    ]);
  const zipped = isZip(new Uint8Array(await picked.slice(0, 2).arrayBuffer()));
  if (zipped) {
    if (picked.size > MAX_ZIP_BYTES) return tooLarge('a machine with its pictures has fewer');
    const bytes = new Uint8Array(await picked.arrayBuffer());
    return inWorker((packer) => unpackBundle(picked.name, bytes, packer));
  }
  if (picked.size > MAX_FILE_BYTES) return tooLarge('a machine file has a few at most');
  const text = await picked.text();
  // A help report holds a machine file; it opens like one.
  const read = readMachineFile(machineInHelpReport(text) ?? text);
  if (!read.ok) return read;
  // A machine file without its pictures: they may be in this browser already.
  return ok({ file: read.value, pictures: new Map(), faults: [] });
}
