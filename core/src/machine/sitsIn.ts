import type { Design } from './design';
import { OUTSIDE } from './enclosure';
import type { Part, PartClass } from './parts';

/** What sits in a cabinet as a rule; motors, switches and what is held in the hand do not. */
const inside: readonly PartClass[] = [
  'controller',
  'input-board',
  'stepper-driver',
  'servo-drive',
  'spindle-drive',
  'supply',
  'breaker',
  'fuse',
  'contactor',
  'relay',
  'filter',
  'terminal-strip',
  'encoder-divider',
];
/** The enclosure that a part sits in; undefined where it sits in none, or the machine has none. */
export function enclosureOf(design: Pick<Design, 'enclosures'>, part: Part): string | undefined {
  const { sitsIn } = part.setup;
  const boxes = design.enclosures ?? {};
  if (sitsIn === OUTSIDE) return undefined;
  if (sitsIn !== undefined && Object.hasOwn(boxes, sitsIn)) return sitsIn;
  return inside.includes(part.data.class) ? Object.keys(boxes)[0] : undefined;
}
