import type { Command } from '@nodaxis/core/commands/command';
import type { Fault } from '@nodaxis/core/units/result';
import { useMachine } from './machine';

/** Keeps the pictures that were picked in a file input, one after the other; returns what was refused. */
export async function pickPictures(e: Event, attach: (id: string) => Command | void): Promise<Fault[]> {
  const machine = useMachine();
  const input = e.target as HTMLInputElement;
  const faults: Fault[] = [];
  for (const f of input.files ?? []) faults.push(...(await machine.addPicture(f, attach)));
  input.value = '';
  return faults;
}
