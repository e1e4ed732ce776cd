import type { MachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { MachineBuilder } from './builder';

/**
 * A benchtop mill for clock plates: closed-loop steppers, trapezoidal screws, index-pulse referencing.
 * It holds three honest mistakes, one of each severity: the Y limit is a normally open contact, so a broken wire goes
 * unnoticed (danger); the board cannot make the pulses for X's fine steps (will not work); X is referenced before the
 * head is out of the way (doubtful).
 */
export function wren(): MachineFile {
  const b = new MachineBuilder('mill-bench', 'Wren', 'wren');
  b.set(
    'notes',
    'Bench mill of the Marrow Lane workshop for clock plates. Closed-loop steppers on the old trapezoidal screws.',
  ).places({
    controller: 'controller-sedge-4',
    'drives.supply': 'supply-loam-48',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
  });
  const axes = {
    x: { travel: 270, speed: 40, steps: 12800, reach: 8, phase: 0.45 },
    y: { travel: 145, speed: 40, steps: 3200, reach: 8, phase: 0.6 },
    z: { travel: 210, speed: 30, steps: 3200, reach: 8, phase: 0.5 },
  };
  for (const [id, a] of Object.entries(axes)) {
    // Only the head needs a brake.
    b.choose({ axis: id, drive: 0, item: 'motor' }, id === 'z' ? 'motor-magpie-22' : 'motor-magpie-30')
      .choose({ axis: id, drive: 0, item: 'driver' }, 'driver-merlin-60')
      .figures(`parts.driver-${id}-0.setup`, { stepsPerRevolution: a.steps, peakCurrent: [5, 'A'] })
      .figures(`axes.${id}`, {
        travel: [a.travel, 'mm'],
        maxSpeed: [a.speed, 'mm/s'],
        acceleration: [300, 'mm/s²'],
        'transmission.form': 'trapezoidal',
        'transmission.pitch': [2, 'mm'],
        'transmission.starts': 2,
        'transmission.efficiency': [35, '%'],
        'transmission.outerDiameter': [14, 'mm'],
        'transmission.length': [a.travel + 130, 'mm'],
        dragTorque: [0.06, 'N·m'],
        frictionCoefficient: [0.12, '1'],
        cuttingForce: [120, 'N'],
        'reference.method': 'switch-and-index',
        'reference.backOff': [2.5, 'mm'],
        'reference.indexPhase': [a.phase, '1'],
      });
  }
  b.places({
    'mains.inlet': 'inlet-gate-16',
    'mains.0': 'switch-stile-2',
    'mains.1': 'breaker-hurdle-16',
    'mains.2': 'filter-sieve-16',
    earth: 'bar-ridge-20',
    'drives.plus': 'strip-paling-16',
    'drives.zero': 'strip-hedge-12',
    'field.plus': 'strip-paling-2',
    spindle: 'spindle-dibble-400',
    spindleDrive: 'drive-shrew-500',
  })
    .set('stopStrategy', 'request-only')
    .set('mainsVoltage', quantity(230, 'V'));

  const mm = (n: number) => quantity(n, 'mm', 'measured');
  const finch = 'switch-finch';
  b.do({ name: 'add-mass', args: { name: 'Head with spindle', mass: quantity(14, 'kg', 'estimate'), movedBy: ['z'] } })
    .do({ name: 'add-mass', args: { name: 'Table', mass: quantity(9, 'kg', 'measured'), movedBy: ['x', 'y'] } })
    .input({ function: 'limit-and-reference', library: finch, mount: { axis: 'x', end: 'plus', tripFromStop: mm(8) } })
    .input({ function: 'limit-and-reference', library: finch, mount: { axis: 'y', end: 'plus', tripFromStop: mm(8) } })
    .input({ function: 'limit-and-reference', library: finch, mount: { axis: 'z', end: 'plus', tripFromStop: mm(8) } })
    .input({ function: 'stop', library: 'button-plum-stop' })
    .do({ name: 'watch-alarms', args: { devices: ['driver-x-0', 'driver-y-0', 'driver-z-0'] } })
    .do({ name: 'add-output', args: { function: 'brake', device: 'motor-z-0', relay: 'relay-latch-5' } })
    .do({ name: 'add-output', args: { function: 'spindle-speed', device: 'spindle-drive' } })
    .do({ name: 'fit-suppressor', args: { part: 'motor-z-0', coil: 'brake', type: 'varistor' } })
    .tryDaily('device-limit-and-reference-y')
    .cautionsRead()
    .set('parts.device-limit-and-reference-y.setup.contactUsed', 'NO')
    .figures('circuits.limit-and-reference-y', { filter: [2, 'ms'] })
    .do({ name: 'set-reference-stages', args: { stages: [['x', 'y'], ['z']] } })
    .plan();
  return b.file;
}
