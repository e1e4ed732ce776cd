import type { Command } from '@nodaxis/core/commands/command';
import { applyCommand } from '@nodaxis/core/commands/apply';
import { newDesign } from '@nodaxis/core/machine/create';
import type { Design } from '@nodaxis/core/machine/design';
import { newMachineFile } from '@nodaxis/core/machine/file';
import { frozen } from '@nodaxis/core/machine/frozen';
import type { Part } from '@nodaxis/core/machine/parts';
import { quantity } from '@nodaxis/core/units/quantity';

const AXES = 8;
export const CONDUCTORS = 500;

/** A machine of eight axes with two motors each, twelve inputs, and conductors up to 500. */
export function largeMachine(count = CONDUCTORS): Design {
  let file = newMachineFile(newDesign('mill-knee', 'Large'), 'large', '2026-01-01T00:00:00.000Z');
  const run = (command: Command) => {
    const r = applyCommand(file, command, '2026-01-01T00:00:00.000Z');
    if (!r.ok) throw new Error(r.error.map((f) => f.what).join('; '));
    file = r.value.file;
  };
  const set = (path: string, value: never | unknown) =>
    run({ name: 'set-field', args: { path, value: value as never } });
  for (const letter of ['U', 'V', 'A', 'B'] as const) run({ name: 'add-axis', args: { letter } });
  run({ name: 'choose-part', args: { slot: { role: 'controller' }, library: 'controller-teasel-6' } });
  run({ name: 'choose-part', args: { slot: { rail: 'drives', item: 'supply' }, library: 'supply-loam-36' } });
  run({ name: 'choose-part', args: { slot: { rail: 'field', item: 'supply' }, library: 'supply-marl-24' } });
  const axes = file.design.axisOrder;
  if (axes.length !== AXES) throw new Error(`${axes.length} axes`);
  for (const [n, id] of axes.entries()) {
    run({ name: 'set-motor-count', args: { axis: id, count: 2 } });
    const linear = file.design.axes[id]!.motion === 'linear';
    for (const drive of [0, 1]) {
      run({ name: 'choose-part', args: { slot: { axis: id, drive, item: 'motor' }, library: 'motor-rook-23' } });
      run({ name: 'choose-part', args: { slot: { axis: id, drive, item: 'driver' }, library: 'driver-heron-50' } });
      set(`parts.driver-${id}-${drive}.setup.stepsPerRevolution`, 1600);
    }
    set(`axes.${id}.travel`, quantity(500, linear ? 'mm' : '°'));
    set(`axes.${id}.maxSpeed`, quantity(50, linear ? 'mm/s' : '°/s'));
    set(`axes.${id}.acceleration`, quantity(300, linear ? 'mm/s²' : '°/s²'));
    set(`axes.${id}.reference.backOff`, quantity(2, linear ? 'mm' : '°'));
    if (linear) set(`axes.${id}.transmission.pitch`, quantity(5, 'mm'));
    if (n < 6)
      for (const end of ['minus', 'plus'] as const)
        run({
          name: 'add-input',
          args: {
            function: 'limit-and-reference',
            library: n % 2 ? 'sensor-lichen-pnp-nc' : 'switch-finch',
            mount: { axis: id, end, tripFromStop: quantity(10, linear ? 'mm' : '°') },
          },
        });
  }
  run({ name: 'plan-wiring', args: {} });
  // The rest runs through a terminal strip, as field cables do.
  const conductors = { ...file.design.conductors };
  const missing = count - Object.keys(conductors).length;
  const strip: Part = {
    designation: '-X1',
    name: 'Terminal strip',
    data: { class: 'terminal-strip' },
    terminals: Object.fromEntries(
      Array.from({ length: missing + 1 }, (_, i) => [`t-${i}`, { printed: String(i + 1), role: 'spare' as const }]),
    ),
    elements: {},
    setup: {},
  };
  const [sample] = Object.values(conductors);
  for (let i = 0; i < missing; i++)
    conductors[`strip-${i}`] = {
      ...sample!,
      number: 1000 + i,
      origin: 'by-hand',
      from: { part: 'strip', terminal: `t-${i}` },
      to: { part: 'strip', terminal: `t-${i + 1}` },
    };
  // As an open machine is.
  return frozen({ ...file, design: { ...file.design, conductors, parts: { ...file.design.parts, strip } } }).design;
}
