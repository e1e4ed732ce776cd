import CRC32 from 'crc-32';
import type { ReadingStep, ReadMachine } from '@nodaxis/core/machine/reading/read';
import { readingOf, wouldNotOpen } from '@nodaxis/core/machine/reading/read';
import type { Fault, Result } from '@nodaxis/core/units/result';
import type { Packer } from './zip';
import { packer } from './zip';

/** The work on texts and archives that would make a page stand still. A worker does it; a test does it at once. */
export interface FileDesk extends Packer {
  /** Reads a machine file with all its checks; tells at which step it is. */
  read(text: string, tell?: (step: ReadingStep) => void): Promise<Result<ReadMachine>>;
  checksum(text: string): Promise<number>;
  /** The checksum of a text that is to be kept, and why it would not open again. */
  check(text: string): Promise<{ checksum: number; faults: Fault[] }>;
}

export const desk: FileDesk = {
  ...packer,
  async read(text, tell) {
    const reading = readingOf(text);
    let told: ReadingStep | undefined;
    for (;;) {
      const step = reading.next();
      if (step.done) return step.value;
      if (tell && step.value !== told) tell((told = step.value));
    }
  },
  checksum: async (text) => CRC32.str(text),
  check: async (text) => ({ checksum: CRC32.str(text), faults: wouldNotOpen(text) }),
};
