import isEqual from 'fast-deep-equal';
import type { Command } from '../commands/command';
import { applyCommand } from '../commands/apply';
import type { Design } from '../machine/design';
import { transmissionFields, valueAt } from '../machine/fields';
import { newMachineFile } from '../machine/file';
import type { LibraryEntry } from '../machine/library/entry';
import type { Part } from '../machine/parts';

/** A part of the machine as an entry that can be chosen: with the figures that were changed in this machine alone. */
const entryOf = (id: string, part: Part): LibraryEntry => ({
  key: part.libraryKey ?? id,
  name: part.name,
  about: '',
  data: part.data,
  terminals: part.terminals,
  elements: part.elements,
  setup: {},
});

const setupFields = ['peakCurrent', 'idleCurrent', 'stepsPerRevolution', 'commandFormat'] as const;
const motionFields = [
  'maxSpeed',
  'acceleration',
  'jerk',
  'torqueFactor',
  'frictionCoefficient',
  'dragTorque',
  'cuttingForce',
  'backlash',
] as const;
const NOW = '2000-01-01T00:00:00.000Z';

/** The axes that an axis may be made equal to: those that move in the same manner. */
export const likeAxes = (design: Design, axisId: string): string[] =>
  design.axisOrder.filter((id) => id !== axisId && design.axes[id]!.motion === design.axes[axisId]?.motion);

/** Sets the fields whose value differs; what the other leaves empty is emptied. */
function fieldsLike(design: Design, from: string, to: string, keys: readonly string[]): Command[] {
  return keys.flatMap((key): Command[] => {
    const value = valueAt(design, `${from}.${key}`) ?? null;
    const now = valueAt(design, `${to}.${key}`) ?? null;
    return isEqual(value, now) ? [] : [{ name: 'set-field', args: { path: `${to}.${key}`, value: value as never } }];
  });
}

/**
 * The edits that give an axis the motors, drivers and driver settings of another. A second motor takes after the second of
 * the other axis, else after its first. Directions stay as they are, since they belong to how each motor is mounted.
 */
export function sameDrives(design: Design, axisId: string, likeId: string): Command[] {
  const axis = design.axes[axisId];
  const like = design.axes[likeId];
  if (!axis || !like) return [];
  const model = (drive: number) => like.drives[drive] ?? like.drives[0]!;
  const inSeries = like.drives.length > 1 && like.drives[0]!.driver === like.drives[1]!.driver;
  const chosen = axis.drives.flatMap((_, drive): Command[] =>
    (['motor', 'driver'] as const).flatMap((item): Command[] => {
      const id = model(drive)[item];
      const part = id ? design.parts[id] : undefined;
      if (!id || !part || (item === 'driver' && drive > 0 && inSeries)) return [];
      const entry = entryOf(id, part);
      return [{ name: 'choose-part', args: { slot: { axis: axisId, drive, item }, library: entry.key, entry } }];
    }),
  );
  const series: Command[] =
    inSeries && axis.drives.length > 1 ? [{ name: 'share-driver', args: { axis: axisId } }] : [];
  const parts = [...chosen, ...series];
  if (!parts.length) return [];
  // Which part then serves which drive is known once they are chosen, so it is tried first.
  const tried = applyCommand(
    newMachineFile(design, 'trial', NOW),
    { name: 'several', args: { title: 'same', commands: parts } },
    NOW,
  );
  if (!tried.ok) return parts;
  const then = tried.value.file.design;
  const settings = then.axes[axisId]!.drives.flatMap((d, drive) => {
    const from = model(drive).driver;
    return d.driver && from
      ? fieldsLike(
          then,
          `parts.${from}`,
          `parts.${d.driver}`,
          setupFields.map((k) => `setup.${k}`),
        )
      : [];
  });
  const once = new Map(settings.map((c) => [JSON.stringify(c), c]));
  return [...parts, ...once.values()];
}

/** The edits that give an axis the transmission and the motion figures of another; travel, direction and masses are its own. */
export function sameMotion(design: Design, axisId: string, likeId: string): Command[] {
  const axis = design.axes[axisId];
  const like = design.axes[likeId];
  if (!axis || !like || axis.motion !== like.motion) return [];
  const kind = like.transmission?.kind;
  const motion = fieldsLike(design, `axes.${likeId}`, `axes.${axisId}`, motionFields);
  if (!kind) return motion;
  const set: Command = { name: 'set-transmission', args: { axis: axisId, kind } };
  const begun: Command[] = axis.transmission?.kind === kind ? [] : [set];
  const then = begun.length ? applyCommand(newMachineFile(design, 'trial', NOW), set, NOW) : undefined;
  const base = then?.ok ? then.value.file.design : design;
  return [
    ...begun,
    ...fieldsLike(base, `axes.${likeId}.transmission`, `axes.${axisId}.transmission`, transmissionFields[kind]),
    ...motion,
  ];
}
