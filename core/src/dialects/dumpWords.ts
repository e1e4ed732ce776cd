import { listed } from '../units/listed';
import type { Difference, Standing } from './compare';
import type { Dump } from './readDump';

/** Names that are told one by one; more of them are counted. */
const MOST_NAMED = 4;
const first = (names: readonly string[]): string =>
  names.length > MOST_NAMED + 1
    ? `${names.slice(0, MOST_NAMED).join(', ')} and ${names.length - MOST_NAMED} more`
    : listed(names);

/** What a reading says as a whole, a sentence each: how it stands to the sheet, and what was left aside. */
export function dumpInWords(dump: Dump, differences: readonly Difference[]): string[] {
  const count = (of: Standing) => differences.filter((d) => d.standing === of).length;
  const differing = count('differs');
  const told: string[] = [
    [
      `${count('same')} the same`,
      `${differing || 'none'} ${differing > 1 ? 'differ' : 'differs'}`,
      ...(count('not readable') ? [`${count('not readable')} not readable`] : []),
      ...(count('not given') ? [`${count('not given')} not given`] : []),
    ].join(', ') + '.',
  ];
  if (dump.unknown.length)
    told.push(`Not in the sheet: ${first(dump.unknown.map((u) => `${u.name} (line ${u.at})`))}.`);
  if (dump.twice.length) told.push(`Twice, with another value: ${first(dump.twice)}. The last one counts.`);
  if (dump.over)
    told.push(dump.over === 1 ? 'One other line was read over.' : `${dump.over} other lines were read over.`);
  return told;
}
