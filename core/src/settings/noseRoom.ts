import type { Design } from '../machine/design';
import type { Axis } from '../machine/mechanics';
import type { Ruler } from '../switches/envelope';
import type { ControllerSettings } from './controllerSettings';
import { gather, mapKnown, positive, type Derived } from '../units/derived';

/** An upright axis, and how far it brings nose and table together from its far end. */
export interface ClosingAxis {
  id: string;
  letter: string;
  /** To the end of its envelope, mm. */
  wayMm: number;
  /** The end of its envelope at which they are nearest, and where that is. */
  end: 'min' | 'max';
  edgeMm: number;
}
/** The room between spindle nose and table, mm: apart as far as they go, and with every upright axis at the near end of its envelope. */
export interface NoseRoom {
  mostMm: number;
  leastMm: number;
  axes: ClosingAxis[];
}

/**
 * From the distance that was measured with all apart: less the way of each upright axis, from its hard stop at the far end to the near
 * end of its envelope. Plus parts tool and work, whichever of them moves (ISO 841); an axis whose plus points down closes with plus.
 */
export function noseRoom(
  design: Pick<Design, 'noseToTable'>,
  axes: readonly { id: string; axis: Axis; ruler: Derived<Ruler> }[],
  controller: Derived<Pick<ControllerSettings, 'axes'>>,
): Derived<NoseRoom> {
  const upright = axes.filter(({ axis }) => axis.motion === 'linear' && (axis.plus === 'up' || axis.plus === 'down'));
  const all = gather({
    mostMm: positive(design.noseToTable, 'noseToTable'),
    rulers: gather(Object.fromEntries(upright.map((a) => [a.id, a.ruler]))),
    controller,
  });
  return mapKnown(all, ({ mostMm, rulers, controller: told }) => {
    const closing = upright.flatMap(({ id, axis }): ClosingAxis[] => {
      const envelope = told.axes.find((a) => a.id === id)?.envelope;
      const ruler = rulers[id];
      if (!envelope || !ruler) return [];
      const end = axis.plus === 'up' ? 'min' : 'max';
      const wayMm = end === 'min' ? ruler.hardPlus - envelope.min : envelope.max - ruler.hardMinus;
      return [{ id, letter: axis.letter, wayMm, end, edgeMm: envelope[end] }];
    });
    return { mostMm, leastMm: closing.reduce((left, a) => left - a.wayMm, mostMm), axes: closing };
  });
}
