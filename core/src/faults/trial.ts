import { portOf } from '../machine/ports';
import type { InputFunction } from '../machine/connections';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import { isDriver, terminalsWithRole } from '../machine/parts';
import type { CurrentPaths } from '../wiring/currentPaths';
import { currentPaths } from '../wiring/currentPaths';
import type { Evaluation, Situation } from '../wiring/evaluate';
import type { Level, Reading } from '../wiring/levels';
import type { Network } from '../wiring/network';
import { Behaviour, FunctionCheck } from './behaviour';
import type { SafetyFunction } from './safetyFunctions';
import type { Ends } from './sweep';

/** One thing that is done to a machine by hand, and undone by doing it again. */
export type Act =
  | { kind: 'press'; part: string }
  | { kind: 'cut'; conductor: string }
  | { kind: 'lose'; part: string }
  | { kind: 'pull'; part: string }
  | { kind: 'drive'; output: TerminalRef };

export const actKey = (act: Act): string =>
  `${act.kind}:${'part' in act ? act.part : 'conductor' in act ? act.conductor : terminalKey(act.output)}`;

/** What the controller takes an input for, by the polarity that it is set to. */
export type Conclusion = 'free' | 'tripped' | 'unclear' | 'controller off';

export interface InputView {
  circuit: string;
  function: InputFunction;
  input: TerminalRef;
  level: Level;
  reading: Reading;
  conclusion: Conclusion;
}

/** All that can be seen of a machine in one situation. */
export interface TrialView {
  inputs: readonly InputView[];
  /** Coils that draw, by `part/element`. */
  energised: ReadonlySet<string>;
  /** Lamps, brakes, fans and valves with their supply, by `part/element`. */
  fed: ReadonlySet<string>;
  /** Those of them that have it the other way round. */
  reversed: ReadonlySet<string>;
  /** Drivers that can turn their motors. */
  torque: ReadonlySet<string>;
  /** Drivers whose enable input lets them: an open one counts as its sheet says. Those without one are not listed. */
  enables: ReadonlyMap<string, boolean>;
  /** Supplies that give nothing. */
  dead: ReadonlySet<string>;
  controllerOn: boolean;
  shorted: boolean;
  ring: readonly string[];
  /** Safety-relevant functions that do not work as the machine now is. */
  lost: readonly SafetyFunction[];
  paths: CurrentPaths;
}

export interface TrialState {
  /** What is done and not undone, in order. */
  acts: readonly Act[];
  /** Coils that hold themselves, carried from one act to the next. */
  held: ReadonlySet<string>;
  view: TrialView;
}

/** What can be acted on by hand, in the order of the parts list. */
export interface Handles {
  press: readonly string[];
  lose: readonly string[];
  pull: readonly string[];
  drive: readonly { circuit: string; output: TerminalRef }[];
}
export function handlesOf(design: Design, outputs: Readonly<Record<string, TerminalRef>>): Handles {
  const parts = Object.entries(design.parts);
  const inCircuits = new Set(Object.values(design.circuits).flatMap((c) => c.devices));
  const byHand = (id: string, p: Design['parts'][string]) =>
    ['switch', 'sensor', 'button', 'probe'].includes(p.data.class) && (inCircuits.has(id) || p.data.class === 'button');
  return {
    press: parts.flatMap(([id, p]) => (byHand(id, p) ? [id] : [])),
    lose: parts.flatMap(([id, p]) => (p.data.class === 'supply' ? [id] : [])),
    pull: parts.flatMap(([id, p]) => (p.data.class === 'connector' && portOf(p, 'mains') === undefined ? [id] : [])),
    drive: Object.entries(outputs).map(([circuit, output]) => ({ circuit, output })),
  };
}

/** The polarity that the control is set to, for each input circuit. */
export type Polarities = Readonly<Record<string, 'high' | 'low' | undefined>>;

/**
 * The machine on trial: switched on and started, then pressed, cut, starved and unplugged, one act after the other, each
 * evaluated over the whole of its nets. What holds itself and drops stays dropped until somebody starts it again.
 */
export class Trial {
  readonly check: FunctionCheck;
  private readonly design: Design;
  private readonly network: Network;
  private readonly ends: Ends;
  private readonly polarities: Polarities;
  private readonly loads: readonly (readonly [part: string, element: string])[];
  private readonly supplies: readonly string[];

  constructor(design: Design, network: Network, ends: Ends, polarities: Polarities) {
    this.design = design;
    this.network = network;
    this.ends = ends;
    this.polarities = polarities;
    this.check = new FunctionCheck(design, network, ends.inputs);
    const parts = Object.entries(design.parts);
    this.loads = parts.flatMap(([part, { elements }]) =>
      Object.entries(elements).flatMap(([id, e]) => (e.kind === 'load' ? [[part, id] as const] : [])),
    );
    this.supplies = parts.flatMap(([id, p]) => (p.data.class === 'supply' ? [id] : []));
  }

  /** Switched on and started, with nothing done to it. */
  begin(): TrialState {
    const { held } = this.check.whole;
    return { acts: [], held, view: this.see([], held) };
  }
  /** Does an act, or undoes it if it was done. */
  toggle(state: TrialState, act: Act): TrialState {
    const key = actKey(act);
    const done = state.acts.some((a) => actKey(a) === key);
    const acts = done ? state.acts.filter((a) => actKey(a) !== key) : [...state.acts, act];
    const view = this.see(acts, state.held);
    return { acts, held: view.energised, view };
  }

  private see(acts: readonly Act[], held: ReadonlySet<string>): TrialView {
    const fault = situationOf(acts.filter((a) => a.kind !== 'press' && a.kind !== 'drive'));
    const situation: Situation = { ...situationOf(acts), held };
    const { e, lost: dead } = this.check.living.settle(situation);
    const controllerOn = this.check.living.controllerOn(e);
    const broken = Object.keys(fault).length ? new Behaviour(this.check.living, fault) : undefined;
    return {
      inputs: Object.entries(this.ends.inputs).flatMap(([circuit, input]) => {
        const c = this.design.circuits[circuit];
        return c ? [this.inputView(e, circuit, c.function, input, controllerOn)] : [];
      }),
      energised: e.energised,
      fed: new Set(this.loads.flatMap(([p, id]) => (this.check.living.loadFed(e, p, id) ? [`${p}/${id}`] : []))),
      reversed: new Set(this.loads.flatMap(([p, id]) => (e.fedBackwards(p, id) ? [`${p}/${id}`] : []))),
      torque: this.check.living.torque(e),
      enables: this.enables(e),
      dead: new Set(this.supplies.filter((id) => dead.has(id))),
      controllerOn,
      shorted: e.shorted,
      ring: e.ring,
      lost: broken ? this.check.lost(broken) : [],
      paths: currentPaths(
        this.network,
        e,
        { ...situation, lost: dead },
        this.check.living.powerOf(),
        this.check.living.mainsWays(dead),
      ),
    };
  }
  private enables(e: Evaluation): ReadonlyMap<string, boolean> {
    const map = new Map<string, boolean>();
    for (const [id, part] of Object.entries(this.design.parts)) {
      if (!isDriver(part.data) || !part.data.enableOpen) continue;
      const terminal = terminalsWithRole(part, 'enable-plus')[0];
      if (terminal === undefined) continue;
      const driven = e.readingAt({ part: id, terminal }) === 'high';
      map.set(id, driven !== (part.data.enableOpen === 'enabled'));
    }
    return map;
  }
  private inputView(
    e: Evaluation,
    circuit: string,
    fn: InputFunction,
    input: TerminalRef,
    controllerOn: boolean,
  ): InputView {
    const reading = e.readingAt(input);
    const active = this.polarities[circuit];
    const conclusion: Conclusion = !controllerOn
      ? 'controller off'
      : reading === 'uncertain' || !active
        ? 'unclear'
        : reading === active
          ? 'tripped'
          : 'free';
    return { circuit, function: fn, input, level: e.levelAt(input), reading, conclusion };
  }
}

function situationOf(acts: readonly Act[]): Situation {
  const ids = (kind: 'press' | 'lose' | 'pull') =>
    new Set(acts.flatMap((a) => (a.kind === kind && 'part' in a ? [a.part] : [])));
  const open = new Set(acts.flatMap((a) => (a.kind === 'cut' ? [a.conductor] : [])));
  const driven = new Set(acts.flatMap((a) => (a.kind === 'drive' ? [terminalKey(a.output)] : [])));
  const [actuated, lost, pulled] = [ids('press'), ids('lose'), ids('pull')];
  return {
    ...(actuated.size ? { actuated } : {}),
    ...(open.size ? { open } : {}),
    ...(lost.size ? { lost } : {}),
    ...(pulled.size ? { pulled } : {}),
    ...(driven.size ? { driven } : {}),
  };
}
