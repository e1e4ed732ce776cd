import type { BringUpTest } from '../../testKind';
import { gantryEnds } from './gantryEnds';
import { envelope } from './envelope';
import { envelopeProof } from './envelopeProof';
import { indexPulse } from './indexPulse';
import { markedDatum } from './markedDatum';
import { referenceDirection } from './referenceDirection';
import { referenceRun } from './referenceRun';

/** Where the machine finds itself, and where it must not go. */
export const datum: readonly BringUpTest[] = [
  referenceDirection,
  indexPulse,
  markedDatum,
  referenceRun,
  gantryEnds,
  envelope,
  envelopeProof,
];
