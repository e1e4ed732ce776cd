import type { Figures } from '../derivation/figureTypes';
import { deriveFigures } from '../derivation/figures';
import { SUPPLY_HEADROOM } from '../drivetrain/constants';
import { isThreePhase, mainsVoltsAt } from '../distribution/lines';
import { MAINS_STRAYS } from '../distribution/supplies';
import { busVoltsOf, runsOnMains } from '../drivetrain/bus';
import { startingPeakA } from '../drivetrain/motorCurrent';
import { mismatches, mismatchWords } from '../drivetrain/motorDriver';
import type { Design } from '../machine/design';
import { partFrom, type LibraryEntry } from '../machine/library/entry';
import { libraryOf } from '../machine/library/index';
import type { DataOf } from '../machine/parts';
import { isDriver, isPlugIn, speaksBus } from '../machine/parts';
import { portOf } from '../machine/ports';
import { AT_EASE, drivesByAxis, motorBusDemand } from '../power/budget';
import { figureOr, positive } from '../units/derived';
import { showValue } from '../units/print';
import type { Fit } from './fit';
import { check, overall, ranked } from './fit';

/** Every library driver against the motor of an axis, the bus, the controller and the wanted speed. */
export function driverFits(
  design: Design,
  figures: Figures,
  axisId: string,
  entries: readonly LibraryEntry[] = libraryOf('stepper-driver', 'servo-drive'),
): Fit[] {
  const axis = figures.axes.find((a) => a.id === axisId);
  const motorId = axis?.axis.drives[0]?.motor;
  const motor = motorId ? design.parts[motorId]?.data : undefined;
  const controller = design.roles.controller ? design.parts[design.roles.controller]?.data : undefined;
  const volts = busVoltsOf(design);
  const rate = axis?.drives[0]?.pulseRateAtWanted;
  const fits = entries.map((entry): Fit => {
    const data = entry.data as DataOf<'stepper-driver'> | DataOf<'servo-drive'>;
    const checks: Fit['checks'] = [];
    if (motor?.class === 'motor') {
      const [worst] = mismatches({ data: motor, terminals: design.parts[motorId!]!.terminals }, { ...entry, data });
      checks.push(
        worst
          ? check('motor', worst.never ? 'fails' : 'workaround', mismatchWords(worst.about, motor, data))
          : check('motor', 'meets', 'It is made for this kind of motor.'),
      );
      const rated = startingPeakA(motor) ?? 0;
      const most = positive(data.currentMax, '');
      if (most.known && rated > 0)
        checks.push(
          check(
            'current',
            most.value >= rated * 0.98 ? 'meets' : most.value >= rated * 0.6 ? 'workaround' : 'fails',
            (d) => {
              const a = (v: number) => showValue(v, 'current', d, 3);
              return most.value >= rated * 0.98
                ? `${a(most.value)} peak for ${a(rated)}.`
                : `${a(most.value)} peak for ${a(rated)}: ${Math.round((most.value / rated) * 100)} % of the torque.`;
            },
          ),
        );
    } else checks.push(check('motor', 'unknown', 'Choose the motor first.'));
    const most = positive(data.supplyMax, '');
    const least = positive(data.supplyMin, '');
    if (volts !== undefined && most.known && least.known)
      checks.push(
        check(
          'bus voltage',
          volts > most.value || volts < least.value
            ? 'fails'
            : volts > most.value * SUPPLY_HEADROOM
              ? 'workaround'
              : 'meets',
          (d) => {
            const v = (n: number) => showValue(n, 'voltage', d, 3);
            const within = `${v(least.value)} to ${v(most.value)}, the bus has ${v(volts)}.`;
            return volts > most.value * SUPPLY_HEADROOM && volts <= most.value
              ? `${within} A braking axis lifts it over the limit: fit a clamp.`
              : within;
          },
        ),
      );
    const mains = mainsVoltsAt(design, isThreePhase(portOf(partFrom(entry, ''), 'mains')));
    const takes = runsOnMains(entry) && data.class === 'servo-drive' ? data : undefined;
    const [lowest, highest] = [positive(takes?.mainsMin, ''), positive(takes?.mainsMax, '')];
    if (takes && mains.known && lowest.known && highest.known)
      checks.push(
        check(
          'mains',
          mains.value < lowest.value * (1 - MAINS_STRAYS) || mains.value > highest.value * (1 + MAINS_STRAYS)
            ? 'fails'
            : 'meets',
          (d) => {
            const v = (n: number) => showValue(n, 'voltage', d, 3);
            return `It runs on ${v(lowest.value)} to ${v(highest.value)}; the mains has ${v(mains.value)}.`;
          },
        ),
      );
    const high = positive(data.pulseHighMin, '');
    const low = positive(data.pulseLowMin, '');
    if (rate?.known && high.known && low.known)
      checks.push(
        check(
          'pulse rate',
          rate.value <= 1 / (high.value + low.value) ? 'meets' : 'fails',
          (d) =>
            `${showValue(rate.value, 'frequency', d, 3)} asked, ${showValue(1 / (high.value + low.value), 'frequency', d, 3)} read.`,
        ),
      );
    if (controller?.class === 'controller' && isPlugIn(entry)) {
      const sockets = controller.sockets?.length ?? 0;
      checks.push(
        check(
          'socket',
          sockets ? 'meets' : 'fails',
          sockets
            ? `It plugs into one of the ${sockets} sockets of the board.`
            : 'It plugs into a socket, and the board has none.',
        ),
      );
    }
    if (controller?.class === 'controller') {
      const bus = controller.architecture === 'fieldbus-master';
      checks.push(
        check(
          'command',
          data.commandFormats.some((f) => controller.commandFormats.includes(f)) ? 'meets' : 'fails',
          bus
            ? speaksBus(entry)
              ? 'It is commanded over the fieldbus of the controller.'
              : 'The controller speaks a fieldbus alone.'
            : `It takes ${data.commandFormats.join(', ').replaceAll('-', ' ')}.`,
        ),
      );
      const level = positive(controller.outputVoltage, '');
      const wants = positive(data.signalVoltageMin, '');
      if (level.known && wants.known && level.value < wants.value)
        checks.push(
          check(
            'signal level',
            'workaround',
            (d) => `It needs ${showValue(wants.value, 'voltage', d, 3)}: a buffer board in between.`,
          ),
        );
    }
    return { entry, checks, verdict: overall(checks) };
  });
  return ranked(fits);
}

/** With room for a braking axis. */
const fitsVolts = (volts: number, least: number, most: number): boolean =>
  volts >= least && volts <= most * SUPPLY_HEADROOM;
const voltsOf = ({ data }: LibraryEntry): number => (data.class === 'supply' ? figureOr(data.outputVoltage, 0) : 0);

/**
 * What the motor bus has to give while everything moves, W. Torque needs a bus to be worked out: where no supply is chosen
 * yet, one that fits is put in to try. Undefined where figures of the drives are missing.
 */
function demandOf(design: Design, figures: Figures, trial: LibraryEntry | undefined): number | undefined {
  const total = (d: Design, f: Figures): number | undefined => {
    const bus = motorBusDemand(d, drivesByAxis(d, f.axes));
    return bus.unknown || !(bus.movingW > 0) ? undefined : bus.movingW + bus.spindleW;
  };
  if (design.rails.drives?.supply || !trial) return total(design, figures);
  const { name, data, terminals, elements, setup } = trial;
  const supply = { designation: 'T', name, data, terminals, elements, setup };
  const tried: Design = {
    ...design,
    parts: { ...design.parts, 'tried-supply': supply },
    rails: { ...design.rails, drives: { ...design.rails.drives, supply: 'tried-supply' } },
  };
  return total(tried, deriveFigures(tried));
}

/** Every library supply as motor bus: against the drivers’ limits, and against what the motors take by the energy balance. */
export function supplyFits(
  design: Design,
  figures: Figures,
  entries: readonly LibraryEntry[] = libraryOf('supply'),
): Fit[] {
  const drivers = new Map(
    figures.drives.flatMap((d) => {
      const part = d.drive.driver ? design.parts[d.drive.driver] : undefined;
      return part && isDriver(part.data) ? [[d.drive.driver!, part] as const] : [];
    }),
  );
  const most = Math.min(
    ...[...drivers.values()].map((p) => (isDriver(p.data) ? figureOr(p.data.supplyMax, Infinity) : Infinity)),
  );
  const least = Math.max(
    0,
    ...[...drivers.values()].map((p) => (isDriver(p.data) ? figureOr(p.data.supplyMin, 0) : 0)),
  );
  const demand = demandOf(
    design,
    figures,
    entries.find((e) => fitsVolts(voltsOf(e), least, most)),
  );
  const fits = entries.map((entry): Fit => {
    const data = entry.data as DataOf<'supply'>;
    const volts = voltsOf(entry);
    const gives = volts * figureOr(data.outputCurrent, 0);
    const checks: Fit['checks'] = [];
    checks.push(
      drivers.size === 0
        ? check('voltage', 'unknown', 'Choose the drivers first.')
        : check(
            'voltage',
            volts < least || volts > most ? 'fails' : volts > most * SUPPLY_HEADROOM ? 'workaround' : 'meets',
            (d) =>
              `${showValue(volts, 'voltage', d, 3)}; the drivers take ${showValue(least, 'voltage', d, 3)} to ${showValue(most, 'voltage', d, 3)}${volts > most * SUPPLY_HEADROOM && volts <= most ? ', which leaves no room for a braking axis' : ''}.`,
          ),
    );
    if (drivers.size)
      checks.push(
        demand === undefined
          ? check('power', 'unknown', 'What the motors take is not known yet: figures of their drives are missing.')
          : check(
              'power',
              gives * AT_EASE >= demand ? 'meets' : gives >= demand ? 'workaround' : 'fails',
              (d) =>
                `${showValue(gives, 'power', d, 3)}; with all axes moving and cutting the bus takes ${showValue(demand, 'power', d, 3)} by the energy balance.${gives >= demand && gives * AT_EASE < demand ? ' It runs warm.' : ''}`,
            ),
      );
    return { entry, checks, verdict: overall(checks) };
  });
  return ranked(fits);
}
