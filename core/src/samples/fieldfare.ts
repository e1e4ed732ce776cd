import type { MachineFile } from '../machine/file';
import { newToolChanger, type Turret } from '../machine/toolChanger';
import { quantity } from '../units/quantity';
import { from, MachineBuilder } from './builder';

/**
 * A lathe with its electrics in two boxes: breakers of 20, 10, 4 and 2 A, a filter ahead of each drive, contactors whose coils run
 * on the mains, 24 V twice and 12 V, three boards on the controller's extension lead, a turret with a gear motor and four
 * sensors, a divider behind the spindle's encoder, and a panel with lamps and buttons.
 */
export function fieldfare(): MachineFile {
  const b = new MachineBuilder('lathe', 'Fieldfare', 'fieldfare');
  b.places({
    controller: 'controller-teasel-6',
    host: 'host-desk',
    'field.supply': 'supply-marl-24-10',
    'mains.inlet': 'inlet-gate-32',
    'mains.0': 'switch-stile-32',
    'mains.1': 'breaker-hurdle-20',
    earth: 'bar-ridge-20',
    'field.plus': 'strip-paling-2-24',
    'field.zero': 'strip-hedge-24',
    spindle: 'spindle-harrow-1500',
    spindleDrive: 'drive-vole-3000',
    spindleEncoder: 'encoder-owl-1024',
    'board.0': 'board-dock-16',
    stopContactor: 'contactor-post-25-mains',
    resetButton: 'button-plum-push',
  });
  b.set('mainsVoltage', quantity(230, 'V')).set('stopStrategy', 'main-switch');
  // The controller lives on the 24 V of its inputs.
  b.feed('controller', 'supply', from('field-supply'));
  const axes = { x: { travel: 130, pitch: 4, speed: 60 }, z: { travel: 380, pitch: 5, speed: 100 } };
  for (const [id, a] of Object.entries(axes))
    b.choose({ axis: id, drive: 0, item: 'motor' }, 'motor-shrike-200')
      .choose({ axis: id, drive: 0, item: 'driver' }, 'drive-kestrel-200')
      .figures(`parts.driver-${id}-0.setup`, { stepsPerRevolution: 5000 })
      .figures(`axes.${id}`, {
        travel: [a.travel, 'mm'],
        maxSpeed: [a.speed, 'mm/s'],
        acceleration: [800, 'mm/s²'],
        'transmission.pitch': [a.pitch, 'mm'],
        'transmission.efficiency': [90, '%'],
        'transmission.outerDiameter': [20, 'mm'],
        'transmission.rootDiameter': [17.2, 'mm'],
        'transmission.length': [a.travel + 160, 'mm'],
        'transmission.endFixity': 'fixed-supported',
        dragTorque: [0.08, 'N·m'],
        frictionCoefficient: [0.1, '1'],
        cuttingForce: [180, 'N'],
        'reference.backOff': [3, 'mm'],
      });
  b.weighs('Saddle with cross slide', 16, 'z');
  b.weighs('Cross slide with tool changer', 7, 'x');
  // Two further boards behind the first one; the last passes nothing on.
  b.hang('board-quay-8').hang('board-nettle-8');
  b.hang('divider-sluice-4');
  b.ends('sensor-lichen-pnp-nc', [
    ['x', 'plus', 12],
    ['z', 'plus', 14],
  ]).input({ function: 'stop', library: 'button-plum-stop-2' });
  for (let n = 0; n < 4; n++) b.input({ function: 'position', library: 'sensor-lichen-pnp-no' });
  b.input({ function: 'start', library: 'button-plum-push' }).input({ function: 'pause', library: 'button-plum-push' });
  // The sensors of the changer on the board beside it, the buttons of the panel on the last board.
  const on = (circuit: string, part: string, terminal: string) =>
    b.do({ name: 'set-input-terminal', args: { circuit, input: { part, terminal } } });
  ['position', 'position-2', 'position-3', 'position-4'].forEach((id, i) => on(id, 'input-board', `in-${i}`));
  on('start', 'input-board-3', 'in-0');
  on('pause', 'input-board-3', 'in-1');
  b.do({ name: 'watch-alarms', args: { devices: ['driver-x-0', 'driver-z-0', 'spindle-drive'] } });
  for (const of of ['spindle-run', 'spindle-direction', 'spindle-speed'] as const)
    b.do({ name: 'add-output', args: { function: of, device: 'spindle-drive' } });
  for (const [library, relay] of [
    ['gear-motor-turnip-24', 'relay-latch-24'],
    ['pump-brook-230', 'relay-latch-30'],
  ] as const)
    b.do({ name: 'add-output', args: { function: 'switched-load', library, relay } });
  for (let n = 0; n < 2; n++) b.do({ name: 'add-output', args: { function: 'lamp', library: 'lamp-wick-24' } });
  // The second 24 V for the panel’s light, 12 V for the work light.
  b.hang('supply-marl-24')
    .hang('supply-marl-12-8')
    .hang('lamp-glim-24', from('supply'))
    .hang('lamp-glim-12', from('supply-2'));
  // The spindle drive behind a contactor of its own, which follows the first.
  b.ahead('contactor-post-16-mains', { part: 'spindle-drive', port: 'mains' }).feed(
    'contactor',
    'mains',
    from('stop-contactor'),
  );
  b.ahead('breaker-hurdle-10', { part: 'driver-x-0', port: 'mains' }, { part: 'driver-z-0', port: 'mains' })
    .ahead('filter-sieve-16', { part: 'driver-x-0', port: 'mains' })
    .ahead('filter-sieve-16', { part: 'driver-z-0', port: 'mains' })
    .ahead(
      'breaker-hurdle-16',
      { part: 'field-supply', port: 'mains' },
      { part: 'supply', port: 'mains' },
      { part: 'supply-2', port: 'mains' },
    )
    .ahead('breaker-hurdle-2', { part: 'stop-contactor', port: 'mains' });
  // The gear motor turns the head back into its lock.
  b.do({
    name: 'add-output',
    args: { function: 'switched-load', reverses: 'switched-load', relay: 'relay-latch-24' },
  }).do({
    name: 'set-tool-changer',
    args: {
      changer: {
        ...(newToolChanger('turret') as Turret),
        forward: 'switched-load',
        back: 'switched-load-3',
        marks: ['position', 'position-2', 'position-3', 'position-4'],
      },
    },
  });
  b.tryDaily().cautionsRead().plan();
  return b.file;
}
