import type { Subject } from '../../finding';
import { cableCores } from './cableCores';
import { chainFull } from './chainFull';
import { contactOverloaded } from './contactOverloaded';
import { encoderBesidePower } from './encoderBesidePower';
import { neutralLikeControl } from './neutralLikeControl';
import { noCable } from './noCable';
import { numberTwice } from './numberTwice';
import { planBehind } from './planBehind';
import { planConflict } from './planConflict';
import { planGap } from './planGap';
import { screenEnds } from './screenEnds';
import { sectionLoad, sectionProtection, sectionDrop } from './sectionThin';
import { temporaryOpen } from './temporaryOpen';
import { terminalCrowded } from './terminalCrowded';

/** The conductors themselves: planned, thick enough, protected, in the right cable. */
export const conductors: Subject = {
  title: 'Conductors, cables and terminals',
  rules: [
    [planGap, 'what the planner could not place'],
    [planBehind, 'a wire list behind the parts'],
    [planConflict, 'made conductors that the plan would have otherwise'],
    [sectionLoad, 'current of a conductor against its section'],
    [sectionProtection, 'fuse, breaker or supply against the section behind it'],
    [sectionDrop, 'voltage lost on the way'],
    [terminalCrowded, 'leads on one terminal against what it holds'],
    [contactOverloaded, 'current of a plug’s contact'],
    [screenEnds, 'cable shields: one end for signals, both for motors'],
    [encoderBesidePower, 'encoder leads in one cable with phases'],
    [cableCores, 'conductors in a cable against its cores'],
    [noCable, 'a single conductor that leaves the cabinet bare'],
    [chainFull, 'fill and bending radius of moving cable chains'],
    [neutralLikeControl, 'control wires in the colour of the mains neutral'],
    [numberTwice, 'two conductors with one number'],
    [temporaryOpen, 'temporary conductors, and what they wait for'],
  ],
};
