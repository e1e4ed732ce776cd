import { terminalsWithRole, type Part } from '../../machine/parts';
import { spindleEncoderOf } from '../../machine/spindleEncoder';
import type { PlannedDrive } from './plannedDrives';
import type { Planning } from './planning';
import { at } from './proposal';
import { usual } from '../../machine/library/usual';

/** Encoder leads of the motor of an axis to its drive. */
export function planEncoder(p: Planning, d: PlannedDrive): void {
  const { motor, driver } = d.drive;
  if (motor && driver) planLeads(p, { role: `drive-${d.axisId}-${d.index}`, name: d.name, motor, driver }, 'signals');
}
/** Encoder leads of a servo spindle to its drive, which turns it by them. */
export function planServoSpindle(p: Planning): void {
  const { spindle: motor, spindleDrive: driver } = p.design.roles;
  if (motor && driver) planLeads(p, { role: 'spindle-motor', name: 'Spindle motor', motor, driver });
}
/** Signals meet where both have a terminal of that id. */
function planLeads(
  p: Planning,
  of: { role: string; name: string; motor: string; driver: string },
  group?: 'signals',
): void {
  const { role, name, motor: motorId, driver: driverId } = of;
  const motor = p.design.parts[motorId];
  const driver = p.design.parts[driverId];
  if (!motor || !driver) return;
  const cable = p.cable(`cable-${role}-encoder`, `Encoder ${name}`, usual.encoderCable, 'machine');
  for (const id of terminalsWithRole(motor, 'encoder'))
    if (driver.terminals[id])
      p.addIn(
        cable,
        {
          id: `${role}/${id}`,
          from: at(driverId, id),
          to: at(motorId, id),
          purpose: `${name}: encoder ${motor.terminals[id]!.printed}, in a pair with its complement.`,
        },
        undefined,
        group,
      );
  p.land(cable, undefined, group);
}

/** The spindle’s encoder to the first encoder input of the controller, through a divider where there is one. */
export function planSpindleEncoder(p: Planning): void {
  const encoder = p.holder('spindleEncoder');
  const controller = p.holder('controller');
  if (!encoder || !controller) return;
  const inputs = terminalsWithRole(controller.part, 'encoder', 0);
  if (!inputs.length) {
    p.gaps.push({
      what: `${controller.part.name} has no encoder input; ${encoder.part.name} cannot be connected.`,
      field: 'roles.controller',
    });
    return;
  }
  const divider = spindleEncoderOf(p.design)?.divider;
  const cable = p.cable('cable-spindle-encoder', 'Encoder spindle', usual.encoderCable, 'machine');
  const ofInput = (signal: string) => inputs.find((t) => t.replace(/^enc\d+-/, '') === signal);
  for (const id of terminalsWithRole(encoder.part, 'encoder')) {
    const signal = id.replace('enc-', '');
    const into = divider ? divided(divider.part, 'in', signal) : ofInput(signal);
    if (into)
      p.addIn(cable, {
        id: `spindle-encoder/${id}`,
        from: at(divider?.id ?? controller.id, into),
        to: at(encoder.id, id),
        purpose: `Spindle encoder ${encoder.part.terminals[id]!.printed}.`,
      });
  }
  p.land(cable);
  if (!divider) return;
  const on = p.cable('cable-encoder-divided', 'Encoder divided', usual.encoderCable, 'cabinet');
  for (const id of terminalsWithRole(divider.part, 'encoder', 1)) {
    const into = ofInput(id.replace('out-', ''));
    if (into)
      p.addIn(on, {
        id: `encoder-divider/${id}`,
        from: at(controller.id, into),
        to: at(divider.id, id),
        purpose: `One line of ${divider.part.data.divider} of the spindle’s encoder: ${divider.part.terminals[id]!.printed}.`,
      });
  }
  p.land(on);
}
/** The terminal of a divider for a signal of the encoder, such as `a-plus`. */
const divided = (divider: Part, side: 'in' | 'out', signal: string): string | undefined =>
  terminalsWithRole(divider, 'encoder').find((t) => t === `${side}-${signal}`);
