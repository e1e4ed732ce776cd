import type { DataOf, Element, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';

const signalTerminals: Record<string, Terminal> = {
  'step-plus': terminal('ST+', 'step-plus'),
  'step-minus': terminal('ST−', 'step-minus'),
  'direction-plus': terminal('DR+', 'direction-plus'),
  'direction-minus': terminal('DR−', 'direction-minus'),
  'enable-plus': terminal('EN+', 'enable-plus'),
  'enable-minus': terminal('EN−', 'enable-minus'),
};
const powerTerminals: Record<string, Terminal> = {
  'supply-plus': terminal('V+', 'supply-plus'),
  'supply-minus': terminal('V−', 'supply-minus'),
};
const twoPhases: Record<string, Terminal> = {
  'a-plus': terminal('A', 'phase-a-plus'),
  'a-minus': terminal('A′', 'phase-a-minus'),
  'b-plus': terminal('B', 'phase-b-plus'),
  'b-minus': terminal('B′', 'phase-b-minus'),
};
const threePhases: Record<string, Terminal> = {
  u: terminal('U', 'phase-u'),
  v: terminal('V', 'phase-v'),
  w: terminal('W', 'phase-w'),
  pe: terminal('PE', 'protective-earth'),
};
const alarm: Record<string, Terminal> = {
  'alarm-plus': terminal('AL+', 'alarm-plus'),
  'alarm-minus': terminal('AL−', 'alarm-minus'),
};
const optocouplers: Record<string, Element> = {
  step: { kind: 'isolated-input', terminal: 'step-plus', common: 'step-minus', current: 'into-terminal' },
  direction: {
    kind: 'isolated-input',
    terminal: 'direction-plus',
    common: 'direction-minus',
    current: 'into-terminal',
  },
  enable: { kind: 'isolated-input', terminal: 'enable-plus', common: 'enable-minus', current: 'into-terminal' },
};
/** A potential-free alarm contact: closed while all is well, so that a broken lead is noticed. */
const alarmContact: Record<string, Element> = {
  alarm: { kind: 'contact', a: 'alarm-plus', b: 'alarm-minus', form: 'NC', actuator: 'hand' },
};

const binarySteps = [400, 800, 1600, 3200, 6400, 12800];
const decimalSteps = [1000, 2000, 4000, 5000, 8000, 10000, 20000];

const openLoop = (figures: Partial<DataOf<'stepper-driver'>>): DataOf<'stepper-driver'> => ({
  class: 'stepper-driver',
  stepsPerRevolutionChoices: [200, ...binarySteps, ...decimalSteps].sort((a, b) => a - b),
  pulseHighMin: sheet(2.5, 'µs'),
  pulseLowMin: sheet(2.5, 'µs'),
  directionSetupMin: sheet(5, 'µs'),
  commandFormats: ['pulse-and-direction'],
  closedLoop: false,
  ...figures,
});

export const drivers: LibraryEntry[] = [
  {
    key: 'driver-heron-50',
    name: 'Heron 50, stepper driver',
    about: 'Two-phase driver for 20 to 50 V and up to 4.2 A peak.',
    data: openLoop({ supplyMin: sheet(20, 'V'), supplyMax: sheet(50, 'V'), currentMax: sheet(4.2, 'A') }),
    terminals: { ...signalTerminals, ...powerTerminals, ...twoPhases },
    elements: optocouplers,
    setup: { commandFormat: 'pulse-and-direction' },
  },
  {
    key: 'driver-heron-80',
    name: 'Heron 80, stepper driver',
    about: 'Two-phase driver for 24 to 80 V and up to 7.2 A peak, for the larger frames.',
    data: openLoop({ supplyMin: sheet(24, 'V'), supplyMax: sheet(80, 'V'), currentMax: sheet(7.2, 'A') }),
    terminals: { ...signalTerminals, ...powerTerminals, ...twoPhases },
    elements: optocouplers,
    setup: { commandFormat: 'pulse-and-direction' },
  },
  {
    key: 'driver-merlin-60',
    name: 'Merlin 60, closed-loop stepper drive',
    about: 'Closes the loop over an encoder on the motor and raises an alarm when it cannot follow.',
    data: openLoop({
      supplyMin: sheet(24, 'V'),
      supplyMax: sheet(60, 'V'),
      currentMax: sheet(8, 'A'),
      closedLoop: true,
      commandFormats: ['pulse-and-direction', 'two-pulse-trains'],
    }),
    terminals: { ...signalTerminals, ...alarm, ...powerTerminals, ...twoPhases },
    elements: { ...optocouplers, ...alarmContact },
    setup: { commandFormat: 'pulse-and-direction' },
  },
  {
    key: 'drive-osprey-400',
    name: 'Osprey 400, servo drive',
    about: 'Servo drive for motors of up to 400 W on a direct-current bus; pulses per revolution are free to choose.',
    data: {
      class: 'servo-drive',
      supplyMin: sheet(24, 'V'),
      supplyMax: sheet(75, 'V'),
      currentMax: sheet(16, 'A'),
      stepsPerRevolutionChoices: [1000, 2000, 4000, 5000, 8000, 10000, 16000],
      pulseHighMin: sheet(1, 'µs'),
      pulseLowMin: sheet(1, 'µs'),
      directionSetupMin: sheet(2, 'µs'),
      commandFormats: ['pulse-and-direction', 'two-pulse-trains', 'quadrature'],
      closedLoop: true,
    },
    terminals: { ...signalTerminals, ...alarm, ...powerTerminals, ...threePhases },
    elements: { ...optocouplers, ...alarmContact },
    setup: { commandFormat: 'pulse-and-direction' },
  },
];
