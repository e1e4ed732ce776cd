import { listedFigure } from '../../machine/library/listed';
import { spindleEncoderOf } from '../../machine/spindleEncoder';
import { stageInUse } from '../../machine/spindleStages';
import { sinksTo } from '../../machine/directions';
import type { Axis } from '../../machine/mechanics';
import { isEndless } from '../../machine/mechanics';
import { clampOf } from '../../machine/axisClamp';
import type { Design } from '../../machine/design';
import { axesOf } from '../../machine/design';
import { motorBuses } from '../../distribution/supplies';
import type { Part } from '../../machine/parts';
import { givesPulse, parksAtMark, pulseCircuit } from '../../machine/pulseSensor';
import { usualEfficiency } from '../../drivetrain/axisLoad';
import { pulsePitch } from '../../drivetrain/shafts';
import { pulseFromStop, pulseScatter, pulseShare } from '../../switches/markedDatum';
import { drivePartsOf } from '../../drivetrain/driveParts';
import type { Load } from '../../drivetrain/load';
import { backDrivenNm, inertiaKgm2, motorAlpha, steadyTorqueNm } from '../../drivetrain/load';
import { backDriving } from '../../drivetrain/backDriving';
import type { MotorCurve } from '../../drivetrain/motorCurve';
import { torqueAt } from '../../drivetrain/motorCurve';
import { GRAVITY } from '../../drivetrain/constants';
import { driveFigures } from '../../drivetrain/speed';
import { axisSwitches, bearsOf, rulerOf } from '../../switches/envelope';
import { TURN_DEG } from '../../units/turns';
import type { Derived } from '../../units/derived';
import { figure, figureOr, known, mapKnown, missing, positive } from '../../units/derived';
import { marksOf } from '../../machine/toolChanger';
import { baseValue, type Quantity } from '../../units/quantity';

/** Where no data sheet says better: planning figures of the plant, each with its unit. */
export const PLANT = {
  /** Racking stiffness of a gantry, N/mm at the drive lines; beyond this share of the spacing the frame is strained. */
  rackingNPerMm: 60,
  rackedShare: 1 / 200,
  /** A brake lets go after, and closes after, s; it holds this much more than the motor at rest. */
  brakeReleaseS: 0.06,
  brakeCloseS: 0.04,
  brakeHolds: 1.2,
  /** A closed loop raises its alarm when it lags by this share of a revolution. */
  alarmTurns: 0.5,
  /** A spindle needs this long to its highest speed under its drive's ramp, and this long to coast down from it, s. */
  spindleRampS: 3,
  spindleCoastS: 12,
  /** Where its encoder's index was clamped, as a share of a revolution: nobody knows, and nobody needs to. */
  spindleIndexAt: 0.3,
  /** A mechanical contact bounces for this long, s. */
  bounceS: 0.0015,
  /** What a supply gives beyond its rating before its voltage gives way. */
  supplyReserve: 1.15,
} as const;

/** An axis without stops has so many degrees to either side of its start that no run comes to their end. */
const ENDLESS_DEG = 20_000 * TURN_DEG;
/** Of the time that is entered for a clamp, what it truly takes. */
const CLAMP_TAKES = 0.8;

/** Points of a torque curve over the motor's speed. */
const CURVE_POINTS = 1024;
/** No stepper of a hobby machine turns faster, whatever it drives; beyond it there is no torque. */
const TOP_RPM = 15_000;

/** One motor with its side of an axis, as the true machine has it. Places and speeds in mm or °, torques in N·m at the shaft. */
export interface PlantMotor {
  axis: number;
  index: number;
  /** Such as `X` or `Y left`. */
  name: string;
  motor: string | undefined;
  driver: string | undefined;
  /** The motor bus that it hangs on, by its number. */
  bus: number;
  /** Travel of one pulse with its true sign. */
  travelPerPulse: number;
  travelPerRev: number;
  /** Travel of four full steps: an open-loop stepper that slips locks again in multiples of it. Zero for a closed loop. */
  cycle: number;
  /** Pull-out torque at steps of `rpmStep`; empty for a motor whose figures are not known: it is never too weak. */
  torqueNm: number[];
  rpmStep: number;
  /** Torque for one mm/s² (or °/s²) of acceleration. */
  inertiaNm: number;
  frictionNm: number;
  /** Signed torque of the weight while the axis moves to plus and to minus. */
  weightPlusNm: number;
  weightMinusNm: number;
  /** Torque at the shaft for one N at the carriage. */
  leverNmPerN: number;
  polePairs: number;
  /** Power in the windings while it turns, W; at rest the current is turned down. */
  copperW: number;
  /** The coil of its brake, `part/element`; undefined without one. */
  brake: string | undefined;
  brakeReleaseS: number;
  brakeCloseS: number;
  /** Power holds it instead of freeing it, as with some clamps. */
  brakeHeldByPower: boolean;
  /** Torque that it holds at the shaft; NaN where no sheet tells. */
  brakeHoldsNm: number;
  /** Backlash between motor and carriage. */
  backlash: number;
  /** Torque that its coupling transmits before it slips. */
  couplingNm: number;
  /** A place at which an encoder gives its index pulse; NaN without one. */
  indexAt: number;
  /** Travel between two of its pulses: of a turn of the shaft that the encoder sits on. */
  indexTravel: number;
  /** It hums and does not turn. */
  dead: boolean;
}

export interface PlantSwitch {
  device: string;
  /** Indices into `motors`; any of them trips it. */
  motors: number[];
  /** Trips below this place (minus end) or above it (plus end). */
  at: number;
  plusEnd: boolean;
  hysteresis: number;
  repeatability: number;
  bounceS: number;
  /** Its actuator is crushed when the carriage goes further than this past the trip point; infinite where nothing touches. */
  overTravel: number;
  /** Of a sensor that sees a shaft turn: travel of one turn, and for how much of it the magnet is seen. */
  turn?: { travel: number; width: number };
}

export interface PlantAxis {
  id: string;
  letter: string;
  linear: boolean;
  /** Without stops: `length` is many turns, and a place counts within its turn only. */
  endless: boolean;
  length: number;
  /** Machine position of the minus hard stop, which an absolute encoder remembers. */
  storedMark: number | undefined;
  rackingNPerMm: number;
  /** Skew at which the frame is strained, mm. */
  rackedAt: number;
}

export interface PlantSpindle {
  maxRpm: number;
  rampS: number;
  coastS: number;
  encoder: PlantEncoder | undefined;
}
/** The encoder of a spindle as it truly is. */
export interface PlantEncoder {
  /** Lines that reach the counter in one revolution of the encoder: behind its divider. */
  lines: number;
  /** Revolutions of the encoder for one of the spindle. */
  ratio: number;
  /** Where in its revolution the index comes, as a share of it, and how often: a second mark comes half a revolution later. */
  indexAt: number;
  marks: number;
  /** Edges a second that the counter of the control takes; more are lost. */
  countsPerS: number;
}

/** A turret as it truly is; sensors by their parts. */
export interface PlantTurret {
  kind: 'turret';
  stations: number;
  stationS: number;
  /** A spring draws the head into its lock once its motor is off: nothing turns it back. */
  spring: boolean;
  /** Of each station; or of every station, then of the first, where stations are counted. */
  marks: string[][];
  counts: boolean;
  locked: string[];
}
/** A turret on an axis: what is seen of it is its clamp. */
export interface PlantIndexed {
  kind: 'indexed';
  /** Its motor, as an index. */
  motor: number;
  stations: number;
  locked: string[];
}
export interface PlantDrawbar {
  kind: 'drawbar';
  releaseS: number;
  clampS: number;
  open: string[];
  clamped: string[];
}

/** The true machine as plain data: nothing of the control's settings is in it. */
export interface PlantModel {
  axes: PlantAxis[];
  motors: PlantMotor[];
  switches: PlantSwitch[];
  spindle: PlantSpindle | undefined;
  changer: PlantTurret | PlantIndexed | PlantDrawbar | undefined;
  /** What each motor bus gives before it sags, W; infinite where it is not known, as for drives on the mains. */
  busW: number[];
}

const partOf = (design: Design, id: string | undefined): Part | undefined => (id ? design.parts[id] : undefined);

/** The true machine, from its design; or what is missing for it. Without torque figures a motor counts as strong enough. */
export function plantModel(design: Design): Derived<PlantModel> {
  const missingParts: string[] = [];
  const buses = motorBuses(design);
  const model: PlantModel = {
    axes: [],
    motors: [],
    switches: [],
    spindle: undefined,
    changer: undefined,
    // The last one is the mains: what hangs on no supply of direct current.
    busW: [...buses.map(({ supply }) => supplyWatts(supply.part)), Infinity],
  };
  axesOf(design).forEach(([id, axis], a) => {
    const length = isEndless(axis) ? known(ENDLESS_DEG) : figure(axis.travel, `axes.${id}.travel`);
    const ruler = rulerOf(id, axis, design.datumStrategy, axisSwitches(id, design));
    if (length.known)
      model.axes.push({
        id,
        letter: axis.letter,
        linear: axis.motion === 'linear',
        endless: isEndless(axis),
        length: length.value,
        storedMark: axis.reference.method === 'absolute' && ruler.known ? ruler.value.hardMinus : undefined,
        rackingNPerMm: axis.drives.length > 1 ? figureOr(axis.rackingStiffness, PLANT.rackingNPerMm) : 0,
        rackedAt: figureOr(axis.driveSpacing, 600) * PLANT.rackedShare,
      });
    else missingParts.push(...length.missing);
    axis.drives.forEach((_, index) => {
      const bus = buses.findIndex((b) => b.drivers.includes(axis.drives[index]!.driver ?? ''));
      const motor = motorOf(design, id, axis, a, index, bus < 0 ? buses.length : bus);
      if (motor.known) model.motors.push(motor.value);
      else missingParts.push(...motor.missing);
    });
  });
  for (const [device, part] of Object.entries(design.parts)) {
    if (part.mount && givesPulse(design, device)) {
      const pulse = pulseOf(model, design, device, part, part.mount.axis);
      if (pulse) model.switches.push(pulse);
      continue;
    }
    const s = switchOf(model, design, device, part);
    if (!s) continue;
    if (s.known) model.switches.push(s.value);
    else missingParts.push(...s.missing);
  }
  model.spindle = spindleOf(design);
  model.changer = changerOf(design, model.motors);
  return missingParts.length ? missing(...new Set(missingParts)) : { known: true, value: model };
}

function motorOf(design: Design, id: string, axis: Axis, a: number, index: number, bus: number): Derived<PlantMotor> {
  const parts = drivePartsOf(design, id, index);
  const figures = driveFigures(parts);
  const { drive } = parts;
  const pitch = pulsePitch(axis, `axes.${id}`);
  const data = parts.motor?.data.class === 'motor' ? parts.motor.data : undefined;
  return mapKnown(figures.scale, (scale): PlantMotor => {
    const clockwise = (drive.turnsForPlus === 'clockwise') !== drive.invertedInWiring;
    const sign = clockwise !== drive.invertedInDrive ? 1 : -1;
    const torque = figures.torque.known ? figures.torque.value : undefined;
    const curve = torque?.motor.curve;
    const stepper = data !== undefined && data.type !== 'servo';
    const stepAngle = data ? figureOr(data.stepAngle, 1.8) : 1.8;
    const openLoop = data?.type === 'stepper' && curve?.openLoop !== false;
    const load = torque?.load.load;
    const coil = Object.entries(parts.motor?.elements ?? {}).find(([, e]) => e.kind === 'coil')?.[0];
    return {
      axis: a,
      index,
      name: axis.drives.length > 1 ? `${axis.letter} ${drive.side}` : axis.letter,
      motor: drive.motor,
      driver: drive.driver,
      bus,
      travelPerPulse: sign * scale.resolution,
      travelPerRev: scale.travelPerRev,
      cycle: openLoop ? (4 * scale.travelPerRev * stepAngle) / 360 : 0,
      ...sampled(curve),
      inertiaNm: load ? inertiaKgm2(load) * motorAlpha(load, 1) : 0,
      ...(load ? loadOf(design, id, axis, load) : { frictionNm: 0, weightPlusNm: 0, weightMinusNm: 0, leverNmPerN: 0 }),
      polePairs: stepper ? 90 / stepAngle : 4,
      copperW: curve?.kind === 'stepper' ? curve.circuit.peakA ** 2 * curve.windingOhm : 0,
      ...brakeOf(
        design,
        id,
        data?.brake && drive.motor && coil ? `${drive.motor}/${coil}` : undefined,
        data,
        load?.ratio,
      ),
      backlash: figureOr(axis.backlash, 0),
      couplingNm: Infinity,
      indexAt: pulseCircuit(design, id) ? NaN : indexPlace(design, id, axis),
      indexTravel: pitch.known ? pitch.value : scale.travelPerRev,
      dead: false,
    };
  });
}

/** A step that takes no time at all would never be seen, s. */
const LEAST_CHANGE_S = 0.005;
function changerOf(
  { toolChanger: c, circuits, axisOrder }: Design,
  motors: readonly PlantMotor[],
): PlantModel['changer'] {
  if (!c) return undefined;
  const devices = (id: string | null | undefined) => (id ? (circuits[id]?.devices ?? []) : []);
  const time = (q: Quantity) => Math.max(LEAST_CHANGE_S, baseValue(q));
  if (c.kind === 'indexed') {
    const motor = motors.findIndex((m) => axisOrder[m.axis] === c.axis);
    return motor < 0 ? undefined : { kind: c.kind, motor, stations: c.stations, locked: devices(c.locked) };
  }
  return c.kind === 'turret'
    ? {
        kind: c.kind,
        stations: c.stations,
        stationS: time(c.stationTime),
        spring: c.back === undefined,
        marks: marksOf(c).map(devices),
        counts: c.sensing === 'count',
        locked: devices(c.locked),
      }
    : {
        kind: c.kind,
        releaseS: time(c.releaseTime),
        clampS: time(c.clampTime),
        open: devices(c.open),
        clamped: devices(c.clamped),
      };
}

const efficiencyAt = ({ transmission: t }: Axis): number => (t ? figureOr(t.efficiency, usualEfficiency(t)) : 1);

/** What holds an axis: the clamp that an output works, or the brake in its motor; `ratio`: of the motor to the table. */
function brakeOf(
  design: Design,
  id: string,
  ofMotor: string | undefined,
  data: Extract<Part['data'], { class: 'motor' }> | undefined,
  ratio: number | undefined,
): Pick<PlantMotor, 'brake' | 'brakeReleaseS' | 'brakeCloseS' | 'brakeHeldByPower' | 'brakeHoldsNm'> {
  const clamp = clampOf(design, id);
  const valve = clamp?.device && design.parts[clamp.device];
  const coil = valve && Object.entries(valve.elements).find(([, e]) => e.kind === 'coil' || e.kind === 'load')?.[0];
  if (!clamp || coil === undefined)
    return {
      brake: ofMotor,
      brakeReleaseS: figureOr(data?.brakeReleaseTime, PLANT.brakeReleaseS),
      brakeCloseS: figureOr(data?.brakeCloseTime, PLANT.brakeCloseS),
      brakeHeldByPower: false,
      brakeHoldsNm: NaN,
    };
  return {
    brake: `${clamp.device}/${coil}`,
    // What is entered has a little to spare.
    brakeReleaseS: clamp.freeS * CLAMP_TAKES,
    brakeCloseS: clamp.closeS * CLAMP_TAKES,
    brakeHeldByPower: clamp.serves === 'clamps-axis',
    // The motor turns against it through the worm and its losses.
    brakeHoldsNm: figureOr(design.axes[id]!.clampTorque, NaN) / ((ratio ?? 1) * efficiencyAt(design.axes[id]!)),
  };
}

/** The torque curve as a table, so that a step of time costs one look-up. */
function sampled(curve: MotorCurve | undefined): { torqueNm: number[]; rpmStep: number } {
  if (!curve) return { torqueNm: [], rpmStep: 1 };
  const top = curve.kind === 'servo' ? curve.topRpm * 1.02 : TOP_RPM;
  const rpmStep = top / (CURVE_POINTS - 1);
  return { rpmStep, torqueNm: Array.from({ length: CURVE_POINTS }, (_, i) => torqueAt(curve, i * rpmStep)) };
}

/** Friction and weight at the shaft. A weight helps a downward move by less than it hinders an upward one. */
function loadOf(design: Design, id: string, axis: Axis, load: Load) {
  const ratio = load.ratio * load.ratioEfficiency;
  const lever = load.travelMm / 1000 / (2 * Math.PI);
  const bare: Load = {
    ...load,
    cuttingN: 0,
    counterbalanceN: 0,
    massKg: load.massKg * Math.cos(load.tiltRad),
    tiltRad: 0,
  };
  // Below zero the counterbalance is the stronger one, and pulls the other way.
  const sinks = sinksTo(axis);
  const netN = sinks ? load.massKg * GRAVITY * Math.sin(load.tiltRad) - load.counterbalanceN : 0;
  const raise = (Math.abs(netN) * lever) / (load.efficiency * ratio);
  const back = backDriving(id, axis, design.masses);
  // What a thread or its drag holds by itself does not help on the way down.
  const lower =
    back?.verdict === 'moves'
      ? Math.max(0, backDrivenNm(Math.abs(netN), load.travelMm, load.efficiency)) / load.ratio
      : 0;
  const pullsToMinus = (sinks === 'minus') === netN > 0;
  return {
    frictionNm: steadyTorqueNm(bare),
    weightPlusNm: pullsToMinus ? raise : -lower,
    weightMinusNm: pullsToMinus ? lower : -raise,
    leverNmPerN: lever / (load.efficiency * ratio),
  };
}

/** A place of the pulse of a shaft: before the reference switch trips, or beyond the mark, on the way there; NaN without one. */
function indexPlace(design: Design, id: string, axis: Axis): number {
  if (isEndless(axis)) return indexInTurn(design, id, axis);
  if (!axis.travel) return NaN;
  if (parksAtMark(axis.reference)) {
    const fromStop = pulseFromStop(axis, '');
    if (!fromStop.known) return NaN;
    return axis.reference.end === 'minus' ? fromStop.value : baseValue(axis.travel) - fromStop.value;
  }
  const pitch = pulsePitch(axis, '');
  if (axis.reference.method !== 'switch-and-index' || !axis.reference.indexPhase || !pitch.known) return NaN;
  const s = axisSwitches(id, design).find((w) => w.isReference && w.end === axis.reference.end && w.fromStop.known);
  if (!s?.fromStop.known) return NaN;
  const back = baseValue(axis.reference.indexPhase) * pitch.value;
  return axis.reference.end === 'minus' ? s.fromStop.value + back : baseValue(axis.travel) - s.fromStop.value - back;
}

/** The same for an axis without stops: before its cam presses the reference switch. */
function indexInTurn(design: Design, id: string, axis: Axis): number {
  const ruler = rulerOf(id, axis, design.datumStrategy, axisSwitches(id, design));
  const pitch = pulsePitch(axis, '');
  if (axis.reference.method !== 'switch-and-index' || !axis.reference.indexPhase || !ruler.known || !pitch.known)
    return NaN;
  const trip = ruler.value.trips[0]?.position ?? NaN;
  return trip + ruler.value.sign * baseValue(axis.reference.indexPhase) * pitch.value;
}

/** A sensor that sees the magnet on a shaft go by; undefined where the place of its pulse is not known. */
function pulseOf(model: PlantModel, design: Design, device: string, part: Part, id: string): PlantSwitch | undefined {
  const axis = design.axes[id];
  const at = axis ? indexPlace(design, id, axis) : NaN;
  const pitch = axis && pulsePitch(axis, '');
  if (!axis || !pitch?.known || Number.isNaN(at)) return undefined;
  const a = model.axes.findIndex((x) => x.id === id);
  const own = part.data.class === 'sensor' ? figureOr(part.data.repeatability, 0) : 0;
  return {
    device,
    motors: model.motors.flatMap((d, i) => (d.axis === a && d.index === (part.mount?.drive ?? 0) ? [i] : [])),
    at,
    plusEnd: axis.reference.end === 'plus',
    hysteresis: 0,
    repeatability: pulseScatter(own, pitch.value),
    bounceS: 0,
    overTravel: Infinity,
    turn: { travel: pitch.value, width: pulseShare(axis) * pitch.value },
  };
}

function switchOf(model: PlantModel, design: Design, device: string, part: Part): Derived<PlantSwitch> | undefined {
  const mount = part.mount;
  if (!mount) return undefined;
  const a = model.axes.findIndex((x) => x.id === mount.axis);
  const data = part.data;
  const sized = data.class === 'switch' || data.class === 'sensor' ? data : undefined;
  const turning = camOf(design, device, mount.axis);
  const place: Derived<number> = turning
    ? mapKnown(turning, (cam) => cam.at)
    : mapKnown(figure(mount.tripFromStop, `parts.${device}.mount.tripFromStop`), (fromStop) =>
        mount.end === 'plus' ? (model.axes[a]?.length ?? 0) - fromStop : fromStop,
      );
  return mapKnown(place, (at) => ({
    device,
    motors: model.motors.flatMap((d, i) =>
      d.axis === a && (mount.drive === undefined || d.index === mount.drive) ? [i] : [],
    ),
    at,
    plusEnd: mount.end === 'plus',
    hysteresis: figureOr(sized?.hysteresis, 0),
    repeatability: figureOr(sized?.repeatability, 0),
    bounceS: data.class === 'switch' ? PLANT.bounceS : 0,
    // A cam goes by: it presses no switch further than its own height.
    overTravel: turning ? Infinity : (bearsOf(part) ?? Infinity),
    ...(turning?.known ? { turn: { travel: TURN_DEG, width: turning.value.width } } : {}),
  }));
}

/** Where in its turn the cam of an axis without stops presses a switch; undefined for every other axis. */
function camOf(design: Design, device: string, id: string): Derived<{ at: number; width: number }> | undefined {
  const axis = design.axes[id];
  if (!axis || !isEndless(axis)) return undefined;
  const ruler = rulerOf(id, axis, design.datumStrategy, axisSwitches(id, design));
  const width = pulseShare(axis) * TURN_DEG;
  // What is no reference switch sits half a turn away.
  return mapKnown(ruler, ({ trips, datum }) => ({
    at: trips.find((t) => t.device === device)?.position ?? datum + TURN_DEG / 2,
    width,
  }));
}

function spindleOf(design: Design): PlantSpindle | undefined {
  const part = partOf(design, design.roles.spindle);
  const data = part?.data;
  if (!part || data?.class !== 'spindle') return undefined;
  return {
    maxRpm: figureOr(data.maxSpeed, 10_000) * stageInUse(part).ratio,
    rampS: PLANT.spindleRampS,
    coastS: PLANT.spindleCoastS,
    encoder: encoderOf(design),
  };
}
function encoderOf(design: Design): PlantEncoder | undefined {
  const found = spindleEncoderOf(design);
  const board = partOf(design, design.roles.controller);
  if (!found) return undefined;
  const counts = board && positive(listedFigure(board, 'encoderRate'), '');
  return {
    lines: found.linesSeen,
    ratio: found.ratio,
    indexAt: PLANT.spindleIndexAt,
    marks: 1,
    countsPerS: counts?.known ? counts.value : Infinity,
  };
}

function supplyWatts({ data }: Part): number {
  return data.class === 'supply' && data.outputVoltage && data.outputCurrent
    ? baseValue(data.outputVoltage) * baseValue(data.outputCurrent) * PLANT.supplyReserve
    : Infinity;
}
