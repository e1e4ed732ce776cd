import { z } from 'zod';
import { Id, Name, Text } from './ids';
import { unitNames } from '../units/units';

/**
 * What an entry stands for once each: the control as a whole, or each axis, each motor with a channel of its own, each input, or
 * the spindle with its drive.
 */
export const scopes = ['machine', 'axis', 'motor', 'input', 'spindle'] as const;
export type Scope = (typeof scopes)[number];

const Expression = z.string().min(1).max(500);
const Template = z.string().min(1).max(120);
const Line = z.string().max(200);

/** One setting as the control has it, or one for each axis, motor or input. */
export const SheetEntry = z.strictObject({
  each: z.enum(scopes),
  name: Template.describe(
    'its name or number there; {letter}, {lower}, {axis}, {motor}, {input}, {terminal}, or a sum of them, such as {100 + axis}',
  ),
  what: z.string().max(120).describe('what it is, in plain words'),
  menu: z.array(z.string().min(1).max(60)).max(8).optional().describe('where it is found, from the first menu on'),
  only: Expression.optional().describe('left out where this is 0'),
  value: Expression.describe('its value from what the machine needs, in mm, °, s, A and what follows from them'),
  bits: z
    .enum(['axis', 'motor', 'input'])
    .optional()
    .describe('the value is a mask with one bit for each of these, the first one lowest'),
  unit: z.enum(unitNames).optional().describe('in which the control counts; none for a mask, a code or a count'),
  rotaryUnit: z.enum(unitNames).optional().describe('the same for an axis that turns'),
  step: z.number().positive().max(1e9).optional().describe('smallest step that it takes'),
  least: z.number().min(-1e12).max(1e12).optional(),
  most: z.number().min(-1e12).max(1e12).optional(),
  codes: z
    .array(z.strictObject({ code: z.number().min(-1e9).max(1e9), text: z.string().min(1).max(60) }))
    .max(64)
    .optional()
    .describe('what it writes and shows for a value: its options'),
  restart: z.boolean().optional().describe('takes effect only after a restart'),
  pause: z.number().positive().max(600).optional().describe('seconds that it needs before the next line'),
});
export type SheetEntry = z.infer<typeof SheetEntry>;

/** What a control shows when something is wrong: a text, a number, a lamp that blinks three times. */
export const SheetMessage = z.strictObject({
  text: z.string().min(1).max(200),
  cause: z.string().max(1000),
  wayOut: z.string().max(1000),
});
export type SheetMessage = z.infer<typeof SheetMessage>;

/** How a control is heard over a serial line: what makes it speak, and how it tells of its state and its inputs. */
export const SheetListen = z.strictObject({
  rate: z.int().min(50).max(4_000_000).describe('bits a second'),
  askSettings: Line.optional().describe('the line after which it prints its settings'),
  askState: Line.optional().describe('the line after which it tells its state and its inputs'),
  state: Line.refine((l) => l.includes('{value}'), 'needs {value}')
    .optional()
    .describe('a line that tells its state, such as "now: {value}"'),
  input: Line.refine(holdsBoth, 'needs {name} and {value}')
    .optional()
    .describe('a line that tells of an input, such as "lamp {name} {value}"'),
  inputName: Template.optional().describe('what an input is called there, such as in{input} or {terminal}'),
  lit: z.string().min(1).max(20).optional().describe('what it says of an input that is on'),
  litMeans: z.enum(['tripped', 'high']).optional().describe('what an input that is on is, there'),
});
export type SheetListen = z.infer<typeof SheetListen>;

/** Its lines in programs for what ISO 6983 has no word for: a move that ends at a touch, and a work zero set where it was. */
export const SheetTouch = z.strictObject({
  touch: Line.refine(
    (l) => ['{letter}', '{to}', '{feed}'].every((w) => l.includes(w)),
    'needs {letter}, {to} and {feed}',
  ).describe('a move of one axis that ends at a touch: {letter}, {to}, {feed} a minute'),
  setWork: Line.refine((l) => l.includes('{letter}') && l.includes('{value}'), 'needs {letter} and {value}').describe(
    'the work position that an axis has where it touched: {letter}, {value}; {set} is the work offset, from 1',
  ),
  halve: Line.refine((l) => l.includes('{letter}'), 'needs {letter}')
    .optional()
    .describe('its work position there becomes half of what it was: {letter}'),
});
export type SheetTouch = z.infer<typeof SheetTouch>;

/** How a control, or a drive, names its settings: entered by its user, from its manual and from what it prints. */
export const NameSheet = z.strictObject({
  format: z.literal('nodaxis-name-sheet'),
  version: z.literal(1),
  id: Id,
  name: Name,
  about: Text,
  decimal: z.enum(['.', ',']),
  dump: Line.refine(holdsBoth, 'needs {name} and {value}').describe(
    'a line of what it prints, such as "{name} is {value}"',
  ),
  set: Line.refine(holdsBoth, 'needs {name} and {value}').describe(
    'the line that sets one, such as "put {name} {value}"',
  ),
  before: z.array(Line).max(20).describe('lines ahead of all others'),
  after: z.array(Line).max(20).describe('lines behind all others, such as the one that saves'),
  restart: Line.optional().describe('the line that restarts it; absent where a hand does so'),
  pauseLine: Line.refine((l) => l.includes('{seconds}'), 'needs {seconds}')
    .optional()
    .describe('the line that makes it wait, such as "wait {seconds}"; absent where a hand waits'),
  entries: z.array(SheetEntry).max(1000),
  listen: SheetListen.optional().describe('how it is heard over a serial line'),
  touchLines: SheetTouch.optional().describe('its lines in programs for touches'),
  threadLine: Line.refine(
    (l) => ['{to}', '{lead}', '{from}', '{root}', '{passes}'].every((w) => l.includes(w)),
    'needs {to}, {lead}, {from}, {root} and {passes}',
  )
    .optional()
    .describe(
      'its line for a thread in passes: {to} along Z, {lead}, X {from} where it begins to its {root}, {passes}, {spring} more at full depth',
    ),
  messages: z.array(SheetMessage).max(500).optional().describe('what it says when something is wrong'),
});
export type NameSheet = z.infer<typeof NameSheet>;

function holdsBoth(line: string): boolean {
  return line.includes('{name}') && line.includes('{value}');
}
