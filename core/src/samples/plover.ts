import type { MachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { MachineBuilder } from './builder';

/**
 * A toolroom lathe for bobbins and bushes: servos with absolute encoders on X (shown as diameter) and Z.
 * Half wired: the motor side is connected, the signals are cut, the inputs are still only planned.
 */
export function plover(): MachineFile {
  const b = new MachineBuilder('lathe', 'Plover', 'plover');
  b.set(
    'notes',
    'Toolroom lathe of the Marrow Lane workshop for bobbins and bushes. Being wired, one weekend at a time.',
  ).places({
    controller: 'controller-teasel-6',
    'drives.supply': 'supply-loam-60',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
  });
  const axes = { x: { travel: 130, pitch: 4, speed: 60 }, z: { travel: 380, pitch: 5, speed: 100 } };
  for (const [id, a] of Object.entries(axes))
    b.choose({ axis: id, drive: 0, item: 'motor' }, 'motor-raven-400')
      .choose({ axis: id, drive: 0, item: 'driver' }, 'drive-osprey-400')
      .figures(`parts.driver-${id}-0.setup`, { stepsPerRevolution: 10000, peakCurrent: [42, 'A'] })
      .figures(`axes.${id}`, {
        travel: [a.travel, 'mm'],
        maxSpeed: [a.speed, 'mm/s'],
        acceleration: [800, 'mm/s²'],
        'transmission.pitch': [a.pitch, 'mm'],
        'transmission.outerDiameter': [20, 'mm'],
        'transmission.length': [a.travel + 160, 'mm'],
        'transmission.efficiency': [90, '%'],
        dragTorque: [0.08, 'N·m'],
        frictionCoefficient: [0.1, '1'],
        cuttingForce: [180, 'N'],
        'reference.method': 'absolute',
        'reference.backOff': [2, 'mm'],
      });
  b.places({
    'mains.inlet': 'inlet-gate-16',
    'mains.0': 'switch-stile-2',
    'mains.1': 'breaker-hurdle-16',
    'mains.2': 'filter-sieve-16',
    earth: 'bar-ridge-20',
    'drives.plus': 'strip-paling-10',
    'drives.zero': 'strip-hedge-12',
    'field.plus': 'strip-paling-2',
    'field.zero': 'strip-hedge-12',
    spindle: 'spindle-harrow-750',
    spindleDrive: 'drive-vole-750',
    spindleEncoder: 'encoder-owl-1024',
  })
    .set('stopStrategy', 'torque-off')
    .set('mainsVoltage', quantity(230, 'V'));

  const mm = (n: number) => quantity(n, 'mm', 'measured');
  const wagtail = 'switch-wagtail';
  b.do({
    name: 'add-mass',
    args: { name: 'Saddle with cross slide', mass: quantity(16, 'kg', 'estimate'), movedBy: ['z'] },
  })
    .do({
      name: 'add-mass',
      args: { name: 'Cross slide with turret', mass: quantity(5.5, 'kg', 'measured'), movedBy: ['x'] },
    })
    .input({ function: 'limit', library: wagtail, mount: { axis: 'x', end: 'plus', tripFromStop: mm(12) } })
    .input({ function: 'limit', library: wagtail, mount: { axis: 'z', end: 'minus', tripFromStop: mm(14) } })
    .input({ function: 'limit', library: wagtail, mount: { axis: 'z', end: 'plus', tripFromStop: mm(14) } })
    .input({ function: 'stop', library: 'button-plum-stop-2' })
    .do({ name: 'watch-alarms', args: { devices: ['driver-x-0', 'driver-z-0', 'spindle-drive'] } })
    .do({ name: 'add-output', args: { function: 'spindle-run', device: 'spindle-drive' } })
    .do({ name: 'add-output', args: { function: 'spindle-direction', device: 'spindle-drive' } })
    .do({ name: 'add-output', args: { function: 'spindle-speed', device: 'spindle-drive' } })
    .tryDaily()
    .cautionsRead()
    .plan();
  const ids = Object.keys(b.file.design.conductors);
  const ending = (...words: string[]) => ids.filter((id) => words.some((w) => id.includes(w)));
  b.do({
    name: 'set-conductors',
    args: { ids: ending('/supply-', '/phase-', '/protective-earth'), set: { state: 'connected' } },
  });
  b.do({ name: 'set-conductors', args: { ids: ending('/step', '/direction', '/enable'), set: { state: 'cut' } } });
  return b.file;
}
