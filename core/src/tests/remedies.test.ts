import { expect, it } from 'vitest';
import { deriveFigures } from '../derivation/figures';
import type { Finding } from '../findings/finding';
import { severities } from '../findings/finding';
import { findingsOf } from '../findings/findings';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { defaultDisplay } from '../units/print';
import { edited, healthy, planted } from './planted';

const find = (file: MachineFile): Finding[] => findingsOf(deriveFigures(file.design));
const rank = (f: Finding): number => severities.indexOf(f.severity);
/** A doubt may give way to another doubt: a weak motor at its right current has less in reserve. Nothing worse may come. */
const asBad = (now: Finding, was: Finding): boolean =>
  rank(now) < rank(was) || (rank(now) === rank(was) && now.severity !== 'doubtful' && now.severity !== 'note');

const machines: [string, MachineFile][] = [
  ...Object.entries({ dunnock, wren, plover, ...healthy }).map(([name, build]): [string, MachineFile] => [
    name,
    build(),
  ]),
  ...planted.map(([name, what, commands]): [string, MachineFile] => [
    `${name}, ${what}`,
    edited(healthy[name](), commands),
  ]),
];

/** Every way out of every finding, walked: it can be gone, its finding is gone then, and nothing as bad has come for it. */
it.each(machines)('%s: every remedy cures, and harms nothing', (_, file) => {
  const before = find(file);
  const had = new Set(before.map((f) => f.id));
  for (const finding of before)
    for (const remedy of finding.remedies) {
      const label = remedy.label(defaultDisplay);
      const taken = edited(file, [remedy.command]);
      const after = find(taken);
      expect
        .soft(
          after.filter((f) => f.id === finding.id && rank(f) <= rank(finding)).map((f) => f.id),
          `${finding.id}: “${label}” leaves it`,
        )
        .toEqual([]);
      expect
        .soft(
          after.filter((f) => !had.has(f.id) && asBad(f, finding)).map((f) => `${f.severity} ${f.id}: ${f.title}`),
          `${finding.severity} ${finding.id}: “${label}” brings`,
        )
        .toEqual([]);
    }
});
