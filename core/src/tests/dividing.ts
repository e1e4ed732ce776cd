import type { Command } from '../commands/command';
import type { MachineFile } from '../machine/file';
import { edited } from '../motion/testing/rig';
import { bullfinch } from '../samples/bullfinch';
import { quantity } from '../units/quantity';
import type { Unit } from '../units/units';

const set = (path: string, value: number | string | null, unit?: Unit): Command => ({
  name: 'set-field',
  args: { path, value: unit ? quantity(value as number, unit) : value },
});

/** Its rotary table has a worm wheel of 90 teeth, and half a second for its clamp to close; `more` comes before the plan. */
export const dividing = (turns: 'counts-on' | 'wraps', ...more: Command[]): MachineFile =>
  edited(
    bullfinch(),
    set('axes.a.turns', turns),
    set('axes.a.transmission.wheelTeeth', 90),
    set('axes.a.clampCloseTime', 0.5, 's'),
    ...more,
    { name: 'plan-wiring', args: {} },
  );
