import { QuadratureDecoder } from '../hand/wheel';
import type { AxisMotion } from './axis';
import type { Hand } from './hand';
import type { Shared } from './shared';

/** Share of its highest speed at which a key moves an axis. */
const KEY_SHARE = 0.5;
/** Looks within this long are one look, s. */
const SAME_LOOK_S = 1e-9;

/** Motion by what hangs on the inputs: keys, an enabling switch, selectors, and a wheel on two inputs or counted elsewhere. */
export class HandInputs {
  private readonly decoder = new QuadratureDecoder();
  private readonly levels = { a: false, b: false };
  /** When the levels were last changed and not yet looked at; NaN: they were. */
  private changedAt = NaN;
  private onScreen: { axis: string; stepMm: number } | undefined;
  private readonly has: { enable: boolean; axis: boolean; step: boolean };
  /** Which inputs are keys; most machines have none, and this is asked a thousand times a second. */
  private readonly keys: readonly number[];
  /** Axes that a key holds now. */
  private readonly held = new Set<string>();

  constructor(
    private readonly s: Shared,
    private readonly hand: Hand,
  ) {
    const any = (f: string) => s.settings.inputs.some((i) => i.function === f);
    this.keys = s.settings.inputs.flatMap((i, k) => (i.function === 'jog' ? [k] : []));
    this.has = { enable: any('hand-enable'), axis: any('select-axis'), step: any('select-step') };
  }
  /** What the wheel moves where no selector of its own says so. */
  choose(axis: string, stepMm: number): void {
    this.onScreen = { axis, stepMm };
  }
  /** Edges that an encoder input or the computer has counted. */
  count(edges: number): void {
    this.decoder.add(edges);
  }

  private tripped(f: string): number {
    return this.s.settings.inputs.findIndex((i, k) => i.function === f && this.s.tripped[k] === 1);
  }
  private get enabled(): boolean {
    return !this.has.enable || this.tripped('hand-enable') >= 0;
  }

  /** An input of this kind has changed; call in the order of time. */
  accept(index: number, tripped: boolean, t: number): void {
    const input = this.s.settings.inputs[index]!;
    if (input.function === 'wheel-a' || input.function === 'wheel-b') {
      if (t > this.changedAt + SAME_LOOK_S) this.look();
      this.levels[input.function === 'wheel-a' ? 'a' : 'b'] = tripped;
      this.changedAt = t;
      return;
    }
    const axis = input.hand?.axis;
    if (input.function === 'jog' && !tripped && axis !== undefined && this.held.delete(axis)) this.hand.release(axis);
    if (input.function === 'hand-enable' && !tripped) this.letGo();
  }
  private look(): void {
    if (Number.isNaN(this.changedAt)) return;
    this.decoder.lookAt(this.levels.a, this.levels.b);
    this.changedAt = NaN;
  }
  /** The hand is off, or the lead of the pendant: whatever it was moving comes to rest. */
  letGo(): void {
    this.held.clear();
    this.hand.release(undefined);
  }

  step(): void {
    this.look();
    const { s, hand } = this;
    const clicks = this.decoder.takeDetents();
    const pressed = this.keys.length ? this.keys.filter((k) => s.tripped[k] === 1) : this.keys;
    if (!clicks && !pressed.length) return;
    if (!this.enabled) return s.sayOnce({ code: 'hand-not-enabled' });
    for (const k of pressed) {
      const key = s.settings.inputs[k]!.hand;
      if (key?.axis === undefined || key.direction === undefined) continue;
      this.held.add(key.axis);
      hand.jog(key.axis, key.direction, KEY_SHARE, false);
    }
    const moved = clicks ? this.chosen() : undefined;
    if (moved) hand.wheel(moved.axis.settings.id, clicks * moved.stepMm);
  }
  /** The axis and the step of a click: by the selectors, else as chosen on the screen. */
  private chosen(): { axis: AxisMotion; stepMm: number } | undefined {
    const { s, has, onScreen } = this;
    const by = (f: string) => s.settings.inputs[this.tripped(f)]?.hand;
    const axis = has.axis ? by('select-axis')?.axis : onScreen?.axis;
    const stepMm = has.step ? by('select-step')?.stepMm : onScreen?.stepMm;
    const motion = axis === undefined ? undefined : s.byId.get(axis);
    return motion && stepMm !== undefined ? { axis: motion, stepMm } : undefined;
  }
}
