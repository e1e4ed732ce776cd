import { applyCommand } from '../../commands/apply';
import { deriveFigures } from '../../derivation/figures';
import type { MachineFile } from '../../machine/file';
import { withEntry } from '../../machine/journal';
import { defaultDisplay } from '../../units/print';
import { standings, todo } from '../evidence';
import { instancesOf } from '../graph';
import { tests } from '../list';
import { judge, recordOf } from '../record';
import type { HiddenMachine } from '../rehearse/rehearsal';
import { afterRework, rehearse } from '../rehearse/rehearsal';

const AT = '2026-03-03T10:00:00.000Z';

/** Follows the pages alone: the next test, its readings from the true machine, and the first way out that it offers. */
export function walk(start: MachineFile, hiddenAt: HiddenMachine, most = 600) {
  let file = start;
  let hidden = hiddenAt;
  const told: string[] = [];
  const tried = new Map<string, number>();
  for (let turn = 1; turn <= most; turn++) {
    const made = { design: file.design, figures: deriveFigures(file.design) };
    const instances = instancesOf(made, tests);
    const all = standings(made, instances, file.journal, 'rehearsal');
    const { next, list } = todo(all);
    if (!next) return { file, hidden, told, left: list.map((s) => s.instance.key), turns: turn };
    const readings = rehearse(next.instance, made, hidden, turn);
    if (!readings.known) throw new Error(readings.missing.join());
    const judgement = judge(next.instance, readings.value, made, defaultDisplay);
    file = withEntry(
      file,
      recordOf(made, next.instance, all, { readings: readings.value, judgement, mode: 'rehearsal' }),
      AT,
    );
    if (judgement.verdict === 'passed') continue;
    told.push(`${next.instance.key}: ${judgement.says.join(' ')}`);
    const times = (tried.get(next.instance.key) ?? 0) + 1;
    tried.set(next.instance.key, times);
    const ways = judgement.proposals ?? [];
    const way = ways[Math.min(times - 1, ways.length - 1)];
    if (!way || times > 4) return { file, hidden, told, left: list.map((s) => s.instance.key), turns: turn };
    if ('command' in way) {
      const r = applyCommand(file, way.command, AT);
      if (!r.ok) throw new Error(r.error[0]!.what);
      file = r.value.file;
    } else {
      hidden = afterRework(hidden, way.rework);
      file = withEntry(file, { kind: 'rework', subject: way.rework.subject, text: way.rework.text }, AT);
    }
  }
  throw new Error('no end');
}
