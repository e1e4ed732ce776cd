import { describe, expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { MachineFile } from '../machine/file';
import { libraryEntry } from '../machine/library/index';
import { edited } from '../motion/testing/rig';
import { plover } from '../samples/plover';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import { instancesOf } from './graph';
import { tests } from './list';
import { judge } from './record';
import { walk } from './testing/walk';

/** A lathe with a pendant of 100 clicks on the six inputs of one bank: axes X and Z, steps of 0.01 mm, an enabling button. */
function lathe(): MachineFile {
  const { terminals, elements, ...rest } = libraryEntry('pendant-moth-100-oc')!;
  const kept = (id: string) => !['axis-y', 'axis-4', 'step-1', 'step-100'].includes(id);
  const only = <T>(table: Record<string, T>) => Object.fromEntries(Object.entries(table).filter(([id]) => kept(id)));
  const entry = { ...rest, terminals: only(terminals), elements: only(elements) };
  return edited(
    plover(),
    { name: 'choose-part', args: { slot: { role: 'pendant' }, library: 'own', entry } },
    { name: 'plan-wiring', args: {} },
  );
}
const file = lathe();
const made = { design: file.design, figures: deriveFigures(file.design) };
const instances = instancesOf(made, tests);
const mm = (v: number) => quantity(v, 'mm', 'measured');

it.each([
  ['as its file has it', []],
  ['with its tracks exchanged', [{ kind: 'inputs-swapped', a: 'pendant-wheel-a', b: 'pendant-wheel-b' }]],
  ['with two positions exchanged', [{ kind: 'inputs-swapped', a: 'pendant-axis-x', b: 'pendant-axis-z' }]],
  ['with a core off', [{ kind: 'wire-off', conductor: 'circuit-pendant-enable/pendant-out' }]],
] as const)('a pendant %s is brought up by the pages alone', (_, faults) => {
  const end = walk(file, { built: file.design, faults: [...faults], seed: 3 });
  expect(end.left).toEqual([]);
  expect(end.hidden.faults).toEqual([]);
  expect(end.told.length).toBe(faults.length);
});

describe('ten turns of 100 clicks of 0.01 mm, by hand: 10 mm', () => {
  it.each([
    // 0.5 ms a look, tracks 45° off: 1 ms an edge, 2.5 turns a second are followed.
    [{ there: 10, back: 0, fast: 10, seconds: 10, lost: 'stops' }, 'passed', /none is lost at 1 turns/],
    [{ there: 10, back: 0, fast: 7.4, seconds: 3, lost: 'stops' }, 'passed', /740 of 1000 clicks.*up to 2\.5 turns/],
    [{ there: 10, back: 0, fast: 7.4, seconds: 20, lost: 'stops' }, 'failed', /should follow/],
    [{ there: -10, back: 0, fast: 10, seconds: 10, lost: 'stops' }, 'failed', /wrong way round/],
    [{ there: 40, back: 0, fast: 40, seconds: 10, lost: 'stops' }, 'failed', /4 edges as clicks/],
    [{ there: 2.5, back: 0, fast: 2.5, seconds: 10, lost: 'stops' }, 'failed', /one click in 4/],
    [{ there: 0, back: 0, fast: 0, seconds: 10, lost: 'stops' }, 'failed', /One track is missing/],
    [{ there: 10, back: 0.08, fast: 10, seconds: 10, lost: 'stops' }, 'failed', /leave 8 clicks/],
    [{ there: 10, back: 0, fast: 10, seconds: 10, lost: 'on' }, 'failed', /went on with the lead off/],
  ] as const)('%o: %s', (r, verdict, says) => {
    const j = judge(
      instances.find((i) => i.key === 'wheel/pendant')!,
      {
        there: mm(r.there),
        back: mm(r.back),
        fast: mm(r.fast),
        seconds: quantity(r.seconds, 's', 'measured'),
        lost: r.lost,
      },
      made,
      defaultDisplay,
    );
    expect([...j.says, ...(j.causes ?? [])].join(' ')).toMatch(says);
    expect(j.verdict).toBe(verdict);
  });
});
