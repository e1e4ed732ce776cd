import type { TerminalRef } from '../../machine/ids';
import { figureOr } from '../../units/derived';
import { loadVolts } from '../../machine/loads';
import { outputElement, outputName } from './outputs';
import type { Planning } from './planning';
import { fieldPole, poleFrom, protectionA } from './poles';
import { switchedBy } from './relays';
import { cablesThrough } from '../../machine/parts';
import { usual } from '../../machine/library/usual';

const threePhase = ['phase-u', 'phase-v', 'phase-w'] as const;
const motorCables = usual.threePhaseCables;

/**
 * A spindle and its drive: phases shielded all round, no contactor between; commands and speed in a shielded cable of
 * their own. What a plain relay switches is planned with the outputs.
 */
export function planSpindle(p: Planning, outputs: Readonly<Record<string, TerminalRef>>): void {
  const drive = p.holder('spindleDrive');
  const spindle = p.holder('spindle');
  if (!drive) return;
  const amps = drive.part.data.class === 'spindle-drive' ? figureOr(drive.part.data.outputCurrent, 5) : 5;
  if (spindle && p.terminal(spindle.id, 'phase-u')) {
    const key = p.cableFor({ amps, lengthM: p.lengthM('cable-spindle-motor', 'machine') }, motorCables);
    const cable = p.cable('cable-spindle-motor', 'Motor spindle', key, 'machine');
    for (const role of threePhase)
      p.addIn(cable, {
        id: `spindle/${role}`,
        from: p.terminal(drive.id, role),
        to: p.terminal(spindle.id, role),
        purpose: `Spindle, ${role.replace('phase-', 'phase ').toUpperCase().replace('PHASE', 'phase')}. No switch between drive and motor.`,
      });
    const earths = Object.keys(drive.part.terminals).filter((t) => t.startsWith('pe'));
    p.addIn(
      cable,
      {
        id: 'spindle/protective-earth',
        from: earths[1] ? { part: drive.id, terminal: earths[1] } : p.earth('protective-earth'),
        to: p.terminal(spindle.id, 'protective-earth'),
        purpose: 'Earths the spindle through its own cable.',
      },
      'GNYE',
      'spindle',
    );
    p.land(cable, p.terminal(spindle.id, 'protective-earth'), 'spindle');
  } else if (spindle && p.terminal(drive.id, 'load-plus')) {
    planDirectMotor(p, drive.id, spindle.id, amps);
  }
  // A drive on the direct-current bus takes what the axes take.
  const protectedA = Math.max(amps, protectionA(p, { part: drive.id, port: 'supply' }, 'devices-only') ?? 0);
  for (const pole of ['plus', 'minus'] as const)
    p.add(
      {
        id: `spindle/supply-${pole}`,
        from: poleFrom(p, p.tree.feeds[drive.id]?.supply, pole),
        to: p.terminal(drive.id, `supply-${pole}`),
        colour: p.colour(`power-${pole}`),
        section: p.section({ amps, protectedA }, 'power'),
        purpose: `Motor bus ${pole === 'plus' ? '+' : '0 V'} for ${drive.part.name}.`,
      },
      'spindle',
    );
  planCommands(p, drive.id, outputs);
}

/** Run, direction and speed from the controller’s outputs to the drive. */
function planCommands(p: Planning, driveId: string, outputs: Readonly<Record<string, TerminalRef>>): void {
  const cable = p.cable('cable-spindle-commands', 'Commands spindle', usual.signalCable, 'cabinet');
  const wanted = loadVolts(p.design.parts[driveId]!) ?? 24;
  for (const [id, o] of Object.entries(p.design.outputs)) {
    const out = outputs[id];
    if (!out || o.relay || !o.devices.includes(driveId)) continue;
    const controller = p.design.parts[out.part]!;
    const role = controller.terminals[out.terminal]!.role;
    if (o.function === 'spindle-speed') {
      const analogue = role === 'analogue-out';
      p.addIn(cable, {
        id: 'spindle/speed',
        from: out,
        to: p.terminal(driveId, analogue ? 'analogue-in' : 'pulse-width-in'),
        purpose: analogue ? 'Speed, 0 to 10 V.' : 'Speed, by the width of pulses.',
      });
      p.addIn(cable, {
        id: 'spindle/speed-return',
        from: p.terminal(out.part, analogue ? 'analogue-common' : 'supply-out-minus'),
        to: p.terminal(driveId, 'analogue-common'),
        purpose: 'The way back of the speed signal, in the same cable.',
      });
      continue;
    }
    const into = p.terminal(driveId, o.function === 'spindle-direction' ? 'reverse-in' : 'run-in');
    if (!into) continue;
    const { volts = 24 } = switchedBy(p.design, out.part);
    if (Math.abs(volts - wanted) > 0.2 * wanted) {
      p.gaps.push({
        what: `${outputName(o)[0]!.toUpperCase()}${outputName(o).slice(1)} needs ${wanted} V; the outputs of ${controller.name} give ${volts} V. Fit a relay between them.`,
        field: `outputs.${id}.relay`,
      });
      continue;
    }
    const sinking = outputElement(controller, out.terminal)?.type === 'sinking';
    p.addIn(cable, {
      id: `spindle/${o.function.replace('spindle-', '')}`,
      from: out,
      to: into,
      purpose: o.function === 'spindle-run' ? 'Runs the spindle.' : 'Turns the spindle the other way.',
    });
    // Both commands share their common.
    if (!p.proposals.some((x) => x.id === 'spindle/command-common'))
      p.addIn(cable, {
        id: 'spindle/command-common',
        from: fieldPole(p, out.part, sinking ? 'plus' : 'minus'),
        to: p.terminal(driveId, 'command-common'),
        purpose: sinking ? 'Plus for the commands: the outputs pull to 0 V.' : '0 V of the commands.',
      });
  }
  p.land(cable, undefined, 'spindle');
}

/** A direct-current spindle: two leads; on a head that comes off, or through a plug, in a cable of their own. */
function planDirectMotor(p: Planning, drive: string, spindle: string, amps: number): void {
  const name = 'Motor spindle';
  const comesOff =
    Object.values(p.design.heads ?? {}).some((head) => head.parts.includes(spindle)) ||
    Object.values(p.design.parts).some((part) => cablesThrough(part).includes(name));
  const lengthM = p.lengthM(comesOff ? 'cable-spindle-motor' : undefined, 'machine');
  const key = p.cableFor({ amps, lengthM }, usual.directMotorCables);
  const cable = comesOff ? p.cable('cable-spindle-motor', name, key, 'machine') : undefined;
  for (const pole of ['plus', 'minus'] as const) {
    const wire = {
      id: `spindle/motor-${pole}`,
      from: p.terminal(drive, `load-${pole}`),
      to: p.terminal(spindle, `load-${pole}`),
      purpose: `Spindle motor, ${pole === 'plus' ? '+' : '−'}.`,
    };
    if (cable) p.addIn(cable, wire, undefined, 'spindle');
    else p.add({ ...wire, colour: p.colour(`power-${pole}`), section: p.section({ amps, lengthM }, 'power') });
  }
  if (cable) p.land(cable, undefined, 'spindle');
}
