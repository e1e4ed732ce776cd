import type { Design } from './design';
import type { PartClass } from './parts';

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
  'tool-head': 'E',
  'input-board': 'K',
  cable: 'W',
};

/** The next free designation of a class on this machine, such as `-M3`. */
export function nextDesignation(design: Design, partClass: PartClass): string {
  const used = new Set(Object.values(design.parts).map((p) => p.designation));
  for (let n = 1; ; n++) {
    const candidate = `-${letters[partClass]}${n}`;
    if (!used.has(candidate)) return candidate;
  }
}
