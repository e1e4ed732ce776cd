import type { Subject } from '../../finding';
import { earthChained } from './earthChained';
import { earthMissing } from './earthMissing';
import { livePins } from './livePins';
import { mainsAtButton } from './mainsAtButton';
import { mainsCaution } from './mainsCaution';
import { mainsNotPlanned } from './mainsNotPlanned';
import { mainsVoltage, branchLoad } from './mains';
import { phasesMissing } from './phasesMissing';

/** What is at mains voltage, and what is earthed. */
export const mains: Subject = {
  title: 'Mains and protective earth',
  rules: [
    [mainsVoltage, 'mains against every part that takes or switches it'],
    [phasesMissing, 'what takes three phases where fewer arrive'],
    [branchLoad, 'what the branch has to give against its breaker: at length, beyond rating, beyond tripping'],
    [mainsNotPlanned, 'supplies with no way from the mains to them'],
    [mainsCaution, 'a part with mains on it whose caution nobody has read'],
    [mainsAtButton, 'a stop button with the mains on one contact and the control on the other'],
    [earthMissing, 'a part with an earth terminal and no protective conductor on it'],
    [earthChained, 'a protective earth that goes on through another part'],
    [livePins, 'pins that are live when a plug is drawn'],
  ],
};
