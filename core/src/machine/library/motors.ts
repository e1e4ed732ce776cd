import type { DataOf, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { sheet, terminal } from './entry';

const fourLeads: Record<string, Terminal> = {
  'a-plus': terminal('A', 'phase-a-plus'),
  'a-minus': terminal('A′', 'phase-a-minus'),
  'b-plus': terminal('B', 'phase-b-plus'),
  'b-minus': terminal('B′', 'phase-b-minus'),
};
const threeLeads: Record<string, Terminal> = {
  u: terminal('U', 'phase-u'),
  v: terminal('V', 'phase-v'),
  w: terminal('W', 'phase-w'),
  pe: terminal('PE', 'protective-earth'),
};

const stepper = (figures: Partial<DataOf<'motor'>>): DataOf<'motor'> => ({
  class: 'motor',
  type: 'stepper',
  stepAngle: sheet(1.8, '°'),
  leads: 4,
  winding: 'as-supplied',
  brake: false,
  encoder: 'none',
  ...figures,
});

const entry = (key: string, name: string, about: string, data: DataOf<'motor'>): LibraryEntry => ({
  key,
  name,
  about,
  data,
  terminals: data.type === 'servo' ? threeLeads : fourLeads,
  elements: {},
  setup: {},
});

export const motors: LibraryEntry[] = [
  entry(
    'motor-rook-12',
    'Rook 12, stepper, 57 mm frame',
    'Short stepper for light axes.',
    stepper({
      holdingTorque: sheet(1.2, 'N·m'),
      ratedCurrent: sheet(2.8, 'A'),
      resistance: sheet(0.9, 'Ω'),
      inductance: sheet(2.6, 'mH'),
      rotorInertia: sheet(280, 'g·cm²'),
      maxSpeed: sheet(2000, 'rpm'),
    }),
  ),
  entry(
    'motor-rook-23',
    'Rook 23, stepper, 57 mm frame',
    'The common choice for a small router or mill.',
    stepper({
      holdingTorque: sheet(2.3, 'N·m'),
      ratedCurrent: sheet(4, 'A'),
      resistance: sheet(0.72, 'Ω'),
      inductance: sheet(2.9, 'mH'),
      rotorInertia: sheet(680, 'g·cm²'),
      maxSpeed: sheet(2000, 'rpm'),
    }),
  ),
  entry(
    'motor-jackdaw-45',
    'Jackdaw 45, stepper, 86 mm frame',
    'Large stepper for slow, heavy axes.',
    stepper({
      holdingTorque: sheet(4.5, 'N·m'),
      ratedCurrent: sheet(5.6, 'A'),
      resistance: sheet(0.45, 'Ω'),
      inductance: sheet(3.5, 'mH'),
      rotorInertia: sheet(1400, 'g·cm²'),
      maxSpeed: sheet(1500, 'rpm'),
    }),
  ),
  entry(
    'motor-magpie-22',
    'Magpie 22, closed-loop stepper with brake',
    'Stepper with encoder and holding brake: for a head that must not drop.',
    stepper({
      type: 'closed-loop-stepper',
      holdingTorque: sheet(2.2, 'N·m'),
      ratedCurrent: sheet(5, 'A'),
      resistance: sheet(0.4, 'Ω'),
      inductance: sheet(1.8, 'mH'),
      rotorInertia: sheet(560, 'g·cm²'),
      maxSpeed: sheet(2500, 'rpm'),
      brake: true,
      encoder: 'incremental',
    }),
  ),
  entry('motor-raven-400', 'Raven 400, servo motor', 'Servo of 400 W with an absolute encoder.', {
    class: 'motor',
    type: 'servo',
    ratedTorque: sheet(1.27, 'N·m'),
    peakTorque: sheet(3.8, 'N·m'),
    ratedCurrent: sheet(10, 'A'),
    resistance: sheet(0.25, 'Ω'),
    inductance: sheet(0.9, 'mH'),
    rotorInertia: sheet(290, 'g·cm²'),
    maxSpeed: sheet(3000, 'rpm'),
    leads: 3,
    winding: 'as-supplied',
    brake: false,
    encoder: 'absolute',
  }),
];
