import { printNumber } from '../../units/print';
import { baseValue } from '../../units/quantity';
import type { Element, Part } from '../parts';

/** What is inside a part, in a sentence; elements that are alike share one. */
export interface InsideLine {
  /** Ids of the elements that it speaks of. */
  elements: string[];
  text: string;
}

const outputWords = {
  sourcing: (plus: string) => `give + from ${plus} when switched on`,
  sinking: (_: string, minus: string) => `pull to ${minus} when switched on`,
  'push-pull': (plus: string, minus: string) => `give + from ${plus} when on, and ${minus} when off`,
} as const;

/** The inside of a part as its terminals are printed, in the order in which its elements stand. */
export function insideWords({ terminals, elements }: Pick<Part, 'terminals' | 'elements'>): InsideLine[] {
  const at = (id: string): string => terminals[id]?.printed ?? id;
  const lines = new Map<string, { elements: string[]; labels: string[]; say: (labels: string) => string }>();
  const put = (id: string, key: string, label: string, say: (labels: string) => string) => {
    const line = lines.get(key) ?? { elements: [], labels: [], say };
    lines.set(key, line);
    line.elements.push(id);
    line.labels.push(label);
  };
  for (const [id, e] of Object.entries(elements)) describe(id, e);
  function describe(id: string, e: Element): void {
    switch (e.kind) {
      case 'isolated-input':
        return put(
          id,
          `isolated ${e.common}`,
          at(e.terminal),
          (l) => `${l}: isolated, current to or from ${at(e.common)}`,
        );
      case 'level-input':
        return put(
          id,
          `level ${e.minus}`,
          at(e.terminal),
          (l) =>
            `${l}: read as a level against ${at(e.minus)}${e.highAbove ? `, high from ${printNumber(baseValue(e.highAbove), 3)} V` : ''}`,
        );
      case 'digital-output':
        return put(
          id,
          `output ${e.type} ${e.plus} ${e.minus}`,
          at(e.out),
          (l) => `${l}: ${outputWords[e.type](at(e.plus), at(e.minus))}`,
        );
      case 'sensor-output':
        return put(
          id,
          id,
          at(e.out),
          (l) =>
            `${l}: ${e.type} output, ${e.form === 'NC' ? 'on until it sees the target' : 'on when it sees the target'}`,
        );
      case 'coil':
        return put(id, id, '', () => `Coil from ${at(e.a)} to ${at(e.b)}`);
      case 'load':
        return put(id, id, '', () => `Load from ${at(e.a)} to ${at(e.b)}`);
      case 'contact': {
        const coil = e.coil === undefined ? undefined : elements[e.coil];
        const by = coil?.kind === 'coil' ? `the coil ${at(coil.a)}–${at(coil.b)}` : 'what acts on the part';
        return put(
          id,
          `contact ${e.form} ${e.coil ?? ''}`,
          `${at(e.a)}–${at(e.b)}`,
          (l) => `${l}: ${e.form === 'NC' ? 'closed at rest, opened' : 'open at rest, closed'} by ${by}`,
        );
      }
      case 'jumper':
        return put(
          id,
          `jumper ${e.closed} ${e.label}`,
          `${at(e.a)}–${at(e.b)}`,
          (l) => `${l}: ${e.closed ? 'joined' : 'apart'} (${e.label})`,
        );
      case 'join':
        return put(
          id,
          e.terminals.length === 2 ? 'joined pairs' : id,
          e.terminals.map(at).join('–'),
          (l) => `${l}: joined inside`,
        );
      case 'source':
        return put(
          id,
          id,
          '',
          () =>
            `${at(e.plus)} and ${at(e.minus)}: ${e.voltage ? `gives ${printNumber(baseValue(e.voltage), 4)} V` : 'gives a voltage that is not known yet'}`,
        );
      case 'resistor':
        return put(
          id,
          `resistor ${e.resistance ? baseValue(e.resistance) : ''}`,
          `${at(e.a)}–${at(e.b)}`,
          (l) => `${l}: resistor${e.resistance ? ` of ${printNumber(baseValue(e.resistance), 3)} Ω` : ''}`,
        );
      case 'suppressor':
        return put(
          id,
          `suppressor ${e.type}`,
          `${at(e.a)}–${at(e.b)}`,
          (l) => `${l}: suppressed by a ${e.type.replace('resistor-capacitor', 'resistor and capacitor')}`,
        );
    }
  }
  return [...lines.values()].map(({ elements: ids, labels, say }) => ({ elements: ids, text: say(labels.join(', ')) }));
}
