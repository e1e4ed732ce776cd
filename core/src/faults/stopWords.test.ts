import { expect, it } from 'vitest';
import { defaultDisplay } from '../units/print';
import type { HeadCourse, StopCourse } from './stopCourse';
import { hangsBadly, headWords, spindleWords, stopSpanS } from './stopWords';

const head = (held: HeadCourse['held'], dropMm = 0): HeadCourse => ({
  id: 'z',
  letter: 'Z',
  held,
  heldS: 0.042,
  dropMm,
});

it('a head: how far it comes down before its brake holds, or that nothing holds it', () => {
  expect(headWords(head('brake', 3.4), defaultDisplay)).toBe('held by its brake after 42 ms: comes down 3.4\u00a0mm');
  expect(headWords(head('brake', 0.004), defaultDisplay)).toBe('held by its brake from 42 ms on');
  expect(headWords(head('nothing'), defaultDisplay)).toContain('comes down');
});
it('a spindle that is switched off is braked by a drive, and coasts without one', () => {
  expect(spindleWords('stopped by command', true)).toContain('braked');
  expect(spindleWords('stopped by command', false)).toContain('coasts');
});
it('with a control that hangs it is bad when motors or spindle go on, or a head comes down', () => {
  const hung = (h: Partial<StopCourse['hung']>) =>
    hangsBadly({ hung: { motors: 'lose their torque', heads: [], spindle: 'coasts', ...h } });
  expect([
    hung({}),
    hung({ motors: 'go on' }),
    hung({ spindle: 'runs on' }),
    hung({ heads: [head('nothing')] }),
  ]).toEqual([false, true, true, true]);
});
it('all courses share one span: the longest time with a margin, at least a tenth of a second', () => {
  const course = (restS: number, heldS: number) =>
    ({ axes: [{ restS }, { restS: undefined }], heads: [{ heldS }] }) as unknown as StopCourse;
  expect(stopSpanS([course(0.2, 0.05), course(0.1, 0.5)])).toBeCloseTo(0.56, 9);
  expect(stopSpanS([])).toBeCloseTo(0.112, 9);
});
