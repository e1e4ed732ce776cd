import type { Context } from './contexts';
import { readTemplate } from './template';

/** Runs of digits and what stands between them. */
const runs = (name: string): string[] => name.split(/(\d+)/);
/** Texts of a context that a name may hold, the longest first so that none is found inside another. */
const held = ['function', 'terminal', 'side', 'letter', 'lower'] as const;

/**
 * One name for all of several places: `top.x`, `top.y` become `top.{lower}`; 100, 110, 120 become `{100 + 10 * axis}`.
 * `facts`: the figure that counts the places. Undefined where the names have nothing in common that leads back to each of them.
 */
export function generalised(
  names: readonly { name: string; context: Context }[],
  counter: 'axis' | 'motor' | 'input',
): string | undefined {
  const [first] = names;
  if (!first || names.length < 2 || names.some(({ name }) => /[{}]/.test(name))) return undefined;
  const all = names.map(({ name }) => runs(name));
  if (all.some((r) => r.length !== all[0]!.length)) return undefined;
  const template = all[0]!
    .map((_, i) => {
      const parts = all.map((r) => r[i]!);
      if (parts.every((p) => p === parts[0])) return parts[0]!;
      return i % 2 ? counted(parts, names, counter) : worded(parts, names);
    })
    .reduce<string | undefined>((sum, part) => (sum === undefined || part === undefined ? undefined : sum + part), '');
  if (template === undefined) return undefined;
  // Whatever it was made of: it has to lead back to every name.
  const read = readTemplate(template);
  const leadsBack = ({ name, context }: (typeof names)[number]) => {
    const filled = read.ok && read.value.fill(context.texts, context.facts);
    return filled && filled.ok && filled.value === name;
  };
  return names.every(leadsBack) ? template : undefined;
}

/** Figures that go up evenly with the place: a + b · place. */
function counted(
  parts: readonly string[],
  names: readonly { context: Context }[],
  counter: string,
): string | undefined {
  const at = names.map((n) => n.context.facts[counter]!);
  const values = parts.map(Number);
  const step = (values[1]! - values[0]!) / (at[1]! - at[0]!);
  const start = values[0]! - step * at[0]!;
  if (!Number.isInteger(step) || !Number.isInteger(start) || start < 0) return undefined;
  const by = step === 1 ? counter : `${step} * ${counter}`;
  return `{${start === 0 ? by : `${start} + ${by}`}}`;
}

/** A text of the place between what is the same in all. */
function worded(parts: readonly string[], names: readonly { context: Context }[]): string | undefined {
  for (const key of held) {
    const text = names[0]!.context.texts[key];
    if (!text) continue;
    for (let at = parts[0]!.indexOf(text); at >= 0; at = parts[0]!.indexOf(text, at + 1)) {
      const [before, after] = [parts[0]!.slice(0, at), parts[0]!.slice(at + text.length)];
      if (parts.every((p, i) => p === before + (names[i]!.context.texts[key] ?? '') + after))
        return `${before}{${key}}${after}`;
    }
  }
  return undefined;
}
