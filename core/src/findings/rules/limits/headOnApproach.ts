import type { FindingDraft, Rule } from '../../finding';

/** A target that runs straight at a proximity sensor: what does not stop in time crushes it. */
export const headOnApproach: Rule = {
  code: 'head-on-approach',
  severity: 'doubtful',
  check: ({ design }) =>
    Object.entries(design.parts).flatMap(([id, part]): FindingDraft[] =>
      part.data.class !== 'sensor' || part.mount?.approach !== 'head-on'
        ? []
        : [
            {
              subject: id,
              title: `The target runs straight at ${part.designation}`,
              explain: () =>
                'It trips only millimetres before it touches, so the stretch to stop is the gap itself; what comes too fast crushes the sensor. Let the target slide past the face sideways, with the gap set and locked: then it can run on as far as it needs.',
              station: 'switches',
              field: `parts.${id}.mount.approach`,
              remedies: [
                {
                  label: () => 'It is mounted so that the target passes across the face',
                  command: { name: 'set-field', args: { path: `parts.${id}.mount.approach`, value: 'across' } },
                },
              ],
            },
          ],
    ),
};
