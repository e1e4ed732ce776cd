import { scopes, type Scope } from '../machine/nameSheet';
import { facts, words } from './contexts';
import { functionWords, operatorWords } from './expression';

const scopeTitles: Readonly<Record<Scope, string>> = {
  machine: 'The control as a whole',
  axis: 'Each axis',
  motor: 'Each motor with a channel of its own',
  input: 'Each input',
  spindle: 'The spindle with its drive',
};
/** Texts that a name takes in braces, besides figures. */
const texts: Readonly<Record<Scope, Readonly<Record<string, string>>>> = {
  machine: {},
  axis: { letter: 'its letter', lower: 'its letter in lower case' },
  motor: { letter: 'the letter of its axis', lower: 'the same in lower case', side: 'left, right, or the letter' },
  input: { terminal: 'the terminal that it is on', function: 'what it is for' },
  spindle: {},
};
const row = (word: string, says: string): string => `| \`${word}\` | ${says} |`;

/** What an entry of a name sheet can be made of, as a page in Markdown. */
export function wordsPage(): string {
  return [
    '# What a name sheet is written in',
    '',
    'A name sheet is a JSON file ([its schema](name-sheet.schema.json)). Save the one that a machine uses from Settings, change it in any editor, and open it again. This page is written from the program itself (`npm run generate`).',
    '',
    'An entry stands for something once each: the control, every axis, motor or input, or the spindle with its drive. Its `value` is an expression over the words below, in mm, °, s and A; its `unit` converts the result, its `step` rounds it, `codes` give it a text, `bits` make a mask of it; after a `pause` in seconds comes the next line, by `pauseLine` (with {seconds}) where the control has one, else by hand. `only` leaves it out where it gives 0. Its `name` may hold places in braces: a text, or a figure to be worked out, such as `{100 + axis}`. A condition is 1 or 0.',
    '',
    '`listen` says how it is heard over a serial line: its rate, the lines that ask for its state and its settings, and how it tells of them. Its `inputName` is a name as in an entry for each input. Only lines that ask are ever sent, and only where a person presses for one.',
    '',
    '`touchLines` are its lines in programs for what ISO 6983 has no word for: `touch`, a move of one axis that ends at a touch ({letter}, {to}, {feed}); `setWork`, the work position of an axis where it touched ({letter}, {value}, and {set} for the work offset from 1); `halve`, which makes that position half of what it was. Programs that touch are written with them.',
    '',
    '`threadLine` is its line for a thread in passes: {to} along Z, {lead}, {from} and {root} for X where it begins and at its root, {passes}, and {spring} for those at full depth.',
    '',
    ...scopes.flatMap((scope) => [
      `## ${scopeTitles[scope]} (\`${scope}\`)`,
      '',
      '| Word | What it is |',
      '| --- | --- |',
      ...(scope === 'machine' ? [] : Object.entries(words[scope]).map(([word, { says }]) => row(word, says))),
      ...Object.entries(facts[scope]).map(([word, says]) => row(word, says)),
      ...Object.entries(texts[scope]).map(([word, says]) => row(`{${word}}`, `${says}; in a name`)),
      '',
    ]),
    '## Signs and functions',
    '',
    '| Written | What it does |',
    '| --- | --- |',
    ...Object.entries({ ...operatorWords, ...functionWords }).map(([word, says]) =>
      row(word.replaceAll('|', '\\|'), says),
    ),
    '',
  ].join('\n');
}
