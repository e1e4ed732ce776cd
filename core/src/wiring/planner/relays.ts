import type { Design } from '../../machine/design';
import type { LibraryEntry } from '../../machine/library/entry';
import { libraryOf } from '../../machine/library';
import type { OutputCircuit } from '../../machine/connections';
import type { Part } from '../../machine/parts';
import { figureOr, positive } from '../../units/derived';
import { loadAmps, loadVolts } from '../../machine/loads';
import { portOf } from '../../machine/ports';
import { isThreePhase, mainsVoltsAt } from '../../distribution/lines';

/** Mains where no figure is entered, V. */
const USUAL_MAINS_V = 230;
/** Direct voltage up to which a relay that is not marked for direct current still breaks its load, V. */
const DIRECT_WITHOUT_MARK_V = 30;
/** A coil works from this share of its voltage below to this share above. */
const COIL_TOLERANCE = 0.15;

/** What a contact has to switch. */
export interface ContactNeed {
  volts: number;
  direct: boolean;
  /** Current while the load runs, A. */
  amps: number;
  /** Current by which its contact is chosen: more than that, where the load takes more as it starts. */
  chosenByA: number;
  /** It runs on three phases, which one contact cannot part. */
  threePhase: boolean;
}

/** How many times its running current a load counts for the contact that starts it: planning figures. */
function startFactor(part: Part): number {
  switch (part.data.class) {
    // A motor takes several times its current until it turns: half the contact's rating is left for it.
    case 'spindle':
    case 'fan':
    case 'pump':
    case 'vacuum':
    case 'gear-motor':
      return 2;
    // Capacitors that are charged at a stroke.
    case 'supply':
    case 'spindle-drive':
      return 3;
    default:
      return 1;
  }
}

/** What the contact of a relay has to switch for one load; a drive's own inputs are a signal. */
export function contactNeed(design: Design, part: Part): ContactNeed {
  const roles = Object.values(part.terminals).map((t) => t.role);
  if (roles.includes('run-in'))
    return { volts: loadVolts(part) ?? 24, direct: true, amps: 0.02, chosenByA: 0.02, threePhase: false };
  const mains = portOf(part, 'mains');
  const threePhase = isThreePhase(mains);
  const between = mainsVoltsAt(design, threePhase);
  const amps = loadAmps(part);
  return {
    volts: mains ? (between.known ? between.value : USUAL_MAINS_V) : (loadVolts(part) ?? 24),
    direct: !mains,
    amps,
    chosenByA: amps * startFactor(part),
    threePhase,
  };
}

/** What the switched outputs of a board give, of the controller where no other is asked for: V, and A of one of them; undefined where it is not known. */
export function switchedBy(
  design: Pick<Design, 'parts' | 'roles'>,
  board = design.roles.controller,
): { volts: number | undefined; amps: number | undefined } {
  const data = board === undefined ? undefined : design.parts[board]?.data;
  if (data?.class !== 'controller' && data?.class !== 'input-board') return { volts: undefined, amps: undefined };
  const [volts, amps] = [positive(data.switchedVoltage, ''), positive(data.switchedCurrent, '')];
  return { volts: volts.known ? volts.value : undefined, amps: amps.known ? amps.value : undefined };
}

/** Why a relay's contact does not suit what it switches; undefined where it does. */
export function contactFault(
  relay: Part['data'],
  need: ContactNeed,
): 'phases' | 'voltage' | 'direct' | 'current' | 'start' | undefined {
  if (need.threePhase && relay.class === 'relay') return 'phases';
  if (relay.class !== 'relay' && relay.class !== 'contactor') return undefined;
  const [amps, volts] = [positive(relay.ratedCurrent, ''), positive(relay.ratedVoltage, '')];
  if (volts.known && need.volts > volts.value * 1.1) return 'voltage';
  if (need.direct && need.volts > DIRECT_WITHOUT_MARK_V && relay.forDirectCurrent !== true) return 'direct';
  if (amps.known && need.amps > amps.value) return 'current';
  if (amps.known && need.chosenByA > amps.value) return 'start';
  return undefined;
}

/** Whether a relay changes a lead over from one pole to the other, as turning a load both ways takes. */
export const changesOver = ({ data, terminals }: Pick<Part, 'data' | 'terminals'>): boolean => {
  const roles = new Set(Object.values(terminals).map((t) => t.role));
  return data.class === 'relay' && (['contact-common', 'contact-no', 'contact-nc'] as const).every((r) => roles.has(r));
};
/** The other output of a load that is turned both ways: the one that reverses this one, or that this one reverses. */
export function reversalOf(
  design: Pick<Design, 'outputs'>,
  id: string,
): { id: string; circuit: OutputCircuit } | undefined {
  const own = design.outputs[id]?.reverses;
  const other = own ?? Object.keys(design.outputs).find((o) => design.outputs[o]!.reverses === id);
  const circuit = other === undefined ? undefined : design.outputs[other];
  return other !== undefined && circuit ? { id: other, circuit } : undefined;
}

/** Whether the load of an output can be turned the other way by a further one: it is one load on direct current, and goes one way so far. */
export function mayReverse(design: Pick<Design, 'outputs' | 'parts'>, id: string): boolean {
  const o = design.outputs[id];
  const [load, ...more] = o?.devices ?? [];
  return (
    o?.function === 'switched-load' &&
    !o.alwaysOn &&
    !more.length &&
    portOf(load === undefined ? undefined : design.parts[load], 'load')?.kind === 'direct' &&
    !reversalOf(design, id)
  );
}

/** Whether a coil pulls in on a voltage, and lives. */
export const coilSuits = (coilV: number, volts: number): boolean => Math.abs(coilV - volts) <= COIL_TOLERANCE * coilV;

/**
 * The library's relay for some loads on this machine, or contactor where no relay carries them: its coil suits the outputs of a board in voltage and current,
 * its contact carries the loads, and no rating is below that of the relay that it takes the place of.
 * `bothWays`: one that changes over. Undefined where the library holds none.
 */
export function relayFor(
  design: Design,
  loads: readonly Part[],
  instead?: Part,
  board?: string,
  bothWays = false,
): LibraryEntry | undefined {
  const { volts = 24, amps: gives = Infinity } = switchedBy(design, board);
  const needs = loads.map((part) => contactNeed(design, part));
  const old = instead?.data.class === 'relay' || instead?.data.class === 'contactor' ? instead.data : undefined;
  return [...libraryOf('relay'), ...libraryOf('contactor')].find(({ data, terminals }) => {
    if (data.class !== 'relay' && data.class !== 'contactor') return false;
    if (bothWays && !changesOver({ data, terminals })) return false;
    // Ratings of one kind are held against each other; the other kind is there for what the first cannot do.
    const like = old?.class === data.class ? old : undefined;
    return (
      coilSuits(figureOr(data.coilVoltage, 0), volts) &&
      figureOr(data.coilCurrent, 0) <= gives &&
      needs.every((need) => contactFault(data, need) === undefined) &&
      figureOr(data.ratedCurrent, 0) >= figureOr(like?.ratedCurrent, 0) &&
      figureOr(data.ratedVoltage, 0) >= figureOr(like?.ratedVoltage, 0) &&
      (like?.forDirectCurrent !== true || data.forDirectCurrent === true)
    );
  });
}
