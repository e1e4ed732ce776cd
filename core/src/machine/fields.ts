import { clampOf } from './axisClamp';
import { changerInputName } from './toolChanger';
import isEqual from 'fast-deep-equal';
import type { Definition, FieldDescription } from './fieldKinds';
import { field, q } from './fieldKinds';
import { fieldsOfAxes } from './fieldsOfAxes';
import { fieldsOfParts } from './fieldsOfParts';
import { fieldsOfTransmissions } from './fieldsOfTransmissions';
import type { InputCircuit, InputFunction } from './connections';
import type { Design } from './design';
import type { TransmissionKind } from './mechanics';
import { isEndless } from './mechanics';
import { sheetFields } from './library/sheet';
import { isDriver } from './parts';
import { givesPulse } from './pulseSensor';

export type { Choice, FieldDescription, FieldType, Station } from './fieldKinds';
export { stations } from './fieldKinds';

/** Every field there is: one record each, with all that is known of it. */
export const definitions: Record<string, Definition> = { ...fieldsOfAxes, ...fieldsOfTransmissions, ...fieldsOfParts };

/** Fields that `set-field` may not write, since a command of their own keeps the rest in step. */
const structural =
  /^(roles\.|rails\.|dailyChecks$|referenceStages$|masses$|axes\.\*\.transmission\.kind|axes\.\*\.drives\.\*\.(motor|driver)|circuits\.\*\.input)/;

const tables = new Set(['axes', 'parts', 'circuits', 'masses', 'drives']);

/** `axes.x.drives.0.motor` → `axes.*.drives.*.motor`. Ids hold no point, so the split is safe. */
export const patternOf = (path: string): string => {
  const keys = path.split('.');
  // The rail of the drives is no list of them.
  const isList = (key: string | undefined) => (keys[0] === 'rails' ? key === 'devices' : tables.has(key ?? ''));
  return keys.map((k, i) => (isList(keys[i - 1]) ? '*' : k)).join('.');
};

/** The axis or part that a path belongs to, in the words on the drawing. */
function subjectOf(design: Design, keys: readonly string[]): string {
  const [table, id = ''] = keys;
  if (table === 'axes') {
    const axis = design.axes[id];
    const side = keys[2] === 'drives' && axis && axis.drives.length > 1 ? ` ${axis.drives[Number(keys[3])]?.side}` : '';
    return `${axis?.letter ?? id}${side}`;
  }
  if (table === 'parts') return design.parts[id]?.designation ?? id;
  if (table === 'masses') return design.masses[id]?.name ?? id;
  if (table === 'circuits') return circuitName(design, id);
  return '';
}

const functionWords: Record<InputFunction, string> = {
  limit: 'limit',
  reference: 'reference',
  'limit-and-reference': 'limit + reference',
  probe: 'Probe',
  stop: 'Stop',
  door: 'Door',
  pause: 'Pause',
  start: 'Start',
  alarm: 'Alarm',
  index: 'index pulse',
  'spindle-permit': 'Spindle permit',
  'coolant-flow': 'Coolant flow',
  position: 'Position',
  jog: 'key',
  'hand-enable': 'Enabling',
  'select-axis': 'Wheel moves',
  'select-step': 'Wheel step',
  'wheel-a': 'Wheel, track A',
  'wheel-b': 'Wheel, track B',
};

/** What an input circuit is called: from what it does and where its switches sit, such as `X plus limit`. */
export function circuitName(
  design: Pick<Design, 'circuits' | 'parts' | 'axes'> & Partial<Pick<Design, 'toolChanger'>>,
  id: string,
): string {
  const circuit = design.circuits[id];
  if (!circuit) return id;
  const ofChanger = design.toolChanger && changerInputName(design.toolChanger, id);
  if (ofChanger) return ofChanger;
  const ofHand = handName(design, circuit);
  if (ofHand) return ofHand;
  const mounts = circuit.devices.flatMap((d) => design.parts[d]?.mount ?? []);
  const letters = [...new Set(mounts.map((m) => design.axes[m.axis]?.letter ?? m.axis))].join(' + ');
  const ends = new Set(circuit.function === 'index' ? [] : mounts.map((m) => m.end));
  const drives = new Set(mounts.map((m) => m.drive));
  const axis = mounts[0] && design.axes[mounts[0].axis];
  const drive = drives.size === 1 ? [...drives][0] : undefined;
  const side = drive !== undefined && axis && axis.drives.length > 1 ? axis.drives[drive]?.side : undefined;
  const number = /-(\d+)$/.exec(id)?.[1];
  return [letters, ends.size === 1 ? [...ends][0] : '', side, functionWords[circuit.function], number]
    .filter(Boolean)
    .join(' ');
}

/** What a key or a selector is called: by what it moves or chooses. */
function handName({ axes, parts }: Pick<Design, 'parts' | 'axes'>, c: InputCircuit): string | undefined {
  const letter = c.axis === undefined ? '' : (axes[c.axis]?.letter ?? c.axis);
  if (c.function === 'jog') return `${letter}${c.direction === 'minus' ? '−' : '+'} key`;
  if (c.function === 'select-axis') return `${functionWords[c.function]} ${letter}`;
  if (c.function !== 'select-step') return undefined;
  const printed = c.contact === undefined ? undefined : parts[c.devices[0] ?? '']?.terminals[c.contact]?.printed;
  return `${functionWords[c.function]} ${printed ?? (c.step ? `${c.step.entered} ${c.step.unit}` : '')}`.trim();
}

/** A figure of a data sheet: its words and bounds are those of the sheet of its class. */
function sheetDefinition(design: Design, keys: readonly string[]): Definition | undefined {
  if (keys.length !== 4 || keys[0] !== 'parts' || keys[2] !== 'data') return undefined;
  const data = Object.hasOwn(design.parts, keys[1]!) ? design.parts[keys[1]!]!.data : undefined;
  const sheet = data && sheetFields[data.class]?.find((s) => s.key === keys[3]);
  if (!sheet) return undefined;
  const station =
    data.class === 'motor' || isDriver(data)
      ? 'drives'
      : data.class === 'switch' || data.class === 'sensor'
        ? 'switches'
        : 'machine';
  const help = sheet.help ?? (sheet.blocks ? `Decides ${sheet.blocks}.` : 'From the data sheet.');
  return { ...field(station, sheet.label, q(sheet.dimension), help), bounds: sheet.bounds };
}

/**
 * Describes the field at a path; undefined for a path that no form edits. Where nothing differs from `before` that one comes back,
 * so that a form of hundreds of fields is not drawn anew at each edit.
 */
export function describeField(design: Design, path: string, before?: FieldDescription): FieldDescription | undefined {
  const now = described(design, path);
  return isEqual(now, before) ? before : now;
}
function described(design: Design, path: string): FieldDescription | undefined {
  const pattern = patternOf(path);
  const keys = path.split('.');
  const definition = Object.hasOwn(definitions, pattern) ? definitions[pattern] : sheetDefinition(design, keys);
  if (!definition) return undefined;
  const axisId =
    keys[0] === 'axes' ? keys[1] : keys[0] === 'parts' ? design.parts[keys[1] ?? '']?.mount?.axis : undefined;
  const axis = axisId !== undefined && Object.hasOwn(design.axes, axisId) ? design.axes[axisId] : undefined;
  if (keys[0] === 'axes' && !axis) return undefined;
  if (typeof definition.kind === 'function' && !axis) return undefined;
  const kind = typeof definition.kind === 'function' ? definition.kind(axis!) : definition.kind;
  return { ...definition, kind, path, subject: subjectOf(design, keys) };
}

export const isSettable = (path: string): boolean => !structural.test(patternOf(path));

/** `X · Hard travel`: how a field is called where it stands alone. */
export const fieldTitle = (f: FieldDescription): string => (f.subject ? `${f.subject} · ${f.label}` : f.label);

/** The value at a path of a design; undefined where there is none. */
export function valueAt(design: Design, path: string): unknown {
  let value: unknown = design;
  for (const key of path.split('.')) {
    if (typeof value !== 'object' || value === null || !Object.hasOwn(value, key)) return undefined;
    value = (value as Record<string, unknown>)[key];
  }
  return value;
}

/** Figures of one pulse a turn, by what they are asked for: a mark at which the axis is parked, or a coarse switch as well. */
const pulseFields: Readonly<Record<string, 'mark' | 'either'>> = {
  markFromStop: 'mark',
  parkWindow: 'mark',
  pulseFromMark: 'mark',
  pulseWidth: 'either',
  pulseShaft: 'either',
};

/** The fields that each kind of transmission has, in the order in which a person fills them in. */
export const transmissionFields: Record<TransmissionKind, readonly string[]> = {
  screw: [
    'form',
    'pitch',
    'starts',
    'ratio',
    'efficiency',
    'threadFriction',
    'outerDiameter',
    'rootDiameter',
    'length',
    'endFixity',
    'ratioEfficiency',
  ],
  belt: ['teeth', 'pitch', 'ratio', 'efficiency', 'rotatingInertia', 'ratioEfficiency'],
  rack: ['module', 'teeth', 'helixAngle', 'ratio', 'efficiency', 'rotatingInertia', 'ratioEfficiency'],
  rotary: ['wheelTeeth', 'wormStarts', 'ratio', 'efficiency', 'rotatingInertia'],
};

/** The path of every field that this machine has: for the search. */
export function fieldPaths(design: Design): string[] {
  const expand = (pattern: string): string[] => {
    const keys = pattern.split('.');
    const star = keys.indexOf('*');
    if (star < 0) return [pattern];
    const table = valueAt(design, keys.slice(0, star).join('.'));
    const ids = Array.isArray(table)
      ? table.map((_, i) => String(i))
      : Object.keys((table as object | undefined) ?? {});
    return ids.flatMap((id) => expand([...keys.slice(0, star), id, ...keys.slice(star + 1)].join('.')));
  };
  return Object.keys(definitions)
    .flatMap(expand)
    .filter((path) => {
      const keys = path.split('.');
      const last = keys.at(-1)!;
      if (path === 'latheX') return design.kind === 'lathe';
      if (path === 'noseToTable') return design.kind !== 'lathe';
      if (last === 'compensateBacklash') return design.axes[keys[1]!]?.backlash !== undefined;
      if (['driveSpacing', 'rackingStiffness', 'sides', 'slaveOffset'].includes(last))
        return (design.axes[keys[1]!]?.drives.length ?? 0) > 1;
      if (last in pulseFields) {
        const method = design.axes[keys[1]!]?.reference.method;
        const axis = design.axes[keys[1]!];
        // A cam on a table without stops keeps its switch pressed for a part of the turn.
        if (axis && isEndless(axis) && last === 'pulseWidth') return true;
        return method === 'mark-and-index' || (method === 'switch-and-index' && pulseFields[last] === 'either');
      }
      if (last === 'frictionCoefficient') return design.axes[keys[1]!]?.motion === 'linear';
      if (last === 'turns' || last === 'workDiameter') return design.axes[keys[1]!]?.motion === 'rotary';
      if (last === 'clampFreeTime' || last === 'clampCloseTime') return clampOf(design, keys[1]!) !== undefined;
      if (last === 'clampTorque')
        return clampOf(design, keys[1]!) !== undefined && design.axes[keys[1]!]?.motion === 'rotary';
      if (['travel', 'envelopeMargin'].includes(last) && keys.length === 3) {
        const axis = design.axes[keys[1]!];
        return axis !== undefined && !isEndless(axis);
      }
      if (keys[2] === 'transmission' && last !== 'kind') {
        const kind = design.axes[keys[1]!]?.transmission?.kind;
        return kind !== undefined && transmissionFields[kind].includes(last);
      }
      const part = keys[0] === 'parts' ? design.parts[keys[1]!] : undefined;
      if (!part) return true;
      // A sensor of one pulse a turn sits on no place of the travel.
      if (keys[2] === 'mount')
        return (
          part.mount !== undefined &&
          !(last === 'tripFromStop' && (givesPulse(design, keys[1]!) || isEndless(design.axes[part.mount.axis] ?? {})))
        );
      // Data sheets have no form of their own yet.
      if (keys[2] === 'data') return false;
      if (last === 'contactUsed') return part.data.class === 'switch' || part.data.class === 'button';
      return isDriver(part.data);
    });
}
