import type { ControllerSettings } from '../../settings/controllerSettings';
import type { ControllerEvent } from './events';

/** What the control wants of its outputs. */
export interface OutputState {
  brakesReleased: boolean;
  spindle: 1 | -1 | 0;
  spindleRpm: number;
  coolant: boolean;
  /** The pump or fan that cools the spindle. */
  cooling: boolean;
  lamp: boolean;
  /** Outputs whose loads are switched on. */
  loads: ReadonlySet<string>;
}

const allOff = {
  brakesReleased: false,
  spindle: 0,
  spindleRpm: 0,
  coolant: false,
  cooling: false,
  loads: new Set<string>() as ReadonlySet<string>,
} as const;

/** The outputs of the control: brakes, spindle, coolant, lamp, and loads that are switched each by itself. */
export class Outputs {
  readonly state: OutputState = { ...allOff, lamp: false };
  /** Outputs that hold the work: no stop lets it go. */
  kept: readonly string[] = [];
  /** Counts up with every change. */
  changes = 0;
  /** Share of the asked spindle speed that is given. */
  trim = 1;
  /** What was asked of the spindle, before its trim. */
  private asked = 0;

  constructor(
    private readonly spindleSettings: ControllerSettings['spindle'],
    private readonly say: (e: ControllerEvent) => void,
  ) {}

  set(change: Partial<OutputState>): void {
    for (const [k, v] of Object.entries(change) as [keyof OutputState, never][])
      if (this.state[k] !== v) {
        this.state[k] = v;
        this.changes++;
      }
  }
  allOff(): void {
    this.set({ ...allOff, lamp: false });
  }
  spindle(direction: 1 | -1 | 0, rpm: number): void {
    if (!this.spindleSettings) return;
    this.asked = rpm;
    const turns = direction !== 0 && rpm > 0;
    const wanted = turns ? Math.min(this.spindleSettings.maxRpm, rpm * this.trim) : 0;
    const was = this.state.spindle;
    this.set({ spindle: turns ? direction : 0, spindleRpm: wanted });
    if (turns && was !== direction) this.say({ code: 'spindle-on', rpm: wanted, direction });
    else if (!turns && was !== 0) this.say({ code: 'spindle-off' });
  }
  trimSpindle(share: number): void {
    this.trim = share;
    this.spindle(this.state.spindle, this.asked);
  }
  coolant(on: boolean): void {
    if (this.state.coolant === on) return;
    this.set({ coolant: on });
    this.say({ code: 'coolant', on });
  }
  cooling(on: boolean): void {
    if (this.state.cooling === on) return;
    this.set({ cooling: on });
    this.say({ code: 'spindle-cooling', on });
  }
  /** `but`: outputs that stay as they are. */
  loadsOff(but: readonly string[] = []): void {
    for (const output of this.state.loads)
      if (!but.includes(output) && !this.kept.includes(output)) this.switchLoad(output, false);
  }
  /** `told`: whoever switches it tells what it does by itself. */
  switchLoad(output: string, on: boolean, told = false): void {
    if (this.state.loads.has(output) === on) return;
    const loads = new Set(this.state.loads);
    if (on) loads.add(output);
    else loads.delete(output);
    this.set({ loads });
    if (!told) this.say({ code: 'load-switched', on });
  }
}
