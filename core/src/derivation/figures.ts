import type { Design } from '../machine/design';
import { distributionOf } from '../distribution/tree';
import { asMounted, type Keep } from '../machine/heads';
import { conductorList } from '../machine/conductorList';
import { isEndless } from '../machine/mechanics';
import { clampOf } from '../machine/axisClamp';
import { axesOf, shownFactor } from '../machine/design';
import type { Axis } from '../machine/mechanics';
import { parksAtMark, pulseCircuit } from '../machine/pulseSensor';
import { drivePartsOf } from '../drivetrain/driveParts';
import { axisSpeedLimits, driveFigures } from '../drivetrain/speed';
import { axisSettings } from '../settings/axisSettings';
import { controllerSettings } from '../settings/controllerSettings';
import { driverSettings } from '../settings/driverSettings';
import { spindleDriveSettings } from '../settings/spindleDriveSettings';
import { servoDriveSettings, servoDrivesOf } from '../settings/servoDriveSettings';
import { spindleSettings } from '../settings/spindleSettings';
import { toolChangeSettings } from '../settings/toolChangeSettings';
import { inputSettings } from '../settings/inputSettings';
import { settle } from '../settings/setting';
import { axisSwitches, roomBehind, rulerOf } from '../switches/envelope';
import { boardOnTheWay, inputReactionS, limitFilterS, stoppingOf } from '../switches/placement';
import type { CircuitAnalysis } from '../switches/polarity';
import { analyseCircuit } from '../switches/polarity';
import { known } from '../units/derived';
import { finished, type Steps } from '../units/steps';
import type { Network } from '../wiring/network';
import { buildNetwork } from '../wiring/network';
import { seatContacts, sharesChannel, type SeatContact } from '../distribution/seats';
import { socketsOf } from '../machine/parts';
import { terminalKey } from '../machine/ids';
import { loadVolts } from '../machine/loads';
import { drivesOf, type PlannedDrive } from '../wiring/planner/plannedDrives';
import { planConductors, planOn } from '../wiring/planner/plan';
import { leadToMachineM } from '../wiring/planner/planning';
import type { Plan } from '../wiring/planner/proposal';
import { planChanges } from '../wiring/planner/replan';
import { wiresOf } from '../wiring/wires';
import { LivingMachine } from '../faults/livingMachine';
import { whyDead } from '../faults/whyDead';
import { stopCourse } from '../faults/stopCourse';
import { Cache } from './cache';
import type { AxisFigures, Figures, StopFigures } from './figureTypes';
import { movingAxes } from './movingAxes';

/** Conductors count in the nets by their ends alone: a state, a colour or a note changes no level. */
const topology = (cache: Cache, design: Design, of = ''): { network: Network } => {
  // A board with sockets has contacts of its own; they hang on who sits where.
  const tree = withSockets(design) ? distributionOf(design) : undefined;
  const seats = tree ? cache.keep(`seats${of}`, [tree], () => seatContacts(design)) : NO_SEATS;
  // Most edits leave them alone; only the others have to look at every end.
  return cache.keep(`topology${of}`, [design.conductors, design.parts, seats], () => netsOf(cache, design, seats, of));
};
const NO_SEATS: readonly SeatContact[] = [];
const withSockets = (design: Design): boolean => socketsOf(design.parts[design.roles.controller ?? '']).length > 0;
function netsOf(cache: Cache, design: Design, seats: readonly SeatContact[], of: string): { network: Network } {
  const read: unknown[] = seats.flatMap(({ pin, contact }) => [terminalKey(pin), terminalKey(contact)]);
  for (const [id, c] of conductorList(design.conductors)) read.push(id, c.from, c.to);
  for (const id in design.parts) {
    const part = design.parts[id]!;
    // Of its figures, the nets read the voltage of a coil alone; of its terminals, which of them the mains is for.
    read.push(id, part.elements, loadVolts(part));
    if (part.data.class === 'contactor' || part.data.class === 'relay') read.push(part.terminals);
  }
  return cache.keep(`network${of}`, read, () => ({
    network: buildNetwork(design.parts, design.conductors, seats),
  }));
}

/** From a design to its figures: in one go, or in steps. What was worked out for one design is kept for the next. */
export interface Deriver {
  (design: Design): Figures;
  steps(design: Design): Steps<Figures>;
}

/**
 * Makes a deriver, which recomputes only what an edit touched.
 * `onCompute` is told the key of each derivation that runs.
 */
export function createDeriver(onCompute?: (key: string) => void): Deriver {
  const cache = new Cache(onCompute);
  const axisFigures = (design: Design, id: string, axis: Axis, inputs: Plan['inputs']): AxisFigures => {
    const controllerId = design.roles.controller;
    const controller = controllerId ? design.parts[controllerId] : undefined;
    const part = (partId: string | undefined) => (partId ? design.parts[partId] : undefined);
    const drives = axis.drives.map((_, i) => {
      const p = drivePartsOf(design, id, i);
      const read = [
        axis,
        p.driver,
        p.motor,
        p.controller,
        ...Object.values(p.feed),
        p.kind,
        p.acrossTravelMm,
        ...p.masses,
      ];
      return cache.keep(`axis/${id}/drive-${i}`, read, () => driveFigures(p));
    });
    const own = Object.values(design.circuits).flatMap((c) =>
      c.devices.some((d) => design.parts[d]?.mount?.axis === id) ? [c, ...c.devices.map(part)] : [],
    );
    const turns = isEndless(axis) ? [axis] : [];
    const switches = cache.keep(`axis/${id}/switches`, [...own, ...turns], () => axisSwitches(id, design));
    const ruler = cache.keep(`axis/${id}/ruler`, [axis, design.datumStrategy, switches], () =>
      rulerOf(id, axis, design.datumStrategy, switches),
    );
    const board = boardOnTheWay(id, design, inputs);
    const filterS = limitFilterS(id, design, inputs);
    const stopping = cache.keep(`axis/${id}/stopping`, [axis, controller, board?.part, ...own, filterS], () =>
      stoppingOf(id, axis, controller && { id: controllerId!, part: controller }, board, filterS),
    );
    return cache.keep(`axis/${id}`, [axis, switches, ruler, stopping, ...drives], () => ({
      id,
      axis,
      drives,
      speedLimits: axisSpeedLimits(drives),
      switches,
      ruler,
      stopping,
    }));
  };

  const plannedDrives = (design: Design, of = ''): PlannedDrive[] => {
    const drivesSeen = axesOf(design).flatMap(([id, a]) => [id, a.letter, a.drives]);
    // Who sits in which socket decides which channel steps it.
    const seated = withSockets(design) ? [distributionOf(design)] : [];
    return cache.keep(`drives${of}`, [...drivesSeen, ...seated], () => drivesOf(design));
  };
  const planOf = (design: Design): Plan => {
    const planned = [
      design.parts,
      design.circuits,
      design.outputs,
      design.roles,
      design.rails,
      design.stopStrategy,
      design.stopPole,
      design.feeds,
      design.heads,
      design.colourRules,
      design.ampacity,
      leadToMachineM(design),
      design.enclosures,
    ];
    // Of the conductors, the plan reads those that were found on the machine.
    const found = cache.keep('found', [design.conductors], () =>
      conductorList(design.conductors).flatMap(([, c]) => (c.origin === 'as-found' ? [c] : [])),
    );
    return cache.keep('plan', [plannedDrives(design), ...planned, ...found], () => planConductors(design));
  };
  const wiringOf = (design: Design, plan: Plan, network: Network, of = ''): Pick<Figures, 'replanned' | 'wires'> => ({
    replanned: cache.keep(`replan${of}`, [plan, design.conductors], () => planChanges(design.conductors, plan)),
    wires: cache.keep(
      `wires${of}`,
      [network, design.parts, design.conductors, design.roles, design.circuits, distributionOf(design)],
      () => wiresOf(design, network),
    ),
  });
  const kept: Keep = (key, read, make) => cache.keep(key, read, make);

  function* steps(whole: Design): Steps<Figures> {
    const fullPlan = planOf(whole);
    yield;
    const design = asMounted(whole, kept);
    const drives = design === whole ? plannedDrives(whole) : plannedDrives(design, '/mounted');
    const plan =
      design === whole
        ? fullPlan
        : cache.keep('mounted/plan', [fullPlan, design.parts, design.circuits], () => planOn(fullPlan, design));
    const axes = axesOf(design).map(([id, axis]) => axisFigures(design, id, axis, plan.inputs));
    yield;
    const { network } = topology(cache, design);
    yield;
    const wiring = wiringOf(design, plan, network);
    const all =
      design === whole ? wiring : wiringOf(whole, fullPlan, topology(cache, whole, '/whole').network, '/whole');
    yield;
    const circuits: Record<string, CircuitAnalysis> = {};
    for (const [id, circuit] of Object.entries(design.circuits)) {
      const input = plan.inputs[id];
      if (input)
        circuits[id] = cache.keep(
          `circuit/${id}`,
          [circuit, input.part, input.terminal, network, design.dailyChecks],
          () => analyseCircuit(id, circuit, input, network, design.dailyChecks),
        );
    }
    yield;
    const perAxis = axes.flatMap((a) => {
      const reference = a.switches.find((s) => s.isReference && s.end === a.axis.reference.end);
      const circuit = parksAtMark(a.axis.reference)
        ? pulseCircuit(design, a.id)
        : Object.keys(design.circuits).find((id) => design.circuits[id]!.devices.includes(reference?.device ?? ''));
      const input = circuit ? plan.inputs[circuit] : undefined;
      const reactionS = circuit && input ? inputReactionS(design, circuit, input) : 0;
      const diameterFactor = design.kind === 'lathe' && a.axis.letter === 'X' ? shownFactor(design, a.axis) : undefined;
      const shares = a.axis.drives.map((_, i) => sharesChannel(design, a.id, i));
      const read = [a, design.datumStrategy, design.overrides, reactionS, diameterFactor, design.outputs, ...shares];
      return cache.keep(`axis/${a.id}/settings`, read, () =>
        axisSettings({
          id: a.id,
          axis: a.axis,
          drives: a.drives,
          speedLimits: a.speedLimits,
          ruler: a.ruler,
          strategy: design.datumStrategy,
          roomBehindReference: reference ? roomBehind(reference) : known(0),
          reactionS,
          sharesChannel: shares,
          clamp: clampOf(design, a.id),
          diameterFactor,
        }).map((s) => settle(s, design.overrides)),
      );
    });
    const analyses = Object.values(circuits);
    const inputs = cache.keep(
      'settings/inputs',
      [design.circuits, design.parts, drives, plan, design.overrides, ...analyses],
      () => inputSettings(design, plan.inputs, circuits).map((s) => settle(s, design.overrides)),
    );
    const drivers = cache.keep('settings/drivers', [drives, design.parts, design.overrides], () =>
      driverSettings(design, drives).map((s) => settle(s, design.overrides)),
    );
    const spindle = cache.keep(
      'settings/spindle',
      [design.roles, design.parts, design.outputs, design.mainsVoltage, design.overrides],
      () => [...spindleSettings(design), ...spindleDriveSettings(design)].map((s) => settle(s, design.overrides)),
    );
    const servo = cache.keep(
      'settings/servo',
      [design.parts, design.overrides, ...axes, '|', ...perAxis, ...drivers],
      () => {
        const servos = servoDrivesOf(design, axes);
        return servoDriveSettings(servos, servos.length ? [...perAxis, ...drivers] : []).map((s) =>
          settle(s, design.overrides),
        );
      },
    );
    const toolChange = cache.keep('settings/toolChange', [design.toolChanger, design.overrides], () =>
      toolChangeSettings(design).map((s) => settle(s, design.overrides)),
    );
    const settings = cache.keep(
      'settings',
      [...perAxis, '|', ...inputs, '|', ...drivers, '|', ...spindle, '|', ...servo, '|', ...toolChange],
      () => [...perAxis, ...inputs, ...drivers, ...spindle, ...servo, ...toolChange],
    );
    const controller = cache.keep(
      'controller',
      [
        settings,
        design.referenceStages,
        design.limitStrategy,
        design.datumStrategy,
        design.stopStrategy,
        design.programWords,
        design.nameSheet,
        design.latheX,
        design.toolChanger,
        design.circuits,
        design.outputs,
        design.roles,
        design.parts,
        plan,
        ...Object.values(design.axes),
      ],
      () => controllerSettings(design, settings, plan.inputs),
    );
    yield;
    const shapes = Object.values(design.parts).flatMap((p) => [p.terminals, p.boardRevision]);
    const started = cache.keep(
      'stop/started',
      [
        network,
        drives,
        design.circuits,
        design.roles,
        design.rails,
        design.stopStrategy,
        design.stopPole,
        design.feeds,
        ...shapes,
      ],
      (): Omit<StopFigures, 'course'> & { living: LivingMachine } => {
        const living = new LivingMachine(design, network);
        // Without a coil nothing holds itself, and nothing can chase anything.
        const coils = network.elements.some((e) => e.kind === 'coil');
        const held = coils ? living.started({}) : new Set<string>();
        const rest = living.at({ held });
        const buttons = Object.values(design.circuits).flatMap((c) => (c.function === 'stop' ? c.devices : []));
        const pressed = buttons.length ? living.at({ held, actuated: new Set(buttons) }) : rest;
        const reset = design.roles.resetButton;
        const outputs = Object.entries(design.parts).flatMap(([part, p]) =>
          Object.values(p.elements).flatMap((x) =>
            x.kind === 'digital-output' ? [terminalKey({ part, terminal: x.out })] : [],
          ),
        );
        const full = living.at({ held, driven: new Set(outputs), ...(reset ? { actuated: new Set([reset]) } : {}) });
        const dead = whyDead(design, living, rest, full);
        return {
          living,
          held,
          rest,
          pressed,
          full,
          dead,
          ring: rest.ring,
          moved: living.torque(rest),
          kept: living.torque(pressed),
        };
      },
    );
    yield;
    const stop = cache.keep(
      'stop',
      [started, design.circuits, design.outputs, plan, design.masses, ...axes],
      (): StopFigures => ({
        ...started,
        course: stopCourse(design, started.living, started.held, plan, movingAxes({ design, axes })),
      }),
    );
    return {
      design,
      whole: { design: whole, plan: fullPlan, ...all },
      axes,
      drives,
      plan,
      ...wiring,
      network,
      circuits,
      stop,
      settings,
      controller,
    };
  }
  return Object.assign((design: Design) => finished(steps(design)), { steps });
}

/** Figures from nothing, for one-off use such as the command line. */
export const deriveFigures = (design: Design): Figures => createDeriver()(design);
