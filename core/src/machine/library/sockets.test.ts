import { expect, it } from 'vitest';
import { deriveFigures } from '../../derivation/figures';
import { seatOf } from '../../distribution/seats';
import { edited } from '../../motion/testing/rig';
import { stonechat } from '../../tests/machines';
import { findingsOf } from '../../findings/findings';
import { partKinds } from './kinds';
import { choiceValue, sheetChoices, withChoice } from './sheetChoices';
import type { LibraryEntry } from './entry';

const choice = (key: string) => sheetChoices.controller!.find((c) => c.key === key)!;
const own = (): LibraryEntry => partKinds.find((k) => k.title === 'Axis controller')!.begin('own-board', 'My board');

it('a count of sockets brings channels, terminals for motors and motor supply, and takes them away again', () => {
  const board = withChoice(withChoice(own(), 'sockets', 5), 'followingSockets', 1);
  const data = board.data.class === 'controller' ? board.data : undefined;
  expect(data!.sockets!.map((s) => [s.printed, s.channel, s.follows?.length])).toEqual([
    ['A', 0, undefined],
    ['B', 1, undefined],
    ['C', 2, undefined],
    ['D', 3, undefined],
    ['E', 4, undefined],
    ['F', undefined, 5],
  ]);
  expect(data!.channels).toBe(5);
  expect(choiceValue(board.data, choice('sockets'))).toBe(5);
  expect(choiceValue(board.data, choice('followingSockets'))).toBe(1);
  // Two for the motor supply, four for each motor; its 0 V is that of the board.
  const added = Object.keys(board.terminals).filter((id) => !Object.hasOwn(own().terminals, id));
  expect(added).toHaveLength(2 + 6 * 4);
  const none = withChoice(board, 'sockets', 0);
  expect(none.data).not.toHaveProperty('sockets');
  expect(Object.keys(none.terminals)).toEqual(Object.keys(own().terminals));
});
it('sockets that stay keep their terminals as they were labelled', () => {
  const board = withChoice(own(), 'sockets', 2);
  const labelled = {
    ...board,
    terminals: { ...board.terminals, 'motor-0-a-plus': { ...board.terminals['motor-0-a-plus']!, printed: 'X-1A' } },
  };
  expect(withChoice(labelled, 'sockets', 3).terminals['motor-0-a-plus']!.printed).toBe('X-1A');
});
it('an own board with sockets takes the plug-in drivers of a machine, by the form alone', () => {
  const board = withChoice(own(), 'sockets', 3);
  const file = edited(
    stonechat(),
    { name: 'choose-part', args: { slot: { role: 'controller' }, library: board.key, entry: board } },
    { name: 'plan-wiring', args: {} },
  );
  const drivers = Object.values(file.design.axes).flatMap((a) => a.drives.map((d) => d.driver!));
  expect(drivers.map((d) => seatOf(file.design, d)?.socket)).toEqual([0, 1, 2]);
  const codes = findingsOf(deriveFigures(file.design)).map((f) => f.code);
  expect(codes).not.toContain('no-socket');
  expect(codes).not.toContain('drive-unfed');
  const supplied = Object.values(file.design.conductors).filter((c) => c.to.terminal.startsWith('motor-plus'));
  expect(supplied.map((c) => c.from.part)).toEqual(['motor-supply']);
});
