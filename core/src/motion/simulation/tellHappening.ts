import type { Display } from '../../units/print';
import { printNumber, showValue } from '../../units/print';
import type { Happening } from '../plant/happenings';
import type { PlantModel } from '../plant/model';

/** The sentence for what befell the machine, with the figures that explain it. */
export function tellHappening(
  h: Happening,
  model: PlantModel,
  deviceName: (device: string) => string,
  display: Display,
): string {
  const motor = 'motor' in h ? model.motors[h.motor] : undefined;
  const axis = model.axes['axis' in h ? h.axis : (motor?.axis ?? 0)];
  const linear = axis?.linear !== false;
  const length = (v: number) => showValue(Math.abs(v), linear ? 'length' : 'angle', display, 3);
  const speed = (v: number) => showValue(v, linear ? 'speed' : 'angularSpeed', display, 3);
  const name = motor?.name ?? axis?.letter ?? '';
  switch (h.kind) {
    case 'stall':
      return `The motor of ${name} stalls at ${printNumber(Math.round(h.rpm), 5)} rpm: ${showValue(h.neededNm, 'torque', display, 2)} needed, ${showValue(h.leftNm, 'torque', display, 2)} left.`;
    case 'dragged':
      return `The motor of ${name} turns it against its closed clamp, with ${showValue(h.neededNm, 'torque', display, 2)}: the clamp gives way, and wears.`;
    case 'locked again':
      return `The motor of ${name} is in step again, ${length(h.lost)} away from where it should be.`;
    case 'bang':
      return `Bang: ${name} strikes its ${h.plusEnd ? 'plus' : 'minus'} stop at ${speed(h.speed)}.`;
    case 'fell':
      return `${name} came down ${length(h.distance)} with nothing to hold it.`;
    case 'alarm':
      return `The drive of ${name} has failed: it lags ${length(h.error)} behind.`;
    case 'racked':
      return `The gantry of ${name} is racked: one side is ${length(h.skew)} ahead, and the frame is strained.`;
    case 'switch crushed':
      return `${deviceName(model.switches[h.switchIndex]?.device ?? '')} is pushed ${length(h.beyond)} further than it withstands: it is bent, and stays pressed.`;
    case 'supply sagged':
      return `The motor supply sags: ${Math.round(h.share * 100)} % of its voltage is left.`;
    case 'tool struck':
      return 'The tool runs into the touch plate: something breaks.';
    case 'door bolted':
      return 'The door is bolted and does not open. Its bolt is drawn once the spindle is at rest.';
    case 'tool thrown':
      return `The spindle turns at ${Math.round(h.rpm)} rpm with its drawbar open: the tool flies out.`;
  }
}

/** Happenings that cost something, as opposed to what merely follows from them. */
export const isHarm = (h: Happening): boolean =>
  h.kind !== 'locked again' && h.kind !== 'supply sagged' && h.kind !== 'door bolted';
