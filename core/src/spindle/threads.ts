/** Speed of the axis while a thread is cut, mm/s: lead · rpm/60. */
export const threadSpeed = (leadMm: number, rpm: number): number => (leadMm * rpm) / 60;

/** Way that the axis needs before the thread begins, mm: v²/2a, and v · t for the wait of the control. */
export const runInMm = (speed: number, acceleration: number, waitS: number): number =>
  speed ** 2 / (2 * acceleration) + speed * waitS;

/** By how many degrees the begin of a pass strays when the control sees the index so much later at one time than at another. */
export const strayDegrees = (rpm: number, jitterS: number): number => rpm * 6 * jitterS;

/**
 * Highest speed of the spindle for a lead, rpm: that of the axis, and what its run-in has room for: v²/2a + v · t = room, solved for
 * v = a · (√(t² + 2 · room/a) − t).
 */
export function mostThreadRpm(
  leadMm: number,
  axisSpeed: number,
  acceleration: number,
  roomMm = Infinity,
  waitS = 0,
): number {
  const byRoom = acceleration * (Math.sqrt(waitS ** 2 + (2 * roomMm) / acceleration) - waitS);
  return (Math.min(axisSpeed, byRoom) * 60) / leadMm;
}

/** Speed of the spindle for a cutting speed at a diameter, rpm: v/(π · d); v in mm/s, d in mm. */
export const surfaceRpm = (mmS: number, diameterMm: number): number => (60 * mmS) / (Math.PI * diameterMm);
/** Diameter below which a clamp holds the speed, mm. */
export const clampedBelowMm = (mmS: number, clampRpm: number): number => (60 * mmS) / (Math.PI * clampRpm);

/** Turns of a tap beyond the depth at which it is reversed: half of the mean speed times the ramp, ½ · rpm/60 · t. */
export const reversalTurns = (rpm: number, rampS: number): number => (0.5 * rpm * rampS) / 60;
