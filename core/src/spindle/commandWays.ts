import type { Design } from '../machine/design';
import { terminalsWithRole, type TerminalRole } from '../machine/parts';
import { figureOr } from '../units/derived';
import { isOnMains, type Rotating } from './rotating';

/** How a spindle can be told to run, and how fast. */
export type CommandWay = 'panel' | 'relay' | 'voltage' | 'pulse-width' | 'converter' | 'serial' | 'fieldbus';

/** One way on one machine. */
export interface WayOfCommand {
  way: CommandWay;
  /** Wired now, possible with what is there, or not, and then for lack of what. */
  standing: 'in-use' | 'possible' | 'lacks';
  lacks: string[];
  /** From the control to the drive, with the run command, without the shield. */
  conductors: number;
  /** By how much the speed may be off at the top, rpm; undefined where a hand sets it. */
  offRpm: number | undefined;
  onStop: string;
  onFault: string;
  isolation: string;
  /** What can hurt somebody. */
  danger: string | undefined;
}

/** Output and input of 0 to 10 V are off by half a per cent each and by 30 mV; a converter adds as much again. */
const VOLTAGE_SHARE = 0.01;
const OFFSET_SHARE = 0.003;
const CONVERTER_SHARE = 0.02;
/** Pulse width is counted in steps of about a thousandth. */
const PULSE_SHARE = 0.002;
/** Over a serial line a drive takes hundredths of a hertz; that and the slip it makes up for leave about this. */
const SERIAL_SHARE = 0.0005;

type Read = Pick<Design, 'parts' | 'roles' | 'outputs'>;

/** Every way to command the spindle of this machine, side by side, in the order of effort. */
export function waysOfCommand(design: Read, r: Rotating): WayOfCommand[] {
  const { drive } = r;
  const { controller } = design.roles;
  const board = controller ? design.parts[controller] : undefined;
  const onBoard = (role: TerminalRole) => (board ? terminalsWithRole(board, role).length : 0);
  const atDrive = (role: TerminalRole) => (drive ? terminalsWithRole(drive, role).length : 0);
  const outputs = Object.values(design.outputs);
  const has = (f: 'spindle-run' | 'spindle-speed' | 'spindle-direction') => outputs.some((o) => o.function === f);
  const topRpm = figureOr(r.motor.data.maxSpeed, 0) * r.inUse.ratio;
  const runs = atDrive('run-in') > 0;
  const runWires = runs ? 2 + Number(has('spindle-direction')) : 0;
  const reports = atDrive('alarm-plus') > 0;
  const speedIs = !has('spindle-speed')
    ? undefined
    : onBoard('analogue-out') && atDrive('analogue-in')
      ? 'voltage'
      : 'pulse-width';
  const live = drive?.data.isolated === false;
  const isolation = !drive
    ? 'the contact parts the mains: coil and contact are apart'
    : live
      ? 'its control terminals are not apart from its power side'
      : 'its control terminals are apart from its power side';
  const danger =
    live && drive && isOnMains(drive)
      ? 'Its 0 V is live: connected to a control, it puts mains on the board and on the computer. Only through an isolating converter.'
      : undefined;
  const fault = reports
    ? 'its fault contact reports it, once it is wired'
    : 'the control learns nothing of a trip: it goes on feeding with a spindle at rest';
  const dropped = runs
    ? 'the run command drops, and it ramps down or coasts as it is set'
    : 'the command goes to zero, and it runs down';
  const lack = (...of: (readonly [boolean, string])[]): string[] =>
    of.flatMap(([missing, what]) => (missing ? [what] : []));
  const noDrive = [!drive, 'a drive'] as const;
  const noRun = [!runs && !atDrive('pulse-width-in'), 'a run input at the drive'] as const;
  const ways: Omit<WayOfCommand, 'standing'>[] = [
    {
      way: 'panel',
      lacks: [],
      conductors: 0,
      offRpm: undefined,
      onStop: 'a stop of the control does not reach it: it goes on turning',
      onFault: 'only its display shows it',
      isolation: 'nothing joins it to the control',
      danger: 'A hand has to be at it while the axes move.',
    },
    {
      way: 'relay',
      lacks: lack([!!drive && !runs, 'a run input at the drive'], [!onBoard('output'), 'an output at the control']),
      conductors: drive ? runWires || 2 : 2,
      offRpm: undefined,
      onStop: dropped,
      onFault: fault,
      isolation,
      danger,
    },
    {
      way: 'voltage',
      lacks: lack(
        noDrive,
        [!onBoard('analogue-out'), 'an output of 0 to 10 V at the control'],
        [!atDrive('analogue-in'), 'an input of 0 to 10 V at the drive'],
      ),
      conductors: 2 + runWires,
      offRpm: (VOLTAGE_SHARE + OFFSET_SHARE) * topRpm,
      onStop: dropped,
      onFault: fault,
      isolation,
      danger,
    },
    {
      way: 'pulse-width',
      lacks: lack(
        noDrive,
        [!onBoard('pulse-width-out'), 'a pulse-width output at the control'],
        [!atDrive('pulse-width-in'), 'a pulse-width input at the drive'],
      ),
      conductors: 2 + runWires,
      offRpm: PULSE_SHARE * topRpm,
      onStop: dropped,
      onFault: fault,
      isolation,
      danger,
    },
    {
      way: 'converter',
      lacks: lack(
        noDrive,
        [!onBoard('pulse-width-out'), 'a pulse-width output at the control'],
        [!atDrive('analogue-in'), 'an input of 0 to 10 V at the drive'],
        noRun,
      ),
      conductors: 6 + runWires,
      offRpm: (CONVERTER_SHARE + OFFSET_SHARE) * topRpm,
      onStop: `${dropped}; the filter of the converter takes some tenths of a second`,
      onFault: fault,
      isolation: 'an isolating converter keeps the two apart, with a supply of its own on the side of the drive',
      danger: undefined,
    },
    {
      way: 'serial',
      lacks: lack(
        noDrive,
        [!atDrive('data-link'), 'a serial port at the drive'],
        [!onBoard('data-link'), 'a serial port at the control'],
      ),
      conductors: 3,
      offRpm: SERIAL_SHARE * topRpm,
      onStop: 'the control has to send it; a lead that comes off stops nothing unless the drive watches for silence',
      onFault: 'trips, current and true speed are read back',
      isolation: 'many ports are not isolated: look it up',
      danger: 'Set the time after which the drive stops by itself when it hears nothing, and try it: pull the plug.',
    },
    {
      way: 'fieldbus',
      lacks: lack(
        noDrive,
        [!atDrive('fieldbus'), 'a fieldbus at the drive'],
        [!onBoard('fieldbus'), 'a fieldbus at the control'],
      ),
      conductors: 4,
      offRpm: SERIAL_SHARE * topRpm,
      onStop: 'the control sends it; the drive stops when its cycle fails',
      onFault: 'trips, current and true speed are read back',
      isolation: 'its transformers keep the two apart',
      danger: undefined,
    },
  ];
  const used: CommandWay = speedIs ?? (has('spindle-run') ? 'relay' : 'panel');
  return ways.map((w) => ({
    ...w,
    standing: w.way === used && !w.lacks.length ? 'in-use' : w.lacks.length ? 'lacks' : 'possible',
  }));
}
