import type { Design } from './design';
import type { Part, PartClass } from './parts';

/** Whether a part parts the mains by hand and by nothing else: a switch, where a breaker lets go by itself. */
export const isMainSwitch = (part: Pick<Part, 'elements'>): boolean =>
  Object.values(part.elements).some((e) => e.kind === 'jumper' && e.label === 'main switch');

/** Class letters after IEC 81346-2, as far as the classes of parts need them. */
const letters: Record<PartClass, string> = {
  controller: 'K',
  'host-computer': 'K',
  'stepper-driver': 'T',
  'servo-drive': 'T',
  'spindle-drive': 'T',
  supply: 'T',
  motor: 'M',
  spindle: 'M',
  switch: 'B',
  sensor: 'B',
  probe: 'B',
  encoder: 'B',
  button: 'S',
  pendant: 'S',
  relay: 'K',
  contactor: 'Q',
  breaker: 'F',
  fuse: 'F',
  filter: 'R',
  'terminal-strip': 'X',
  connector: 'X',
  lamp: 'P',
  brake: 'M',
  valve: 'Q',
  fan: 'E',
  pump: 'M',
  vacuum: 'M',
  heater: 'E',
  laser: 'E',
  'tool-head': 'E',
  'input-board': 'K',
  'encoder-divider': 'K',
  'gear-motor': 'M',
  cable: 'W',
};

/** Whether a part parts its circuit by hand and by nothing else: a main switch, or one for a single load. */
export const isHandSwitch = (part: Pick<Part, 'data' | 'elements'>): boolean =>
  part.data.class === 'breaker' &&
  (part.data.opensAt === undefined ? isMainSwitch(part) : part.data.opensAt === 'nothing');

/** The next free designation for such a part on this machine, such as `-M3`. */
export function nextDesignation(design: Design, part: Pick<Part, 'data' | 'elements'>): string {
  const letter = isHandSwitch(part) ? 'Q' : letters[part.data.class];
  const used = new Set(Object.values(design.parts).map((p) => p.designation));
  for (let n = 1; ; n++) {
    const candidate = `-${letter}${n}`;
    if (!used.has(candidate)) return candidate;
  }
}
