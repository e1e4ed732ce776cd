import { takesBoard } from '../machine/boards';
import type { Figures } from '../derivation/figureTypes';
import type { LibraryEntry } from '../machine/library/entry';
import { partFrom } from '../machine/library/entry';
import { libraryOf } from '../machine/library/index';
import type { Design } from '../machine/design';
import type { DataOf } from '../machine/parts';
import { isDriver, speaksBus, terminalsWithRole } from '../machine/parts';
import { positive } from '../units/derived';
import { showValue } from '../units/print';
import { finished, type Steps } from '../units/steps';
import { baseValue } from '../units/quantity';
import { drivesOf } from '../wiring/planner/plannedDrives';
import { inputElement, inputTerminals } from '../wiring/planner/inputs';
import { planConductors } from '../wiring/planner/plan';
import type { Check, Fit } from './fit';
import { check, overall, ranked } from './fit';

type Architecture = DataOf<'controller'>['architecture'];

/** What each kind of controller costs in money and evenings: planning figures, not prices. */
const costs: Record<Architecture, { priceClass: 1 | 2 | 3 | 4; setUpHours: number; what: string; later: string }> = {
  'timed-by-computer': {
    priceClass: 1,
    setUpHours: 8,
    what: 'break-out board; the computer times every pulse',
    later: 'More inputs with a second port. The pulse rate stays the computer’s.',
  },
  'processor-board': {
    priceClass: 1,
    setUpHours: 4,
    what: 'small processor board with separate drivers',
    later: 'Better drivers at any time; no more channels or inputs than it has.',
  },
  'plug-in-drivers': {
    priceClass: 1,
    setUpHours: 3,
    what: 'board with plug-in drivers',
    later: 'Other plug-in drivers. Its current and voltage limit the motors for good.',
  },
  networked: {
    priceClass: 3,
    setUpHours: 6,
    what: 'motion controller on a network lead',
    later: 'Channels, inputs, an encoder and a handwheel are there to be used.',
  },
  closed: {
    priceClass: 3,
    setUpHours: 3,
    what: 'closed system with screen and keys',
    later: 'What its maker foresaw, nothing else.',
  },
  'fieldbus-master': {
    priceClass: 4,
    setUpHours: 12,
    what: 'fieldbus master; drives on a bus',
    later: 'Drives and inputs are added with one lead each.',
  },
};
const linkWords: Record<NonNullable<DataOf<'controller'>['link']>, string> = {
  'parallel-port': 'parallel port, with nothing in between that could delay a pulse',
  usb: 'USB: keep the lead short and away from the spindle drive',
  network: 'network lead',
  serial: 'serial lead',
  none: '',
};
/** Usual voltage of a motor brake. */
const BRAKE_V = 24;
/** A conductor cut, stripped, numbered and connected at both ends, h. */
const HOURS_PER_CONDUCTOR = 0.12;

export interface ControllerFit extends Fit {
  architecture: string;
  conductors: number;
  hours: number;
  priceClass: 1 | 2 | 3 | 4;
  later: string;
  /** Doors that this choice closes, said before it is made. */
  closes: string[];
}

/** What the machine asks of its controller, read off the design. */
function requirements(design: Design, figures: Figures) {
  const drives = drivesOf(design);
  const channels = new Set(drives.map((d) => d.channel)).size;
  const rates = figures.axes.flatMap((a) =>
    a.drives.flatMap((d) => (d.pulseRateAtWanted.known ? [d.pulseRateAtWanted.value] : [])),
  );
  const drivers = drives.flatMap((d) => (d.drive.driver ? (design.parts[d.drive.driver] ?? []) : []));
  const pairs = figures.axes.filter(
    (a) => a.axis.drives.length > 1 && a.axis.drives[0]!.driver !== a.axis.drives[1]!.driver,
  );
  const circuits = Object.values(design.circuits);
  const needsField = circuits.some((c) => c.devices.some((d) => design.parts[d]?.data.class === 'sensor'));
  return {
    channels,
    fastest: Math.max(0, ...rates),
    total: rates.reduce((s, r) => s + r, 0),
    drivers,
    squared: pairs.map((a) => a.axis.letter),
    inputs: circuits.length,
    needsField,
    hasProbe: circuits.some((c) => c.function === 'probe'),
    brakes: drives.filter((d) => {
      const motor = d.drive.motor ? design.parts[d.drive.motor]?.data : undefined;
      return motor?.class === 'motor' && motor.brake;
    }).length,
    threading: design.kind === 'lathe',
    spindle: design.roles.spindleDrive !== undefined || design.roles.spindle !== undefined,
  };
}

function checksOf(need: ReturnType<typeof requirements>, entry: LibraryEntry): Check[] {
  const data = entry.data as DataOf<'controller'>;
  const part = partFrom(entry, '-K1');
  const bus = data.architecture === 'fieldbus-master';
  const checks: Check[] = [];
  checks.push(
    check(
      `${need.channels} motor channel${need.channels === 1 ? '' : 's'}`,
      data.channels >= need.channels ? 'meets' : 'fails',
      `It has ${data.channels}.`,
    ),
  );
  if (need.squared.length)
    checks.push(
      check(
        `${need.squared.join(' and ')} squared by referencing`,
        data.independentSlaves ? 'meets' : 'workaround',
        data.independentSlaves
          ? 'It references each side on its own.'
          : 'Both sides run as one: square the gantry by hand against its stops before every reference run.',
      ),
    );
  if (bus) {
    const all = need.drivers.every(speaksBus);
    checks.push(
      check(
        'speaks to the chosen drives',
        !need.drivers.length ? 'unknown' : all ? 'meets' : 'fails',
        !need.drivers.length
          ? 'Choose drives that speak the bus.'
          : all
            ? 'They speak the bus too.'
            : 'The chosen drives take step and direction, this master speaks a fieldbus.',
      ),
    );
  } else {
    const rate = positive(data.pulseRate, '');
    const total = positive(data.pulseRateTotal, '');
    const one = rate.known ? rate.value : Infinity;
    const all = total.known ? total.value : Infinity;
    if (need.fastest > 0)
      checks.push(
        check(
          'pulse rate',
          need.fastest <= one && need.total <= all ? 'meets' : need.fastest <= one ? 'workaround' : 'fails',
          (display) => {
            const hz = (v: number) => showValue(v, 'frequency', display, 3);
            if (need.fastest > one) return `The fastest axis asks for ${hz(need.fastest)}; it makes ${hz(one)}.`;
            if (need.total > all)
              return `All axes together ask for ${hz(need.total)}; it makes ${hz(all)}. Set coarser steps, or never rapid in all axes at once.`;
            return `${hz(need.fastest)} asked, ${hz(one)} made.`;
          },
        ),
      );
    const width = positive(data.pulseWidth, '');
    for (const d of need.drivers) {
      if (!isDriver(d.data)) continue;
      const wants = positive(d.data.pulseHighMin, '');
      if (width.known && wants.known && width.value < wants.value) {
        checks.push(
          check(
            'pulse width',
            'workaround',
            (display) =>
              `${d.name} needs ${showValue(wants.value, 'time', display, 3)}; lengthen the pulse from ${showValue(width.value, 'time', display, 3)}.`,
          ),
        );
        break;
      }
    }
    const alien = need.drivers.find(
      (d) => isDriver(d.data) && !d.data.commandFormats.some((f) => data.commandFormats.includes(f)),
    );
    if (alien) checks.push(check('command format', 'fails', `${alien.name} takes none of the formats that it makes.`));
    const volts = positive(data.outputVoltage, '');
    const deaf = need.drivers.find(
      (d) =>
        isDriver(d.data) && volts.known && d.data.signalVoltageMin && baseValue(d.data.signalVoltageMin) > volts.value,
    );
    if (deaf)
      checks.push(
        check(
          'signal level',
          'workaround',
          `${deaf.name} needs a higher level than its ${volts.known ? volts.value : '?'} V: a buffer board between them.`,
        ),
      );
  }
  const inputs = inputTerminals(part).length;
  checks.push(
    check(
      `${need.inputs} input${need.inputs === 1 ? '' : 's'}`,
      inputs >= need.inputs ? 'meets' : inputs >= Math.ceil(need.inputs / 2) ? 'workaround' : 'fails',
      inputs >= need.inputs
        ? `It has ${inputs}.`
        : `It has ${inputs}: put limits in series loops, one axis referenced at a time${takesBoard(part) ? ', or add an extension board' : ''}.`,
    ),
  );
  if (need.needsField) {
    const isolated = inputTerminals(part).some((t) => inputElement(part, t)?.kind === 'isolated-input');
    checks.push(
      check(
        '24 V sensors',
        isolated ? 'meets' : 'workaround',
        isolated
          ? 'Its inputs are isolated.'
          : 'Its inputs are 5 V: NPN sensors pull them down, or an isolation board between.',
      ),
    );
  }
  const outputs = terminalsWithRole(part, 'output').length;
  const wanted = (need.brakes > 0 ? 1 : 0) + (need.spindle ? 1 : 0);
  if (wanted > 0) {
    const volts = positive(data.switchedVoltage, '');
    const weak = need.brakes > 0 && volts.known && volts.value < BRAKE_V;
    checks.push(
      check(
        `${wanted} switched output${wanted === 1 ? '' : 's'} (${[need.brakes > 0 ? 'brake' : '', need.spindle ? 'spindle' : ''].filter(Boolean).join(', ')})`,
        outputs < wanted ? 'fails' : weak ? 'workaround' : 'meets',
        (display) =>
          outputs < wanted
            ? `It has ${outputs}.`
            : weak
              ? `It has ${outputs} at ${showValue(volts.known ? volts.value : 0, 'voltage', display, 3)}: a relay with its own 24 V switches the brake.`
              : `It has ${outputs}.`,
      ),
    );
  }
  if (need.hasProbe)
    checks.push(
      check(
        'probe input',
        inputs >= need.inputs ? 'meets' : 'workaround',
        inputs >= need.inputs ? 'One of its inputs serves.' : 'Only if another input is shared or freed for it.',
      ),
    );
  if (need.threading)
    checks.push(
      check(
        'thread cutting with a spindle encoder',
        data.threading ? ((data.encoderInputs ?? 0) > 0 ? 'meets' : 'workaround') : 'fails',
        data.threading
          ? (data.encoderInputs ?? 0) > 0
            ? `${data.encoderInputs} encoder input${data.encoderInputs === 1 ? '' : 's'}.`
            : 'Only with one pulse a turn on an ordinary input.'
          : 'It cannot follow a spindle.',
      ),
    );
  if (need.spindle)
    checks.push(
      check(
        'spindle speed',
        data.spindleControl?.some((c) => c !== 'relay') ? 'meets' : 'workaround',
        data.spindleControl?.length
          ? `By ${data.spindleControl.join(', ').replaceAll('-', ' ')}.`
          : 'By hand at the drive.',
      ),
    );
  return checks;
}

/**
 * What `controllerFitting` depends on: where all of it is the very same as before, so is its answer. The plan stands for the
 * parts, circuits and drives from which it was made.
 */
export function readByFitting(design: Design, figures: Figures): readonly unknown[] {
  const { fastest, total } = requirements(design, figures);
  return [figures.plan, fastest, total];
}

/** Every library controller against what this machine asks, with its cost in conductors, hours and price class; one by one. */
export function* controllerFitting(
  design: Design,
  figures: Figures,
  entries: readonly LibraryEntry[] = libraryOf('controller'),
): Steps<ControllerFit[]> {
  const need = requirements(design, figures);
  const fitOf = (entry: LibraryEntry): ControllerFit => {
    const data = entry.data as DataOf<'controller'>;
    const checks = checksOf(need, entry);
    // The same machine with this controller in place, planned anew: what the list would come to.
    const id = design.roles.controller ?? 'controller';
    const circuits = Object.fromEntries(
      Object.entries(design.circuits).map(([key, { input: _chosen, ...rest }]) => [key, rest]),
    );
    const trial: Design = {
      ...design,
      roles: { ...design.roles, controller: id },
      parts: { ...design.parts, [id]: partFrom(entry, '-K1') },
      circuits,
      conductors: {},
    };
    const conductors = planConductors(trial).proposals.length;
    const cost = costs[data.architecture];
    const closes: string[] = [];
    const spare = data.channels - need.channels;
    if (spare === 0) closes.push('no channel is left for another axis');
    if (!data.independentSlaves) closes.push('two motors of one axis can never be squared by referencing');
    if (!data.threading) closes.push('no thread cutting');
    return {
      entry,
      verdict: overall(checks),
      checks,
      architecture: `${cost.what}${data.link && data.link !== 'none' ? `; talks to the computer by ${linkWords[data.link]}` : data.link === 'none' ? '; needs no computer' : ''}`,
      conductors,
      hours: Math.round(cost.setUpHours + conductors * HOURS_PER_CONDUCTOR),
      priceClass: cost.priceClass,
      later: cost.later,
      closes,
    };
  };
  const fits: ControllerFit[] = [];
  for (const entry of entries) {
    fits.push(fitOf(entry));
    yield;
  }
  return ranked(fits);
}
/** The same in one go. */
export const controllerFits = (...of: Parameters<typeof controllerFitting>): ControllerFit[] =>
  finished(controllerFitting(...of));
