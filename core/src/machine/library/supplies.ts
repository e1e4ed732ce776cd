import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';

const supply = (
  key: string,
  name: string,
  about: string,
  volts: number,
  amps: number,
  microfarads?: number,
  mains: readonly [least: number, most: number] = [100, 240],
): LibraryEntry => ({
  key,
  name,
  about,
  data: {
    class: 'supply',
    outputVoltage: sheet(volts, 'V'),
    outputCurrent: sheet(amps, 'A'),
    mainsMin: sheet(mains[0], 'V'),
    mainsMax: sheet(mains[1], 'V'),
    efficiency: sheet(85, '%'),
    powerFactor: sheet(0.6, '1'),
    inrush: sheet(inrushA(volts * amps), 'A'),
    leakage: sheet(0.5, 'mA'),
    ambientMax: sheet(50, '°C'),
    ...(microfarads === undefined ? {} : { outputCapacitance: sheet(microfarads, 'µF') }),
  },
  terminals: {
    l: terminal('L', 'mains-l'),
    n: terminal('N', 'mains-n'),
    pe: terminal('PE', 'protective-earth'),
    plus: { ...terminal('+', 'supply-out-plus'), holds: 3 },
    minus: { ...terminal('−', 'supply-out-minus'), holds: 3 },
  },
  elements: { output: { kind: 'source', plus: 'plus', minus: 'minus', voltage: sheet(volts, 'V') } },
  setup: {},
});

/** The larger a supply, the more its input capacitor takes when it is switched on. */
const inrushA = (watts: number): number =>
  watts < 30 ? 8 : watts < 60 ? 10 : watts < 150 ? 15 : watts < 450 ? 30 : watts < 800 ? 35 : 60;

export const supplies: LibraryEntry[] = [
  supply('supply-loam-24', 'Loam 24, 24 V supply', '24 V, 15 A: the least that a motor bus is worth.', 24, 15, 2200),
  supply('supply-loam-36', 'Loam 36, 36 V supply', '36 V, 10 A for a motor bus.', 36, 10, 4700),
  supply('supply-loam-36-4', 'Loam 36 S, 36 V supply', '36 V, 4.2 A for a small motor bus.', 36, 4.2, 2200),
  supply('supply-loam-42', 'Loam 42, 42 V supply', '42 V, 12 A for drivers of up to 50 V.', 42, 12, 2200),
  supply('supply-loam-48', 'Loam 48, 48 V supply', '48 V, 12.5 A for a motor bus.', 48, 12.5, 3300),
  supply(
    'supply-loam-48-21',
    'Loam 48 L, 48 V supply',
    '48 V, 21 A for a motor bus with a spindle on it.',
    48,
    21,
    6800,
  ),
  supply('supply-loam-60', 'Loam 60, 60 V supply', '60 V, 10 A for drives that allow it.', 60, 10, 4700),
  supply(
    'supply-loam-70',
    'Loam 70, 70 V supply',
    '70 V, 14 A, unregulated with a large capacitor.',
    70,
    14,
    15000,
    [220, 240],
  ),
  supply('supply-marl-24', 'Marl 24, field supply', '24 V, 5 A for sensors, coils and brakes.', 24, 5),
  supply('supply-marl-12', 'Marl 12, logic supply', '12 V, 4 A for controllers that need it.', 12, 4),
  supply('supply-marl-12-8', 'Marl 12 L, 12 V supply', '12 V, 8 A for work lights, fans and pumps.', 12, 8),
  supply('supply-marl-24-10', 'Marl 24 L, 24 V supply', '24 V, 10 A for many coils, fans and a heater.', 24, 10),
  supply('supply-marl-5', 'Marl 5, logic supply', '5 V, 3 A for a controller.', 5, 3),
];
