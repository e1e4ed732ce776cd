import CRC32 from 'crc-32';

const PATTERN = /,"digest":"([0-9a-f]{8})"\}\s*$/;

const digestOf = (text: string): string => (CRC32.str(text) >>> 0).toString(16).padStart(8, '0');

/** The text of a machine file with a checksum over all of it as its last field (CRC-32, as in zip archives). */
export const withDigest = (text: string): string => `${text.slice(0, -1)},"digest":"${digestOf(text)}"}`;

/** What a text says of itself: `intact`, `changed` since it was written, or `none` where it carries no checksum. */
export function digestState(text: string): 'intact' | 'changed' | 'none' {
  const found = PATTERN.exec(text.slice(-64));
  if (!found) return 'none';
  const whole = `${text.slice(0, text.lastIndexOf(',"digest":'))}}`;
  return digestOf(whole) === found[1] ? 'intact' : 'changed';
}
