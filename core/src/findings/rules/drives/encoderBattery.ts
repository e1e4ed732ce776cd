import type { FindingDraft, Rule } from '../../finding';

/** An absolute encoder that counts turns forgets them without its battery. */
export const encoderBattery: Rule = {
  code: 'encoder-battery',
  severity: 'doubtful',
  check: ({ design }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] =>
      part.data.class === 'motor' && part.data.batteryBacked && !part.setup.batteryFitted
        ? [
            {
              subject: id,
              title: `The encoder of ${part.designation} has no battery`,
              explain: () =>
                `${part.name} keeps its count of turns by a battery in the cable or on the drive. Without it the datum is lost at every power-off, though the encoder calls itself absolute.`,
              station: 'wiring',
              field: `parts.${id}.setup.batteryFitted`,
              remedies: [
                {
                  label: () => 'It is fitted',
                  command: { name: 'set-field', args: { path: `parts.${id}.setup.batteryFitted`, value: true } },
                },
              ],
            },
          ]
        : [],
    ),
};
