import type { InputCircuit } from '../../machine/connections';
import type { Design } from '../../machine/design';
import type { TerminalRef } from '../../machine/ids';
import type { Part } from '../../machine/parts';
import { firstWithRole } from './drives';
import { inputElement } from './inputs';
import type { PlanGap, Proposal } from './proposal';
import { at } from './proposal';
import { colours, controlSection } from './rules';

/** The two terminals of the contact that is used: where the loop enters and where it leaves. */
export function contactTerminals(part: Part): [string, string] | undefined {
  const used = part.setup.contactUsed;
  const contact = Object.values(part.elements).find(
    (e) => e.kind === 'contact' && (used === undefined || e.form === used),
  );
  return contact?.kind === 'contact' ? [contact.a, contact.b] : undefined;
}

/** The poles from which a circuit on this input is fed: the field supply's, or those of the board for its own inputs. */
function poles(design: Design, controllerId: string, controller: Part, isolated: boolean) {
  const fieldId = design.roles.fieldSupply;
  const field = fieldId ? design.parts[fieldId] : undefined;
  const pole = (id: string | undefined, part: Part | undefined, role: 'supply-out-plus' | 'supply-out-minus') => {
    const t = firstWithRole(part, role);
    return id && t ? at(id, t) : undefined;
  };
  const own = {
    plus: pole(controllerId, controller, 'supply-out-plus'),
    minus: pole(controllerId, controller, 'supply-out-minus'),
  };
  const fieldPoles = { plus: pole(fieldId, field, 'supply-out-plus'), minus: pole(fieldId, field, 'supply-out-minus') };
  return { loop: isolated ? fieldPoles : own, sensor: fieldPoles.plus ? fieldPoles : own };
}

/** Conductors of one input circuit: the loop through its contacts, the leads of its sensors. */
export function planCircuit(
  design: Design,
  id: string,
  circuit: InputCircuit,
  input: TerminalRef,
  proposals: Proposal[],
  gaps: PlanGap[],
): void {
  const controller = design.parts[input.part];
  if (!controller) return;
  const isolated = inputElement(controller, input.terminal)?.kind === 'isolated-input';
  const { loop, sensor } = poles(design, input.part, controller, isolated);
  const feed = circuit.feed === '0V' ? loop.minus : loop.plus;
  const cable = (name: string) => `${id} ${name}`;
  const push = (
    step: string,
    from: TerminalRef,
    to: TerminalRef,
    rest: Pick<Proposal, 'colour' | 'purpose' | 'cable' | 'core'>,
  ) => proposals.push({ id: `circuit-${id}/${step}`, from, to, section: controlSection, ...rest });

  const contacts: [string, [string, string]][] = [];
  for (const deviceId of circuit.devices) {
    const device = design.parts[deviceId];
    if (!device) continue;
    const out = firstWithRole(device, 'sensor-out');
    if (out) {
      const lead = { cable: cable(device.designation) };
      const plus = firstWithRole(device, 'supply-plus');
      const minus = firstWithRole(device, 'supply-minus');
      if (!sensor.plus || !sensor.minus)
        gaps.push({ what: `${device.name} (${device.designation}) has no supply.`, field: 'roles.fieldSupply' });
      else {
        if (plus)
          push(`${deviceId}-plus`, sensor.plus, at(deviceId, plus), {
            ...lead,
            colour: colours.sensorPlus,
            core: 'BN',
            purpose: `Feeds sensor ${device.designation}.`,
          });
        if (minus)
          push(`${deviceId}-minus`, sensor.minus, at(deviceId, minus), {
            ...lead,
            colour: colours.sensorMinus,
            core: 'BU',
            purpose: `0 V of sensor ${device.designation}.`,
          });
      }
      push(`${deviceId}-out`, at(deviceId, out), input, {
        ...lead,
        colour: colours.sensorOut,
        core: 'BK',
        purpose: `Signal of sensor ${device.designation} to the input.`,
      });
      continue;
    }
    const pair = contactTerminals(device);
    if (pair) contacts.push([deviceId, pair]);
    else
      gaps.push({
        what: `${device.designation} has no contact of the form that is set.`,
        field: `parts.${deviceId}.setup.contactUsed`,
      });
  }
  if (!contacts.length) return;
  if (!feed) {
    gaps.push({
      what: `${id} needs a field supply to feed its contacts: the inputs of ${controller.name} are isolated.`,
      field: 'roles.fieldSupply',
    });
    return;
  }
  const blue = { colour: colours.control } as const;
  const designation = (deviceId: string) => design.parts[deviceId]!.designation;
  if (circuit.arrangement === 'series') {
    let last = feed;
    for (const [deviceId, [enter, leave]] of contacts) {
      push(`${deviceId}-in`, last, at(deviceId, enter), {
        ...blue,
        cable: cable(designation(deviceId)),
        core: '1',
        purpose: `${last === feed ? 'Feeds the loop' : 'Carries the loop on'} to ${designation(deviceId)}.`,
      });
      last = at(deviceId, leave);
    }
    push('return', last, input, {
      ...blue,
      cable: cable(designation(contacts.at(-1)![0])),
      core: '2',
      purpose: 'Brings the loop back to the input.',
    });
  } else
    for (const [deviceId, [enter, leave]] of contacts) {
      const lead = { ...blue, cable: cable(designation(deviceId)) };
      push(`${deviceId}-in`, feed, at(deviceId, enter), {
        ...lead,
        core: '1',
        purpose: `Feeds ${designation(deviceId)}.`,
      });
      push(`${deviceId}-out`, at(deviceId, leave), input, {
        ...lead,
        core: '2',
        purpose: `${designation(deviceId)} to the input, beside the others.`,
      });
    }
}

/** The commons of isolated banks: to + where contacts switch to 0 V, to 0 V where they switch to +. */
export function planCommons(
  design: Design,
  inputs: Readonly<Record<string, TerminalRef>>,
  proposals: Proposal[],
): void {
  const done = new Set<string>();
  for (const [id, input] of Object.entries(inputs)) {
    const controller = design.parts[input.part];
    const circuit = design.circuits[id];
    const element = inputElement(controller, input.terminal);
    if (!controller || !circuit || element?.kind !== 'isolated-input' || done.has(element.common)) continue;
    done.add(element.common);
    const fieldId = design.roles.fieldSupply;
    const field = fieldId ? design.parts[fieldId] : undefined;
    const pole = firstWithRole(field, circuit.feed === '0V' ? 'supply-out-plus' : 'supply-out-minus');
    if (!fieldId || !pole) continue;
    proposals.push({
      id: `inputs/${element.common}`,
      from: at(fieldId, pole),
      to: at(input.part, element.common),
      colour: colours.control,
      section: controlSection,
      purpose:
        circuit.feed === '0V'
          ? 'Common of this bank of inputs to +: its contacts and NPN sensors switch to 0 V.'
          : 'Common of this bank of inputs to 0 V: its contacts and PNP sensors switch to +.',
    });
  }
}
