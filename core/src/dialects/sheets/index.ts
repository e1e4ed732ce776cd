import type { NameSheet } from '../../machine/nameSheet';
import { bramble } from './bramble';
import { sorrel } from './sorrel';

/** The sheets that ship: of two invented controls, so that all that a sheet can do is tried from end to end. */
export const sheets: readonly NameSheet[] = [sorrel, bramble];
