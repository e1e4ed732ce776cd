import type { NameSheet } from '../machine/nameSheet';
import { printed, toStep, type SheetLine } from './lines';
import { readDump } from './readDump';

/**
 * A stand-in for a control that speaks by a name sheet: it takes lines as the sheet sets them, rounds to its steps, refuses what
 * lies outside its bounds or is not its own, and prints all it holds. It knows names, steps and bounds, and nothing of the machine.
 */
export class SimulatedControl {
  private readonly held = new Map<string, number>();
  private readonly byName: ReadonlyMap<string, SheetLine>;

  constructor(
    private readonly sheet: NameSheet,
    lines: readonly SheetLine[],
  ) {
    this.byName = new Map(lines.map((l) => [l.name, l]));
  }

  /** Takes a line; answers in words where it does not. Lines ahead and behind, and a restart, are taken as they are. */
  take(line: string): string | undefined {
    const { before, after, restart } = this.sheet;
    if ([...before, ...after, restart].includes(line)) return undefined;
    // It waits as long as it is told.
    const { pauseLine } = this.sheet;
    const [ahead, behind] = pauseLine?.split('{seconds}') ?? [];
    if (
      pauseLine &&
      line.startsWith(ahead!) &&
      line.endsWith(behind!) &&
      Number(line.slice(ahead!.length, line.length - behind!.length)) > 0
    )
      return undefined;
    // It reads a line that sets as the sheet would read one that it prints.
    const read = readDump({ ...this.sheet, dump: this.sheet.set }, [...this.byName.values()], line);
    const [given] = read.given.values();
    const of = given && this.byName.get(given.name);
    if (!given || !of) return `not known here: ${line}`;
    if (given.value === undefined) return `no figure: ${given.text}`;
    const { least, most, step } = of.entry;
    if ((least !== undefined && given.value < least) || (most !== undefined && given.value > most))
      return `out of bounds: ${given.name}`;
    this.held.set(given.name, toStep(given.value, step));
    return undefined;
  }
  /** Turns one of its settings, as a hand would; of a name that it has not, nothing. */
  set(name: string, value: number): void {
    if (this.byName.has(name)) this.held.set(name, value);
  }
  /** All that it holds, a line each. */
  dump(): string {
    return [...this.held]
      .map(([name, value]) => {
        const { entry, unit } = this.byName.get(name)!;
        return this.sheet.dump
          .replaceAll('{name}', () => name)
          .replaceAll('{value}', () => printed(value, entry, this.sheet.decimal))
          .replaceAll('{unit}', () => unit ?? '')
          .trim();
      })
      .join('\n');
  }
}
