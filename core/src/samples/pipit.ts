import type { MachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { ballScrew, from, mainsSide, MachineBuilder } from './builder';

/**
 * A bench mill: a board that lives on the computer’s USB, three drivers on 48 V, four fans on 24 V, two work lights on 12 V and
 * a vacuum and a hand tool on the mains, each behind a switch of its own. Its normally open switches are the planted danger.
 */
export function pipit(): MachineFile {
  const b = new MachineBuilder('mill-bench', 'Pipit', 'pipit');
  b.places({
    controller: 'controller-sedge-4',
    host: 'host-desk',
    'drives.supply': 'supply-loam-48',
    ...mainsSide,
    'mains.1': 'breaker-hurdle-16',
    'drives.plus': 'strip-paling-6',
    'drives.zero': 'strip-hedge-12',
    spindle: 'spindle-tern-800',
  });
  b.set('mainsVoltage', quantity(230, 'V')).set('stopStrategy', 'request-only');
  for (const [axis, travel, motor] of [
    ['x', 300, 'motor-magpie-30'],
    ['y', 150, 'motor-magpie-30'],
    ['z', 220, 'motor-magpie-30'],
  ] as const)
    b.choose({ axis, drive: 0, item: 'motor' }, motor)
      .choose({ axis, drive: 0, item: 'driver' }, 'driver-merlin-60')
      .figures(`parts.driver-${axis}-0.setup`, { stepsPerRevolution: 1000, peakCurrent: [5, 'A'] })
      .figures(`axes.${axis}`, {
        travel: [travel, 'mm'],
        maxSpeed: [40, 'mm/s'],
        acceleration: [300, 'mm/s²'],
        ...ballScrew(travel + 150),
        dragTorque: [0.15, 'N·m'],
        frictionCoefficient: [0.1, '1'],
        cuttingForce: [150, 'N'],
        'reference.backOff': [3, 'mm'],
      });
  b.set('axes.z.counterbalance', quantity(120, 'N', 'measured'));
  b.weighs('Table with vice', 14, 'x', 'y');
  b.weighs('Saddle', 7, 'y');
  b.weighs('Head with hand tool', 12, 'z');
  b.ends('switch-finch', [
    ['x', 'plus', 8],
    ['y', 'plus', 8],
    ['z', 'plus', 8],
  ]).input({ function: 'stop', library: 'button-plum-stop' });
  // The switches as this machine had them: normally open, with a capacitor at each input against noise.
  for (const axis of ['x', 'y', 'z'])
    b.set(`parts.device-limit-and-reference-${axis}.setup.contactUsed`, 'NO').figures(
      `circuits.limit-and-reference-${axis}`,
      { filterResistance: [1, 'kΩ'], filterCapacitance: [100, 'nF'], dischargeResistance: [100, 'Ω'] },
    );
  // Vacuum and hand tool: each on a switch of its own, ahead of the filter, which is for the electronics.
  b.feed('spindle', 'mains', from('mains-breaker'))
    .ahead('switch-wicket-2', { part: 'spindle', port: 'mains' })
    .hang('vacuum-gust-1200', from('mains-breaker'))
    .ahead('switch-wicket-2', { part: 'vacuum', port: 'mains' })
    .hang('supply-marl-24')
    .hang('strip-paling-2', from('supply', 'plus'))
    .hang('strip-hedge-12', from('supply', 'minus'));
  for (let n = 0; n < 4; n++) b.hang('fan-zephyr-24', from('supply'));
  b.hang('supply-marl-12-8')
    .hang('lamp-glim-12', from('supply-2'))
    .ahead('switch-wicket-1', { part: 'lamp', port: 'load' })
    .hang('lamp-glim-12', from('supply-2'))
    .ahead('switch-wicket-1', { part: 'lamp-2', port: 'load' });
  // Nobody tries those switches: a broken wire shows when the axis has run into its stop.
  b.tryDaily(...['x', 'y', 'z'].map((axis) => `device-limit-and-reference-${axis}`))
    .cautionsRead()
    .plan();
  return b.file;
}
