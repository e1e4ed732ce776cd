import type { Ampacity } from '../../../electrics/conductors';
import { ampacityA, dropV, sectionMm2For, WORKING_C } from '../../../electrics/conductors';
import { showValue } from '../../../units/print';
import { positive } from '../../../units/derived';
import { quantity } from '../../../units/quantity';
import { dropOf, loadOf, protectionOf } from '../../../wiring/duty';
import { ampacityOf } from '../../../wiring/planner/planning';
import { MOST_DROP } from '../../../wiring/planner/rules';
import { terminalName } from '../../../wiring/wires';
import type { Figures } from '../../../derivation/figureTypes';
import type { Design } from '../../../machine/design';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** A hair of tolerance, so that a table’s own figure is never called too much. */
const SLACK = 1.001;

type WireOf = Figures['wires']['all'][number];
/** A conductor with a section, and the load and length by which it is judged. */
interface Judged {
  w: WireOf;
  mm2: number;
  amps: number | undefined;
}
interface Judgement {
  drives: Figures['drives'];
  mains: Design['mainsVoltage'];
  list: readonly Judged[];
}
const judged = new WeakMap<Figures['wires'], Judgement>();

/** The conductors that have a section, worked out once for the three rules below. */
function judgedOf({ design, wires, drives }: Figures): readonly Judged[] {
  const mains = design.mainsVoltage;
  const known = judged.get(wires);
  // A load depends on the motor behind its driver, and on the mains.
  if (known?.drives === drives && known.mains === mains) return known.list;
  const list: Judged[] = [];
  for (const w of wires.all) {
    // A section of nothing is no section.
    const section = positive(w.conductor.section, '');
    if (section.known) list.push({ w, mm2: section.value, amps: loadOf(design, w) });
  }
  judged.set(wires, { drives, mains, list });
  return list;
}

type Judge = (f: Figures, j: Judged) => FindingDraft | undefined;

const overConductors =
  (judge: Judge): Rule['check'] =>
  (f) => {
    const drafts: FindingDraft[] = [];
    for (const j of judgedOf(f)) {
      const draft = judge(f, j);
      if (draft) drafts.push(draft);
    }
    return drafts;
  };

/** The remedy of all three: the thinnest section that is rated for it; none where even the thickest of the table is not. */
const thicker = (
  id: string,
  number: number,
  mm2: number,
  amps: number,
  table: readonly Ampacity[],
): NonNullable<FindingDraft['remedies']> =>
  ampacityA(mm2, table) * SLACK < amps
    ? []
    : [
        {
          label: (display) => `Make conductor ${number} ${showValue(mm2, 'area', display, 3)}`,
          command: { name: 'set-conductors', args: { ids: [id], set: { section: quantity(mm2, 'mm²') } } },
        },
      ];

/** A conductor that its own load makes too hot. */
export const sectionLoad: Rule = {
  code: 'section-load',
  severity: 'danger',
  check: overConductors(({ design }, { w, mm2, amps }) => {
    const table = ampacityOf(design);
    if (amps === undefined || amps <= ampacityA(mm2, table) * SLACK) return undefined;
    return {
      subject: w.id,
      title: `Conductor ${w.conductor.number} is too thin for its load`,
      explain: (display) =>
        `${terminalName(design, w.ends[0])} to ${terminalName(design, w.ends[1])} carries ${showValue(amps, 'current', display, 3)}; ${showValue(mm2, 'area', display, 3)} is good for ${showValue(ampacityA(mm2, table), 'current', display, 3)} in the planning table. It gets hot where it is bundled.`,
      station: 'wiring',
      field: `conductors.${w.id}`,
      remedies: thicker(w.id, w.conductor.number, sectionMm2For({ amps }, 0, table), amps, table),
    };
  }),
};

/** A conductor that burns before its fuse, breaker or supply lets go. */
export const sectionProtection: Rule = {
  code: 'section-protection',
  severity: 'doubtful',
  check: overConductors(({ design, wires }, { w, mm2 }) => {
    const ahead = protectionOf(design, w, wires.sheets.get(w.id));
    const table = ampacityOf(design);
    if (!ahead || ahead.amps <= ampacityA(mm2, table) * SLACK) return undefined;
    const field = w.ends.some((e) => e.part === design.rails.field?.supply) && !design.rails.field?.plus;
    return {
      subject: w.id,
      severity: ahead.by === 'device' ? 'danger' : 'doubtful',
      title: `Conductor ${w.conductor.number} is not protected by what is ahead of it`,
      explain: (display) =>
        `${showValue(mm2, 'area', display, 3)} is good for ${showValue(ampacityA(mm2, table), 'current', display, 3)}; ${ahead.by === 'device' ? 'the fuse or breaker ahead lets' : 'the supply ahead gives'} ${showValue(ahead.amps, 'current', display, 3)} pass. In a short circuit the conductor goes first. Fuse it, or make it thicker.`,
      station: 'wiring',
      field: `conductors.${w.id}`,
      remedies: [
        ...(field
          ? [
              replanned(design, 'Take a strip with fuses of 2 A for the field supply', {
                name: 'choose-part' as const,
                args: { slot: { rail: 'field' as const, item: 'plus' as const }, library: usual.fusedStrip },
              }),
            ]
          : []),
        ...thicker(w.id, w.conductor.number, sectionMm2For({ amps: ahead.amps }, 0, table), ahead.amps, table),
      ],
    };
  }),
};

/** A conductor that loses too much of the voltage on its way. */
export const sectionDrop: Rule = {
  code: 'section-drop',
  severity: 'doubtful',
  check: overConductors(({ design }, { w, mm2, amps }) => {
    const drop = dropOf(design, w, amps, mm2);
    if (!drop || amps === undefined || drop.volts <= MOST_DROP * drop.of * SLACK) return undefined;
    const { lengthM, of } = drop;
    // As a loop of two conductors, which is how a section is chosen: √3 instead of 2 allows 2/√3 of the drop.
    const mostDropV = MOST_DROP * of * (drop.threePhase ? 2 / Math.sqrt(3) : 1);
    const needed = sectionMm2For({ amps, lengthM, mostDropV }, 0, ampacityOf(design));
    return {
      subject: w.id,
      title: `Conductor ${w.conductor.number} loses ${Math.round((100 * drop.volts) / of)} % of the voltage`,
      explain: (display) =>
        `${showValue(1000 * lengthM, 'length', display, 3)} ${drop.threePhase ? 'in three phases' : 'there and back'}, ${showValue(amps, 'current', display, 3)} through ${showValue(mm2, 'area', display, 3)} at ${WORKING_C} °C: ${showValue(drop.volts, 'voltage', display, 3)} of ${showValue(of, 'voltage', display, 3)} are lost. ${Math.round(100 * MOST_DROP)} % are a fair limit.`,
      station: 'wiring',
      field: `conductors.${w.id}`,
      // Where the thickest row loses too much as well, only a shorter way helps.
      remedies:
        dropV(lengthM, amps, needed) <= mostDropV
          ? thicker(w.id, w.conductor.number, needed, amps, ampacityOf(design))
          : [],
    };
  }),
};
