import type { ControllerAxis, ControllerInput, ControllerSettings } from '../../settings/controllerSettings';
import { Controller } from '../controller/controller';
import type { RawReading } from '../controller/inputs';

export const DT = 0.001;

export const axisOf = (id: string, more: Partial<ControllerAxis> = {}): ControllerAxis => ({
  id,
  letter: id.toUpperCase(),
  linear: true,
  stepsPerUnit: [100],
  inverted: [false],
  maxSpeed: 50,
  acceleration: 500,
  envelope: { min: 0, max: 100 },
  wraps: false,
  clamp: undefined,
  backlash: 0,
  reference: {
    method: 'switch',
    towards: 'minus',
    fastSpeed: 20,
    slowSpeed: 2,
    backOff: 2,
    positionAtDatum: 0,
    farthest: 150,
    sides: 'together',
    slaveOffset: 0,
    indexDistance: 0,
    indexPitch: 0,
    skewLimit: 8,
  },
  ...more,
});
export const inputOf = (id: string, more: Partial<ControllerInput> = {}): ControllerInput => ({
  id,
  title: id,
  function: 'limit',
  axes: ['x'],
  end: 'plus',
  drive: undefined,
  activeWhen: 'high',
  filterS: 0,
  pollS: 0,
  ...more,
});
export const settingsOf = (more: Partial<ControllerSettings> = {}): ControllerSettings => ({
  axes: [axisOf('x')],
  inputs: [
    inputOf('limit'),
    inputOf('ref', { function: 'reference', end: 'minus' }),
    inputOf('stop', { function: 'stop', axes: [], end: undefined }),
  ],
  referenceStages: [['x']],
  limitStrategy: 'away-only',
  datumStrategy: 'after-back-off',
  outputs: [],
  stopCutsMotors: false,
  spindle: undefined,
  wheel: undefined,
  programWords: 'widespread',
  touchLines: undefined,
  threadLine: undefined,
  toolChanger: undefined,
  twoPartTools: false,
  diameterX: false,
  clearBy: 'Z',
  ...more,
});

/** A control on the bench: no machine behind it, the readings are set by hand. */
export function bench(settings: Partial<ControllerSettings> = {}) {
  const all = settingsOf(settings);
  const control = new Controller(all);
  const readings: RawReading[] = all.inputs.map((i) => (i.activeWhen === 'high' ? 0 : 1));
  const read = () => readings.forEach((r, i) => control.read(i, r, control.timeS));
  read();
  const run = (seconds: number, each?: () => void) => {
    for (let i = 0; i < Math.round(seconds / DT); i++) {
      each?.();
      read();
      control.step(DT);
    }
  };
  const codes = () => control.events.map((e) => e.event.code);
  const trip = (id: string, on = true) => (readings[all.inputs.findIndex((i) => i.id === id)] = on ? 1 : 0);
  control.command({ type: 'power', on: true });
  return { control, x: control.axes[0]!, run, codes, trip, readings };
}
