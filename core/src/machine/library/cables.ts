import type { ColourCode } from '../connections';
import type { LibraryEntry } from './entry';
import { screenEnds } from './cores';
import { sheet } from './entry';

type Core = readonly [mark: string, colour: ColourCode];
const numbered = (n: number): Core[] => Array.from({ length: n }, (_, i): Core => [String(i + 1), 'BK']);
const earth: Core = ['GNYE', 'GNYE'];
/** Colour order of DIN 47100, as far as eight cores go. */
const din: Core[] = (['WH', 'BN', 'GN', 'YE', 'GY', 'PK', 'BU', 'RD'] as const).map((c) => [c, c]);
const sensorLead: Core[] = (['BN', 'BU', 'BK', 'WH'] as const).map((c) => [c, c]);

const cable = (
  key: string,
  name: string,
  about: string,
  cores: readonly Core[],
  sectionMm2: number,
  outerMm: number,
  screened: boolean,
  bendTimes = 10,
): LibraryEntry => ({
  key,
  name,
  about,
  data: {
    class: 'cable',
    cores: cores.map(([mark, colour]) => ({ mark, colour, section: sheet(sectionMm2, 'mm²') })),
    screened,
    outerDiameter: sheet(outerMm, 'mm'),
    bendRadius: sheet(Math.round(outerMm * bendTimes), 'mm'),
  },
  ...(screened ? screenEnds : { terminals: {}, elements: {} }),
  setup: {},
});

/** Flexible cables for chains; sections and diameters are typical ones. Thinner before thicker: the planner takes the first that stands. */
export const cables: LibraryEntry[] = [
  cable('cable-reed-5g075', 'Reed 5G0.75', 'Motor cable with shield.', [...numbered(4), earth], 0.75, 8.2, true),
  cable('cable-reed-5g1', 'Reed 5G1', 'Motor cable with shield.', [...numbered(4), earth], 1, 8.8, true),
  cable('cable-reed-5g15', 'Reed 5G1.5', 'Motor cable with shield.', [...numbered(4), earth], 1.5, 9.9, true),
  cable('cable-reed-5g25', 'Reed 5G2.5', 'Motor cable with shield.', [...numbered(4), earth], 2.5, 12, true),
  cable('cable-reed-4g1', 'Reed 4G1', 'Three-phase motor cable with shield.', [...numbered(3), earth], 1, 8.2, true),
  cable(
    'cable-reed-4g15',
    'Reed 4G1.5',
    'Three-phase motor cable with shield.',
    [...numbered(3), earth],
    1.5,
    9.2,
    true,
  ),
  cable(
    'cable-reed-4g25',
    'Reed 4G2.5',
    'Three-phase motor cable with shield.',
    [...numbered(3), earth],
    2.5,
    11,
    true,
  ),
  cable('cable-reed-4g4', 'Reed 4G4', 'Three-phase motor cable with shield.', [...numbered(3), earth], 4, 13, true),
  ...(
    [
      ['1', 1, 6.4],
      ['1.5', 1.5, 7.2],
      ['2.5', 2.5, 8.8],
    ] as const
  ).map(([name, mm2, outer]) =>
    cable(
      `cable-reed-2x${name.replace('.', '')}`,
      `Reed 2 × ${name}`,
      'Cable with shield for a direct-current motor.',
      numbered(2),
      mm2,
      outer,
      true,
    ),
  ),
  cable('cable-rush-4', 'Rush 4 × 0.25', 'Signal cable with shield.', din.slice(0, 4), 0.25, 5.2, true, 8),
  cable('cable-rush-8', 'Rush 8 × 0.25', 'Signal cable with shield.', din, 0.25, 6.6, true, 8),
  cable(
    'cable-rush-25',
    'Rush 25 × 0.25',
    'Signal cable with shield, for a pendant.',
    numbered(25),
    0.25,
    10.5,
    true,
    8,
  ),
  cable('cable-bent-8', 'Bent 4 × 2 × 0.25', 'Encoder cable: four twisted pairs, shield.', din, 0.25, 7, true, 8),
  cable('cable-fescue-2', 'Fescue 2 × 0.5', 'Control cable for a contact.', din.slice(0, 2), 0.5, 5, false, 8),
  cable('cable-fescue-2x1', 'Fescue 2 × 1', 'Control cable for a load.', din.slice(0, 2), 1, 6, false, 8),
  cable('cable-fescue-2x15', 'Fescue 2 × 1.5', 'Control cable for a load.', din.slice(0, 2), 1.5, 6.8, false, 8),
  cable('cable-fescue-2x25', 'Fescue 2 × 2.5', 'Control cable for a load.', din.slice(0, 2), 2.5, 8.2, false, 8),
  cable('cable-fescue-3', 'Fescue 3 × 0.34', 'Sensor cable.', sensorLead.slice(0, 3), 0.34, 4.7, false, 8),
  cable('cable-fescue-4', 'Fescue 4 × 0.34', 'Sensor cable.', sensorLead, 0.34, 5, false, 8),
];
