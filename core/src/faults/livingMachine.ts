import { mainsJoins } from '../distribution/lines';
import { mainsInlets } from '../distribution/supplies';
import { distributionOf } from '../distribution/tree';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { terminalKey } from '../machine/ids';
import { isDriver, terminalsWithRole } from '../machine/parts';
import type { TerminalRole } from '../machine/parts';
import type { Evaluation, Situation } from '../wiring/evaluate';
import { evaluate } from '../wiring/evaluate';
import type { Network } from '../wiring/network';

/** Mains falls away, a contactor drops, another supply with it: more rounds than any such chain has. */
const MAX_FALLS = 6;

/** Two terminals that power is led between. */
type Pair = readonly [TerminalRef, TerminalRef];

/**
 * A machine whose supplies live on its mains: a supply that the mains no longer reaches gives nothing. What holds
 * itself is carried from one situation to the next by the caller.
 */
export class LivingMachine {
  readonly design: Design;
  readonly network: Network;
  /** For each supply with mains terminals of its own, what they have to reach. */
  private readonly fed: { supply: string; ways: (readonly [TerminalRef, TerminalRef])[] }[];
  /** The terminals of each driver by which its torque is judged. */
  private readonly drivers: {
    id: string;
    /** Poles of its bus, or where the mains comes in and where it arrives, conductor by conductor. */
    power: { bus: Pair } | { mains: readonly Pair[] };
    torqueOff: TerminalRef | undefined;
  }[];

  /** Loads on the mains, by `part/element`, with the ways that it takes to them. */
  private readonly onMains: ReadonlyMap<string, readonly Pair[]>;

  private readonly reset: readonly TerminalRef[];
  private readonly controllerPoles: readonly [TerminalRef, TerminalRef] | undefined;
  /** The controller takes its power from the computer’s link. */
  private readonly fedByLink: boolean;
  /** Terminals that a conductor ends on, once somebody asks. */
  private ends: ReadonlySet<string> | undefined;

  constructor(design: Design, network: Network) {
    this.design = design;
    this.network = network;
    const first = (id: string, role: TerminalRole) => this.first(id, role);
    const controller = design.roles.controller;
    const [plus, minus] = [this.first(controller, 'supply-plus'), this.first(controller, 'supply-minus')];
    this.reset = [this.first(controller, 'reset-in')].filter((t) => t !== undefined);
    this.controllerPoles = plus && minus ? [plus, minus] : undefined;
    this.fedByLink = this.linkFeeds(controller, plus);
    const tree = distributionOf(design);
    const anyInlet = mainsInlets(design)[0]?.id;
    // One that is not planned yet gets its mains where the machine does.
    const waysOfMains = (id: string) => mainsJoins(tree, id, anyInlet);
    this.onMains = new Map(
      Object.entries(design.parts).flatMap(([id, { elements, data }]) => {
        const ways = data.class === 'supply' ? undefined : waysOfMains(id);
        return Object.entries(elements).flatMap(([element, e]) =>
          ways && e.kind === 'load' ? [[`${id}/${element}`, ways] as const] : [],
        );
      }),
    );
    this.fed = Object.entries(design.parts).flatMap(([supply, part]) => {
      if (part.data.class !== 'supply') return [];
      const ways = waysOfMains(supply);
      return ways ? [{ supply, ways }] : [];
    });
    this.drivers = Object.entries(design.parts).flatMap(([id, part]): LivingMachine['drivers'] => {
      if (!isDriver(part.data)) return [];
      const [plus, minus] = [first(id, 'supply-plus'), first(id, 'supply-minus')];
      const torqueOff = design.stopStrategy === 'torque-off' ? first(id, 'torque-off-plus') : undefined;
      if (plus && minus) return [{ id, power: { bus: [plus, minus] }, torqueOff }];
      const mains = waysOfMains(id);
      return mains ? [{ id, power: { mains }, torqueOff }] : [];
    });
  }

  /** Whether any conductor ends on a terminal. */
  touched(part: string, terminal: string): boolean {
    const { conductors, terminals } = this.network;
    this.ends ??= new Set(conductors.flatMap((c) => [terminalKey(terminals[c.a]!), terminalKey(terminals[c.b]!)]));
    return this.ends.has(terminalKey({ part, terminal }));
  }

  /** A board on USB with nothing on its own supply terminals lives on the link, once a computer is at the other end of it. */
  private linkFeeds(controller: string | undefined, plus: TerminalRef | undefined): boolean {
    const data = controller ? this.design.parts[controller]?.data : undefined;
    if (!controller || data?.class !== 'controller' || data.link !== 'usb') return false;
    if (plus && this.touched(plus.part, plus.terminal)) return false;
    const link = this.first(controller, 'data-link');
    const { host } = this.design.roles;
    const far = this.first(host, 'data-link');
    return (
      link !== undefined &&
      far !== undefined &&
      this.touched(link.part, link.terminal) &&
      this.touched(far.part, far.terminal)
    );
  }

  /** The ways of the mains to the supplies that live, and to drives that run on it. */
  mainsWays = (lost: ReadonlySet<string>): (readonly [TerminalRef, TerminalRef])[] => [
    ...this.fed.flatMap((f) => (lost.has(f.supply) ? [] : f.ways)),
    ...this.drivers.flatMap((d) => ('mains' in d.power ? d.power.mains : [])),
  ];
  /** What the supplies’ life hangs on, and what the drivers’ torque does. */
  mainsTerminals = (): TerminalRef[] => [...this.fed.map((f) => f.ways), ...this.onMains.values()].flat(2);
  /** The poles over which drivers on a bus get their motor power. */
  powerOf = (): Pair[] => this.drivers.flatMap((d) => ('bus' in d.power ? [d.power.bus] : []));
  /** The drivers whose torque is judged. */
  drivenParts = (): string[] => this.drivers.map((d) => d.id);
  torqueTerminals = (): TerminalRef[] =>
    this.drivers.flatMap((d) => [
      ...('bus' in d.power ? d.power.bus : d.power.mains.flat()),
      ...(d.torqueOff ? [d.torqueOff] : []),
    ]);

  at = (situation: Situation): Evaluation => this.settle(situation).e;

  /** The situation once all that lives on the mains has come to rest, with the supplies that give nothing in it. */
  settle(situation: Situation): { e: Evaluation; lost: ReadonlySet<string> } {
    let lost = situation.lost;
    let held = situation.held;
    for (let fall = 0; ; fall++) {
      const e = evaluate(this.network, { ...situation, ...(lost ? { lost } : {}), ...(held ? { held } : {}) });
      const dead = this.fed.filter((f) => !lost?.has(f.supply) && f.ways.some(([a, b]) => !e.joined(a, b)));
      if (!dead.length || fall === MAX_FALLS) return { e, lost: lost ?? new Set() };
      lost = new Set([...(lost ?? []), ...dead.map((f) => f.supply)]);
      held = e.energised;
    }
  }

  /** Whether a load has its power: over the mains, which has no level of its own, or between the poles of a supply. */
  loadFed(e: Evaluation, part: string, element: string): boolean {
    const ways = this.onMains.get(`${part}/${element}`);
    return ways ? ways.every(([from, to]) => e.joined(from, to)) : e.fed(part, element);
  }

  /** The drivers that can turn their motors: fed, and allowed to where their torque-off inputs are used. */
  torque(e: Evaluation): ReadonlySet<string> {
    return new Set(
      this.drivers
        .filter(
          ({ power, ...d }) =>
            ('bus' in power ? e.driven(...power.bus) : power.mains.every(([from, to]) => e.joined(from, to))) &&
            (!d.torqueOff || e.readingAt(d.torqueOff) === 'high'),
        )
        .map((d) => d.id),
    );
  }

  /** The terminal by which the controller can be held in reset. */
  resetTerminals = (): readonly TerminalRef[] => this.reset;
  /** Whether something holds the controller in reset: its terminal for that is joined to 0 V. */
  inReset = (e: Evaluation): boolean => this.resetTerminals().some((t) => e.levelAt(t) === 'low');
  /** Whether the controller works: it has its supply, which one whose poles are not known counts as having, and no reset. */
  controllerOn(e: Evaluation): boolean {
    if (this.inReset(e)) return false;
    const poles = this.controllerPoles;
    return this.fedByLink || !poles || e.driven(...poles);
  }
  /** Whether the spindle's drive has its mains or its bus. */
  spindleFed(e: Evaluation): boolean {
    const { spindleDrive } = this.design.roles;
    const mains =
      spindleDrive && mainsJoins(distributionOf(this.design), spindleDrive, mainsInlets(this.design)[0]?.id);
    if (mains) return mains.every(([from, to]) => e.joined(from, to));
    const bus = this.first(spindleDrive, 'supply-plus');
    return bus ? e.levelAt(bus) === 'high' : true;
  }
  private first(id: string | undefined, role: TerminalRole): TerminalRef | undefined {
    const part = id ? this.design.parts[id] : undefined;
    const terminal = part && terminalsWithRole(part, role)[0];
    return id === undefined || terminal === undefined ? undefined : { part: id, terminal };
  }

  /** Coils that hold once the machine was started: its start button pressed and let go. */
  started(situation: Situation): ReadonlySet<string> {
    const button = this.design.roles.resetButton;
    if (!button) return this.at(situation).energised;
    const pressed = this.at({ ...situation, actuated: new Set([...(situation.actuated ?? []), button]) });
    return this.at({ ...situation, held: pressed.energised }).energised;
  }
}
