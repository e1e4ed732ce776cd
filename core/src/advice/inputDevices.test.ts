import { expect, it } from 'vitest';
import { applyCommand } from '../commands/apply';
import { newDesign } from '../machine/create';
import { inputFunctions } from '../machine/connections';
import { newMachineFile } from '../machine/file';
import { libraryEntry, libraryOf } from '../machine/library/index';
import { dunnock } from '../samples/dunnock';
import { deviceClasses, sitsOnAxis, usualDevice } from './inputDevices';

const bare = newDesign('mill-bench', 'Attic');

it('what is proposed for an input can trip it, on a machine with nothing and on one with switches', () => {
  for (const fn of inputFunctions.filter((f) => deviceClasses(f).length))
    for (const design of [bare, dunnock().design]) {
      const entry = libraryEntry(usualDevice(design, fn));
      expect(entry && deviceClasses(fn).includes(entry.data.class), fn).toBe(true);
    }
  expect(inputFunctions.filter(sitsOnAxis)).toEqual(['limit', 'reference', 'limit-and-reference']);
});

it('a new switch is of the kind that the machine has already', () => {
  const other = libraryOf('switch', 'sensor').find((e) => e.key !== 'switch-finch')!;
  const r = applyCommand(
    newMachineFile(bare, 'attic', '2026-03-02T09:00:00.000Z'),
    { name: 'add-input', args: { function: 'limit', library: other.key, mount: { axis: 'x', end: 'minus' } } },
    '2026-03-02T09:00:00.000Z',
  );
  if (!r.ok) throw new Error(r.error[0]!.what);
  expect(usualDevice(r.value.file.design, 'reference')).toBe(other.key);
  expect(usualDevice(r.value.file.design, 'stop')).toBe('button-plum-stop');
});
