import { mainsVoltsAt } from '../distribution/lines';
import type { Design } from '../machine/design';
import { fullFluxHz, type VoltsPerHertz } from '../spindle/flux';
import { outputOf } from '../spindle/output';
import { plateOf } from '../spindle/plate';
import { runUpS, turningInertia } from '../spindle/ramps';
import {
  CARRIER_TIMES,
  hasThreePhaseMains,
  makesPhases,
  overloadOf,
  rotatingOf,
  type Rotating,
} from '../spindle/rotating';
import type { Derived } from '../units/derived';
import { figureOr, gather, known, mapKnown, positive } from '../units/derived';
import { printNumber, showValue, type Display } from '../units/print';
import { driveDraw, type DriveDraw } from './driveDraw';
import { servoSpindleSettings } from './servoSpindleSettings';
import { settingFigure, type Setting, type SettingDraft } from './setting';
import { commandSources, decelerationTime, from, rampOrCareful, ways, yesNo } from './spindleDriveShared';

/** The least switching frequency that drives work well with, Hz. */
const LEAST_CARRIER = 4000;
/** Whether the drive of a spindle is fed with three phases, and with how many volts between two conductors. */
export function mainsOfDrive(design: Pick<Design, 'mainsVoltage'>, r: Rotating): Derived<number> {
  return mainsVoltsAt(design, hasThreePhaseMains(r));
}

/** Volts per hertz that the sheet sets: those of the plate, or what was entered in their place by hand. */
export function voltsPerHertz(r: Rotating, settings: readonly Setting[] = []): Derived<VoltsPerHertz> {
  const by = (key: string) => settingFigure(settings, `driver/${r.driveId}/${key}`);
  return mapKnown(plateOf(r.motor, r.motorId), ({ volts, hz }) => ({
    volts: by('rated-voltage') ?? volts,
    hz: by('base-frequency') ?? hz,
  }));
}

/** What is entered in the drive of the spindle, in the order of entry; none without a drive. */
export function spindleDriveSettings(
  design: Pick<Design, 'parts' | 'roles' | 'outputs' | 'mainsVoltage'>,
): SettingDraft[] {
  const r = rotatingOf(design);
  if (!r?.drive || !r.driveId) return [];
  if (r.kind === 'servo') return servoSpindleSettings(design, r);
  return r.kind === 'induction' && makesPhases(r) ? inductionDrive(design, r) : directCurrentDrive(design, r);
}

type Read = Parameters<typeof spindleDriveSettings>[0];
const hz = (v: number, display: Display) => showValue(v, 'frequency', display, 4);
const rpm = (v: number, display: Display) => showValue(v, 'rotation', display, 5);
const amps = (v: number, display: Display) => showValue(v, 'current', display, 3);

function inductionDrive(design: Read, r: Rotating): SettingDraft[] {
  const { quantity, choice } = driveDraw(r.driveId!, `Spindle drive ${r.drive!.designation}`);
  const { motor, motorId, driveId } = r;
  const drive = r.drive!;
  const plate = plateOf(motor, motorId);
  const mains = mainsOfDrive(design, r);
  const both = gather({ plate, mains });
  const driveA = figureOr(drive.data.outputCurrent, Infinity);
  const mostHz = figureOr(drive.data.maxFrequency, Infinity);
  const current = mapKnown(plate, (p) => Math.min(p.amps, driveA));
  const top = mapKnown(plate, (p) => Math.min(p.topHz, mostHz));
  const carrierMost = figureOr(drive.data.carrierMax, Infinity);
  const of =
    (f: (p: Extract<typeof plate, { known: true }>['value'], display: Display) => string) => (display: Display) =>
      plate.known ? f(plate.value, display) : '';
  const outputs = Object.values(design.outputs).map((o) => o.function);
  const run = outputs.includes('spindle-run');
  const speed = outputs.includes('spindle-speed');
  return [
    quantity(
      'rated-voltage',
      'Rated voltage of the motor',
      'voltage',
      mapKnown(plate, (p) => p.volts),
      'as on the plate of the motor',
      (display) =>
        both.known && both.value.mains < both.value.plate.volts
          ? `the mains gives ${showValue(both.value.mains, 'voltage', display, 3)}: full flux only up to ${hz(fullFluxHz(both.value.plate, both.value.mains), display)}`
          : '',
    ),
    quantity(
      'base-frequency',
      'Base frequency',
      'frequency',
      mapKnown(plate, (p) => p.hz),
      'the frequency at which the motor takes its rated voltage',
      of(
        (p, display) =>
          `${showValue(p.volts, 'voltage', display, 3)} at ${hz(p.hz, display)}: ${printNumber(p.volts / p.hz, 3)} V/Hz`,
      ),
    ),
    quantity(
      'rated-current',
      'Rated current of the motor',
      'current',
      current,
      'as on the plate, and no more than the drive gives',
      of((p, display) => `plate ${amps(p.amps, display)}${driveA < p.amps ? `, drive ${amps(driveA, display)}` : ''}`),
      'down',
    ),
    quantity(
      'rated-speed',
      'Rated speed of the motor',
      'rotation',
      mapKnown(plate, (p) => p.ratedRpm),
      'as on the plate; 5 % below the speed of its field where no plate tells',
      of(
        (p, display) =>
          `120 · ${hz(p.hz, display)} / ${p.poles} = ${rpm((120 * p.hz) / p.poles, display)} less ${printNumber(100 * p.slip, 2)} % slip`,
      ),
    ),
    quantity(
      'poles',
      'Poles',
      'ratio',
      mapKnown(plate, (p) => p.poles),
      'as on the plate, or 120 · frequency / speed',
      () => '',
    ),
    quantity(
      'max-frequency',
      'Highest frequency',
      'frequency',
      top,
      'highest speed · poles / 120, and no more than the drive makes',
      of((p, display) => `${rpm((p.topHz * 120) / p.poles, display)} · ${p.poles} / 120 = ${hz(p.topHz, display)}`),
    ),
    quantity(
      'min-frequency',
      'Lowest frequency',
      'frequency',
      mapKnown(plate, (p) => p.leastHz),
      'lowest speed for long · poles / 120: below it the motor is not cooled',
      of((p, display) =>
        p.leastHz > 0
          ? `${rpm((p.leastHz * 120) / p.poles, display)} · ${p.poles} / 120`
          : 'no lowest speed is entered',
      ),
    ),
    quantity(
      'overload',
      'Overload limit',
      'ratio',
      known(overloadOf(drive)),
      'of the rated current of the motor, for a short time; no more than the drive gives',
      of((p, display) => `${printNumber(100 * overloadOf(drive), 3)} % of ${amps(Math.min(driveA, p.amps), display)}`),
      'down',
    ),
    ...ramps(design, r, quantity),
    choice(
      'curve',
      'Volts over frequency',
      [
        { value: 'straight', label: 'straight' },
        { value: 'square', label: 'square (fans and pumps)' },
      ],
      'straight',
      'a tool needs its torque at every speed',
    ),
    quantity(
      'carrier',
      'Switching frequency',
      'frequency',
      mapKnown(top, (t) => Math.min(carrierMost, Math.max(LEAST_CARRIER, CARRIER_TIMES * t))),
      'ten times the highest frequency and no less than 4 kHz, so that the current stays a sine',
      (display) => (top.known ? `10 · ${hz(top.value, display)}` : ''),
    ),
    ...commandSources(run, speed, choice),
    quantity(
      'speed-at-ten-volts',
      'Frequency at 10 V',
      'frequency',
      top,
      'so that full output of the control is the highest speed',
      () => '',
    ),
    ...ways(outputs.includes('spindle-direction'), choice),
  ].filter((d) => speed || d.key !== `driver/${driveId}/speed-at-ten-volts`);
}

function directCurrentDrive(design: Read, r: Rotating): SettingDraft[] {
  const { quantity, choice } = driveDraw(r.driveId!, `Spindle drive ${r.drive!.designation}`);
  const { motor, motorId } = r;
  const drive = r.drive!;
  const driveA = figureOr(drive.data.outputCurrent, Infinity);
  const rated = positive(motor.data.ratedCurrent, `parts.${motorId}.data.ratedCurrent`);
  const outputs = Object.values(design.outputs).map((o) => o.function);
  return [
    quantity(
      'rated-voltage',
      'Highest output voltage',
      'voltage',
      positive(motor.data.ratedVoltage, `parts.${motorId}.data.ratedVoltage`),
      'as on the plate of the motor: its speed rises with the voltage',
      () => '',
    ),
    quantity(
      'rated-current',
      'Current limit',
      'current',
      mapKnown(rated, (a) => Math.min(a, driveA)),
      'as on the plate, and no more than the drive gives',
      (display) => (driveA < Infinity ? `drive ${amps(driveA, display)}` : ''),
      'down',
    ),
    ...ramps(design, r, quantity),
    choice(
      'speed-source',
      'Speed from',
      from('panel', 'pulse-width'),
      outputs.includes('spindle-speed') ? 'pulse-width' : 'panel',
      'as it is wired',
    ),
    choice(
      'restart',
      'Starts by itself after a power failure',
      yesNo,
      'no',
      'nobody expects a tool that starts by itself',
    ),
  ];
}

function ramps(design: Read, r: Rotating, quantity: DriveDraw['quantity']): SettingDraft[] {
  const inertia = turningInertia(r);
  const output = outputOf(r, voltsPerHertz(r), mainsOfDrive(design, r));
  const worked = mapKnown(gather({ output, inertia }), (g) => runUpS(g.output, g.inertia.kgM2, g.output.topRpm));
  return [
    rampOrCareful(
      quantity,
      worked,
      'from rest to the highest frequency with four fifths of the torque that it has at each speed: ∫ J dω / T',
      (display) =>
        inertia.known && output.known
          ? `${showValue(inertia.value.kgM2, 'inertia', display, 3)}, ${showValue(output.value.ratedNm, 'torque', display, 3)}`
          : '',
    ),
    decelerationTime(design, r, quantity),
  ];
}
