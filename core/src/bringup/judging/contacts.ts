import type { Part } from '../../machine/parts';
import type { HiddenFault } from '../../motion/truth/hiddenFault';

/** The element of a switch, sensor or button that the circuit works with: the wired one of a changeover contact. */
export function workingContact(part: Part): string | undefined {
  const all = Object.entries(part.elements).flatMap(([id, e]) =>
    e.kind === 'sensor-output' || (e.kind === 'contact' && e.actuator === 'hand') ? [{ id, form: e.form }] : [],
  );
  return (all.find((e) => e.form === part.setup.contactUsed) ?? all[0])?.id;
}
export function formOf(part: Part, element: string | undefined): 'NO' | 'NC' {
  const e = element ? part.elements[element] : undefined;
  return e && 'form' in e ? e.form : 'NC';
}

/** Another device in its place fixes whatever was wrong with this one. */
export const fixedByExchange =
  (device: string) =>
  (f: HiddenFault): boolean =>
    (f.kind === 'contact-other-type' || f.kind === 'stuck-switch') && f.device === device;
