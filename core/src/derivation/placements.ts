import { figureOr } from '../units/derived';
import { baseValue } from '../units/quantity';
import { filterTime, inputStage, positionError } from '../switches/filter';
import { fieldVolts } from '../switches/placement';
import type { PositionError } from '../switches/filter';
import { pulsePitch } from '../drivetrain/shafts';
import { parksAtMark, pulseSensor } from '../machine/pulseSensor';
import { pulseScatter } from '../switches/markedDatum';
import { indexCheck } from '../switches/indexPulse';
import type { IndexCheck } from '../switches/indexPulse';
import type { AxisEnd } from '../machine/mechanics';
import type { AxisFigures, Figures } from './figureTypes';
import { movingAxes } from './movingAxes';

/** One switch on its axis against what the axis needs behind it. Lengths in mm or °. */
export interface Placement {
  device: string;
  end: AxisEnd;
  isLimit: boolean;
  isReference: boolean;
  fromStop: number | undefined;
  /** v·t + v²/2a from the highest wanted speed; undefined where speed or acceleration are not known. */
  stopping: number | undefined;
  /** What it runs on by friction alone when the stop cuts its power. */
  coasting: number | undefined;
  /** How far its actuator bears to be pushed; undefined for what is not touched. */
  overTravel: number | undefined;
  verdict: 'stops in time' | 'hits the stop' | 'pushes the switch too far' | 'trips behind the stop' | 'not known';
}

/** How well the datum of an axis repeats, and where its index stands. */
export interface DatumQuality {
  error: PositionError;
  /** Only for referencing on an index pulse, with its phase known. */
  index: IndexCheck | undefined;
  /** Travel between two index pulses, where the axis is referenced on one. */
  indexPitch: number | undefined;
}

export function placementsOf(figures: Figures, a: AxisFigures): Placement[] {
  const moving = movingAxes(figures).find((m) => m.id === a.id);
  const stopping = a.stopping.known ? a.stopping.value.distance : undefined;
  const coasting = moving?.coastDeceleration ? moving.speed ** 2 / (2 * moving.coastDeceleration) : undefined;
  return a.switches.map((s): Placement => {
    const { device, end, isLimit, isReference, bears: overTravel } = s;
    const fromStop = s.fromStop.known ? s.fromStop.value : undefined;
    const verdict =
      fromStop === undefined || (s.isLimit && stopping === undefined)
        ? 'not known'
        : fromStop <= 0
          ? 'trips behind the stop'
          : !s.isLimit || stopping === undefined || stopping <= fromStop
            ? s.isLimit && overTravel !== undefined && stopping !== undefined && stopping > overTravel
              ? 'pushes the switch too far'
              : 'stops in time'
            : 'hits the stop';
    return { device, end, isLimit, isReference, fromStop, stopping, coasting, overTravel, verdict };
  });
}

/** A setting of an axis as a number in its base unit. */
const settingOf = (figures: Figures, key: string): number | undefined => {
  const s = figures.settings.find((x) => x.key === key);
  return s?.value.known && typeof s.value.value === 'number' ? s.value.value : undefined;
};

/** Undefined where the axis has no reference switch, or its approach speed or scale is not known. */
export function datumQuality(figures: Figures, a: AxisFigures): DatumQuality | undefined {
  const marked = parksAtMark(a.axis.reference);
  const sensor = pulseSensor(figures.design, a.id);
  const reference = marked
    ? sensor && { device: sensor }
    : a.switches.find((s) => s.isReference && s.end === a.axis.reference.end);
  const slow = settingOf(figures, `axis/${a.id}/reference-slow`);
  const scale = a.drives[0]?.scale;
  if (!reference || slow === undefined || !scale?.known || !a.stopping.known) return undefined;
  const data = figures.design.parts[reference.device]?.data;
  const pulse = pulsePitch(a.axis, `axes.${a.id}`);
  const own = data && 'repeatability' in data ? figureOr(data.repeatability, 0) : 0;
  const repeats = marked ? (pulse.known ? pulseScatter(own, pulse.value) : 0) : own;
  const { circuits, parts } = figures.design;
  const id = Object.keys(circuits).find((c) => circuits[c]!.devices.includes(reference.device));
  const input = id ? figures.plan.inputs[id] : undefined;
  const stage = input && inputStage(parts[input.part], input.terminal, fieldVolts(figures.design, input.part));
  const filterS = id ? filterTime(circuits[id]!, stage).totalS : 0;
  const pollS = Math.max(0, a.stopping.value.reactionS - filterS);
  const error = positionError(slow, filterS, pollS, repeats, scale.value.resolution);
  const pitch = a.axis.reference.method === 'switch-and-index' && pulse.known ? pulse.value : undefined;
  const phase = a.axis.reference.indexPhase;
  return {
    error,
    indexPitch: pitch,
    index: pitch !== undefined && phase ? indexCheck(pitch, baseValue(phase), error.repeatability) : undefined,
  };
}
