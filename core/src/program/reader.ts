import { shortWay } from '../units/turns';
import { readsDiameter } from '../units/axisReading';
import type { Fault } from '../units/result';
import { arcThrough } from './arc';
import type { ArcFault } from './arc';
import type { Placement, Program, ProgramMachine, ProgramSetup, ReadProgram } from './program';
import { MOST_FAULTS } from './program';
import { zeroBy } from './afterTouch';
import { pathLength } from './pathLength';
import { readToolWord, TOOL_OFFSETS } from './toolWord';
import { cycleFault, threadLineReader, type ThreadCycle } from './threadLine';
import { threadSteps } from './threadSteps';
import { touchLineReader, type TouchWord } from './touchLines';
import type { Word } from './words';
import { readWords } from './words';

const PER_INCH = 25.4;
/** No position, speed or dwell of a hobby machine is larger than this; more is a slip of the pen. */
const LARGEST = 1e6;
const OFFSETS = 6;

type Motion = 'rapid' | 'line' | 'clockwise' | 'counter-clockwise' | 'thread';
const motions: Readonly<Record<number, Motion>> = {
  0: 'rapid',
  1: 'line',
  2: 'clockwise',
  3: 'counter-clockwise',
  33: 'thread',
};
const planes: Readonly<Record<number, readonly [string, string]>> = { 17: ['X', 'Y'], 18: ['Z', 'X'], 19: ['Y', 'Z'] };
const centreLetters: Readonly<Record<string, string>> = { X: 'I', Y: 'J', Z: 'K' };
const arcFaults: Record<ArcFault, string> = {
  'no centre': 'An arc without a centre (I, J, K) or a radius (R).',
  'centre and radius': 'An arc with a centre and a radius: one of them must go.',
  'radii differ': 'The end of this arc lies on another radius than its start.',
  'radius too small': 'The radius is too small to reach the end of this arc.',
  'radius without way': 'A radius cannot describe a full turn: give the centre (I, J, K).',
};

/**
 * Reads an ISO 6983 program into steps in machine position, a stretch of lines at a time so that a long one can show its
 * progress and be stopped. Nothing is guessed: what it does not know is an error with line and column.
 */
export class ProgramReader {
  line = 0;
  private at = 0;
  private readonly words: Word[] = [];
  private readonly faults: Fault[] = [];
  private further = 0;
  private readonly program: Program;
  private readonly index: ReadonlyMap<string, number>;
  private readonly position: number[];

  private motion: Motion | undefined;
  private plane: readonly [string, string];
  private unit = 1;
  private absolute = true;
  private offset: number;
  private offsetsOff = false;
  private feed: number | undefined;
  private perRevolution = false;
  private surface = false;
  private clampRpm = Infinity;
  private spindleSpeed = 0;
  private spindleDirection: 1 | -1 | 0 = 0;
  private tool = 0;
  private toolOffset: number;
  private ended = false;
  private readonly touchLine: ReturnType<typeof touchLineReader> | undefined;
  private readonly threadLine: ReturnType<typeof threadLineReader> | undefined;
  private readonly tools: readonly (readonly number[])[];
  /** Work zeros as they would be if every touch came at its end. */
  private readonly zeros: number[][];
  /** Where each axis has touched last, so read. */
  private readonly contacts = new Map<number, number>();

  constructor(
    private readonly text: string,
    private readonly machine: ProgramMachine,
    setup: ProgramSetup,
  ) {
    this.index = new Map(machine.letters.map((l, i) => [l, i]));
    this.position = [...setup.start];
    this.offset = setup.active;
    this.plane = this.index.has('Y') || !this.index.has('Z') ? ['X', 'Y'] : ['Z', 'X'];
    this.program = { lines: 0, steps: [], start: [...setup.start], setup };
    this.zeros = setup.offsets.map((o) => [...o]);
    this.touchLine = machine.touch && touchLineReader(machine.touch);
    this.threadLine = machine.threadLine ? threadLineReader(machine.threadLine) : undefined;
    this.tools = setup.tools ?? [];
    this.toolOffset = setup.toolOffset ?? 0;
  }

  get done(): boolean {
    return this.at >= this.text.length;
  }
  /** How much of the text is read, 0 to 1. */
  get progress(): number {
    return this.text.length ? this.at / this.text.length : 1;
  }

  /** Reads up to `lines` more lines. */
  read(lines: number): void {
    for (let n = 0; n < lines && !this.done; n++) {
      let end = this.text.indexOf('\n', this.at);
      if (end < 0) end = this.text.length;
      this.line++;
      const touch = this.ended ? undefined : this.touchLine?.(this.text, this.at, end);
      if (touch) {
        this.touchBlock(touch);
        this.at = end + 1;
        continue;
      }
      const cycle = this.ended ? undefined : this.threadLine?.(this.text, this.at, end);
      if (cycle) {
        this.threadBlock(cycle);
        this.at = end + 1;
        continue;
      }
      // What stands behind the end is never run; it is not read either.
      const bad = this.ended ? undefined : readWords(this.text, this.at, end, this.words);
      if (bad)
        this.wrong(
          bad.column,
          bad.reason === 'open comment'
            ? 'This comment has no closing bracket.'
            : `"${bad.text}" is not a word: a letter and a number.`,
          bad.reason === 'open comment' ? 'Close it with ).' : 'Fix it, or put it in brackets as a comment.',
        );
      else if (this.words.length && !this.ended) this.block();
      this.at = end + 1;
    }
  }
  result(): ReadProgram {
    this.program.lines = this.line;
    return { program: this.program, faults: this.faults, furtherFaults: this.further };
  }

  private wrong(column: number, what: string, fix: string): void {
    if (this.faults.length >= MOST_FAULTS) this.further++;
    else this.faults.push({ what, where: `line ${this.line}, column ${column}`, fix });
  }

  /** One line: first what it sets, then what it does. */
  private block(): void {
    const { words } = this;
    let motionWord: Word | undefined;
    let dwell: Word | undefined;
    let machinePosition = false;
    let clampBlock = false;
    let [spindle, coolant, halt, end, toolChange, speedWord] = [
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
      undefined,
    ] as (Word | undefined)[];
    const axisWords: Word[] = [];
    const centre: Record<string, Word> = {};
    let radius: Word | undefined;
    let pause: Word | undefined;
    let toolWord: Word | undefined;
    for (const w of words) {
      if (Math.abs(w.value) > LARGEST) {
        this.wrong(
          w.column,
          `${w.letter}${w.value} is out of range.`,
          `No figure of this machine is larger than ${LARGEST}.`,
        );
        return;
      }
      switch (w.letter) {
        case 'N':
        case 'O':
          break;
        case 'G':
          if (motions[w.value] !== undefined) {
            if (motionWord) {
              this.wrong(w.column, 'Two motion words in one line.', 'Keep one of them.');
              return;
            }
            motionWord = w;
          } else if (w.value === 4) dwell = w;
          else if (w.value === 53 && this.machine.words === 'widespread') machinePosition = true;
          else if (w.value === 92) clampBlock = true;
          else if (!this.set(w)) return;
          break;
        case 'M':
          if (w.value === 0 || w.value === 1) halt = w;
          else if (w.value === 2 || w.value === 30) end = w;
          else if (w.value >= 3 && w.value <= 5) spindle = w;
          else if (w.value === 6) toolChange = w;
          else if (w.value >= 7 && w.value <= 9) coolant = w;
          else {
            this.wrong(w.column, `M${w.value} is not known here.`, 'Known: M0 M1 M2 M3 M4 M5 M6 M7 M8 M9 M30.');
            return;
          }
          break;
        case 'F':
          if (w.value <= 0) {
            this.wrong(w.column, 'A feed must be above zero.', 'Give it as F600, say.');
            return;
          }
          this.feed = w.value * this.unit;
          break;
        case 'S':
          speedWord = w;
          break;
        case 'T':
          if (this.machine.twoPartTools) toolWord = w;
          else this.tool = w.value;
          break;
        case 'I':
        case 'J':
        case 'K':
          centre[w.letter] = w;
          break;
        case 'R':
          radius = w;
          break;
        case 'P':
          pause = w;
          break;
        default:
          if (!this.index.has(w.letter)) {
            const axis = 'XYZABCUVW'.includes(w.letter);
            this.wrong(
              w.column,
              axis ? `This machine has no axis ${w.letter}.` : `${w.letter} is not known here.`,
              axis ? `Its axes are ${this.machine.letters.join(', ')}.` : 'Take the word out, or put it in brackets.',
            );
            return;
          }
          if (w.letter === this.machine.changerLetter) {
            this.wrong(
              w.column,
              `${w.letter} turns the turret.`,
              'Call its station by T and the tool change; the control turns it, and clamps it.',
            );
            return;
          }
          if (dwell && w.letter === 'X' && !motionWord) pause = w;
          else axisWords.push(w);
      }
    }
    if (speedWord && !this.takeSpeed(speedWord, clampBlock)) return;
    if (clampBlock) {
      if (!speedWord || axisWords.length)
        this.wrong(
          1,
          'G92 sets the highest spindle speed here, and nothing else.',
          'Write it as G92 S2000; set a zero with a work offset.',
        );
      return;
    }
    if (toolWord && !this.takeTool(toolWord)) return;
    if (toolChange && !this.machine.twoPartTools)
      this.program.steps.push({ kind: 'tool', line: this.line, tool: this.tool });
    if (spindle || (speedWord && this.spindleDirection !== 0)) this.turn(spindle);
    if (coolant) this.program.steps.push({ kind: 'coolant', line: this.line, on: coolant.value !== 9 });
    if (dwell) {
      if (!pause || pause.value < 0)
        this.wrong(dwell.column, 'A dwell without a time.', 'Give it in seconds with P, such as G4 P1.5.');
      else this.program.steps.push({ kind: 'dwell', line: this.line, seconds: pause.value });
    } else {
      if (motionWord) this.motion = motions[motionWord.value];
      if (axisWords.length || (centreCount(centre) > 0 && this.isArc()))
        this.move(axisWords, centre, radius, machinePosition, motionWord);
      else if (centreCount(centre) || radius)
        this.wrong(
          (radius ?? Object.values(centre)[0]!).column,
          'A centre or radius without an arc.',
          'Take it out, or give G2 or G3.',
        );
    }
    if (halt) this.program.steps.push({ kind: 'halt', line: this.line, optional: halt.value === 1 });
    if (end) {
      this.program.steps.push({ kind: 'end', line: this.line });
      this.ended = true;
    }
  }

  /** A line for a move that ends at a touch, or for a zero that is set where one was. */
  private touchBlock(word: TouchWord): void {
    const axis = this.index.get(word.letter);
    if (axis === undefined)
      return this.wrong(
        1,
        `This machine has no axis ${word.letter}.`,
        `Its axes are ${this.machine.letters.join(', ')}.`,
      );
    const unit = this.machine.linear[axis] ? this.unit : 1;
    if (word.kind === 'set-work') {
      const contact = this.contacts.get(axis);
      const set = word.set ?? this.offset;
      const zeros = this.zeros[set];
      if (contact === undefined)
        return this.wrong(
          1,
          `${word.letter} has touched nothing before this line.`,
          'Put a touch of that axis before it.',
        );
      if (!zeros) return this.wrong(1, `There is no work offset ${set + 1}.`, `Take one from 1 to ${OFFSETS}.`);
      const value = word.value === 'half' ? word.value : this.placeOf(axis, word.value, true);
      zeros[axis] = zeroBy(contact - this.tip(axis), zeros[axis]!, value);
      this.program.steps.push({ kind: 'set-work', line: this.line, axis, set, value });
      return;
    }
    if (!(word.feed > 0)) return this.wrong(1, 'A feed must be above zero.', 'Give a feed above zero.');
    const to = [...this.position];
    const direct = this.offsetsOff;
    const zero = this.zeros[this.offset] ?? [];
    to[axis] = this.absolute ? this.placeOf(axis, word.to) : to[axis]! + this.placeOf(axis, word.to, true);
    if (!(Math.abs(to[axis]! - this.position[axis]!) > 1e-9))
      return this.wrong(1, 'A touch without a way to go.', 'Give it a place that lies beyond the plate.');
    const way = this.absolute ? (direct ? 'machine' : 'work') : 'way';
    this.program.steps.push({
      kind: 'touch',
      line: this.line,
      axis,
      to,
      feed: (word.feed * unit) / 60,
      placed: { by: to.map((_, i) => (i === axis ? way : 'way')), set: this.offset, zero: [...zero] },
    });
    for (let i = 0; i < to.length; i++) this.position[i] = to[i]!;
    this.contacts.set(axis, to[axis]!);
  }

  /** A T word of a lathe: the turret turns to the tool at once, and its offset holds from this line on. */
  private takeTool(w: Word): boolean {
    const { tool, offset } = readToolWord(w.value);
    if (!Number.isInteger(w.value) || w.value < 0 || offset > TOOL_OFFSETS) {
      this.wrong(
        w.column,
        `T${w.value} names no tool and offset.`,
        `Two digits for the tool, two for its offset, up to ${TOOL_OFFSETS}: T0302 is tool 3 with offset 2.`,
      );
      return false;
    }
    this.program.steps.push({ kind: 'tool', line: this.line, tool, offset, same: tool === this.tool });
    this.tool = tool;
    this.toolOffset = offset;
    this.moveCentre();
    return true;
  }
  /** How far the tip of the tool that is in force lies from where the zero was taken. */
  private tip = (axis: number): number => this.tools[this.toolOffset - 1]?.[axis] ?? 0;

  /** A thread in passes from one line: in, along, out, back, over and over; all of it is of this line. */
  private threadBlock(cycle: ThreadCycle): void {
    const [x, z] = [this.index.get('X'), this.index.get('Z')];
    if (x === undefined || z === undefined)
      return this.wrong(1, 'A thread in passes needs X and Z.', `This machine has ${this.machine.letters.join(', ')}.`);
    if (!this.machine.encoder)
      return this.wrong(
        1,
        'A thread needs a spindle encoder; this machine has none.',
        'Put one in, or take the line out.',
      );
    if (!this.absolute) return this.wrong(1, 'A thread in passes is told in positions.', 'Say G90 before it.');
    const fault = cycleFault(cycle);
    if (fault) return this.wrong(1, ...fault);
    const place = (i: number, figure: number) => this.placeOf(i, figure);
    const steps = threadSteps(cycle, this.position, { x, z, linear: this.machine.linear }, place, this.unit, this.line);
    const by = this.machine.letters.map((_, i) => (i === x || i === z ? ('work' as const) : ('way' as const)));
    const placed = { by, set: this.offset, zero: [...(this.zeros[this.offset] ?? [])] };
    this.program.steps.push(...(this.contacts.size ? steps.map((s) => ({ ...s, placed })) : steps));
    steps.at(-1)?.to.forEach((v, i) => (this.position[i] = v));
  }
  /** Of all positions that mean one place of an axis that turns on and on, the nearest. */
  private shortWayTo(i: number, place: number): number {
    return this.machine.wraps?.[i] ? shortWay(this.position[i]!, place) : place;
  }
  /** Machine position of a figure of an axis, as a position of the program. */
  private placeOf(i: number, figure: number, direct = this.offsetsOff): number {
    const { letters, linear, diameterX } = this.machine;
    const value = figure * (linear[i] ? this.unit : 1) * (readsDiameter(letters[i]!, diameterX) ? 0.5 : 1);
    return direct ? value : value + this.zeroOf(i) + this.tip(i);
  }
  private zeroOf = (i: number): number => this.zeros[this.offset]?.[i] ?? 0;

  private isArc = () => this.motion === 'clockwise' || this.motion === 'counter-clockwise';

  /** A word that sets something from here on. False, with the fault told, where it is not known. */
  private set(w: Word): boolean {
    const standard = this.machine.words === 'standard';
    const [inch, metric] = standard ? [70, 71] : [20, 21];
    if (planes[w.value]) {
      const plane = planes[w.value]!;
      if (!plane.every((l) => this.index.has(l))) {
        this.wrong(
          w.column,
          `This machine has no plane ${plane.join('')}.`,
          `Its axes are ${this.machine.letters.join(', ')}.`,
        );
        return false;
      }
      this.plane = plane;
    } else if (w.value === inch || w.value === metric) this.unit = w.value === inch ? PER_INCH : 1;
    else if ([20, 21, 70, 71].includes(w.value)) {
      this.wrong(
        w.column,
        `G${w.value} is ${w.value === 20 || w.value === 70 ? 'inch' : 'metric'} in the ${standard ? 'widespread' : 'standard'} words; this machine is set to the ${standard ? 'standard' : 'widespread'} ones.`,
        `Write G${w.value === 20 || w.value === 70 ? inch : metric}, or change the machine’s program words.`,
      );
      return false;
    } else if (w.value === 90 || w.value === 91) this.absolute = w.value === 90;
    else if (w.value === 94) this.perRevolution = false;
    else if (w.value === 95) {
      if (!this.machine.encoder) return this.needsEncoder(w, 'A feed a revolution');
      this.perRevolution = true;
    } else if (w.value === 96) {
      if (!this.machine.encoder && this.machine.maxRpm === undefined)
        return this.needsEncoder(w, 'Constant surface speed');
      this.surface = true;
    } else if (w.value === 97) this.surface = false;
    else if (w.value === 53) this.offsetsOff = true;
    else if (w.value >= 54 && w.value < 54 + OFFSETS && Number.isInteger(w.value)) {
      this.offset = w.value - 54;
      this.offsetsOff = false;
      this.moveCentre();
    } else if (w.value !== 40 && w.value !== 49 && w.value !== 80) {
      this.wrong(
        w.column,
        `G${w.value} is not known here.`,
        'Known: G0 G1 G2 G3 G4 G17 G18 G19 G33 G53 to G59 G90 to G97, inch and metric.',
      );
      return false;
    }
    return true;
  }
  private needsEncoder(w: Word, what: string): false {
    this.wrong(w.column, `${what} needs a spindle encoder; this machine has none.`, 'Use a feed a minute (G94).');
    return false;
  }

  private takeSpeed(w: Word, clamp: boolean): boolean {
    if (w.value < 0) {
      this.wrong(w.column, 'A spindle speed cannot be negative.', 'Give it as S1200; M4 turns the other way.');
      return false;
    }
    const { maxRpm } = this.machine;
    if (!clamp && !this.surface && maxRpm !== undefined && w.value > maxRpm * 1.001) {
      this.wrong(
        w.column,
        `S${w.value} is more than this spindle turns: ${Math.round(maxRpm)} rpm.`,
        'Give a lower speed.',
      );
      return false;
    }
    if (clamp) this.clampRpm = w.value;
    else this.spindleSpeed = w.value;
    return true;
  }
  private turn(w: Word | undefined): void {
    if (w) this.spindleDirection = w.value === 3 ? 1 : w.value === 4 ? -1 : 0;
    this.program.steps.push({
      kind: 'spindle',
      line: this.line,
      direction: this.spindleDirection,
      speed: this.spindleSpeed * (this.surface ? this.unit : 1),
      surface: this.surface,
      clampRpm: this.clampRpm,
      ...(this.surface ? { centre: this.centre() } : {}),
    });
  }
  /** Machine position of X at which the tip is on the axis of the spindle. */
  private centre(): number {
    const x = this.index.get('X');
    return x === undefined ? 0 : this.zeroOf(x) + this.tip(x);
  }
  /** Another zero or tip is another radius: a constant surface speed is told again. */
  private moveCentre(): void {
    if (this.surface && this.spindleDirection !== 0) this.turn(undefined);
  }

  private move(
    axisWords: readonly Word[],
    centre: Readonly<Record<string, Word>>,
    radius: Word | undefined,
    machinePosition: boolean,
    motionWord: Word | undefined,
  ): void {
    const { motion, machine } = this;
    const column = motionWord?.column ?? axisWords[0]?.column ?? 1;
    if (!motion)
      return this.wrong(column, 'A position without a motion word.', 'Say G0 (rapid) or G1 (line) before it.');
    const direct = machinePosition || this.offsetsOff;
    const offset = this.zeros[this.offset] ?? [];
    const to = [...this.position];
    const by: Placement['by'][number][] = to.map(() => 'way');
    for (const w of axisWords) {
      const i = this.index.get(w.letter)!;
      to[i] = this.absolute
        ? this.shortWayTo(i, this.placeOf(i, w.value, direct))
        : this.position[i]! + this.placeOf(i, w.value, true);
      if (this.absolute) by[i] = direct ? 'machine' : 'work';
    }
    const rapid = motion === 'rapid';
    const thread = motion === 'thread';
    if (!rapid && !thread && this.feed === undefined)
      return this.wrong(column, 'A cut without a feed.', 'Give it with F, such as F600.');
    let arc;
    if (this.isArc()) {
      const [a, b] = [this.index.get(this.plane[0])!, this.index.get(this.plane[1])!];
      const offsetOf = (letter: string) => (centre[centreLetters[letter]!]?.value ?? 0) * this.unit;
      const stray = Object.values(centre).find((w) => !this.plane.some((l) => centreLetters[l] === w.letter));
      if (stray)
        return this.wrong(
          stray.column,
          `${stray.letter} does not lie in the plane ${this.plane.join('')}.`,
          'Choose the plane with G17, G18 or G19.',
        );
      arc = arcThrough(
        { a, b },
        [this.position[a]!, this.position[b]!],
        [to[a]!, to[b]!],
        // The plane ZX is seen from +Y, as ISO 841 turns it.
        motion === 'clockwise',
        centreCount(centre) ? [offsetOf(this.plane[0]), offsetOf(this.plane[1])] : undefined,
        radius && radius.value * this.unit,
      );
      if (typeof arc === 'string')
        return this.wrong(radius?.column ?? column, arcFaults[arc], 'Check the end point and the centre.');
    } else if (centreCount(centre) && !thread)
      return this.wrong(
        Object.values(centre)[0]!.column,
        'A centre in a line that is no arc.',
        'Take it out, or say G2 or G3.',
      );
    if (thread && !this.machine.encoder) {
      this.needsEncoder(motionWord ?? axisWords[0]!, 'A thread');
      return;
    }
    const lead = thread ? (centre.K ?? centre.I)?.value : undefined;
    if (thread && !(lead && lead > 0))
      return this.wrong(
        column,
        'A thread without its lead.',
        'Give it with K along Z, or with I along X, such as G33 Z-20 K1.5.',
      );
    const length = pathLength(this.position, to, machine.linear, arc);
    const behindTouch = this.contacts.size > 0;
    // Behind a touch nobody knows yet that an axis is where it is sent.
    if (length > 1e-9 || (behindTouch && by.some((b) => b !== 'way'))) {
      const minutes = this.perRevolution ? 1 : 1 / 60;
      this.program.steps.push({
        kind: 'move',
        line: this.line,
        rapid,
        to,
        arc: arc as Exclude<typeof arc, string>,
        length,
        feed: rapid ? 0 : thread ? this.leadAlong(to, length, lead!, centre.K ? 'Z' : 'X') : this.feed! * minutes,
        feedMode: thread ? 'thread' : !rapid && this.perRevolution ? 'per-revolution' : 'per-second',
        ...(behindTouch ? { placed: { by, set: this.offset, zero: [...offset] } } : {}),
      });
    }
    for (let i = 0; i < to.length; i++) this.position[i] = to[i]!;
  }

  /** A lead is told along one axis; on a cone the tool goes farther than that in a turn, along its flank. */
  private leadAlong(to: readonly number[], length: number, lead: number, letter: string): number {
    const i = this.index.get(letter);
    const way = i === undefined ? 0 : Math.abs(to[i]! - this.position[i]!);
    return lead * this.unit * (way > 1e-9 ? length / way : 1);
  }
}

const centreCount = (centre: Readonly<Record<string, Word>>): number => Object.keys(centre).length;

/** Reads a whole program at once. */
export function readProgram(text: string, machine: ProgramMachine, setup: ProgramSetup): ReadProgram {
  const reader = new ProgramReader(text, machine, setup);
  while (!reader.done) reader.read(10_000);
  return reader.result();
}
