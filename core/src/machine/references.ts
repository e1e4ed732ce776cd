import type { Fault } from '../units/result';
import type { Design } from './design';
import type { MachineFile } from './file';
import { portOf } from './ports';
import { changerAxis, changerInputs, changerOutputs } from './toolChanger';
import { partsOfRails } from './rails';
import type { TerminalRef } from './ids';

/** What may stand at a place of the rails. */
const railClasses = (path: string): readonly string[] =>
  path === 'mains.inlet'
    ? ['connector']
    : path.startsWith('mains.')
      ? ['breaker', 'fuse', 'filter', 'contactor', 'button']
      : path.endsWith('.supply')
        ? ['supply']
        : ['terminal-strip'];

const FIX = 'Add the missing item or take this reference out, then open the file again.';

function missingTerminal(parts: Design['parts'], ref: TerminalRef, where: string): Fault | undefined {
  if (!Object.hasOwn(parts, ref.part))
    return { what: `There is no part "${ref.part}".`, where: `${where}.part`, fix: FIX };
  return Object.hasOwn(parts[ref.part]!.terminals, ref.terminal)
    ? undefined
    : { what: `Part "${ref.part}" has no terminal "${ref.terminal}".`, where: `${where}.terminal`, fix: FIX };
}

/**
 * Referential integrity of a design: every id that is pointed at exists and is of the right class.
 * Returns one fault for each dangling id, with its path.
 */
export const danglingReferences = (design: Design, prefix = 'design'): Fault[] => [
  ...danglingIds(design, prefix),
  ...danglingElements(design.parts, prefix),
  ...danglingEnds(design.parts, design.conductors, prefix),
];

/** Terminals and coils that the elements of parts stand between and that those parts do not have. */
function danglingElements(parts: Design['parts'], prefix: string): Fault[] {
  const faults: Fault[] = [];
  const miss = (where: string, what: string) => faults.push({ what, where: `${prefix}.${where}`, fix: FIX });
  for (const id in parts) {
    const p = parts[id]!;
    for (const [eid, e] of Object.entries(p.elements)) {
      const { kind: _kind, ...fields } = e;
      for (const [key, value] of Object.entries(fields)) {
        const where = `parts.${id}.elements.${eid}.${key}`;
        if (key === 'coil') {
          if (!Object.hasOwn(p.elements, String(value))) miss(where, `Part "${id}" has no coil "${String(value)}".`);
        } else if (['a', 'b', 'plus', 'minus', 'out', 'terminal', 'common', 'terminals'].includes(key))
          for (const t of Array.isArray(value) ? value : [value])
            if (!Object.hasOwn(p.terminals, String(t))) miss(where, `Part "${id}" has no terminal "${String(t)}".`);
      }
    }
  }
  return faults;
}

/** Ids that the tables and roles point at, the ends of conductors and the insides of parts apart. */
function danglingIds(design: Design, prefix: string): Fault[] {
  const faults: Fault[] = [];
  const has = (table: object, id: string) => Object.hasOwn(table, id);
  const miss = (where: string, what: string) => faults.push({ what, where: `${prefix}.${where}`, fix: FIX });
  const part = (id: string | undefined, where: string, classes?: readonly string[]) => {
    if (id === undefined) return;
    if (!has(design.parts, id)) return miss(where, `There is no part "${id}".`);
    const found = design.parts[id]!.data.class;
    if (classes && !classes.includes(found)) miss(where, `Part "${id}" is a ${found}, not a ${classes.join(' or ')}.`);
  };
  const terminal = (ref: TerminalRef | undefined, where: string) => {
    const fault = ref && missingTerminal(design.parts, ref, `${prefix}.${where}`);
    if (fault) faults.push(fault);
  };
  const axis = (id: string, where: string) => {
    if (!has(design.axes, id)) miss(where, `There is no axis "${id}".`);
  };

  design.axisOrder.forEach((id, i) => axis(id, `axisOrder.${i}`));
  for (const id of Object.keys(design.axes)) {
    if (!design.axisOrder.includes(id)) miss(`axes.${id}`, `Axis "${id}" is missing from axisOrder.`);
    design.axes[id]!.drives.forEach((d, i) => {
      part(d.motor, `axes.${id}.drives.${i}.motor`, ['motor']);
      part(d.driver, `axes.${id}.drives.${i}.driver`, ['stepper-driver', 'servo-drive']);
    });
  }
  design.referenceStages.forEach((stage, i) => stage.forEach((id, k) => axis(id, `referenceStages.${i}.${k}`)));
  for (const [id, m] of Object.entries(design.masses))
    m.movedBy.forEach((a, i) => axis(a, `masses.${id}.movedBy.${i}`));
  const heads = design.heads ?? {};
  if (design.mountedHead !== undefined && !has(heads, design.mountedHead))
    miss('mountedHead', `There is no tool head "${design.mountedHead}".`);
  const onHead = new Set<string>();
  for (const [id, h] of Object.entries(heads)) {
    h.parts.forEach((p, i) => {
      part(p, `heads.${id}.parts.${i}`);
      if (onHead.has(p)) miss(`heads.${id}.parts.${i}`, `Part "${p}" is on two tool heads.`);
      onHead.add(p);
    });
    h.masses.forEach((m, i) => {
      if (!has(design.masses, m)) miss(`heads.${id}.masses.${i}`, `There is no mass "${m}".`);
    });
  }
  part(design.roles.controller, 'roles.controller', ['controller']);
  part(design.roles.host, 'roles.host', ['host-computer']);
  part(design.roles.spindle, 'roles.spindle', ['spindle']);
  part(design.roles.spindleDrive, 'roles.spindleDrive', ['spindle-drive', 'servo-drive']);
  part(design.roles.spindleEncoder, 'roles.spindleEncoder', ['encoder']);
  part(design.roles.stopContactor, 'roles.stopContactor', ['contactor', 'relay']);
  part(design.roles.resetButton, 'roles.resetButton', ['button']);
  part(design.roles.pendant, 'roles.pendant', ['pendant']);
  for (const [path, id] of partsOfRails(design.rails)) part(id, `rails.${path}`, railClasses(path));
  for (const [id, ports] of Object.entries(design.feeds ?? {}))
    for (const [port, source] of Object.entries(ports)) {
      const where = `feeds.${id}.${port}`;
      if (!has(design.parts, id)) miss(where, `There is no part "${id}".`);
      else if (portOf(design.parts[id], port)?.direction !== 'takes')
        miss(where, `Part "${id}" takes no power at "${port}".`);
      if (!source) continue;
      if (!has(design.parts, source.part)) miss(`${where}.part`, `There is no part "${source.part}".`);
      else if (source.part === id) miss(`${where}.part`, `Part "${id}" cannot feed itself.`);
      else if (portOf(design.parts[source.part], source.port)?.direction !== 'gives')
        miss(`${where}.port`, `Part "${source.part}" gives no power at "${source.port}".`);
    }
  for (const [id, p] of Object.entries(design.parts)) {
    if (p.mount) {
      axis(p.mount.axis, `parts.${id}.mount.axis`);
      const drives = design.axes[p.mount.axis]?.drives.length ?? 0;
      if (p.mount.drive !== undefined && drives > 0 && p.mount.drive >= drives)
        miss(`parts.${id}.mount.drive`, `Axis "${p.mount.axis}" has no drive ${p.mount.drive}.`);
    }
  }
  for (const [id, c] of Object.entries(design.circuits)) {
    c.devices.forEach((d, i) =>
      part(d, `circuits.${id}.devices.${i}`, [
        'switch',
        'sensor',
        'button',
        'probe',
        'pendant',
        'stepper-driver',
        'servo-drive',
        'spindle-drive',
      ]),
    );
    if (c.contact !== undefined && !c.devices.some((d) => design.parts[d]?.elements[c.contact!]))
      miss(`circuits.${id}.contact`, `No device of this input has a contact "${c.contact}".`);
    if (c.axis !== undefined) axis(c.axis, `circuits.${id}.axis`);
    terminal(c.input, `circuits.${id}.input`);
  }
  for (const id of Object.keys(design.driveSheets ?? {}))
    part(id, `driveSheets.${id}`, ['stepper-driver', 'servo-drive', 'spindle-drive']);
  design.dailyChecks?.forEach((d, i) =>
    part(d, `dailyChecks.${i}`, ['switch', 'sensor', 'button', 'probe', 'pendant']),
  );
  const { toolChanger } = design;
  if (toolChanger) {
    const axis = changerAxis(toolChanger);
    if (axis !== undefined && !has(design.axes, axis)) miss('toolChanger', `There is no axis "${axis}".`);
    for (const id of changerOutputs(toolChanger))
      if (!has(design.outputs, id)) miss('toolChanger', `There is no output "${id}".`);
    for (const id of changerInputs(toolChanger))
      if (!has(design.circuits, id)) miss('toolChanger', `There is no input "${id}".`);
  }
  for (const [id, o] of Object.entries(design.outputs)) {
    o.devices.forEach((d, i) => part(d, `outputs.${id}.devices.${i}`));
    part(o.relay, `outputs.${id}.relay`, ['relay', 'contactor']);
    terminal(o.output, `outputs.${id}.output`);
    if (o.axis !== undefined && !has(design.axes, o.axis)) miss(`outputs.${id}.axis`, `There is no axis "${o.axis}".`);
    if (o.reverses !== undefined && !has(design.outputs, o.reverses))
      miss(`outputs.${id}.reverses`, `There is no output "${o.reverses}".`);
  }
  return faults;
}

/** Ends of conductors that are on no terminal. */
function danglingEnds(parts: Design['parts'], conductors: Design['conductors'], prefix = 'design'): Fault[] {
  const faults: Fault[] = [];
  for (const id in conductors)
    for (const end of ['from', 'to'] as const) {
      const ref = conductors[id]![end];
      const fault = missingTerminal(parts, ref, `${prefix}.conductors.${id}.${end}`);
      if (fault) faults.push(fault);
    }
  return faults;
}

/** What an edit left dangling in a design that was whole before it. Only what it touched can dangle. */
export function danglingAfter(before: Design, after: Design): Fault[] {
  // Of an axis and of a part only this is read: most edits are of their figures, and a change log has a thousand of them.
  const axes = sameItems(before.axes, after.axes, (a, b) => a.drives === b.drives);
  const parts = sameItems(
    before.parts,
    after.parts,
    (a, b) => a.terminals === b.terminals && a.mount === b.mount && a.data.class === b.data.class,
  );
  const kept = { axes, parts, conductors: true, name: true, notes: true, overrides: true } as const;
  const keys = Object.keys(after) as (keyof Design)[];
  const beside = keys.some((k) => after[k] !== before[k] && !(k in kept && kept[k as keyof typeof kept]));
  const faults = beside ? danglingIds(after, 'design') : [];
  const ends = parts ? changedItems(before.conductors, after.conductors) : after.conductors;
  const insides = danglingElements(changedItems(before.parts, after.parts), 'design');
  return [...faults, ...insides, ...danglingEnds(after.parts, ends)];
}
/** Whether a table has the same items as before, each alike in what matters. */
function sameItems<T>(
  before: Readonly<Record<string, T>>,
  after: Readonly<Record<string, T>>,
  alike: (a: T, b: T) => boolean,
): boolean {
  if (before === after) return true;
  for (const id in before) if (!Object.hasOwn(after, id)) return false;
  for (const id in after) {
    if (!Object.hasOwn(before, id)) return false;
    const [a, b] = [before[id]!, after[id]!];
    if (a !== b && !alike(a, b)) return false;
  }
  return true;
}
/** The items of a table that are new or others than before. */
function changedItems<T>(before: Readonly<Record<string, T>>, after: Readonly<Record<string, T>>): Record<string, T> {
  const changed: Record<string, T> = {};
  if (before !== after) for (const id in after) if (after[id] !== before[id]) changed[id] = after[id]!;
  return changed;
}

/** Pictures that a design speaks of and that the file does not know; of what was so `before`, nothing is asked again. */
export function danglingPictures(
  design: Design,
  photos: MachineFile['photos'],
  before?: Pick<Design, 'parts' | 'conductors'>,
): Fault[] {
  const faults: Fault[] = [];
  const check = (ids: readonly string[] | undefined, where: string) =>
    ids?.forEach((id, i) => Object.hasOwn(photos, id) || faults.push(missing(`${where}.photos.${i}`, id)));
  const parts = changedItems(before?.parts ?? {}, design.parts);
  for (const id in parts) {
    const p = parts[id]!;
    check(p.photos, `design.parts.${id}`);
    for (const t in p.terminals) check(p.terminals[t]!.photos, `design.parts.${id}.terminals.${t}`);
  }
  const conductors = changedItems(before?.conductors ?? {}, design.conductors);
  for (const id in conductors) check(conductors[id]!.photos, `design.conductors.${id}`);
  return faults;
}
const missing = (where: string, id: string): Fault => ({ what: `There is no photo "${id}".`, where, fix: FIX });

/** Faults of a file’s references: those of its design, photos, and records that rely on missing ones. */
export function danglingInFile(file: MachineFile): Fault[] {
  const faults = [...danglingReferences(file.design), ...danglingPictures(file.design, file.photos)];
  const miss = (where: string, what: string) => faults.push({ what, where, fix: FIX });
  const photos = (ids: readonly string[] | undefined, where: string) =>
    ids?.forEach((id, i) => Object.hasOwn(file.photos, id) || faults.push(missing(`${where}.photos.${i}`, id)));
  const seen = new Set<string>();
  file.journal.forEach((e, i) => {
    if (seen.has(e.id)) miss(`journal.${i}.id`, `The journal holds the id "${e.id}" twice.`);
    if (e.kind === 'record')
      for (const id of [...e.reliedOn, ...(e.corrects ? [e.corrects] : [])])
        if (!seen.has(id)) miss(`journal.${i}.reliedOn`, `There is no earlier record "${id}".`);
    if ('photos' in e) photos(e.photos, `journal.${i}`);
    seen.add(e.id);
  });
  return faults;
}
