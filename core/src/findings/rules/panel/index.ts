import type { Subject } from '../../finding';
import { driveBesideEncoder, ductCrossed, panelBend, panelClearance } from './clearance';
import { doorNotBonded, doorSwing } from './door';
import { ductFill, ductMixed } from './ducts';
import { frontClash, frontDepth } from './front';
import { panelDepth, panelNoise, panelOutside, panelOverlap } from './panelRules';
import { conductorShort } from './reach';

/** Whether what sits on a plate has room there. */
export const panel: Subject = {
  title: 'Layout of the panel',
  rules: [
    [panelOverlap, 'two parts on one place of a plate'],
    [panelOutside, 'a part that reaches over the edge of its plate'],
    [panelDepth, 'a part that reaches further out than the door or lid'],
    [panelNoise, 'a board close beside a spindle drive'],
    [panelClearance, 'a part that takes a drive or a supply its air'],
    [panelBend, 'a stiff cable without room to bend to its terminals'],
    [driveBesideEncoder, 'leads of an encoder without a screen in a duct close by a spindle drive'],
    [ductCrossed, 'a part that sits on a duct'],
    [ductFill, 'how much of each duct is taken where it is fullest'],
    [ductMixed, 'mains or motor leads beside signals in a duct without a dividing wall'],
    [conductorShort, 'a conductor with a known length that does not reach over the plate'],
    [frontClash, 'two parts on one place of a front, or over its edge'],
    [frontDepth, 'a part in the front that meets one on the plate'],
    [doorNotBonded, 'a door or lid of metal in front of mains without a strap to earth'],
    [doorSwing, 'a door without room to open'],
  ],
};
