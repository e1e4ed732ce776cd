import { fieldSupply } from '../distribution/supplies';
import { inputBoardsOf } from '../machine/boards';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Axis } from '../machine/mechanics';
import type { Part } from '../machine/parts';
import type { Derived } from '../units/derived';
import { filterTime, inputStage } from './filter';
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

/** Way to rest from a speed: v·t until it is seen, v²/2a, and v·a/2j more where the jerk is limited (0: it is not). */
export const wayToRest = (speed: number, acceleration: number, reactionS: number, jerk = 0): number =>
  speed * reactionS + speed ** 2 / (2 * acceleration) + (jerk > 0 ? (speed * acceleration) / (2 * jerk) : 0);

/**
 * The speed from which an axis stops within a distance: v·t + v²/2a + v·a/2j = d, so v = a·(√(T² + 2·d/a) − T) with
 * T = t + a/2j; t is the time until the trip is seen, j the jerk (0: without limit).
 */
export function speedToStopWithin(distance: number, acceleration: number, reactionS: number, jerk: number): number {
  const t = reactionS + (jerk > 0 ? acceleration / (2 * jerk) : 0);
  return acceleration * (Math.sqrt(t * t + (2 * Math.max(0, distance)) / acceleration) - t);
}

/** From the change of an input until the control has seen it, s: its filters, the poll of its board, the control's own. */
export function inputReactionS(design: Design, circuitId: string, input: TerminalRef): number {
  const readers = new Set([input.part, design.roles.controller]);
  const pollS = [...readers].reduce((sum, id) => {
    const poll = id && design.parts[id] ? pollOf({ id, part: design.parts[id] }) : known(0);
    return sum + (poll.known ? poll.value : 0);
  }, 0);
  const stage = inputStage(design.parts[input.part], input.terminal, fieldVolts(design, input.part));
  return pollS + filterTime(design.circuits[circuitId]!, stage).totalS;
}

/**
 * Stopping from the wanted (highest permitted) speed: v·(t_filter + t_poll) + v²/2a, and v·a/2j more where the jerk is
 * limited. A switch that arrives at an input board is seen after the poll of the board and that of the controller.
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
    ({ speed, acceleration, ownPollS, boardPollS }) => {
      const reactionS = ownPollS + boardPollS + filterS;
      const distance = wayToRest(speed, acceleration, reactionS, figureOr(axis.jerk, 0));
      return { speed, reactionS, distance };
    },
  );
}

/** What an isolated input is fed from, V. */
const FIELD_V = 24;
export const fieldVolts = (design: Parameters<typeof fieldSupply>[0], board?: string): number => {
  const data = fieldSupply(design, board)?.part.data;
  return data?.class === 'supply' ? figureOr(data.outputVoltage, FIELD_V) : FIELD_V;
};

/** The longest filter among the circuits of an axis, the wired one and the control's together, in s. */
export const limitFilterS = (
  axisId: string,
  design: Parameters<typeof fieldSupply>[0],
  inputs: Readonly<Record<string, TerminalRef>>,
): number =>
  Object.entries(design.circuits)
    .filter(([, c]) => c.function !== 'index' && c.devices.some((d) => design.parts[d]?.mount?.axis === axisId))
    .reduce((most, [id, c]) => {
      const input = inputs[id];
      const stage = input && inputStage(design.parts[input.part], input.terminal, fieldVolts(design, input.part));
      return Math.max(most, filterTime(c, stage).totalS);
    }, 0);

/** The input board at which a switch of this axis arrives; the slowest, where they arrive at several. */
export function boardOnTheWay(
  axisId: string,
  design: Design,
  inputs: Readonly<Record<string, TerminalRef>>,
): Reader | undefined {
  const arrives = (id: string) =>
    Object.entries(inputs).some(
      ([circuit, input]) =>
        input.part === id &&
        design.circuits[circuit]?.function !== 'index' &&
        design.circuits[circuit]?.devices.some((d) => design.parts[d]?.mount?.axis === axisId),
    );
  const poll = ({ data }: Part) => (data.class === 'input-board' ? figureOr(data.inputPoll, 0) : 0);
  return inputBoardsOf(design)
    .filter(({ id }) => arrives(id))
    .sort((a, b) => poll(b.part) - poll(a.part))[0];
}
