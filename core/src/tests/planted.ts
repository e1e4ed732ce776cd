import { type Place, slotAt } from '../samples/builder';
import type { Command } from '../commands/command';
import { applyCommand } from '../commands/apply';
import type { MachineFile } from '../machine/file';
import type { Unit } from '../units/units';
import { quantity } from '../units/quantity';
import { dotterel, lapwing, nuthatch, redstart, stonechat, whinchat } from './machines';

/** Mistakes of the kind that people make, planted into healthy machines: each has to be found by its own rule. */
export const edited = (file: MachineFile, commands: readonly Command[]): MachineFile =>
  commands.reduce((f, c) => {
    const r = applyCommand(f, c, '2026-03-03T10:00:00.000Z');
    if (!r.ok) throw new Error(`${c.name}: ${r.error.map((x) => `${x.where} ${x.what}`).join('; ')}`);
    return r.value.file;
  }, file);

const set = (path: string, value: number | string | boolean | null, unit?: Unit): Command => ({
  name: 'set-field',
  args: { path, value: unit ? quantity(value as number, unit) : value },
});
const role = (place: Place, library: string): Command => ({
  name: 'choose-part',
  args: { slot: slotAt(place), library },
});
const motor = (axis: string, library: string, drive = 0): Command => ({
  name: 'choose-part',
  args: { slot: { axis, drive, item: 'motor' }, library },
});
const exchange = (part: string, library: string): Command => ({ name: 'exchange-device', args: { part, library } });
/** Tried by hand at every power-on no more. */
const untried: Command = { name: 'set-daily-checks', args: { devices: [] } };
const plan: Command = { name: 'plan-wiring', args: {} };
const stages = (...list: string[][]): Command => ({ name: 'set-reference-stages', args: { stages: list } });
const wire = (from: string, to: string): Command => {
  const end = (text: string) => {
    const [part, terminal] = text.split(':') as [string, string];
    return { part, terminal };
  };
  return { name: 'add-conductor', args: { from: end(from), to: end(to) } };
};
const unwire = (...ids: string[]): Command => ({ name: 'remove-conductors', args: { ids } });

export const healthy = { stonechat, lapwing, dotterel, nuthatch, redstart, whinchat };
export type MachineName = keyof typeof healthy;

/** Machine, what was done wrong, how, and the finding that names it. */
export const planted: readonly [MachineName, string, readonly Command[], string][] = [
  [
    'stonechat',
    'a limit on its normally open contact',
    [set('parts.device-limit-and-reference-x.setup.contactUsed', 'NO'), untried, plan],
    'broken-wire:limit-and-reference-x',
  ],
  [
    'stonechat',
    'more volts than its drivers bear',
    [role('drives.supply', 'supply-loam-36'), plan],
    'supply-voltage:driver-x-0',
  ],
  [
    'stonechat',
    'more current than its motor bears',
    [set('parts.driver-x-0.setup.peakCurrent', 2.7, 'A')],
    'driver-current:driver-x-0',
  ],
  [
    'stonechat',
    'a switch that the table reaches too late',
    [set('parts.device-limit-and-reference-y.mount.tripFromStop', 0.5, 'mm')],
    'stopping-distance:device-limit-and-reference-y',
  ],
  ['stonechat', 'a supply without its earth', [unwire('earth/motor-supply')], 'earth-missing:motor-supply'],
  [
    'stonechat',
    'fine steps beyond the board',
    [set('parts.driver-x-0.setup.stepsPerRevolution', 12800)],
    'pulse-rate:x',
  ],
  [
    'stonechat',
    'no stop that the control hears',
    [{ name: 'remove-input', args: { circuit: 'stop' } }],
    'no-stop-input:machine',
  ],

  ['lapwing', 'a head without its brake', [motor('z', 'motor-rook-23'), plan], 'head-may-fall:z'],
  [
    'lapwing',
    'a sensor that opens nothing when its wire breaks',
    [exchange('device-limit-x-plus', 'sensor-lichen-pnp-no'), untried, plan],
    'broken-wire:limit-x-plus',
  ],
  [
    'lapwing',
    'a supply for one motor',
    [set('parts.motor-supply.data.outputCurrent', 1, 'A')],
    'supply-load:motor-supply',
  ],
  [
    'lapwing',
    'a contactor for alternating current',
    [role('stopContactor', 'contactor-post-9'), plan],
    'contactor-direct-current:stop-contactor',
  ],
  [
    'lapwing',
    'limits close to the end at belt speed',
    [set('parts.device-limit-x-plus.mount.tripFromStop', 5, 'mm')],
    'stopping-distance:device-limit-x-plus',
  ],
  [
    'lapwing',
    'other steps on one side of the gantry',
    [set('parts.driver-y-1.setup.stepsPerRevolution', 1600)],
    'slave-differs:y',
  ],
  ['lapwing', 'a motor of other leads on one side', [motor('y', 'motor-siskin-5', 1)], 'gantry-unlike:y'],

  [
    'dotterel',
    'a spindle of 400 Hz on a drive of 120 Hz',
    [role('spindleDrive', 'drive-vole-750'), plan],
    'spindle-frequency:spindle-drive',
  ],
  ['dotterel', 'mains of another country', [set('mainsVoltage', 110, 'V')], 'mains-voltage:spindle-drive'],
  ['whinchat', 'a breaker for a lamp', [role('mains.1', 'breaker-hurdle-6'), plan], 'branch-load:mains-breaker'],
  [
    'dotterel',
    'a brake that nothing feeds',
    [{ name: 'remove-output', args: { output: 'brake' } }, plan],
    'brake-unfed:motor-z-0',
  ],
  ['dotterel', 'a head without its mass', [{ name: 'remove-mass', args: { mass: 'mass-1' } }], 'mass-missing:z'],
  [
    'dotterel',
    'racks that run into their end',
    [set('parts.device-limit-y-plus.mount.tripFromStop', 10, 'mm')],
    'stopping-distance:device-limit-y-plus',
  ],
  ['dotterel', 'twice the speed that the motors have', [set('axes.x.maxSpeed', 900, 'mm/s')], 'motor-speed:x'],

  ['nuthatch', 'a servo on a stepper driver', [motor('x', 'motor-raven-400'), plan], 'motor-driver-kind:x-0'],
  [
    'nuthatch',
    'the control on the motor supply',
    [role('logic.supply', 'supply-loam-70'), plan],
    'controller-supply:controller',
  ],
  [
    'nuthatch',
    'a coil for the mains on 24 V',
    [set('parts.stop-contactor.data.coilVoltage', 230, 'V')],
    'load-voltage:stop-contactor',
  ],
  ['nuthatch', 'the table looks for its datum before the head is up', [stages(['x', 'y'], ['z'])], 'head-first:z'],
  ['nuthatch', 'a back-off inside the hysteresis', [set('axes.x.reference.backOff', 0.2, 'mm')], 'back-off-short:x'],
  [
    'nuthatch',
    'a motor run above its rating',
    [set('parts.driver-z-0.setup.peakCurrent', 7.9, 'A')],
    'driver-current:driver-z-0',
  ],

  [
    'redstart',
    'a knee that sinks',
    [motor('w', 'motor-magpie-80'), set('axes.w.counterbalance', 0, 'N'), plan],
    'head-may-fall:w',
  ],
  [
    'redstart',
    'a counterbalance that lifts the knee',
    [motor('w', 'motor-magpie-80'), set('axes.w.counterbalance', 4000, 'N'), plan],
    'head-may-fall:w',
  ],
  ['redstart', 'a quill without its mass', [{ name: 'remove-mass', args: { mass: 'mass-4' } }], 'mass-missing:z'],
  [
    'redstart',
    'the knee on the other type of sensor',
    [exchange('device-limit-and-reference-w', 'sensor-lichen-npn-no'), untried, plan],
    'broken-wire:limit-and-reference-w',
  ],
  [
    'redstart',
    'plus and minus of the bus together',
    [wire('motor-supply:plus', 'motor-supply:minus')],
    'rails-joined:-t1:++-t1:−',
  ],
  [
    'redstart',
    'the knee trips too late',
    [set('parts.device-limit-and-reference-w.mount.tripFromStop', 0.1, 'mm')],
    'stopping-distance:device-limit-and-reference-w',
  ],

  [
    'whinchat',
    'an encoder faster than its counter',
    [set('parts.controller.data.encoderRate', 50, 'kHz')],
    'encoder-rate:spindle-encoder',
  ],
  [
    'whinchat',
    'the control on the motor supply',
    [role('logic.supply', 'supply-loam-48'), plan],
    'controller-supply:controller',
  ],
  [
    'whinchat',
    'a spindle drive for another motor',
    [set('parts.spindle-drive.data.outputCurrent', 2, 'A')],
    'spindle-current:spindle-drive',
  ],
  [
    'whinchat',
    'pulses too short for the drivers',
    [set('parts.controller.data.pulseWidth', 1, 'µs')],
    'pulse-width:driver-x-0',
  ],
  [
    'whinchat',
    'the carriage trips too late',
    [set('parts.device-limit-and-reference-z.mount.tripFromStop', 1, 'mm')],
    'stopping-distance:device-limit-and-reference-z',
  ],
  [
    'whinchat',
    'a start by itself when the stop is let go',
    [{ name: 'choose-part', args: { slot: { role: 'resetButton' }, library: null } }, plan],
    'plan-gap:roles.resetButton-0',
  ],
];
