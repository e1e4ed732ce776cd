/**
 * Keeps the result of a derivation for as long as each of its inputs is the very same object. The document is
 * immutable and shares what an edit did not touch, so identity tells whether anything changed.
 */
export class Cache {
  private readonly kept = new Map<string, { inputs: readonly unknown[]; value: unknown }>();

  /** `onCompute` is told the key of every derivation that really runs. */
  constructor(private readonly onCompute?: (key: string) => void) {}

  keep<T>(key: string, inputs: readonly unknown[], compute: () => T): T {
    const old = this.kept.get(key);
    if (old && old.inputs.length === inputs.length && old.inputs.every((v, i) => v === inputs[i]))
      return old.value as T;
    this.onCompute?.(key);
    const value = compute();
    this.kept.set(key, { inputs, value });
    return value;
  }
}
