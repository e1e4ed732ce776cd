import type { Design } from '../machine/design';
import type { Derived } from '../units/derived';
import { figureOr, gather, known, mapKnown, missing } from '../units/derived';
import { axesOf, cutsMotors } from '../machine/design';
import { circuitName } from '../machine/fields';
import type { TerminalRef } from '../machine/ids';
import type { Axis, AxisEnd, Reference } from '../machine/mechanics';
import { isEndless } from '../machine/mechanics';
import { clampOf } from '../machine/axisClamp';
import { TURN_DEG } from '../units/turns';
import {
  handFunctions,
  keepsWork,
  type InputCircuit,
  type InputFunction,
  type LoadService,
  type OutputFunction,
} from '../machine/connections';
import { pendantOf, wheelWay } from '../machine/pendant';
import { baseValue } from '../units/quantity';
import type { SheetTouch } from '../machine/nameSheet';
import { pulsePitch } from '../drivetrain/shafts';
import { parksAtMark } from '../machine/pulseSensor';
import { settingFigure, type Setting, type SettingValue } from './setting';
import type { ControllerToolChanger } from './toolChange';
import { controllerToolChanger } from './toolChangeSettings';

/** All that the simulated controller is told: what a person would type into a real one. It knows nothing else. */
export interface ControllerSettings {
  axes: ControllerAxis[];
  inputs: ControllerInput[];
  referenceStages: string[][];
  limitStrategy: Design['limitStrategy'];
  datumStrategy: Design['datumStrategy'];
  outputs: ControllerOutput[];
  /** The stop cuts the motors’ power: where they were moving, their positions are no longer trusted. */
  stopCutsMotors: boolean;
  spindle: ControllerSpindle | undefined;
  /** What changes tools; undefined without one, and while something of it is missing. */
  toolChanger: ControllerToolChanger | undefined;
  wheel: ControllerWheel | undefined;
  /** How programs are read. */
  programWords: 'standard' | 'widespread';
  /** Its lines for touches in programs; none where its name sheet does not tell. */
  touchLines: SheetTouch | undefined;
  /** Its line for a thread in passes; none where its name sheet does not tell. */
  threadLine: string | undefined;
  /** A T word names a tool and its offset. */
  twoPartTools: boolean;
  /** X is programmed and shown as a diameter. */
  diameterX: boolean;
  /** Letter of the axis whose plus end takes the tool clear of the work: X on a lathe, else Z where there is one. */
  clearBy: 'X' | 'Z' | undefined;
}
/** The letter that programs leave alone, since a tool changer turns its axis. */
export const changerLetterOf = ({ axes, toolChanger }: ControllerSettings): string | undefined =>
  toolChanger?.kind === 'indexed' ? axes.find((a) => a.id === toolChanger.axis)?.letter : undefined;

export interface ControllerOutput {
  id: string;
  function: OutputFunction;
  /** What its load does to the work or the door. */
  serves?: LoadService;
  /** It holds the work while it is on. */
  keeps?: boolean;
}
export interface ControllerSpindle {
  maxRpm: number;
  /** It can turn the other way too. */
  reverses: boolean;
  /** Its speed can be set; otherwise it is only on or off. */
  speedSet: boolean;
  /** Lines of its encoder; 0 without one. */
  lines: number;
  /** It counts as standing so long after its stop, s. */
  standstillS: number;
  /** How long its cooling runs before it and after it; undefined where the control switches none. */
  cooling?: { leadS: number; runOnS: number } | undefined;
}
/** A clamp that an output works: the axis waits for it before a move, and what comes after waits for it behind one. */
export interface ControllerClamp {
  output: string;
  /** On frees it; otherwise on holds it. */
  onFrees: boolean;
  freeS: number;
  closeS: number;
}
export interface ControllerAxis {
  id: string;
  letter: string;
  linear: boolean;
  stepsPerUnit: number[];
  inverted: boolean[];
  maxSpeed: number;
  acceleration: number;
  /** Without bounds for an axis that turns on and on. */
  envelope: { min: number; max: number };
  /** After 360° its position begins again: a position is reached the short way round. */
  wraps: boolean;
  /** What holds it still between its moves. */
  clamp: ControllerClamp | undefined;
  /** Added on every reversal; 0 where the control makes up for nothing. */
  backlash: number;
  reference: {
    method: Reference['method'];
    towards: AxisEnd;
    fastSpeed: number;
    slowSpeed: number;
    backOff: number;
    positionAtDatum: number;
    /** A leg that goes further than this has missed its switch. */
    farthest: number;
    /** How the two sides of a gantry find their datum. */
    sides: NonNullable<Reference['sides']>;
    /** How far the slave goes on to plus once the master has its datum. */
    slaveOffset: number;
    /** From the last index pulse on the way to the switch to its trip point; 0 where no index is used. */
    indexDistance: number;
    /** From one index pulse to the next. */
    indexPitch: number;
    /** Sides that stand further apart than this are not moved on: the frame would be strained. */
    skewLimit: number;
  };
}
/** Where an axis may be moved to for a trial: its envelope, or one turn where it has none. */
export const roomOf = ({ envelope }: Pick<ControllerAxis, 'envelope'>): ControllerAxis['envelope'] =>
  Number.isFinite(envelope.max - envelope.min) ? envelope : { min: 0, max: TURN_DEG };

export interface ControllerInput {
  id: string;
  /** What a person calls it. */
  title: string;
  function: InputFunction;
  axes: string[];
  /** The end of a limit that serves one end only. */
  end: AxisEnd | undefined;
  /** Which side of a gantry, where each has its own input. */
  drive: number | undefined;
  activeWhen: 'high' | 'low';
  filterS: number;
  /** The control looks at it once in this time. */
  pollS: number;
  /** What a key moves, or a selector chooses: an axis, the way a key moves it, the step of a click in mm. */
  hand?: { axis?: string; direction?: 1 | -1; stepMm?: number } | undefined;
}
/** The wheel of a pendant, as the control takes its pulses. */
export interface ControllerWheel {
  way: 'counter' | 'inputs' | 'computer';
  /** Edges a second that an encoder input counts; 0 where none does. */
  edgesPerS: number;
  /** Longest time between two reports over the computer, s. */
  reportS: number;
}

/** The settings as the controller takes them, with the terminal that each input was planned on, or everything that is still missing for it. */
export function controllerSettings(
  design: Design,
  settings: readonly Setting[],
  planned: Readonly<Record<string, TerminalRef>>,
): Derived<ControllerSettings> {
  const byKey = new Map(settings.map((s) => [s.key, s.value]));
  const get = <T extends SettingValue>(key: string): Derived<T> =>
    (byKey.get(key) as Derived<T> | undefined) ?? missing(key);
  const or = <T extends SettingValue>(key: string, otherwise: T): Derived<T> =>
    byKey.has(key) ? get<T>(key) : known(otherwise);
  const list = <T>(items: Derived<T>[]): Derived<T[]> =>
    mapKnown(gather(Object.fromEntries(items.map((d, i) => [`i${i}`, d]))), (all) =>
      items.map((_, i) => all[`i${i}`] as T),
    );

  const axes = axesOf(design).map(([id, axis]) => {
    const key = (name: string) => `axis/${id}/${name}`;
    const endless = isEndless(axis);
    const clamp = clampOf(design, id);
    // A motor on the channel of the first one has what that one has.
    const ofMotor = <T extends SettingValue>(name: string, first: string): Derived<T> =>
      get<T>(key(byKey.has(key(name)) ? name : first));
    const parts = gather({
      scales: list(axis.drives.map((_, i) => ofMotor<number>(i === 0 ? 'scale' : `scale-${i}`, 'scale'))),
      directions: list(axis.drives.map((_, i) => ofMotor<string>(`direction-${i}`, 'direction-0'))),
      maxSpeed: get<number>(key('max-speed')),
      acceleration: get<number>(key('acceleration')),
      min: endless ? known(-Infinity) : get<number>(key('envelope-min')),
      max: endless ? known(Infinity) : get<number>(key('envelope-max')),
      turns: or<string>(key('turns'), 'between-stops'),
      clampFree: or<number>(key('clamp-free'), clamp?.freeS ?? 0),
      clampClose: or<number>(key('clamp-close'), clamp?.closeS ?? 0),
      towards: or<string>(key('reference-towards'), axis.reference.end),
      fast: or<number>(key('reference-fast'), 0),
      slow: or<number>(key('reference-slow'), 0),
      backOff: or<number>(key('back-off'), 0),
      datum: get<number>(key('datum-position')),
    });
    const own = (d: string) =>
      design.parts[d]?.mount?.axis === id && design.parts[d]?.mount?.end === axis.reference.end;
    const circuits = Object.values(design.circuits).filter(
      (c) => ['reference', 'limit-and-reference'].includes(c.function) && c.devices.some(own),
    );
    const turn = pulsePitch(axis, `axes.${id}`);
    return mapKnown(parts, (p): ControllerAxis => ({
      id,
      letter: axis.letter,
      linear: axis.motion === 'linear',
      stepsPerUnit: p.scales,
      inverted: p.directions.map((d) => d === 'inverted'),
      maxSpeed: p.maxSpeed,
      acceleration: p.acceleration,
      envelope: { min: p.min, max: p.max },
      wraps: p.turns === 'wraps',
      clamp: clamp && {
        output: clamp.output,
        onFrees: clamp.serves === 'frees-axis',
        freeS: p.clampFree,
        closeS: p.clampClose,
      },
      backlash: axis.compensateBacklash ? figureOr(axis.backlash, 0) : 0,
      reference: {
        method: axis.reference.method,
        towards: p.towards as AxisEnd,
        fastSpeed: parksAtMark(axis.reference) ? p.slow : p.fast,
        slowSpeed: p.slow,
        backOff: p.backOff,
        positionAtDatum: p.datum,
        // Past one turn no pulse comes that the last turn did not have.
        farthest:
          parksAtMark(axis.reference) && turn.known
            ? 1.1 * turn.value
            : endless
              ? 1.1 * TURN_DEG + p.backOff
              : 1.3 * (p.max - p.min) + 4 * p.backOff,
        sides:
          axis.reference.sides ??
          sidesOf(
            axis,
            circuits.map((c) => c.devices.filter(own).length),
          ),
        slaveOffset: figureOr(axis.reference.slaveOffset, 0),
        indexDistance:
          axis.reference.method === 'switch-and-index' && turn.known
            ? figureOr(axis.reference.indexPhase, 0) * turn.value
            : 0,
        indexPitch: turn.known ? turn.value : 0,
        skewLimit: figureOr(axis.driveSpacing, 600) * SKEW_SHARE,
      },
    }));
  });
  const inputs = Object.entries(design.circuits).map(([id, circuit]) => {
    const mounts = circuit.devices.flatMap((d) => design.parts[d]?.mount ?? []);
    const ends = new Set(mounts.map((m) => m.end));
    const drives = new Set(mounts.map((m) => m.drive));
    return mapKnown(
      gather({
        active: get<'high' | 'low'>(`input/${id}/active-when`),
        terminal: get<string>(`input/${id}/terminal`),
        filterS: get<number>(`input/${id}/filter`),
      }),
      ({ active, filterS }): ControllerInput => ({
        id,
        title: circuitName(design, id),
        function: circuit.function,
        axes: [...new Set(mounts.map((m) => m.axis))],
        end: ends.size === 1 ? [...ends][0] : undefined,
        drive: drives.size === 1 ? [...drives][0] : undefined,
        activeWhen: active,
        filterS,
        pollS: pollOf(design, planned[id]),
        ...(handFunctions.has(circuit.function) ? { hand: handOf(circuit) } : {}),
      }),
    );
  });
  const changer = controllerToolChanger(design, settings);
  return mapKnown(gather({ axes: list(axes), inputs: list(inputs) }), (all) => ({
    ...all,
    referenceStages: design.referenceStages,
    limitStrategy: design.limitStrategy,
    datumStrategy: design.datumStrategy,
    outputs: Object.entries(design.outputs).flatMap(([id, o]) =>
      o.alwaysOn
        ? []
        : [{ id, function: o.function, ...(o.serves ? { serves: o.serves, keeps: keepsWork(o.serves) } : {}) }],
    ),
    stopCutsMotors: cutsMotors(design.stopStrategy),
    spindle: spindleOf(design, settings),
    toolChanger: changer?.known ? changer.value : undefined,
    wheel: wheelOf(design),
    programWords: design.programWords ?? 'widespread',
    touchLines: design.nameSheet?.touchLines,
    threadLine: design.nameSheet?.threadLine,
    twoPartTools: design.kind === 'lathe',
    diameterX: design.kind === 'lathe' && design.latheX === 'diameter',
    clearBy: clearBy(design),
  }));
}

function clearBy({ kind, axes }: Design): ControllerSettings['clearBy'] {
  const letter = kind === 'lathe' ? 'X' : 'Z';
  return Object.values(axes).some((a) => a.letter === letter && a.motion === 'linear') ? letter : undefined;
}

/** Counters whose sheet does not tell follow any hand, edges/s. */
const USUAL_COUNTER = 100_000;
export function wheelOf(design: Design): ControllerWheel | undefined {
  const pendant = pendantOf(design);
  const way = pendant && wheelWay(pendant);
  if (!pendant || !way || way === 'none') return undefined;
  const controller = design.roles.controller ? design.parts[design.roles.controller]?.data : undefined;
  return {
    way,
    edgesPerS:
      way === 'counter' && controller?.class === 'controller' ? figureOr(controller.encoderRate, USUAL_COUNTER) : 0,
    reportS: way === 'computer' ? figureOr(pendant.part.data.reportInterval, 0) : 0,
  };
}
const handOf = ({ axis, direction, step }: InputCircuit): NonNullable<ControllerInput['hand']> => ({
  ...(axis === undefined ? {} : { axis }),
  ...(direction === undefined ? {} : { direction: direction === 'plus' ? 1 : -1 }),
  ...(step ? { stepMm: baseValue(step) } : {}),
});

/** Skew at which a gantry’s sides are not driven on, as a share of the distance between them. */
const SKEW_SHARE = 1 / 80;

/** Two switches on inputs of their own square the sides; two on one input want motor by motor; one serves both. */
function sidesOf(axis: Axis, switchesOnInput: readonly number[]): NonNullable<Reference['sides']> {
  if (axis.drives.length < 2) return 'together';
  if (switchesOnInput.length > 1) return 'each-own-switch';
  return (switchesOnInput[0] ?? 0) > 1 ? 'motor-by-motor' : 'together';
}

/** The control's own poll, and that of a board in between where an input is read through one. */
export function pollOf(design: Design, input: TerminalRef | undefined): number {
  const { controller } = design.roles;
  const own = controller ? design.parts[controller]?.data : undefined;
  const board = input && design.parts[input.part]?.data;
  return (
    (own?.class === 'controller' ? figureOr(own.inputPoll, 0) : 0) +
    (board?.class === 'input-board' ? figureOr(board.inputPoll, 0) : 0)
  );
}

function spindleOf(design: Design, settings: readonly Setting[]): ControllerSpindle | undefined {
  const outputs = Object.values(design.outputs).map((o) => o.function);
  const part = design.roles.spindle ? design.parts[design.roles.spindle]?.data : undefined;
  if (part?.class !== 'spindle' || !outputs.some((o) => o === 'spindle-run' || o === 'spindle-speed')) return undefined;
  return {
    maxRpm: settingFigure(settings, 'spindle/max-speed') ?? 10_000,
    reverses: outputs.includes('spindle-direction'),
    speedSet: outputs.includes('spindle-speed'),
    lines: settingFigure(settings, 'spindle/encoder-lines') ?? 0,
    standstillS: settingFigure(settings, 'spindle/standstill') ?? 0,
    cooling: outputs.includes('spindle-cooling')
      ? {
          leadS: settingFigure(settings, 'spindle/cooling-lead') ?? 0,
          runOnS: settingFigure(settings, 'spindle/cooling-run-on') ?? 0,
        }
      : undefined,
  };
}
