import type { MachineKind } from '../machine/mechanics';

/** A usual cutting force along an axis, with the reasoning, for someone who has no figure of their own. */
export interface CuttingPreset {
  key: string;
  title: string;
  forceN: number;
  why: string;
}

/**
 * Specific cutting force k_c times chip section, rounded: textbook values of k_c for a small chip, with the depth and feed
 * that a hobby machine takes. They are estimates to begin with, not limits.
 */
export const cuttingPresets: readonly CuttingPreset[] = [
  { key: 'none', title: 'no cut, only moving', forceN: 0, why: 'Positioning, drawing, measuring.' },
  { key: 'foam', title: 'foam, balsa', forceN: 10, why: 'k_c about 5 N/mm² over 2 mm².' },
  {
    key: 'softwood',
    title: 'softwood, spruce',
    forceN: 30,
    why: 'k_c about 20 N/mm² over 1.5 mm²: 6 mm cutter, 3 mm deep, 0.5 mm feed a tooth.',
  },
  { key: 'hardwood', title: 'hardwood, plywood', forceN: 50, why: 'k_c about 35 N/mm² over 1.4 mm².' },
  { key: 'plastic', title: 'acetal, acrylic', forceN: 60, why: 'k_c about 150 N/mm² over 0.4 mm².' },
  {
    key: 'aluminium',
    title: 'aluminium',
    forceN: 110,
    why: 'k_c about 700 N/mm² over 0.15 mm²: 1 mm deep, 0.05 mm a tooth, three teeth in the cut.',
  },
  { key: 'brass', title: 'brass', forceN: 120, why: 'k_c about 800 N/mm² over 0.15 mm².' },
  { key: 'steel-milling', title: 'mild steel, milling', forceN: 250, why: 'k_c about 2 000 N/mm² over 0.12 mm².' },
  {
    key: 'steel-turning',
    title: 'mild steel, turning',
    forceN: 300,
    why: 'k_c about 2 000 N/mm² over 0.15 mm²: 1.5 mm deep, 0.1 mm a turn; about half of it along the feed.',
  },
];

/** Taken where no cutting force is entered, by kind of machine, N. */
export const usualCuttingN: Record<MachineKind, number> = {
  'router-moving-gantry': 50,
  'router-fixed-gantry': 50,
  'mill-bench': 120,
  'mill-knee': 250,
  lathe: 150,
};
