import { roomOf } from '../../../settings/controllerSettings';
import { supplyDependencies } from '../../dependencies';
import { fitSupply } from '../../judging/remedies';
import { measured, numberOf, reading } from '../../reading';
import { partsOf } from '../../subjects';
import type { BringUpTest, Subject } from '../../testKind';
import type { Made } from '../../made';
import { figureOr } from '../../../units/derived';
import { showValue } from '../../../units/print';

/** A supply may give way by this share while everything starts. */
const GIVES = 0.1;
const volts = (m: Made, s: Subject) => {
  const data = m.design.parts[s.part!]!.data;
  return data.class === 'supply' ? figureOr(data.outputVoltage, 0) : 0;
};

export const supplyLoad: BringUpTest = {
  kind: 'supply-load',
  version: 1,
  phase: 'measuring',
  title: 'Motor supply under load',
  purpose:
    'A supply that is fine alone may sag when every axis starts at once: then torque is missing just when it is needed.',
  caution: 'Meter clipped on before it is switched on. No probing in a running cabinet.',
  minutes: 4,
  subjects: (m) => partsOf(m, 'supply').filter((s) => s.part === m.design.rails.drives?.supply && volts(m, s) > 0),
  after: () => ['scale'],
  reliesOn: () => [],
  dependsOn: ({ design }) => [
    ...supplyDependencies(design, 'drives'),
    ...design.axisOrder.flatMap((id) => [
      `axes.${id}.acceleration`,
      `axes.${id}.maxSpeed`,
      ...(design.axes[id]?.drives ?? []).flatMap((d) => (d.driver ? [`parts.${d.driver}.setup.peakCurrent`] : [])),
    ]),
  ],
  steps: () => [
    'Meter on the supply’s output, set to keep the lowest reading.',
    'Let all axes start together at full speed, to and fro, ten times. Read the lowest volts.',
  ],
  fields: (m, s) => [reading('lowest', 'Lowest volts', 'voltage', [0, volts(m, s) * 2])],
  judge(r, { m, s, display }) {
    const [lowest, nominal] = [numberOf(r, 'lowest'), volts(m, s)];
    const v = (x: number) => showValue(x, 'voltage', display, 3);
    if (lowest >= nominal * (1 - GIVES))
      return { verdict: 'passed', says: [`${v(lowest)} at the lowest, of ${v(nominal)}.`] };
    return {
      verdict: 'failed',
      says: [`It falls to ${v(lowest)} of ${v(nominal)} while the axes start.`],
      causes: [
        'The supply is too small, or limits its current.',
        'Thin or long conductors to the drivers.',
        'No capacitor at the drivers.',
      ],
      proposals: [fitSupply(m, s.part!, 'Drives has what it must deliver.')],
    };
  },
  rehearse(bench, s) {
    bench.on();
    bench.reference();
    bench.sim.lowestBusShare();
    const own = bench.input.settings.axes.filter((a) => bench.axis(a.id).referenced);
    for (let i = 0; i < 4; i++) {
      for (const a of own) {
        const middle = (roomOf(a).min + roomOf(a).max) / 2;
        const half = (roomOf(a).max - roomOf(a).min) * 0.3;
        bench.sim.act({ type: 'move', axis: a.id, position: middle + (i % 2 ? half : -half) });
      }
      bench.settle();
    }
    return {
      lowest: measured(
        Math.round(bench.around(volts(bench.made, s) * bench.sim.lowestBusShare(), 0.005) * 10) / 10,
        'voltage',
      ),
    };
  },
};
