import type { PhotoRef } from '@nodaxis/core/machine/file';
import type { Result } from '@nodaxis/core/units/result';
import { fail, ok, type Fault } from '@nodaxis/core/units/result';
import type { KeyValueStore } from './slots';

/** A picture as it is kept: by the hash of its bytes, so that copies of a machine share it. */
export interface Picture {
  mime: PhotoRef['mime'];
  bytes: Uint8Array<ArrayBuffer>;
}

/** Longest side in px: enough to read a label on a driver, small enough for hundreds of them. */
const LONGEST = 1600;
const QUALITY = 0.82;
/** A picture straight from a camera; what is larger is no picture of a cabinet. */
const MOST_BYTES = 40e6;

export const pictureKey = (sha256: string): string => `picture/${sha256}`;

export async function sha256Of(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
  const hash = new Uint8Array(await crypto.subtle.digest('SHA-256', bytes));
  return [...hash].map((b) => b.toString(16).padStart(2, '0')).join('');
}

interface Drawn {
  picture: Picture;
  widthPx: number;
  heightPx: number;
}
/**
 * Draws a picture anew, no larger than it has to be: what comes out holds its points and nothing else, neither the place where it was
 * taken nor the device. `unreadable` where it is no picture, `failed` where the browser could not write one.
 */
async function redraw(blob: Blob): Promise<Drawn | 'unreadable' | 'failed'> {
  const image = await createImageBitmap(blob).catch(() => undefined);
  if (!image) return 'unreadable';
  const scale = Math.min(1, LONGEST / Math.max(image.width, image.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(image.width * scale));
  canvas.height = Math.max(1, Math.round(image.height * scale));
  canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
  image.close();
  const drawn = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
  if (!drawn) return 'failed';
  return {
    picture: { mime: 'image/jpeg', bytes: new Uint8Array(await drawn.arrayBuffer()) },
    widthPx: canvas.width,
    heightPx: canvas.height,
  };
}

/** Shrinks a picture on its way in. Errors: not a picture, or far too large. */
async function shrink(file: File): Promise<Result<Drawn, Fault>> {
  const refuse = (what: string, fix: string) => fail<Fault>({ what, where: file.name, fix });
  if (file.size > MOST_BYTES)
    return refuse(`${file.name} has ${Math.round(file.size / 1e6)} MB.`, 'Take a smaller picture.');
  const drawn = await redraw(file);
  if (drawn === 'unreadable')
    return refuse(`${file.name} is no picture that this browser can read.`, 'Use JPEG, PNG or WebP.');
  if (drawn === 'failed') return refuse(`${file.name} could not be made smaller.`, 'Try another picture.');
  return ok(drawn);
}

/** Marks of what cameras and programs write beside a picture: place, time, device, author. */
const METADATA = /Exif\0|EXIF|eXIf|ns\.adobe\.com|Photoshop 3|tEXt|iTXt|zTXt/;

/**
 * A picture that came in with a machine, as it may be kept: undefined where it is none. One that carries more than its points is
 * drawn anew, and has another hash then.
 */
export async function cleaned(picture: Picture): Promise<Picture | undefined> {
  const blob = new Blob([picture.bytes], { type: picture.mime });
  if (METADATA.test(new TextDecoder('latin1').decode(picture.bytes))) {
    const drawn = await redraw(blob);
    return typeof drawn === 'string' ? undefined : drawn.picture;
  }
  const image = await createImageBitmap(blob).catch(() => undefined);
  image?.close();
  return image && picture;
}

/** Takes a picture in: shrinks it, keeps it in the browser, and returns the reference for the machine file. */
export async function keepPicture(
  store: KeyValueStore,
  file: File,
): Promise<Result<{ id: string; ref: PhotoRef }, Fault>> {
  const small = await shrink(file);
  if (!small.ok) return small;
  const { picture, widthPx, heightPx } = small.value;
  const sha256 = await sha256Of(picture.bytes);
  await store.setItem(pictureKey(sha256), picture);
  return ok({
    id: `photo-${sha256.slice(0, 16)}`,
    ref: {
      name: file.name.slice(0, 120) || 'picture',
      mime: picture.mime,
      widthPx,
      heightPx,
      sha256,
      takenAt: new Date(file.lastModified || Date.now()).toISOString(),
    },
  });
}

export const readPicture = (store: KeyValueStore, sha256: string): Promise<Picture | null> =>
  store.getItem<Picture>(pictureKey(sha256));
