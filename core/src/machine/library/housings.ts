import { sheet, type LibraryEntry } from './entry';

/** Width, height and depth as it is mounted, mm. */
type Outline = readonly [width: number, height: number, depth: number];
/** Holes apart across and upwards, and their diameter, mm; 0 where they are in one line. */
type Holes = readonly [across: number, along: number, diameter: number];

/** What is screwed to its plate. */
const onPlate: Readonly<Record<string, readonly [Outline, Holes]>> = {
  'controller-sedge-4': [
    [120, 90, 35],
    [110, 80, 3.2],
  ],
  'controller-yarrow-4': [
    [150, 105, 40],
    [138, 93, 3.2],
  ],
  'controller-teasel-6': [
    [185, 120, 45],
    [172, 107, 4.3],
  ],
  'controller-bryony-5': [
    [90, 70, 30],
    [82, 62, 3.2],
  ],
  'controller-tansy-3': [
    [130, 100, 40],
    [120, 90, 3.2],
  ],
  'controller-tansy-4': [
    [150, 100, 40],
    [140, 90, 3.2],
  ],
  'controller-tansy-5': [
    [170, 100, 40],
    [160, 90, 3.2],
  ],
  'controller-comfrey-3': [
    [100, 80, 40],
    [90, 70, 3.2],
  ],
  'controller-valerian-8': [
    [170, 130, 60],
    [158, 118, 4.3],
  ],
  'board-nettle-8': [
    [100, 76, 35],
    [91, 67, 3.2],
  ],
  'board-dock-16': [
    [150, 76, 35],
    [141, 67, 3.2],
  ],
  'board-quay-8': [
    [100, 76, 35],
    [91, 67, 3.2],
  ],
  'driver-heron-24v': [
    [28, 98, 58],
    [0, 90, 3.5],
  ],
  'driver-heron-30': [
    [28, 98, 58],
    [0, 90, 3.5],
  ],
  'driver-heron-50': [
    [36, 120, 76],
    [0, 110, 4.5],
  ],
  'driver-heron-80': [
    [48, 150, 96],
    [0, 139, 4.5],
  ],
  'driver-merlin-60': [
    [40, 140, 90],
    [0, 129, 4.5],
  ],
  'driver-merlin-80': [
    [48, 150, 100],
    [0, 139, 4.5],
  ],
  'drive-osprey-400': [
    [42, 145, 95],
    [0, 134, 4.5],
  ],
  'drive-osprey-750': [
    [50, 155, 110],
    [0, 144, 4.5],
  ],
  'drive-kestrel-200': [
    [46, 165, 140],
    [0, 155, 5.5],
  ],
  'drive-kestrel-200-bus': [
    [46, 165, 140],
    [0, 155, 5.5],
  ],
  'drive-kestrel-750': [
    [62, 172, 165],
    [48, 162, 5.5],
  ],
  'drive-kestrel-750-bus': [
    [62, 172, 165],
    [48, 162, 5.5],
  ],
  'supply-loam-24': [
    [110, 200, 50],
    [52, 148, 4.3],
  ],
  'supply-loam-36': [
    [110, 210, 50],
    [52, 148, 4.3],
  ],
  'supply-loam-36-4': [
    [98, 158, 42],
    [48, 116, 3.5],
  ],
  'supply-loam-42': [
    [114, 218, 50],
    [52, 148, 4.3],
  ],
  'supply-loam-48': [
    [114, 218, 50],
    [52, 148, 4.3],
  ],
  'supply-loam-48-21': [
    [126, 240, 64],
    [76, 180, 4.3],
  ],
  'supply-loam-60': [
    [114, 218, 60],
    [52, 148, 4.3],
  ],
  'supply-loam-70': [
    [126, 228, 66],
    [76, 170, 4.3],
  ],
  'filter-sieve-16': [
    [58, 112, 45],
    [0, 100, 4.5],
  ],
  'filter-sieve-16-3': [
    [78, 180, 60],
    [52, 168, 5.5],
  ],
  'drive-vole-750': [
    [78, 145, 120],
    [66, 133, 4.5],
  ],
  'drive-vole-1500': [
    [90, 165, 130],
    [78, 152, 4.5],
  ],
  'drive-vole-2200-3': [
    [105, 175, 145],
    [92, 162, 5.5],
  ],
  'drive-polecat-7': [
    [90, 190, 155],
    [78, 177, 4.5],
  ],
  'drive-vole-3000': [
    [125, 200, 160],
    [110, 185, 5.5],
  ],
  'drive-vole-4000-3': [
    [125, 200, 165],
    [110, 185, 5.5],
  ],
  'drive-shrew-250': [
    [80, 100, 40],
    [70, 90, 4.3],
  ],
  'drive-shrew-500': [
    [95, 120, 48],
    [85, 110, 4.3],
  ],
  'drive-stoat-400': [
    [60, 135, 80],
    [0, 124, 4.5],
  ],
  'divider-sluice-4': [
    [62, 48, 22],
    [54, 40, 3.2],
  ],
};

/** What snaps onto a rail, and small supplies that do. */
const onRail: Readonly<Record<string, Outline>> = {
  'supply-marl-5': [25, 92, 60],
  'supply-marl-12': [36, 92, 60],
  'supply-marl-12-8': [54, 125, 102],
  'supply-marl-24': [40, 118, 105],
  'supply-marl-24-10': [62, 125, 115],
  'contactor-bollard-dc': [60, 90, 75],
  'contactor-post-9': [45, 76, 82],
  'contactor-post-16-mains': [45, 82, 88],
  'contactor-post-25-mains': [54, 86, 96],
  'relay-latch-24': [16, 92, 70],
  'relay-latch-5': [16, 92, 70],
  'relay-latch-30': [28, 92, 76],
  'relay-latch-30-5': [28, 92, 76],
  'relay-latch-16-dc': [28, 92, 76],
};

/** Its hole in a panel, mm: one figure for a round one. */
const throughPanel: Readonly<Record<string, readonly [width: number, height?: number]>> = {
  'lamp-glim-12': [8],
  'lamp-glim-24': [8],
  'inlet-gate-16': [27.5, 20],
  'inlet-gate-32': [56, 56],
  'inlet-gate-16-3': [62, 62],
  'outlet-alcove-4': [46, 46],
  'outlet-alcove-10': [46, 46],
};

/** The entry with its outline, its holes and its cut-out; invented, and of the size that such parts have. */
export function housed(entry: LibraryEntry): LibraryEntry {
  const screwed = onPlate[entry.key];
  const [outline, holes] = screwed ?? [onRail[entry.key]];
  const cut = throughPanel[entry.key];
  const mm = (figures: Readonly<Record<string, number | undefined>>) =>
    Object.fromEntries(Object.entries(figures).flatMap(([key, v]) => (v ? [[key, sheet(v, 'mm')]] : [])));
  const sizes = {
    ...(outline && mm({ width: outline[0], height: outline[1], depth: outline[2] })),
    ...(holes && mm({ holesAcross: holes[0], holesAlong: holes[1], holeDiameter: holes[2] })),
    ...(cut && mm({ cutWidth: cut[0], cutHeight: cut[1] })),
  };
  return { ...entry, data: { ...entry.data, ...sizes } };
}
/** Keys of all that has a housing here. */
export const housedKeys: readonly string[] = [onPlate, onRail, throughPanel].flatMap((t) => Object.keys(t));
