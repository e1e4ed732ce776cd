import type { Design } from '../machine/design';
import type { HiddenFault } from '../motion/truth/hiddenFault';
import type { DrillMachine, Prelude } from './drill';

/** Picks from a machine what a drill is about: the axes, switches and circuits that it needs. */
export const axesWith = (design: Design, of: (id: string) => boolean = () => true): string[] =>
  design.axisOrder.filter((id) => design.axes[id]?.motion === 'linear' && of(id));

export const level = (design: Design, id: string): boolean => !['up', 'down'].includes(design.axes[id]?.plus ?? '');
export const bySwitch = (design: Design, id: string): boolean =>
  ['switch', 'switch-and-index'].includes(design.axes[id]?.reference.method ?? '');
export const isPair = (design: Design, id: string): boolean => (design.axes[id]?.drives.length ?? 0) > 1;
export const letter = (design: Design, id: string): string => design.axes[id]?.letter ?? id;

/** A level axis with one motor that is referenced on a switch. */
export const plainAxis = (design: Design): string | undefined =>
  axesWith(design, (id) => level(design, id) && bySwitch(design, id) && !isPair(design, id))[0];
export const headAxis = (design: Design): string | undefined => axesWith(design, (id) => !level(design, id))[0];
export const gantryAxis = (design: Design): string | undefined => axesWith(design, (id) => isPair(design, id))[0];

/** The switch on which an axis is referenced, with its circuit; of a gantry the one of its first side. */
export function referenceSwitch(m: DrillMachine, axis: string): { circuit: string; device: string } | undefined {
  return switchAt(m, axis, m.design.axes[axis]?.reference.end ?? 'minus', ['reference', 'limit-and-reference']);
}
export function limitAt(
  m: DrillMachine,
  axis: string,
  end: 'minus' | 'plus',
): { circuit: string; device: string } | undefined {
  return switchAt(m, axis, end, ['limit', 'limit-and-reference']);
}
function switchAt({ design, inputs }: DrillMachine, axis: string, end: 'minus' | 'plus', functions: readonly string[]) {
  for (const [circuit, c] of Object.entries(design.circuits))
    if (inputs[circuit] && functions.includes(c.function))
      for (const device of c.devices) {
        const mount = design.parts[device]?.mount;
        if (mount?.axis === axis && mount.end === end) return { circuit, device };
      }
  return undefined;
}
/** A switch that is stuck as it stands at rest, and never trips. */
export const deadSwitch = ({ design }: DrillMachine, device: string): HiddenFault => ({
  kind: 'stuck-switch',
  device,
  as: design.parts[device]?.setup.contactUsed === 'NO' ? 'open' : 'closed',
});
export function stopButton({ design, inputs }: DrillMachine): { circuit: string; device: string } | undefined {
  const found = Object.entries(design.circuits).find(
    ([id, c]) => c.function === 'stop' && inputs[id] && c.devices.length,
  );
  return found && { circuit: found[0], device: found[1].devices[0]! };
}
export function probe({ design, inputs }: DrillMachine): { circuit: string; device: string } | undefined {
  const found = Object.entries(design.circuits).find(
    ([id, c]) => c.function === 'probe' && inputs[id] && c.devices.length,
  );
  return found && { circuit: found[0], device: found[1].devices[0]! };
}

/** Mains on, and the start button where the machine has one. */
export function switchedOn(design: Design): Prelude[] {
  const reset = design.roles.resetButton;
  return [
    { act: { type: 'power', on: true }, thenS: 0.3 },
    ...(reset
      ? [
          { act: { type: 'press', device: reset, down: true } as const, thenS: 0.1 },
          { act: { type: 'press', device: reset, down: false } as const, thenS: 0.3 },
        ]
      : []),
  ];
}
/** Mains on and every datum found: `seconds` is more than any run needs. */
export const referencedFirst = (design: Design, seconds = 90): Prelude[] => [
  ...switchedOn(design),
  { act: { type: 'reference' }, thenS: seconds },
];
