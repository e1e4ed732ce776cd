import type { Transmission } from '../../machine/mechanics';
import { quantity } from '../../units/quantity';

/** A ball screw, pitch in mm. */
export const screw = (pitch: number, starts = 1): Transmission => ({
  kind: 'screw',
  form: 'ball',
  starts,
  pitch: quantity(pitch, 'mm'),
});
