import type { MachineFile } from '../machine/file';
import type { AxisEnd } from '../machine/mechanics';
import { MachineBuilder, mainsSide } from '../samples/builder';
import type { Unit } from '../units/units';
import { quantity } from '../units/quantity';

/** Six machines of ordinary kinds, healthy as built: what is said of them is held against expectations written by hand. */
type Figures = Record<string, readonly [number, Unit] | string | number>;
const mm = (n: number) => quantity(n, 'mm', 'measured');

interface DriveOf {
  motor: string;
  driver: string;
  setup: Figures;
}
/** Motor and driver on each drive of an axis, alike on both sides. */
function drives(b: MachineBuilder, axis: string, { motor, driver, setup }: DriveOf): MachineBuilder {
  b.file.design.axes[axis]!.drives.forEach((_, drive) => {
    b.choose({ axis, drive, item: 'motor' }, motor).choose({ axis, drive, item: 'driver' }, driver);
    b.figures(`parts.driver-${axis}-${drive}.setup`, setup);
  });
  return b;
}
function weighs(b: MachineBuilder, name: string, kg: number, ...movedBy: string[]): MachineBuilder {
  return b.do({ name: 'add-mass', args: { name, mass: quantity(kg, 'kg', 'measured'), movedBy } });
}
interface SwitchAt {
  axis: string;
  end: AxisEnd;
  trip: number;
  drive?: number;
  only?: 'limit' | 'reference';
}
function switches(b: MachineBuilder, library: string, list: readonly SwitchAt[]): MachineBuilder {
  for (const { axis, end, trip, drive, only } of list)
    b.input({
      function: only ?? 'limit-and-reference',
      library,
      mount: { axis, end, tripFromStop: mm(trip), ...(drive === undefined ? {} : { drive }) },
    });
  return b;
}
const strips = {
  'drives.plus': 'strip-paling-6',
  'drives.zero': 'strip-hedge-12',
  'field.plus': 'strip-paling-2',
  'field.zero': 'strip-hedge-24',
} as const;
function finished(b: MachineBuilder): MachineFile {
  b.tryDaily().cautionsRead().plan();
  return b.file;
}

/** A small router whose drivers plug into the board: lead screws of four starts, the work on a table that moves. */
export function stonechat(): MachineFile {
  const b = new MachineBuilder('router-fixed-gantry', 'Stonechat', 'stonechat');
  b.places({ controller: 'controller-tansy-3', host: 'host-desk', 'drives.supply': 'supply-loam-24', ...mainsSide })
    .set('mainsVoltage', quantity(230, 'V'))
    .set('stopStrategy', 'request-only');
  for (const [axis, travel] of [
    ['x', 300],
    ['y', 280],
    ['z', 70],
  ] as const) {
    drives(b, axis, {
      motor: 'motor-siskin-5',
      driver: 'driver-dunlin-b',
      setup: { stepsPerRevolution: 1600, peakCurrent: [1.7, 'A'] },
    }).figures(`axes.${axis}`, {
      travel: [travel, 'mm'],
      maxSpeed: [axis === 'z' ? 15 : 40, 'mm/s'],
      acceleration: [250, 'mm/s²'],
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
      cuttingForce: [15, 'N'],
      'reference.backOff': [2, 'mm'],
    });
  }
  weighs(b, 'Spindle and its plate', 1.6, 'x', 'z');
  weighs(b, 'Carriage', 1.2, 'x');
  weighs(b, 'Table', 2.5, 'y');
  switches(b, 'switch-finch', [
    { axis: 'x', end: 'minus', trip: 5 },
    { axis: 'y', end: 'minus', trip: 5 },
    { axis: 'z', end: 'plus', trip: 4 },
  ]).input({ function: 'stop', library: 'button-plum-stop' });
  return finished(b);
}

/** A belt router of a metre square: the gantry on two belts, Z on a ball screw with a brake. */
export function lapwing(): MachineFile {
  const b = new MachineBuilder('router-moving-gantry', 'Lapwing', 'lapwing');
  b.places({
    controller: 'controller-teasel-6',
    host: 'host-desk',
    'drives.supply': 'supply-loam-36',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
    ...mainsSide,
    'mains.1': 'breaker-hurdle-16',
    ...strips,
    stopContactor: 'contactor-bollard-dc',
    resetButton: 'button-plum-push',
  })
    .set('mainsVoltage', quantity(230, 'V'))
    .set('stopStrategy', 'motor-power');
  const setup: Figures = { stepsPerRevolution: 3200, peakCurrent: [4, 'A'], idleCurrent: [50, '%'] };
  drives(b, 'x', { motor: 'motor-rook-23', driver: 'driver-heron-50', setup });
  drives(b, 'y', { motor: 'motor-rook-23', driver: 'driver-heron-50', setup });
  drives(b, 'z', { motor: 'motor-rook-23-brake', driver: 'driver-heron-50', setup });
  for (const [axis, travel] of [
    ['x', 1000],
    ['y', 1020],
  ] as const) {
    b.do({ name: 'set-transmission', args: { axis, kind: 'belt' } }).figures(`axes.${axis}`, {
      travel: [travel, 'mm'],
      maxSpeed: [200, 'mm/s'],
      acceleration: [800, 'mm/s²'],
      'transmission.teeth': 20,
      'transmission.pitch': [3, 'mm'],
      'transmission.efficiency': [95, '%'],
      'transmission.rotatingInertia': [60, 'g·cm²'],
      dragTorque: [0.05, 'N·m'],
      frictionCoefficient: [0.02, '1'],
      cuttingForce: [20, 'N'],
      'reference.backOff': [3, 'mm'],
    });
  }
  b.figures('axes.z', {
    travel: [110, 'mm'],
    maxSpeed: [40, 'mm/s'],
    acceleration: [400, 'mm/s²'],
    'transmission.pitch': [5, 'mm'],
    'transmission.efficiency': [90, '%'],
    'transmission.outerDiameter': [12, 'mm'],
    'transmission.rootDiameter': [9.8, 'mm'],
    'transmission.length': [190, 'mm'],
    'transmission.endFixity': 'fixed-supported',
    dragTorque: [0.05, 'N·m'],
    frictionCoefficient: [0.008, '1'],
    cuttingForce: [30, 'N'],
    'reference.backOff': [2, 'mm'],
  }).set('axes.y.driveSpacing', mm(1100));
  weighs(b, 'Spindle and its plate', 2.4, 'x', 'y', 'z');
  weighs(b, 'Carriage', 1.8, 'x', 'y');
  weighs(b, 'Gantry beam', 4.5, 'y');
  const lichen = 'sensor-lichen-pnp-nc';
  switches(b, lichen, [
    { axis: 'x', end: 'minus', trip: 40 },
    { axis: 'x', end: 'plus', trip: 40, only: 'limit' },
    { axis: 'y', end: 'minus', trip: 40, drive: 0 },
    { axis: 'y', end: 'minus', trip: 40, drive: 1 },
    { axis: 'y', end: 'plus', trip: 40, only: 'limit' },
    { axis: 'z', end: 'plus', trip: 6 },
  ])
    .input({ function: 'stop', library: 'button-plum-stop-2' })
    .do({ name: 'add-output', args: { function: 'brake', device: 'motor-z-0', relay: 'relay-latch-24' } })
    .do({ name: 'fit-suppressor', args: { part: 'motor-z-0', coil: 'brake', type: 'varistor' } });
  return finished(b);
}

/** A heavy router on racks with reductions: two racks under the gantry, 60 V, a spindle on its own drive. */
export function dotterel(): MachineFile {
  const b = new MachineBuilder('router-moving-gantry', 'Dotterel', 'dotterel');
  b.places({
    controller: 'controller-teasel-6',
    host: 'host-desk',
    'drives.supply': 'supply-loam-60',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
    ...mainsSide,
    'mains.1': 'breaker-hurdle-16',
    ...strips,
    stopContactor: 'contactor-bollard-dc',
    resetButton: 'button-plum-push',
    spindle: 'spindle-plough-1500',
    spindleDrive: 'drive-vole-1500',
  })
    .set('mainsVoltage', quantity(230, 'V'))
    .set('stopStrategy', 'motor-power');
  const setup: Figures = { stepsPerRevolution: 1600, peakCurrent: [5.6, 'A'], idleCurrent: [50, '%'] };
  drives(b, 'x', { motor: 'motor-jackdaw-45', driver: 'driver-heron-80', setup });
  drives(b, 'y', { motor: 'motor-jackdaw-45', driver: 'driver-heron-80', setup });
  drives(b, 'z', { motor: 'motor-jackdaw-85-brake', driver: 'driver-heron-80', setup });
  for (const [axis, travel] of [
    ['x', 1300],
    ['y', 2500],
  ] as const)
    b.do({ name: 'set-transmission', args: { axis, kind: 'rack' } }).figures(`axes.${axis}`, {
      travel: [travel, 'mm'],
      maxSpeed: [200, 'mm/s'],
      acceleration: [700, 'mm/s²'],
      'transmission.module': [1.5, 'mm'],
      'transmission.teeth': 20,
      'transmission.ratio': [5, '1'],
      'transmission.ratioEfficiency': [95, '%'],
      'transmission.efficiency': [95, '%'],
      'transmission.rotatingInertia': [900, 'g·cm²'],
      dragTorque: [0.1, 'N·m'],
      frictionCoefficient: [0.01, '1'],
      cuttingForce: [80, 'N'],
      'reference.backOff': [5, 'mm'],
    });
  b.figures('axes.z', {
    travel: [200, 'mm'],
    maxSpeed: [50, 'mm/s'],
    acceleration: [400, 'mm/s²'],
    'transmission.pitch': [5, 'mm'],
    'transmission.efficiency': [90, '%'],
    'transmission.outerDiameter': [20, 'mm'],
    'transmission.rootDiameter': [16.8, 'mm'],
    'transmission.length': [320, 'mm'],
    'transmission.endFixity': 'fixed-supported',
    dragTorque: [0.12, 'N·m'],
    frictionCoefficient: [0.008, '1'],
    cuttingForce: [80, 'N'],
    'reference.backOff': [3, 'mm'],
  }).set('axes.y.driveSpacing', mm(1500));
  weighs(b, 'Spindle and its plate', 8, 'x', 'y', 'z');
  weighs(b, 'Carriage', 9, 'x', 'y');
  weighs(b, 'Gantry beam', 28, 'y');
  switches(b, 'sensor-lichen-pnp-nc', [
    { axis: 'x', end: 'minus', trip: 60 },
    { axis: 'x', end: 'plus', trip: 60, only: 'limit' },
    { axis: 'y', end: 'minus', trip: 60, drive: 0 },
    { axis: 'y', end: 'minus', trip: 60, drive: 1 },
    { axis: 'y', end: 'plus', trip: 60, only: 'limit' },
    { axis: 'z', end: 'plus', trip: 8 },
  ])
    .input({ function: 'stop', library: 'button-plum-stop-2' })
    .do({ name: 'watch-alarms', args: { devices: ['spindle-drive'] } })
    .do({ name: 'add-output', args: { function: 'brake', device: 'motor-z-0', relay: 'relay-latch-24' } })
    .do({ name: 'add-output', args: { function: 'spindle-run', device: 'spindle-drive' } })
    .do({ name: 'add-output', args: { function: 'spindle-speed', device: 'spindle-drive' } })
    .do({ name: 'fit-suppressor', args: { part: 'motor-z-0', coil: 'brake', type: 'varistor' } });
  return finished(b);
}

/** A bench mill with ball screws: closed-loop steppers, the head held by a brake. */
export function nuthatch(): MachineFile {
  const b = new MachineBuilder('mill-bench', 'Nuthatch', 'nuthatch');
  b.places({
    controller: 'controller-teasel-6',
    host: 'host-desk',
    'drives.supply': 'supply-loam-48',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
    ...mainsSide,
    'mains.1': 'breaker-hurdle-16',
    ...strips,
    stopContactor: 'contactor-bollard-dc',
    resetButton: 'button-plum-push',
  })
    .set('mainsVoltage', quantity(230, 'V'))
    .set('stopStrategy', 'motor-power');
  const setup: Figures = { stepsPerRevolution: 2000, peakCurrent: [5, 'A'] };
  drives(b, 'x', { motor: 'motor-magpie-30', driver: 'driver-merlin-60', setup });
  drives(b, 'y', { motor: 'motor-magpie-30', driver: 'driver-merlin-60', setup });
  drives(b, 'z', { motor: 'motor-magpie-22', driver: 'driver-merlin-60', setup });
  for (const [axis, travel] of [
    ['x', 380],
    ['y', 170],
    ['z', 260],
  ] as const)
    b.figures(`axes.${axis}`, {
      travel: [travel, 'mm'],
      maxSpeed: [axis === 'z' ? 40 : 60, 'mm/s'],
      acceleration: [400, 'mm/s²'],
      'transmission.pitch': [5, 'mm'],
      'transmission.efficiency': [90, '%'],
      'transmission.outerDiameter': [16, 'mm'],
      'transmission.rootDiameter': [13.2, 'mm'],
      'transmission.length': [travel + 150, 'mm'],
      'transmission.endFixity': 'fixed-supported',
      dragTorque: [0.15, 'N·m'],
      frictionCoefficient: [0.1, '1'],
      cuttingForce: [200, 'N'],
      'reference.backOff': [3, 'mm'],
    });
  weighs(b, 'Table with vice', 18, 'x', 'y');
  weighs(b, 'Saddle', 9, 'y');
  weighs(b, 'Head with spindle', 16, 'z');
  switches(b, 'sensor-lichen-pnp-nc', [
    { axis: 'x', end: 'plus', trip: 10 },
    { axis: 'x', end: 'minus', trip: 10, only: 'limit' },
    { axis: 'y', end: 'plus', trip: 10 },
    { axis: 'z', end: 'plus', trip: 10 },
  ])
    .input({ function: 'stop', library: 'button-plum-stop-2' })
    .do({ name: 'watch-alarms', args: { devices: ['driver-x-0', 'driver-y-0', 'driver-z-0'] } })
    .do({ name: 'add-output', args: { function: 'brake', device: 'motor-z-0', relay: 'relay-latch-24' } })
    .do({ name: 'fit-suppressor', args: { part: 'motor-z-0', coil: 'brake', type: 'varistor' } });
  return finished(b);
}

/** A knee mill: the quill is Z, the knee W carries table and work; both would sink without their brakes. */
export function redstart(): MachineFile {
  const b = new MachineBuilder('mill-knee', 'Redstart', 'redstart');
  b.places({
    controller: 'controller-teasel-6',
    host: 'host-desk',
    'drives.supply': 'supply-loam-60',
    'logic.supply': 'supply-marl-5',
    'field.supply': 'supply-marl-24',
    ...mainsSide,
    ...strips,
    'mains.1': 'breaker-hurdle-16',
    stopContactor: 'contactor-bollard-dc',
    resetButton: 'button-plum-push',
  })
    .set('mainsVoltage', quantity(230, 'V'))
    .set('stopStrategy', 'motor-power');
  const setup: Figures = { stepsPerRevolution: 2000, peakCurrent: [6, 'A'] };
  for (const axis of ['x', 'y']) drives(b, axis, { motor: 'motor-magpie-80', driver: 'driver-merlin-80', setup });
  for (const axis of ['z', 'w']) drives(b, axis, { motor: 'motor-magpie-80-brake', driver: 'driver-merlin-80', setup });
  for (const [axis, travel, speed] of [
    ['x', 700, 40],
    ['y', 300, 40],
    ['z', 125, 25],
    ['w', 350, 10],
  ] as const)
    b.figures(`axes.${axis}`, {
      travel: [travel, 'mm'],
      maxSpeed: [speed, 'mm/s'],
      acceleration: [axis === 'w' ? 60 : 200, 'mm/s²'],
      'transmission.pitch': [5, 'mm'],
      'transmission.efficiency': [90, '%'],
      'transmission.outerDiameter': [25, 'mm'],
      'transmission.rootDiameter': [21.5, 'mm'],
      'transmission.length': [travel + 200, 'mm'],
      'transmission.endFixity': 'fixed-supported',
      ...(axis === 'w' ? { 'transmission.ratio': [2, '1'] as const, counterbalance: [1200, 'N'] as const } : {}),
      dragTorque: [0.3, 'N·m'],
      frictionCoefficient: [0.1, '1'],
      cuttingForce: [400, 'N'],
      'reference.backOff': [3, 'mm'],
    });
  weighs(b, 'Table with vice', 90, 'x', 'y', 'w');
  weighs(b, 'Saddle', 40, 'y', 'w');
  weighs(b, 'Knee', 70, 'w');
  weighs(b, 'Quill', 9, 'z');
  switches(b, 'sensor-lichen-pnp-nc', [
    { axis: 'x', end: 'plus', trip: 10 },
    { axis: 'y', end: 'plus', trip: 10 },
    { axis: 'z', end: 'plus', trip: 6 },
    { axis: 'w', end: 'plus', trip: 10 },
  ])
    .input({ function: 'stop', library: 'button-plum-stop-2' })
    .do({
      name: 'watch-alarms',
      args: { devices: ['driver-x-0', 'driver-y-0', 'driver-z-0', 'driver-w-0'] },
    });
  for (const axis of ['z', 'w'])
    b.do({ name: 'add-output', args: { function: 'brake', device: `motor-${axis}-0`, relay: 'relay-latch-24' } }).do({
      name: 'fit-suppressor',
      args: { part: `motor-${axis}-0`, coil: 'brake', type: 'varistor' },
    });
  return finished(b);
}

/** A small lathe with a drive on its spindle and an encoder for threads; X is shown as a diameter. */
export function whinchat(): MachineFile {
  const b = new MachineBuilder('lathe', 'Whinchat', 'whinchat');
  b.places({
    controller: 'controller-comfrey-3',
    'drives.supply': 'supply-loam-48',
    'logic.supply': 'supply-marl-24',
    'field.supply': 'supply-marl-24',
    ...mainsSide,
    'mains.1': 'breaker-hurdle-16-d',
    ...strips,
    stopContactor: 'contactor-bollard-dc',
    resetButton: 'button-plum-push',
    spindle: 'spindle-harrow-750',
    spindleDrive: 'drive-vole-750',
    spindleEncoder: 'encoder-owl-1024',
  })
    .figures('parts.controller', { 'data.pulseWidth': [3, 'µs'] })
    .set('mainsVoltage', quantity(230, 'V'))
    .set('stopStrategy', 'motor-power');
  const setup: Figures = { stepsPerRevolution: 2000, peakCurrent: [5, 'A'] };
  for (const axis of ['x', 'z']) drives(b, axis, { motor: 'motor-magpie-30', driver: 'driver-merlin-60', setup });
  for (const [axis, travel, lead, d] of [
    ['x', 110, 4, 12],
    ['z', 420, 5, 16],
  ] as const)
    b.figures(`axes.${axis}`, {
      travel: [travel, 'mm'],
      maxSpeed: [axis === 'x' ? 30 : 50, 'mm/s'],
      acceleration: [400, 'mm/s²'],
      'transmission.pitch': [lead, 'mm'],
      'transmission.efficiency': [90, '%'],
      'transmission.outerDiameter': [d, 'mm'],
      'transmission.rootDiameter': [d - 2.6, 'mm'],
      'transmission.length': [travel + 120, 'mm'],
      'transmission.endFixity': 'fixed-supported',
      dragTorque: [0.1, 'N·m'],
      frictionCoefficient: [0.1, '1'],
      cuttingForce: [250, 'N'],
      'reference.backOff': [2, 'mm'],
    });
  weighs(b, 'Cross slide with toolpost', 7, 'x', 'z');
  weighs(b, 'Carriage', 12, 'z');
  switches(b, 'switch-finch', [
    { axis: 'x', end: 'plus', trip: 6 },
    { axis: 'z', end: 'plus', trip: 8 },
  ])
    .input({ function: 'stop', library: 'button-plum-stop-2' })
    .do({ name: 'watch-alarms', args: { devices: ['driver-x-0', 'driver-z-0', 'spindle-drive'] } })
    .do({ name: 'add-output', args: { function: 'spindle-run', device: 'spindle-drive' } })
    .do({ name: 'add-output', args: { function: 'spindle-speed', device: 'spindle-drive' } });
  return finished(b);
}
