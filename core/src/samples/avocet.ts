import type { MachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { ballScrew, mainsSide, MachineBuilder } from './builder';

/**
 * A frame with two heads for one plug: a spindle on a speed board, and a hot wire with a sensor for its tension. All of it runs on
 * 36 V, and so does the board, once the link to its regulator is open: that one lives on the computer’s USB.
 */
export function avocet(): MachineFile {
  const b = new MachineBuilder('router-moving-gantry', 'Avocet', 'avocet');
  b.places({
    controller: 'controller-yarrow-4',
    host: 'host-desk',
    'drives.supply': 'supply-loam-36',
    ...mainsSide,
    'drives.plus': 'strip-paling-10',
    'drives.zero': 'strip-hedge-12',
    spindle: 'spindle-dibble-200',
    spindleDrive: 'drive-shrew-250',
  });
  b.set('mainsVoltage', quantity(230, 'V')).set('stopStrategy', 'request-only');
  b.feed('controller', 'supply', { part: 'motor-supply', port: 'out' });
  b.do({ name: 'set-jumper', args: { part: 'controller', jumper: 'link-5', closed: false } });
  for (const [axis, drive] of [
    ['x', 0],
    ['y', 0],
    ['y', 1],
    ['z', 0],
  ] as const)
    b.choose({ axis, drive, item: 'motor' }, 'motor-rook-23')
      .choose({ axis, drive, item: 'driver' }, 'driver-heron-50')
      .figures(`parts.driver-${axis}-${drive}.setup`, { stepsPerRevolution: 1600, peakCurrent: [2.8, 'A'] });
  for (const [axis, travel] of [
    ['x', 600],
    ['y', 900],
    ['z', 90],
  ] as const)
    b.figures(`axes.${axis}`, {
      travel: [travel, 'mm'],
      maxSpeed: [axis === 'z' ? 15 : 50, 'mm/s'],
      acceleration: [400, 'mm/s²'],
      ...ballScrew(travel + 120),
      dragTorque: [0.1, 'N·m'],
      frictionCoefficient: [0.01, '1'],
      cuttingForce: [40, 'N'],
      'reference.backOff': [3, 'mm'],
    });
  b.set('axes.y.drives.1.invertedInWiring', true);
  b.weighs('Spindle', 1.6, 'x', 'y', 'z');
  b.weighs('Wire in its bow', 0.7, 'x', 'y', 'z');
  b.weighs('Carriage', 2.1, 'x', 'y');
  b.weighs('Gantry', 6, 'y');
  b.ends('switch-finch', [
    ['x', 'minus', 6],
    ['y', 'minus', 6],
    ['z', 'plus', 5],
  ]).input({ function: 'stop', library: 'button-plum-stop' });
  b.do({ name: 'add-output', args: { function: 'spindle-speed', device: 'spindle-drive' } });
  b.do({
    name: 'add-output',
    args: { function: 'switched-load', library: 'heater-ember-wire', relay: 'relay-latch-5' },
  }).input({ function: 'pause', library: 'sensor-mullein-hall' });
  b.do({ name: 'add-head', args: { name: 'Spindle', parts: ['spindle'], masses: ['mass-1'] } }).do({
    name: 'add-head',
    args: { name: 'Hot wire', parts: ['output-switched-load', 'device-pause'], masses: ['mass-2'] },
  });
  b.plan();
  // Whichever head is on, it is led through one plug.
  b.do({ name: 'insert-connector', args: { cable: 'Motor spindle', library: 'connector-sill-16', at: 'far' } });
  for (const cable of ['Switched load E1', 'Lead B4'])
    b.do({ name: 'share-connector', args: { cable, part: 'connector-1' } });
  b.tryDaily().cautionsRead().plan();
  return b.file;
}
