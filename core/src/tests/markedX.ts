import type { Command } from '../commands/command';
import { quantity } from '../units/quantity';

const figure = (key: string, value: number): Command => ({
  name: 'set-field',
  args: { path: `axes.x.reference.${key}`, value: quantity(value, 'mm') },
});

/**
 * Makes X of Wren (lead 4 mm, motor on the screw, datum corner at plus, travel 270 mm) find its datum from a mark: it is parked
 * within ±0.8 mm of a mark 12 mm from its stop, and its pulse comes 2 mm beyond the mark.
 */
export const markedX: readonly Command[] = [
  { name: 'set-field', args: { path: 'axes.x.reference.method', value: 'mark-and-index' } },
  figure('markFromStop', 12),
  figure('parkWindow', 0.8),
  figure('pulseFromMark', 2),
  { name: 'add-input', args: { function: 'index', library: 'sensor-mullein-hall', mount: { axis: 'x', end: 'plus' } } },
  { name: 'set-field', args: { path: 'parts.device-index-x.mount.pole', value: 'south' } },
  { name: 'plan-wiring', args: {} },
];
