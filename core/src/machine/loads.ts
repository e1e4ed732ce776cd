import { figureOr } from '../units/derived';
import { baseValue } from '../units/quantity';
import type { Part } from './parts';

/** Voltage that a load wants, V; undefined where its sheet does not tell. */
export function loadVolts(part: Pick<Part, 'data'>): number | undefined {
  const d = part.data;
  const q =
    d.class === 'motor'
      ? d.brakeVoltage
      : d.class === 'relay' || d.class === 'contactor'
        ? d.coilVoltage
        : d.class === 'spindle-drive'
          ? d.commandVoltage
          : 'ratedVoltage' in d
            ? d.ratedVoltage
            : undefined;
  return q && baseValue(q);
}

/** Current that a load draws, A. */
export function loadAmps(part: Pick<Part, 'data'>): number {
  const d = part.data;
  if (d.class === 'motor') return figureOr(d.brakeCurrent, 0.5);
  if (d.class === 'relay' || d.class === 'contactor') return figureOr(d.coilCurrent, 0.1);
  return 'ratedCurrent' in d ? figureOr(d.ratedCurrent, 0.2) : 0.02;
}
