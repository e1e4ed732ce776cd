import type { AxisFigures } from '../../../derivation/figureTypes';
import { isEndless } from '../../../machine/mechanics';
import { parksAtMark, pulseSensor } from '../../../machine/pulseSensor';
import type { FindingDraft, Rule } from '../../finding';
import { usual } from '../../../machine/library/usual';

/** An axis that is to be referenced by a switch that is not there. */
export const referenceMissing: Rule = {
  code: 'reference-missing',
  severity: 'wont-work',
  check: ({ axes, design }) => [
    ...axes.filter(({ id, axis }) => parksAtMark(axis.reference) && !pulseSensor(design, id)).map(noPulse),
    ...axes
      .filter(
        ({ axis, switches }) =>
          axis.reference.method.startsWith('switch') &&
          !switches.some((s) => s.isReference && s.end === axis.reference.end),
      )
      .map(({ id, axis, switches }): FindingDraft => {
        const limit = switches.find((s) => s.isLimit && s.end === axis.reference.end);
        const circuit = Object.entries(design.circuits).find(([, c]) => limit && c.devices.includes(limit.device))?.[0];
        return {
          subject: id,
          title: `${axis.letter} has no reference switch at its ${axis.reference.end} end`,
          explain: () =>
            'The control cannot find the datum: without it there is no envelope and no machine position. Add a switch on Switches, use the limit switch there for both, or reference by another method.',
          station: 'switches',
          field: `axes.${id}.reference.method`,
          remedies: circuit
            ? [
                {
                  label: () => `Use the limit switch ${design.parts[limit!.device]?.designation} for both`,
                  command: {
                    name: 'set-field',
                    args: {
                      path: `circuits.${circuit}.function`,
                      value: isEndless(axis) ? 'reference' : 'limit-and-reference',
                    },
                  },
                },
              ]
            : [
                {
                  label: () => 'Add a lever switch there',
                  command: {
                    name: 'add-input',
                    args: {
                      function: isEndless(axis) ? 'reference' : 'limit-and-reference',
                      library: usual.axisSwitch,
                      mount: { axis: id, end: axis.reference.end },
                    },
                  },
                },
              ],
        };
      }),
  ],
};

const noPulse = ({ id, axis }: AxisFigures): FindingDraft => ({
  subject: id,
  title: `${axis.letter} has no sensor that gives one pulse a turn`,
  explain: () =>
    'From its mark it would search for a pulse that never comes. Put a magnet on a shaft and a sensor beside it, on an input of its own; or reference by another method.',
  station: 'switches',
  field: `axes.${id}.reference.method`,
  remedies: [
    {
      label: () => 'Add a Hall sensor for the pulse',
      command: {
        name: 'add-input',
        args: { function: 'index', library: usual.pulseSensor, mount: { axis: id, end: axis.reference.end } },
      },
    },
  ],
});
