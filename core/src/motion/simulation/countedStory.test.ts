import { expect, it } from 'vitest';
import { counted } from './countedStory';

const told = (texts: string) => counted([...texts].map((text, t) => ({ t, text })));

it('a line that repeats is counted, also where two take turns; what comes much later is a line of its own', () => {
  expect(told('aaab').map((l) => `${l.times} ${l.text}`)).toEqual(['3 a', '1 b']);
  expect(told('abababab').map((l) => `${l.times} ${l.text} ${l.t}–${l.last}`)).toEqual(['4 a 0–6', '4 b 1–7']);
  expect(told('abcda').map((l) => l.text)).toEqual(['a', 'b', 'c', 'd', 'a']);
  const story = 'xyxxyzzzabcxy';
  expect(told(story).reduce((n, l) => n + l.times, 0)).toBe(story.length);
});
