import type { Setting } from '../settings/setting';
import { dimensionOf, fromBase } from '../units/units';
import type { SheetLine } from './lines';

/** Relations of two figures by which one number is often taken for another. Each is tried in turn; the first that fits is told. */
const ratios: readonly (readonly [factor: number, says: string])[] = [
  [60, 'the control counts by the minute, the sheet by the second'],
  [1 / 60, 'the control counts by the second, the sheet by the minute'],
  [25.4, 'the control counts in mm, the sheet in inches'],
  [1 / 25.4, 'the control counts in inches, the sheet in mm'],
  [2, 'twice as much: a diameter against a radius, or twice the micro-steps'],
  [0.5, 'half as much: a radius against a diameter, or half the micro-steps'],
  [1000, 'a thousand times as much: ms against s, µm against mm'],
  [1 / 1000, 'a thousandth: s against ms, mm against µm'],
  [Math.SQRT1_2, '0.707 times as much: the control takes the current as RMS, the sheet gives the peak'],
  [Math.SQRT2, '1.414 times as much: the control takes the peak current, the sheet gives RMS'],
  [-1, 'the sign is turned round'],
];
const near = (a: number, b: number): boolean => Math.abs(a - b) <= 2e-3 * Math.max(Math.abs(a), Math.abs(b));

/** What may be behind a difference, in words; undefined where nothing that is known fits. `settings`: the machine’s, by key. */
export function conventionBehind(
  { value, entry, unit, slots }: SheetLine,
  given: number,
  settings: ReadonlyMap<string, Setting>,
): string | undefined {
  if (value === undefined || entry.codes) return undefined;
  if (entry.bits) return bitsApart(value, given);
  const ratio = value === 0 ? undefined : ratios.find(([factor]) => near(given, value * factor));
  if (ratio) return ratio[1];
  // A way between two places may be counted with the back-off or without it.
  const [, axis] = slots[0]?.setting.key.split('/') ?? [];
  const backOff = settings.get(`axis/${axis}/back-off`);
  if (!unit || dimensionOf(unit) !== 'length' || !backOff?.value.known) return undefined;
  const way = fromBase(Number(backOff.value.value), unit);
  const counted = slots.some((s) => s.setting.key === backOff.key);
  if (way > 0 && near(counted ? value - given : given - value, way))
    return counted
      ? 'less by the back-off: the control leaves it out, the sheet counts it'
      : 'more by the back-off: the control counts it, the sheet does not';
  return undefined;
}

/** Which bits of a mask are another. */
function bitsApart(wanted: number, given: number): string | undefined {
  if (!Number.isInteger(given) || given < 0) return 'it is no mask: bits make a whole number, zero or more';
  const apart: string[] = [];
  for (let bit = 0; bit < 53; bit++) {
    const [a, b] = [Math.floor(wanted / 2 ** bit) % 2, Math.floor(given / 2 ** bit) % 2];
    if (a !== b) apart.push(`bit ${bit} is ${b}, and ${a} is needed`);
  }
  return apart.join('; ');
}
