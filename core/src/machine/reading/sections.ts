import isEqual from 'fast-deep-equal';
import { z } from 'zod';
import type { Fault, Result } from '../../units/result';
import { fail, ok } from '../../units/result';
import { Design } from '../design';
import { JournalEntry, MachineFile, PhotoRef, Revision } from '../file';
import { Id } from '../ids';
import { isTable, listLimits } from '../limits';
import { itemSchemas, tooMany } from '../touched';
import { schemaFaults } from './schemaFaults';

/** How many wrong places are listed one by one; the others are counted. */
export const MOST_LISTED = 50;
/** After so many wrong places nobody wants to know of more. */
const MOST_COUNTED = 5000;
/** Items between two words of progress. */
const STRIDE = 250;

type Raw = Record<string, unknown>;
const isObject = (v: unknown): v is Raw => typeof v === 'object' && v !== null && !Array.isArray(v);

/** Wrong places: the first ones as they are, the rest as a number. */
class Faults {
  readonly listed: Fault[] = [];
  count = 0;
  add(...faults: Fault[]): void {
    this.count += faults.length;
    for (const f of faults) if (this.listed.length < MOST_LISTED) this.listed.push(f);
  }
  get enough(): boolean {
    return this.count >= MOST_COUNTED;
  }
  /** As they are told: where some are left out, their number comes first. */
  get told(): Fault[] {
    if (this.count <= this.listed.length) return this.listed;
    const counted = this.enough ? `More than ${MOST_COUNTED}` : String(this.count);
    return [
      {
        what: `${counted} places are wrong. The first ${this.listed.length} are listed.`,
        where: 'the whole file',
        fix: 'Look for an earlier export: this one is damaged throughout.',
      },
      ...this.listed,
    ];
  }
}

/** The first wrong places of many, with their number. */
export function listed(all: readonly Fault[]): Fault[] {
  const faults = new Faults();
  faults.add(...all.slice(0, MOST_COUNTED));
  return faults.told;
}

/** Checks one piece by its schema. A piece with more mistakes than the engine can list is one fault. */
function piece(schema: z.ZodType, value: unknown, at: string, faults: Faults): unknown {
  try {
    const parsed = schema.safeParse(value);
    if (parsed.success) return parsed.data;
    faults.add(...schemaFaults(parsed.error, [at]));
  } catch (e) {
    if (!(e instanceof RangeError)) throw e;
    faults.add({ what: 'More is wrong here than can be listed.', where: at, fix: 'Look for an earlier export.' });
  }
  return undefined;
}

function* list(raw: unknown, schema: z.ZodType, most: number, at: string, faults: Faults): Generator<void, unknown[]> {
  if (!Array.isArray(raw) || raw.length > most) {
    faults.add({
      what: Array.isArray(raw) ? `${raw.length} entries are too many: at most ${most}.` : 'A list belongs here.',
      where: at,
      fix: 'Look for an earlier export.',
    });
    return [];
  }
  const checked: unknown[] = [];
  for (const [i, value] of raw.entries()) {
    checked.push(piece(schema, value, `${at}.${i}`, faults));
    if (faults.enough) break;
    if (i % STRIDE === STRIDE - 1) yield;
  }
  return checked;
}

/** A piece that was checked before, as it stood in the file and as it came out. */
interface Checked {
  raw: unknown;
  checked: unknown;
}
/** What of it came out for a key, where the file has the same there; the whole designs of a change log have most in common. */
function sameAs(like: Checked | undefined, key: string, value: unknown): unknown {
  const { raw, checked } = like ?? {};
  if (!isObject(raw) || !isObject(checked) || !Object.hasOwn(raw, key)) return undefined;
  return isEqual(raw[key], value) ? checked[key] : undefined;
}

function* table(raw: unknown, schema: z.ZodType, at: string, faults: Faults, like?: Checked): Generator<void, Raw> {
  if (!isObject(raw)) {
    faults.add({ what: 'A table of items by their ids belongs here.', where: at, fix: 'Look for an earlier export.' });
    return {};
  }
  const checked: Raw = {};
  let i = 0;
  for (const [id, value] of Object.entries(raw)) {
    const same = sameAs(like, id, value);
    if (same === undefined) piece(Id, id, `${at}.${id.slice(0, 80)}`, faults);
    checked[id] = same ?? piece(schema, value, `${at}.${id.slice(0, 80)}`, faults);
    if (faults.enough) break;
    if (++i % STRIDE === 0) yield;
  }
  return checked;
}

const unknownKeys = (raw: Raw, shape: object, at: string, faults: Faults): void => {
  for (const key of Object.keys(raw))
    if (!Object.hasOwn(shape, key))
      faults.add({
        what: `There is no field "${key.slice(0, 80)}" here.`,
        where: at || '(the whole file)',
        fix: 'Take it out.',
      });
};

function* checkDesign(raw: unknown, at: string, faults: Faults, like?: Checked): Generator<void, unknown> {
  if (!isObject(raw)) return piece(Design, raw, at, faults);
  unknownKeys(raw, Design.shape, at, faults);
  const checked: Raw = {};
  for (const [key, schema] of Object.entries(Design.shape) as [string, z.ZodType][]) {
    const value = raw[key];
    if (value === undefined && schema.safeParse(undefined).success) continue;
    if (isTable(key) && isObject(value)) {
      const many = tooMany(key, value);
      faults.add(...many.map((f) => ({ ...f, where: `${at}.${key}` })));
      const before =
        isObject(like?.raw) && isObject(like.checked) ? { raw: like.raw[key], checked: like.checked[key] } : undefined;
      if (!many.length) checked[key] = yield* table(value, itemSchemas[key], `${at}.${key}`, faults, before);
    } else checked[key] = piece(schema, value, `${at}.${key}`, faults);
    if (faults.enough) break;
  }
  return checked;
}

function* checkHistory(raw: unknown, design: Checked, faults: Faults): Generator<void, unknown> {
  const { history } = MachineFile.shape;
  if (!isObject(raw)) return piece(history, raw, 'history', faults);
  unknownKeys(raw, history.shape, 'history', faults);
  const snapshots: unknown[] = [];
  const given = Array.isArray(raw.snapshots) ? raw.snapshots : [];
  if (!given.length || given.length > listLimits.snapshots)
    faults.add({
      what: 'The history needs at least one whole design, and no more than it can have.',
      where: 'history.snapshots',
      fix: 'Look for an earlier export.',
    });
  else
    for (const [i, s] of given.entries()) {
      const at = `history.snapshots.${i}`;
      if (isObject(s)) {
        unknownKeys(s, { number: 0, design: 0 }, at, faults);
        snapshots.push({
          number: piece(z.int().min(0), s.number, `${at}.number`, faults),
          design: yield* checkDesign(s.design, `${at}.design`, faults, design),
        });
      } else faults.add({ what: 'A snapshot belongs here.', where: at, fix: 'Look for an earlier export.' });
      if (faults.enough) break;
      yield;
    }
  return {
    snapshots,
    revisions: yield* list(raw.revisions, Revision, listLimits.revisions, 'history.revisions', faults),
  };
}

/**
 * Checks a file of the current version against the schema, piece by piece: work that can be watched and stopped, and no
 * number of mistakes is too much for it. Yields between pieces.
 */
export function* checkSections(raw: Raw): Generator<void, Result<MachineFile>> {
  const faults = new Faults();
  unknownKeys(raw, MachineFile.shape, '', faults);
  const checked: Raw = {};
  for (const [key, schema] of Object.entries(MachineFile.shape) as [keyof MachineFile, z.ZodType][]) {
    const value = raw[key];
    if (key === 'design') checked[key] = yield* checkDesign(value, key, faults);
    else if (key === 'journal') checked[key] = yield* list(value, JournalEntry, listLimits.journal, key, faults);
    else if (key === 'history')
      checked[key] = yield* checkHistory(value, { raw: raw.design, checked: checked.design }, faults);
    else if (key === 'photos' && isObject(value)) checked[key] = yield* table(value, PhotoRef, key, faults);
    else if (value !== undefined || !schema.safeParse(undefined).success)
      checked[key] = piece(schema, value, key, faults);
    if (faults.enough) break;
  }
  return faults.count ? fail(faults.told) : ok(checked as unknown as MachineFile);
}
