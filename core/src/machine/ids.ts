import { z } from 'zod';

/** Stable ids: short, readable, safe as an object key and in a link. They derive from roles and never change. */
export const Id = z
  .string()
  .max(120)
  .regex(
    // Every object has a "constructor": as a key of a table it would be found where nothing was put.
    /^(?!constructor$)[a-z][a-z0-9]*([-:/][a-z0-9]+)*$/,
    'an id of lower-case letters, figures and single - : / between them',
  );

/** Pictures of one thing. */
export const PictureIds = z.array(Id).max(500);

export const Name = z.string().min(1).max(120);
/** Characters of a text that a person writes. */
export const MOST_TEXT = 20_000;
export const Text = z.string().max(MOST_TEXT);
export const Instant = z.iso.datetime();

/** One end of a conductor: a terminal of a part. */
export const TerminalRef = z.strictObject({ part: Id, terminal: Id });
export type TerminalRef = z.infer<typeof TerminalRef>;

export const terminalKey = (t: TerminalRef): string => `${t.part}#${t.terminal}`;
