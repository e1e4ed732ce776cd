import { shownFactor } from '../../machine/design';
import { requiredTorqueNm } from '../../drivetrain/load';
import { rpmForTorque } from '../../drivetrain/motorCurve';
import type { FenceCause } from '../../drivetrain/speed';
import type { Display } from '../../units/print';
import { showValue } from '../../units/print';
import { quantity } from '../../units/quantity';
import { choice, measured, numberOf, rampOf, reading, speedOf, textOf } from '../reading';
import type { Bench } from '../rehearse/bench';
import { driverAt, drives } from '../subjects';
import type { At, Field, Judgement, Made, Proposal, Readings, Subject } from '../test';
import { axisAt, figuresAt } from '../test';
import { fitSupply, tightenCoupling } from './remedies';
import type { Trial } from './search';
import { MOST_OF_MODEL, nextTrial } from './search';
import { searchProgram, stretchFor } from './searchProgram';
import type { SearchMoves } from './searchProgram';

export type Sought = 'speed' | 'acceleration';

/** A trial is done this often each way: losses that come now and then are to be seen. */
const REPEATS = 5;
/** What is worked with, of what was held last. */
const DERATING = 0.8;
/** Slow way back, of the highest speed. */
const SLOW = 0.2;
/** Trials that a search has room for. */
export const MOST_TRIALS = 8;

const wanted = (m: Made, s: Subject) => {
  const c = m.figures.controller;
  return c.known ? c.value.axes.find((a) => a.id === s.axis) : undefined;
};
/** Fences that a trial must not break through: past them lies a bent screw, or pulses that nobody counts. */
const HARD: readonly FenceCause[] = [
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
  const fences = f.fences.known ? f.fences.value.filter((x) => HARD.includes(x.cause)).map((x) => x.speed) : [];
  return Math.min(least, ...fences.map((v) => v / MOST_OF_MODEL));
}
const dimensionOf = (sought: Sought, m: Made, s: Subject) =>
  sought === 'speed' ? speedOf(axisAt(m, s).motion) : rampOf(axisAt(m, s).motion);
const trialsOf = (r: Readings): Trial[] =>
  Array.from({ length: MOST_TRIALS }, (_, i) => ({
    value: numberOf(r, `value-${i}`),
    held: textOf(r, `held-${i}`) === 'yes',
    said: textOf(r, `held-${i}`),
  }))
    .filter((t) => Number.isFinite(t.value) && t.said !== '')
    .map(({ value, held }) => ({ value, held }));

/** The moves of a trial, as long as the travel lets them be; undefined where the travel is too short for that speed. */
export function movesFor(sought: Sought, value: number, m: Made, s: Subject): SearchMoves | undefined {
  const own = wanted(m, s);
  if (!own) return undefined;
  const [speed, acceleration] = sought === 'speed' ? [value, own.acceleration] : [own.maxSpeed, value];
  const room = (own.envelope.max - own.envelope.min) * 0.98;
  const stretch = Math.min(room, stretchFor(speed, acceleration) * 1.2);
  if (stretch < (speed * speed) / acceleration) return undefined;
  const middle = (own.envelope.min + own.envelope.max) / 2;
  return {
    letter: own.letter,
    from: middle - stretch / 2,
    to: middle + stretch / 2,
    speed,
    repeats: REPEATS,
    slow: own.maxSpeed * SLOW,
    words: m.figures.controller.known ? m.figures.controller.value.programWords : 'widespread',
    factor: shownFactor(m.design, axisAt(m, s)),
  };
}
/** The fastest that the travel leaves room for. */
const mostFor = (m: Made, s: Subject) => {
  const own = wanted(m, s)!;
  return Math.sqrt((own.envelope.max - own.envelope.min) * 0.95 * own.acceleration);
};

/** The next trial, or the end of the search. */
export function searchState(sought: Sought, r: Readings, m: Made, s: Subject) {
  const model = modelLimit(sought, m, s);
  if (model === undefined) return undefined;
  const trials = trialsOf(r);
  const next = nextTrial(model, trials);
  // A travel that is too short to reach the speed ends the search at what it lets one reach.
  if (!next.done && sought === 'speed' && next.value > mostFor(m, s)) {
    const most = mostFor(m, s);
    const held = Math.max(0, ...trials.filter((t) => t.held).map((t) => t.value));
    if (held >= most * 0.95)
      return { model, trials, next: { done: true as const, limit: held, reached: 'travel' as const } };
    return { model, trials, next: { done: false as const, value: most } };
  }
  return { model, trials, next };
}

export function searchSteps(sought: Sought, m: Made, s: Subject, display: Display): string[] {
  const model = modelLimit(sought, m, s);
  return [
    `The model puts the limit at ${model === undefined ? '–' : showValue(model, dimensionOf(sought, m, s), display, 3)}. The search never goes above 1.3 times that.`,
    'Make a fine mark, or set a dial gauge, where the program begins. Save the program of the next trial and run it: fast one way, slow back, five times; then the other way round.',
    'Met the mark again within a hair: it held. Off by a whole pattern (four full steps and their multiples): it lost.',
  ];
}
export function searchFields(sought: Sought, m: Made, s: Subject, so: Readings): Field[] {
  const state = searchState(sought, so, m, s);
  if (!state) return [];
  const shown = Math.min(MOST_TRIALS, state.trials.length + (state.next.done ? 0 : 1));
  return Array.from({ length: shown }, (_, i) => [
    reading(`value-${i}`, `Trial ${i + 1}`, dimensionOf(sought, m, s), [0, state.model * 1.35], {
      optional: true,
      row: `Trial ${i + 1}`,
    }),
    choice(
      `held-${i}`,
      `The mark, trial ${i + 1}`,
      { yes: 'met again', no: 'missed' },
      { optional: true, row: `Trial ${i + 1}` },
    ),
  ]).flat();
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
  const { next, trials, model } = state;
  const own = wanted(m, s)!;
  const axis = axisAt(m, s);
  const plot = {
    kind: 'points' as const,
    x: { title: 'trial', dimension: 'ratio' as const },
    y: { title: sought, dimension },
    series: [true, false].map((held) => ({
      name: held ? 'held' : 'lost',
      points: trials.flatMap((t, i) => (t.held === held ? [[i + 1, t.value] as const] : [])),
    })),
  };
  if (!next.done) return { verdict: 'not-judged', plot, says: [`Next trial: ${show(next.value)}.`] };
  if (next.limit === undefined || next.reached === 'nothing held')
    return {
      verdict: 'failed',
      plot,
      says: ['It loses steps even at a quarter of what was expected.'],
      causes: [
        'A coupling slips.',
        'The current is set too low.',
        'The supply gives way.',
        'The axis runs hard: turn it by hand, power off.',
      ],
      proposals: waysFromNothing(m, s),
    };
  const use = next.limit * DERATING;
  const now = sought === 'speed' ? own.maxSpeed : own.acceleration;
  const ended = {
    bracketed: `It holds ${show(next.limit)} and loses a little above`,
    ceiling: `It still holds at 1.3 times the model, ${show(next.limit)}`,
    travel: `It holds ${show(next.limit)}, the most that its travel lets it reach`,
    contradicted: `It held at ${show(next.limit)}, but readings contradict each other`,
  }[next.reached];
  const says = [`${ended}; the model has ${show(model)}.`, `With a fifth in reserve: ${show(use)}.`];
  if (now <= use * 1.001 || (next.reached !== 'bracketed' && now <= next.limit))
    return { verdict: 'passed', plot, says: [...says, `Set to ${show(now)}: it stays within that.`] };
  return {
    verdict: 'failed',
    plot,
    says: [...says, `Set to ${show(now)}: above that.`],
    proposals: [
      {
        label: `Set it to ${show(use)}`,
        why: 'What was held last, less a fifth.',
        command: {
          name: 'set-field',
          args: {
            path: `axes.${s.axis}.${sought === 'speed' ? 'maxSpeed' : 'acceleration'}`,
            value: quantity(
              Number(use.toPrecision(3)),
              sought === 'speed'
                ? axis.motion === 'linear'
                  ? 'mm/s'
                  : '°/s'
                : axis.motion === 'linear'
                  ? 'mm/s²'
                  : '°/s²',
              'measured',
            ),
          },
        },
      },
    ],
  };
}
/** Work at the machine when no trial held, the quickest to look at first. */
function waysFromNothing(m: Made, s: Subject): Proposal[] {
  const why = 'Then search again from the beginning.';
  const own = drives(m).filter((d) => d.axis === s.axis);
  const supply = m.design.roles.motorSupply;
  const { letter } = axisAt(m, s);
  const plain = (label: string, subject: string): Proposal => ({
    label,
    why,
    rework: { subject, text: label, mends: () => false },
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
/** The program of the next trial, to be saved and run; undefined where there is none. */
export function nextProgram(sought: Sought, r: Readings, m: Made, s: Subject): string | undefined {
  const state = searchState(sought, r, m, s);
  if (!state || state.next.done) return undefined;
  const moves = movesFor(sought, state.next.value, m, s);
  return moves && searchProgram(moves);
}
export function rehearseSearch(sought: Sought, bench: Bench, s: Subject): Readings {
  const r: Record<string, Readings[string]> = {};
  for (let i = 0; i < MOST_TRIALS; i++) {
    const state = searchState(sought, r, bench.made, s);
    if (!state || state.next.done) break;
    const value = Number(state.next.value.toPrecision(4));
    const moves = movesFor(sought, value, bench.made, s);
    r[`value-${i}`] = measured(value, dimensionOf(sought, bench.made, s));
    r[`held-${i}`] =
      moves && bench.fresh().trial(s.axis!, moves, sought === 'acceleration' ? value : undefined) ? 'yes' : 'no';
  }
  return r;
}
