import type { Design } from '../machine/design';
import { isThreePhase, linesTo } from '../distribution/lines';
import { earthBars, mainsInlets, protectiveDevice } from '../distribution/supplies';
import { distributionOf } from '../distribution/tree';
import type { Figures } from '../derivation/figureTypes';
import { ampacityA } from '../electrics/conductors';
import { portOf } from '../machine/ports';
import { LASTING } from '../power/branches';
import { carriedBy } from '../power/carried';
import { inrushOf, isBreaker, startSequence, type InrushFigures, type StartStep } from '../power/inrush';
import { leakageOf, opensAtLeakage, type LeakageFigures } from '../power/leakage';
import { listed } from '../units/listed';
import { positive } from '../units/derived';
import { showValue, type Display } from '../units/print';
import { ampacityOf } from '../wiring/planner/planning';

/** What protects a branch, with all that its rating and its curve have to agree with: I_load ≤ I_n ≤ I_z, and the inrush. */
export interface Guard {
  device: string;
  ratedA: number;
  /** What it carries while all axes move and cut, and what it should carry for long, A. */
  loadA: number;
  lastingA: number;
  /** The conductor that it protects and that is good for least. */
  thinnest: { number: number; mm2: number; goodForA: number } | undefined;
  inrush: InrushFigures | undefined;
  steps: StartStep[];
  /** Further breakers ahead of it in the same line: at a short circuit either may open. */
  ahead: string[];
}

/** Every breaker of a machine, in the order of its parts. */
export function guardsOf(figures: Figures): Guard[] {
  const { design } = figures;
  const tree = distributionOf(design);
  const thinnest = thinnestBehind(figures);
  return Object.entries(design.parts).flatMap(([device, part]): Guard[] => {
    if (!isBreaker(part)) return [];
    const rated = positive(part.data.ratedCurrent, '');
    if (!rated.known) return [];
    const inrush = inrushOf(design, device);
    return [
      {
        device,
        ratedA: rated.value,
        loadA: carriedBy(figures, device)?.amps ?? 0,
        lastingA: rated.value * LASTING,
        thinnest: thinnest.get(device),
        inrush,
        steps: inrush && inrush.verdict !== 'holds' ? startSequence(inrush) : [],
        ahead: tree.wayTo(device, 'in').passes.flatMap((p) => (isBreaker(design.parts[p.part]!) ? [p.part] : [])),
      },
    ];
  });
}

/** Of each protective device, the conductor behind it that is good for least. */
function thinnestBehind({ design, wires }: Figures): Map<string, NonNullable<Guard['thinnest']>> {
  const tree = distributionOf(design);
  const table = ampacityOf(design);
  const least = new Map<string, NonNullable<Guard['thinnest']>>();
  for (const w of wires.all) {
    const section = positive(w.conductor.section, '');
    if (!section.known || w.ends.some((e) => e.role === 'protective-earth')) continue;
    for (const e of w.ends) {
      const port = tree.portAt(e);
      if (port?.direction !== 'takes') continue;
      const device = protectiveDevice(design, { part: e.part, port: port.id })?.id;
      const goodForA = ampacityA(section.value, table);
      if (device !== undefined && goodForA < (least.get(device)?.goodForA ?? Infinity))
        least.set(device, { number: w.conductor.number, mm2: section.value, goodForA });
    }
  }
  return least;
}

/** The residual-current devices of a machine with what leaks behind each. */
export const leakagesOf = ({ design }: Figures): { device: string; leakage: LeakageFigures | undefined }[] =>
  Object.entries(design.parts).flatMap(([device, part]) =>
    opensAtLeakage(part) ? [{ device, leakage: leakageOf(design, device) }] : [],
  );

/** A bar of the protective earth: how many of its places are taken, and by which parts. */
export interface EarthBar {
  bar: string;
  places: number;
  taken: number;
  parts: string[];
}
export function earthStar({ design, wires }: Figures): EarthBar[] {
  return earthBars(design).map(({ id, part }) => {
    const terminal = portOf(part, 'place')!.terminals.PE!;
    const landed = wires.all.filter((w) => w.ends.some((e) => e.part === id && e.terminal === terminal));
    const others = landed.flatMap((w) => w.ends.flatMap((e) => (e.part === id ? [] : [e.part])));
    return {
      bar: id,
      places: part.terminals[terminal]!.holds ?? 2,
      taken: landed.length,
      parts: [...new Set(others)],
    };
  });
}

/** What to ask the licensed person who does the mains side, with the figures of this machine. */
export interface Question {
  key: string;
  text: (display: Display) => string;
}
export function questionsOf(figures: Figures): Question[] {
  const { design } = figures;
  const tree = distributionOf(design);
  const [inlet] = mainsInlets(design);
  if (!inlet) return [];
  const loadA = carriedBy(figures, inlet.id)?.amps ?? 0;
  const guards = guardsOf(figures).filter((g) => g.inrush);
  const peak = guards.map((g) => g.inrush!).sort((a, b) => b.closing.amps - a.closing.amps)[0];
  const name = (id: string) => design.parts[id]!.designation;
  const drives = Object.entries(design.parts).filter(
    ([id, p]) =>
      (p.data.class === 'spindle-drive' || p.data.class === 'servo-drive') &&
      portOf(p, 'mains') !== undefined &&
      tree.wayTo(id, 'mains').source,
  );
  const phases = drives.map(([id]) => linesTo(tree, { part: id, port: 'mains' }).length);
  const leakA = leakagesOf(figures).reduce((most, l) => Math.max(most, l.leakage?.amps ?? 0), 0);
  const a = (n: number, d: Display) => showValue(n, 'current', d, 3);
  return [
    {
      key: 'branch',
      text: (d) =>
        `The machine takes up to ${a(loadA, d)} for long${peak ? `, and a peak of ${a(peak.closing.amps, d)} when it is switched on` : ''}. Which breaker, of which curve and rating, feeds the outlet, and what else hangs on it?`,
    },
    ...guards
      .filter((g) => g.inrush!.curve !== 'B')
      .slice(0, 2)
      .map((g): Question => ({
        key: `loop-${g.device}`,
        text: (d) =>
          `${name(g.device)} opens at once only from ${a(g.inrush!.tripsA, d)} on (curve ${g.inrush!.curve}). Does a short circuit, and a fault to earth, draw that much here? The loop impedance is measured.`,
      })),
    {
      key: 'capacity',
      text: () =>
        'How large a short-circuit current can the mains give at this outlet, and do the breakers inside break it?',
    },
    ...(drives.length
      ? [
          {
            key: 'residual',
            text: () =>
              `${listed(drives.map(([id]) => name(id)))} rectif${drives.length > 1 ? 'y' : 'ies'} the mains${phases.some((n) => n > 1) ? ', from three phases' : ''}, and a fault behind may be direct current. Which type of residual-current device does each manual ask for, and which one is ahead of this outlet?`,
          },
        ]
      : []),
    {
      key: 'earth',
      text: (d) =>
        `${leakA > 0 ? `About ${showValue(leakA, 'current', d, 2)} flow to earth all the time. ` : ''}Is the protective earth of this outlet sound, and does its section or a second conductor suffice for what leaks? From 10 mA on, standards ask for more than a plug.`,
    },
    {
      key: 'disconnect',
      text: () =>
        `Does a plug suffice as what parts the machine from the mains here${isThreePhase(portOf(inlet.part, 'mains')) ? ', with three phases' : ''}, and is the main switch one that your local code takes for it?`,
    },
  ];
}

/** Doors and lids of metal: each needs a strap of its own to the earth bar. */
export const doorStraps = (design: Design): { box: string; lid: boolean; bonded: boolean }[] =>
  Object.values(design.enclosures ?? {}).flatMap(({ name, door }) =>
    door?.metal ? [{ box: name, lid: door.hinge === 'none', bonded: door.bonded === true }] : [],
  );
