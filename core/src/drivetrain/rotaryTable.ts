import type { Axis } from '../machine/mechanics';
import type { Derived } from '../units/derived';
import { figureOr, mapKnown, positive } from '../units/derived';
import type { Display } from '../units/print';
import { showValue } from '../units/print';
import type { Scale } from './scale';

/** What a rotary axis comes to at the rim of its largest work. */
export interface RimFigures {
  radiusMm: number;
  /** Way of the rim for one commanded step, and for the backlash of the gearing, mm. */
  stepMm: number;
  playMm: number;
  /** Speed of the rim at the top speed of the axis, mm/s; undefined while that is not known. */
  speedMmS: number | undefined;
  /** Torque of the cut at the table, N·m; 0 while no force is entered. */
  cutNm: number;
}

/** The same in a sentence: what one step and the backlash come to there, and what the cut asks for. */
export const rimInWords = (r: RimFigures, display: Display): string =>
  [
    ...(Number.isFinite(r.stepMm) ? [`one step is ${showValue(r.stepMm, 'length', display, 2)}`] : []),
    ...(r.playMm > 0 ? [`the backlash ${showValue(r.playMm, 'length', display, 2)}`] : []),
    ...(r.cutNm > 0 ? [`the cut turns the table with ${showValue(r.cutNm, 'torque', display, 3)}`] : []),
  ].join(', ');

const RADIANS = Math.PI / 180;

/** At the rim an angle is a way: s = r·φ; a force F across it turns the table with F·r. */
export const rimFigures = (
  axisId: string,
  axis: Axis,
  scale: Derived<Scale>,
  topSpeedDegS: number | undefined,
): Derived<RimFigures> =>
  mapKnown(positive(axis.workDiameter, `axes.${axisId}.workDiameter`), (diameterMm) => {
    const radiusMm = diameterMm / 2;
    const way = (degrees: number) => radiusMm * degrees * RADIANS;
    return {
      radiusMm,
      stepMm: scale.known ? way(scale.value.resolution) : NaN,
      playMm: way(figureOr(axis.backlash, 0)),
      speedMmS: topSpeedDegS === undefined ? undefined : way(topSpeedDegS),
      cutNm: (figureOr(axis.cuttingForce, 0) * radiusMm) / 1000,
    };
  });
