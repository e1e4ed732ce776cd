import { expect, it } from 'vitest';
import { applyCommand, restoreRevision } from '../commands/apply';
import { wren } from '../samples/wren';
import type { MachineFile } from './file';
import { revisionOf } from './file';
import { withEntry } from './journal';
import { withoutUnusedPictures } from './pictures';
import { readMachineFile } from './reading/read';

const NOW = '2026-03-03T10:00:00.000Z';
const photo = { name: 'lid', mime: 'image/jpeg' as const, widthPx: 4, heightPx: 3, sha256: 'ab'.repeat(32) };
const run = (file: MachineFile, photos: string[] | null): MachineFile => {
  const r = applyCommand(file, { name: 'set-part', args: { part: 'controller', set: { photos } } }, NOW);
  if (!r.ok) throw new Error(r.error[0]!.what);
  return r.value.file;
};

it('a picture that was taken off leaves the file; the journal and a page keep theirs; an older revision comes back without it', () => {
  const start = { ...wren(), photos: { one: photo, two: photo, three: photo, four: photo } };
  const shown = run(start, ['one', 'two']);
  const off = withEntry(run(shown, null), { kind: 'note', text: 'seen', photos: ['three'] }, NOW);
  const kept = withoutUnusedPictures(off, new Set(['four']));
  expect(Object.keys(kept.photos)).toEqual(['three', 'four']);
  expect(withoutUnusedPictures(kept, new Set(['four']))).toBe(kept);
  const back = restoreRevision({ ...kept, photos: { ...kept.photos, two: photo } }, revisionOf(shown), NOW);
  expect(back!.file.design.parts.controller!.photos).toEqual(['two']);
  const read = readMachineFile(JSON.stringify(back!.file));
  expect(read.ok && read.value.told).toEqual([]);
});
