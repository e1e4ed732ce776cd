import type { Quantity } from '../../units/quantity';
import type { Fault, Result } from '../../units/result';
import { fail, ok } from '../../units/result';
import { Colour } from '../connections';
import type { DataOf } from '../parts';
import type { LibraryEntry } from './entry';
import { terminal } from './entry';

type Core = DataOf<'cable'>['cores'][number];
/** Cores of the largest cable. */
export const MOST_CORES = 100;
const LONGEST_MARK = 20;

/**
 * Cores as one writes them: `WH BN GN YE`, or `1 2 3 GNYE`. A colour code is mark and colour of its core, anything else is printed
 * on a black one. Errors: none, too many, or two cores with one mark.
 */
export function coresOf(text: string): Result<Core[], Fault[]> {
  const marks = text.split(/[,;\s]+/).filter(Boolean);
  const refuse = (what: string) =>
    fail([{ what, where: 'Cores', fix: `Write a mark for each core, such as 1, 2, 3, GNYE: up to ${MOST_CORES}.` }]);
  if (!marks.length || marks.length > MOST_CORES || marks.some((m) => m.length > LONGEST_MARK))
    return refuse(`“${text}” gives no cores.`);
  const twice = marks.find((m, i) => marks.indexOf(m) !== i);
  if (twice) return refuse(`Two cores are marked ${twice}.`);
  return ok(
    marks.map((mark): Core => {
      const colour = Colour.safeParse(mark);
      return { mark, colour: colour.success ? colour.data : 'BK' };
    }),
  );
}
/** Marks of the cores, as they are written. */
export const writtenCores = (data: DataOf<'cable'>): string => data.cores.map((c) => c.mark).join(' ');

const changed = (part: LibraryEntry, change: (data: DataOf<'cable'>) => DataOf<'cable'>): LibraryEntry =>
  part.data.class === 'cable' ? { ...part, data: change(part.data) } : part;

/** The section of its cores; all have the same. */
export const coreSection = (data: DataOf<'cable'>): Quantity | undefined => data.cores[0]?.section;
/** A cable with other cores, of the section that they had. */
export const withCores = (part: LibraryEntry, cores: readonly Core[]): LibraryEntry =>
  changed(part, (data) => {
    const section = coreSection(data);
    return { ...data, cores: cores.map((c) => ({ ...c, ...(section ? { section } : {}) })) };
  });
/** A cable with cores of another section, or of none that is known. */
export const withCoreSection = (part: LibraryEntry, section: Quantity | undefined): LibraryEntry =>
  changed(part, (data) => ({
    ...data,
    cores: data.cores.map(({ section: _old, ...c }) => ({ ...c, ...(section ? { section } : {}) })),
  }));

/** The two ends of a cable’s screen, and what joins them. */
export const screenEnds = {
  terminals: { 'screen-a': terminal('S1', 'shield'), 'screen-b': terminal('S2', 'shield') },
  elements: { screen: { kind: 'join', terminals: ['screen-a', 'screen-b'] } },
} satisfies Pick<LibraryEntry, 'terminals' | 'elements'>;
/** A cable with a screen, whose ends are terminals, or without one. */
export const withScreen = (part: LibraryEntry, screened: boolean): LibraryEntry =>
  changed({ ...part, ...(screened ? screenEnds : { terminals: {}, elements: {} }) }, (data) => ({ ...data, screened }));
