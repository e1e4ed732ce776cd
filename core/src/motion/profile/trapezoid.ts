/** A move with constant acceleration, a stretch at speed, and constant deceleration. Units: any length and seconds. */
export interface Trapezoid {
  distance: number;
  peakSpeed: number;
  acceleration: number;
  accelerationS: number;
  cruiseS: number;
  totalS: number;
}

/**
 * Plans a rest-to-rest move of `distance` (either sign) under a speed and an acceleration limit.
 * A short move never reaches the speed limit: its peak is √(a·s). Limits must be above zero.
 */
export function trapezoid(distance: number, speedLimit: number, acceleration: number): Trapezoid {
  const s = Math.abs(distance);
  const peakSpeed = Math.min(speedLimit, Math.sqrt(acceleration * s));
  const accelerationS = peakSpeed / acceleration;
  const cruiseS = s === 0 ? 0 : Math.max(0, (s - peakSpeed * accelerationS) / peakSpeed);
  return { distance, peakSpeed, acceleration, accelerationS, cruiseS, totalS: 2 * accelerationS + cruiseS };
}

/** Position along the move at time `t` from its start, with the sign of the distance. */
export function positionAt(move: Trapezoid, t: number): number {
  const { peakSpeed: v, acceleration: a, accelerationS: ta, cruiseS: tc, totalS } = move;
  const sign = Math.sign(move.distance);
  const s = Math.abs(move.distance);
  if (t <= 0) return 0;
  if (t >= totalS) return move.distance;
  if (t < ta) return sign * 0.5 * a * t * t;
  if (t < ta + tc) return sign * (0.5 * v * ta + v * (t - ta));
  const left = totalS - t;
  return sign * (s - 0.5 * a * left * left);
}

/** Distance needed to stop from `speed`: v²/2a, after `reactionS` at full speed. */
export const stoppingDistance = (speed: number, acceleration: number, reactionS = 0): number =>
  speed * reactionS + (speed * speed) / (2 * acceleration);
