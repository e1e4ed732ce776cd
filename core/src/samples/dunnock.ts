import type { MachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { MachineBuilder } from './builder';

/**
 * A moving-gantry router for instrument makers' soundboards: two motors on the gantry, ball screws, steppers.
 * Finished and healthy.
 */
export function dunnock(): MachineFile {
  const b = new MachineBuilder('router-moving-gantry', 'Dunnock', 'dunnock');
  b.set(
    'notes',
    'Router of the Marrow Lane workshop for soundboards and braces. Ball screws throughout, two motors on the gantry.',
  ).places({
    controller: 'controller-teasel-6',
    'drives.supply': 'supply-loam-36',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
  });
  for (const [axis, drives] of [
    ['x', 1],
    ['y', 2],
    ['z', 1],
  ] as const)
    for (let drive = 0; drive < drives; drive++) {
      // The head must not drop when the power goes: Z has the motor with a brake.
      const [motor, driver] =
        axis === 'z' ? ['motor-magpie-22', 'driver-merlin-60'] : ['motor-rook-23', 'driver-heron-50'];
      b.choose({ axis, drive, item: 'motor' }, motor)
        .choose({ axis, drive, item: 'driver' }, driver)
        .figures(`parts.driver-${axis}-${drive}.setup`, {
          stepsPerRevolution: axis === 'z' ? 3200 : 1600,
          peakCurrent: [4, 'A'],
          idleCurrent: [50, '%'],
        });
    }
  const axes = {
    x: { travel: 640, speed: 120, acceleration: 600, pitch: 10, screw: [16, 13.2, 760] },
    y: { travel: 910, speed: 120, acceleration: 500, pitch: 10, screw: [20, 16.8, 1040] },
    z: { travel: 140, speed: 50, acceleration: 400, pitch: 5, screw: [12, 9.8, 230] },
  };
  for (const [id, a] of Object.entries(axes))
    b.figures(`axes.${id}`, {
      travel: [a.travel, 'mm'],
      maxSpeed: [a.speed, 'mm/s'],
      acceleration: [a.acceleration, 'mm/s²'],
      dragTorque: [0.07, 'N·m'],
      'transmission.pitch': [a.pitch, 'mm'],
      'transmission.efficiency': [90, '%'],
      'transmission.outerDiameter': [a.screw[0]!, 'mm'],
      'transmission.rootDiameter': [a.screw[1]!, 'mm'],
      'transmission.length': [a.screw[2]!, 'mm'],
      'transmission.endFixity': 'fixed-supported',
      frictionCoefficient: [0.008, '1'],
      cuttingForce: [45, 'N'],
      'reference.backOff': [3, 'mm'],
    });
  b.set('axes.y.driveSpacing', quantity(780, 'mm', 'measured'));
  b.do({
    name: 'add-mass',
    args: { name: 'Spindle and its plate', mass: quantity(3.4, 'kg', 'measured'), movedBy: ['x', 'y', 'z'] },
  })
    .do({ name: 'add-mass', args: { name: 'Carriage', mass: quantity(3.7, 'kg', 'measured'), movedBy: ['x', 'y'] } })
    .do({ name: 'add-mass', args: { name: 'Gantry beam', mass: quantity(11.5, 'kg', 'estimate'), movedBy: ['y'] } });

  b.places({
    host: 'host-desk',
    'mains.inlet': 'inlet-gate-16',
    'mains.0': 'switch-stile-2',
    'mains.1': 'breaker-hurdle-16',
    'mains.2': 'filter-sieve-16',
    earth: 'bar-ridge-20',
    'drives.plus': 'strip-paling-6',
    'drives.zero': 'strip-hedge-12',
    'field.plus': 'strip-paling-2',
    'field.zero': 'strip-hedge-24',
    stopContactor: 'contactor-bollard-dc',
    resetButton: 'button-plum-push',
    spindle: 'spindle-plough-1100',
    spindleDrive: 'drive-vole-1500',
  })
    .set('stopStrategy', 'motor-power')
    .set('mainsVoltage', quantity(230, 'V'));

  const lichen = 'sensor-lichen-pnp-nc';
  const mm = (n: number) => quantity(n, 'mm', 'measured');
  b.input({
    function: 'limit-and-reference',
    library: lichen,
    mount: { axis: 'x', end: 'minus', tripFromStop: mm(20) },
  })
    .input({ function: 'limit', library: lichen, mount: { axis: 'x', end: 'plus', tripFromStop: mm(20) } })
    .input({
      function: 'limit-and-reference',
      library: lichen,
      mount: { axis: 'y', end: 'minus', drive: 0, tripFromStop: mm(22) },
    })
    .input({
      function: 'limit-and-reference',
      library: lichen,
      mount: { axis: 'y', end: 'minus', drive: 1, tripFromStop: mm(22) },
    })
    .input({ function: 'limit', library: lichen, mount: { axis: 'y', end: 'plus', tripFromStop: mm(22) } })
    .input({ function: 'limit-and-reference', library: lichen, mount: { axis: 'z', end: 'plus', tripFromStop: mm(8) } })
    .input({ function: 'stop', library: 'button-plum-stop-2' })
    .input({ function: 'probe', library: 'probe-slate' })
    .do({ name: 'watch-alarms', args: { devices: ['driver-z-0', 'spindle-drive'] } })
    .do({ name: 'add-output', args: { function: 'brake', device: 'motor-z-0', relay: 'relay-latch-24' } })
    .do({ name: 'add-output', args: { function: 'spindle-run', device: 'spindle-drive' } })
    .do({ name: 'add-output', args: { function: 'spindle-speed', device: 'spindle-drive' } })
    .do({ name: 'add-output', args: { function: 'coolant', library: 'valve-rill-24' } })
    .do({ name: 'add-output', args: { function: 'lamp', library: 'lamp-wick-24' } })
    .do({ name: 'add-output', args: { function: 'fan', library: 'fan-zephyr-24', alwaysOn: true } })
    .do({ name: 'fit-suppressor', args: { part: 'motor-z-0', coil: 'brake', type: 'varistor' } })
    .figures('circuits.probe', { filter: [1, 'ms'] })
    .tryDaily()
    .cautionsRead()
    .plan()
    .do({
      name: 'set-chain',
      args: { chain: { name: 'Bridge', innerWidth: mm(38), innerHeight: mm(16), bendRadius: mm(100) } },
    });
  // What the head on the bridge takes along.
  for (const cable of ['Motor Z', 'Encoder Z', 'Brake M4', 'Motor spindle', 'Lead B6', 'Lead B7', 'Coolant Q3'])
    b.do({ name: 'route-cable', args: { cable, chain: 'Bridge', route: 'along the bridge, then the gantry side' } });
  b.do({
    name: 'set-conductors',
    args: { ids: Object.keys(b.file.design.conductors), set: { state: 'checked' } },
  });
  return b.file;
}
