import type { Debrief } from '@nodaxis/core/drills/session';
import { DrillSession } from '@nodaxis/core/drills/session';
import type { DrillMachine } from '@nodaxis/core/drills/drill';
import { drills } from '@nodaxis/core/drills/list';
import type { Inspection } from '@nodaxis/core/motion/simulation/inspect';
import { inspect, inspectionKey } from '@nodaxis/core/motion/simulation/inspect';
import { changerLetterOf } from '@nodaxis/core/settings/controllerSettings';
import type { Act } from '@nodaxis/core/motion/simulation/record';
import type { Kept } from '@nodaxis/core/motion/simulation/storyFile';
import type { SimulationInput, Snapshot } from '@nodaxis/core/motion/simulation/simulation';
import { Simulation, STEP_S } from '@nodaxis/core/motion/simulation/simulation';
import { stateSentence } from '@nodaxis/core/motion/controller/states';
import type { Toolpath } from '@nodaxis/core/program/check';
import { airCut } from '@nodaxis/core/program/jobs/airCut';
import { outsideEnvelope, toolpathOf } from '@nodaxis/core/program/check';
import { touches, type Program, type ProgramMachine } from '@nodaxis/core/program/program';
import { ProgramReader } from '@nodaxis/core/program/reader';
import { simulatedThreadLine } from '@nodaxis/core/program/threadLine';
import { simulatedTouchLines } from '@nodaxis/core/program/touchLines';
import type { Display } from '@nodaxis/core/units/print';
import type { Fault } from '@nodaxis/core/units/result';
import { expose } from 'comlink';

const FRAME_MS = 33;
/** After a pause of the whole machine (a sleeping laptop) no more than this is caught up at once. */
const MOST_CATCH_UP_MS = 200;
/** A long program is read in stretches of this many lines, so that the machine moves on and the reading can be stopped. */
const LINES_AT_ONCE = 8_000;
/** Points that a chart of the trace is given for each channel. */
const CHART_POINTS = 1_200;

/** What the reading of a program has found. */
export interface ProgramView {
  lines: number;
  faults: Fault[];
  furtherFaults: number;
  /** Moves beyond the envelope. */
  outside: Fault[];
  path: Toolpath;
  /** Line of each step, so that a line can be run from. */
  stepLines: Uint32Array;
  /** It finds its places by touch. */
  touches: boolean;
}
export interface TraceView {
  channels: string[];
  /** One row for each kept point, all channels in turn. */
  rows: Float32Array;
}
export interface DrillView {
  goals: { id: string; text: string; reached: boolean }[];
}
export interface Frame {
  snapshot: Snapshot;
  /** What was done since the last frame. */
  acts: Kept[];
  drill: DrillView | undefined;
}

/** After a command the next look comes this soon, so that a hand sees its answer. */
const ANSWER_MS = 6;
let tick: (() => void) | undefined;
let answering = false;
let simulation: Simulation | undefined;
let session: DrillSession | undefined;
let timer: ReturnType<typeof setInterval> | undefined;
let pace = 1;
let program: Program | undefined;
let reading = 0;
let places = new Map<string, number>();
let kept: Kept[] = [];
/** Axes that a hand holds, for as long as the page says so again and again. */
let held: Jog[] = [];
let heldUntil = 0;

const machineOf = (sim: Simulation): ProgramMachine => {
  const { settings } = sim.input;
  return {
    letters: settings.axes.map((a) => a.letter),
    linear: settings.axes.map((a) => a.linear),
    diameterX: settings.diameterX,
    words: settings.programWords,
    encoder: (settings.spindle?.lines ?? 0) > 0,
    maxRpm: settings.spindle?.maxRpm,
    touch: settings.touchLines ?? simulatedTouchLines,
    threadLine: settings.threadLine ?? simulatedThreadLine,
    twoPartTools: settings.twoPartTools,
    wraps: settings.axes.map((a) => a.wraps),
    changerLetter: changerLetterOf(settings),
  };
};

/** A hand on an axis. */
export interface Jog {
  axis: string;
  direction: 1 | -1;
  share: number;
  override: boolean;
}
/** The page speaks up at least this often while a hand is on a key; silence is no hand. */
const HAND_SILENCE_MS = 300;
/** And the control hears of it this often in its own time, whatever the pace. */
const JOG_EVERY_STEPS = 100;

/** Runs on by some steps, with the hand that is on the machine. */
function onward(steps: number): void {
  if (!held.length) return simulation!.run(steps);
  if (performance.now() > heldUntil) {
    practice.hold([]);
    return simulation!.run(steps);
  }
  for (let left = steps; left > 0; left -= JOG_EVERY_STEPS) {
    for (const j of held) practice.act({ type: 'jog', ...j });
    simulation!.run(Math.min(left, JOG_EVERY_STEPS));
  }
}

/** A reader for a program on the machine as it stands now. */
const readerFor = (sim: Simulation, text: string) =>
  new ProgramReader(text, machineOf(sim), {
    start: sim.controller.axes.map((a) => a.position),
    offsets: sim.controller.offsets.sets.map((s) => [...s]),
    active: sim.controller.offsets.active,
    tools: sim.controller.offsets.tools.map((t) => [...t]),
    toolOffset: sim.controller.offsets.tool,
  });

/** A simulated control with its machine on its own thread: it runs while the page draws. */
const practice = {
  /** Starts a machine; of a drill with what it hides and its prelude. What is told of it goes to `onFrame`. */
  start(
    input: SimulationInput,
    onFrame: (frame: Frame) => void,
    drill: { id: string; machine: DrillMachine } | undefined,
    retell: { entries: readonly Kept[]; steps: number } | undefined,
  ): void {
    practice.stop();
    simulation = new Simulation(input);
    simulation.startTrace();
    session = undefined;
    places = new Map();
    kept = [];
    held = [];
    const found = drill && drills.find((d) => d.id === drill.id);
    const begin = drill && found?.start(drill.machine, input.seed);
    if (found && begin) session = new DrillSession(found, begin, simulation);
    // A story is told before time runs, so that no step slips in ahead of it.
    if (retell) practice.retell(retell.entries, retell.steps);
    kept = [];
    let last = performance.now();
    let owed = 0;
    const frame = () => {
      const snapshot = simulation!.snapshot();
      session?.see(snapshot);
      onFrame({ snapshot, acts: kept.splice(0), drill: session && { goals: session.progress() } });
    };
    tick = () => {
      const now = performance.now();
      owed += (Math.min(now - last, MOST_CATCH_UP_MS) * pace) / 1000 / STEP_S;
      last = now;
      const steps = Math.floor(owed);
      owed -= steps;
      onward(steps);
      frame();
    };
    timer = setInterval(tick, FRAME_MS);
    frame();
  },
  stop(): void {
    clearInterval(timer);
    tick = undefined;
    simulation = undefined;
    session = undefined;
    program = undefined;
    reading++;
  },
  /** Does something; the page is told of it with the next frame, and keeps the record. */
  act(act: Act): void {
    if (!simulation) return;
    if (act.type !== 'load') kept.push({ step: simulation.steps, act });
    if (session) session.act(act);
    else simulation.act(act);
    if (answering || act.type === 'jog') return;
    answering = true;
    setTimeout(() => {
      answering = false;
      tick?.();
    }, ANSWER_MS);
  },
  /** Holds axes by hand, or lets them go; said again and again while a key is down. */
  hold(axes: Jog[]): void {
    for (const h of held) if (!axes.some((a) => a.axis === h.axis)) practice.act({ type: 'release', axis: h.axis });
    const begins = !held.length && axes.length > 0;
    held = axes;
    heldUntil = performance.now() + HAND_SILENCE_MS;
    if (begins) setTimeout(() => tick?.(), ANSWER_MS);
  },
  /** Tells recorded acts again up to a step: a machine that was lost is brought back to where it was. */
  retell(entries: readonly Kept[], steps: number): void {
    if (!simulation) return;
    for (const e of entries) {
      simulation.run(Math.max(0, e.step - simulation.steps));
      if ('act' in e) practice.act(e.act);
      else {
        const reader = readerFor(simulation, e.text);
        reader.read(Infinity);
        program = reader.result().program;
        practice.run(e.text, e.from);
      }
    }
    simulation.run(Math.max(0, steps - simulation.steps));
  },
  setPace(next: number): void {
    pace = next;
  },
  /** Runs a number of steps by hand while the time stands. */
  advance(steps: number): void {
    if (simulation) onward(steps);
  },
  look(inspection: Inspection, display: Display): string {
    if (!simulation) return '';
    if (session) return session.look(inspection, display);
    const key = inspectionKey(inspection);
    const seen = inspect(simulation, inspection, display, places.get(key));
    if (seen.place !== undefined) places.set(key, seen.place);
    return seen.text;
  },

  /** Reads a program for the machine as it stands. Undefined where another reading has overtaken this one. */
  async readProgram(
    text: string,
    display: Display,
    onProgress: (share: number) => void,
  ): Promise<ProgramView | undefined> {
    const sim = simulation;
    if (!sim) return undefined;
    const own = ++reading;
    const { controller } = sim;
    const machine = machineOf(sim);
    const reader = readerFor(sim, text);
    while (!reader.done) {
      reader.read(LINES_AT_ONCE);
      if (reader.done) break;
      onProgress(reader.progress);
      await new Promise((r) => setTimeout(r));
      if (own !== reading) return undefined;
    }
    const read = reader.result();
    program = read.faults.length ? undefined : read.program;
    const known = controller.allReferenced;
    return {
      lines: read.program.lines,
      faults: read.faults,
      furtherFaults: read.furtherFaults,
      outside: known
        ? outsideEnvelope(
            read.program,
            machine,
            sim.input.settings.axes.map((a) => a.envelope),
            display,
          )
        : [],
      path: toolpathOf(read.program),
      stepLines: Uint32Array.from(read.program.steps, (s) => s.line),
      touches: touches(read.program),
    };
  },
  /** The program that was read once more, in the air; undefined where it cannot be. */
  inTheAir(liftMm: number, inch: boolean): string | undefined {
    if (!program || !simulation) return undefined;
    const { letters, words, diameterX } = machineOf(simulation);
    return diameterX ? undefined : airCut(program, letters, liftMm, { words, inch });
  },
  /** Ends a reading that takes too long. */
  stopReading(): void {
    reading++;
  },
  /** Loads the program that was read, and runs it from one of its steps. */
  run(text: string, from: number | undefined): void {
    if (!program || !simulation) return;
    if (simulation.controller.program !== program) practice.act({ type: 'load', program });
    practice.act({ type: 'run', ...(from === undefined ? {} : { from }) });
    // To be told again it takes the text, since a program of its own is long.
    kept[kept.length - 1] = { step: simulation.steps, text, from };
  },

  /** The last seconds of every channel, thinned out for a chart. */
  trace(seconds: number): TraceView | undefined {
    const trace = simulation?.trace;
    if (!trace) return undefined;
    const count = Math.min(trace.count, Math.round(seconds / STEP_S));
    const stride = Math.max(1, Math.ceil(count / CHART_POINTS));
    const points = Math.ceil(count / stride);
    const rows = new Float32Array(points * trace.width);
    for (let i = 0; i < points; i++) rows.set(trace.row(trace.count - count + i * stride), i * trace.width);
    return { channels: trace.channels, rows };
  },
  traceCsv(every: number): string {
    return simulation?.trace?.toCsv(every, Object.values(stateSentence)) ?? '';
  },
  answers(): { index: number; text: string }[] {
    return session?.answers() ?? [];
  },
  finish(answer: number | undefined): Debrief | undefined {
    const debrief = session?.finish(answer);
    session = undefined;
    return debrief;
  },
};

export type PracticeWorker = typeof practice;
expose(practice);
