import { axesOf } from '../machine/design';
import { circuitName } from '../machine/fields';
import type { PartClass } from '../machine/parts';
import { parksAtMark } from '../machine/pulseSensor';
import type { Item, Subject } from './testKind';
import type { Made } from './made';

/** The whole machine. */
export const whole = (): Subject[] => [{ id: 'machine', name: '' }];

export const axes = (m: Made): Subject[] => axesOf(m.design).map(([id, a]) => ({ id, name: a.letter, axis: id }));

export const gantries = (m: Made): Subject[] => axes(m).filter((s) => m.design.axes[s.axis!]!.drives.length > 1);

/** Axes that look for their datum with a switch, at a pulse or at a stop. */
export const referenced = (m: Made): Subject[] =>
  axes(m).filter((s) =>
    ['switch', 'switch-and-index', 'mark-and-index', 'hard-stop'].includes(m.design.axes[s.axis!]!.reference.method),
  );
/** Axes that are parked at a mark and look for one pulse a turn. */
export const parked = (m: Made): Subject[] => axes(m).filter((s) => parksAtMark(m.design.axes[s.axis!]!.reference));

export const drives = (m: Made): Subject[] =>
  axesOf(m.design).flatMap(([id, a]) =>
    a.drives.map((d, drive) => ({
      id: `${id}-${drive}`,
      name: a.drives.length > 1 ? `${a.letter} ${d.side}` : a.letter,
      axis: id,
      drive,
    })),
  );
export const motorAt = (m: Made, s: Subject) => {
  const id = m.design.axes[s.axis!]?.drives[s.drive ?? 0]?.motor;
  const data = id ? m.design.parts[id]?.data : undefined;
  return data?.class === 'motor' ? { id: id!, data } : undefined;
};
export const driverAt = (m: Made, s: Subject) => {
  const id = m.design.axes[s.axis!]?.drives[s.drive ?? 0]?.driver;
  const part = id ? m.design.parts[id] : undefined;
  return part?.data.class === 'stepper-driver' || part?.data.class === 'servo-drive'
    ? { id: id!, part, data: part.data }
    : undefined;
};
export const braked = (m: Made): Subject[] => drives(m).filter((s) => motorAt(m, s)?.data.brake);

export const partsOf = (m: Made, ...classes: PartClass[]): Subject[] =>
  Object.entries(m.design.parts)
    .filter(([, p]) => classes.includes(p.data.class))
    .map(([id, p]) => ({ id, name: `${p.designation} ${p.name}`, part: id }));

/** Parts that one test looks at one by one; no class means all of them. */
export const partItems = (m: Made, ...classes: PartClass[]): Item[] =>
  Object.entries(m.design.parts)
    .filter(([, p]) => !classes.length || classes.includes(p.data.class))
    .map(([id, p]) => ({ id, name: `${p.designation} ${p.name}`, paths: [`parts.${id}.data.class`] }));

/** Every switch, sensor, button and probe that acts on an input, with the circuit that it stands in. */
export const devices = (m: Made): Subject[] =>
  Object.entries(m.design.circuits).flatMap(([circuit, c]) =>
    m.figures.plan.inputs[circuit]
      ? c.devices.flatMap((device): Subject[] => {
          const part = m.design.parts[device];
          if (!part || !['switch', 'sensor', 'button', 'probe'].includes(part.data.class)) return [];
          const name = `${part.designation} ${circuitName(m.design, circuit)}`;
          const axis = part.mount?.axis;
          return [{ id: device, name, part: device, circuit, ...(axis ? { axis } : {}) }];
        })
      : [],
  );

/** The switches that an axis looks for, or the sensor of its pulse. */
export const ownSwitches = (m: Made, s: Subject): Subject[] =>
  devices(m).filter((d) =>
    parksAtMark(m.design.axes[s.axis!]!.reference)
      ? d.axis === s.axis && m.design.circuits[d.circuit!]!.function === 'index'
      : d.axis === s.axis &&
        m.design.parts[d.part!]?.mount?.end === m.design.axes[s.axis!]!.reference.end &&
        ['reference', 'limit-and-reference'].includes(m.design.circuits[d.circuit!]!.function),
  );
