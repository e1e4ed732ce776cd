import type { AxisOutcome } from '@nodaxis/core/advice/help';
import { whatWouldHelp } from '@nodaxis/core/advice/help';
import { otherFeeds, type OtherFeed } from '@nodaxis/core/advice/otherFeeds';
import type { Command } from '@nodaxis/core/commands/command';
import type { Severity } from '@nodaxis/core/findings/finding';
import type { LibraryEntry } from '@nodaxis/core/machine/library/entry';
import type { Design } from '@nodaxis/core/machine/design';
import type { PortRef } from '@nodaxis/core/machine/ports';
import type { Display } from '@nodaxis/core/units/print';
import { expose } from 'comlink';

/** What was tried, as plain data that can leave a worker: titles in the reader's units. */
export interface HelpLine {
  key: string;
  kind: string;
  title: string;
  commands: Command[];
  outcome: AxisOutcome;
  gain: number;
  cures: string[];
  brings: { severity: Severity; title: string }[];
}

const advice = {
  /** Tries a load on everything else that may feed it. */
  otherFeeds(design: Design, at: PortRef, onProgress: (done: number, of: number) => void): OtherFeed[] {
    const trial = otherFeeds(design, at);
    for (;;) {
      const next = trial.next();
      if (next.done) return next.value;
      onProgress(next.value.done, next.value.of);
    }
  },
  /** Tries every change to an axis; `onProgress` hears after each. To stop it, end the worker. */
  help(
    design: Design,
    axisId: string,
    own: readonly LibraryEntry[],
    display: Display,
    onProgress: (done: number, of: number) => void,
  ): HelpLine[] {
    const trial = whatWouldHelp(design, axisId, own);
    for (;;) {
      const next = trial.next();
      if (next.done)
        return next.value.map(({ variant, ...rest }) => ({
          key: variant.key,
          kind: variant.kind,
          title: variant.title(display),
          commands: variant.commands,
          ...rest,
        }));
      onProgress(next.value.done, next.value.of);
    }
  },
};

export type AdviceWorker = typeof advice;
expose(advice);
