import { applyCommand } from '../commands/apply';
import type { Command } from '../commands/command';
import type { Figures } from '../derivation/figureTypes';
import { deriveFigures } from '../derivation/figures';
import type { Design } from '../machine/design';
import { axesOf } from '../machine/design';
import { newMachineFile } from '../machine/file';
import type { Axis, AxisEnd } from '../machine/mechanics';
import { parksAtMark } from '../machine/pulseSensor';
import { quantity } from '../units/quantity';
import { usual } from '../machine/library/usual';

/** What still keeps an axis from running into one of its ends. */
export type Guard = 'switch' | 'switch, too late' | 'envelope, once referenced' | 'nothing';

export interface CountOutcome {
  switches: number;
  inputs: number;
  conductors: number;
  axes: readonly {
    id: string;
    letter: string;
    datum: 'reference switch' | 'hard stop' | 'absolute encoder' | 'by hand' | 'mark and pulse' | 'none';
    guards: Readonly<Record<AxisEnd, Guard>>;
    /** Before the datum is known, only switches guard. */
    guardedBefore: Readonly<Record<AxisEnd, boolean>>;
    /** Whether referencing squares a gantry; undefined where there is one motor. */
    squared: boolean | undefined;
  }[];
}
export interface SwitchCount {
  key: 'today' | 'none' | 'one-per-axis' | 'both-ends' | 'gantry-pair';
  title: string;
  outcome: CountOutcome | undefined;
  refused: string;
  commands: readonly Command[];
}

const EPOCH = '2026-01-01T00:00:00.000Z';
/** Beyond the stopping distance, so that a new switch is not placed on the edge. mm or °. */
const SPARE = 2;

const ends: readonly AxisEnd[] = ['minus', 'plus'];
const isSwitch = (c: Design['circuits'][string]) => ['limit', 'reference', 'limit-and-reference'].includes(c.function);

/** What guards each end of each axis, from the derived figures. */
export function countOutcome(figures: Figures): CountOutcome {
  const { design, circuits } = figures;
  const own = Object.entries(design.circuits).filter(([, c]) => isSwitch(c));
  return {
    switches: own.reduce((n, [, c]) => n + c.devices.length, 0),
    inputs: own.filter(([id]) => figures.plan.inputs[id]).length,
    conductors: Object.keys(design.conductors).filter((c) => own.some(([id]) => c.startsWith(`circuit-${id}/`))).length,
    axes: figures.axes.map((a) => {
      const seen = (device: string) =>
        Object.values(circuits).some((c) => c.tripped.some((t) => t.device === device && t.seen));
      const guard = (end: AxisEnd): Guard => {
        const limits = a.switches.filter((s) => s.end === end && s.isLimit && seen(s.device));
        const inTime = limits.some(
          (s) => s.fromStop.known && a.stopping.known && s.fromStop.value >= a.stopping.value.distance,
        );
        if (limits.length && (inTime || !a.stopping.known)) return 'switch';
        if (a.ruler.known && a.axis.reference.method !== 'none')
          return limits.length ? 'switch, too late' : 'envelope, once referenced';
        return limits.length ? 'switch, too late' : 'nothing';
      };
      const guards = { minus: guard('minus'), plus: guard('plus') };
      const { method } = a.axis.reference;
      const sides = new Set(a.switches.filter((s) => s.isReference).map((s) => s.drive));
      return {
        id: a.id,
        letter: a.axis.letter,
        datum: method.startsWith('switch')
          ? ('reference switch' as const)
          : method === 'hard-stop'
            ? ('hard stop' as const)
            : method === 'absolute'
              ? ('absolute encoder' as const)
              : method === 'mark-and-index'
                ? ('mark and pulse' as const)
                : method === 'by-hand'
                  ? ('by hand' as const)
                  : ('none' as const),
        guards,
        guardedBefore: { minus: guards.minus === 'switch', plus: guards.plus === 'switch' },
        squared: a.axis.drives.length > 1 ? sides.size > 1 && !sides.has(undefined) : undefined,
      };
    }),
  };
}

/** How many switches at all: each number tried on a copy of this machine, with what it still protects. */
export function switchCounts(design: Design): SwitchCount[] {
  const today = deriveFigures(design);
  const used = Object.values(design.parts).find((p) => p.mount && p.libraryKey)?.libraryKey ?? usual.axisSwitch;
  const tripOf = (axis: string, end: AxisEnd): number => {
    const figures = today.axes.find((a) => a.id === axis)!;
    const has = figures.switches.find((s) => s.end === end && s.fromStop.known);
    if (has?.fromStop.known) return has.fromStop.value;
    return figures.stopping.known ? Math.ceil(figures.stopping.value.distance + SPARE) : 10;
  };
  const input = (
    fn: 'limit' | 'limit-and-reference',
    axis: string,
    a: Axis,
    end: AxisEnd,
    drive?: number,
  ): Command => ({
    name: 'add-input',
    args: {
      function: fn,
      library: used,
      mount: {
        axis,
        end,
        ...(drive === undefined ? {} : { drive }),
        tripFromStop: quantity(tripOf(axis, end), a.motion === 'linear' ? 'mm' : '°'),
      },
    },
  });
  const clear = Object.entries(design.circuits).flatMap(([circuit, c]): Command[] =>
    isSwitch(c) ? [{ name: 'remove-input', args: { circuit } }] : [],
  );
  const method = (axis: string, value: string): Command => ({
    name: 'set-field',
    args: { path: `axes.${axis}.reference.method`, value },
  });
  const build = (each: (id: string, a: Axis) => Command[]): Command[] => [
    ...clear,
    ...axesOf(design).flatMap(([id, a]) => each(id, a)),
  ];
  /** An absolute encoder, or a mark with a pulse, keeps its way to the datum whatever switches there are. */
  const keepsItsWay = (a: Axis) => a.reference.method === 'absolute' || parksAtMark(a.reference);
  const byStop = (id: string, a: Axis) => (keepsItsWay(a) ? [] : [method(id, 'hard-stop')]);
  const bySwitch = (id: string, a: Axis) =>
    keepsItsWay(a) || a.reference.method.startsWith('switch') ? [] : [method(id, 'switch')];
  const atDatum = (id: string, a: Axis, pair: boolean): Command[] =>
    pair && a.drives.length > 1
      ? a.drives.map((_, drive) => input('limit-and-reference', id, a, a.reference.end, drive))
      : [input('limit-and-reference', id, a, a.reference.end)];
  const far = (id: string, a: Axis): Command[] => [
    input(
      'limit',
      id,
      a,
      ends.find((e) => e !== a.reference.end)!,
    ),
  ];
  const list: (Pick<SwitchCount, 'key' | 'title'> & { commands: Command[] })[] = [
    { key: 'today', title: 'As it is', commands: [] },
    { key: 'none', title: 'None: against the stops, at low current', commands: build(byStop) },
    {
      key: 'one-per-axis',
      title: 'One for each axis, at its datum',
      commands: build((id, a) => [...bySwitch(id, a), ...atDatum(id, a, false)]),
    },
    {
      key: 'both-ends',
      title: 'At both ends',
      commands: build((id, a) => [...bySwitch(id, a), ...atDatum(id, a, false), ...far(id, a)]),
    },
  ];
  if (axesOf(design).some(([, a]) => a.drives.length > 1))
    list.push({
      key: 'gantry-pair',
      title: 'Both ends, and each side of the gantry',
      commands: build((id, a) => [...bySwitch(id, a), ...atDatum(id, a, true), ...far(id, a)]),
    });
  return list.map(({ commands, ...rest }): SwitchCount => {
    let file = newMachineFile({ ...design, conductors: {} }, 'trial', EPOCH);
    for (const command of [...commands, { name: 'plan-wiring', args: {} } satisfies Command]) {
      const done = applyCommand(file, command, EPOCH);
      if (!done.ok) return { ...rest, commands, outcome: undefined, refused: done.error.map((f) => f.what).join(' ') };
      file = done.value.file;
    }
    return { ...rest, commands, outcome: countOutcome(deriveFigures(file.design)), refused: '' };
  });
}
