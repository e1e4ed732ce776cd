import type { Part, Terminal, TerminalRole } from '../parts';
import { terminalWords } from '../terminalWords';

/** One terminal as it is seen on a part: on its left or its right edge. */
export interface FaceTerminal {
  id: string;
  printed: string;
  words: string;
  side: 'left' | 'right';
  /** Row from the top, from 0; a heading takes a row of its own. */
  row: number;
}
export interface FaceHeading {
  text: string;
  side: 'left' | 'right';
  row: number;
}
/** A part drawn as a box with its terminals as they are printed: what goes in on the left, what comes out on the right. */
export interface Face {
  terminals: FaceTerminal[];
  headings: FaceHeading[];
  rows: number;
}

type Group = readonly [title: string, side: 'left' | 'right', belongs: (role: TerminalRole) => boolean];
const one =
  (...roles: TerminalRole[]) =>
  (role: TerminalRole) =>
    roles.includes(role);
/** In the order in which they stand, each on its edge. A terminal belongs to the first that takes it. */
const groups: readonly Group[] = [
  ['Mains', 'left', one('mains-l', 'mains-n')],
  ['Supply', 'left', one('supply-plus', 'supply-minus')],
  ['Poles, in', 'left', one('pole-in')],
  ['Coil', 'left', one('coil-plus', 'coil-minus')],
  ['Inputs', 'left', one('input', 'input-common')],
  ['Signals', 'left', (r) => /^(step|direction|enable)-(plus|minus)$/.test(r)],
  ['Commands', 'left', one('run-in', 'reverse-in', 'command-common', 'analogue-in', 'pulse-width-in')],
  ['Torque off', 'left', one('torque-off-plus', 'torque-off-minus')],
  ['Load', 'left', one('load-plus', 'load-minus')],
  ['Contacts, a', 'left', one('pin')],
  ['Encoder', 'left', one('encoder')],
  ['Links', 'left', one('data-link', 'extension-link', 'fieldbus')],
  ['Poles, out', 'right', one('pole-out')],
  ['Supply, out', 'right', one('supply-out-plus', 'supply-out-minus')],
  ['Motor', 'right', (r) => r.startsWith('phase-')],
  ['Step and direction', 'right', one('step-out', 'direction-out', 'enable-out', 'signal-common')],
  ['Outputs', 'right', one('output', 'output-supply')],
  ['Spindle speed', 'right', one('analogue-out', 'analogue-common', 'pulse-width-out')],
  ['Sensor', 'right', one('sensor-out')],
  ['Contacts', 'right', one('contact-common', 'contact-no', 'contact-nc')],
  ['Alarm', 'right', one('alarm-plus', 'alarm-minus')],
  ['Distribution', 'right', one('distribution')],
  ['Earth and shield', 'right', one('protective-earth', 'shield')],
  ['Not used', 'right', () => true],
];
const groupOf = (id: string, t: Terminal, commanded: boolean): readonly [title: string, side: 'left' | 'right'] => {
  // A plug is seen from both sides at once.
  if (t.role === 'pin') return id.startsWith('a-') ? ['On the panel', 'left'] : ['On the cable', 'right'];
  // What is commanded by a level has its common beside it; else that is the common of what gives one.
  if (t.role === 'analogue-common' && commanded) return ['Commands', 'left'];
  const [title, side] = groups.find(([, , belongs]) => belongs(t.role))!;
  return [t.place && t.place.connector !== '' ? `${title}, ${t.place.connector}` : title, side];
};

/** Where each terminal of a part is drawn. Terminals of one group keep their order; a named bank is a group of its own. */
export function faceOf({ terminals }: Pick<Part, 'terminals'>): Face {
  const commanded = Object.values(terminals).some((t) => t.role === 'analogue-in' || t.role === 'pulse-width-in');
  const lists = new Map<string, { title: string; side: 'left' | 'right'; rank: number; ids: string[] }>();
  for (const [id, t] of Object.entries(terminals)) {
    const [title, side] = groupOf(id, t, commanded);
    const list = lists.get(title);
    if (list) list.ids.push(id);
    else lists.set(title, { title, side, rank: groups.findIndex(([, , belongs]) => belongs(t.role)), ids: [id] });
  }
  const next = { left: 0, right: 0 };
  const face: Face = { terminals: [], headings: [], rows: 0 };
  for (const { title, side, ids } of [...lists.values()].sort((a, b) => a.rank - b.rank)) {
    face.headings.push({ text: title, side, row: next[side]++ });
    for (const id of ids) {
      const t = terminals[id]!;
      face.terminals.push({ id, printed: t.printed, words: terminalWords[t.role], side, row: next[side]++ });
    }
  }
  face.rows = Math.max(next.left, next.right, 1);
  return face;
}
