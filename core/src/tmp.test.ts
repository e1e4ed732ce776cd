import { it } from 'vitest';
import { deriveFigures } from './derivation/figures';
import { dunnock } from './samples/dunnock';
import { wren } from './samples/wren';
import { plover } from './samples/plover';
import { sweepAll } from './faults/sweep';
it('t', () => {
  for (const m of [dunnock(), wren(), plover()]) {
  const f = deriveFigures(m.design);
  for (const daily of [[], Object.values(m.design.circuits).filter(c=>/stop|limit/.test(c.function)).flatMap(c=>c.devices)]) {
  const d = {...m.design, dailyChecks: daily};
  const t = performance.now(); const r=sweepAll(d, f.network, f.plan); console.log('sweep',r.rows.length,performance.now()-t, r.missing);
  const t2 = performance.now(); sweepAll(d, f.network, f.plan); console.log('again',performance.now()-t2);
  console.log(r.rows.filter(x=>x.danger).map(x=>x.fault.id+' '+x.lost).join('\n'));
  }}
}, 60000);
