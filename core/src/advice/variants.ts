import type { Command } from '../commands/command';
import { startingPeakA } from '../drivetrain/motorCurrent';
import { suitsDrive } from '../drivetrain/motorDriver';
import { windingChoices } from '../drivetrain/windings';
import { SUPPLY_HEADROOM } from '../drivetrain/constants';
import type { Design } from '../machine/design';
import type { LibraryEntry } from '../machine/library/entry';
import { libraryEntry, libraryOf } from '../machine/library/index';
import type { Axis } from '../machine/mechanics';
import type { DataOf, Part, PartClass } from '../machine/parts';
import { isDriver } from '../machine/parts';
import { figureOr } from '../units/derived';
import type { Display } from '../units/print';
import { showValue } from '../units/print';
import { baseValue, quantity } from '../units/quantity';

/** One change that might make an axis faster or safer, as the commands that would carry it out. */
export interface Variant {
  key: string;
  kind: 'supply' | 'transmission' | 'steps' | 'acceleration' | 'current' | 'winding' | 'motor' | 'driver' | 'pair';
  title: (display: Display) => string;
  commands: Command[];
}

const set = (path: string, value: never | unknown): Command => ({
  name: 'set-field',
  args: { path, value: value as never },
});
const partAt = (design: Design, id: string | undefined): Part | undefined => (id ? design.parts[id] : undefined);

/** Arguments that choose an entry; one of the user's own travels with them, since core does not know it. */
const taking = (e: LibraryEntry) => ({ library: e.key, ...(libraryEntry(e.key) ? {} : { entry: e }) });
/** Commands that put one library part into every drive of the axis. */
const choose = (axisId: string, axis: Axis, item: 'motor' | 'driver', e: LibraryEntry): Command[] =>
  axis.drives.map((_, drive) => ({ name: 'choose-part', args: { slot: { axis: axisId, drive, item }, ...taking(e) } }));

type MotorData = DataOf<'motor'>;
const motorData = (e: LibraryEntry | Part): MotorData | undefined => (e.data.class === 'motor' ? e.data : undefined);

/** After a swap the current is set to what both bear, and the steps to the driver's choice nearest to the old figure. */
function settings(axis: Axis, motor: MotorData, driver: Part['data'], steps: number | undefined): Command[] {
  if (!isDriver(driver)) return [];
  const start = startingPeakA(motor) ?? 0;
  const amps = Math.min(start, figureOr(driver.currentMax, start));
  const choices = driver.stepsPerRevolutionChoices;
  const nearest =
    steps === undefined || choices.includes(steps) || !choices.length
      ? steps
      : choices.reduce((best, c) => (Math.abs(c - steps) < Math.abs(best - steps) ? c : best));
  return axis.drives.flatMap((d) =>
    d.driver
      ? [
          ...(amps > 0
            ? [set(`parts.${d.driver}.setup.peakCurrent`, quantity(Number(amps.toPrecision(3)), 'A', 'estimate'))]
            : []),
          ...(nearest === undefined ? [] : [set(`parts.${d.driver}.setup.stepsPerRevolution`, nearest)]),
        ]
      : [],
  );
}

/** Common leads of ball and trapezoidal screws, mm. */
const leads = [2, 2.5, 4, 5, 8, 10, 16, 20, 25];
const accelerationShares = [0.75, 0.5, 0.3];

/** Every change to one axis that is worth trying, in no order; `own` are the user's own parts beside the library. */
export function variantsOf(design: Design, axisId: string, own: readonly LibraryEntry[] = []): Variant[] {
  const partsOf = (...classes: PartClass[]) => [
    ...libraryOf(...classes),
    ...own.filter((e) => classes.includes(e.data.class)),
  ];
  const axis = design.axes[axisId];
  const first = axis?.drives[0];
  if (!axis || !first) return [];
  const path = `axes.${axisId}`;
  const linear = axis.motion === 'linear';
  const variants: Variant[] = [];
  const motor = partAt(design, first.motor);
  const driver = partAt(design, first.driver);
  const driverIds = [...new Set(axis.drives.flatMap((d) => d.driver ?? []))];
  const steps = driver?.setup.stepsPerRevolution;

  const allDrivers = Object.values(design.axes).flatMap((a) => a.drives.flatMap((d) => partAt(design, d.driver) ?? []));
  const ceiling = Math.min(
    ...allDrivers.map((d) => (isDriver(d.data) ? figureOr(d.data.supplyMax, Infinity) * SUPPLY_HEADROOM : Infinity)),
  );
  const floor = Math.max(0, ...allDrivers.map((d) => (isDriver(d.data) ? figureOr(d.data.supplyMin, 0) : 0)));
  const now = partAt(design, design.rails.drives?.supply);
  for (const e of partsOf('supply')) {
    const volts = e.data.class === 'supply' ? figureOr(e.data.outputVoltage, 0) : 0;
    if (volts < Math.max(floor, 20) || volts > ceiling || e.key === now?.libraryKey) continue;
    variants.push({
      key: `supply/${e.key}`,
      kind: 'supply',
      title: () => `Motor supply ${e.name}`,
      commands: [{ name: 'choose-part', args: { slot: { rail: 'drives', item: 'supply' }, ...taking(e) } }],
    });
  }

  const t = axis.transmission;
  if (t?.kind === 'screw' && t.pitch) {
    const lead = baseValue(t.pitch) * t.starts;
    for (const l of leads.filter((x) => x >= lead / 2.6 && x <= lead * 2.6 && Math.abs(x - lead) > 1e-6))
      variants.push({
        key: `lead/${l}`,
        kind: 'transmission',
        title: (display) => `A screw with a lead of ${showValue(l, 'length', display, 4)}`,
        commands: [
          set(`${path}.transmission.starts`, 1),
          set(`${path}.transmission.pitch`, quantity(l, 'mm', 'estimate')),
        ],
      });
  }
  if (t?.kind === 'belt' || t?.kind === 'rack')
    for (const share of [0.75, 1.25, 1.5]) {
      const teeth = Math.round(t.teeth * share);
      if (teeth >= 10 && teeth !== t.teeth)
        variants.push({
          key: `teeth/${teeth}`,
          kind: 'transmission',
          title: () => `A ${t.kind === 'belt' ? 'pulley' : 'pinion'} of ${teeth} teeth`,
          commands: [set(`${path}.transmission.teeth`, teeth)],
        });
    }
  if (t && t.kind !== 'screw')
    for (const share of [0.5, 2]) {
      const ratio = Number((figureOr(t.ratio, 1) * share).toPrecision(4));
      variants.push({
        key: `ratio/${ratio}`,
        kind: 'transmission',
        title: () => `A ratio of ${ratio} : 1`,
        commands: [set(`${path}.transmission.ratio`, quantity(ratio, '1', 'estimate'))],
      });
    }

  if (driver && isDriver(driver.data) && steps !== undefined)
    for (const s of driver.data.stepsPerRevolutionChoices.filter((x) => x < steps && x >= steps / 8))
      variants.push({
        key: `steps/${s}`,
        kind: 'steps',
        title: () => `${s} steps per revolution`,
        commands: driverIds.map((id) => set(`parts.${id}.setup.stepsPerRevolution`, s)),
      });

  if (axis.acceleration) {
    const a = baseValue(axis.acceleration);
    for (const share of accelerationShares) {
      const lower = Number((a * share).toPrecision(2));
      variants.push({
        key: `acceleration/${share}`,
        kind: 'acceleration',
        title: (display) =>
          `Acceleration ${showValue(lower, linear ? 'acceleration' : 'angularAcceleration', display, 3)}`,
        commands: [set(`${path}.acceleration`, quantity(lower, linear ? 'mm/s²' : '°/s²'))],
      });
    }
  }

  const data = motor && motorData(motor);
  if (data && driver && isDriver(driver.data) && data.type !== 'servo') {
    const rated = startingPeakA(data) ?? 0;
    const amps = Math.min(rated, figureOr(driver.data.currentMax, rated));
    if (driver.setup.peakCurrent && amps > baseValue(driver.setup.peakCurrent) * 1.05)
      variants.push({
        key: `current/${amps}`,
        kind: 'current',
        title: (display) => `Set ${showValue(amps, 'current', display, 3)} peak: what the motor is rated for`,
        commands: driverIds.map((id) =>
          set(`parts.${id}.setup.peakCurrent`, quantity(Number(amps.toPrecision(3)), 'A')),
        ),
      });
    for (const winding of windingChoices(data.leads).filter((w) => w !== data.winding)) {
      const ids = [...new Set(axis.drives.flatMap((d) => d.motor ?? []))];
      const other = { ...data, winding };
      variants.push({
        key: `winding/${winding}`,
        kind: 'winding',
        title: () =>
          `Half-coils ${{ series: 'in series', parallel: 'in parallel', half: 'one alone', 'as-supplied': 'as supplied' }[winding]}`,
        commands: [
          ...ids.map((id) => set(`parts.${id}.data.winding`, winding)),
          ...settings(axis, other, driver.data, steps),
        ],
      });
    }
  }
  if (axis.drives.length > 1 && driverIds.length === 1 && driver?.libraryKey) {
    const library = driver.libraryKey;
    variants.push({
      key: 'own-driver',
      kind: 'driver',
      title: () => 'A driver for each motor instead of two in series',
      commands: [{ name: 'choose-part', args: { slot: { axis: axisId, drive: 1, item: 'driver' }, library } }],
    });
  }

  const volts = now?.data.class === 'supply' ? figureOr(now.data.outputVoltage, 0) : 0;
  const bears = (d: Part['data']) =>
    isDriver(d) && volts <= figureOr(d.supplyMax, Infinity) * SUPPLY_HEADROOM && volts >= figureOr(d.supplyMin, 0);
  const motors = partsOf('motor');
  const drivers = partsOf('stepper-driver', 'servo-drive').filter((e) => bears(e.data));
  for (const e of motors) {
    const m = motorData(e)!;
    if (e.key === motor?.libraryKey || !driver || !suitsDrive(e, driver)) continue;
    variants.push({
      key: `motor/${e.key}`,
      kind: 'motor',
      title: () => e.name,
      commands: [...choose(axisId, axis, 'motor', e), ...settings(axis, m, driver.data, steps)],
    });
  }
  for (const e of drivers) {
    if (e.key === driver?.libraryKey || !motor || !data || !suitsDrive(motor, e)) continue;
    variants.push({
      key: `driver/${e.key}`,
      kind: 'driver',
      title: () => e.name,
      commands: [...choose(axisId, axis, 'driver', e), ...settings(axis, data, e.data, steps)],
    });
  }
  // A closed loop is motor and drive together.
  if (driver && isDriver(driver.data) && !driver.data.closedLoop)
    for (const m of motors.filter((x) => motorData(x)!.encoder !== 'none')) {
      const d = drivers.find((x) => isDriver(x.data) && x.data.closedLoop && suitsDrive(m, x));
      if (d)
        variants.push({
          key: `pair/${m.key}`,
          kind: 'pair',
          title: () => `${m.name}, with ${d.name}`,
          commands: [
            ...choose(axisId, axis, 'motor', m),
            ...choose(axisId, axis, 'driver', d),
            ...settings(axis, motorData(m)!, d.data, steps),
          ],
        });
    }
  return variants;
}
