import type { Design } from '../machine/design';
import type { Axis } from '../machine/mechanics';
import type { Derived } from '../units/derived';
import { figure, figureOr, gather, known, mapKnown, positive } from '../units/derived';

/** Distance that an axis needs to come to rest once a switch has tripped. */
export interface Stopping {
  speed: number;
  reactionS: number;
  distance: number;
}

/** Stopping from the wanted (highest permitted) speed: v·(t_filter + t_poll) + v²/2a. */
export function stoppingOf(
  axisId: string,
  axis: Axis,
  controllerId: string | undefined,
  controller: Design['parts'][string] | undefined,
  filterS: number,
): Derived<Stopping> {
  const path = `axes.${axisId}`;
  return mapKnown(
    gather({
      speed: positive(axis.maxSpeed, `${path}.maxSpeed`),
      acceleration: positive(axis.acceleration, `${path}.acceleration`),
      pollS:
        controller?.data.class === 'controller'
          ? figure(controller.data.inputPoll, `parts.${controllerId}.data.inputPoll`)
          : known(0),
    }),
    ({ speed, acceleration, pollS }) => ({
      speed,
      reactionS: pollS + filterS,
      distance: speed * (pollS + filterS) + (speed * speed) / (2 * acceleration),
    }),
  );
}

/** The longest filter among the limit circuits of an axis, in s. */
export const limitFilterS = (axisId: string, design: Pick<Design, 'circuits' | 'parts'>): number =>
  Object.values(design.circuits)
    .filter((c) => c.devices.some((d) => design.parts[d]?.mount?.axis === axisId))
    .reduce((most, c) => Math.max(most, figureOr(c.filter, 0)), 0);
