import { isThreePhase, linesTo, mainsVoltsAt } from '../../../distribution/lines';
import { letsGo, mainsDevices, MAINS_STRAYS } from '../../../distribution/supplies';
import { distributionOf, type Held } from '../../../distribution/tree';
import type { Figures } from '../../../derivation/figureTypes';
import type { Design } from '../../../machine/design';
import { isMainSwitch } from '../../../machine/designation';
import { libraryOf } from '../../../machine/library/index';
import { poleCount, type Part } from '../../../machine/parts';
import { portOf } from '../../../machine/ports';
import { SUPPLY_EFFICIENCY } from '../../../machine/supplyInput';
import { LASTING } from '../../../power/branches';
import { mainsThrough, onFullestLine } from '../../../power/carried';
import { figureOr, positive } from '../../../units/derived';
import { printNumber, showValue } from '../../../units/print';
import { fieldOfPart, takeInstead } from '../../choose';
import type { FindingDraft, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { LICENSED } from './licensed';

const TOLERANCE = MAINS_STRAYS;
/** Above this many times its rating a breaker trips within the hour: conventional tripping current of IEC 60898-1. */
const TRIPS = 1.45;

/** Volts of mains that a part takes: an interval for supplies and drives, one figure for what else runs on it. */
function mainsRange(part: Part): { least: number; most: number } | undefined {
  const port = portOf(part, 'mains');
  return port?.direction === 'takes' ? port.volts : undefined;
}
const onMains = (part: Part): boolean => Object.values(part.terminals).some((t) => t.role === 'mains-l');

/** The mains voltage against every part that takes or switches it. */
export const mainsVoltage: Rule = {
  code: 'mains-voltage',
  severity: 'danger',
  check: ({ design }) => {
    if (!positive(design.mainsVoltage, '').known) return [];
    const tree = distributionOf(design);
    const passed = onMainsWays(design);
    return Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] => {
      // Three phases have √3 times as much between them.
      const takes = onMains(part) ? mainsRange(part) : undefined;
      const passes = !takes && passed.has(id);
      const threePhase = passes
        ? linesTo(tree, { part: id, port: 'in' }).length > 1
        : isThreePhase(portOf(part, 'mains'));
      const mains = mainsVoltsAt(design, threePhase);
      const volts = mains.known ? mains.value : 0;
      const draft = (severity: 'danger' | 'wont-work', title: string, why: string): FindingDraft => ({
        subject: id,
        severity,
        title,
        explain: (display) =>
          `${part.name} ${why.replace('%', showValue(volts, 'voltage', display, 3) + (threePhase ? ' between its phases' : ''))} Look at its plate and at any selector for the mains. ${LICENSED}`,
        station: 'wiring',
        field: 'mainsVoltage',
      });
      if (takes) {
        const range = rangeWords(takes);
        if (volts > takes.most * (1 + TOLERANCE))
          return [draft('danger', `The mains destroys ${part.designation}`, `is made for ${range}; the mains has %.`)];
        if (volts < takes.least * (1 - TOLERANCE))
          return [
            draft(
              'wont-work',
              `The mains is too low for ${part.designation}`,
              `is made for ${range}; the mains has %: it gives less, or nothing.`,
            ),
          ];
        return [];
      }
      const switchesMains = portOf(part, 'mains')?.direction === 'gives' || passed.has(id);
      const rated = switchesMains && 'ratedVoltage' in part.data ? positive(part.data.ratedVoltage, '') : undefined;
      if (!rated?.known || volts <= rated.value * (1 + TOLERANCE)) return [];
      return [
        draft(
          'danger',
          `${part.designation} is not rated for the mains`,
          `is rated for ${rated.value} V; the mains has %.`,
        ),
      ];
    });
  },
};

/** A sheet may tell one end of the range alone. */
const rangeWords = ({ least, most }: { least: number; most: number }): string =>
  least === most
    ? `${most} V`
    : !Number.isFinite(most)
      ? `${least} V and more`
      : least === 0
        ? `up to ${most} V`
        : `${least} to ${most} V`;

/** The parts that the mains passes on its way to any load. */
function onMainsWays(design: Design): ReadonlySet<string> {
  const passed = new Set<string>();
  for (const id of Object.keys(design.parts)) for (const device of mainsDevices(design, id)) passed.add(device.id);
  return passed;
}

/** What a branch has to give at once, against its breaker. */
export const branchLoad: Rule = {
  code: 'branch-load',
  severity: 'wont-work',
  check: (figures) =>
    Object.entries(figures.design.parts).flatMap(([id, part]) => (letsGo(part) ? loaded(figures, { id, part }) : [])),
};
function loaded(figures: Figures, { id, part: breaker }: Held): FindingDraft[] {
  const { design } = figures;
  const rated = 'ratedCurrent' in breaker.data ? positive(breaker.data.ratedCurrent, '') : undefined;
  if (!rated?.known) return [];
  const drawn = mainsThrough(figures, id);
  const sum = onFullestLine(design, drawn);
  const lines = linesTo(distributionOf(design), { part: id, port: 'in' }).length;
  if (sum <= rated.value * LASTING) return [];
  const larger = libraryOf('breaker')
    .filter(
      (e) =>
        e.data.class === 'breaker' &&
        e.data.opensAt === undefined &&
        !isMainSwitch(e) &&
        poleCount(e) >= poleCount(breaker) &&
        figureOr(e.data.ratedCurrent, 0) * LASTING >= sum,
    )
    .sort(
      (a, b) =>
        figureOr('ratedCurrent' in a.data ? a.data.ratedCurrent : undefined, 0) -
        figureOr('ratedCurrent' in b.data ? b.data.ratedCurrent : undefined, 0),
    )[0];
  return [
    {
      subject: id,
      severity: sum > rated.value * TRIPS ? 'wont-work' : sum > rated.value ? 'doubtful' : 'note',
      title:
        sum > rated.value * TRIPS
          ? `${breaker.designation} trips under the load of this machine`
          : sum > rated.value
            ? `${breaker.designation} is loaded beyond its rating`
            : `${breaker.designation} carries more than ${LASTING * 100} % of its rating`,
      explain: (display) => {
        const a = (n: number) => showValue(n, 'current', display, 3);
        const largest = [...drawn].sort((x, y) => y.amps - x.amps).slice(0, 4);
        return `${largest.map((d) => `${d.name} ${a(d.amps)}`).join(', ')}: ${a(sum)} ${lines > 1 ? 'in the line that carries most' : 'in all'} (load over ${printNumber(SUPPLY_EFFICIENCY, 2)} efficiency and 0.6 power factor for supplies; shaft power over 0.78, 0.95 and 0.65 for a spindle drive). ${breaker.name} is rated for ${a(rated.value)}, ${a(rated.value * LASTING)} of it for long. Take a branch that gives more, or move ${largest[0]!.name} to another one: the breaker, its lead and the outlet go together, and that is work for a licensed person.`;
      },
      station: 'wiring',
      field: fieldOfPart(design, id),
      remedies: larger ? [replanned(design, `Take ${larger.name}`, takeInstead(design, id, larger.key))] : [],
    },
  ];
}
