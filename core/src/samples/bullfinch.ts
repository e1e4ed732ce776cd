import type { MachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { ballScrew, from, mainsSide, MachineBuilder } from './builder';

/**
 * A plate engraver: three servo drives straight on the mains (the vertical axis with a brake), a rotary table with a worm and an
 * air clamp on a stepper drive at 48 V, two supplies of 24 V, everything behind one branch of 10 A.
 */
export function bullfinch(): MachineFile {
  const b = new MachineBuilder('router-fixed-gantry', 'Bullfinch', 'bullfinch');
  b.do({ name: 'add-axis', args: { letter: 'A' } }).places({
    controller: 'controller-teasel-6',
    host: 'host-desk',
    'drives.supply': 'supply-loam-48',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
    ...mainsSide,
    // Three supplies and three drives come on together.
    'mains.1': 'breaker-hurdle-16-d',
    'field.plus': 'strip-paling-2',
    'field.zero': 'strip-hedge-24',
  });
  b.set('mainsVoltage', quantity(230, 'V')).set('stopStrategy', 'torque-off');
  for (const [axis, motor, drive, travel] of [
    ['x', 'motor-shrike-200', 'drive-kestrel-200', 420],
    ['y', 'motor-shrike-200', 'drive-kestrel-200', 320],
    ['z', 'motor-shrike-750-brake', 'drive-kestrel-750', 110],
  ] as const)
    b.choose({ axis, drive: 0, item: 'motor' }, motor)
      .choose({ axis, drive: 0, item: 'driver' }, drive)
      .figures(`parts.driver-${axis}-0.setup`, { stepsPerRevolution: 5000 })
      .figures(`axes.${axis}`, {
        travel: [travel, 'mm'],
        maxSpeed: [axis === 'z' ? 60 : 150, 'mm/s'],
        acceleration: [axis === 'z' ? 800 : 1500, 'mm/s²'],
        ...ballScrew(travel + 120),
        dragTorque: [0.06, 'N·m'],
        frictionCoefficient: [0.01, '1'],
        cuttingForce: [20, 'N'],
        'reference.backOff': [3, 'mm'],
      });
  b.choose({ axis: 'a', drive: 0, item: 'motor' }, 'motor-magpie-30')
    .choose({ axis: 'a', drive: 0, item: 'driver' }, 'driver-merlin-60')
    .figures('parts.driver-a-0.setup', { stepsPerRevolution: 2000, peakCurrent: [4, 'A'] })
    .figures('axes.a', {
      maxSpeed: [60, '°/s'],
      acceleration: [400, '°/s²'],
      'transmission.wheelTeeth': 40,
      'transmission.efficiency': [0.5, '1'],
      backlash: [0.03, '°'],
      workDiameter: [80, 'mm'],
      cuttingForce: [60, 'N'],
      clampFreeTime: [0.4, 's'],
      clampCloseTime: [0.4, 's'],
      clampTorque: [12, 'N·m'],
      dragTorque: [0.05, 'N·m'],
      'reference.backOff': [1, '°'],
      'transmission.rotatingInertia': [180, 'g·cm²'],
    });
  b.set('axes.a.turns', 'wraps')
    .set('axes.a.reference.method', 'by-hand')
    .do({ name: 'set-reference-stages', args: { stages: [['z'], ['x', 'y'], ['a']] } });
  b.weighs('Spindle and its plate', 3, 'x', 'z');
  b.weighs('Carriage', 2.4, 'x');
  b.weighs('Table', 9, 'y');
  b.ends('sensor-lichen-pnp-nc', [
    ['x', 'minus', 25],
    ['y', 'minus', 25],
    ['z', 'plus', 8],
  ])
    .input({ function: 'stop', library: 'button-plum-stop-2' })
    .do({ name: 'watch-alarms', args: { devices: ['driver-x-0', 'driver-y-0', 'driver-z-0', 'driver-a-0'] } })
    .do({ name: 'add-output', args: { function: 'brake', device: 'motor-z-0', relay: 'relay-latch-24' } })
    .do({ name: 'fit-suppressor', args: { part: 'motor-z-0', coil: 'brake', type: 'varistor' } })
    // The second 24 V: work light and pump, apart from what the control reads.
    .hang('supply-marl-24')
    .ahead('breaker-hurdle-4', { part: 'supply', port: 'mains' })
    .hang('lamp-glim-24', from('supply'))
    .ahead('switch-wicket-1', { part: 'lamp', port: 'load' })
    .hang('pump-brook-24', from('supply'));
  b.do({
    name: 'add-output',
    args: { function: 'switched-load', library: 'valve-billow-24', relay: 'relay-latch-24' },
  }).do({ name: 'set-output', args: { output: 'switched-load', serves: 'frees-axis', axis: 'a' } });
  b.tryDaily().cautionsRead().plan();
  return b.file;
}
