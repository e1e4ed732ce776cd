import type { Subject } from '../../finding';
import { panelDepth, panelNoise, panelOutside, panelOverlap } from './panelRules';

/** Whether what sits on a plate has room there. */
export const panel: Subject = {
  title: 'Layout of the panel',
  rules: [
    [panelOverlap, 'two parts on one place of a plate'],
    [panelOutside, 'a part that reaches over the edge of its plate'],
    [panelDepth, 'a part that reaches further out than the door or lid'],
    [panelNoise, 'a board close beside a spindle drive'],
  ],
};
