import type { Quantity } from '../../units/quantity';
import type { Part } from '../parts';
import { libraryEntry } from './index';

/**
 * A figure of a part: its own, or that of the library entry from which it was taken where its copy is older than the field.
 * Undefined where neither tells.
 */
export function listedFigure(part: Pick<Part, 'data' | 'libraryKey'>, key: string): Quantity | undefined {
  const own = (part.data as unknown as Record<string, Quantity | undefined>)[key];
  if (own) return own;
  const entry = part.libraryKey ? libraryEntry(part.libraryKey) : undefined;
  return entry?.data.class === part.data.class
    ? (entry.data as unknown as Record<string, Quantity | undefined>)[key]
    : undefined;
}
