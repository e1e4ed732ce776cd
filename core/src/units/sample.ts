/** Mean of a sample; NaN of none. */
export const mean = (v: readonly number[]): number => v.reduce((a, b) => a + b, 0) / v.length;
/** Standard deviation of a sample; 0 for fewer than two. */
export function deviation(v: readonly number[]): number {
  if (v.length < 2) return 0;
  const m = mean(v);
  return Math.sqrt(v.reduce((sum, x) => sum + (x - m) ** 2, 0) / (v.length - 1));
}
