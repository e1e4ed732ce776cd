import type { NameSheet } from '../machine/nameSheet';
import type { SheetLine } from './lines';
import type { inputNames } from './listen';
import { SimulatedControl } from './simulatedControl';

/**
 * A stand-in for a control on a serial line: it greets, answers what it is asked, tells of an input when it changes, and takes
 * settings as its sheet writes them. It sends in pieces that end anywhere, as a line does. It moves nothing.
 */
export class SimulatedSerial {
  private readonly control: SimulatedControl;
  private readonly tripped = new Set<string>();
  private rest = '';

  constructor(
    private readonly sheet: NameSheet,
    lines: readonly SheetLine[],
    private readonly inputs: ReturnType<typeof inputNames>,
    /** Inputs that read high when they are tripped, by circuit. */
    private readonly activeHigh: (circuit: string) => boolean,
    private readonly send: (piece: string) => void,
  ) {
    this.control = new SimulatedControl(sheet, lines);
    for (const l of lines) if (l.value !== undefined) this.control.set(l.name, l.value);
  }

  begin(): void {
    this.say('good day');
    this.tellState();
  }
  /** What the page sends: whole lines, or pieces of them. */
  take(piece: string): void {
    const all = (this.rest + piece).split(/\r\n|\r|\n/);
    this.rest = all.pop()!;
    for (const raw of all) {
      const line = raw.trim();
      if (!line) continue;
      const { listen } = this.sheet;
      if (line === listen?.askSettings) this.say(this.control.dump());
      else if (line === listen?.askState) this.tellState();
      else {
        const refused = this.control.take(line);
        if (refused) this.say(refused);
      }
    }
  }
  /** A hand on a switch of the machine. */
  press(circuit: string, down: boolean): void {
    if (down) this.tripped.add(circuit);
    else this.tripped.delete(circuit);
    this.tellInput(circuit);
  }
  isPressed = (circuit: string): boolean => this.tripped.has(circuit);

  private tellState(): void {
    const { state } = this.sheet.listen ?? {};
    if (state) this.say(state.replaceAll('{value}', 'at rest'));
    for (const { circuit } of this.inputs) this.tellInput(circuit);
  }
  private tellInput(circuit: string): void {
    const { input, lit = '1', litMeans } = this.sheet.listen ?? {};
    const of = this.inputs.find((i) => i.circuit === circuit);
    if (!input || !of) return;
    const tripped = this.tripped.has(circuit);
    const on = litMeans === 'high' ? tripped === this.activeHigh(circuit) : tripped;
    this.say(input.replaceAll('{name}', () => of.name).replaceAll('{value}', () => (on ? lit : 'dark')));
  }
  /** In pieces of some letters, so that whoever listens has to put them together. */
  private say(text: string): void {
    const whole = `${text}\r\n`;
    for (let i = 0; i < whole.length; i += PIECE) this.send(whole.slice(i, i + PIECE));
  }
}
const PIECE = 13;
