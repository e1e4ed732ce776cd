import type { DataOf, Terminal } from '../parts';
import type { LibraryEntry } from './entry';
import { encoderTerminals, sheet, terminal } from './entry';
import type { ColourCode } from '../connections';

const fourLeads: Record<string, Terminal> = {
  'a-plus': terminal('A', 'phase-a-plus'),
  'a-minus': terminal('A′', 'phase-a-minus'),
  'b-plus': terminal('B', 'phase-b-plus'),
  'b-minus': terminal('B′', 'phase-b-minus'),
};
/** Six leads: each phase with a tap at its middle. */
const sixLeads: Record<string, Terminal> = {
  'a-plus': terminal('A', 'phase-a-plus'),
  'a-tap': terminal('AC', 'phase-tap'),
  'a-minus': terminal('A′', 'phase-a-minus'),
  'b-plus': terminal('B', 'phase-b-plus'),
  'b-tap': terminal('BC', 'phase-tap'),
  'b-minus': terminal('B′', 'phase-b-minus'),
};
/** Eight leads: two free half-coils for each phase. */
const eightLeads: Record<string, Terminal> = {
  'a-plus': terminal('A1', 'phase-a-plus'),
  'a-plus-end': terminal('A2', 'phase-tap'),
  'a-minus-start': terminal('A3', 'phase-tap'),
  'a-minus': terminal('A4', 'phase-a-minus'),
  'b-plus': terminal('B1', 'phase-b-plus'),
  'b-plus-end': terminal('B2', 'phase-tap'),
  'b-minus-start': terminal('B3', 'phase-tap'),
  'b-minus': terminal('B4', 'phase-b-minus'),
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

/** The frame: earthed by itself, and the landing of the cable's braid at this end. */
const frame: Record<string, Terminal> = { pe: { ...terminal('PE', 'protective-earth'), holds: 2 } };
const brakeTerminals: Record<string, Terminal> = {
  'brake-plus': terminal('BR+', 'coil-plus'),
  'brake-minus': terminal('BR−', 'coil-minus'),
};

/** Colours of the leads that makers fit: each family has a fashion of its own. */
const fashions: Record<string, readonly ColourCode[]> = {
  rook: ['BK', 'GN', 'RD', 'BU', 'YE', 'WH', 'OG', 'BN'],
  magpie: ['RD', 'YE', 'BU', 'BK'],
  siskin: ['BN', 'OG', 'RD', 'YE', 'BK', 'GY'],
  jackdaw: ['RD', 'BU', 'GN', 'BK', 'WH', 'YE', 'OG', 'BN'],
  raven: ['RD', 'WH', 'BK'],
  shrike: ['BN', 'BK', 'GY'],
};

function entry(key: string, name: string, about: string, figures: DataOf<'motor'>): LibraryEntry {
  const phases =
    figures.type === 'servo'
      ? threeLeads
      : figures.leads === 8
        ? eightLeads
        : figures.leads === 6
          ? sixLeads
          : fourLeads;
  const leads = fashions[key.split('-')[1]!] ?? [];
  const coloured = Object.entries(phases).map(([id, t], i): [string, Terminal] => [
    id,
    leads[i] && t.role !== 'protective-earth' ? { ...t, lead: leads[i] } : t,
  ]);
  const data: DataOf<'motor'> = figures.brake
    ? {
        ...figures,
        brakeVoltage: sheet(24, 'V'),
        brakeCurrent: sheet(450, 'mA'),
        brakeReleaseTime: sheet(60, 'ms'),
        brakeCloseTime: sheet(40, 'ms'),
      }
    : figures;
  return {
    key,
    name,
    about,
    data,
    terminals: {
      ...Object.fromEntries(coloured),
      ...(figures.type === 'servo' ? {} : frame),
      ...(figures.encoder === 'none' ? {} : encoderTerminals(figures.encoder)),
      ...(figures.brake ? brakeTerminals : {}),
    },
    elements: figures.brake ? { brake: { kind: 'coil', a: 'brake-plus', b: 'brake-minus' } } : {},
    setup: {},
  };
}

/** The servo of 400 W, with or without a brake. */
const raven400 = (brake: boolean): LibraryEntry[] => [
  entry(
    brake ? 'motor-raven-400-brake' : 'motor-raven-400',
    brake ? 'Raven 400 with brake, servo motor' : 'Raven 400, servo motor',
    `Servo of 400 W with ${brake ? 'brake and ' : 'an '}absolute encoder.`,
    {
      class: 'motor',
      frame: sheet(60, 'mm'),
      type: 'servo',
      ratedTorque: sheet(1.27, 'N·m'),
      peakTorque: sheet(3.8, 'N·m'),
      ratedCurrent: sheet(10, 'A'),
      resistance: sheet(0.25, 'Ω'),
      inductance: sheet(0.9, 'mH'),
      rotorInertia: sheet(290, 'g·cm²'),
      ratedSpeed: sheet(3000, 'rpm'),
      maxSpeed: sheet(3600, 'rpm'),
      ratedVoltage: sheet(60, 'V'),
      leads: 3,
      winding: 'as-supplied',
      brake,
      encoder: 'absolute',
      encoderCounts: sheet(131072, '1'),
      batteryBacked: true,
    },
  ),
];

/** Servos that are wound for a drive on the mains: high voltage, little current. */
const shrike = (
  watts: number,
  frameMm: number,
  ratedNm: number,
  peakNm: number,
  amps: number,
  ohm: number,
  millihenry: number,
  inertia: number,
  brake: boolean,
): LibraryEntry =>
  entry(
    `motor-shrike-${watts}${brake ? '-brake' : ''}`,
    `Shrike ${watts}${brake ? ' with brake' : ''}, servo motor for mains-fed drives`,
    `Servo of ${watts} W with ${brake ? 'brake and ' : ''}incremental encoder, for a drive on the mains.`,
    {
      class: 'motor',
      frame: sheet(frameMm, 'mm'),
      type: 'servo',
      ratedTorque: sheet(ratedNm, 'N·m'),
      peakTorque: sheet(peakNm, 'N·m'),
      ratedCurrent: sheet(amps, 'A'),
      resistance: sheet(ohm, 'Ω'),
      inductance: sheet(millihenry, 'mH'),
      rotorInertia: sheet(inertia, 'g·cm²'),
      ratedSpeed: sheet(3000, 'rpm'),
      maxSpeed: sheet(5000, 'rpm'),
      ratedVoltage: sheet(310, 'V'),
      leads: 3,
      winding: 'as-supplied',
      brake,
      encoder: 'incremental',
      encoderCounts: sheet(10000, '1'),
    },
  );

export const motors: LibraryEntry[] = [
  entry(
    'motor-rook-12',
    'Rook 12, stepper, 57 mm frame',
    'Short stepper for light axes.',
    stepper({
      frame: sheet(57, 'mm'),
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
      frame: sheet(57, 'mm'),
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
      frame: sheet(86, 'mm'),
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
      frame: sheet(57, 'mm'),
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
  entry(
    'motor-siskin-5',
    'Siskin 5, stepper, 42 mm frame',
    'Small stepper for a light Z or a rotary table.',
    stepper({
      frame: sheet(42, 'mm'),
      holdingTorque: sheet(0.5, 'N·m'),
      ratedCurrent: sheet(1.7, 'A'),
      resistance: sheet(1.5, 'Ω'),
      inductance: sheet(2.8, 'mH'),
      rotorInertia: sheet(68, 'g·cm²'),
      maxSpeed: sheet(2500, 'rpm'),
    }),
  ),
  entry(
    'motor-siskin-3-six',
    'Siskin 3, stepper, 42 mm, six leads',
    'Six leads: whole phases in series, or one half of each. Figures are those of a half-coil.',
    stepper({
      frame: sheet(42, 'mm'),
      holdingTorque: sheet(0.32, 'N·m'),
      ratedCurrent: sheet(1.2, 'A'),
      resistance: sheet(3.3, 'Ω'),
      inductance: sheet(2.7, 'mH'),
      rotorInertia: sheet(54, 'g·cm²'),
      maxSpeed: sheet(2500, 'rpm'),
      leads: 6,
      winding: 'half',
    }),
  ),
  entry(
    'motor-rook-13-eight',
    'Rook 13, stepper, 57 mm, eight leads',
    'Eight leads: series for little current, parallel for speed. Figures are those of a half-coil.',
    stepper({
      frame: sheet(57, 'mm'),
      holdingTorque: sheet(1.3, 'N·m'),
      ratedCurrent: sheet(2.8, 'A'),
      resistance: sheet(0.8, 'Ω'),
      inductance: sheet(1.4, 'mH'),
      rotorInertia: sheet(440, 'g·cm²'),
      maxSpeed: sheet(2000, 'rpm'),
      leads: 8,
      winding: 'parallel',
    }),
  ),
  entry(
    'motor-rook-10-fine',
    'Rook 10, stepper, 57 mm, 0.9°',
    'Four hundred full steps: finer by itself, but it turns half as fast for the same pulses.',
    stepper({
      frame: sheet(57, 'mm'),
      stepAngle: sheet(0.9, '°'),
      holdingTorque: sheet(1, 'N·m'),
      ratedCurrent: sheet(2.8, 'A'),
      resistance: sheet(0.9, 'Ω'),
      inductance: sheet(2.4, 'mH'),
      rotorInertia: sheet(300, 'g·cm²'),
      maxSpeed: sheet(1500, 'rpm'),
    }),
  ),
  entry(
    'motor-jackdaw-85',
    'Jackdaw 85, stepper, 86 mm frame',
    'A great deal of holding torque, and little of it left above 300 rpm.',
    stepper({
      frame: sheet(86, 'mm'),
      holdingTorque: sheet(8.5, 'N·m'),
      ratedCurrent: sheet(6, 'A'),
      resistance: sheet(0.5, 'Ω'),
      inductance: sheet(5, 'mH'),
      rotorInertia: sheet(2700, 'g·cm²'),
      maxSpeed: sheet(1200, 'rpm'),
    }),
  ),
  entry(
    'motor-jackdaw-33-eight',
    'Jackdaw 33, stepper, 86 mm, eight leads',
    'Eight leads on a large frame. Figures are those of a half-coil.',
    stepper({
      frame: sheet(86, 'mm'),
      holdingTorque: sheet(3.3, 'N·m'),
      ratedCurrent: sheet(4.2, 'A'),
      resistance: sheet(0.4, 'Ω'),
      inductance: sheet(1.7, 'mH'),
      rotorInertia: sheet(1800, 'g·cm²'),
      maxSpeed: sheet(1500, 'rpm'),
      leads: 8,
      winding: 'parallel',
    }),
  ),
  entry(
    'motor-magpie-30',
    'Magpie 30, closed-loop stepper, 60 mm',
    'Stepper with encoder, without a brake.',
    stepper({
      frame: sheet(60, 'mm'),
      type: 'closed-loop-stepper',
      holdingTorque: sheet(3, 'N·m'),
      ratedCurrent: sheet(5, 'A'),
      resistance: sheet(0.45, 'Ω'),
      inductance: sheet(2.1, 'mH'),
      rotorInertia: sheet(840, 'g·cm²'),
      maxSpeed: sheet(2500, 'rpm'),
      encoder: 'incremental',
    }),
  ),
  entry(
    'motor-magpie-80',
    'Magpie 80, closed-loop stepper, 86 mm',
    'Large stepper with encoder, for a knee or a heavy table.',
    stepper({
      frame: sheet(86, 'mm'),
      type: 'closed-loop-stepper',
      holdingTorque: sheet(8, 'N·m'),
      ratedCurrent: sheet(6, 'A'),
      resistance: sheet(0.44, 'Ω'),
      inductance: sheet(3.7, 'mH'),
      rotorInertia: sheet(2750, 'g·cm²'),
      maxSpeed: sheet(1500, 'rpm'),
      encoder: 'incremental',
    }),
  ),
  entry('motor-raven-200', 'Raven 200, servo motor', 'Servo of 200 W for light, fast axes.', {
    class: 'motor',
    frame: sheet(60, 'mm'),
    type: 'servo',
    ratedTorque: sheet(0.64, 'N·m'),
    peakTorque: sheet(1.9, 'N·m'),
    ratedCurrent: sheet(5.6, 'A'),
    resistance: sheet(0.5, 'Ω'),
    inductance: sheet(1.2, 'mH'),
    rotorInertia: sheet(160, 'g·cm²'),
    ratedSpeed: sheet(3000, 'rpm'),
    maxSpeed: sheet(3600, 'rpm'),
    ratedVoltage: sheet(60, 'V'),
    leads: 3,
    winding: 'as-supplied',
    brake: false,
    encoder: 'incremental',
    encoderCounts: sheet(10000, '1'),
  }),
  ...raven400(false),
  entry(
    'motor-rook-23-brake',
    'Rook 23 with brake, stepper, 57 mm frame',
    'As Rook 23, with a holding brake on its rear shaft: for a vertical axis.',
    stepper({
      frame: sheet(57, 'mm'),
      holdingTorque: sheet(2.3, 'N·m'),
      ratedCurrent: sheet(4, 'A'),
      resistance: sheet(0.72, 'Ω'),
      inductance: sheet(2.9, 'mH'),
      rotorInertia: sheet(730, 'g·cm²'),
      maxSpeed: sheet(2000, 'rpm'),
      brake: true,
    }),
  ),
  entry(
    'motor-jackdaw-85-brake',
    'Jackdaw 85 with brake, stepper, 86 mm frame',
    'As Jackdaw 85, with a holding brake: for a knee or a heavy head.',
    stepper({
      frame: sheet(86, 'mm'),
      holdingTorque: sheet(8.5, 'N·m'),
      ratedCurrent: sheet(6, 'A'),
      resistance: sheet(0.5, 'Ω'),
      inductance: sheet(5, 'mH'),
      rotorInertia: sheet(2900, 'g·cm²'),
      maxSpeed: sheet(1200, 'rpm'),
      brake: true,
    }),
  ),
  entry(
    'motor-magpie-80-brake',
    'Magpie 80 with brake, closed-loop stepper, 86 mm',
    'As Magpie 80, with a holding brake.',
    stepper({
      frame: sheet(86, 'mm'),
      type: 'closed-loop-stepper',
      holdingTorque: sheet(8, 'N·m'),
      ratedCurrent: sheet(6, 'A'),
      resistance: sheet(0.44, 'Ω'),
      inductance: sheet(3.7, 'mH'),
      rotorInertia: sheet(2950, 'g·cm²'),
      maxSpeed: sheet(1500, 'rpm'),
      brake: true,
      encoder: 'incremental',
    }),
  ),
  ...raven400(true),
  entry('motor-raven-750', 'Raven 750, servo motor with brake', 'Servo of 750 W with brake and absolute encoder.', {
    class: 'motor',
    frame: sheet(80, 'mm'),
    type: 'servo',
    ratedTorque: sheet(2.4, 'N·m'),
    peakTorque: sheet(7.1, 'N·m'),
    ratedCurrent: sheet(18, 'A'),
    resistance: sheet(0.12, 'Ω'),
    inductance: sheet(0.5, 'mH'),
    rotorInertia: sheet(1080, 'g·cm²'),
    ratedSpeed: sheet(3000, 'rpm'),
    maxSpeed: sheet(3600, 'rpm'),
    ratedVoltage: sheet(60, 'V'),
    leads: 3,
    winding: 'as-supplied',
    brake: true,
    encoder: 'absolute',
    encoderCounts: sheet(131072, '1'),
    batteryBacked: true,
  }),
  shrike(200, 60, 0.64, 1.92, 1.6, 4, 9, 180, false),
  shrike(750, 80, 2.4, 7.1, 4.2, 0.9, 5, 1080, false),
  shrike(750, 80, 2.4, 7.1, 4.2, 0.9, 5, 1130, true),
];
