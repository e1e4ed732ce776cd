import { isThreePhase, mainsVoltsAt } from '../distribution/lines';
import { motorBuses } from '../distribution/supplies';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { portOf } from '../machine/ports';
import { figureOr } from '../units/derived';
import { filterTime, inputStage } from './filter';
import { fieldVolts } from './placement';
import type { CircuitAnalysis } from './polarity';

/**
 * Planning figures of how a switching drive gets into a signal lead that runs beside its cable: capacitance between the
 * two, and of the lead to earth, per metre; what a screen lets through; what a closed contact with its leads has in ohms.
 */
export const COUPLING = { pfPerM: 50, leadPfPerM: 100, throughScreen: 0.02, closedOhm: 10 } as const;

/** How likely a false trip is, and what it hangs on. */
export interface NoiseRisk {
  risk: 'none' | 'filtered' | 'likely';
  /** Height of one spike at the input, V, and how far the net may move before it is taken for a trip, V. */
  spikeV: number;
  marginV: number;
  /** How long one spike stays beyond the margin, s; the filter has to outlast it. */
  aboveS: number;
  filterS: number;
  /** Lead that runs unshielded, m, and what swings beside it, V. */
  unscreenedM: number;
  swingV: number;
  /** Whether a closed contact or a conducting output holds the net at rest. */
  heldAtRest: boolean;
}

/**
 * What one edge of a drive's output does to an input at rest. The edge divides between the coupling capacitance C_c = C′·l
 * and what the net has to earth: it jumps by ΔV·C_c/(C_c + C_lead + C_filter), and comes back with R·C, where R is a closed contact or, without one, the
 * resistor that pulls. A net that a closed contact holds is back within nanoseconds: that is what a normally closed loop
 * is worth. Undefined where the circuit or its input is not known.
 */
export function noiseRisk(
  design: Design,
  circuitId: string,
  input: TerminalRef,
  analysis: CircuitAnalysis | undefined,
): NoiseRisk | undefined {
  const circuit = design.circuits[circuitId];
  const stage = inputStage(design.parts[input.part], input.terminal, fieldVolts(design, input.part));
  if (!circuit || !stage || !analysis?.wired) return undefined;
  const swingV = swingOf(design);
  const { lengthM, unscreenedM, coupledM } = leadsOf(design, circuit.devices);
  const coupling = COUPLING.pfPerM * 1e-12 * coupledM;
  const toEarth = figureOr(circuit.filterCapacitance, 0) * 1e-9 + COUPLING.leadPfPerM * 1e-12 * Math.max(lengthM, 0.1);
  const farad = coupling + toEarth;
  const spikeV = (swingV * coupling) / farad;
  const pulledHigh = stage.pulledTo === 'plus';
  const heldAtRest =
    analysis.idle.level === (pulledHigh ? 'low' : 'high') || (!pulledHigh && analysis.idle.reading === 'high');
  const marginV =
    analysis.idle.reading === 'high' ? Math.max(0, stage.supplyV - stage.fallV) : Math.max(0, stage.riseV);
  const ohm = heldAtRest ? COUPLING.closedOhm : stage.resistanceOhm;
  const aboveS = spikeV > marginV && marginV > 0 ? ohm * farad * Math.log(spikeV / marginV) : 0;
  const filterS = filterTime(circuit, stage).controlS;
  // What is over before the fastest poll can look is no trip either.
  const risk = aboveS <= 1e-6 ? 'none' : aboveS < filterS ? 'filtered' : 'likely';
  return { risk, spikeV, marginV, aboveS, filterS, unscreenedM, swingV, heldAtRest };
}

/** The highest voltage that something on the machine chops: a spindle drive on the mains, else the motor bus, the highest of several. */
function swingOf(design: Design): number {
  const drive = design.roles.spindleDrive ? design.parts[design.roles.spindleDrive] : undefined;
  const mains = portOf(drive, 'mains');
  if (mains) {
    const volts = mainsVoltsAt(design, isThreePhase(mains));
    return Math.SQRT2 * (volts.known ? volts.value : 230);
  }
  const buses = motorBuses(design).map(({ supply: { part } }) =>
    part.data.class === 'supply' ? figureOr(part.data.outputVoltage, 0) : 0,
  );
  return Math.max(0, ...buses);
}

/** Longest core by cable, m, for each part that it goes to; worked out once for a table of conductors. */
const longestTo = new WeakMap<Design['conductors'], ReadonlyMap<string, ReadonlyMap<string, number>>>();
function leadIndex(conductors: Design['conductors']): ReadonlyMap<string, ReadonlyMap<string, number>> {
  const known = longestTo.get(conductors);
  if (known) return known;
  const index = new Map<string, Map<string, number>>();
  for (const c of Object.values(conductors))
    for (const { part } of [c.from, c.to]) {
      let leads = index.get(part);
      if (!leads) index.set(part, (leads = new Map()));
      const name = c.cable ?? '';
      leads.set(name, Math.max(leads.get(name) ?? 0, figureOr(c.length, 0) / 1000));
    }
  longestTo.set(conductors, index);
  return index;
}
const screenedIn = new WeakMap<Design['parts'], ReadonlySet<string>>();
function screenedCables(parts: Design['parts']): ReadonlySet<string> {
  let names = screenedIn.get(parts);
  if (!names)
    screenedIn.set(
      parts,
      (names = new Set(
        Object.values(parts).flatMap((p) => (p.data.class === 'cable' && p.data.screened ? [p.name] : [])),
      )),
    );
  return names;
}

/** Leads of some devices, m: in all, unshielded, and as far as they couple. One lead is as long as its longest core. */
function leadsOf(design: Design, devices: readonly string[]) {
  const index = leadIndex(design.conductors);
  const longest = new Map<string, number>();
  for (const d of devices)
    for (const [name, m] of index.get(d) ?? []) longest.set(name, Math.max(longest.get(name) ?? 0, m));
  const screened = screenedCables(design.parts);
  let [lengthM, unscreenedM, coupledM] = [0, 0, 0];
  for (const [name, m] of longest) {
    lengthM += m;
    if (screened.has(name)) coupledM += m * COUPLING.throughScreen;
    else {
      unscreenedM += m;
      coupledM += m;
    }
  }
  return { lengthM, unscreenedM, coupledM };
}
