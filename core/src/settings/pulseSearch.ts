import { pulsePitch } from '../drivetrain/shafts';
import type { Axis } from '../machine/mechanics';
import { pulseShare, searchSpeed } from '../switches/markedDatum';
import type { Derived } from '../units/derived';
import { figure, gather, mapKnown } from '../units/derived';
import { showValue } from '../units/print';
import type { SettingDraft } from './setting';

interface Searched {
  id: string;
  axis: Axis;
  maxSpeed: Derived<number>;
  /** Until the control has seen the pulse, s. */
  reactionS: number;
}

/** The speed at which an axis that is parked at a mark looks for its pulse; the one speed of its reference run. */
export function pulseSearch(
  { id, axis, maxSpeed, reactionS }: Searched,
  base: Pick<SettingDraft, 'key' | 'group' | 'title'>,
): SettingDraft {
  const linear = axis.motion === 'linear';
  const pitch = pulsePitch(axis, `axes.${id}`);
  const share = pulseShare(axis);
  const length = linear ? 'length' : 'angle';
  const common = {
    ...base,
    also: 'homing index search speed home',
    kind: {
      type: 'quantity' as const,
      dimension: linear ? ('speed' as const) : ('angularSpeed' as const),
      rounding: 'down' as const,
    },
  };
  const { slowSpeed } = axis.reference;
  if (slowSpeed)
    return {
      ...common,
      derived: figure(slowSpeed, `axes.${id}.reference.slowSpeed`),
      formula: 'as entered on Switches',
      numbers: () => 'entered',
    };
  return {
    ...common,
    derived: mapKnown(gather({ pitch, maxSpeed }), (k) => Math.min(k.maxSpeed, searchSpeed(k.pitch, share, reactionS))),
    formula:
      'a turn of the shaft in four seconds or more, and a pulse that lasts three times as long as its input takes to see it',
    numbers: (display) =>
      pitch.known
        ? `a turn is ${showValue(pitch.value, length, display, 4)}, the pulse ${showValue(share * pitch.value, length, display, 3)} of it, t ${showValue(reactionS, 'time', display, 2)}`
        : 'something is missing: see the value',
  };
}
