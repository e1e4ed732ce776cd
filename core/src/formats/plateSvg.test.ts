import { expect, it } from 'vitest';
import { arranged } from '../panel/arrange';
import { placedOn } from '../panel/plate';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { dunnock } from '../samples/dunnock';
import { quantity } from '../units/quantity';
import { plateSvg } from './plateSvg';

const run = (file: ReturnType<typeof dunnock>, command: Command) => {
  const r = applyCommand(file, command, '2026-01-01T00:00:00.000Z');
  if (!r.ok) throw new Error(r.error.map((x) => x.what).join());
  return r.value.file;
};

it('a plate is drawn 1:1: millimetres as they are, the bar of 50 mm, each part where it sits, upwards from the lower left', () => {
  let file = run(dunnock(), { name: 'add-enclosure', args: { name: 'Cabinet' } });
  expect(plateSvg(file.design, 'box-1')).toBeUndefined();
  const set = { width: quantity(800, 'mm'), height: quantity(1000, 'mm'), depth: quantity(200, 'mm') };
  file = run(file, { name: 'set-enclosure', args: { enclosure: 'box-1', set } });
  const { places } = arranged(file.design, 'box-1');
  file = run(file, { name: 'place-parts', args: { enclosure: 'box-1', places } });
  const svg = plateSvg(file.design, 'box-1')!;
  // 760 × 960 mm of plate and 15 mm around it; the view is as many units as the sheet has millimetres.
  expect(svg).toMatch(/width="790mm" height="1015mm" viewBox="0 0 790 1015"/);
  expect(svg).toContain('<path d="M15 987h50');
  const rect = (id: string) => {
    const [, x, y, w, h] = new RegExp(
      `<g id="${id}"><rect x="([\\d.]+)" y="([\\d.]+)" width="([\\d.]+)" height="([\\d.]+)"`,
    )
      .exec(svg)!
      .map(Number) as [number, number, number, number, number];
    return { x, y, w, h };
  };
  for (const p of placedOn(file.design, 'box-1')) {
    const r = rect(p.part);
    expect([r.x - 15, 15 + 960 - r.y - r.h, r.w, r.h].map((v) => Number(v.toFixed(2)))).toEqual(
      [p.x, p.y, p.body.width, p.body.height].map((v) => Number(v.toFixed(2))),
    );
  }
});
