import { liftedBusV } from '../../drivetrain/load';
import { isDriver } from '../../machine/parts';
import { baseValue } from '../../units/quantity';
import { showValue } from '../../units/print';
import type { FindingDraft, Rule } from '../finding';

/** A braking axis pushes its energy back into the bus. */
export const busLift: Rule = {
  code: 'bus-lift',
  severity: 'doubtful',
  check: ({ design, axes }) => {
    const supplyId = design.roles.motorSupply;
    const supply = supplyId ? design.parts[supplyId]?.data : undefined;
    if (supply?.class !== 'supply' || !supply.outputVoltage || !supply.outputCapacitance) return [];
    const volts = baseValue(supply.outputVoltage);
    const farads = baseValue(supply.outputCapacitance) * 1e-9;
    return axes.flatMap(({ id, axis, drives }): FindingDraft[] => {
      const d = drives[0];
      const driver = axis.drives[0]?.driver ? design.parts[axis.drives[0].driver] : undefined;
      if (!d?.torque.known || !d.motorRpmAtWanted.known || !driver || !isDriver(driver.data)) return [];
      const most = driver.data.supplyMax ? baseValue(driver.data.supplyMax) : Infinity;
      const omega = (d.motorRpmAtWanted.value * 2 * Math.PI) / 60;
      const energy = drives.length * 0.5 * d.torque.value.inertiaKgm2 * omega * omega;
      const lifted = liftedBusV(volts, energy, farads);
      if (lifted <= most) return [];
      return [
        {
          subject: id,
          title: `Braking ${axis.letter} may lift the bus over the limit of its driver`,
          explain: (display) => {
            const v = (n: number) => showValue(n, 'voltage', display, 3);
            return `At its wanted speed the axis holds ${energy.toFixed(2)} J. Without any loss that lifts ${v(volts)} to ${v(lifted)}; ${driver.name} takes ${v(most)}. Friction takes part of it; a clamp or more capacitance takes the rest.`;
          },
          station: 'drives',
          field: `axes.${id}.maxSpeed`,
        },
      ];
    });
  },
};
