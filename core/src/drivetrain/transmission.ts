import type { Derived } from '../units/derived';
import { figureOr, gather, known, mapKnown, positive } from '../units/derived';
import type { Transmission } from '../machine/mechanics';

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** Motor revolutions per output revolution; 1 where none is given. A worm turns its wheel by starts/teeth. */
export const ratioOf = (t: Transmission): number => aheadOf(t) * wormRatio(t);
/** The part of it that stands ahead of a worm. */
const aheadOf = (t: Transmission): number => {
  const r = figureOr(t.ratio, 1);
  return r > 0 && Number.isFinite(r) ? r : 1;
};
/** Turns of the worm for one of its wheel; 1 without a worm. */
const wormRatio = (t: Transmission): number =>
  t.kind === 'rotary' && t.wheelTeeth ? t.wheelTeeth / (t.wormStarts ?? 1) : 1;

/** Lead of a screw in mm: starts · pitch. */
export const leadMm = (t: Extract<Transmission, { kind: 'screw' }>, path: string): Derived<number> =>
  mapKnown(positive(t.pitch, `${path}.pitch`), (pitchMm) => pitchMm * t.starts);

/**
 * Travel of the axis for one revolution of the motor, in mm (linear) or degrees (rotary).
 * Screw lead/r; belt teeth·pitch/r; rack π·module·teeth/(r·cos β); rotary 360°/r, r with its worm.
 * `path` is the field path of the transmission, for what is missing.
 */
export function travelPerRevolution(t: Transmission, path: string): Derived<number> {
  const r = ratioOf(t);
  switch (t.kind) {
    case 'screw':
      return mapKnown(leadMm(t, path), (lead) => lead / r);
    case 'belt':
      return mapKnown(positive(t.pitch, `${path}.pitch`), (pitchMm) => (t.teeth * pitchMm) / r);
    case 'rack':
      return mapKnown(
        gather({ moduleMm: positive(t.module, `${path}.module`), helixDeg: known(figureOr(t.helixAngle, 0)) }),
        ({ moduleMm, helixDeg }) => (Math.PI * moduleMm * t.teeth) / (r * Math.cos(radians(helixDeg))),
      );
    case 'rotary':
      return known(360 / r);
  }
}

/** The formula of the travel per revolution, with the numbers substituted. */
export function travelFormula(t: Transmission): { formula: string; numbers: (print: (n: number) => string) => string } {
  const r = ratioOf(t);
  switch (t.kind) {
    case 'screw':
      return {
        formula: 'starts · pitch / ratio',
        numbers: (p) => `${t.starts} · ${p(figureOr(t.pitch, NaN))} / ${p(r)}`,
      };
    case 'belt':
      return {
        formula: 'teeth · pitch / ratio',
        numbers: (p) => `${t.teeth} · ${p(figureOr(t.pitch, NaN))} / ${p(r)}`,
      };
    case 'rack':
      return {
        formula: 'π · module · teeth / (ratio · cos β)',
        numbers: (p) =>
          `π · ${p(figureOr(t.module, NaN))} · ${t.teeth} / (${p(r)} · cos ${p(figureOr(t.helixAngle, 0))}°)`,
      };
    case 'rotary':
      return t.wheelTeeth
        ? {
            formula: '360° · starts / (ratio · teeth of the wheel)',
            numbers: (p) => `360 · ${t.wormStarts ?? 1} / (${p(aheadOf(t))} · ${t.wheelTeeth})`,
          }
        : { formula: '360° / ratio', numbers: (p) => `360 / ${p(r)}` };
  }
}
