import type { Subject } from '../../finding';
import { fanReversed, noAirway, supplyWithoutOutlet } from './airway';
import { partTooWarm } from './partTooWarm';

/** Whether what sits in a box stays within what it bears. */
export const heat: Subject = {
  title: 'Heat in the enclosure',
  rules: [
    [partTooWarm, 'air around each part in the warmest room against what its sheet allows'],
    [noAirway, 'a fan or a grille whose air has no way in or out'],
    [fanReversed, 'a fan that blows against the way of its openings, or warm air down'],
    [supplyWithoutOutlet, 'a supply in a closed compartment whose sizes are not known'],
  ],
};
