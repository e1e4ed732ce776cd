import { describe, expect, it } from 'vitest';
import { NameSheet } from '../machine/nameSheet';
import { messagesFrom, messagesLike, withMessage } from './messages';
import { sorrel } from './sheets/sorrel';

const said = (text: string, cause = '') => ({ text, cause, wayOut: '' });
const list = [
  said('Alarm 3: limit'),
  said('Alarm 4: limit, axis Z'),
  said('Alarm 30: drive not ready'),
  said('lamp ER blinks 3 times'),
];
const found = (shown: string) => messagesLike(list, shown).map((m) => m.text);

describe('what a control says', () => {
  it('is found by its words, whatever stands around them; a number is a word of its own', () => {
    expect(found('10:31 ALARM 3: Limit!')[0]).toBe('Alarm 3: limit');
    expect(found('alarm 4 limit axis z')[0]).toBe('Alarm 4: limit, axis Z');
    expect(found('drive NOT ready')).toEqual(['Alarm 30: drive not ready']);
    expect(found('er lamp, blinks 3 times')[0]).toBe('lamp ER blinks 3 times');
    expect(found('nothing of this')).toEqual([]);
    expect(found('')).toEqual([]);
  });
  it('a list is pasted line by line: what is shown, then what the manual says of it; what is there already stays as it is', () => {
    const pasted =
      'Alarm 3: LIMIT\tother words\n\nAlarm 31\tDoor open\nAlarm 32   Spindle   too hot\n  \nAlarm 31\tagain';
    expect(messagesFrom(pasted, list)).toEqual([said('Alarm 31', 'Door open'), said('Alarm 32', 'Spindle too hot')]);
    expect(
      messagesFrom('x\n'.repeat(2000) + Array.from({ length: 600 }, (_, i) => `a${i}`).join('\n'), []).length,
    ).toBeLessThan(501);
  });
  it('put into the sheet in the place of the one with the same text; it stays a sheet', () => {
    const once = withMessage(sorrel, said('no datum', 'mine'));
    expect(once.messages!.filter((m) => m.text === 'no datum')).toEqual([said('no datum', 'mine')]);
    expect(NameSheet.safeParse(withMessage({ ...sorrel, messages: undefined }, said('a'))).success).toBe(true);
  });
});
