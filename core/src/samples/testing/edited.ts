import { applyCommand } from '../../commands/apply';
import type { Command } from '../../commands/command';
import type { MachineFile } from '../../machine/file';
import { quantity } from '../../units/quantity';

/** A machine after some edits, for tests; an edit that is refused throws. */
export const edited = (file: MachineFile, ...commands: readonly Command[]): MachineFile =>
  commands.reduce((f, command) => {
    const r = applyCommand(f, command, '2026-01-01T00:00:00.000Z');
    if (!r.ok) throw new Error(`${command.name}: ${r.error.map((x) => x.what).join(' ')}`);
    return r.value.file;
  }, file);

/** The same with a cabinet, `box-1`, of these sizes inside, mm. */
export const boxed = (file: MachineFile, width: number, height: number, depth = 200): MachineFile =>
  edited(
    file,
    { name: 'add-enclosure', args: { name: 'Cabinet' } },
    {
      name: 'set-enclosure',
      args: {
        enclosure: 'box-1',
        set: { width: quantity(width, 'mm'), height: quantity(height, 'mm'), depth: quantity(depth, 'mm') },
      },
    },
  );
