import { brakingEnergyJ, liftedBusV } from '../../../drivetrain/load';
import { type MotorBus, motorBuses } from '../../../distribution/supplies';
import { isDriver } from '../../../machine/parts';
import { positive } from '../../../units/derived';
import { printNumber, showValue } from '../../../units/print';
import type { Figures } from '../../../derivation/figureTypes';
import { fieldOfPart } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';

/** What each axis can push back into a motor bus when it brakes from its wanted speed, J; of all its drives, or of those that count. */
export const brakingEnergies = (
  { axes }: Pick<Figures, 'axes'>,
  counts: (driver: string | undefined) => boolean = () => true,
): { letter: string; joules: number }[] =>
  axes.flatMap(({ axis, drives }) => {
    const joules = drives.reduce((sum, d, i) => {
      if (!d.torque.known || !d.motorRpmAtWanted.known || !counts(axis.drives[i]?.driver)) return sum;
      return sum + brakingEnergyJ(d.torque.value.load.load, (d.motorRpmAtWanted.value * 2 * Math.PI) / 60);
    }, 0);
    return joules > 0 ? [{ letter: axis.letter, joules }] : [];
  });

/** Axes that brake together, as at a stop, push their energy back into their bus, against the lowest limit on it. */
export const busLift: Rule = {
  code: 'bus-lift',
  severity: 'doubtful',
  check: (figures) => motorBuses(figures.design).flatMap((bus) => lifted(figures, bus)),
};
function lifted(figures: Figures, { supply, drivers }: MotorBus): FindingDraft[] {
  const { design } = figures;
  const { data } = supply.part;
  if (data.class !== 'supply') return [];
  const [volts, microfarads] = [positive(data.outputVoltage, ''), positive(data.outputCapacitance, '')];
  if (!volts.known || !microfarads.known) return [];
  const weakest = drivers
    .flatMap((id) => {
      const part = design.parts[id]!;
      const most = isDriver(part.data) ? positive(part.data.supplyMax, '') : undefined;
      return most?.known ? [{ part, most: most.value }] : [];
    })
    .sort((a, b) => a.most - b.most)[0];
  const energies = brakingEnergies(figures, (driver) => driver !== undefined && drivers.includes(driver));
  const joules = energies.reduce((sum, e) => sum + e.joules, 0);
  const top = liftedBusV(volts.value, joules, microfarads.value * 1e-9);
  if (!weakest || top <= weakest.most || volts.value >= weakest.most) return [];
  return [
    {
      subject: supply.id,
      title: `Braking may lift the motor bus over the limit of ${weakest.part.designation}`,
      explain: (display) => {
        const v = (n: number) => showValue(n, 'voltage', display, 3);
        const enough = Math.ceil((2e6 * joules) / (weakest.most ** 2 - volts.value ** 2) / 100) * 100;
        return `At their wanted speeds ${energies.map((e) => `${e.letter} gives back ${printNumber(e.joules, 2)} J`).join(', ')}, and a stop brakes all of them at once. That lifts ${v(volts.value)} to ${v(top)}; ${weakest.part.name} takes ${v(weakest.most)}. Fit a brake chopper, or ${printNumber(enough, 3)} µF on the bus in all; slower axes give back less.`;
      },
      station: 'drives',
      field: fieldOfPart(design, supply.id),
    },
  ];
}
