import { printNumber, showValue } from '../../../units/print';
import { cutsMotors, partsSupply, type Design } from '../../../machine/design';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** The stop, as its course over the evaluated nets shows it. */
const wired = (conductors: Readonly<Record<string, unknown>>): boolean =>
  Object.keys(conductors).some((id) => id.startsWith('stop-chain/'));

/** A head that nothing holds once the button is pressed, though it has a brake. */
export const headDropsOnStop: Rule = {
  code: 'head-drops-on-stop',
  severity: 'danger',
  check: ({ design, stop, drives }) => {
    const { course } = stop;
    if (!course) return [];
    const braked = (axis: string) =>
      drives.some((d) => {
        const motor = d.axisId === axis && d.drive.motor ? design.parts[d.drive.motor]?.data : undefined;
        return motor?.class === 'motor' && motor.brake;
      });
    return course.hung.heads.flatMap((h): FindingDraft[] => {
      const now = course.heads.find((x) => x.id === h.id);
      if (!braked(h.id) || (h.held !== 'nothing' && now?.held !== 'nothing')) return [];
      const always = now?.held === 'nothing';
      return [
        {
          subject: h.id,
          severity: always ? 'danger' : 'doubtful',
          title: always
            ? `${h.letter} drops when the stop is pressed`
            : `${h.letter} drops when the stop is pressed and the control hangs`,
          explain: () =>
            `The stop takes the motor’s torque, and the brake stays released: its coil still has current${always ? '' : ' until the control switches its output off'}. Let the contact that cuts motor power cut the brake too, or feed the brake from behind the contactor. Prop it while you work under it.`,
          station: 'switches',
          field: 'stopStrategy',
        },
      ];
    });
  },
};

/** A spindle that turns on after the stop. */
export const spindleRunsOn: Rule = {
  code: 'spindle-runs-on',
  severity: 'doubtful',
  check: ({ stop }) =>
    stop.course?.spindle !== 'runs on'
      ? []
      : [
          {
            subject: 'spindle',
            title: 'The stop leaves the spindle running',
            explain: () =>
              'The button neither cuts the spindle’s power nor reports to the control, which could switch it off. A cutter that turns is what must stop first. Report the stop to the control with the spindle on one of its outputs, or put the spindle behind the contactor too.',
            station: 'switches',
            field: 'stopStrategy',
          },
        ],
};

/** A start button where there is a contactor for it to pull in; else the control has to be told, so that it latches. */
function startRemedies(design: Design): Remedy[] {
  if (design.stopStrategy !== 'torque-off' && !partsSupply(design.stopStrategy))
    return design.roles.resetButton
      ? []
      : [
          replanned(design, 'Take a start button', {
            name: 'choose-part',
            args: { slot: { role: 'resetButton' }, library: usual.pushButton },
          }),
        ];
  const [id] = Object.entries(design.circuits).find(([, c]) => c.function === 'stop' && c.cutsOnly) ?? [];
  return id
    ? [
        replanned(design, 'Report the stop to the control, which then stays latched', {
          name: 'set-field',
          args: { path: `circuits.${id}.cutsOnly`, value: null },
        }),
      ]
    : [];
}

/** Power that comes back as soon as the button is let go. */
export const startsByItself: Rule = {
  code: 'starts-by-itself',
  severity: 'danger',
  check: ({ design, stop }) =>
    stop.course?.restart !== 'by itself'
      ? []
      : [
          {
            subject: 'stop',
            title: 'The machine starts by itself when the stop is released',
            explain: () =>
              'Letting the button out brings the motor power back, and the control knows nothing of the stop: it goes on at once. After a stop, a second deliberate act has to start the machine.',
            station: 'wiring',
            field: 'roles.resetButton',
            remedies: startRemedies(design),
          },
        ],
};

/** A strategy that promises to cut power, and nets that do not, or not for every drive. */
export const stopCutsNothing: Rule = {
  code: 'stop-cuts-nothing',
  severity: 'danger',
  check: ({ design, stop }) => {
    const { course } = stop;
    if (!course || !cutsMotors(design.stopStrategy)) return [];
    if (!wired(design.conductors) || !stop.moved.size) return [];
    const kept = [...stop.kept].map((id) => design.parts[id]!.designation);
    if (kept.length && kept.length < stop.moved.size)
      return [
        {
          subject: 'stop',
          title: `The stop button leaves ${kept.join(', ')} with torque`,
          explain: () =>
            `It takes power or torque from the other drives; ${kept.join(', ')} ${kept.length === 1 ? 'goes' : 'go'} on holding, and ${kept.length === 1 ? 'moves its axis' : 'move their axes'} if the control says so. Bring ${kept.length === 1 ? 'it' : 'them'} behind the same chain.`,
          station: 'switches',
          field: 'stopStrategy',
        },
      ];
    if (course.powerOffS !== undefined) return [];
    return [
      {
        subject: 'stop',
        title: 'The stop button cuts nothing',
        explain: () =>
          'By what is decided it takes power or torque from the motors; with the wiring as it is, they keep it. Follow the chain on the diagram with the machine on trial: where the current goes on, there is the bridge.',
        station: 'switches',
        field: 'stopStrategy',
      },
    ];
  },
};

/** Without power an axis runs on further than there is room. */
export const coastsTooFar: Rule = {
  code: 'coasts-too-far',
  severity: 'doubtful',
  check: ({ stop, axes }) =>
    (stop.course?.axes ?? []).flatMap((c): FindingDraft[] => {
      if (c.way !== 'coasting' || c.distance === undefined || c.room === undefined || c.distance <= c.room) return [];
      const linear = axes.find((a) => a.id === c.id)?.axis.motion === 'linear';
      return [
        {
          subject: c.id,
          title: `${c.letter} coasts into its stop when the power is cut`,
          explain: (display) => {
            const len = (v: number) => showValue(v, linear ? 'length' : 'angle', display, 3);
            return `Friction alone stops it after ${len(c.distance!)} (½·m·v² against the drag, ${printNumber(c.restS!, 2)} s); behind its limit there are ${len(c.room!)}. A stop that lets the control brake first, or buffers at the ends, or less speed.`;
          },
          station: 'switches',
          field: `axes.${c.id}.maxSpeed`,
        },
      ];
    }),
};

/** Relays that chase each other for ever. */
export const relaysRing: Rule = {
  code: 'relays-ring',
  severity: 'wont-work',
  check: ({ design, stop }) =>
    stop.ring.length === 0
      ? []
      : [
          {
            subject: 'ring',
            title: `${stop.ring.map((k) => design.parts[k.split('/')[0]!]?.designation ?? k).join(' and ')} never come to rest`,
            explain: () =>
              'Each change of one makes the other change back: they chatter as long as there is power. Somewhere in this ring a normally closed contact is where an open one belongs.',
            station: 'wiring',
            field: `parts.${stop.ring[0]!.split('/')[0]}`,
          },
        ],
};
