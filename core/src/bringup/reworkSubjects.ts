import { axesOf } from '../machine/design';
import { circuitName } from '../machine/fields';
import type { Made } from './made';

/** Things on this machine that hands work on, by the path that tells which results hang on them. */
export function reworkSubjects({ design, figures }: Made): { subject: string; name: string }[] {
  const mechanics = {
    screw: 'Screw, nut and bearings',
    belt: 'Belt and pulleys',
    rack: 'Rack and pinion',
    rotary: 'Gear',
  };
  return [
    ...axesOf(design).flatMap(([id, a]) => [
      ...a.drives.map((d, i) => ({
        subject: `axes.${id}.drives.${i}`,
        name: `Coupling of ${a.letter}${a.drives.length > 1 ? ` ${d.side}` : ''}`,
      })),
      ...(a.transmission
        ? [{ subject: `axes.${id}.transmission`, name: `${mechanics[a.transmission.kind]} of ${a.letter}` }]
        : []),
    ]),
    ...Object.keys(figures.plan.inputs).map((id) => ({
      subject: `circuits.${id}`,
      name: `Conductors of ${circuitName(design, id)}`,
    })),
    ...Object.entries(design.parts)
      .filter(([, p]) => !['cable', 'terminal-strip'].includes(p.data.class))
      .map(([id, p]) => ({ subject: `parts.${id}`, name: `${p.designation} ${p.name}` })),
  ];
}
