import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Axis } from '../machine/mechanics';
import type { Derived } from '../units/derived';
import { figure, figureOr, gather, known, mapKnown, positive } from '../units/derived';

/** Distance that an axis needs to come to rest once a switch has tripped. */
export interface Stopping {
  speed: number;
  reactionS: number;
  distance: number;
}

/** A part that a switch is read through, with its id. */
export interface Reader {
  id: string;
  part: Design['parts'][string];
}
const pollOf = (reader: Reader | undefined): Derived<number> => {
  const data = reader?.part.data;
  return data?.class === 'controller' || data?.class === 'input-board'
    ? figure(data.inputPoll, `parts.${reader!.id}.data.inputPoll`)
    : known(0);
};

/**
 * Stopping from the wanted (highest permitted) speed: v·(t_filter + t_poll) + v²/2a. A switch that arrives at an input
 * board is seen after the poll of the board and that of the controller.
 */
export function stoppingOf(
  axisId: string,
  axis: Axis,
  controller: Reader | undefined,
  board: Reader | undefined,
  filterS: number,
): Derived<Stopping> {
  const path = `axes.${axisId}`;
  return mapKnown(
    gather({
      speed: positive(axis.maxSpeed, `${path}.maxSpeed`),
      acceleration: positive(axis.acceleration, `${path}.acceleration`),
      ownPollS: pollOf(controller),
      boardPollS: pollOf(board),
    }),
    ({ speed, acceleration, ownPollS, boardPollS }) => ({
      speed,
      reactionS: ownPollS + boardPollS + filterS,
      distance: speed * (ownPollS + boardPollS + filterS) + (speed * speed) / (2 * acceleration),
    }),
  );
}

/** The longest filter among the limit circuits of an axis, in s. */
export const limitFilterS = (axisId: string, design: Pick<Design, 'circuits' | 'parts'>): number =>
  Object.values(design.circuits)
    .filter((c) => c.devices.some((d) => design.parts[d]?.mount?.axis === axisId))
    .reduce((most, c) => Math.max(most, figureOr(c.filter, 0)), 0);

/** The input board, where a switch of this axis arrives at it. */
export function boardOnTheWay(
  axisId: string,
  design: Design,
  inputs: Readonly<Record<string, TerminalRef>>,
): Reader | undefined {
  const id = design.roles.inputBoard;
  const part = id ? design.parts[id] : undefined;
  const arrives = Object.entries(inputs).some(
    ([circuit, input]) =>
      input.part === id && design.circuits[circuit]?.devices.some((d) => design.parts[d]?.mount?.axis === axisId),
  );
  return part && arrives ? { id: id!, part } : undefined;
}
