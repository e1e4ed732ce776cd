import type { Rule } from '../../finding';

/** A direction should be turned round in one place: twice cancels, and the next repair sets only one of them back. */
export const invertedTwice: Rule = {
  code: 'inverted-twice',
  severity: 'doubtful',
  check: ({ drives }) =>
    drives
      .filter((d) => d.drive.invertedInWiring && d.drive.invertedInDrive)
      .map((d) => ({
        subject: `${d.axisId}-${d.index}`,
        title: `${d.name} is reversed in two places`,
        explain: () =>
          'A swapped phase and a reversed drive cancel each other. Whoever replaces the motor or the driver later sets only one of them back and the axis runs the wrong way. Keep one place.',
        station: 'drives',
        field: `axes.${d.axisId}.drives.${d.index}.invertedInDrive`,
        remedies: [
          {
            label: () => 'Set the drive back to normal (swap the phase back too)',
            command: {
              name: 'set-field',
              args: { path: `axes.${d.axisId}.drives.${d.index}.invertedInDrive`, value: false },
            },
          },
        ],
      })),
};
