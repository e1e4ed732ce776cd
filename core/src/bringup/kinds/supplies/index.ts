import type { BringUpTest } from '../../testKind';
import { driveSet } from './driveSet';
import { link } from './link';
import { logic } from './logic';
import { supply } from './supply';

/** Supplies one after the other, drives set, the controller awake. */
export const supplies: readonly BringUpTest[] = [supply, driveSet, logic, link];
