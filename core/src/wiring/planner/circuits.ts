import { circuitName } from '../../machine/fields';
import type { InputCircuit } from '../../machine/connections';
import type { TerminalRef } from '../../machine/ids';
import { terminalKey } from '../../machine/ids';
import type { Part } from '../../machine/parts';
import { inputElement } from './inputs';
import type { CableInHand, Planning } from './planning';
import { firstWithRole } from './planning';
import { fieldPole, poleFrom } from './poles';
import { at } from './proposal';
import { usual } from '../../machine/library/usual';

/** The two terminals of the contact that is used: where the loop enters and where it leaves. */
export function contactTerminals(part: Part, own?: string): [string, string] | undefined {
  const used = part.setup.contactUsed;
  const picked = own === undefined ? undefined : part.elements[own];
  if (picked?.kind === 'contact') return [picked.a, picked.b];
  const contact = Object.values(part.elements).find(
    (e) => e.kind === 'contact' && (used === undefined || e.form === used),
  );
  return contact?.kind === 'contact' ? [contact.a, contact.b] : undefined;
}

/** The poles from which contacts at an input are fed: what feeds the board’s field, or the board itself for its own inputs. */
export function loopPoles(p: Planning, controllerId: string, isolated: boolean) {
  const own = {
    plus: p.terminal(controllerId, 'supply-out-plus'),
    minus: p.terminal(controllerId, 'supply-out-minus'),
  };
  const field = { plus: fieldPole(p, controllerId, 'plus'), minus: fieldPole(p, controllerId, 'minus') };
  return isolated ? field : own;
}

/** Conductors of one input circuit: the loop through its contacts, the leads of its sensors. */
export function planCircuit(p: Planning, id: string, circuit: InputCircuit, input: TerminalRef): void {
  const { design } = p;
  const controller = design.parts[input.part];
  if (!controller) return;
  const isolated = inputElement(controller, input.terminal)?.kind === 'isolated-input';
  const loop = loopPoles(p, input.part, isolated);
  const feed = circuit.feed === '0V' ? loop.minus : loop.plus;
  const shared = { colour: p.colour('control'), section: p.section({ amps: 0.1 }, 'control') };
  type Wire = Parameters<Planning['add']>[0];
  /** What sits in the cabinet, such as a drive with its alarm, is wired loosely; the rest has a cable of its own. */
  const wire = (cable: CableInHand | undefined, step: string, rest: Omit<Wire, 'id'>, core?: string) => {
    const w = { ...shared, ...rest, id: `circuit-${id}/${step}` };
    if (cable) p.addIn(cable, w, core);
    else p.add(w);
  };
  const cableOf = (deviceId: string, leads: number): CableInHand | undefined => {
    const device = design.parts[deviceId]!;
    if (['stepper-driver', 'servo-drive', 'spindle-drive'].includes(device.data.class)) return undefined;
    return p.cable(
      `cable-${deviceId}`,
      `Lead ${device.designation.slice(1)}`,
      leads === 2 ? usual.twoCoreCable : usual.threeCoreCable,
      'machine',
    );
  };

  const contacts: [string, [string, string]][] = [];
  for (const deviceId of circuit.devices) {
    const device = design.parts[deviceId];
    // What hangs on a pendant comes in its one lead.
    if (!device || device.data.class === 'pendant') continue;
    const out = firstWithRole(device, 'sensor-out');
    if (out) {
      const sensor = {
        plus: poleFrom(p, p.tree.feeds[deviceId]?.supply, 'plus'),
        minus: poleFrom(p, p.tree.feeds[deviceId]?.supply, 'minus'),
      };
      const cable = cableOf(deviceId, 3);
      if (!sensor.plus || !sensor.minus)
        p.gaps.push({ what: `${device.name} (${device.designation}) has no supply.`, field: 'rails.field.supply' });
      else {
        const plus = { from: sensor.plus, to: p.terminal(deviceId, 'supply-plus') };
        const minus = { from: sensor.minus, to: p.terminal(deviceId, 'supply-minus') };
        wire(cable, `${deviceId}-plus`, { ...plus, purpose: `Feeds sensor ${device.designation}.` }, 'BN');
        wire(cable, `${deviceId}-minus`, { ...minus, purpose: `0 V of sensor ${device.designation}.` }, 'BU');
      }
      wire(
        cable,
        `${deviceId}-out`,
        { from: at(deviceId, out), to: input, purpose: `Signal of sensor ${device.designation} to the input.` },
        'BK',
      );
      continue;
    }
    const pair = contactTerminals(device);
    if (pair) contacts.push([deviceId, pair]);
    else
      p.gaps.push({
        what: `${device.designation} has no contact of the form that is set.`,
        field: `parts.${deviceId}.setup.contactUsed`,
      });
  }
  if (!contacts.length) return;
  if (!feed) {
    p.gaps.push({
      what: `${circuitName(design, id)} needs a field supply to feed its contacts: the inputs of ${controller.name} are isolated.`,
      field: 'rails.field.supply',
    });
    return;
  }
  const designation = (deviceId: string) => design.parts[deviceId]!.designation;
  if (circuit.arrangement === 'series') {
    let last = feed;
    let cable: CableInHand | undefined;
    for (const [deviceId, [enter, leave]] of contacts) {
      cable = cableOf(deviceId, 2);
      wire(cable, `${deviceId}-in`, {
        from: last,
        to: at(deviceId, enter),
        purpose: `${last === feed ? 'Feeds the loop' : 'Carries the loop on'} to ${designation(deviceId)}.`,
      });
      last = at(deviceId, leave);
    }
    wire(cable, 'return', { from: last, to: input, purpose: 'Brings the loop back to the input.' });
  } else
    for (const [deviceId, [enter, leave]] of contacts) {
      const cable = cableOf(deviceId, 2);
      wire(cable, `${deviceId}-in`, {
        from: feed,
        to: at(deviceId, enter),
        purpose: `Feeds ${designation(deviceId)}.`,
      });
      wire(cable, `${deviceId}-out`, {
        from: at(deviceId, leave),
        to: input,
        purpose: `${designation(deviceId)} to the input, beside the others.`,
      });
    }
}

/** The commons of isolated banks: to + where contacts switch to 0 V, to 0 V where they switch to +. */
export function planCommons(p: Planning, inputs: Readonly<Record<string, TerminalRef>>): void {
  const done = new Set<string>();
  for (const [id, input] of Object.entries(inputs)) {
    const controller = p.design.parts[input.part];
    const circuit = p.design.circuits[id];
    const element = inputElement(controller, input.terminal);
    if (!controller || !circuit || element?.kind !== 'isolated-input') continue;
    const bank = terminalKey(at(input.part, element.common));
    if (done.has(bank)) continue;
    done.add(bank);
    p.add({
      id:
        input.part === p.design.roles.controller
          ? `inputs/${element.common}`
          : `inputs/${input.part}-${element.common}`,
      from: fieldPole(p, input.part, circuit.feed === '0V' ? 'plus' : 'minus'),
      to: at(input.part, element.common),
      colour: p.colour(circuit.feed === '0V' ? 'control-plus' : 'control-minus'),
      section: p.section({ amps: 0.5 }, 'control'),
      purpose:
        circuit.feed === '0V'
          ? 'Common of this bank of inputs to +: its contacts and NPN sensors switch to 0 V.'
          : 'Common of this bank of inputs to 0 V: its contacts and PNP sensors switch to +.',
    });
  }
}
