import type { Command } from '../commands/command';
import { applyCommand } from '../commands/apply';
import type { Figures } from '../derivation/figureTypes';
import { createDeriver } from '../derivation/figures';
import { torqueAt } from '../drivetrain/motorCurve';
import type { SpeedLimitCause } from '../drivetrain/speed';
import { findingsOf } from '../findings/findings';
import type { Design } from '../machine/design';
import type { LibraryEntry } from '../machine/library/entry';
import { baseValue } from '../units/quantity';
import { newMachineFile } from '../machine/file';
import { changedFindings, type ChangedFindings } from './changedFindings';
import type { Variant } from './variants';
import { variantsOf } from './variants';

/** The figures of an axis by which variants are compared. */
export interface AxisOutcome {
  /** The nearest limit that is not the wanted speed, mm/s or °/s; undefined where nothing can be computed. */
  limit: number | undefined;
  cause: SpeedLimitCause | undefined;
  /** Torque at the wanted speed over torque needed. */
  reserve: number | undefined;
  /** Travel of one step, mm or °. */
  resolution: number | undefined;
  holdingNm: number | undefined;
  /** Copper loss of one motor at the set current, W. */
  heatW: number | undefined;
  pulseRateHz: number | undefined;
  motorRpm: number | undefined;
}

export interface Tried extends ChangedFindings {
  variant: Variant;
  outcome: AxisOutcome;
  /** Limit over the limit of today. */
  gain: number;
}

/** What an axis comes to, from the figures of a design. */
export function outcomeOf(figures: Figures, axisId: string): AxisOutcome {
  const a = figures.axes.find((x) => x.id === axisId);
  const d = a?.drives[0];
  const limit = a?.speedLimits.known ? a.speedLimits.value.find((f) => f.cause !== 'wanted') : undefined;
  const torque = d?.torque.known ? d.torque.value : undefined;
  const curve = torque?.motor.curve;
  const known = <T>(v: { known: true; value: T } | { known: false } | undefined) => (v?.known ? v.value : undefined);
  return {
    limit: limit?.speed,
    cause: limit?.cause,
    reserve: torque?.reserveAtWanted,
    resolution: known(d?.scale)?.resolution,
    holdingNm: curve && torqueAt(curve, 0),
    // Two phases in quadrature carry I²/2 each.
    heatW: curve?.kind === 'stepper' ? curve.circuit.peakA ** 2 * curve.windingOhm : undefined,
    pulseRateHz: known(d?.pulseRateAtWanted),
    motorRpm: known(d?.motorRpmAtWanted),
  };
}

const NOW = '2000-01-01T00:00:00.000Z';
/** What is done at a keyboard comes before what needs a screwdriver, and that before what has to be bought. */
const kindsByEffort: readonly Variant['kind'][] = [
  'current',
  'acceleration',
  'steps',
  'winding',
  'supply',
  'transmission',
  'driver',
  'motor',
  'pair',
];
/** Less than this is no help worth a line. */
const LEAST_GAIN = 1.03;

/**
 * Tries every variant of an axis on a copy of the design, one at a time: yields after each how many are done, and returns
 * those that help: first what is enough for the wanted speed, the least effort first. What is wired already does not count here: a swap is judged before it is carried out.
 */
export function* whatWouldHelp(
  design: Design,
  axisId: string,
  own: readonly LibraryEntry[] = [],
): Generator<{ done: number; of: number }, Tried[]> {
  // Without conductors no swap is held up, and nothing of the wiring is computed again and again.
  const bare: Design = { ...design, conductors: {} };
  const bareFile = newMachineFile(bare, 'trial', NOW);
  const derive = createDeriver();
  const before = derive(bare);
  const now = outcomeOf(before, axisId);
  const had = findingsOf(before);
  const variants = variantsOf(bare, axisId, own);
  const tried: Tried[] = [];
  for (const [i, variant] of variants.entries()) {
    const command: Command = { name: 'several', args: { title: variant.key, commands: variant.commands } };
    const edit = applyCommand(bareFile, command, NOW);
    yield { done: i + 1, of: variants.length };
    if (!edit.ok) continue;
    const figures = derive(edit.value.file.design);
    const outcome = outcomeOf(figures, axisId);
    if (outcome.limit === undefined) continue;
    tried.push({
      variant,
      outcome,
      gain: now.limit ? outcome.limit / now.limit : 1,
      ...changedFindings(had, findingsOf(figures)),
    });
  }
  const rank = (t: Tried) => (t.brings.some((b) => b.severity === 'danger' || b.severity === 'wont-work') ? 1 : 0);
  const rounded = (gain: number) => Math.round(gain * 50) / 50;
  const asked = design.axes[axisId]?.maxSpeed;
  const wanted = asked ? baseValue(asked) : Infinity;
  const enough = (t: Tried) => (t.outcome.limit! >= wanted ? 0 : 1);
  const effort = (t: Tried) => kindsByEffort.indexOf(t.variant.kind);
  return tried
    .filter((t) => t.gain >= LEAST_GAIN || (t.cures.length > 0 && t.gain >= 1))
    .sort(
      (a, b) =>
        rank(a) - rank(b) ||
        enough(a) - enough(b) ||
        effort(a) - effort(b) ||
        rounded(b.gain) - rounded(a.gain) ||
        // Of two that gain the same, the one that gives up less resolution.
        (a.outcome.resolution ?? 0) - (b.outcome.resolution ?? 0),
    );
}
