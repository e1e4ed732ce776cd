import { it } from 'vitest';
import { deriveFigures } from './derivation/figures';
import { dunnock } from './samples/dunnock';
import { wren } from './samples/wren';
import { plover } from './samples/plover';
import { Trial } from './faults/trial';
import { tellAct } from './faults/story';
it('t', () => {
  for (const m of [dunnock(), wren(), plover()]) {
    const f = deriveFigures(m.design);
    const pol = Object.fromEntries(Object.entries(f.circuits).map(([id, c]) => [id, c.activeWhen]));
    const t = new Trial(f.design, f.network, f.plan, pol);
    let s = t.begin();
    console.log(
      s.view.inputs.map((i) => i.circuit + ' ' + i.reading + ' ' + i.conclusion).join('\n'),
      [...s.view.torque].join(),
      [...s.view.dead].join(),
      s.view.controllerOn,
      s.view.paths.conductors.size,
    );
    const c = Object.keys(m.design.conductors);
    const acts: any[] = [
      { kind: 'press', part: 'device-stop' },
      { kind: 'press', part: 'device-stop' },
      ...(m.design.roles.resetButton
        ? [
            { kind: 'press', part: m.design.roles.resetButton },
            { kind: 'press', part: m.design.roles.resetButton },
          ]
        : []),
      ...c
        .filter((x) => /circuit-limit/.test(x))
        .slice(0, 4)
        .map((x) => ({ kind: 'cut', conductor: x })),
      { kind: 'lose', part: 'field-supply' },
      { kind: 'lose', part: 'field-supply' },
      { kind: 'lose', part: 'logic-supply' },
      { kind: 'lose', part: 'logic-supply' },
      ...Object.values(f.plan.outputs).map((o) => ({ kind: 'drive', output: o })),
    ];
    for (const a of acts) {
      const t0 = performance.now();
      const n = t.toggle(s, a);
      const dt = performance.now() - t0;
      console.log(dt.toFixed(2), tellAct(m.design, s, n, a));
      s = n;
    }
  }
}, 60000);
