import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import { newDesign } from '../machine/create';
import { createDeriver, deriveFigures } from './figures';
import { settledOf } from './settled';

const counted = (command: Command) => {
  const ran: string[] = [];
  const derive = createDeriver((key) => ran.push(key));
  const file = dunnock();
  derive(file.design);
  ran.length = 0;
  const edit = applyCommand(file, command, '2026-03-03T10:00:00.000Z');
  if (!edit.ok) throw new Error(edit.error[0]!.what);
  const figures = derive(edit.value.file.design);
  return { ran: [...ran], figures };
};

describe('a derivation runs only for what an edit touched', () => {
  it('the lead of X recomputes nothing for Y, no net and no plan', () => {
    const { ran, figures } = counted({
      name: 'set-field',
      args: { path: 'axes.x.transmission.pitch', value: quantity(5, 'mm') },
    });
    expect(ran.filter((k) => /^axis\/[yz]|^circuit|network|plan/.test(k))).toEqual([]);
    expect(ran).toContain('axis/x/drive-0');
    const scale = figures.settings.find((s) => s.key === 'axis/x/scale');
    expect(scale?.value).toEqual({ known: true, value: 320 });
  });
  it('a longer travel plans again only where the leads grow by half a metre', () => {
    const travel = (mm: number) =>
      counted({ name: 'set-field', args: { path: 'axes.x.travel', value: quantity(mm, 'mm') } }).ran;
    // 640, 910 and 140 mm together count as 2 m; 950 mm in place of the 640 is the last that does.
    expect(travel(949)).not.toContain('plan');
    expect(travel(951)).toContain('plan');
  });
  it('ticking a conductor off evaluates no circuit', () => {
    const { ran } = counted({ name: 'set-conductors', args: { ids: ['drive-x-0/step'], set: { state: 'connected' } } });
    expect(ran.filter((k) => /^(axis|circuit|network)/.test(k))).toEqual([]);
  });
});

it('a rail that loses its supply is planned and stopped anew, although no part went: what is wired stays on the bench', () => {
  const command: Command = { name: 'choose-part', args: { slot: { rail: 'drives', item: 'supply' }, library: null } };
  const { figures } = counted(command);
  expect(figures.design.parts['motor-supply']).toBeDefined();
  const afresh = deriveFigures(figures.design);
  expect(figures.plan.proposals).toEqual(afresh.plan.proposals);
  expect(figures.replanned).toEqual(afresh.replanned);
  expect(figures.stop.course).toEqual(afresh.stop.course);
});

describe('how much of a station is settled', () => {
  it('all of a finished machine, nothing of a new one, and it grows with what is entered', () => {
    for (const s of Object.values(settledOf(deriveFigures(dunnock().design)))) expect(s.done).toBe(s.of);
    const fresh = newDesign('lathe', 'New');
    const before = settledOf(deriveFigures(fresh)).machine!;
    expect(before).toEqual({ done: 0, of: 8 });
    expect(settledOf(deriveFigures(fresh))).toMatchObject({ wiring: { done: 0, of: 1 }, practice: { done: 0, of: 1 } });
    const travel = { ...fresh, axes: { ...fresh.axes, x: { ...fresh.axes.x!, travel: quantity(100, 'mm') } } };
    expect(settledOf(deriveFigures(travel)).machine!.done).toBe(1);
  });
});
