import type { MachineFile } from '@nodaxis/core/machine/file';
import { writeMachineFile } from '@nodaxis/core/machine/file';
import { MAX_FILE_CHARACTERS } from '@nodaxis/core/machine/limits';
import type { ReadingStep } from '@nodaxis/core/machine/reading/read';
import type { Fault, Result } from '@nodaxis/core/units/result';
import { fail, ok } from '@nodaxis/core/units/result';
import type { Picture } from './photos';
import { readPicture, sha256Of } from './photos';
import type { KeyValueStore } from './slots';
import type { FileDesk } from '../workers/desk';
import type { Entries, Packer, Unpacked } from '../workers/zip';

/** A machine with its pictures, as they travel: a zip of the machine file and the pictures by their hashes. */
export interface Bundle {
  file: MachineFile;
  pictures: ReadonlyMap<string, Picture>;
  /** What has to be told of it: what was left out, brought in line or doubted, and pictures that did not come along. */
  told: Fault[];
}

const MACHINE = 'machine.nodaxis.json';
const extension = { 'image/jpeg': 'jpg', 'image/png': 'png', 'image/webp': 'webp' } as const;
/** What all of it may unpack to: a small zip can hold a great deal of nothing. */
export const MOST_UNPACKED = 400e6;

export const isZip = (head: Uint8Array): boolean => head[0] === 0x50 && head[1] === 0x4b;

/** Packs a machine with its pictures. */
export async function packBundle(
  store: KeyValueStore,
  file: MachineFile,
  packer: Packer,
): Promise<Uint8Array<ArrayBuffer>> {
  const entries: Entries = { [MACHINE]: { bytes: new TextEncoder().encode(writeMachineFile(file)), stored: false } };
  for (const ref of Object.values(file.photos)) {
    const picture = await readPicture(store, ref.sha256);
    if (picture) entries[`pictures/${ref.sha256}.${extension[ref.mime]}`] = { bytes: picture.bytes, stored: true };
  }
  return packer.pack(entries);
}

/** Why an archive was not opened. */
export const notUnpacked = (name: string, why: Exclude<Unpacked, { files: unknown }>): Fault =>
  'damaged' in why
    ? {
        what: `${name} is a zip that is damaged (${why.damaged}).`,
        where: name,
        fix: 'Export it again, or fetch the file again.',
      }
    : {
        what: `${name} would unpack to ${Math.round(why.tooMuch / 1e6)} MB. It was not opened.`,
        where: name,
        fix: 'Check that you picked a file that was exported from here.',
      };

/** Opens a zip of a machine. Sizes are looked at before anything is unpacked, and every picture against its hash. */
export async function unpackBundle(
  name: string,
  packed: Uint8Array,
  desk: FileDesk,
  tell?: (step: ReadingStep) => void,
): Promise<Result<Bundle, Fault[]>> {
  const refuse = (what: string, fix: string) => fail<Fault[]>([{ what, where: name, fix }]);
  const unpacked = await desk.unpack(packed, {
    wanted: '^(machine\\.nodaxis\\.json|pictures/[0-9a-f]{64}\\.(jpg|png|webp))$',
    most: MOST_UNPACKED,
    mostEach: MAX_FILE_CHARACTERS,
  });
  if (!('files' in unpacked)) return fail([notUnpacked(name, unpacked)]);
  const { files } = unpacked;
  const json = files[MACHINE];
  if (!json)
    return refuse(
      `${name} holds no ${MACHINE}, or one that is far too large.`,
      'Pick a zip that was exported from here.',
    );
  const read = await desk.read(new TextDecoder().decode(json), tell);
  if (!read.ok) return read;
  const pictures = new Map<string, Picture>();
  const { file, told } = read.value;
  for (const ref of Object.values(file.photos)) {
    const bytes = files[`pictures/${ref.sha256}.${extension[ref.mime]}`];
    const copy = bytes && new Uint8Array(bytes);
    if (copy && (await sha256Of(copy)) === ref.sha256) pictures.set(ref.sha256, { mime: ref.mime, bytes: copy });
    else
      told.push({
        what: `The picture "${ref.name}" ${bytes ? 'is damaged' : 'is missing'}.`,
        where: name,
        fix: 'The machine was opened without it.',
      });
  }
  return ok({ file, pictures, told });
}
