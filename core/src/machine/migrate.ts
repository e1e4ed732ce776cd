import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';
import { keepControlBlue } from './migrations/keepControlBlue';
import { railsForRoles } from './migrations/railsForRoles';
import { sortedPrints } from './migrations/sortedPrints';

/** Brings a raw file of version n to version n + 1. It reads unchecked data and returns new data. */
export type MigrationStep = (raw: Record<string, unknown>) => Record<string, unknown>;

/** Whether a file was refused because a newer Nodaxis wrote it: it is whole, and must not be written over. */
export const writtenByNewer = (faults: readonly Fault[]): boolean => faults.some((f) => f.what.startsWith(NEWER));
const NEWER = 'The file was written by a newer Nodaxis';

/** Keyed by the version that a step starts from. */
export const migrationSteps: Readonly<Record<number, MigrationStep>> = {
  1: keepControlBlue,
  // Version 3 adds feeds that somebody has decided; a file without any is whole.
  2: (raw) => raw,
  3: (raw) => sortedPrints(railsForRoles(raw)),
};

/**
 * Walks a raw file up to `target`, one version at a time.
 * Errors: a version that is not a whole number above zero, one newer than `target`, one for which a step is missing.
 */
export function migrate(
  raw: Record<string, unknown>,
  target: number,
  steps: Readonly<Record<number, MigrationStep>> = migrationSteps,
): Result<Record<string, unknown>> {
  const version = raw.version;
  const at = (what: string, fix: string) => fail<Fault[]>([{ what, where: 'version', fix }]);
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return at(
      'The file does not say which version of the format it is.',
      'Export it again from the program that wrote it.',
    );
  if (version > target)
    return at(
      `${NEWER} (format version ${version}; this one reads up to ${target}).`,
      'Open it with that newer version, or export it from there in the older format. Nothing was changed here.',
    );
  let current = raw;
  for (let v = version; v < target; v++) {
    const step = steps[v];
    if (!step) return at(`There is no way from version ${v} to ${v + 1}.`, 'Please report this file: it should open.');
    current = { ...step(current), version: v + 1 };
  }
  return ok(current);
}
