import { roomOf } from '../../settings/controllerSettings';
import type { Command } from '../../commands/command';
import { axesOf, shownFactor } from '../../machine/design';
import { sinksTo } from '../../machine/directions';
import { requiredTorqueNm } from '../../drivetrain/load';
import { rpmForTorque } from '../../drivetrain/motorCurve';
import type { SpeedLimitCause } from '../../drivetrain/speed';
import { figureOr } from '../../units/derived';
import { printNumber, showValue } from '../../units/print';
import { roundBase } from '../../units/round';
import { quantity } from '../../units/quantity';
import { choice, measured, numberOf, rampOf, reading, speedOf, textOf } from '../reading';
import type { Bench } from '../rehearse/bench';
import { driverAt, drives } from '../subjects';
import type { At, Field, Judgement, Proposal, Readings, Subject } from '../testKind';
import type { Made } from '../made';
import { axisAt, figuresAt } from '../testKind';
import { fitSupply, tightenCoupling } from './remedies';
import type { Trial } from './search';
import { MOST_OF_MODEL, nextTrial } from './search';
import { searchProgram, stretchFor } from '../../program/searchProgram';
import type { SearchMoves } from '../../program/searchProgram';
import { expectedRun, passesFor, speedFromTime, timedMove } from '../../program/searchTiming';

export type Sought = 'speed' | 'acceleration';

/** A trial is done this often each way: losses that come now and then are to be seen. */
const REPEATS = 5;
/** Shares that are kept in reserve of what was held last. */
const RESERVES = {
  '20': 'a fifth (20 %)',
  '25': 'a quarter (25 %)',
  '33': 'a third (33 %)',
  own: 'another share',
} as const;
const USUAL_RESERVE = 0.2;
/** The reserve that is chosen; a fifth where none is. */
function reserveOf(r: Readings): number {
  const chosen = textOf(r, 'reserve');
  const share = chosen === 'own' ? numberOf(r, 'own-reserve') : Number(chosen || NaN) / 100;
  return share >= 0 && share < 0.9 ? share : USUAL_RESERVE;
}
/** Slow way back, of the highest speed. */
const SLOW = 0.2;
/** Trials that a search has room for. */
export const MOST_TRIALS = 8;

const wanted = (m: Made, s: Subject) => {
  const c = m.figures.controller;
  return c.known ? c.value.axes.find((a) => a.id === s.axis) : undefined;
};
/** Speed limits that a trial must not break through: past them lies a bent screw, or pulses that nobody counts. */
const HARD: readonly SpeedLimitCause[] = [
  'screw whirl',
  'ball nut',
  'controller pulse rate',
  'driver pulse rate',
  'motor speed',
];

/**
 * Where the model puts the limit itself, without the factor that is kept in reserve: torque available meets torque needed.
 * Undefined where the torque is not known, or where the drive cannot move the axis at all.
 */
export function modelLimit(sought: Sought, m: Made, s: Subject): number | undefined {
  const f = figuresAt(m, s);
  const own = wanted(m, s);
  if (!own || own.maxSpeed <= 0) return undefined;
  const each = f.drives.map(({ torque, scale }) => {
    if (!torque.known || !scale.known) return undefined;
    const { motor, load, required, acceleration, reserveAtWanted } = torque.value;
    if (sought === 'speed') return (rpmForTorque(motor.curve, required.nominal) / 60) * scale.value.travelPerRev;
    if (reserveAtWanted === undefined) return undefined;
    // The torque needed grows with the acceleration along a straight line.
    const steady = requiredTorqueNm(load.load, 0);
    const perUnit = (required.nominal - steady) / acceleration;
    return (reserveAtWanted * required.nominal - steady) / perUnit;
  });
  const known = each.filter((v): v is number => v !== undefined);
  if (known.length < f.drives.length || !known.length) return sought === 'speed' ? own.maxSpeed : own.acceleration;
  const least = Math.min(...known);
  if (!(least > 0)) return undefined;
  if (sought === 'acceleration') return least;
  const speedLimits = f.speedLimits.known
    ? f.speedLimits.value.filter((x) => HARD.includes(x.cause)).map((x) => x.speed)
    : [];
  return Math.min(least, ...speedLimits.map((v) => v / MOST_OF_MODEL));
}
const dimensionOf = (sought: Sought, m: Made, s: Subject) =>
  sought === 'speed' ? speedOf(axisAt(m, s).motion) : rampOf(axisAt(m, s).motion);
/** What the control has to be set to for a trial: maximum speed and acceleration, the one that is sought and the other as it is. */
const setFor = (sought: Sought, value: number, own: { maxSpeed: number; acceleration: number }): [number, number] =>
  sought === 'speed' ? [value, own.acceleration] : [own.maxSpeed, value];

/** One trial as it was entered. `counts`: whether it says anything of its value. */
interface Entered {
  index: number;
  value: number;
  held: boolean;
  counts: boolean;
  /** Why it does not count, or what is still to be entered for it. */
  why?: 'not set' | 'no time' | { limitedTo: number | undefined; seconds: number; expectedS: number };
}

/**
 * The trials as they were entered. One that held counts only where the control was set for it, and where its timed part took
 * as long as it should: a control limits a feed to its own maximum without a word, and then every trial holds.
 */
function enteredTrials(sought: Sought, r: Readings, m: Made, s: Subject): Entered[] {
  return Array.from({ length: MOST_TRIALS }, (_, index): Entered | undefined => {
    const value = numberOf(r, `value-${index}`);
    const said = textOf(r, `held-${index}`);
    if (!Number.isFinite(value) || said === '') return undefined;
    const trial = { index, value, held: said === 'yes' };
    // What was missed was missed, whatever the control made of it.
    if (!trial.held) return { ...trial, counts: true };
    if (textOf(r, `set-${index}`) !== 'yes') return { ...trial, counts: false, why: 'not set' };
    const moves = movesFor(sought, value, m, s);
    const seconds = numberOf(r, `time-${index}`);
    if (!moves) return { ...trial, counts: false, why: 'no time' };
    if (!Number.isFinite(seconds)) return { ...trial, counts: false, why: 'no time' };
    const move = timedMove(moves);
    const { expectedS, toleranceS } = expectedRun(move, moves.passes);
    if (seconds <= expectedS + toleranceS && seconds >= expectedS - 2 * toleranceS) return { ...trial, counts: true };
    return {
      ...trial,
      counts: false,
      why: { limitedTo: speedFromTime(move, moves.passes, seconds), seconds, expectedS },
    };
  }).filter((t): t is Entered => t !== undefined);
}

/** The moves of a trial, as long as the travel lets them be; undefined where the travel is too short for that speed. */
export function movesFor(sought: Sought, value: number, m: Made, s: Subject): SearchMoves | undefined {
  const own = wanted(m, s);
  if (!own) return undefined;
  const [speed, acceleration] = setFor(sought, value, own);
  const room = (roomOf(own).max - roomOf(own).min) * 0.98;
  const stretch = Math.min(room, stretchFor(speed, acceleration) * 1.2);
  if (stretch < (speed * speed) / acceleration) return undefined;
  const middle = (roomOf(own).min + roomOf(own).max) / 2;
  const jerk = figureOr(axisAt(m, s).jerk, 0);
  return {
    letter: own.letter,
    from: middle - stretch / 2,
    to: middle + stretch / 2,
    speed,
    acceleration,
    jerk,
    passes: passesFor({ distance: stretch, speed, acceleration, jerk }),
    repeats: REPEATS,
    slow: own.maxSpeed * SLOW,
    inch: false,
    linear: own.linear,
    words: m.figures.controller.known ? m.figures.controller.value.programWords : 'widespread',
    factor: shownFactor(m.design, axisAt(m, s)),
  };
}
/** The fastest that the travel leaves room for. */
const mostFor = (m: Made, s: Subject) => {
  const own = wanted(m, s)!;
  return Math.sqrt((roomOf(own).max - roomOf(own).min) * 0.95 * own.acceleration);
};

/** The next trial, or the end of the search. */
export function searchState(sought: Sought, r: Readings, m: Made, s: Subject) {
  const model = modelLimit(sought, m, s);
  if (model === undefined) return undefined;
  const entered = enteredTrials(sought, r, m, s);
  const trials: Trial[] = entered.filter((t) => t.counts);
  const next = nextTrial(model, trials);
  // A travel that is too short to reach the speed ends the search at what it lets one reach.
  if (!next.done && sought === 'speed' && next.value > mostFor(m, s)) {
    const most = mostFor(m, s);
    const held = Math.max(0, ...trials.filter((t) => t.held).map((t) => t.value));
    if (held >= most * 0.95)
      return { model, entered, trials, next: { done: true as const, limit: held, reached: 'travel' as const } };
    return { model, entered, trials, next: { done: false as const, value: most } };
  }
  return { model, entered, trials, next };
}
/** A value to be tried, in the digits that a control takes. */
const trialValue = (v: number): number => Number(v.toPrecision(4));

export function searchSteps(sought: Sought, r: Readings, at: At): string[] {
  const { m, s, display } = at;
  const state = searchState(sought, r, m, s);
  const own = wanted(m, s);
  if (!state || !own) return ['By the model this drive cannot move the axis: look at Drives first.'];
  const speed = (v: number) => showValue(v, speedOf(axisAt(m, s).motion), display, 4);
  const ramp = (v: number) => showValue(v, rampOf(axisAt(m, s).motion), display, 4);
  const { letter } = axisAt(m, s);
  const back = `maximum speed ${speed(own.maxSpeed)}, acceleration ${ramp(own.acceleration)}`;
  const model = showValue(state.model, dimensionOf(sought, m, s), display, 3);
  if (state.next.done) return [`Set ${letter} back in the control: ${back}, or to the result below. Read both back.`];
  const [v, a] = setFor(sought, trialValue(state.next.value), own);
  const moves = movesFor(sought, trialValue(state.next.value), m, s);
  const time = moves && expectedRun(timedMove(moves), moves.passes);
  return [
    `The model puts the limit at ${model}. The search never goes above 1.3 times that.`,
    `Set ${letter} in the control for this trial: maximum speed ${speed(v)}, acceleration ${ramp(a)}. Read both back: a control limits every feed to its own maximum and says nothing.`,
    'Make a fine mark, or set a dial gauge, where the program begins. Save the program and run it with the feed trim at 100 %.',
    `Between its first two pauses it runs ${moves?.passes ?? 0} times to and fro at full speed: time that with a stopwatch. It should take ${time ? showValue(time.expectedS, 'time', display, 3) : '–'}, give or take ${time ? `${printNumber(time.toleranceS, 1)} s` : '–'}. Then it goes fast one way and slow back, ${REPEATS} times, and the other way round.`,
    'The mark is met again within a hair: it held. Off by a whole pattern (four full steps and their multiples): it lost steps.',
    `When you break the search off, set ${letter} back: ${back}.`,
  ];
}
export function searchFields(sought: Sought, so: Readings, at: At): Field[] {
  const { m, s } = at;
  const state = searchState(sought, so, m, s);
  if (!state) return [];
  const rows = Math.min(MOST_TRIALS, state.entered.length + (state.next.done ? 0 : 1));
  const trials = Array.from({ length: rows }, (_, i) => {
    const row = `Trial ${i + 1}`;
    const asked = i === state.entered.length && !state.next.done ? showNext(sought, state.next.value, at) : '';
    return [
      reading(`value-${i}`, `${row}${asked}`, dimensionOf(sought, m, s), [0, state.model * 1.35], {
        optional: true,
        row,
      }),
      choice(
        `set-${i}`,
        `The control, trial ${i + 1}`,
        { yes: 'set and read back', no: 'not set' },
        { optional: true, row },
      ),
      reading(`time-${i}`, `Timed part, trial ${i + 1}`, 'time', [0.5, 600], { optional: true, row }),
      choice(`held-${i}`, `The mark, trial ${i + 1}`, { yes: 'met again', no: 'missed' }, { optional: true, row }),
    ];
  }).flat();
  return [
    ...trials,
    choice('reserve', 'Kept in reserve', RESERVES, { optional: true }),
    ...(textOf(so, 'reserve') === 'own'
      ? [reading('own-reserve', 'Reserve, as a share', 'ratio', [0.05, 0.7], { optional: true })]
      : []),
  ];
}
const showNext = (sought: Sought, value: number, { m, s, display }: At): string =>
  `: ${showValue(trialValue(value), dimensionOf(sought, m, s), display, 4)}`;

/** Why a trial does not count, in a sentence. */
function refusal(t: Entered, sought: Sought, { m, s, display }: At): string {
  const name = `Trial ${t.index + 1} does not count`;
  const seconds = (v: number) => showValue(v, 'time', display, 3);
  if (t.why === 'not set') return `${name}: say that the control was set for it and read back.`;
  if (t.why === 'no time' || !t.why) return `${name}: enter how long its timed part took.`;
  const { limitedTo, expectedS } = t.why;
  if (t.why.seconds < expectedS)
    return `${name}: its timed part took ${seconds(t.why.seconds)}, less than the ${seconds(expectedS)} that it needs. Was all of it timed, and run to its end?`;
  const took = `its timed part took ${seconds(t.why.seconds)} instead of ${seconds(expectedS)}`;
  return sought === 'speed' && limitedTo !== undefined
    ? `${name}: ${took}, so it ran at about ${showValue(limitedTo, speedOf(axisAt(m, s).motion), display, 3)}. The control limits the speed: raise its maximum, set the feed trim to 100 %, and run it again.`
    : `${name}: ${took}. The control ran it with less: look at its maximum speed, its acceleration and its feed trim, and run it again.`;
}
export function judgeSearch(sought: Sought, r: Readings, at: At): Judgement {
  const { m, s, display } = at;
  const dimension = dimensionOf(sought, m, s);
  const show = (v: number) => showValue(v, dimension, display, 3);
  const state = searchState(sought, r, m, s);
  if (!state)
    return {
      verdict: 'not-judged',
      says: [
        'By the model this drive cannot move the axis, or the file lacks what the model needs: look at Drives first.',
      ],
    };
  const { next, trials, model, entered } = state;
  const refused = entered.filter((t) => !t.counts).map((t) => refusal(t, sought, at));
  const own = wanted(m, s)!;
  const plot = {
    kind: 'points' as const,
    x: { title: 'trial', dimension: 'ratio' as const },
    y: { title: sought, dimension },
    series: [true, false].map((held) => ({
      name: held ? 'held' : 'lost',
      points: trials.flatMap((t, i) => (t.held === held ? [[i + 1, t.value] as const] : [])),
    })),
  };
  if (!next.done)
    return { verdict: 'not-judged', plot, says: [...refused, `Next trial: ${show(trialValue(next.value))}.`] };
  if (next.limit === undefined || next.reached === 'nothing held')
    return {
      verdict: 'failed',
      plot,
      says: ['It loses steps even at a quarter of what was expected.'],
      causes: [
        'A coupling slips.',
        'The current is set too low.',
        'The supply voltage sags.',
        'The axis runs hard: turn it by hand, power off.',
      ],
      proposals: waysFromNothing(m, s),
    };
  const reserve = reserveOf(r);
  const use = roundBase(next.limit * (1 - reserve), dimension, 'down');
  const now = sought === 'speed' ? own.maxSpeed : own.acceleration;
  const ended = {
    bracketed: `It holds ${show(next.limit)} and loses a little above`,
    ceiling: `It still holds at 1.3 times the model, ${show(next.limit)}`,
    travel: `It holds ${show(next.limit)}, the most that its travel lets it reach`,
    contradicted: `It held at ${show(next.limit)}, but readings contradict each other`,
  }[next.reached];
  const says = [
    ...refused,
    `${ended}; the model has ${show(model)}.`,
    `With ${printNumber(reserve * 100, 3)} % in reserve: ${show(use)}.`,
  ];
  if (now <= use * 1.001 || (next.reached !== 'bracketed' && now <= next.limit))
    return { verdict: 'passed', plot, says: [...says, `Set to ${show(now)}: it stays within that.`] };
  return {
    verdict: 'failed',
    plot,
    says: [...says, `Set to ${show(now)}: above that.`],
    proposals: settingsFrom(sought, use, reserve, at),
  };
}
/** The value with its reserve, for this axis; and for the others like it that are set higher now. */
function settingsFrom(sought: Sought, use: number, reserve: number, { m, s, display }: At): Proposal[] {
  const axis = axisAt(m, s);
  const field = sought === 'speed' ? 'maxSpeed' : 'acceleration';
  const unit = (
    { speed: { linear: 'mm/s', rotary: '°/s' }, acceleration: { linear: 'mm/s²', rotary: '°/s²' } } as const
  )[sought][axis.motion];
  const value = quantity(use, unit, 'measured');
  const put = (id: string): Command => ({ name: 'set-field', args: { path: `axes.${id}.${field}`, value } });
  const shown = showValue(use, dimensionOf(sought, m, s), display, 4);
  const like = axesOf(m.design).filter(
    ([id, a]) =>
      id !== s.axis &&
      a.motion === axis.motion &&
      sinksTo(a) === undefined &&
      sinksTo(axis) === undefined &&
      figureOr(a[field], 0) > use,
  );
  const letters = [axis.letter, ...like.map(([, a]) => a.letter)].join(' and ');
  return [
    {
      label: `Set ${axis.letter} to ${shown}`,
      why: `What was held last, less ${printNumber(reserve * 100, 3)} %. Set it in the control too.`,
      command: put(s.axis!),
    },
    ...(like.length
      ? [
          {
            label: `Set ${letters} to ${shown}`,
            why: 'Axes that move together are limited by the slower one: alike, a slanted move keeps its speed.',
            command: {
              name: 'several' as const,
              args: {
                title: `${letters}: ${sought} as measured on ${axis.letter}`,
                commands: [s.axis!, ...like.map(([id]) => id)].map(put),
              },
            },
          },
        ]
      : []),
  ];
}
/** Work at the machine when no trial held, the quickest to look at first. */
function waysFromNothing(m: Made, s: Subject): Proposal[] {
  const why = 'Then search again from the beginning.';
  const own = drives(m).filter((d) => d.axis === s.axis);
  const supply = m.design.rails.drives?.supply;
  const { letter } = axisAt(m, s);
  const plain = (label: string, subject: string): Proposal => ({
    label,
    why,
    rework: { subject, text: label, fixes: () => false },
  });
  return [
    ...own.map((d) => tightenCoupling(d, why)),
    ...own.flatMap((d) => {
      const driver = driverAt(m, d);
      return driver
        ? [plain(`Current of ${driver.part.designation} set at the drive as the file has it`, `parts.${driver.id}`)]
        : [];
    }),
    ...(supply ? [fitSupply(m, supply, why)] : []),
    plain(`${letter} freed and greased`, `axes.${s.axis}.transmission`),
  ];
}
/** The program of the next trial, to be saved and run, in the reader's units; undefined where there is none. */
export function nextProgram(sought: Sought, r: Readings, { m, s, display }: At): string | undefined {
  const state = searchState(sought, r, m, s);
  if (!state || state.next.done) return undefined;
  const moves = movesFor(sought, trialValue(state.next.value), m, s);
  return moves && searchProgram({ ...moves, inch: display.system === 'inch' });
}
export function rehearseSearch(sought: Sought, bench: Bench, s: Subject): Readings {
  const r: Record<string, Readings[string]> = {};
  for (let i = 0; i < MOST_TRIALS; i++) {
    const state = searchState(sought, r, bench.made, s);
    if (!state || state.next.done) break;
    const value = trialValue(state.next.value);
    const moves = movesFor(sought, value, bench.made, s);
    if (!moves) break;
    const { held, seconds } = bench.fresh().trial(s.axis!, moves);
    r[`value-${i}`] = measured(value, dimensionOf(sought, bench.made, s));
    r[`set-${i}`] = 'yes';
    r[`time-${i}`] = measured(Math.round(seconds * 10) / 10, 'time');
    r[`held-${i}`] = held ? 'yes' : 'no';
  }
  return r;
}
