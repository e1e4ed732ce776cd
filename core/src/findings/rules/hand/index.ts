import type { Subject } from '../../finding';
import { handNotEnabled, keyBrokenLead, keyLatches, keyNowhere } from './keys';
import { wheelOutruns } from './wheelOutruns';

/** What a hand moves axes by. */
export const hand: Subject = {
  title: 'Keys, wheel and pendant',
  rules: [
    [keyBrokenLead, 'a key whose broken lead is taken for a hand on it'],
    [keyLatches, 'a key that stays pressed'],
    [keyNowhere, 'a key or a selector’s position that says nothing'],
    [handNotEnabled, 'keys and wheel without a switch that allows motion by hand'],
    [wheelOutruns, 'a wheel that a hand turns faster than its inputs count: look, filter, bounce'],
  ],
};
