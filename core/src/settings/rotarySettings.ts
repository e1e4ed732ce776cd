import type { AxisClamp } from '../machine/axisClamp';
import type { Axis } from '../machine/mechanics';
import { known } from '../units/derived';
import type { SettingDraft } from './setting';

/** How a rotary axis counts its turns: what its control has to be told beside its scale. */
export const turnsSetting = (axis: Axis, key: string, group: string): SettingDraft => ({
  key,
  group,
  title: 'Turns',
  also: 'rollover wrap modulo endless rotary',
  kind: {
    type: 'choice',
    choices: [
      { value: 'between-stops', label: 'between two stops' },
      { value: 'counts-on', label: 'on and on, counting on' },
      { value: 'wraps', label: 'on and on, again from 0° after 360°' },
    ],
  },
  derived: known(axis.turns ?? 'between-stops'),
  formula: 'as entered on Machine: without stops it has no envelope',
  numbers: () =>
    axis.turns === 'wraps'
      ? 'a position is reached the short way round, half a turn to plus'
      : axis.turns === 'counts-on'
        ? 'from 350° to 10° it turns back by 340°'
        : 'one envelope, as of any axis',
});

/** How long the control waits for the clamp of an axis before a move and behind it. */
export const clampSettings = (
  clamp: AxisClamp,
  axis: Axis,
  key: (name: string) => string,
  group: string,
): SettingDraft[] => [
  {
    key: key('clamp-free'),
    group,
    title: 'Clamp: wait before a move',
    also: 'brake release delay unclamp',
    kind: { type: 'quantity', dimension: 'time', rounding: 'up' },
    derived: known(clamp.freeS),
    formula: 'from the output until the axis is free; a motor that moves against its clamp loses steps',
    numbers: () => (axis.clampFreeTime ? 'as entered on Machine' : 'nothing is entered: a usual time'),
  },
  {
    key: key('clamp-close'),
    group,
    title: 'Clamp: wait behind a move',
    also: 'brake engage delay clamp',
    kind: { type: 'quantity', dimension: 'time', rounding: 'up' },
    derived: known(clamp.closeS),
    formula: 'from the end of the move until the clamp holds; a cut before that turns the table',
    numbers: () => (axis.clampCloseTime ? 'as entered on Machine' : 'nothing is entered: a usual time'),
  },
];
