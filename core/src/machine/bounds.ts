import type { Quantity } from '../units/quantity';
import { baseValue } from '../units/quantity';
import { printNumber } from '../units/print';
import { fromBase } from '../units/units';

/**
 * What a figure can be on a hobby machine, in base units, both ends included. A figure outside is a slip of the pen or of
 * the unit: it is refused where it is typed. The bounds are wide on purpose.
 */
const bounds: Partial<Record<string, readonly [least: number, most: number]>> = {
  'axes.*.travel': [1, 20_000],
  'axes.*.tilt': [-90, 90],
  'axes.*.maxSpeed': [0.01, 20_000],
  'axes.*.acceleration': [0.1, 200_000],
  'axes.*.dragTorque': [0, 20],
  'axes.*.frictionCoefficient': [0, 1],
  'axes.*.cuttingForce': [0, 20_000],
  'axes.*.counterbalance': [0, 20_000],
  'axes.*.torqueFactor': [1, 10],
  'axes.*.driveSpacing': [20, 10_000],
  'axes.*.envelopeMargin': [0, 1000],
  'axes.*.transmission.pitch': [0.1, 100],
  'axes.*.transmission.ratio': [0.01, 500],
  'axes.*.transmission.efficiency': [0.05, 1],
  'axes.*.transmission.ratioEfficiency': [0.3, 1],
  'axes.*.transmission.threadFriction': [0.01, 0.5],
  'axes.*.transmission.module': [0.2, 20],
  'axes.*.transmission.helixAngle': [0, 45],
  'axes.*.transmission.outerDiameter': [2, 200],
  'axes.*.transmission.rootDiameter': [1, 200],
  'axes.*.transmission.length': [20, 20_000],
  'axes.*.transmission.rotatingInertia': [0, 100],
  'axes.*.reference.fastSpeed': [0.01, 10_000],
  'axes.*.reference.slowSpeed': [0.001, 10_000],
  'axes.*.reference.backOff': [0, 500],
  'masses.*.mass': [0.001, 20_000],
  'parts.*.setup.peakCurrent': [0.05, 100],
  'parts.*.setup.idleCurrent': [0, 1],
  'parts.*.mount.tripFromStop': [-500, 5000],
  'parts.*.data.stepAngle': [0.1, 90],
  'parts.*.data.holdingTorque': [0.001, 200],
  'parts.*.data.ratedTorque': [0.001, 200],
  'parts.*.data.peakTorque': [0.001, 600],
  'parts.*.data.ratedCurrent': [0.01, 100],
  'parts.*.data.resistance': [0.005, 500],
  'parts.*.data.inductance': [0.005, 1000],
  'parts.*.data.rotorInertia': [1e-9, 1],
  'parts.*.data.maxSpeed': [1, 60_000],
  'parts.*.data.ratedSpeed': [1, 60_000],
  'parts.*.data.ratedVoltage': [1, 1000],
  'parts.*.data.outputVoltage': [1, 1000],
  'parts.*.data.outputCurrent': [0.01, 500],
  'parts.*.data.supplyMin': [1, 1000],
  'parts.*.data.supplyMax': [1, 1000],
  'parts.*.data.currentMax': [0.05, 200],
  'parts.*.data.pulseRate': [10, 1e8],
  'parts.*.data.pulseWidth': [1e-8, 0.1],
  'parts.*.data.pulseHighMin': [1e-8, 0.1],
  'parts.*.data.pulseLowMin': [1e-8, 0.1],
  'parts.*.data.inputPoll': [0, 1],
  'circuits.*.filter': [0, 10],
  'circuits.*.filterResistance': [0, 10e6],
  'circuits.*.filterCapacitance': [0, 100_000],
  'circuits.*.dischargeResistance': [0, 10e6],
  'axes.*.reference.indexPhase': [0, 1],
  'axes.*.jerk': [1, 10_000_000],
  'axes.*.rackingStiffness': [0.1, 100_000],
  'axes.*.backlash': [0, 50],
  'axes.*.reference.slaveOffset': [-50, 50],
};

/** What is wrong with a figure's size; undefined where nothing is. `pattern` is the field's path with its ids as `*`. */
export function outOfBounds(pattern: string, q: Quantity): string | undefined {
  const range = bounds[pattern];
  const value = baseValue(q);
  if (!Number.isFinite(value)) return 'This figure has no finite value.';
  if (!range || (value >= range[0] && value <= range[1])) return undefined;
  const [a, b] = range.map((n) => fromBase(n, q.unit)).sort((x, y) => x - y);
  const unit = q.unit === '1' ? '' : ` ${q.unit}`;
  return `It should lie between ${printNumber(a!, 4)}${unit} and ${printNumber(b!, 4)}${unit}.`;
}
