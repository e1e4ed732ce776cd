/** A mistake that a user can make: what is wrong, where, and how to fix it. Errors of this kind are values. */
export interface Fault {
  /** What is wrong, as a sentence. */
  what: string;
  /** Where: a field path, a file path or a line and column. */
  where: string;
  /** What to do about it. */
  fix: string;
}

export type Result<T, E = Fault[]> = { ok: true; value: T } | { ok: false; error: E };

export const ok = <T>(value: T): { ok: true; value: T } => ({ ok: true, value });
export const fail = <E>(error: E): { ok: false; error: E } => ({ ok: false, error });
