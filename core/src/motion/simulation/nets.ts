import type { Design } from '../../machine/design';
import { clampsAxis } from '../../machine/connections';
import type { TerminalRef } from '../../machine/ids';
import { terminalKey } from '../../machine/ids';
import { terminalsWithRole, type Part } from '../../machine/parts';
import { portOf } from '../../machine/ports';
import { LivingMachine } from '../../faults/livingMachine';
import type { Evaluation } from '../../wiring/evaluate';
import type { Network } from '../../wiring/network';
import type { RawReading } from '../controller/inputs';

/** What is done to the true nets at a moment. */
export interface NetSituation {
  mains: boolean;
  actuated: readonly string[];
  /** Output terminals that are switched on, by their key. */
  driven: readonly string[];
}
/** What the true nets make of it. */
export interface NetState {
  readings: RawReading[];
  controllerOn: boolean;
  /** Drivers that can turn their motors. */
  torque: ReadonlySet<string>;
  /** Coils that draw, by `part/element`: brakes and contactors. */
  energised: ReadonlySet<string>;
  spindleFed: boolean;
  /** What cools the spindle runs; true where the machine switches nothing for it. */
  coolingFed: boolean;
  spindleRun: boolean;
  /** What the motor of the turret does, and whether the drawbar gets its air. */
  changer: { turns: 1 | 0 | -1; released: boolean };
  /** A bolt holds the door shut: it is drawn by power. */
  doorHeld: boolean;
}

/** The true nets over time: what holds itself is carried on, and a situation that was met before is remembered. */
export class LiveNets {
  state: NetState;
  private held: ReadonlySet<string> = new Set();
  private readonly living: LivingMachine;
  private readonly supplies: ReadonlySet<string>;
  private readonly kept = new Map<string, { state: NetState; held: ReadonlySet<string> }>();
  private readonly run: TerminalRef | undefined;
  /** Loads that cool the spindle: part and element. */
  private readonly cooling: readonly (readonly [string, string])[];

  constructor(
    private readonly design: Design,
    network: Network,
    private readonly inputs: readonly TerminalRef[],
    private readonly stuck: ReadonlyMap<string, 'open' | 'closed'>,
  ) {
    this.living = new LivingMachine(design, network);
    const gives = (p: Part) => p.data.class === 'supply' || portOf(p, 'mains')?.direction === 'gives';
    this.supplies = new Set(Object.entries(design.parts).flatMap(([id, p]) => (gives(p) ? [id] : [])));
    const drive = design.roles.spindleDrive;
    const part = drive ? design.parts[drive] : undefined;
    const terminal = part && terminalsWithRole(part, 'run-in')[0];
    this.run = drive && terminal !== undefined ? { part: drive, terminal } : undefined;
    this.clamps = Object.values(design.outputs)
      .filter((o) => clampsAxis(o.serves))
      .flatMap((o) => o.devices)
      .flatMap((part) =>
        Object.entries(design.parts[part]?.elements ?? {}).flatMap(([id, x]) =>
          x.kind === 'load' ? [[part, id] as const] : [],
        ),
      );
    this.cooling = Object.values(design.outputs)
      .filter((o) => o.function === 'spindle-cooling')
      .flatMap((o) => o.devices)
      .flatMap((part) =>
        Object.entries(design.parts[part]?.elements ?? {}).flatMap(([id, x]) =>
          x.kind === 'load' || x.kind === 'coil' ? [[part, id] as const] : [],
        ),
      );
    const first = (output: string | undefined) => design.outputs[output ?? '']?.devices[0];
    const { toolChanger: c } = design;
    this.head = c?.kind === 'turret' ? first(c.forward) : undefined;
    this.drawbar = c?.kind === 'drawbar' ? first(c.release) : undefined;
    this.bolts = Object.values(design.outputs).flatMap((o) => (o.serves === 'unlocks-door' ? o.devices : []));
    this.state = this.see({ mains: false, actuated: [], driven: [] });
  }

  /** The motor of a turret, and what lets the air to a drawbar. */
  private readonly head: string | undefined;
  private readonly drawbar: string | undefined;

  private readonly clamps: readonly (readonly [string, string])[];

  /** What draws the bolts of the door. */
  private readonly bolts: readonly string[];

  /** Whether a load or a coil of a part has its power. */
  private fed(e: Evaluation, mains: boolean, part: string | undefined): boolean {
    return (
      part !== undefined &&
      mains &&
      Object.entries(this.design.parts[part]?.elements ?? {}).some(
        ([id, x]) =>
          (x.kind === 'load' && this.living.loadFed(e, part, id)) ||
          (x.kind === 'coil' && e.energised.has(`${part}/${id}`)),
      )
    );
  }
  private changerAt(e: Evaluation, mains: boolean): NetState['changer'] {
    if (this.head === undefined || !this.fed(e, mains, this.head))
      return { turns: 0, released: this.fed(e, mains, this.drawbar) };
    const motor = Object.values(this.design.parts[this.head]!.elements).find((x) => x.kind === 'load');
    const back = motor?.kind === 'load' && e.levelAt({ part: this.head, terminal: motor.b }) === 'high';
    return { turns: back ? -1 : 1, released: false };
  }

  /** Coils that draw, and what works the clamp of an axis without being one. */
  private withClamps(e: Evaluation, mains: boolean): ReadonlySet<string> {
    const fed = this.clamps.filter(([part, id]) => mains && this.living.loadFed(e, part, id));
    return fed.length ? new Set([...e.energised, ...fed.map((c) => c.join('/'))]) : e.energised;
  }
  /** Evaluates the nets as they are now. */
  see({ mains, actuated, driven }: NetSituation): NetState {
    const key = `${mains ? 1 : 0}|${[...actuated].sort().join(' ')}|${[...driven].sort().join(' ')}|${[...this.held].sort().join(' ')}`;
    let known = this.kept.get(key);
    if (!known) {
      known = this.evaluate(mains, actuated, driven);
      this.kept.set(key, known);
    }
    this.held = known.held;
    this.state = known.state;
    return known.state;
  }
  private evaluate(mains: boolean, actuated: readonly string[], driven: readonly string[]) {
    const { e } = this.living.settle({
      actuated: new Set(actuated),
      driven: new Set(driven),
      held: this.held,
      ...(this.stuck.size ? { stuck: this.stuck } : {}),
      ...(mains ? {} : { lost: this.supplies }),
    });
    const spindle = this.design.roles.spindle;
    const own = spindle
      ? Object.entries(this.design.parts[spindle]?.elements ?? {}).find(([, x]) => x.kind === 'load')
      : undefined;
    const state: NetState = {
      readings: this.inputs.map((t): RawReading => {
        const r = e.readingAt(t);
        return r === 'high' ? 1 : r === 'low' ? 0 : -1;
      }),
      controllerOn: mains && this.living.controllerOn(e),
      torque: mains ? this.living.torque(e) : new Set(),
      energised: this.withClamps(e, mains),
      spindleFed: mains && this.living.spindleFed(e),
      coolingFed:
        mains && (!this.cooling.length || this.cooling.some(([part, id]) => this.living.loadFed(e, part, id))),
      spindleRun: this.run
        ? e.readingAt(this.run) === 'high'
        : own && !this.design.roles.spindleDrive
          ? this.living.loadFed(e, spindle!, own[0])
          : true,
      changer: this.changerAt(e, mains),
      doorHeld: this.bolts.length > 0 && !this.bolts.some((b) => this.fed(e, mains, b)),
    };
    return { state, held: e.energised };
  }
}

/** The output terminals that a control drives, for what it wants of them. */
export function drivenTerminals(
  design: Design,
  outputs: Readonly<Record<string, TerminalRef>>,
  wants: (of: Design['outputs'][string]['function'], id: string) => boolean,
): string[] {
  return Object.entries(outputs).flatMap(([id, t]) => {
    const o = design.outputs[id];
    if (!o) return [];
    const on = wants(o.function, id) !== (o.activeWhen === 'low');
    return on ? [terminalKey(t)] : [];
  });
}
