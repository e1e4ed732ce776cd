import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { Evaluation, Situation } from '../wiring/evaluate';
import type { Network } from '../wiring/network';
import { LivingMachine } from './livingMachine';
import type { Reached } from './reach';
import { Zones, reaches } from './reach';
import type { SafetyFunction, Telling } from './safetyFunctions';
import { readAt, safetyFunctions, tells } from './safetyFunctions';

/** What a machine does in the named situations, with or without a fault. */
export class Behaviour {
  private readonly living: LivingMachine;
  private readonly fault: Situation;
  readonly held: ReadonlySet<string>;
  private rest: Evaluation | undefined;

  constructor(living: LivingMachine, fault: Situation) {
    this.living = living;
    this.fault = fault;
    this.held = living.started(fault);
  }
  at(actuated: Iterable<string>, more: Situation = {}): Evaluation {
    return this.living.at({ ...this.fault, held: this.held, ...more, actuated: new Set(actuated) });
  }
  atRest = (): Evaluation => (this.rest ??= this.at([]));
  /** A button is pressed and let go again: what held itself before and dropped stays dropped. */
  after = (actuated: Iterable<string>): Evaluation => this.at([], { held: this.at(actuated).energised });
  /** Power is on, and nobody has pressed start yet. */
  switchedOn = (): Evaluation => this.living.at(this.fault);
  torque = (e: Evaluation) => this.living.torque(e);
}

/** The safety-relevant functions of a machine, each with the zones of the nets that it hangs on. */
export class FunctionCheck {
  readonly functions: readonly SafetyFunction[];
  /** Ids of functions that do not work on the whole machine either. */
  readonly missing: readonly string[];
  readonly living: LivingMachine;
  readonly zones: Zones;
  readonly whole: Behaviour;
  private readonly healthy: ReadonlyMap<string, Telling>;
  private readonly zonesOf: ReadonlyMap<string, ReadonlySet<number>>;
  private readonly able: readonly SafetyFunction[];

  constructor(design: Design, network: Network, inputs: Readonly<Record<string, TerminalRef>>) {
    this.living = new LivingMachine(design, network);
    this.zones = new Zones(network);
    this.whole = new Behaviour(this.living, {});
    this.functions = safetyFunctions(design, inputs);
    this.healthy = new Map(
      this.functions.map((f) => [
        f.id,
        { rest: readAt(this.whole.atRest(), f), called: readAt(this.whole.at(f.call), f) },
      ]),
    );
    const torque = this.torqueZones();
    this.zonesOf = new Map(
      this.functions.map((f) => [
        f.id,
        union(
          ...[...f.call].map(this.zones.ofPart),
          ...(f.input ? [this.zones.ofTerminal(f.input)] : []),
          ...(f.kind === 'stop-power' || f.kind === 'stop-latch' ? [torque] : []),
          ...(f.kind === 'stop-reset' ? this.living.resetTerminals().map((t) => this.zones.ofTerminal(t)) : []),
          ...(f.coil ? [this.zones.ofElement(f.coil)] : []),
        ),
      ]),
    );
    this.missing = this.functions.filter((f) => !this.works(this.whole, f)).map((f) => f.id);
    this.able = this.functions.filter((f) => !this.missing.includes(f.id));
  }
  torqueZones = (): ReadonlySet<number> => union(...this.living.torqueTerminals().map((t) => this.zones.ofTerminal(t)));

  /** Functions that a fault takes away; only those that it reaches are asked. */
  lost(b: Behaviour, reached: Reached = 'all'): SafetyFunction[] {
    return this.able.filter((f) => reaches(reached, this.zonesOf.get(f.id)!) && !this.works(b, f));
  }
  private works(b: Behaviour, f: SafetyFunction): boolean {
    switch (f.kind) {
      case 'trip':
      case 'stop-told': {
        const healthy = this.healthy.get(f.id)!;
        return tells(healthy) && readAt(b.at(f.call), f) === healthy.called;
      }
      case 'stop-power':
        return b.torque(b.at(f.call)).size === 0;
      case 'stop-reset':
        return this.living.inReset(b.at(f.call)) && !this.living.inReset(b.atRest());
      case 'stop-latch':
        return b.torque(b.after(f.call)).size === 0;
      case 'brake':
        return !b.at(f.call).energised.has(f.coil!);
    }
  }
}

export const union = (...sets: ReadonlySet<number>[]): ReadonlySet<number> => new Set(sets.flatMap((s) => [...s]));
