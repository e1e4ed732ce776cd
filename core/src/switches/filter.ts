import type { InputCircuit } from '../machine/connections';
import type { Part } from '../machine/parts';
import { figureOr } from '../units/derived';
import { baseValue } from '../units/quantity';

/** An input as its filter sees it, in volts, ohms and farads. */
export interface InputStage {
  /** Level at which the input changes its mind: on its way up, and on its way down. */
  riseV: number;
  fallV: number;
  supplyV: number;
  /** Which holds the net while no contact does: a pull resistor, or the input itself. */
  resistanceOhm: number;
  /** Where it is held to by that resistance. */
  pulledTo: 'plus' | '0V';
  /** The level to which a net settles that nothing else holds, V: an isolated input keeps its diode's forward voltage. */
  restV: number;
  /** The resistance is the input's own, behind its diode: a filter resistor ahead of it does not discharge the capacitor. */
  isolated: boolean;
}

/**
 * Time until a net that moves from one level to another crosses a threshold, s:
 * t = −RC·ln((V_th − V_∞)/(V_0 − V_∞)). 0 where it starts beyond the threshold; undefined where it never gets there.
 */
export function crossingS(
  ohm: number,
  farad: number,
  startV: number,
  endV: number,
  thresholdV: number,
): number | undefined {
  const rising = endV > startV;
  if (rising ? startV >= thresholdV : startV <= thresholdV) return 0;
  if (rising ? endV <= thresholdV : endV >= thresholdV) return undefined;
  return -ohm * farad * Math.log((thresholdV - endV) / (startV - endV));
}

/**
 * What an input makes of the volts on its net. A level input has its own threshold and the board's pull resistor. An
 * isolated one counts current: I·R + V_f gives the volts at which its diode is sure to be on, and sure to be off.
 * Undefined where the part does not tell.
 */
export function inputStage(part: Part | undefined, terminal: string, supplyV: number): InputStage | undefined {
  const elements = Object.values(part?.elements ?? {});
  const input = elements.find(
    (e) => (e.kind === 'level-input' || e.kind === 'isolated-input') && e.terminal === terminal,
  );
  if (input?.kind === 'level-input') {
    const pull = elements.find((e) => e.kind === 'resistor' && [e.a, e.b].includes(terminal));
    if (!input.highAbove || pull?.kind !== 'resistor' || !pull.resistance) return undefined;
    const threshold = baseValue(input.highAbove);
    const other = pull.a === terminal ? pull.b : pull.a;
    const rail = elements.find((e) => e.kind === 'source' && [e.plus, e.minus].includes(other));
    const ownV = rail?.kind === 'source' && rail.voltage ? baseValue(rail.voltage) : supplyV;
    return {
      riseV: threshold,
      fallV: threshold,
      supplyV: ownV,
      resistanceOhm: baseValue(pull.resistance),
      pulledTo: other === input.minus ? '0V' : 'plus',
      restV: other === input.minus ? 0 : ownV,
      isolated: false,
    };
  }
  if (input?.kind !== 'isolated-input' || !input.resistance || !input.forwardVoltage) return undefined;
  const [ohm, forward] = [baseValue(input.resistance), baseValue(input.forwardVoltage)];
  return {
    riseV: forward + figureOr(input.onCurrent, 0) * ohm,
    fallV: forward + figureOr(input.offCurrent, 0) * ohm,
    supplyV,
    resistanceOhm: ohm,
    pulledTo: '0V',
    restV: forward,
    isolated: true,
  };
}

/**
 * Current through an input that is switched on, (V − V_f)/R, A, with the currents from and up to which it is sure of its
 * level. Through the contact of a board's own input flows what its pull resistor lets through. Undefined where the part
 * does not tell.
 */
export function inputCurrentA(
  part: Part | undefined,
  terminal: string,
  supplyV: number,
): { amps: number; onA: number | undefined; offA: number | undefined } | undefined {
  const input = Object.values(part?.elements ?? {}).find((e) => e.kind === 'isolated-input' && e.terminal === terminal);
  if (input?.kind === 'isolated-input') {
    if (!input.resistance || !input.forwardVoltage) return undefined;
    const amps = Math.max(0, (supplyV - baseValue(input.forwardVoltage)) / baseValue(input.resistance));
    const of = (q: typeof input.onCurrent) => (q ? baseValue(q) : undefined);
    return { amps, onA: of(input.onCurrent), offA: of(input.offCurrent) };
  }
  const stage = inputStage(part, terminal, supplyV);
  return stage && { amps: stage.supplyV / stage.resistanceOhm, onA: undefined, offA: undefined };
}

export interface FilterTime {
  /** Of the resistor and capacitor in front of the input, when its contact opens, s; undefined where they block it. */
  wiredS: number | undefined;
  /** That the control waits, s. */
  controlS: number;
  totalS: number;
}

/** The net after its contact has opened: from where to where, through how much, and where the input changes its mind. */
interface Opening {
  ohm: number;
  farad: number;
  startV: number;
  endV: number;
  thresholdV: number;
}

/**
 * What a circuit's capacitor does after its contact has opened: it fills, or empties, through the filter resistor and
 * whatever holds the net. Into an isolated input it empties through the input alone, down to the forward voltage of its
 * diode, from what input and filter resistor left it while the contact was closed. Farads from nF. Undefined without a
 * capacitor, or where the input does not tell.
 */
function openingOf(circuit: InputCircuit, stage: InputStage | undefined): Opening | undefined {
  const farad = figureOr(circuit.filterCapacitance, 0) * 1e-9;
  if (!farad || !stage) return undefined;
  const series = figureOr(circuit.filterResistance, 0);
  const { supplyV, riseV, fallV, restV, resistanceOhm, isolated } = stage;
  const ohm = isolated ? resistanceOhm : resistanceOhm + series;
  const fullV = isolated ? restV + ((supplyV - restV) * resistanceOhm) / (resistanceOhm + series) : supplyV;
  return stage.pulledTo === 'plus'
    ? { ohm, farad, startV: 0, endV: restV, thresholdV: riseV }
    : { ohm, farad, startV: fullV, endV: restV, thresholdV: fallV };
}

/** The time of a circuit's filters after its contact has opened: that of its capacitor, and that the control waits. */
export function filterTime(circuit: InputCircuit, stage: InputStage | undefined): FilterTime {
  const controlS = figureOr(circuit.filter, 0);
  const o = openingOf(circuit, stage);
  if (!o) return { wiredS: 0, controlS, totalS: controlS };
  const wiredS = crossingS(o.ohm, o.farad, o.startV, o.endV, o.thresholdV);
  return { wiredS, controlS, totalS: controlS + (wiredS ?? 0) };
}

export interface OpeningCurve {
  /** Time and voltage from the opening of the contact on, s and V. */
  points: readonly (readonly [seconds: number, volts: number])[];
  spanS: number;
  thresholdV: number;
  /** When the input changes its mind, s; undefined where it never does. The same as the wired part of `filterTime`. */
  crossingS: number | undefined;
  supplyV: number;
}
/** Four time constants show all of a charge but its last 2 %. */
const SHOWN_TIME_CONSTANTS = 4;
const CURVE_POINTS = 60;
/** The net after its contact has opened, as a curve to be drawn; undefined without a capacitor. */
export function openingCurve(circuit: InputCircuit, stage: InputStage | undefined): OpeningCurve | undefined {
  const o = openingOf(circuit, stage);
  if (!o || !stage) return undefined;
  const tau = o.ohm * o.farad;
  const spanS = SHOWN_TIME_CONSTANTS * tau;
  return {
    points: Array.from({ length: CURVE_POINTS }, (_, i) => {
      const t = (i / (CURVE_POINTS - 1)) * spanS;
      return [t, o.endV + (o.startV - o.endV) * Math.exp(-t / tau)] as const;
    }),
    spanS,
    thresholdV: o.thresholdV,
    crossingS: crossingS(o.ohm, o.farad, o.startV, o.endV, o.thresholdV),
    supplyV: stage.supplyV,
  };
}

/** Resistor at the contact that keeps the capacitor's discharge at the current a contact bears, Ω: V/I. */
export const dischargeOhm = (supplyV: number, contactA: number): number => supplyV / contactA;

/** The least such resistor for the contact of a circuit, Ω; undefined without a capacitor, or where no rating is known. */
export function dischargeOhmOf(
  circuit: InputCircuit,
  parts: Readonly<Record<string, Part>>,
  stage: InputStage | undefined,
): number | undefined {
  const data = circuit.devices.map((d) => parts[d]?.data).find((d) => d?.class === 'switch');
  if (!stage || !figureOr(circuit.filterCapacitance, 0) || data?.class !== 'switch') return undefined;
  const bears = figureOr(data.ratedCurrent, 0);
  return bears ? dischargeOhm(stage.supplyV, bears) : undefined;
}

/** Waits that a control usually offers, ms. */
const CONTROL_WAITS_MS = [1, 2, 5, 10] as const;
/** The shortest usual wait of the control that outlasts a disturbance, ms; undefined where none does. */
export const waitAgainstMs = (disturbedS: number): number | undefined =>
  CONTROL_WAITS_MS.find((ms) => ms / 1000 > disturbedS);

export interface PositionError {
  /** v·t: the same at every approach, so the datum does not feel it. mm or °. */
  constant: number;
  /** v·t of what varies from one approach to the next: the poll. It stays in the datum. */
  jitter: number;
  /** √(switch² + (v·jitter)² + step²): how well the datum repeats. */
  repeatability: number;
}

/** Errors of a datum taken at a steady approach. Lengths in mm or °, times in s. */
export function positionError(
  speed: number,
  filterS: number,
  pollS: number,
  switchRepeats: number,
  step: number,
): PositionError {
  const jitter = speed * pollS;
  return {
    constant: speed * filterS,
    jitter,
    repeatability: Math.sqrt(switchRepeats ** 2 + jitter ** 2 + step ** 2),
  };
}
