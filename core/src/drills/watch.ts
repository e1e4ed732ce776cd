import type { ControllerEvent } from '../motion/controller/events';
import type { Happening } from '../motion/plant/happenings';
import type { Inspection } from '../motion/simulation/inspect';
import { inspectionKey } from '../motion/simulation/inspect';
import type { Act } from '../motion/simulation/record';
import type { Simulation, Snapshot } from '../motion/simulation/simulation';

type EventCode = ControllerEvent['code'];
type EventOf<C extends EventCode> = Extract<ControllerEvent, { code: C }>;

/** Everything that a drill saw: what was done, said and heard, in order. Goals and rules ask it; it decides nothing. */
export class Watch {
  readonly acts: { t: number; act: Act; state: Snapshot['state']; cause: Snapshot['cause'] }[] = [];
  readonly events: { t: number; event: ControllerEvent }[] = [];
  readonly happenings: Happening[] = [];
  /** What was looked at, and how fast the spindle turned then, rpm. */
  readonly inspected: { t: number; key: string; text: string; rpm: number }[] = [];
  /** The fastest that the spindle was seen to turn, rpm. */
  highestRpm = 0;
  answer: number | undefined;
  now: Snapshot | undefined;
  /** True places of each axis when the trainee took over, and when it last stood still. */
  readonly began: Readonly<Record<string, number>>;

  constructor(readonly sim: Simulation) {
    this.began = Object.fromEntries(sim.plant.model.axes.map((a, i) => [a.id, this.placeAt(i)]));
  }
  private placeAt(axis: number): number {
    return this.sim.plant.motors.carriage[this.sim.plant.model.motors.findIndex((m) => m.axis === axis)]!;
  }
  did(act: Act): void {
    const { controller } = this.sim;
    this.acts.push({ t: this.sim.timeS, act, state: controller.state, cause: controller.cause });
  }
  see(snapshot: Snapshot): void {
    this.now = snapshot;
    this.highestRpm = Math.max(this.highestRpm, Math.abs(snapshot.spindle?.rpm ?? 0));
    this.events.push(...snapshot.events);
    this.happenings.push(...snapshot.happenings);
  }
  looked(inspection: Inspection, text: string): void {
    const rpm = Math.abs(this.sim.plant.spindle?.rpm ?? 0);
    this.inspected.push({ t: this.sim.timeS, key: inspectionKey(inspection), text, rpm });
  }

  said<C extends EventCode>(code: C, of: (e: EventOf<C>) => boolean = () => true): number {
    return this.events.filter(({ event }) => event.code === code && of(event as EventOf<C>)).length;
  }
  /** When something was said for the last time, s; −1 where it never was. */
  lastSaid(code: EventCode): number {
    return this.events.findLast(({ event }) => event.code === code)?.t ?? -1;
  }
  heard(kind: Happening['kind'], of: (h: Happening) => boolean = () => true): number {
    return this.happenings.filter((h) => h.kind === kind && of(h)).length;
  }
  done<T extends Act['type']>(type: T, of: (a: Extract<Act, { type: T }>) => boolean = () => true): number {
    return this.acts.filter(({ act }) => act.type === type && of(act as Extract<Act, { type: T }>)).length;
  }
  firstDone(type: Act['type']): number {
    return this.acts.find(({ act }) => act.type === type)?.t ?? Infinity;
  }
  sawBy(key: string): boolean {
    return this.inspected.some((i) => i.key === key);
  }
  /** When a thing was first looked at, s. */
  firstLook(key: string): number {
    return this.inspected.find((i) => i.key === key)?.t ?? Infinity;
  }
  /** How far an axis is now from where it began, truly. */
  wayOf(axis: string): number {
    const i = this.sim.plant.model.axes.findIndex((a) => a.id === axis);
    return this.placeAt(i) - this.began[axis]!;
  }
  /** How far the sides of a gantry stand apart, truly. */
  skewOf(axis: string): number {
    const { motors } = this.sim.plant.model;
    const own = motors.flatMap((m, i) =>
      this.sim.plant.model.axes[m.axis]!.id === axis ? [this.sim.plant.motors.carriage[i]!] : [],
    );
    return Math.abs((own[0] ?? 0) - (own[1] ?? own[0] ?? 0));
  }
  referenced(axis: string): boolean {
    return this.now?.axes.some((a) => a.id === axis && a.referenced && !a.doubtful) ?? false;
  }
  get allReferenced(): boolean {
    return this.now?.state === 'at-rest' && this.now.axes.every((a) => a.referenced && !a.doubtful);
  }
  /** Whether the axis was tried by a small, slow move before anything else moved it. */
  triedGently(axis: string, most: number): boolean {
    const first = this.acts.find(
      ({ act }) =>
        act.type === 'reference' ||
        ((act.type === 'jog' || act.type === 'nudge' || act.type === 'move' || act.type === 'wheel') &&
          act.axis === axis),
    )?.act;
    return (first?.type === 'nudge' || first?.type === 'wheel') && Math.abs(first.distance) <= most;
  }
}
