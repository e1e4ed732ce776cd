import { contradictions } from './plate';
import type { Rotating } from './rotating';
import { servoContradictions } from './servoPlate';

/** What of the plate of a spindle motor contradicts the rest of it, in words; none for one whose plate says too little for that. */
export const plateContradictions = ({ kind, motor, motorId }: Rotating): string[] =>
  kind === 'servo' ? servoContradictions(motor, motorId) : kind === 'induction' ? contradictions(motor, motorId) : [];
