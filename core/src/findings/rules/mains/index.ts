import type { Subject } from '../../finding';
import { earthChained } from './earthChained';
import { earthMissing } from './earthMissing';
import { breakerInrush } from './breakerInrush';
import { leakageShare } from './leakageShare';
import { livePins } from './livePins';
import { mainsAtButton } from './mainsAtButton';
import { mainsCaution } from './mainsCaution';
import { mainsNotPlanned } from './mainsNotPlanned';
import { mainsVoltage, branchLoad } from './mains';
import { mainSwitch, mainSwitchLock } from './mainSwitch';
import { outletUnprotected } from './outletUnprotected';
import { phasesMissing } from './phasesMissing';

/** What is at mains voltage, and what is earthed. */
export const mains: Subject = {
  title: 'Mains and protective earth',
  rules: [
    [mainsVoltage, 'mains against every part that takes or switches it'],
    [phasesMissing, 'what takes three phases where fewer arrive'],
    [branchLoad, 'what the branch has to give against its breaker: at length, beyond rating, beyond tripping'],
    [breakerInrush, 'what is switched on together against the curve of each breaker'],
    [leakageShare, 'what filters and drives leak to earth, against the residual-current device ahead of them'],
    [mainSwitch, 'a machine without a main switch, and what stays live while it is off'],
    [mainSwitchLock, 'a main switch that cannot be locked off'],
    [outletUnprotected, 'a socket for a hand tool without a residual-current device of 30 mA'],
    [mainsNotPlanned, 'supplies with no way from the mains to them'],
    [mainsCaution, 'a part with mains on it whose caution nobody has read'],
    [mainsAtButton, 'a stop button with the mains on one contact and the control on the other'],
    [earthMissing, 'a part with an earth terminal and no protective conductor on it'],
    [earthChained, 'a protective earth that goes on through another part'],
    [livePins, 'pins that are live when a plug is drawn'],
  ],
};
