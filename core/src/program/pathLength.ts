/**
 * Length of a way between two places: mm along the path where any linear axis moves, else ° of those that turn. `arc`: the two axes
 * that go round, with radius (mm) and sweep (rad); the others are screwed along.
 */
export function pathLength(
  from: readonly number[],
  to: readonly number[],
  linear: readonly boolean[],
  arc?: { a: number; b: number; radius: number; sweep: number },
): number {
  let [square, turning] = [0, 0];
  for (let i = 0; i < to.length; i++) {
    if (arc && (i === arc.a || i === arc.b)) continue;
    const d = to[i]! - from[i]!;
    if (linear[i]) square += d * d;
    else turning += d * d;
  }
  if (arc) square += (arc.radius * arc.sweep) ** 2;
  return Math.sqrt(square > 0 ? square : turning);
}
