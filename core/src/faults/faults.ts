import { earthBars, fieldSupply, mainsInlets } from '../distribution/supplies';
import type { Design } from '../machine/design';
import { axesOf } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import { isPlug, terminalsWithRole } from '../machine/parts';
import type { Situation } from '../wiring/evaluate';
import { terminalName } from '../wiring/wires';
import { grouped } from '../units/grouped';

export const faultKinds = [
  'conductor-open',
  'contact-open',
  'contact-welded',
  'sensor-dead',
  'sensor-stuck',
  'supply-lost',
  'plug-off',
  'short-neighbour',
  'short-frame',
  'short-zero',
  'short-plus',
  'controller-hung',
] as const;
export type FaultKind = (typeof faultKinds)[number];

/** One thing that goes wrong on a machine that is whole otherwise. */
export interface Fault {
  id: string;
  kind: FaultKind;
  /** The conductor or part in which it sits. */
  subject: string;
  title: string;
  situation: Situation;
}

const pole = (
  design: Design,
  part: string | undefined,
  terminalRole: 'supply-out-plus' | 'supply-out-minus' | 'protective-earth',
): TerminalRef | undefined => {
  const terminal = part && design.parts[part] && terminalsWithRole(design.parts[part], terminalRole)[0];
  return part && terminal !== undefined ? { part, terminal } : undefined;
};

/** Cores of one cable that lie side by side: in the order of their numbers. */
function neighbours(design: Design): [string, string][] {
  const inCables = Object.entries(design.conductors).filter(([, c]) => c.cable);
  return [...grouped(inCables, ([, c]) => c.cable).values()].flatMap((list) => {
    const inOrder = list.sort((a, b) => a[1].number - b[1].number).map(([id]) => id);
    return inOrder.slice(1).map((id, i): [string, string] => [inOrder[i]!, id]);
  });
}

/**
 * All single faults of a machine: each conductor open, on the frame, on the field’s 0 V and on its plus; neighbours in a
 * cable that touch; each contact that never closes or never opens; each sensor dead or stuck; each supply lost; each plug
 * off; the controller hung.
 */
export function singleFaults(design: Design): Fault[] {
  const faults: Fault[] = [];
  const field = fieldSupply(design)?.id;
  const inlets = new Set(mainsInlets(design).map((x) => x.id));
  const frame = pole(design, earthBars(design)[0]?.id, 'protective-earth');
  const zero = pole(design, field, 'supply-out-minus');
  const plus = pole(design, field, 'supply-out-plus');
  const add = (kind: FaultKind, subject: string, title: string, situation: Situation, of = subject) =>
    faults.push({ id: `${kind}:${of}`, kind, subject, title, situation });
  for (const [id, c] of Object.entries(design.conductors)) {
    const way = `${terminalName(design, c.from)} to ${terminalName(design, c.to)}`;
    add('conductor-open', id, `Conductor ${c.number} is open: ${way}`, { open: new Set([id]) });
    for (const [kind, at, what] of [
      ['short-frame', frame, 'the frame'],
      ['short-zero', zero, '0 V of the field supply'],
      ['short-plus', plus, '+ of the field supply'],
    ] as const)
      if (at) add(kind, id, `Conductor ${c.number} touches ${what}`, { shorts: [[c.from, at]] });
  }
  for (const [a, b] of neighbours(design)) {
    const [p, q] = [design.conductors[a]!, design.conductors[b]!];
    add(
      'short-neighbour',
      a,
      `Conductors ${p.number} and ${q.number} touch in ${p.cable}`,
      { shorts: [[p.from, q.from]] },
      `${a}+${b}`,
    );
  }
  for (const [id, part] of Object.entries(design.parts)) {
    const between = (e: { a: string; b: string }) => [e.a, e.b].map((t) => part.terminals[t]?.printed ?? t).join('–');
    for (const [name, e] of Object.entries(part.elements)) {
      const key = `${id}/${name}`;
      if (e.kind === 'contact') {
        add(
          'contact-open',
          id,
          `Contact ${between(e)} of ${part.designation} never closes`,
          { stuck: new Map([[key, 'open']]) },
          key,
        );
        add(
          'contact-welded',
          id,
          `Contact ${between(e)} of ${part.designation} never opens`,
          { stuck: new Map([[key, 'closed']]) },
          key,
        );
      } else if (e.kind === 'sensor-output') {
        add('sensor-dead', id, `${part.designation} never switches on`, { stuck: new Map([[key, 'open']]) }, key);
        add('sensor-stuck', id, `${part.designation} never switches off`, { stuck: new Map([[key, 'closed']]) }, key);
      } else if (e.kind === 'source' && part.data.class === 'supply')
        add('supply-lost', id, `${part.name} (${part.designation}) gives nothing`, { lost: new Set([id]) });
    }
    if (isPlug(part.data) && !inlets.has(id))
      add('plug-off', id, `Plug ${part.designation} is off`, { pulled: new Set([id]) });
  }
  if (design.roles.controller && axesOf(design).length)
    add('controller-hung', design.roles.controller, 'The controller hangs', {});
  return faults;
}
