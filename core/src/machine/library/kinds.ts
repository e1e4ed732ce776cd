import type { DataOf, Element, PartData, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { terminal } from './entry';
import { libraryEntry } from './index';
import { completed } from './inside';
import { builtLike } from './own';
import { plugContacts } from './plug';

/** A kind of part that a person can make of his own: what it is called, and with which terminals it begins. */
export interface PartKind {
  key: string;
  title: string;
  group: string;
  begin(key: string, name: string): LibraryEntry;
}

type Beginning = { data: PartData; terminals: Record<string, Terminal>; elements?: Record<string, Element> };

const supply = { 'supply-plus': terminal('L+', 'supply-plus'), 'supply-minus': terminal('L−', 'supply-minus') };
const twoPole = { plus: terminal('+', 'load-plus'), minus: terminal('−', 'load-minus') };
const onMains = { l: terminal('L', 'mains-l'), n: terminal('N', 'mains-n') };
const pole = { in: terminal('1', 'pole-in', 0), out: terminal('2', 'pole-out', 0) };

const controller: DataOf<'controller'> = {
  class: 'controller',
  architecture: 'processor-board',
  channels: 4,
  commandFormats: ['pulse-and-direction'],
  link: 'usb',
  spindleControl: ['relay'],
  encoderInputs: 0,
  threading: false,
  independentSlaves: false,
};

/** Built like a part that ships, without its figures. */
const like = (group: string, library: string, title: string): PartKind => ({
  key: library,
  title,
  group,
  begin: (key, name) => builtLike(libraryEntry(library)!, key, name),
});
/** Begins with what every such part has. */
const bare = (group: string, id: string, title: string, { data, terminals, elements = {} }: Beginning): PartKind => ({
  key: `bare-${id}`,
  title,
  group,
  begin: (key, name) => completed({ key, name, about: '', data, terminals, elements, setup: {} }),
});

const [drives, boards, power, sensing, spindle, loads, wiring] = [
  'Motors and drives',
  'Boards and computers',
  'Power',
  'Switches and sensors',
  'Spindle',
  'Loads',
  'Connectors and cables',
] as const;

/** Every kind of part that can be entered, in groups. */
export const partKinds: readonly PartKind[] = [
  like(drives, 'motor-rook-23', 'Stepper motor, 4 leads'),
  like(drives, 'motor-siskin-3-six', 'Stepper motor, 6 leads'),
  like(drives, 'motor-rook-13-eight', 'Stepper motor, 8 leads'),
  like(drives, 'motor-rook-23-brake', 'Stepper motor with brake'),
  like(drives, 'motor-magpie-30', 'Closed-loop stepper motor'),
  like(drives, 'motor-magpie-22', 'Closed-loop stepper motor with brake'),
  like(drives, 'motor-raven-200', 'Servo motor, incremental encoder'),
  like(drives, 'motor-raven-400', 'Servo motor, absolute encoder'),
  like(drives, 'motor-raven-400-brake', 'Servo motor with brake'),
  like(drives, 'driver-heron-50', 'Stepper driver'),
  like(drives, 'driver-dunlin-a', 'Plug-in stepper driver'),
  like(drives, 'driver-merlin-60', 'Closed-loop stepper drive'),
  like(drives, 'drive-osprey-400', 'Servo drive'),
  bare(boards, 'controller', 'Axis controller', {
    data: controller,
    terminals: { ...supply, link: terminal('USB', 'data-link') },
  }),
  like(boards, 'controller-tansy-4', 'Axis controller with driver sockets'),
  bare(boards, 'input-board', 'Extension board, inputs or outputs', {
    data: { class: 'input-board' },
    terminals: { ...supply, extension: terminal('EXT', 'extension-link') },
  }),
  like(boards, 'board-quay-8', 'Output board'),
  like(boards, 'host-desk', 'Computer'),
  like(boards, 'pendant-moth-100', 'Pendant, wheel for an encoder input'),
  like(boards, 'pendant-moth-100-oc', 'Pendant, wheel for ordinary inputs'),
  like(boards, 'wheel-cog-25', 'Wheel for a box of one’s own'),
  like(boards, 'pendant-midge-usb', 'Pendant on the computer'),
  like(power, 'supply-marl-24', 'Power supply'),
  like(power, 'inlet-gate-16', 'Mains inlet'),
  like(power, 'switch-stile-2', 'Main switch, two poles'),
  like(power, 'breaker-hurdle-10', 'Circuit breaker, two poles'),
  like(power, 'rcd-turnstile-25', 'Residual-current device'),
  like(power, 'switch-wicket-1', 'Hand switch'),
  bare(power, 'breaker', 'Circuit breaker, one pole', { data: { class: 'breaker' }, terminals: pole }),
  bare(power, 'fuse', 'Fuse', { data: { class: 'fuse', forDirectCurrent: true }, terminals: pole }),
  like(power, 'filter-sieve-16', 'Mains filter'),
  like(power, 'contactor-bollard-dc', 'Contactor'),
  like(power, 'contactor-post-16-mains', 'Contactor, coil for the mains'),
  like(power, 'relay-latch-24', 'Relay'),
  like(power, 'strip-hedge-12', 'Linked terminals'),
  like(power, 'strip-paling-2', 'Fused terminals'),
  like(power, 'bar-ridge-20', 'Earth bar'),
  like(sensing, 'switch-finch', 'Switch with a contact'),
  like(sensing, 'sensor-lichen-pnp-nc', 'Three-wire sensor'),
  like(sensing, 'sensor-burr-two-wire', 'Two-wire sensor'),
  like(sensing, 'sensor-mullein-hall', 'Hall sensor with a magnet'),
  like(sensing, 'button-plum-stop', 'Stop button, one contact'),
  like(sensing, 'button-plum-stop-2', 'Stop button, two contacts'),
  like(sensing, 'button-plum-push', 'Push button'),
  like(sensing, 'probe-needle', 'Probe'),
  like(spindle, 'spindle-plough-1500', 'Spindle, three-phase'),
  like(spindle, 'spindle-dibble-400', 'Spindle, direct current'),
  like(spindle, 'spindle-tern-800', 'Spindle or hand tool on the mains'),
  like(spindle, 'drive-vole-1500', 'Spindle drive, three-phase output'),
  like(spindle, 'drive-shrew-500', 'Speed controller for direct current'),
  like(spindle, 'drive-stoat-400', 'Speed controller on the mains'),
  like(spindle, 'encoder-owl-1024', 'Spindle encoder'),
  like(spindle, 'divider-sluice-4', 'Encoder divider'),
  bare(spindle, 'tool-head', 'Tool head', { data: { class: 'tool-head' }, terminals: {} }),
  like(loads, 'lamp-wick-24', 'Lamp'),
  bare(loads, 'lamp-mains', 'Lamp on the mains', { data: { class: 'lamp' }, terminals: onMains }),
  like(loads, 'fan-zephyr-24', 'Fan'),
  bare(loads, 'fan-mains', 'Fan on the mains', { data: { class: 'fan' }, terminals: onMains }),
  like(loads, 'vacuum-gust-1200', 'Vacuum on the mains'),
  like(loads, 'gear-motor-turnip-24', 'Gear motor'),
  bare(loads, 'pump', 'Pump', { data: { class: 'pump' }, terminals: twoPole }),
  bare(loads, 'pump-mains', 'Pump on the mains', { data: { class: 'pump' }, terminals: onMains }),
  like(loads, 'heater-ember-40', 'Heater'),
  like(loads, 'laser-spark-5', 'Laser head'),
  like(loads, 'valve-rill-24', 'Valve'),
  bare(loads, 'brake', 'Brake', { data: { class: 'brake' }, terminals: twoPole }),
  bare(wiring, 'connector', 'Connector', {
    data: { class: 'connector', form: 'block', rows: [8], panelContacts: 'sockets' },
    ...plugContacts([8]),
  }),
  like(wiring, 'cable-reed-4g1', 'Cable'),
];
