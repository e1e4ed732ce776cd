import { applyCommand } from '@nodaxis/core/commands/apply';
import type { Command } from '@nodaxis/core/commands/command';
import type { HiddenMachine } from '@nodaxis/core/bringup/rehearse/rehearsal';
import { afterRework, hideFaults } from '@nodaxis/core/bringup/rehearse/rehearsal';
import { instancesOf } from '@nodaxis/core/bringup/graph';
import { tests } from '@nodaxis/core/bringup/list';
import type { Revealed } from '@nodaxis/core/bringup/rehearse/reveal';
import { revealAll } from '@nodaxis/core/bringup/rehearse/reveal';
import { deriveFigures } from '@nodaxis/core/derivation/figures';
import type { Rework } from '@nodaxis/core/bringup/testKind';
import type { MachineFile } from '@nodaxis/core/machine/file';
import { newMachineFile } from '@nodaxis/core/machine/file';
import type { NewEntry } from '@nodaxis/core/machine/journal';
import { entryFaults, withEntry } from '@nodaxis/core/machine/journal';
import { readMachineFile } from '@nodaxis/core/machine/reading/read';
import type { Fault } from '@nodaxis/core/units/result';
import { defineStore } from 'pinia';
import { ref, shallowRef, toRaw } from 'vue';
import { browserStore, storeFault } from './browserStore';
import { useMachine } from './machine';

interface Kept {
  file: MachineFile;
  hidden: HiddenMachine;
  turn: number;
}
const keyOf = (id: string) => `rehearsal/${id}`;

/**
 * A rehearsal: a copy of the machine file with a journal of its own, and a true machine with something hidden in it.
 * Nothing of it ever reaches the file of the real machine.
 */
export const useRehearsal = defineStore('rehearsal', () => {
  const machine = useMachine();
  const file = shallowRef<MachineFile>();
  const hidden = shallowRef<HiddenMachine>();
  const turn = ref(0);
  const fault = ref('');
  /** What the last rehearsal hid, and what became of it. */
  const told = shallowRef<Revealed[]>();
  let of = '';

  async function keep() {
    if (!file.value || !hidden.value) return;
    const kept: Kept = { file: toRaw(file.value), hidden: toRaw(hidden.value), turn: turn.value };
    await browserStore.setItem(keyOf(of), JSON.stringify(kept)).catch((e: unknown) => (fault.value = storeFault(e)));
  }
  /** Takes up the rehearsal of the open machine, if there is one. */
  async function open(id: string): Promise<void> {
    if (of === id) return;
    of = id;
    file.value = undefined;
    hidden.value = undefined;
    told.value = undefined;
    fault.value = '';
    try {
      const text = await browserStore.getItem<string>(keyOf(id));
      if (!text || of !== id) return;
      const kept = JSON.parse(text) as Kept;
      const read = readMachineFile(JSON.stringify(kept.file));
      if (!read.ok) throw new Error(read.error[0]?.what);
      file.value = read.value.file;
      hidden.value = kept.hidden;
      turn.value = kept.turn;
    } catch (e) {
      fault.value = `The last rehearsal cannot be taken up (${e instanceof Error ? e.message : String(e)}). Begin another one.`;
    }
  }
  function begin(count: number, seed: number): void {
    const design = machine.design!;
    file.value = newMachineFile(design, of, new Date().toISOString());
    hidden.value = hideFaults(design, count, seed);
    turn.value = 0;
    told.value = undefined;
    void keep();
  }
  /** Ends it. What was hidden is told once, until it is put away. */
  async function end(): Promise<void> {
    if (file.value && hidden.value) {
      const figures = deriveFigures(file.value.design);
      const made = { design: figures.design, figures };
      told.value = revealAll(hidden.value, instancesOf(made, tests), file.value.journal);
    }
    file.value = undefined;
    hidden.value = undefined;
    await browserStore.removeItem(keyOf(of)).catch((e: unknown) => (fault.value = storeFault(e)));
  }
  function run(command: Command): Fault[] {
    const r = applyCommand(file.value!, command, new Date().toISOString());
    if (!r.ok) return r.error;
    file.value = r.value.file;
    void keep();
    return [];
  }
  function log(entry: NewEntry): Fault[] {
    const now = new Date().toISOString();
    const faults = entryFaults(file.value!, entry, now);
    if (faults.length) return faults;
    file.value = withEntry(file.value!, entry, now);
    turn.value++;
    void keep();
    return [];
  }
  function rework(done: Rework): void {
    hidden.value = afterRework(hidden.value!, done);
  }
  return { file, hidden, turn, fault, told, open, begin, end, run, log, rework };
});
