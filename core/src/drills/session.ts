import type { Display } from '../units/print';
import { Random } from '../motion/plant/random';
import type { Inspection } from '../motion/simulation/inspect';
import { inspect, inspectionKey } from '../motion/simulation/inspect';
import type { Act } from '../motion/simulation/record';
import type { Simulation, Snapshot } from '../motion/simulation/simulation';
import { revealFault } from '../motion/truth/hiddenFault';
import type { Drill, DrillStart } from './drill';
import { unsafeActs } from './unsafe';
import { Watch } from './watch';

/** Points for a goal that was not reached, and for a wrong answer. */
const MISSED_GOAL = 20;
const WRONG_ANSWER = 25;
/** From here on a drill is passed, all goals reached and the answer right. */
export const PASSED = 70;

export interface Debrief {
  drill: string;
  score: number;
  passed: boolean;
  goals: { text: string; reached: boolean }[];
  /** What cost points, and why. */
  costs: { points: number; why: string }[];
  answer: { given: string | undefined; right: string; ok: boolean } | undefined;
  /** What was hidden. */
  hidden: string[];
  safeWay: readonly string[];
  onTheMachine: string;
  /** When it ended, s. */
  timeS: number;
}

/** A drill under way on a simulation: it watches what is done and seen, and judges at the end. */
export class DrillSession {
  readonly watch: Watch;
  private readonly lastPlace = new Map<string, number>();
  private readonly reached = new Set<string>();

  constructor(
    readonly drill: Drill,
    readonly start: DrillStart,
    readonly sim: Simulation,
  ) {
    for (const { act, thenS } of start.prelude) {
      sim.act(act);
      // A run that ends sooner is not waited for any longer.
      for (let ms = 0; ms < thenS * 1000; ms += 100) {
        sim.run(100);
        if (act.type === 'reference' && sim.controller.state !== 'finding-datum') break;
      }
    }
    sim.snapshot();
    this.watch = new Watch(sim);
  }

  act(act: Act): void {
    this.watch.did(act);
    this.sim.act(act);
  }
  see(snapshot: Snapshot): void {
    this.watch.see(snapshot);
    for (const g of this.drill.goals) if (g.reached(this.watch, this.start)) this.reached.add(g.id);
  }
  look(inspection: Inspection, display: Display): string {
    const key = inspectionKey(inspection);
    const { text, place } = inspect(this.sim, inspection, display, this.lastPlace.get(key));
    if (place !== undefined) this.lastPlace.set(key, place);
    this.watch.looked(inspection, text);
    this.see(this.sim.snapshot());
    return text;
  }
  /** The goals as they stand now: one that was reached once stays reached. */
  progress(): { id: string; text: string; reached: boolean }[] {
    return this.drill.goals.map(({ id, text }) => ({ id, text, reached: this.reached.has(id) }));
  }
  /** The answers in an order that hangs on the seed alone, each with its own number. */
  answers(): { index: number; text: string }[] {
    const salt = [...this.drill.id].reduce((sum, c) => sum * 31 + c.charCodeAt(0), 0);
    const random = new Random(this.sim.input.seed + salt);
    return (this.drill.answers ?? [])
      .map((text, index) => ({ index, text, key: random.next() }))
      .sort((a, b) => a.key - b.key)
      .map(({ index, text }) => ({ index, text }));
  }

  /** Ends the drill and judges it. `answer`: the number of the answer given. */
  finish(answer: number | undefined): Debrief {
    const { drill, watch, start, sim } = this;
    watch.answer = answer ?? -1;
    this.see(sim.snapshot());
    const goals = this.progress();
    const costs = [...unsafeActs, ...(drill.faults ?? [])]
      .filter((f) => f.committed(watch, start))
      .map(({ points, why }) => ({ points, why }));
    const missed = goals.filter((g) => !g.reached).length;
    const right = drill.answers?.[0];
    const verdict =
      right === undefined
        ? undefined
        : { given: answer === undefined ? undefined : drill.answers?.[answer], right, ok: answer === 0 };
    const score = Math.max(
      0,
      100 -
        costs.reduce((sum, c) => sum + c.points, 0) -
        missed * MISSED_GOAL -
        (verdict && !verdict.ok ? WRONG_ANSWER : 0),
    );
    return {
      drill: drill.id,
      score,
      passed: score >= PASSED && missed === 0 && verdict?.ok !== false,
      goals: goals.map(({ text, reached }) => ({ text, reached })),
      costs,
      answer: verdict,
      hidden: start.faults.map((f) => revealFault(f, sim.input.truth.design)),
      safeWay: drill.safeWay,
      onTheMachine: drill.onTheMachine,
      timeS: sim.timeS,
    };
  }
}
