import type { MachineFile } from '../machine/file';
import { quantity } from '../units/quantity';
import { mainsSide, MachineBuilder } from './builder';

/** What the maker of the old machine had led to each contact of its plug: part, terminal, contact, and the colour found there. */
const found = [
  ['motor-x-0', 'a-plus', 1, 'BK'],
  ['motor-x-0', 'a-minus', 2, 'GN'],
  ['motor-x-0', 'b-plus', 3, 'RD'],
  ['motor-x-0', 'b-minus', 4, 'BU'],
  ['motor-y-0', 'a-plus', 5, 'BK'],
  ['motor-y-0', 'a-minus', 6, 'GN'],
  ['motor-y-0', 'b-plus', 7, 'RD'],
  ['motor-y-0', 'b-minus', 8, 'BU'],
  ['motor-z-0', 'a-plus', 9, 'BK'],
  ['motor-z-0', 'a-minus', 10, 'GN'],
  ['motor-z-0', 'b-plus', 11, 'RD'],
  ['motor-z-0', 'b-minus', 12, 'BU'],
  ['motor-x-0', 'pe', 17, 'GNYE'],
  ['motor-y-0', 'pe', 18, 'GNYE'],
  ['motor-z-0', 'pe', 19, 'GNYE'],
  ['device-limit-and-reference-x', 'com', 34, 'WH'],
  ['device-limit-and-reference-x', 'nc', 35, 'BN'],
  ['device-limit-and-reference-y', 'com', 36, 'WH'],
  ['device-limit-and-reference-y', 'nc', 37, 'BN'],
  ['device-limit-and-reference-z', 'com', 38, 'WH'],
  ['device-limit-and-reference-z', 'nc', 39, 'BN'],
] as const;

const oldLead = (part: string): string =>
  part.startsWith('motor-') ? `Old motor ${part[6]!.toUpperCase()}` : `Old switch ${part.at(-1)!.toUpperCase()}`;

/**
 * An old router that is refitted through its 50-pin plug: motors and switches stay wired as they were found behind it, and a new box
 * with drivers on 24 V is built up to the plug. Unplugged, the machine is as it was.
 */
export function whinchat(): MachineFile {
  const b = new MachineBuilder('router-fixed-gantry', 'Whinchat', 'whinchat');
  b.places({
    controller: 'controller-sedge-4',
    host: 'host-desk',
    'drives.supply': 'supply-loam-24',
    'logic.supply': 'supply-marl-5',
    ...mainsSide,
  })
    .set('mainsVoltage', quantity(230, 'V'))
    .set('stopStrategy', 'request-only');
  for (const [axis, travel] of [
    ['x', 400],
    ['y', 300],
    ['z', 80],
  ] as const)
    b.choose({ axis, drive: 0, item: 'motor' }, 'motor-siskin-5')
      .choose({ axis, drive: 0, item: 'driver' }, 'driver-heron-30')
      .figures(`parts.driver-${axis}-0.setup`, { stepsPerRevolution: 1600, peakCurrent: [1.7, 'A'] })
      .figures(`axes.${axis}`, {
        travel: [travel, 'mm'],
        maxSpeed: [axis === 'z' ? 12 : 30, 'mm/s'],
        acceleration: [200, 'mm/s²'],
        'transmission.form': 'trapezoidal',
        'transmission.pitch': [3, 'mm'],
        'transmission.starts': 2,
        'transmission.efficiency': [40, '%'],
        'transmission.outerDiameter': [12, 'mm'],
        'transmission.rootDiameter': [9, 'mm'],
        'transmission.length': [travel + 80, 'mm'],
        'transmission.endFixity': 'fixed-supported',
        dragTorque: [0.03, 'N·m'],
        frictionCoefficient: [0.02, '1'],
        cuttingForce: [15, 'N'],
        'reference.backOff': [2, 'mm'],
      });
  b.weighs('Spindle and its plate', 1.8, 'x', 'z');
  b.weighs('Carriage', 1.5, 'x');
  b.weighs('Table', 4, 'y');
  b.ends('switch-finch', [
    ['x', 'minus', 6],
    ['y', 'minus', 6],
    ['z', 'plus', 5],
  ]).input({ function: 'stop', library: 'button-plum-stop' });
  // The plug as it was found, contact by contact, before anything is changed.
  b.hang('connector-hod-50');
  for (const [part, terminal, contact, colour] of found)
    b.do({
      name: 'add-conductor',
      args: {
        from: { part: 'connector', terminal: `b-${contact}` },
        to: { part, terminal },
        colour,
        cable: oldLead(part),
        purpose: 'As it was found.',
        origin: 'as-found',
        state: 'checked',
      },
    });
  b.tryDaily().cautionsRead().plan();
  return b.file;
}
