import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { defaultDisplay } from '../units/print';
import { powerOnCard } from './powerOn';

const card = (file: ReturnType<typeof dunnock>) =>
  powerOnCard({ design: file.design, figures: deriveFigures(file.design) }, defaultDisplay, []);

it('the card: clear, power, stop, every lamp once, start, reference in the order of the file, the marks', () => {
  const steps = card(dunnock());
  const ids = steps.map((s) => s.id);
  expect(ids.slice(0, 3)).toEqual(['clear', 'mains', 'stop-stop']);
  expect(ids.filter((id) => id.startsWith('lamp-'))).toHaveLength(6);
  expect(ids.indexOf('start')).toBeLessThan(ids.indexOf('reference'));
  expect(steps.find((s) => s.id === 'reference')!.text).toBe('Reference run, Z, then X and Y.');
  expect(ids.slice(-3)).toEqual(['mark-x', 'mark-y', 'mark-z']);
  expect(new Set(ids).size).toBe(ids.length);
});
it('a lathe with absolute encoders is not asked for a reference run', () => {
  expect(card(plover()).map((s) => s.id)).not.toContain('reference');
});
