import type { ControllerAxis } from '../../settings/controllerSettings';
import type { Display } from '../../units/print';
import { showValue } from '../../units/print';

type AxisEnd = ControllerAxis['reference']['towards'];

/** What happened, as data; `tell` makes the sentence in the reader's units. */
export type ControllerEvent =
  | { code: 'powered' }
  | { code: 'datum-absolute'; letter: string }
  | { code: 'stop-pressed' }
  | { code: 'stop-released' }
  | { code: 'limit-tripped'; input: string; letter: string; end: AxisEnd | undefined; wayOff: number | undefined }
  | { code: 'acknowledged' }
  | { code: 'acknowledge-refused'; input: string }
  | { code: 'jog-refused'; letter: string; reason: 'stop' | 'limit-side' | 'side-unknown' | 'busy' }
  | { code: 'edge-reached'; letter: string; position: number; linear: boolean }
  | { code: 'envelope-refused'; letter: string; wanted: number; min: number; max: number; linear: boolean }
  | { code: 'reference-started'; letters: string[] }
  | { code: 'reference-released'; letter: string }
  | { code: 'datum-set'; letter: string; position: number; linear: boolean }
  | { code: 'reference-done' }
  | { code: 'reference-missed'; letter: string; distance: number; linear: boolean }
  | { code: 'reference-stuck'; letter: string; distance: number; linear: boolean }
  | { code: 'reference-ambiguous'; input: string; letters: string[] }
  | { code: 'reference-stopped' }
  | { code: 'datum-by-hand'; letter: string }
  | { code: 'position-doubtful'; letter: string };

const end = (e: AxisEnd | undefined) => (e ? `${e} end` : 'one of its ends');

/** The sentence for an event, as one careful machinist would tell it to another. */
export function tell(e: ControllerEvent, display: Display): string {
  const length = (v: number, linear: boolean) => showValue(v, linear ? 'length' : 'angle', display, 5);
  switch (e.code) {
    case 'powered':
      return 'The control has power.';
    case 'datum-absolute':
      return `${e.letter} knows its place from its absolute encoder.`;
    case 'stop-pressed':
      return 'The stop is pressed: every axis comes to rest, and the control stays latched.';
    case 'stop-released':
      return 'The stop is released. Nothing starts by itself: acknowledge first.';
    case 'limit-tripped':
      return `The limit at the ${end(e.end)} of ${e.letter} has tripped. ${e.end ? `The way off is to ${e.end === 'minus' ? 'plus' : 'minus'}.` : 'The control cannot tell which way is off.'}`;
    case 'acknowledged':
      return 'Acknowledged. The machine is at rest.';
    case 'acknowledge-refused':
      return `Cannot acknowledge: ${e.input} is still tripped.`;
    case 'jog-refused':
      return {
        stop: `${e.letter} stays put: the control is latched.`,
        'limit-side': `${e.letter} may only move away from its tripped limit.`,
        'side-unknown': `${e.letter}: the control cannot tell which way is off. Look, then hold the override.`,
        busy: `${e.letter} stays put: another motion is under way.`,
      }[e.reason];
    case 'edge-reached':
      return `${e.letter} stands at the edge of its envelope, ${length(e.position, e.linear)}.`;
    case 'envelope-refused':
      return `Refused: ${e.letter} was to go to ${length(e.wanted, e.linear)}; the envelope allows ${length(e.min, e.linear)} to ${length(e.max, e.linear)}.`;
    case 'reference-started':
      return `Finding the datum of ${e.letters.join(' and ')}.`;
    case 'reference-released':
      return `${e.letter} stood on its switch and has moved off it first.`;
    case 'datum-set':
      return `${e.letter} has its datum: ${length(e.position, e.linear)}.`;
    case 'reference-done':
      return 'Every axis has its datum. The envelope is in force.';
    case 'reference-missed':
      return `${e.letter} went ${length(e.distance, e.linear)} without meeting its switch. Wrong way, or the input does not answer.`;
    case 'reference-stuck':
      return `${e.letter} backed off ${length(e.distance, e.linear)} and its switch is still tripped.`;
    case 'reference-ambiguous':
      return `${e.input} is tripped before the run begins, and ${e.letters.join(' and ')} share it: the control cannot tell which axis stands on its switch, nor which way is off. Move it off by hand.`;
    case 'reference-stopped':
      return 'The reference run was stopped. The datum is not known.';
    case 'datum-by-hand':
      return `${e.letter} takes its datum where it stands: you have moved it to its mark.`;
    case 'position-doubtful':
      return `The position of ${e.letter} is doubtful after a hard stop. Reference it again.`;
  }
}
