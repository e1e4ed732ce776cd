import { describe, expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import { deriveFigures } from '../derivation/figures';
import { sweepAll } from '../faults/sweep';
import type { MachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { unnoticedFindings } from './unnoticed';

const edit = (file: MachineFile, command: Command): MachineFile => {
  const r = applyCommand(file, command, '2026-03-03T10:00:00.000Z');
  if (!r.ok) throw new Error(r.error.map((f) => f.what).join());
  return r.value.file;
};
const find = ({ design }: MachineFile) => {
  const f = deriveFigures(design);
  return unnoticedFindings(design, sweepAll(design, f.network, f.plan));
};
const untried: Command = { name: 'set-daily-checks', args: { devices: [] } };

describe('faults that nobody would notice', () => {
  it.each([
    ['Dunnock', dunnock()],
    ['Plover', plover()],
    ['Wren', wren()],
  ])('%s as it is kept hides none: what a rule tells of Wren does not know twice', (_, file) => {
    expect(find(file)).toEqual([]);
  });
  it('tried no more, each protection of Dunnock is a danger, and each remedy takes its own away', () => {
    const bare = edit(dunnock(), untried);
    const found = find(bare);
    expect(found.map((f) => f.subject)).toEqual(
      expect.arrayContaining([
        'told/stop/device-stop',
        'stop-power/device-stop',
        'trip/limit-x-plus/device-limit-x-plus',
      ]),
    );
    for (const f of found) {
      const cured = find(edit(bare, f.remedies[0]!.command));
      expect(cured.map((x) => x.subject)).not.toContain(f.subject);
      expect(cured.length).toBeLessThan(found.length);
    }
  });
});
