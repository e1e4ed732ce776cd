import { beforeEach, expect, it, vi } from 'vitest';
import { cleaned } from './photos';

const picture = (text: string) => ({
  mime: 'image/png' as const,
  bytes: new TextEncoder().encode(text) as Uint8Array<ArrayBuffer>,
});
/** Stands in for the browser: what does not begin with PIC is no picture; what is drawn anew holds its points alone. */
beforeEach(() => {
  vi.stubGlobal('createImageBitmap', async (blob: Blob) => {
    if (!(await blob.text()).startsWith('PIC')) throw new Error('no picture');
    return { width: 4, height: 3, close: () => undefined };
  });
  vi.stubGlobal('document', {
    createElement: () => ({
      getContext: () => ({ drawImage: () => undefined }),
      toBlob: (done: (b: Blob) => void) => done(new Blob(['points'])),
    }),
  });
});

it('a picture that comes in with a machine is looked at before it is kept: what is none is left out', async () => {
  expect(await cleaned(picture('<script>'))).toBeUndefined();
  const plain = picture('PIC plain');
  expect(await cleaned(plain)).toBe(plain);
});
it.each(['Exif\0\0GPS 48.1', 'eXIf', 'tEXtAuthor', 'http://ns.adobe.com/xap/1.0/', 'EXIF'])(
  'one that carries %s besides its points is drawn anew without it',
  async (mark) => {
    const clean = await cleaned(picture(`PIC ${mark} secret`));
    expect(new TextDecoder().decode(clean!.bytes)).toBe('points');
    expect(await cleaned(picture(`none ${mark}`))).toBeUndefined();
  },
);
