import type { Setting } from '../settings/setting';
import type { Given, Dump } from './readDump';
import { figureOf, type SheetLine } from './lines';
import { conventionBehind } from './conventions';

/** How a setting of the control stands to what the machine needs. */
export type Standing = 'same' | 'differs' | 'not given' | 'not readable' | 'not worked out';
export interface Difference {
  readonly line: SheetLine;
  readonly given: Given | undefined;
  readonly standing: Standing;
  /** What the control holds less what the machine needs, in the control’s unit. */
  readonly by?: number;
  /** What may be behind it, in words: a convention, a unit, a sign. */
  readonly because?: string;
}

/** Two figures that a control shows for one: they differ by less than half a step, or by rounding of the seventh digit. */
const sameFigure = (a: number, b: number, step: number | undefined): boolean =>
  Math.abs(a - b) <= Math.max(step ? step / 2 : 0, 1e-6 * Math.max(Math.abs(a), Math.abs(b)), 1e-12);

/** Every line of the sheet against what the control gave, in the order of the sheet. */
export function compareDump(
  lines: readonly SheetLine[],
  { given }: Pick<Dump, 'given'>,
  settings: readonly Setting[],
): Difference[] {
  const byKey = new Map(settings.map((s) => [s.key, s]));
  return lines.map((line): Difference => {
    const has = given.get(line.name);
    const base = { line, given: has };
    if (!has) return { ...base, standing: 'not given' };
    if (has.value === undefined) return { ...base, standing: 'not readable' };
    if (line.value === undefined) return { ...base, standing: 'not worked out' };
    const same =
      line.entry.bits || line.entry.codes
        ? has.value === line.value
        : sameFigure(has.value, line.value, line.entry.step);
    if (same) return { ...base, standing: 'same' };
    const because = conventionBehind(line, has.value, byKey);
    return {
      ...base,
      standing: 'differs',
      by: Number((has.value - line.value).toPrecision(9)),
      ...(because ? { because } : {}),
    };
  });
}

/** What a setting would be if the control is right. */
export interface Taken {
  readonly key: string;
  readonly title: string;
  /** Base value, or the choice. */
  readonly value: number | string;
}

/**
 * The settings that make a line say `value`, where the line tells them: the one figure that it hangs on in a straight line,
 * or its choices, each tried. Undefined where more than one setting would do, such as a travel between two ends.
 */
export function takenFrom(line: SheetLine, value: number): Taken[] | undefined {
  const { slots, over, entry } = line;
  const taken = (i: number, v: number): Taken => {
    const { setting, flag } = slots[i]!;
    return {
      key: setting.key,
      title: `${setting.group}, ${setting.title}`,
      value: flag ? (v ? flag.on : flag.off) : v,
    };
  };
  if (entry.bits) return takenFromMask(line, value, taken);
  if (new Set(slots.map((s) => s.setting.key)).size !== 1) return undefined;
  if (slots[0]!.flag) {
    const fits = [0, 1].filter((v) => over([v]) === value);
    return fits.length === 1 ? [taken(0, fits[0]!)] : undefined;
  }
  const at = (v: number) => over([v]);
  const now = figureOf(slots[0]!);
  const [zero, one, here] = [at(0), at(1), at(Number.isFinite(now) ? now : 2)];
  if (zero === undefined || one === undefined || here === undefined) return undefined;
  const slope = one - zero;
  const straight =
    Math.abs(zero + slope * (Number.isFinite(now) ? now : 2) - here) <= 1e-9 * Math.max(1, Math.abs(here));
  if (!straight || slope === 0) return undefined;
  return [taken(0, Number(((value - zero) / slope).toPrecision(9)))];
}

function takenFromMask(line: SheetLine, mask: number, taken: (i: number, v: number) => Taken): Taken[] | undefined {
  const { slots, over } = line;
  const all = slots.map(() => 0);
  const changed = slots.flatMap((s, i): Taken[] => {
    if (!s.flag || s.bit === undefined) return [];
    const bit = (m: number | undefined) => (m === undefined ? undefined : Math.floor(m / 2 ** s.bit!) % 2);
    const fits = [0, 1].filter((v) => bit(over(all.map((z, k) => (k === i ? v : z)))) === bit(mask));
    if (fits.length !== 1) return [];
    return figureOf(s) === fits[0] ? [] : [taken(i, fits[0]!)];
  });
  return slots.every((s) => s.flag) && new Set(slots.map((s) => s.bit)).size === slots.length ? changed : undefined;
}
