import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import { wren } from '../samples/wren';
import { redstart } from '../tests/machines';
import { quantity } from '../units/quantity';
import { noseRoom } from './noseRoom';

it('the room under the nose is what quill and knee leave; an axis whose plus points down closes with plus', () => {
  const of = (file: ReturnType<typeof redstart>, mm: number) => {
    const f = deriveFigures({ ...file.design, noseToTable: quantity(mm, 'mm') });
    return noseRoom(f.design, f.axes, f.controller);
  };
  // 125 − 2 and 350 − 2 mm.
  expect(of(redstart(), 500)).toMatchObject({
    known: true,
    value: {
      mostMm: 500,
      leastMm: 29,
      axes: [
        { letter: 'Z', wayMm: 123 },
        { letter: 'W', wayMm: 348 },
      ],
    },
  });
  const down = structuredClone(wren());
  down.design.axes.z!.plus = 'down';
  const room = of(down, 300);
  expect(room).toMatchObject({ known: true, value: { axes: [{ letter: 'Z', end: 'max' }] } });
});
