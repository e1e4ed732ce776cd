import type { InputCircuit } from '../machine/connections';
import { isProtective } from '../machine/connections';
import type { TerminalRef } from '../machine/ids';
import type { Evaluation, Situation } from '../wiring/evaluate';
import { evaluate } from '../wiring/evaluate';
import type { Level, Reading } from '../wiring/levels';
import { stateKey, stateOf } from '../machine/trips';
import type { Network } from '../wiring/network';
import { networkAround } from '../wiring/network';

/** When a broken conductor of an input circuit would be noticed. */
export type Notice = 'at once' | 'at next use' | 'never';

export interface DeviceReading {
  device: string;
  level: Level;
  reading: Reading;
  /** The input tells this device's trip from rest. */
  seen: boolean;
}

export interface BrokenWire {
  conductor: string;
  reading: Reading;
  notice: Notice;
}

/** What the evaluated nets say of one input circuit. Nothing here is looked up: every line is an evaluation. */
export interface CircuitAnalysis {
  circuit: string;
  input: TerminalRef;
  wired: boolean;
  idle: { level: Level; reading: Reading };
  tripped: DeviceReading[];
  /** The reading that means "tripped", for the control's polarity setting; undefined where no reading tells. */
  activeWhen: 'high' | 'low' | undefined;
  brokenWires: BrokenWire[];
  /** The worst of the broken wires; undefined while nothing is wired. */
  worstNotice: Notice | undefined;
}

const rank: Record<Notice, number> = { 'at once': 0, 'at next use': 1, never: 2 };

/**
 * Evaluates a circuit at rest, with each device tripped alone, and with each of its conductors broken. `daily`: devices
 * that are tried by hand at every power-on, so that one which has gone deaf shows then.
 */
export function analyseCircuit(
  id: string,
  circuit: InputCircuit,
  input: TerminalRef,
  network: Network,
  daily: readonly string[] = [],
): CircuitAnalysis {
  const seed = network.nodeOf(input);
  const none: CircuitAnalysis = {
    circuit: id,
    input,
    wired: false,
    idle: { level: 'floating', reading: 'uncertain' },
    tripped: circuit.devices.map((device) => ({ device, level: 'floating', reading: 'uncertain', seen: false })),
    activeWhen: undefined,
    brokenWires: [],
    worstNotice: undefined,
  };
  if (seed === undefined) return none;
  const local = networkAround(network, [seed]);
  const run = (situation: Situation): Evaluation => evaluate(local, situation);
  const element =
    circuit.contact === undefined
      ? undefined
      : local.elements.find((e) => e.id === circuit.contact && circuit.devices.includes(e.part))?.element;
  /** What is tripped where a device of this circuit is: of one with several states, the one that this circuit reads. */
  const trip = (device: string) => new Set([stateKey(device, stateOf(element))]);
  const rest = run({});
  const idle = { level: rest.levelAt(input), reading: rest.readingAt(input) };
  const tripped = circuit.devices.map((device): DeviceReading => {
    const e = run({ actuated: trip(device) });
    const reading = e.readingAt(input);
    return {
      device,
      level: e.levelAt(input),
      reading,
      seen: idle.reading !== 'uncertain' && reading !== 'uncertain' && reading !== idle.reading,
    };
  });
  const wired = local.conductors.some((w) => w.a === 0 || w.b === 0);
  const readings = new Set(tripped.map((t) => t.reading));
  const only = [...readings][0];
  const activeWhen = tripped.some((t) => t.seen)
    ? idle.reading === 'high'
      ? 'low'
      : 'high'
    : readings.size === 1 && only !== 'uncertain' && only !== idle.reading
      ? only
      : undefined;
  const ownParts = new Set([...circuit.devices, input.part]);
  const brokenWires = local.conductors
    .filter((w) => {
      const parts = [local.terminals[w.a]!.part, local.terminals[w.b]!.part];
      return (
        parts.some((p) => circuit.devices.includes(p)) ||
        (parts.some((p) => ownParts.has(p)) && (w.a === 0 || w.b === 0))
      );
    })
    .map((w): BrokenWire => {
      const open = new Set([w.id]);
      const reading = run({ open }).readingAt(input);
      if (reading !== idle.reading) return { conductor: w.id, reading, notice: 'at once' };
      const deaf = circuit.devices.filter((d) => run({ open, actuated: trip(d) }).readingAt(input) === reading);
      const silent = isProtective(circuit) && deaf.some((d) => !daily.includes(d));
      return { conductor: w.id, reading, notice: silent ? 'never' : 'at next use' };
    });
  const worst = brokenWires.reduce<Notice | undefined>(
    (w, b) => (w === undefined || rank[b.notice] > rank[w] ? b.notice : w),
    undefined,
  );
  return { ...none, wired, idle, tripped, activeWhen, brokenWires, worstNotice: worst };
}
