import { glossary } from '@nodaxis/core/words/glossary';
import { describe, expect, it } from 'vitest';
import { bestOf, type Entry } from './search';

const entry = (title: string, also = '', kind = 'Field'): Entry => ({ kind, title, also, run: () => undefined });
const titles = (entries: readonly Entry[], typed: string, most = 12) =>
  bestOf(entries, typed, most).map((e) => e.title);

describe('the search', () => {
  const all = [
    entry('X · travel', 'length stroke'),
    entry('Travel ruler', 'scale'),
    entry('Envelope', 'soft limits travel'),
    entry('Y · travel', 'length stroke'),
  ];
  it('puts what begins with the word first, then what holds it, then what is only called so', () => {
    expect(titles(all, 'travel')).toEqual(['Travel ruler', 'X · travel', 'Y · travel', 'Envelope']);
  });
  it('of things that are only called so, the one whose first everyday word it is comes first', () => {
    const called = [entry('Back-off', 'pull off homing'), entry('Reference run', 'homing home cycle')];
    expect(titles(called, 'homing')).toEqual(['Reference run', 'Back-off']);
  });
  it('wants every word, in any order and any case, of the kind too', () => {
    expect(titles(all, 'STROKE y')).toEqual(['Y · travel']);
    expect(titles(all, 'field soft')).toEqual(['Envelope']);
    expect(titles(all, 'travel nothing')).toEqual([]);
  });
  it('shows all where nothing is typed, and no more than there is room for', () => {
    expect(titles(all, '  ')).toHaveLength(4);
    expect(titles(all, 'travel', 2)).toEqual(['Travel ruler', 'X · travel']);
  });
  it.each([
    ['homing', /reference/i],
    ['inverter', /spindle drive/i],
    ['soft limit', /envelope/i],
    ['emergency stop', /stop/i],
  ])('a newcomer who types "%s" lands right', (typed, lands) => {
    const terms = glossary.map((t) => entry(t.name, `${t.also} ${(t.forms ?? []).join(' ')}`, 'Term'));
    expect(titles(terms, typed, 3).join(', ')).toMatch(lands);
  });
});
