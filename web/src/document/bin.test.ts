import { expect, it } from 'vitest';
import { binVerdict } from './bin';
import type { Card } from './card';

const at = (date: string) => Date.parse(`${date}T12:00:00.000Z`);
const card = (removed: string, rest: Partial<Card> = {}): Card => ({
  id: 'm',
  name: 'M',
  kind: 'lathe',
  revision: 1,
  changedAt: '2026-01-05T12:00:00.000Z',
  archived: false,
  removedAt: `${removed}T12:00:00.000Z`,
  ...rest,
});

it('a machine goes after thirty days and a week of being told, not before', () => {
  const c = card('2026-03-01');
  expect(binVerdict(c, at('2026-03-30'), at('2026-03-30')).what).toBe('keep');
  expect(binVerdict(c, at('2026-04-01'), at('2026-04-01'))).toEqual({ what: 'warn', goesAt: at('2026-04-08') });
  const warned = { ...c, warnedAt: '2026-04-01T12:00:00.000Z' };
  expect(binVerdict(warned, at('2026-04-07'), at('2026-04-07')).what).toBe('warned');
  expect(binVerdict(warned, at('2026-04-08'), at('2026-04-08')).what).toBe('delete');
});
it('one that was removed while the clock stood in 2001 is not deleted at the next start', () => {
  const c = card('2001-01-01', { seenAt: '2026-03-01T12:00:00.000Z' });
  expect(binVerdict(c, at('2026-03-02'), at('2026-03-02')).what).toBe('keep');
  expect(binVerdict(card('2001-01-01'), at('2026-01-20'), at('2026-01-20')).what).toBe('keep');
});
it('a clock that runs ahead once warns at most; back in its time it deletes nothing', () => {
  const c = card('2026-03-01');
  expect(binVerdict(c, at('2099-01-01'), at('2026-03-02')).what).toBe('warn');
  const warned = { ...c, warnedAt: '2099-01-01T12:00:00.000Z' };
  expect(binVerdict(warned, at('2026-03-03'), at('2099-01-01')).what).toBe('keep');
  expect(binVerdict(warned, at('2026-05-03'), at('2026-05-03')).what).toBe('warn');
});
