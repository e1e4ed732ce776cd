import type { Figures } from '../derivation/figureTypes';
import type { Design } from '../machine/design';

/** The two ways to command the drives of this machine, side by side. */
export interface CommandWay {
  title: string;
  /** Conductors between controller and drives. */
  conductors: number;
  plugs: number;
  hours: number;
  /** What bounds the speed; undefined where pulses play no part. */
  pulseRateHz: number | undefined;
  priceClass: string;
  says: string[];
}

const HOURS_PER_CONDUCTOR = 0.12;
const HOURS_PER_PLUG = 0.1;

/** Step and direction against a fieldbus, counted on this machine's own drives and planned conductors. */
export function stepOrBus(design: Design, figures: Figures): CommandWay[] {
  const drives = new Set(figures.drives.map((d) => d.channel)).size;
  const signal = figures.plan.proposals.filter((p) =>
    /^drive-.*\/(step|direction|enable)(-return)?$/.test(p.id),
  ).length;
  const rates = figures.axes.flatMap((a) =>
    a.drives.flatMap((d) => (d.pulseRateAtWanted.known ? [d.pulseRateAtWanted.value] : [])),
  );
  // Without chosen parts the plan is empty: six conductors a drive are usual.
  const conductors = signal || drives * 6;
  const alarms = drives * 2;
  return [
    {
      title: 'Step and direction',
      conductors: conductors + alarms,
      plugs: 0,
      hours: (conductors + alarms) * HOURS_PER_CONDUCTOR,
      pulseRateHz: rates.length ? Math.max(...rates) : undefined,
      priceClass: 'drives 1–2, controller 1–3',
      says: [
        'Any driver works with any controller of matching level.',
        'Scale, pulse width and direction have to agree on both sides, and a lost pulse is lost.',
        `An alarm comes back on ${alarms} conductors more, or not at all.`,
      ],
    },
    {
      title: 'Fieldbus',
      conductors: 0,
      plugs: drives + 1,
      hours: (drives + 1) * HOURS_PER_PLUG + 4,
      pulseRateHz: undefined,
      priceClass: 'drives 3–4, master 3–4',
      says: [
        'One lead from drive to drive; position, torque and alarms come back on it.',
        'No pulse rate, no scale to match: but master and drives must speak the same bus, and the set-up takes evenings.',
        design.kind === 'lathe'
          ? 'The spindle encoder can sit on a drive: threading needs no counter of its own.'
          : 'Following error and torque are there to be watched.',
      ],
    },
  ];
}
