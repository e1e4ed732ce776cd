import type { BringUpTest } from '../../testKind';
import { branch } from './branch';
import { driveSet } from './driveSet';
import { firmware } from './firmware';
import { link } from './link';
import { logic } from './logic';
import { supply } from './supply';

/** Branches and supplies one after the other, drives set, the controller awake. */
export const supplies: readonly BringUpTest[] = [branch, supply, driveSet, logic, link, firmware];
