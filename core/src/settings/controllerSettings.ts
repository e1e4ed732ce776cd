import type { Design } from '../machine/design';
import type { Derived } from '../units/derived';
import { gather, known, mapKnown, missing } from '../units/derived';
import { axesOf } from '../machine/design';
import { circuitName } from '../machine/fields';
import type { AxisEnd, Reference } from '../machine/mechanics';
import type { InputFunction } from '../machine/connections';
import type { Setting, SettingValue } from './setting';

/** All that the simulated controller is told: what a person would type into a real one. It knows nothing else. */
export interface ControllerSettings {
  axes: ControllerAxis[];
  inputs: ControllerInput[];
  referenceStages: string[][];
  limitSchool: Design['limitSchool'];
  datumSchool: Design['datumSchool'];
}
export interface ControllerAxis {
  id: string;
  letter: string;
  linear: boolean;
  stepsPerUnit: number[];
  inverted: boolean[];
  maxSpeed: number;
  acceleration: number;
  envelope: { min: number; max: number };
  reference: {
    method: Reference['method'];
    towards: AxisEnd;
    fastSpeed: number;
    slowSpeed: number;
    backOff: number;
    positionAtDatum: number;
    /** A leg that goes further than this has missed its switch. */
    farthest: number;
  };
}
export interface ControllerInput {
  id: string;
  /** What a person calls it. */
  title: string;
  function: InputFunction;
  axes: string[];
  /** The end of a limit that serves one end only. */
  end: AxisEnd | undefined;
  /** Which side of a gantry, where each has its own input. */
  drive: number | undefined;
  activeWhen: 'high' | 'low';
  filterS: number;
}

/** The settings as the controller takes them, or everything that is still missing for it. */
export function controllerSettings(
  design: Pick<Design, 'axes' | 'axisOrder' | 'circuits' | 'parts' | 'referenceStages' | 'limitSchool' | 'datumSchool'>,
  settings: readonly Setting[],
): Derived<ControllerSettings> {
  const byKey = new Map(settings.map((s) => [s.key, s.value]));
  const get = <T extends SettingValue>(key: string): Derived<T> =>
    (byKey.get(key) as Derived<T> | undefined) ?? missing(key);
  const or = <T extends SettingValue>(key: string, otherwise: T): Derived<T> =>
    byKey.has(key) ? get<T>(key) : known(otherwise);
  const list = <T>(items: Derived<T>[]): Derived<T[]> =>
    mapKnown(gather(Object.fromEntries(items.map((d, i) => [`i${i}`, d]))), (all) =>
      items.map((_, i) => all[`i${i}`] as T),
    );

  const axes = axesOf(design as Design).map(([id, axis]) => {
    const key = (name: string) => `axis/${id}/${name}`;
    const parts = gather({
      scales: list(axis.drives.map((_, i) => get<number>(key(i === 0 ? 'scale' : `scale-${i}`)))),
      directions: list(axis.drives.map((_, i) => get<string>(key(`direction-${i}`)))),
      maxSpeed: get<number>(key('max-speed')),
      acceleration: get<number>(key('acceleration')),
      min: get<number>(key('envelope-min')),
      max: get<number>(key('envelope-max')),
      towards: or<string>(key('reference-towards'), axis.reference.end),
      fast: or<number>(key('reference-fast'), 0),
      slow: or<number>(key('reference-slow'), 0),
      backOff: or<number>(key('back-off'), 0),
      datum: get<number>(key('datum-position')),
    });
    return mapKnown(parts, (p): ControllerAxis => ({
      id,
      letter: axis.letter,
      linear: axis.motion === 'linear',
      stepsPerUnit: p.scales,
      inverted: p.directions.map((d) => d === 'inverted'),
      maxSpeed: p.maxSpeed,
      acceleration: p.acceleration,
      envelope: { min: p.min, max: p.max },
      reference: {
        method: axis.reference.method,
        towards: p.towards as AxisEnd,
        fastSpeed: p.fast,
        slowSpeed: p.slow,
        backOff: p.backOff,
        positionAtDatum: p.datum,
        farthest: 1.3 * (p.max - p.min) + 4 * p.backOff,
      },
    }));
  });
  const inputs = Object.entries(design.circuits).map(([id, circuit]) => {
    const mounts = circuit.devices.flatMap((d) => design.parts[d]?.mount ?? []);
    const ends = new Set(mounts.map((m) => m.end));
    const drives = new Set(mounts.map((m) => m.drive));
    return mapKnown(
      gather({
        active: get<'high' | 'low'>(`input/${id}/active-when`),
        terminal: get<string>(`input/${id}/terminal`),
        filterS: get<number>(`input/${id}/filter`),
      }),
      ({ active, filterS }): ControllerInput => ({
        id,
        title: circuitName(design, id),
        function: circuit.function,
        axes: [...new Set(mounts.map((m) => m.axis))],
        end: ends.size === 1 ? [...ends][0] : undefined,
        drive: drives.size === 1 ? [...drives][0] : undefined,
        activeWhen: active,
        filterS,
      }),
    );
  });
  return mapKnown(gather({ axes: list(axes), inputs: list(inputs) }), (all) => ({
    ...all,
    referenceStages: design.referenceStages,
    limitSchool: design.limitSchool,
    datumSchool: design.datumSchool,
  }));
}
