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

/** The design as some edits leave it; undefined where they are refused. */
function tried(design: Design, commands: Command[]): Design | undefined {
  const edit = applyCommand(
    newMachineFile(design, 'trial', NOW),
    { name: 'several', args: { title: 'same', commands } },
    NOW,
  );
  return edit.ok ? edit.value.file.design : undefined;
}

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
  const then = tried(design, parts);
  if (!then) return parts;
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
  const base = tried(design, begun) ?? design;
  return [
    ...begun,
    ...fieldsLike(base, `axes.${likeId}.transmission`, `axes.${axisId}.transmission`, transmissionFields[kind]),
    ...motion,
  ];
}

const mountFields = ['approach', 'pole'] as const;
const referenceFields = ['method', 'backOff', 'fastSpeed', 'slowSpeed'] as const;
const atAnEnd = /^(limit|reference|limit-and-reference)$/;

/** The switches of an axis that stand at one of its ends, with the function of the input that each is in. */
const switchesOf = (design: Design, axisId: string) =>
  Object.values(design.circuits)
    .filter((c) => atAnEnd.test(c.function))
    .flatMap((c) => c.devices.map((id) => ({ id, part: design.parts[id]!, function: c.function })))
    .filter(({ part }) => part?.mount?.axis === axisId);

/**
 * The edits that give an axis the switches of another, on inputs of their own, and the figures of its reference. A switch at the
 * end where the other finds its datum comes to the end where this one does. Where a switch stands already it is exchanged.
 */
export function sameSwitches(design: Design, axisId: string, likeId: string): Command[] {
  const axis = design.axes[axisId];
  const like = design.axes[likeId];
  if (!axis || !like || axisId === likeId || axis.motion !== like.motion) return [];
  const far = { minus: 'plus', plus: 'minus' } as const;
  const free = switchesOf(design, axisId);
  const begun: Command[] = [];
  /** For each switch of the other axis the one that stands here, or undefined for one that is added. */
  const pairs: { from: string; to: string | undefined }[] = [];
  for (const { id, part, function: serves } of switchesOf(design, likeId)) {
    const { end: there, drive = 0, tripFromStop } = part.mount!;
    if (drive >= axis.drives.length) continue;
    const end = there === like.reference.end ? axis.reference.end : far[axis.reference.end];
    const here = free.filter(({ part: p }) => p.mount!.end === end && (p.mount!.drive ?? 0) === drive);
    const standing = here.find((s) => s.function === serves) ?? here[0];
    const entry = entryOf(id, part);
    pairs.push({ from: id, to: standing?.id });
    if (!standing) {
      const mount = {
        axis: axisId,
        end,
        ...(axis.drives.length > 1 ? { drive } : {}),
        ...(tripFromStop ? { tripFromStop } : {}),
      };
      begun.push({ name: 'add-input', args: { function: serves, library: entry.key, entry, mount } });
      continue;
    }
    free.splice(free.indexOf(standing), 1);
    if (!isEqual(standing.part.data, part.data))
      begun.push({ name: 'exchange-device', args: { part: standing.id, library: entry.key, entry } });
  }
  const reference = fieldsLike(design, `axes.${likeId}`, `axes.${axisId}`, [
    ...referenceFields.map((f) => `reference.${f}`),
    'envelopeMargin',
  ]);
  if (!pairs.length) return reference;
  // What an added switch will be called is known once it stands, so it is tried first.
  const then = begun.length ? tried(design, begun) : design;
  if (!then) return [...begun, ...reference];
  const added = Object.keys(then.parts).filter((id) => !design.parts[id]);
  const finer = pairs.flatMap(({ from, to }) =>
    fieldsLike(then, `parts.${from}`, `parts.${to ?? added.shift()!}`, [
      'setup.contactUsed',
      'mount.tripFromStop',
      ...mountFields.map((f) => `mount.${f}`),
    ]),
  );
  return [...begun, ...finer, ...reference];
}
