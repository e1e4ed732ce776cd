import type { BringUpTest } from '../../testKind';
import { brake } from './brake';
import { enable } from './enable';
import { input } from './input';
import { pendantInputs } from './pendantInputs';
import { stopChain } from './stopChain';
import { tripByHand } from './tripByHand';

/** Every input seen, and what the stop cuts, with no axis moving. */
export const inputs: readonly BringUpTest[] = [input, pendantInputs, stopChain, enable, brake, tripByHand];
