import type { Draft } from 'immer';
import { newAxis, stripAbsent } from '../machine/create';
import type { Design } from '../machine/design';
import type { AxisEnd, Transmission, TransmissionKind } from '../machine/mechanics';
import { isDriver } from '../machine/parts';
import type { CommandName, Handler } from './command';
import { refuse } from './command';
import { removeInput } from './inputs';
import { dropUnusedPart } from './parts';

const noAxis = (axis: string) =>
  refuse(`There is no axis ${axis}.`, `axes.${axis}`, 'Pick one of the axes on the drawing.');
const letterOf = (design: Design, axis: string): string => design.axes[axis]?.letter ?? axis;

const freshTransmission: Record<TransmissionKind, Transmission> = {
  screw: { kind: 'screw', form: 'ball', starts: 1 },
  belt: { kind: 'belt', teeth: 20 },
  rack: { kind: 'rack', teeth: 20 },
  rotary: { kind: 'rotary' },
};
const transmissionNames: Record<TransmissionKind, string> = {
  screw: 'screw',
  belt: 'belt',
  rack: 'rack and pinion',
  rotary: 'rotary gearing',
};

/**
 * The reference moves to the other end: a switch that sits there takes it over and the old one stays as a limit.
 * Where none sits there, the reference switches move along with the corner.
 */
function moveReference(draft: Draft<Design>, axis: string, from: AxisEnd, to: AxisEnd): void {
  const at = (end: AxisEnd) =>
    Object.values(draft.circuits).filter((c) =>
      c.devices.every((d) => draft.parts[d]?.mount?.axis === axis && draft.parts[d]?.mount?.end === end),
    );
  const there = at(to).filter((c) => c.function === 'limit');
  const here = at(from).filter((c) => c.function === 'limit-and-reference' || c.function === 'reference');
  if (there.length) {
    for (const c of there) c.function = 'limit-and-reference';
    for (const c of here) c.function = 'limit';
  } else for (const c of here) for (const d of c.devices) draft.parts[d]!.mount!.end = to;
}

export const mechanics = {
  'set-datum-corner': {
    title: ({ ends }, before) =>
      `Datum corner: ${Object.entries(ends)
        .map(([id, end]) => `${letterOf(before, id)} ${end}`)
        .join(', ')}`,
    apply({ ends }, draft) {
      for (const [id, end] of Object.entries(ends)) {
        const axis = draft.axes[id];
        if (!axis) return noAxis(id);
        const old = axis.reference.end;
        if (old === end) continue;
        axis.reference.end = end;
        moveReference(draft, id, old, end);
      }
    },
  } satisfies Handler<'set-datum-corner'>,
  'set-transmission': {
    title: ({ axis, kind }, before) => `${letterOf(before, axis)}: driven by ${transmissionNames[kind]}`,
    apply({ axis: id, kind }, draft) {
      const axis = draft.axes[id];
      if (!axis) return noAxis(id);
      if ((kind === 'rotary') !== (axis.motion === 'rotary'))
        return refuse(
          `${axis.letter} is a ${axis.motion} axis: ${transmissionNames[kind]} does not fit it.`,
          `axes.${id}.transmission.kind`,
          axis.motion === 'rotary' ? 'Rotary gearing is the one that fits.' : 'Choose screw, belt or rack.',
        );
      if (axis.transmission?.kind === kind) return;
      const { ratio, efficiency } = axis.transmission ?? {};
      axis.transmission = {
        ...freshTransmission[kind],
        ...(ratio ? { ratio } : {}),
        ...(efficiency ? { efficiency } : {}),
      };
    },
  } satisfies Handler<'set-transmission'>,
  'add-axis': {
    title: ({ letter }) => `Axis ${letter} added`,
    apply({ letter }, draft) {
      const id = letter.toLowerCase();
      if (draft.axes[id]) return refuse(`There is an axis ${letter} already.`, `axes.${id}`, 'Choose another letter.');
      const rotary = ['A', 'B', 'C'].includes(letter);
      draft.axes[id] = stripAbsent(
        newAxis(
          {
            letter,
            plus: rotary ? 'turning' : 'right',
            carries: rotary ? 'workpiece' : 'tool',
            tiltDeg: 0,
            end: 'minus',
          },
          rotary,
        ),
      );
      draft.axisOrder.push(id);
    },
  } satisfies Handler<'add-axis'>,
  'remove-axis': {
    title: ({ axis }, before) => `Axis ${letterOf(before, axis)} removed, with its motors, drivers and switches`,
    apply({ axis: id }, draft) {
      const axis = draft.axes[id];
      if (!axis) return noAxis(id);
      if (draft.axisOrder.length === 1)
        return refuse(
          'A machine keeps at least one axis.',
          `axes.${id}`,
          'Add another axis first, or delete the machine.',
        );
      for (const [circuitId, circuit] of Object.entries(draft.circuits))
        if (circuit.axis === id || circuit.devices.every((d) => draft.parts[d]?.mount?.axis === id))
          removeInput(draft, circuitId);
        else circuit.devices = circuit.devices.filter((d) => draft.parts[d]?.mount?.axis !== id);
      const partIds = axis.drives.flatMap((d) => [d.motor, d.driver]);
      delete draft.axes[id];
      draft.axisOrder = draft.axisOrder.filter((a) => a !== id);
      draft.referenceStages = draft.referenceStages.map((s) => s.filter((a) => a !== id)).filter((s) => s.length);
      for (const o of Object.values(draft.outputs))
        if (o.axis === id) {
          delete o.axis;
          delete o.serves;
        }
      for (const m of Object.values(draft.masses)) m.movedBy = m.movedBy.filter((a) => a !== id);
      for (const key of Object.keys(draft.overrides)) if (key.startsWith(`axis/${id}/`)) delete draft.overrides[key];
      for (const [partId, part] of Object.entries(draft.parts))
        if (part.mount?.axis === id || partIds.includes(partId)) dropUnusedPart(draft, partId);
    },
  } satisfies Handler<'remove-axis'>,
  'set-motor-count': {
    title: ({ axis, count }, before) => `${letterOf(before, axis)}: ${count === 2 ? 'two motors' : 'one motor'}`,
    apply({ axis: id, count }, draft) {
      const axis = draft.axes[id];
      if (!axis) return noAxis(id);
      const [master, slave] = axis.drives;
      if (!master || axis.drives.length === count) return;
      if (count === 2) {
        master.side = 'left';
        axis.drives.push({
          side: 'right',
          turnsForPlus: master.turnsForPlus === 'clockwise' ? 'counter-clockwise' : 'clockwise',
          invertedInWiring: false,
          invertedInDrive: false,
        });
      } else {
        master.side = 'single';
        axis.drives.pop();
        for (const [partId, part] of Object.entries(draft.parts))
          if (part.mount?.axis === id && part.mount.drive === 1) {
            for (const [circuitId, circuit] of Object.entries(draft.circuits)) {
              circuit.devices = circuit.devices.filter((d) => d !== partId);
              if (!circuit.devices.length) removeInput(draft, circuitId);
            }
            dropUnusedPart(draft, partId);
          }
        for (const partId of [slave?.motor, slave?.driver]) if (partId) dropUnusedPart(draft, partId);
      }
    },
  } satisfies Handler<'set-motor-count'>,
  'share-driver': {
    title: ({ axis }, before) => `${letterOf(before, axis)}: both motors in series on one driver`,
    apply({ axis: id }, draft) {
      const [first, second] = draft.axes[id]?.drives ?? [];
      if (!first || !second) return noAxis(id);
      if (!first.driver)
        return refuse('The first motor has no driver yet.', `axes.${id}.drives.0.driver`, 'Choose its driver first.');
      const old = second.driver;
      second.driver = first.driver;
      // One driver turns both the same way: the wiring has to make the difference.
      second.invertedInDrive = first.invertedInDrive;
      second.invertedInWiring = (first.turnsForPlus !== second.turnsForPlus) !== first.invertedInWiring;
      if (old && old !== first.driver) dropUnusedPart(draft, old);
    },
  } satisfies Handler<'share-driver'>,
  'set-switch-table': {
    title: ({ part }, before) => `${before.parts[part]?.designation ?? part}: switch table`,
    apply({ part: id, table }, draft) {
      const part = draft.parts[id];
      if (!part || !isDriver(part.data)) return refuse('This is no driver.', `parts.${id}`, 'Pick a driver on Drives.');
      part.data.switches = table;
      const steps = table.steps.map((s) => s.stepsPerRevolution);
      if (steps.length) part.data.stepsPerRevolutionChoices = [...new Set(steps)].sort((a, b) => a - b);
    },
  } satisfies Handler<'set-switch-table'>,
  'add-mass': {
    title: ({ name }) => `Mass added: ${name}`,
    apply({ name, mass, movedBy }, draft) {
      let n = 1;
      while (draft.masses[`mass-${n}`]) n++;
      draft.masses[`mass-${n}`] = { name, mass, movedBy };
    },
  } satisfies Handler<'add-mass'>,
  'remove-mass': {
    title: ({ mass }, before) => `Mass removed: ${before.masses[mass]?.name ?? mass}`,
    apply({ mass }, draft) {
      delete draft.masses[mass];
      for (const head of Object.values(draft.heads ?? {})) head.masses = head.masses.filter((m) => m !== mass);
    },
  } satisfies Handler<'remove-mass'>,
  'set-reference-stages': {
    title: ({ stages }, before) =>
      `Order of referencing: ${stages.map((s) => s.map((a) => letterOf(before, a)).join(' + ')).join(', then ')}`,
    apply({ stages }, draft) {
      draft.referenceStages = stages.filter((s) => s.length);
    },
  } satisfies Handler<'set-reference-stages'>,
} satisfies Partial<Record<CommandName, unknown>>;
