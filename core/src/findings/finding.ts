import type { Command } from '../commands/command';
import type { Figures } from '../derivation/figureTypes';
import type { Station } from '../machine/fields';
import type { Display } from '../units/print';

/** From the worst to the mildest. */
export const severities = ['danger', 'wont-work', 'doubtful', 'note'] as const;
export type Severity = (typeof severities)[number];

export const severityWord: Record<Severity, string> = {
  danger: 'Danger',
  'wont-work': 'Will not work',
  doubtful: 'Doubtful',
  note: 'Note',
};

/** A way out that can be computed: one click carries out its command. */
export interface Remedy {
  label: (display: Display) => string;
  command: Command;
}

export interface FindingDraft {
  /** What it is about: an axis, a part, a circuit; makes the id together with the code word. */
  subject: string;
  severity?: Severity;
  title: string;
  /** The reason, with the numbers in the reader's units. */
  explain: (display: Display) => string;
  station: Station;
  /** The field to go to. */
  field: string;
  remedies?: Remedy[];
}

export interface Finding extends FindingDraft {
  /** Stable, such as `pulse-rate:x`: the key of its link. */
  id: string;
  code: string;
  severity: Severity;
  remedies: Remedy[];
}

/** Rules under the heading where a reader would seek them, each with what it looks at. */
export interface Subject {
  title: string;
  rules: readonly (readonly [rule: Rule, looksAt: string])[];
}

/** A rule: one code word, one idea, one file. */
export interface Rule {
  code: string;
  severity: Severity;
  check: (figures: Figures) => FindingDraft[];
}
