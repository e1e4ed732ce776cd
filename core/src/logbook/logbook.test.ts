import { describe, expect, it } from 'vitest';
import { applyCommand, restoreRevision } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { revisionOf, type MachineFile } from '../machine/file';
import { designAt } from '../machine/designAt';
import { withEntry } from '../machine/journal';
import { dunnock } from '../samples/dunnock';
import { defaultDisplay } from '../units/print';
import { quantity } from '../units/quantity';
import type { PartSlot } from '../machine/slots';
import { compareRevisions } from './compare';
import { filterTimeline, timelineOf } from './timeline';
import type { LineKind } from './timeline';

const all = new Set<LineKind>(['edit', 'test', 'rehearsal', 'rework', 'note', 'tick', 'waiver']);
const edit = (file: MachineFile, at: string, command: Command) => {
  const r = applyCommand(file, command, at);
  if (!r.ok) throw new Error(r.error[0]!.what);
  return r.value.file;
};
const faster: Command = { name: 'set-field', args: { path: 'axes.x.maxSpeed', value: quantity(100, 'mm/s') } };
const slower: Command = { name: 'set-field', args: { path: 'axes.x.maxSpeed', value: quantity(90, 'mm/s') } };

describe('the timeline', () => {
  // A clock that is set back by a year between two entries.
  let file = dunnock();
  file = edit(file, '2026-05-01T10:00:00.000Z', faster);
  file = withEntry(file, { kind: 'note', text: 'Belt looked dry' }, '2026-05-01T10:05:00.000Z');
  file = edit(file, '2025-05-01T10:10:00.000Z', slower);
  file = withEntry(file, { kind: 'rework', subject: 'axes.x', text: 'Greased' }, '2025-05-01T10:15:00.000Z');
  const lines = timelineOf(file);
  it('keeps the order in which it was written, whatever the clock said, and says where it was set back', () => {
    expect(lines.slice(-4).map((l) => l.kind)).toEqual(['edit', 'note', 'edit', 'rework']);
    expect(lines.slice(-4).map((l) => l.clockBack)).toEqual([false, false, true, false]);
  });
  it('is searched by words in any order, and filtered by kind', () => {
    expect(filterTimeline(lines, { kinds: all, words: 'dry belt' }).map((l) => l.text)).toEqual(['Belt looked dry']);
    expect(filterTimeline(lines, { kinds: new Set(['rework']), words: '' }).map((l) => l.text)).toEqual(['Greased']);
    expect(filterTimeline(lines, { kinds: all, words: '' })[0]!.text).toBe('Greased');
  });
});

const revised = ({ design }: MachineFile) => ({ design, settings: deriveFigures(design).settings });
describe('revisions', () => {
  const start = dunnock();
  const [wire] = Object.keys(start.design.conductors);
  const changed = edit(
    edit(edit(start, '2026-05-01T10:00:00.000Z', faster), '2026-05-01T10:01:00.000Z', {
      name: 'set-conductors',
      args: { ids: [wire!], set: { colour: 'PK' } },
    }),
    '2026-05-01T10:02:00.000Z',
    { name: 'add-axis', args: { letter: 'A' } },
  );
  it('differ readably: a speed, a colour, an axis; nothing else', () => {
    const lines = compareRevisions(revised(start), revised(changed), defaultDisplay);
    expect(lines.map((l) => `${l.group}: ${l.what}: ${l.was} → ${l.is}`)).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^Axes: X · .*speed.*: 120\smm\/s → 100\smm\/s$/i),
        expect.stringMatching(/^Wiring: Conductor \d+, colour: .* → PK$/),
        'Axes: Axis added: – → A',
      ]),
    );
    expect(lines.filter((l) => l.group === 'Wiring')).toHaveLength(1);
    expect(compareRevisions(revised(start), revised(start), defaultDisplay)).toEqual([]);
  });
  it('tell where power comes from and what a part does by the names of the parts', () => {
    const take = (slot: PartSlot, library: string | null): Command => ({
      name: 'choose-part',
      args: { slot, library },
    });
    const free = Object.keys(start.design.conductors);
    const commands: Command[] = [
      { name: 'set-conductors', args: { ids: free, set: { state: 'planned' } } },
      take({ rail: 'mains', device: 2 }, null),
      take({ rail: 'logic', item: 'plus' }, 'strip-hedge-12'),
      take({ role: 'host' }, null),
    ];
    const changed = commands.reduce((f, c) => edit(f, '2026-05-01T10:00:00.000Z', c), start);
    const lines = compareRevisions(revised(start), revised(changed), defaultDisplay);
    expect(lines.filter((l) => l.group === 'Machine').map((l) => `${l.what}: ${l.was} → ${l.is}`)).toEqual([
      'Computer: -K2 Desk, computer of the machine → –',
      'On the way of the mains: -R1 Sieve 16, mains filter → –',
      'Logic supply, plus strip: – → -X7 Hedge 12, linked terminals',
    ]);
  });
  it('tell conductors that changed alike in one line, by their numbers', () => {
    const conductors = Object.entries(start.design.conductors).sort(([, a], [, b]) => a.number - b.number);
    const numbered = (n: number) => conductors.find(([, c]) => c.number === n)![0];
    const numbers = conductors.map(([, c]) => c.number);
    // Three in a row and one apart from them.
    const at = numbers.findIndex((n, i) => numbers[i + 1] === n + 1 && numbers[i + 2] === n + 2);
    const [a, b, c] = numbers.slice(at, at + 3) as [number, number, number];
    const apart = numbers.at(-1)!;
    const wiring = (file: MachineFile) =>
      compareRevisions(revised(start), revised(file), defaultDisplay)
        .filter((l) => l.group === 'Wiring')
        .map((l) => `${l.what}: ${l.was} → ${l.is}`);
    const waiting = (...of: number[]) =>
      wiring(
        edit(start, '2026-05-01T10:00:00.000Z', {
          name: 'set-conductors',
          args: { ids: of.map(numbered), set: { route: 'duct 7' } },
        }),
      );
    expect(waiting(a, b, c, apart)).toEqual([`Conductors ${a}–${c}, ${apart}, route: – → duct 7`]);
    expect(waiting(a, apart)).toHaveLength(2);
    const gone = edit(start, '2026-05-01T10:00:00.000Z', {
      name: 'remove-conductors',
      args: { ids: [a, b, c].map(numbered) },
    });
    expect(wiring(gone)).toEqual([`3 conductors taken away: ${a}–${c} → –`]);
  });
  it('tell what the control is told otherwise, by a hand or by what follows from an edit', () => {
    const pitch: Command = { name: 'set-field', args: { path: 'axes.x.transmission.pitch', value: quantity(5, 'mm') } };
    const followed = edit(start, '2026-05-01T10:00:00.000Z', pitch);
    const lines = (a: MachineFile, b: MachineFile) =>
      compareRevisions(revised(a), revised(b), defaultDisplay)
        .filter((l) => l.group === 'Settings')
        .map((l) => `${l.what}: ${l.was} → ${l.is}`);
    expect(lines(start, followed)).toContainEqual(expect.stringMatching(/^.*X.* · Scale: 160\s.* → 320\s/));
    const byHand = edit(start, '2026-05-01T10:00:00.000Z', {
      name: 'override-setting',
      args: { setting: 'axis/x/scale', title: 'Scale', value: quantity(160.2, 'steps/mm'), reason: 'measured' },
    });
    expect(lines(start, byHand)).toEqual([expect.stringMatching(/^.*X.* · Scale, set by hand: 160\s.* → 160\.2\s/)]);
  });
  it('name a label that was corrected on its part', () => {
    const [id, part] = Object.entries(start.design.parts).find(([, p]) => p.data.class === 'controller')!;
    const [terminal] = Object.keys(part.terminals);
    const corrected = edit(start, '2026-05-01T10:00:00.000Z', {
      name: 'set-terminal',
      args: { part: id, terminal: terminal!, set: { printed: 'Z9' } },
    });
    const [line, ...more] = compareRevisions(revised(start), revised(corrected), defaultDisplay);
    expect(more).toEqual([]);
    expect(line).toMatchObject({
      group: 'Parts',
      is: 'Z9',
      what: `${part.designation}:${part.terminals[terminal!]!.printed}, label`,
    });
  });
  it('speak of an exchanged part as a person would: the part, and the figures that differ, no name of a field', () => {
    const loose = edit(start, '2026-05-01T10:00:00.000Z', {
      name: 'set-conductors',
      args: { ids: Object.keys(start.design.conductors), set: { state: 'planned' } },
    });
    const exchanged = edit(loose, '2026-05-01T10:01:00.000Z', {
      name: 'choose-part',
      args: { slot: { axis: 'x', drive: 0, item: 'driver' }, library: 'driver-heron-80' },
    });
    const lines = compareRevisions(revised(loose), revised(exchanged), defaultDisplay).filter(
      (l) => l.group === 'Parts',
    );
    expect(lines[0]).toMatchObject({
      what: 'Part -T4',
      was: expect.stringMatching(/^Heron 50/),
      is: expect.stringMatching(/^Heron 80/),
    });
    expect(lines.map((l) => l.what)).toContain('-T4 · Highest supply');
    for (const l of lines) expect(`${l.what} ${l.was} ${l.is}`).not.toMatch(/[a-z][A-Z]|\bdata\b|\[|\{/);
  });
  it('are gone back to as one edit more, which undoes like any other', () => {
    const first = revisionOf(start);
    const back = restoreRevision(changed, first, '2026-05-02T10:00:00.000Z')!;
    expect(back.file.design).toEqual(start.design);
    expect(back.file.history.revisions).toHaveLength(changed.history.revisions.length + 1);
    expect(designAt(back.file, changed.history.revisions.at(-1)!.number)).toEqual(changed.design);
    expect(restoreRevision(start, first, '2026-05-02T10:00:00.000Z')).toBeUndefined();
  });
});
