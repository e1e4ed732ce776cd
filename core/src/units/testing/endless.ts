/** The paths of all numbers that are not finite, below anything that is derived. */
export function endless(value: unknown, path = '', found: string[] = []): string[] {
  if (typeof value === 'number' && !Number.isFinite(value)) found.push(`${path}: ${value}`);
  else if (typeof value === 'object' && value !== null && !(value instanceof Map))
    for (const [k, v] of Object.entries(value)) endless(v, `${path}.${k}`, found);
  return found;
}
