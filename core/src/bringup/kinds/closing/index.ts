import type { BringUpTest } from '../../testKind';
import { heat } from './heat';
import { temporary } from './temporary';

/** What is left before the machine is called done. */
export const closing: readonly BringUpTest[] = [heat, temporary];
