import type { PartData, Element, Part, Terminal, TerminalRole } from '../parts';
import type { LibraryEntry } from './entry';
import { stateOf } from '../trips';
import { sheet } from './entry';

type Inside = Pick<LibraryEntry, 'data' | 'terminals' | 'elements'>;

/** Elements that repeat what the data sheet says follow it: the voltage of a supply, the kind of a sensor’s output. */
export function followingSheet({ data, elements }: Pick<Part, 'data' | 'elements'>): Part['elements'] {
  const follow = (e: Element): Element => {
    if (data.class === 'supply' && e.kind === 'source') {
      const { voltage: _old, ...rest } = e;
      return data.outputVoltage ? { ...rest, voltage: data.outputVoltage } : rest;
    }
    return data.class === 'sensor' && e.kind === 'sensor-output' ? { ...e, type: data.output, form: data.form } : e;
  };
  return Object.fromEntries(Object.entries(elements).map(([id, e]) => [id, follow(e)]));
}

/** Usual figures of an isolated 24 V input: series resistor, diode, and the currents at which it is sure. */
const isolated = {
  resistance: sheet(3.3, 'kΩ'),
  forwardVoltage: sheet(1.2, 'V'),
  onCurrent: sheet(2.5, 'mA'),
  offCurrent: sheet(1, 'mA'),
} as const;
const HIGH_FROM = sheet(2.4, 'V');

/** Terminals with one function, with their bank and channel. */
class Found {
  constructor(private readonly terminals: Readonly<Record<string, Terminal>>) {}
  all = (role: TerminalRole): string[] => Object.keys(this.terminals).filter((id) => this.terminals[id]!.role === role);
  channel = (id: string): number => this.terminals[id]!.channel ?? 0;
  /** The terminal of a role that goes with another one: of its bank, else one of no bank, else any. */
  beside(id: string, role: TerminalRole): string | undefined {
    const bank = (t: string) => this.terminals[t]!.place?.connector;
    const list = this.all(role);
    return list.find((t) => bank(t) === bank(id)) ?? list.find((t) => bank(t) === undefined) ?? list[0];
  }
  /** Pairs of two roles, each first one with the second one of its channel, in their order. */
  pairs(a: TerminalRole, b: TerminalRole): [string, string][] {
    const left = this.all(b);
    return this.all(a).flatMap((id): [string, string][] => {
      const at = left.findIndex((t) => this.channel(t) === this.channel(id));
      return at < 0 ? [] : [[id, left.splice(at, 1)[0]!]];
    });
  }
}

/** What stands between the terminals of a part as their functions tell, whether it is entered yet or not. */
function* expected({ data, terminals, elements }: Inside): Generator<[name: string, element: Element]> {
  const t = new Found(terminals);
  const switching = data.class === 'contactor' || data.class === 'relay';
  const coils = [...t.pairs('coil-plus', 'coil-minus'), ...(switching ? t.pairs('mains-l', 'mains-n') : [])];
  for (const [a, b] of coils) yield ['coil', { kind: 'coil', a, b }];
  const coil = Object.keys(elements).find((id) => elements[id]!.kind === 'coil') ?? (coils.length ? 'coil' : undefined);
  const byCoil = coil !== undefined && switching;
  const contact = (a: string, b: string, form: 'NO' | 'NC'): Element =>
    data.class === 'pendant'
      ? { kind: 'contact', a, b, form, actuator: 'hand', ...stateOn(terminals[b]!) }
      : byCoil
        ? { kind: 'contact', a, b, form, actuator: 'coil', coil }
        : { kind: 'contact', a, b, form, actuator: 'hand' };

  for (const a of t.all('contact-common'))
    for (const [role, form] of [
      ['contact-nc', 'NC'],
      ['contact-no', 'NO'],
    ] as const)
      for (const b of t.all(role)) if (t.channel(a) === t.channel(b)) yield [form.toLowerCase(), contact(a, b, form)];
  for (const [a, b] of t.pairs('pole-in', 'pole-out'))
    yield ['pole', byCoil ? contact(a, b, 'NO') : { kind: 'jumper', a, b, label: poleLabel(data), closed: true }];
  for (const [a, b] of t.pairs('alarm-plus', 'alarm-minus'))
    yield ['alarm', { kind: 'contact', a, b, form: 'NC', actuator: 'hand' }];
  if (data.class !== 'spindle-drive')
    for (const [a, b] of t.pairs('load-plus', 'load-minus')) yield ['load', { kind: 'load', a, b }];
  if (
    ['lamp', 'fan', 'pump', 'vacuum', 'heater', 'laser', 'gear-motor', 'valve', 'brake', 'spindle'].includes(data.class)
  )
    for (const [a, b] of t.pairs('mains-l', t.all('mains-n').length ? 'mains-n' : 'mains-l2'))
      yield ['load', { kind: 'load', a, b }];

  for (const [plus, minus] of t.pairs('supply-out-plus', 'supply-out-minus'))
    yield [
      'source',
      {
        kind: 'source',
        plus,
        minus,
        ...(data.class === 'supply' && data.outputVoltage ? { voltage: data.outputVoltage } : {}),
      },
    ];
  const grounds = [...t.all('supply-minus'), ...t.all('supply-out-minus'), ...t.all('motor-supply-minus')];
  // The 0 V of a board's own rail is that of its supply.
  if (data.class === 'controller' && t.all('supply-minus').length && grounds.length > 1)
    yield ['ground', { kind: 'join', terminals: grounds }];
  const strip = t.all('distribution');
  if (strip.length > 1) yield ['link', { kind: 'join', terminals: strip }];

  for (const [plus, minus] of [
    ['step-plus', 'step-minus'],
    ['direction-plus', 'direction-minus'],
    ['enable-plus', 'enable-minus'],
    ['torque-off-plus', 'torque-off-minus'],
  ] as const)
    for (const [terminal, common] of t.pairs(plus, minus))
      yield [plus.replace(/-plus$/, ''), { kind: 'isolated-input', terminal, common, current: 'into-terminal' }];
  // The pins of a plug-in driver are read against a common one.
  if (data.class === 'stepper-driver' || data.class === 'servo-drive')
    for (const role of ['step-plus', 'direction-plus', 'enable-plus'] as const)
      for (const terminal of t.all(role)) {
        const minus = t.beside(terminal, 'signal-common');
        if (minus) yield [role.replace(/-plus$/, ''), { kind: 'level-input', terminal, minus, highAbove: HIGH_FROM }];
      }
  for (const role of ['run-in', 'reverse-in'] as const)
    for (const terminal of t.all(role)) {
      const common = t.beside(terminal, 'command-common');
      if (common) yield [role.replace('-in', ''), { kind: 'isolated-input', terminal, common, current: 'either-way' }];
    }
  for (const terminal of t.all('input')) {
    const common = t.beside(terminal, 'input-common');
    const minus = t.beside(terminal, 'supply-out-minus') ?? t.beside(terminal, 'supply-minus');
    if (common) yield ['input', { kind: 'isolated-input', terminal, common, current: 'either-way', ...isolated }];
    else if (minus) yield ['input', { kind: 'level-input', terminal, minus, highAbove: HIGH_FROM }];
  }
  for (const out of t.all('output')) {
    const plus = t.beside(out, 'output-supply') ?? t.beside(out, 'supply-out-plus') ?? t.beside(out, 'supply-plus');
    const minus = t.beside(out, 'supply-out-minus') ?? t.beside(out, 'supply-minus') ?? t.beside(out, 'input-common');
    if (plus && minus) yield ['output', { kind: 'digital-output', type: 'sourcing', plus, minus, out }];
  }
  // A track of a wheel switches to 0 V.
  if (data.class === 'pendant')
    for (const out of t.all('sensor-out')) {
      const [plus, minus] = [t.beside(out, 'supply-plus'), t.beside(out, 'supply-minus')];
      if (plus && minus)
        yield [
          'track',
          { kind: 'sensor-output', type: 'NPN', form: 'NO', plus, minus, out, ...stateOn(terminals[out]!) },
        ];
    }
  if (data.class === 'sensor')
    for (const out of t.all('sensor-out')) {
      const [plus, minus] = [t.beside(out, 'supply-plus'), t.beside(out, 'supply-minus')];
      if (plus && minus)
        yield ['output', { kind: 'sensor-output', type: data.output, form: data.form, plus, minus, out }];
    }
}

/** Each contact of a pendant is a state of its own, called as it is printed. */
const stateOn = ({ printed }: Terminal): { at?: string } => {
  const at = printed.replaceAll(/[@\s]/g, '').slice(0, 12);
  return at ? { at } : {};
};

/** What an element is about: two of a kind at the same terminal would be one too many. */
const about = (e: Element): string => {
  switch (e.kind) {
    case 'digital-output':
    case 'sensor-output':
      return `out ${e.out}`;
    case 'level-input':
    case 'isolated-input':
      return `in ${e.terminal}`;
    case 'join':
      return `join ${e.terminals[0]}`;
    case 'source':
      return `source ${e.plus}`;
    case 'coil':
    case 'load':
      return `takes ${e.a}`;
    case 'contact':
    case 'jumper':
      return `between ${[e.a, e.b].sort().join(' ')}`;
    default:
      return `${e.kind} ${JSON.stringify(e)}`;
  }
};

/** The terminals of its part that an input or output works against. */
const against = (e: Element): string[] =>
  e.kind === 'isolated-input'
    ? [e.common]
    : e.kind === 'level-input'
      ? [e.minus]
      : e.kind === 'digital-output'
        ? [e.plus, e.minus]
        : [];

/**
 * A part with all that its terminals tell of its inside. What is there already stays as it is, but for what a terminal that was
 * just `added` is for: a join takes it up, and inputs and outputs that were entered before their common or their supply
 * work against it from then on. An input that is pulled by a resistor is entered by its maker and stays.
 */
export function completed<P extends Inside>(part: P, added: ReadonlySet<string> = new Set()): P {
  const elements = { ...part.elements };
  const pulled = new Set(
    Object.values(elements).flatMap((e) => (e.kind === 'resistor' ? [`in ${e.a}`, `in ${e.b}`] : [])),
  );
  const has = new Map(Object.entries(elements).map(([id, e]) => [about(e), id]));
  for (const [name, e] of expected({ ...part, elements })) {
    const there = has.get(about(e));
    if (there !== undefined) {
      const old = elements[there]!;
      if (e.kind === 'join' && old.kind === 'join')
        elements[there] = { ...old, terminals: [...new Set([...old.terminals, ...e.terminals])] };
      // What is printed beside a contact of a pendant is what it stands for.
      else if (stateOf(e) !== undefined && stateOf(e) !== stateOf(old))
        elements[there] = { ...old, at: stateOf(e)! } as Element;
      else if (against(e).some((t) => added.has(t)) && !pulled.has(about(e)))
        elements[there] = e.kind === 'digital-output' && old.kind === 'digital-output' ? { ...e, type: old.type } : e;
      continue;
    }
    let id = name;
    for (let n = 2; Object.hasOwn(elements, id); n++) id = `${name}-${n}`;
    elements[id] = e;
    has.set(about(e), id);
  }
  return { ...part, elements };
}

/** Terminals whose function says that something stands behind them, and behind which there is nothing yet. */
export function bareTerminals({ terminals, elements }: Pick<Inside, 'terminals' | 'elements'>): string[] {
  const used = new Set(
    Object.values(elements).flatMap((e) =>
      e.kind === 'join' ? e.terminals : Object.entries(e).flatMap(([k, v]) => (k === 'kind' ? [] : [String(v)])),
    ),
  );
  return Object.keys(terminals).filter(
    (id) => (terminals[id]!.role === 'input' || terminals[id]!.role === 'output') && !used.has(id),
  );
}

const poleLabel = (data: PartData): string =>
  data.class === 'filter'
    ? 'through the filter'
    : data.class === 'breaker' && data.opensAt === 'nothing'
      ? 'switch'
      : data.class;
