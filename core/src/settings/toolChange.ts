import { shortWay, TURN_DEG, withinTurn } from '../units/turns';

/** The tool changer as the control is told of it. Inputs and outputs by their ids, times in s. */
export type ControllerToolChanger = ControllerTurret | ControllerIndexed | ControllerDrawbar;
export interface ControllerTurret {
  kind: 'turret';
  stations: number;
  sensing: 'each' | 'count';
  forward: string;
  back: string | undefined;
  marks: readonly string[];
  locked: string | undefined;
  /** From one station to the next, as it is expected. */
  stationS: number;
  runOnS: number;
  changeOverS: number;
  backS: number;
  /** A head that turns on for longer than this has missed its mark. */
  longestTurnS: number;
}
/** A turret on an axis of the control. */
export interface ControllerIndexed {
  kind: 'indexed';
  axis: string;
  stations: number;
  /** It is turned so far past its station and back, °; 0 where no pawl seats it. */
  beyondDeg: number;
  locked: string | undefined;
  /** It turns on and on: the short way, or forward over a pawl; else from place to place. */
  endless: boolean;
  /** As it is expected, °/s and °/s²; of its clamp, s: freed and closed. */
  degPerS: number;
  degPerS2: number;
  freeS: number;
  closeS: number;
}
export interface ControllerDrawbar {
  kind: 'drawbar';
  release: string;
  open: string | undefined;
  clamped: string | undefined;
  releaseS: number;
  clampS: number;
  standstillS: number;
  longestReleaseS: number;
  longestClampS: number;
}

/** A head that is locked tells so within this, s. */
export const LONGEST_SETTLE_S = 0.5;

export type ChangeStepKey =
  | 'first'
  | 'turn'
  | 'index'
  | 'seat'
  | 'clamped'
  | 'run-on'
  | 'change-over'
  | 'back'
  | 'settle'
  | 'stand'
  | 'release'
  | 'fit'
  | 'clamp'
  | 'held';

/** One step of a tool change. */
export interface ChangeStep {
  key: ChangeStepKey;
  /** Outputs that are on during it; the others of the changer are off. */
  on: readonly string[];
  /** It ends once all of these inputs are so; none: after its time, or by a hand. */
  until: readonly { input: string; made: boolean }[];
  /** How often the first of them has to come, each time after it had gone. */
  passes: number;
  /** How long it is expected to take; a step that waits for nothing lasts exactly so. 0 for one that waits for a hand. */
  lastsS: number;
  /** Given up after this; undefined where nothing is awaited. */
  limitS: number | undefined;
  byHand: boolean;
  /** The axis of the head goes here, ° in its turn; it ends where the axis rests. */
  toDeg?: number;
}

const step = (key: ChangeStepKey, of: Partial<ChangeStep>): ChangeStep => ({
  key,
  on: [],
  until: [],
  passes: 1,
  lastsS: 0,
  limitS: undefined,
  byHand: false,
  ...of,
});

/** Stations that a head turns forward by: a whole turn for none. */
export const stationsBetween = (stations: number, from: number, to: number): number =>
  (((to - from) % stations) + stations) % stations || stations;

/**
 * The steps of a turret from one station to another; `from` undefined: where it stands is not known. A head that counts its stations
 * finds the first one then.
 */
export function turretSteps(c: ControllerTurret, from: number | undefined, to: number): ChangeStep[] {
  const { forward, back, marks, locked, stations, stationS, longestTurnS } = c;
  const on = [forward];
  const turn = (key: 'first' | 'turn', until: string[], count: number, passes: number) =>
    step(key, {
      on,
      until: until.map((input) => ({ input, made: true })),
      passes,
      lastsS: count * stationS,
      limitS: longestTurnS,
    });
  const counts = c.sensing === 'count';
  const [every, first] = marks as [string, string];
  const steps: ChangeStep[] = [];
  if (!counts)
    steps.push(turn('turn', [marks[to - 1]!], from === undefined ? stations : stationsBetween(stations, from, to), 1));
  else {
    if (from === undefined) steps.push(turn('first', [every, first], stations, 1));
    const count = from === undefined ? to - 1 : stationsBetween(stations, from, to);
    if (count > 0) steps.push(turn('turn', [every], count, count));
  }
  if (back !== undefined)
    steps.push(
      step('run-on', { on, lastsS: c.runOnS }),
      step('change-over', { lastsS: c.changeOverS }),
      step('back', { on: [back], lastsS: c.backS }),
    );
  // A head that stands tells its station still, and that it is locked.
  const told = counts
    ? [
        { input: every, made: true },
        { input: first, made: to === 1 },
      ]
    : [{ input: marks[to - 1]!, made: true }];
  steps.push(
    step('settle', {
      until: [...told, ...(locked === undefined ? [] : [{ input: locked, made: true }])],
      limitS: LONGEST_SETTLE_S,
    }),
  );
  return steps;
}

/** Where a station of a turret on an axis is, ° from its datum. */
export const stationDeg = (c: Pick<ControllerIndexed, 'stations'>, station: number): number =>
  ((station - 1) * TURN_DEG) / c.stations;
/** Where the axis of a turret goes from `fromDeg`: forward over a pawl, else the short way; from place to place where it has ends. */
export function indexTarget(c: ControllerIndexed, fromDeg: number, toDeg: number, back: boolean): number {
  if (!c.endless) return toDeg;
  return c.beyondDeg > 0 && !back ? fromDeg + withinTurn(toDeg - fromDeg) : shortWay(fromDeg, toDeg);
}
/** How long an axis takes for a way, from rest to rest, s. */
const moveS = (way: number, speed: number, acceleration: number): number =>
  way < speed ** 2 / acceleration ? 2 * Math.sqrt(way / acceleration) : way / speed + speed / acceleration;

/** The steps of a turret on an axis; `from` undefined: from half a turn away. */
export function indexedSteps(c: ControllerIndexed, from: number | undefined, to: number): ChangeStep[] {
  const at = stationDeg(c, to);
  const [past, back] = [at + c.beyondDeg, c.beyondDeg > 0];
  const start = from === undefined ? past + TURN_DEG / 2 : stationDeg(c, from);
  const way = Math.abs(indexTarget(c, start, past, false) - start);
  const timeOf = (w: number) => moveS(w, c.degPerS, c.degPerS2);
  return [
    step('index', { toDeg: past, lastsS: c.freeS + timeOf(way) }),
    ...(back ? [step('seat', { toDeg: at, lastsS: timeOf(c.beyondDeg) })] : []),
    step('clamped', {
      until: c.locked === undefined ? [] : [{ input: c.locked, made: true }],
      lastsS: c.closeS,
      limitS: c.closeS + LONGEST_SETTLE_S,
    }),
  ];
}

/** The steps of a drawbar, from the stop of the spindle on. A sensor that is not there is replaced by its time. */
export function drawbarSteps(c: ControllerDrawbar): ChangeStep[] {
  const on = [c.release];
  const awaited = (input: string | undefined, limitS: number) =>
    input === undefined ? {} : { until: [{ input, made: true }], limitS };
  return [
    step('stand', { lastsS: c.standstillS }),
    step('release', { on, lastsS: c.releaseS, ...awaited(c.open, c.longestReleaseS) }),
    step('fit', { on, byHand: true }),
    step('clamp', { lastsS: c.clampS, ...awaited(c.clamped, c.longestClampS) }),
    step('held', { byHand: true }),
  ];
}

/** How long a change takes when all is well, s; what a hand needs is not in it. */
export const changeTimeS = (steps: readonly ChangeStep[]): number => steps.reduce((sum, s) => sum + s.lastsS, 0);

/** What a step does, and what is wrong where what it waits for does not come. */
export const changeWords: Record<ChangeStepKey, { does: string; fault?: string }> = {
  first: {
    does: 'The head turns forward to its first station, from which stations are counted.',
    fault:
      'The first station was not seen. The head stands (motor, relay, its supply), turns the wrong way against its lock (the leads of its motor are swapped), or a sensor or its magnet does not answer.',
  },
  turn: {
    does: 'The head turns forward until the sensor sees its station.',
    fault:
      'The station was not seen. The head stands (motor, relay, its supply), turns the wrong way against its lock (the leads of its motor are swapped), or the sensor or its magnet does not answer.',
  },
  index: { does: 'The axis turns the head to its station; past it, where a pawl seats it.' },
  seat: { does: 'The head is turned back against its pawl.' },
  clamped: {
    does: 'The head is clamped, where it has a clamp. Its place is counted, not seen: after a crash find its datum again.',
    fault:
      'The head was not seen clamped. Look for air, the valve and its wires, then the sensor. Cut nothing with it.',
  },
  'run-on': { does: 'It turns a little further, so that the pawl drops behind the station.' },
  'change-over': { does: 'The motor is let come to rest before it is turned back.' },
  back: { does: 'The head is turned back into its lock; its motor is held there for no longer than this.' },
  settle: {
    does: 'The motor is off. The sensor has to see the station still, and that of the lock, where there is one, the lock.',
    fault:
      'The head is not locked at its station. The pawl had not dropped (turn it further beyond its mark), the motor does not turn back (its relay, or the time is too short), or a chip lies in the lock. Cut nothing with it.',
  },
  stand: { does: 'The spindle is off; wait until it is at rest.' },
  release: {
    does: 'The drawbar releases the tool. Hold it: it falls.',
    fault: 'The drawbar was not seen released. Look for air, the valve and its wires, then the sensor.',
  },
  fit: { does: 'Fit the tool. Then take the hand off it, and continue.' },
  clamp: {
    does: 'The springs draw the tool in.',
    fault:
      'The tool was not seen held. Look for chips in the taper, a tool that is not seated, a valve that still lets air in, then the sensor. The spindle must not turn.',
  },
  held: { does: 'The tool is held. Pull at it, stand back, then continue.' },
};
