import type { BringUpTest } from '../../testKind';
import { brake } from './brake';
import { enable } from './enable';
import { input } from './input';
import { stopChain } from './stopChain';
import { tripByHand } from './tripByHand';

/** Every input seen, and what the stop cuts, with no axis moving. */
export const inputs: readonly BringUpTest[] = [input, stopChain, enable, brake, tripByHand];
