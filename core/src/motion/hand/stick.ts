/** How a stick is read. */
export interface StickSettings {
  /** Share of its throw around the middle that means nothing. */
  deadZone: number;
  /** Only the axis that is pushed further moves. */
  lock: boolean;
  /** 1: speed in proportion to the throw; 2 and more: finer around the middle. */
  curve: number;
}
export const usualStick: StickSettings = { deadZone: 0.15, lock: true, curve: 2 };

/** Shares of the speed, −1 to 1, for the two directions of a stick, from its throw in each. */
export function stickShares(x: number, y: number, s: StickSettings): [number, number] {
  const share = (v: number) => {
    const size = Math.min(1, Math.abs(v));
    if (!(size > s.deadZone)) return 0;
    return Math.sign(v) * ((size - s.deadZone) / (1 - s.deadZone)) ** s.curve;
  };
  const [a, b] = [share(x), share(y)];
  if (!s.lock || a === 0 || b === 0) return [a, b];
  return Math.abs(x) >= Math.abs(y) ? [a, 0] : [0, b];
}
