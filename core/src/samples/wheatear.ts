import type { MachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { from, mainsSide, MachineBuilder } from './builder';

/**
 * A small circuit-board router: four drivers in the sockets of its board, the second motor of the gantry in a socket that follows
 * the first by a jumper; a direct-current spindle on a speed controller on the mains, three hand switches, one fan, one plug of
 * 16 contacts to the gantry.
 */
export function wheatear(): MachineFile {
  const b = new MachineBuilder('router-moving-gantry', 'Wheatear', 'wheatear');
  b.places({
    controller: 'controller-tansy-5',
    host: 'host-desk',
    'drives.supply': 'supply-loam-24',
    ...mainsSide,
    spindle: 'spindle-dibble-400',
    spindleDrive: 'drive-stoat-400',
  });
  b.set('mainsVoltage', quantity(230, 'V')).set('stopStrategy', 'request-only');
  for (const [axis, drive, driver, amps] of [
    ['x', 0, 'driver-dunlin-b', 1.7],
    ['y', 0, 'driver-dunlin-b', 1.7],
    ['y', 1, 'driver-dunlin-b', 1.7],
    ['z', 0, 'driver-dunlin-b', 1.7],
  ] as const)
    b.choose({ axis, drive, item: 'motor' }, 'motor-siskin-5')
      .choose({ axis, drive, item: 'driver' }, driver)
      .figures(`parts.driver-${axis}-${drive}.setup`, { stepsPerRevolution: 1600, peakCurrent: [amps, 'A'] });
  for (const [axis, travel] of [
    ['x', 230],
    ['y', 320],
    ['z', 60],
  ] as const)
    b.figures(`axes.${axis}`, {
      travel: [travel, 'mm'],
      maxSpeed: [axis === 'z' ? 12 : 30, 'mm/s'],
      acceleration: [200, 'mm/s²'],
      'transmission.form': 'trapezoidal',
      'transmission.pitch': [2, 'mm'],
      'transmission.starts': 4,
      'transmission.efficiency': [45, '%'],
      'transmission.outerDiameter': [8, 'mm'],
      'transmission.rootDiameter': [6.2, 'mm'],
      'transmission.length': [travel + 60, 'mm'],
      'transmission.endFixity': 'fixed-supported',
      dragTorque: [0.03, 'N·m'],
      frictionCoefficient: [0.01, '1'],
      cuttingForce: [10, 'N'],
      'reference.backOff': [2, 'mm'],
    });
  // Both sides get one direction signal: the right motor is turned round in its wiring.
  b.set('axes.y.drives.1.invertedInWiring', true);
  b.weighs('Spindle and its plate', 1.4, 'x', 'y', 'z');
  b.weighs('Carriage', 0.9, 'x', 'y');
  b.weighs('Gantry', 2.2, 'y');
  b.ends('switch-finch', [
    ['x', 'minus', 5],
    ['y', 'minus', 5],
    ['z', 'plus', 4],
  ]).input({ function: 'stop', library: 'button-plum-stop' });
  b.do({ name: 'add-output', args: { function: 'spindle-speed', device: 'spindle-drive' } });
  // Spindle, work light and fan each have a hand switch.
  b.ahead('switch-wicket-2', { part: 'spindle-drive', port: 'mains' })
    .hang('fan-zephyr-24', from('motor-supply'))
    .ahead('switch-wicket-1', { part: 'fan', port: 'load' })
    .hang('lamp-glim-24', from('motor-supply'))
    .ahead('switch-wicket-1', { part: 'lamp', port: 'load' });
  b.tryDaily().cautionsRead().plan();
  // What goes to the gantry leaves the box through one plug of 16 contacts: three motors with four windings and an earth each.
  b.do({
    name: 'insert-connector',
    args: { cable: 'Motor X', library: 'connector-sill-16', at: 'near' },
  });
  for (const cable of ['Motor Y right', 'Motor Z'])
    b.do({ name: 'share-connector', args: { cable, part: 'connector-1' } });
  b.plan();
  return b.file;
}
