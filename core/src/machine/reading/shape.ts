import type { Fault } from '../../units/result';

/** The deepest place of a machine file, a value inside a patch, lies 16 levels down. */
const MOST_DEEP = 64;
/** Values of all kinds in one file: a machine of 20 000 conductors with a long history has a tenth of it. */
const MOST_VALUES = 8_000_000;
/** Names that every object has of its own: as a key they would be taken for a value, or vanish without a word. */
export const reservedKeys: ReadonlySet<string> = new Set(['__proto__', 'constructor', 'prototype']);

interface Frame {
  value: object;
  depth: number;
  key: string;
  parent: Frame | undefined;
}
function pathOf(frame: Frame, last: string): string {
  const path = [last];
  for (let f: Frame | undefined = frame; f?.parent; f = f.parent) path.unshift(f.key);
  return path.slice(-8).join('.');
}
const fault = (what: string, where: string): Fault => ({
  what,
  where,
  fix: 'This is no file that Nodaxis wrote. Look for an earlier export.',
});

/**
 * Looks at the outline of a parsed file before anything is done with it: how deep, how many values, which keys. Every later
 * step may then walk it by recursion. It goes without recursion itself, so that no depth is too much for it.
 */
export function shapeFault(raw: object): Fault | undefined {
  const stack: Frame[] = [{ value: raw, depth: 1, key: '', parent: undefined }];
  let count = 0;
  while (stack.length) {
    const frame = stack.pop()!;
    const list = Array.isArray(frame.value);
    for (const key of Object.keys(frame.value)) {
      if (!list && reservedKeys.has(key)) return fault(`The name "${key}" cannot be used here.`, pathOf(frame, key));
      if (++count > MOST_VALUES) return fault('The file holds more values than any machine has.', 'the whole file');
      const value = (frame.value as Record<string, unknown>)[key];
      if (typeof value !== 'object' || value === null) continue;
      if (frame.depth >= MOST_DEEP)
        return fault(`The file is nested more than ${MOST_DEEP} levels deep.`, pathOf(frame, key));
      stack.push({ value, depth: frame.depth + 1, key, parent: frame });
    }
  }
  return undefined;
}
