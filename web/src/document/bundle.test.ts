import { dunnock } from '@nodaxis/core/samples/dunnock';
import { applyCommand } from '@nodaxis/core/commands/apply';
import { writeMachineFile, type MachineFile } from '@nodaxis/core/machine/file';
import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { isZip, packBundle, unpackBundle } from './bundle';
import { pictureKey, sha256Of } from './photos';
import type { KeyValueStore } from './slots';
import { desk } from '../workers/desk';

const store = (): KeyValueStore & { map: Map<string, unknown> } => {
  const map = new Map<string, unknown>();
  return {
    map,
    getItem: async <T>(k: string) => (map.get(k) as T) ?? null,
    setItem: async <T>(k: string, v: T) => (map.set(k, v), v),
    removeItem: async (k) => void map.delete(k),
    keys: async () => [...map.keys()],
  };
};

describe('a machine with its pictures', () => {
  const kept = store();
  let file: MachineFile;
  let sha256: string;
  let packed: Uint8Array;
  beforeAll(async () => {
    const bytes = new Uint8Array(Array.from({ length: 5000 }, (_, i) => (i * 31) % 251));
    sha256 = await sha256Of(bytes);
    await kept.setItem(pictureKey(sha256), { mime: 'image/jpeg', bytes });
    const start = dunnock();
    const reference = { name: 'inside the lid', mime: 'image/jpeg' as const, widthPx: 40, heightPx: 30, sha256 };
    const edit = applyCommand(
      { ...start, photos: { 'photo-1': reference } },
      { name: 'set-part', args: { part: 'controller', set: { photos: ['photo-1'], notes: 'jumper open' } } },
      '2026-03-03T10:00:00.000Z',
    );
    if (!edit.ok) throw new Error(edit.error[0]!.what);
    file = edit.value.file;
    packed = await packBundle(kept, file, desk);
  });
  it('goes out as a zip and comes back the same, picture and all', async () => {
    expect(isZip(packed)).toBe(true);
    const back = await unpackBundle('d.zip', packed, desk);
    if (!back.ok) throw new Error(back.error[0]!.what);
    expect(back.value.file).toEqual(file);
    expect(back.value.told).toEqual([]);
    expect(back.value.pictures.get(sha256)!.bytes.length).toBe(5000);
  });
  it('a picture that is missing or damaged is named, and the machine opens all the same', async () => {
    const without = await unpackBundle('d.zip', await packBundle(store(), file, desk), desk);
    expect(without).toMatchObject({
      ok: true,
      value: { told: [{ what: 'The picture "inside the lid" is missing.' }] },
    });
    const wrong = store();
    await wrong.setItem(pictureKey(sha256), { mime: 'image/jpeg', bytes: new Uint8Array(9) });
    const damaged = await unpackBundle('d.zip', await packBundle(wrong, file, desk), desk);
    expect(damaged).toMatchObject({
      ok: true,
      value: { told: [{ what: 'The picture "inside the lid" is damaged.' }] },
    });
  });
  it('a byte that was changed inside is noticed: a tilt of 0 does not become 1', async () => {
    // Stored as it is, so that the text can be found and changed in the archive.
    const json = new TextEncoder().encode(writeMachineFile(file));
    const stored = await desk.pack({ 'machine.nodaxis.json': { bytes: json, stored: true } });
    const text = new TextDecoder('latin1').decode(stored);
    const harmed = stored.slice();
    harmed[text.indexOf('"tilt":{"entered":0') + '"tilt":{"entered":'.length] = '1'.charCodeAt(0);
    expect(await unpackBundle('d.zip', harmed, desk)).toMatchObject({
      ok: false,
      error: [{ what: expect.stringContaining('damaged') }],
    });
  });
  it('of one machine always makes the same bytes', async () => {
    expect(await packBundle(kept, file, desk)).toEqual(packed);
  });
  it(
    'harmed anywhere is refused with a reason, or opens as it was: no byte of the machine is another',
    async () => {
      const minutes = Number(process.env.FUZZ_MINUTES ?? 0) / 4;
      // What comes back from the whole archive: in the one order of its fields, which an edit does not keep.
      const textOf = async (bytes: Uint8Array) => {
        const back = await unpackBundle('h.zip', bytes, desk);
        if (back.ok) return JSON.stringify(back.value.file);
        for (const f of back.error) expect(f.what && f.where && f.fix).toBeTruthy();
        return undefined;
      };
      const whole = await textOf(packed);
      expect(whole).toBeDefined();
      // A byte that nothing reads, the system that an entry was made on, may be another.
      const unread = packed.slice();
      unread[packed.findLastIndex((_, i) => packed[i] === 0x50 && packed[i + 1] === 0x4b && packed[i + 2] === 1) + 5] =
        9;
      expect(unread).not.toEqual(packed);
      expect(await textOf(unread)).toBe(whole);
      await fc.assert(
        fc.asyncProperty(
          fc.array(fc.tuple(fc.double({ min: 0, max: 0.9999, noNaN: true }), fc.nat(255), fc.nat(40)), {
            minLength: 1,
            maxLength: 4,
          }),
          async (harms) => {
            let harmed = packed;
            for (const [place, byte, length] of harms) {
              const at = Math.floor(place * harmed.length);
              harmed = harmed.slice();
              // A byte turned, or a piece taken out.
              if (length < 20) harmed[at] = byte;
              else harmed = new Uint8Array([...harmed.slice(0, at), ...harmed.slice(at + length)]);
            }
            expect([whole, undefined]).toContain(await textOf(harmed));
          },
        ),
        minutes
          ? { numRuns: 1e9, interruptAfterTimeLimit: minutes * 60_000, markInterruptAsFailure: false }
          : { numRuns: 60 },
      );
    },
    60_000 + 15_000 * Number(process.env.FUZZ_MINUTES ?? 0),
  );
  it('a zip of something else, a torn one, and one that would flood the disk are refused with a sentence', async () => {
    const other = await desk.pack({ 'readme.txt': { bytes: new Uint8Array(4), stored: true } });
    const torn = packed.slice(0, packed.length / 2);
    for (const bad of [other, torn])
      expect(await unpackBundle('x.zip', bad, desk)).toMatchObject({ ok: false, error: [{ where: 'x.zip' }] });
    const flood = { ...desk, unpack: async () => ({ tooMuch: 9e9 }) };
    const refused = await unpackBundle('x.zip', packed, flood);
    expect(!refused.ok && refused.error[0]!.what).toContain('9000 MB');
    const limits = { wanted: '.*', most: 100, mostEach: 1e9 };
    expect(await desk.unpack(packed, limits)).toHaveProperty('tooMuch');
  });
});
