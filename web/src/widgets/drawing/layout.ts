import type { AxisFigures } from '@nodaxis/core/derivation/figureTypes';
import type { MachineKind } from '@nodaxis/core/machine/mechanics';
import { figureOr } from '@nodaxis/core/units/derived';

/** One direction of a view: the axis that runs along it, and which way its plus points on the sheet. */
export interface Way {
  id: string;
  figures: AxisFigures;
  lengthPx: number;
  /** Plus points to the left or down on the sheet. */
  reversed: boolean;
  /** The work moves instead of the tool. */
  work: boolean;
}

export interface View {
  title: string;
  /** Outer size of the travel area in px. */
  width: number;
  height: number;
  across: Way | undefined;
  along: Way | undefined;
}

/** Drawn in place of a travel that is not known yet. */
const UNKNOWN_MM = 300;
const LEAST_PX = 70;
const travelOf = (a: AxisFigures | undefined): number =>
  a ? Math.max(1, figureOr(a.axis.travel, UNKNOWN_MM)) : UNKNOWN_MM;

/** Lays plan and front elevation out from the axes alone: lengths to scale, signs as someone in front sees them. */
export function viewsOf(axes: readonly AxisFigures[], kind: MachineKind, maxWidth: number, maxHeight: number): View[] {
  const pick = (...plus: string[]) => axes.find((a) => a.axis.motion === 'linear' && plus.includes(a.axis.plus));
  const across = pick('right', 'left');
  const depth = pick('away', 'towards-you');
  const height = pick('up', 'down');
  const way = (a: AxisFigures | undefined, px: number, negative: string): Way | undefined =>
    a && {
      id: a.id,
      figures: a,
      lengthPx: px,
      reversed: a.axis.plus === negative,
      work: a.axis.carries === 'workpiece',
    };
  const wide = travelOf(across);
  const others = [depth, height].map((a) => (a ? travelOf(a) : wide * 0.35));
  // One scale for both views, so that they can be held against each other.
  const scale = Math.min(maxWidth / wide, ...others.map((o) => maxHeight / o));
  const view = (title: string, second: AxisFigures | undefined, negative: string): View => {
    // Never so flat that nothing can be told apart.
    const w = Math.max(wide * scale, LEAST_PX);
    const h = Math.max((second ? travelOf(second) : wide * 0.35) * scale, LEAST_PX);
    return { title, width: w, height: h, across: way(across, w, 'left'), along: way(second, h, negative) };
  };
  const plan = view('Plan', depth, 'towards-you');
  return height || kind !== 'lathe' ? [plan, view('Front elevation', height, 'down')] : [plan];
}

/** Where an axis stands on the sheet, as a share from the left or from the top. */
export const shareOnSheet = (way: Way, share: number, vertical: boolean): number =>
  way.reversed !== vertical ? 1 - share : share;
