import type { Design } from '../machine/design';
import type { NameSheet, SheetListen } from '../machine/nameSheet';
import type { Setting } from '../settings/setting';
import { contextsOf } from './contexts';
import { patternOf } from './readDump';
import { readTemplate } from './template';

/** An input as the control tells of it. `at`: when it was told last, as the clock that was handed in counts. */
export interface HeardInput {
  readonly tripped: boolean;
  readonly at: number;
}
/** What was heard of a control so far. */
export interface Heard {
  readonly state: string | undefined;
  /** By circuit. */
  readonly inputs: ReadonlyMap<string, HeardInput>;
  /** Lines that have the form of its settings, in the order in which they came. */
  readonly printed: readonly string[];
  /** The last lines as they came. */
  readonly lines: readonly string[];
}

/** A line that does not end is noise, and is cut here. */
const LONGEST_LINE = 400;
const LINES_KEPT = 60;
const PRINTED_KEPT = 5000;

/**
 * Listens to a control by its name sheet: takes what comes in pieces, as a serial line gives it, and keeps what it tells of its
 * state, its inputs and its settings. What fits no line of the sheet is kept as the last lines and otherwise left alone.
 */
export class ControlEar {
  private rest = '';
  private state: string | undefined;
  private readonly inputs = new Map<string, HeardInput>();
  private printed: string[] = [];
  private lines: string[] = [];
  private readonly patterns: Readonly<Record<'state' | 'input' | 'setting', RegExp | undefined>>;
  private readonly circuitOf: ReadonlyMap<string, { circuit: string; activeHigh: boolean }>;

  constructor(
    private readonly sheet: NameSheet,
    design: Pick<Design, 'axes' | 'axisOrder' | 'circuits' | 'parts' | 'datumStrategy'>,
    settings: readonly Setting[],
  ) {
    const { listen } = sheet;
    this.patterns = {
      state: listen?.state ? patternOf(listen.state) : undefined,
      input: listen?.input ? patternOf(listen.input) : undefined,
      setting: patternOf(sheet.dump),
    };
    this.circuitOf = new Map(
      inputNames(listen, design, settings).map(({ name, circuit }) => [
        name,
        { circuit, activeHigh: valueOf(settings, `input/${circuit}/active-when`) === 'high' },
      ]),
    );
  }

  /** Takes a piece of what came; `now` is kept with what it tells. */
  hear(piece: string, now: number): void {
    const all = (this.rest + piece).split(/\r\n|\r|\n/);
    this.rest = all.pop()!.slice(-LONGEST_LINE);
    for (const raw of all) {
      const line = raw.trim();
      if (line && line.length <= LONGEST_LINE) this.take(line, now);
    }
  }
  private take(line: string, now: number): void {
    this.lines = [...this.lines, line].slice(-LINES_KEPT);
    const input = this.patterns.input?.exec(line)?.groups;
    const of = input?.name === undefined ? undefined : this.circuitOf.get(input.name);
    if (of && input?.value !== undefined) {
      const { lit, litMeans } = this.sheet.listen!;
      const on = input.value.toLowerCase() === (lit ?? '1').toLowerCase();
      this.inputs.set(of.circuit, { tripped: litMeans === 'high' ? on === of.activeHigh : on, at: now });
      return;
    }
    const state = this.patterns.state?.exec(line)?.groups?.value;
    if (state !== undefined) this.state = state;
    else if (this.patterns.setting!.test(line)) this.printed = [...this.printed, line].slice(-PRINTED_KEPT);
  }
  /** What was printed before is forgotten: it is asked for again. */
  forgetPrinted(): void {
    this.printed = [];
  }
  get heard(): Heard {
    return { state: this.state, inputs: new Map(this.inputs), printed: this.printed, lines: this.lines };
  }
}

const valueOf = (settings: readonly Setting[], key: string) => {
  const value = settings.find((s) => s.key === key)?.value;
  return value?.known ? value.value : undefined;
};

/** What the inputs of this machine are called over the line, by circuit; none where the sheet does not say. */
export function inputNames(
  listen: SheetListen | undefined,
  design: Pick<Design, 'axes' | 'axisOrder' | 'circuits' | 'parts' | 'datumStrategy'>,
  settings: readonly Setting[],
): { name: string; circuit: string; title: string }[] {
  if (!listen?.input || !listen.inputName) return [];
  const template = readTemplate(listen.inputName);
  if (!template.ok) return [];
  return contextsOf(design, settings).input.flatMap(({ circuit, title, texts, facts }) => {
    const name = template.value.fill(texts, facts);
    return circuit !== undefined && name.ok ? [{ name: name.value, circuit, title }] : [];
  });
}
