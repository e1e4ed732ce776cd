import { clampOf } from '../machine/axisClamp';
import type { Design } from '../machine/design';
import { isEndless } from '../machine/mechanics';
import { marksOf, type Drawbar, type IndexedTurret, type Turret } from '../machine/toolChanger';
import type { Derived } from '../units/derived';
import { figureOr, known, missing } from '../units/derived';
import { showValue } from '../units/print';
import { baseValue } from '../units/quantity';
import { settingFigure, type Setting, type SettingDraft } from './setting';
import type { ControllerToolChanger } from './toolChange';

type ChangerDesign = Pick<Design, 'toolChanger' | 'axes' | 'outputs'>;

/** A step may take so many times what is usual, and this long besides, s, before it is given up. */
const PATIENCE = 1.5;
const PATIENCE_S = 0.5;

const seconds = (key: string, title: string, value: number, formula: string, usual?: number): SettingDraft => ({
  key: `tool-change/${key}`,
  group: 'Tool change',
  title,
  also: 'turret drawbar tool changer delay timeout',
  kind: { type: 'quantity', dimension: 'time' },
  derived: known(value),
  formula,
  numbers: (display) => (usual === undefined ? '' : showValue(usual, 'time', display, 4)),
});
const longest = (key: string, title: string, usual: number): SettingDraft =>
  seconds(
    key,
    title,
    PATIENCE * usual + PATIENCE_S,
    `${PATIENCE} times what it usually takes, and ${PATIENCE_S} s`,
    usual,
  );

/** What the control is told of the times of a tool change. */
export function toolChangeSettings({ toolChanger: c }: Pick<Design, 'toolChanger'>): SettingDraft[] {
  if (!c || c.kind === 'indexed') return [];
  if (c.kind === 'turret')
    return [
      longest('longest-turn', 'Longest turn', c.stations * baseValue(c.stationTime)),
      ...(c.back === undefined
        ? []
        : [
            seconds('run-on', 'Forward beyond the mark', baseValue(c.runOn), 'until the pawl has dropped'),
            seconds('change-over', 'At rest before turning back', baseValue(c.changeOver), 'until the motor stands'),
            seconds('back-time', 'Turning back', baseValue(c.backTime), 'until the head is locked'),
          ]),
    ];
  return [
    seconds(
      'standstill',
      'At rest before the release',
      baseValue(c.standstill),
      'until the spindle is certainly at rest',
    ),
    longest('longest-release', 'Longest release', baseValue(c.releaseTime)),
    longest('longest-clamp', 'Longest clamping', baseValue(c.clampTime)),
  ];
}

const turretOf = (c: Turret, get: (key: string) => number): Derived<ControllerToolChanger> => {
  const { forward } = c;
  const all = marksOf(c);
  const marks = all.filter((m) => m !== null);
  if (forward === undefined || marks.length < all.length)
    return missing(
      ...(forward === undefined ? ['toolChanger.forward'] : []),
      ...(marks.length < all.length ? ['toolChanger.marks'] : []),
    );
  return known({
    kind: 'turret',
    stations: c.stations,
    sensing: c.sensing,
    forward,
    back: c.back,
    marks,
    locked: c.locked,
    stationS: baseValue(c.stationTime),
    runOnS: get('run-on'),
    changeOverS: get('change-over'),
    backS: get('back-time'),
    longestTurnS: get('longest-turn'),
  });
};
const indexedOf = (
  c: IndexedTurret,
  design: ChangerDesign,
  settings: readonly Setting[],
): Derived<ControllerToolChanger> => {
  const axis = c.axis === undefined ? undefined : design.axes[c.axis];
  if (c.axis === undefined || !axis) return missing('toolChanger.axis');
  const of = (key: string) => settingFigure(settings, `axis/${c.axis}/${key}`);
  const [degPerS, degPerS2] = [of('max-speed'), of('acceleration')];
  if (!degPerS || !degPerS2) return missing(`axes.${c.axis}.maxSpeed`);
  const clamped = clampOf(design, c.axis) !== undefined;
  return known({
    kind: 'indexed',
    axis: c.axis,
    stations: c.stations,
    beyondDeg: figureOr(c.beyond, 0),
    locked: c.locked,
    endless: isEndless(axis),
    degPerS,
    degPerS2,
    freeS: clamped ? (of('clamp-free') ?? 0) : 0,
    closeS: clamped ? (of('clamp-close') ?? 0) : 0,
  });
};
const drawbarOf = (c: Drawbar, get: (key: string) => number): Derived<ControllerToolChanger> =>
  c.release === undefined
    ? missing('toolChanger.release')
    : known({
        kind: 'drawbar',
        release: c.release,
        open: c.open,
        clamped: c.clamped,
        releaseS: baseValue(c.releaseTime),
        clampS: baseValue(c.clampTime),
        standstillS: get('standstill'),
        longestReleaseS: get('longest-release'),
        longestClampS: get('longest-clamp'),
      });

/** The changer with the times that count, or what is missing of it; undefined where there is none. */
export function controllerToolChanger(
  design: ChangerDesign,
  settings: readonly Setting[],
): Derived<ControllerToolChanger> | undefined {
  const { toolChanger: c } = design;
  if (!c) return undefined;
  if (c.kind === 'indexed') return indexedOf(c, design, settings);
  const get = (key: string) => settingFigure(settings, `tool-change/${key}`) ?? 0;
  return c.kind === 'turret' ? turretOf(c, get) : drawbarOf(c, get);
}
