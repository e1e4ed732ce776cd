/** One turn, degrees. */
export const TURN_DEG = 360;

/** An angle within its turn: from 0 up to, not including, 360°. */
export const withinTurn = (deg: number): number => {
  const rest = deg - Math.floor(deg / TURN_DEG) * TURN_DEG;
  // A hair below zero would round to a whole turn.
  return rest < TURN_DEG ? rest : 0;
};

/** Of all angles that mean the same place as `to`, the one nearest to `from`; half a turn away, it goes to plus. */
export const shortWay = (from: number, to: number): number => to + TURN_DEG * Math.floor((from - to) / TURN_DEG + 0.5);
