import type { Symbol } from './symbols';

/** A stroke of a symbol: an SVG path in a box of 34 × 34, drawn as a line or filled. */
export interface Stroke {
  d: string;
  filled?: boolean;
}
/** A letter in a symbol, centred at a point. */
export interface Letter {
  text: string;
  x: number;
  y: number;
}
export interface Shape {
  strokes: readonly Stroke[];
  letters?: readonly Letter[];
}

const line = (d: string): Stroke => ({ d });
const circle = (cx: number, cy: number, r: number): Stroke =>
  line(`M${cx - r},${cy} a${r},${r} 0 1 0 ${2 * r},0 a${r},${r} 0 1 0 ${-2 * r},0`);
const square = line('M3,3 H31 V31 H3 Z');
const letter = (text: string, x = 17, y = 21): Letter => ({ text, x, y });
/** A contact: two leads and the moving arm between them, closing (off the line) or opening (across a bar). */
const closing = (x: number): Stroke[] => [line(`M${x},2 V11 M${x},32 V23 L${x - 7},11`)];
const opening = (x: number): Stroke[] => [line(`M${x},2 V11 H${x + 6} M${x},32 V23 L${x + 7},9`)];

/** Graphical symbols after IEC 60617, simplified to what can be read at a glance. */
export const shapes: Record<Symbol, Shape> = {
  'motor-steps': {
    strokes: [circle(17, 17, 14), line('M9,25 H13 V22 H17 V25 H21 V22 H25')],
    letters: [letter('M', 17, 18)],
  },
  'motor-three-phase': { strokes: [circle(17, 17, 14)], letters: [letter('M', 17, 17), letter('3~', 17, 27)] },
  'motor-direct-current': { strokes: [circle(17, 17, 14), line('M12,24 H22')], letters: [letter('M', 17, 19)] },
  supply: {
    strokes: [square, line('M3,31 L31,3 M7,11 q2.5,-4 5,0 q2.5,4 5,0 M18,25 H27 M18,28 h2 m1.5,0 h2 m1.5,0 h2')],
  },
  drive: { strokes: [square, line('M3,31 L31,3 M7,10 H14 M7,13 H14 M19,26 q2.5,-4 5,0 q2.5,4 5,0')] },
  controller: { strokes: [square, line('M3,10 H31 M8,20 H12 V15 H17 V20 H21 V15 H26')], letters: [] },
  contactor: { strokes: [line('M2,12 H14 V22 H2 Z M8,12 V2 M8,22 V32 M14,17 H20'), ...closing(26)] },
  relay: { strokes: [line('M2,12 H14 V22 H2 Z M8,12 V2 M8,22 V32 M14,17 H20'), ...closing(26)] },
  breaker: { strokes: [...closing(19), line('M16,8 L22,14 M22,8 L16,14')] },
  'switch-mains': { strokes: [...closing(19), line('M8,14 H14 M8,11 V17')] },
  'fuse-strip': { strokes: [line('M11,8 H23 V26 H11 Z M17,2 V32')] },
  strip: { strokes: [circle(8, 17, 4), circle(17, 17, 4), circle(26, 17, 4), line('M4,17 H30')] },
  earth: { strokes: [line('M17,4 V16 M6,16 H28 M10,21 H24 M14,26 H20')] },
  filter: { strokes: [square, line('M8,22 q2,-10 4,0 q2,-10 4,0 q2,-10 4,0 M23,13 V23 M26,13 V23')] },
  inlet: { strokes: [circle(17, 17, 14), circle(11, 15, 2), circle(23, 15, 2), circle(17, 23, 2)] },
  'contact-nc': { strokes: opening(16) },
  'contact-no': { strokes: closing(18) },
  'button-stop': { strokes: [...opening(20), line('M2,17 H20 M2,11 q5,6 0,12')] },
  button: { strokes: [...closing(22), line('M4,17 H18 M4,12 V22')] },
  sensor: { strokes: [line('M17,2 L32,17 L17,32 L2,17 Z M10,17 H24 M17,11 V23')] },
  lamp: { strokes: [circle(17, 17, 13), line('M8,8 L26,26 M26,8 L8,26')] },
  fan: { strokes: [circle(17, 17, 14), line('M17,17 q-10,-3 -6,-9 q5,0 6,9 q10,3 6,9 q-5,0 -6,-9')] },
  valve: { strokes: [line('M3,12 H15 V22 H3 Z M19,10 L31,24 V10 L19,24 Z M15,17 H19')] },
  encoder: { strokes: [circle(17, 17, 14), line('M17,3 V9 M17,25 V31 M3,17 H9 M25,17 H31'), circle(17, 17, 5)] },
  probe: { strokes: [line('M17,2 V18 M4,28 H30'), circle(17, 22, 4)] },
  plug: { strokes: [line('M4,17 H14 M14,11 q8,6 0,12 M20,17 H30'), { d: 'M17,15 h7 v4 h-7 Z', filled: true }] },
  'cable-screen': { strokes: [line('M2,13 H32 M2,21 H32 M13,17 m-5,0 a5,10 0 1 0 10,0 a5,10 0 1 0 -10,0')] },
  computer: { strokes: [line('M3,5 H31 V24 H3 Z M17,24 V29 M10,30 H24')] },
  box: { strokes: [square] },
};
