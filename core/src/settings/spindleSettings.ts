import type { Design } from '../machine/design';
import { linesPerTurn, spindleEncoderOf } from '../machine/spindleEncoder';
import { rotatingOf } from '../spindle/rotating';
import { figure, known, mapKnown } from '../units/derived';
import { printNumber, showValue } from '../units/print';
import { baseValue, type Quantity } from '../units/quantity';
import type { SettingDraft } from './setting';

/** The pump or fan of a spindle runs so long before it and after it, s. */
const COOLING_LEAD_S = 3;
const COOLING_RUN_ON_S = 60;

/**
 * A spindle coasts to rest in about so many times what it takes to half of its speed: twice by dry friction alone, longer by air and
 * grease. In this long where nobody measured it, s.
 */
const COAST_HALVES = 4;
const USUAL_COAST_S = 15;
const coastOf = (half: Quantity | undefined): number => (half ? COAST_HALVES * baseValue(half) : USUAL_COAST_S);

/** What the control itself is told of the spindle: its speed at full output and at the least, and the lines of its encoder. */
export function spindleSettings(design: Pick<Design, 'parts' | 'roles' | 'outputs'>): SettingDraft[] {
  const r = rotatingOf(design);
  const outputs = Object.values(design.outputs).map((o) => o.function);
  if (!r || !outputs.some((o) => o === 'spindle-run' || o === 'spindle-speed')) return [];
  const { motor, motorId, inUse } = r;
  const speed = (key: 'max-speed' | 'min-speed', title: string, formula: string): SettingDraft => {
    const own = key === 'max-speed' ? 'maxSpeed' : 'minSpeed';
    const of = figure(motor.data[own], `parts.${motorId}.data.${own}`);
    return {
      key: `spindle/${key}`,
      group: 'Spindle',
      title,
      also: 'rpm pulley',
      kind: { type: 'quantity', dimension: 'rotation' },
      derived: mapKnown(of, (rpm) => rpm * inUse.ratio),
      formula: inUse.ratio === 1 ? formula : `${formula}, times the ratio of the stage that is on now (${inUse.name})`,
      numbers: (display) =>
        of.known && inUse.ratio !== 1
          ? `${showValue(of.value, 'rotation', display, 5)} · ${printNumber(inUse.ratio, 4)}`
          : '',
    };
  };
  const encoder = spindleEncoderOf(design);
  const seconds = (key: string, title: string, derived: number, formula: string): SettingDraft => ({
    key: `spindle/${key}`,
    group: 'Spindle',
    title,
    also: 'pump coolant delay',
    kind: { type: 'quantity', dimension: 'time' },
    derived: known(derived),
    formula,
    numbers: () => '',
  });
  return [
    speed('max-speed', 'Highest speed', 'the highest speed of the motor: full output of the control stands for it'),
    ...(outputs.includes('spindle-speed') && motor.data.minSpeed
      ? [speed('min-speed', 'Lowest speed', 'the lowest speed of the motor for long')]
      : []),
    ...(encoder
      ? [
          {
            key: 'spindle/encoder-lines',
            group: 'Spindle',
            title: 'Lines of the encoder in one revolution of the spindle',
            also: 'pulses counts',
            kind: { type: 'quantity' as const, dimension: 'ratio' as const },
            derived: known(linesPerTurn(design)),
            formula: 'lines · revolutions of the encoder for one of the spindle / divider',
            numbers: () =>
              `${encoder.part.data.lines} · ${printNumber(encoder.ratio, 4)}${encoder.divider ? ` / ${encoder.divider.part.data.divider}` : ''}`,
          },
        ]
      : []),
    ...(Object.values(design.outputs).some((o) => o.serves)
      ? [
          seconds(
            'standstill',
            'At rest after its stop',
            coastOf(motor.setup.halfSpeedTime),
            motor.setup.halfSpeedTime
              ? `${COAST_HALVES} times what it takes to half of its speed`
              : 'a usual one: measure how long it coasts to half of its speed',
          ),
        ]
      : []),
    ...(outputs.includes('spindle-cooling')
      ? [
          seconds(
            'cooling-lead',
            'Cooling before the spindle starts',
            COOLING_LEAD_S,
            'until the water has reached the motor',
          ),
          seconds(
            'cooling-run-on',
            'Cooling after the spindle stops',
            COOLING_RUN_ON_S,
            'until the heat of the windings is out',
          ),
        ]
      : []),
  ];
}
