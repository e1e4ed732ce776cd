import { changerFittings } from '../../../commands/changerFittings';
import { stationDeg } from '../../../settings/toolChange';
import { controllerToolChanger } from '../../../settings/toolChangeSettings';
import { showValue } from '../../../units/print';
import type { FindingDraft, Rule } from '../../finding';

/** A changer that lacks what it changes by: the control then leaves the change to a hand. */
export const changerIncomplete: Rule = {
  code: 'changer-incomplete',
  severity: 'wont-work',
  check: ({ design }) => {
    const c = design.toolChanger;
    if (!c) return [];
    if (c.kind === 'indexed' && c.axis === undefined)
      return [
        {
          subject: 'axis',
          title: 'The turret cannot change a tool yet',
          explain: () =>
            'No axis turns its head. It is a rotary axis of this machine, entered on Machine with its motor and worm. Until then a program waits for a hand at each tool.',
          station: 'spindle',
          field: 'toolChanger',
          remedies: changerFittings(design).flatMap(({ field, label, command }) =>
            field === 'axis' ? [{ label: () => label, command }] : [],
          ),
        },
      ];
    return changerFittings(design).flatMap(({ needed, field, label, command }): FindingDraft[] =>
      needed
        ? [
            {
              subject: field,
              title: `The ${c.kind} cannot change a tool yet`,
              explain: () =>
                `${
                  field === 'forward'
                    ? 'No output turns its head.'
                    : field === 'release'
                      ? 'No output releases its tool.'
                      : 'Not every station has a sensor that sees it.'
                } Until then a program waits for a hand at each tool.`,
              station: 'spindle',
              field: 'toolChanger',
              remedies: [{ label: () => label, command }],
            },
          ]
        : [],
    );
  },
};

/** A turret on an axis that does not reach all of its stations. */
export const turretShort: Rule = {
  code: 'turret-short',
  severity: 'wont-work',
  check: ({ design, settings, controller }) => {
    const told = controllerToolChanger(design, settings);
    if (!told?.known || told.value.kind !== 'indexed' || !controller.known) return [];
    const c = told.value;
    const axis = controller.value.axes.find((a) => a.id === c.axis);
    if (!axis) return [];
    const { min, max } = axis.envelope;
    const outside = Array.from({ length: c.stations }, (_, k) => k + 1).find((k) => {
      const at = stationDeg(c, k);
      return at < min - HAIR_DEG || at + c.beyondDeg > max + HAIR_DEG;
    });
    if (outside === undefined) return [];
    const found: FindingDraft = {
      subject: c.axis,
      title: `${axis.letter} does not reach station ${outside} of the turret`,
      explain: (display) =>
        `Station ${outside} of ${c.stations} is ${showValue(stationDeg(c, outside), 'angle', display, 4)} from station 1${c.beyondDeg > 0 ? `, and the head goes ${showValue(c.beyondDeg, 'angle', display, 3)} past it` : ''}; the envelope of ${axis.letter} is ${showValue(min, 'angle', display, 4)} to ${showValue(max, 'angle', display, 4)}. A head turns on and on: enter that ${axis.letter} begins again after a turn, or move its datum.`,
      station: 'machine',
      field: `axes.${c.axis}.turns`,
      remedies: [
        {
          label: () => `${axis.letter} begins again after a turn`,
          command: { name: 'set-field', args: { path: `axes.${c.axis}.turns`, value: 'wraps' } },
        },
      ],
    };
    return [found];
  },
};
/** An edge of the envelope is met, ° */
const HAIR_DEG = 1e-6;

/** A drawbar of which the spindle is not told that it holds. */
export const drawbarUnwatched: Rule = {
  code: 'drawbar-unwatched',
  severity: 'danger',
  check: ({ design }) => {
    const c = design.toolChanger;
    if (c?.kind !== 'drawbar' || c.release === undefined) return [];
    if (c.clamped !== undefined && design.circuits[c.clamped]?.function === 'spindle-permit') return [];
    const fit = changerFittings(design).find((f) => f.field === 'clamped');
    const found: FindingDraft = {
      subject: 'changer',
      title: 'Nothing keeps the spindle still while its drawbar is open',
      explain: () =>
        c.clamped === undefined
          ? 'No sensor sees that the tool is held. With a chip in the taper, or air still on, the spindle would throw it. A sensor on an input that permits the spindle stops that.'
          : 'The sensor that sees the tool held is on an input that only the program reads. By hand, and after a fault, the spindle would turn with the tool loose. Put it on an input that permits the spindle.',
      station: 'spindle',
      field: 'toolChanger',
      remedies: fit ? [{ label: () => fit.label, command: fit.command }] : [],
    };
    return [found];
  },
};
