/** Sorted copy and the value at a share of it: 0.5 the median, 0.95 the 95th percentile. */
export const quantile = (values: readonly number[], share: number): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))] ?? NaN;
};

/** The engine compiles what runs often, beside the work: until then a run takes twice as long or more. */
const WARM_UP_MS = 1500;

/** Times a function `runs` times, once the engine has compiled it; in ms. */
export function time(runs: number, work: () => void): number[] {
  const begun = performance.now();
  for (let i = 0; i < 8 || performance.now() - begun < WARM_UP_MS; i++) work();
  return Array.from({ length: runs }, () => {
    const start = performance.now();
    work();
    return performance.now() - start;
  });
}

export interface Figure {
  name: string;
  value: number;
  unit: string;
  /** The bound, and whether the value must stay below or above it. */
  bound: number;
  most: boolean;
}

export function report(figures: readonly Figure[]): void {
  for (const f of figures) {
    const met = f.most ? f.value <= f.bound : f.value >= f.bound;
    const value = f.value >= 100 ? f.value.toFixed(0) : f.value.toFixed(2);
    console.log(
      `${met ? 'met   ' : 'MISSED'}  ${f.name}: ${value} ${f.unit} (${f.most ? 'at most' : 'at least'} ${f.bound} ${f.unit})`,
    );
  }
}
