import { z } from 'zod';
import type { Command } from '../commands/command';
import type { Design } from '../machine/design';
import { Duct, MOST_DUCTS, PanelPlace } from '../machine/enclosure';
import { enclosureOf } from '../machine/sitsIn';
import { schemaFaults } from '../machine/reading/schemaFaults';
import { frontOf } from '../panel/front';
import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';
import { readJson } from './readJson';

export const LAYOUT_FORMAT = 'nodaxis-panel-layout';
const VERSION = 1;

/** Parts by their designations: ids differ from machine to machine. */
const Layout = z.object({
  format: z.literal(LAYOUT_FORMAT),
  version: z.int(),
  plate: z.record(z.string().max(60), PanelPlace),
  front: z.record(z.string().max(60), PanelPlace),
  ducts: z.record(z.string().max(60), Duct),
});

/** The layout of a box, to be taken over by another version of the machine, or by another machine. */
export function writeLayoutJson(design: Design, enclosure: string): string {
  const box = design.enclosures?.[enclosure];
  const named = (places: Readonly<Record<string, PanelPlace>> = {}) =>
    Object.fromEntries(Object.entries(places).map(([id, place]) => [design.parts[id]?.designation ?? id, place]));
  return JSON.stringify(
    {
      format: LAYOUT_FORMAT,
      version: VERSION,
      plate: named(box?.places),
      front: named(box?.front),
      ducts: box?.ducts ?? {},
    },
    null,
    2,
  );
}

export interface ReadLayout {
  command: Command;
  /** Designations in the file that this machine has no part for. */
  missing: string[];
  /** How many parts get a place. */
  placed: number;
}

/**
 * Reads a layout for a box of a machine. What the file names and the machine has not is told and left out; what the machine has and the
 * file does not name stays where it is. Errors: no JSON, another format, a later version, each wrong place.
 */
export function readLayoutJson(text: string, design: Design, enclosure: string): Result<ReadLayout, Fault[]> {
  const json = readJson(text);
  if (!json.ok) return json;
  const raw = json.value;
  const { format, version } = (typeof raw === 'object' && raw !== null ? raw : {}) as Record<string, unknown>;
  if (format !== LAYOUT_FORMAT)
    return fail([
      {
        what: 'This is JSON, but not the layout of a panel.',
        where: 'format',
        fix: `A layout begins with "format": "${LAYOUT_FORMAT}". A machine file is imported on the shelf.`,
      },
    ]);
  if (typeof version === 'number' && version > VERSION)
    return fail([
      {
        what: `This layout is of version ${version}; this program reads up to ${VERSION}.`,
        where: 'version',
        fix: 'Update Nodaxis, or save the layout again with this version.',
      },
    ]);
  const read = Layout.safeParse(raw);
  if (!read.success) return fail(schemaFaults(read.error, []));
  const { plate, front, ducts } = read.data;
  if (Object.keys(ducts).length > MOST_DUCTS)
    return fail([
      { what: `${Object.keys(ducts).length} ducts.`, where: 'ducts', fix: `A plate takes at most ${MOST_DUCTS}.` },
    ]);
  const byDesignation = new Map(Object.entries(design.parts).map(([id, part]) => [part.designation, id]));
  const missing: string[] = [];
  const commands: Command[] = [];
  const placesOf = (named: Readonly<Record<string, PanelPlace>>, inFront: boolean) =>
    Object.fromEntries(
      Object.entries(named).flatMap(([designation, place]) => {
        const id = byDesignation.get(designation);
        if (id === undefined || (frontOf(design.parts[id]!) !== undefined) !== inFront) {
          missing.push(designation);
          return [];
        }
        if (enclosureOf(design, design.parts[id]!) !== enclosure)
          commands.push({ name: 'sit-part', args: { part: id, in: enclosure } });
        return [[id, place]];
      }),
    );
  const onPlate = placesOf(plate, false);
  const inFront = placesOf(front, true);
  const before = design.enclosures?.[enclosure]?.ducts ?? {};
  commands.push(
    {
      name: 'place-parts',
      args: {
        enclosure,
        places: onPlate,
        ducts: { ...Object.fromEntries(Object.keys(before).map((id) => [id, null])), ...ducts },
      },
    },
    { name: 'place-parts', args: { enclosure, on: 'front', places: inFront } },
  );
  return ok({
    command: { name: 'several', args: { commands } },
    missing,
    placed: Object.keys(onPlate).length + Object.keys(inFront).length,
  });
}
