import type { Design } from './design';
import type { LoadService } from './connections';
import { clampsAxis } from './connections';
import { figureOr } from '../units/derived';

/** Where nothing is entered: a valve with a hand's length of hose and a small cylinder, s. */
const USUAL_FREE_S = 0.3;
const USUAL_CLOSE_S = 0.3;

/** What holds an axis still between its moves. */
export interface AxisClamp {
  output: string;
  /** The valve or coil that the output switches. */
  device: string | undefined;
  serves: Extract<LoadService, 'frees-axis' | 'clamps-axis'>;
  freeS: number;
  closeS: number;
}

/** The clamp of an axis that an output works; undefined without one. */
export function clampOf({ axes, outputs }: Pick<Design, 'axes' | 'outputs'>, axis: string): AxisClamp | undefined {
  for (const [output, o] of Object.entries(outputs))
    if (o.axis === axis && clampsAxis(o.serves))
      return {
        output,
        device: o.devices[0],
        serves: o.serves,
        freeS: figureOr(axes[axis]?.clampFreeTime, USUAL_FREE_S),
        closeS: figureOr(axes[axis]?.clampCloseTime, USUAL_CLOSE_S),
      };
  return undefined;
}
