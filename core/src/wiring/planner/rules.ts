import type { ColourCode, ConductorFunction } from '../../machine/connections';

/**
 * Insulation colours by function: brown, blue and green-yellow for the mains after IEC 60445, red and black for the
 * direct-current bus as most supplies mark it. Control wires stay clear of all of these, so that a blue wire is the neutral
 * and nothing else; for the same reason three phases are all brown and told apart by their labels. Local codes come first; the planner only proposes, and a machine may have its own rules.
 */
export const usualColours: Record<ConductorFunction, ColourCode> = {
  'mains-line': 'BN',
  'mains-neutral': 'BU',
  'protective-earth': 'GNYE',
  'power-plus': 'RD',
  'power-minus': 'BK',
  'control-plus': 'VT',
  'control-minus': 'GY',
  control: 'PK',
};

/** What each function is called where a person picks its colour. */
export const functionNames: Record<ConductorFunction, string> = {
  'mains-line': 'mains, line',
  'mains-neutral': 'mains, neutral',
  'protective-earth': 'protective earth',
  'power-plus': 'direct-current bus, plus',
  'power-minus': 'direct-current bus, minus',
  'control-plus': 'control supply, plus',
  'control-minus': 'control supply, 0 V',
  control: 'control and signals',
};

/** Thinnest sections in mm² that a hand can strip, crimp and trust. */
export const leastSection = { mains: 1.5, power: 0.75, control: 0.5, signal: 0.25 } as const;

/** Share of the bus voltage that the leads of one drive may lose. */
export const MOST_DROP = 0.05;

/** Lengths in m that are assumed until they are measured: inside the cabinet, and from it to the foot of the machine. */
export const CABINET_M = 0.8;
export const TO_MACHINE_M = 2;
