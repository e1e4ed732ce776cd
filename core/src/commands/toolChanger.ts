import type { Draft } from 'immer';
import type { Design } from '../machine/design';
import { become } from '../machine/become';
import {
  changerAxis,
  changerInputs,
  changerOutputs,
  changerWithout,
  marksWanted,
  ToolChanger,
} from '../machine/toolChanger';
import { baseValue } from '../units/quantity';
import { TURN_DEG } from '../units/turns';
import { refuse, type Handler } from './command';

/** A step of a change takes longer than nothing and shorter than this, s. */
const MOST_S = 120;

/** What changes tools by outputs and sensors. */
export const setToolChanger: Handler<'set-tool-changer'> = {
  title: ({ changer }) =>
    changer === null
      ? 'No tool changer'
      : changer.kind === 'drawbar'
        ? 'Power drawbar'
        : `Turret of ${changer.stations} stations`,
  apply({ changer }, draft) {
    if (changer === null) {
      delete draft.toolChanger;
      return;
    }
    const read = ToolChanger.safeParse(changer);
    if (!read.success)
      return refuse(
        'This is no tool changer.',
        'toolChanger',
        'Give it its kind and every time in seconds; a turret 2 to 24 stations.',
      );
    const c = read.data;
    const times =
      c.kind === 'turret'
        ? { stationTime: c.stationTime, runOn: c.runOn, changeOver: c.changeOver, backTime: c.backTime }
        : c.kind === 'indexed'
          ? {}
          : { releaseTime: c.releaseTime, clampTime: c.clampTime, standstill: c.standstill };
    for (const [key, q] of Object.entries(times)) {
      const s = baseValue(q);
      if (!(s >= 0 && s <= MOST_S) || (key === 'stationTime' && s === 0))
        return refuse(`${s} s is no time of a tool change.`, `toolChanger.${key}`, `Enter 0 to ${MOST_S} s.`);
    }
    const ids = [...changerInputs(c), ...changerOutputs(c).map((o) => `output ${o}`)];
    const twice = ids.find((id, i) => ids.indexOf(id) !== i);
    if (twice !== undefined)
      return refuse('Two places of the changer have the same input or output.', 'toolChanger', 'Give each its own.');
    if (c.kind === 'indexed') {
      const axis = c.axis === undefined ? undefined : draft.axes[c.axis];
      if (c.axis !== undefined && axis?.motion !== 'rotary')
        return refuse(
          axis ? `${axis.letter} does not turn.` : `There is no axis ${c.axis}.`,
          'toolChanger.axis',
          'Choose a rotary axis.',
        );
      const past = c.beyond ? baseValue(c.beyond) : 0;
      if (!(past >= 0 && past < TURN_DEG / c.stations))
        return refuse(
          `${past}° past a station is beyond the next one.`,
          'toolChanger.beyond',
          `Enter 0 to less than ${TURN_DEG / c.stations}°.`,
        );
    }
    if (c.kind === 'turret' && c.marks.length > marksWanted(c))
      return refuse(
        `${c.marks.length} sensors for ${marksWanted(c)} marks.`,
        'toolChanger.marks',
        'Take one out, or enter more stations.',
      );
    // What stays the same is not written again.
    if (draft.toolChanger?.kind === c.kind)
      become(draft.toolChanger as unknown as Record<string, unknown>, c as unknown as Record<string, unknown>, 1);
    else draft.toolChanger = c;
  },
};

/** An output or input that goes leaves its place in the changer. */
export function followChanger(before: Design, draft: Draft<Design>): void {
  const { toolChanger: c } = draft;
  if (!c || (draft.outputs === before.outputs && draft.circuits === before.circuits && draft.axes === before.axes))
    return;
  const gone = (table: object) => (id: string) => !Object.hasOwn(table, id);
  const [noOutput, noInput, noAxis] = [gone(draft.outputs), gone(draft.circuits), gone(draft.axes)];
  const axis = changerAxis(c as ToolChanger);
  if (
    !changerOutputs(c as ToolChanger).some(noOutput) &&
    !changerInputs(c as ToolChanger).some(noInput) &&
    (axis === undefined || !noAxis(axis))
  )
    return;
  draft.toolChanger = changerWithout(c as ToolChanger, {
    outputs: (id) => !noOutput(id),
    circuits: (id) => !noInput(id),
    axes: (id) => !noAxis(id),
  }) as Draft<ToolChanger>;
}
