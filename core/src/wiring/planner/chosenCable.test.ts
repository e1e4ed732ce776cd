import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Command } from '../../commands/command';
import { deriveFigures } from '../../derivation/figures';
import { findingsOf } from '../../findings/findings';
import { coresOf, withCores, withCoreSection, withScreen, writtenCores } from '../../machine/library/cores';
import type { LibraryEntry } from '../../machine/library/entry';
import { libraryEntry } from '../../machine/library/index';
import { builtLike } from '../../machine/library/own';
import type { MachineFile } from '../../machine/file';
import { edited } from '../../motion/testing/rig';
import { wheatear } from '../../samples/wheatear';
import { quantity } from '../../units/quantity';

const RUN = 'cable-drive-x-0-motor';
const plan: Command = { name: 'plan-wiring', args: {} };
/** Six cores of 0.5 mm² in the colours of their marks, without a screen. */
const own: LibraryEntry = withScreen(
  withCoreSection(
    withCores(builtLike(libraryEntry('cable-reed-4g1')!, 'own-six', 'Six cores'), [
      ...(coresOf('WH BN GN YE GNYE 6') as { value: Parameters<typeof withCores>[1] }).value,
    ]),
    quantity(0.5, 'mm²'),
  ),
  false,
);
const choose = (entry: LibraryEntry | null): Command => ({
  name: 'choose-cable',
  args: { cable: RUN, library: entry?.key ?? null, ...(entry ? { entry } : {}) },
});
const inside = ({ design }: MachineFile) =>
  Object.values(design.conductors)
    .filter((c) => c.cable === design.parts[RUN]!.name)
    .map((c) => `${c.core} ${c.colour} ${String(c.section?.entered)}`)
    .sort();
const landed = ({ design }: MachineFile) => Object.keys(design.conductors).filter((id) => id.startsWith(`${RUN}/`));

describe('a cable chosen by hand for a planned run', () => {
  const before = wheatear();
  const chosen = edited(before, choose(own), plan);
  it('its cores, colours and section are those of the run, and a screen that it has not is not landed', () => {
    // Four phases, and the earth in the core that is for it; the sixth core stays free.
    expect(inside(chosen)).toEqual(['BN BN 0.5', 'GN GN 0.5', 'GNYE GNYE 0.5', 'WH WH 0.5', 'YE YE 0.5']);
    expect(landed(before).length).toBeGreaterThan(0);
    expect(landed(chosen)).toEqual([]);
    const [was, is] = [before.design.parts[RUN]!, chosen.design.parts[RUN]!];
    expect([is.designation, is.name, is.libraryKey]).toEqual([was.designation, was.name, 'own-six']);
  });
  it('planned again it stays; left to the planner it is as it was', () => {
    const driven = edited(
      chosen,
      { name: 'set-field', args: { path: 'parts.driver-x-0.setup.peakCurrent', value: quantity(1.2, 'A') } },
      plan,
    );
    expect(inside(driven)).toEqual(inside(chosen));
    const back = edited(chosen, choose(null), plan);
    expect(inside(back)).toEqual(inside(before));
    expect(landed(back).sort()).toEqual(landed(before).sort());
    expect(findingsOf(deriveFigures(back.design)).map((f) => f.id)).toEqual(
      findingsOf(deriveFigures(before.design)).map((f) => f.id),
    );
  });
  it('a run whose conductors are made keeps its cable, and says which one stands in the way', () => {
    const id = Object.keys(before.design.conductors).find((c) => before.design.conductors[c]!.cable === 'Motor X')!;
    const made = edited(before, { name: 'set-conductors', args: { ids: [id], set: { state: 'connected' } } });
    expect(() => edited(made, choose(own))).toThrow(/^Conductor \d+ in Motor X is connected/);
  });
});

it('cores are read as they are written, whatever stands between them; two alike are refused by their mark', () => {
  const mark = fc.constantFrom('1', '2', '17', 'WH', 'BN', 'GNYE', 'shield', 'A1');
  fc.assert(
    fc.property(fc.uniqueArray(mark, { minLength: 1 }), fc.constantFrom(' ', ', ', ' ; '), (marks, between) => {
      const read = coresOf(marks.join(between));
      const cable = read.ok && withCores(libraryEntry('cable-reed-4g1')!, read.value);
      expect(cable && cable.data.class === 'cable' && writtenCores(cable.data)).toBe(marks.join(' '));
      const twice = coresOf([...marks, marks[0]!].join(between));
      expect(!twice.ok && twice.error[0]!.what).toBe(`Two cores are marked ${marks[0]}.`);
    }),
  );
  expect(coresOf(' , ').ok).toBe(false);
});
