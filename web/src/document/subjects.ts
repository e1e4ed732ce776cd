import type { Command } from '@nodaxis/core/commands/command';
import type { Design } from '@nodaxis/core/machine/design';

/** What a person notes something of, in words and pictures: it is kept with the machine. */
export type Subject =
  { kind: 'conductor'; id: string } | { kind: 'part'; id: string } | { kind: 'terminal'; id: string; terminal: string };

export interface Noted {
  notes?: string | undefined;
  photos?: string[] | undefined;
}
export function notedOf(design: Design, subject: Subject): Noted | undefined {
  if (subject.kind === 'conductor') return design.conductors[subject.id];
  if (subject.kind === 'part') return design.parts[subject.id];
  return design.parts[subject.id]?.terminals[subject.terminal];
}

/** The command that changes what is noted of a subject. */
export function noteCommand(subject: Subject, set: { notes?: string | null; photos?: string[] | null }): Command {
  if (subject.kind === 'conductor') return { name: 'set-conductors', args: { ids: [subject.id], set } };
  if (subject.kind === 'part') return { name: 'set-part', args: { part: subject.id, set } };
  return { name: 'set-terminal', args: { part: subject.id, terminal: subject.terminal, set } };
}
