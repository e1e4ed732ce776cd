import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import type { MachineFile } from '../../machine/file';
import { wren } from '../../samples/wren';
import { buzzOut, type Touch } from './buzzOut';
import { wiringDifference } from './difference';
import { findLugs, type LugReading } from './lugFinder';

describe('buzzing out an unknown cable', () => {
  it('whatever the cable is, following the proposals finds every core, and says which are broken', () => {
    const size = fc.integer({ min: 1, max: 9 });
    fc.assert(
      fc.property(size, fc.infiniteStream(fc.double({ min: 0, max: 1, noNaN: true })), (n, dice) => {
        const cores = Array.from({ length: n }, (_, i) => `c${i}`);
        const contacts = Array.from({ length: n + 2 }, (_, i) => String(i + 1));
        const order = contacts.map((c) => ({ c, at: dice.next().value })).sort((a, b) => a.at - b.at);
        // Some cores are broken.
        const truth = new Map(cores.flatMap((c, i) => (dice.next().value < 0.2 ? [] : [[c, order[i]!.c] as const])));
        const touches: Touch[] = [];
        for (let i = 0; i <= n * (n + 2); i++) {
          const { next } = buzzOut(cores, contacts, touches);
          if (!next) break;
          touches.push({ ...next, rings: truth.get(next.core) === next.contact });
        }
        const done = buzzOut(cores, contacts, touches);
        expect(done.next).toBeUndefined();
        expect(Object.fromEntries(done.found)).toEqual(Object.fromEntries(truth));
        expect(done.dead).toEqual(cores.filter((c) => !truth.has(c)));
        expect(done.contradictions).toEqual([]);
        expect(touches.length).toBeLessThanOrEqual(n * (n + 2));
      }),
      { numRuns: 150 },
    );
  });
  it('a bridge is named, from either side; a touch that was wrong is fixed by touching again', () => {
    const wrong = buzzOut(
      ['WH', 'BN'],
      ['1', '2'],
      [
        { core: 'WH', contact: '1', rings: true },
        { core: 'WH', contact: '2', rings: true },
        { core: 'BN', contact: '1', rings: true },
      ],
    );
    expect(wrong.contradictions).toEqual([
      'WH rings with 1 and 2: these contacts are bridged, or one touch was wrong.',
      'Contact 1 rings with WH and BN: these cores are bridged, or one touch was wrong.',
    ]);
    const fixed = buzzOut(
      ['WH', 'BN'],
      ['1', '2'],
      [
        { core: 'WH', contact: '1', rings: true },
        { core: 'WH', contact: '1', rings: false },
        { core: 'WH', contact: '2', rings: true },
      ],
    );
    expect([fixed.contradictions, fixed.found.get('WH')]).toEqual([[], '2']);
  });
});

describe('the lugs of an unmarked switch', () => {
  const three = ['p', 'q', 'r'];
  it.each([
    ['p', 'q', 'r'],
    ['q', 'r', 'p'],
    ['r', 'p', 'q'],
    ['r', 'q', 'p'],
  ])('common %s, closed %s, open %s: found by the proposed readings, four at most', (com, nc, no) => {
    const readings: LugReading[] = [];
    for (let i = 0; i < 6; i++) {
      const { next } = findLugs(three, readings);
      if (!next) break;
      const closed = next.lugs.includes(com) && next.lugs.includes(next.pressed ? no : nc);
      readings.push({ ...next, closed });
    }
    expect(findLugs(three, readings)).toMatchObject({ common: com, normallyClosed: nc, normallyOpen: no, trouble: '' });
    expect(readings.length).toBeLessThanOrEqual(4);
  });
  it('readings that no switch can give are called so; two lugs are a plain contact', () => {
    const stuck: LugReading[] = [
      { lugs: ['p', 'q'], pressed: false, closed: true },
      { lugs: ['p', 'q'], pressed: true, closed: true },
    ];
    expect(findLugs(three, stuck).trouble).toContain('No way of naming');
    expect(findLugs(['p', 'q'], stuck).trouble).toContain('welded');
    expect(findLugs(['p', 'q'], [stuck[0]!, { ...stuck[1]!, closed: false }])).toMatchObject({ normallyClosed: 'q' });
  });
});

describe('a machine that was there before', () => {
  const run = (file: MachineFile, ...commands: Command[]) =>
    commands.reduce((f, c) => {
      const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
      if (!r.ok) throw new Error(r.error.map((x) => `${x.what} ${x.where}`).join());
      return r.value.file;
    }, file);
  const old = ['a-plus', 'a-minus', 'b-plus', 'b-minus'].map((terminal, i): Command => ({
    name: 'add-conductor',
    args: {
      from: { part: 'connector', terminal: `b-${i + 1}` },
      to: { part: 'motor-x-0', terminal },
      colour: (['WH', 'BN', 'GN', 'YE'] as const)[i]!,
      cable: 'Old lead X',
      origin: 'as-found',
      state: 'connected',
    },
  }));
  const before = wren();
  const found = run(
    before,
    { name: 'add-part', args: { library: 'connector-burr-6', notes: 'Old plug of X' } },
    ...old,
  );
  const planned = run(found, { name: 'plan-wiring', args: {} });
  it('the plan meets what was found at its plug, so that pulling the plug restores the old state', () => {
    const { conductors } = planned.design;
    expect(conductors['drive-x-0/phase-a-plus']!.to).toEqual({ part: 'connector', terminal: 'a-1' });
    expect(conductors['drive-x-0/phase-b-minus']!.to).toEqual({ part: 'connector', terminal: 'a-4' });
    // Nothing of the old wiring was touched.
    for (const [id, c] of Object.entries(found.design.conductors))
      if (c.origin === 'as-found') expect(conductors[id]).toEqual(c);
    expect(run(planned, { name: 'plan-wiring', args: {} }).design).toEqual(planned.design);
  });
  it('before and after are told apart line by line', () => {
    const lines = wiringDifference(before.design, planned.design);
    expect(lines.filter((l) => l.kind === 'added').length).toBe(4);
    const moved = lines.filter((l) => l.kind === 'moved');
    expect(moved.map((l) => l.number)).toEqual([103, 104, 105, 106]);
    expect(moved[0]!.before).toContain('-M1:A');
    expect(moved[0]!.after).toContain(':1a');
    expect(wiringDifference(planned.design, planned.design)).toEqual([]);
  });
});
