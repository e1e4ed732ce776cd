import { choice, textOf } from '../../reading';
import { whole } from '../../subjects';
import type { BringUpTest } from '../../testKind';

export const temporary: BringUpTest = {
  kind: 'temporary',
  version: 1,
  phase: 'closing',
  title: 'Temporary things closed',
  purpose: 'What was bridged for a test is forgotten the moment the machine works. It is looked for on purpose.',
  minutes: 10,
  subjects: whole,
  after: () => ['first-program', 'heat'],
  dependsOn: ({ design }) => [
    'limitStrategy',
    ...Object.entries(design.conductors)
      .filter(([, c]) => c.state === 'temporary')
      .map(([id]) => `conductors.${id}.state`),
    ...Object.entries(design.parts).flatMap(([id, p]) =>
      Object.entries(p.elements).flatMap(([e, x]) => (x.kind === 'jumper' ? [`parts.${id}.elements.${e}.closed`] : [])),
    ),
  ],
  steps: ({ design }) => {
    const left = Object.values(design.conductors).filter((c) => c.state === 'temporary');
    return [
      left.length
        ? `Still temporary on Wiring: ${left.map((c) => `conductor ${c.number}${c.waitsFor ? ` (waits for ${c.waitsFor})` : ''}`).join(', ')}.`
        : 'No conductor is marked as temporary.',
      'Look for bridges, clips and tape; for limits that are switched off; for a door switch that is tied.',
      'Close the cabinet; keep a print of the machine record in it.',
    ];
  },
  fields: () => [
    choice('found', 'Bridges, clips, tape', { none: 'none left', some: 'some left' }),
    choice('limits', 'Limits', { on: 'are on', off: 'are off' }),
  ],
  judge(r, { m }) {
    const left = Object.values(m.design.conductors).filter((c) => c.state === 'temporary');
    const says = [
      ...(left.length
        ? [
            `${left.length === 1 ? 'One conductor is' : `${left.length} conductors are`} still temporary: ${left.map((c) => c.number).join(', ')}.`,
          ]
        : []),
      ...(textOf(r, 'found') === 'some' ? ['Something is still bridged.'] : []),
      ...(textOf(r, 'limits') === 'off' ? ['The limits are off.'] : []),
    ];
    return says.length ? { verdict: 'failed', says } : { verdict: 'passed', says: ['Nothing temporary is left.'] };
  },
  rehearse: () => ({ found: 'none', limits: 'on' }),
};
