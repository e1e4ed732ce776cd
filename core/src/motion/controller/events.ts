import type { ControllerAxis } from '../../settings/controllerSettings';
import { changeWords, type ChangeStepKey } from '../../settings/toolChange';
import { showPosition } from '../../units/axisReading';
import type { Display } from '../../units/print';
import { showValue } from '../../units/print';

type AxisEnd = ControllerAxis['reference']['towards'];

/** Why a command was refused. */
export type Refusal =
  | 'stop'
  | 'limit-side'
  | 'side-unknown'
  | 'busy'
  | 'no-datum'
  | 'doubtful'
  | 'no-program'
  | 'setup-changed'
  | 'no-tool-offset'
  | 'probe-unproven'
  | 'probe-tripped'
  | 'no-probe'
  | 'no-spindle'
  | 'no-changer'
  | 'no-station'
  | 'spindle-turns'
  | 'tool-loose'
  | 'chuck-open'
  | 'door-unlocked'
  | 'clamp-follows'
  | 'from-its-beginning'
  | 'limit strategy';

/** What happened, as data; `tell` makes the sentence in the reader's units. */
export type ControllerEvent =
  | { code: 'powered' }
  | { code: 'power-lost' }
  | { code: 'link-lost' }
  | { code: 'datum-absolute'; letter: string }
  | { code: 'stop-pressed' }
  | { code: 'stop-released' }
  | { code: 'door-opened' }
  | { code: 'alarm-raised'; input: string }
  | { code: 'limit-tripped'; input: string; letter: string; end: AxisEnd | undefined; wayOff: number | undefined }
  | { code: 'limit-freed'; input: string }
  | { code: 'limits-off' }
  | { code: 'limits-on' }
  | { code: 'acknowledged' }
  | { code: 'acknowledged-for-one-move'; input: string }
  | { code: 'acknowledge-refused'; input: string }
  | { code: 'jog-refused'; letter: string; reason: Refusal }
  | { code: 'refused'; what: string; reason: Refusal; letters: string[] }
  | { code: 'edge-reached'; letter: string; position: number; linear: boolean }
  | { code: 'envelope-refused'; letter: string; wanted: number; min: number; max: number; linear: boolean }
  | { code: 'detents-dropped'; letter: string }
  | { code: 'hand-not-enabled' }
  | { code: 'reference-started'; letters: string[] }
  | { code: 'reference-released'; letter: string }
  | { code: 'datum-set'; letter: string; position: number; linear: boolean }
  | { code: 'reference-done' }
  | { code: 'reference-missed'; letter: string; distance: number; linear: boolean }
  | { code: 'reference-stuck'; letter: string; distance: number; linear: boolean }
  | { code: 'pulse-missed'; letter: string; distance: number; linear: boolean }
  | { code: 'parked-on-pulse'; letter: string }
  | { code: 'reference-ambiguous'; input: string; letters: string[] }
  | { code: 'gantry-skewed'; letter: string; distance: number }
  | { code: 'reference-stopped' }
  | { code: 'datum-by-hand'; letter: string }
  | { code: 'stepped-off'; letter: string; distance: number; linear: boolean; free: boolean }
  | { code: 'position-doubtful'; letter: string; because: 'hard-stop' | 'power-cut' | 'alarm' }
  | { code: 'work-set'; letter: string; value: number; set: number; linear: boolean }
  | { code: 'offset-chosen'; set: number }
  | { code: 'tool-set'; letter: string; value: number; offset: number; linear: boolean }
  | { code: 'tool-offset-chosen'; offset: number }
  | { code: 'touched'; letter: string; position: number; linear: boolean }
  | { code: 'touch-missed'; letter: string; distance: number }
  | { code: 'probe-seen' }
  | { code: 'program-loaded'; lines: number }
  | { code: 'program-started'; line: number }
  | {
      code: 'program-paused';
      line: number;
      by: 'hand' | 'halt' | 'tool' | 'held' | 'changer' | 'step' | 'input' | 'link' | 'spindle';
      tool?: number;
    }
  | { code: 'program-continued' }
  | { code: 'awaits-index'; line: number; rpm: number }
  | { code: 'program-abandoned'; line: number }
  | { code: 'program-interrupted'; line: number }
  | { code: 'program-cut-short'; line: number }
  | { code: 'program-ended' }
  | { code: 'trimmed'; of: 'feed' | 'rapid' | 'spindle'; share: number }
  | { code: 'spindle-on'; rpm: number; direction: 1 | -1 }
  | { code: 'spindle-off' }
  | { code: 'spindle-not-permitted'; input: string }
  | { code: 'permit-lost'; input: string }
  | { code: 'flow-lost'; input: string }
  | { code: 'flow-missing'; input: string }
  | { code: 'spindle-cooling'; on: boolean }
  | { code: 'coolant'; on: boolean }
  | { code: 'change-step'; step: ChangeStepKey }
  | { code: 'change-done'; tool: number | undefined; seconds: number }
  | { code: 'change-failed'; step: ChangeStepKey; input: string }
  | { code: 'change-ended' }
  | { code: 'load-switched'; on: boolean };

const end = (e: AxisEnd | undefined) => (e ? `${e} end` : 'one of its ends');

/** What a refusal means and how it is fixed. */
export const refusalText: Record<Refusal, string> = {
  stop: 'the control is latched',
  'limit-side': 'it may only move away from its tripped limit',
  'side-unknown': 'the control cannot know which way is off: look, then override the limit or step off',
  busy: 'another motion is under way',
  'no-datum': 'its datum is not known: find it first',
  doubtful: 'its position is doubtful: find the datum again',
  'no-program': 'no program is loaded',
  'setup-changed': 'offsets have changed since the program was checked: check it again',
  'no-tool-offset': 'no tool offset is in force: choose one first',
  'probe-unproven': 'the probe’s circuit is not proven: hold the plate to the tool by hand first and see its lamp',
  'probe-tripped': 'the probe is touched already',
  'no-probe': 'this machine has no probe input',
  'from-its-beginning': 'it sets its positions by touch: run it from its first line',
  'no-spindle': 'the control drives no spindle here',
  'no-changer': 'no changer turns to its stations here',
  'no-station': 'the changer has no such station',
  'spindle-turns': 'the spindle has not come to rest',
  'tool-loose': 'the drawbar is released',
  'clamp-follows': 'the control frees this clamp before a move and closes it again behind it',
  'chuck-open': 'the chuck is open',
  'door-unlocked': 'the door is unlocked',
  'limit strategy': 'this control’s limits cannot be switched off',
};

/**
 * The sentence for an event, as one careful machinist would tell it to another. Positions are told as they are read: on a
 * lathe whose X is a diameter, so is every position of X; ways stay those of the slide.
 */
export function tell(e: ControllerEvent, display: Display, diameterX: boolean): string {
  const position = (v: number, axis: { letter: string; linear: boolean }) => showPosition(v, axis, diameterX, display);
  const length = (v: number, linear: boolean) => showValue(v, linear ? 'length' : 'angle', display, 5);
  switch (e.code) {
    case 'powered':
      return 'The control has power.';
    case 'link-lost':
      return 'The link to the host computer broke off: what was held by hand is released, and a program waits.';
    case 'power-lost':
      return 'The control has lost its power. Offsets are kept; what the motors did since, it cannot know.';
    case 'datum-absolute':
      return `${e.letter} knows its place from its absolute encoder.`;
    case 'stop-pressed':
      return 'The stop is pressed: every axis comes to rest, and the control stays latched.';
    case 'stop-released':
      return 'The stop is released. Nothing starts by itself: acknowledge first.';
    case 'door-opened':
      return 'The door is open: every axis comes to rest, and the control stays latched.';
    case 'alarm-raised':
      return `${e.input}: a drive has failed. Every axis comes to rest.`;
    case 'limit-tripped':
      return `The limit at the ${end(e.end)} of ${e.letter} has tripped. ${e.end ? `The way off is to ${e.end === 'minus' ? 'plus' : 'minus'}.` : 'The control cannot know which way is off.'}`;
    case 'limit-freed':
      return `${e.input} is free again.`;
    case 'limits-off':
      return 'The limits are switched off. Nothing but your eyes stops an axis now: switch them on again at once.';
    case 'limits-on':
      return 'The limits are on again.';
    case 'acknowledged':
      return 'Acknowledged. The machine is at rest.';
    case 'acknowledged-for-one-move':
      return `Acknowledged for one short move: ${e.input} is still tripped, and will latch again.`;
    case 'acknowledge-refused':
      return `Cannot acknowledge: ${e.input} is still tripped.`;
    case 'jog-refused':
      return `${e.letter} stays put: ${refusalText[e.reason]}.`;
    case 'refused':
      return `${e.what} is refused${e.letters.length ? ` for ${e.letters.join(' and ')}` : ''}: ${refusalText[e.reason]}.`;
    case 'edge-reached':
      return `${e.letter} is at the edge of its envelope, ${position(e.position, e)}.`;
    case 'envelope-refused':
      return `Refused: ${e.letter} was to go to ${position(e.wanted, e)}; the envelope allows ${position(e.min, e)} to ${position(e.max, e)}.`;
    case 'detents-dropped':
      return `The wheel turns faster than ${e.letter} can follow: detents are dropped, so that it stops when your hand stops.`;
    case 'hand-not-enabled':
      return 'Keys and wheel move nothing while the enabling switch is not held.';
    case 'reference-started':
      return `Finding the datum of ${e.letters.join(' and ')}.`;
    case 'reference-released':
      return `${e.letter} was on its switch and moved off it first.`;
    case 'datum-set':
      return `${e.letter} has its datum: ${position(e.position, e)}.`;
    case 'reference-done':
      return 'Every axis has its datum. The envelope is in force.';
    case 'reference-missed':
      return `${e.letter} went ${length(e.distance, e.linear)} without meeting its switch. Wrong way, no motor power, or the input does not answer.`;
    case 'reference-stuck':
      return `${e.letter} backed off ${length(e.distance, e.linear)} and its switch is still tripped.`;
    case 'pulse-missed':
      return `${e.letter} went ${length(e.distance, e.linear)}, more than a turn of the shaft, without meeting its pulse. Too wide a gap, the magnet’s other pole, or the input does not answer.`;
    case 'parked-on-pulse':
      return `${e.letter} is parked right at its pulse, where one turn cannot be told from the next. Park it at its mark again.`;
    case 'reference-ambiguous':
      return `${e.input} is tripped before the run begins, and ${e.letters.join(' and ')} share it: which axis is on its switch, and which way is off? Look, then step off.`;
    case 'gantry-skewed':
      return `The sides of ${e.letter} would be more than ${length(e.distance, true)} apart: the run ends before the frame is strained.`;
    case 'reference-stopped':
      return 'The reference run was stopped. The datum is not known.';
    case 'datum-by-hand':
      return `${e.letter} takes its datum where it is now: as accurate as your eye, and no better.`;
    case 'stepped-off':
      return e.free
        ? `${e.letter} has stepped off by ${length(e.distance, e.linear)}; the switch is free.`
        : `${e.letter} has moved ${length(e.distance, e.linear)} and the switch is still tripped: the other way, or another axis.`;
    case 'position-doubtful':
      return `The position of ${e.letter} is doubtful ${{ 'hard-stop': 'after it struck its stop', 'power-cut': 'since its motor lost power while it moved', alarm: 'since its drive gave up' }[e.because]}. Reference it again.`;
    case 'work-set':
      return `Work position of ${e.letter} is ${position(e.value, e)} here (work offset ${e.set + 1}).`;
    case 'offset-chosen':
      return `Work offset ${e.set + 1} is in force.`;
    case 'tool-set':
      return `The tip of tool offset ${e.offset} is at ${e.letter} ${position(e.value, e)} here.`;
    case 'tool-offset-chosen':
      return e.offset === 0 ? 'No tool offset is in force.' : `Tool offset ${e.offset} is in force.`;
    case 'touched':
      return `${e.letter} has touched at ${position(e.position, e)} in machine position.`;
    case 'touch-missed':
      return `${e.letter} went ${length(e.distance, true)} and touched nothing.`;
    case 'probe-seen':
      return 'The probe’s input has changed: its circuit is alive.';
    case 'program-loaded':
      return `A program of ${e.lines} lines is loaded.`;
    case 'program-started':
      return `The program runs from line ${e.line}.`;
    case 'program-paused':
      return {
        hand: `Paused at line ${e.line}. A pause is no stop: the spindle turns on.`,
        halt: `The program waits at line ${e.line}. Continue when you are ready.`,
        tool: `Line ${e.line} needs tool ${e.tool ?? '?'}: fit it, then continue.`,
        held: `The tool is held. Pull at it, stand back, then continue at line ${e.line}.`,
        changer: `The program waits at line ${e.line} for its tool change. Put right what stopped it, then continue: it is tried once more.`,
        step: `One step done, at line ${e.line}. Continue for the next.`,
        input: `The pause input holds the program at line ${e.line}.`,
        spindle: `The program waits at line ${e.line} for its spindle. Put right what stopped it, then continue.`,
        link: `The program waits at line ${e.line}, as the host computer was gone. Find out why before you continue.`,
      }[e.by];
    case 'awaits-index':
      return `The thread at line ${e.line} waits for the index of the spindle, which turns at ${Math.round(e.rpm)} rpm by its encoder. ${e.rpm < 1 ? 'Is it commanded to turn, and does its encoder count?' : 'Does the index reach the control?'}`;
    case 'program-continued':
      return 'The program goes on where it was.';
    case 'program-abandoned':
      return `The program is abandoned at line ${e.line}; it can be taken up there again.`;
    case 'program-interrupted':
      return `The program was cut off at line ${e.line}. Offsets are kept; it can be taken up at that line once every position is trusted.`;
    case 'program-cut-short':
      return `The program ended early, at line ${e.line}. It sets its positions by touch: run it again from its first line.`;
    case 'program-ended':
      return 'The program is at its end.';
    case 'trimmed':
      return `${{ feed: 'Feed', rapid: 'Rapid', spindle: 'Spindle' }[e.of]} trim: ${Math.round(e.share * 100)} %.`;
    case 'spindle-on':
      return `The spindle is commanded to turn ${e.direction > 0 ? 'clockwise' : 'counter-clockwise'} at ${Math.round(e.rpm)} rpm.`;
    case 'spindle-not-permitted':
      return `The spindle does not start: “${e.input}” does not allow it.`;
    case 'permit-lost':
      return `“${e.input}” no longer allows it: the spindle stops, and what is under way waits.`;
    case 'flow-lost':
      return `“${e.input}” sees no flow: the spindle stops before it gets hot, and what is under way waits.`;
    case 'flow-missing':
      return `The pump runs, and “${e.input}” sees no flow: the spindle does not start. Look for air, a kinked hose or an empty tank.`;
    case 'spindle-cooling':
      return e.on ? 'The cooling of the spindle is on.' : 'The cooling of the spindle is off.';
    case 'spindle-off':
      return 'The spindle is commanded to stop; it runs down.';
    case 'change-step':
      return changeWords[e.step].does;
    case 'change-done':
      return e.tool === undefined
        ? `The tool is held, after ${showValue(e.seconds, 'time', display, 3)} without the hand.`
        : `Station ${e.tool} is in place and locked, after ${showValue(e.seconds, 'time', display, 3)}.`;
    case 'change-failed':
      return `The tool change has stopped at “${e.input}”. ${changeWords[e.step].fault ?? ''}`;
    case 'change-ended':
      return 'The tool change was ended in its middle: where the changer stands is not known.';
    case 'coolant':
      return e.on ? 'Coolant on.' : 'Coolant off.';
    case 'load-switched':
      return e.on ? 'A load is switched on.' : 'A load is switched off.';
  }
}
