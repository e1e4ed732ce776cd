import { type Place, slotAt } from '../samples/builder';
import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import type { LoadService } from '../machine/connections';
import type { WantedCut } from '../machine/parts';
import type { Duct } from '../machine/enclosure';
import type { MachineFile } from '../machine/file';
import { avocet } from '../samples/avocet';
import { bullfinch } from '../samples/bullfinch';
import { dunnock } from '../samples/dunnock';
import { fieldfare } from '../samples/fieldfare';
import { plover } from '../samples/plover';
import { wheatear } from '../samples/wheatear';
import { wren } from '../samples/wren';
import { newToolChanger, type Drawbar } from '../machine/toolChanger';
import { quantity } from '../units/quantity';
import type { LibraryEntry } from '../machine/library/entry';
import { libraryEntry } from '../machine/library/index';
import type { Unit } from '../units/units';
import { defaultDisplay } from '../units/print';
import { redstart } from '../tests/machines';
import { markedX } from '../tests/markedX';
import { severities } from './finding';
import { findingsOf } from './findings';
import { rules } from './rules';

/** Its parts with the planning sizes of such parts: what lies where on a plate is then as it is written here. */
const usualSizes = (file: MachineFile): MachineFile => {
  const copy = structuredClone(file);
  for (const { data } of Object.values(copy.design.parts))
    for (const key of ['width', 'height', 'depth', 'cutWidth', 'cutHeight'])
      delete (data as Record<string, unknown>)[key];
  return copy;
};
const machines = {
  dunnock: usualSizes(dunnock()),
  wren: wren(),
  plover: plover(),
  wheatear: wheatear(),
  avocet: avocet(),
  fieldfare: fieldfare(),
  bullfinch: bullfinch(),
  redstart: redstart(),
};
type Base = keyof typeof machines;

const edit = (file: MachineFile, command: Command): MachineFile => {
  const result = applyCommand(file, command, '2026-03-03T10:00:00.000Z');
  if (!result.ok) throw new Error(`${command.name}: ${result.error.map((f) => `${f.where} ${f.what}`).join('; ')}`);
  return result.value.file;
};
const find = (file: MachineFile) => findingsOf(deriveFigures(file.design));
const set = (path: string, value: number | string | boolean | null, unit?: Unit): Command => ({
  name: 'set-field',
  args: { path, value: unit ? quantity(value as number, unit) : value },
});
const plan: Command = { name: 'plan-wiring', args: {} };
const unplan = (file: MachineFile): Command => ({
  name: 'set-conductors',
  args: { ids: Object.keys(file.design.conductors), set: { state: 'planned' } },
});
const override = (setting: string, value: string): Command => ({
  name: 'override-setting',
  args: { setting, title: setting, value, reason: 'bench trial' },
});
const byHand = (setting: string, value: number, unit: Unit): Command => ({
  name: 'override-setting',
  args: { setting, title: setting, value: quantity(value, unit), reason: 'bench trial' },
});
const braked: Command = {
  name: 'choose-part',
  args: { slot: { axis: 'x', drive: 0, item: 'motor' }, library: 'motor-raven-400-brake' },
};
const wanted = (cut: WantedCut): Command[] => [{ name: 'set-cuts', args: { part: 'spindle', cuts: [cut] } }];
const indexed: Command = {
  name: 'set-tool-changer',
  args: { changer: { kind: 'indexed', axis: 'a', stations: 4 } },
};
const m3: WantedCut = {
  name: 'M3',
  work: 'tap',
  material: 'brass',
  speed: quantity(1500, 'rpm'),
  diameter: quantity(3, 'mm'),
  pitch: quantity(0.5, 'mm'),
  threadDepth: quantity(6, 'mm'),
};
const thread = (rpm: number): WantedCut => ({
  name: 'M12 × 1.5',
  work: 'thread',
  material: 'steel',
  speed: quantity(rpm, 'rpm'),
  pitch: quantity(1.5, 'mm'),
  room: quantity(2, 'mm'),
});
const pocket = (depthMm: number): Command[] => [
  set('parts.spindle.data.ratedSpeed', 23000, 'rpm'),
  {
    name: 'set-cuts',
    args: {
      part: 'spindle',
      cuts: [
        {
          name: 'Pocket',
          work: 'mill',
          material: 'brass',
          speed: quantity(12000, 'rpm'),
          width: quantity(6, 'mm'),
          depth: quantity(depthMm, 'mm'),
          feed: quantity(10, 'mm/s'),
        },
      ],
    },
  },
];
const served = (serves: LoadService): Command[] => [
  { name: 'add-output', args: { function: 'switched-load', library: 'valve-billow-24' } },
  { name: 'set-output', args: { output: 'switched-load', serves } },
];
/** A drawbar whose sensor for a tool that is held is on an input of a function. */
const drawbar = (fn: 'position' | 'spindle-permit'): Command[] => [
  { name: 'add-output', args: { function: 'switched-load', library: 'valve-billow-24' } },
  { name: 'add-input', args: { function: fn, library: 'switch-finch' } },
  {
    name: 'set-tool-changer',
    args: { changer: { ...(newToolChanger('drawbar') as Drawbar), release: 'switched-load', clamped: fn } },
  },
];
const clamped = (axis: string): Command[] => [
  { name: 'add-output', args: { function: 'switched-load', library: 'valve-billow-24' } },
  { name: 'set-output', args: { output: 'switched-load', serves: 'frees-axis', axis } },
  set(`axes.${axis}.clampFreeTime`, 0.4, 's'),
];
const table: Command[] = [{ name: 'add-axis', args: { letter: 'A' } }, set('axes.a.turns', 'wraps')];
/** 100 N across the rim at ⌀100 are 5 N·m. */
const tableHolding = (nm: number): Command[] => [
  ...table,
  ...clamped('a'),
  set('axes.a.cuttingForce', 100, 'N'),
  set('axes.a.workDiameter', 100, 'mm'),
  set('axes.a.clampTorque', nm, 'N·m'),
];
const clear = (setting: string): Command => ({ name: 'clear-override', args: { setting, title: setting } });
const joinY: Command = { name: 'join-inputs', args: { into: 'limit-and-reference-x', from: 'limit-and-reference-y' } };
const stages = (...list: string[][]): Command => ({ name: 'set-reference-stages', args: { stages: list } });
const supply = (library: string): Command => ({
  name: 'choose-part',
  args: { slot: { rail: 'drives', item: 'supply' }, library },
});
const motorZ = (library: string): Command => ({
  name: 'choose-part',
  args: { slot: { axis: 'z', drive: 0, item: 'motor' }, library },
});
const motor = (axis: string, drive: number, library: string): Command => ({
  name: 'choose-part',
  args: { slot: { axis, drive, item: 'motor' }, library },
});
const driver = (axis: string, library: string): Command => ({
  name: 'choose-part',
  args: { slot: { axis, drive: 0, item: 'driver' }, library },
});
const controller = (library: string): Command => ({
  name: 'choose-part',
  args: { slot: { role: 'controller' }, library },
});

const wire = (from: string, to: string, more: object = {}): Command => {
  const end = (text: string) => {
    const [part, terminal] = text.split(':') as [string, string];
    return { part, terminal };
  };
  return { name: 'add-conductor', args: { from: end(from), to: end(to), ...more } };
};
const feed = (part: string, port: string, from: string, out = 'out'): Command => ({
  name: 'set-feed',
  args: { part, port, from: { part: from, port: out } },
});
const box: Command = { name: 'add-enclosure', args: { name: 'Cabinet' } };
const boxIs = (set: Extract<Command, { name: 'set-enclosure' }>['args']['set']): Command => ({
  name: 'set-enclosure',
  args: { enclosure: 'box-1', set },
});
const size = (width: number, height: number, depth: number) => ({
  width: quantity(width, 'mm'),
  height: quantity(height, 'mm'),
  depth: quantity(depth, 'mm'),
});
const large = boxIs(size(800, 1000, 250));
const put = (places: Record<string, [x: number, y: number]>): Command => ({
  name: 'place-parts',
  args: {
    enclosure: 'box-1',
    places: Object.fromEntries(Object.entries(places).map(([part, [x, y]]) => [part, { x, y }])),
  },
});
/** A level duct on the plate, 40 mm wide where nothing else is said. */
const duct = (y: number, more: Partial<Duct> = {}): Command => ({
  name: 'place-parts',
  args: {
    enclosure: 'box-1',
    places: {},
    ducts: { d1: { x: 0, y, length: 760, width: 40, depth: 60, ...more } },
  },
});
/** Parts in the front of the box. */
const inFront = (places: Record<string, [x: number, y: number]>): Command => ({
  name: 'several',
  args: {
    commands: [
      ...Object.keys(places).map((part) => ({ name: 'sit-part' as const, args: { part, in: 'box-1' } })),
      {
        name: 'place-parts',
        args: {
          enclosure: 'box-1',
          on: 'front',
          places: Object.fromEntries(Object.entries(places).map(([part, [x, y]]) => [part, { x, y }])),
        },
      },
    ],
  },
});
/** L and N from the filter to the motor supply of Dunnock. */
const toSupply = Object.entries(dunnock().design.conductors).flatMap(([id, c]) =>
  [c.from.part, c.to.part].sort().join() === 'mains-filter,motor-supply' && c.section ? [id] : [],
);
/** Leads of an encoder that somebody pulled in loose. */
const unscreened: Command = {
  name: 'set-conductors',
  args: {
    ids: Object.entries(dunnock().design.conductors).flatMap(([id, c]) => (c.cable === 'Encoder Z' ? [id] : [])),
    set: { cable: 'Loose leads' },
  },
};
const setWires = (set: Extract<Command, { name: 'set-conductors' }>['args']['set']): Command => ({
  name: 'set-conductors',
  args: { ids: toSupply, set },
});
/** A residual-current device of 30 mA ahead of a part. */
const guard = (part: string, port: string): Command => ({
  name: 'insert-device',
  args: { library: 'rcd-turnstile-25', aheadOf: [{ part, port }] },
});
const jogKey = (library: string): Command => ({
  name: 'add-input',
  args: { function: 'jog', library, hand: { axis: 'x', direction: 'plus' } },
});
const wheel: Command = { name: 'choose-part', args: { slot: { role: 'pendant' }, library: 'wheel-cog-25' } };
/** Without its bounce. */
const settled = [set('parts.pendant.data.bounce', null)];
const remove = (...ids: string[]): Command => ({ name: 'remove-conductors', args: { ids } });
const wires = (ids: string[], set: Extract<Command, { name: 'set-conductors' }>['args']['set']): Command => ({
  name: 'set-conductors',
  args: { ids, set },
});
const role = (place: Place, library: string | null): Command => ({
  name: 'choose-part',
  args: { slot: slotAt(place), library },
});
const chain = (innerWidth: number, bend: number): Command[] => [
  {
    name: 'set-chain',
    args: {
      chain: {
        name: 'Y chain',
        innerWidth: quantity(innerWidth, 'mm'),
        innerHeight: quantity(20, 'mm'),
        bendRadius: quantity(bend, 'mm'),
      },
    },
  },
  { name: 'route-cable', args: { cable: 'Motor X', chain: 'Y chain' } },
  { name: 'route-cable', args: { cable: 'Motor Z', chain: 'Y chain' } },
];
const cableOf = (cable: string, library: string): Command => ({ name: 'choose-cable', args: { cable, library } });
const exchange = (part: string, library: string): Command => ({ name: 'exchange-device', args: { part, library } });
const divider = (by: number): Command => {
  const sluice = libraryEntry('divider-sluice-4')!;
  const entry = { ...sluice, key: 'own-divider', data: { ...sluice.data, divider: by } } as LibraryEntry;
  return { name: 'add-part', args: { library: entry.key, entry } };
};
const everyFeed = (base: Base, feed: '0V' | 'plus'): Command[] =>
  Object.keys(machines[base].design.circuits).map((id) => set(`circuits.${id}.feed`, feed));
const pairJoined: Command = {
  name: 'join-inputs',
  args: { into: 'limit-and-reference-y-left', from: 'limit-and-reference-y-right' },
};
const joinZ: Command = { name: 'join-inputs', args: { into: 'limit-and-reference-x', from: 'limit-and-reference-z' } };
/** A relay whose coil hangs behind its own contact. */
const relayOn = (contact: 'nc' | 'no'): Command => ({
  name: 'several',
  args: {
    title: 'relay',
    commands: [
      { name: 'add-part', args: { library: 'relay-latch-24' } },
      wire('field-plus-strip:place', 'relay:com'),
      wire(`relay:${contact}`, 'relay:coil-plus'),
      wire('relay:coil-minus', 'field-zero-strip:place'),
    ],
  },
});
/** The board of Wren without the resistors that hold its inputs. */
const bareBoard = (): LibraryEntry => {
  const entry = libraryEntry('controller-sedge-4')!;
  return {
    ...entry,
    key: 'controller-bare',
    elements: Object.fromEntries(Object.entries(entry.elements).filter(([, e]) => e.kind !== 'resistor')),
  };
};

interface Case {
  base: Base;
  /** Edits after which the rule fires. */
  fires: Command[];
  /** The nearest edits after which it does not. */
  silent: Command[];
  /** Commands that a remedy asks the user for besides its own click. */
  after?: Command[];
}

const cases: Record<string, Case> = {
  'missing-figure': { base: 'wren', fires: [set('axes.x.travel', null)], silent: [set('axes.x.dragTorque', null)] },
  'supply-voltage': { base: 'dunnock', fires: [supply('supply-loam-60')], silent: [supply('supply-loam-36')] },
  'driver-current': {
    base: 'dunnock',
    fires: [set('parts.driver-x-0.setup.peakCurrent', 4.3, 'A')],
    silent: [set('parts.driver-x-0.setup.peakCurrent', 4.2, 'A')],
  },
  'pulse-rate': {
    base: 'wren',
    fires: [
      set('axes.y.maxSpeed', 151, 'mm/s'),
      set('parts.device-limit-and-reference-y.mount.tripFromStop', 60, 'mm'),
    ],
    silent: [set('axes.x.maxSpeed', 37.5, 'mm/s')],
  },
  'driver-pulse-rate': {
    base: 'dunnock',
    fires: [set('axes.z.maxSpeed', 313, 'mm/s')],
    silent: [set('axes.z.maxSpeed', 312.5, 'mm/s')],
  },
  'motor-speed': {
    base: 'dunnock',
    fires: [set('axes.x.maxSpeed', 334, 'mm/s')],
    silent: [set('axes.x.maxSpeed', 333, 'mm/s')],
  },
  'screw-whirl': {
    base: 'dunnock',
    fires: [set('axes.y.maxSpeed', 391, 'mm/s')],
    silent: [set('axes.y.maxSpeed', 390, 'mm/s')],
  },
  'ball-nut': {
    base: 'dunnock',
    fires: [set('axes.z.maxSpeed', 487, 'mm/s')],
    silent: [set('axes.z.maxSpeed', 486, 'mm/s')],
  },
  stall: {
    base: 'wren',
    fires: [set('axes.z.maxSpeed', 138, 'mm/s')],
    silent: [set('axes.z.maxSpeed', 134, 'mm/s')],
  },
  // 1 000 rpm on a lead of 10 mm
  'unproven-speed': {
    base: 'dunnock',
    fires: [set('axes.x.maxSpeed', 167, 'mm/s')],
    silent: [set('axes.x.maxSpeed', 166, 'mm/s')],
  },
  'torque-unknown': {
    base: 'wren',
    fires: [{ name: 'remove-mass', args: { mass: 'mass-2' } }],
    silent: [set('axes.x.dragTorque', null)],
  },
  'usual-values': {
    base: 'wren',
    fires: [set('axes.x.cuttingForce', null)],
    silent: [set('axes.x.cuttingForce', 100, 'N')],
  },
  'series-motors': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), { name: 'share-driver', args: { axis: 'y' } }, plan],
    silent: [unplan(machines.dunnock), plan],
    after: [plan],
  },
  'gantry-unlike': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), motor('y', 1, 'motor-rook-12')],
    silent: [unplan(machines.dunnock), motor('y', 1, 'motor-rook-23')],
  },
  'microstep-promise': {
    base: 'dunnock',
    fires: [set('parts.driver-x-0.setup.stepsPerRevolution', 12800)],
    silent: [set('parts.driver-x-0.setup.stepsPerRevolution', 6400)],
  },
  resonance: {
    base: 'dunnock',
    fires: [set('axes.x.maxSpeed', 25, 'mm/s')],
    silent: [set('axes.x.maxSpeed', 40, 'mm/s')],
  },
  'motor-underfed': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), driver('x', 'driver-heron-30')],
    silent: [unplan(machines.dunnock), driver('x', 'driver-heron-80')],
  },
  'current-not-set': {
    base: 'wren',
    fires: [set('parts.driver-x-0.setup.peakCurrent', null)],
    silent: [set('parts.driver-x-0.setup.peakCurrent', 4, 'A')],
  },
  buckling: {
    base: 'dunnock',
    fires: [set('axes.x.transmission.length', 5000, 'mm'), set('axes.x.cuttingForce', 130, 'N')],
    silent: [set('axes.x.transmission.length', 5000, 'mm'), set('axes.x.cuttingForce', 45, 'N')],
  },
  'inertia-ratio': {
    base: 'plover',
    fires: [set('axes.x.transmission.pitch', 50, 'mm')],
    silent: [set('axes.x.transmission.pitch', 20, 'mm')],
  },
  // X 128 kHz and Z 24 kHz beside it; the board makes 240 kHz in all
  'pulse-total': {
    base: 'wren',
    fires: [set('axes.y.maxSpeed', 112, 'mm/s')],
    silent: [set('axes.y.maxSpeed', 108, 'mm/s')],
  },
  'signal-level': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), driver('x', 'driver-heron-24v')],
    silent: [unplan(machines.dunnock), driver('x', 'driver-heron-80')],
  },
  'bus-lift': {
    base: 'plover',
    fires: [set('axes.z.maxSpeed', 300, 'mm/s')],
    silent: [set('axes.z.maxSpeed', 200, 'mm/s')],
  },
  'pulse-width': {
    base: 'dunnock',
    fires: [set('parts.controller.data.pulseWidth', 2.4, 'µs')],
    silent: [set('parts.controller.data.pulseWidth', 2.5, 'µs')],
  },
  'figures-contradict': {
    base: 'dunnock',
    fires: [set('axes.x.transmission.rootDiameter', 16.5, 'mm')],
    silent: [set('axes.x.transmission.rootDiameter', 15.5, 'mm')],
  },
  'direction-setup': {
    base: 'dunnock',
    fires: [set('parts.controller.data.directionSetup', 4.9, 'µs')],
    silent: [set('parts.controller.data.directionSetup', 5, 'µs')],
  },
  'command-format': {
    base: 'wren',
    fires: [set('parts.driver-x-0.setup.commandFormat', 'two-pulse-trains')],
    silent: [set('parts.driver-x-0.setup.commandFormat', 'pulse-and-direction')],
  },
  'steps-not-offered': {
    base: 'wren',
    fires: [set('parts.driver-z-0.setup.stepsPerRevolution', 3000)],
    silent: [set('parts.driver-z-0.setup.stepsPerRevolution', 4000)],
  },
  'slave-differs': {
    base: 'dunnock',
    fires: [set('parts.driver-y-1.setup.stepsPerRevolution', 3200)],
    silent: [set('parts.driver-x-0.setup.stepsPerRevolution', 3200)],
  },
  'inverted-twice': {
    base: 'dunnock',
    fires: [set('axes.x.drives.0.invertedInWiring', true), set('axes.x.drives.0.invertedInDrive', true)],
    silent: [set('axes.x.drives.0.invertedInDrive', true)],
  },
  'head-may-fall': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), motorZ('motor-rook-23')],
    silent: [unplan(machines.dunnock), motorZ('motor-rook-23'), set('axes.z.counterbalance', 35, 'N')],
    after: [plan],
  },
  'plan-gap': {
    base: 'wren',
    fires: [
      controller('controller-bryony-5'),
      { name: 'add-input', args: { function: 'pause', library: 'button-plum-push' } },
    ],
    silent: [controller('controller-bryony-5')],
    after: [plan],
  },
  'input-twice': {
    base: 'wren',
    fires: [
      { name: 'set-input-terminal', args: { circuit: 'stop', input: { part: 'controller', terminal: 'in-0' } } },
      {
        name: 'set-input-terminal',
        args: { circuit: 'limit-and-reference-x', input: { part: 'controller', terminal: 'in-0' } },
      },
      plan,
    ],
    silent: [
      { name: 'set-input-terminal', args: { circuit: 'stop', input: { part: 'controller', terminal: 'in-4' } } },
      plan,
    ],
    after: [plan],
  },
  'trip-unseen': {
    base: 'wren',
    fires: [set('circuits.stop.feed', 'plus'), plan],
    silent: [set('circuits.stop.feed', '0V'), plan],
    after: [plan],
  },
  'broken-wire': {
    base: 'wren',
    fires: [set('parts.device-limit-and-reference-x.setup.contactUsed', 'NO'), plan],
    silent: [set('parts.device-limit-and-reference-y.setup.contactUsed', 'NC'), plan],
    after: [plan],
  },
  'sensor-supply': {
    base: 'dunnock',
    fires: [
      unplan(machines.dunnock),
      { name: 'choose-part', args: { slot: { rail: 'field', item: 'supply' }, library: 'supply-marl-5' } },
    ],
    silent: [
      unplan(machines.dunnock),
      { name: 'choose-part', args: { slot: { rail: 'field', item: 'supply' }, library: 'supply-marl-24' } },
    ],
  },
  'no-stop-input': {
    base: 'wren',
    fires: [{ name: 'remove-input', args: { circuit: 'stop' } }],
    silent: [{ name: 'remove-input', args: { circuit: 'limit-and-reference-x' } }],
    after: [plan],
  },
  'reference-missing': {
    base: 'plover',
    fires: [set('axes.z.reference.method', 'switch')],
    silent: [set('axes.z.reference.method', 'absolute')],
  },
  'head-first': { base: 'dunnock', fires: [stages(['x', 'z'], ['y'])], silent: [stages(['z'], ['x'], ['y'])] },
  'shared-together': {
    base: 'wren',
    fires: [joinY, plan, stages(['z'], ['x', 'y'])],
    silent: [joinY, plan, stages(['z'], ['x'], ['y'])],
  },
  'gantry-square': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), { name: 'remove-input', args: { circuit: 'limit-and-reference-y-right' } }, plan],
    silent: [unplan(machines.dunnock), { name: 'remove-input', args: { circuit: 'limit-y-plus' } }, plan],
    after: [set('parts.device-limit-and-reference-y-right.mount.tripFromStop', 22, 'mm'), plan],
  },
  'trip-after-stop': {
    base: 'dunnock',
    fires: [set('parts.device-limit-x-plus.mount.tripFromStop', 0, 'mm')],
    silent: [set('parts.device-limit-x-plus.mount.tripFromStop', 20, 'mm')],
  },
  // 120 mm/s, 600 mm/s², 0.5 ms until seen: 12.06 mm
  'stopping-distance': {
    base: 'dunnock',
    fires: [set('parts.device-limit-x-plus.mount.tripFromStop', 12, 'mm')],
    silent: [set('parts.device-limit-x-plus.mount.tripFromStop', 12.1, 'mm')],
  },
  'over-travel': {
    base: 'wren',
    fires: [set('axes.z.acceleration', 110, 'mm/s²')],
    silent: [set('axes.z.acceleration', 120, 'mm/s²')],
  },
  'no-travel': { base: 'wren', fires: [set('axes.y.travel', 12, 'mm')], silent: [set('axes.y.travel', 13, 'mm')] },
  'sign-contradicted': {
    base: 'dunnock',
    fires: [override('input/limit-x-plus/active-when', 'high')],
    silent: [override('input/limit-x-plus/active-when', 'low')],
  },
  'override-stands': {
    base: 'dunnock',
    fires: [
      {
        name: 'override-setting',
        args: { setting: 'axis/x/max-speed', title: 'x', value: quantity(100, 'mm/s'), reason: '' },
      },
    ],
    silent: [
      {
        name: 'override-setting',
        args: { setting: 'axis/x/max-speed', title: 'x', value: quantity(120, 'mm/s'), reason: '' },
      },
    ],
  },
  'plan-behind': {
    base: 'wren',
    fires: [{ name: 'add-input', args: { function: 'pause', library: 'button-plum-push' } }],
    silent: [clear('axis/x/scale')],
  },
  'plan-conflict': {
    base: 'dunnock',
    fires: [{ name: 'set-input-terminal', args: { circuit: 'stop', input: { part: 'controller', terminal: 'in-9' } } }],
    silent: [
      { name: 'set-input-terminal', args: { circuit: 'stop', input: { part: 'controller', terminal: 'in-6' } } },
    ],
    after: [plan],
  },
  'outputs-joined': {
    base: 'plover',
    fires: [wire('controller:out-2', 'controller:out-3')],
    silent: [wire('controller:out-2', 'spindle-drive:fault-a')],
  },
  'rails-joined': {
    base: 'plover',
    fires: [wire('motor-supply:plus', 'field-supply:plus')],
    silent: [wire('motor-supply:minus', 'field-supply:minus')],
  },
  'rails-reversed': {
    base: 'plover',
    fires: [
      wires(['controller/supply-plus', 'controller/supply-minus'], { state: 'planned' }),
      wires(['controller/supply-plus'], { to: { part: 'controller', terminal: 'supply-minus' } }),
    ],
    silent: [wires(['controller/supply-plus'], { colour: 'RD' })],
  },
  'live-pins': {
    base: 'wren',
    fires: [
      { name: 'insert-connector', args: { cable: 'Motor X', library: 'connector-burr-6', at: 'near' } },
      plan,
      set('parts.connector-1.data.panelContacts', 'pins'),
    ],
    silent: [{ name: 'insert-connector', args: { cable: 'Motor X', library: 'connector-burr-6', at: 'near' } }, plan],
  },
  'encoder-battery': {
    base: 'plover',
    fires: [set('parts.motor-x-0.setup.batteryFitted', null)],
    silent: [set('parts.motor-x-0.setup.batteryFitted', true)],
  },
  'alarm-unused': {
    base: 'wren',
    fires: [{ name: 'remove-input', args: { circuit: 'alarm' } }, plan],
    silent: [{ name: 'remove-input', args: { circuit: 'stop' } }, plan],
    after: [plan],
  },
  'enable-open': {
    base: 'plover',
    fires: [remove('drive-x-0/enable')],
    silent: [remove('drive-x-0/direction')],
  },
  'common-missing': {
    base: 'wren',
    fires: [remove('drive-x-0/step-return')],
    silent: [remove('drive-x-0/step', 'drive-x-0/step-return')],
  },
  'input-floating': {
    base: 'wren',
    fires: [
      { name: 'choose-part', args: { slot: { role: 'controller' }, library: 'controller-bare', entry: bareBoard() } },
    ],
    silent: [controller('controller-sedge-4')],
  },
  'screen-ends': {
    base: 'wren',
    fires: [remove('cable-drive-x-0-motor/screen-far')],
    silent: [wires(['cable-drive-x-0-motor/screen-far'], { state: 'cut' })],
  },
  'earth-missing': {
    base: 'wren',
    fires: [role('earth', null)],
    silent: [role('mains.2', null)],
    after: [plan],
  },
  'earth-chained': {
    base: 'wren',
    fires: [wire('motor-supply:pe', 'field-supply:pe')],
    silent: [wire('earth-bar:pe', 'field-supply:pe')],
  },
  'no-cable': {
    base: 'wren',
    fires: [wire('controller:gnd', 'device-stop:a'), wire('controller:in-0', 'device-limit-and-reference-x:no')],
    silent: [wire('controller:gnd', 'device-stop:a')],
  },
  'phases-split': {
    base: 'wren',
    fires: [
      wires(['drive-x-0/phase-a-minus'], { to: { part: 'motor-x-0', terminal: 'b-plus' } }),
      wires(['drive-x-0/phase-b-plus'], { to: { part: 'motor-x-0', terminal: 'a-minus' } }),
    ],
    silent: [
      wires(['drive-x-0/phase-a-minus'], { to: { part: 'motor-x-0', terminal: 'a-plus' } }),
      wires(['drive-x-0/phase-a-plus'], { to: { part: 'motor-x-0', terminal: 'a-minus' } }),
    ],
    after: [plan],
  },
  'output-level': {
    base: 'wren',
    fires: [{ name: 'add-output', args: { function: 'lamp', library: 'lamp-wick-24' } }, plan],
    silent: [{ name: 'add-output', args: { function: 'lamp', library: 'lamp-wick-24', relay: 'relay-latch-5' } }, plan],
    after: [plan],
  },
  'output-overload': {
    base: 'plover',
    fires: [
      { name: 'add-output', args: { function: 'coolant', library: 'valve-rill-24' } },
      plan,
      set('parts.controller.data.switchedCurrent', 0.29, 'A'),
    ],
    silent: [
      { name: 'add-output', args: { function: 'coolant', library: 'valve-rill-24' } },
      plan,
      set('parts.controller.data.switchedCurrent', 0.31, 'A'),
    ],
    after: [plan],
  },
  'output-twice': {
    base: 'plover',
    fires: [
      { name: 'add-output', args: { function: 'lamp', library: 'lamp-wick-24' } },
      { name: 'set-output', args: { output: 'lamp', terminal: { part: 'controller', terminal: 'out-0' } } },
      { name: 'set-output', args: { output: 'spindle-run', terminal: { part: 'controller', terminal: 'out-0' } } },
    ],
    silent: [
      { name: 'add-output', args: { function: 'lamp', library: 'lamp-wick-24' } },
      { name: 'set-output', args: { output: 'lamp', terminal: { part: 'controller', terminal: 'out-3' } } },
    ],
    after: [plan],
  },
  'coil-bare': {
    base: 'dunnock',
    fires: [
      wires(Object.keys(machines.dunnock.design.conductors), { state: 'planned' }),
      role('stopContactor', 'contactor-post-9'),
    ],
    silent: [
      wires(Object.keys(machines.dunnock.design.conductors), { state: 'planned' }),
      role('stopContactor', 'contactor-bollard-dc'),
    ],
  },
  'encoder-beside-power': {
    base: 'wren',
    fires: [wires(['drive-x-0/enc-a-plus', 'drive-x-0/enc-a-minus'], { cable: 'Motor X' })],
    silent: [wires(['drive-x-0/enc-a-plus', 'drive-x-0/enc-a-minus'], { cable: 'Encoder Y' })],
  },
  'brake-unfed': {
    base: 'wren',
    fires: [motor('x', 0, 'motor-magpie-22'), plan],
    silent: [motor('x', 0, 'motor-magpie-80'), plan],
    after: [plan],
  },
  'mains-caution': {
    base: 'wren',
    fires: [role('mains.1', 'breaker-hurdle-16'), set('parts.mains-breaker.setup.cautionSeen', null)],
    silent: [role('mains.1', 'breaker-hurdle-16')],
  },
  'mains-not-planned': {
    base: 'wren',
    fires: [role('mains.inlet', null)],
    silent: [role('mains.2', null)],
    after: [plan],
  },
  'feed-open': {
    base: 'dunnock',
    fires: [{ name: 'add-part', args: { library: 'lamp-wick-24' } }],
    silent: [{ name: 'add-part', args: { library: 'lamp-wick-24' } }, feed('lamp', 'load', 'field-supply')],
  },
  // 12 V: the link may stay; 24 V: its regulator is done for.
  'link-open-above': {
    base: 'wren',
    fires: [controller('controller-yarrow-4'), role('logic.supply', 'supply-marl-24'), plan],
    silent: [controller('controller-yarrow-4'), role('logic.supply', 'supply-marl-12'), plan],
  },
  'feed-ring': {
    base: 'dunnock',
    fires: [feed('mains-breaker', 'in', 'mains-filter')],
    silent: [feed('mains-breaker', 'in', 'main-switch')],
  },
  'feed-kind': {
    base: 'dunnock',
    fires: [feed('driver-x-0', 'supply', 'mains-filter')],
    silent: [feed('driver-x-0', 'supply', 'field-supply')],
  },
  // The drives of Dunnock take 36 V behind it; at 2 A that would be 72 W for four motors that lose more than that in copper.
  'passed-load': {
    base: 'dunnock',
    fires: [set('parts.stop-contactor.data.ratedCurrent', 2, 'A')],
    silent: [set('parts.stop-contactor.data.ratedCurrent', 10, 'A')],
  },
  'number-twice': {
    base: 'wren',
    fires: [wires(['drive-x-0/step'], { number: 1 })],
    silent: [wires(['drive-x-0/step'], { number: 999 })],
  },
  'contactor-direct-current': {
    base: 'dunnock',
    fires: [
      wires(Object.keys(machines.dunnock.design.conductors), { state: 'planned' }),
      role('stopContactor', 'contactor-post-9'),
    ],
    silent: [
      wires(Object.keys(machines.dunnock.design.conductors), { state: 'planned' }),
      role('stopContactor', 'contactor-post-9'),
      set('stopStrategy', 'main-switch'),
    ],
  },
  'temporary-open': {
    base: 'wren',
    fires: [wires(['drive-x-0/step'], { state: 'temporary', waitsFor: 'the cable chain' })],
    silent: [wires(['drive-x-0/step'], { state: 'cut' })],
  },
  'chain-full': { base: 'wren', fires: chain(8, 120), silent: chain(12, 120) },
  'contact-overloaded': {
    base: 'wren',
    fires: [{ name: 'insert-connector', args: { cable: 'Motor X', library: 'connector-hod-9', at: 'near' } }, plan],
    silent: [{ name: 'insert-connector', args: { cable: 'Motor X', library: 'connector-burr-6', at: 'near' } }, plan],
  },
  'stop-undecided': {
    base: 'wren',
    fires: [set('stopStrategy', null)],
    silent: [set('stopStrategy', 'request-only')],
  },
  // 4 A through a driver's supply lead; 0.5 mm² is good for 3 A, 0.75 for 5 A
  'section-load': {
    base: 'plover',
    fires: [wires(['drive-x-0/supply-plus'], { section: quantity(1, 'mm²') })],
    silent: [wires(['drive-x-0/supply-plus'], { section: quantity(1.5, 'mm²') })],
  },
  'section-protection': {
    base: 'dunnock',
    fires: [wires(['drive-x-0/supply-plus'], { section: quantity(0.75, 'mm²') })],
    silent: [wires(['drive-x-0/supply-plus'], { section: quantity(1, 'mm²') })],
  },
  // 10 A, 1.5 mm², 60 V: 5 % are 3 V
  'section-drop': {
    base: 'plover',
    fires: [wires(['drive-x-0/supply-plus'], { length: quantity(12.2, 'm') })],
    silent: [wires(['drive-x-0/supply-plus'], { length: quantity(12, 'm') })],
  },
  'stop-untold': {
    base: 'dunnock',
    fires: [set('circuits.stop.cutsOnly', true)],
    silent: [set('circuits.stop.cutsOnly', false)],
  },
  'stop-does-not-latch': {
    base: 'wren',
    fires: [exchange('device-stop', 'button-plum-push')],
    silent: [exchange('device-stop', 'button-plum-stop-2')],
  },
  'pause-as-stop': {
    base: 'wren',
    fires: [{ name: 'add-input', args: { function: 'pause', library: 'button-plum-stop' } }, plan],
    silent: [{ name: 'add-input', args: { function: 'pause', library: 'button-plum-push' } }, plan],
    after: [plan],
  },
  'stop-in-return': {
    base: 'plover',
    fires: [unplan(machines.plover), ...everyFeed('plover', '0V'), plan],
    silent: [unplan(machines.plover), ...everyFeed('plover', 'plus'), plan],
    after: [...everyFeed('plover', 'plus'), plan],
  },
  // A closed contact that opens when it is pressed opens as well when its lead breaks.
  'key-broken-lead': {
    base: 'plover',
    fires: [jogKey('button-plum-stop'), plan],
    silent: [jogKey('button-plum-push'), plan],
  },
  'key-latches': {
    base: 'plover',
    fires: [jogKey('button-plum-turn'), plan],
    silent: [jogKey('button-plum-push'), plan],
  },
  'key-nowhere': {
    base: 'plover',
    fires: [{ name: 'add-input', args: { function: 'jog', library: 'button-plum-push', hand: { axis: 'x' } } }, plan],
    silent: [jogKey('button-plum-push'), plan],
  },
  'hand-not-enabled': {
    base: 'plover',
    fires: [jogKey('button-plum-push'), plan],
    silent: [
      jogKey('button-plum-push'),
      { name: 'add-input', args: { function: 'hand-enable', library: 'button-plum-push' } },
      plan,
    ],
  },
  // 100 edges a turn at 3 a second are 3.33 ms apart; tracks 45° off leave half of it: a look of 1.6 ms is enough, 1.7 is not.
  'wheel-outruns': {
    base: 'plover',
    fires: [wheel, ...settled, plan, set('parts.controller.data.inputPoll', 1.7, 'ms')],
    silent: [wheel, ...settled, plan, set('parts.controller.data.inputPoll', 1.6, 'ms')],
  },
  // the contactor's coil draws 130 mA
  'stop-contact-rating': {
    base: 'dunnock',
    fires: [set('parts.device-stop.data.ratedCurrent', 0.12, 'A')],
    silent: [set('parts.device-stop.data.ratedCurrent', 0.14, 'A')],
  },
  // the board's inputs are fed by its own 0 V, not by that of the field supply
  'frame-hides-trip': {
    base: 'wren',
    fires: [wire('earth-bar:pe', 'controller:gnd')],
    silent: [wire('earth-bar:pe', 'controller:v5')],
  },
  // Three sockets for X, the two motors of Y and Z; a fourth that follows one of them is enough.
  'no-socket': {
    base: 'wheatear',
    fires: [controller('controller-tansy-3')],
    silent: [controller('controller-tansy-4')],
  },
  // One direction signal for both: either the right motor is turned round, or it turns the same way from the start.
  'one-channel': {
    base: 'wheatear',
    fires: [set('axes.y.drives.1.invertedInWiring', false)],
    silent: [set('axes.y.drives.1.invertedInWiring', false), set('axes.y.drives.1.turnsForPlus', 'clockwise')],
  },
  // The board takes 12 to 28 V, its drivers up to 29 V.
  'sockets-supply': {
    base: 'wheatear',
    fires: [set('parts.motor-supply.data.outputVoltage', 28.5, 'V')],
    silent: [set('parts.motor-supply.data.outputVoltage', 28, 'V')],
  },
  'gantry-joined': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), { name: 'share-driver', args: { axis: 'y' } }, plan],
    silent: [unplan(machines.dunnock), plan],
  },
  'pair-needs-turns': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), pairJoined, controller('controller-bryony-5'), plan],
    silent: [unplan(machines.dunnock), pairJoined, plan],
    after: [plan],
  },
  'output-type': {
    base: 'dunnock',
    fires: [exchange('device-limit-x-plus', 'sensor-lichen-npn-nc'), set('circuits.limit-x-plus.feed', 'plus')],
    silent: [exchange('device-limit-x-plus', 'sensor-lichen-pnp-no')],
  },
  'closed-in-parallel': {
    base: 'wren',
    fires: [joinZ, set('circuits.limit-and-reference-x.arrangement', 'parallel'), plan],
    silent: [joinZ, plan],
    after: [plan],
  },
  // (5 − 1.2)/3300 = 1.15 mA against 2.5 mA
  'input-current': {
    base: 'dunnock',
    fires: [role('field.supply', 'supply-marl-5')],
    silent: [role('field.supply', 'supply-marl-24')],
  },
  // off up to 1 mA
  'mains-at-button': {
    base: 'wren',
    fires: [
      exchange('device-stop', 'button-plum-stop-2'),
      set('stopStrategy', 'main-switch'),
      role('stopContactor', 'contactor-post-16-mains'),
      role('resetButton', 'button-plum-push'),
      plan,
    ],
    silent: [
      exchange('device-stop', 'button-plum-stop-2'),
      set('stopStrategy', 'main-switch'),
      role('stopContactor', 'contactor-post-9'),
      role('resetButton', 'button-plum-push'),
      plan,
    ],
  },
  // Closed at rest and off the machine, it reads as it does when it trips.
  'head-off': {
    base: 'avocet',
    fires: [exchange('device-pause', 'switch-finch'), plan],
    silent: [exchange('device-pause', 'switch-finch'), set('parts.device-pause.setup.contactUsed', 'NO'), plan],
  },
  'sensor-leakage': {
    base: 'plover',
    fires: [
      exchange('device-limit-x-plus', 'sensor-burr-two-wire'),
      set('parts.device-limit-x-plus.data.leakage', 1.1, 'mA'),
    ],
    silent: [
      exchange('device-limit-x-plus', 'sensor-burr-two-wire'),
      set('parts.device-limit-x-plus.data.leakage', 0.9, 'mA'),
    ],
    after: [plan],
  },
  // lead 4 mm at the motor, parked within ±0.8 mm: the far edge lies at 0.8, a sound pulse from 1.6 to 2.4 mm
  'mark-wrong-turn': {
    base: 'wren',
    fires: [...markedX, set('axes.x.reference.pulseFromMark', 0.7, 'mm')],
    silent: [...markedX, set('axes.x.reference.pulseFromMark', 1.6, 'mm')],
  },
  // the mark at 12 mm, its pulse at 10: the limit that trips at 10 comes first or at once, one at 9.9 does not
  'pulse-not-reached': {
    base: 'wren',
    fires: [...markedX, set('parts.device-limit-and-reference-x.mount.tripFromStop', 10, 'mm')],
    silent: [...markedX, set('parts.device-limit-and-reference-x.mount.tripFromStop', 9.9, 'mm')],
  },
  // 18° of 4 mm are 0.2 mm; filter and poll of 11 ms in all: at 9 mm/s it lasts 22 ms
  'pulse-too-short': {
    base: 'wren',
    fires: [...markedX, set('circuits.index-x.filter', 10, 'ms'), set('axes.x.reference.slowSpeed', 9.2, 'mm/s')],
    silent: [...markedX, set('circuits.index-x.filter', 10, 'ms'), set('axes.x.reference.slowSpeed', 8.9, 'mm/s')],
  },
  // 131 072 counts and 10 000 pulses: 8192 / 625
  'servo-gear': {
    base: 'plover',
    fires: [byHand('driver/driver-x-0/gear-denominator', 1, '1')],
    silent: [
      byHand('driver/driver-x-0/gear-numerator', 16384, '1'),
      byHand('driver/driver-x-0/gear-denominator', 1250, '1'),
    ],
  },
  // 60 mm/s at 30 1/s: 2 mm
  'servo-window': {
    base: 'plover',
    fires: [byHand('driver/driver-x-0/following-window', 1.9, 'mm')],
    silent: [byHand('driver/driver-x-0/following-window', 2, 'mm')],
  },
  // its brake holds after 40 ms
  'brake-delay': {
    base: 'plover',
    fires: [braked, byHand('driver/driver-x-0/brake-close-delay', 30, 'ms')],
    silent: [braked, byHand('driver/driver-x-0/brake-close-delay', 40, 'ms')],
  },
  // brass, 6 mm wide at 10 mm/s: 54 W a mm of depth, 0.04297 N·m at 12 000 rpm; 1100 W at 23 000 rpm are 0.4567 N·m, four
  // fifths of it 0.3654: it stalls from 8.5 mm
  'cut-stalls': {
    base: 'dunnock',
    fires: pocket(8.6),
    silent: pocket(8.4),
  },
  // M3 × 0.5 in brass, 6 mm deep, at 1500 rpm: 12.5 mm/s, 0.2604 mm to stop at 300 mm/s²; 5.5 s from 12 000 rpm are 0.6875 s:
  // 8.594 turns, 4.2969 mm; 900 · 0.5² · 3/8000 = 0.0844 of 0.3183 N·m, 159 of 1500 rpm behind, and 1 %: 0.6962 mm. Together 5.2535.
  'tap-runs-on': {
    base: 'wren',
    fires: wanted({ ...m3, holder: 'float', float: quantity(5.25, 'mm') }),
    silent: wanted({ ...m3, holder: 'float', float: quantity(5.26, 'mm') }),
  },
  // 2 mm of run-in at 800 mm/s², with a wait of 0.5 ms: 56.17 mm/s, at 1.5 mm 2246.8 rpm
  'thread-fast': {
    base: 'plover',
    fires: wanted(thread(2247)),
    silent: wanted(thread(2246)),
  },
  // Four stations, and sensors for three of them.
  'changer-incomplete': {
    base: 'fieldfare',
    fires: [{ name: 'remove-input', args: { circuit: 'position-2' } }],
    silent: [{ name: 'remove-input', args: { circuit: 'pause' } }],
  },
  // Station 4 of 4 is at 270°: with 1° of back-off 271° of travel hold it, 270° do not.
  'turret-short': {
    base: 'bullfinch',
    fires: [set('axes.a.turns', 'between-stops'), set('axes.a.travel', 270, '°'), indexed],
    silent: [set('axes.a.turns', 'between-stops'), set('axes.a.travel', 271, '°'), indexed],
  },
  'drawbar-unwatched': {
    base: 'wren',
    fires: drawbar('position'),
    silent: drawbar('spindle-permit'),
  },
  // Power that closes a chuck lets go with it; power that opens one does not.
  'held-by-power': {
    base: 'wren',
    fires: served('closes-chuck'),
    silent: served('opens-chuck'),
  },
  // The quill closes 125 mm and the knee 350 mm, each less its margin of 2 mm at that end: 471 mm.
  'nose-meets-table': {
    base: 'redstart',
    fires: [set('noseToTable', 470, 'mm')],
    silent: [set('noseToTable', 471, 'mm')],
  },
  'endless-stop': {
    base: 'dunnock',
    fires: [...table, set('axes.a.reference.method', 'hard-stop')],
    silent: [...table, set('axes.a.reference.method', 'by-hand')],
  },
  'clamp-untimed': {
    base: 'wren',
    fires: clamped('x'),
    silent: [...clamped('x'), set('axes.x.clampCloseTime', 0.4, 's')],
  },
  // one and a half times 5 N·m
  'clamp-slips': {
    base: 'dunnock',
    fires: tableHolding(7.4),
    silent: tableHolding(7.5),
  },
  'spindle-servo': {
    base: 'plover',
    fires: [{ name: 'choose-part', args: { slot: { role: 'spindle' }, library: 'spindle-mattock-1900' } }],
    silent: [
      { name: 'choose-part', args: { slot: { role: 'spindle' }, library: 'spindle-mattock-1900' } },
      { name: 'choose-part', args: { slot: { role: 'spindleDrive' }, library: 'drive-polecat-7' } },
    ],
  },
  'permit-by-open-contact': {
    base: 'wren',
    fires: [
      { name: 'add-input', args: { function: 'spindle-permit', library: 'switch-finch' } },
      set('parts.device-spindle-permit.setup.contactUsed', 'NC'),
    ],
    // What is added for a permission uses the contact that closes.
    silent: [{ name: 'add-input', args: { function: 'spindle-permit', library: 'switch-finch' } }],
  },
  'flow-unwatched': {
    base: 'wren',
    fires: [{ name: 'add-output', args: { function: 'spindle-cooling', library: 'pump-brook-24' } }],
    silent: [
      { name: 'add-output', args: { function: 'spindle-cooling', library: 'pump-brook-24' } },
      { name: 'add-input', args: { function: 'coolant-flow', library: 'switch-dace-flow' } },
    ],
  },
  // lead 4 mm, coarse mark ±0.02 mm: 0.004 of a turn is 0.016 mm
  'index-ambiguous': {
    base: 'wren',
    fires: [set('axes.x.reference.indexPhase', 0.004, '1')],
    silent: [set('axes.x.reference.indexPhase', 0.21, '1')],
  },
  // the switch lets go after 0.4 mm
  'sits-on-shared': {
    base: 'wren',
    fires: [joinZ, set('axes.x.reference.backOff', 0.4, 'mm')],
    silent: [joinZ, set('axes.x.reference.backOff', 0.5, 'mm')],
  },
  'noisy-input': {
    base: 'wren',
    fires: [set('circuits.limit-and-reference-y.filter', null)],
    silent: [set('circuits.limit-and-reference-y.filter', 1, 'ms')],
  },
  'magnet-pole': {
    base: 'plover',
    fires: [
      exchange('device-limit-x-plus', 'sensor-mullein-hall'),
      set('parts.device-limit-x-plus.mount.pole', 'north'),
    ],
    silent: [
      exchange('device-limit-x-plus', 'sensor-mullein-hall'),
      set('parts.device-limit-x-plus.mount.pole', 'south'),
    ],
  },
  'head-on-approach': {
    base: 'dunnock',
    fires: [set('parts.device-limit-x-plus.mount.approach', 'head-on')],
    silent: [set('parts.device-limit-x-plus.mount.approach', 'across')],
  },
  // 160²/(2 · 600) = 21.3 mm against 20
  'approach-too-fast': {
    base: 'dunnock',
    fires: [set('axes.x.reference.fastSpeed', 160, 'mm/s')],
    silent: [set('axes.x.reference.fastSpeed', 150, 'mm/s')],
  },
  // 3.4 kg on a lead of 5 mm turn the screw back with 0.024 N·m
  'head-drops-on-stop': {
    base: 'dunnock',
    fires: [set('axes.z.dragTorque', 0.02, 'N·m')],
    silent: [set('axes.z.dragTorque', 0.03, 'N·m')],
  },
  'spindle-runs-on': {
    base: 'wren',
    fires: [{ name: 'remove-output', args: { output: 'spindle-speed' } }],
    silent: [{ name: 'remove-output', args: { output: 'brake' } }],
  },
  'starts-by-itself': {
    base: 'plover',
    fires: [unplan(machines.plover), set('circuits.stop.cutsOnly', true), plan],
    silent: [unplan(machines.plover), plan],
    after: [plan],
  },
  // Wheatear has a board with its reset on a pin; a button that cuts nothing asks the control alone.
  'stop-by-reset': {
    base: 'wheatear',
    fires: [exchange('device-stop', 'button-plum-stop-no'), set('stopStrategy', 'board-reset')],
    silent: [exchange('device-stop', 'button-plum-stop-no'), set('stopStrategy', 'request-only')],
    after: [plan],
  },
  'held-in-reset': {
    base: 'wheatear',
    fires: [wire('controller:reset', 'controller:gnd')],
    silent: [wire('controller:reset', 'controller:v5')],
  },
  'stop-cuts-nothing': {
    base: 'dunnock',
    fires: [wire('field-plus-strip:place', 'stop-contactor:coil-plus')],
    silent: [wire('field-plus-strip:place', 'field-plus-strip:feed')],
  },
  // without power Y runs on for 17.0 mm; braked it stops within 14.5
  'coasts-too-far': {
    base: 'dunnock',
    fires: [set('parts.device-limit-y-plus.mount.tripFromStop', 16.5, 'mm')],
    silent: [set('parts.device-limit-y-plus.mount.tripFromStop', 17.5, 'mm')],
  },
  // a relay that cuts its own coil, against one that makes it
  'relays-ring': {
    base: 'dunnock',
    fires: [relayOn('nc')],
    silent: [relayOn('no')],
  },
  'motor-driver-kind': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), motor('x', 0, 'motor-raven-400')],
    silent: [unplan(machines.dunnock), motor('x', 0, 'motor-rook-12')],
    after: [plan],
  },
  // (1.27 − 0.08 − friction) N·m · 2π · 0.9 / 4 mm are some 1 680 N
  'servo-overheats': {
    base: 'plover',
    fires: [set('axes.x.cuttingForce', 1750, 'N')],
    silent: [set('axes.x.cuttingForce', 1600, 'N')],
  },
  // 3.6 A of a motor that starts: a contact of 6 A welds, one of 12 A does not
  'relay-contact': {
    base: 'wren',
    fires: [
      { name: 'add-output', args: { function: 'spindle-run', library: 'spindle-tern-800', relay: 'relay-latch-5' } },
    ],
    silent: [
      { name: 'add-output', args: { function: 'spindle-run', library: 'spindle-tern-800', relay: 'relay-latch-30-5' } },
    ],
    after: [plan],
  },
  // four motors hold with some 60 W; 36 V and 1 A are 36 W
  'supply-load': {
    base: 'dunnock',
    fires: [set('parts.motor-supply.data.outputCurrent', 1, 'A')],
    silent: [set('parts.motor-supply.data.outputCurrent', 10, 'A')],
  },
  'field-load': {
    base: 'dunnock',
    fires: [set('parts.field-supply.data.outputCurrent', 1, 'A')],
    silent: [set('parts.field-supply.data.outputCurrent', 5, 'A')],
  },
  // Ten amperes of curve C hold 50 A; 120 A of one supply are above it.
  'breaker-inrush': {
    base: 'wren',
    fires: [set('parts.motor-supply.data.inrush', 120, 'A')],
    silent: [set('parts.motor-supply.data.inrush', 10, 'A')],
  },
  // 10 mA is a third of 30 mA, and a filter and a drive leak that together.
  'leakage-share': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), guard('mains-filter', 'in'), set('parts.mains-filter.data.leakage', 8.5, 'mA')],
    silent: [unplan(machines.dunnock), guard('mains-filter', 'in'), set('parts.mains-filter.data.leakage', 3.5, 'mA')],
    after: [plan],
  },
  'main-switch': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), feed('mains-breaker', 'in', 'mains-inlet', 'mains')],
    silent: [unplan(machines.dunnock), feed('mains-breaker', 'in', 'main-switch')],
    after: [plan],
  },
  'main-switch-lock': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), role('mains.0', 'switch-wicket-2')],
    silent: [unplan(machines.dunnock), role('mains.0', 'switch-stile-32')],
    after: [plan],
  },
  'outlet-unprotected': {
    base: 'dunnock',
    fires: [{ name: 'add-part', args: { library: 'outlet-alcove-4' } }],
    silent: [{ name: 'add-part', args: { library: 'outlet-alcove-4' } }, guard('connector', 'mains')],
    after: [plan],
  },
  // About 75 W in a box of 300 × 300 × 150 mm, or in one of 800 × 800 × 300 mm.
  'part-too-warm': {
    base: 'dunnock',
    fires: [box, boxIs({ ...size(300, 300, 150), air: 'closed' })],
    silent: [box, boxIs({ ...size(800, 800, 300), air: 'closed' })],
  },
  'no-airway': {
    base: 'dunnock',
    fires: [box, boxIs({ air: 'fan', inlet: 'bottom', outlet: 'none' })],
    silent: [box, boxIs({ air: 'fan', inlet: 'bottom', outlet: 'top' })],
  },
  'fan-reversed': {
    base: 'dunnock',
    fires: [box, boxIs({ air: 'fan', inlet: 'bottom', outlet: 'top', fanAt: 'inlet', fanBlows: 'out' })],
    silent: [box, boxIs({ air: 'fan', inlet: 'bottom', outlet: 'top', fanAt: 'outlet', fanBlows: 'out' })],
  },
  'supply-without-outlet': {
    base: 'dunnock',
    fires: [box],
    silent: [box, boxIs(size(800, 800, 300))],
  },
  // A box of 800 × 1000 mm has a plate of 760 × 960 mm.
  'panel-overlap': {
    base: 'dunnock',
    fires: [box, large, put({ controller: [0, 0], 'motor-supply': [100, 50] })],
    silent: [box, large, put({ controller: [0, 0], 'motor-supply': [300, 50] })],
  },
  'panel-outside': {
    base: 'dunnock',
    fires: [box, large, put({ controller: [650, 0] })],
    silent: [box, large, put({ controller: [600, 0] })],
  },
  // A spindle drive of 130 mm and 10 mm in front of it: 155 mm of depth less 15 behind the plate.
  'panel-depth': {
    base: 'dunnock',
    fires: [box, boxIs(size(800, 1000, 154)), put({ 'spindle-drive': [0, 0] })],
    silent: [box, boxIs(size(800, 1000, 156)), put({ 'spindle-drive': [0, 0] })],
  },
  // A board of 160 mm, the drive 99 or 101 mm to the right of it.
  'panel-noise': {
    base: 'dunnock',
    fires: [box, large, put({ controller: [0, 0], 'spindle-drive': [259, 0] })],
    silent: [box, large, put({ controller: [0, 0], 'spindle-drive': [261, 0] })],
  },
  // A supply of 215 mm, a board above it.
  'panel-clearance': {
    base: 'dunnock',
    fires: [box, large, put({ 'motor-supply': [0, 0], controller: [0, 264] })],
    silent: [box, large, put({ 'motor-supply': [0, 0], controller: [0, 265] })],
  },
  // A cable of 8.2 mm is bent to 32.8 mm; 32 or 33 mm are free below the drive, less than that above it.
  'panel-bend': {
    base: 'dunnock',
    fires: [box, large, put({ 'spindle-drive': [0, 32], 'motor-supply': [0, 222] })],
    silent: [box, large, put({ 'spindle-drive': [0, 33], 'motor-supply': [0, 223] })],
  },
  // The duct ends at 162 mm; the encoder cable of Z comes along it.
  'drive-beside-encoder': {
    base: 'dunnock',
    fires: [box, large, unscreened, put({ 'driver-z-0': [0, 0], 'spindle-drive': [200, 261] }), duct(122)],
    silent: [box, large, unscreened, put({ 'driver-z-0': [0, 0], 'spindle-drive': [200, 263] }), duct(122)],
  },
  // A board of 110 mm.
  'duct-crossed': {
    base: 'dunnock',
    fires: [box, large, put({ controller: [0, 0] }), duct(109)],
    silent: [box, large, put({ controller: [0, 0] }), duct(110)],
  },
  // Two wires of 10 mm², 6.8 mm thick: 72.6 mm² in 7 mm times the depth less 1.5 mm, of which 60 % may be taken.
  'duct-fill': {
    base: 'dunnock',
    fires: [
      box,
      large,
      setWires({ section: quantity(10, 'mm²') }),
      put({ 'mains-filter': [0, 0], 'motor-supply': [400, 0] }),
      duct(220, { width: 10, depth: 18 }),
    ],
    silent: [
      box,
      large,
      setWires({ section: quantity(10, 'mm²') }),
      put({ 'mains-filter': [0, 0], 'motor-supply': [400, 0] }),
      duct(220, { width: 10, depth: 19 }),
    ],
  },
  'duct-mixed': {
    base: 'dunnock',
    fires: [
      box,
      large,
      put({ 'mains-filter': [0, 0], 'motor-supply': [600, 0], 'field-zero-strip': [200, 150], controller: [400, 100] }),
      duct(220),
    ],
    silent: [
      box,
      large,
      put({ 'mains-filter': [0, 0], 'motor-supply': [600, 0], 'field-zero-strip': [200, 150], controller: [400, 100] }),
      duct(220, { divided: true }),
    ],
  },
  // From the top of the filter (120 mm) up 120 mm, across from 30 to 457.5 mm, down 25 mm to the top of the supply: 572.5 mm.
  'conductor-short': {
    base: 'dunnock',
    fires: [
      box,
      large,
      put({ 'mains-filter': [0, 0], 'motor-supply': [400, 0] }),
      duct(220),
      setWires({ length: quantity(570, 'mm') }),
    ],
    silent: [
      box,
      large,
      put({ 'mains-filter': [0, 0], 'motor-supply': [400, 0] }),
      duct(220),
      setWires({ length: quantity(575, 'mm') }),
    ],
  },
  // A stop button is covered for 40.3 mm.
  'front-clash': {
    base: 'dunnock',
    fires: [box, large, inFront({ 'device-stop': [100, 100], 'reset-button': [140, 100] })],
    silent: [box, large, inFront({ 'device-stop': [100, 100], 'reset-button': [141, 100] })],
  },
  // 201 mm deep, 15 mm behind the plate: 55 mm of a button and 130 mm of a drive fit; in 199 mm they do not.
  'front-depth': {
    base: 'dunnock',
    fires: [
      box,
      boxIs(size(800, 1000, 199)),
      put({ 'spindle-drive': [80, 80] }),
      inFront({ 'device-stop': [100, 100] }),
    ],
    silent: [
      box,
      boxIs(size(800, 1000, 201)),
      put({ 'spindle-drive': [80, 80] }),
      inFront({ 'device-stop': [100, 100] }),
    ],
  },
  'door-not-bonded': {
    base: 'dunnock',
    fires: [box, boxIs({ door: { hinge: 'left', metal: true } })],
    silent: [box, boxIs({ door: { hinge: 'left', metal: true, bonded: true } })],
  },
  'door-swing': {
    base: 'dunnock',
    fires: [box, large, boxIs({ door: { hinge: 'left', metal: false, room: quantity(790, 'mm') } })],
    silent: [box, large, boxIs({ door: { hinge: 'left', metal: false, room: quantity(800, 'mm') } })],
  },
  'supply-peak': {
    base: 'dunnock',
    fires: [set('parts.motor-supply.data.outputCurrent', 3.2, 'A')],
    silent: [set('parts.motor-supply.data.outputCurrent', 3.6, 'A')],
  },
  'fuse-load': {
    base: 'dunnock',
    fires: [set('parts.motor-plus-strip.data.ratedCurrent', 1, 'A')],
    silent: [set('parts.motor-plus-strip.data.ratedCurrent', 2, 'A')],
  },
  // a spindle of 1.1 kW takes 9.9 A from 230 V, the supplies another ampere
  'branch-load': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), role('mains.1', 'breaker-hurdle-10')],
    silent: [unplan(machines.dunnock), role('mains.1', 'breaker-hurdle-16')],
    after: [plan],
  },
  // A drive for three phases on an inlet that has one; with three, its branch and switch pass them too.
  'phases-missing': {
    base: 'dunnock',
    fires: [
      unplan(machines.dunnock),
      role('mains.inlet', 'inlet-gate-16-3'),
      role('mains.0', 'switch-stile-2'),
      role('spindle', 'spindle-plough-2200-3'),
      role('spindleDrive', 'drive-vole-2200-3'),
    ],
    silent: [
      unplan(machines.dunnock),
      role('mains.inlet', 'inlet-gate-16-3'),
      role('mains.0', 'switch-stile-25-4'),
      role('mains.1', 'breaker-hurdle-16-3'),
      role('mains.2', 'filter-sieve-16-3'),
      role('spindle', 'spindle-plough-2200-3'),
      role('spindleDrive', 'drive-vole-2200-3'),
    ],
    after: [plan],
  },
  'neutral-like-control': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), { name: 'set-colour-rule', args: { of: 'control', colour: 'BU' } }],
    silent: [{ name: 'set-colour-rule', args: { of: 'control', colour: 'OG' } }],
    after: [plan],
  },
  'mains-voltage': {
    base: 'dunnock',
    fires: [set('mainsVoltage', 110, 'V')],
    silent: [set('mainsVoltage', 225, 'V')],
  },
  'load-voltage': {
    base: 'dunnock',
    fires: [set('parts.stop-contactor.data.coilVoltage', 230, 'V')],
    silent: [set('parts.stop-contactor.data.coilVoltage', 26, 'V')],
  },
  'controller-supply': {
    base: 'dunnock',
    fires: [role('logic.supply', 'supply-loam-70')],
    silent: [role('logic.supply', 'supply-marl-12')],
  },
  // the board has USB: with a computer at the other end it needs no supply of its own
  'controller-unpowered': {
    base: 'wren',
    fires: [role('logic.supply', null), plan],
    silent: [role('logic.supply', null), role('host', 'host-desk'), plan],
    after: [plan],
  },
  'start-does-nothing': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), exchange('device-stop', 'button-plum-stop'), plan],
    silent: [unplan(machines.dunnock), exchange('device-stop', 'button-plum-stop-2'), plan],
    after: [plan],
  },
  'drive-unfed': {
    base: 'wren',
    fires: [remove('drive-x-0/supply-plus')],
    silent: [remove('drive-x-0/step')],
  },
  'mass-missing': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), motorZ('motor-rook-23'), { name: 'remove-mass', args: { mass: 'mass-1' } }],
    silent: [unplan(machines.dunnock), motorZ('motor-rook-23')],
  },
  // its sensor releases after 0.3 mm
  'back-off-short': {
    base: 'dunnock',
    fires: [set('axes.x.reference.backOff', 0.3, 'mm')],
    silent: [set('axes.x.reference.backOff', 0.4, 'mm')],
  },
  // 4 · 1024 · 2800/60 = 191 147 edges a second
  'encoder-rate': {
    base: 'plover',
    fires: [set('parts.controller.data.encoderRate', 191, 'kHz')],
    silent: [set('parts.controller.data.encoderRate', 192, 'kHz')],
  },
  // 1024 lines: a third of them is no whole number, a quarter is 256
  'divider-uneven': {
    base: 'plover',
    fires: [divider(3), plan],
    silent: [divider(4), plan],
  },
  // 1.5 mm · 2800/60 = 70 mm/s
  // Two turns of the encoder for one of the spindle; one for two.
  'thread-index': {
    base: 'plover',
    fires: [set('parts.spindle-encoder.setup.encoderRatio', 2, '1')],
    silent: [set('parts.spindle-encoder.setup.encoderRatio', 0.5, '1')],
  },
  'threading-speed': {
    base: 'plover',
    fires: [set('axes.z.maxSpeed', 69, 'mm/s')],
    silent: [set('axes.z.maxSpeed', 71, 'mm/s')],
  },
  // 24 000 rpm with two poles are 400 Hz; the smaller drive makes 120
  'spindle-frequency': {
    base: 'dunnock',
    fires: [unplan(machines.dunnock), role('spindleDrive', 'drive-vole-750')],
    silent: [unplan(machines.dunnock), role('spindleDrive', 'drive-vole-1500')],
    after: [plan],
  },
  'spindle-current': {
    base: 'dunnock',
    fires: [set('parts.spindle.data.ratedCurrent', 7.1, 'A')],
    silent: [set('parts.spindle.data.ratedCurrent', 7, 'A')],
  },
  // 230 V at 50 Hz are 4.6 V/Hz, eight times the 0.55 of 220 V at 400 Hz
  // √3 · 220 V · 2.9 A = 1105 V·A for 1.1 kW; with 2.8 A it is 1067.
  'spindle-plate': {
    base: 'dunnock',
    fires: [set('parts.spindle.data.ratedCurrent', 2.8, 'A')],
    silent: [set('parts.spindle.data.ratedCurrent', 2.9, 'A')],
  },
  'spindle-carrier': {
    base: 'dunnock',
    fires: [set('parts.spindle-drive.data.carrierMax', 3.9, 'kHz')],
    silent: [set('parts.spindle-drive.data.carrierMax', 4, 'kHz')],
  },
  'spindle-flux': {
    base: 'dunnock',
    fires: [set('parts.spindle-drive.data.baseFrequency', 50, 'Hz')],
    silent: [set('parts.spindle-drive.data.baseFrequency', 380, 'Hz')],
  },
  'unit-in-doubt': {
    base: 'dunnock',
    fires: [set('parts.motor-x-0.data.rotorInertia', 0.68, 'g·cm²')],
    silent: [set('parts.motor-x-0.data.rotorInertia', 0.68, 'kg·cm²')],
  },
  // four phases and an earth in a cable of three cores and an earth
  'cable-cores': {
    base: 'wheatear',
    fires: [cableOf('cable-drive-x-0-motor', 'cable-reed-4g1'), plan],
    silent: [cableOf('cable-drive-x-0-motor', 'cable-reed-5g15'), plan],
  },
  'terminal-crowded': {
    base: 'plover',
    fires: [role('field.plus', null), role('field.zero', null), plan],
    silent: [{ name: 'set-motor-count', args: { axis: 'x', count: 1 } }],
  },
};

describe('each rule: where it fires, the nearest machine where it does not, and after its remedy', () => {
  it('has a case here', () => expect(Object.keys(cases).sort()).toEqual([...new Set(rules.map((r) => r.code))].sort()));

  it.each(Object.entries(cases))('%s', (code, { base, fires, silent, after }) => {
    const broken = fires.reduce(edit, machines[base]);
    const before = find(broken);
    const changed = before.filter((f) => f.code === code && !find(machines[base]).some((o) => o.id === f.id));
    const fired = changed[0] ?? before.find((f) => f.code === code);
    expect(fired, `${code} should fire`).toBeDefined();
    expect(fired!.explain(defaultDisplay)).not.toMatch(/NaN|undefined|Infinity/);
    const quiet = find(silent.reduce(edit, machines[base]));
    if (code !== 'terminal-crowded') expect(quiet.map((f) => f.id)).not.toContain(fired!.id);

    const worst = (list: typeof before) =>
      severities.map((s) => list.filter((f) => f.severity === s && f.code !== 'plan-behind').length);
    for (const remedy of fired!.remedies) {
      expect(remedy.label(defaultDisplay)).not.toMatch(/NaN|undefined/);
      const cured = find([remedy.command, ...(after ?? [])].reduce(edit, broken));
      expect(cured.map((f) => f.id)).not.toContain(fired!.id);
      const [a, b] = [worst(before), worst(cured)];
      expect(
        a[0]! >= b[0]! && a[0]! + a[1]! >= b[0]! + b[1]!,
        `${code}: ${remedy.label(defaultDisplay)} makes something worse`,
      ).toBe(true);
    }
  });
});

it.each<[string, Base, Command]>([
  ['a nut that travels beyond its screw', 'dunnock', set('axes.x.transmission.length', 500, 'mm')],
  ['a driver with its limits exchanged', 'wren', set('parts.driver-x-0.data.supplyMin', 61, 'V')],
  ['a servo weaker at its peak', 'plover', set('parts.motor-x-0.data.ratedTorque', 9, 'N·m')],
])('%s contradicts itself, and the finding leads to the field', (_what, base, command) => {
  const found = find(edit(machines[base], command)).find((f) => f.code === 'figures-contradict');
  expect(found?.field).toMatch(/^(axes|parts)\./);
  expect(found?.explain(defaultDisplay)).toContain('Look which one is a mistake');
});

describe('the demo machines', () => {
  it('Dunnock is healthy: nothing above a note', () =>
    expect(
      find(machines.dunnock)
        .filter((f) => f.severity !== 'note')
        .map((f) => f.id),
    ).toEqual([]));
  it('Wren holds exactly its three mistakes, one of each severity', () =>
    expect(
      find(machines.wren)
        .filter((f) => f.severity !== 'note')
        .map((f) => `${f.severity} ${f.id}`),
    ).toEqual(['danger broken-wire:limit-and-reference-y', 'wont-work pulse-rate:x', 'doubtful head-first:z']));
  it('Plover is half wired and has nothing dangerous', () =>
    expect(
      find(machines.plover)
        .filter((f) => f.severity === 'danger' || f.severity === 'wont-work')
        .map((f) => f.id),
    ).toEqual([]));
});
