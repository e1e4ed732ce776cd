import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { dunnock } from '../samples/dunnock';
import { MOST_ROWS, readConductorsCsv, writeConductorsCsv } from './conductorsCsv';

const file = dunnock();
const { design } = file;
const count = Object.keys(design.conductors).length;

describe('the wire list as a table', () => {
  it('goes out and comes back as the same list', () => {
    const back = readConductorsCsv(writeConductorsCsv(design), design);
    expect([back.same, back.change, back.add, back.faults]).toEqual([count, [], [], []]);
  });
  it('a terminal is no formula: what begins with = + - @ is quoted on its way out', () => {
    for (const line of writeConductorsCsv(design).split('\r\n').slice(1))
      for (const cell of line.split(',')) expect(cell).not.toMatch(/^"?[=+\-@]/);
  });
  it('changes what has a known number, adds the rest, and each can be carried out', () => {
    const table = readConductorsCsv(
      'number;from;to;colour;section;state;cable\n101;-T1:+;-Q2:1;rd;14 AWG;connected;\n;-X2:PE;-K1:0V;gn-ye;2,5 mm²;;Bond\n',
      design,
    );
    expect(table.faults).toEqual([]);
    expect(table.change[0]!.set).toMatchObject({ state: 'connected', section: { entered: 14, unit: 'AWG' } });
    expect(table.add).toMatchObject([{ colour: 'GNYE', cable: 'Bond', from: { part: 'earth-bar' } }]);
    const commands: Command[] = [
      ...table.change.map(({ id, set }): Command => ({ name: 'set-conductors', args: { ids: [id], set } })),
      ...table.add.map((args): Command => ({ name: 'add-conductor', args })),
    ];
    const r = applyCommand(file, { name: 'several', args: { title: 'Table', commands } }, '2026-03-03T10:00:00.000Z');
    expect(r.ok && Object.keys(r.value.file.design.conductors).length).toBe(count + 1);
  });
  it('bad cells are named by row and column, and nothing of such a row is taken', () => {
    const table = readConductorsCsv(
      [
        'number,from,to,colour,section,state',
        '900,-T1:+,-T1:+,RD,1 mm²,cut',
        'x,-T1:+,-Q9:1,RD,1 mm²,cut',
        '901,-T1:+,-T2:+,RDD,1 kg,soldered',
        '902,-T1:+,-T2:+,,,',
        '902,-T1:+,-T3:+,,,',
        `903,=cmd|'/c calc'!A1,-T3:+,,,`,
      ].join('\n'),
      design,
    );
    expect(table.faults.map((f) => f.where)).toEqual([
      'row 2, column 3 (to)',
      'row 3, column 3 (to)',
      'row 3, column 1 (number)',
      'row 4, column 4 (colour)',
      'row 4, column 5 (section)',
      'row 4, column 6 (state)',
      'row 6, column 1 (number)',
      'row 7, column 2 (from)',
    ]);
    expect(table.add.map((a) => a.number)).toEqual([902]);
  });
  it('a hundred thousand rows are refused with a sentence; any rubbish gets one too, and never an exception', () => {
    const many = `from,to\n${'-T1:+,-T2:+\n'.repeat(100_000)}`;
    expect(readConductorsCsv(many, design)).toMatchObject({ add: [], faults: [{ where: `row ${MOST_ROWS + 2}` }] });
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (junk) => {
        const t = readConductorsCsv(junk, design);
        expect(t.change).toEqual([]);
        const headed = readConductorsCsv(`from,to,number,colour,notes\n${junk}`, design);
        for (const f of [...t.faults, ...headed.faults])
          expect(f.what.length && f.where.length && f.fix.length).toBeTruthy();
      }),
      { numRuns: 150 },
    );
  });
});
