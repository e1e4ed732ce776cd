import { cutsMotors, resetsControl, type Design } from '../machine/design';
import { circuitName } from '../machine/fields';
import type { TerminalRef } from '../machine/ids';
import { isProtective } from '../machine/connections';
import type { Evaluation } from '../wiring/evaluate';
import type { Reading } from '../wiring/levels';

/** What a machine's circuits are for, where a life, a switch or a cutter hangs on it. */
export type SafetyFunctionKind = 'trip' | 'stop-power' | 'stop-latch' | 'stop-reset' | 'stop-told' | 'brake';

export interface SafetyFunction {
  id: string;
  kind: SafetyFunctionKind;
  title: string;
  /** Used in need only: nobody finds out in everyday use that it has failed. */
  protective: boolean;
  /** Parts that are acted on when the function is called for. */
  call: ReadonlySet<string>;
  /** The input that has to tell, for those that end at the controller. */
  input?: TerminalRef;
  /** The coil that must be without current, for a brake: `part/element`. */
  coil?: string;
}

const everyday: ReadonlySet<string> = new Set(['reference', 'limit-and-reference', 'probe', 'start', 'pause']);

/** One everyday act: a device that referencing, probing, start or pause acts on. */
export interface EverydayAct {
  device: string;
  /** The input that has to answer before the axis is at its hard stop: set for a limit that is referenced on. */
  leansOn: TerminalRef | undefined;
}
export const everydayActs = (design: Design, inputs: Readonly<Record<string, TerminalRef>>): EverydayAct[] =>
  Object.entries(design.circuits).flatMap(([id, c]) =>
    everyday.has(c.function)
      ? c.devices.map((device) => ({ device, leansOn: isProtective(c) ? inputs[id] : undefined }))
      : [],
  );

/** The safety-relevant functions of a machine, from its circuits, its stop chain and its brakes. */
export function safetyFunctions(design: Design, inputs: Readonly<Record<string, TerminalRef>>): SafetyFunction[] {
  const list: SafetyFunction[] = [];
  const buttons = Object.values(design.circuits).flatMap((c) => (c.function === 'stop' ? c.devices : []));
  for (const [id, c] of Object.entries(design.circuits)) {
    const input = inputs[id];
    if (!input || !(isProtective(c) || everyday.has(c.function))) continue;
    for (const device of c.devices) {
      const stop = c.function === 'stop';
      const name =
        c.devices.length > 1
          ? `${circuitName(design, id)}, ${design.parts[device]?.designation}`
          : circuitName(design, id);
      list.push({
        id: `${stop ? 'told' : 'trip'}/${id}/${device}`,
        kind: stop ? 'stop-told' : 'trip',
        title: stop ? 'Stop: reported to the controller' : name,
        protective: isProtective(c),
        call: new Set([device]),
        input,
      });
    }
  }
  if (resetsControl(design.stopStrategy))
    for (const button of new Set(buttons))
      list.push({
        id: `stop-reset/${button}`,
        kind: 'stop-reset',
        title: `Stop ${design.parts[button]?.designation ?? button}: holds the control in reset`,
        protective: true,
        call: new Set([button]),
      });
  if (cutsMotors(design.stopStrategy))
    for (const button of new Set(buttons)) {
      const of = design.parts[button]?.designation ?? button;
      list.push({
        id: `stop-power/${button}`,
        kind: 'stop-power',
        title: `Stop ${of}: the motors lose their power`,
        protective: true,
        call: new Set([button]),
      });
      list.push({
        id: `stop-latch/${button}`,
        kind: 'stop-latch',
        title: `Stop ${of}: power stays off when the button is released`,
        protective: true,
        call: new Set([button]),
      });
    }
  for (const o of Object.values(design.outputs))
    if (o.function === 'brake')
      for (const device of o.devices) {
        const coil = Object.entries(design.parts[device]?.elements ?? {}).find(([, e]) => e.kind === 'coil');
        if (coil)
          list.push({
            id: `brake/${device}`,
            kind: 'brake',
            title: `Brake of ${design.parts[device]!.designation} holds when it is not released`,
            protective: true,
            call: new Set(buttons),
            coil: `${device}/${coil[0]}`,
          });
      }
  return list;
}

/** How the controller reads the input of a function when it is called for, and when it is not. */
export interface Telling {
  rest: Reading;
  called: Reading;
}
/** Whether a function can do its work at all: its input tells the call from rest. */
export const tells = ({ rest, called }: Telling): boolean =>
  rest !== 'uncertain' && called !== 'uncertain' && rest !== called;
export const readAt = (e: Evaluation, f: SafetyFunction): Reading => (f.input ? e.readingAt(f.input) : 'uncertain');

/** Devices that protect and are never used in everyday work, each with the circuit that it stands in. */
export const protectiveDevices = (design: Design): { id: string; name: string; of: string }[] =>
  Object.entries(design.circuits).flatMap(([id, c]) =>
    isProtective(c)
      ? c.devices.map((d) => ({ id: d, name: design.parts[d]?.designation ?? d, of: circuitName(design, id) }))
      : [],
  );
