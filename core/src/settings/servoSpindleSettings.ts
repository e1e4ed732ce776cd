import type { Design } from '../machine/design';
import { runUpS, turningInertia } from '../spindle/ramps';
import { overloadOf, type Rotating } from '../spindle/rotating';
import { servoOutput } from '../spindle/output';
import { servoPlateOf, torqueLimit } from '../spindle/servoPlate';
import { figureOr, gather, known, mapKnown, missing, positive } from '../units/derived';
import { printNumber, showValue } from '../units/print';
import { driveDraw } from './driveDraw';
import type { SettingDraft } from './setting';
import { commandSources, decelerationTime, rampOrCareful, ways } from './spindleDriveShared';

/** Within this share of the commanded speed it counts as reached. */
const SPEED_REACHED = 0.03;

/** What is entered in the drive of a servo spindle, in the order of entry. */
export function servoSpindleSettings(
  design: Pick<Design, 'parts' | 'roles' | 'outputs' | 'mainsVoltage'>,
  r: Rotating,
): SettingDraft[] {
  const { motor, motorId, driveId } = r;
  const drive = r.drive!;
  const { quantity, choice } = driveDraw(driveId!, `Spindle drive ${drive.designation}`);
  const plate = servoPlateOf(motor, motorId);
  const drivePeakA = figureOr(drive.data.outputCurrent, Infinity) * overloadOf(drive);
  const limit = mapKnown(plate, (p) => torqueLimit(p, drivePeakA));
  const inertia = turningInertia(r);
  const rotor = positive(motor.data.rotorInertia, `parts.${motorId}.data.rotorInertia`);
  // The rotor alone is no load.
  const loaded =
    inertia.known && inertia.value.from === 'rotor' ? missing(`parts.${motorId}.setup.turningInertia`) : inertia;
  const outputs = Object.values(design.outputs).map((o) => o.function);
  const [run, speed] = [outputs.includes('spindle-run'), outputs.includes('spindle-speed')];
  const { encoderCounts } = motor.data;
  const worked = mapKnown(gather({ plate, limit, inertia }), (g) => {
    const { torqueAt, ...output } = servoOutput(g.plate, Infinity);
    return runUpS({ ...output, torqueAt: (rpm) => g.limit * torqueAt(rpm) }, g.inertia.kgM2, g.plate.topRpm);
  });
  return [
    choice(
      'control-mode',
      'Mode',
      [
        { value: 'speed', label: 'speed' },
        { value: 'position', label: 'position' },
      ],
      'speed',
      'the control commands a speed',
    ),
    quantity(
      'encoder-counts',
      'Counts of its encoder in a turn',
      'ratio',
      encoderCounts ? known(encoderCounts) : missing(`parts.${motorId}.data.encoderCounts`),
      'as on the plate of the motor, four for each line',
      () => '',
    ),
    quantity(
      'rated-current',
      'Rated current of the motor',
      'current',
      mapKnown(plate, (p) => Math.min(p.amps, figureOr(drive.data.outputCurrent, Infinity))),
      'as on the plate, and no more than the drive gives',
      (display) => (plate.known ? `plate ${showValue(plate.value.amps, 'current', display, 3)}` : ''),
      'down',
    ),
    quantity(
      'speed-limit',
      'Highest speed',
      'rotation',
      mapKnown(plate, (p) => p.topRpm),
      'as on the plate of the motor',
      () => '',
      'down',
    ),
    quantity(
      'torque-limit',
      'Torque limit',
      'ratio',
      limit,
      'peak torque over rated torque, and no more than the drive’s peak current over the rated one',
      (display) =>
        plate.known
          ? `${showValue(plate.value.peakNm, 'torque', display, 3)} / ${showValue(plate.value.ratedNm, 'torque', display, 3)}${
              drivePeakA < Infinity
                ? `, ${showValue(drivePeakA, 'current', display, 3)} / ${showValue(plate.value.amps, 'current', display, 3)}`
                : ''
            }`
          : '',
      'down',
    ),
    quantity(
      'inertia-ratio',
      'Inertia of the load over that of the rotor',
      'ratio',
      mapKnown(gather({ inertia: loaded, rotor }), (g) => Math.max(0, g.inertia.kgM2 / g.rotor - 1)),
      'all that turns, seen from the motor, less its rotor',
      (display) =>
        inertia.known && rotor.known
          ? `${showValue(inertia.value.kgM2, 'inertia', display, 3)} / ${showValue(rotor.value, 'inertia', display, 3)} − 1`
          : '',
    ),
    ...(speed
      ? [
          quantity(
            'rpm-at-ten-volts',
            'Speed at 10 V',
            'rotation',
            mapKnown(plate, (p) => p.topRpm),
            'so that full output of the control is the highest speed',
            () => '',
          ),
        ]
      : []),
    rampOrCareful(quantity, worked, 'from rest to the highest speed with four fifths of its torque limit', (display) =>
      inertia.known && plate.known && limit.known
        ? `${showValue(inertia.value.kgM2, 'inertia', display, 3)}, ${printNumber(limit.value, 3)} · ${showValue(plate.value.ratedNm, 'torque', display, 3)}`
        : '',
    ),
    decelerationTime(design, r, quantity),
    quantity(
      'speed-window',
      'Speed reached within',
      'ratio',
      known(SPEED_REACHED),
      'of the commanded speed: from then on it reports that its speed is reached',
      () => '',
    ),
    ...commandSources(run, speed, choice),
    ...ways(outputs.includes('spindle-direction'), choice),
  ];
}
