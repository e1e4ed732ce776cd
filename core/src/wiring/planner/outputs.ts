import type { LoadService, OutputCircuit, OutputFunction } from '../../machine/connections';
import type { Design } from '../../machine/design';
import { linesTo } from '../../distribution/lines';
import { outputTerminals } from '../../distribution/outputTerminals';
import type { TerminalRef } from '../../machine/ids';
import type { Element, Part, PartClass } from '../../machine/parts';
import { loadAmps, loadVolts } from '../../machine/loads';
import { mainsProtectionA, USUAL_BREAKER_A } from './mains';
import type { Planning } from './planning';
import { fieldPole, poleFrom, protectionA } from './poles';
import type { PlanGap } from './proposal';
import { changesOver, reversalOf, switchedBy } from './relays';
import { usual } from '../../machine/library/usual';

type DigitalOutput = Extract<Element, { kind: 'digital-output' }>;

/** The switched output at a terminal of a controller. */
export const outputElement = (part: Part | undefined, terminal: string): DigitalOutput | undefined =>
  Object.values(part?.elements ?? {}).find(
    (e): e is DigitalOutput => e.kind === 'digital-output' && e.out === terminal,
  );

/** Gives each output circuit that needs one a terminal, and says for which there is none. */
export function assignOutputs(design: Design, gaps: PlanGap[]): Record<string, TerminalRef> {
  const controller = design.roles.controller ? design.parts[design.roles.controller] : undefined;
  const { terminals, without } = outputTerminals(design);
  for (const { id, wanted } of without) {
    const { name } = controller!;
    const of = outputName(design.outputs[id]!);
    gaps.push({
      what: wanted.length
        ? `${name} has ${wanted.length} such output${wanted.length === 1 ? '' : 's'}${wanted.some((t) => t.on !== controller) ? ' with its boards' : ''}; none is left for ${of}.`
        : `${name} has no output for ${of}.`,
      field: `outputs.${id}.output`,
    });
  }
  return terminals;
}

const names: Record<OutputFunction, string> = {
  'spindle-run': 'spindle run',
  'spindle-direction': 'spindle direction',
  'spindle-speed': 'spindle speed',
  coolant: 'coolant',
  'spindle-cooling': 'spindle cooling',
  brake: 'brake',
  lamp: 'lamp',
  fan: 'fan',
  'drives-enable': 'drives enable',
  'chain-release': 'stop chain release',
  'switched-load': 'switched load',
};
export const outputFunctionName = (of: OutputFunction): string => names[of];
const services: Record<LoadService, string> = {
  'opens-chuck': 'opens the chuck',
  'closes-chuck': 'closes the chuck',
  tailstock: 'presses the tailstock',
  'steady-rest': 'closes the steady rest',
  'unlocks-door': 'unlocks the door',
  'frees-axis': 'frees the clamp',
  'clamps-axis': 'closes the clamp',
};
/** `letter`: of the axis whose clamp it works. */
export const serviceName = (of: LoadService, letter?: string): string =>
  letter ? `${services[of]} of ${letter}` : services[of];
export const outputName = (o: OutputCircuit): string =>
  o.serves
    ? `output that ${services[o.serves]}`
    : o.reverses === undefined
      ? names[o.function]
      : `${names[o.function]}, the other way`;

/** The two terminals of what an output acts on. */
function loadTerminals(p: Planning, id: string): { plus: TerminalRef; minus: TerminalRef } | undefined {
  for (const [a, b] of [
    ['coil-plus', 'coil-minus'],
    ['load-plus', 'load-minus'],
    ['run-in', 'command-common'],
  ] as const) {
    const [plus, minus] = [p.terminal(id, a), p.terminal(id, b)];
    if (plus && minus) return { plus, minus };
  }
  return undefined;
}

/** Loads that sit on the machine, at the end of a cable. */
const ON_THE_MACHINE: ReadonlySet<PartClass> = new Set(['motor', 'valve', 'heater', 'laser', 'pump', 'gear-motor']);

/** A load beside the contact that feeds it: in a cable of its own where it sits on the machine. */
function feed(
  p: Planning,
  id: string,
  device: string,
  from: { plus: TerminalRef | undefined; minus: TerminalRef | undefined },
  words: string,
  protectedA?: number,
): void {
  const ends = loadTerminals(p, device);
  const part = p.design.parts[device]!;
  if (!ends) return;
  const outside = ON_THE_MACHINE.has(part.data.class);
  const duty = { amps: loadAmps(part), ...(protectedA === undefined ? {} : { protectedA }) };
  const shared = { colour: p.colour('control'), section: p.section(duty, 'control') };
  const wires = [
    {
      id: `output-${id}/${device}-plus`,
      from: from.plus,
      to: ends.plus,
      purpose: `${words}: feeds ${part.designation}.`,
    },
    {
      id: `output-${id}/${device}-minus`,
      from: from.minus,
      to: ends.minus,
      purpose: `${words}: 0 V of ${part.designation}.`,
    },
  ].map((w) => ({ ...shared, ...w }));
  if (outside) {
    const key = p.cableFor(duty, usual.loadCables);
    const cable = p.cable(`cable-output-${id}`, `${words} ${part.designation.slice(1)}`, key, 'machine');
    for (const w of wires) p.addIn(cable, w);
  } else for (const w of wires) p.add(w);
}

/** A load of the mains behind a relay’s contact. */
function feedMains(p: Planning, id: string, device: string, relay: string, words: string): void {
  const ahead = p.tree.feeds[relay]?.in;
  const part = p.design.parts[device]!;
  const protectedA = Math.max(USUAL_BREAKER_A, mainsProtectionA(p, { part: relay, port: 'in' }));
  const section = p.section({ amps: loadAmps(part), protectedA }, 'mains');
  const line = { colour: p.colour('mains-line'), section };
  p.add(
    {
      ...line,
      id: `output-${id}/relay-line`,
      from: poleFrom(p, ahead, linesTo(p.tree, { part: relay, port: 'in' })[0]!),
      to: p.terminal(relay, 'contact-common'),
      purpose: `${words}: L to the relay’s contact.`,
    },
    'mains',
  );
  p.add({
    ...line,
    id: `output-${id}/${device}-l`,
    from: p.terminal(relay, 'contact-no'),
    to: p.terminal(device, 'mains-l'),
    purpose: `${words}: switched L.`,
  });
  p.add({
    colour: p.colour('mains-neutral'),
    section,
    id: `output-${id}/${device}-n`,
    from: poleFrom(p, ahead, 'N'),
    to: p.terminal(device, 'mains-n'),
    purpose: `${words}: N, not switched.`,
  });
}

/** A load behind the poles of a contactor: these are led where the mains or the supply is, and so is a load on the mains. */
function behindContactor(p: Planning, id: string, device: string, contactor: string, words: string): void {
  if (p.tree.port({ part: device, port: 'mains' })) return;
  const from = { part: contactor, port: 'out' };
  const protectedA = protectionA(p, { part: contactor, port: 'in' }, 'devices-only');
  feed(p, id, device, { plus: poleFrom(p, from, 'plus'), minus: poleFrom(p, from, 'minus') }, words, protectedA);
}

/**
 * A load that is turned both ways: each of its ends is changed over from 0 V to plus by a relay of its own. With neither relay
 * on, and with both, it stands between two ends of one pole, which brakes it.
 */
function planBothWays(p: Planning, id: string, o: OutputCircuit, back: { id: string; circuit: OutputCircuit }): void {
  const [device] = o.devices;
  const part = device === undefined ? undefined : p.design.parts[device];
  const relays = [
    { output: id, relay: o.relay },
    { output: back.id, relay: back.circuit.relay },
  ].filter((r): r is { output: string; relay: string } => {
    const relay = r.relay === undefined ? undefined : p.design.parts[r.relay];
    return relay !== undefined && changesOver(relay);
  });
  if (device === undefined || !part) return;
  if (relays.length < 2 || o.relay === undefined) {
    const lacks = relays.some((r) => r.output === id) ? back.id : id;
    p.gaps.push({
      what: `Turning ${part.designation} both ways takes a relay with a contact that changes over on each of its two outputs.`,
      field: `outputs.${lacks}.relay`,
    });
    return;
  }
  const ahead = p.tree.feeds[o.relay]?.in;
  const protectedA = protectionA(p, { part: o.relay, port: 'in' }, 'devices-only');
  const duty = { amps: loadAmps(part), ...(protectedA === undefined ? {} : { protectedA }) };
  for (const { output, relay } of relays)
    for (const [pole, contact] of [
      ['plus', 'contact-no'],
      ['minus', 'contact-nc'],
    ] as const)
      p.add({
        id: `output-${output}/relay-${pole}`,
        from: poleFrom(p, ahead, pole),
        to: p.terminal(relay, contact),
        colour: p.colour(`control-${pole}`),
        section: p.section(duty, 'control'),
        purpose: `${pole === 'plus' ? 'Plus' : '0 V'} for one end of ${part.designation}, ${pole === 'plus' ? 'while this relay is on' : 'while it is off'}.`,
      });
  const [plus, minus] = relays.map((r) => p.terminal(r.relay, 'contact-common'));
  feed(p, id, device, { plus, minus }, 'Turned both ways', protectedA);
}

/** Conductors of one output circuit: straight to its loads, or to a relay whose contact feeds them. */
function planOutput(p: Planning, id: string, o: OutputCircuit, out: TerminalRef | undefined): void {
  const words = outputName(o)[0]!.toUpperCase() + outputName(o).slice(1);
  if (o.alwaysOn) {
    for (const d of o.devices) {
      const from = p.tree.port({ part: d, port: 'load' }) ? p.tree.feeds[d]?.load : p.tree.feeds[d]?.coil;
      if (p.design.parts[d])
        feed(p, id, d, { plus: poleFrom(p, from, 'plus'), minus: poleFrom(p, from, 'minus') }, words);
    }
    return;
  }
  if (!out) return;
  const controller = p.design.parts[out.part]!;
  const element = outputElement(controller, out.terminal);
  const own = {
    plus: p.terminal(out.part, 'supply-out-plus'),
    minus: p.terminal(out.part, 'supply-out-minus'),
  };
  const field = { plus: fieldPole(p, out.part, 'plus'), minus: fieldPole(p, out.part, 'minus') };
  const { volts = 24 } = switchedBy(p.design, out.part);
  /** What stands at the two ends of a load on this output. */
  const poles = (part: Part) => {
    const low = (loadVolts(part) ?? volts) <= 6;
    if (element?.type === 'sinking') return { plus: low ? own.plus : (field.plus ?? own.plus), minus: out };
    return { plus: out, minus: volts <= 6 ? own.minus : (field.minus ?? own.minus) };
  };
  const relay = o.relay ? p.design.parts[o.relay] : undefined;
  const other = reversalOf(p.design, id);
  if (other && o.reverses === undefined) planBothWays(p, id, o, other);
  if (o.relay && relay) {
    feed(p, id, o.relay, poles(relay), words);
    if (other) return;
    for (const d of o.devices) {
      const part = p.design.parts[d];
      if (!part) continue;
      if (relay.data.class === 'contactor' && !p.terminal(d, 'run-in')) {
        behindContactor(p, id, d, o.relay, words);
        continue;
      }
      if (p.terminal(d, 'mains-l') && !p.terminal(d, 'run-in')) {
        feedMains(p, id, d, o.relay, words);
        continue;
      }
      const contact = { id: `output-${id}/relay-feed`, to: p.terminal(o.relay, 'contact-common') };
      const shared = { colour: p.colour('control'), section: p.section({ amps: loadAmps(part) }, 'control') };
      const run = p.terminal(d, o.function === 'spindle-direction' ? 'reverse-in' : 'run-in');
      if (run) {
        // The drive feeds its own inputs: nothing of the cabinet’s 24 V goes there.
        p.add(
          {
            ...shared,
            ...contact,
            from: p.terminal(d, 'supply-out-plus'),
            purpose: `${words}: the drive’s own plus to the relay’s contact.`,
          },
          'spindle',
        );
        p.add({
          ...shared,
          id: `output-${id}/${d}-plus`,
          from: p.terminal(o.relay, 'contact-no'),
          to: run,
          purpose: `${words}: the contact closes this input.`,
        });
        if (o.function === 'spindle-run')
          p.add({
            ...shared,
            id: `output-${id}/${d}-minus`,
            from: p.terminal(d, 'supply-out-minus'),
            to: p.terminal(d, 'command-common'),
            purpose: 'Links the common of the commands to the drive’s own 0 V.',
          });
        continue;
      }
      const ahead = p.tree.feeds[o.relay]?.in;
      const protectedA = protectionA(p, { part: o.relay, port: 'in' }, 'devices-only');
      p.add({
        ...shared,
        ...contact,
        ...(protectedA === undefined ? {} : { section: p.section({ amps: loadAmps(part), protectedA }, 'control') }),
        from: poleFrom(p, ahead, 'plus'),
        purpose: `${words}: plus to the relay’s contact.`,
      });
      const ends = { plus: p.terminal(o.relay, 'contact-no'), minus: poleFrom(p, ahead, 'minus') };
      feed(p, id, d, ends, words, protectedA);
    }
    return;
  }
  // Two outputs never lead to one motor directly: the plan has said what is missing.
  if (other) return;
  for (const d of o.devices) {
    const part = p.design.parts[d];
    // What commands a spindle drive goes in its own shielded cable.
    if (!part || part.data.class === 'spindle-drive') continue;
    if (p.terminal(d, 'mains-l')) {
      p.gaps.push({
        what: `${part.name} runs on mains: ${outputName(o)} needs a relay between.`,
        field: `outputs.${id}.relay`,
      });
      continue;
    }
    feed(p, id, d, poles(part), words);
  }
}

/** All output circuits, and the supply of the bank that they come from. What goes to a spindle drive is planned there. */
export function planOutputs(p: Planning, outputs: Readonly<Record<string, TerminalRef>>): void {
  for (const board of new Set(Object.values(outputs).map((t) => t.part))) {
    const part = p.design.parts[board]!;
    const used = Object.values(outputs).some((t) => t.part === board && outputElement(part, t.terminal));
    const supply = p.terminal(board, 'output-supply');
    if (!used || !supply) continue;
    const own = board === p.design.roles.controller;
    const plus = fieldPole(p, board, 'plus');
    if (plus)
      p.add({
        id: own ? 'outputs/supply' : `outputs/supply-${board}`,
        from: plus,
        to: supply,
        colour: p.colour('control-plus'),
        section: p.section({ amps: 2 }, 'control'),
        purpose: `Feeds the switched outputs of ${own ? 'the controller' : part.designation}.`,
      });
    else p.gaps.push({ what: `The outputs of ${part.name} need a field supply.`, field: 'rails.field.supply' });
  }
  for (const [id, o] of Object.entries(p.design.outputs)) planOutput(p, id, o, outputs[id]);
}
