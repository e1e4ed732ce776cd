/**
 * Depths of the passes of a thread, of the same chip each: the section of a V is as the square of its depth, so pass n of N lies
 * at depth · √(n/N).
 */
export const passDepths = (depth: number, passes: number): number[] =>
  Array.from({ length: passes }, (_, i) => depth * Math.sqrt((i + 1) / passes));

/** Depth of an external thread of 60° with the root flat of ISO 68-1, mm: 17/24 of the height of its triangle, 0.6134 · pitch. */
export const isoDepth = (pitchMm: number): number => (17 / 24) * (Math.sqrt(3) / 2) * pitchMm;
/** The same of a nut: 5/8 of that height, 0.5413 · pitch. */
export const isoNutDepth = (pitchMm: number): number => (5 / 8) * (Math.sqrt(3) / 2) * pitchMm;

/** Passes after which the last one still takes at least `lastMm`: its share is depth · (1 − √(1 − 1/N)). */
export function passesFor(depthMm: number, lastMm: number, most: number): number {
  let n = 1;
  while (n < most && depthMm * (1 - Math.sqrt(1 - 1 / (n + 1))) >= lastMm) n++;
  return n;
}
