import type { AxisClamp } from '../machine/axisClamp';
import type { Design } from '../machine/design';
import { asksInverted, isEndless, type Axis } from '../machine/mechanics';
import { parksAtMark } from '../machine/pulseSensor';
import type { DriveFigures, SpeedLimit } from '../drivetrain/speed';
import { travelFormula } from '../drivetrain/transmission';
import type { Ruler } from '../switches/envelope';
import { speedToStopWithin } from '../switches/placement';
import type { Derived } from '../units/derived';
import { figure, figureOr, gather, known, mapKnown, positive } from '../units/derived';
import type { Display } from '../units/print';
import { printNumber, showValue } from '../units/print';
import { baseValue } from '../units/quantity';
import type { Rounding } from '../units/round';
import { roundBase, showRounded } from '../units/round';
import type { Dimension } from '../units/units';
import { pulseSearch } from './pulseSearch';
import { clampSettings, turnsSetting } from './rotarySettings';
import type { SettingDraft, SettingValue } from './setting';

/** Share of the stretch behind the trip point that a fast approach may use up. */
const APPROACH_SHARE = 0.5;
/** Speed of the slow approach against the fast one. */
const SLOW_SHARE = 0.1;
/** A derived fast approach is never faster, mm/s or °/s: a switch that fails is then found at a speed that a frame survives. */
export const APPROACH_CAP = 60;

const turnChoices = [
  { value: 'normal', label: 'normal' },
  { value: 'inverted', label: 'inverted' },
];
const towardsChoices = [
  { value: 'minus', label: 'towards minus' },
  { value: 'plus', label: 'towards plus' },
];

export interface AxisSettingInputs {
  id: string;
  axis: Axis;
  drives: readonly DriveFigures[];
  /** Of the whole axis, the nearest first. */
  speedLimits: Derived<SpeedLimit[]>;
  ruler: Derived<Ruler>;
  strategy: Design['datumStrategy'];
  /** Behind the reference trip point, to the hard stop or to what its actuator withstands. */
  roomBehindReference: Derived<number>;
  /** From the trip of the reference switch, or the pulse of the sensor on a shaft, until the control has seen it, s. */
  reactionS: number;
  /** Which of its motors are stepped by the channel of the first one: one driver for both, or a jumper on the board. */
  sharesChannel: readonly boolean[];
  /** What holds it still between its moves, where an output works it. */
  clamp: AxisClamp | undefined;
  /** Diameters over slide travel: 2 for the cross slide of a lathe that shows diameters. Undefined for any other axis. */
  diameterFactor: 1 | 2 | undefined;
}

/** Every parameter of one axis, each with its formula. */
export function axisSettings(input: AxisSettingInputs): SettingDraft[] {
  const { id, axis, drives, ruler, strategy } = input;
  const linear = axis.motion === 'linear';
  const group = `Axis ${axis.letter}`;
  const path = `axes.${id}`;
  const length: Dimension = linear ? 'length' : 'angle';
  const speed: Dimension = linear ? 'speed' : 'angularSpeed';
  const acceleration: Dimension = linear ? 'acceleration' : 'angularAcceleration';
  const key = (name: string) => `axis/${id}/${name}`;
  const drafts: SettingDraft[] = [];
  const missingText = 'something is missing: see the value';
  // On a lathe every figure of X says what it is of: nothing else is taken for the other so often.
  const radius = input.diameterFactor === undefined ? '' : ' (radius)';
  const asDiameter = (v: Derived<SettingValue>, dimension: Dimension, rounding: Rounding) => (display: Display) =>
    input.diameterFactor !== undefined && v.known && typeof v.value === 'number'
      ? `; as a diameter ${showRounded(roundBase(v.value, dimension, rounding) * 2, dimension, display, rounding)}`
      : '';

  drives.forEach((d, i) => {
    // A motor on the channel of another one has nothing of its own to set in the control.
    if (input.sharesChannel[i]) return;
    const suffix = drives.length > 1 ? `, ${axis.drives[i]!.side}` : '';
    const t = axis.transmission;
    drafts.push({
      key: key(i === 0 ? 'scale' : `scale-${i}`),
      group,
      title: `Scale${suffix}`,
      also: 'steps per mm steps per unit motor calibration',
      kind: { type: 'quantity', dimension: linear ? 'scale' : 'angularScale' },
      derived: mapKnown(d.scale, (s) => s.stepsPerUnit),
      formula: `steps per revolution / travel per revolution; travel = ${t ? travelFormula(t).formula : '?'}`,
      numbers: (display) =>
        d.scale.known && t
          ? `${d.scale.value.stepsPerRev} / ${showValue(d.scale.value.travelPerRev, length, display, 7)}; travel = ${travelFormula(t).numbers((n) => printNumber(n, 7))} ${linear ? 'mm' : '°'}`
          : missingText,
    });
    const drive = axis.drives[i]!;
    drafts.push({
      key: key(`direction-${i}`),
      group,
      title: `Direction signal${suffix}`,
      also: 'invert reverse motor direction',
      kind: { type: 'choice', choices: turnChoices },
      derived: known(asksInverted(drive) ? 'inverted' : 'normal'),
      formula:
        'inverted where the shaft must turn counter-clockwise for plus; once more for a swapped phase, once more for a reversed drive',
      numbers: () =>
        `${drive.turnsForPlus} for plus${drive.invertedInWiring ? ', one phase swapped' : ''}${drive.invertedInDrive ? ', reversed in the drive' : ''}`,
    });
  });

  const governing = input.speedLimits;
  const maxSpeed = mapKnown(governing, (g) => g[0]!.speed);
  drafts.push({
    key: key('max-speed'),
    group,
    title: `Maximum speed${radius}`,
    also: 'rapid velocity feed limit',
    kind: { type: 'quantity', dimension: speed, rounding: 'down' },
    derived: maxSpeed,
    formula: 'the least of the wanted speed and the speed limits',
    numbers: (display) =>
      governing.known
        ? `least of ${governing.value.map((f) => `${f.cause} ${showValue(f.speed, speed, display, 4)}`).join(', ')}${asDiameter(maxSpeed, speed, 'down')(display)}`
        : missingText,
  });
  const accelerationOf = positive(axis.acceleration, `${path}.acceleration`);
  drafts.push({
    key: key('acceleration'),
    group,
    title: `Acceleration${radius}`,
    also: '',
    kind: { type: 'quantity', dimension: acceleration, rounding: 'down' },
    derived: accelerationOf,
    formula: 'as wanted on Drives',
    numbers: (display) => {
      if (!accelerationOf.known || !maxSpeed.known) return missingText;
      const v = maxSpeed.value;
      const a = accelerationOf.value;
      return `full speed after ${showValue(v / a, 'time', display, 3)} and ${showValue((v * v) / (2 * a), length, display, 3)}`;
    },
  });

  const sides = { 'at-switch': 'at the switch', 'after-back-off': 'after the back-off' };
  const datumText = (display: Display) =>
    `corner at ${axis.reference.end}, datum ${sides[strategy]}: travel runs to ${axis.reference.end === 'minus' ? 'plus' : 'minus'} from ${axis.reference.positionAtDatum ? showValue(baseValue(axis.reference.positionAtDatum), length, display) : '0'}`;
  // Without stops there is nothing to stay within.
  for (const end of isEndless(axis) ? [] : (['min', 'max'] as const)) {
    const atReference = (end === 'min') === (axis.reference.end === 'minus');
    // Inwards at the far end; at the datum outwards, so that the place of rest is never outside.
    const rounding = (end === 'min') === atReference ? 'down' : 'up';
    const edge = mapKnown(ruler, (r) => r.envelope[end]);
    drafts.push({
      key: key(`envelope-${end}`),
      group,
      title: `Envelope, ${end === 'min' ? 'minus' : 'plus'} end${radius}`,
      also: 'soft limit travel limit',
      kind: { type: 'quantity', dimension: length, rounding },
      derived: edge,
      formula: atReference
        ? 'where the axis rests after the back-off'
        : 'hard travel less both switch zones, the back-off and the margin, from the datum',
      numbers: (display) =>
        ruler.known
          ? `${datumText(display)}; usable ${showValue(ruler.value.usable, length, display)}${asDiameter(edge, length, rounding)(display)}`
          : missingText,
    });
  }

  if (!linear) drafts.push(turnsSetting(axis, key('turns'), group));
  if (input.clamp) drafts.push(...clampSettings(input.clamp, axis, key, group));

  const r = axis.reference;
  if (r.method !== 'none' && r.method !== 'absolute') {
    drafts.push({
      key: key('reference-towards'),
      group,
      title: 'Reference run goes',
      also: 'homing direction home',
      kind: { type: 'choice', choices: towardsChoices },
      derived: known(r.end),
      formula: 'towards the datum corner',
      numbers: () => `the corner lies at the ${r.end} end`,
    });
    const toStop = r.method === 'hard-stop';
    const jerk = figureOr(axis.jerk, 0);
    /** What the room behind the switch allows, without the cap. */
    const allowed = mapKnown(gather({ a: accelerationOf, d: input.roomBehindReference, v: maxSpeed }), ({ a, d, v }) =>
      Math.min(v, speedToStopWithin(d * APPROACH_SHARE, a, input.reactionS, jerk)),
    );
    const fast = r.fastSpeed
      ? figure(r.fastSpeed, `${path}.reference.fastSpeed`)
      : toStop
        ? mapKnown(maxSpeed, (v) => v * SLOW_SHARE)
        : mapKnown(allowed, (v) => Math.min(v, APPROACH_CAP));
    /** What a faster approach would save and cost, where the cap is what holds it. */
    const faster = (display: Display): string => {
      if (r.fastSpeed || toStop || !allowed.known || !ruler.known || allowed.value <= APPROACH_CAP * 1.05) return '';
      const way = ruler.value.hardPlus - ruler.value.hardMinus;
      const saves = way / APPROACH_CAP - way / allowed.value;
      return `; capped: ${showRounded(allowed.value, speed, display, 'down')} would stop in time too and save ${printNumber(saves, 2)} s over the whole travel, but a switch that fails is then met with ${printNumber((allowed.value / APPROACH_CAP) ** 2, 2)} times the energy`;
    };
    const fastApproach: SettingDraft = {
      key: key('reference-fast'),
      group,
      title: `Fast approach${radius}`,
      also: 'homing search speed home',
      kind: { type: 'quantity', dimension: speed, rounding: 'down' },
      derived: fast,
      formula: r.fastSpeed
        ? 'as entered on Switches'
        : toStop
          ? 'a tenth of the maximum speed: the motor is to slip at the stop, not to strike it'
          : 'stops within half of what lies behind the trip point, to the hard stop or as far as the actuator withstands: v·t + v²/2a + v·a/2j = d/2; at most the cap and the maximum speed',
      numbers: (display) =>
        r.fastSpeed
          ? 'entered'
          : toStop
            ? maxSpeed.known
              ? `0.1 · ${showValue(maxSpeed.value, speed, display, 4)}`
              : missingText
            : accelerationOf.known && input.roomBehindReference.known
              ? `d ${showValue(input.roomBehindReference.value, length, display, 4)}, a ${showValue(accelerationOf.value, acceleration, display, 4)}, t ${showValue(input.reactionS, 'time', display, 2)}${jerk > 0 ? `, j ${showValue(jerk, 'jerk', display, 3)}` : ''}; at most ${showValue(APPROACH_CAP, speed, display, 4)}${faster(display)}`
              : missingText,
    };
    const slowApproach: SettingDraft = {
      key: key('reference-slow'),
      group,
      title: `Slow approach${radius}`,
      also: 'homing touch latch speed home',
      kind: { type: 'quantity', dimension: speed, rounding: 'down' },
      derived: r.slowSpeed ? figure(r.slowSpeed, `${path}.reference.slowSpeed`) : mapKnown(fast, (v) => v * SLOW_SHARE),
      formula: r.slowSpeed
        ? 'as entered on Switches'
        : 'a tenth of the fast approach: the filter’s jitter then costs a tenth',
      numbers: (display) =>
        r.slowSpeed ? 'entered' : fast.known ? `0.1 · ${showRounded(fast.value, speed, display, 'down')}` : missingText,
    };
    if (parksAtMark(r))
      drafts.push(
        pulseSearch(
          { id, axis, maxSpeed, reactionS: input.reactionS },
          { key: key('reference-slow'), group, title: `Search for the pulse${radius}` },
        ),
      );
    else drafts.push(fastApproach, slowApproach);
    drafts.push({
      key: key('back-off'),
      group,
      title: `Back-off${radius}`,
      also: 'pull-off release distance homing',
      kind: { type: 'quantity', dimension: length },
      derived: figure(r.backOff, `${path}.reference.backOff`),
      formula: 'as entered on Switches',
      numbers: () => 'entered',
    });
  }
  drafts.push({
    key: key('datum-position'),
    group,
    title: `Position at the datum${radius}`,
    also: 'home offset machine zero',
    kind: { type: 'quantity', dimension: length },
    derived: r.positionAtDatum ? figure(r.positionAtDatum, `${path}.reference.positionAtDatum`) : known(0),
    formula: `given ${sides[strategy]}`,
    numbers: () => (r.positionAtDatum ? 'entered' : 'zero unless you enter another'),
  });
  return drafts;
}
