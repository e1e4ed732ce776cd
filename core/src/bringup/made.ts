import type { Figures } from '../derivation/figureTypes';
import type { Design } from '../machine/design';

/** The machine as tests see it: its file and what follows from it. */
export interface Made {
  design: Design;
  figures: Figures;
}
