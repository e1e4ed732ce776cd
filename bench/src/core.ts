import { whatWouldHelp } from '@nodaxis/core/advice/help';
import { createDeriver, deriveFigures } from '@nodaxis/core/derivation/figures';
import { compareDump } from '@nodaxis/core/dialects/compare';
import { linesOfSheet } from '@nodaxis/core/dialects/lines';
import { readDump } from '@nodaxis/core/dialects/readDump';
import { sorrel } from '@nodaxis/core/dialects/sheets/sorrel';
import { axisSpeedLimits, driveFigures } from '@nodaxis/core/drivetrain/speed';
import { torqueChart } from '@nodaxis/core/drivetrain/torqueChart';
import { findingsOf } from '@nodaxis/core/findings/findings';
import type { Design } from '@nodaxis/core/machine/design';
import { dunnock } from '@nodaxis/core/samples/dunnock';
import { fieldfare } from '@nodaxis/core/samples/fieldfare';
import { planConductors } from '@nodaxis/core/wiring/planner/plan';
import { CONDUCTORS, largeMachine } from './largeMachine';
import type { Figure } from './measure';
import { quantile, time } from './measure';

/** Everything derived from nothing, findings included: no cache helps. */
export function derivation(): Figure {
  const design = largeMachine();
  const axes = design.axisOrder.length;
  const runs = time(60, () => void findingsOf(deriveFigures(design)));
  return {
    name: `derive everything, ${axes} axes and ${CONDUCTORS} conductors, median (best ${Math.min(...runs).toFixed(2)})`,
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 10,
    most: true,
  };
}

/** Torque chart and speed ladder of six axes, computed from nothing. */
export function torqueOfSixAxes(): Figure {
  const { design } = dunnock();
  const ids = Array.from({ length: 6 }, (_, i) => `a${i}`);
  const six = {
    ...design,
    axisOrder: ids,
    axes: Object.fromEntries(ids.map((id, i) => [id, { ...design.axes[['x', 'y', 'z'][i % 3]!]! }])),
    masses: Object.fromEntries(
      Object.entries(design.masses).map(([id, m]) => [
        id,
        {
          ...m,
          movedBy: m.movedBy.flatMap((a) => ['x', 'y', 'z'].flatMap((l, i) => (l === a ? [ids[i]!, ids[i + 3]!] : []))),
        },
      ]),
    ),
    circuits: {},
    conductors: {},
    referenceStages: [],
  };
  const runs = time(60, () => {
    for (const id of ids) {
      const axis = six.axes[id]!;
      const drives = axis.drives.map((drive) =>
        driveFigures({
          axisId: id,
          axis,
          drive,
          kind: six.kind,
          driver: six.parts[drive.driver!],
          motor: six.parts[drive.motor!],
          controllerId: 'controller',
          controller: six.parts.controller,
          feed: { supply: six.parts['motor-supply'], path: 'parts.motor-supply' },
          masses: Object.values(six.masses).filter((m) => m.movedBy.includes(id)),
          acrossTravelMm: 640,
        }),
      );
      const d = drives[0]!;
      if (!axisSpeedLimits(drives).known || !d.torque.known || !d.scale.known) throw new Error('not known');
      torqueChart(d.torque.value, d.scale.value.travelPerRev, d.torque.value.speed * 1.2);
    }
  });
  return {
    name: `torque chart and ladder of ${ids.length} axes, median (best ${Math.min(...runs).toFixed(2)})`,
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 2,
    most: true,
  };
}

/** The whole plan, from nothing: of a complete router, and of a lathe in two boxes with its tree of breakers and contactors. */
export const planning = (): Figure[] => [
  planningOf('Dunnock', dunnock().design),
  planningOf('Fieldfare', fieldfare().design),
];
function planningOf(machine: string, design: Design): Figure {
  const runs = time(60, () => void planConductors(design));
  return {
    name: `planning ${machine}, ${Object.keys(design.conductors).length} conductors, median (best ${Math.min(...runs).toFixed(2)})`,
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 50,
    most: true,
  };
}

/** Nets of a thousand conductors and every finding over them, after an edit of one conductor's end. */
export function netsAndFindings(): Figure {
  const design = largeMachine(1000);
  const derive = createDeriver();
  findingsOf(derive(design));
  const ids = Object.keys(design.conductors);
  let flip = false;
  const runs = time(40, () => {
    const id = ids.at(-1)!;
    flip = !flip;
    const c = design.conductors[id]!;
    const moved = { ...c, to: { ...c.to, terminal: flip ? 't-0' : c.to.terminal } };
    findingsOf(derive({ ...design, conductors: { ...design.conductors, [id]: moved } }));
  });
  return {
    name: `nets and all findings after one end is moved, ${ids.length} conductors, median (best ${Math.min(...runs).toFixed(2)})`,
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 20,
    most: true,
  };
}

/** Every change to one axis tried over the whole library. */
export function help(): Figure {
  const { design } = dunnock();
  let tried = 0;
  const runs = time(12, () => {
    tried = 0;
    for (const _step of whatWouldHelp(design, 'y')) tried++;
  });
  return {
    name: `what would help an axis, ${tried} changes tried, median`,
    value: quantile(runs, 0.5),
    unit: 'ms',
    bound: 300,
    most: true,
  };
}

/** A dump of 500 lines read and compared, and a sheet worked out again after an edit. */
export function nameSheets(): Figure[] {
  const { design } = dunnock();
  const { settings } = deriveFigures(design);
  const many = {
    ...sorrel,
    entries: Array.from({ length: 10 }, (_, i) =>
      sorrel.entries.map((e) => ({ ...e, name: `b${i}.${e.name}` })),
    ).flat(),
  };
  const lines = linesOfSheet(many, design, settings);
  const dump = lines.map((l) => `${l.name} is ${l.text} ${l.unit ?? ''}`.trim()).join('\n');
  const compared = time(40, () => void compareDump(lines, readDump(many, lines, dump), settings));
  const worked = time(40, () => void linesOfSheet(many, design, settings));
  return [
    {
      name: `dump of ${lines.length} lines compared, median`,
      value: quantile(compared, 0.5),
      unit: 'ms',
      bound: 50,
      most: true,
    },
    {
      name: `name sheet of ${lines.length} lines worked out, median`,
      value: quantile(worked, 0.5),
      unit: 'ms',
      bound: 32,
      most: true,
    },
  ];
}
