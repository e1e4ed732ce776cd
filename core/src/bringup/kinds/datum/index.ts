import type { BringUpTest } from '../../testKind';
import { gantryEnds } from './gantryEnds';
import { envelope } from './envelope';
import { envelopeProof } from './envelopeProof';
import { indexPulse } from './indexPulse';
import { referenceDirection } from './referenceDirection';
import { referenceRun } from './referenceRun';

/** Where the machine finds itself, and where it must not go. */
export const datum: readonly BringUpTest[] = [
  referenceDirection,
  indexPulse,
  referenceRun,
  gantryEnds,
  envelope,
  envelopeProof,
];
