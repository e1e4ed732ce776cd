import isEqual from 'fast-deep-equal';
import { isDraft, original } from 'immer';

/** Changes a draft into something else, only where it differs, item by item down to `depth`, so that the patches stay small. */
export function become(from: Record<string, unknown>, to: Record<string, unknown>, depth: number): void {
  for (const key of Object.keys(from)) if (!Object.hasOwn(to, key)) delete from[key];
  for (const [key, value] of Object.entries(to)) {
    const own = from[key];
    // Nothing of it was changed so far: what it came from compares faster than the draft.
    if (isEqual(isDraft(own) ? original(own) : own, value)) continue;
    const tables =
      depth > 1 && own && value && typeof own === 'object' && typeof value === 'object' && !Array.isArray(value);
    if (tables) become(own as Record<string, unknown>, value as Record<string, unknown>, depth - 1);
    else from[key] = value;
  }
}
