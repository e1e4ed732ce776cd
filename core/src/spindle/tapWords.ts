import { printNumber, showValue, type Display } from '../units/print';
import { figureOr } from '../units/derived';
import { baseValue } from '../units/quantity';
import type { Tap, TapFault, TapMachine, TapNeed } from './tapping';

export const holderWords: Record<NonNullable<Tap['holder']>, string> = {
  rigid: 'Chuck or collet',
  float: 'Holder that gives way',
  reversing: 'Reversing head',
};

/** What is amiss with a tap, in a sentence with its numbers. */
export function tapFaultInWords(fault: TapFault, tap: Tap, need: TapNeed, m: TapMachine, display: Display): string {
  const mm = (v: number) => showValue(v, 'length', display, 3);
  const rpm = showValue(baseValue(tap.speed), 'rotation', display, 4);
  switch (fault) {
    case 'unseen':
      return `In a chuck ${m.letter} has to follow the spindle turn by turn, and no encoder of the spindle is in the plan: the tap strips the thread or breaks.`;
    case 'axis-speed':
      return `${m.letter} would have to move ${showValue(Math.max(need.inMmS, need.outMmS), 'speed', display, 3)}${need.outMmS > need.inMmS ? ' on the way out' : ''}; it does ${showValue(m.speed, 'speed', display, 3)}.`;
    case 'axis-ramp':
      return `The spindle stops in ${showValue(need.rampS, 'time', display, 2)}; to follow it ${m.letter} would have to slow down at ${showValue(need.followMmS2, 'acceleration', display, 3)}, and it does ${showValue(m.acceleration, 'acceleration', display, 3)}.`;
    case 'counter':
      return `The control counts the encoder to ${showValue(Math.floor(m.counterRpm), 'rotation', display, 4)}, and ${m.letter} follows that count; the tap turns at ${rpm}.`;
    case 'float':
      return `The holder gives way by ${mm(figureOr(tap.float, 0))}, and ${mm(need.floatMm)} are needed: ${waysInWords(tap, need, display)}.`;
    case 'floor':
      return `The tap goes ${mm(need.deeperMm)} deeper than ${m.letter} is sent${need.runOnTurns > 0 ? `, since the spindle runs on for ${printNumber(need.runOnTurns, 3)} turns` : ', until the head lets go'}; below the thread are ${mm(figureOr(tap.reserve, 0))}.`;
  }
}

/** What the way that a holder gives is made of. */
export function waysInWords(tap: Tap, need: TapNeed, display: Display): string {
  const mm = (v: number) => showValue(v, 'length', display, 3);
  const ways = [
    ...(need.runOnTurns > 0
      ? [['while the spindle comes to rest', need.runOnTurns * baseValue(tap.pitch!)] as const]
      : []),
    ...(need.stopMm > 0 ? [['while the axis stops', need.stopMm] as const] : []),
    ...(need.lagMm > 0 && tap.holder === 'float'
      ? [['since the spindle is slower than commanded', need.lagMm] as const]
      : []),
  ];
  return ways.length > 1 ? ways.map(([word, v]) => `${mm(v)} ${word}`).join(', ') : (ways[0]?.[0] ?? '');
}
