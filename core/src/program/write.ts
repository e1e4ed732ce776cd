import { programNumber } from './numbers';
import { fillLine } from './linePattern';
import { simulatedTouchLines, type TouchLines } from './touchLines';

/** How a program is written: after the machine that reads it, in the units of whoever runs it. */
export interface ProgramStyle {
  words: 'standard' | 'widespread';
  inch: boolean;
  /** Lines of the control for touches; those of the simulated one where it has none of its own. */
  touch?: TouchLines | undefined;
  /** Its line for a thread in passes. */
  threadLine?: string | undefined;
}
const MM_PER_INCH = 25.4;

/** Letters of axes that turn, after ISO 841: their figures are degrees in both systems. */
const turns = (letter: string): boolean => 'ABC'.includes(letter);

/** Places by letter, mm or °. What is undefined stays where it is. */
export type Places = Readonly<Partial<Record<string, number>>>;

/** Writes a program after ISO 6983-1 line by line. All figures come in mm and mm/s and go out in the style’s units. */
export class ProgramWriter {
  private readonly lines: string[] = [];
  constructor(readonly style: ProgramStyle) {}

  private get unit() {
    return this.style.inch ? MM_PER_INCH : 1;
  }
  /** A length as it is written. */
  length = (mm: number): string => programNumber(mm / this.unit);
  /** A speed as it is written: a minute. */
  perMinute = (mmPerS: number): string => programNumber((mmPerS * 60) / this.unit);
  private feed = (mmPerS: number): string => `F${this.perMinute(mmPerS)}`;
  /** Inch or metric, in the words of the machine. */
  get units(): string {
    const { words, inch } = this.style;
    return words === 'standard' ? (inch ? 'G70' : 'G71') : inch ? 'G20' : 'G21';
  }
  private at = (places: Places): string =>
    Object.entries(places)
      .flatMap(([letter, v]) =>
        v === undefined ? [] : [`${letter}${turns(letter) ? programNumber(v) : this.length(v)}`],
      )
      .join(' ');

  line(text: string): this {
    this.lines.push(text);
    return this;
  }
  /** Brackets within would end the comment. */
  comment = (text: string): this => this.line(`(${text.replaceAll(/[()]/g, '')})`);
  rapid = (to: Places): this => this.line(`G0 ${this.at(to)}`);
  /** `perS`: along the path, mm/s; °/s where only axes that turn are moved. `before`: words ahead of it, as for machine position. */
  cut(to: Places, perS: number, before = ''): this {
    const feed = Object.keys(to).every(turns) ? `F${programNumber(perS * 60)}` : this.feed(perS);
    return this.line(`${before}G1 ${this.at(to)} ${feed}`);
  }
  private get touchLines(): TouchLines {
    return this.style.touch ?? simulatedTouchLines;
  }
  /** A move of one axis that ends at a touch, and at `to` at the latest. */
  touch = (letter: string, to: number, mmPerS: number): this =>
    this.line(fillLine(this.touchLines.touch, { letter, to: this.length(to), feed: this.perMinute(mmPerS) }));
  /** The work position of an axis where it has touched; work offset 1. */
  workHere = (letter: string, value: number): this =>
    this.line(fillLine(this.touchLines.setWork, { letter, value: this.length(value), set: '1' }));
  /** Zero in the middle between the last two touches. A control without a line for it leaves that to the hand. */
  halve(letter: string): this {
    const { halve } = this.touchLines;
    return halve
      ? this.line(fillLine(halve, { letter, set: '1' }))
      : this.comment(`make the work position of ${letter} half of what it shows, then go on`).line('M0');
  }
  /** `centre`: from the start of the arc, by its words I, J, K. */
  arc = (clockwise: boolean, to: Places, centre: Places, mmPerS: number): this =>
    this.line(`G${clockwise ? 2 : 3} ${this.at(to)} ${this.at(centre)} ${this.feed(mmPerS)}`);
  /** The spindle, with time to reach its speed. A machine whose spindle is switched by hand is waited for. */
  spindle(rpm: number, switched: boolean): this {
    return switched
      ? this.line(`S${programNumber(rpm)} M3`).line('G4 P5')
      : this.comment('spindle on by hand, then go on').line('M0');
  }
  end(switched: boolean): string {
    if (switched) this.line('M5');
    return [...this.lines, 'M30', ''].join('\n');
  }
}
