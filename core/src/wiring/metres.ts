import { conductorList } from '../machine/conductorList';
import type { ColourCode } from '../machine/connections';
import type { Design } from '../machine/design';
import { baseValue, type Quantity } from '../units/quantity';
import { showQuantity, type Display } from '../units/print';
import { cableWords } from './cables';
import { cablesByName } from './chains';

/** How much of one wire or cable a machine takes. */
export interface Metres {
  kind: 'wire' | 'cable';
  /** Of a wire. */
  section?: Quantity | undefined;
  colour?: ColourCode | undefined;
  /** Of a cable: its part, as it is bought; undefined where the name has none. */
  cable?: string | undefined;
  /** Names of the cables that are cut from it. */
  names: string[];
  pieces: number;
  metres: number;
  /** Pieces whose length is not known. */
  unknown: number;
}

/**
 * Wire and cable of a machine, added up: wires by section and colour, cables by what they are. A cable counts once, with its longest
 * conductor. Conductors of the makers’ own leads are none that anybody cuts: they have neither section nor length.
 */
export function metresOf(design: Design): Metres[] {
  const cables = cablesByName(design);
  const sums = new Map<string, Metres>();
  const longest = new Map<string, number | undefined>();
  const add = (key: string, what: Omit<Metres, 'names' | 'pieces' | 'metres' | 'unknown'>, mm: number | undefined) => {
    let sum = sums.get(key);
    if (!sum) sums.set(key, (sum = { ...what, names: [], pieces: 0, metres: 0, unknown: 0 }));
    sum.pieces++;
    if (mm === undefined) sum.unknown++;
    else sum.metres += mm / 1000;
    return sum;
  };
  for (const [, c] of conductorList(design.conductors)) {
    const mm = c.length && baseValue(c.length);
    if (c.cable === undefined) {
      // A screen lands with its own braid.
      const screen = [c.from, c.to].some((t) => design.parts[t.part]?.data.class === 'cable');
      if (screen || (!c.section && mm === undefined)) continue;
      const mm2 = c.section ? baseValue(c.section) : 0;
      add(`wire ${mm2} ${c.colour ?? ''}`, { kind: 'wire', section: c.section, colour: c.colour }, mm);
    } else if (mm !== undefined || !longest.has(c.cable)) {
      const before = longest.get(c.cable);
      longest.set(c.cable, mm === undefined ? before : Math.max(before ?? 0, mm));
    }
  }
  for (const [name, mm] of longest) {
    const part = cables.get(name)?.part;
    const sort = part?.data.class === 'cable' ? part.data : undefined;
    // Two leads are of one cable where their makers say the same of them.
    const key = sort ? `cable ${JSON.stringify([sort.cores, sort.screened, sort.outerDiameter])}` : `cable ${name}`;
    add(key, { kind: 'cable', cable: cables.get(name)?.id }, mm).names.push(name);
  }
  const thickness = (m: Metres) => (m.section ? baseValue(m.section) : 0);
  return [...sums.values()].sort(
    (a, b) =>
      (a.kind === b.kind ? 0 : a.kind === 'cable' ? -1 : 1) || thickness(b) - thickness(a) || b.metres - a.metres,
  );
}

/** What is bought, in words: `1 mm² BU`, `4 × 0.75 mm², shielded`. */
export function metresWords(design: Design, { kind, section, colour, cable, names }: Metres, display: Display): string {
  if (kind === 'wire') return `${section ? showQuantity(section, display) : '?'}${colour ? ` ${colour}` : ''}`;
  const data = cable === undefined ? undefined : design.parts[cable]?.data;
  return data?.class === 'cable' ? cableWords(data, display) : (names[0] ?? '');
}
